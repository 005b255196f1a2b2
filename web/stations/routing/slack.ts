import type { Px } from '#core/drawing/projection';

/**
 * A wire of `length` between two ties nearer than that, as an arc of just that length that swings away from
 * `from`: SVG path data. Where the ties are as far apart as the wire is long, or farther, a straight line.
 */
export function slackArc(a: Px, b: Px, length: number, from: Px): string {
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const ends = [`M${a[0].toFixed(1)} ${a[1].toFixed(1)}`, `${b[0].toFixed(1)} ${b[1].toFixed(1)}`] as const;
  if (length <= chord * (1 + 1e-6)) return `${ends[0]}L${ends[1]}`;
  // Half the arc's angle t: chord ÷ length = sin t ÷ t, which only falls from 0 to π.
  let [low, high] = [0, Math.PI];
  for (let i = 0; i < 50; i++) {
    const t = (low + high) / 2;
    if (Math.sin(t) / t > chord / length) low = t;
    else high = t;
  }
  const radius = length / (2 * low);
  // The arc bulges to the right of a → b (y runs down) when `from` lies to the left of it.
  const side = (b[0] - a[0]) * (from[1] - a[1]) - (b[1] - a[1]) * (from[0] - a[0]);
  return `${ends[0]}A${radius.toFixed(2)} ${radius.toFixed(2)} 0 ${low > Math.PI / 2 ? 1 : 0} ${side > 0 ? 1 : 0} ${ends[1]}`;
}
