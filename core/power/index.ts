import type { CommonRun, FeedRun, Run } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, handOn, made } from '../job/chapter';
import { POWER, SIZED, SIZES } from '../job/reads';
import type { Tree } from './branches';
import { feedTree, lasting, mostLost, planPower, planSizes, type Powered, type PowerPlan } from './feeds';
import { feedGauges, fusesToFit, sourceVolts } from './handed-on';
import { isolationOrder } from './isolation';
import { planKeyOff, type KeyOff } from './keyoff';
import { feedProposals } from './proposals';
import { faultsIn, powerRules } from './rules';
import { supplyRules } from './supply-rules';
import { existingRules } from './existing-rules';
import { turnOnRules } from './turn-on-rules';
import { terminalsOf } from './terminals';
import { planTurnOn, type TurnOnPlan } from './turn-on';
import { upgradePower } from './upgrade';

export type { GaugeReason } from './branches';
export { FUSE_ALLOWANCE } from './protection';
export { contactOhm, fuseAtOf } from './resistances';
export { gaugeAlternatives, type Alternative } from './alternatives';
export { FEED_CASES, casesOf, chargersAt, closedTies, postOf, type FeedCase } from './cases';
export { CRAFT_RULES, leastSize } from './craft-rules';
export { DAY_RULES, dayFindings } from './day-rules';
export { GIVES_UP_PART, meanSunA, planDay, type DayPlan, type DayPoint } from './day';
export { DRAW_PARTS, MUSIC_SOURCE, drawOf } from './demand';
export { PEUKERT, PEUKERT_SOURCE, RATED_HOURS, RESERVE_SOURCE, hoursToReserve, reserveOf } from './endurance';
export {
  aheadOf,
  caseName,
  feedNetwork,
  feedTree,
  fusePlace,
  highest,
  mostDrawn,
  mostLost,
  planPower,
  planSizes,
  type CommonReturn,
  type Feed,
  type FeedState,
  type FeedStretch,
  type FeedSizes,
  type PowerPlan,
  type SourceState,
} from './feeds';
export { feedFormulas, stateFormula, FEED_FIGURES, type Formula } from './formulas';
export {
  batteryFormulas,
  powerFigures,
  turnOnFormulas,
  BATTERY_FIGURES,
  TURN_ON_FIGURES,
  type SupplySeen,
} from './supply-formulas';
export {
  solveNetwork,
  type Load,
  type Network,
  type Resistor,
  type Solution,
  type Supply,
  type SupplyState,
} from './network';
export { profileMarks, voltProfile, voltsAt, type ProfileMark, type ProfilePoint } from './profile';
export { proposeHolders, type HolderProposal } from './propose';
export { shortAtFuse, shortAtPost } from './short';
export { ringsOf } from './studs';
export { otherJob, standIns, type Versus } from './versus';
export { LIVE, spareAmps } from './existing';
export { askedOf } from './existing-rules';
export { SWITCHED_LEAD_A, turnOnAmps, type Candidate, type TurnOnPlan } from './turn-on';

export { sourceVolts } from './handed-on';
export type { KeyOff } from './keyoff';
export type { Termination, Terminals } from './terminals';

type Lengths = Readonly<Record<string, FeedRun | undefined>>;
type Watts = Readonly<Record<string, number>>;
type Tags = Readonly<Record<string, string>>;
export type FeedTree = () => Tree;
/** Feeds, the supply, what turns the gear on and what drains the batteries. */
export const power = chapter({
  id: 'power',
  station: 'power',
  version: 6,
  /** Who feeds whom along which wires: the same tree, laid out once, while only sizes and batteries' figures change. */
  tree: made(POWER, (job, lengths: Lengths, watts: Watts, common: CommonRun | undefined) =>
    handOn(feedTree(job, (gear) => lengths[gear], watts, common)),
  ),
  plan: made([...SIZES, 'craft.batteries'], (job, tree: FeedTree) => planPower(tree(), job)),
  /** The sizes alone: what would be proposed were nothing set. */
  sizes: made([...SIZES, 'craft.batteries'], (job, tree: FeedTree) => planSizes(tree(), job), false),
  /** With what the batteries hold, which moves no volt. */
  lasting: made(['craft.batteries'], lasting, false),
  volts: made([], (_, plan: Powered) => sourceVolts(plan)),
  gauges: made([], (_, plan: Powered) => feedGauges(plan)),
  fuses: made(['craft.batteries'], fusesToFit),
  turnOn: made(POWER, planTurnOn),
  keyOff: made(POWER, planKeyOff),
  isolation: made(POWER, isolationOrder),
  /** What ends every wire, to be asked by its sizes. */
  terminals: made(POWER, (job, runs: readonly Run[]) => handOn(terminalsOf(job, runs))),
  proposals: made(['settings'], feedProposals),
  findings: made(SIZED, (job, plan: PowerPlan, tags: Tags) => {
    // A circuit of the craft has no mark on the drawing: it is called by its name.
    const called = {
      ...tags,
      ...Object.fromEntries(Object.values(plan.circuits).map(({ gear, item }) => [gear, item.name])),
    };
    const seen = { job, power: plan, tags: called, faults: faultsIn(job, plan) };
    return [...judge(powerRules, seen), ...judge(supplyRules, seen), ...judge(existingRules, seen)];
  }),
  /** Of what no size moves. */
  turnOnFindings: made(POWER, (job, tags: Tags, turnOn: TurnOnPlan, keyOff: readonly KeyOff[]) =>
    judge(turnOnRules, { job, tags, turnOn, keyOff }),
  ),
  ledger: made([], (_, { feeds, totalAmps }: PowerPlan) => {
    const laid = Object.values(feeds).filter((feed) => feed.run);
    const drops = laid.flatMap((feed) => mostLost(feed)?.dropPct ?? []);
    return {
      feedA: laid.length ? totalAmps.restFull : undefined,
      worstDropPct: drops.length ? Math.max(...drops) : undefined,
    };
  }),
  upgrade: upgradePower,
});
