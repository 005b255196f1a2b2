import QRCode from 'qrcode';
import type { DotColour, Label } from '#core/harness/index';
import { folded } from '#core/text/text';
import { tableText } from './csv';
import { addPage, pdfOf } from './pdf';

/** Sheets of labels as they are sold, mm: how many across and down, how large each, where the first begins and how far apart they stand. */
export const LABEL_SHEETS = {
  a4: { page: [210, 297], columns: 3, rows: 8, w: 70, h: 36, left: 0, top: 4.5, across: 70, down: 36 },
  'a4-small': {
    page: [210, 297],
    columns: 4,
    rows: 12,
    w: 45.7,
    h: 21.2,
    left: 9.85,
    top: 21.5,
    across: 48.2,
    down: 21.2,
  },
  letter: {
    page: [215.9, 279.4],
    columns: 3,
    rows: 10,
    w: 66.7,
    h: 25.4,
    left: 4.8,
    top: 12.7,
    across: 69.8,
    down: 25.4,
  },
} as const;
export type LabelSheet = keyof typeof LABEL_SHEETS;

const DOTS: Readonly<Record<DotColour, string>> = {
  red: '#c8281e',
  blue: '#1f5fb4',
  yellow: '#f0c419',
  green: '#2a8a3c',
  white: '#ffffff',
  orange: '#e8842c',
  violet: '#7b3fa0',
  brown: '#6f4a2a',
};
/** Left blank round what is printed on a label, mm. */
const EDGE = 2.5;

/** Where the step of a label is opened. */
export const stepAddress = (server: string, job: string, step: string): string =>
  `${server}/jobs/${encodeURIComponent(job)}/build?step=${encodeURIComponent(step)}`;

/** Labels on a sheet, row by row: code, where it goes, what it is, a dot, and a square code that opens its step at `server`. */
export function labelsPdf(
  labels: readonly Label[],
  sheet: LabelSheet,
  { job, title, server }: { readonly job: string; readonly title: string; readonly server: string },
): Promise<Uint8Array> {
  const { page, columns, rows, w, h, left, top, across, down } = LABEL_SHEETS[sheet];
  return pdfOf(`${title}: labels`, (doc) =>
    labels.forEach((label, i) => {
      const place = i % (columns * rows);
      if (place === 0) addPage(doc, page);
      const [x, y] = [left + (place % columns) * across, top + Math.floor(place / columns) * down];
      const box = { x: x + EDGE, y: y + EDGE, w: w - 2 * EDGE, h: h - 2 * EDGE };
      write(doc, label, box, stepAddress(server, job, label.step));
    }),
  );
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function write(doc: PDFKit.PDFDocument, { code, at, says, dot }: Label, { x, y, w, h }: Box, address: string): void {
  const square = Math.min(h, w * 0.4);
  const textW = w - square - 2;
  drawSquare(doc, address, x + w - square, y + (h - square) / 2, square);
  const lines: readonly (readonly [font: string, size: number, text: string])[] = [
    ['strong', Math.min(6, h * 0.26), code],
    ['text', Math.min(3.2, h * 0.14), at],
    ['text', Math.min(2.8, h * 0.125), says],
  ];
  let gone = 0;
  for (const [font, size, text] of lines) {
    if (gone + size > h) break;
    doc.font(font).fontSize(size).fillColor('black');
    doc.text(folded(text), x, y + gone, { width: textW, height: h - gone, ellipsis: true, lineGap: 0 });
    gone += Math.min(h - gone, doc.heightOfString(folded(text), { width: textW })) + 0.4;
  }
  if (dot) {
    const r = Math.min(2.2, h * 0.1);
    doc
      .lineWidth(0.25)
      .circle(x + textW - r, y + r, r)
      .fillAndStroke(DOTS[dot], 'black');
  }
}

/** Squares left blank on each side (ISO/IEC 18004). */
const QUIET = 4;

function drawSquare(doc: PDFKit.PDFDocument, text: string, x: number, y: number, side: number): void {
  const { size, data } = QRCode.create(text, { errorCorrectionLevel: 'L' }).modules;
  const each = side / (size + 2 * QUIET);
  doc.fillColor('black');
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      if (data[row * size + column]) doc.rect(x + (column + QUIET) * each, y + (row + QUIET) * each, each, each);
  doc.fill();
}

/** The same as a table, for a label printer. */
export const labelsCsv = (labels: readonly Label[], job: string, server: string): string =>
  tableText(
    ['kind', 'label', 'at', 'says', 'dot', 'address'],
    labels.map(({ kind, code, at, says, dot, step }) => [
      kind,
      code,
      at,
      says,
      dot ?? '',
      stepAddress(server, job, step),
    ]),
  );
