import {
  nominalOf,
  once,
  roughAmps,
  sum,
  voltsChain,
  type Batteries,
  type Branch,
  type CommonBranch,
  type Tree,
} from './branches';
import { gearOn } from './on-battery';
import { fuseOf, limitAbove } from './protection';
import { commonResistors, lumped, resistorsOf, sharedBy } from './resistances';
import type { Gauge } from '../tables/conductors';
import { designCases, givenBy, postOf, supplyNetwork, type FeedCase } from './cases';
import { layOut, type Network, type Resistor, type Solution, type Supply } from './network';

export type Solved = Extract<Solution, { state: 'solved' }>;

/** Amperes through a branch's own conductor out. */
export const ampsThrough = (solved: Solved, { names }: Pick<Branch, 'names'>): number | undefined =>
  solved.amps.get(names.out);

/** The most that goes through it in any of these states. */
export function mostThrough(states: readonly Solved[], branch: Pick<Branch, 'names'>): number | undefined {
  let most: number | undefined;
  for (const solved of states) {
    const amps = ampsThrough(solved, branch);
    if (amps !== undefined) most = most === undefined ? amps : Math.max(most, amps);
  }
  return most;
}

/** A figure of branches, found once for each. */
export function onceEach(figure: (branch: Branch) => number): (branch: Branch) => number {
  const known = new Map<Branch, number>();
  return (branch) => {
    let found = known.get(branch);
    if (found === undefined) known.set(branch, (found = figure(branch)));
    return found;
  };
}

/** The states branches are sized in, solved; undefined when the volts collapse with the engine off. */
export function solveDesign(tree: Tree, branches: readonly Branch[]): readonly Solved[] | undefined {
  const solutions = solveCases(tree, branches, casesFor(tree, branches));
  return solutions[0] && solutions.filter((solution) => solution !== undefined);
}

const casesFor = once((tree, branches: readonly Branch[]) => designCases(tree.job, [...branches, ...tree.kept]));

/** These branches solved in some states, at the sizes they have now; undefined where the volts collapse. */
export function solveCases(
  tree: Tree,
  branches: readonly Branch[],
  cases: readonly FeedCase[],
): (Solved | undefined)[] {
  const own = levelsOf(tree, branches);
  return cases.map(({ engine, draw }) => {
    let level = own.get(draw);
    if (!level) own.set(draw, (level = layLevel(tree, branches, draw)));
    let solve = level.engines.get(engine);
    if (!solve) level.engines.set(engine, (solve = solver(level, supplyNetwork(tree.job, engine, level.on))));
    return solve(tree.job.craft.batteries);
  });
}

/** Branches at one level of listening: the same gear is there whatever the engine does. */
interface Level {
  readonly on: ReturnType<typeof gearOn>;
  /** The sizes there are now, in a word. */
  readonly sizes: () => string;
  /** Brings what is laid out to them: from one size to the next only ohms change. */
  readonly set: () => void;
  readonly engines: Map<FeedCase['engine'], (batteries: Batteries) => Solved | undefined>;
}
type Levels = Map<FeedCase['draw'], Level>;
const levels = new WeakMap<Tree, Map<string, Levels>>();

/** Those of some branches, laid out once for a tree and kept with it, whichever list names them. */
const levelsOf = once((tree, branches: readonly Branch[]): Levels => {
  let known = levels.get(tree);
  if (!known) levels.set(tree, (known = new Map<string, Levels>()));
  const names = branches.map(({ gear }) => gear).join();
  let own = known.get(names);
  if (!own) known.set(names, (own = new Map() as Levels));
  return own;
});

function layLevel(tree: Tree, branches: readonly Branch[], draw: FeedCase['draw']): Level {
  const on = gearOn(tree, branches, draw);
  const named = new Map<string, Resistor[]>();
  const gather = ({ resistors, conversions = [] }: Pick<Network, 'resistors' | 'conversions'>): void => {
    for (const resistor of resistors) named.set(resistor.name, [...(named.get(resistor.name) ?? []), resistor]);
    for (const { output } of conversions) gather(output);
  };
  for (const battery of Object.keys(tree.job.craft.batteries)) gather(on(battery));
  const set = (parts: readonly Resistor[]) => {
    for (const { name, ohm } of parts) for (const resistor of named.get(name) ?? []) resistor.ohm = ohm;
  };
  const sized = [...tree.branches.values()].filter(({ there, names }) => !there && named.has(names.out));
  const common = tree.common && !tree.common.pinned && named.has('common') ? tree.common : undefined;
  const now = new Map<Branch | CommonBranch, Gauge>([...sized, ...(common ? [common] : [])].map((b) => [b, b.gauge]));
  return {
    on,
    sizes: () => {
      let sizes: string = common ? common.gauge : '';
      for (const { gauge } of sized) sizes += ` ${gauge}`;
      return sizes;
    },
    set: () => {
      for (const branch of sized)
        if (now.get(branch) !== branch.gauge) {
          now.set(branch, branch.gauge);
          set(lumped(branch, resistorsOf(tree, branch)));
        }
      if (common && now.get(common) !== common.gauge) {
        now.set(common, common.gauge);
        set(commonResistors(tree, common));
      }
    },
    engines: new Map(),
  };
}

const suppliesOf = ({ supplies, conversions = [] }: Network): Supply[] => [
  ...supplies,
  ...conversions.flatMap(({ output }) => suppliesOf(output)),
];

/** Sizes whose solutions are kept: the search comes back to many, and so does undo. */
const MOST_SIZES = 64;

function solver(level: Level, network: Network): (batteries: Batteries) => Solved | undefined {
  const solve = layOut(network);
  const known = new Map<string, Solved | undefined>();
  const supplies = suppliesOf(network);
  let fed: Batteries;
  return (batteries) => {
    const sizes = level.sizes();
    if (fed !== batteries) {
      fed = batteries;
      known.clear();
      for (const supply of supplies)
        if (Object.hasOwn(batteries, supply.name)) Object.assign(supply, givenBy(batteries[supply.name]!));
    }
    if (known.has(sizes)) return known.get(sizes);
    level.set();
    const solution = solve();
    const solved = solution.state === 'solved' ? solution : undefined;
    if (known.size === MOST_SIZES) known.clear();
    known.set(sizes, solved);
    return solved;
  };
}

/** Volts of a branch where it begins and at its gear: from its battery's posts, or its converter's outlet. */
export function voltsOf(tree: Tree, solved: Solved, branch: Branch): { sourceVolts: number; deviceVolts: number } {
  const at = (node: string) => solved.volts.get(node) ?? 0;
  const { plus, minus } = branch.names;
  return { sourceVolts: at(sourceOf(tree, branch)), deviceVolts: at(plus) - at(minus) };
}
/** The node a branch's volts come from; its other side is the ground of its network, at no volts. */
const sourceOf = once((tree: Tree, branch: Branch): string => {
  const top = voltsChain(tree, branch).at(-1)!.feeder;
  return Object.hasOwn(tree.job.craft.batteries, top) ? postOf(top) : `${top}/out`;
});

/** Drop of a branch in one solution, % of the volts of its system. */
export function dropPctOf(tree: Tree, solved: Solved, branch: Branch): number {
  const { sourceVolts, deviceVolts } = voltsOf(tree, solved, branch);
  return ((sourceVolts - deviceVolts) / nominalOf(tree, branch)) * 100;
}

/** The fuses of all that a common return brings back, A; the current of what has none. */
export function commonCarries(tree: Tree, branches: readonly Branch[], states: readonly Solved[] = []): number {
  const ampsOf = onceEach((branch) => mostThrough(states, branch) ?? roughAmps(tree, branch));
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
