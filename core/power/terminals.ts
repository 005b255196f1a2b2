import { isPowered } from '../gear/gear';
import { FRAME } from '../job/feeding';
import type { Job } from '../job/job';
import type { Gauge } from '../tables/conductors';
import { buttFor, ferruleFor, ringFor } from '../tables/terminals';

/** One end of a power conductor, and what it is ended with. */
export interface Termination {
  readonly run: string;
  /** Battery, gear, `frame` or `switched`. */
  readonly at: string;
  readonly use: string;
  readonly with: string;
}

interface PowerRun {
  readonly id: string;
  readonly kind: string;
  readonly from: string;
  readonly to: string;
  readonly conductors: readonly { readonly use: string }[];
}

/** Pigtail of a head unit’s power plug (common practice). */
const PIGTAIL: Gauge = '16';

/** Terminals of every feed, return and switched lead, by the sizes of both wires. */
export function planTerminals<R extends PowerRun>(
  job: Job,
  runs: readonly R[],
  gaugeOf: (run: R) => Gauge | undefined,
): Termination[] {
  const tap = job.turnOn.source === null ? undefined : job.craft.existing[job.turnOn.source];
  const atGear = (gear: string, gauge: Gauge): string => {
    const item = job.gear[gear]?.item;
    if (item?.kind === 'headUnit') return buttFor(gauge, PIGTAIL);
    return item && isPowered(item) ? ferruleFor(gauge) : ringFor(gauge);
  };
  return runs.flatMap((run): Termination[] => {
    const gauge = gaugeOf(run);
    if (!gauge || !['feed', 'return', 'switched'].includes(run.kind)) return [];
    const end = (at: string): string => {
      if (at in job.craft.batteries || at === FRAME) return ringFor(gauge);
      if (at === 'switched')
        return tap?.size ? buttFor(gauge, tap.size) : 'fuse tap or butt, by the size that is found';
      return atGear(at, gauge);
    };
    return run.conductors.flatMap(({ use }) =>
      [run.from, run.to].map((at) => ({ run: run.id, at, use, with: end(at) })),
    );
  });
}
