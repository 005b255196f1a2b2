import type { CoverState, CoverWay, Pattern } from '../craft/pattern';
import type { Drive } from '../tables/fasteners';

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

const drivesOf = (way: CoverWay): readonly Drive[] => [...new Set(Object.values(way.fasteners).map((f) => f.drive))];

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
  const drives = covers.map(({ way }) => drivesOf(way));
  if (covers.length > MOST_PROVEN) return nearest(covers, before, drives);

  interface Reached {
    readonly changes: number;
    readonly last: number;
    readonly from: string | undefined;
  }
  const start = '0|';
  let layer = new Map<string, Reached>([[start, { changes: 0, last: -1, from: undefined }]]);
  const seen = new Map(layer);
  for (let n = 0; n < covers.length; n++) {
    const next = new Map<string, Reached>();
    for (const [key, { changes }] of layer) {
      const bar = key.indexOf('|');
      const set = Number(key.slice(0, bar));
      const hand = key.slice(bar + 1);
      for (let i = 0; i < covers.length; i++) {
        if (set & (1 << i) || (before[i]! & ~set) !== 0) continue;
        for (const [tool, cost] of endings(drives[i]!, hand)) {
          const to = `${set | (1 << i)}|${tool}`;
          const total = changes + cost;
          if (total < (next.get(to)?.changes ?? Number.MAX_VALUE)) next.set(to, { changes: total, last: i, from: key });
        }
      }
    }
    for (const [key, reached] of next) seen.set(key, reached);
    layer = next;
  }
  let best: string | undefined;
  for (const [key, { changes }] of layer) if (best === undefined || changes < layer.get(best)!.changes) best = key;
  const order: OpenedCover[] = [];
  const toolChanges = best === undefined ? 0 : layer.get(best)!.changes;
  for (let key = best; key !== undefined;) {
    const { last, from } = seen.get(key)!;
    if (last >= 0) order.unshift(covers[last]!);
    key = from;
  }
  return { covers: order, toolChanges, proven: true };
}

/** Tools a cover can end on, and the changes it takes from the one in the hand. */
function endings(drives: readonly Drive[], hand: string): [tool: string, cost: number][] {
  if (!drives.length) return [[hand, 0]];
  return drives.map((last): [string, number] => {
    const others = drives.filter((d) => d !== last);
    // Begun with the tool in the hand where it fits; the one ended on comes last.
    const kept = (others.length ? others : drives).some((d) => d === hand);
    return [last, drives.length - (kept || hand === '' ? 1 : 0)];
  });
}

function nearest(
  covers: readonly OpenedCover[],
  before: readonly number[],
  drives: readonly (readonly Drive[])[],
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
        for (const [tool, cost] of endings(drives[i]!, hand)) if (!best || cost < best.cost) best = { i, tool, cost };
    left.delete(best!.i);
    order.push(covers[best!.i]!);
    hand = best!.tool;
    toolChanges += best!.cost;
  }
  return { covers: order, toolChanges, proven: false };
}
