import { multiply, solvePositive } from './sparse';
import { isSame, topologyOf, type Topology } from './topology';

/**
 * A resistor between two nodes, Ω > 0. With `diodeVolts` it passes current from a to b only, and loses that
 * many volts besides.
 */
export interface Resistor {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  /** May be another one each time a network that is laid out is solved. */
  ohm: number;
  readonly diodeVolts?: number;
}

/** An ideal source of `volts` behind `ohm` ≥ 0 feeding `node`, its other side on the ground node. */
export interface Supply {
  readonly name: string;
  readonly node: string;
  /** May be others each time a network that is laid out is solved. */
  volts: number;
  ohm: number;
  /** The most it gives; beyond, its volts fall. */
  readonly mostA?: number;
  /** It gives and never takes: a full battery, a charger. */
  readonly oneWay?: boolean;
  /** Volts that something else holds at its node: where they are more, giving nothing is tried first. */
  readonly heldVolts?: number | undefined;
}

/** Draws `watts / V + amps + siemens · V` from `plus` to `minus`, V being the volts between them. */
export interface Load {
  readonly name: string;
  readonly plus: string;
  readonly minus: string;
  readonly watts: number;
  readonly amps: number;
  readonly siemens: number;
}

/**
 * Makes a voltage of its own: the first supply of `output` is its outlet. It draws what it gives over its
 * efficiency, and `idleA` besides, from `plus` to `minus`.
 */
export interface Conversion {
  readonly name: string;
  readonly plus: string;
  readonly minus: string;
  readonly efficiency: number;
  readonly idleA: number;
  readonly output: Network;
}

export interface Network {
  readonly ground: string;
  readonly supplies: readonly Supply[];
  readonly resistors: readonly Resistor[];
  readonly loads: readonly Load[];
  readonly conversions?: readonly Conversion[];
}

/** Whether a supply holds its volts, gives its most, or gives nothing because others hold more. */
export type SupplyState = 'gives' | 'limited' | 'idle';

/** Figures by the names of a network's parts, looked up only for those that are asked for. */
export interface Named<T> {
  readonly get: (name: string) => T | undefined;
  readonly all: () => T[];
}

export type Solution =
  | {
      readonly state: 'solved';
      readonly volts: Named<number>;
      /** Resistor name → amperes from a to b. */
      readonly amps: Named<number>;
      readonly loadAmps: Named<number>;
      readonly supplies: Named<{ readonly amps: number; readonly state: SupplyState }>;
      readonly iterations: number;
    }
  /** The loads ask for more than the network can bring: the volts fall in on themselves. */
  | { readonly state: 'collapsed' };

type Solved = Extract<Solution, { state: 'solved' }>;

const MOST_ITERATIONS = 60;

/**
 * Volts and amperes of a direct-current network with constant-power loads, by Newton's method on the
 * nodal equations, started from the network without them so that it ends on the upper, working branch.
 * What gives only one way, or only so much, is tried in the state it would like and changed until every
 * part's state and current agree. "Collapsed" when no working state exists. Exact to 1e-9 V.
 * Throws RangeError on a part that is not connected.
 */
export const solveNetwork = (network: Network): Solution => layOut(network)();

/**
 * A network laid out once, to be solved again and again: ohms and volts may be others each time, names and nodes may
 * not. Each answer is what solveNetwork gives for the figures there are when it is asked.
 */
export function layOut(network: Network): () => Solution {
  const { conversions = [], supplies, resistors } = network;
  const outputsOf = conversions.map(({ output }) => layOut(output));
  /** What the conversions draw, as loads. */
  const drawn = conversions.map(({ name, plus, minus, idleA }) => ({
    name,
    plus,
    minus,
    watts: 0,
    amps: idleA,
    siemens: 0,
  }));
  const whole: Network = { ...network, loads: [...network.loads, ...drawn] };
  const valves: Valve[] = [
    ...supplies.flatMap((supply): Valve[] => (supply.oneWay || supply.mostA !== undefined ? [{ supply }] : [])),
    ...resistors.flatMap((diode): Valve[] => (diode.diodeVolts === undefined ? [] : [{ diode }])),
  ];
  const frame = new Frame(whole, valves);
  return () => {
    const outputs: Solved[] = [];
    for (const [i, { efficiency, output }] of conversions.entries()) {
      const inner = outputsOf[i]!();
      if (inner.state === 'collapsed') return inner;
      const outlet = output.supplies[0]!;
      outputs.push(inner);
      drawn[i]!.watts = (outlet.volts * inner.supplies.get(outlet.name)!.amps) / efficiency;
    }
    const solution = settle(whole, valves, frame);
    if (solution.state === 'collapsed' || !outputs.length) return solution;
    const all = [solution, ...outputs];
    return {
      ...solution,
      volts: together(all.map(({ volts }) => volts)),
      amps: together(all.map(({ amps }) => amps)),
      loadAmps: together(all.map(({ loadAmps }) => loadAmps)),
      supplies: together(all.map(({ supplies }) => supplies)),
    };
  };
}

/** What several networks have by name, each name in one of them or the same in all. */
const together = <T>(parts: readonly Named<T>[]): Named<T> => ({
  get: (name) => {
    for (const part of parts) {
      const found = part.get(name);
      if (found !== undefined) return found;
    }
    return undefined;
  },
  all: () => parts.flatMap((part) => part.all()),
});

const named = <T>(index: ReadonlyMap<string, number>, at: (i: number) => T | undefined): Named<T> => ({
  get: (name) => {
    const i = index.get(name);
    return i === undefined ? undefined : at(i);
  },
  all: () => [...index.values()].flatMap((i) => at(i) ?? []),
});

/** A part whose state has to be found: a supply that gives one way or only so much, or a diode. */
type Valve = { readonly supply: Supply } | { readonly diode: Resistor };

/** Most beginnings, most steps from each, and most states tried where none leads to one that holds. */
const FEW_STATES = 512;
const MOST_ROUNDS = 40;
const MOST_STEPS = 40;
const MOST_TRIALS = 60_000;

/**
 * Finds the state of every valve: by stepping from one state to the next, all that want another at once; where that
 * goes round in circles, some of them at a time, by the throw of a coin that falls the same every time; else by trying.
 */
function settle(network: Network, valves: readonly Valve[], frame: Frame): Solution {
  if (!valves.length) {
    const found = frame.solve([]);
    return found ? frame.solution(found) : { state: 'collapsed' };
  }
  let states: SupplyState[] = valves.map((valve) => {
    if (!('supply' in valve)) return 'gives';
    const { heldVolts = 0, volts } = valve.supply;
    return heldVolts > volts || isOutdone(network, valve.supply) ? 'idle' : 'gives';
  });
  const tried: SupplyState[][] = [];
  while (!tried.some((before) => isSame(before, states))) {
    tried.push(states);
    const found = frame.try(states);
    if (!found) break;
    const next = frame.wanted(found);
    if (isSame(next, states)) return frame.solution(found);
    // What has reached its limit no longer holds the others off.
    const sags = next.some((state, i) => state === 'limited' && states[i] !== 'limited');
    states = sags ? next.map((state) => (state === 'idle' ? 'gives' : state)) : next;
  }
  // Whoever wants another state may have it, by the throw of a coin: what goes round in circles together does not apart.
  let coin = 1;
  const throws = () => (coin = (coin * 48271) % 2147483647) / 2147483647;
  const starts = [...startsOf(valves), ...tried];
  // Where there are few states, trying them all is sooner done.
  const rounds = valves.reduce((product, valve) => product * optionsOf(valve).length, 1) > FEW_STATES ? MOST_ROUNDS : 0;
  for (let round = 0; round < rounds; round++) {
    let at = starts[round] ?? valves.map((valve) => optionsOf(valve)[Math.floor(throws() * optionsOf(valve).length)]!);
    let found = frame.try(at);
    for (let step = 0; found && step < MOST_STEPS; step++) {
      const wants = frame.wanted(found);
      if (isSame(wants, at)) return frame.solution(found);
      const next = at.map((state, i) => (wants[i] === state || throws() < 0.5 ? state : wants[i]!));
      const after = frame.try(next);
      // Where no part would have a supply left, another throw.
      if (!after) continue;
      at = next;
      found = after;
    }
  }
  let trials = 0;
  for (const trial of allStates(valves)) {
    if (++trials > MOST_TRIALS) break;
    const found = frame.try(trial);
    if (found && isSame(frame.wanted(found), trial)) return frame.solution(found);
  }
  return { state: 'collapsed' };
}

/** Whether another ideal source holds the node of one at more volts; of equal ones the first holds it. */
function isOutdone({ supplies }: Network, supply: Supply): boolean {
  const { node, volts, ohm } = supply;
  if (ohm > 0) return false;
  const at = supplies.indexOf(supply);
  return supplies.some(
    (other, i) => other.ohm === 0 && other.node === node && (i < at ? other.volts >= volts : other.volts > volts),
  );
}

/**
 * What is taken for nothing, in amperes and in volts. Volts are found to 1e-9, which across the resistance of a post
 * is as many microamperes: a source that gives nothing must not count as taking.
 */
export const NO_AMPS = 1e-6;
const NO_VOLTS = 1e-8;

/** Where to begin: everything given, and every diode shut. */
const startsOf = (valves: readonly Valve[]): SupplyState[][] => [
  valves.map((valve) => ('diode' in valve ? 'idle' : 'gives')),
  valves.map(() => 'gives'),
];

const optionsOf = (valve: Valve): SupplyState[] =>
  'supply' in valve && valve.supply.mostA !== undefined ? ['gives', 'limited', 'idle'] : ['gives', 'idle'];

function* allStates(valves: readonly Valve[]): Generator<SupplyState[]> {
  const options = valves.map(optionsOf);
  const count = options.reduce((product, { length }) => product * length, 1);
  for (let n = 0; n < count; n++) {
    let rest = n;
    yield options.map((list) => {
      const state = list[rest % list.length]!;
      rest = Math.floor(rest / list.length);
      return state;
    });
  }
}

/** What was found with the valves in these states. */
interface Found {
  readonly states: readonly SupplyState[];
  /**
   * Volts of each node, NaN where nothing that is switched on leads to it; then amperes of each resistor from a to b,
   * of each load, and out of each supply. One list, as making four is dearer than solving a small network.
   */
  readonly figures: readonly number[];
  readonly iterations: number;
}

/** Puts a conductance between two rows, of which one that is held has none, into a matrix. */
function stamp(m: Float64Array, i: number, j: number, entry: number, siemens: number): void {
  if (i === j) return;
  if (i >= 0) m[i]! += siemens;
  if (j >= 0) m[j]! += siemens;
  if (entry >= 0) m[entry]! -= siemens;
}

/** Volts of the rows that are solved for, put to their nodes, which stand first. */
function spread(rowOf: Int32Array, solved: Float64Array, volts: number[]): void {
  for (let node = 0; node < rowOf.length; node++) if (rowOf[node]! >= 0) volts[node] = solved[rowOf[node]!]!;
}

/** A network made ready for trying its valves in one state after another: only numbers change between two tries. */
class Frame {
  readonly #topology: Topology;
  /** Where the figures of resistors, loads and supplies begin, after the nodes'. */
  readonly #at: { readonly amps: number; readonly loadAmps: number; readonly supplyAmps: number };
  /** Nought for each figure: a plain list, which is made in half the time of a typed one. */
  readonly #blank: readonly number[];
  readonly #reached: Uint8Array;
  /** The valve of each supply and resistor; −1 where it has none. */
  readonly #valveOfSupply: readonly number[];
  readonly #valveOfResistor: readonly number[];

  constructor(
    private readonly network: Network,
    valves: readonly Valve[],
  ) {
    const { supplies, resistors } = network;
    this.#topology = topologyOf(network);
    const amps = this.#topology.nodes.size;
    const loadAmps = amps + resistors.length;
    const supplyAmps = loadAmps + network.loads.length;
    this.#at = { amps, loadAmps, supplyAmps };
    // Of NaN first, so that it is a list of fractions from the start.
    this.#blank = Array.from({ length: supplyAmps + supplies.length }, () => NaN).fill(0);
    this.#reached = new Uint8Array(amps);
    const valveOf = new Map(valves.map((valve, i) => ['supply' in valve ? valve.supply : valve.diode, i] as const));
    this.#valveOfSupply = supplies.map((supply) => valveOf.get(supply) ?? -1);
    this.#valveOfResistor = resistors.map((resistor) => valveOf.get(resistor) ?? -1);
  }

  /** A solution in these states; undefined when it collapses, or a part is left without a supply. */
  try(states: readonly SupplyState[]): Found | undefined {
    const { supplyNodes } = this.#topology;
    const holds = (i: number) => this.network.supplies[i]!.ohm === 0 && this.#stateOfSupply(states, i) === 'gives';
    // Two that hold one node each at volts of its own cannot both be right.
    for (let i = 0; i < supplyNodes.length; i++)
      for (let other = 0; other < i; other++)
        if (supplyNodes[other] === supplyNodes[i] && holds(other) && holds(i)) return undefined;
    try {
      return this.solve(states);
    } catch (error) {
      // Loose with everything switched on is loose; else it is only this trial that leaves a part without a supply.
      if (error instanceof RangeError && states.some((state) => state !== 'gives')) return undefined;
      throw error;
    }
  }

  #stateOfSupply(states: readonly SupplyState[], supply: number): SupplyState {
    const valve = this.#valveOfSupply[supply]!;
    return valve < 0 ? 'gives' : (states[valve] ?? 'gives');
  }
  #conducts(states: readonly SupplyState[], resistor: number): boolean {
    const valve = this.#valveOfResistor[resistor]!;
    return valve < 0 || (states[valve] ?? 'gives') === 'gives';
  }

  /** The state each valve would be in at the volts found. */
  wanted({ states, figures }: Found): SupplyState[] {
    const { supplies, resistors } = this.network;
    const { supplyNodes, a, b } = this.#topology;
    const { amps, supplyAmps } = this.#at;
    const wants = [...states];
    for (let i = 0; i < resistors.length; i++) {
      const valve = this.#valveOfResistor[i]!;
      if (valve < 0) continue;
      const over = figures[a[i]!]! - figures[b[i]!]! - resistors[i]!.diodeVolts!;
      const back = figures[amps + i]! < -NO_AMPS;
      wants[valve] = (states[valve] === 'gives' ? !back : over > NO_VOLTS) ? 'gives' : 'idle';
    }
    for (let i = 0; i < supplies.length; i++) {
      const valve = this.#valveOfSupply[i]!;
      if (valve < 0) continue;
      const { volts: set, ohm, mostA = Number.MAX_VALUE, oneWay } = supplies[i]!;
      const at = figures[supplyNodes[i]!]!;
      const gives = figures[supplyAmps + i]!;
      const state = states[valve]!;
      if (state === 'gives')
        wants[valve] = gives > mostA + NO_AMPS ? 'limited' : oneWay && gives < -NO_AMPS ? 'idle' : 'gives';
      else if (state === 'limited') wants[valve] = at > set - mostA * ohm + NO_VOLTS ? 'gives' : 'limited';
      else wants[valve] = at >= set - NO_VOLTS ? 'idle' : 'gives';
    }
    return wants;
  }

  /** With every valve in a state that is given: plain supplies, resistors and loads. Undefined when it collapses. */
  solve(states: readonly SupplyState[]): Found | undefined {
    const { supplies, resistors, loads } = this.network;
    const { ground, supplyNodes, a, b, plus, minus } = this.#topology;
    // Ground and what an ideal source holds are known; only the rest is solved for.
    const volts = this.#blank.slice();
    const held = [ground];
    let highest = 0;
    for (let i = 0; i < supplies.length; i++) {
      const { volts: set, ohm } = supplies[i]!;
      highest = Math.max(highest, set);
      if (ohm > 0 || this.#stateOfSupply(states, i) !== 'gives') continue;
      volts[supplyNodes[i]!] = set;
      held.push(supplyNodes[i]!);
    }
    volts[ground] = 0;
    const { rowOf, plan, between, across, base, injected, jacobian, residual, solved } = this.#topology.rowsFor(held);
    const { n } = plan;
    base.fill(0);
    injected.fill(0);
    const reached = this.#reached.fill(0);
    reached[ground] = 1;
    const conduct = (from: number, to: number, entry: number, siemens: number) => {
      const i = rowOf[from]!;
      const j = rowOf[to]!;
      stamp(base, i, j, entry, siemens);
      if (i >= 0 && j < 0) injected[i]! += siemens * volts[to]!;
      if (j >= 0 && i < 0) injected[j]! += siemens * volts[from]!;
    };
    const inject = (node: number, amps: number) => {
      if (rowOf[node]! >= 0) injected[rowOf[node]!]! += amps;
    };
    for (let r = 0; r < resistors.length; r++) {
      if (!this.#conducts(states, r)) continue;
      const { ohm, diodeVolts } = resistors[r]!;
      reached[a[r]!] = reached[b[r]!] = 1;
      conduct(a[r]!, b[r]!, between[r]!, 1 / ohm);
      if (!diodeVolts) continue;
      inject(a[r]!, diodeVolts / ohm);
      inject(b[r]!, -diodeVolts / ohm);
    }
    for (let i = 0; i < supplies.length; i++) {
      const state = this.#stateOfSupply(states, i);
      if (state === 'idle') continue;
      const { volts: set, ohm, mostA } = supplies[i]!;
      reached[supplyNodes[i]!] = 1;
      // Steady currents belong to the linear part: where no supply holds any volts they are what raises them.
      if (state === 'limited') inject(supplyNodes[i]!, mostA!);
      else if (ohm > 0) {
        conduct(supplyNodes[i]!, ground, -1, 1 / ohm);
        inject(supplyNodes[i]!, set / ohm);
      }
    }
    for (let k = 0; k < loads.length; k++) {
      const { siemens, amps } = loads[k]!;
      reached[plus[k]!] = reached[minus[k]!] = 1;
      if (siemens) conduct(plus[k]!, minus[k]!, across[k]!, siemens);
      if (!amps) continue;
      inject(plus[k]!, -amps);
      inject(minus[k]!, amps);
    }
    // A node that nothing leads to is left out: a row of its own that says nought.
    for (let node = 0; node < reached.length; node++) if (!reached[node] && rowOf[node]! >= 0) base[rowOf[node]!] = 1;

    jacobian.set(base);
    solved.set(injected);
    if (!solvePositive(plan, jacobian, solved))
      throw new RangeError('part of the network is not connected: no path to a supply');
    spread(rowOf, solved, volts);
    for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
      jacobian.set(base);
      multiply(plan, base, solved, residual);
      for (let i = 0; i < n; i++) residual[i] = injected[i]! - residual[i]!;
      for (let k = 0; k < loads.length; k++) {
        const { watts, amps: steady } = loads[k]!;
        const u = volts[plus[k]!]! - volts[minus[k]!]!;
        if (!watts) {
          if (u <= 0 && steady) return undefined;
          continue;
        }
        if (u <= 0 || u > 2 * highest) return undefined;
        const amps = watts / u;
        const i = rowOf[plus[k]!]!;
        const j = rowOf[minus[k]!]!;
        if (i >= 0) residual[i]! -= amps;
        if (j >= 0) residual[j]! += amps;
        // d(P/u)/du = −P/u²: a constant-power load looks like a negative conductance.
        stamp(jacobian, i, j, across[k]!, -watts / (u * u));
      }
      // On the working branch of a feed the matrix is positive definite (volts above the working ones only
      // make it more so), so a pivot that is not positive means that there is no working state.
      if (!solvePositive(plan, jacobian, residual)) return undefined;
      let largest = 0;
      for (let i = 0; i < n; i++) {
        solved[i]! += residual[i]!;
        largest = Math.max(largest, Math.abs(residual[i]!));
      }
      spread(rowOf, solved, volts);
      if (largest >= 1e-9) continue;
      // A supply that gives nothing, on a node nothing leads to, stands at no volts.
      for (const node of supplyNodes) if (!reached[node]) reached[node] = 1;
      for (let node = 0; node < reached.length; node++) if (!reached[node]) volts[node] = NaN;
      return this.#found(states, volts, iteration);
    }
    return undefined;
  }

  /** The amperes that follow from these volts, beside them. */
  #found(states: readonly SupplyState[], figures: number[], iterations: number): Found {
    const { supplies, resistors, loads } = this.network;
    const { supplyNodes, a, b, plus, minus } = this.#topology;
    const { amps, loadAmps, supplyAmps } = this.#at;
    for (let r = 0; r < resistors.length; r++) {
      const { ohm, diodeVolts = 0 } = resistors[r]!;
      if (this.#conducts(states, r)) figures[amps + r] = (figures[a[r]!]! - figures[b[r]!]! - diodeVolts) / ohm;
    }
    for (let k = 0; k < loads.length; k++) {
      const { watts, amps: steady, siemens } = loads[k]!;
      const u = figures[plus[k]!]! - figures[minus[k]!]!;
      figures[loadAmps + k] = watts / u + steady + siemens * u;
    }
    /** What a supply that holds no volts of its own gives. */
    const given = (i: number): number => {
      const { volts, ohm, mostA } = supplies[i]!;
      const state = this.#stateOfSupply(states, i);
      return state === 'limited'
        ? mostA!
        : state === 'gives' && ohm > 0
          ? (volts - figures[supplyNodes[i]!]!) / ohm
          : 0;
    };
    for (let i = 0; i < supplies.length; i++) {
      if (supplies[i]!.ohm > 0 || this.#stateOfSupply(states, i) !== 'gives') {
        figures[supplyAmps + i] = given(i);
        continue;
      }
      // What an ideal source gives is whatever leaves its node by the others.
      const node = supplyNodes[i]!;
      let leaving = 0;
      for (let r = 0; r < resistors.length; r++) {
        if (a[r] === node) leaving += figures[amps + r]!;
        else if (b[r] === node) leaving -= figures[amps + r]!;
      }
      for (let k = 0; k < loads.length; k++) {
        if (plus[k] === node) leaving += figures[loadAmps + k]!;
        else if (minus[k] === node) leaving -= figures[loadAmps + k]!;
      }
      for (let s = 0; s < supplies.length; s++) if (supplyNodes[s] === node) leaving -= given(s);
      figures[supplyAmps + i] = leaving;
    }
    return { states, figures, iterations };
  }

  /** What was found, by name. */
  solution({ states, figures, iterations }: Found): Solution {
    const { nodes, resistors, loads, supplies } = this.#topology;
    const { amps, loadAmps, supplyAmps } = this.#at;
    return {
      state: 'solved',
      volts: named(nodes, (i) => (Number.isNaN(figures[i]) ? undefined : figures[i])),
      amps: named(resistors, (i) => figures[amps + i]),
      loadAmps: named(loads, (i) => figures[loadAmps + i]),
      supplies: named(supplies, (i) => ({ amps: figures[supplyAmps + i]!, state: this.#stateOfSupply(states, i) })),
      iterations,
    };
  }
}
