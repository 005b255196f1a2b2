import * as v from 'valibot';
import { Id, Text, ranged } from '../text/scalars';
import { add, cross, dot, norm, scale, sub, type Vec3 } from '../units/vectors';
import { Point } from './place';

/** Why a room is kept free. */
export const KEEP_FREE_KINDS = {
  lamp: 'lamp bowl',
  key: 'sweep of the key',
  hand: 'sweep of hand or lever',
  sight: 'line of sight',
  duct: 'vent duct',
  swing: 'swing of a lid or part',
} as const;
export type KeepFreeKind = keyof typeof KEEP_FREE_KINDS;
export const KEEP_FREE_KIND_IDS = Object.keys(KEEP_FREE_KINDS) as [KeepFreeKind, ...KeepFreeKind[]];

const Size = ranged(1, 5000, 'mm');
/** Room on a body that neither gear nor wire may fill. */
export const KeepFree = v.strictObject({
  name: Text,
  kind: v.picklist(KEEP_FREE_KIND_IDS),
  body: Id,
  /** A box along the craft's own axes, or what lies within a radius of a straight line. */
  shape: v.variant('is', [
    v.strictObject({ is: v.literal('box'), at: Point, size: v.tuple([Size, Size, Size]) }),
    v.strictObject({ is: v.literal('round'), from: Point, to: Point, radiusMm: ranged(1, 1000, 'mm') }),
  ]),
});
export type KeepFree = v.InferOutput<typeof KeepFree>;

/** A box that stands as it likes: its middle, its own three directions, and its sizes along them, mm. */
export interface Standing {
  readonly centre: Vec3;
  readonly across: Vec3;
  readonly up: Vec3;
  readonly out: Vec3;
  readonly size: { readonly w: number; readonly h: number; readonly d: number };
}
type Shape = KeepFree['shape'];
const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** How far a box reaches into a room that is kept free, mm: the least it would have to move to be out of it; 0 where it is. */
export function reachesInto(shape: Shape, box: Standing): number {
  return shape.is === 'box'
    ? overlap(box, { centre: shape.at, across: AXES[0]!, up: AXES[1]!, out: AXES[2]!, size: sizeOf(shape.size) })
    : Math.max(0, shape.radiusMm - leastAlong(shape.from, shape.to, (point) => outside(box, point)));
}
const sizeOf = ([w, h, d]: readonly [number, number, number]) => ({ w, h, d });

/** Two boxes overlap where no direction parts them; by how much is least along their sides and what is square to a pair of them. */
function overlap(a: Standing, b: Standing): number {
  const sides = [a.across, a.up, a.out];
  const others = [b.across, b.up, b.out];
  const crossed = sides.flatMap((one) => others.map((other) => cross(one, other)));
  const apart = sub(b.centre, a.centre);
  let least = Number.MAX_VALUE;
  for (const axis of [...sides, ...others, ...crossed]) {
    const length = norm(axis);
    // Two sides that run alike part nothing that the sides themselves do not.
    if (length < 1e-9) continue;
    const along = scale(axis, 1 / length);
    least = Math.min(least, reach(a, along) + reach(b, along) - Math.abs(dot(apart, along)));
    if (least <= 0) return 0;
  }
  return least;
}
const reach = ({ across, up, out, size }: Standing, along: Vec3): number =>
  (Math.abs(dot(across, along)) * size.w + Math.abs(dot(up, along)) * size.h + Math.abs(dot(out, along)) * size.d) / 2;

/** How far a point is outside a box, mm; 0 inside. */
function outside({ centre, across, up, out, size }: Standing, point: Vec3): number {
  const p = sub(point, centre);
  const beyond = (axis: Vec3, side: number) => Math.max(0, Math.abs(dot(p, axis)) - side / 2);
  return Math.hypot(beyond(across, size.w), beyond(up, size.h), beyond(out, size.d));
}

/** The length of a straight piece of wire that lies in a room that is kept free, mm. */
export function liesIn(shape: Shape, from: Vec3, to: Vec3): number {
  const along = sub(to, from);
  const length = norm(along);
  if (!length) return 0;
  const inside = (t: number): number => {
    const point = add(from, scale(along, t));
    if (shape.is === 'round') return distanceTo(shape.from, shape.to, point) - shape.radiusMm;
    return Math.max(...AXES.map((axis, i) => Math.abs(dot(sub(point, shape.at), axis)) - shape.size[i]! / 2));
  };
  // How far a point is from a body without hollows has one least value along a line: what is in lies round it.
  const middle = leastAt(inside);
  if (inside(middle) >= 0) return 0;
  return (edgeOf(inside, middle, 1) - edgeOf(inside, middle, 0)) * length;
}

/** Where a rising function crosses zero between where it is below and an end; that end where it never does. */
function edgeOf(f: (t: number) => number, below: number, end: number): number {
  if (f(end) <= 0) return end;
  let [low, high] = [below, end];
  for (let i = 0; i < 50; i++) {
    const t = (low + high) / 2;
    if (f(t) <= 0) low = t;
    else high = t;
  }
  return low;
}

const distanceTo = (from: Vec3, to: Vec3, point: Vec3): number => {
  const along = sub(to, from);
  const square = dot(along, along);
  const t = square ? Math.min(1, Math.max(0, dot(sub(point, from), along) / square)) : 0;
  return norm(sub(point, add(from, scale(along, t))));
};
const leastAlong = (from: Vec3, to: Vec3, f: (point: Vec3) => number): number => {
  const at = (t: number) => add(from, scale(sub(to, from), t));
  return f(at(leastAt((t) => f(at(t)))));
};
/** Where a function without two valleys is least from 0 to 1, by thirds. */
function leastAt(f: (t: number) => number): number {
  let [low, high] = [0, 1];
  while (high - low > 1e-7) {
    const [p, q] = [low + (high - low) / 3, high - (high - low) / 3];
    if (f(p) <= f(q)) high = q;
    else low = p;
  }
  return (low + high) / 2;
}
