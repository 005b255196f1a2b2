import svgpath from 'svgpath';

export type Spot = readonly [number, number];

/** A point a line is drawn through; a handle is where the line heads for on that side, absent at a straight piece. */
export interface Knot {
  readonly at: Spot;
  readonly in?: Spot;
  readonly out?: Spot;
}
export interface Line {
  readonly knots: readonly Knot[];
  readonly closed: boolean;
}

const same = (a: Spot, b: Spot) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.05;
const xy = ([x, y]: Spot) => `${round(x)} ${round(y)}`;
/** A tenth of a millimetre is drawn, as in every pattern. */
const round = (value: number) => Math.round(value * 10) / 10 || 0;

/** Lines as path data: straight where neither end has a handle, else a curve. */
export function pathOf(lines: readonly Line[]): string {
  return lines
    .map(({ knots, closed }) => {
      if (!knots.length) return '';
      let d = `M${xy(knots[0]!.at)}`;
      for (let i = 0; i + (closed ? 0 : 1) < knots.length; i++) {
        const [a, b] = [knots[i]!, knots[(i + 1) % knots.length]!];
        const last = i + 1 === knots.length;
        if (a.out || b.in) d += `C${xy(a.out ?? a.at)} ${xy(b.in ?? b.at)} ${xy(b.at)}`;
        else if (!last) d += `L${xy(b.at)}`;
      }
      return closed ? `${d}Z` : d;
    })
    .join('');
}

/** Path data as lines to be drawn on with: arcs and smooth pieces as curves. */
export function linesOf(d: string): Line[] {
  const lines: { knots: Knot[]; closed: boolean }[] = [];
  let line: { knots: Knot[]; closed: boolean } | undefined;
  const last = () => line!.knots[line!.knots.length - 1]!;
  const change = (part: Partial<Knot>) => line!.knots.splice(-1, 1, { ...last(), ...part });
  svgpath(d)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _, x, y) => {
      const [kind, ...n] = segment as [string, ...number[]];
      const begin = () => {
        // After an end, a piece goes on from where the last line began.
        if (!line || line.closed) lines.push((line = { knots: [{ at: [x, y] }], closed: false }));
      };
      if (kind === 'M') lines.push((line = { knots: [{ at: [n[0]!, n[1]!] }], closed: false }));
      else if (kind === 'Z') {
        if (!line) return;
        line.closed = true;
        const [first, end] = [line.knots[0]!, last()];
        // A curve back to the start ends in the start itself.
        if (line.knots.length > 1 && same(first.at, end.at)) {
          line.knots.pop();
          if (end.in) line.knots[0] = { ...first, in: end.in };
        }
      } else {
        begin();
        if (kind === 'C') {
          change({ out: [n[0]!, n[1]!] });
          line!.knots.push({ in: [n[2]!, n[3]!], at: [n[4]!, n[5]!] });
        } else if (kind === 'Q') {
          // The same curve as a cubic: each handle two thirds of the way to the one there is.
          const toward = (from: Spot): Spot => [
            from[0] + (2 / 3) * (n[0]! - from[0]),
            from[1] + (2 / 3) * (n[1]! - from[1]),
          ];
          const to: Spot = [n[2]!, n[3]!];
          change({ out: toward([x, y]) });
          line!.knots.push({ in: toward(to), at: to });
        } else {
          const to: Spot = kind === 'H' ? [n[0]!, y] : kind === 'V' ? [x, n[0]!] : [n[0]!, n[1]!];
          line!.knots.push({ at: to });
        }
      }
    });
  return lines.filter(({ knots }) => knots.length > 1 || lines.length === 1);
}

/** Handles that make a line run smoothly through a knot, a third of each piece long; none beyond the end of an open line. */
export function smoothed({ knots, closed }: Line, i: number): Line {
  const n = knots.length;
  const before = closed ? knots[(i + n - 1) % n] : knots[i - 1];
  const after = closed ? knots[(i + 1) % n] : knots[i + 1];
  const { at } = knots[i]!;
  const [ax, ay] = [(after?.at ?? at)[0] - (before?.at ?? at)[0], (after?.at ?? at)[1] - (before?.at ?? at)[1]];
  const size = Math.hypot(ax, ay) || 1;
  const handle = (to: Spot | undefined, sense: 1 | -1): Spot | undefined => {
    if (!to) return undefined;
    const third = Math.hypot(to[0] - at[0], to[1] - at[1]) / 3;
    return [at[0] + (sense * ax * third) / size, at[1] + (sense * ay * third) / size];
  };
  return {
    closed,
    knots: knots.map((knot, k) => (k === i ? knotOf(at, handle(before?.at, -1), handle(after?.at, 1)) : knot)),
  };
}
const knotOf = (at: Spot, into: Spot | undefined, out: Spot | undefined): Knot => ({
  at,
  ...(into ? { in: into } : {}),
  ...(out ? { out } : {}),
});

/** Straight pieces meet at a knot: no handle on either side. */
export const cornered = ({ knots, closed }: Line, i: number): Line => ({
  closed,
  knots: knots.map((knot, k) => (k === i ? { at: knot.at } : knot)),
});

/** A knot moved with its handles, or one of its handles moved: the other turns with it where the line ran smoothly on. */
export function pulled({ knots, closed }: Line, i: number, what: 'at' | 'in' | 'out', to: Spot): Line {
  const knot = knots[i]!;
  const shifted = (spot: Spot | undefined): Spot | undefined =>
    spot && [spot[0] + to[0] - knot.at[0], spot[1] + to[1] - knot.at[1]];
  const next =
    what === 'at'
      ? knotOf(to, shifted(knot.in), shifted(knot.out))
      : { ...knot, [what]: to, ...turnedWith(knot, what, to) };
  return { closed, knots: knots.map((one, k) => (k === i ? next : one)) };
}
function turnedWith(knot: Knot, what: 'in' | 'out', to: Spot): Partial<Knot> {
  const other = what === 'in' ? 'out' : 'in';
  const [mine, its] = [knot[what], knot[other]];
  if (!mine || !its) return {};
  const [a, b] = [away(knot.at, mine), away(knot.at, its)];
  const [la, lb] = [Math.hypot(...a), Math.hypot(...b)];
  // Only where both lay on one line through the knot, within a degree.
  if (la < 1e-6 || lb < 1e-6 || (a[0] * b[0] + a[1] * b[1]) / (la * lb) > -Math.cos(Math.PI / 180)) return {};
  const now = away(knot.at, to);
  const length = Math.hypot(...now);
  if (length < 1e-6) return {};
  return { [other]: [knot.at[0] - (now[0] / length) * lb, knot.at[1] - (now[1] / length) * lb] };
}
const away = (from: Spot, to: Spot): [number, number] => [to[0] - from[0], to[1] - from[1]];

/** A knot put into the piece after knot `i`, where the line is at `t` of it (0 to 1): its shape stays (de Casteljau). */
export function split({ knots, closed }: Line, i: number, t = 0.5): Line {
  const [a, b] = [knots[i]!, knots[(i + 1) % knots.length]!];
  const mix = (p: Spot, q: Spot): Spot => [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
  const put = (first: Knot, middle: Knot, second: Knot): Line => {
    const next = [...knots];
    next[i] = first;
    next[(i + 1) % knots.length] = second;
    next.splice(i + 1, 0, middle);
    return { knots: next, closed };
  };
  if (!a.out && !b.in) return put(a, { at: mix(a.at, b.at) }, b);
  const [p, q] = [a.out ?? a.at, b.in ?? b.at];
  const [ap, pq, qb] = [mix(a.at, p), mix(p, q), mix(q, b.at)];
  const [left, right] = [mix(ap, pq), mix(pq, qb)];
  return put({ ...a, out: ap }, { in: left, at: mix(left, right), out: right }, { ...b, in: qb });
}

/** A knot taken out; undefined when too little is left to draw. */
export function without({ knots, closed }: Line, i: number): Line | undefined {
  const left = knots.filter((_, k) => k !== i);
  return left.length < (closed ? 3 : 2) ? undefined : { knots: left, closed };
}
