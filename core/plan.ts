import {
  buildRules,
  intakeRules,
  minuteProposals,
  minutesByPhase,
  planBuild,
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
} from './harness/index';
import { withAccepted } from './job/accepted';
import type { Job } from './job/job';
import type { Operation } from './job/operations';
import { ordered } from './job/order';
import { overrulesOf, withoutOverrules, type Overrule, type OverruleKind, type Proposal } from './job/overrules';
import { keepLedger, type Ledger } from './ledger';
import { gearRules } from './mounting/index';
import {
  feedGauges,
  feedProposals,
  fusesToFit,
  isolationOrder,
  planKeyOff,
  planPower,
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
export function planJob(given: Job): Plan {
  const job = ordered(given);
  const tags = tagGear(job.gear);
  const inputs = inputsOf(job);
  const runs = planRuns(job);
  const { power, speakers } = powerAndSound(job, runs);
  const turnOn = planTurnOn(job);
  const keyOff = planKeyOff(job);
  const isolation = isolationOrder(job);
  const splices = splicesOf(job, speakers);
  const gaugeOf = gaugesOf(job, feedGauges(power));
  const cutList = planCuts(job, runs, gaugeOf);
  const terminals = planTerminals(job, runs, gaugeOf);
  const build = planBuild({
    job,
    runs,
    splices,
    tags,
    fuses: fusesToFit(job, power),
    isolation,
    wireOf: (run) => gaugeWords(job, gaugeOf(run)),
    endsOf: (run, at) => terminals.filter((end) => end.run === run.id && end.at === at).map((end) => end.with),
  });
  const minutes = minutesByPhase(build);
  const proposals = proposalsOf(job, { runs, power, build });
  const overrules = overrulesOf(job, proposals, aboutIn(job, { runs, build, tags }));
  const findings = withAccepted(job, [
    ...judge(intakeRules, { job, build, runs, overrules }),
    ...judge(gearRules, { job, inputs, tags }),
    ...judge(speakerRules, { job, speakers, inputs, splices, tags }),
    ...judge(powerRules, { job, power, tags, turnOn, keyOff }),
    ...judge(supplyRules, { job, power, tags, turnOn, keyOff }),
    ...judge(routingRules, { job, runs, tags }),
    ...judge(buildRules, { job, build, runs, overrules }),
  ]);
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
    ledger: keepLedger(speakers, power, cutList, minutes, findings),
  };
}

/**
 * Watts draw amperes, amperes cost volts, and volts set the watts of gear that does not regulate its own. The circle is
 * gone round once: what the speakers take at rated volts sizes the feeds, and the volts those feeds leave at full output
 * tell what the speakers get.
 */
function powerAndSound(job: Job, runs: readonly Run[]): { readonly power: PowerPlan; readonly speakers: SpeakerPlan } {
  const leads = leadResistance(job, runs);
  const rated = planSpeakers(job, leads, () => undefined);
  const power = planPower(job, feedRuns(job, runs), rated.audioWatts, commonRun(job, runs));
  return { power, speakers: planSpeakers(job, leads, sourceVolts(power)) };
}

/** What is proposed for everything a person may set, by key, were nothing set. */
function proposalsOf(
  job: Job,
  { runs: asSet, power: asFed, build }: { runs: readonly Run[]; power: PowerPlan; build: BuildPlan },
): Record<string, Proposal> {
  const free = withoutOverrules(job);
  const runs = free === job ? asSet : planRuns(free);
  const power = free === job ? asFed : powerAndSound(free, runs).power;
  const all = [
    ...feedProposals(job, power),
    ...wayProposals(job, runs),
    ...leadProposals(job, runs),
    ...wiringProposals(job),
    ...minuteProposals(build),
  ];
  return Object.fromEntries(all.map((one) => [one.key, one]));
}

/** What an overrule is about, in words; undefined when the job no longer has it. */
const aboutIn =
  (job: Job, { runs, build, tags }: Pick<Plan, 'runs' | 'build' | 'tags'>) =>
  (kind: OverruleKind, subject: string): string | undefined => {
    if (kind === 'wiring') return 'all speakers';
    if (kind === 'minutes') return build.steps.find((step) => step.id === subject)?.title;
    if (kind === 'gauge' || kind === 'fuse') return job.gear[subject] && `feed to ${endName(job, subject, tags)}`;
    const run = runs.find(({ id }) => id === subject);
    return run && `${endName(job, run.from, tags)} → ${endName(job, run.to, tags)}`;
  };
