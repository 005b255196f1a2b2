import { build, planBuild, type BuildPlan, type Minutes, type Sized } from './build/index';
import type { LoomPlan } from './connections/loom-plan';
import { endName, type Run, type RunNeed } from './connections/runs';
import type { Input } from './connections/signal';
import { foundCraft } from './craft/own';
import { mapped } from './document/edits';
import { own } from './document/patches';
import type { Finding } from './findings/finding';
import { tagGear } from './gear/tags';
import {
  gaugeWords,
  gaugesOf,
  harness,
  type Bundle,
  type CutList,
  type FeedGauges,
  type LinkPlan,
  type Parting,
  type PartLine,
} from './harness/index';
import type { PinTable } from './connections/pins';
import { intake, type WishAnswer } from './intake/index';
import { withAccepted } from './job/accepted';
import { keeper, made, type Chapter, type Keeper } from './job/chapter';
import type { Job } from './job/job';
import type { Operation } from './job/operations';
import { ordered } from './job/order';
import { overrulesOf, type Overrule, type Proposal } from './job/overrules';
import { NONE_SET, setOf, type OverruleKind } from './job/parts/overrules';
import { POWER, SET } from './job/reads';
import { NEW_BATTERY, type Battery } from './job/supply';
import type { Ledger } from './ledger';
import { mounting } from './mounting/index';
import type { BoardPlan } from './panels/board';
import type { Fitted } from './panels/fitted';
import {
  power,
  type FeedSizes,
  type FeedTree,
  type KeyOff,
  type PowerPlan,
  type Terminals,
  type Termination,
  type TurnOnPlan,
} from './power/index';
import { routing } from './routing/index';
import { signal } from './signal/index';
import { speakers, type SpeakerPlan, type Splice } from './speakers/index';

/** Written into every plan, so that a sealed one tells who planned it. */
export const PLANNER_VERSION = '0.15.0';

/** The chapters of a plan, in the order their findings are told. */
export const CHAPTERS: readonly Chapter[] = [intake, mounting, signal, speakers, power, routing, harness, build];

export interface Plan {
  readonly planner: string;
  /** Version of each chapter, so that a sealed plan is read as what it is. */
  readonly chapters: Readonly<Record<string, number>>;
  /** Short marks for gear on the drawing: H1, A1, S1 … front to rear, left before right. */
  readonly tags: Readonly<Record<string, string>>;
  /** Where all new gear is on its panel. */
  readonly mounts: Readonly<Record<string, Fitted>>;
  /** How gear lies on the boards it shares, by place. */
  readonly boards: Readonly<Record<string, BoardPlan>>;
  readonly runs: readonly Run[];
  readonly build: BuildPlan;
  /** What would be planned for each thing a person may set, by overrule key. */
  readonly proposals: Readonly<Record<string, Proposal>>;
  /** What a person has set, and how it stands to the proposal now. */
  readonly overrules: readonly Overrule[];
  readonly speakers: SpeakerPlan;
  /** Where every amplifier's sound comes from. */
  readonly inputs: readonly Input[];
  /** Where speaker leads meet their speakers, and what each side goes by. */
  readonly splices: readonly Splice[];
  readonly power: PowerPlan;
  readonly turnOn: TurnOnPlan;
  readonly keyOff: readonly KeyOff[];
  /** What ends every conductor. */
  readonly terminals: readonly Termination[];
  readonly isolation: { readonly off: readonly string[]; readonly on: readonly string[] };
  readonly cutList: CutList;
  /** What lies along each leg, how thick it is, and what it goes through. */
  readonly bundles: readonly Bundle[];
  /** What becomes of every lead of plugs and pigtails, new and old. */
  readonly pins: readonly PinTable[];
  readonly links: readonly LinkPlan[];
  /** Looms that were bought made: how they lie, and whether they reach. */
  readonly looms: readonly LoomPlan[];
  /** What the owner wishes, and how the job answers it. */
  readonly wishes: readonly WishAnswer[];
  /** What the job takes, and where that comes from. */
  readonly parts: readonly PartLine[];
  readonly minutes: Minutes;
  readonly findings: readonly Finding<Operation>[];
  readonly ledger: Ledger;
}

/** Everything that follows from a job. Pure and fast: routes and positions on panels are looked for, and known again where nothing of them changed. */
export const planJob = (job: Job): Plan => planner()(job);

const VERSIONS = Object.fromEntries(CHAPTERS.map(({ id, version }) => [id, version]));

/**
 * A planner to be asked again and again while one job is edited: what an edit does not touch is not planned again, and
 * stays the very same object. `onMake` is told of everything that is made.
 */
export function planner(onMake?: (name: string) => void): (job: Job) => Plan {
  const make = keeper(onMake);
  const asIfNothingSet = keeper(onMake);
  return (given) => {
    const job = ordered(given);
    const wired = withBatteries(job, make(POSTS, job));
    const placed = withBatteries(job, make(PLACES, job));
    const fed = withBatteries(job, make(GIVEN, job));
    const held = withBatteries(job, make(HELD, job));

    const tags = make(TAGS, job);
    const needs = make(routing.needs, placed);
    const boards = make(mounting.boards, job, needs);
    const mounts = make(mounting.mounts, job, boards);
    const inputs = make(signal.inputs, job);
    const runs = make(routing.runs, placed, needs, mounts);
    const carried = loads(make, placed, runs);
    const tree = make(power.tree, placed, carried.lengths, carried.rated, carried.common);
    const powered = make(power.plan, fed, tree);
    const lasting = make(power.lasting, job, powered);
    const heard = make(speakers.plan, placed, carried.connected, make(power.volts, job, powered));
    const splices = make(speakers.splices, placed, heard);
    const turnOn = make(power.turnOn, placed);
    const keyOff = make(power.keyOff, held);
    const isolation = make(power.isolation, wired);
    const gauges = make(power.gauges, job, powered);
    const cutList = make(harness.cutList, placed, runs, gauges);
    const pins = make(harness.pins, placed, needs);
    const links = make(harness.links, job, runs);
    const looms = make(routing.looms, placed, runs, mounts);
    const bundles = make(harness.bundles, placed, runs, gauges, make(routing.secured, placed, runs), looms);
    const loaded = make(LOADED, job, lasting, heard);
    const partings = make(harness.partings, placed, runs, make(harness.carried, job, runs, loaded));
    const terminals = make(TERMINALS, placed, make(power.terminals, placed, runs), gauges);
    const fuses = make(power.fuses, fed, powered);
    const wishes = make(intake.wishes, job, heard.zones, links, lasting.musicHours);
    const supplies = make(mounting.supplies, job, mounts, boards);
    const parts = make(
      harness.parts,
      placed,
      runs,
      cutList,
      terminals,
      pins,
      links,
      inputs,
      fuses,
      supplies,
      bundles,
      partings,
      looms,
    );
    const work = make(
      build.work,
      wired,
      runs,
      splices,
      tags,
      make(FUSED, job, fuses),
      isolation,
      mounts,
      boards,
      pins,
      links,
      looms,
    );
    const built = make(STEPS, job, work, gauges, terminals, fuses, partings, make(BORED, job, bundles));
    const minutes = make(build.minutes, job, built);

    const free = freed(asIfNothingSet, fed, placed, needs, mounts, { runs, tree, sizes: powered });
    const proposals = make(
      PROPOSALS,
      job,
      make(power.proposals, job, free.sizes),
      make(routing.proposals, job, free.runs),
      make(harness.proposals, job, free.runs),
      make(speakers.proposals, job),
      make(build.proposals, job, built),
    );
    const overrules = make(OVERRULED, wired, proposals, runs, built, tags);
    const findings = make(
      FINDINGS,
      job,
      make(intake.findings, wired, runs),
      make(intake.unanswered, job, wishes),
      make(mounting.findings, wired, tags, boards),
      make(mounting.panelFindings, job, tags, mounts, boards),
      make(signal.findings, job, inputs, tags),
      make(speakers.findings, wired, heard, inputs, splices, tags),
      make(power.findings, job, lasting, tags),
      make(power.turnOnFindings, held, tags, turnOn, keyOff),
      make(routing.findings, wired, runs, tags, looms, mounts),
      make(harness.findings, placed, runs, tags, pins, links),
      make(harness.bundleFindings, job, bundles),
      make(harness.partingFindings, job, partings),
      make(harness.waiting, job, parts),
      make(build.findings, wired, built, overrules),
    );
    const ledger = make(
      LEDGER,
      job,
      make(speakers.ledger, job, heard),
      make(power.ledger, job, lasting),
      make(harness.ledger, job, cutList),
      make(build.ledger, job, minutes),
      findings,
    );
    return {
      planner: PLANNER_VERSION,
      chapters: VERSIONS,
      tags,
      mounts,
      boards,
      runs,
      speakers: heard,
      inputs,
      splices,
      power: lasting,
      turnOn,
      keyOff,
      terminals,
      isolation,
      cutList,
      bundles,
      pins,
      links,
      looms,
      parts,
      wishes,
      build: built,
      minutes,
      proposals,
      overrules,
      findings,
      ledger,
    };
  };
}

/**
 * Watts draw amperes, amperes cost volts, and volts set the watts of gear that does not regulate its own. The circle is
 * gone round once: what the speakers take at rated volts sizes the feeds, and the volts those feeds leave at full
 * output tell what the speakers get.
 */
function loads(make: Keeper, wired: Job, runs: readonly Run[]) {
  const leads = make(harness.leads, wired, runs);
  const connected = make(speakers.loads, wired, leads);
  const rated = make(speakers.rated, wired, connected);
  return { connected, rated, lengths: make(harness.lengths, wired, runs), common: make(harness.common, wired, runs) };
}

interface Laid {
  readonly runs: readonly Run[];
  readonly tree: FeedTree;
  readonly sizes: FeedSizes;
}

/** Routes and sizes as they are planned where nobody has set any; the very same ones where nobody has. */
function freed(
  make: Keeper,
  fed: Job,
  placed: Job,
  needs: readonly RunNeed[],
  mounts: Plan['mounts'],
  laid: Laid,
): Pick<Laid, 'runs' | 'sizes'> {
  const sets = (...kinds: OverruleKind[]) => kinds.some((kind) => Object.keys(fed.overrules[kind]).length > 0);
  const { gauge, fuse, way, lead, leg, cover } = NONE_SET;
  const overrules = { ...fed.overrules, gauge, fuse, way, lead, leg, cover };
  if (!sets('way', 'lead', 'leg', 'cover'))
    return sets('gauge', 'fuse') ? { ...laid, sizes: make(power.sizes, { ...fed, overrules }, laid.tree) } : laid;
  const runs = make(routing.runs, { ...placed, overrules }, needs, mounts);
  const { lengths, rated, common } = loads(make, { ...placed, overrules }, runs);
  const tree = make(power.tree, { ...placed, overrules }, lengths, rated, common);
  return { runs, sizes: make(power.sizes, { ...fed, overrules }, tree) };
}

// What lies between chapters.

const TAGS = made(['gear'], ({ gear }) => tagGear(gear));

type Batteries = Job['craft']['batteries'];
const withBatteries = (job: Job, batteries: Batteries): Job => ({ ...job, craft: { ...job.craft, batteries } });

/** The batteries as if nothing had been said of these. */
const without = (...parts: readonly (keyof Battery)[]) => {
  const unsaid: Partial<Battery> = Object.fromEntries(parts.map((part) => [part, NEW_BATTERY[part]]));
  return made(['craft.batteries'], ({ craft }): Batteries => mapped(craft.batteries, (own) => ({ ...own, ...unsaid })));
};
const ELECTRIC = ['capacityAh', 'restVolts', 'internalMilliohm', 'shortA', 'mostA'] as const;
/** Steps go by their names, posts and places, whatever they hold and give. */
const POSTS = without(...ELECTRIC);
/** Wires are laid whatever a battery is called. */
const PLACES = without('name', ...ELECTRIC);
/** Feeds are sized by what they give, whatever they hold. */
const GIVEN = without('name', 'capacityAh', 'shortA', 'mostA', 'ringsPlus', 'ringsMinus', 'batterySwitch');
/** With the key off they last by what they hold, whatever they give. */
const HELD = without('restVolts', 'internalMilliohm', 'shortA', 'mostA');

const TERMINALS = made(POWER, (job, terminals: () => Terminals, gauges: FeedGauges) =>
  terminals()(gaugesOf(job, gauges)),
);
/** What a feed and an output carry. */
const LOADED = made(
  [],
  (_, { feeds, common }: PowerPlan, { circuits }: SpeakerPlan) => ({ feeds, common, circuits }),
  // What it is for is compared.
  false,
);
/** Holes that are drilled or opened, by leg. */
const BORED = made([], (_, bundles: readonly Bundle[]) =>
  Object.fromEntries(
    bundles.flatMap(({ leg, passes }) => {
      const holes = passes.flatMap(({ name, drillMm, boreMm }) =>
        drillMm === undefined ? [] : [{ name, drillMm, boreMm }],
      );
      return holes.length ? [[leg, holes] as const] : [];
    }),
  ),
);
const FUSED = made([], (_, fuses: Sized['fuses']) => Object.keys(fuses));
const STEPS = made(
  ['settings', 'overrules.lead', 'overrules.minutes'],
  (
    job,
    work: Parameters<typeof planBuild>[0],
    gauges: FeedGauges,
    terminals: readonly Termination[],
    fuses: Sized['fuses'],
    partings: readonly Parting[],
    bored: Readonly<Record<string, ReturnType<Sized['holesOf']>>>,
  ) => {
    const gaugeOf = gaugesOf(job, gauges);
    // The ends of one run stand together.
    const first = new Map<string, number>();
    terminals.forEach(({ run }, i) => first.has(run) || first.set(run, i));
    const endsOf = ({ id }: Run, at: string): string[] => {
      const found: string[] = [];
      for (let i = first.get(id) ?? terminals.length; terminals[i]?.run === id; i++)
        if (terminals[i]!.at === at) found.push(terminals[i]!.with);
      return found;
    };
    return planBuild(work, {
      minutesOf: (step) => setOf(job, 'minutes', step),
      fuses,
      wireOf: (run) => (run.kind === 'link' ? 'made lead' : run.loom ? 'loom' : gaugeWords(job, gaugeOf(run))),
      endsOf,
      partings,
      holesOf: (leg) => bored[leg] ?? [],
    });
  },
);

/** What is proposed for everything a person may set, by key, were nothing set. */
const PROPOSALS = made([], (_, ...of: readonly (readonly Proposal[])[]) => {
  const byKey: Record<string, Proposal> = {};
  for (const proposals of of) for (const one of proposals) byKey[one.key] = one;
  return byKey;
});

/** What is set over the plan, with what it is about in words; that is missing where the job no longer has it. */
const OVERRULED = made(
  SET,
  (
    job,
    proposals: Readonly<Record<string, Proposal>>,
    runs: readonly Run[],
    { steps }: BuildPlan,
    tags: Plan['tags'],
  ) =>
    overrulesOf(job, proposals, (kind: OverruleKind, subject: string): string | undefined => {
      if (kind === 'wiring') return 'all speakers';
      if (kind === 'minutes') return steps.find((step) => step.id === subject)?.title;
      if (kind === 'gauge' || kind === 'fuse') return job.gear[subject] && `feed to ${endName(job, subject, tags)}`;
      if (kind === 'leg') return own(foundCraft(job).legs, subject)?.name;
      if (kind === 'cover') return own(foundCraft(job).covers, subject)?.name;
      const run = runs.find(({ id }) => id === subject);
      return run && `${endName(job, run.from, tags)} → ${endName(job, run.to, tags)}`;
    }),
);

const FINDINGS = made(['accepted', 'gear', 'looms'], withAccepted<Operation>);

const LEDGER = made(
  [],
  (
    _,
    sound: Pick<Ledger, 'worstLoadOhm'>,
    supply: Pick<Ledger, 'feedA' | 'worstDropPct'>,
    wire: Pick<Ledger, 'wireM'>,
    work: Pick<Ledger, 'hours'>,
    findings: readonly Finding<Operation>[],
  ): Ledger => ({
    ...sound,
    ...supply,
    ...wire,
    ...work,
    stops: findings.filter(({ severity, accepted }) => severity === 'stop' && accepted === undefined).length,
  }),
);
