import { withChanges, type CraftChanges } from './changes';
import { fitCraft, type Measures } from './measures';
import type { Pattern } from './pattern';

interface OnCraft {
  readonly craft: { readonly pattern: Pattern; readonly changes: CraftChanges };
}
interface Measured {
  readonly craft: OnCraft['craft'] & { readonly measures: Measures };
}

/** The craft a job is done on, as it was found: its pattern with what is otherwise on this one. */
export const foundCraft = ({ craft: { pattern, changes } }: OnCraft): Pattern => withChanges(pattern, changes);

/** The same stretched to its own measures: where everything really is. */
export const craftOf = (job: Measured): Pattern => fitCraft(foundCraft(job), job.craft.measures);
