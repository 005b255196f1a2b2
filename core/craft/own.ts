import { withChanges, type OwnCraft } from './changes';
import { fitCraft, type Measures } from './measures';
import type { Pattern } from './pattern';

interface OnCraft {
  readonly craft: OwnCraft;
}
interface Measured {
  readonly craft: OwnCraft & { readonly measures: Measures };
}

/** The craft a job is done on, as it was found: its pattern in its own variant, with what differs on this one. */
export const foundCraft = ({ craft }: OnCraft): Pattern => withChanges(craft);

/** The same stretched to its own measures: where everything really is. */
export const craftOf = (job: Measured): Pattern => fitCraft(foundCraft(job), job.craft.measures);
