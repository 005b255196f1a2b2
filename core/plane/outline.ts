import * as v from 'valibot';
import { ranged } from '../text/scalars';
import { grown, regionArea, regionOf } from './region';
import { circle, cornerFits, polygon, rectangle, type Contour, type Point } from './contour';

/** Farthest a point of a panel lies from where it is measured from, mm. */
const Measured = ranged(-5000, 5000, 'mm');
const Size = ranged(1, 5000, 'mm');
const Corner = ranged(0, 1000, 'mm');
export const At = v.tuple([Measured, Measured]);

/** Most corners an outline may be described with. */
const MOST_CORNERS = 60;

function crosses(points: readonly Point[]): boolean {
  const n = points.length;
  const side = ([ax, ay]: Point, [bx, by]: Point, [px, py]: Point) =>
    Math.sign((bx - ax) * (py - ay) - (by - ay) * (px - ax));
  const between = (a: number, b: number, p: number) => Math.min(a, b) <= p && p <= Math.max(a, b);
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const [a, b, c, d] = [points[i]!, points[(i + 1) % n]!, points[j]!, points[(j + 1) % n]!];
      const next = j === i + 1 || (i === 0 && j === n - 1);
      if (next) {
        // Two edges in a row meet in one point, and do not run back on each other.
        const [before, at, after] = j === i + 1 ? [a, b, d] : [c, a, b];
        const back = (before[0] - at[0]) * (after[0] - at[0]) + (before[1] - at[1]) * (after[1] - at[1]) > 0;
        if (side(before, at, after) === 0 && back) return true;
        continue;
      }
      const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
      if (s1 * s2 < 0 && s3 * s4 < 0) return true;
      const on = (p: Point, q: Point, r: Point, s: number) =>
        s === 0 && between(p[0], q[0], r[0]) && between(p[1], q[1], r[1]);
      if (on(a, b, c, s1) || on(a, b, d, s2) || on(c, d, a, s3) || on(c, d, b, s4)) return true;
    }
  return false;
}

/** A shape as it is measured: by its sizes about its own middle, or by its corners. */
export const Outline = v.variant('shape', [
  v.pipe(
    v.strictObject({ shape: v.literal('rectangle'), w: Size, h: Size, corner: Corner }),
    v.check(({ w, h, corner }) => corner <= Math.min(w, h) / 2, 'expected corners of half the shorter side at most'),
  ),
  v.strictObject({ shape: v.literal('round'), d: Size }),
  v.pipe(
    v.strictObject({
      shape: v.literal('polygon'),
      points: v.pipe(
        v.array(At),
        v.minLength(3, 'expected three corners at least'),
        v.maxLength(MOST_CORNERS, `expected ${MOST_CORNERS} corners at most`),
        v.check((points) => !crosses(points), 'expected an outline that does not touch or cross itself'),
      ),
      corner: Corner,
    }),
    v.check(
      ({ points, corner }) => corner === 0 || cornerFits(points, corner),
      'expected corners that leave something of every edge',
    ),
  ),
]);
export type Outline = v.InferOutput<typeof Outline>;

/** An outline larger by so much all round, mm, or smaller, a millimetre across at least; corners outward become round. */
export function grownOutline(outline: Outline, mm: number): Outline {
  const size = (of: number) => Math.max(1, of + 2 * mm);
  if (outline.shape === 'round') return { ...outline, d: size(outline.d) };
  if (outline.shape === 'rectangle') {
    const [w, h] = [size(outline.w), size(outline.h)];
    return { ...outline, w, h, corner: Math.min(Math.max(0, outline.corner + mm), w / 2, h / 2) };
  }
  const [largest] = [...grown(regionOf(contourOf(outline)), mm)].sort((a, b) => regionArea([b]) - regionArea([a]));
  return largest
    ? { shape: 'polygon', points: largest.map(([x, y]) => [x, y]), corner: 0 }
    : { shape: 'rectangle', w: 1, h: 1, corner: 0 };
}
export const grownContour = (outline: Outline, mm: number): Contour => contourOf(grownOutline(outline, mm));

const known = new WeakMap<Outline, Contour>();

/** The contour of an outline: a rectangle or circle about 0, 0, a polygon where its corners are. */
export function contourOf(outline: Outline): Contour {
  let contour = known.get(outline);
  if (!contour) known.set(outline, (contour = drawn(outline)));
  return contour;
}
function drawn(outline: Outline): Contour {
  if (outline.shape === 'round') return circle([0, 0], outline.d);
  if (outline.shape === 'rectangle') return rectangle([0, 0], outline.w, outline.h, outline.corner);
  return polygon(outline.points, outline.corner);
}
