import { HAZARDS } from '../craft/leg';
import type { MapLeg } from './graph';

/** What pulling takes besides the covers, minutes (common practice). */
const PULL = { aMetre: 0.5, hole: 1, joint: 1 } as const;

/** Minutes of pulling what lies together along a leg: its length, its holes, its joint and what it is kept off. */
export const pullMinutes = ({ lengthMm, leg, need }: MapLeg): number =>
  (lengthMm / 1000) * PULL.aMetre +
  Object.keys(leg.passes ?? {}).length * PULL.hole +
  (need ? PULL.joint : 0) +
  leg.hazards.reduce((sum, hazard) => sum + HAZARDS[hazard].minutes, 0);
