import type { LoomPlan } from '../connections/loom-plan';
import { endName, type Run } from '../connections/runs';
import type { PinTable } from '../connections/pins';
import type { PortKind } from '../gear/ports';
import type { Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { taken, type ChoiceId } from '../job/choices';
import { colourText, type Insulated } from '../tables/colours';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { BoardPlan } from '../panels/board';
import type { Fitted } from '../panels/fitted';
import type { BuildSplice, Phase, Step, StepEnd } from './step';
import { coversFor } from '../craft/covers';
import { differencesOf } from '../craft/differences';
import { movedBy } from '../craft/bodies';
import type { Leg } from '../craft/leg';
import { WORKED_FROM } from '../craft/place';
import type { Caution } from '../tables/cautions';
import { bagsOf } from './bags';
import { openedFor } from '../connections/opened';
import { pullSteps } from '../connections/pulled';
import { orderCovers, type Teardown } from './teardown';
import { inUse } from '../job/parts/gear';

export interface BuildSeen {
  readonly job: Job;
  readonly mounts: Readonly<Record<string, Fitted>>;
  readonly boards: Readonly<Record<string, BoardPlan>>;
  readonly runs: readonly Run[];
  readonly splices: readonly BuildSplice[];
  readonly tags: Readonly<Record<string, string>>;
  readonly pins: readonly PinTable[];
  readonly links: readonly { readonly id: string; readonly kind: PortKind; readonly run: string }[];
  readonly looms: readonly LoomPlan[];
  /** Gear that a fuse is fitted for. */
  readonly fused: readonly string[];
  /** What is taken off power first, and put back last, in order. */
  readonly isolation: { readonly off: readonly string[]; readonly on: readonly string[] };
}

/** A hole as it is drilled, and the grommet that goes in, mm. */
export interface Bored {
  readonly name: string;
  readonly drillMm: number;
  /** Undefined: a plug fills it. */
  readonly boreMm: number | undefined;
}

/** What is known of the wires once they are sized. No step is another one for it, or stands elsewhere. */
export interface Sized {
  /** Minutes a person has set for a step. */
  readonly minutesOf: (step: string) => number | undefined;
  /** Gauge of a run's conductors, in words. */
  readonly wireOf: (run: Run) => string;
  /** What ends each conductor at one end of a run, in the order of its conductors. */
  readonly endsOf: (run: Run, at: string) => readonly string[];
  /** The holes along a leg that are drilled or opened for its bundle. */
  readonly holesOf: (leg: string) => readonly Bored[];
  /** The plugs that wires part at where something lifts off. */
  readonly partings: readonly {
    readonly joint: string;
    readonly rows: readonly { readonly pins: readonly number[]; readonly use: string; readonly colour: Insulated }[];
  }[];
  /** The fuses to be fitted, A, by gear; undefined where none is large enough. */
  readonly fuses: Readonly<Record<string, number | undefined>>;
}

/** A step as far as it is known before the wires are sized, and what the sizes add to it. */
export interface Planned extends Step {
  readonly sized?: (sizes: Sized) => Partial<Pick<Step, 'title' | 'lines' | 'ends'>> & {
    /** What the sizes make it take longer, minutes. */
    readonly moreMin?: number;
  };
}

export type PlacedGear = [id: string, placed: Job['gear'][string]];

type More = Partial<Omit<Planned, 'id' | 'phase' | 'title' | 'minutes' | 'plannedMinutes' | 'subject'>>;

/** The steps as they are being written, and what every phase looks at. */
export class Draft {
  readonly steps: Planned[] = [];
  readonly job: Job;
  readonly pattern: Pattern;
  readonly teardown: Teardown;
  /** Runs that are laid here and have a way, and those that lie there already. */
  readonly laid: readonly Run[];
  readonly old: readonly Run[];
  /** Gear that is on the craft and takes part, and of it what is new. */
  readonly placed: readonly PlacedGear[];
  readonly fresh: readonly PlacedGear[];
  readonly whole: Step['subject'];
  /** The bag that a cover’s fasteners go into, by cover. */
  readonly bags: ReadonlyMap<string, number>;
  /** The step a cover comes open at. */
  readonly offOf = new Map<string, string>();
  /** Steps that can only be got at while a cover is open. */
  readonly behind = new Map<string, string[]>();

  constructor(readonly seen: BuildSeen) {
    const { job, runs } = seen;
    this.job = job;
    this.pattern = craftOf(job);
    const opened = openedFor(job, runs);
    this.teardown = orderCovers(this.pattern, coversFor(this.pattern, opened, this.pick('access') === 'off'));
    this.laid = runs.filter((run) => run.way && !run.old);
    this.old = runs.filter((run) => run.old);
    this.pulled = pullSteps(this.laid);
    this.bags = bagsOf(this.teardown.covers);
    this.placed = Object.entries(job.gear).filter(([, { place, there }]) => place !== null && inUse(there));
    this.fresh = this.placed.filter(([, { there }]) => there === null);
    this.whole = { kind: 'job', id: job.id };
  }

  /** The step a run is pulled at. */
  pullOf(run: Run): string {
    return this.pulled.get(run.id)!;
  }
  pullsOf(runs: readonly Run[]): string[] {
    return [...new Set(runs.map((run) => this.pullOf(run)))];
  }
  private readonly pulled: ReadonlyMap<string, string>;

  /**
   * Minutes of fishing a run past covers that stay on: of each leg once, for a pull wire stays in for what is pulled after
   * the first.
   */
  fishMinutes(run: Run): number {
    let sum = 0;
    for (const id of run.fished) {
      if (this.fished.has(id)) continue;
      this.fished.add(id);
      sum += this.pattern.legs[id]!.fish?.minutes ?? 0;
    }
    return sum;
  }
  private readonly fished = new Set<string>();

  /** How a cover of this craft differs from its pattern. */
  differs(cover: string): string[] {
    if (!Object.hasOwn(this.job.craft.changes.covers, cover)) return [];
    const words = differencesOf(this.job.craft).find(({ of, id }) => of === 'covers' && id === cover)!.words;
    return [`On this craft: ${words.join('; ')}.`];
  }

  /** What fitting at a place asks for besides: on what turns with the bars nothing may hold them. */
  steeredAt(body: string): Caution[] {
    return movedBy(this.pattern, 'steer').has(body) ? ['steering'] : [];
  }

  /** How a place or leg is got at, where not from before it. */
  reachLines({ workedFrom, through }: Pick<Leg, 'workedFrom' | 'through'>): string[] {
    return [
      ...(workedFrom ? [`Worked at ${WORKED_FROM[workedFrom]}.`] : []),
      ...(through
        ? [`By hand through ${this.pattern.places[through]!.name.toLowerCase()}, left empty until then.`]
        : []),
    ];
  }

  /** What gear at a place waits for: hands go in through its opening. */
  waitLines(place: string): string[] {
    const behind = this.placed.filter(([, { place: at }]) => this.pattern.places[at!]!.through === place);
    const along = new Set(this.laid.flatMap(({ way }) => way!.legs));
    const isReached = behind.length > 0 || [...along].some((leg) => this.pattern.legs[leg]!.through === place);
    if (!isReached) return [];
    const what = behind.length ? behind.map(([id]) => this.nameOf(id)).join(', ') : 'what runs behind it';
    return [`Screwed in last: ${what} is reached by hand through its opening.`];
  }

  pick<C extends ChoiceId>(id: C) {
    return taken(this.job.choices, id);
  }

  add(id: string, phase: Phase, title: string, minutes: number, subject: Step['subject'], more: More = {}): string {
    this.steps.push({
      id,
      phase,
      title,
      minutes,
      plannedMinutes: minutes,
      second: false,
      tools: [],
      lines: [],
      fasteners: [],
      direction: undefined,
      checks: [],
      ends: [],
      cautions: [],
      after: [],
      gate: [],
      subject,
      ...more,
    });
    return id;
  }

  nameOf(end: string): string {
    let name = this.names.get(end);
    if (name === undefined) this.names.set(end, (name = endName(this.job, end, this.seen.tags, 'within')));
    return name;
  }
  private readonly names = new Map<string, string>();

  /** Rows of a connect step: every conductor of these runs that ends here, the very same while its size is. */
  endsAt(at: string, runs: readonly Run[]): (sizes: Sized) => StepEnd[] {
    const known = runs.map((run) =>
      run.conductors.map(({ colour, use }, i) => ({
        colour,
        use: `${use}, from ${this.nameOf(run.from === at ? run.to : run.from)}`,
        to: this.terminalOf(at, run, use, i),
      })),
    );
    const rows: StepEnd[][] = [];
    return ({ wireOf, endsOf }) =>
      runs.flatMap((run, r) => {
        const wire = wireOf(run);
        const ends = endsOf(run, at);
        if (!rows[r]?.every((row, i) => row.wire === wire && row.with === ends[i]))
          rows[r] = known[r]!.map(({ colour, use, to }, i) => ({ colour, use, wire, to, with: ends[i]! }));
        return rows[r];
      });
  }

  /** The terminal a conductor goes to, in words. */
  private terminalOf(at: string, run: Run, use: string, i: number): string {
    if (Object.hasOwn(this.job.craft.batteries, at)) return run.kind === 'return' ? '− post' : '+ post';
    if (at === 'frame') return 'bare metal, paint off, star washer';
    if (at === 'switched') return 'the circuit it is tapped from';
    const item = this.job.gear[at]?.item;
    if (item?.kind === 'speaker') {
      const splice = this.seen.splices.find(({ speaker }) => speaker === at);
      return splice ? (i % 2 === 0 ? splice.speakerPlus : splice.speakerMinus) : use;
    }
    const lead = this.leadFor(at, run, i);
    if (lead) return lead;
    const way =
      run.kind === 'feed' && run.from === at
        ? 'a way'
        : run.kind === 'return' && run.from === at
          ? 'return bus'
          : undefined;
    return way ?? (run.kind === 'return' ? '− terminal' : run.kind === 'feed' ? '+ terminal' : use);
  }

  /** The lead of gear that a conductor is joined to, in words. */
  private leadFor(at: string, run: Run, i: number): string | undefined {
    const rows = this.seen.pins.find(({ gear }) => gear === at)?.rows ?? [];
    const row = rows.find(
      ({ far, pin }) =>
        far?.run === run.id && (typeof pin.does === 'string' || (pin.does.side === 'plus') === (i % 2 === 0)),
    );
    if (!row?.pin.colour) return undefined;
    return `its ${row.pin.at ? `${row.pin.at}, ` : ''}${colourText(row.pin.colour)} lead`;
  }

  /** Amplifiers to configure before their speakers are plugged in, and those speakers: all of them by a stored set-up. */
  configured(): { amplifier: string; speakers: string[] }[] {
    return this.placed.flatMap(([amplifier, { item }]) => {
      if (item.kind !== 'amplifier' || !(item.configureFirst || this.pick('gain') === 'stored')) return [];
      const own = this.seen.splices.filter(({ source }) => source === amplifier).map(({ speaker }) => speaker);
      return own.length ? [{ amplifier, speakers: [...new Set(own)] }] : [];
    });
  }

  /** Steps at which the covers asked, and what must be open before them, come open. */
  openings(covers: Opened[]): string[] {
    return this.covering(covers).flatMap((c) => this.offOf.get(c) ?? []);
  }

  hide(step: string, covers: Opened[]): void {
    for (const cover of this.covering(covers)) {
      const steps = this.behind.get(cover);
      if (steps) steps.push(step);
      else this.behind.set(cover, [step]);
    }
  }

  /** The covers that must be open for these, themselves included; asked twice of every step, mostly of one place. */
  private covering(covers: readonly Opened[]): readonly string[] {
    const key = covers.length === 1 ? covers[0]! : JSON.stringify(covers);
    let known = this.coverings.get(key);
    if (!known) this.coverings.set(key, (known = Object.keys(coversFor(this.pattern, covers, false))));
    return known;
  }
  private readonly coverings = new Map<Opened | string, readonly string[]>();
}
