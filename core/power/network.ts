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

  const base = emptyMatrix(n);
  const injected = new Float64Array(n);
  const stamp = (m: Matrix, i: number, j: number, siemens: number) => {
    if (i >= 0) bump(m, i, i, siemens);
    if (j >= 0) bump(m, j, j, siemens);
    if (i >= 0 && j >= 0) {
      bump(m, i, j, -siemens);
      bump(m, j, i, -siemens);
    }
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

  // A load may join nodes nothing else joins: its place in the matrix is there from the start.
  for (const { plus, minus } of network.loads) stamp(base, at(plus), at(minus), 0);
  const order = eliminationOrder(base);
  const volts = solvePositive(base, injected, order);
  if (!volts) throw new RangeError('part of the network hangs loose: no path to a supply');
  const of = (node: string) => known.get(node) ?? volts[at(node)]!;
  const across = (load: Load) => of(load.plus) - of(load.minus);
  const highest = Math.max(...network.supplies.map((s) => s.volts));

  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
    const jacobian = base.map((row) => new Map(row));
    const residual = injected.map((x, i) => {
      let left = x;
      for (const [j, siemens] of base[i]!) left -= siemens * volts[j]!;
      return left;
    });
    for (const load of network.loads) {
      if (!load.watts && !load.amps) continue;
      const u = across(load);
      if (u <= 0 || u > 2 * highest) return { state: 'collapsed' };
      const amps = load.watts / u + load.amps;
      const plus = at(load.plus);
      const minus = at(load.minus);
      if (plus >= 0) residual[plus]! -= amps;
      if (minus >= 0) residual[minus]! += amps;
      // d(P/u)/du = −P/u²: a constant-power load looks like a negative conductance.
      stamp(jacobian, plus, minus, -load.watts / (u * u));
    }
    const step = solvePositive(jacobian, residual, order);
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

/** Symmetric, a row a node, only what is not zero. */
type Matrix = Map<number, number>[];
const emptyMatrix = (n: number): Matrix => Array.from({ length: n }, () => new Map<number, number>());
const bump = (m: Matrix, i: number, j: number, by: number) => m[i]!.set(j, (m[i]!.get(j) ?? 0) + by);

/** Nodes with the fewest neighbours first: a harness is nearly a tree, and a tree so taken fills nothing in. */
function eliminationOrder(m: Matrix): number[] {
  const near = m.map((row, i) => new Set([...row.keys()].filter((j) => j !== i)));
  const left = new Set(near.keys());
  const order: number[] = [];
  while (left.size) {
    let next = -1;
    for (const i of left) if (next < 0 || near[i]!.size < near[next]!.size) next = i;
    left.delete(next);
    order.push(next);
    for (const a of near[next]!) {
      near[a]!.delete(next);
      for (const b of near[next]!) if (a !== b) near[a]!.add(b);
    }
  }
  return order;
}

/**
 * Solves a symmetric positive definite system by elimination in the order given. Undefined when a pivot
 * is not positive: on the working branch of a feed the matrix is positive definite (volts above the
 * working ones only make it more so), so such a pivot means there is no working state.
 */
function solvePositive(m: Matrix, b: Float64Array, order: readonly number[]): Float64Array | undefined {
  const rows = m.map((row) => new Map(row));
  const x = b.slice();
  const done: { i: number; pivot: number; row: [number, number][] }[] = [];
  for (const i of order) {
    const row = rows[i]!;
    const pivot = row.get(i) ?? 0;
    if (!(pivot > 1e-12)) return undefined;
    const others = [...row].filter(([j]) => j !== i);
    for (const [j, a] of others) {
      const target = rows[j]!;
      const factor = a / pivot;
      target.delete(i);
      x[j]! -= factor * x[i]!;
      for (const [k, c] of others) target.set(k, (target.get(k) ?? 0) - factor * c);
    }
    done.push({ i, pivot, row: others });
  }
  for (const { i, pivot, row } of done.reverse()) {
    let left = x[i]!;
    for (const [j, a] of row) left -= a * x[j]!;
    x[i] = left / pivot;
  }
  return x;
}
