import type { CoverState, CoverWay } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { toolOf } from '../tables/fasteners';

export interface OpenedCover {
  readonly cover: string;
  readonly state: CoverState;
  readonly way: CoverWay;
}

export interface Teardown {
  /** In the order they are opened. */
  readonly covers: readonly OpenedCover[];
  /** Times a tool is put down for another, the first one taken up not counted. */
  readonly toolChanges: number;
  /** No order has fewer; false when there were too many covers to try all orders. */
  readonly proven: boolean;
}

/** Above this all orders are too many (2ⁿ sets) and the best next cover is taken each time. */
const MOST_PROVEN = 13;

const toolsOf = (way: CoverWay): readonly string[] => [...new Set(Object.values(way.fasteners).map(toolOf))];

/**
 * The order that keeps what must come before what and puts tools down least often: exact over all sets of
 * opened covers (Held–Karp, the state being the set and the tool in the hand) up to 13 covers. Ties go to the
 * pattern's own order.
 */
export function orderCovers(pattern: Pattern, open: Readonly<Record<string, CoverState>>): Teardown {
  // Most edits open the same covers as the one before.
  const key = JSON.stringify(open);
  const known = ordered.get(pattern);
  if (known?.key === key) return known.teardown;
  const teardown = findOrder(pattern, open);
  ordered.set(pattern, { key, teardown });
  return teardown;
}
const ordered = new WeakMap<Pattern, { key: string; teardown: Teardown }>();

function findOrder(pattern: Pattern, open: Readonly<Record<string, CoverState>>): Teardown {
  const covers = Object.keys(pattern.covers).flatMap((cover): OpenedCover[] => {
    const state = open[cover];
    return state ? [{ cover, state, way: pattern.covers[cover]!.states[state]! }] : [];
  });
  const at = new Map(covers.map(({ cover }, i) => [cover, i]));
  const before = covers.map(
    ({ way }) => Object.keys(way.after).reduce((set, id) => set | (1 << (at.get(id) ?? 31)), 0) & 0x7fffffff,
  );
  const needs = covers.map(({ way }) => toolsOf(way));
  if (covers.length > MOST_PROVEN) return nearest(covers, before, needs);

  // A state is the set of opened covers and the tool in the hand, 0 for none yet; each belongs to one size of set.
  const tools = [...new Set(needs.flat())];
  const hands = tools.length + 1;
  const steps = needs.map((own) =>
    ['', ...tools].map((hand) => endings(own, hand).map(([tool, cost]) => [tools.indexOf(tool) + 1, cost] as const)),
  );
  const states = hands << covers.length;
  const changes = new Int16Array(states).fill(-1);
  const lastOf = new Int8Array(states).fill(-1);
  const fromOf = new Int32Array(states).fill(-1);
  changes[0] = 0;
  let layer = [0];
  for (let n = 0; n < covers.length; n++) {
    const next: number[] = [];
    for (const state of layer) {
      const set = Math.floor(state / hands);
      const hand = state % hands;
      for (let i = 0; i < covers.length; i++) {
        if (set & (1 << i) || (before[i]! & ~set) !== 0) continue;
        for (const [tool, cost] of steps[i]![hand]!) {
          const to = (set | (1 << i)) * hands + tool;
          const total = changes[state]! + cost;
          if (changes[to]! < 0) next.push(to);
          else if (changes[to]! <= total) continue;
          changes[to] = total;
          lastOf[to] = i;
          fromOf[to] = state;
        }
      }
    }
    layer = next;
  }
  let best = layer[0];
  for (const state of layer) if (changes[state]! < changes[best!]!) best = state;
  const order: OpenedCover[] = [];
  for (let state = best ?? -1; state > 0; state = fromOf[state]!) order.unshift(covers[lastOf[state]!]!);
  return { covers: order, toolChanges: best === undefined ? 0 : changes[best]!, proven: true };
}

/** Tools a cover can end on, and the changes it takes from the one in the hand. */
function endings(needs: readonly string[], hand: string): [tool: string, cost: number][] {
  if (!needs.length) return [[hand, 0]];
  return needs.map((last): [string, number] => {
    const others = needs.filter((d) => d !== last);
    // Begun with the tool in the hand where it fits; the one ended on comes last.
    const kept = (others.length ? others : needs).some((d) => d === hand);
    return [last, needs.length - (kept || hand === '' ? 1 : 0)];
  });
}

function nearest(
  covers: readonly OpenedCover[],
  before: readonly number[],
  needs: readonly (readonly string[])[],
): Teardown {
  const left = new Set(covers.keys());
  const order: OpenedCover[] = [];
  let hand = '';
  let toolChanges = 0;
  const ready = (i: number) => covers.every((_, j) => !(before[i]! & (1 << j)) || !left.has(j));
  while (left.size) {
    let best: { i: number; tool: string; cost: number } | undefined;
    for (const i of left)
      if (ready(i))
        for (const [tool, cost] of endings(needs[i]!, hand)) if (!best || cost < best.cost) best = { i, tool, cost };
    // What waits for itself, in a pattern that is being drawn, is left out.
    if (!best) break;
    left.delete(best.i);
    order.push(covers[best.i]!);
    hand = best.tool;
    toolChanges += best.cost;
  }
  return { covers: order, toolChanges, proven: false };
}
