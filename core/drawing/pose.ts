import { isTurning, moved, type Joint } from '../craft/joint';
import type { Pattern } from '../craft/pattern';
import { mapped } from '../document/edits';
import type { Fitted } from '../panels/fitted';
import { add, sub, type Vec3 } from '../units/vectors';
import type { ViewName } from './projection';

/** Joints shown away from where they are drawn, and where each stands: degrees, or mm of travel. */
export type Standing = Readonly<Record<string, number>>;
type Point = [number, number, number];
type Motion = (point: Vec3) => Point;

/**
 * How each body that is moved moves its points, with the joints standing so: what a body is on moves it too. A body
 * that is on itself, by whatever way round, is moved once.
 */
function motionsOf({ bodies, joints }: Pattern, standing: Standing): ReadonlyMap<string, Motion> {
  const motionOf = (body: string, above: readonly string[]): Motion | undefined => {
    const [id, joint] = Object.entries(joints).find(([, { moving }]) => moving === body) ?? [];
    if (!joint || above.includes(body)) return undefined;
    const under = motionOf(joint.fixed, [...above, body]);
    const at = Object.hasOwn(standing, id!) ? standing[id!]! : 0;
    if (at === 0) return under;
    return (point) => {
      const [x, y, z] = moved(joint, point, at);
      return under ? under([x, y, z]) : [x, y, z];
    };
  };
  const motions = new Map<string, Motion>();
  if (Object.values(standing).some((at) => at !== 0))
    for (const body of Object.keys(bodies)) {
      const motion = motionOf(body, []);
      if (motion) motions.set(body, motion);
    }
  return motions;
}

const turned = (motion: Motion, from: Vec3, direction: Vec3): Point => {
  const [x, y, z] = sub(motion(add(from, direction)), motion(from));
  return [x, y, z];
};

/** Gear fitted on panels, gone with the body its place is on. The very same as it is where no joint has moved. */
export function posedMounts<F extends Pick<Fitted, 'place' | 'frame'>>(
  pattern: Pattern,
  standing: Standing,
  mounts: Readonly<Record<string, F>>,
): Readonly<Record<string, F>> {
  const motions = motionsOf(pattern, standing);
  if (!motions.size) return mounts;
  return mapped(mounts, (fitted) => {
    const motion = motions.get(pattern.places[fitted.place]?.body ?? '');
    if (!motion) return fitted;
    const { at, across, up, out } = fitted.frame;
    const [a, b, c] = [across, up, out].map((axis) => turned(motion, at, axis));
    return { ...fitted, frame: { at: motion(at), across: a!, up: b!, out: c! } };
  });
}

/** The craft with its joints standing so: where places, junctions and legs then are. The very same one as drawn. */
export function posedCraft(pattern: Pattern, standing: Standing): Pattern {
  const motions = motionsOf(pattern, standing);
  if (!motions.size) return pattern;
  const bodyOf = (node: string) => (pattern.places[node] ?? pattern.junctions[node])?.body;
  return {
    ...pattern,
    places: mapped(pattern.places, (place) => {
      const motion = motions.get(place.body);
      return motion ? { ...place, at: motion(place.at), faces: turned(motion, place.at, place.faces) } : place;
    }),
    junctions: mapped(pattern.junctions, (junction) => {
      const motion = motions.get(junction.body);
      return motion ? { ...junction, at: motion(junction.at) } : junction;
    }),
    legs: mapped(pattern.legs, (leg) => {
      // What crosses a joint has its ends on two bodies, and nothing between them.
      const motion = motions.get(bodyOf(leg.from) ?? '');
      return motion && leg.joint === undefined ? { ...leg, via: leg.via.map(motion) } : leg;
    }),
    joints: mapped(pattern.joints, (joint): Joint => {
      const motion = motions.get(joint.fixed);
      if (!motion) return joint;
      if (!isTurning(joint)) return { ...joint, direction: turned(motion, [0, 0, 0], joint.direction) };
      const { axisPoint, axisDirection } = joint;
      return { ...joint, axisPoint: motion(axisPoint), axisDirection: turned(motion, axisPoint, axisDirection) };
    }),
  };
}

/** x′ = a·x + c·y + e, y′ = b·x + d·y + f, as SVG has it. */
type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** How deep in the view a body lies, mm: its places and junctions on average; 0 where it has none. */
function depthOf({ places, junctions }: Pattern, body: string, view: ViewName): number {
  const depths = [...Object.values(places), ...Object.values(junctions)].flatMap((node) =>
    node.body === body ? [node.at[view === 'side' ? 1 : 2]] : [],
  );
  return depths.reduce((sum, one) => sum + one, 0) / (depths.length || 1);
}

/**
 * What each body that has moved does to its lines in a view, mm. A line says two of three coordinates: exact where a
 * body turns about an axis that is seen end on or travels, and for what lies as deep in the view as the body’s own
 * places do; a part of it that is `h` mm nearer or farther is drawn off by up to `h` times the sine of the turn.
 */
export function posesOf(pattern: Pattern, standing: Standing, view: ViewName): ReadonlyMap<string, Affine> {
  const poses = new Map<string, Affine>();
  for (const [body, motion] of motionsOf(pattern, standing)) {
    const depth = depthOf(pattern, body, view);
    const seen = (u: number, v: number): readonly [number, number] => {
      const [x, y, z] = motion(view === 'side' ? [u, depth, v] : [u, v, depth]);
      return [x, view === 'side' ? z : y];
    };
    // A rigid motion is affine in what is seen: three points say it whole.
    const [o, p, q] = [seen(0, 0), seen(1000, 0), seen(0, 1000)];
    poses.set(body, [
      (p[0] - o[0]) / 1000,
      (p[1] - o[1]) / 1000,
      (q[0] - o[0]) / 1000,
      (q[1] - o[1]) / 1000,
      o[0],
      o[1],
    ]);
  }
  return poses;
}
