import type { Demand } from '../gear/gear';
import { LISTENING } from '../job/supply';
import { memory } from '../tables/source';

export type Draw = 'full' | 'music' | 'idle';

export const MUSIC_SOURCE = memory('music average ⅛ of full power: 16 CFR 432, IEC 62368-1');

/** Part of full power that each draw averages to. */
export const DRAW_PARTS: Readonly<Record<Draw, number>> = { full: 1, music: LISTENING.music.part, idle: 0 };

/** Part of the full-sine supply current at a part of full power: class D follows the power, class AB its root. */
export function currentPart(amplifierClass: Demand['class'], part: number): number {
  return amplifierClass === 'D' ? part : Math.sqrt(part);
}

/**
 * Supply current law of gear that puts out `part` of `audioWatts`: constant power when its supply is
 * regulated, else a conductance (its watts fall with V²), always its idle current and what its sockets give besides.
 */
export function drawOf(demand: Demand, audioWatts: number, draw: Draw | number) {
  const part = typeof draw === 'number' ? draw : DRAW_PARTS[draw];
  const watts = (currentPart(demand.class, part) * audioWatts) / demand.efficiency;
  const amps = demand.idleA + demand.socketA;
  return demand.regulated ? { watts, amps, siemens: 0 } : { watts: 0, amps, siemens: watts / demand.ratedVolts ** 2 };
}
