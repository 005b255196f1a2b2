import { along, edgeLength, holds, sweeps, type Contour, type Edge } from './contour';

const fromLine = (x: number, y: number, { ax, ay, bx, by }: Edge): number => {
  const dx = bx - ax;
  const dy = by - ay;
  const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
};

/** Distance of a point from an edge, mm. */
function fromEdge(x: number, y: number, edge: Edge): number {
  if (edge.r === 0) return fromLine(x, y, edge);
  const dx = x - edge.cx;
  const dy = y - edge.cy;
  if (sweeps(edge, Math.atan2(dy, dx))) return Math.abs(Math.hypot(dx, dy) - edge.r);
  return Math.min(Math.hypot(x - edge.ax, y - edge.ay), Math.hypot(x - edge.bx, y - edge.by));
}

/** The edge of a contour that is nearest to a point. */
function nearest({ edges }: Contour, x: number, y: number): Edge {
  let found = edges[0]!;
  let least = Infinity;
  for (const edge of edges) {
    if (boxGap(edge, x, y, x, y) >= least) continue;
    const distance = fromEdge(x, y, edge);
    if (distance >= least) continue;
    least = distance;
    found = edge;
  }
  return found;
}
/** Distance of a point from the line of a contour, within or without, mm. */
export const fromContour = (contour: Contour, x: number, y: number): number => fromEdge(x, y, nearest(contour, x, y));

interface Box {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
}
const boxGap = ({ left, bottom, right, top }: Box, l: number, b: number, r: number, t: number): number => {
  const dx = l > right ? l - right : left > r ? left - r : 0;
  const dy = b > top ? b - top : bottom > t ? bottom - t : 0;
  return dx === 0 ? dy : dy === 0 ? dx : Math.hypot(dx, dy);
};

function linesCross(e: Edge, f: Edge): boolean {
  const side = (px: number, py: number, g: Edge) => (g.bx - g.ax) * (py - g.ay) - (g.by - g.ay) * (px - g.ax);
  const a = side(f.ax, f.ay, e);
  const b = side(f.bx, f.by, e);
  const c = side(e.ax, e.ay, f);
  const d = side(e.bx, e.by, f);
  return a * b < 0 && c * d < 0;
}

/** Distance of a line from an arc, mm. */
function lineToArc(e: Edge, f: Edge): number {
  const dx = e.bx - e.ax;
  const dy = e.by - e.ay;
  const length = dx * dx + dy * dy;
  const foot = ((f.cx - e.ax) * dx + (f.cy - e.ay) * dy) / length;
  const px = e.ax + foot * dx;
  const py = e.ay + foot * dy;
  const off = Math.hypot(px - f.cx, py - f.cy);
  if (off < f.r) {
    const half = Math.sqrt((f.r * f.r - off * off) / length);
    for (const t of [foot - half, foot + half])
      if (t >= 0 && t <= 1 && sweeps(f, Math.atan2(e.ay + t * dy - f.cy, e.ax + t * dx - f.cx))) return 0;
  }
  return Math.min(
    fromEdge(e.ax, e.ay, f),
    fromEdge(e.bx, e.by, f),
    fromLine(f.ax, f.ay, e),
    fromLine(f.bx, f.by, e),
    foot > 0 && foot < 1 ? fromEdge(px, py, f) : Infinity,
  );
}

/** Distance of two arcs, mm. */
function arcToArc(e: Edge, f: Edge): number {
  const dx = f.cx - e.cx;
  const dy = f.cy - e.cy;
  const d = Math.hypot(dx, dy);
  let least = Math.min(
    fromEdge(e.ax, e.ay, f),
    fromEdge(e.bx, e.by, f),
    fromEdge(f.ax, f.ay, e),
    fromEdge(f.bx, f.by, e),
  );
  if (d < 1e-9) return least;
  const towards = Math.atan2(dy, dx);
  if (d < e.r + f.r && d > Math.abs(e.r - f.r)) {
    const half = Math.acos((e.r * e.r + d * d - f.r * f.r) / (2 * e.r * d));
    for (const angle of [towards - half, towards + half])
      if (sweeps(e, angle)) {
        const x = e.cx + e.r * Math.cos(angle) - f.cx;
        const y = e.cy + e.r * Math.sin(angle) - f.cy;
        if (sweeps(f, Math.atan2(y, x))) return 0;
      }
  }
  // Else they are nearest on the line of their centres.
  for (const angle of [towards, towards + Math.PI])
    if (sweeps(e, angle))
      least = Math.min(least, fromEdge(e.cx + e.r * Math.cos(angle), e.cy + e.r * Math.sin(angle), f));
  return least;
}

function edgeGap(e: Edge, f: Edge): number {
  if (e.r === 0 && f.r === 0)
    return linesCross(e, f)
      ? 0
      : Math.min(fromLine(e.ax, e.ay, f), fromLine(e.bx, e.by, f), fromLine(f.ax, f.ay, e), fromLine(f.bx, f.by, e));
  if (e.r === 0) return lineToArc(e, f);
  if (f.r === 0) return lineToArc(f, e);
  return arcToArc(e, f);
}

/** Least distance of the lines of two contours, mm; zero where they touch or cross. Exact. */
export function gapBetween(a: Contour, b: Contour): number {
  let least = Infinity;
  for (const e of a.edges) {
    if (boxGap(b, e.left, e.bottom, e.right, e.top) >= least) continue;
    for (const f of b.edges) {
      if (boxGap(f, e.left, e.bottom, e.right, e.top) >= least) continue;
      least = Math.min(least, edgeGap(e, f));
      if (least <= 1e-9) return 0;
    }
  }
  return least;
}

/** How far a depth is told short of what it is at most, mm. */
const DEPTH_WITHIN = 0.05;

/** How deep the line of `a` reaches into `b`, or out of it, mm, at most 0.05 short. */
function reach(a: Contour, b: Contour, into: boolean): number {
  let most = 0;
  for (const edge of a.edges) {
    const length = edgeLength(edge);
    const parts: [number, number][] = [[0, 1]];
    for (let part = parts.pop(); part; part = parts.pop()) {
      const [t0, t1] = part;
      const middle = (t0 + t1) / 2;
      const [x, y] = along(edge, middle);
      const near = nearest(b, x, y);
      const from = fromEdge(x, y, near);
      const depth = holds(b, x, y) === into ? from : -from;
      most = Math.max(most, depth);
      // A depth changes by no more than one moves along; and a line is no farther from a line between two points than there.
      if (depth + ((t1 - t0) / 2) * length <= most + DEPTH_WITHIN) continue;
      if (edge.r === 0 && near.r === 0) {
        const ends = [t0, t1].map((t) => fromEdge(...along(edge, t), near));
        if (Math.max(...ends) <= most + DEPTH_WITHIN) continue;
      }
      parts.push([t0, middle], [middle, t1]);
    }
  }
  return most;
}

/**
 * How much room `a` has within `b`, mm: the least distance of their lines while it lies within, exact; else minus the
 * farthest that it reaches out, at most 0.05 short. Moved by a millimetre it changes by no more.
 */
export function roomWithin(a: Contour, b: Contour): number {
  const gap = gapBetween(a, b);
  const [first] = a.edges;
  if (gap > 0 && holds(b, first!.ax, first!.ay)) return gap;
  return -reach(a, b, false);
}

/** How much room there is between `a` and `b`, mm; minus the deepest that either reaches into the other. As roomWithin. */
export function roomBeside(a: Contour, b: Contour): number {
  const apart = boxGap(b, a.left, a.bottom, a.right, a.top) > 0;
  const gap = gapBetween(a, b);
  if (apart || (gap > 0 && !holds(b, a.edges[0]!.ax, a.edges[0]!.ay) && !holds(a, b.edges[0]!.ax, b.edges[0]!.ay)))
    return gap;
  return -Math.max(reach(a, b, true), reach(b, a, true));
}
