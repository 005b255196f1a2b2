import type { Amplifier, GearItem } from '#core/gear/gear';
import { contentHash } from '#core/gear/hash';
import type { Job } from '#core/job/job';
import type { Chemistry } from '#core/job/supply';

/** What the day is held against. */
export type Versus =
  | { readonly mode: 'none' }
  | { readonly mode: 'battery'; readonly id: string; readonly chemistry: Chemistry; readonly capacityAh: number }
  | { readonly mode: 'amplifier'; readonly gear: string; readonly item: string };

/** Full and at rest, by chemistry, a 12 V battery (common practice). */
const REST_VOLTS: Record<Chemistry, number> = { flooded: 12.7, agm: 12.8, gel: 12.8, lithium: 13.3 };

/** The job with that one thing other; undefined when there is nothing to hold against, or it is no longer there. */
export function otherJob(job: Job, versus: Versus, shelf: readonly GearItem[]): Job | undefined {
  if (versus.mode === 'battery') {
    const battery = job.craft.batteries[versus.id];
    if (!battery) return undefined;
    const { chemistry, capacityAh } = versus;
    const same = chemistry === battery.chemistry;
    const restVolts = same ? battery.restVolts : REST_VOLTS[chemistry] * (job.craft.nominalVolts / 12);
    // More plates, less resistance.
    const internalMilliohm = Math.min(500, Math.max(0.1, (battery.internalMilliohm * battery.capacityAh) / capacityAh));
    const other = { ...battery, chemistry, capacityAh, restVolts, internalMilliohm };
    return { ...job, craft: { ...job.craft, batteries: { ...job.craft.batteries, [versus.id]: other } } };
  }
  if (versus.mode === 'amplifier') {
    const placed = job.gear[versus.gear];
    const item = shelf.find((i): i is Amplifier => i.id === versus.item && i.kind === 'amplifier');
    if (!placed || !item) return undefined;
    return { ...job, gear: { ...job.gear, [versus.gear]: { ...placed, item, itemHash: contentHash(item) } } };
  }
  return undefined;
}
