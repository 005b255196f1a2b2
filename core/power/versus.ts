import type { Amplifier, GearItem } from '../gear/gear';
import { jobFaults, type Job } from '../job/job';
import type { Chemistry } from '../job/supply';
import { BEHAVIOUR } from '../tables/batteries';
import { contentHash } from '../document/hash';

/** What the day is held against. */
export type Versus =
  | { readonly mode: 'none' }
  | { readonly mode: 'battery'; readonly id: string; readonly chemistry: Chemistry; readonly capacityAh: number }
  | { readonly mode: 'amplifier'; readonly gear: string; readonly item: string };

/** The job with that one thing other; undefined when there is nothing to hold against, or it is no longer there. */
export function otherJob(job: Job, versus: Versus, shelf: readonly GearItem[]): Job | undefined {
  if (versus.mode === 'battery') {
    const battery = job.craft.batteries[versus.id];
    if (!battery) return undefined;
    const { chemistry, capacityAh } = versus;
    const same = chemistry === battery.chemistry;
    const restVolts = same ? battery.restVolts : BEHAVIOUR[chemistry].fullVolts * (job.craft.nominalVolts / 12);
    // More plates, less resistance.
    const internalMilliohm = Math.min(500, Math.max(0.1, (battery.internalMilliohm * battery.capacityAh) / capacityAh));
    const other = { ...battery, chemistry, capacityAh, restVolts, internalMilliohm };
    return { ...job, craft: { ...job.craft, batteries: { ...job.craft.batteries, [versus.id]: other } } };
  }
  if (versus.mode === 'amplifier') {
    const placed = job.gear[versus.gear];
    const item = shelf.find((i): i is Amplifier => i.id === versus.item && i.kind === 'amplifier');
    if (!placed || !item) return undefined;
    const other = { ...job, gear: { ...job.gear, [versus.gear]: { ...placed, item, itemHash: contentHash(item) } } };
    // One without the channels that are used cannot take its place.
    return jobFaults(other).length ? undefined : other;
  }
  return undefined;
}

/** Amplifiers of the shelf that could stand in for one of the job: they have every output it uses. */
export const standIns = (job: Job, gear: string, shelf: readonly GearItem[]): Amplifier[] =>
  shelf.filter(
    (item): item is Amplifier =>
      item.kind === 'amplifier' &&
      item.id !== job.gear[gear]?.item.id &&
      otherJob(job, { mode: 'amplifier', gear, item: item.id }, shelf) !== undefined,
  );
