import type { Pattern } from '#core/craft/pattern';
import { craftMap, jointPath, type Run } from '#core/routing/index';
import type { Vec3 } from '#core/units/vectors';
import { pathOf, type Projection, type Px } from './projection';

export interface Lane {
  readonly run: Run;
  readonly path: string;
  /** Middle of its longest straight: where the figure is printed. */
  readonly label: Px;
}

/** Distance from lane to lane, px: a wire of 3, its casing and a gap. */
const LANE_PITCH = 5.4;

/**
 * One line per run, runs that share a leg side by side. Lanes keep the order of the runs, and a leg's
 * lanes are set off to the same side of the sheet whichever way the leg is walked, so they do not cross
 * within a straight.
 */
export function layLanes(pattern: Pattern, runs: readonly Run[], projection: Projection): Lane[] {
  const map = craftMap(pattern);
  const onLeg = new Map<string, string[]>();
  for (const run of runs) for (const leg of run.way?.legs ?? []) onLeg.set(leg, [...(onLeg.get(leg) ?? []), run.id]);

  return runs.flatMap((run) => {
    if (!run.way) return [];
    const points: Px[] = [];
    run.way.legs.forEach((id, i) => {
      const leg = map.legs[id]!;
      const joint = leg.leg.joint === undefined ? undefined : pattern.joints[leg.leg.joint]!;
      const course: readonly Vec3[] = joint ? jointPath(joint, leg.points[0]!, leg.points.at(-1)!, 0) : leg.points;
      const lanes = onLeg.get(id)!;
      const shift = (lanes.indexOf(run.id) - (lanes.length - 1) / 2) * LANE_PITCH;
      const laid = setOff(course.map(projection.to), shift);
      points.push(...(leg.from === run.way!.nodes[i] ? laid : laid.reverse()));
    });
    if (!points.length) points.push(projection.to(run.points[0]!));
    return [{ run, path: pathOf(points), label: middleOfLongest(points) }];
  });
}

function setOff(points: readonly Px[], shift: number): Px[] {
  return points.map((point, i) => {
    const [ax, ay] = points[Math.max(0, i - 1)]!;
    const [bx, by] = points[Math.min(points.length - 1, i + 1)]!;
    const length = Math.hypot(bx - ax, by - ay) || 1;
    let nx = -(by - ay) / length;
    let ny = (bx - ax) / length;
    // One sense for the whole sheet: offsets go down, or right where the line is upright.
    if (ny < -1e-6 || (Math.abs(ny) <= 1e-6 && nx < 0)) [nx, ny] = [-nx, -ny];
    return [point[0] + nx * shift, point[1] + ny * shift];
  });
}

function middleOfLongest(points: readonly Px[]): Px {
  let best: Px = points[0]!;
  let longest = -1;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length > longest) {
      longest = length;
      best = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    }
  }
  return best;
}
