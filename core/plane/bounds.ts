import { holds, rectangle, type Contour } from './contour';
import { boxGap, gapBetween, type Box } from './gap';

// Bounds that cost next to nothing, for a search that asks many thousand times.

/** Room between `a`, moved by x and y, and `b`, mm: no more than there is; nothing known where their boxes meet. */
export function leastBeside({ left, bottom, right, top }: Box, x: number, y: number, b: Box): number {
  const gap = boxGap(b, left + x, bottom + y, right + x, top + y);
  return gap > 0 ? gap : -Infinity;
}

/** Room of `a`, moved by x and y, within what `inner` lies in, mm: no more than there is; nothing known beyond it. */
export function leastWithin({ left, bottom, right, top }: Box, x: number, y: number, inner: Box | undefined): number {
  if (!inner) return -Infinity;
  const room = Math.min(left + x - inner.left, bottom + y - inner.bottom, inner.right - right - x, inner.top - top - y);
  return room >= 0 ? room : -Infinity;
}

/** Parts of its smaller side by which the box of a contour is drawn in until it lies in it: 0.29 for a rounded corner of half of it. */
const DRAWN_IN = [0.02, 0.06, 0.1, 0.15, 0.2, 0.3];
const inners = new WeakMap<Contour, { readonly box: Box | undefined }>();

/** A box that lies in a contour; undefined where none about its middle was found. */
export function innerBox(contour: Contour): Box | undefined {
  let known = inners.get(contour);
  if (!known) inners.set(contour, (known = { box: findInner(contour) }));
  return known.box;
}

function findInner(contour: Contour): Box | undefined {
  const { edges, left, bottom, right, top } = contour;
  if (edges.length === 4 && edges.every(({ r, ax, ay, bx, by }) => r === 0 && (ax === bx || ay === by))) return contour;
  const [w, h] = [right - left, top - bottom];
  for (const part of DRAWN_IN) {
    const by = part * Math.min(w, h);
    const box = { left: left + by, bottom: bottom + by, right: right - by, top: top - by };
    const lines = rectangle([(left + right) / 2, (bottom + top) / 2], w - 2 * by, h - 2 * by);
    if (holds(contour, box.left, box.bottom) && gapBetween(lines, contour) > 0) return box;
  }
  return undefined;
}
