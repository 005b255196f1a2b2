import { shownColour } from '#core/connections/runs';
import { strokesOf, type Pattern, type Stroke } from '#core/craft/pattern';
import { WIRE_WIDTH, layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { SHEET, twoViews } from '#core/drawing/sheet';
import { tagMarks, tagWidth } from '#core/drawing/tags';
import { silhouette } from '#core/drawing/silhouette';
import type { Projection } from '#core/drawing/projection';
import { craftOf } from '#core/craft/own';
import type { Job } from '#core/job/job';
import { seatOf } from '#core/mounting/index';
import type { Plan } from '#core/plan';
import { folded } from '#core/text/text';
import type { ColourName } from '#core/tables/colours';
import { attributes, escape, round } from './markup';

/** Colours on white paper. */
const INK = '#1b272c';
const PAPER = '#ffffff';
const FILL: Record<Stroke['fill'], string> = {
  none: 'none',
  paper: PAPER,
  panel: '#ece7d6',
  dark: '#aab0b1',
  metal: '#dde0dd',
  tyre: '#8c9395',
  glass: '#e2eeee',
  seat: '#c2b2a2',
  lamp: '#f5e9c4',
  wood: '#e2d3b4',
  soft: '#dad7cf',
  hot: '#e0d4cb',
};
const PEN = { outline: 1.2, line: 0.8, fine: 0.45, hidden: 0.5, centre: 0.45 } as const;
const WIRE: Record<ColourName, string> = {
  white: '#fdfdfb',
  grey: '#8f979b',
  green: '#1f8a45',
  violet: '#7d45b3',
  red: '#cf2a23',
  yellow: '#f2c318',
  black: '#15181a',
  blue: '#2460c4',
  orange: '#e47a19',
  brown: '#7a4a23',
  pink: '#e58fb1',
};

type Matrix = Projection['matrix'];

/** Something on the drawing, in the order it is drawn. Nothing is filled or stroked that does not say so. */
type Part =
  | {
      readonly kind: 'path';
      readonly d: string;
      readonly fill?: string;
      readonly stroke?: string;
      readonly width?: number;
      readonly dash?: readonly [number, number];
      /** Of a craft in millimetres: its lines are drawn so many of them wide. */
      readonly matrix?: Matrix;
    }
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly round?: number;
      readonly fill?: string;
      readonly stroke?: string;
      readonly width?: number;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly strong?: boolean;
      readonly fill: string;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly words: string;
    };

/** A colour three quarters of it, the rest paper: the craft stands back behind what is fitted, and hides what it hides. */
const pale = (colour: string): string =>
  `#${[1, 3, 5]
    .map((at) => Math.round(0.75 * parseInt(colour.slice(at, at + 2), 16) + 0.25 * 255))
    .map((value) => value.toString(16).padStart(2, '0'))
    .join('')}`;

const craftParts = (pattern: Pattern, { view, scale, matrix }: Projection): Part[] =>
  strokesOf(pattern.drawing[view]).map(([, { pen, fill, d }]) => ({
    kind: 'path',
    d,
    ...(FILL[fill] === 'none' ? {} : { fill: pale(FILL[fill]) }),
    stroke: pale(INK),
    // Widths are on paper, so the drawing's scale is taken out of them.
    width: PEN[pen] / scale,
    ...(pen === 'hidden' ? { dash: [4 / scale, 4 / scale] as const } : {}),
    matrix,
  }));

/** The craft with its gear and every run in its insulation colours, from the right and from above. */
function drawingParts(job: Job, plan: Plan): Part[] {
  const craft = craftOf(job);
  const views = twoViews(craft, { x: 16, y: 40, w: SHEET.w - 32, h: SHEET.h - 62 });
  const laid = plan.runs.filter((run) => run.way);
  return [
    { kind: 'rect', x: 0, y: 0, w: SHEET.w, h: SHEET.h, fill: PAPER },
    { kind: 'rect', x: 8, y: 8, w: SHEET.w - 16, h: SHEET.h - 16, stroke: INK, width: 1.2 },
    { kind: 'text', x: 20, y: 30, size: 15, strong: true, fill: INK, anchor: 'start', words: job.title },
    { kind: 'text', x: SHEET.w - 20, y: SHEET.h - 16, size: 10, fill: INK, anchor: 'end', words: craft.name },
    ...[views.side, views.top].flatMap((p) => [
      ...craftParts(craft, p),
      ...layLanes(job.gear, plan.mounts, craft, laid, p).flatMap(({ run, path: d }): Part[] => {
        const { body, stripe } = shownColour(run);
        // What lies there already is drawn in dashes, as on the screen.
        if (run.old) return [{ kind: 'path', d, stroke: WIRE[body], width: WIRE_WIDTH * 0.6, dash: [7, 5] }];
        return [
          { kind: 'path', d, stroke: INK, width: WIRE_WIDTH + 1.4 },
          { kind: 'path', d, stroke: WIRE[body], width: WIRE_WIDTH },
          ...(stripe ? [{ kind: 'path' as const, d, stroke: WIRE[stripe], width: 1.3, dash: [7, 6] as const }] : []),
        ];
      }),
      ...placedGear(job, p.view).flatMap(({ id, item, place }): Part[] =>
        silhouette(seatOf(item, place, plan.mounts[id]), item.kind === 'speaker' ? 'speaker' : 'other', p).bodies.map(
          (d) => ({
            kind: 'path',
            d,
            fill: INK,
            stroke: PAPER,
            width: 1,
          }),
        ),
      ),
      ...tagMarks(job, plan, p).flatMap(({ text, at: [x, y] }): Part[] => {
        const w = tagWidth(text);
        return [
          { kind: 'rect', x: x - w / 2, y: y - 6.5, w, h: 13, round: 2, fill: INK },
          { kind: 'text', x, y: y + 4, size: 11, strong: true, fill: PAPER, anchor: 'middle', words: text },
        ];
      }),
    ]),
  ];
}

// ── As SVG ──────────────────────────────────────────────────────────────────────────────────────

function asSvg(part: Part): string {
  switch (part.kind) {
    case 'path':
      return `<path${attributes({
        d: part.d,
        transform: part.matrix && `matrix(${part.matrix.join(' ')})`,
        fill: part.fill ?? 'none',
        'fill-rule': part.fill === undefined ? undefined : 'evenodd',
        stroke: part.stroke,
        'stroke-width': part.width,
        'stroke-dasharray': part.dash?.map(round).join(' '),
        'stroke-linejoin': 'round',
      })}/>`;
    case 'rect':
      return `<rect${attributes({
        x: part.x,
        y: part.y,
        width: part.w,
        height: part.h,
        rx: part.round,
        fill: part.fill ?? 'none',
        stroke: part.stroke,
        'stroke-width': part.width,
      })}/>`;
    case 'text':
      return `<text${attributes({
        x: part.x,
        y: part.y,
        'font-size': part.size,
        'font-weight': part.strong ? 600 : undefined,
        fill: part.fill,
        'text-anchor': part.anchor === 'start' ? undefined : part.anchor,
      })}>${escape(part.words)}</text>`;
  }
}

/** The drawing as an SVG document. */
export function drawingSvg(job: Job, plan: Plan): string {
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SHEET.w} ${SHEET.h}" width="${SHEET.w}" height="${SHEET.h}" font-family="Fira Sans, sans-serif">`,
    `<title>${escape(job.title)}</title>`,
    ...drawingParts(job, plan).map(asSvg),
    '</svg>',
    '',
  ].join('\n');
}

// ── On a page ───────────────────────────────────────────────────────────────────────────────────

const ANCHORS = { start: 0, middle: 0.5, end: 1 } as const;

/** Draws the drawing with its corner at (x, y) of a page, pt, `scale` pt to a pixel; `fonts` are the page's own names. */
export function drawOnPage(
  doc: PDFKit.PDFDocument,
  job: Job,
  plan: Plan,
  { x, y, scale, fonts }: { x: number; y: number; scale: number; fonts: { plain: string; strong: string } },
): void {
  doc.save().translate(x, y).scale(scale).lineJoin('round');
  for (const part of drawingParts(job, plan)) {
    doc.save();
    if (part.kind === 'text') {
      doc
        .font(part.strong ? fonts.strong : fonts.plain)
        .fontSize(part.size)
        .fillColor(part.fill);
      const words = folded(part.words);
      doc.text(words, part.x - ANCHORS[part.anchor] * doc.widthOfString(words), part.y, {
        lineBreak: false,
        baseline: 'alphabetic',
      });
    } else {
      if (part.kind === 'path') {
        if (part.matrix) doc.transform(...part.matrix);
        doc.path(part.d);
        if (part.dash) doc.dash(part.dash[0], { space: part.dash[1] });
      } else if (part.round === undefined) doc.rect(part.x, part.y, part.w, part.h);
      else doc.roundedRect(part.x, part.y, part.w, part.h, part.round);
      const { fill, stroke, width = 1 } = part;
      doc.lineWidth(width);
      if (fill !== undefined && stroke !== undefined) doc.fillAndStroke(fill, stroke, 'even-odd');
      else if (fill !== undefined) doc.fill(fill, 'even-odd');
      else if (stroke !== undefined) doc.stroke(stroke);
    }
    doc.restore();
  }
  doc.restore();
}
