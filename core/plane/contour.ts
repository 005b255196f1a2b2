/** A point of a flat panel, mm: x to the right and y up, seen from its finished side. */
export type Point = readonly [x: number, y: number];

/** One edge of a contour, run along from a to b: a line, or an arc about a centre. */
export interface Edge {
  readonly ax: number;
  readonly ay: number;
  readonly bx: number;
  readonly by: number;
  /** Radius of an arc, mm; zero for a line. */
  readonly r: number;
  readonly cx: number;
  readonly cy: number;
  /** Angle at a, and how far it turns to b, radians; counter-clockwise is positive. */
  readonly from: number;
  readonly sweep: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
}

/** A closed line that does not cross itself, counter-clockwise, of lines and arcs. */
export interface Contour {
  readonly edges: readonly Edge[];
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
  /** Radius of a whole circle, mm, about the middle of its box; undefined for anything else. */
  readonly round: number | undefined;
}

const TURN = 2 * Math.PI;
/** An angle as 0 to a whole turn. */
const wrapped = (angle: number) => ((angle % TURN) + TURN) % TURN;

/** Whether an arc passes the direction `angle` of its centre. */
export function sweeps({ from, sweep }: Edge, angle: number): boolean {
  const on = sweep >= 0 ? wrapped(angle - from) : wrapped(from - angle);
  return on <= Math.abs(sweep) + 1e-12 || on > TURN - 1e-12;
}

export function line([ax, ay]: Point, [bx, by]: Point): Edge {
  return {
    ax,
    ay,
    bx,
    by,
    r: 0,
    cx: 0,
    cy: 0,
    from: 0,
    sweep: 0,
    left: Math.min(ax, bx),
    bottom: Math.min(ay, by),
    right: Math.max(ax, bx),
    top: Math.max(ay, by),
  };
}

export function arc([cx, cy]: Point, r: number, from: number, sweep: number): Edge {
  const at = (angle: number): Point => [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
  const [ax, ay] = at(from);
  const [bx, by] = at(from + sweep);
  const bare: Edge = { ax, ay, bx, by, r, cx, cy, from, sweep, left: 0, bottom: 0, right: 0, top: 0 };
  return {
    ...bare,
    left: sweeps(bare, Math.PI) ? cx - r : Math.min(ax, bx),
    bottom: sweeps(bare, -Math.PI / 2) ? cy - r : Math.min(ay, by),
    right: sweeps(bare, 0) ? cx + r : Math.max(ax, bx),
    top: sweeps(bare, Math.PI / 2) ? cy + r : Math.max(ay, by),
  };
}

/** The radius that all edges share, arcs about one point. */
function roundOf([first, ...rest]: readonly Edge[]): number | undefined {
  const { r, cx, cy } = first!;
  return r > 0 && rest.every((edge) => edge.r === r && Math.abs(edge.cx - cx) < 1e-9 && Math.abs(edge.cy - cy) < 1e-9)
    ? r
    : undefined;
}

const boxed = (edges: readonly Edge[]): Contour => ({
  edges,
  round: roundOf(edges),
  left: Math.min(...edges.map(({ left }) => left)),
  bottom: Math.min(...edges.map(({ bottom }) => bottom)),
  right: Math.max(...edges.map(({ right }) => right)),
  top: Math.max(...edges.map(({ top }) => top)),
});

/** A circle about a point, mm. */
export const circle = (at: Point, diameter: number): Contour =>
  boxed([arc(at, diameter / 2, 0, Math.PI), arc(at, diameter / 2, Math.PI, Math.PI)]);

/** A rectangle about a point, mm, its corners rounded with `corner`. */
export const rectangle = ([x, y]: Point, w: number, h: number, corner = 0): Contour =>
  polygon(
    [
      [x - w / 2, y - h / 2],
      [x + w / 2, y - h / 2],
      [x + w / 2, y + h / 2],
      [x - w / 2, y + h / 2],
    ],
    corner,
  );

/** Twice the area between the chords of some points, positive where they run counter-clockwise. */
const twiceArea = (points: readonly Point[]) =>
  points.reduce((sum, [x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]!;
    return sum + x * ny - nx * y;
  }, 0);

/** What is cut off each of two edges of a corner that is rounded with radius `corner`, mm. */
function tangent(before: Point, at: Point, after: Point, corner: number): number {
  const a = Math.atan2(before[1] - at[1], before[0] - at[0]);
  const b = Math.atan2(after[1] - at[1], after[0] - at[0]);
  const between = Math.min(wrapped(a - b), wrapped(b - a));
  return corner / Math.tan(between / 2);
}

/** Whether every edge is long enough for the rounding of its two corners. */
export function cornerFits(points: readonly Point[], corner: number): boolean {
  const n = points.length;
  const cut = points.map((at, i) => tangent(points[(i + n - 1) % n]!, at, points[(i + 1) % n]!, corner));
  return points.every(([x, y], i) => {
    const [nx, ny] = points[(i + 1) % n]!;
    return cut[i]! + cut[(i + 1) % n]! <= Math.hypot(nx - x, ny - y) + 1e-6;
  });
}

/** Straight edges through some points, either way round, each corner rounded with `corner`, mm, which has to fit. */
export function polygon(given: readonly Point[], corner = 0): Contour {
  const points = twiceArea(given) < 0 ? [...given].reverse() : given;
  const n = points.length;
  const edges: Edge[] = [];
  let last: Point | undefined;
  const to = (next: Point) => {
    if (last && Math.hypot(next[0] - last[0], next[1] - last[1]) > 1e-9) edges.push(line(last, next));
    last = next;
  };
  for (let i = 0; i <= n; i++) {
    const at = points[i % n]!;
    const before = points[(i + n - 1) % n]!;
    const after = points[(i + 1) % n]!;
    if (corner === 0) {
      to(at);
      continue;
    }
    const inward = Math.atan2(at[1] - before[1], at[0] - before[0]);
    const outward = Math.atan2(after[1] - at[1], after[0] - at[0]);
    const turn = wrapped(outward - inward + Math.PI) - Math.PI;
    const cut = Math.abs(turn) < 1e-9 ? 0 : tangent(before, at, after, corner);
    const side = Math.sign(turn);
    const start: Point = [at[0] - cut * Math.cos(inward), at[1] - cut * Math.sin(inward)];
    if (i > 0) to(start);
    if (i === n) break;
    if (cut === 0) {
      last ??= start;
      continue;
    }
    const centre: Point = [start[0] - side * corner * Math.sin(inward), start[1] + side * corner * Math.cos(inward)];
    const round = arc(centre, corner, inward - (side * Math.PI) / 2, turn);
    edges.push(round);
    last = [round.bx, round.by];
  }
  return boxed(edges);
}

/** How a contour is laid somewhere else: mirrored left for right first, then turned counter-clockwise, then moved. */
export interface Lay {
  readonly x: number;
  readonly y: number;
  readonly turnDeg: number;
  readonly mirrored?: boolean;
}

/** Sine and cosine, exact for quarter turns. */
function sinCos(deg: number): Point {
  const quarter = ((deg % 360) + 360) % 360;
  if (quarter === 0) return [0, 1];
  if (quarter === 90) return [1, 0];
  if (quarter === 180) return [0, -1];
  if (quarter === 270) return [-1, 0];
  return [Math.sin((deg * Math.PI) / 180), Math.cos((deg * Math.PI) / 180)];
}

/** Where a point of what is laid comes to lie. */
export function laidPoint([px, py]: Point, { x, y, turnDeg, mirrored }: Lay): Point {
  const [sin, cos] = sinCos(turnDeg);
  const own = mirrored ? -px : px;
  return [x + own * cos - py * sin, y + own * sin + py * cos];
}

/** A contour as it is laid. */
export function laid({ edges }: Contour, lay: Lay): Contour {
  const at = (x: number, y: number) => laidPoint([x, y], lay);
  const turn = (lay.turnDeg * Math.PI) / 180;
  const next = edges.map(({ ax, ay, bx, by, r, cx, cy, from, sweep }) => {
    if (r === 0) return line(at(ax, ay), at(bx, by));
    return lay.mirrored ? arc(at(cx, cy), r, Math.PI - from + turn, -sweep) : arc(at(cx, cy), r, from + turn, sweep);
  });
  // Mirrored it runs the other way round.
  return boxed(lay.mirrored ? next.reverse().map(backwards) : next);
}
const backwards = (edge: Edge): Edge =>
  edge.r === 0
    ? line([edge.bx, edge.by], [edge.ax, edge.ay])
    : arc([edge.cx, edge.cy], edge.r, edge.from + edge.sweep, -edge.sweep);

/** A contour moved along, not turned. */
export function moved({ edges, left, bottom, right, top, round }: Contour, x: number, y: number): Contour {
  const next: Edge[] = [];
  for (const e of edges)
    next.push({
      ax: e.ax + x,
      ay: e.ay + y,
      bx: e.bx + x,
      by: e.by + y,
      r: e.r,
      cx: e.cx + x,
      cy: e.cy + y,
      from: e.from,
      sweep: e.sweep,
      left: e.left + x,
      bottom: e.bottom + y,
      right: e.right + x,
      top: e.top + y,
    });
  return { edges: next, left: left + x, bottom: bottom + y, right: right + x, top: top + y, round };
}

/** The point of an edge that lies `t` of the way along it, 0 to 1. */
export const along = ({ ax, ay, bx, by, r, cx, cy, from, sweep }: Edge, t: number): Point =>
  r === 0
    ? [ax + t * (bx - ax), ay + t * (by - ay)]
    : [cx + r * Math.cos(from + t * sweep), cy + r * Math.sin(from + t * sweep)];

/** The middle of the box round a contour. */
export const middleOf = ({ left, right, bottom, top }: Contour): Point => [(left + right) / 2, (bottom + top) / 2];
export const edgeLength = ({ ax, ay, bx, by, r, sweep }: Edge): number =>
  r === 0 ? Math.hypot(bx - ax, by - ay) : r * Math.abs(sweep);

/** Area within, mm²: that between the chords, with the arcs' segments. */
export const contourArea = ({ edges }: Contour): number =>
  edges.reduce(
    (sum, { ax, ay, bx, by, r, sweep }) => sum + (ax * by - bx * ay + r * r * (sweep - Math.sin(sweep))) / 2,
    0,
  );

/** Whether a point lies within. On the line itself either may be said. */
export function holds({ edges, left, bottom, right, top }: Contour, x: number, y: number): boolean {
  if (x < left || x > right || y < bottom || y > top) return false;
  let inside = false;
  for (const { ax, ay, bx, by, r, cx, cy, sweep } of edges) {
    if (ay > y !== by > y && x < ax + ((y - ay) * (bx - ax)) / (by - ay)) inside = !inside;
    // Between the chord and its arc.
    if (r > 0 && (x - cx) ** 2 + (y - cy) ** 2 < r * r) {
      const side = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
      if (sweep > 0 ? side < 0 : side > 0) inside = !inside;
    }
  }
  return inside;
}

/** Points along a contour so dense that no arc is farther than `within` mm from its chord. */
export function flattened({ edges }: Contour, within = 0.01): Point[] {
  return edges.flatMap((edge) => {
    if (edge.r === 0) return [[edge.ax, edge.ay] as Point];
    const most = 2 * Math.acos(Math.max(0, 1 - within / edge.r));
    const n = Math.max(2, Math.ceil(Math.abs(edge.sweep) / most));
    return Array.from({ length: n }, (_, i) => along(edge, i / n));
  });
}

const mm = (at: number) => String(Math.round(at * 1000) / 1000);
/** A contour as SVG path data in its own millimetres, y up: whatever draws it turns that round. */
export function pathData({ edges }: Contour): string {
  const [{ ax, ay }] = edges as [Edge, ...Edge[]];
  const parts = edges.map(({ bx, by, r, sweep }) =>
    r === 0
      ? `L${mm(bx)} ${mm(by)}`
      : `A${mm(r)} ${mm(r)} 0 ${Math.abs(sweep) > Math.PI ? 1 : 0} ${sweep > 0 ? 1 : 0} ${mm(bx)} ${mm(by)}`,
  );
  return `M${mm(ax)} ${mm(ay)}${parts.join('')}Z`;
}
