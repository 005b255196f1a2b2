import { batteryOf, feederOf } from '../connections/feeding';
import { feedLoom } from '../connections/looms';
import type { CommonRun, FeedRun } from '../connections/runs';
import { draws, type FedGear, type FuseHolder, type Loom } from '../gear/gear';
import type { Job } from '../job/job';
import type { Existing } from '../job/supply';
import { NO_FEED_CHOICE, type FeedChoice } from '../job/parts/feeds';
import { setOf } from '../job/parts/overrules';
import type { Gauge } from '../tables/conductors';
import type { FuseFamily } from '../tables/fuses';
import { BODILESS } from './bodiless';
import { drawOf } from './demand';

export type GaugeReason = 'least' | 'drop' | 'ampacity' | 'pinned' | 'bought' | 'thickest' | 'collapse';

/** What is said of one feed: what the job chooses, and the sizes a person has set or a loom has. */
export interface FeedSaid extends FeedChoice {
  readonly gauge: Gauge | null;
  readonly fuseA: number | null;
  /** The loom it comes by, which has its size and may have its fuse. */
  readonly loom: string | null;
}
/** The wire and the fuse of a loom that a feed comes by. */
export interface Bought {
  readonly gauge: Gauge;
  readonly fuseA: number | null;
}
/** What a job chooses for a feed, before any size is set; with the fuse of the loom that it comes by, where it has no other. */
export function choiceOf(job: Job, gear: string): { readonly choice: FeedSaid; readonly bought: Bought | undefined } {
  const said = job.feeds[gear] ?? NO_FEED_CHOICE;
  const by = feedLoom(job, feederOf(job, gear), gear);
  if (!by?.item.power) return { choice: { ...said, gauge: null, fuseA: null, loom: null }, bought: undefined };
  const { item, fuseAtMm } = by;
  const { fuse } = item;
  const own = said.holder === null && fuse !== null;
  return {
    choice: {
      ...said,
      ...(own ? { holder: holderOf(item, fuse.family), fuseAtMm } : {}),
      gauge: item.power,
      fuseA: null,
      loom: item.name,
    },
    bought: { gauge: item.power!, fuseA: own ? fuse.amps : null },
  };
}
/** Fuse and contacts of the holder that is part of a loom, mΩ (common practice). */
const IN_LOOM_MILLIOHM = 1.5;
const holderOf = (item: Loom, family: FuseFamily): FuseHolder => ({
  ...BODILESS,
  kind: 'fuseHolder',
  id: item.id,
  name: `fuse in ${item.name}`,
  family,
  maxA: null,
  maxVolts: null,
  milliohm: IN_LOOM_MILLIOHM,
});

/** One feed while it is sized: gear, what feeds it, and the conductors between. */
export interface Branch {
  readonly gear: string;
  readonly item: FedGear;
  /** Its sizes are set anew whenever a tree is sized. */
  choice: FeedSaid;
  /** Of a loom: its wire is what it is, its fuse what came in it unless a person takes another. */
  readonly bought?: Bought | undefined;
  readonly audioWatts: number;
  readonly run: FeedRun | undefined;
  /** Battery, or gear that passes power on. */
  readonly feeder: string;
  /** Distribution the craft has and keeps: its own wires are not this job's, and count as losing nothing. */
  readonly there: boolean;
  /** The circuit of the craft that it is: its wire's own length and size count. */
  readonly circuit?: Existing;
  /** Of its conductor out, and of the nodes its gear sits between, in a network. */
  readonly names: { readonly out: string; readonly plus: string; readonly minus: string };
  /** Sizing sets these in place until the limits hold; everything else of a branch stays as it is. */
  gauge: Gauge;
  reason: GaugeReason;
}

/** Its conductors are this job's, and nobody has set their size. */
export const isOpen = ({ there, choice }: Branch): boolean => !there && choice.gauge === null;

export interface CommonBranch extends CommonRun {
  readonly pinned: boolean;
  gauge: Gauge;
  reason: GaugeReason;
}

export type Batteries = Job['craft']['batteries'];
/** What moves no wire of a tree. */
export type Figures = Pick<Job, 'overrules'> & { readonly craft: { readonly batteries: Batteries } };

/** What every part of the sizing looks at. */
export interface Tree {
  /** With the batteries it was last begun with. */
  job: Job;
  readonly branches: ReadonlyMap<string, Branch>;
  readonly common: CommonBranch | undefined;
  /** Gear the craft has and keeps: it draws where it is fed from, through wires that are not looked at. */
  readonly kept: readonly Drawn[];
  /** Where open sizes begin, and why there. */
  readonly start: { readonly gauge: Gauge; readonly reason: GaugeReason };
}

/**
 * A tree as it is before it is sized, with the sizes that a job sets and what its batteries give. A tree is made once
 * for all that are wired and fed alike: the networks laid out of it are kept with it, and only their figures change
 * from one sizing to the next.
 */
export function begin(tree: Tree, job: Figures): void {
  const { branches, common, start } = tree;
  const { batteries } = job.craft;
  if (tree.job.craft.batteries !== batteries) tree.job = { ...tree.job, craft: { ...tree.job.craft, batteries } };
  for (const branch of branches.values()) {
    if (branch.circuit) continue;
    const gauge = branch.bought?.gauge ?? setOf(job, 'gauge', branch.gear) ?? null;
    const fuseA = setOf(job, 'fuse', branch.gear) ?? branch.bought?.fuseA ?? null;
    if (gauge !== branch.choice.gauge || fuseA !== branch.choice.fuseA)
      branch.choice = { ...branch.choice, gauge, fuseA };
    Object.assign(branch, gauge === null ? start : { gauge, reason: branch.bought ? 'bought' : 'pinned' });
  }
  if (common && !common.pinned) Object.assign(common, start);
}

/** Gear that draws, and what it is fed from. */
export type Drawn = Pick<Branch, 'gear' | 'item' | 'audioWatts' | 'feeder'>;

export const sum = (values: readonly number[]) => values.reduce((total, x) => total + x, 0);

/**
 * What follows from how a branch is fed and returned, found once for it: a branch, or a list of them, belongs to one
 * tree, and nothing of it but its size ever changes.
 */
export function once<Of extends object, T>(find: (tree: Tree, of: Of) => T): (tree: Tree, of: Of) => T {
  const known = new WeakMap<Of, T>();
  return (tree, of) => {
    let found = known.get(of);
    if (found === undefined && !known.has(of)) known.set(of, (found = find(tree, of)));
    return found as T;
  };
}

/** The branches that something is fed through, nearest first. */
const above = once(({ branches }: Tree, { feeder }: Pick<Branch, 'feeder'>): readonly Branch[] => {
  const found: Branch[] = [];
  for (let at = branches.get(feeder); at; at = branches.get(at.feeder)) found.push(at);
  return found;
});
/** The branches fed from one. */
export const fedFrom = once(({ branches }: Tree, { gear }: Branch): readonly Branch[] =>
  [...branches.values()].filter(({ feeder }) => feeder === gear),
);
/** A branch and those it is fed through, itself first. */
export const chainOf = once((tree: Tree, branch: Branch): readonly Branch[] => [branch, ...above(tree, branch)]);

/** The battery at the root of a branch. */
export const rootOf = (tree: Tree, branch: Pick<Branch, 'feeder'>): string =>
  (above(tree, branch).at(-1) ?? branch).feeder;

/** The branches a load shares its volts with: up to its battery, or to the converter that makes them. */
export const voltsChain = once((tree: Tree, branch: Branch): readonly Branch[] => {
  const chain = chainOf(tree, branch);
  const converter = chain.findIndex(({ item }, i) => i > 0 && item.kind === 'converter');
  return converter < 0 ? chain : chain.slice(0, converter);
});

/** The converter a branch is behind; undefined when its volts are a battery's. */
export const converterOf = once(
  (tree: Tree, branch: Pick<Branch, 'feeder'>) =>
    above(tree, branch).flatMap(({ gear, item }) => (item.kind === 'converter' ? [{ gear, item }] : []))[0],
);

/** Volts a branch's drop is measured against: the system's, or its converter's own. */
export const nominalOf = (tree: Tree, branch: Branch): number =>
  converterOf(tree, branch)?.item.outVolts ?? tree.job.craft.nominalVolts;

/** Every branch has a way to its battery. */
export const isLive = once((tree: Tree, branch: Branch): boolean => chainOf(tree, branch).every(({ run }) => run));

/** The branch that kept gear draws through; undefined where that is a battery, or has no way to one. */
export function keptBehind(tree: Tree, { feeder }: Drawn): Branch | undefined {
  const branch = tree.branches.get(feeder);
  return branch && isLive(tree, branch) ? branch : undefined;
}
/** The node kept gear draws at. */
export const keptFrom = (tree: Tree, kept: Drawn): string =>
  keptBehind(tree, kept)?.gear ?? batteryOf(tree.job, kept.gear);

/**
 * Current if there were no drop: enough to begin sizing with when the thin start collapses. Of gear that
 * passes power on, what it feeds among the branches looked at, and what is kept.
 */
export function roughAmps(tree: Tree, branch: Drawn, among?: readonly Branch[]): number {
  const { item, gear } = branch;
  const volts = converterOf(tree, branch)?.item.outVolts ?? restVoltsOf(tree, branch);
  if (draws(item)) {
    const { watts, amps, siemens } = drawOf(item.demand, branch.audioWatts, 'full');
    return watts / volts + amps + siemens * volts;
  }
  const below = sum(
    [...(among ?? tree.branches.values()), ...tree.kept].flatMap((b) =>
      b.feeder === gear ? roughAmps(tree, b, among) : [],
    ),
  );
  if (item.kind === 'converter') return (below * item.outVolts) / item.efficiency / volts + item.idleA;
  return below + item.idleA + (item.kind === 'relay' ? item.coilA : 0);
}

export function restVoltsOf(tree: Tree, branch: Pick<Branch, 'feeder'>): number {
  return tree.job.craft.batteries[rootOf(tree, branch)]!.restVolts;
}
