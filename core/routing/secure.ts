import type { Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { craftMap } from './graph';

/** Of ties along a way, mm: boats 18 in (ABYC E-11, from memory), else common practice. */
const TIE_EVERY_MM = { boat: 450, other: 300 } as const;

/** What holds and shields new wires along their ways: how many ties, and how much sleeve past edges and warm places, mm. */
export function securedBy(job: Job, runs: readonly Run[]): { readonly ties: number; readonly sleeveMm: number } {
  const { legs } = craftMap(craftOf(job));
  const every = job.craft.pattern.kind === 'boat' ? TIE_EVERY_MM.boat : TIE_EVERY_MM.other;
  const used = new Set(runs.flatMap((run) => (run.old ? [] : (run.way?.legs ?? []))));
  let ties = 0;
  let sleeveMm = 0;
  for (const id of used) {
    const { lengthMm, leg } = legs[id]!;
    // One at each end, as all that lies there is tied together.
    ties += Math.ceil(lengthMm / every) + 1;
    if (leg.hazards.length) sleeveMm += lengthMm;
  }
  return { ties, sleeveMm };
}
