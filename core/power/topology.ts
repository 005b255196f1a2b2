import type { Network } from './network';
import { eliminate, type Elimination } from './sparse';

/** Which rows are solved for while these nodes are held, and how they are eliminated. */
interface Rows {
  readonly rowOf: Int32Array;
  readonly plan: Elimination;
  /** Where the entry between the two ends of each resistor and of each load stands; −1 where one of them is held. */
  readonly between: Int32Array;
  readonly across: Int32Array;
  /** To work in, over again at each solution. */
  readonly base: Float64Array;
  readonly jacobian: Float64Array;
  readonly injected: Float64Array;
  readonly residual: Float64Array;
  readonly solved: Float64Array;
}

/** What joins what in a network, without any figure. */
export class Topology {
  readonly nodes: ReadonlyMap<string, number>;
  readonly resistors: ReadonlyMap<string, number>;
  readonly loads: ReadonlyMap<string, number>;
  readonly supplies: ReadonlyMap<string, number>;
  readonly ground: number;
  readonly supplyNodes: Int32Array;
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly plus: Int32Array;
  readonly minus: Int32Array;
  /** By the nodes that are held. */
  readonly #rows = new Map<string, Rows>();

  constructor({ ground, supplies, resistors, loads }: Network) {
    const index = new Map<string, number>();
    const at = (node: string) => {
      const known = index.get(node);
      if (known !== undefined) return known;
      index.set(node, index.size);
      return index.size - 1;
    };
    this.ground = at(ground);
    this.supplyNodes = Int32Array.from(supplies, ({ node }) => at(node));
    this.a = Int32Array.from(resistors, ({ a }) => at(a));
    this.b = Int32Array.from(resistors, ({ b }) => at(b));
    this.plus = Int32Array.from(loads, ({ plus }) => at(plus));
    this.minus = Int32Array.from(loads, ({ minus }) => at(minus));
    this.nodes = index;
    const named = (parts: readonly { readonly name: string }[]) => new Map(parts.map(({ name }, i) => [name, i]));
    this.resistors = named(resistors);
    this.loads = named(loads);
    this.supplies = named(supplies);
  }

  /** The rows to solve for while these nodes are held: of the whole network, so that a diode may conduct or not in it. */
  rowsFor(held: readonly number[]): Rows {
    const key = held.join();
    const known = this.#rows.get(key);
    if (known) return known;
    const rowOf = new Int32Array(this.nodes.size);
    for (const node of held) rowOf[node] = -1;
    let n = 0;
    for (let node = 0; node < rowOf.length; node++) if (rowOf[node] === 0) rowOf[node] = n++;
    const pairs: [number, number][] = [];
    const join = (a: Int32Array, b: Int32Array) => {
      for (let i = 0; i < a.length; i++) {
        const [x, y] = [rowOf[a[i]!]!, rowOf[b[i]!]!];
        if (x >= 0 && y >= 0 && x !== y) pairs.push([x, y]);
      }
    };
    join(this.a, this.b);
    join(this.plus, this.minus);
    const plan = eliminate(n, pairs);
    const entries = (a: Int32Array, b: Int32Array) =>
      a.map((from, i) => {
        const [x, y] = [rowOf[from]!, rowOf[b[i]!]!];
        return x >= 0 && y >= 0 && x !== y ? plan.at(x, y) : -1;
      });
    const rows: Rows = {
      rowOf,
      plan,
      between: entries(this.a, this.b),
      across: entries(this.plus, this.minus),
      base: new Float64Array(plan.entries),
      jacobian: new Float64Array(plan.entries),
      injected: new Float64Array(n),
      residual: new Float64Array(n),
      solved: new Float64Array(n),
    };
    this.#rows.set(key, rows);
    return rows;
  }
}

/** Networks whose topology is kept: those of a job or two in every state, and of each feed by itself. */
const MOST_TOPOLOGIES = 256;
const topologies = new Map<string, Topology>();

/** The topology of a network, compiled once for all that are joined alike: an edit changes figures, seldom wires. */
export function topologyOf(network: Network): Topology {
  const { ground, supplies, resistors, loads } = network;
  let key = ground;
  for (const { name, node } of supplies) key += `\n${name}\t${node}`;
  key += '\r';
  for (const { name, a, b } of resistors) key += `\n${name}\t${a}\t${b}`;
  key += '\r';
  for (const { name, plus, minus } of loads) key += `\n${name}\t${plus}\t${minus}`;
  let topology = topologies.get(key);
  // The one used longest ago is the first.
  if (topology) topologies.delete(key);
  else topology = new Topology(network);
  topologies.set(key, topology);
  if (topologies.size > MOST_TOPOLOGIES) topologies.delete(topologies.keys().next().value!);
  return topology;
}
