import type { CutDrawing } from '#core/drawing/cuts';
import { pathData, type Point } from '#core/plane/contour';
import { folded } from '#core/text/text';
import { addPage, pdfOf } from './pdf';
import { PENS } from './templates';

/** Paper, upright, mm; nothing of a sheet as large as the drawing. */
export const PAPERS = { a4: [210, 297], a3: [297, 420], letter: [215.9, 279.4], sheet: undefined } as const;
export type Paper = keyof typeof PAPERS;

/** Printers leave this much of a page blank, mm (common practice). */
const MARGIN = 10;
/** Under the drawing on every page: which page it is, and a bar to measure. */
const FOOT = 14;
/** What one page repeats of the one beside it, mm. */
const OVERLAP = 10;
const BAR = 100;

/** A part of a drawing on a page of its own, mm of the drawing. */
interface Tile {
  readonly column: number;
  readonly row: number;
  readonly left: number;
  readonly top: number;
  readonly w: number;
  readonly h: number;
}
/** How a drawing is cut into pages: upright or across, whichever takes fewer. */
export interface Tiling {
  readonly page: readonly [w: number, h: number];
  readonly columns: number;
  readonly rows: number;
  readonly tiles: readonly Tile[];
}

function lay({ left, right, top, bottom }: CutDrawing, page: readonly [number, number]): Tiling {
  const [w, h] = [page[0] - 2 * MARGIN, page[1] - 2 * MARGIN - FOOT];
  const count = (of: number, each: number) => Math.max(1, Math.ceil((of - OVERLAP) / (each - OVERLAP) - 1e-9));
  const [columns, rows] = [count(right - left, w), count(top - bottom, h)];
  const tiles = Array.from({ length: rows * columns }, (_, i): Tile => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    return { row, column, left: left + column * (w - OVERLAP), top: top - row * (h - OVERLAP), w, h };
  });
  return { page, columns, rows, tiles };
}

export function tilingOf(drawing: CutDrawing, paper: Paper): Tiling {
  const size = PAPERS[paper];
  if (!size) {
    const page = [drawing.right - drawing.left + 2 * MARGIN, drawing.top - drawing.bottom + 2 * MARGIN + FOOT] as const;
    return lay(drawing, page);
  }
  const upright = lay(drawing, size);
  const across = lay(drawing, [size[1], size[0]]);
  return across.tiles.length < upright.tiles.length ? across : upright;
}

/** Drawings at 1:1 on pages that overlap and are joined by their crosses; every page has a bar to measure. */
export function cutsPdf(drawings: readonly CutDrawing[], paper: Paper, title: string): Promise<Buffer> {
  return pdfOf(title, (doc) => {
    for (const drawing of drawings) {
      const tiling = tilingOf(drawing, paper);
      for (const tile of tiling.tiles)
        if (hasInk(drawing, tile)) page(addPage(doc, tiling.page), drawing, tiling, tile);
    }
  });
}

/** Whether anything of a drawing is on a page of it: one that is blank is not printed. */
export function hasInk({ contours, strokes, holes, texts }: CutDrawing, { left, top, w, h }: Tile): boolean {
  const [right, bottom] = [left + w, top - h];
  const meets = (x0: number, y0: number, x1: number, y1: number) =>
    x1 >= left && x0 <= right && y1 >= bottom && y0 <= top;
  return (
    contours.some(({ contour }) => meets(contour.left, contour.bottom, contour.right, contour.top)) ||
    holes.some(({ at: [x, y], mm }) => meets(x - mm, y - mm, x + mm, y + mm)) ||
    strokes.some(({ from, to }) => crosses(from, to, [left, bottom], [right, top])) ||
    texts.some(({ at: [x, y], mm, words }) => {
      // However it is turned.
      const wide = words.length * mm;
      return meets(x - wide, y - wide, x + wide, y + wide);
    })
  );
}

/** Whether a line passes through a rectangle: what of it lies between each two sides is not nothing (Liang and Barsky’s clipping). */
function crosses(from: Point, to: Point, least: Point, most: Point): boolean {
  let [first, last] = [0, 1];
  for (const axis of [0, 1] as const) {
    const way = to[axis] - from[axis];
    const [a, b] = [least[axis] - from[axis], most[axis] - from[axis]];
    if (way === 0) {
      if (a > 0 || b < 0) return false;
      continue;
    }
    first = Math.max(first, Math.min(a / way, b / way));
    last = Math.min(last, Math.max(a / way, b / way));
  }
  return first <= last;
}

function page(doc: PDFKit.PDFDocument, drawing: CutDrawing, { columns, rows }: Tiling, tile: Tile): void {
  const { left, top, w, h, row, column } = tile;
  doc.save().lineWidth(PENS.mark.width);
  doc.save().rect(MARGIN, MARGIN, w, h).clip();
  draw(doc, drawing, MARGIN - left, MARGIN + top);
  doc.restore();
  const cross = (x: number, y: number) => {
    doc
      .moveTo(x - 4, y)
      .lineTo(x + 4, y)
      .moveTo(x, y - 4)
      .lineTo(x, y + 4)
      .stroke();
    doc.circle(x, y, 1.5).stroke();
  };
  // Crosses lie in the middle of what two pages share: on both in the same place of the drawing.
  const ways = [
    [column > 0, MARGIN + OVERLAP / 2, 'x'],
    [column < columns - 1, MARGIN + w - OVERLAP / 2, 'x'],
    [row > 0, MARGIN + OVERLAP / 2, 'y'],
    [row < rows - 1, MARGIN + h - OVERLAP / 2, 'y'],
  ] as const;
  for (const [joins, at, axis] of ways) {
    if (!joins) continue;
    for (const part of [0.1, 0.9]) {
      if (axis === 'x') cross(at, MARGIN + h * part);
      else cross(MARGIN + w * part, at);
    }
  }
  const y = MARGIN + h + FOOT / 2;
  const many = rows * columns > 1 ? ` · row ${row + 1} of ${rows}, column ${column + 1} of ${columns}` : '';
  write(doc, `${drawing.title}${many}`, MARGIN + (drawing.unscaled ? 0 : BAR + 18), y + 1, 3, 'text');
  if (!drawing.unscaled) bar(doc, y);
  doc.restore();
}

/** To measure before anything is taken off the page. */
function bar(doc: PDFKit.PDFDocument, y: number): void {
  doc
    .moveTo(MARGIN, y)
    .lineTo(MARGIN + BAR, y)
    .moveTo(MARGIN, y - 2)
    .lineTo(MARGIN, y + 2)
    .moveTo(MARGIN + BAR, y - 2)
    .lineTo(MARGIN + BAR, y + 2)
    .stroke();
  write(doc, `${BAR} mm`, MARGIN + BAR + 2, y + 1, 3, 'strong');
}

function write(doc: PDFKit.PDFDocument, words: string, x: number, y: number, mm: number, font: string): void {
  doc.font(font).fontSize(mm).fillColor('#000').text(words, x, y, { lineBreak: false, baseline: 'alphabetic' });
}

const ANCHORS = { start: 0, middle: 0.5, end: 1 } as const;

/** Draws on a page that is in millimetres, its middle at (x, y). */
function draw(doc: PDFKit.PDFDocument, drawing: CutDrawing, x: number, y: number): void {
  doc.save().translate(x, y);
  const stroke = (pen: keyof typeof PENS) => {
    const { width, dash } = PENS[pen];
    doc.lineWidth(width);
    if (dash) doc.dash(dash[0], { space: dash[1] });
    doc.stroke('#000');
    if (dash) doc.undash();
  };
  doc.save().scale(1, -1);
  for (const { pen, contour } of drawing.contours) {
    doc.path(pathData(contour));
    stroke(pen);
  }
  for (const { pen, from, to } of drawing.strokes) {
    doc.moveTo(...from).lineTo(...to);
    stroke(pen);
  }
  for (const { at, mm } of drawing.holes) {
    doc.circle(...at, mm / 2);
    stroke('cut');
  }
  doc.restore();
  for (const { at, mm, words, anchor, strong, turn } of drawing.texts) {
    const text = folded(words);
    doc.font(strong ? 'strong' : 'text').fontSize(mm);
    doc.save();
    if (turn) doc.rotate(-turn, { origin: [at[0], -at[1]] });
    write(doc, text, at[0] - ANCHORS[anchor] * doc.widthOfString(text), -at[1], mm, strong ? 'strong' : 'text');
    doc.restore();
  }
  doc.restore();
}
