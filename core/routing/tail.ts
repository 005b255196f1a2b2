import { pointIn, wayIn } from '../craft/frame';
import type { GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import type { Fitted } from '../panels/fitted';
import { leadsOut } from '../panels/piece';
import { add, distance, dot, norm, scale, sub, type Vec3 } from '../units/vectors';

const FULL = 2 * Math.PI;
/** An angle from 0 to a full turn; what falls short of one by rounding is none. */
const turning = (angle: number): number => {
  const left = ((angle % FULL) + FULL) % FULL;
  return FULL - left < 1e-9 ? 0 : left;
};

/**
 * Length of the shortest way from `from`, left along the unit direction `way`, to `to`, nowhere bent tighter than
 * `radius`; mm. A turn on one circle and a straight, or where that circle has the end within it, turns on two:
 * Dubins’s paths with the direction at the end left free. It lies in one plane, so that space adds nothing.
 */
export function bentLength(from: Vec3, way: Vec3, to: Vec3, radius: number): number {
  const off = sub(to, from);
  const ahead = dot(off, way);
  const aside = norm(sub(off, scale(way, ahead)));
  if (radius <= 0) return Math.hypot(ahead, aside);
  // The end is at (ahead, aside); the lead sets out along the first of these, and turns about (0, ±radius).
  const near = Math.hypot(ahead, aside - radius);
  if (near >= radius) {
    const angle = Math.atan2(aside - radius, ahead) - Math.acos(radius / near);
    return radius * turning(angle + Math.PI / 2) + Math.sqrt(near * near - radius * radius);
  }
  // First away from it, then round a circle that touches the first one and has the end on it.
  const far = Math.hypot(ahead, aside + radius);
  const towards = Math.atan2(aside + radius, ahead);
  const half = Math.acos(Math.min(1, Math.max(-1, (3 * radius * radius + far * far) / (4 * radius * far))));
  return Math.min(
    ...[towards - half, towards + half].map((at) => {
      const [x, y] = [2 * radius * Math.cos(at), 2 * radius * Math.sin(at) - radius];
      const end = Math.atan2(aside - y, ahead - x);
      return radius * (turning(Math.PI / 2 - at) + turning(end - at - Math.PI));
    }),
  );
}

/** Where a lead is joined to gear, in craft mm: it goes `straightMm` along `out` to `bends`, and bends from there. */
export interface LeadEnd {
  readonly bends: Vec3;
  readonly out: Vec3;
  readonly straightMm: number;
  readonly bendMm: number;
}

export function leadEnd(item: GearItem, { at, lying, frame }: Fitted): LeadEnd {
  const { from, way, straightMm, bendMm } = leadsOut(mountOf(item), lying);
  const joined = pointIn(frame, at[0] + from.at[0], at[1] + from.at[1], from.deepMm);
  const out = wayIn(frame, ...way.at, way.deepMm);
  return { bends: add(joined, scale(out, straightMm)), out, straightMm, bendMm };
}

/**
 * By how much a wire is longer than the way it follows, mm, for ending at the plugs of its gear and not in the middle of
 * their places; less than nothing where it is shorter. The last bend before either plug is counted, and between two with
 * no other between them the wider one.
 */
export function endsMm(points: readonly Vec3[], first: LeadEnd | undefined, last: LeadEnd | undefined): number {
  if (!first && !last) return 0;
  const bent = (end: LeadEnd | undefined, from: Vec3, to: Vec3) =>
    end ? bentLength(end.bends, end.out, to, end.bendMm) : distance(from, to);
  const straight = (first?.straightMm ?? 0) + (last?.straightMm ?? 0);
  const [a, b] = [points[0]!, points.at(-1)!];
  if (points.length < 3) {
    const [from, to] = [first?.bends ?? a, last?.bends ?? b];
    return straight + Math.max(bent(first, from, to), bent(last, to, from)) - distance(a, b);
  }
  const [next, before] = [points[1]!, points.at(-2)!];
  return straight + bent(first, a, next) - distance(a, next) + bent(last, b, before) - distance(b, before);
}
