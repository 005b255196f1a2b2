import {
  fuseOf,
  limitAbove,
  nominalOf,
  roughAmps,
  sharedBy,
  solveBranches,
  sum,
  voltsChain,
  type Branch,
  type Tree,
} from './branches';
import { designCases, postOf } from './cases';
import type { Resistor, Solution } from './network';

export type Solved = Extract<Solution, { state: 'solved' }>;

export const ohmsOf = (resistors: readonly Resistor[]) => sum(resistors.map(({ ohm }) => ohm));

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
  const solutions = designCases(tree.job, [...branches, ...tree.kept]).map((feedCase) =>
    solveBranches(tree, branches, feedCase),
  );
  if (solutions[0]!.state === 'collapsed') return undefined;
  return solutions.flatMap((solution) => (solution.state === 'solved' ? [solution] : []));
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
