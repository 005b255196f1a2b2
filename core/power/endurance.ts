import type { Battery, Chemistry } from '../job/supply';
import { COMMON_PRACTICE, memory, type Source } from '../tables/source';

/** Peukert exponents by chemistry (from memory). */
export const PEUKERT: Readonly<Record<Chemistry, number>> = { flooded: 1.25, agm: 1.12, gel: 1.15, lithium: 1.05 };
export const PEUKERT_SOURCE: Source = memory('Peukert exponents');
/** Rated hours that a capacity is stated for (common practice: the 20-hour rate). */
export const RATED_HOURS = 20;
export const RESERVE_SOURCE = COMMON_PRACTICE;

/**
 * Part of the charge kept back (common practice): half, so that the engine still starts or a lead battery
 * lives; a fifth of a lithium house battery.
 */
export const reserveOf = ({ role, chemistry }: Pick<Battery, 'role' | 'chemistry'>): number =>
  role === 'house' && chemistry === 'lithium' ? 0.2 : 0.5;

/** Times the rated current at which a battery empties as fast as `amps` does by Peukert: (I·H ÷ C)^(k − 1), at least 1. */
export function peukertFactor(battery: Pick<Battery, 'capacityAh' | 'chemistry'>, amps: number): number {
  const rate = (amps * RATED_HOURS) / battery.capacityAh;
  // Below the rated current a battery gives its rated capacity, and no more is counted on.
  return rate <= 1 ? 1 : rate ** (PEUKERT[battery.chemistry] - 1);
}

/**
 * Hours a full battery gives a steady `amps` before only its reserve is left:
 * t = H·(C ÷ (I·H))^k · (1 − reserve), and C ÷ I below the rated current. Undefined for no current, which
 * empties nothing; a new battery at room temperature.
 */
export function hoursToReserve(battery: Battery, amps: number): number | undefined {
  if (amps <= 0) return undefined;
  return (battery.capacityAh / (amps * peukertFactor(battery, amps))) * (1 - reserveOf(battery));
}
