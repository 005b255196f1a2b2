import PDFDocument from 'pdfkit';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { wholePlan } from '#core/shown';
import { type UnitSystem } from '#core/units/shown';
import { forSheet } from './pictures';
import { FONTS, FOOT, MARGIN, Pen, type SheetPhoto } from './sheet-pen';
import { wishes, differences, gear, takenOut } from './sheet/craft';
import { circuits, feeds, cuts, leads, parts, links, looms, formulas } from './sheet/wiring';
import { overrules, findings, steps, ready, fasteners } from './sheet/work';

/**
 * The job sheet: gear, circuits, feeds, cut list, steps, fasteners, findings, overrules, photographs and the
 * drawing, A4. A sealed job gives the sheet of the day it was sealed. A photograph that will not be drawn leaves its
 * frame; lengths are in the given units, tools and fasteners in their own.
 */
export async function jobSheetPdf(
  job: Job,
  events: readonly BayEvent[],
  photos: readonly SheetPhoto[] = [],
  units: UnitSystem = 'metric',
): Promise<Buffer> {
  const plan = wholePlan(job);
  const pictures = await drawable(photos);
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN + FOOT },
    bufferPages: true,
    info: { Title: job.title, Creator: 'Haltrik', CreationDate: new Date(job.seal?.at ?? 0) },
    lang: 'en',
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', FONTS.text);
  doc.registerFont('strong', FONTS.strong);
  const pen = new Pen(doc, units);
  pen.titleBlock(job, plan);
  pen.drawing(job, plan);
  wishes(pen, job, plan);
  differences(pen, job);
  gear(pen, job, plan);
  takenOut(pen, job, plan);
  circuits(pen, job, plan);
  feeds(pen, job, plan);
  cuts(pen, job, plan);
  leads(pen, job, plan);
  links(pen, job, plan);
  looms(pen, job, plan);
  parts(pen, job, plan);
  overrules(pen, plan);
  findings(pen, plan);
  ready(pen, job, plan);
  steps(pen, plan, events);
  fasteners(pen, job, plan, events);
  formulas(pen, job, plan);
  pen.photographs(pictures);
  pen.signatures(job);
  pen.feet(job);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** Photographs as the PDF takes them: JPEGs of our own making, whatever they were. */
async function drawable(photos: readonly SheetPhoto[]): Promise<SheetPhoto[]> {
  const made: SheetPhoto[] = [];
  for (const { bytes, caption } of photos) made.push({ caption, bytes: bytes && (await forSheet(Buffer.from(bytes))) });
  return made;
}
