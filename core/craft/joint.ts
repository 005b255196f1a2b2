import * as v from 'valibot';
import { Id, Text, ranged } from '../text/scalars';
import { add, rotateAbout, scale, unit, type Vec3 } from '../units/vectors';
import { Direction, Point } from './place';

export const JOINT_KINDS = {
  steer: 'steering neck',
  hinge: 'hinge',
  fold: 'folding tower',
  slide: 'slide',
  liftOff: 'lift-off, parted at a plug',
} as const;
export type JointKind = keyof typeof JOINT_KINDS;

/** What is done about wire at each, and how it is tried (common practice). */
export const JOINT_WORDS: Record<JointKind, { readonly tie: string; readonly test: string; readonly line: string }> = {
  steer: {
    tie: 'Tie at the pivot, check lock to lock; nothing may hold the bars.',
    test: 'Bars lock to lock',
    line: 'No wire pulls, pinches or holds anywhere, and the horn does not sound.',
  },
  hinge: {
    tie: 'Tie at the hinge on both sides, the slack on the side that shuts last; open and shut it.',
    test: 'through its whole swing',
    line: 'Open to its stop and shut: no wire pulls, and none lies where it shuts.',
  },
  fold: {
    tie: 'Tie at the hinge of both halves; fold it right down and up again.',
    test: 'down and up again',
    line: 'Folded right down: no wire pulls, and none lies between the feet.',
  },
  slide: {
    tie: 'Loop the slack where the slide cannot catch it; run it out and in.',
    test: 'out and in',
    line: 'Run right out and in: no wire pulls, and the loop folds where it should.',
  },
  liftOff: {
    tie: 'Its plug where a hand reaches it while the part is held; part it before the part is lifted clear.',
    test: 'parted, lifted off and put back',
    line: 'The plug parts before the lead pulls, and lies clear when the part is back on.',
  },
};

const common = {
  name: Text,
  /** `fixed` stays, `moving` moves. */
  fixed: Id,
  moving: Id,
  /** Added for the two bends at the tie points, mm (common practice). */
  bendAllowanceMm: ranged(0, 300, 'mm'),
};

/** A turn about an axis. Its obstacle lies round that axis: no wire passes nearer to it than the radius. */
const turning = {
  ...common,
  axisPoint: Point,
  axisDirection: Direction,
  /** How far it turns each way about the axis direction, degrees, right-hand rule; zero is as drawn. */
  rangeDeg: v.tuple([ranged(-200, 0, '°'), ranged(0, 200, '°')]),
  obstacleRadiusMm: ranged(0, 300, 'mm'),
};
/** A straight travel. Its obstacle, where there is one, is a round edge or post that the wire lies against. */
const travelling = {
  ...common,
  direction: Direction,
  /** How far it travels each way along the direction, mm; zero is as drawn. */
  travelMm: v.tuple([ranged(-5000, 0, 'mm'), ranged(0, 5000, 'mm')]),
  obstacle: v.nullable(v.strictObject({ point: Point, direction: Direction, radiusMm: ranged(0, 300, 'mm') })),
};

/** The connector that wires across a lift-off joint part at. */
export const JointPlug = v.strictObject({
  name: Text,
  pins: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 100, 'pins')),
  /** What one pin carries, A. */
  pinA: ranged(0.1, 200, 'A'),
  /** Its body, mm: what it must pass through. */
  w: ranged(1, 200, 'mm'),
  h: ranged(1, 200, 'mm'),
});

const kind = <K extends JointKind>(id: K) => ({ kind: v.literal(id) });
export const Joint = v.variant('kind', [
  v.strictObject({ ...kind('steer'), ...turning }),
  v.strictObject({ ...kind('hinge'), ...turning }),
  v.strictObject({ ...kind('fold'), ...turning }),
  v.strictObject({ ...kind('slide'), ...travelling }),
  v.strictObject({ ...kind('liftOff'), ...travelling, plug: JointPlug }),
]);
export type Joint = v.InferOutput<typeof Joint>;
export type TurningJoint = Extract<Joint, { readonly axisPoint: unknown }>;
export type TravellingJoint = Extract<Joint, { readonly travelMm: unknown }>;

export const isTurning = (joint: Joint): joint is TurningJoint => 'axisPoint' in joint;
/** From one end of its travel to the other: degrees, or mm. */
export const travelOf = (joint: Joint): readonly [number, number] =>
  isTurning(joint) ? joint.rangeDeg : joint.travelMm;

/** A point of the moving body when the joint stands at `at`: degrees of one that turns, mm of one that travels. */
export function moved(joint: Joint, point: Vec3, at: number): Vec3 {
  return isTurning(joint)
    ? rotateAbout(point, joint.axisPoint, unit(joint.axisDirection), (at * Math.PI) / 180)
    : add(point, scale(unit(joint.direction), at));
}
