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
 * Labels in the two margins, each level with what it names as far as room allows, on the nearer side of
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

function stack(anchors: readonly Anchor[], side: Callout['side'], top: number, bottom: number, gap: number): Callout[] {
  const order = [...anchors].sort((a, b) => a.at[1] - b.at[1]);
  let floor = top;
  const laid = order.map((anchor) => {
    const y = Math.max(floor, anchor.at[1] - anchor.height / 2);
    floor = y + anchor.height + gap;
    return { id: anchor.id, at: anchor.at, side, y, height: anchor.height };
  });
  // Pushed past the foot of the sheet: shove back up from the bottom.
  let ceiling = bottom;
  for (const label of [...laid].reverse()) {
    label.y = Math.min(label.y, ceiling - label.height);
    ceiling = label.y - gap;
  }
  return laid;
}
