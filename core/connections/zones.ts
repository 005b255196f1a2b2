import type { Vec3 } from '../units/vectors';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';

export interface Listening {
  /** Key of the zone; null for what belongs to none. */
  readonly id: string | null;
  readonly name: string;
  readonly listener: string;
  readonly at: Vec3;
  readonly mono: boolean;
}

const REST = 'Everywhere';

/** The zone a speaker belongs to, and whose ears it is judged at. */
export function zoneOf(job: Job, speaker: string): Listening {
  return zoneCalled(job, job.speakers[speaker]?.zone ?? null);
}

/** A zone by its key; null is the rest of the craft, heard by the rider or helmsman. */
export function zoneCalled(job: Job, id: string | null): Listening {
  const zone = id === null ? undefined : job.zones[id];
  const craft = craftOf(job);
  const listener = zone?.listener ? craft.listeners?.[zone.listener] : undefined;
  return {
    id: zone ? id : null,
    name: zone?.name ?? REST,
    listener: listener?.name ?? EARS[craft.kind],
    at: listener?.at ?? craft.ears,
    mono: zone?.mono ?? false,
  };
}

/** Whose ears a pattern's own listening point is. */
export const EARS = {
  motorcycle: 'rider',
  sideBySide: 'driver',
  boat: 'helmsman',
  recreationalVehicle: 'driver',
} as const;
