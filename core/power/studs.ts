import { batteryOf, commonPoint, fedOf, feederOf, returnEnd } from '../connections/feeding';
import type { Job } from '../job/job';
import { hasReturn } from './resistances';

/** Rings on the posts of a battery once the job is done: those that were there, and one for each of ours. */
export function ringsOf(job: Job, battery: string): { readonly plus: number; readonly minus: number } {
  const { ringsPlus, ringsMinus } = job.craft.batteries[battery]!;
  const common = commonPoint(job);
  const placed = fedOf(job).filter(([id]) => job.gear[id]!.place !== null);
  const plus = placed.filter(([id]) => feederOf(job, id) === battery).length;
  const minus = placed.filter(
    ([id, item]) =>
      (hasReturn({ item }) || item.kind !== 'block') &&
      returnEnd(job, id, common) === battery &&
      batteryOf(job, id) === battery,
  ).length;
  return { plus: ringsPlus + plus, minus: ringsMinus + minus };
}
