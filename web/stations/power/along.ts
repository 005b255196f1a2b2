import type { Px } from '#core/drawing/projection';

/** The point a part (0 to 1) of the way along a polyline, and the direction there. */
export function alongPath(points: readonly Px[], part: number): { at: Px; direction: Px } {
  const lengths = points.slice(1).map((p, i) => Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  let left = Math.min(1, Math.max(0, part)) * total;
  for (const [i, length] of lengths.entries()) {
    const a = points[i]!;
    const b = points[i + 1]!;
    if (left <= length || i === lengths.length - 1) {
      const t = length > 0 ? left / length : 0;
      const direction: Px = length > 0 ? [(b[0] - a[0]) / length, (b[1] - a[1]) / length] : [1, 0];
      return { at: [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t], direction };
    }
    left -= length;
  }
  return { at: points[0]!, direction: [1, 0] };
}
