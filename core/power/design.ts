import {
  commonResistors,
  fuseOf,
  gearOn,
  limitAbove,
  lumped,
  nominalOf,
  resistorsOf,
  roughAmps,
  sharedBy,
  sum,
  voltsChain,
  type Branch,
  type CommonBranch,
  type Tree,
} from './branches';
import type { Gauge } from '../tables/conductors';
import { designCases, postOf, supplyNetwork, type FeedCase } from './cases';
import { layOut, type Network, type Resistor, type Solution } from './network';

export type Solved = Extract<Solution, { state: 'solved' }>;

/** Amperes through a branch's own conductor out. */
export const ampsThrough = (solved: Solved, branch: { readonly gear: string }): number | undefined =>
  solved.amps.get(`${branch.gear}/out`);

/** The most that goes through it in any of these states. */
export const mostThrough = (states: readonly Solved[], branch: { readonly gear: string }): number | undefined => {
  const found = states.flatMap((solved) => ampsThrough(solved, branch) ?? []);
  return found.length ? Math.max(...found) : undefined;
};

/** The states branches are sized in, solved; undefined when the volts collapse with the engine off. */
export function solveDesign(tree: Tree, branches: readonly Branch[]): readonly Solved[] | undefined {
  const solutions = solveCases(tree, branches, designCases(tree.job, [...branches, ...tree.kept]));
  return solutions[0] && solutions.filter((solution) => solution !== undefined);
}

/** These branches solved in some states, at the sizes they have now; undefined where the volts collapse. */
export const solveCases = (
  tree: Tree,
  branches: readonly Branch[],
  cases: readonly FeedCase[],
): readonly (Solved | undefined)[] => laidOut(tree, branches, cases)();

type Solver = () => readonly (Solved | undefined)[];
const layouts = new WeakMap<Tree, Map<string, Solver>>();

/** Sizes whose solutions are kept with a layout: the search comes back to many, and so does undo. */
const MOST_SIZES = 64;

/** Branches in some states, laid out once: from one size to the next only ohms change. */
function laidOut(tree: Tree, branches: readonly Branch[], cases: readonly FeedCase[]): Solver {
  let known = layouts.get(tree);
  if (!known) layouts.set(tree, (known = new Map<string, Solver>()));
  const key = `${cases.map(({ id }) => id).join()} ${branches.map(({ gear }) => gear).join()}`;
  const there = known.get(key);
  if (there) return there;
  // The same gear is there whatever the engine does: it is put together once a level of listening.
  const loads = new Map(cases.map(({ draw }) => [draw, gearOn(tree, branches, draw)]));
  const networks = cases.map(({ engine, draw }) => supplyNetwork(tree.job, engine, loads.get(draw)!));
  const named = new Map<string, Resistor[]>();
  const gather = ({ resistors, conversions = [] }: Network): void => {
    for (const resistor of resistors) named.set(resistor.name, [...(named.get(resistor.name) ?? []), resistor]);
    for (const { output } of conversions) gather(output);
  };
  networks.forEach(gather);
  const set = (parts: readonly Resistor[]) => {
    for (const { name, ohm } of parts) for (const resistor of named.get(name) ?? []) resistor.ohm = ohm;
  };
  const sized = [...tree.branches.values()].filter((branch) => !branch.there && named.has(`${branch.gear}/out`));
  const common = tree.common && !tree.common.pinned && named.has('common') ? tree.common : undefined;
  const now = new Map<Branch | CommonBranch, Gauge>([...sized, ...(common ? [common] : [])].map((b) => [b, b.gauge]));
  const solvers = networks.map(layOut);
  const solved = new Map<string, ReturnType<Solver>>();
  const solve = () => {
    let sizes: string = common ? common.gauge : '';
    for (const { gauge } of sized) sizes += ` ${gauge}`;
    const found = solved.get(sizes);
    if (found) return found;
    for (const branch of sized)
      if (now.get(branch) !== branch.gauge) {
        now.set(branch, branch.gauge);
        set(lumped(branch, resistorsOf(tree, branch)));
      }
    if (common && now.get(common) !== common.gauge) {
      now.set(common, common.gauge);
      set(commonResistors(tree, common));
    }
    const made = solvers.map((solver) => {
      const solution = solver();
      return solution.state === 'solved' ? solution : undefined;
    });
    if (solved.size === MOST_SIZES) solved.clear();
    solved.set(sizes, made);
    return made;
  };
  known.set(key, solve);
  return solve;
}

/** Volts of a branch where it begins and at its gear: from its battery's posts, or its converter's outlet. */
export function voltsOf(tree: Tree, solved: Solved, branch: Branch): { sourceVolts: number; deviceVolts: number } {
  const at = (node: string) => solved.volts.get(node) ?? 0;
  const top = voltsChain(tree, branch).at(-1)!.feeder;
  const sourceVolts = Object.hasOwn(tree.job.craft.batteries, top)
    ? at(postOf(top))
    : at(`${top}/out`) - at(`${top}/return`);
  return { sourceVolts, deviceVolts: at(`${branch.gear}/plus`) - at(`${branch.gear}/minus`) };
}

/** Drop of a branch in one solution, % of the volts of its system. */
export function dropPctOf(tree: Tree, solved: Solved, branch: Branch): number {
  const { sourceVolts, deviceVolts } = voltsOf(tree, solved, branch);
  return ((sourceVolts - deviceVolts) / nominalOf(tree, branch)) * 100;
}

/** The fuses of all that a common return brings back, A; the current of what has none. */
export function commonCarries(tree: Tree, branches: readonly Branch[], states: readonly Solved[] = []): number {
  const ampsOf = (branch: Branch) => mostThrough(states, branch) ?? roughAmps(tree, branch);
  return sum(
    branches
      .filter((branch) => sharedBy(tree, branch) === 'common')
      .map((branch) => Math.max(fuseOf(tree, branch, ampsOf) ?? 0, ampsOf(branch))),
  );
}

/** What the wire of a branch is protected at, A: its fuse, or what limits it above; 0 where nothing does. */
export function limitOf(tree: Tree, branch: Branch, ampsOf: (branch: Branch) => number): number {
  return fuseOf(tree, branch, ampsOf) ?? limitAbove(tree, branch, ampsOf)?.amps ?? 0;
}
