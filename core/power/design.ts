import {
  commonHome,
  fuseOf,
  hungBy,
  isOpen,
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
import { designCases, postOf, supplyNetwork } from './cases';
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
  const solutions = designOf(tree, branches)();
  if (solutions[0]!.state === 'collapsed') return undefined;
  return solutions.flatMap((solution) => (solution.state === 'solved' ? [solution] : []));
}

const designs = new WeakMap<Tree, Map<string, () => Solution[]>>();

/** The states these branches are sized in, laid out once: from one size to the next only ohms change. */
function designOf(tree: Tree, branches: readonly Branch[]): () => Solution[] {
  let known = designs.get(tree);
  if (!known) designs.set(tree, (known = new Map<string, () => Solution[]>()));
  const key = branches.map(({ gear }) => gear).join();
  const there = known.get(key);
  if (there) return there;
  const hung = hungBy(tree, branches, 'full');
  const networks = designCases(tree.job, [...branches, ...tree.kept]).map(({ engine }) =>
    supplyNetwork(tree.job, engine, hung),
  );
  const named = new Map<string, Resistor[]>();
  const gather = ({ resistors, conversions = [] }: Network): void => {
    for (const resistor of resistors) named.set(resistor.name, [...(named.get(resistor.name) ?? []), resistor]);
    for (const { output } of conversions) gather(output);
  };
  networks.forEach(gather);
  const set = (parts: readonly Resistor[]) => {
    for (const { name, ohm } of parts) for (const resistor of named.get(name) ?? []) resistor.ohm = ohm;
  };
  const open = [...tree.branches.values()].filter((branch) => isOpen(branch) && named.has(`${branch.gear}/out`));
  const common = tree.common && !tree.common.pinned && named.has('common') ? tree.common : undefined;
  const now = new Map<Branch | CommonBranch, Gauge>([...open, ...(common ? [common] : [])].map((b) => [b, b.gauge]));
  const solvers = networks.map(layOut);
  const solve = () => {
    for (const branch of open)
      if (now.get(branch) !== branch.gauge) {
        now.set(branch, branch.gauge);
        set(lumped(branch, resistorsOf(tree, branch)));
      }
    if (common && now.get(common) !== common.gauge) {
      now.set(common, common.gauge);
      set(commonHome(tree, common));
    }
    return solvers.map((solver) => solver());
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
    : at(`${top}/out`) - at(`${top}/home`);
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
