declare module 'svg-to-pdfkit' {
  interface Options {
    width?: number;
    height?: number;
    assumePt?: boolean;
    fontCallback?: (family: string, bold: boolean, italic: boolean) => string;
  }
  /** Draws an SVG document at (x, y) of the page, pt. */
  export default function svgToPdf(doc: PDFKit.PDFDocument, svg: string, x: number, y: number, options?: Options): void;
}
