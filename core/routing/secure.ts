import type { Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { add, dot, norm, polylineLength, scale, sub, type Vec3 } from '../units/vectors';
import { craftMap } from './graph';

/** Of ties along a way, mm: boats 18 in (ABYC E-11, from memory), else common practice. */
const TIE_EVERY_MM = { boat: 450, other: 300 } as const;

/**
 * Ties of one leg: one at each end, as all that lies there is tied together; at every point there is to tie to; and
 * between two of them as many more as the spacing asks.
 */
export function tiesAlong(
  lengthMm: number,
  points: readonly Vec3[],
  held: readonly { readonly at: Vec3 }[],
  every: number,
): number {
  const drawn = polylineLength(points) || 1;
  const marks = held.map(({ at }) => (alongMm(points, at) / drawn) * lengthMm).sort((a, b) => a - b);
  const stops = [0, ...marks.filter((mark) => mark > 1 && mark < lengthMm - 1), lengthMm];
  return stops.slice(1).reduce((sum, to, i) => sum + Math.ceil((to - stops[i]!) / every - 1e-9), 1);
}

/** How far along a line the point of it lies that is nearest to another, mm. */
function alongMm(points: readonly Vec3[], to: Vec3): number {
  let [best, at, gone] = [Infinity, 0, 0];
  points.slice(1).forEach((end, i) => {
    const start = points[i]!;
    const along = sub(end, start);
    const length = norm(along);
    const t = length ? Math.min(1, Math.max(0, dot(sub(to, start), along) / length ** 2)) : 0;
    const off = norm(sub(to, add(start, scale(along, t))));
    if (off < best) [best, at] = [off, gone + t * length];
    gone += length;
  });
  return at;
}

/** How what lies along one leg is held: how many ties, over how long, mm. */
export interface Secured {
  readonly ties: number;
  readonly lengthMm: number;
}

/** What holds new wires along each leg they take. */
export function securedBy(job: Job, runs: readonly Run[]): Readonly<Record<string, Secured>> {
  const { legs } = craftMap(craftOf(job));
  const every = job.craft.pattern.kind === 'boat' ? TIE_EVERY_MM.boat : TIE_EVERY_MM.other;
  const used = new Set(runs.flatMap((run) => (run.old ? [] : (run.way?.legs ?? []))));
  return Object.fromEntries(
    [...used].map((id) => {
      const { lengthMm, leg, points } = legs[id]!;
      return [id, { ties: tiesAlong(lengthMm, points, Object.values(leg.ties ?? {}), every), lengthMm }];
    }),
  );
}
