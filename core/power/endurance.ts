import type { Job } from '../job/job';
import { COMMON_PRACTICE, memory, type Source } from '../tables/source';

export type Battery = Job['craft']['battery'];

/** Peukert exponents by chemistry (from memory). */
export const PEUKERT: Readonly<Record<Battery['chemistry'], number>> = { flooded: 1.25, agm: 1.12, lithium: 1.05 };
export const PEUKERT_SOURCE: Source = memory('Peukert exponents');
/** Rated hours that a capacity is stated for (common practice: the 20-hour rate). */
export const RATED_HOURS = 20;
/** Part of the charge kept back so that the engine still starts (common practice: half). */
export const RESTART_RESERVE = 0.5;
export const RESERVE_SOURCE = COMMON_PRACTICE;

/**
 * Hours a full battery gives a steady `amps` before only the restart reserve is left:
 * t = H·(C ÷ (I·H))^k · (1 − reserve). Undefined for no current, which empties nothing; a new battery at room
 * temperature.
 */
export function hoursToReserve(battery: Battery, amps: number): number | undefined {
  if (amps <= 0) return undefined;
  const whole = RATED_HOURS * (battery.capacityAh / (amps * RATED_HOURS)) ** PEUKERT[battery.chemistry];
  return whole * (1 - RESTART_RESERVE);
}
