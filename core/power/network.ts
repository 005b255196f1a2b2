import { Frame, type Valve } from './frame';
import { settle } from './valves';

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

/**
 * Volts and amperes of a direct-current network with constant-power loads, by Newton's method on the
 * nodal equations, started from the network without them so that it ends on the upper, working branch.
 * What gives only one way, or only so much, is tried in the state it would like and changed until every
 * part's state and current agree. "Collapsed" when no working state exists. Exact to 1e-9 V, or to what
 * rounding leaves, at most 1e-6 V.
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
