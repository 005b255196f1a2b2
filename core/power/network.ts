import { eliminate, multiply, solvePositive } from './sparse';

/** A resistor between two nodes, Ω > 0. */
export interface Resistor {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  readonly ohm: number;
}

/** An ideal source of `volts` behind `ohm` ≥ 0 feeding `node`, its other side on the ground node. */
export interface Supply {
  readonly node: string;
  readonly volts: number;
  readonly ohm: number;
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

export interface Network {
  readonly ground: string;
  readonly supplies: readonly Supply[];
  readonly resistors: readonly Resistor[];
  readonly loads: readonly Load[];
}

export type Solution =
  | {
      readonly state: 'solved';
      readonly volts: ReadonlyMap<string, number>;
      /** Resistor name → amperes from a to b. */
      readonly amps: ReadonlyMap<string, number>;
      readonly loadAmps: ReadonlyMap<string, number>;
      readonly iterations: number;
    }
  /** The loads ask for more than the network can bring: the volts fall in on themselves. */
  | { readonly state: 'collapsed' };

const MOST_ITERATIONS = 60;

/**
 * Volts and amperes of a direct-current network with constant-power loads, by Newton's method on the
 * nodal equations, started from the unloaded network so that it ends on the upper, working branch.
 * "Collapsed" when no such state exists. Exact to 1e-9 V. Throws RangeError on a part that hangs loose.
 */
export function solveNetwork(network: Network): Solution {
  const nodes = [
    ...new Set([
      ...network.supplies.map((s) => s.node),
      ...network.resistors.flatMap((r) => [r.a, r.b]),
      ...network.loads.flatMap((l) => [l.plus, l.minus]),
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
  for (const { a, b, ohm } of network.resistors) conduct(a, b, 1 / ohm);
  for (const { node, volts, ohm } of network.supplies) {
    if (ohm === 0) continue;
    conduct(node, network.ground, 1 / ohm);
    if (at(node) >= 0) injected[at(node)]! += volts / ohm;
  }
  for (const { plus, minus, siemens } of network.loads) if (siemens) conduct(plus, minus, siemens);

  const volts = solvePositive(plan, base, injected);
  if (!volts) throw new RangeError('part of the network hangs loose: no path to a supply');
  const of = (node: string) => known.get(node) ?? volts[at(node)]!;
  const ends = network.loads.map(({ plus, minus }) => ({
    plus: at(plus),
    minus: at(minus),
    // What is known at either end does not move.
    fixed: (known.get(plus) ?? 0) - (known.get(minus) ?? 0),
  }));
  const highest = Math.max(...network.supplies.map((s) => s.volts));

  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
    const jacobian = base.slice();
    const drawn = multiply(plan, base, volts);
    const residual = injected.map((x, i) => x - drawn[i]!);
    for (const [k, load] of network.loads.entries()) {
      const { plus, minus, fixed } = ends[k]!;
      if (!load.watts && !load.amps) continue;
      const u = fixed + (plus >= 0 ? volts[plus]! : 0) - (minus >= 0 ? volts[minus]! : 0);
      if (u <= 0 || u > 2 * highest) return { state: 'collapsed' };
      const amps = load.watts / u + load.amps;
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
    if (largest < 1e-9) return solved(network, of, iteration);
  }
  return { state: 'collapsed' };
}

function solved(network: Network, of: (node: string) => number, iterations: number): Solution {
  const map = new Map<string, number>([[network.ground, 0]]);
  for (const { a, b } of network.resistors) map.set(a, of(a)).set(b, of(b));
  for (const { node } of network.supplies) map.set(node, of(node));
  return {
    state: 'solved',
    volts: map,
    amps: new Map(network.resistors.map((r) => [r.name, (of(r.a) - of(r.b)) / r.ohm])),
    loadAmps: new Map(
      network.loads.map((l) => {
        const u = of(l.plus) - of(l.minus);
        return [l.name, l.watts / u + l.amps + l.siemens * u];
      }),
    ),
    iterations,
  };
}
