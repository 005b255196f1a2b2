import PDFDocument from 'pdfkit';
import { FONTS } from './sheet-pen';

/** A PDF of pages that are drawn on in millimetres, without pages yet; the same bytes for the same drawing. */
export async function pdfOf(title: string, draw: (doc: PDFKit.PDFDocument) => void): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    info: { Title: title, Creator: 'Haltrik', CreationDate: new Date(0) },
    lang: 'en',
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', FONTS.text);
  doc.registerFont('strong', FONTS.strong);
  draw(doc);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

const PT = 72 / 25.4;
/** A page of this size, mm, drawn on in millimetres from its upper left corner. */
export const addPage = (doc: PDFKit.PDFDocument, [w, h]: readonly [number, number]): PDFKit.PDFDocument =>
  doc.addPage({ size: [w * PT, h * PT], margin: 0 }).scale(PT);
