import { standardOf } from '../craft/measures';
import type { Measure, Pattern } from '../craft/pattern';
import type { Projection, Px } from './projection';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';

export interface Dimension {
  readonly id: string;
  readonly name: string;
  readonly mm: number;
  /** The job has its own figure. */
  readonly own: boolean;
  /** Ends of the line on the sheet, and where the extension lines come from. */
  readonly line: readonly [Px, Px];
  readonly from: readonly [Px, Px];
}

/** Every measure of a craft as a dimension line beside the view that shows it true. */
export function dimensions(job: Job, views: { readonly side: Projection; readonly top: Projection }): Dimension[] {
  const { pattern, measures } = job.craft;
  const fitted = craftOf(job);
  const rows = { x: 0, y: 0, z: 0 };
  return Object.entries(pattern.measures).map(([id, measure]): Dimension => {
    const mm = measures[id] ?? standardOf(measure);
    const [a, b] = endsOf(measure, mm);
    const step = 16 * rows[measure.axis]++;
    const { side, top } = views;
    if (measure.axis === 'x') {
      const y = side.bounds.y + side.bounds.h - 3 - step;
      const [p, q] = [side.to([a, 0, low(fitted)]), side.to([b, 0, low(fitted)])];
      return {
        id,
        name: measure.name,
        mm,
        own: Object.hasOwn(measures, id),
        line: [
          [p[0], y],
          [q[0], y],
        ],
        from: [
          [p[0], y - 12],
          [q[0], y - 12],
        ],
      };
    }
    const view = measure.axis === 'z' ? side : top;
    const x = view.bounds.x + 8 + step;
    const at = (c: number): Px => view.to(measure.axis === 'z' ? [0, 0, c] : [0, c, 0]);
    const [p, q] = [at(a), at(b)];
    return {
      id,
      name: measure.name,
      mm,
      own: Object.hasOwn(measures, id),
      line: [
        [x, p[1]],
        [x, q[1]],
      ],
      from: [
        [x + 14, p[1]],
        [x + 14, q[1]],
      ],
    };
  });
}

const low = (pattern: Pattern) => pattern.drawing.side.bounds[1];
const endsOf = ({ axis, of: [a] }: Measure, mm: number): readonly [number, number] =>
  axis === 'y' ? [-mm / 2, mm / 2] : [a, a + mm];
