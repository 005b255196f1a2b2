import { isPowered } from '../gear/gear';
import { FRAME, circuitOf } from '../connections/feeding';
import type { Run } from '../connections/runs';
import type { Job } from '../job/job';
import type { Existing } from '../job/supply';
import type { Gauge } from '../tables/conductors';
import { buttFor, ferruleFor, ringFor } from '../tables/terminals';

/** One end of a conductor, and what it is ended with. */
export interface Termination {
  readonly run: string;
  /** Battery, gear, `frame` or `switched`. */
  readonly at: string;
  readonly use: string;
  readonly with: string;
}

/** Pigtail of a head unit’s power plug (common practice). */
const PIGTAIL: Gauge = '16';
/** Leads of a speaker that has leads of its own (common practice). */
const SPEAKER_PIGTAIL: Gauge = '18';

/** Screened leads end in what they were bought with. */
const LINE_PLUG = 'line plug';

/** What joins a new lead to a circuit of the craft, by how that is got at. */
function tapEnd(tap: Existing | undefined, gauge: Gauge): string {
  switch (tap?.access) {
    case 'radioPlug':
      return 'adapter for the radio plug';
    case 'accessoryPlug':
      return 'mating half of the accessory plug';
    case 'lighterSocket':
      return 'T-lead at the lighter socket';
    case 'stud':
      return ringFor(gauge);
    case 'switchPanel':
      return 'spade, insulated';
    case 'fuseTap':
      return 'fuse tap';
    default:
      return tap?.size ? buttFor(gauge, tap.size) : 'fuse tap or butt, by the size that is found';
  }
}

/** What ends every conductor of every run, by the size of each. */
export type Terminals = (gaugeOf: (run: Run) => Gauge | undefined) => readonly Termination[];

/**
 * What ends every conductor of every run, by the sizes of both wires and what it goes to. Asked again of other sizes,
 * a run that keeps its own has the very same ends.
 */
export function terminalsOf(job: Job, runs: readonly Run[]): Terminals {
  const source = job.turnOn.source === null ? undefined : job.craft.existing[job.turnOn.source];
  const end = (run: Run, at: string, gauge: Gauge): string => {
    if (Object.hasOwn(job.craft.batteries, at) || at === FRAME) return ringFor(gauge);
    const tap = at === 'switched' ? source : circuitOf(job, at);
    if (at === 'switched' || tap) return tapEnd(tap, gauge);
    const item = job.gear[at]?.item;
    if (item?.kind === 'headUnit') return buttFor(gauge, PIGTAIL);
    if (item?.kind === 'speaker')
      return item.keyed ? 'its plug' : item.leads ? buttFor(gauge, SPEAKER_PIGTAIL) : 'spade, pinched to its tab';
    if (item?.kind === 'zoneControl') return ferruleFor(gauge);
    if (item?.kind === 'relay' && run.kind !== 'feed' && run.kind !== 'return') return 'spade, insulated';
    return item && isPowered(item) ? ferruleFor(gauge) : ringFor(gauge);
  };
  // Of a lead that lies there only what is new at its ends is joined.
  const isEnded = (run: Run, at: string) => !run.old || job.gear[at]?.there === null;
  const ends = (run: Run, gauge: Gauge | undefined): readonly Termination[] =>
    run.conductors.flatMap(({ use }) =>
      [run.from, run.to]
        .filter((at) => isEnded(run, at))
        .map((at) => ({
          run: run.id,
          at,
          use,
          with: gauge === undefined ? LINE_PLUG : end(run, at, gauge),
        })),
    );
  const known = runs.map(() => new Map<Gauge | undefined, readonly Termination[]>());
  return (gaugeOf) =>
    runs.flatMap((run, i) => {
      const gauge = gaugeOf(run);
      let found = known[i]!.get(gauge);
      if (!found) known[i]!.set(gauge, (found = ends(run, gauge)));
      return found;
    });
}
