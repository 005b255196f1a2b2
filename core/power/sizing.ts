import { draws } from '../gear/gear';
import { sizesOf, thicker, type Gauge } from '../tables/conductors';
import {
  chainOf,
  fedFrom,
  isLive,
  isOpen,
  nominalOf,
  restVoltsOf,
  roughAmps,
  sum,
  voltsChain,
  type Batteries,
  type Branch,
  type CommonBranch,
  type GaugeReason,
  type Tree,
} from './branches';
import { carriesAmps, carriesEnough } from './protection';
import { commonResistors, ohmsOf, ownOhms, sharedBy } from './resistances';
import { leastCopper } from './copper';
import { commonCarries, dropPctOf, limitOf, mostThrough, onceEach, solveDesign, type Solved } from './design';

/**
 * Chooses the open gauges among branches that have a way; returns those the battery can bring by themselves.
 * Sizes start at the thinnest allowed and are only ever raised, each for a stated reason, until every branch
 * meets the drop limit and carries its fuse. A regulated load draws less through a thicker wire, so no raise
 * makes another branch worse and what is left is the smallest set of sizes that will do; unregulated gear
 * draws a little more, and beside it a size may be one larger than the least. Where feeds share a conductor the
 * least copper for all of them together is sought then. Where the volts collapse whatever the wire, no wire is
 * the cure, and the size is the one that carries the current.
 */
export function sizeBranches(tree: Tree, live: readonly Branch[]): readonly Branch[] {
  raiseToFloor(tree, live);
  // Alone first: none needs less beside others than alone.
  const ends = live.filter(({ item }) => draws(item));
  const ableEnds = ends.filter((branch) => raiseAlone(tree, branch));
  const able = live.filter((b) => !draws(b.item) || ableEnds.includes(b));
  const sized: { gauge: Branch['gauge']; reason: Branch['reason'] }[] = tree.common
    ? [...able, tree.common]
    : [...able];
  const each = sized.map(({ gauge, reason }) => ({ gauge, reason }));
  if (raiseGauges(tree, able)) leastCopper(tree, able);
  else {
    // Where all together ask too much, thicker wire is no cure either: what each needs alone, and carries here.
    sized.forEach((branch, i) => Object.assign(branch, each[i]));
    while (raiseOnce(tree, able, roughly(tree)));
  }
  for (const branch of live) if (!able.includes(branch)) sizeByCurrent(tree, branch);
  const { common } = tree;
  if (common && live.length) while (raiseCommon(tree, common, commonCarries(tree, live)));
  return able;
}

/** One size up for the common return if it is open and carries too little; false when it stays. */
function raiseCommon({ job }: Tree, common: CommonBranch, carries: number): boolean {
  return !common.pinned && carriesAmps(job, common.gauge, common) < carries && thicken(common, 'ampacity');
}

function sizeByCurrent(tree: Tree, branch: Branch): void {
  if (!isOpen(branch)) return;
  const { ampsOf, limited } = roughly(tree);
  const [amps, limit] = [ampsOf(branch), limited(branch)];
  const sizes = sizesOf(tree.job.settings.conductors);
  const enough = sizes.find((gauge) => carriesEnough(tree.job, { ...branch, gauge }, amps, limit));
  branch.gauge = enough ?? sizes.at(-1)!;
  branch.reason = 'collapse';
}

interface Alone {
  readonly sizes: readonly { readonly gauge: Gauge; readonly reason: GaugeReason }[];
  readonly able: boolean;
}
/** By the batteries it was found with. */
const alone = new WeakMap<Tree, { readonly fed: Batteries; readonly found: Map<string, Alone> }>();

/**
 * Raises the open gauges that one branch alone needs; false when the battery cannot bring it. It follows from what it
 * is fed through as that is now, and from the fuses set: where those are what they were, it is what was found then.
 */
function raiseAlone(tree: Tree, branch: Branch): boolean {
  const chain = chainOf(tree, branch);
  const parts: (Branch | CommonBranch)[] = tree.common ? [...chain, tree.common] : [...chain];
  const fed = tree.job.craft.batteries;
  let known = alone.get(tree);
  if (known?.fed !== fed) alone.set(tree, (known = { fed, found: new Map<string, Alone>() }));
  let key = branch.gear;
  for (const { gauge, reason } of parts) key += ` ${gauge} ${reason}`;
  for (const { choice } of tree.branches.values()) key += ` ${choice.fuseA ?? ''}`;
  let found = known.found.get(key);
  if (found) parts.forEach((part, i) => Object.assign(part, found!.sizes[i]));
  else {
    const able = raiseGauges(tree, chain);
    found = { sizes: parts.map(({ gauge, reason }) => ({ gauge, reason })), able };
    known.found.set(key, found);
  }
  return found.able;
}

/** Raises open gauges as far as is needed; false when the volts still collapse at the end. */
function raiseGauges(tree: Tree, branches: readonly Branch[]): boolean {
  const limitPct = tree.job.settings.dropLimitPct;
  for (;;) {
    const states = solveDesign(tree, branches);
    const ampsOf = onceEach((branch) => mostThrough(states ?? [], branch) ?? roughAmps(tree, branch, branches));
    const sags = (branch: Branch) =>
      !states ||
      (states.some((solved) => dropPctOf(tree, solved, branch) > limitPct) &&
        lostOnExisting(tree, branch, ampsOf) <= limitPct);
    const limited = (branch: Branch) => limitOf(tree, branch, ampsOf);
    if (!raiseOnce(tree, branches, { ampsOf, limited, sags, states })) return states !== undefined;
  }
}

/** What a branch loses on wire of the craft that no new wire makes thicker, % of the volts of its system. */
const lostOnExisting = (tree: Tree, branch: Branch, ampsOf: (branch: Branch) => number): number =>
  (100 *
    sum(
      voltsChain(tree, branch)
        .filter(({ circuit }) => circuit)
        .map((b) => ownOhms(tree, b) * ampsOf(b)),
    )) /
  nominalOf(tree, branch);

/** What asks for thicker wire: currents, A, what they are limited to, and whether gear gets too few volts. */
interface Asked {
  readonly ampsOf: (branch: Branch) => number;
  readonly limited: (branch: Branch) => number;
  readonly sags: (branch: Branch) => boolean;
  readonly states: readonly Solved[] | undefined;
}

/** What is asked for where the volts collapse: that it carries its current and fuse. */
function roughly(tree: Tree): Asked {
  const ampsOf = (branch: Branch) => roughAmps(tree, branch);
  return { ampsOf, limited: (branch) => limitOf(tree, branch, ampsOf), sags: () => false, states: [] };
}

/** One size up wherever it is asked for; false when nothing was raised. */
function raiseOnce(tree: Tree, branches: readonly Branch[], { ampsOf, limited, sags, states }: Asked): boolean {
  const { job, common } = tree;
  const raised = new Set<Branch | CommonBranch>();
  for (const branch of branches)
    if (isOpen(branch) && !carriesEnough(job, branch, ampsOf(branch), limited(branch)))
      if (thicken(branch, 'ampacity')) raised.add(branch);
  if (common && raiseCommon(tree, common, commonCarries(tree, branches, states))) raised.add(common);
  for (const branch of branches) {
    if (!draws(branch.item) || !sags(branch)) continue;
    const loser = worstLoser(tree, branch, branches, ampsOf);
    if (loser && !raised.has(loser) && thicken(loser, 'drop')) raised.add(loser);
  }
  return raised.size > 0;
}

/** Of the conductors a load's volts are lost on, the one that loses most and can still be made thicker. */
function worstLoser(
  tree: Tree,
  load: Branch,
  among: readonly Branch[],
  ampsOf: (branch: Branch) => number,
): Branch | CommonBranch | undefined {
  const { common } = tree;
  const chain = voltsChain(tree, load);
  const losers: { of: Branch | CommonBranch; volts: number }[] = chain
    .filter(isOpen)
    .map((branch) => ({ of: branch, volts: ownOhms(tree, branch) * ampsOf(branch) }));
  if (common && !common.pinned && chain.some((branch) => sharedBy(tree, branch) === 'common')) {
    const amps = sum(among.filter((branch) => sharedBy(tree, branch) === 'common').map(ampsOf));
    losers.push({ of: common, volts: ohmsOf(commonResistors(tree, common)) * amps });
  }
  const open = losers.filter(({ of }) => thicker(of.gauge));
  // Nothing can be thicker: say so of the one that loses most.
  if (!open.length) for (const { of } of losers) of.reason = 'thickest';
  return open.reduce<(typeof open)[number] | undefined>((a, b) => (a && a.volts >= b.volts ? a : b), undefined)?.of;
}

function thicken(branch: Branch | CommonBranch, reason: 'ampacity' | 'drop'): boolean {
  const next = thicker(branch.gauge);
  if (!next) {
    branch.reason = 'thickest';
    return false;
  }
  branch.gauge = next;
  branch.reason = reason;
  return true;
}

/**
 * Sizes that are too thin for sure, without solving anything: regulated gear draws at least what it would at
 * the resting volts, and loses at least those currents times the wires they share. What unregulated gear draws
 * beside its idle current is left out, since it falls with the volts.
 */
function raiseToFloor(tree: Tree, live: readonly Branch[]): void {
  const least = onceEach((branch): number => {
    const { item } = branch;
    if (draws(item)) return item.demand.regulated ? roughAmps(tree, branch) : item.demand.idleA + item.demand.socketA;
    const below = fedFrom(tree, branch).reduce((sum, b) => sum + (isLive(tree, b) ? least(b) : 0), 0);
    return item.kind === 'converter'
      ? (below * item.outVolts) / item.efficiency / restVoltsOf(tree, branch)
      : below + item.idleA;
  });
  const limitPct = tree.job.settings.dropLimitPct;
  const sags = (branch: Branch) => {
    const volts = voltsChain(tree, branch).reduce((sum, b) => sum + least(b) * ownOhms(tree, b), 0);
    return (volts / nominalOf(tree, branch)) * 100 > limitPct && lostOnExisting(tree, branch, least) <= limitPct;
  };
  // A common return is left to what is solved: who shares it is not known before.
  const own: Tree = { ...tree, common: tree.common && { ...tree.common, pinned: true } };
  const limited = onceEach((branch) => limitOf(own, branch, least));
  const asked: Asked = { ampsOf: least, limited, sags, states: undefined };
  for (const branch of live) if (draws(branch.item)) while (raiseOnce(own, chainOf(tree, branch), asked));
}
