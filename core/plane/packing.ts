import type { Point } from './contour';

/** Round wires laid together in the least round that they fit in. */
export interface Packing {
  /** Centres from the middle of the round, mm, in the order of the diameters. */
  readonly at: readonly Point[];
  /** Diameter of the round they lie in, mm: they do fit. */
  readonly mm: number;
  /** They fit in none smaller than this, mm. */
  readonly leastMm: number;
}

/** Diameters of the least round for n equal ones, in theirs: up to 7 (Pirl 1969), 19 (Fodor 1999); from memory. */
const EQUAL: Readonly<Record<number, number>> = {
  4: 1 + Math.SQRT2,
  5: 1 + 1 / Math.sin(Math.PI / 5),
  6: 3,
  7: 3,
  19: 1 + 1 / Math.sin(Math.PI / 12),
};

const CLOSE = 1e-9;
/** Many times quicker than the one that never overflows. */
const long = (x: number, y: number): number => Math.sqrt(x * x + y * y);

/**
 * What n round wires take up at least, mm: the two largest beside each other, any three of the largest each touching the
 * others, the sum of their areas; for 4 to 7 and 19 equal ones the least there is. Exact for up to three.
 */
export function leastRound(diameters: readonly number[]): number {
  const sorted = [...diameters].sort((a, b) => b - a);
  const [a = 0, b = 0, c = 0] = sorted;
  const area = Math.sqrt(diameters.reduce((sum, d) => sum + d * d, 0));
  // As many as are known to be the least as there are no smaller ones among them.
  const equal = Math.max(
    0,
    ...Object.entries(EQUAL).flatMap(([n, ratio]) =>
      sorted.length >= Number(n) ? ratio * sorted[Number(n) - 1]! : [],
    ),
  );
  return Math.max(a + b, c > 0 ? roundThree(a, b, c) : 0, sorted.length > 3 ? area : 0, equal);
}

/** The least round for three: the third in the gap beside two in a row, or each touching the others (Soddy 1936). */
function roundThree(d1: number, d2: number, d3: number): number {
  const gap = (d1 * d2 * (d1 + d2)) / (d1 * d1 + d1 * d2 + d2 * d2);
  if (d3 <= gap) return d1 + d2;
  const [k1, k2, k3] = [1 / d1, 1 / d2, 1 / d3];
  return 1 / (2 * Math.sqrt(k1 * k2 + k2 * k3 + k3 * k1) - k1 - k2 - k3);
}

/** How thick they are laid by hand and taped, mm: 1.2·√Σd² (common practice), but never less than must be. */
export const handRound = (diameters: readonly number[]): number =>
  Math.max(
    leastRound(diameters),
    diameters.length > 2 ? 1.2 * Math.sqrt(diameters.reduce((sum, d) => sum + d * d, 0)) : 0,
  );

/**
 * Lays round wires together tightly: one after another where two others hold it and the round grows least, in several
 * orders, the best taken; few equal ones in rings, which is the least there is.
 */
export function packed(diameters: readonly number[], orders = 12): Packing {
  const leastMm = leastRound(diameters);
  const n = diameters.length;
  if (n === 0) return { at: [], mm: 0, leastMm };
  if (n === 1) return { at: [[0, 0]], mm: diameters[0]!, leastMm };
  const laid = [...rings(diameters), ...ordersOf(diameters, orders).map((order) => inOrder(diameters, order))];
  const span = (at: readonly Point[]) =>
    at.reduce((most, [x, y], i) => Math.max(most, Math.hypot(x, y) + diameters[i]! / 2), 0);
  // To find the middle takes longer than to lay them: of those that reach least far from theirs.
  const best = laid
    .map((at) => ({ at, far: span(at) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, 4)
    .map(({ at }) => centred(diameters, at))
    .reduce((least, one) => (one.mm < least.mm - CLOSE ? one : least));
  return { ...best, leastMm: Math.min(leastMm, best.mm) };
}

/** Equal ones in one ring, in a ring round one, and in two rings round one. */
function rings(diameters: readonly number[]): Point[][] {
  const [d] = diameters;
  const n = diameters.length;
  if (diameters.some((one) => Math.abs(one - d!) > CLOSE)) return [];
  const ring = (count: number, radius: number, turned = 0): Point[] =>
    Array.from({ length: count }, (_, i) => {
      const angle = turned + (2 * Math.PI * i) / count;
      return [radius * Math.cos(angle), radius * Math.sin(angle)];
    });
  const tight = (count: number) => d! / 2 / Math.sin(Math.PI / count);
  if (n < 7) return [ring(n, tight(n))];
  if (n === 7) return [[[0, 0], ...ring(6, d!)]];
  if (n === 19) return [[[0, 0], ...ring(6, d!), ...ring(12, tight(12), Math.PI / 12)]];
  return [];
}

/** Orders to lay them in: large ones first, then shuffled, the same for the same wires. */
function ordersOf(diameters: readonly number[], count: number): number[][] {
  const bySize = diameters.map((_, i) => i).sort((a, b) => diameters[b]! - diameters[a]! || a - b);
  const orders = [bySize];
  let state = 12345;
  const dice = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
  while (orders.length < count) {
    const order = [...bySize];
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(dice() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    orders.push(order);
  }
  return orders;
}

function inOrder(diameters: readonly number[], order: readonly number[]): Point[] {
  const at: Point[] = diameters.map(() => [0, 0]);
  const placed: number[] = [];
  let [cx, cy, area] = [0, 0, 0];
  for (const i of order) {
    const r = diameters[i]! / 2;
    if (placed.length === 1) {
      const first = placed[0]!;
      at[i] = [at[first]![0] + diameters[first]! / 2 + r, at[first]![1]];
    } else if (placed.length > 1) {
      let best: { readonly spot: Point; readonly far: number } | undefined;
      for (let p = 0; p < placed.length; p++)
        for (let q = p + 1; q < placed.length; q++)
          for (const spot of touching(
            at[placed[p]!]!,
            diameters[placed[p]!]! / 2 + r,
            at[placed[q]!]!,
            diameters[placed[q]!]! / 2 + r,
          )) {
            const far = long(spot[0] - cx, spot[1] - cy) + r;
            if (best && far >= best.far - CLOSE) continue;
            const isFree = placed.every(
              (k) => long(spot[0] - at[k]![0], spot[1] - at[k]![1]) >= diameters[k]! / 2 + r - 1e-7,
            );
            if (isFree) best = { spot, far };
          }
      at[i] = best!.spot;
    }
    placed.push(i);
    // The next one is drawn towards the middle of all that lies there.
    const weight = r * r;
    cx = (cx * area + at[i]![0] * weight) / (area + weight);
    cy = (cy * area + at[i]![1] * weight) / (area + weight);
    area += weight;
  }
  return at.map(([x, y]) => [x - cx, y - cy]);
}

/** The two points at these distances from two others; none where they are too far apart, or one lies in the other. */
function touching([ax, ay]: Point, ra: number, [bx, by]: Point, rb: number): Point[] {
  const [dx, dy] = [bx - ax, by - ay];
  const d = Math.hypot(dx, dy);
  if (d > ra + rb || d < Math.abs(ra - rb) || d < CLOSE) return [];
  const along = (d * d + ra * ra - rb * rb) / (2 * d);
  const off = Math.sqrt(Math.max(0, ra * ra - along * along));
  const [ux, uy] = [dx / d, dy / d];
  return [
    [ax + along * ux - off * uy, ay + along * uy + off * ux],
    [ax + along * ux + off * uy, ay + along * uy - off * ux],
  ];
}

/** The same about the middle of the least round about them: the farthest edge is a convex function of the middle, found by thirds. */
function centred(diameters: readonly number[], at: readonly Point[]): { at: Point[]; mm: number } {
  const far = (x: number, y: number) => {
    let most = 0;
    for (let i = 0; i < at.length; i++) most = Math.max(most, long(at[i]![0] - x, at[i]![1] - y) + diameters[i]! / 2);
    return most;
  };
  const span = far(0, 0);
  const thirds = (of: (t: number) => number): number => {
    let [low, high] = [-span, span];
    while (high - low > 1e-7 * span) {
      const [p, q] = [low + (high - low) / 3, high - (high - low) / 3];
      if (of(p) <= of(q)) high = q;
      else low = p;
    }
    return (low + high) / 2;
  };
  const yFor = (x: number) => thirds((y) => far(x, y));
  const x = thirds((t) => far(t, yFor(t)));
  const y = yFor(x);
  // In the middle already, it stays exact.
  const [mx, my] = far(x, y) < span - 1e-6 * span ? [x, y] : [0, 0];
  return { at: at.map(([px, py]) => [px - mx, py - my]), mm: 2 * far(mx, my) };
}
