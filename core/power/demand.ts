import type { Demand } from '../gear/gear';
import { memory } from '../tables/source';

export type Draw = 'full' | 'music' | 'idle';

export const MUSIC_SOURCE = memory('music average ⅛ of full power: 16 CFR 432, IEC 62368-1');

/** Part of full power that music averages to. */
export const MUSIC_POWER = 1 / 8;

/** Part of the full-sine supply current drawn on music: class D follows power, class AB its root. */
export function musicCurrentPart(amplifierClass: Demand['class']): number {
  return amplifierClass === 'D' ? MUSIC_POWER : Math.sqrt(MUSIC_POWER);
}

/**
 * Supply current law of gear that puts out `audioWatts` at full sine: constant power when its supply is
 * regulated, else a conductance (its watts fall with V²), always its idle current besides.
 */
export function drawOf(demand: Demand, audioWatts: number, draw: Draw) {
  const part = draw === 'full' ? 1 : draw === 'music' ? musicCurrentPart(demand.class) : 0;
  const watts = (part * audioWatts) / demand.efficiency;
  return demand.regulated
    ? { watts, amps: demand.idleA, siemens: 0 }
    : { watts: 0, amps: demand.idleA, siemens: watts / demand.ratedVolts ** 2 };
}
