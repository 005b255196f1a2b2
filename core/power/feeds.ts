import { existingBranches } from './existing';
import { feederOf, soundBattery } from '../connections/feeding';
import { endName, type CommonRun, type FeedRun } from '../connections/runs';
import { isFed, passesOn, type FedGear } from '../gear/gear';
import type { Job } from '../job/job';
import { setOf } from '../job/parts/overrules';
import { sizesOf, type Ampacity, type Gauge } from '../tables/conductors';
import type { FuseFamily } from '../tables/fuses';
import {
  begin,
  choiceOf,
  isLive,
  nominalOf,
  once,
  rootOf,
  roughAmps,
  voltsChain,
  type Branch,
  type CommonBranch,
  type Drawn,
  type FeedSaid,
  type Figures,
  type GaugeReason,
  type Tree,
} from './branches';
import { networkOf } from './on-battery';
import { carriesAmps, carriesOf, fuseFamily, fuseLimit, fuseNeed, fuseOf, limitAbove } from './protection';
import { fuseAtOf } from './resistances';
import { DESIGN_CASE, FEED_CASES, casesOf, postOf, type FeedCase } from './cases';
import { leastSize } from './craft-rules';
import { ampsThrough, commonCarries, mostThrough, onceEach, solveCases, voltsOf, type Solved } from './design';
import { hoursToReserve } from './endurance';
import { NO_AMPS } from './frame';
import type { Network, SupplyState } from './network';
import { sizeBranches } from './sizing';
import { stretchesOf } from './stretches';
import { inUse } from '../job/parts/gear';

export interface CommonReturn extends CommonRun {
  readonly gauge: Gauge;
  readonly gaugeReason: GaugeReason;
  readonly ampacityA: number;
  /** What it must carry: the fuses of all feeds whose current it brings back, A. */
  readonly carriesA: number;
}

export interface FeedState {
  /** Where its volts come from: the battery's posts, or its converter's outlet. */
  readonly postVolts: number;
  readonly deviceVolts: number;
  readonly amps: number;
  readonly dropVolts: number;
  /** % of the volts of its system. */
  readonly dropPct: number;
}

/** One stretch of a feed, from where its volts come to the gear and back, with the volts lost on it. */
export interface FeedStretch {
  /** Gear whose own conductor it is; undefined for what is shared. */
  readonly gear: string | undefined;
  readonly part: string;
  readonly name: string;
  readonly ohm: number;
  /** Amperes through it in the state that loses most. */
  readonly amps: number;
  readonly lostVolts: number;
  /** Where it begins and ends along the feed, mm from where its volts come. */
  readonly fromMm: number;
  readonly toMm: number;
}

export interface Feed {
  readonly gear: string;
  readonly item: FedGear;
  readonly choice: FeedSaid;
  /** Battery or gear it comes from, and the battery at its root. */
  readonly feeder: string;
  readonly battery: string;
  readonly nominalVolts: number;
  readonly audioWatts: number;
  /** Undefined without a way, and for distribution that is there already. */
  readonly run: FeedRun | undefined;
  /** Distribution the craft has and keeps: it is not sized, fused or laid here. */
  readonly there: boolean;
  /** Length out from where its volts come, mm: its own run and those above it. */
  readonly reachMm: number;
  readonly gauge: Gauge;
  readonly gaugePinned: boolean;
  /** What the gauge was chosen for. */
  readonly gaugeReason: GaugeReason;
  readonly ampacity: Ampacity;
  readonly ampacityA: number;
  /** The largest fuse its wire may have ahead of it, A. */
  readonly fuseLimitA: number;
  /** Undefined without a fuse of its own, or when its family does not go so high. */
  readonly fuseA: number | undefined;
  readonly fusePinned: boolean;
  /** Family of its fuse, in a holder or in a fused way of what feeds it; undefined where it has none. */
  readonly family: FuseFamily | undefined;
  /** What limits it where it has no fuse of its own. */
  readonly above: { readonly gear: string; readonly amps: number } | undefined;
  /** Margin × the most it draws, or what the gear's maker names where that is more, A. */
  readonly fuseNeedA: number;
  /** The state at full output in which it draws most, and the one in which it loses most: sized and judged there. */
  readonly worst: { readonly amps: FeedCase['id']; readonly drop: FeedCase['id'] };
  /** Solved states; empty when the feed has no run, without those in which the volts collapse. */
  readonly states: Readonly<Partial<Record<FeedCase['id'], FeedState>>>;
  readonly collapsed: boolean;
  /** It collapses even as the battery's only feed. */
  readonly collapsedAlone: boolean;
  readonly stretches: readonly FeedStretch[];
}

/** A battery, the alternator or a charger in one state. */
export interface SourceState {
  readonly volts: number;
  readonly amps: number;
  readonly state: SupplyState;
}

export interface PowerPlan {
  /** Circuits of the craft that something is fed from, as the feeds they are. */
  readonly circuits: Readonly<Record<string, Feed>>;
  /** Undefined where every feed has a return of its own. */
  readonly common: CommonReturn | undefined;
  readonly feeds: Readonly<Record<string, Feed>>;
  /** Sound at full output of everything that draws, gear that keeps its own feed too, W. */
  readonly audioWatts: Readonly<Record<string, number>>;
  /** Battery the sound is fed from. */
  readonly battery: string;
  /** All the current the sound takes in each case, A; undefined when collapsed. */
  readonly totalAmps: Readonly<Partial<Record<FeedCase['id'], number>>>;
  readonly postVolts: Readonly<Partial<Record<FeedCase['id'], number>>>;
  /** Each battery, `alternator` and `shore` in each case. */
  readonly sources: Readonly<Partial<Record<FeedCase['id'], Readonly<Record<string, SourceState>>>>>;
  /** Hours of music with the engine off until only the reserve is left; undefined with no feed or collapsed. */
  readonly musicHours: number | undefined;
}
/** The same whatever the batteries hold: that moves no volt. */
export type Powered = Omit<PowerPlan, 'musicHours'>;

/** The wires of distribution that is there: nobody has looked at them. */
const AS_FOUND: FeedRun = { outMm: 0, backMm: 0, engineSpace: false, together: 1 };

/** The feeds of a job before anything is sized. */
export function feedTree(
  job: Job,
  runOf: (gear: string) => FeedRun | undefined,
  audioWatts: Readonly<Record<string, number>>,
  commonRun?: CommonRun,
): Tree {
  const { kind } = job.craft.pattern;
  const least = leastSize(kind, job.settings.conductors, job.settings.leastSize);
  const first = sizesOf(job.settings.conductors)[0];
  const start: Tree['start'] = { gauge: least, reason: least === first ? 'ampacity' : 'least' };
  const lead = commonRun && (commonRun.bought ?? setOf(job, 'lead', commonRun.run));
  const common: CommonBranch | undefined = commonRun && {
    ...commonRun,
    pinned: lead !== undefined,
    ...(lead ? { gauge: lead, reason: commonRun.bought ? ('bought' as const) : ('pinned' as const) } : start),
  };
  const branches = new Map<string, Branch>();
  const kept: Drawn[] = [];
  for (const [gear, { item, there }] of Object.entries(job.gear)) {
    if (!isFed(item) || !inUse(there)) continue;
    const watts = audioWatts[gear] ?? 0;
    if (there === 'kept' && !passesOn(item)) {
      kept.push({ gear, item, audioWatts: watts, feeder: feederOf(job, gear) });
      continue;
    }
    branches.set(gear, {
      gear,
      item,
      ...choiceOf(job, gear),
      audioWatts: watts,
      run: there === 'kept' ? AS_FOUND : runOf(gear),
      feeder: feederOf(job, gear),
      there: there === 'kept',
      names: { out: `${gear}/out`, plus: `${gear}/plus`, minus: `${gear}/minus` },
      ...start,
    });
  }
  for (const branch of existingBranches(job, start)) branches.set(branch.gear, branch);
  return { job, branches, common, kept, start };
}

/** What is solved in some states; undefined where the volts collapse. */
interface InStates {
  readonly in: ReadonlyMap<FeedCase['id'], Solved | undefined>;
  /** Those at full output; none when the volts collapse with the engine off, where there is no current to size by. */
  readonly full: readonly Solved[];
}

/** A tree with its sizes chosen, solved in some states. */
interface Solutions {
  readonly tree: Tree;
  /** Branches that have a way, and of them those the battery can bring by themselves. */
  readonly live: readonly Branch[];
  readonly able: readonly Branch[];
  /** With everything on it, and without what cannot be supplied. */
  readonly whole: InStates;
  readonly spared: InStates;
}

function sizeAndSolve(tree: Tree, job: Figures, feedCases: readonly FeedCase[]): Solutions {
  begin(tree, job);
  const live = [...tree.branches.values()].filter((branch) => isLive(tree, branch));
  const able = sizeBranches(tree, live);
  const all = solveCases(tree, live, feedCases);
  // One feed that cannot be supplied must not hide what the others get.
  const some = able.length === live.length || !all.includes(undefined) ? all : solveCases(tree, able, feedCases);
  const inStates = (of: readonly (Solved | undefined)[]): InStates => {
    const found = new Map(feedCases.map(({ id }, i) => [id, of[i]]));
    return { in: found, full: found.get(DESIGN_CASE.id) ? FULL_CASES.flatMap(({ id }) => found.get(id) ?? []) : [] };
  };
  return { tree, live, able, whole: inStates(all), spared: inStates(all.map((solved, i) => solved ?? some[i])) };
}

/** What a branch is judged by: without what cannot be supplied, unless it is that itself. */
const solvedFor = ({ able, whole, spared }: Solutions, branch: Branch): InStates =>
  able.includes(branch) ? spared : whole;

const commonOf = ({ tree, live, whole }: Solutions): CommonReturn | undefined =>
  tree.common && finishCommon(tree, tree.common, live, whole.full);

/** The feeds of gear, not the circuits of the craft that some begin at. */
const ownOf = (tree: Tree): Branch[] => [...tree.branches.values()].filter(({ circuit }) => !circuit);

/** What is ahead of a feed: the feed of gear, or a circuit of the craft; undefined straight on a battery. */
export const aheadOf = (
  { feeds, circuits }: Pick<PowerPlan, 'feeds' | 'circuits'>,
  { feeder }: Pick<Feed, 'feeder'>,
) => (Object.hasOwn(feeds, feeder) ? feeds[feeder] : Object.hasOwn(circuits, feeder) ? circuits[feeder] : undefined);

/** Size and fuse of a feed, and what they rest on. */
export type FeedSize = Pick<Feed, 'gear' | 'choice' | 'run' | 'gauge' | 'fuseA' | 'fuseNeedA'>;
export interface FeedSizes {
  readonly common: CommonReturn | undefined;
  readonly feeds: Readonly<Record<string, FeedSize>>;
}

/** The sizes and fuses of every feed alone, as planPower finds them. */
export function planSizes(tree: Tree, job: Figures): FeedSizes {
  const solved = sizeAndSolve(
    tree,
    job,
    casesOf(tree.job).filter(({ draw }) => draw === 'full'),
  );
  return {
    common: commonOf(solved),
    feeds: Object.fromEntries(
      ownOf(tree).map((branch) => [
        branch.gear,
        sizeOf(tree, branch, solved.live.includes(branch), solvedFor(solved, branch).full),
      ]),
    ),
  };
}

/** Every feed of a tree: gauge and fuse where the job leaves them open, amperes and volts in each case. */
export function planPower(tree: Tree, figures: Figures): Powered {
  const solutions = sizeAndSolve(tree, figures, casesOf(tree.job));
  const { job } = tree;
  const { live, able, whole } = solutions;
  const all = ownOf(tree);
  const circuits = [...tree.branches.values()].filter(({ circuit }) => circuit);
  const finished = (branches: readonly Branch[]) =>
    Object.fromEntries(
      branches.map((branch) => [
        branch.gear,
        finish(tree, branch, live.includes(branch), solvedFor(solutions, branch), able.includes(branch)),
      ]),
    );
  const collect = <T>(of: (solved: Solved, id: FeedCase['id']) => T) => {
    const by: Partial<Record<FeedCase['id'], T>> = {};
    for (const [id, solved] of whole.in) if (solved) by[id] = of(solved, id);
    return by;
  };
  const battery = soundBattery(job);
  const sources = collect((solved) => sourcesOf(job, solved));
  return {
    common: commonOf(solutions),
    feeds: finished(all),
    circuits: finished(circuits),
    audioWatts: Object.fromEntries([...all, ...tree.kept].map((drawn) => [drawn.gear, drawn.audioWatts])),
    battery,
    totalAmps: collect((_, id) => Object.values(sources[id]!).reduce((sum, { amps }) => sum + Math.max(0, amps), 0)),
    postVolts: collect((solved) => solved.volts.get(postOf(battery)) ?? job.craft.batteries[battery]!.restVolts),
    sources,
  };
}

/** With how long the battery of the sound lasts. */
export function lasting({ craft }: Job, powered: Powered): PowerPlan {
  const { battery, sources } = powered;
  const atRest = sources.restMusic?.[battery]?.amps ?? 0;
  const musicHours = atRest > NO_AMPS ? hoursToReserve(craft.batteries[battery]!, atRest) : undefined;
  return { ...powered, musicHours };
}

function sourcesOf({ craft }: Job, solved: Solved): Record<string, SourceState> {
  const sources: Record<string, SourceState> = {};
  for (const name of [...Object.keys(craft.batteries), 'alternator', 'shore']) {
    const supply = solved.supplies.get(name);
    if (!supply) continue;
    const at = Object.hasOwn(craft.batteries, name) ? name : name === 'shore' ? craft.shore!.at : undefined;
    const volts = at === undefined ? craft.charging.setVolts : (solved.volts.get(postOf(at)) ?? 0);
    sources[name] = { volts, amps: supply.amps, state: supply.state };
  }
  return sources;
}

/** The network of one case, as the solver and the SPICE check both take it. */
export function feedNetwork(job: Job, plan: PowerPlan, feedCase: FeedCase): Network {
  const tree = treeFrom(job, plan);
  return networkOf(
    tree,
    [...tree.branches.values()].filter((branch) => isLive(tree, branch)),
    feedCase,
    true,
  );
}

/** The tree a plan was made from, sized as it is there. */
export function treeFrom(job: Job, plan: PowerPlan): Tree {
  const runOf = (gear: string) => plan.feeds[gear]?.run;
  const tree = feedTree(job, runOf, plan.audioWatts, plan.common);
  begin(tree, job);
  for (const branch of ownOf(tree)) branch.gauge = plan.feeds[branch.gear]!.gauge;
  if (tree.common) tree.common.gauge = plan.common!.gauge;
  return tree;
}

function finishCommon(
  tree: Tree,
  common: CommonBranch,
  live: readonly Branch[],
  states: readonly Solved[],
): CommonReturn {
  const { run, gear, backMm, engineSpace, together, gauge, reason } = common;
  return {
    run,
    gear,
    backMm,
    engineSpace,
    together,
    gauge,
    gaugeReason: reason,
    ampacityA: carriesAmps(tree.job, gauge, common),
    carriesA: commonCarries(tree, live, states),
  };
}

/** The most that goes through a branch in these states; what it would draw without any drop where there is none. */
const mostAmps = once((tree: Tree, full: readonly Solved[]) =>
  onceEach(
    (branch) => Math.max((isLive(tree, branch) && mostThrough(full, branch)) || 0, 0) || roughAmps(tree, branch),
  ),
);

function sizeOf(tree: Tree, branch: Branch, live: boolean, full: readonly Solved[]): FeedSize {
  const { gear, item, choice, run, gauge } = branch;
  const ampsOf = mostAmps(tree, full);
  return {
    gear,
    choice,
    run: live && !branch.there ? run : undefined,
    gauge,
    fuseA: fuseOf(tree, branch, ampsOf),
    fuseNeedA: fuseNeed(tree.job, item, live ? ampsOf(branch) : roughAmps(tree, branch)),
  };
}

function finish(tree: Tree, branch: Branch, live: boolean, solved: InStates, bearable: boolean): Feed {
  const { job } = tree;
  const { item, audioWatts, feeder, reason } = branch;
  const { gear, choice, run, gauge, fuseA, fuseNeedA } = sizeOf(tree, branch, live, solved.full);
  const states: Partial<Record<FeedCase['id'], FeedState>> = {};
  if (live) for (const [id, one] of solved.in) if (one) states[id] = stateOf(tree, branch, one);
  const design = solved.in.get(DESIGN_CASE.id);
  const worst = { amps: worstOf(states, ({ amps }) => amps), drop: worstOf(states, ({ dropPct }) => dropPct) };
  const ampacity = carriesOf(job, gauge, branch.run);
  const family = fuseFamily(tree, branch);
  return {
    gear,
    choice,
    run,
    gauge,
    fuseA,
    fuseNeedA,
    item,
    feeder,
    battery: rootOf(tree, branch),
    nominalVolts: nominalOf(tree, branch),
    audioWatts,
    there: branch.there,
    reachMm: voltsChain(tree, branch).reduce((mm, b) => mm + (b.run?.outMm ?? 0), 0),
    gaugePinned: choice.gauge !== null && !branch.bought,
    gaugeReason: reason,
    ampacity,
    ampacityA: ampacity.amps,
    fuseLimitA: fuseLimit(job, ampacity.amps, choice.allow150),
    fusePinned: choice.fuseA !== null && choice.fuseA !== branch.bought?.fuseA,
    family,
    above: family ? undefined : limitAbove(tree, branch, mostAmps(tree, solved.full)),
    worst,
    states,
    collapsed: live && design === undefined,
    collapsedAlone: live && !bearable,
    stretches: live && design ? stretchesOf(tree, branch, solved.in.get(worst.drop)!) : [],
  };
}

const FULL_CASES = FEED_CASES.filter(({ draw }) => draw === 'full');

/** The state at full output in which a figure is greatest; a gain too small to show does not move it. */
function worstOf(states: Feed['states'], figure: (state: FeedState) => number): FeedCase['id'] {
  let worst = DESIGN_CASE.id;
  for (const { id } of FULL_CASES) {
    const [state, before] = [states[id], states[worst]];
    if (state && before && figure(state) > figure(before) + 1e-6) worst = id;
  }
  return worst;
}

/** A feed in the state at full output in which it draws most; undefined when the volts collapse. */
export const mostDrawn = ({ states, worst, collapsed }: Feed): FeedState | undefined =>
  collapsed ? undefined : states[worst.amps];
/** A feed in the state at full output in which it loses most; undefined when the volts collapse. */
export const mostLost = ({ states, worst, collapsed }: Feed): FeedState | undefined =>
  collapsed ? undefined : states[worst.drop];
/** The most volts gear gets at full output, and in which state; undefined when the volts collapse. */
export function highest({ states, collapsed }: Feed): { readonly volts: number; readonly in: string } | undefined {
  if (collapsed || !states.restFull) return undefined;
  const best = worstOf(states, ({ deviceVolts }) => deviceVolts);
  return { volts: states[best]!.deviceVolts, in: caseName(best).toLowerCase() };
}
/** Where a feed's fuse sits, in words: a person looks for it there. `lengthOf` writes mm. */
export function fusePlace(
  job: Job,
  { feeder, family, choice }: Pick<Feed, 'feeder' | 'family' | 'choice'>,
  tags: Readonly<Record<string, string>>,
  lengthOf: (mm: number) => string,
): string {
  const from = endName(job, feeder, tags, 'mark');
  if (!family) return 'none';
  if (!choice.holder) return `in a way of ${from}`;
  return fuseAtOf(choice) === 0 ? `on the + post of ${from}` : `${lengthOf(choice.fuseAtMm)} from ${from}`;
}
/** Name of a state. */
export const caseName = (id: FeedCase['id']): string => FEED_CASES.find((c) => c.id === id)!.name;

function stateOf(tree: Tree, branch: Branch, solved: Solved): FeedState {
  const { sourceVolts, deviceVolts } = voltsOf(tree, solved, branch);
  const dropVolts = sourceVolts - deviceVolts;
  return {
    postVolts: sourceVolts,
    deviceVolts,
    amps: ampsThrough(solved, branch)!,
    dropVolts,
    dropPct: (dropVolts / nominalOf(tree, branch)) * 100,
  };
}
