import type { Joint } from '../craft/pattern';
import { add, cross, dot, norm, rotateAbout, scale, sub, unit, type Vec3 } from '../units/vectors';

const RADIANS = Math.PI / 180;

export interface JointNeed {
  /** Longest taut path over the whole range, mm, bends not counted. */
  readonly tautMaxMm: number;
  readonly tautMinMm: number;
  /** Steering angle at which it is longest, degrees. */
  readonly worstDeg: number;
  /** What must be left between the two ties: longest path plus the bend allowance, mm. */
  readonly needMm: number;
  /** Slack that is free when the path is shortest, mm. */
  readonly parkedMm: number;
  /** Which way round the neck, seen from above: along or against the axis's right-hand turn. */
  readonly side: 'left' | 'right';
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

interface AxisFrame {
  readonly origin: Vec3;
  readonly w: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
}

function axisFrame(joint: Joint): AxisFrame {
  const w = unit(joint.axisDirection);
  const u = unit(cross(Math.abs(w[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0], w));
  return { origin: joint.axisPoint, w, u, v: cross(w, u) };
}

/** Distance from the axis, angle about it and height along it. */
function polar(frame: AxisFrame, point: Vec3) {
  const p = sub(point, frame.origin);
  const x = dot(p, frame.u);
  const y = dot(p, frame.v);
  return { radius: Math.hypot(x, y), angle: Math.atan2(y, x), height: dot(p, frame.w) };
}

/**
 * Length a wire needs between a tie on the fixed body and a tie on the turning body, from lock to lock.
 *
 * The neck is a cylinder of the joint's obstacle radius. It unrolls flat, so the shortest path outside
 * it is √(flat² + height²), exact. A wire that lies on one side of the neck stays on that side while
 * the bars turn, so each side is followed over the whole range and the side that needs less is taken.
 * The flat path never shortens as its winding angle grows, so the extremes are at the locks, or where
 * the two ties line up. A tie inside the obstacle counts as lying on its surface.
 */
export function jointNeed(joint: Joint, fixedTie: Vec3, turningTie: Vec3): JointNeed {
  const frame = axisFrame(joint);
  const r = joint.obstacleRadiusMm;
  const a = polar(frame, fixedTie);
  const b = polar(frame, turningTie);
  const radiusA = Math.max(a.radius, r, 1e-6);
  const radiusB = Math.max(b.radius, r, 1e-6);
  const rise = b.height - a.height;
  const [low, high] = joint.rangeDeg;
  const straight = wrap(b.angle - a.angle);

  const follow = (start: number, side: JointNeed['side']): JointNeed => {
    const length = (deg: number) => Math.hypot(flatPath(radiusA, radiusB, r, Math.abs(start + deg * RADIANS)), rise);
    const aligned = -start / RADIANS;
    const nearest = Math.min(high, Math.max(low, aligned));
    const worstDeg = length(low) > length(high) ? low : high;
    const tautMaxMm = length(worstDeg);
    const tautMinMm = length(nearest);
    return {
      tautMaxMm,
      tautMinMm,
      worstDeg,
      needMm: tautMaxMm + joint.bendAllowanceMm,
      parkedMm: tautMaxMm + joint.bendAllowanceMm - tautMinMm,
      side,
    };
  };
  const other = straight > 0 ? straight - 2 * Math.PI : straight + 2 * Math.PI;
  const near = follow(straight, straight >= 0 ? 'left' : 'right');
  const far = follow(other, other >= 0 ? 'left' : 'right');
  return far.tautMaxMm < near.tautMaxMm ? far : near;
}

function wrap(angle: number): number {
  return Math.atan2(Math.sin(angle), Math.cos(angle));
}

/** A point of the turning body when the joint stands at `deg` degrees. */
export function turned(joint: Joint, point: Vec3, deg: number): Vec3 {
  return rotateAbout(point, joint.axisPoint, unit(joint.axisDirection), deg * RADIANS);
}

/**
 * The taut path itself at `deg` degrees, as points from the fixed tie to the turning tie: straight, or
 * tangent, arc round the neck, tangent. For drawing; its length tends to the exact one as `steps` grows.
 */
export function jointPath(joint: Joint, fixedTie: Vec3, turningTie: Vec3, deg: number, steps = 12): Vec3[] {
  const frame = axisFrame(joint);
  const r = joint.obstacleRadiusMm;
  const end = turned(joint, turningTie, deg);
  const a = polar(frame, fixedTie);
  const b = polar(frame, turningTie);
  const { side } = jointNeed(joint, fixedTie, turningTie);
  let start = wrap(b.angle - a.angle);
  if (start >= 0 !== (side === 'left')) start += side === 'left' ? 2 * Math.PI : -2 * Math.PI;
  const turn = start + deg * RADIANS;
  const leave = Math.acos(Math.min(1, r / Math.max(a.radius, r)));
  const land = Math.acos(Math.min(1, r / Math.max(b.radius, r)));
  if (Math.abs(turn) <= leave + land) return [fixedTie, end];
  const sense = Math.sign(turn);
  const arc = Math.abs(turn) - leave - land;
  const flat = flatPath(Math.max(a.radius, r), Math.max(b.radius, r), r, Math.abs(turn));
  const first = Math.sqrt(Math.max(0, a.radius ** 2 - r * r));
  const rise = b.height - a.height;
  const points: Vec3[] = [fixedTie];
  for (let i = 0; i <= steps; i++) {
    const swept = (arc * i) / steps;
    const angle = a.angle + sense * (leave + swept);
    const height = a.height + rise * ((first + r * swept) / flat);
    const spoke = add(scale(frame.u, Math.cos(angle) * r), scale(frame.v, Math.sin(angle) * r));
    points.push(add(frame.origin, add(spoke, scale(frame.w, height))));
  }
  points.push(end);
  return points;
}

/** Distance of a point from the joint's axis, mm. */
export function axisDistance(joint: Joint, point: Vec3): number {
  return norm(cross(sub(point, joint.axisPoint), unit(joint.axisDirection)));
}
