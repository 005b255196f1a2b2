import type { GearItem } from '#core/gear/gear';
import type { Job } from '#core/job/job';
import type { Vec3 } from '#core/units/vectors';

/** Gear that has a place, the largest first, so that small items are drawn on top of large ones. */
export function placedGear(job: Job): { id: string; item: GearItem; at: Vec3 }[] {
  return Object.entries(job.gear)
    .flatMap(([id, { item, place }]) => (place === null ? [] : [{ id, item, at: job.craft.pattern.places[place]!.at }]))
    .sort((a, b) => b.item.size.w * b.item.size.h - a.item.size.w * a.item.size.h);
}
