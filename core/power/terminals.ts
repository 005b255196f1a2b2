import { draws, type GearItem } from '../gear/gear';
import { FRAME, circuitOf } from '../connections/feeding';
import { isMade, type Run } from '../connections/runs';
import type { Pin } from '../gear/pins';
import type { Job } from '../job/job';
import type { Existing } from '../job/supply';
import type { Gauge } from '../tables/conductors';
import { PIGTAIL, buttFor, ferruleFor, ringFor, type SpliceSize } from '../tables/terminals';

/** One end of a conductor, and what it is ended with. */
export interface Termination {
  readonly run: string;
  /** Battery, gear, `frame` or `switched`. */
  readonly at: string;
  readonly use: string;
  readonly with: string;
}

/** Leads of a speaker that has leads of its own (common practice). */
const SPEAKER_PIGTAIL: Gauge = '18';

/** Screened leads end in what they were bought with. */
const LINE_PLUG = 'line plug';
/** Made leads and looms bring theirs. */
const MADE_PLUG = 'its plug';

const DOES = {
  feed: 'constant',
  return: 'ground',
  switched: 'switched',
  turnOn: 'turnOn',
  speaker: 'speaker',
} as const;
/** Size of the lead of gear that a run is joined to, where its sheet has one. */
function pigtailOf({ pins }: GearItem, { kind, to }: Run, at: string): SpliceSize | undefined {
  // What passes power on has its own leads towards its feed, and ways for what it feeds.
  const isPassedOn = (kind === 'feed' || kind === 'return') && to !== at;
  if (!pins || kind === 'line' || kind === 'link' || isPassedOn) return undefined;
  const isIts = ({ does }: Pin) => (kind === 'speaker' ? typeof does !== 'string' : does === DOES[kind]);
  return pins.find((pin) => isIts(pin) && pin.size !== null)?.size ?? undefined;
}

/** What joins a new lead to a circuit of the craft, by how that is got at. */
function tapEnd(tap: Existing | undefined, gauge: Gauge, onBoat: boolean): string {
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
      return tap?.size ? buttFor(gauge, tap.size, onBoat) : 'fuse tap or butt, by the size that is found';
  }
}

/** What ends every conductor of every run, by the size of each. */
export type Terminals = (gaugeOf: (run: Run) => Gauge | undefined) => readonly Termination[];

/**
 * What ends every conductor of every run, by the sizes of both wires and what it goes to. Asked again of other sizes,
 * a run that keeps its own has the very same ends.
 */
export function terminalsOf(job: Job, runs: readonly Run[]): Terminals {
  const onBoat = job.craft.pattern.kind === 'boat';
  const source = job.turnOn.source === null ? undefined : job.craft.existing[job.turnOn.source];
  const end = (run: Run, at: string, gauge: Gauge): string => {
    if (Object.hasOwn(job.craft.batteries, at) || at === FRAME) return ringFor(gauge);
    const tap = at === 'switched' ? source : circuitOf(job, at);
    if (at === 'switched' || tap) return tapEnd(tap, gauge, onBoat);
    const item = job.gear[at]?.item;
    const lead = item && pigtailOf(item, run, at);
    if (item?.kind === 'headUnit' || lead) return buttFor(gauge, lead ?? PIGTAIL, onBoat);
    if (item?.kind === 'speaker')
      return item.keyed
        ? 'its plug'
        : item.leads
          ? buttFor(gauge, SPEAKER_PIGTAIL, onBoat)
          : 'spade, pinched to its tab';
    if (item?.kind === 'zoneControl') return ferruleFor(gauge);
    if (item?.kind === 'relay' && run.kind !== 'feed' && run.kind !== 'return') return 'spade, insulated';
    return item && draws(item) ? ferruleFor(gauge) : ringFor(gauge);
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
          with: isMade(run) ? MADE_PLUG : gauge === undefined ? LINE_PLUG : end(run, at, gauge),
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
