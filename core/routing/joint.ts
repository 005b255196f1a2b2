import { isTurning, moved, travelOf, type Joint } from '../craft/joint';
import { add, cross, dot, norm, scale, sub, unit, type Vec3 } from '../units/vectors';

const RADIANS = Math.PI / 180;

export interface JointNeed {
  /** Longest taut path over the whole travel, mm, bends not counted. */
  readonly tautMaxMm: number;
  readonly tautMinMm: number;
  /** Where on its travel it is longest: degrees of a joint that turns, mm of one that travels. */
  readonly worstAt: number;
  /** What must be left between the two ties: longest path plus the bend allowance, mm. */
  readonly needMm: number;
  /** Slack that is free when the path is shortest, mm. */
  readonly parkedMm: number;
  /** Which way round its obstacle, along or against the right-hand turn of the obstacle's axis. */
  readonly side: 'left' | 'right';
}

/** What a wire lies against at a joint: all that is nearer to a straight line than a radius. */
interface Obstacle {
  readonly origin: Vec3;
  readonly radiusMm: number;
  readonly w: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
}

/** Of a joint without one, a line through its fixed tie: nothing has to go round that. */
function obstacleOf(joint: Joint, fixedTie: Vec3): Obstacle {
  const of = isTurning(joint)
    ? { point: joint.axisPoint, direction: joint.axisDirection, radiusMm: joint.obstacleRadiusMm }
    : (joint.obstacle ?? { point: fixedTie, direction: sideways(joint.direction), radiusMm: 0 });
  const w = unit(of.direction);
  const u = unit(cross(Math.abs(w[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0], w));
  return { origin: of.point, radiusMm: of.radiusMm, w, u, v: cross(w, u) };
}
const sideways = (direction: Vec3): Vec3 =>
  cross(unit(direction), Math.abs(unit(direction)[1]) < 0.9 ? [0, 1, 0] : [0, 0, 1]);

/** Distance from the obstacle's axis, angle about it and height along it. */
function polar({ origin, w, u, v }: Obstacle, point: Vec3) {
  const p = sub(point, origin);
  const x = dot(p, u);
  const y = dot(p, v);
  return { radius: Math.hypot(x, y), angle: Math.atan2(y, x), height: dot(p, w) };
}

/**
 * Shortest path round a circle of radius `r` between points at distances `a` and `b` from its centre,
 * seen under the winding angle `turn` (radians, unsigned, may exceed π). All mm.
 */
function flatPath(a: number, b: number, r: number, turn: number): number {
  const free = Math.acos(Math.min(1, r / a)) + Math.acos(Math.min(1, r / b));
  if (turn <= free) return Math.sqrt(Math.max(0, a * a + b * b - 2 * a * b * Math.cos(turn)));
  return Math.sqrt(Math.max(0, a * a - r * r)) + Math.sqrt(Math.max(0, b * b - r * r)) + r * (turn - free);
}

/** The two ties as they are seen from the obstacle, and the wire between them on a side of it. */
interface Between {
  readonly obstacle: Obstacle;
  /** Distance from the axis of the fixed tie; one inside the obstacle counts as lying on its surface. */
  readonly a: number;
  readonly fixed: ReturnType<typeof polar>;
  /** The moving tie at a point of the travel, and how far it winds round from the fixed one, keeping its side. */
  readonly movingAt: (at: number) => { readonly b: number; readonly winding: number; readonly rise: number };
}

function between(joint: Joint, fixedTie: Vec3, movingTie: Vec3): Between {
  const obstacle = obstacleOf(joint, fixedTie);
  const fixed = polar(obstacle, fixedTie);
  const drawn = polar(obstacle, movingTie);
  const least = Math.max(obstacle.radiusMm, 1e-6);
  const start = wrap(drawn.angle - fixed.angle);
  return {
    obstacle,
    a: Math.max(fixed.radius, least),
    fixed,
    movingAt: (at) => {
      const now = isTurning(joint) ? drawn : polar(obstacle, moved(joint, movingTie, at));
      return {
        b: Math.max(now.radius, least),
        // A straight travel passes the axis on one side: it never turns by half a turn.
        winding: start + (isTurning(joint) ? at * RADIANS : wrap(now.angle - drawn.angle)),
        rise: now.height - fixed.height,
      };
    },
  };
}

/** Windings a wire may have: as the ties lie, or the other way round the obstacle. */
const otherWay = (winding: number) => (winding > 0 ? -2 * Math.PI : 2 * Math.PI);

/**
 * Length a wire needs between a tie on the fixed body and a tie on the moving body, over the whole travel.
 *
 * The obstacle is a cylinder. It unrolls flat, so the shortest path outside it is √(flat² + height²), exact. A wire
 * that lies on one side of it stays on that side while the body moves, so each side is followed over the travel and the
 * side that needs less is taken. Turning about the obstacle's own axis the flat path never shortens as its winding
 * grows: the extremes are at the ends, or where the ties line up. Travelling straight outside the obstacle the length is
 * convex (the room outside a cylinder, with one side kept, has no two shortest paths): longest at an end, or where the
 * tie meets the obstacle's surface, and its shortest found by thirds to a thousandth of a millimetre.
 */
export function jointNeed(joint: Joint, fixedTie: Vec3, movingTie: Vec3): JointNeed {
  const ties = between(joint, fixedTie, movingTie);
  const [low, high] = travelOf(joint);
  const start = ties.movingAt(0).winding;
  const follow = (extra: number): JointNeed => {
    const length = (at: number) => {
      const { b, winding, rise } = ties.movingAt(at);
      return Math.hypot(flatPath(ties.a, b, ties.obstacle.radiusMm, Math.abs(winding + extra)), rise);
    };
    const stops = isTurning(joint)
      ? [Math.min(high, Math.max(low, -(start + extra) / RADIANS))]
      : surfaced(joint, ties.obstacle, movingTie);
    const marks = [low, ...stops, high];
    const worstAt = marks.reduce((most, at) => (length(at) > length(most) ? at : most), low);
    const tautMaxMm = length(worstAt);
    const shortest = isTurning(joint) ? marks : marks.slice(1).map((to, i) => leastBetween(length, marks[i]!, to));
    const tautMinMm = Math.min(...shortest.map(length));
    return {
      tautMaxMm,
      tautMinMm,
      worstAt,
      needMm: tautMaxMm + joint.bendAllowanceMm,
      parkedMm: tautMaxMm + joint.bendAllowanceMm - tautMinMm,
      side: start + extra >= 0 ? 'left' : 'right',
    };
  };
  const near = follow(0);
  if (!ties.obstacle.radiusMm && !isTurning(joint)) return near;
  const far = follow(otherWay(start));
  return far.tautMaxMm < near.tautMaxMm ? far : near;
}

/** Where on a straight travel the moving tie comes to the obstacle's surface, in order. */
function surfaced(joint: Joint, obstacle: Obstacle, movingTie: Vec3): number[] {
  const [low, high] = travelOf(joint);
  const flat = (point: Vec3): readonly [number, number] => [dot(point, obstacle.u), dot(point, obstacle.v)];
  const [px, py] = flat(sub(movingTie, obstacle.origin));
  const [dx, dy] = flat(sub(moved(joint, movingTie, 1), movingTie));
  const [a, b, c] = [dx * dx + dy * dy, px * dx + py * dy, px * px + py * py - obstacle.radiusMm ** 2];
  const root = b * b - a * c;
  if (a < 1e-12 || root <= 0) return [];
  return [(-b - Math.sqrt(root)) / a, (-b + Math.sqrt(root)) / a].filter((at) => at > low && at < high);
}

/** Where a convex length is least between two points of the travel, to a thousandth of a millimetre. */
function leastBetween(length: (at: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  while (high - low > 1e-3) {
    const [p, q] = [low + (high - low) / 3, high - (high - low) / 3];
    if (length(p) <= length(q)) high = q;
    else low = p;
  }
  return (low + high) / 2;
}

function wrap(angle: number): number {
  return Math.atan2(Math.sin(angle), Math.cos(angle));
}

/**
 * The taut path itself at a point of the travel, as points from the fixed tie to the moving tie: straight, or
 * tangent, arc round the obstacle, tangent. For drawing; its length tends to the exact one as `steps` grows.
 */
export function jointPath(joint: Joint, fixedTie: Vec3, movingTie: Vec3, at: number, steps = 12): Vec3[] {
  const ties = between(joint, fixedTie, movingTie);
  const { obstacle, a, fixed } = ties;
  const r = obstacle.radiusMm;
  const end = moved(joint, movingTie, at);
  const { side } = jointNeed(joint, fixedTie, movingTie);
  const start = ties.movingAt(0).winding;
  const extra = start >= 0 === (side === 'left') ? 0 : otherWay(start);
  const { b, winding, rise } = ties.movingAt(at);
  const turn = winding + extra;
  const leave = Math.acos(Math.min(1, r / a));
  const land = Math.acos(Math.min(1, r / b));
  if (Math.abs(turn) <= leave + land) return [fixedTie, end];
  const sense = Math.sign(turn);
  const arc = Math.abs(turn) - leave - land;
  const flat = flatPath(a, b, r, Math.abs(turn));
  const first = Math.sqrt(Math.max(0, a ** 2 - r * r));
  const points: Vec3[] = [fixedTie];
  for (let i = 0; i <= steps; i++) {
    const swept = (arc * i) / steps;
    const angle = fixed.angle + sense * (leave + swept);
    const height = fixed.height + rise * ((first + r * swept) / flat);
    const spoke = add(scale(obstacle.u, Math.cos(angle) * r), scale(obstacle.v, Math.sin(angle) * r));
    points.push(add(obstacle.origin, add(spoke, scale(obstacle.w, height))));
  }
  points.push(end);
  return points;
}

/** A joint seen along its obstacle, or where it has none straight at its travel: for a drawing in the plane. */
export interface JointView {
  /** A point in that plane, mm: to the right, and up. */
  readonly flat: (point: Vec3) => readonly [number, number];
  /** What the wire goes round there. */
  readonly obstacle: { readonly at: readonly [number, number]; readonly radiusMm: number };
}

export function jointView(joint: Joint, fixedTie: Vec3): JointView {
  const { origin, w, radiusMm } = obstacleOf(joint, fixedTie);
  // Forward to the right as on the sheet; from above where it turns about an upright axis, else from its right-hand side.
  const toward: Vec3 = Math.abs(w[2]) > 0.5 ? [0, 1, 0] : [0, 0, 1];
  const up = unit(sub(toward, scale(w, dot(toward, w))));
  const right = cross(up, Math.abs(w[2]) > 0.5 ? scale(w, Math.sign(w[2])) : scale(w, -Math.sign(w[1]) || 1));
  const flat = (point: Vec3) => {
    const p = sub(point, origin);
    return [dot(p, right), dot(p, up)] as const;
  };
  return { flat, obstacle: { at: [0, 0], radiusMm } };
}

/** Distance of a point from the axis of what a wire lies against, mm. */
export function axisDistance(joint: Joint, point: Vec3): number {
  const { origin, w } = obstacleOf(joint, point);
  return norm(cross(sub(point, origin), w));
}
