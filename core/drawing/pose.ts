import { isTurning, moved, type Joint } from '../craft/joint';
import type { Pattern } from '../craft/pattern';
import type { Vec3 } from '../units/vectors';
import type { Projection, ViewName } from './projection';

/** x′ = a·x + c·y + e, y′ = b·x + d·y + f, as SVG has it. */
type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

const after = ([a, b, c, d, e, f]: Affine, [p, q, r, s, t, u]: Affine): Affine => [
  a * p + c * q,
  b * p + d * q,
  a * r + c * s,
  b * r + d * s,
  a * t + c * u + e,
  b * t + d * u + f,
];

/** How far into the view a body lies, mm: its places and junctions in the middle, else the joint’s axis. */
function depthOf({ places, junctions }: Pattern, joint: Joint, view: ViewName): number {
  const across = view === 'side' ? 1 : 2;
  const depths = [...Object.values(places), ...Object.values(junctions)].flatMap(({ body, at }) =>
    body === joint.moving ? [at[across]] : [],
  );
  if (depths.length) return depths.reduce((sum, one) => sum + one, 0) / depths.length;
  return isTurning(joint) ? joint.axisPoint[across] : 0;
}

/**
 * What each body that has moved does to its lines in a view, mm, with the joints standing so. A line says two of three
 * coordinates: exact where a body turns about an axis that is seen end on or travels, and for what lies as deep in the
 * view as the body’s own places do; a part of it that is `h` mm nearer or farther is drawn off by up to `h` times the
 * sine of the turn.
 */
export function posesOf(
  pattern: Pattern,
  standing: Readonly<Record<string, number>>,
  view: ViewName,
): ReadonlyMap<string, Affine> {
  const poses = new Map<string, Affine>();
  const own = (joint: Joint, at: number): Affine => {
    const depth = depthOf(pattern, joint, view);
    const seen = (u: number, v: number): readonly [number, number] => {
      const point: Vec3 = view === 'side' ? [u, depth, v] : [u, v, depth];
      const [x, y, z] = moved(joint, point, at);
      return [x, view === 'side' ? z : y];
    };
    const [o, p, q] = [seen(0, 0), seen(1000, 0), seen(0, 1000)];
    return [(p[0] - o[0]) / 1000, (p[1] - o[1]) / 1000, (q[0] - o[0]) / 1000, (q[1] - o[1]) / 1000, o[0], o[1]];
  };
  /** What a body hangs on moves it too; one that hangs on itself is moved once. */
  const poseOf = (body: string, seen: ReadonlySet<string>): Affine | undefined => {
    for (const [id, joint] of Object.entries(pattern.joints)) {
      if (joint.moving !== body || seen.has(joint.fixed)) continue;
      const under = poseOf(joint.fixed, new Set([...seen, body]));
      const at = Object.hasOwn(standing, id) ? standing[id]! : 0;
      if (!at && !under) continue;
      const mine: Affine = at ? own(joint, at) : [1, 0, 0, 1, 0, 0];
      return under ? after(under, mine) : mine;
    }
    return undefined;
  };
  if (Object.values(standing).some((at) => at !== 0))
    for (const body of Object.keys(pattern.bodies)) {
      const pose = poseOf(body, new Set([body]));
      if (pose) poses.set(body, pose);
    }
  return poses;
}

/** The same as an SVG transform of what is drawn in the view’s millimetres. */
export const transformOf = (pose: Affine): string => `matrix(${pose.map((n) => Number(n.toFixed(6))).join(' ')})`;

/** And of what is drawn on the sheet already. */
export function onSheet(pose: Affine, { matrix }: Projection): string {
  const [k, , , s, x, y] = matrix;
  const back: Affine = [1 / k, 0, 0, 1 / s, -x / k, -y / s];
  return transformOf(after(after(matrix, pose), back));
}
