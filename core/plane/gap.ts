import { along, edgeLength, holds, moved, sweeps, type Contour, type Edge, type Point } from './contour';

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

export type Box = Pick<Contour, 'left' | 'bottom' | 'right' | 'top'>;
/** Distance of a box from one of these sides, mm; zero where they meet. */
export const boxGap = ({ left, bottom, right, top }: Box, l: number, b: number, r: number, t: number): number => {
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

/**
 * Least distance of the lines of two contours, mm; zero where they touch or cross. Exact, but that it may be anything up
 * to `floor` where it is no more than that.
 */
export function gapBetween(a: Contour, b: Contour, floor = 0): number {
  let least = Infinity;
  for (const e of a.edges) {
    if (boxGap(b, e.left, e.bottom, e.right, e.top) >= least) continue;
    for (const f of b.edges) {
      if (boxGap(f, e.left, e.bottom, e.right, e.top) >= least) continue;
      least = Math.min(least, edgeGap(e, f));
      if (least <= floor + 1e-9) return least <= 1e-9 ? 0 : least;
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

/** Farthest that two of the points are apart that stand for a contour, along a line, mm, and round an arc, radians. */
const STEP = 8;
const STEP_ROUND = Math.PI / 18;
const standing = new WeakMap<Contour, readonly Point[]>();

/** Points that stand for a contour where it is only asked roughly how deep it reaches: its corners, and some between. */
function pointsOf(contour: Contour): readonly Point[] {
  let points = standing.get(contour);
  if (!points) {
    points = contour.edges.flatMap((edge) => {
      const n = Math.max(1, Math.ceil(edge.r === 0 ? edgeLength(edge) / STEP : Math.abs(edge.sweep) / STEP_ROUND));
      return Array.from({ length: n }, (_, i) => along(edge, i / n));
    });
    standing.set(contour, points);
  }
  return points;
}

/** As reach, by the points that stand for `a`, moved by x and y. */
function roughReach(a: Contour, x: number, y: number, b: Contour, into: boolean): number {
  let most = 0;
  for (const [px, py] of pointsOf(a))
    if (holds(b, px + x, py + y) === into) most = Math.max(most, fromContour(b, px + x, py + y));
  return most;
}

/**
 * How much room `a` has within `b`, mm: the least distance of their lines while it lies within, exact; else minus the
 * farthest that it reaches out, at most 0.05 short. Moved by a millimetre it changes by no more.
 */
export function roomWithin(a: Contour, b: Contour): number {
  const gap = gapBetween(a, b);
  const [first] = a.edges;
  return gap > 0 && holds(b, first!.ax, first!.ay) ? gap : -reach(a, b, false);
}

/** How much room there is between `a` and `b`, mm; minus the deepest that either reaches into the other. As roomWithin. */
export function roomBeside(a: Contour, b: Contour): number {
  const gap = apart(a, b);
  return gap ?? -Math.max(reach(a, b, true), reach(b, a, true));
}

/** The distance of two contours neither of which lies in the other; undefined where one does, or they cross. */
function apart(a: Contour, b: Contour): number | undefined {
  const gap = gapBetween(a, b);
  if (boxGap(b, a.left, a.bottom, a.right, a.top) > 0) return gap;
  const [e, f] = [a.edges[0]!, b.edges[0]!];
  return gap > 0 && !holds(b, e.ax, e.ay) && !holds(a, f.ax, f.ay) ? gap : undefined;
}

/** How far within a contour a point is, or minus how far outside it, mm. */
export const pointWithin = (contour: Contour, x: number, y: number): number => {
  const from = fromContour(contour, x, y);
  return holds(contour, x, y) ? from : -from;
};

/** How far from a point a contour reaches, mm. */
function farthest({ edges }: Contour, x: number, y: number): number {
  let most = 0;
  for (const edge of edges) {
    most = Math.max(most, Math.hypot(edge.ax - x, edge.ay - y));
    if (edge.r === 0) continue;
    const away = Math.atan2(edge.cy - y, edge.cx - x);
    if (sweeps(edge, away)) most = Math.max(most, Math.hypot(edge.cx - x, edge.cy - y) + edge.r);
  }
  return most;
}

/**
 * The same with `a` moved by x and y, for a search: exact where there is room. Where there is none a circle says how
 * far it has to move, anything else goes by points that stand for the lines and may say a little less. It too changes
 * by no more than it is moved, and may say anything up to `floor` where it is no more than that.
 */
export function searchWithin(a: Contour, x: number, y: number, b: Contour, floor = -Infinity): number {
  if (a.round !== undefined) return pointWithin(b, middleX(a) + x, middleY(a) + y) - a.round;
  if (b.round !== undefined) return b.round - farthest(a, middleX(b) - x, middleY(b) - y);
  const at = moved(a, x, y);
  const gap = gapBetween(at, b, floor);
  if (gap <= floor) return gap;
  return gap > 0 && holds(b, at.edges[0]!.ax, at.edges[0]!.ay) ? gap : -roughReach(a, x, y, b, false);
}
export function searchBeside(a: Contour, x: number, y: number, b: Contour, floor = -Infinity): number {
  if (a.round !== undefined) return -pointWithin(b, middleX(a) + x, middleY(a) + y) - a.round;
  if (b.round !== undefined) return -pointWithin(a, middleX(b) - x, middleY(b) - y) - b.round;
  const at = moved(a, x, y);
  if (floor > 0) {
    const gap = gapBetween(at, b, floor);
    if (gap <= floor) return gap;
  }
  return apart(at, b) ?? -Math.max(roughReach(a, x, y, b, true), roughReach(b, -x, -y, a, true));
}
const middleX = ({ left, right }: Contour) => (left + right) / 2;
const middleY = ({ bottom, top }: Contour) => (bottom + top) / 2;

/** The two points of two lines that are nearest to each other, to about a millimetre: where a dimension is drawn. */
export function nearestPoints(a: Contour, b: Contour): readonly [Point, Point] {
  let best: readonly [Point, Point] = [pointsOf(a)[0]!, pointsOf(b)[0]!];
  let least = Infinity;
  const look = (from: Contour, to: Contour, swap: boolean) => {
    for (const edge of from.edges) {
      const n = Math.max(2, Math.ceil(edgeLength(edge)));
      for (let i = 0; i <= n; i++) {
        const [x, y] = along(edge, i / n);
        const near = nearest(to, x, y);
        const distance = fromEdge(x, y, near);
        if (distance >= least - 1e-6) continue;
        least = distance;
        const foot = footOn(near, x, y);
        best = swap ? [foot, [x, y]] : [[x, y], foot];
      }
    }
  };
  look(a, b, false);
  look(b, a, true);
  return best;
}

/** The point of an edge that is nearest to a point. */
function footOn(edge: Edge, x: number, y: number): Point {
  const { ax, ay, bx, by, r, cx, cy } = edge;
  if (r === 0) {
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
    return [ax + t * dx, ay + t * dy];
  }
  const angle = Math.atan2(y - cy, x - cx);
  if (sweeps(edge, angle)) return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
  return Math.hypot(x - ax, y - ay) < Math.hypot(x - bx, y - by) ? [ax, ay] : [bx, by];
}
