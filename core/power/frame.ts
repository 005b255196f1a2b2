import type { Named, Network, Resistor, Solution, Supply, SupplyState } from './network';
import { multiply, solvePositive } from './sparse';
import { topologyOf, type Topology } from './topology';

const MOST_ITERATIONS = 60;
/** A last step that ends the search, V: in any case, and where the steps no longer shrink. */
const FINE_VOLTS = 1e-9;
const COARSE_VOLTS = 1e-6;

/** A part whose state has to be found: a supply that gives one way or only so much, or a diode. */
export type Valve = { readonly supply: Supply } | { readonly diode: Resistor };

/**
 * What is taken for nothing, in amperes and in volts. Volts are found to 1e-9, which across the resistance of a post
 * is as many microamperes: a source that gives nothing must not count as taking.
 */
export const NO_AMPS = 1e-6;
const NO_VOLTS = 1e-8;

const named = <T>(index: ReadonlyMap<string, number>, at: (i: number) => T | undefined): Named<T> => ({
  get: (name) => {
    const i = index.get(name);
    return i === undefined ? undefined : at(i);
  },
  all: () => [...index.values()].flatMap((i) => at(i) ?? []),
});

/** What was found with the valves in these states. */
export interface Found {
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
export class Frame {
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
    let before = 2 * COARSE_VOLTS;
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
      // Newton's steps shrink until they are only rounding, which is coarse where the whole current has one soft way back.
      const settled = largest < FINE_VOLTS || (largest < COARSE_VOLTS && largest > before / 2);
      before = largest;
      if (!settled) continue;
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
