import type { Conductor, Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import type { Joint } from '../craft/joint';
import type { Job } from '../job/job';

/** Pins that share one conductor’s current never share it evenly: each after the first counts this much (common practice). */
const SHARED = 0.8;

/** One conductor at a plug that it parts at. */
export interface PlugRow {
  /** The pins it takes, counted from 1. */
  readonly pins: readonly number[];
  readonly run: string;
  readonly use: string;
  readonly colour: Conductor['colour'];
  /** The most it carries, A; 0: a signal. */
  readonly amps: number;
}

/** A joint where a part lifts off, and the plug that all new wire across it parts at. */
export interface Parting {
  readonly joint: string;
  /** The first leg that crosses it. */
  readonly leg: string;
  readonly plug: Extract<Joint, { readonly kind: 'liftOff' }>['plug'];
  /** Thickest current first. */
  readonly rows: readonly PlugRow[];
  /** Pins that are taken: may be more than it has. */
  readonly taken: number;
}

/** The most that each run’s conductors carry, A, by run; what is not there carries a signal. */
export type Carried = Readonly<Record<string, number>>;

export interface Loads {
  readonly feeds: Readonly<
    Record<
      string,
      {
        readonly worst: { readonly amps: string };
        readonly states: Readonly<Record<string, { readonly amps: number } | undefined>>;
      }
    >
  >;
  readonly common: { readonly run: string; readonly carriesA: number } | undefined;
  readonly circuits: Readonly<
    Record<
      string,
      {
        readonly source: string;
        readonly watts: number;
        readonly loadOhm: number;
        readonly speakers: readonly { readonly gear: string }[];
      }
    >
  >;
}

/** What runs carry at most: a feed and its return what its gear draws where it draws most, a speaker lead what its output gives. */
export function carriedBy(runs: readonly Run[], { feeds, common, circuits }: Loads): Carried {
  const carried: Record<string, number> = {};
  const outputs = Object.values(circuits);
  for (const { id, kind, from, to } of runs) {
    if (kind === 'feed' || kind === 'return') {
      const feed = Object.hasOwn(feeds, to) ? feeds[to]! : undefined;
      carried[id] = common?.run === id ? common.carriesA : (feed?.states[feed.worst.amps]?.amps ?? 0);
    } else if (kind === 'speaker') {
      const through = outputs.filter(
        ({ source, speakers }) => source === from || speakers.some(({ gear }) => gear === to),
      );
      const own = through.filter(({ speakers }) => speakers.some(({ gear }) => gear === to));
      carried[id] = Math.max(
        0,
        ...(own.length ? own : through).map(({ watts, loadOhm }) => (loadOhm > 0 ? Math.sqrt(watts / loadOhm) : 0)),
      );
    }
  }
  return carried;
}

/** Pins that a conductor takes of a plug, by what it carries and what one of them does. */
const pinsFor = (amps: number, pinA: number): number =>
  amps <= pinA ? 1 : 1 + Math.ceil((amps - pinA) / (SHARED * pinA) - 1e-9);

/** Every plug that new wire of a job parts at. */
export function planPartings(job: Job, runs: readonly Run[], carried: Carried): Parting[] {
  const { joints, legs } = craftOf(job);
  return Object.entries(joints).flatMap(([id, joint]): Parting[] => {
    if (joint.kind !== 'liftOff') return [];
    const crosses = (run: Run) => run.way?.legs.find((leg) => legs[leg]!.joint === id);
    // Nothing of a loom is cut: it parts at its own plugs.
    const crossing = runs.filter((run) => !run.old && !run.loom && crosses(run) !== undefined);
    if (!crossing.length) return [];
    const wires = crossing
      .flatMap((run) => run.conductors.map((of) => ({ run: run.id, ...of, amps: carried[run.id] ?? 0 })))
      .sort((a, b) => b.amps - a.amps);
    let taken = 0;
    const rows = wires.map((wire): PlugRow => {
      const count = pinsFor(wire.amps, joint.plug.pinA);
      const pins = Array.from({ length: count }, (_, i) => taken + i + 1);
      taken += count;
      return { ...wire, pins };
    });
    return [{ joint: id, leg: crosses(crossing[0]!)!, plug: joint.plug, rows, taken }];
  });
}
