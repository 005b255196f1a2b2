import svgpath from 'svgpath';
import { mirroredPath } from '#core/craft/mirror';
import type { Stroke as Ranked } from '#core/craft/pattern';

const round = (x: number) => Math.round(x * 10) / 10;
export const xy = (x: number, y: number) => `${round(x)} ${round(y)}`;

/** A stroke as it is drawn here: its rank is where it stands in its list. */
export type Stroke = Omit<Ranked, 'at'>;
type Fill = Stroke['fill'];
type Point = readonly [number, number];

/** Strokes of one body of the craft, written in the order they are laid on the sheet. */
export function penFor(body: string, cover?: string) {
  const make =
    (pen: Stroke['pen']) =>
    (d: string, fill: Fill = 'none'): Stroke =>
      cover === undefined ? { body, pen, fill, d } : { body, pen, fill, cover, d };
  return {
    outline: make('outline'),
    line: make('line'),
    fine: make('fine'),
    hidden: make('hidden'),
    centre: make('centre'),
  };
}

export function circle(x: number, y: number, r: number): string {
  return `M${xy(x - r, y)}A${round(r)} ${round(r)} 0 1 0 ${xy(x + r, y)}A${round(r)} ${round(r)} 0 1 0 ${xy(x - r, y)}Z`;
}

export function ring(x: number, y: number, outer: number, inner: number): string {
  return circle(x, y, outer) + circle(x, y, inner);
}

/** Ticks from radius `from` to `to`, `count` of them round a centre, turned by `phase` degrees. */
export function rays(x: number, y: number, from: number, to: number, count: number, phase = 0, lean = 0): string {
  let d = '';
  for (let i = 0; i < count; i++) {
    const a = ((phase + (360 / count) * i) * Math.PI) / 180;
    const b = a + (lean * Math.PI) / 180;
    d += `M${xy(x + from * Math.cos(a), y + from * Math.sin(a))}L${xy(x + to * Math.cos(b), y + to * Math.sin(b))}`;
  }
  return d;
}

/** Small circles round a centre: bolts of a cover, holes of a brake disc. */
export function dots(x: number, y: number, r: number, dot: number, count: number, phase = 0): string {
  let d = '';
  for (let i = 0; i < count; i++) {
    const a = ((phase + (360 / count) * i) * Math.PI) / 180;
    d += circle(x + r * Math.cos(a), y + r * Math.sin(a), dot);
  }
  return d;
}

/** A tyre's outline with its tread blocks: `blocks` of them, each standing `depth` proud. */
export function treads(x: number, y: number, r: number, depth: number, blocks: number): string {
  const step = (2 * Math.PI) / blocks;
  let d = '';
  for (let i = 0; i < blocks; i++) {
    const a = i * step;
    const corners: readonly [number, number][] = [
      [r - depth, a],
      [r, a + step * 0.12],
      [r, a + step * 0.62],
      [r - depth, a + step * 0.74],
    ];
    for (const [radius, angle] of corners)
      d += `${d === '' ? 'M' : 'L'}${xy(x + radius * Math.cos(angle), y + radius * Math.sin(angle))}`;
  }
  return `${d}Z`;
}

/** A tube of width `w` along straight pieces, as its two walls and its ends. */
export function tube(points: readonly Point[], w: number): string {
  const left: string[] = [];
  const right: string[] = [];
  points.forEach(([x, y], i) => {
    const [px, py] = points[Math.max(0, i - 1)]!;
    const [nx, ny] = points[Math.min(points.length - 1, i + 1)]!;
    const length = Math.hypot(nx - px, ny - py);
    const ox = (-(ny - py) / length) * (w / 2);
    const oy = ((nx - px) / length) * (w / 2);
    left.push(xy(x + ox, y + oy));
    right.unshift(xy(x - ox, y - oy));
  });
  return `M${[...left, ...right].join('L')}Z`;
}

/** The two handles of each piece of a smooth line through points (Catmull–Rom). */
function handles(points: readonly Point[], i: number): [Point, Point] {
  const [before, a, b, after] = [
    points[i - 1] ?? points[i]!,
    points[i]!,
    points[i + 1]!,
    points[i + 2] ?? points[i + 1]!,
  ];
  return [
    [a[0] + (b[0] - before[0]) / 6, a[1] + (b[1] - before[1]) / 6],
    [b[0] - (after[0] - a[0]) / 6, b[1] - (after[1] - a[1]) / 6],
  ];
}

/** A hose or cable of width `w` along a smooth line through points: its outline. */
export function hose(points: readonly Point[], w: number): string {
  const course: Point[] = [points[0]!];
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    const [out, into] = handles(points, i);
    for (let n = 1; n <= 6; n++) {
      const t = n / 6;
      const [p, q, r, s] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      course.push([p * a[0] + q * out[0] + r * into[0] + s * b[0], p * a[1] + q * out[1] + r * into[1] + s * b[1]]);
    }
  }
  return tube(course, w);
}

type Knot = readonly [x: number, y: number, corner: boolean];
const knots = (text: string): Knot[] =>
  text
    .trim()
    .split(/\s+/)
    .map((one) => {
      const [x, y] = one.replace('!', '').split(',').map(Number) as [number, number];
      return [x, y, one.endsWith('!')];
    });

/** A smooth line through knots: each handle a third of its piece, along the line from knot to knot beside it; none at a corner. */
function through(line: readonly Knot[], closed: boolean): string {
  const n = line.length;
  const at = (i: number) => line[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))]!;
  const handle = (i: number, toward: number): Point => {
    const [x, y, corner] = at(i);
    const [tx, ty] = at(toward);
    const length = Math.hypot(tx - x, ty - y);
    const [ax, ay] = corner ? [tx - x, ty - y] : [at(i + 1)[0] - at(i - 1)[0], at(i + 1)[1] - at(i - 1)[1]];
    const sense = corner || toward > i ? 1 : -1;
    const size = Math.hypot(ax, ay) || 1;
    return [x + (sense * ax * length) / size / 3, y + (sense * ay * length) / size / 3];
  };
  let d = `M${xy(line[0]![0], line[0]![1])}`;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [end] = [at(i + 1)];
    d += `C${xy(...handle(i, i + 1))} ${xy(...handle(i + 1, i))} ${xy(end[0], end[1])}`;
  }
  return closed ? `${d}Z` : d;
}

/** A closed shape through “x,y” knots, smooth but where a knot ends in “!”. */
export const shape = (text: string): string => through(knots(text), true);
/** The same, open. */
export const line = (text: string): string => through(knots(text), false);
/** A closed shape from the half of it on the left of the middle line, its knots from one end to the other. */
export function whole(text: string): string {
  const left = knots(text);
  const right = [...left].reverse().flatMap(([x, y, corner]): Knot[] => (y === 0 ? [] : [[x, -y, corner]]));
  return through([...left, ...right], true);
}
/** A shape with straight sides through “x,y” knots. */
export const poly = (text: string): string =>
  `M${knots(text)
    .map(([x, y]) => xy(x, y))
    .join('L')}Z`;
/** A box with rounded corners, from one corner to the other. */
export function box(x0: number, y0: number, x1: number, y1: number, r = 0): string {
  if (!r) return `M${xy(x0, y0)}L${xy(x1, y0)}L${xy(x1, y1)}L${xy(x0, y1)}Z`;
  const k = r * 0.45;
  return (
    `M${xy(x0 + r, y0)}L${xy(x1 - r, y0)}C${xy(x1 - k, y0)} ${xy(x1, y0 + k)} ${xy(x1, y0 + r)}` +
    `L${xy(x1, y1 - r)}C${xy(x1, y1 - k)} ${xy(x1 - k, y1)} ${xy(x1 - r, y1)}` +
    `L${xy(x0 + r, y1)}C${xy(x0 + k, y1)} ${xy(x0, y1 - k)} ${xy(x0, y1 - r)}` +
    `L${xy(x0, y0 + r)}C${xy(x0, y0 + k)} ${xy(x0 + k, y0)} ${xy(x0 + r, y0)}Z`
  );
}
/** An upright or lying oval. */
export const oval = (x: number, y: number, rx: number, ry: number): string =>
  `M${xy(x - rx, y)}A${round(rx)} ${round(ry)} 0 1 0 ${xy(x + rx, y)}A${round(rx)} ${round(ry)} 0 1 0 ${xy(x - rx, y)}Z`;
/** Straight lines, each of two or more points, several parted by “|”. */
export const lines = (text: string): string =>
  text
    .split('|')
    .map(
      (one) =>
        `M${one
          .trim()
          .split(/\s+/)
          .map((p) => xy(...(p.split(',').map(Number) as [number, number])))
          .join('L')}`,
    )
    .join('');
/** A tube of width `w` along straight pieces given as “x,y” points. */
export const pipe = (text: string, w: number): string =>
  tube(
    knots(text).map(([x, y]) => [x, y] as const),
    w,
  );
/** A hose or bent tube along a smooth line. */
export const bent = (text: string, w: number): string =>
  hose(
    knots(text).map(([x, y]) => [x, y] as const),
    w,
  );
/** A place on the sheet with an own origin and turn, degrees anticlockwise: what stands at an angle is written upright. */
export const turnedBy = (x: number, y: number, deg: number) => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return (text: string): string =>
    text.replace(
      /(-?[\d.]+),(-?[\d.]+)/g,
      (_, u: string, v: string) =>
        `${round(x + Number(u) * c - Number(v) * s)},${round(y + Number(u) * s + Number(v) * c)}`,
    );
};

/** Strokes drawn `by` times as large about a point. */
export const scaled = (strokes: readonly Stroke[], x: number, y: number, by: number): Stroke[] =>
  strokes.map((stroke) => ({
    ...stroke,
    d: svgpath(stroke.d).abs().translate(-x, -y).scale(by).translate(x, y).round(1).toString(),
  }));

/** The side of the craft a stroke of the view from above is on, told by where it begins. */
const isLeft = (d: string) => Number(/^M[-\d.]+ ([-\d.]+)/.exec(d)![1]) > 0;
const onItsSide = (stroke: Stroke): Stroke => {
  const named = (id: string) => id.replace(/Left|Right/, isLeft(stroke.d) ? 'Left' : 'Right');
  return {
    ...stroke,
    body: named(stroke.body),
    ...(stroke.cover === undefined ? {} : { cover: named(stroke.cover) }),
  };
};
/**
 * A stroke of the view from above and its mirror image over the middle line; a body or cover that is called left or
 * right is on either the one of that side.
 */
export const both = (draw: (d: string, fill?: Fill) => Stroke, d: string, fill: Fill = 'none'): Stroke[] => [
  onItsSide(draw(d, fill)),
  onItsSide(draw(mirroredPath(d), fill)),
];

/** Strokes in the order they are laid on the sheet. */
export const drawn = (strokes: readonly Stroke[]): Record<string, Ranked> =>
  Object.fromEntries(strokes.map((stroke, at) => [`s${at + 1}`, { at, ...stroke }]));
