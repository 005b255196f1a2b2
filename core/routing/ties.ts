import type { Pattern } from '../craft/pattern';
import { distance, type Vec3 } from '../units/vectors';
import { otherEnd, type CraftMap, type MapLeg } from './graph';
import { jointNeed, type JointNeed } from './joint';

/** A spot on a leg that runs up to a joint's tie: how far along it, mm. */
export interface TieSpot {
  readonly at: Vec3;
  /** The leg it is on; undefined at the tie that is drawn. */
  readonly leg: string | undefined;
  readonly alongMm: number;
}
export interface BestTies {
  readonly fixed: TieSpot;
  readonly moving: TieSpot;
  readonly need: JointNeed;
  /** How much less hangs free than with the ties as they are drawn, mm. */
  readonly savesMm: number;
}

/** How far from a drawn tie another is looked for, and how closely, mm. */
const REACH_MM = 250;
const STEP_MM = 10;

/**
 * The two ties, along the legs that run up to a joint on either body, between which least hangs free: every pair of
 * spots at most 250 mm from those drawn, 10 mm apart, so that no spot between them parks less by more than 20 mm (a tie
 * moved by so much changes no length by more). Undefined where a leg crosses no joint.
 */
export function bestTies(pattern: Pattern, map: CraftMap, id: string): BestTies | undefined {
  const { leg, need, from, to } = map.legs[id]!;
  const joint = leg.joint === undefined ? undefined : pattern.joints[leg.joint];
  if (!joint || !need) return undefined;
  const [fixedSpots, movingSpots] = [spotsAt(map, from), spotsAt(map, to)];
  let best: Omit<BestTies, 'savesMm'> = { fixed: fixedSpots[0]!, moving: movingSpots[0]!, need };
  for (const fixed of fixedSpots)
    for (const moving of movingSpots) {
      const now = jointNeed(joint, fixed.at, moving.at);
      // Ties that all but meet hold the joint itself.
      if (now.tautMinMm < 2 * STEP_MM) continue;
      if (now.parkedMm < best.need.parkedMm - 1e-9) best = { fixed, moving, need: now };
    }
  return { ...best, savesMm: need.parkedMm - best.need.parkedMm };
}

/** The tie that is drawn, and spots along the legs that lead on from it on its own body. */
function spotsAt(map: CraftMap, node: string): TieSpot[] {
  const spots: TieSpot[] = [{ at: map.at(node), leg: undefined, alongMm: 0 }];
  for (const leg of map.legsAt(node)) if (!leg.need && !leg.banned) spots.push(...spotsAlong(leg, node));
  return spots;
}

function spotsAlong(leg: MapLeg, node: string): TieSpot[] {
  const points = otherEnd(leg, node) === leg.to ? leg.points : [...leg.points].reverse();
  const spots: TieSpot[] = [];
  let gone = 0;
  points.slice(1).forEach((to, i) => {
    const from = points[i]!;
    const length = distance(from, to);
    for (
      let mm = Math.ceil((gone + 1e-9) / STEP_MM) * STEP_MM;
      mm <= Math.min(gone + length, REACH_MM);
      mm += STEP_MM
    ) {
      const t = (mm - gone) / length;
      const between = (axis: 0 | 1 | 2) => from[axis] + (to[axis] - from[axis]) * t;
      spots.push({ at: [between(0), between(1), between(2)], leg: leg.id, alongMm: mm });
    }
    gone += length;
  });
  return spots;
}
