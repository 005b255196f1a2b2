import type { Point } from '../plane/contour';

/** A piece of a harness laid out flat: it begins where another ends, at `at`, and ends at `to`. */
export interface FlatBranch {
  readonly id: string;
  readonly at: string;
  readonly to: string;
  /** As long as it is drawn. */
  readonly mm: number;
}
export interface FlatLine extends FlatBranch {
  readonly from: Point;
  readonly end: Point;
}

const DEG = Math.PI / 180;
/** Least angle between two branches of one point. */
const LEAST_ANGLE = 14 * DEG;
/** Turns that a branch tries, from the way of what it leaves; each to the emptier side first. */
const TURNS = [60, 90, 45, 75, 30, 120, 105, 135, 15, 150];
/** At the datum nothing comes from behind. */
const BACKWARDS = [180, 150, 165];
/** Part of what lies between two branches along the harness that they keep from each other at least, where that is little. */
const NEAR = 0.3;
/** Places tried before the way that always works is taken. */
const MOST_TRIED = 6000;

/** Shortest distance between two straight lines, mm; 0 where they cross. */
export function apart(a: Point, b: Point, c: Point, d: Point): number {
  const cross = (o: Point, p: Point, q: Point) => (p[0] - o[0]) * (q[1] - o[1]) - (p[1] - o[1]) * (q[0] - o[0]);
  if (cross(a, b, c) * cross(a, b, d) < 0 && cross(c, d, a) * cross(c, d, b) < 0) return 0;
  const to = (p: Point, q: Point, r: Point) => {
    const [dx, dy] = [r[0] - q[0], r[1] - q[1]];
    const length = dx * dx + dy * dy;
    const t = length ? Math.min(1, Math.max(0, ((p[0] - q[0]) * dx + (p[1] - q[1]) * dy) / length)) : 0;
    return Math.hypot(p[0] - q[0] - t * dx, p[1] - q[1] - t * dy);
  };
  return Math.min(to(a, c, d), to(b, c, d), to(c, a, b), to(d, a, b));
}

/**
 * A harness laid out flat from its datum, every branch straight and as long as it is: the longest way from the datum lies
 * level, branches leave it at angles of the board, and keep `gapMm` from each other where the harness leaves so much
 * between them. No two cross. Where no such angles are found each branch has a wedge of the board to itself, which always
 * works: a wedge that begins anywhere within another, no wider than half a turn, stays within it.
 */
export function layFlat(datum: string, branches: readonly FlatBranch[], gapMm: number): FlatLine[] {
  const at = new Map<string, FlatBranch[]>();
  for (const branch of branches) at.set(branch.at, [...(at.get(branch.at) ?? []), branch]);
  const reaches = new Map<string, number>();
  const leaves = new Map<string, number>();
  const measure = (node: string): void => {
    const on = at.get(node) ?? [];
    on.forEach(({ to }) => measure(to));
    reaches.set(node, Math.max(0, ...on.map(({ mm, to }) => mm + reaches.get(to)!)));
    leaves.set(node, on.length ? on.reduce((sum, { to }) => sum + leaves.get(to)!, 0) : 1);
  };
  measure(datum);
  const reach = ({ mm, to }: FlatBranch) => mm + reaches.get(to)!;
  for (const on of at.values()) on.sort((a, b) => reach(b) - reach(a) || a.id.localeCompare(b.id));
  const harness = { datum, at, leaves, between: betweenNodes(datum, branches) };
  return byAngles(harness, gapMm) ?? byWedges(harness);
}

interface Harness {
  readonly datum: string;
  /** What leaves each point, the farthest reaching first. */
  readonly at: ReadonlyMap<string, readonly FlatBranch[]>;
  readonly leaves: ReadonlyMap<string, number>;
  /** Along the harness from one point to another, mm; throws where they do not hang together. */
  readonly between: (a: string, b: string) => number;
}

function betweenNodes(datum: string, branches: readonly FlatBranch[]): Harness['between'] {
  const up = new Map(branches.map((branch) => [branch.to, branch]));
  const toDatum = (node: string): Map<string, number> => {
    const way = new Map<string, number>();
    let gone = 0;
    for (let here = node; ;) {
      way.set(here, gone);
      const branch = up.get(here);
      if (here === datum || !branch) return way;
      gone += branch.mm;
      here = branch.at;
    }
  };
  const ways = new Map<string, Map<string, number>>();
  const wayOf = (node: string) => {
    const known = ways.get(node) ?? toDatum(node);
    ways.set(node, known);
    return known;
  };
  return (a, b) => {
    const [from, to] = [wayOf(a), wayOf(b)];
    for (const [node, gone] of from) {
      const other = to.get(node);
      if (other !== undefined) return gone + other;
    }
    throw new RangeError(`${a} and ${b} are of two harnesses`);
  };
}

const along = ([x, y]: Point, angle: number, mm: number): Point => [x + mm * Math.cos(angle), y + mm * Math.sin(angle)];
/** The angle between two directions, 0 to half a turn. */
const opening = (a: number, b: number): number => {
  const turn = Math.abs(a - b) % (2 * Math.PI);
  return Math.min(turn, 2 * Math.PI - turn);
};

interface Placed extends FlatLine {
  readonly angle: number;
}

/** The longest way level, the rest at angles of the board; undefined where none are found that keep clear of each other. */
function byAngles({ datum, at, between }: Harness, gapMm: number): FlatLine[] | undefined {
  const placed: Placed[] = [];
  let tried = 0;
  let above = 0;
  const isFree = (line: Placed): boolean =>
    placed.every((other) => {
      if (other.at === line.at)
        return other.mm === 0 || line.mm === 0 || opening(other.angle, line.angle) >= LEAST_ANGLE;
      if (other.to === line.at) return opening(other.angle + Math.PI, line.angle) >= LEAST_ANGLE;
      const nearest = Math.min(
        between(other.at, line.at),
        between(other.to, line.at),
        between(other.at, line.to),
        between(other.to, line.to),
      );
      return apart(other.from, other.end, line.from, line.end) >= Math.min(gapMm, NEAR * nearest) - 1e-9;
    });
  const lay = (branch: FlatBranch, from: Point, angle: number): boolean => {
    const line: Placed = { ...branch, from, end: along(from, angle, branch.mm), angle };
    if (++tried > MOST_TRIED || !isFree(line)) return false;
    placed.push(line);
    return true;
  };
  /** A branch and all that leaves it, or nothing of it. */
  const grow = (branch: FlatBranch, from: Point, angle: number): boolean => {
    const before = placed.length;
    if (!lay(branch, from, angle)) return false;
    const end = placed.at(-1)!.end;
    const [heir, ...others] = at.get(branch.to) ?? [];
    if ((!heir || grow(heir, end, angle)) && others.every((other) => turned(other, end, angle))) return true;
    placed.length = before;
    return false;
  };
  const turned = (branch: FlatBranch, from: Point, angle: number): boolean => {
    const side = above > 0 ? -1 : 1;
    const turns = [...(branch.at === datum ? BACKWARDS : []), ...TURNS];
    for (const turn of turns)
      for (const sign of [side, -side])
        if (grow(branch, from, angle + sign * turn * DEG)) {
          above += sign;
          return true;
        }
    return false;
  };
  const [heir, ...others] = at.get(datum) ?? [];
  const whole = !heir || (grow(heir, [0, 0], 0) && others.every((other) => turned(other, [0, 0], 0)));
  return whole ? placed.map(({ angle: _, ...line }) => line) : undefined;
}

/** Each branch in a wedge of its own, as wide as it has ends; the way that reaches farthest stays as straight as its wedge lets it. */
function byWedges({ datum, at, leaves }: Harness): FlatLine[] {
  const lines: FlatLine[] = [];
  const share = (on: readonly FlatBranch[], from: Point, low: number, high: number, ahead: number): void => {
    const [heir, ...others] = on;
    if (!heir) return;
    // Half of the others on either side of it.
    const upper = others.filter((_, i) => i % 2 === 0);
    const lower = others.filter((_, i) => i % 2 === 1);
    const order = [...lower.reverse(), heir, ...upper];
    const all = order.reduce((sum, { to }) => sum + leaves.get(to)!, 0);
    let angle = low;
    for (const branch of order) {
      const wide = ((high - low) * leaves.get(branch.to)!) / all;
      const [left, right] = [angle, angle + wide];
      angle += wide;
      const edge = Math.min(wide / 4, LEAST_ANGLE / 2);
      const middle = (left + right) / 2;
      const way = branch === heir ? Math.min(right - edge, Math.max(left + edge, ahead)) : middle;
      const end = along(from, way, branch.mm);
      lines.push({ ...branch, from, end });
      share(at.get(branch.to) ?? [], end, left, right, way);
    }
  };
  share(at.get(datum) ?? [], [0, 0], -Math.PI / 2, Math.PI / 2, 0);
  return lines;
}
