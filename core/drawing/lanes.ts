import type { Pattern } from '../craft/pattern';
import type { Job } from '../job/job';
import { seatOf } from '../mounting/index';
import { craftMap, jointPath, type CraftMap } from '../routing/index';
import type { Vec3 } from '../units/vectors';
import type { Projection, Px } from './projection';
import type { Run, Way } from '../connections/runs';
import type { Fitted } from '../panels/fitted';

export interface Lane {
  readonly run: Run;
  readonly path: string;
  /** Its corners, from the run's first end to its last. */
  readonly points: readonly Px[];
  /** Where the lane can best be told from its neighbours: what its label points at. */
  readonly label: Px;
}

/** A wire as drawn, px, unless its station draws it by gauge. */
export const WIRE_WIDTH = 3;
/** Between two wires, px: their casings and a sliver of paper. */
const LANE_GAP = 2.4;
/** Radius a wire is drawn to turn with, px; less where its straights are short. */
const BEND = 9;
/** A lane that changes place within a bundle does so over this length either side of the node, px. */
const TAPER = 11;

type Laid = Run & { readonly way: Way };

/**
 * One line per run; runs that share a leg lie side by side, each on the side it will leave by, so that
 * two runs cross only where their own ways make them.
 */
export function layLanes(
  gearOn: Job['gear'],
  mounts: Readonly<Record<string, Fitted>>,
  pattern: Pattern,
  runs: readonly Run[],
  projection: Projection,
  widthOf: (run: Run) => number = () => WIRE_WIDTH,
): Lane[] {
  const map = craftMap(pattern);
  const laid = runs.filter((run): run is Laid => run.way !== undefined);
  const courses = new Map<string, readonly Px[]>();
  const courseOf = (id: string): readonly Px[] => {
    let course = courses.get(id);
    if (!course) courses.set(id, (course = courseOn(pattern, map, id).map(projection.to)));
    return course;
  };
  const gearAt = (end: string): Px | undefined => {
    const gear = gearOn[end];
    if (!gear || gear.place === null) return undefined;
    return projection.to(seatOf(gear.item, pattern.places[gear.place]!, mounts[end]).centre);
  };
  const lanes = orderLanes(map, laid, courseOf);
  const breadth = new Map(laid.map((run) => [run.id, widthOf(run) + LANE_GAP]));
  const across = (ids: readonly string[]) => ids.reduce((sum, id) => sum + breadth.get(id)!, 0);
  return laid.map((run): Lane => {
    const straights = run.way.legs.flatMap((id, i) => {
      const order = lanes.get(id)!;
      const forward = map.legs[id]!.from === run.way.nodes[i];
      const before = order.slice(0, order.indexOf(run.id));
      const shift = across(before) + breadth.get(run.id)! / 2 - across(order) / 2;
      const course = forward ? courseOf(id) : [...courseOf(id)].reverse();
      return straightsOf(course, forward ? shift : -shift, order.length);
    });
    const points = straights.length ? joinStraights(straights) : [projection.to(run.points[0]!)];
    // A wire ends in the gear itself, wherever that sits in its place.
    const [first, last] = [gearAt(run.from), gearAt(run.to)];
    if (first) points.unshift(first);
    if (last) points.push(last);
    return { run, points, path: bentPath(points), label: labelSpot(straights) ?? points[0]! };
  });
}

function courseOn(pattern: Pattern, map: CraftMap, id: string): readonly Vec3[] {
  const { leg, points } = map.legs[id]!;
  const joint = leg.joint === undefined ? undefined : pattern.joints[leg.joint]!;
  return joint ? jointPath(joint, points[0]!, points.at(-1)!, 0) : points;
}

// ── Which lane ──────────────────────────────────────────────────────────────────────────────────

/** Runs of every leg, from the left of one who walks it from end `from` to end `to`. */
function orderLanes(
  map: CraftMap,
  runs: readonly Laid[],
  courseOf: (leg: string) => readonly Px[],
): ReadonlyMap<string, readonly string[]> {
  const onLeg = new Map<string, Laid[]>();
  for (const run of runs) for (const leg of run.way.legs) onLeg.set(leg, [...(onLeg.get(leg) ?? []), run]);

  /** The way on of a run from a leg, in the leg's own direction or against it: leg, and whether it is walked from its `from`. */
  const onwards = (run: Laid, legId: string, along: boolean): Step[] => {
    const at = run.way.legs.indexOf(legId);
    const sameSense = (map.legs[legId]!.from === run.way.nodes[at]) === along;
    const steps = run.way.legs.map((id, i) => ({
      id,
      forward: (map.legs[id]!.from === run.way.nodes[i]) === sameSense,
    }));
    return sameSense ? steps.slice(at) : steps.slice(0, at + 1).reverse();
  };
  /** Negative when `a` parts from `b` to the left, walking from the leg onwards. */
  const parting = (a: Laid, b: Laid, legId: string, along: boolean): number => {
    const [ways, others] = [onwards(a, legId, along), onwards(b, legId, along)];
    let i = 0;
    while (ways[i + 1] && ways[i + 1]!.id === others[i + 1]?.id) i++;
    const arriving = endDirection(courseOf(ways[i]!.id), ways[i]!.forward);
    const turn = (step: Step | undefined) =>
      step ? turnBetween(arriving, startDirection(courseOf(step.id), step.forward)) : 0;
    return turn(ways[i + 1]) - turn(others[i + 1]);
  };
  const rank = new Map(runs.map((run, i) => [run.id, i]));
  /**
   * Where the two ends of a stretch disagree the runs must cross: the end the earlier run walks to is asked
   * first, on every leg, so that they cross but once. Runs that never part keep the order they were given.
   */
  const besides = (a: Laid, b: Laid, legId: string): number => {
    const given = rank.get(a.id)! - rank.get(b.id)!;
    const earlier = given < 0 ? a : b;
    const along = map.legs[legId]!.from === earlier.way.nodes[earlier.way.legs.indexOf(legId)];
    const sense = along ? 1 : -1;
    return sense * parting(a, b, legId, along) || -sense * parting(a, b, legId, !along) || sense * given;
  };
  return new Map(
    [...onLeg].map(([legId, own]) => [legId, own.sort((a, b) => besides(a, b, legId)).map((run) => run.id)]),
  );
}

interface Step {
  readonly id: string;
  readonly forward: boolean;
}

const towards = (a: Px, b: Px): Px => {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
};
const startDirection = (course: readonly Px[], forward: boolean): Px =>
  forward ? towards(course[0]!, course[1]!) : towards(course.at(-1)!, course.at(-2)!);
const endDirection = (course: readonly Px[], forward: boolean): Px =>
  forward ? towards(course.at(-2)!, course.at(-1)!) : towards(course[1]!, course[0]!);
/** Angle from one direction to another, radians, rightwards positive on a sheet whose y runs down. */
const turnBetween = (a: Px, b: Px): number => Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]);

// ── Where it lies ───────────────────────────────────────────────────────────────────────────────

/** A straight piece of a lane and how many lanes lie there. */
interface Straight {
  readonly a: Px;
  readonly b: Px;
  readonly lanes: number;
}

/** A course set off to the right by `shift` px, piece by piece. */
function straightsOf(course: readonly Px[], shift: number, lanes: number): Straight[] {
  return course.slice(1).flatMap((end, i): Straight[] => {
    const start = course[i]!;
    if (Math.hypot(end[0] - start[0], end[1] - start[1]) < 1e-6) return [];
    const [dx, dy] = towards(start, end);
    const off = (p: Px): Px => [p[0] - dy * shift, p[1] + dx * shift];
    return [{ a: off(start), b: off(end), lanes }];
  });
}

/** Pieces joined where they cross; where they run side by side, by a slant from one to the other. */
function joinStraights(straights: readonly Straight[]): Px[] {
  const points: Px[] = [straights[0]!.a];
  for (let i = 1; i < straights.length; i++) {
    const [one, two] = [straights[i - 1]!, straights[i]!];
    const cross = crossing(one, two);
    if (cross) points.push(cross);
    else points.push(partWay(one.b, one.a, TAPER), partWay(two.a, two.b, TAPER));
  }
  points.push(straights.at(-1)!.b);
  return points;
}

/** `most` px from one point towards another, or half way where that is nearer. */
function partWay(from: Px, to: Px, most: number): Px {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const part = Math.min(most, length / 2) / length;
  return [from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part];
}

/** Where the lines of two pieces cross, if that is near their common end. */
function crossing(one: Straight, two: Straight): Px | undefined {
  const d1 = towards(one.a, one.b);
  const d2 = towards(two.a, two.b);
  const sine = d1[0] * d2[1] - d1[1] * d2[0];
  if (Math.hypot(two.a[0] - one.b[0], two.a[1] - one.b[1]) < 0.05) return one.b;
  if (Math.abs(sine) < 0.05) return undefined;
  const t = ((two.a[0] - one.b[0]) * d2[1] - (two.a[1] - one.b[1]) * d2[0]) / sine;
  const at: Px = [one.b[0] + d1[0] * t, one.b[1] + d1[1] * t];
  const far = Math.hypot(at[0] - two.a[0], at[1] - two.a[1]);
  // Beyond either piece's own length the corner would fold back on itself.
  const room = (s: Straight) => Math.hypot(s.b[0] - s.a[0], s.b[1] - s.a[1]) * 0.9;
  return Math.abs(t) < Math.min(2 * TAPER, room(one)) && far < Math.min(2 * TAPER, room(two)) ? at : undefined;
}

/** The middle of the piece that is longest for the number of lanes beside it. */
function labelSpot(straights: readonly Straight[]): Px | undefined {
  const worth = ({ a, b, lanes }: Straight) => Math.hypot(b[0] - a[0], b[1] - a[1]) / lanes;
  const best = straights.reduce<Straight | undefined>((x, y) => (x && worth(x) >= worth(y) ? x : y), undefined);
  return best && [(best.a[0] + best.b[0]) / 2, (best.a[1] + best.b[1]) / 2];
}

/** A polyline as a path whose corners are rounded the way a wire turns. */
export function bentPath(points: readonly Px[]): string {
  const text = ([x, y]: Px) => `${x.toFixed(1)} ${y.toFixed(1)}`;
  return points
    .map((point, i) => {
      const [before, after] = [points[i - 1], points[i + 1]];
      if (!before) return `M${text(point)}`;
      if (!after) return `L${text(point)}`;
      return `L${text(partWay(point, before, BEND))}Q${text(point)} ${text(partWay(point, after, BEND))}`;
    })
    .join('');
}
