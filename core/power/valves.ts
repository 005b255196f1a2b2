import type { Frame, Valve } from './frame';
import type { Network, Solution, Supply, SupplyState } from './network';

/** Most beginnings, most steps from each, and most states tried where none leads to one that holds. */
const FEW_STATES = 512;
const MOST_ROUNDS = 40;
const MOST_STEPS = 40;
const MOST_TRIALS = 60_000;

/**
 * Finds the state of every valve: by stepping from one state to the next, all that want another at once; where that
 * goes round in circles, some of them at a time, by the throw of a coin that falls the same every time; else by trying.
 */
export function settle(network: Network, valves: readonly Valve[], frame: Frame): Solution {
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

function isSame(a: readonly SupplyState[], b: readonly SupplyState[]): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
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
