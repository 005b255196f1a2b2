import { capital } from '../text/text';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { materialOf } from '../job/material';
import { mountOf } from '../gear/usual-mount';
import { boardScrew, type BoardPlan } from '../panels/board';
import { panelUnder, surfaceName, surfaceOf, type Fitted } from '../panels/fitted';
import type { Hole } from '../panels/holes';
import { partsOf, type CutPart } from '../panels/parts';
import { pieceOf } from '../panels/piece';
import { siteOf, type Site } from '../panels/site';
import { moved, polygon, type Contour, type Point } from '../plane/contour';
import { less, regionOf } from '../plane/region';
import type { Plan } from '../plan';
import { bitName } from '../tables/bits';
import { MATERIAL_NAMES, type Material } from '../tables/materials';
import { figure, tenth } from '../units/figures';
import { MM_PER_INCH, lengthShown, type UnitSystem } from '../units/shown';

/** How a line of a drawing is drawn: what is cut, what is there, what lies behind or over it, what only tells, a bundle of wire. */
export type CutPen = 'cut' | 'there' | 'behind' | 'mark' | 'bundle';

/** Words of a drawing: where, how high, mm. */
export interface CutText {
  readonly at: Point;
  readonly mm: number;
  readonly words: string;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly strong: boolean;
  /** Turned about that point, degrees anticlockwise. */
  readonly turn?: number;
}

/** Something to be cut or drilled, 1:1: millimetres, x to the right and y up, seen from its finished side. */
export interface CutDrawing {
  /** Of its job, and fit for a file name. */
  readonly id: string;
  /** Where it is for. */
  readonly place: string;
  readonly title: string;
  readonly contours: readonly { readonly pen: CutPen; readonly contour: Contour }[];
  readonly strokes: readonly { readonly pen: CutPen; readonly from: Point; readonly to: Point }[];
  /** Middle and diameter of every round hole that is drilled. */
  readonly holes: readonly { readonly at: Point; readonly mm: number }[];
  readonly texts: readonly CutText[];
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
  /** Its lengths are not those of what it shows. */
  readonly unscaled?: true;
}

const TITLE = 6;
const WORDS = 3.2;
const SMALL = 2.6;
const LINE = 1.6;
const GAP = 6;
/** Letters are about this part of their height wide: narrower ones only leave room. */
const LETTER = 0.62;
/** The bars to measure, mm. */
const BAR = 100;
const INCHES = 4;

interface Body {
  readonly id: string;
  readonly place: string;
  readonly title: string;
  readonly outline: Contour;
  readonly contours: CutDrawing['contours'];
  readonly strokes?: CutDrawing['strokes'];
  readonly holes: readonly { readonly at: Point; readonly mm: number; readonly words: string }[];
  readonly texts?: readonly CutText[];
  /** Lines under it. */
  readonly lines: readonly string[];
}

/** A drawing about its body: the title and which way up over it, what is told and two bars to measure under it. */
function sheetOf({ id, place, title, outline, contours, strokes = [], holes, texts = [], lines }: Body): CutDrawing {
  const marks: { pen: CutPen; from: Point; to: Point }[] = [...strokes];
  const words: CutText[] = [...texts];
  const stroke = (from: Point, to: Point) => marks.push({ pen: 'mark', from, to });
  const say = (at: Point, text: string, mm = WORDS, strong = false, anchor: CutText['anchor'] = 'start') =>
    words.push({ at, mm, words: text, anchor, strong });
  for (const { at, mm, words: number } of holes) {
    const [x, y] = at;
    const arm = Math.max(3, mm / 2 + 1.5);
    stroke([x - arm, y], [x + arm, y]);
    stroke([x, y - arm], [x, y + arm]);
    if (number) say([x + Math.min(arm, mm / 2) + 0.8, y + 0.9], number, WORDS, true);
  }
  const { left, right, bottom, top } = outline;
  // This way up.
  const up = top + 4 * GAP;
  stroke([left + 2, top + GAP], [left + 2, up]);
  stroke([left + 2, up], [left, up - 4]);
  stroke([left + 2, up], [left + 4, up - 4]);
  say([left + 8, up - WORDS], title, TITLE, true);
  say([left + 8, top + GAP + 2], 'This way up · seen from the finished side · 1:1');
  // The bars.
  let y = bottom - 2 * GAP;
  stroke([left, y], [left + BAR, y]);
  for (let at = 0; at <= BAR; at += 10) stroke([left + at, y], [left + at, y + (at % 50 === 0 ? 4 : 2)]);
  say([left + BAR + 3, y], `${BAR} mm`);
  y -= 2 * GAP;
  const inch = INCHES * MM_PER_INCH;
  stroke([left, y], [left + inch, y]);
  for (let at = 0; at <= INCHES * 4; at++)
    stroke([left + (at / 4) * MM_PER_INCH, y], [left + (at / 4) * MM_PER_INCH, y + (at % 4 === 0 ? 4 : 2)]);
  say([left + inch + 3, y], `${INCHES} in`);
  y -= WORDS * LINE;
  say([left, y], 'Measure a bar before anything is cut: print at 100 %.');
  for (const line of lines) {
    y -= WORDS * LINE;
    say([left, y], line);
  }
  const ends = words.map(({ at: [x], mm, words: text, anchor }) =>
    anchor === 'start' ? x + text.length * mm * LETTER : x,
  );
  return {
    id,
    place,
    title,
    contours,
    strokes: marks,
    holes: holes.map(({ at, mm }) => ({ at, mm })),
    texts: words,
    left: left - 2 * GAP,
    right: Math.max(right + 2 * GAP, ...ends),
    bottom: y - GAP,
    top: up + GAP,
  };
}

const bitOf = ({ cutter, reused, mm }: Hole, units: UnitSystem): string => {
  if (reused !== undefined) return `“${reused}” serves`;
  return cutter ? bitName(cutter, units === 'inch') : lengthShown(units, mm, true);
};
const fineShown = (units: UnitSystem, mm: number) =>
  units === 'inch' ? `${figure(mm / MM_PER_INCH, 3)} in` : `${tenth(mm)} mm`;

/** A board as it is sawn: its dips cut out. */
const boardOutline = ({ outline, openings }: Site): Contour[] =>
  openings.length
    ? less(regionOf(outline), regionOf(...openings.map(({ contour }) => contour))).map((points) => polygon(points))
    : [outline];

const boardLines = ({ screws, screwMm, wireMm, gear }: BoardPlan, wall: Material, units: UnitSystem): string[] => [
  ...(wireMm === undefined ? [`${gear.length} pieces do not all go on it.`] : []),
  screws.length
    ? `${screws.length} screws to the wall, no longer than ${fineShown(units, screwMm)}: ${fineShown(units, boardScrew(wall).throughMm)} through it, ${fineShown(units, boardScrew(wall).threadMm)} in the wall.`
    : 'No room for screws of its own: hook tape, or screws from behind.',
];

/** The template of a panel, or of the board in its place: what is there, what is cut, every hole by number with its measures. */
function panelDrawing(
  job: Job,
  plan: Pick<Plan, 'tags'>,
  place: string,
  here: readonly (readonly [string, Fitted])[],
  units: UnitSystem,
  board: BoardPlan | undefined,
): CutDrawing {
  const [[, first]] = here as [[string, Fitted]];
  const { panel, material } = panelUnder(job, first);
  const name = surfaceName(job, plan.tags, first);
  const site = siteOf(panel);
  const { outline } = site;
  const contours: { pen: CutPen; contour: Contour }[] = board
    ? boardOutline(site).map((contour) => ({ pen: 'cut', contour }))
    : [{ pen: 'there', contour: outline }];
  const texts: CutText[] = [];
  const label = ({ left, right, bottom }: Contour, words: string) =>
    texts.push({ at: [(left + right) / 2, bottom + 1.5], mm: SMALL, words, anchor: 'middle', strong: false });
  for (const { contour, opening } of site.openings) {
    if (!board) contours.push({ pen: 'there', contour });
    label(contour, opening.name);
  }
  for (const { contour, obstacle } of site.obstacles) {
    contours.push({ pen: 'behind', contour });
    label(contour, `${obstacle.name} (${obstacle.fromMm < 0 ? 'in front' : 'behind'})`);
  }
  for (const [gear, { at, lying, material, opening, plate, schedule }] of here) {
    const piece = pieceOf(mountOf(job.gear[gear]!.item), lying, material);
    const face = moved(piece.face, ...at);
    contours.push({ pen: 'behind', contour: face });
    texts.push({
      at: [(face.left + face.right) / 2, face.top - SMALL - 1],
      mm: SMALL,
      words: plan.tags[gear] ?? gear,
      anchor: 'middle',
      strong: true,
    });
    if (plate) contours.push({ pen: 'behind', contour: plate.outline });
    const round = schedule.holes.some(({ kind }) => kind === 'opening');
    if (piece.cutout && !round && (!opening || opening.trim))
      contours.push({ pen: 'cut', contour: moved(piece.cutout, ...at) });
  }
  const wall = first.inside ? material : (materialOf(job, craftOf(job).places[place]!) ?? material);
  const holes = here.flatMap(([, { schedule }]) => schedule.holes);
  const { x, y } = panel.datum;
  // Along the two edges that everything is measured from.
  const [ex, ey] = [outline[x], outline[y]];
  const off = 2;
  const [dx, dy] = [x === 'left' ? ex - off : ex + off, y === 'top' ? ey + off : ey - off];
  const strokes: CutDrawing['strokes'] = [
    { pen: 'mark', from: [dx, outline.bottom], to: [dx, outline.top] },
    { pen: 'mark', from: [outline.left, dy], to: [outline.right, dy] },
  ];
  return sheetOf({
    id: first.inside ? `front ${first.inside.gear}` : `${board ? 'board' : 'panel'} ${place}`,
    place,
    title: board ? `Board: ${name}` : name,
    outline,
    contours,
    strokes,
    texts,
    holes: [
      ...holes.map(({ at, mm, number }) => ({ at, mm, words: String(number) })),
      ...(board?.screws ?? []).map((at) => ({ at, mm: boardScrew(wall).throughMm, words: '' })),
    ],
    lines: [
      ...(board ? boardLines(board, wall, units) : []),
      `${capital(MATERIAL_NAMES[material])}, ${lengthShown(units, panel.thicknessMm, true)}. Holes are measured from the ${x} (x) and the ${y} (y) edge: the lines beside them.`,
      ...holes.map(
        (hole) =>
          `${hole.number}: x ${fineShown(units, hole.x)}, y ${fineShown(units, hole.y)} · ${bitOf(hole, units)}${hole.pilot ? ` · pilot ${bitName(hole.pilot, units === 'inch')}` : ''}${hole.cutter ? ` · stop at ${fineShown(units, hole.stopMm)}` : ''}${hole.behind ? ` · ${hole.behind} behind` : ''}`,
      ),
    ],
  });
}

/** Several drawings as one, each under the one before it. */
export function stacked([first, ...rest]: readonly [CutDrawing, ...CutDrawing[]]): CutDrawing {
  return rest.reduce((all, one): CutDrawing => {
    const [dx, dy] = [all.left - one.left, all.bottom - 2 * GAP - one.top];
    const at = ([x, y]: Point): Point => [x + dx, y + dy];
    return {
      ...all,
      contours: [
        ...all.contours,
        ...one.contours.map(({ pen, contour }) => ({ pen, contour: moved(contour, dx, dy) })),
      ],
      strokes: [...all.strokes, ...one.strokes.map((line) => ({ ...line, from: at(line.from), to: at(line.to) }))],
      holes: [...all.holes, ...one.holes.map((hole) => ({ ...hole, at: at(hole.at) }))],
      texts: [...all.texts, ...one.texts.map((text) => ({ ...text, at: at(text.at) }))],
      right: Math.max(all.right, one.right + dx),
      bottom: one.bottom + dy,
    };
  }, first);
}

function partDrawing(id: string, place: string, of: string, part: CutPart, units: UnitSystem): CutDrawing {
  const { name, material, thicknessMm, outline, cuts, holes } = part;
  return sheetOf({
    id,
    place,
    title: `${name} for ${of}`,
    outline,
    contours: [outline, ...cuts].map((contour) => ({ pen: 'cut', contour })),
    holes: holes.map((hole) => ({ ...hole, words: '' })),
    lines: [
      `${material ? capital(MATERIAL_NAMES[material]) : 'Anything that lasts there'}, ${fineShown(units, thicknessMm)} thick; ${fineShown(units, outline.right - outline.left)} × ${fineShown(units, outline.top - outline.bottom)}.`,
      ...[...new Set(holes.map(({ mm }) => mm))].map(
        (mm) => `${holes.filter((hole) => hole.mm === mm).length} holes of ${fineShown(units, mm)}.`,
      ),
      ...(holes.some(({ countersunk }) => countersunk) ? ['Countersink the screws that lie under the flange.'] : []),
    ],
  });
}

/** Everything of a job that is cut or drilled, panel by panel, what is cut for it behind. */
export function cutDrawings(
  job: Job,
  plan: Pick<Plan, 'mounts' | 'boards' | 'tags'>,
  units: UnitSystem = 'metric',
): CutDrawing[] {
  const bySurface = new Map<string, [string, Fitted][]>();
  for (const [gear, fitted] of Object.entries(plan.mounts))
    bySurface.set(surfaceOf(fitted), [...(bySurface.get(surfaceOf(fitted)) ?? []), [gear, fitted]]);
  return [...bySurface.values()].flatMap((here) => {
    const [[, first]] = here as [[string, Fitted]];
    const { place } = first;
    const made = here.some(([, { schedule }]) => schedule.holes.length || schedule.sawn.length);
    const site = siteOf(panelUnder(job, first).panel);
    const board = !first.inside && Object.hasOwn(plan.boards, place) ? plan.boards[place] : undefined;
    return [
      ...(made || board ? [panelDrawing(job, plan, place, here, units, board)] : []),
      ...here.flatMap(([gear, fitted]) =>
        partsOf(site, mountOf(job.gear[gear]!.item), fitted).map((part) =>
          partDrawing(`${part.kind} ${gear}`, place, plan.tags[gear] ?? gear, part, units),
        ),
      ),
    ];
  });
}
