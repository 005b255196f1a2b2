import type { Px } from './projection';

export interface Anchor {
  readonly id: string;
  readonly at: Px;
  readonly height: number;
}

export interface Callout {
  readonly id: string;
  readonly at: Px;
  readonly side: 'left' | 'right';
  /** Top of the label on the sheet, px. */
  readonly y: number;
}

/**
 * Labels in the two margins, each as level with what it names as room allows, on the nearer side of
 * `middle` unless that margin is full. Labels keep the order of their anchors from the top, so leaders
 * cross as little as they can.
 */
export function layCallouts(
  anchors: readonly Anchor[],
  middle: number,
  top: number,
  bottom: number,
  gap = 6,
): Callout[] {
  const byX = [...anchors].sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]);
  const room = Math.floor((bottom - top + gap) / (Math.max(1, ...anchors.map((a) => a.height)) + gap));
  const nearLeft = byX.filter((a) => a.at[0] < middle).length;
  const left = Math.max(byX.length - room, Math.min(room, nearLeft));
  return [...stack(byX.slice(0, left), 'left', top, bottom, gap), ...stack(byX.slice(left), 'right', top, bottom, gap)];
}

/**
 * One margin's labels: in the order of their anchors, apart by `gap`, inside top and bottom, and with the
 * least sum of squared distances from where each would like to be. Taking off what the labels above take
 * up turns "apart" into "not decreasing", so this is an isotonic regression: pool adjacent violators.
 */
function stack(anchors: readonly Anchor[], side: Callout['side'], top: number, bottom: number, gap: number): Callout[] {
  const order = [...anchors].sort((a, b) => a.at[1] - b.at[1]);
  const pools: { sum: number; count: number }[] = [];
  const above: number[] = [];
  let taken = 0;
  for (const anchor of order) {
    above.push(taken);
    let pool = { sum: anchor.at[1] - anchor.height / 2 - taken, count: 1 };
    for (let last = pools.at(-1); last && last.sum / last.count > pool.sum / pool.count; last = pools.at(-1)) {
      pool = { sum: last.sum + pool.sum, count: last.count + pool.count };
      pools.pop();
    }
    pools.push(pool);
    taken += anchor.height + gap;
  }
  const wanted = pools.flatMap(({ sum, count }) => Array<number>(count).fill(sum / count));
  // Held between the edges the answer stays the best one there.
  const lowest = bottom - taken + gap;
  return order.map((anchor, i) => ({
    id: anchor.id,
    at: anchor.at,
    side,
    y: Math.max(top, Math.min(lowest, wanted[i]!)) + above[i]!,
  }));
}
