import { PHASES, workMinutes, buildRules, intakeRules, planBuild, type BuildPlan, type Phase } from './build/index';
import { bySeverity, findingBasis, judge, type Finding } from './findings/finding';
import type { GearKind, Speaker } from './gear/gear';
import { contentHash } from './gear/hash';
import { planCuts, runGauge, signalLead, speakerLead, type CutList } from './harness/index';
import { craftOf, type Job } from './job/job';
import { overruleKey, overrulesOf, wayWords, type Overrule, type OverruleKind, type Proposal } from './job/overrules';
import { applyAll, type Operation } from './job/operations';
import { sortedMap } from './craft/order';
import { ordered } from './job/order';
import { join } from './job/wiring';
import { gearRules } from './mounting/index';
import { commonPoint, gathersReturns, returnRun } from './job/feeding';
import {
  DAY_RULES,
  dayFindings,
  hasReturn,
  highest,
  mostLost,
  isolationOrder,
  planKeyOff,
  planPower,
  planTerminals,
  planTurnOn,
  powerRules,
  supplyRules,
  type CommonRun,
  type FeedRun,
  type KeyOff,
  type PowerPlan,
  type Termination,
  type TurnOnPlan,
} from './power/index';
import { endName, planRuns, routingRules, type Run } from './routing/index';
import { controlOf, inputsOf, sourcesOf, type Input } from './job/signal';
import {
  planSpeakers,
  speakerRules,
  splicesOf,
  type SpeakerPlan,
  type Splice,
  type SupplyVolts,
} from './speakers/index';
import { upgradePlan } from './plan-upgrade';
import { gaugeName, ohmsPerMetre } from './tables/conductors';

/** Written into every plan, so that a sealed one tells who reckoned it. */
export const PLANNER_VERSION = '0.5.0';

export interface Ledger {
  /** Lowest nominal load on any channel, Ω. */
  readonly worstLoadOhm: number | undefined;
  /** Battery current at full output, engine off, A. */
  readonly feedA: number | undefined;
  readonly worstDropPct: number | undefined;
  readonly wireM: number;
  readonly hours: number;
  readonly stops: number;
}

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

/** Minutes of work by phase; two people's count twice. */
export type Minutes = Readonly<Record<Phase, number>>;

/** Findings in order, what a person accepted marked as such while its figures are what they were. */
function withAccepted(job: Job, findings: readonly Finding<Operation>[]): Finding<Operation>[] {
  return bySeverity(
    findings.map((finding) => {
      const why = finding.overrulable ? job.accepted[finding.key] : undefined;
      return why && why.basis === contentHash(findingBasis(finding)) ? { ...finding, accepted: why.reason } : finding;
    }),
  );
}

/** Whether a finding is of the day, which is judged beside the plan. */
export const isDayFinding = ({ rule }: Finding<Operation>): boolean => DAY_RULES.has(rule);

/** A job's plan with what takes longer than an edit may: how its day goes. What a list, a sheet and a seal show. */
export function wholePlan(job: Job): Plan {
  const plan = planOf(job);
  return job.seal ? plan : { ...plan, findings: wholeFindings(job, plan) };
}

/** The findings of a plan and of its day. */
export const wholeFindings = (job: Job, plan: Plan): Finding<Operation>[] =>
  withAccepted(job, [...plan.findings, ...dayFindings(job, plan.power)]);

/** What a job shows: its plan, or the one it was sealed with. */
export const planOf = (job: Job): Plan =>
  job.seal ? inGearOrder(ordered(job), upgradePlan(job.seal.plan as unknown as Plan)) : planJob(job);

/** A sealed plan’s maps in the order of the gear: a store gives their members back in any. */
function inGearOrder(job: Job, plan: Plan): Plan {
  const ids = Object.keys(job.gear);
  const rank = (key: string) => ids.indexOf(key.split('/')[0]!);
  const sorted = <T>(map: Readonly<Record<string, T>>) =>
    sortedMap({ ...map }, ([a], [b]) => rank(a) - rank(b) || channelRank(job, a) - channelRank(job, b));
  return {
    ...plan,
    tags: sorted(plan.tags),
    power: { ...plan.power, feeds: sorted(plan.power.feeds) },
    speakers: { ...plan.speakers, circuits: sorted(plan.speakers.circuits) },
  };
}
const channelRank = (job: Job, key: string): number => Object.keys(job.circuits).indexOf(key);

/** Everything that follows from a job. Pure and fast: no search beyond the shortest way of each run. */
export function planJob(given: Job): Plan {
  const job = ordered(given);
  const tags = tagGear(job);
  const runs = planRuns(job);
  const leads = leadResistance(job, runs);
  const inputs = inputsOf(job);
  const rated = planSpeakers(job, leads, () => undefined);
  const power = planPower(job, feedRuns(job, runs), rated.audioWatts, commonRun(job, runs));
  const speakers = planSpeakers(job, leads, sourceVolts(power));
  const feedGauge = ({ id, kind, to }: { id: string; kind: string; to: string }) =>
    power.common?.run === id
      ? power.common.gauge
      : kind === 'return' && power.feeds[to] && !hasReturn(power.feeds[to])
        ? signalLead(job)
        : power.feeds[to]?.gauge;
  const turnOn = planTurnOn(job);
  const keyOff = planKeyOff(job);
  const isolation = isolationOrder(job);
  const splices = splicesOf(job, speakers);
  const cutList = planCuts(job, runs, feedGauge);
  const terminals = planTerminals(job, runs, (run) => runGauge(job, run, feedGauge));
  const build = planBuild({
    job,
    runs,
    splices,
    tags,
    fuses: Object.fromEntries(
      Object.values(power.feeds).flatMap(({ gear, family, feeder, fuseA, there }) =>
        !there && (family !== undefined || Object.hasOwn(job.craft.batteries, feeder)) ? [[gear, fuseA] as const] : [],
      ),
    ),
    isolation,
    wireOf: (run) => {
      const gauge = runGauge(job, run, feedGauge);
      return gauge ? gaugeName(gauge, job.settings.conductors) : 'screened line pair';
    },
    endsOf: (run, at) => terminals.filter((end) => end.run === run.id && end.at === at).map((end) => end.with),
  });
  const proposals = proposalsOf(job, runs, power, build);
  const overrules = overrulesOf(
    job,
    (key) => proposals[key],
    (kind, subject) => {
      if (kind === 'wiring') return 'all speakers';
      if (kind === 'minutes') return build.steps.find((step) => step.id === subject)?.title;
      if (kind === 'gauge' || kind === 'fuse') return job.gear[subject] && `feed to ${endName(job, subject, tags)}`;
      const run = runs.find(({ id }) => id === subject);
      return run && `${endName(job, run.from, tags)} → ${endName(job, run.to, tags)}`;
    },
  );
  const minutes = countMinutes(build);
  const findings = withAccepted(job, [
    ...judge(intakeRules, { job, build, runs, overrules }),
    ...judge(gearRules, { job, inputs, tags }),
    ...judge(speakerRules, { job, speakers, inputs, splices, tags }),
    ...judge(powerRules, { job, power, tags, turnOn, keyOff }),
    ...judge(supplyRules, { job, power, tags, turnOn, keyOff }),
    ...judge(routingRules, { job, runs, tags }),
    ...judge(buildRules, { job, build, runs, overrules }),
  ]);
  const ledger = keepLedger(speakers, power, cutList, minutes, findings);
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
}

const TAG_LETTERS: Record<GearKind, string> = {
  headUnit: 'H',
  amplifier: 'A',
  speaker: 'S',
  fuseHolder: 'F',
  zoneControl: 'Z',
  block: 'D',
  switchModule: 'M',
  relay: 'R',
  converter: 'C',
};

/** Tags in the canonical order of the gear: front to rear, left before right. */
function tagGear(job: Job): Record<string, string> {
  const counts = new Map<string, number>();
  return Object.fromEntries(
    Object.entries(job.gear).map(([id, { item }]) => {
      const letter = TAG_LETTERS[item.kind];
      const count = (counts.get(letter) ?? 0) + 1;
      counts.set(letter, count);
      return [id, `${letter}${count}`];
    }),
  );
}

/**
 * Out-and-back resistance of each speaker's lead at working temperature, Ω: through the zone control where one
 * stands in it; as it was measured where the old lead is kept.
 */
export function leadResistance(job: Job, runs: readonly Run[]): (source: string, speaker: string) => number {
  const byId = new Map(runs.map((run) => [run.id, run]));
  const own = (from: string, to: string) => {
    const run = byId.get(`speaker:${from}>${to}`);
    const gauge = run && runGauge(job, run, () => undefined);
    if (!run || !gauge) return 0;
    return (2 * ohmsPerMetre(gauge, job.settings.conductorCelsius, job.settings.conductors) * run.cutMm) / 1000;
  };
  return (source, speaker) => {
    const old = job.speakers[speaker]?.oldLeadOhm ?? null;
    if (old !== null) return old;
    const control = controlOf(job, speaker, 'speaker');
    return control === undefined ? own(source, speaker) : own(source, control) + own(control, speaker);
  };
}

/** The same for a lead from any source, whatever hangs where now: what a search for wirings reckons with. */
export function leadsFromAnywhere(job: Job): (source: string, speaker: string) => number {
  const speakers = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
  const leads = new Map<string, number>();
  for (const [source, { bank }] of sourcesOf(job)) {
    // Every coil of every speaker at once on one output: each speaker's lead is then asked for.
    const all = speakers.flatMap((gear) =>
      (job.gear[gear]!.item as Speaker).coils.map((_, coil) => ({ coil: { gear, coil } })),
    );
    if (!all.length) break;
    const trial = { ...job, circuits: { [`${source}/${bank.channels[0]!.id}`]: join('parallel', all) } };
    const lead = leadResistance(trial, planRuns(trial));
    for (const speaker of speakers) leads.set(`${source}>${speaker}`, lead(source, speaker));
  }
  return (source, speaker) => leads.get(`${source}>${speaker}`) ?? 0;
}

function feedRuns(job: Job, runs: readonly Run[]): (gear: string) => FeedRun | undefined {
  const { legs } = craftOf(job);
  const common = commonPoint(job);
  const meets = commonRun(job, runs);
  const loaded = loadedOnLegs(runs);
  return (gear) => {
    const item = job.gear[gear]?.item;
    const out = runs.find((run) => run.kind === 'feed' && run.to === gear);
    const back = runs.find((run) => run.id === returnRun(job, gear, common));
    // A block without a return bus has nothing to bring home.
    const none = item?.kind === 'block' && !gathersReturns(item);
    if (!out?.way || !(back?.way || none) || (common !== undefined && !meets)) return undefined;
    const along = [...out.way.legs, ...(back?.way?.legs ?? [])];
    return {
      outMm: out.cutMm,
      backMm: gear === common || none ? 0 : back!.cutMm,
      engineSpace: along.some((leg) => legs[leg]!.engineSpace),
      together: Math.max(1, ...along.map((leg) => loaded.get(leg)!)),
    };
  };
}

/** How many feed and return conductors lie on each leg: they all warm each other. */
function loadedOnLegs(runs: readonly Run[]): Map<string, number> {
  const loaded = new Map<string, number>();
  for (const run of runs)
    if (run.kind === 'feed' || run.kind === 'return')
      for (const leg of new Set(run.way?.legs)) loaded.set(leg, (loaded.get(leg) ?? 0) + run.conductors.length);
  return loaded;
}

/** The run that brings all returns from the common point; undefined when there is none, or it has no way. */
function commonRun(job: Job, runs: readonly Run[]): CommonRun | undefined {
  const gear = commonPoint(job);
  const back = gear === undefined ? undefined : runs.find((run) => run.id === returnRun(job, gear, gear));
  if (gear === undefined || !back?.way) return undefined;
  const { legs } = craftOf(job);
  const loaded = loadedOnLegs(runs);
  return {
    run: back.id,
    gear,
    backMm: back.cutMm,
    engineSpace: back.way.legs.some((leg) => legs[leg]!.engineSpace),
    together: Math.max(1, ...back.way.legs.map((leg) => loaded.get(leg)!)),
  };
}

function countMinutes({ steps }: BuildPlan): Minutes {
  const minutes = Object.fromEntries(Object.keys(PHASES).map((phase) => [phase, 0])) as Record<Phase, number>;
  for (const step of steps) minutes[step.phase] += workMinutes(step);
  return minutes;
}

/** The job with nothing set over a proposal; the very same one when nothing is. */
function withoutOverrules(job: Job): Job {
  const set =
    Object.keys(job.ways).length > 0 ||
    Object.keys(job.leadGauges).length > 0 ||
    Object.values(job.feeds).some(({ gauge, fuseA }) => gauge !== null || fuseA !== null);
  if (!set) return job;
  const feeds = Object.fromEntries(
    Object.entries(job.feeds).map(([id, choice]) => [id, { ...choice, gauge: null, fuseA: null }]),
  );
  return { ...job, feeds, ways: {}, leadGauges: {} };
}

const tidy = (value: number) => Math.round(value * 100) / 100;

/** What is proposed for everything a person may set, were nothing set, and what each rests on. */
function proposalsOf(job: Job, asSet: readonly Run[], power: PowerPlan, build: BuildPlan): Record<string, Proposal> {
  const free = withoutOverrules(job);
  let runs = asSet;
  let { feeds, common } = power;
  if (free !== job) {
    runs = planRuns(free);
    const rated = planSpeakers(free, leadResistance(free, runs), () => undefined);
    ({ feeds, common } = planPower(free, feedRuns(free, runs), rated.audioWatts, commonRun(free, runs)));
  }
  const { dropLimitPct, insulation, conductorCelsius, conductors, leastSize } = job.settings;
  // Named only where it is not the usual one, so that overrules of before it could be chosen still stand.
  const wire = [
    dropLimitPct,
    insulation,
    conductorCelsius,
    ...(conductors === 'awg' ? [] : [conductors]),
    ...(leastSize === null ? [] : [leastSize]),
  ];
  const proposals: Record<string, Proposal> = {};
  const add = (kind: OverruleKind, subject: string, words: string | undefined, inputs: Proposal['inputs']) => {
    const key = overruleKey(kind, subject);
    proposals[key] = { key, kind, subject, words, inputs };
  };
  for (const { gear, gauge, fuseA, fuseNeedA, run, choice } of Object.values(feeds)) {
    if (!run) continue;
    const crowd = job.settings.bundles && run.together > 3 ? [run.together] : [];
    const asked = [
      run.outMm,
      run.backMm,
      run.engineSpace ? 1 : 0,
      tidy(fuseNeedA),
      choice.holder?.family ?? '',
      ...crowd,
    ];
    add('gauge', gear, gaugeName(gauge, conductors), [...asked, ...wire]);
    add('fuse', gear, fuseA === undefined ? undefined : `${fuseA} A`, [tidy(fuseNeedA), choice.holder?.family ?? '']);
  }
  for (const run of runs) {
    if (!run.way) continue;
    add('way', run.id, wayWords(job, run.way.legs), [run.fromPlace!, run.toPlace!, ...run.way.legs]);
    if (run.kind === 'speaker')
      add('lead', run.id, gaugeName(speakerLead(job), conductors), [speakerLead(job), run.cutMm]);
  }
  if (common)
    add('lead', common.run, gaugeName(common.gauge, conductors), [
      common.backMm,
      tidy(common.carriesA),
      dropLimitPct,
      insulation,
      conductorCelsius,
    ]);
  // Which wiring is best takes a search, and that is not for every edit.
  add('wiring', 'speakers', 'what “Propose a wiring” finds', wiringBasis(job));
  for (const step of build.steps) add('minutes', step.id, `${step.plannedMinutes} min`, [step.plannedMinutes]);
  return proposals;
}

/**
 * What the speakers of a job would get after these edits, the volts at the sources being as they are now. Of a sealed
 * job too: nothing of it is changed by asking.
 */
export function speakersAfter(job: Job, plan: Plan, operations: readonly Operation[]): SpeakerPlan {
  const after = applyAll({ ...job, seal: null }, operations);
  const runs = planRuns(after);
  return planSpeakers(after, leadResistance(after, runs), sourceVolts(plan.power));
}

/** What a wiring of all speakers rests on: another speaker, place, zone or source, and it may no longer be the best. */
function wiringBasis(job: Job): (string | number)[] {
  const speakers = Object.entries(job.gear).flatMap(([id, { item, itemHash, place }]) =>
    item.kind === 'speaker'
      ? [id, itemHash, place ?? '', job.speakers[id]?.zone ?? '', job.speakers[id]?.position ?? '']
      : [],
  );
  const sources = sourcesOf(job).flatMap(([id]) => [id, job.gear[id]!.itemHash]);
  return [...speakers, ...sources, contentHash(job.wiringRules), ...Object.keys(job.reserved)];
}

/** Volts at a source with the engine off, and the most it gets at full output: what unregulated gear gives goes by them. */
const sourceVolts =
  ({ feeds }: PowerPlan): SupplyVolts =>
  (source) => {
    const feed = feeds[source];
    const most = feed && highest(feed);
    return most && { volts: feed.states.restFull!.deviceVolts, most: most.volts, mostIn: most.in };
  };

function keepLedger(
  speakers: SpeakerPlan,
  power: PowerPlan,
  cutList: CutList,
  minutes: Minutes,
  findings: readonly Finding<Operation>[],
): Ledger {
  const loads = Object.values(speakers.circuits).map((circuit) => circuit.nominalOhm);
  const feeds = Object.values(power.feeds).filter((feed) => feed.run);
  const drops = feeds.flatMap((feed) => mostLost(feed)?.dropPct ?? []);
  return {
    worstLoadOhm: loads.length ? Math.min(...loads) : undefined,
    feedA: feeds.length ? power.totalAmps.restFull : undefined,
    worstDropPct: drops.length ? Math.max(...drops) : undefined,
    wireM: cutList.wireM,
    hours: Object.values(minutes).reduce((sum, m) => sum + m, 0) / 60,
    stops: findings.filter(({ severity, accepted }) => severity === 'stop' && accepted === undefined).length,
  };
}
