/** A point of a view, mm, or of a picture, pixels from its upper left corner. */
export type Flat = readonly [number, number];
/** Row by row, what takes a point (x, y, 1) to (u·w, v·w, w). */
export type Projective = readonly [number, number, number, number, number, number, number, number, number];

/** Where it takes a point. A point that it takes nowhere gives no finite number. */
export function taken([a, b, c, d, e, f, g, h, i]: Projective, [x, y]: Flat): Flat {
  const w = g * x + h * y + i;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** What takes every point back; undefined where it takes a plane to a line. */
export function inverse([a, b, c, d, e, f, g, h, i]: Projective): Projective | undefined {
  const [A, B, C] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const determinant = a * A + b * B + c * C;
  const size = Math.hypot(a, b, c) * Math.hypot(d, e, f) * Math.hypot(g, h, i);
  if (!(Math.abs(determinant) > 1e-18 * size)) return undefined;
  return normed([A, c * h - b * i, b * f - c * e, B, a * i - c * g, c * d - a * f, C, b * g - a * h, a * e - b * d]);
}

/** Its last number 1, so that one projection is always written alike. */
function normed(m: readonly number[]): Projective {
  const last = m[8]!;
  return m.map((one) => one / last) as unknown as Projective;
}

/** A picture that was taken square on, by two of its points whose place on the craft is known. */
export interface Scaled {
  /** Two points of the picture, px. */
  readonly px: readonly [Flat, Flat];
  /** The same on the view, mm: the first, and how far the second is from it along the view’s own x axis. */
  readonly at: Flat;
  readonly distanceMm: number;
  /** The picture shows the craft the other way round: what is forward on the view points the other way on it. */
  readonly flipped?: boolean;
}

/**
 * What takes a point of the view to the picture, from two points and the measured distance between them: the line
 * through them is level, and one millimetre is as long one way as the other. Undefined where the two are one point or
 * the distance is none.
 */
export function scaledBy({ px: [p, q], at: [x0, y0], distanceMm, flipped = false }: Scaled): Projective | undefined {
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
  if (!(Math.hypot(dx, dy) > 1e-9) || !(Math.abs(distanceMm) > 1e-9)) return undefined;
  // Pixels along and across the level line for each millimetre; on a picture y points down.
  const [a, d] = [dx / distanceMm, dy / distanceMm];
  const [b, e] = flipped ? [-d, a] : [d, -a];
  return [a, b, p[0] - a * x0 - b * y0, d, e, p[1] - d * x0 - e * y0, 0, 0, 1];
}

/**
 * What takes a point of the view to the picture, from four points of each: exact (eight equations, eight unknowns).
 * Undefined where three of the four lie on a line on either.
 */
export function projectiveOf(mm: readonly Flat[], px: readonly Flat[]): Projective | undefined {
  if (mm.length !== 4 || px.length !== 4 || !isSpread(mm) || !isSpread(px)) return undefined;
  // About their middles and to their sizes first: the eight equations are then well conditioned (Hartley 1997).
  const [there, here] = [frameOf(mm), frameOf(px)];
  const rows = mm.flatMap((point, k) => {
    const [x, y] = taken(there, point);
    const [u, v] = taken(here, px[k]!);
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  const found = solved(rows);
  const back = inverse(here);
  return found && back && normed(times(times(back, [...found, 1] as unknown as Projective), there));
}

const area = (a: Flat, b: Flat, c: Flat) => Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
/** Whether no three of four lie on a line, and the four do not cross over: as seen, a rectangle keeps its round. */
function isSpread(four: readonly Flat[]): boolean {
  const size = Math.max(...four.map((p) => Math.hypot(p[0] - four[0]![0], p[1] - four[0]![1])));
  return [0, 1, 2, 3].every((skip) => {
    const [a, b, c] = four.filter((_, i) => i !== skip);
    return area(a!, b!, c!) > 1e-6 * size * size;
  });
}
function frameOf(points: readonly Flat[]): Projective {
  const [x, y] = [0, 1].map((i) => points.reduce((sum, p) => sum + p[i]!, 0) / points.length) as [number, number];
  const s = 1 / Math.max(...points.map((p) => Math.hypot(p[0] - x, p[1] - y)));
  return [s, 0, -s * x, 0, s, -s * y, 0, 0, 1];
}
function times(m: Projective, n: Projective): Projective {
  return [0, 1, 2].flatMap((r) =>
    [0, 1, 2].map((c) => m[3 * r]! * n[c]! + m[3 * r + 1]! * n[c + 3]! + m[3 * r + 2]! * n[c + 6]!),
  ) as unknown as Projective;
}

/** Linear equations, their right side last in each row, by elimination with the largest pivot; undefined when singular. */
function solved(rows: readonly (readonly number[])[]): number[] | undefined {
  const m = rows.map((row) => [...row]);
  const n = m.length;
  for (let col = 0; col < n; col++) {
    let best = col;
    for (let r = col + 1; r < n; r++) if (Math.abs(m[r]![col]!) > Math.abs(m[best]![col]!)) best = r;
    [m[col], m[best]] = [m[best]!, m[col]!];
    const pivot = m[col]![col]!;
    if (!(Math.abs(pivot) > 1e-12)) return undefined;
    for (let r = 0; r < n; r++) {
      if (r === col) continue;
      const by = m[r]![col]! / pivot;
      for (let c = col; c <= n; c++) m[r]![c] = m[r]![c]! - by * m[col]![c]!;
    }
  }
  return m.map((row, i) => row[n]! / row[i]!);
}

/**
 * Whether a rectangle of the view lies wholly on one side of what the picture has no room for: beyond its horizon
 * nothing is seen.
 */
export const isBeforeHorizon = (
  [, , , , , , g, h, i]: Projective,
  [left, bottom, right, top]: readonly [number, number, number, number],
): boolean => {
  const sides = [
    [left, bottom],
    [right, bottom],
    [right, top],
    [left, top],
  ].map(([x, y]) => Math.sign(g * x! + h * y! + i));
  return sides[0] !== 0 && sides.every((side) => side === sides[0]);
};

export interface Raster {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue, alpha, row by row from the upper left. */
  readonly data: Uint8ClampedArray;
}

/**
 * The picture as the view would show it, straightened: `wide` pixels over the bounds’ width, each between the four
 * pixels of the picture that it falls among; clear where the picture ends. `toPx` takes the view to the picture.
 */
export function straightened(
  picture: Raster,
  toPx: Projective,
  [left, bottom, right, top]: readonly [number, number, number, number],
  wide: number,
): Raster {
  const width = Math.max(1, Math.round(wide));
  const mm = (right - left) / width;
  const height = Math.max(1, Math.round((top - bottom) / mm));
  const data = new Uint8ClampedArray(width * height * 4);
  const side = Math.sign(toPx[6] * (left + right) * 0.5 + toPx[7] * (bottom + top) * 0.5 + toPx[8]);
  for (let row = 0; row < height; row++)
    for (let col = 0; col < width; col++) {
      const [x, y] = [left + (col + 0.5) * mm, top - (row + 0.5) * mm];
      if (Math.sign(toPx[6] * x + toPx[7] * y + toPx[8]) !== side) continue;
      const [u, v] = taken(toPx, [x, y]);
      mixed(picture, u - 0.5, v - 0.5, data, (row * width + col) * 4);
    }
  return { width, height, data };
}

/** The colour between the four pixels round a spot, weighted by how near they are. */
function mixed({ width, height, data }: Raster, u: number, v: number, into: Uint8ClampedArray, at: number): void {
  const [col, row] = [Math.floor(u), Math.floor(v)];
  if (col < -1 || row < -1 || col >= width || row >= height || !Number.isFinite(u + v)) return;
  const [fx, fy] = [u - col, v - row];
  for (let channel = 0; channel < 4; channel++) {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      // At its rim the picture goes on as its last pixel does.
      const x = Math.min(width - 1, Math.max(0, col + (k & 1)));
      const y = Math.min(height - 1, Math.max(0, row + (k >> 1)));
      sum += data[(y * width + x) * 4 + channel]! * (k & 1 ? fx : 1 - fx) * (k >> 1 ? fy : 1 - fy);
    }
    into[at + channel] = sum;
  }
}
