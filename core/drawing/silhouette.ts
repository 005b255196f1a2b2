import { polygonHull } from 'd3-polygon';
import type { Seat } from '../mounting/index';
import { add, scale, type Vec3 } from '../units/vectors';
import { pathOf, type Projection, type Px } from './projection';

/** Points on a circle: enough that a 6½-inch speaker at the nearest zoom still looks round. */
const ROUND = 40;

const hull = (points: readonly Px[]): string =>
  `${pathOf(polygonHull(points.map(([x, y]): [number, number] => [x, y])) ?? points)}Z`;

export interface Silhouette {
  /** The outermost line of all of it. */
  readonly outline: string;
  /** Closed paths, the ones behind first. */
  readonly bodies: readonly string[];
  /** Lines on the body: a speaker's surround, where it is seen. */
  readonly marks: readonly string[];
}

/**
 * What gear looks like in a view: its true projection. A box is the hull of its corners; a speaker is a
 * flange, and a basket narrowing to the magnet; a round head unit is a bezel and a can.
 */
export function silhouette(seat: Seat, kind: 'speaker' | 'other', projection: Projection): Silhouette {
  const { centre, across, up, out, size } = seat;
  const at = (a: number, b: number, c: number): Px =>
    projection.to(add(centre, add(scale(across, a), add(scale(up, b), scale(out, c)))));
  const front = size.d / 2;
  if (!seat.round) {
    const corners = [-1, 1].flatMap((a) =>
      [-1, 1].flatMap((b) => [-1, 1].map((c) => at((a * size.w) / 2, (b * size.h) / 2, c * front))),
    );
    const outline = hull(corners);
    return { outline, bodies: [outline], marks: [] };
  }
  const disc = (part: number, depth: number): Px[] =>
    Array.from({ length: ROUND }, (_, i) => {
      const turn = (2 * Math.PI * i) / ROUND;
      return at((part * size.w * Math.cos(turn)) / 2, (part * size.h * Math.sin(turn)) / 2, front - depth * size.d);
    });
  const rim = kind === 'speaker' ? 0.12 : 0.16;
  const rear =
    kind === 'speaker' ? [disc(0.9, rim), disc(0.58, 0.62), disc(0.58, 1)] : [disc(0.88, rim), disc(0.88, 1)];
  const edge = [...disc(1, 0), ...disc(1, rim)];
  const basket = rear.slice(1).map((later, i) => hull([...rear[i]!, ...later]));
  const flange = hull(edge);
  const towards = faces(out, projection);
  const bodies = towards >= 0 ? [...basket.reverse(), flange] : [flange, ...basket];
  return {
    outline: hull([...edge, ...rear.flat()]),
    bodies,
    marks: kind === 'speaker' && towards > 0.25 ? [`${pathOf(disc(0.78, 0))}Z`] : [],
  };
}

/** How squarely a direction looks at the reader, −1 to 1: the side view is seen from the right, the top view from above. */
function faces(direction: Vec3, projection: Projection): number {
  return projection.view === 'side' ? -direction[1] : direction[2];
}
