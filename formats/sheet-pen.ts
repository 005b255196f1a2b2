import { SHEET } from '#core/drawing/sheet';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import { figure } from '#core/units/figures';
import { unitShown, wireShown, wordsShown, type UnitSystem } from '#core/units/shown';
import { createRequire } from 'node:module';
import { drawOnPage } from './drawing';

const require = createRequire(import.meta.url);
// The page's faces are packed for browsers alone; a PDF takes its letters out of plain ones.
export const FONTS = {
  text: require.resolve('@expo-google-fonts/fira-sans/400Regular/FiraSans_400Regular.ttf'),
  strong: require.resolve('@expo-google-fonts/fira-sans/600SemiBold/FiraSans_600SemiBold.ttf'),
};
const SAFETY = 'Local codes, the craft maker’s manual and licensed practice come first.';
export const MARGIN = 42;
export const FOOT = 40;

export interface SheetPhoto {
  /** JPEG, PNG or WebP; undefined where it is missing. */
  readonly bytes: Uint8Array | undefined;
  readonly caption: string;
}

/** Writes on the pages of a sheet: headings, tables, drawing, photographs, feet; a new page where one is full. */
export class Pen {
  constructor(
    readonly doc: PDFKit.PDFDocument,
    readonly units: UnitSystem,
  ) {}

  /** Words of the plan with their lengths in the units of the sheet. */
  told(words: string, least = 0): string {
    return wordsShown(this.units, words, least);
  }

  get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  get bottom(): number {
    return this.doc.page.height - MARGIN - FOOT;
  }

  /** Goes on to a new page when less than `height` is left on this one. */
  room(height: number): void {
    if (this.doc.y + height > this.bottom) this.doc.addPage();
  }

  titleBlock(job: Job, plan: Plan): void {
    const { doc } = this;
    doc.font('strong').fontSize(20).text(job.title, { width: this.width });
    doc.font('text').fontSize(10);
    doc.text(`${job.customer || 'No customer named'} · ${job.craft.pattern.name}`);
    const { ledger } = plan;
    const or = (value: number | undefined, unit: string, decimals = 1) =>
      value === undefined ? '–' : `${figure(value, decimals)} ${unit}`;
    doc.text(
      `Lowest load ${or(ledger.worstLoadOhm, 'Ω')} · from battery at full output ${or(ledger.feedA, 'A')} · worst drop ${or(ledger.worstDropPct, '%', 2)} · wire ${wireShown(this.units, ledger.wireM)} ${unitShown(this.units, 'm')} · ${figure(Math.ceil(ledger.hours * 4) / 4, 2)} h · ${ledger.stops} ${ledger.stops === 1 ? 'stop' : 'stops'}`,
    );
    doc.text(
      job.seal
        ? `Sealed ${job.seal.at.slice(0, 16).replace('T', ' ')} UTC by ${job.seal.by}, planner ${job.seal.planner}`
        : 'Not sealed: figures follow the job as it stands',
    );
    if (job.craft.note) doc.moveDown(0.4).text(`As it came in: ${job.craft.note}`, { width: this.width });
    if (job.wishes) doc.moveDown(0.4).text(`Wishes: ${job.wishes}`, { width: this.width });
    doc.moveDown(0.6);
  }

  drawing(job: Job, plan: Plan): void {
    const { doc } = this;
    const height = (this.width * SHEET.h) / SHEET.w;
    this.room(height);
    const { y } = doc;
    const scale = this.width / SHEET.w;
    drawOnPage(doc, job, plan, { x: MARGIN, y, scale, fonts: { plain: 'text', strong: 'strong' } });
    doc.fillColor('black').strokeColor('black');
    doc.x = MARGIN;
    doc.y = y + height + 8;
  }

  heading(text: string): void {
    this.room(60);
    this.doc
      .moveDown(0.5)
      .font('strong')
      .fontSize(13)
      .text(text, MARGIN, undefined, { width: this.width })
      .font('text')
      .fontSize(9);
    this.doc.moveDown(0.2);
  }

  line(text: string): void {
    this.doc.font('text').fontSize(9);
    this.room(this.doc.heightOfString(text, { width: this.width }));
    this.doc.text(text, MARGIN, undefined, { width: this.width });
  }

  /** Rows under headings; `parts` are the columns' shares of the width. A row is never torn between pages. */
  table(heads: readonly string[], parts: readonly number[], rows: readonly (readonly string[])[]): void {
    const { doc } = this;
    const whole = parts.reduce((a, b) => a + b, 0);
    const widths = parts.map((p) => (p / whole) * this.width);
    const row = (cells: readonly string[], font: string) => {
      doc.font(font).fontSize(9);
      const height =
        Math.max(...cells.map((cell, i) => doc.heightOfString(cell || ' ', { width: widths[i]! - 6 }))) + 4;
      if (doc.y + height > this.bottom) {
        doc.addPage();
        if (font === 'text') row(heads, 'strong');
        doc.font(font).fontSize(9);
      }
      const { y } = doc;
      let x = MARGIN;
      cells.forEach((cell, i) => {
        doc.text(cell, x, y + 2, { width: widths[i]! - 6 });
        x += widths[i]!;
      });
      doc.y = y + height;
      doc
        .moveTo(MARGIN, doc.y)
        .lineTo(MARGIN + this.width, doc.y)
        .lineWidth(font === 'strong' ? 0.8 : 0.3)
        .stroke();
    };
    row(heads, 'strong');
    for (const cells of rows) row(cells, 'text');
    doc.x = MARGIN;
  }

  photographs(photos: readonly SheetPhoto[]): void {
    if (!photos.length) return;
    this.heading('Photographs');
    const w = (this.width - 12) / 2;
    const h = (w * 3) / 4;
    for (let i = 0; i < photos.length; i += 2) {
      this.room(h + 22);
      const { y } = this.doc;
      photos.slice(i, i + 2).forEach((photo, k) => {
        const x = MARGIN + k * (w + 12);
        if (photo.bytes) this.doc.image(Buffer.from(photo.bytes), x, y, { fit: [w, h] });
        else
          this.doc
            .rect(x, y, w, h)
            .lineWidth(0.5)
            .stroke()
            .fontSize(9)
            .text('This photograph is missing or cannot be drawn.', x + 8, y + h / 2 - 6, {
              width: w - 16,
              align: 'center',
            });
        this.doc
          .font('text')
          .fontSize(8)
          .text(photo.caption || 'No caption', x, y + h + 3, { width: w, height: 12, ellipsis: true });
      });
      this.doc.x = MARGIN;
      this.doc.y = y + h + 20;
    }
  }

  signatures(job: Job): void {
    this.heading('Handed over');
    this.room(60);
    this.line(
      job.seal
        ? `The sources, zones, fuse places and care of this system were shown. ${SAFETY}`
        : `Not handed over yet: to be signed once the sources, zones, fuse places and care have been shown. ${SAFETY}`,
    );
    const y = this.doc.y + 34;
    for (const [k, who] of [job.seal?.by ?? 'Workshop', job.customer || 'Owner'].entries()) {
      const x = MARGIN + k * (this.width / 2 + 6);
      this.doc
        .moveTo(x, y)
        .lineTo(x + this.width / 2 - 6, y)
        .lineWidth(0.6)
        .stroke();
      this.doc.fontSize(8).text(`${who}, date`, x, y + 3, { width: this.width / 2 - 6, height: 12, ellipsis: true });
    }
    this.doc.x = MARGIN;
  }

  feet(job: Job): void {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      this.doc.switchToPage(i);
      const { page } = this.doc;
      // Below the margin text would otherwise open a new page.
      const { bottom } = page.margins;
      page.margins.bottom = 0;
      const y = page.height - MARGIN - 18;
      this.doc
        .moveTo(MARGIN, y - 4)
        .lineTo(MARGIN + this.width, y - 4)
        .lineWidth(0.5)
        .stroke();
      this.doc.font('strong').fontSize(8).text(SAFETY, MARGIN, y, { width: this.width, lineBreak: false });
      this.doc
        .font('text')
        .fontSize(8)
        .text(`${job.title.slice(0, 60)} · page ${i + 1} of ${count}`, MARGIN, y + 11, {
          width: this.width,
          lineBreak: false,
        });
      page.margins.bottom = bottom;
    }
  }
}
