import {
  buildRules,
  intakeRules,
  minuteProposals,
  minutesByPhase,
  planBuild,
  planWork,
  type BuildPlan,
  type Minutes,
} from './build/index';
import { endName, type Run } from './connections/runs';
import { inputsOf, type Input } from './connections/signal';
import { judge, type Finding } from './findings/finding';
import { tagGear } from './gear/tags';
import {
  commonRun,
  feedRuns,
  gaugeWords,
  gaugesOf,
  leadProposals,
  leadResistance,
  planCuts,
  type CutList,
  type FeedGauges,
} from './harness/index';
import { withAccepted } from './job/accepted';
import type { Job } from './job/job';
import { chapters, type JobPart } from './job/chapters';
import type { Operation } from './job/operations';
import { ordered } from './job/order';
import { overrulesOf, type Overrule, type Proposal } from './job/overrules';
import { NONE_SET, OVERRULE_KINDS, type OverruleKind } from './job/parts/overrules';
import { NEW_BATTERY } from './job/supply';
import { keepLedger, type Ledger } from './ledger';
import { gearRules } from './mounting/index';
import {
  feedGauges,
  feedProposals,
  fusesToFit,
  isolationOrder,
  planKeyOff,
  planPower,
  planSizes,
  planTerminals,
  planTurnOn,
  powerRules,
  sourceVolts,
  supplyRules,
  type KeyOff,
  type PowerPlan,
  type Termination,
  type TurnOnPlan,
} from './power/index';
import { planRuns, routingRules, wayProposals } from './routing/index';
import {
  planSpeakers,
  speakerRules,
  splicesOf,
  wiringProposals,
  type LeadOhm,
  type SpeakerPlan,
  type Splice,
} from './speakers/index';

/** Written into every plan, so that a sealed one tells who planned it. */
export const PLANNER_VERSION = '0.5.0';

export interface Plan {
  readonly planner: string;
  /** Short marks for gear on the drawing: H1, A1, S1 … front to rear, left before right. */
  readonly tags: Readonly<Record<string, string>>;
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
  readonly minutes: Minutes;
  readonly findings: readonly Finding<Operation>[];
  readonly ledger: Ledger;
}

/** Everything that follows from a job. Pure and fast: no search beyond the shortest way of each run. */
export const planJob = (job: Job): Plan => planner()(job);

// What each chapter reads of a job. What it has not named is not there when it asks.
/** Where things are. */
const PLACED: readonly JobPart[] = [
  'gear',
  'craft.pattern',
  'craft.measures',
  'craft.batteries',
  'choices',
  'settings',
];
/** Who drives and hears whom. */
const HEARD: readonly JobPart[] = ['circuits', 'speakers', 'zones', 'sources'];
const SOUND: readonly JobPart[] = [
  ...PLACED,
  ...HEARD,
  'id',
  'reserved',
  'wiringRules',
  'overrules.lead',
  'craft.oldReturns',
  'craft.existing',
];
const LAID: readonly JobPart[] = [...PLACED, ...HEARD, 'feeds', 'turnOn', 'overrules.way'];
const POWER: readonly JobPart[] = [
  ...PLACED,
  ...HEARD,
  'id',
  'feeds',
  'turnOn',
  'overrules.lead',
  'craft.ties',
  'craft.charging',
  'craft.shore',
  'craft.solar',
  'craft.nominalVolts',
  'craft.keyOffMilliamp',
  'craft.frameMilliohm',
  'craft.existing',
  'craft.hull',
];
/** A size set by hand moves no wire and turns no step about: only what carries current asks for it. */
const SIZED: readonly JobPart[] = [...POWER, 'overrules.gauge', 'overrules.fuse'];
const WORK: readonly JobPart[] = [...POWER, 'overrules.minutes', 'craft.lamps', 'craft.memories'];
/** What a person has set, and what it is about. */
const SET: readonly JobPart[] = [...LAID, ...OVERRULE_KINDS.map((kind): JobPart => `overrules.${kind}`)];

/**
 * A planner to be asked again and again while one job is edited: what an edit does not touch is not planned again, and
 * stays the very same object. `onMake` is told of every chapter that is made.
 */
export function planner(onMake?: (chapter: string) => void): (job: Job) => Plan {
  const make = chapters(onMake);
  const asIfNothingSet = chapters(onMake);

  /**
   * Watts draw amperes, amperes cost volts, and volts set the watts of gear that does not regulate its own. The circle
   * is gone round once: what the speakers take at rated volts sizes the feeds, and the volts those feeds leave at full
   * output tell what the speakers get.
   */
  function feed<T>(
    by: typeof make,
    name: string,
    plan: (...of: Parameters<typeof planPower>) => T,
    job: Job,
    wired: Job,
    runs: readonly Run[],
  ) {
    const leads = by('leads', SOUND, wired, leadResistance, runs);
    const rated = by('rated watts', SOUND, wired, ratedWatts, leads);
    const lengths = by('feed lengths', LAID, wired, feedRuns, runs);
    const common = by('common return', LAID, wired, commonRun, runs);
    const sized = (of: Job, run: typeof lengths, watts: typeof rated, back: typeof common) =>
      plan(of, (gear) => run[gear], watts, back);
    return { leads, power: by(name, SIZED, job, sized, lengths, rated, common) };
  }

  return (given) => {
    const job = ordered(given);
    // What a battery holds moves no wire and turns no step about.
    const posts = make('posts', ['craft.batteries'], job, batteryPosts);
    const wired: Job = { ...job, craft: { ...job.craft, batteries: posts } };
    const free = asProposed(job);

    const tags = make('tags', ['gear'], job, ({ gear }) => tagGear(gear));
    const inputs = make('inputs', ['gear', ...HEARD], job, inputsOf);
    const runs = make('routing', LAID, wired, planRuns);
    const { leads, power } = feed(make, 'power', planPower, job, wired, runs);
    const volts = make('volts', [], job, (_, of) => sourceVolts(of), power);
    const speakers = make('speakers', SOUND, wired, soundOf, leads, volts);
    const splices = make('splices', SOUND, wired, splicesOf, speakers);
    const turnOn = make('turn-on', POWER, wired, planTurnOn);
    const keyOff = make('key off', POWER, job, planKeyOff);
    const isolation = make('isolation', POWER, wired, isolationOrder);
    const sizes = make('sizes', [], job, (_, of) => feedGauges(of), power);
    const cutList = make('cut list', SOUND, wired, planCuts, runs, sizes);
    const terminals = make('terminals', POWER, wired, endsOf, runs, sizes);
    const fuses = make('fuses', ['craft.batteries'], job, fusesToFit, power);
    const fused = make('fused', [], job, (_, of) => Object.keys(of), fuses);
    const work = make('work', WORK, wired, workOf, runs, splices, tags, fused, isolation);
    const build = make('build', ['settings', 'overrules.lead'], job, stepsOf, work, sizes, terminals, fuses);
    const minutes = make('minutes', [], job, (_, of) => minutesByPhase(of), build);

    const freeWired: Job = { ...wired, overrules: free.overrules };
    const freeRuns = free === job ? runs : asIfNothingSet('routing', LAID, freeWired, planRuns);
    const freeSizes = free === job ? power : feed(asIfNothingSet, 'sizes', planSizes, free, freeWired, freeRuns).power;
    const proposals = make(
      'proposals',
      [],
      job,
      (_, ...all) => Object.fromEntries(all.flat().map((one) => [one.key, one])),
      make('feed proposals', ['settings'], job, feedProposals, freeSizes),
      make('way proposals', ['craft.pattern'], job, wayProposals, freeRuns),
      make('lead proposals', ['settings'], job, leadProposals, freeRuns),
      make('wiring proposals', ['gear', ...HEARD, 'wiringRules', 'reserved'], job, wiringProposals),
      make('minute proposals', [], job, (_, of) => minuteProposals(of), work),
    );
    const overrules = make('overrules', SET, job, overrulesIn, proposals, runs, build, tags);

    const found = [
      make('intake rules', WORK, wired, workSeen(intakeRules), build, runs, overrules),
      make(
        'gear rules',
        [...LAID, 'id'],
        wired,
        (of, i, t) => judge(gearRules, { job: of, inputs: i, tags: t }),
        inputs,
        tags,
      ),
      make('speaker rules', SOUND, wired, soundSeen, speakers, inputs, splices, tags),
      make('power rules', SIZED, job, powerSeen, power, tags, turnOn, keyOff),
      make(
        'routing rules',
        [...LAID, 'id'],
        wired,
        (of, r, t) => judge(routingRules, { job: of, runs: r, tags: t }),
        runs,
        tags,
      ),
      make('build rules', WORK, wired, workSeen(buildRules), build, runs, overrules),
    ];
    const findings = make('findings', ['accepted'], job, withAccepted<Operation>, ...found);
    const ledger = make(
      'ledger',
      [],
      job,
      (_, ...of) => keepLedger(...of),
      speakers,
      power,
      cutList,
      minutes,
      findings,
    );
    return {
      planner: PLANNER_VERSION,
      tags,
      runs,
      speakers,
      inputs,
      splices,
      power,
      turnOn,
      keyOff,
      terminals,
      isolation,
      cutList,
      build,
      minutes,
      proposals,
      overrules,
      findings,
      ledger,
    };
  };
}

// How what one chapter has made is handed to the next.

/** Kinds that, were nothing set, would leave another proposal. */
const SIZING = ['gauge', 'fuse', 'way', 'lead'] as const satisfies readonly OverruleKind[];

/** The job as it is planned where nobody has set a size or a way; the very same one where nobody has. */
function asProposed(job: Job): Job {
  if (SIZING.every((kind) => Object.keys(job.overrules[kind]).length === 0)) return job;
  const { gauge, fuse, way, lead } = NONE_SET;
  return { ...job, overrules: { ...job.overrules, gauge, fuse, way, lead } };
}

/** The batteries with nothing said of what they hold and give: wires and steps go by their names, posts and places. */
const batteryPosts = ({ craft }: Job): Job['craft']['batteries'] =>
  Object.fromEntries(
    Object.entries(craft.batteries).map(([id, battery]) => {
      const { capacityAh, restVolts, internalMilliohm, shortA, mostA } = NEW_BATTERY;
      return [id, { ...battery, capacityAh, restVolts, internalMilliohm, shortA, mostA }];
    }),
  );
const ratedWatts = (job: Job, leads: LeadOhm) => planSpeakers(job, leads, () => undefined).audioWatts;
const soundOf = (job: Job, leads: LeadOhm, volts: ReturnType<typeof sourceVolts>) =>
  planSpeakers(job, leads, (source) => volts[source]);
const endsOf = (job: Job, runs: readonly Run[], sizes: FeedGauges) => planTerminals(job, runs, gaugesOf(job, sizes));

const workOf = (
  job: Job,
  runs: readonly Run[],
  splices: readonly Splice[],
  tags: Plan['tags'],
  fused: readonly string[],
  isolation: Plan['isolation'],
) => planWork({ job, runs, splices, tags, fused, isolation });

function stepsOf(
  job: Job,
  work: ReturnType<typeof planWork>,
  sizes: FeedGauges,
  terminals: readonly Termination[],
  fuses: ReturnType<typeof fusesToFit>,
): BuildPlan {
  const gaugeOf = gaugesOf(job, sizes);
  return planBuild(work, {
    fuses,
    wireOf: (run) => gaugeWords(job, gaugeOf(run)),
    endsOf: (run, at) => terminals.filter((end) => end.run === run.id && end.at === at).map((end) => end.with),
  });
}

/** What is set over the plan, with what it is about in words; that is missing where the job no longer has it. */
const overrulesIn = (
  job: Job,
  proposals: Readonly<Record<string, Proposal>>,
  runs: readonly Run[],
  build: BuildPlan,
  tags: Plan['tags'],
): Overrule[] =>
  overrulesOf(job, proposals, (kind: OverruleKind, subject: string): string | undefined => {
    if (kind === 'wiring') return 'all speakers';
    if (kind === 'minutes') return build.steps.find((step) => step.id === subject)?.title;
    if (kind === 'gauge' || kind === 'fuse') return job.gear[subject] && `feed to ${endName(job, subject, tags)}`;
    const run = runs.find(({ id }) => id === subject);
    return run && `${endName(job, run.from, tags)} → ${endName(job, run.to, tags)}`;
  });

const workSeen =
  (rules: typeof buildRules) => (job: Job, build: BuildPlan, runs: readonly Run[], overrules: readonly Overrule[]) =>
    judge(rules, { job, build, runs, overrules });
const soundSeen = (
  job: Job,
  speakers: SpeakerPlan,
  inputs: readonly Input[],
  splices: readonly Splice[],
  tags: Plan['tags'],
) => judge(speakerRules, { job, speakers, inputs, splices, tags });
function powerSeen(job: Job, power: PowerPlan, tags: Plan['tags'], turnOn: TurnOnPlan, keyOff: readonly KeyOff[]) {
  const seen = { job, power, tags, turnOn, keyOff };
  return [...judge(powerRules, seen), ...judge(supplyRules, seen)];
}
