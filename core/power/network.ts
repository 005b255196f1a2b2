import { eliminate, multiply, solvePositive } from './sparse';

/**
 * A resistor between two nodes, Ω > 0. With `diodeVolts` it passes current from a to b only, and loses that
 * many volts besides.
 */
export interface Resistor {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  readonly ohm: number;
  readonly diodeVolts?: number;
}

/** An ideal source of `volts` behind `ohm` ≥ 0 feeding `node`, its other side on the ground node. */
export interface Supply {
  readonly name: string;
  readonly node: string;
  readonly volts: number;
  readonly ohm: number;
  /** The most it gives; beyond, its volts fall. */
  readonly mostA?: number;
  /** It gives and never takes: a full battery, a charger. */
  readonly oneWay?: boolean;
  /** It is expected to give nothing, because another holds more: tried first. */
  readonly expectIdle?: boolean;
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

export type Solution =
  | {
      readonly state: 'solved';
      readonly volts: ReadonlyMap<string, number>;
      /** Resistor name → amperes from a to b. */
      readonly amps: ReadonlyMap<string, number>;
      readonly loadAmps: ReadonlyMap<string, number>;
      readonly supplies: ReadonlyMap<string, { readonly amps: number; readonly state: SupplyState }>;
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
 * Throws RangeError on a part that hangs loose.
 */
export function solveNetwork(network: Network): Solution {
  const { conversions = [], supplies, resistors } = network;
  const outputs: Solved[] = [];
  const loads = [...network.loads];
  for (const { name, plus, minus, efficiency, idleA, output } of conversions) {
    const inner = solveNetwork(output);
    if (inner.state === 'collapsed') return inner;
    const outlet = output.supplies[0]!;
    outputs.push(inner);
    const watts = (outlet.volts * inner.supplies.get(outlet.name)!.amps) / efficiency;
    loads.push({ name, plus, minus, watts, amps: idleA, siemens: 0 });
  }
  const valves: Valve[] = [
    ...supplies.flatMap((supply): Valve[] => (supply.oneWay || supply.mostA !== undefined ? [{ supply }] : [])),
    ...resistors.flatMap((diode): Valve[] => (diode.diodeVolts === undefined ? [] : [{ diode }])),
  ];
  const solution = settle({ ...network, loads }, valves);
  if (solution.state === 'collapsed' || !outputs.length) return solution;
  const all = [solution, ...outputs];
  return {
    ...solution,
    volts: new Map(all.flatMap((s) => [...s.volts])),
    amps: new Map(all.flatMap((s) => [...s.amps])),
    loadAmps: new Map(all.flatMap((s) => [...s.loadAmps])),
    supplies: new Map(all.flatMap((s) => [...s.supplies])),
  };
}

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
function settle(network: Network, valves: readonly Valve[]): Solution {
  if (!valves.length) return solveStates(network, new Map());
  const held = new Map<string, Supply>();
  for (const supply of network.supplies) {
    const other = held.get(supply.node);
    if (supply.ohm === 0 && (!other || supply.volts > other.volts)) held.set(supply.node, supply);
  }
  let states: SupplyState[] = valves.map((valve) => {
    if (!('supply' in valve)) return 'gives';
    const { supply } = valve;
    return supply.expectIdle || (supply.ohm === 0 && held.get(supply.node) !== supply) ? 'idle' : 'gives';
  });
  const tried = new Set<string>();
  while (!tried.has(states.join())) {
    tried.add(states.join());
    const solution = tryStates(network, valves, states);
    if (!solution) break;
    const next = valves.map((valve, i) => wantedState(solution, valve, states[i]!));
    if (next.every((state, i) => state === states[i])) return solution;
    // What has reached its limit no longer holds the others off.
    const sags = next.some((state, i) => state === 'limited' && states[i] !== 'limited');
    states = sags ? next.map((state) => (state === 'idle' ? 'gives' : state)) : next;
  }
  // Whoever wants another state may have it, by the throw of a coin: what goes round in circles together does not apart.
  let coin = 1;
  const throws = () => (coin = (coin * 48271) % 2147483647) / 2147483647;
  const starts = [...startsOf(valves), ...[...tried].map((key) => key.split(',') as SupplyState[])];
  // Where there are few states, trying them all is sooner done.
  const rounds = valves.reduce((product, valve) => product * optionsOf(valve).length, 1) > FEW_STATES ? MOST_ROUNDS : 0;
  for (let round = 0; round < rounds; round++) {
    let at = starts[round] ?? valves.map((valve) => optionsOf(valve)[Math.floor(throws() * optionsOf(valve).length)]!);
    let solution = tryStates(network, valves, at);
    for (let step = 0; solution && step < MOST_STEPS; step++) {
      const found = solution;
      const wants = valves.map((valve, i) => wantedState(found, valve, at[i]!));
      if (wants.every((state, i) => state === at[i])) return solution;
      const next = at.map((state, i) => (wants[i] === state || throws() < 0.5 ? state : wants[i]!));
      const after = tryStates(network, valves, next);
      // Where no part would have a supply left, another throw.
      if (!after) continue;
      at = next;
      solution = after;
    }
  }
  let trials = 0;
  for (const trial of allStates(valves)) {
    if (++trials > MOST_TRIALS) break;
    const solution = tryStates(network, valves, trial);
    if (solution && valves.every((valve, i) => wantedState(solution, valve, trial[i]!) === trial[i])) return solution;
  }
  return { state: 'collapsed' };
}

/** A solution in these states; undefined when it collapses, or a part is left without a supply. */
function tryStates(network: Network, valves: readonly Valve[], states: readonly SupplyState[]): Solved | undefined {
  const known = new Map<string, SupplyState>();
  valves.forEach((valve, i) => known.set('supply' in valve ? valve.supply.name : valve.diode.name, states[i]!));
  const holding = new Set<string>();
  for (const { name, node, ohm } of network.supplies) {
    if (ohm > 0 || (known.get(name) ?? 'gives') !== 'gives') continue;
    // Two that hold one node each at volts of its own cannot both be right.
    if (holding.has(node)) return undefined;
    holding.add(node);
  }
  try {
    const solution = solveStates(network, known);
    return solution.state === 'solved' ? solution : undefined;
  } catch (error) {
    // Loose with everything switched on is loose; else it is only this trial that leaves a part without a supply.
    if (error instanceof RangeError && states.some((state) => state !== 'gives')) return undefined;
    throw error;
  }
}

/**
 * What is taken for nothing, in amperes and in volts. Volts are found to 1e-9, which across the resistance of a post
 * is as many microamperes: a source that gives nothing must not count as taking.
 */
const NO_AMPS = 1e-6;
const NO_VOLTS = 1e-8;

/** The state a valve would be in at these volts. */
function wantedState(solution: Solved, valve: Valve, state: SupplyState): SupplyState {
  if ('diode' in valve) {
    const { a, b, name, diodeVolts } = valve.diode;
    const over = solution.volts.get(a)! - solution.volts.get(b)! - diodeVolts!;
    if (state === 'gives') return solution.amps.get(name)! < -NO_AMPS ? 'idle' : 'gives';
    return over > NO_VOLTS ? 'gives' : 'idle';
  }
  const { name, node, volts, ohm, mostA = Number.MAX_VALUE, oneWay } = valve.supply;
  const at = solution.volts.get(node)!;
  const { amps } = solution.supplies.get(name)!;
  if (state === 'gives') return amps > mostA + NO_AMPS ? 'limited' : oneWay && amps < -NO_AMPS ? 'idle' : 'gives';
  if (state === 'limited') return at > volts - mostA * ohm + NO_VOLTS ? 'gives' : 'limited';
  return at >= volts - NO_VOLTS ? 'idle' : 'gives';
}

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

/** The network with every valve in a state that is given: plain supplies, resistors and loads. */
function solveStates(given: Network, states: ReadonlyMap<string, SupplyState>): Solution {
  const stateOf = (name: string) => states.get(name) ?? 'gives';
  const limited = given.supplies.filter(({ name }) => stateOf(name) === 'limited');
  const network: Network = states.size
    ? {
        ground: given.ground,
        supplies: given.supplies.filter(({ name }) => stateOf(name) === 'gives'),
        resistors: given.resistors.filter(
          ({ name, diodeVolts }) => diodeVolts === undefined || stateOf(name) === 'gives',
        ),
        loads: given.loads,
      }
    : given;
  const nodes = [
    ...new Set([
      ...network.supplies.map((s) => s.node),
      ...network.resistors.flatMap((r) => [r.a, r.b]),
      ...network.loads.flatMap((l) => [l.plus, l.minus]),
      ...limited.map(({ node }) => node),
    ]),
  ];
  // Ground and what an ideal source holds are known; only the rest is solved for.
  const known = new Map<string, number>([[network.ground, 0]]);
  for (const { node, volts, ohm } of network.supplies) if (ohm === 0) known.set(node, volts);
  const index = new Map(nodes.filter((node) => !known.has(node)).map((node, i) => [node, i]));
  const n = index.size;
  const at = (node: string) => index.get(node) ?? -1;

  const pairs = [
    ...network.resistors.map(({ a, b }) => [at(a), at(b)] as const),
    ...network.loads.map(({ plus, minus }) => [at(plus), at(minus)] as const),
  ].filter(([i, j]) => i >= 0 && j >= 0 && i !== j);
  const plan = eliminate(n, pairs);
  const base = new Float64Array(plan.entries);
  const injected = new Float64Array(n);
  const stamp = (m: Float64Array, i: number, j: number, siemens: number) => {
    if (i === j) return;
    if (i >= 0) m[i]! += siemens;
    if (j >= 0) m[j]! += siemens;
    if (i >= 0 && j >= 0) m[plan.at(i, j)]! -= siemens;
  };
  const conduct = (a: string, b: string, siemens: number) => {
    stamp(base, at(a), at(b), siemens);
    if (at(a) >= 0) injected[at(a)]! += siemens * (known.get(b) ?? 0);
    if (at(b) >= 0) injected[at(b)]! += siemens * (known.get(a) ?? 0);
  };
  for (const { a, b, ohm, diodeVolts } of network.resistors) {
    conduct(a, b, 1 / ohm);
    if (!diodeVolts) continue;
    if (at(a) >= 0) injected[at(a)]! += diodeVolts / ohm;
    if (at(b) >= 0) injected[at(b)]! -= diodeVolts / ohm;
  }
  for (const { node, volts, ohm } of network.supplies) {
    if (ohm === 0) continue;
    conduct(node, network.ground, 1 / ohm);
    if (at(node) >= 0) injected[at(node)]! += volts / ohm;
  }
  // Steady currents belong to the linear part: where no supply holds any volts they are what raises them.
  const inject = (node: string, amps: number) => {
    if (at(node) >= 0) injected[at(node)]! += amps;
  };
  for (const { node, mostA } of limited) inject(node, mostA!);
  for (const { plus, minus, siemens, amps } of network.loads) {
    if (siemens) conduct(plus, minus, siemens);
    if (!amps) continue;
    inject(plus, -amps);
    inject(minus, amps);
  }

  const volts = solvePositive(plan, base, injected);
  if (!volts) throw new RangeError('part of the network hangs loose: no path to a supply');
  const of = (node: string) => known.get(node) ?? volts[at(node)]!;
  const ends = network.loads.map(({ plus, minus }) => ({
    plus: at(plus),
    minus: at(minus),
    // What is known at either end does not move.
    fixed: (known.get(plus) ?? 0) - (known.get(minus) ?? 0),
  }));
  const highest = Math.max(...given.supplies.map((s) => s.volts));

  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
    const jacobian = base.slice();
    const drawn = multiply(plan, base, volts);
    const residual = injected.map((x, i) => x - drawn[i]!);
    for (const [k, load] of network.loads.entries()) {
      const { plus, minus, fixed } = ends[k]!;
      const u = fixed + (plus >= 0 ? volts[plus]! : 0) - (minus >= 0 ? volts[minus]! : 0);
      if (!load.watts) {
        if (u <= 0 && load.amps) return { state: 'collapsed' };
        continue;
      }
      if (u <= 0 || u > 2 * highest) return { state: 'collapsed' };
      const amps = load.watts / u;
      if (plus >= 0) residual[plus]! -= amps;
      if (minus >= 0) residual[minus]! += amps;
      // d(P/u)/du = −P/u²: a constant-power load looks like a negative conductance.
      stamp(jacobian, plus, minus, -load.watts / (u * u));
    }
    const step = solvePositive(plan, jacobian, residual);
    // On the working branch of a feed the matrix is positive definite (volts above the working ones only
    // make it more so), so a pivot that is not positive means that there is no working state.
    if (!step) return { state: 'collapsed' };
    let largest = 0;
    for (let i = 0; i < n; i++) {
      volts[i]! += step[i]!;
      largest = Math.max(largest, Math.abs(step[i]!));
    }
    if (largest < 1e-9) return solved(given, network, of, stateOf, iteration);
  }
  return { state: 'collapsed' };
}

function solved(
  given: Network,
  network: Network,
  of: (node: string) => number,
  stateOf: (name: string) => SupplyState,
  iterations: number,
): Solution {
  const volts = new Map<string, number>([[network.ground, 0]]);
  for (const { a, b } of network.resistors) volts.set(a, of(a)).set(b, of(b));
  for (const { plus, minus } of network.loads) volts.set(plus, of(plus)).set(minus, of(minus));
  for (const { node } of network.supplies) volts.set(node, of(node));
  const amps = new Map(network.resistors.map((r) => [r.name, (of(r.a) - of(r.b) - (r.diodeVolts ?? 0)) / r.ohm]));
  if (network !== given) for (const { name } of given.resistors) if (!amps.has(name)) amps.set(name, 0);
  const drawn = new Map(
    network.loads.map((l) => {
      const u = of(l.plus) - of(l.minus);
      return [l.name, l.watts / u + l.amps + l.siemens * u] as const;
    }),
  );
  // What an ideal source gives is whatever leaves its node by the others.
  const leaving = (node: string) =>
    network.resistors.reduce(
      (sum, r) => sum + (r.a === node ? amps.get(r.name)! : r.b === node ? -amps.get(r.name)! : 0),
      0,
    ) +
    network.loads.reduce(
      (sum, l) => sum + (l.plus === node ? drawn.get(l.name)! : l.minus === node ? -drawn.get(l.name)! : 0),
      0,
    ) -
    network.supplies.reduce((sum, s) => sum + (s.node === node && s.ohm > 0 ? (s.volts - of(node)) / s.ohm : 0), 0) -
    given.supplies.reduce((sum, s) => sum + (s.node === node && stateOf(s.name) === 'limited' ? s.mostA! : 0), 0);
  const supplies = new Map(
    given.supplies.map(({ name, node, volts: set, ohm, mostA }) => {
      const state = stateOf(name);
      if (!volts.has(node)) volts.set(node, 0);
      const gives =
        state === 'idle' ? 0 : state === 'limited' ? mostA! : ohm > 0 ? (set - of(node)) / ohm : leaving(node);
      return [name, { amps: gives, state }] as const;
    }),
  );
  for (const { name } of given.supplies) if (stateOf(name) === 'limited') drawn.delete(name);
  return { state: 'solved', volts, amps, loadAmps: drawn, supplies, iterations };
}
