import { nodeOf, type Pattern, type Underlay } from '../craft/pattern';
import type { Projection, ViewName } from '../drawing/projection';
import type { Vec3 } from '../units/vectors';
import { inverse, type Flat, type Projective } from './photo';

type Spot = [number, number, number];
type Leg = Pattern['legs'][string];

/** The two coordinates of a point that a view shows: forward and up, or forward and left, mm. */
export const seenIn = (view: ViewName, [x, y, z]: Vec3): Flat => (view === 'side' ? [x, z] : [x, y]);
/** The point with those two changed: what the other view alone shows is kept. */
export const movedIn = (view: ViewName, [, y, z]: Vec3, [u, v]: Flat): Spot =>
  view === 'side' ? [u, y, v] : [u, v, z];

/** From end to end along a leg; nothing of an end that is not there. */
const pointsOf = (pattern: Pattern, { from, to, via }: Leg): Vec3[] =>
  [nodeOf(pattern, from)?.at, ...via, nodeOf(pattern, to)?.at].flatMap((at) => (at ? [at] : []));
/** How a leg runs in a view. */
export const legIn = (pattern: Pattern, leg: Leg, view: ViewName): Flat[] =>
  pointsOf(pattern, leg).map((at) => seenIn(view, at));

/**
 * Where a leg is nearest to a point that a view shows: which of its pieces, and the point with the third coordinate that
 * the leg has there. Whole millimetres; undefined of a leg whose ends are not there.
 */
export function nearestOn(
  pattern: Pattern,
  leg: Leg,
  view: ViewName,
  to: Flat,
): { readonly piece: number; readonly at: Spot } | undefined {
  const points = pointsOf(pattern, leg);
  let best: { readonly piece: number; readonly away: number; readonly on: Vec3 } | undefined;
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    const [p, q] = [seenIn(view, a), seenIn(view, b)];
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const square = dx * dx + dy * dy;
    // A piece that is seen end on has its middle there.
    const t = square ? Math.min(1, Math.max(0, ((to[0] - p[0]) * dx + (to[1] - p[1]) * dy) / square)) : 0.5;
    const away = Math.hypot(p[0] + t * dx - to[0], p[1] + t * dy - to[1]);
    const along = (k: 0 | 1 | 2) => Math.round(a[k] + (b[k] - a[k]) * t);
    if (!best || away < best.away) best = { piece: i, away, on: [along(0), along(1), along(2)] };
  }
  return best && { piece: best.piece, at: movedIn(view, best.on, [Math.round(to[0]), Math.round(to[1])]) };
}

/** A leg with one bend more, where a view shows `to`: put into the piece of it that is nearest there. */
export function bentAt(pattern: Pattern, leg: Leg, view: ViewName, to: Flat): Leg {
  const bend = nearestOn(pattern, leg, view, to);
  if (!bend) return leg;
  return { ...leg, via: [...leg.via.slice(0, bend.piece), bend.at, ...leg.via.slice(bend.piece)] };
}

/** A picture as wide as the view, its lower left corner on the view’s, until somebody brings it to scale. */
export function loosely([w, h]: readonly [number, number], [left, bottom, right]: readonly number[]): Underlay['toPx'] {
  const k = w / (right! - left!);
  return [k, 0, -k * left!, 0, -k, h + k * bottom!, 0, 0, 1];
}

/**
 * What takes a picture’s pixels to the sheet, as SVG has it (a, b, c, d, e, f); undefined of one taken askew, which only
 * straightened lies flat.
 */
export function onSheet(toPx: Projective, { matrix: [k, , , , x0, y0] }: Projection): readonly number[] | undefined {
  const back = toPx[6] === 0 && toPx[7] === 0 ? inverse(toPx) : undefined;
  if (!back) return undefined;
  const [a, b, c, d, e, f] = back;
  // On the sheet y points down.
  return [k * a, -k * d, k * b, -k * e, x0 + k * c, y0 - k * f];
}
