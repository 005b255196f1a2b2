import { draws } from '../gear/gear';
import { gaugeArea, isThinner, sizesOf, thicker, thinner, type Gauge } from '../tables/conductors';
import { leastSize } from './craft-rules';
import { isOpen, nominalOf, rootOf, voltsChain, type Branch, type CommonBranch, type Tree } from './branches';
import { carriesAmps, carriesEnough } from './protection';
import { ownOhms, sharedBy } from './resistances';
import { commonCarries, dropPctOf, limitOf, mostThrough, onceEach, solveDesign } from './design';

/** Shared conductors whose sizes are all tried together; with more, one after another until nothing gets better. */
const MOST_TOGETHER = 2;

/** Other sizes change the amperes of a feed by no more than this part. */
const NEAR = 0.9;

interface Sizes {
  readonly gauges: readonly Gauge[];
  /** Branches thicker than what feeds them, and thicker than their gear's terminals take. */
  readonly odd: number;
  readonly copper: number;
}

/**
 * The least copper, mm² · mm, for feeds that share conductors, within every limit and in every state they are sized
 * in: for each size of the shared conductors the branches get the thinnest that will do, which is theirs alone to
 * find, since a branch loses nothing on another's wire. A branch is thicker than its main, or than its gear's
 * terminals take, only where nothing else holds. Exact for up to two shared conductors; with more, each is tried in
 * turn until no single one could be better. Leaves everything as it is where it finds nothing better.
 */
export function leastCopper(tree: Tree, branches: readonly Branch[]): void {
  for (const group of groupsOf(tree, branches)) settleGroup(tree, branches, group);
}

/** Branches that share a conductor, directly or through others; what shares none is the least already. */
function groupsOf(tree: Tree, branches: readonly Branch[]): Branch[][] {
  const top = (branch: Branch): string => {
    const above = tree.branches.get(branch.feeder);
    if (above) return top(above);
    return sharedBy(tree, branch) === 'common' ? `common/${rootOf(tree, branch)}` : branch.gear;
  };
  const groups = new Map<string, Branch[]>();
  for (const branch of branches) {
    const key = top(branch);
    groups.set(key, [...(groups.get(key) ?? []), branch]);
  }
  return [...groups.values()].filter((group) => group.length > 1);
}

function settleGroup(tree: Tree, all: readonly Branch[], group: readonly Branch[]): void {
  const { job } = tree;
  const feeds = (branch: Branch) => group.some((b) => b.feeder === branch.gear);
  const common =
    tree.common && !tree.common.pinned && group.some((b) => sharedBy(tree, b) === 'common') ? tree.common : undefined;
  const shared: (Branch | CommonBranch)[] = [
    ...group.filter((b) => isOpen(b) && feeds(b)),
    ...(common ? [common] : []),
  ];
  const ends = group.filter((b) => isOpen(b) && !feeds(b));
  const open = [...shared, ...ends];
  if (!shared.length || !open.length) return;
  const floor = floorOf(tree);
  const sizes = sizesOf(job.settings.conductors).slice(sizesOf(job.settings.conductors).indexOf(floor));
  const copperOf = (part: Branch | CommonBranch, gauge = part.gauge) =>
    gaugeArea(gauge) *
    ('run' in part && typeof part.run === 'object' ? part.run.outMm + part.run.backMm : (part as CommonBranch).backMm);
  const take = (): Sizes => ({
    gauges: open.map(({ gauge }) => gauge),
    odd: oddities(tree, group),
    copper: open.reduce((sum, part) => sum + copperOf(part), 0),
  });
  const better = (a: Sizes, b: Sizes) => a.odd < b.odd || (a.odd === b.odd && a.copper < b.copper - 1e-9);
  const give = ({ gauges }: Sizes) => open.forEach((part, i) => (part.gauge = gauges[i]!));
  const least = ends.reduce((sum, part) => sum + copperOf(part, floor), 0);
  let best = take();
  const states = solveDesign(tree, all) ?? [];
  const amps = new Map(group.map((branch) => [branch, NEAR * (mostThrough(states, branch) ?? 0)]));
  const lost = (branch: Branch) => amps.get(branch)! * ownOhms(tree, branch);
  const allowed = (branch: Branch) => (job.settings.dropLimitPct / 100) * nominalOf(tree, branch);
  /** Too thin for what its own branches draw at any size, however little the ends lose: nothing need be solved. */
  const hopeless = (part: Branch | CommonBranch): boolean =>
    'choice' in part && (lost(part) > allowed(part) || carriesAmps(job, part.gauge, part.run) < amps.get(part)!);
  /** The thinnest an end can be beside these shared sizes, for sure: what it loses itself and what they lose. */
  const startOf = (end: Branch): Gauge => {
    const above = voltsChain(tree, end).slice(1);
    const left = allowed(end) - above.reduce((sum, branch) => sum + (amps.has(branch) ? lost(branch) : 0), 0);
    const { gauge } = end;
    const found = sizes.find((size) => {
      end.gauge = size;
      return carriesAmps(job, size, end.run) >= amps.get(end)! && (!draws(end.item) || lost(end) <= left);
    });
    end.gauge = gauge;
    return found ?? sizes.at(-1)!;
  };
  /** Every size of these, the other shared ones as they are now. */
  const tryAll = (these: readonly (Branch | CommonBranch)[], before: number): void => {
    const [part, ...rest] = these;
    if (part) {
      for (const gauge of sizes) {
        part.gauge = gauge;
        const soFar = before + copperOf(part);
        // Thicker ones only cost more.
        if (best.odd === 0 && soFar + least >= best.copper - 1e-9) break;
        tryAll(rest, soFar);
      }
      return;
    }
    if (shared.some(hopeless)) return;
    for (const end of ends) end.gauge = startOf(end);
    if (!better(take(), best) || !raiseEnds(tree, all, group, ends)) return;
    const found = take();
    if (better(found, best)) best = found;
  };
  if (shared.length <= MOST_TOGETHER) tryAll(shared, 0);
  else
    for (let more = true; more;) {
      const before = best;
      for (const part of shared) {
        give(best);
        const others = shared.reduce((sum, other) => sum + (other === part ? 0 : copperOf(other)), 0);
        tryAll([part], others);
      }
      more = better(best, before);
    }
  give(best);
  for (const part of open) part.reason = reasonOf(tree, all, part, floor);
}

/** How many branches of a group are thicker than what feeds them, or than their gear's terminals take. */
function oddities(tree: Tree, group: readonly Branch[]): number {
  return group.filter((branch) => {
    if (!isOpen(branch)) return false;
    const main = tree.branches.get(branch.feeder);
    const most = branch.item.maxWire;
    return (
      (main && !main.there && gaugeArea(branch.gauge) > gaugeArea(main.gauge) + 1e-9) ||
      (most !== null && gaugeArea(branch.gauge) > gaugeArea(most) + 1e-9)
    );
  }).length;
}

/** What a group fails in with the sizes it has, worst first; empty when all of it holds. Undefined: no volts at all. */
function failings(tree: Tree, all: readonly Branch[], group: readonly Branch[]): Failing[] | undefined {
  const { job } = tree;
  const states = solveDesign(tree, all);
  if (!states) return undefined;
  const ampsOf = onceEach((branch) => mostThrough(states, branch) ?? 0);
  const found: Failing[] = [];
  for (const branch of group) {
    const amps = ampsOf(branch);
    if (isOpen(branch) && !carriesEnough(job, branch, amps, limitOf(tree, branch, ampsOf)))
      found.push({ branch, amps, missing: 0 });
    else if (draws(branch.item)) {
      const over = Math.max(...states.map((solved) => dropPctOf(tree, solved, branch))) - job.settings.dropLimitPct;
      if (over > 0) found.push({ branch, amps, missing: (over / 100) * nominalOf(tree, branch) });
    }
  }
  const { common } = tree;
  if (common && !common.pinned && carriesAmps(job, common.gauge, common) < commonCarries(tree, all, states))
    found.push({ branch: undefined, amps: 0, missing: 0 });
  return found.sort((a, b) => b.missing - a.missing);
}
interface Failing {
  /** Undefined for the common return. */
  readonly branch: Branch | undefined;
  readonly amps: number;
  /** Volts over the limit; 0 where it carries too little. */
  readonly missing: number;
}

/** Raises the ends of a group alone until all of it holds, then takes back what was too much; false when they cannot. */
function raiseEnds(tree: Tree, all: readonly Branch[], group: readonly Branch[], ends: readonly Branch[]): boolean {
  const starts = ends.map(({ gauge }) => gauge);
  for (;;) {
    const found = failings(tree, all, group);
    if (!found) {
      // Too thin to bring anything: all of them, until there is something to judge by.
      if (!ends.map(raise).some(Boolean)) return false;
      continue;
    }
    // One at a time: with the worst mended the others may do as they are.
    const [worst] = found;
    if (!worst) break;
    if (!worst.branch || !ends.includes(worst.branch) || !climb(tree, worst.branch, worst.amps, worst.missing))
      return false;
  }
  for (const [i, end] of ends.entries())
    for (let less = thinner(end.gauge); less && !isThinner(less, starts[i]!); less = thinner(end.gauge)) {
      const { gauge } = end;
      end.gauge = less;
      if (failings(tree, all, group)?.length === 0) continue;
      end.gauge = gauge;
      break;
    }
  return true;
}

const floorOf = ({ job }: Tree): Gauge =>
  leastSize(job.craft.pattern.kind, job.settings.conductors, job.settings.leastSize);

const raise = (branch: Branch): boolean => {
  const next = thicker(branch.gauge);
  if (!next) return false;
  branch.gauge = next;
  return true;
};

/**
 * One size up, and on past sizes that cannot be enough: with a thicker wire gear that holds its watts draws less, so
 * one that saves not even half of what is missing, at the current there is now, will not do. Unregulated gear draws
 * more, and goes up one by one. False at the thick end.
 */
function climb(tree: Tree, branch: Branch, amps: number, missingVolts: number): boolean {
  const ohms = () => ownOhms(tree, branch);
  const before = ohms();
  const steady = draws(branch.item) && branch.item.demand.regulated;
  do {
    if (!raise(branch)) return false;
  } while (steady && (before - ohms()) * amps < missingVolts / 2);
  return true;
}

function reasonOf(tree: Tree, all: readonly Branch[], part: Branch | CommonBranch, floor: Gauge): Branch['reason'] {
  const { job } = tree;
  if (part.gauge === floor) return floor === sizesOf(job.settings.conductors)[0] ? 'ampacity' : 'least';
  const sizes = sizesOf(job.settings.conductors);
  const less = sizes[sizes.indexOf(part.gauge) - 1]!;
  const states = solveDesign(tree, all) ?? [];
  if (!('choice' in part))
    return carriesAmps(job, less, part) >= commonCarries(tree, all, states) ? 'drop' : 'ampacity';
  const ampsOf = onceEach((branch) => mostThrough(states, branch) ?? 0);
  return carriesEnough(job, { ...part, gauge: less }, ampsOf(part), limitOf(tree, part, ampsOf)) ? 'drop' : 'ampacity';
}
