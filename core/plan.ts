import { bySeverity, judge, type Finding } from './findings/finding';
import { isPowered, type GearKind } from './gear/gear';
import { planCuts, runGauge, type CutList } from './harness/index';
import type { Job } from './job/job';
import type { Operation } from './job/operations';
import { gearRules } from './mounting/index';
import { planPower, powerRules, type FeedRun, type PowerPlan } from './power/index';
import { coversToOpen, craftMap, leadHeadUnit, planRuns, routingRules, type Run } from './routing/index';
import { planSpeakers, speakerRules, type SpeakerPlan } from './speakers/index';
import { ohmsPerMetre } from './tables/conductors';

/** Written into every plan, so that a sealed one tells who reckoned it. */
export const PLANNER_VERSION = '0.1.0';

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
  readonly covers: readonly string[];
  readonly speakers: SpeakerPlan;
  readonly power: PowerPlan;
  readonly cutList: CutList;
  readonly minutes: Minutes;
  readonly findings: readonly Finding<Operation>[];
  readonly ledger: Ledger;
}

export interface Minutes {
  readonly covers: number;
  readonly fitting: number;
  readonly wiring: number;
}

/** Everything that follows from a job. Pure and fast: no search beyond the shortest way of each run. */
export function planJob(job: Job): Plan {
  const tags = tagGear(job);
  const runs = planRuns(job, craftMap(job.craft.pattern));
  const covers = coversToOpen(job, runs);
  const leads = leadResistance(job, runs);
  const rated = planSpeakers(job, leads, () => undefined);
  const power = planPower(job, feedRuns(job, runs), rated.audioWatts);
  const speakers = planSpeakers(job, leads, (source) => power.feeds[source]?.states.restFull?.deviceVolts);
  const cutList = planCuts(job, runs, (gear) => power.feeds[gear]?.gauge);
  const minutes = countMinutes(job, runs, covers);
  const findings = bySeverity([
    ...judge(gearRules, { job, tags }),
    ...judge(speakerRules, { job, speakers, tags }),
    ...judge(powerRules, { job, power, tags, turnOn: turnOnBudget(job) }),
    ...judge(routingRules, { job, runs, tags }),
  ]);
  const ledger = keepLedger(speakers, power, cutList, minutes, findings);
  return { planner: PLANNER_VERSION, tags, runs, covers, speakers, power, cutList, minutes, findings, ledger };
}

const TAG_LETTERS: Record<GearKind, string> = { headUnit: 'H', amplifier: 'A', speaker: 'S', fuseHolder: 'F' };

function tagGear(job: Job): Record<string, string> {
  const position = (id: string): readonly [number, number] => {
    const place = job.gear[id]!.place;
    const at = place === null ? undefined : job.craft.pattern.places[place]!.at;
    return at ? [-at[0], -at[1]] : [Number.MAX_VALUE, Number.MAX_VALUE];
  };
  const order = Object.keys(job.gear)
    .map((id) => ({ id, at: position(id) }))
    .sort((a, b) => (a.at[0] === b.at[0] ? (a.at[1] === b.at[1] ? 0 : a.at[1] - b.at[1]) : a.at[0] - b.at[0]));
  const counts = new Map<string, number>();
  return Object.fromEntries(
    order.map(({ id }) => {
      const letter = TAG_LETTERS[job.gear[id]!.item.kind];
      const count = (counts.get(letter) ?? 0) + 1;
      counts.set(letter, count);
      return [id, `${letter}${count}`];
    }),
  );
}

/** Out-and-back resistance of each speaker's lead at working temperature, Ω. */
export function leadResistance(job: Job, runs: readonly Run[]): (source: string, speaker: string) => number {
  const byId = new Map(runs.map((run) => [run.id, run]));
  return (source, speaker) => {
    const run = byId.get(`speaker:${source}>${speaker}`);
    const gauge = run && runGauge(job, run, () => undefined);
    if (!run || !gauge) return 0;
    return (2 * ohmsPerMetre(gauge, job.settings.conductorCelsius) * run.cutMm) / 1000;
  };
}

function feedRuns(job: Job, runs: readonly Run[]): (gear: string) => FeedRun | undefined {
  const { legs } = job.craft.pattern;
  return (gear) => {
    const out = runs.find((run) => run.id === `feed:battery>${gear}`);
    const back = runs.find((run) => run.id === `return:battery>${gear}`);
    if (!out?.way || !back?.way) return undefined;
    const engineSpace = [...out.way.legs, ...back.way.legs].some((leg) => legs[leg]!.engineSpace);
    return { outMm: out.cutMm, backMm: back.cutMm, engineSpace };
  };
}

function turnOnBudget(job: Job) {
  const head = leadHeadUnit(job);
  const item = head === undefined ? undefined : job.gear[head]!.item;
  if (head === undefined || item?.kind !== 'headUnit') return undefined;
  const neededA = Object.values(job.gear).reduce(
    (sum, g) => sum + (g.item.kind === 'amplifier' ? g.item.remoteInA : 0),
    0,
  );
  return { head, neededA, availableA: item.remoteOutA };
}

/** Minutes to lay, cut and end one run, and to set up gear that needs it (common practice). */
const MINUTES_PER_RUN = 6;
const MINUTES_TO_TEST = 15;

function countMinutes(job: Job, runs: readonly Run[], covers: readonly string[]): Minutes {
  const gear = Object.values(job.gear);
  return {
    covers: covers.reduce((sum, id) => {
      const cover = job.craft.pattern.covers[id]!;
      return sum + cover.minutes.off + cover.minutes.on;
    }, 0),
    fitting: gear.reduce((sum, { item, place }) => sum + (place === null ? 0 : item.fitMinutes), 0),
    wiring:
      MINUTES_PER_RUN * runs.filter((run) => run.way).length +
      (gear.some(({ item }) => isPowered(item)) ? MINUTES_TO_TEST : 0),
  };
}

function keepLedger(
  speakers: SpeakerPlan,
  power: PowerPlan,
  cutList: CutList,
  minutes: Minutes,
  findings: readonly Finding<Operation>[],
): Ledger {
  const loads = Object.values(speakers.circuits).map((circuit) => circuit.nominalOhm);
  const feeds = Object.values(power.feeds).filter((feed) => feed.run);
  const drops = feeds.flatMap((feed) => feed.states.restFull?.dropPct ?? []);
  return {
    worstLoadOhm: loads.length ? Math.min(...loads) : undefined,
    feedA: feeds.length ? power.totalAmps.restFull : undefined,
    worstDropPct: drops.length ? Math.max(...drops) : undefined,
    wireM: cutList.wireM,
    hours: (minutes.covers + minutes.fitting + minutes.wiring) / 60,
    stops: findings.filter((finding) => finding.severity === 'stop').length,
  };
}
