import {
  benchOrder,
  layFlat,
  type Bench,
  type BenchEnd,
  type BenchLeg,
  type BenchWire,
  type FlatLine,
} from '../harness/index';
import type { Point } from '../plane/contour';
import { colourText } from '../tables/colours';
import { gaugeName, type WireStandard } from '../tables/conductors';
import { figure } from '../units/figures';
import { lengthShown, type UnitSystem } from '../units/shown';
import type { CutDrawing, CutText } from './cuts';

/** How long a branch is drawn, mm of paper: as it is, or so that short ones are seen and long ones go on one page, or on the screen. */
export type BenchScale = 'full' | 'sheet' | 'screen';
const shortened = (mm: number): number => 9 + 11 * Math.log2(1 + mm / 80);
const DRAWN: Record<BenchScale, (mm: number) => number> = {
  full: (mm) => mm,
  sheet: shortened,
  screen: (mm) => 14 + shortened(mm),
};
/** What branches keep from each other, mm of paper. */
const GAP = { full: 30, sheet: 9, screen: 14 } as const;
const TITLE = 6;
const WORDS = 3.2;
const SMALL = 2.6;
const LINE = 1.5;
/** Letters are about this part of their height wide. */
const LETTER = 0.55;
/** A column of lines under the drawing, mm. */
const COLUMN = 150;
const DEG = 180 / Math.PI;

const sizeOf = ({ gauge }: BenchWire, standard: WireStandard) => (gauge ? gaugeName(gauge, standard) : 'screened pair');

/** Branches of a harness laid out flat. */
export const benchLines = (bench: Bench, scale: BenchScale): FlatLine[] =>
  layFlat(
    bench.datum,
    bench.branches.map((branch) => ({ ...branch, mm: DRAWN[scale](branch.mm) })),
    GAP[scale],
  );

/** A harness laid out flat, as it is pinned to a board: lengths on the branches, numbers at the ends, tables below. */
export function benchDrawing(
  bench: Bench,
  {
    id,
    title,
    scale,
    units,
    standard,
    larger = 1,
  }: {
    readonly id: string;
    readonly title: string;
    readonly scale: BenchScale;
    readonly units: UnitSystem;
    readonly standard: WireStandard;
    /** How much larger words are than on paper. */
    readonly larger?: number;
  },
): CutDrawing {
  const laid = new Map(benchLines(bench, scale).map((line) => [line.id, line]));
  const [large, small] = [WORDS * larger, SMALL * larger];
  const strokes: { pen: CutDrawing['strokes'][number]['pen']; from: Point; to: Point }[] = [];
  const texts: CutText[] = [];
  const say = (at: Point, words: string, mm = WORDS, more: Partial<CutText> = {}) =>
    texts.push({ at, mm, words, anchor: 'start', strong: false, ...more });
  const length = (mm: number) => lengthShown(units, mm);
  const end = new Map(bench.ends.map((one) => [`end ${one.number}`, one]));
  const leg = new Map(bench.legs.map((one) => [one.leg, one]));

  // In the order of its lists: legs outwards from the datum, ends by their numbers.
  for (const { id: branch } of bench.branches) {
    const line = laid.get(branch)!;
    const there = end.get(line.id);
    strokes.push({ pen: there ? 'there' : 'bundle', from: line.from, to: line.end });
    if (there) endOf(line, there);
    else legOf(line, leg.get(line.id)!);
  }
  for (const node of new Set(bench.legs.flatMap(({ joins }) => (joins ? [joins.at] : [])))) marksAt(node);
  // The datum: a square with its cross.
  for (const [from, to] of [
    [
      [-4, 0],
      [4, 0],
    ],
    [
      [0, -4],
      [0, 4],
    ],
    [
      [-3, -3],
      [3, -3],
    ],
    [
      [3, -3],
      [3, 3],
    ],
    [
      [3, 3],
      [-3, 3],
    ],
    [
      [-3, 3],
      [-3, -3],
    ],
  ] as [Point, Point][])
    strokes.push({ pen: 'mark', from, to });

  /** Words along a line, over it, the right way up; `past`: beyond its end. */
  function alongside({ from, end: to }: FlatLine, words: string, past: boolean, strong: boolean, mm: number): void {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const drawn = Math.hypot(dx, dy);
    const angle = drawn ? Math.atan2(dy, dx) : 0;
    const back = Math.abs(angle) > Math.PI / 2 + 1e-9;
    const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    const turn = (angle + (back ? Math.PI : 0)) * DEG;
    if (past) {
      // Its middle lies on the line.
      const [ox, oy] = [-Math.sin(turn / DEG), Math.cos(turn / DEG)];
      say([to[0] + 2 * ux - (mm / 3) * ox, to[1] + 2 * uy - (mm / 3) * oy], words, mm, {
        turn,
        strong,
        anchor: back ? 'end' : 'start',
      });
      return;
    }
    if (words.length * mm * LETTER * 1.1 > drawn) return;
    const [ox, oy] = [-Math.sin(turn / DEG), Math.cos(turn / DEG)];
    const off = 1.4 * larger;
    // At a fork the middles of branches crowd each other: words stand towards the far end there.
    const part = Math.abs(dy) < 1e-6 ? 0.5 : Math.max(0.5, 0.97 - (words.length * mm * LETTER) / 2 / drawn);
    const at: Point = [from[0] + part * dx + off * ox, from[1] + part * dy + off * oy];
    say(at, words, mm, { turn, strong, anchor: 'middle' });
  }
  function legOf(line: FlatLine, { mm, name, joins }: BenchLeg): void {
    const whole = `${length(mm)} · ${name}`;
    const drawn = Math.hypot(line.end[0] - line.from[0], line.end[1] - line.from[1]);
    alongside(line, whole.length * small * LETTER > drawn ? length(mm) : whole, false, false, small);
    if (joins) alongside(line, `joins ${joins.mark}`, true, true, small);
  }
  /** The marks of open legs beside the point that they join, in the middle of the widest room between what meets there. */
  function marksAt(node: string): void {
    const lines = [...laid.values()];
    const at: Point = node === bench.datum ? [0, 0] : lines.find(({ to }) => to === node)!.end;
    const ways = lines
      .flatMap(({ at: begins, to, from, end: ends }) => {
        const [dx, dy] = [ends[0] - from[0], ends[1] - from[1]];
        return begins === node ? [Math.atan2(dy, dx)] : to === node ? [Math.atan2(-dy, -dx)] : [];
      })
      .sort((p, q) => p - q);
    const rooms = ways.map((way, i) => ({ way, room: (ways[i + 1] ?? ways[0]! + 2 * Math.PI) - way }));
    const { way, room } = rooms.reduce((best, one) => (one.room > best.room ? one : best), rooms[0]!);
    const [x, y] = [Math.cos(way + room / 2), Math.sin(way + room / 2)];
    const marks = bench.legs.flatMap(({ joins }) => (joins?.at === node ? [joins.mark] : []));
    say([at[0] + 1.2 * large * x, at[1] + 1.2 * large * y - small / 3], marks.join(' '), small, {
      strong: true,
      anchor: 'middle',
    });
  }
  function endOf(line: FlatLine, { number, name, mm, wires }: BenchEnd): void {
    alongside(line, `${number} ${name}`, true, true, large);
    if (mm > 0) alongside(line, length(mm), false, false, small);
    // Where wires that are shorter end.
    const drawn = Math.hypot(line.end[0] - line.from[0], line.end[1] - line.from[1]);
    for (const cut of new Set(wires.map((wire) => Math.max(0, wire.mm)))) {
      const part = mm > 0 ? cut / mm : 0;
      const [ux, uy] = drawn ? [(line.end[0] - line.from[0]) / drawn, (line.end[1] - line.from[1]) / drawn] : [1, 0];
      const [x, y] = [
        line.from[0] + part * (line.end[0] - line.from[0]),
        line.from[1] + part * (line.end[1] - line.from[1]),
      ];
      strokes.push({ pen: 'mark', from: [x - 2 * uy, y + 2 * ux], to: [x + 2 * uy, y - 2 * ux] });
    }
  }

  const box = boundsOf(strokes, texts);
  const whole = () => ({
    id,
    place: bench.datumName,
    title,
    contours: [],
    strokes,
    holes: [],
    texts,
    ...padded(boundsOf(strokes, texts)),
    ...(scale === 'full' ? {} : { unscaled: true as const }),
  });
  if (scale === 'screen') return whole();
  const head = box.top + 6;
  say([box.left, head + 5], title, TITLE, { strong: true });
  say(
    [box.left, head],
    `${scale === 'full' ? '1:1, mm' : 'Not to scale'} · lengths from the datum, ${bench.datumName.toLowerCase()} · ends by number · the harness as it lies on the board, not as on the craft`,
  );
  if (scale === 'full') bar(box.left, box.bottom - 6);
  else tables(box.left, box.bottom - 10, Math.max(box.right - box.left, 2 * COLUMN));
  return whole();

  /** A bar to measure before anything is pinned to it. */
  function bar(x: number, y: number): void {
    strokes.push({ pen: 'mark', from: [x, y], to: [x + 100, y] });
    for (let at = 0; at <= 100; at += 10)
      strokes.push({ pen: 'mark', from: [x + at, y], to: [x + at, y + (at % 50 === 0 ? 3 : 1.5)] });
    say([x + 103, y], '100 mm: measure it before anything is pinned, print at 100 %', SMALL);
  }

  function tables(x: number, top: number, width: number): void {
    const rows: { words: string; strong: boolean; indent: number }[] = [];
    const row = (words: string, strong = false, indent = 0) =>
      wrapped(words, COLUMN - 6 - indent - 4, WORDS).forEach((part, i) =>
        rows.push({ words: part, strong, indent: indent + (i ? 4 : 0) }),
      );
    const section = (name: string, lines: readonly string[]) => {
      row(name, true);
      for (const line of lines) row(line.trimStart(), false, line.startsWith(' ') ? 6 : 0);
    };
    section(
      'Ends: wire, what it does, past the last point, ended with',
      bench.ends.flatMap(({ number, name, at, wires }) => [
        `${number}  ${name}, ${length(bench.fromDatum[at]!)} from the datum`,
        ...wires.map((wire) => ` ${wire.code}  ${wire.use}: ${length(wire.mm)}${wire.with ? `, ${wire.with}` : ''}`),
      ]),
    );
    section(
      'Wires: size and colour, from end to end, cut to, reads',
      bench.wires.map(
        (wire) =>
          `${wire.code}  ${wire.use}: ${sizeOf(wire, standard)} ${colourText(wire.colour)}, ${wire.ends.join(' to ')}, ${length(wire.cutMm)}${wire.ohm === undefined ? '' : `, ${figure(wire.ohm, 3)} Ω`}`,
      ),
    );
    section(
      'Branches',
      bench.legs.map(
        ({ name, mm, codes, bundle, joins }) =>
          `${name}: ${length(mm)}, ${codes.join(' ')}, ${figure(bundle.mm, 1)} mm thick${bundle.sleeve ? `, sleeve ${bundle.sleeve.sizeMm ?? 'wider than any'} mm × ${length(bundle.sleeve.lengthMm)}` : ''}${joins ? `; open here, joins ${joins.mark} on the craft, ${joins.name}` : ''}`,
      ),
    );
    section(
      'In this order',
      benchOrder(bench).map((words, i) => `${i + 1}  ${words}`),
    );
    const columns = Math.max(1, Math.floor(width / COLUMN));
    const each = Math.ceil(rows.length / columns);
    rows.forEach(({ words, strong, indent }, i) =>
      say([x + Math.floor(i / each) * COLUMN + indent, top - ((i % each) + 1) * WORDS * LINE], words, WORDS, {
        strong,
      }),
    );
  }
}

function wrapped(words: string, width: number, mm: number): string[] {
  const most = Math.floor(width / (mm * LETTER));
  const lines: string[] = [];
  let line = '';
  for (const word of words.split(/ +/)) {
    if (line && line.length + 1 + word.length > most) {
      lines.push(line);
      line = word;
    } else line = line ? `${line} ${word}` : word;
  }
  return [...lines, line];
}

interface Box {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}
function boundsOf(strokes: CutDrawing['strokes'], texts: readonly CutText[]): Box {
  const points = [
    ...strokes.flatMap(({ from, to }) => [from, to]),
    ...texts.flatMap(({ at: [x, y], mm, words, anchor, turn = 0 }): Point[] => {
      const wide = words.length * mm * LETTER;
      const [low, high] = anchor === 'start' ? [0, wide] : anchor === 'end' ? [-wide, 0] : [-wide / 2, wide / 2];
      const [ux, uy] = [Math.cos(turn / DEG), Math.sin(turn / DEG)];
      return [
        [x + low * ux, y + low * uy],
        [x + high * ux, y + high * uy],
        [x + high * ux - mm * uy, y + high * uy + mm * ux],
        [x, y - mm / 3],
      ];
    }),
  ];
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
}
const padded = ({ left, right, bottom, top }: Box): Box => ({
  left: left - 5,
  right: right + 5,
  bottom: bottom - 5,
  top: top + 5,
});
