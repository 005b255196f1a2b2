import { draws, passesOn } from '../gear/gear';
import { chainOf, keptBehind, keptFrom, rootOf, type Branch, type Drawn, type Tree } from './branches';
import { lumped, resistorsOf, sharedBy, sharedResistors, supplied, terminals, type Shared } from './resistances';
import { GROUND, supplyNetwork, type FeedCase, type OnBattery } from './cases';
import { drawOf } from './demand';
import { solveNetwork, type Load, type Network, type Resistor, type Solution } from './network';

/** Share of full output each gear plays at, or idle current alone. */
type DrawOf = FeedCase['draw'] | number;

function loadsOf(
  { gear, item, audioWatts }: Omit<Drawn, 'feeder'>,
  ends: { readonly plus: string; readonly minus: string },
  draw: DrawOf,
): Load[] {
  if (draws(item)) return [{ name: gear, ...ends, ...drawOf(item.demand, audioWatts, draw) }];
  const amps = item.idleA + (item.kind === 'relay' ? item.coilA : 0);
  return amps && item.kind !== 'converter' ? [{ name: gear, ...ends, watts: 0, amps, siemens: 0 }] : [];
}

/**
 * What a circuit of the craft draws already: it goes through the circuit's wire, and is taken off again at the battery,
 * since the craft's own needs are not the sound's to bring.
 */
function craftsOwn(
  { gear, circuit }: Branch,
  ends: { readonly plus: string; readonly minus: string },
  post: string,
): Load[] {
  const amps = circuit?.drawsA ?? 0;
  if (!amps) return [];
  const load = { watts: 0, siemens: 0 };
  return [
    { name: `${gear}/draws`, ...ends, ...load, amps },
    { name: `${gear}/own`, plus: post, minus: GROUND, ...load, amps: -amps },
  ];
}

function drawnFrom(tree: Tree, feeder: string, among: ReadonlySet<Branch>, draw: DrawOf, whole: boolean): OnBattery {
  const drawn = {
    resistors: [] as Resistor[],
    loads: [] as Load[],
    conversions: [] as OnBattery['conversions'][number][],
  };
  const [plus, minus] = supplied(tree, feeder);
  for (const kept of tree.kept)
    if (keptFrom(tree, kept) === feeder) drawn.loads.push(...loadsOf(kept, { plus, minus }, draw));
  for (const branch of among) {
    if (branch.feeder !== feeder) continue;
    const { gear, item } = branch;
    const parts = resistorsOf(tree, branch);
    const ends = terminals(tree, branch);
    // A network that is kept has its ohms changed in place: it gets resistors of its own.
    drawn.resistors.push(...(whole ? parts : lumped(branch, parts).map((resistor) => ({ ...resistor }))));
    drawn.loads.push(...loadsOf(branch, ends, draw), ...craftsOwn(branch, ends, plus));
    if (!passesOn(item)) continue;
    const below = drawnFrom(tree, gear, among, draw, whole);
    if (item.kind === 'converter') {
      const outlet = { name: `${gear}/outlet`, node: `${gear}/out`, volts: item.outVolts, ohm: 0 };
      const output: Network = { ground: `${gear}/return`, supplies: [outlet], ...below };
      drawn.conversions.push({ name: gear, ...ends, efficiency: item.efficiency, idleA: item.idleA, output });
    } else {
      drawn.resistors.push(
        { name: `${gear}/pass`, a: ends.plus, b: `${gear}/out`, ohm: item.milliohm / 1000 },
        ...below.resistors,
      );
      drawn.loads.push(...below.loads);
      drawn.conversions.push(...below.conversions);
    }
  }
  return drawn;
}

/**
 * What some branches, and those they are fed through, draw from each battery at one level of listening: with every
 * contact a resistor of its own when `whole`, else lumped.
 */
export function gearOn(
  tree: Tree,
  among: readonly Branch[],
  draw: DrawOf,
  whole = false,
): (battery: string) => OnBattery {
  const carries = tree.kept.flatMap((kept) => keptBehind(tree, kept) ?? []);
  const set = new Set([...among, ...carries].flatMap((branch) => chainOf(tree, branch)));
  /** Shared returns, by the battery they lead to. */
  const shared = new Map<string, Set<Shared>>();
  for (const branch of set) {
    const by = sharedBy(tree, branch);
    const battery = rootOf(tree, branch);
    if (by) shared.set(battery, (shared.get(battery) ?? new Set()).add(by));
  }
  const known = new Map<string, OnBattery>();
  return (battery) => {
    const there = known.get(battery);
    if (there) return there;
    const drawn = drawnFrom(tree, battery, set, draw, whole);
    const all: OnBattery = {
      conversions: drawn.conversions,
      resistors: [
        ...drawn.resistors,
        ...[...(shared.get(battery) ?? [])].flatMap((by) => sharedResistors(tree, by, battery)),
      ],
      loads: drawn.loads,
    };
    known.set(battery, all);
    return all;
  };
}

/** The network of some branches in one state of engine and listening. */
export const networkOf = (
  tree: Tree,
  among: readonly Branch[],
  state: { readonly engine: FeedCase['engine']; readonly draw: DrawOf },
  whole = false,
): Network => supplyNetwork(tree.job, state.engine, gearOn(tree, among, state.draw, whole));

export const solveBranches = (...of: Parameters<typeof networkOf>): Solution => solveNetwork(networkOf(...of));
