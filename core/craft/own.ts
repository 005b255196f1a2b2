import { withChanges, type OwnCraft } from './changes';
import { fitCraft, type Measures } from './measures';
import type { Pattern } from './pattern';

interface OnCraft {
  readonly craft: OwnCraft;
}
interface Measured {
  readonly craft: OwnCraft & { readonly measures: Measures };
}

/** The craft a job is done on, as it was found: its pattern with what differs on this one. */
export const foundCraft = ({ craft: { pattern, changes } }: OnCraft): Pattern => withChanges(pattern, changes);

/** The same stretched to its own measures: where everything really is. */
export const craftOf = (job: Measured): Pattern => fitCraft(foundCraft(job), job.craft.measures);
