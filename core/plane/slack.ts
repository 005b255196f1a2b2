/** Arcs there is room for at first, two to each distance and string. */
const FIRST = 512;

/**
 * Points on a line that keep their distances and lie as near together as their strings pull them: least Σ w·|x_a − x_b|
 * with x_v − x_u ≥ d for every distance. Solved exactly by its dual, a circulation of most profit: a distance is an arc
 * without limit that earns d, a string one either way that carries up to w and earns nothing; circles that earn are
 * filled until there is none (Klein). Whole distances give whole points.
 */
export class Slack {
  private arcs = 0;
  /** It is solved for so many arcs. */
  private known = 0;
  private earned = 0;
  private from = new Int32Array(FIRST);
  private to = new Int32Array(FIRST);
  private earns = new Float64Array(FIRST);
  /** What an arc still carries; its way back is the next one. */
  private room = new Float64Array(FIRST);
  private readonly at: Float64Array;
  private readonly by: Int32Array;

  constructor(private readonly points: number) {
    this.at = new Float64Array(points);
    this.by = new Int32Array(points);
  }

  private arc(u: number, v: number, earns: number, forth: number, back: number): void {
    const { arcs } = this;
    if (arcs + 2 > this.from.length) this.grow();
    this.from[arcs] = this.to[arcs + 1] = u;
    this.to[arcs] = this.from[arcs + 1] = v;
    this.earns[arcs] = earns;
    this.earns[arcs + 1] = -earns;
    this.room[arcs] = forth;
    this.room[arcs + 1] = back;
    this.arcs = arcs + 2;
  }
  private grow(): void {
    const length = this.from.length * 2;
    const larger = <T extends Int32Array | Float64Array>(made: T, old: T): T => {
      made.set(old);
      return made;
    };
    this.from = larger(new Int32Array(length), this.from);
    this.to = larger(new Int32Array(length), this.to);
    this.earns = larger(new Float64Array(length), this.earns);
    this.room = larger(new Float64Array(length), this.room);
  }
  /** A string between two points. */
  pull(a: number, b: number, weight: number): void {
    this.arc(a, b, 0, weight, weight);
  }
  /** Point v lies at least d beyond point u. */
  apart(u: number, v: number, d: number): void {
    this.arc(u, v, d, Infinity, 0);
  }
  /** As it is now, to come back to: what is added later is forgotten then. */
  mark(): { readonly earned: number; readonly room: Float64Array; readonly at: Float64Array } {
    return { earned: this.earned, room: this.room.slice(0, this.arcs), at: this.at.slice() };
  }
  restore({ earned, room, at }: ReturnType<Slack['mark']>): void {
    this.at.set(at);
    this.arcs = this.known = room.length;
    this.room.set(room);
    this.earned = earned;
  }

  /** What the strings add up to at least, or more than `enough`; nothing where the distances cannot all be kept. */
  solve(enough = Infinity): number | undefined {
    const { from, to, earns, room, at, by, points, arcs } = this;
    if (this.known === arcs) return this.earned;
    for (;;) {
      let last = -1;
      for (let round = 0; round <= points; round++) {
        last = -1;
        for (let i = 0; i < arcs; i++) {
          if (room[i]! <= 0) continue;
          const far = at[from[i]!]! + earns[i]!;
          const v = to[i]!;
          if (far > at[v]! + 1e-9) {
            at[v] = far;
            by[v] = i;
            last = v;
          }
        }
        if (last < 0) {
          this.known = arcs;
          return this.earned;
        }
      }
      // Still going on after every point: a circle that earns, found by going back far enough.
      let on = last;
      for (let i = 0; i < points; i++) on = from[by[on]!]!;
      let most = Infinity;
      let gain = 0;
      let v = on;
      do {
        const i = by[v]!;
        most = Math.min(most, room[i]!);
        gain += earns[i]!;
        v = from[i]!;
      } while (v !== on);
      if (most === Infinity) return undefined;
      do {
        const i = by[v]!;
        room[i]! -= most;
        room[i ^ 1]! += most;
        v = from[i]!;
      } while (v !== on);
      this.earned += most * gain;
      if (this.earned > enough) return this.earned;
    }
  }
  /** How far a point lies beyond another after `solve`. */
  beyond(point: number, other: number): number {
    return this.at[point]! - this.at[other]!;
  }
}
