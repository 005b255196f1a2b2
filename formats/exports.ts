import { FEED_CASES } from '#core/power/index';

/** A file a job can be taken away as. */
export interface Export {
  /** Its address, and how a file of it ends: the title stands before it. */
  readonly file: string;
  /** What it is, and in which format, for a person. */
  readonly name: string;
  readonly format: string;
  readonly type: string;
  /** Of files that are the only one of their ending: that ending. */
  readonly alone?: string;
  /** It has lengths, in the units that are asked for. */
  readonly inUnits?: true;
  /** It is of one cut drawing, which has to be named; others may be of one, or of all. */
  readonly ofOne?: true;
  /** Why there may be none of a job. */
  readonly none?: string;
}

const NETLIST = { format: 'SPICE netlist', type: 'text/plain; charset=utf-8' } as const;
const TEMPLATES = { inUnits: true, none: 'Nothing is drilled or cut in this job yet.' } as const;
const PAGES = { format: 'PDF', type: 'application/pdf' } as const;
const NO_WIRE = 'No wire is cut in this job yet.';
const NOTHING_JOINED = 'Nothing is joined in this job yet.';
const BENCH = { inUnits: true, none: NO_WIRE } as const;
const LABELS = { none: 'Nothing is laid or taken apart in this job yet.' } as const;
const TABLE = { format: 'CSV', type: 'text/csv; charset=utf-8' } as const;

/** Every file of a job, in the order they are offered: the server, the page and the command line go by this list. */
export const EXPORTS = [
  { file: 'sheet.pdf', name: 'Job sheet', format: 'PDF', type: 'application/pdf', alone: '.pdf', inUnits: true },
  {
    file: 'whole.zip',
    name: 'Whole job: document, entries, photographs',
    format: 'zip',
    type: 'application/zip',
    alone: '.zip',
  },
  { file: 'job.json', name: 'Job', format: 'JSON', type: 'application/json', alone: '.json' },
  { file: 'cut-list.csv', name: 'Cut list', ...TABLE },
  { file: 'reels.csv', name: 'Cut list by reel, with what to buy', ...TABLE },
  { file: 'fasteners.csv', name: 'Fasteners', ...TABLE },
  { file: 'parts.csv', name: 'Parts and order list', ...TABLE },
  { file: 'bench.svg', name: 'Bench drawing 1:1', format: 'SVG', type: 'image/svg+xml', ...BENCH },
  { file: 'bench.dxf', name: 'Bench drawing 1:1', format: 'DXF', type: 'image/vnd.dxf', ...BENCH },
  { file: 'bench-a4.pdf', name: 'Bench drawing 1:1, A4', ...PAGES, ...BENCH },
  { file: 'bench-a3.pdf', name: 'Bench drawing 1:1, A3', ...PAGES, ...BENCH },
  {
    file: 'bench-sheet.pdf',
    name: 'Bench drawing not to scale, one page each, with its build order and tests',
    ...PAGES,
    ...BENCH,
  },
  { file: 'bench-test.csv', name: 'Test table of the harness: every end to every end', ...TABLE, none: NO_WIRE },
  { file: 'splices.csv', name: 'Splice sheet: every end, old plug to new plug', ...TABLE, none: NOTHING_JOINED },
  { file: 'labels.csv', name: 'Labels and bag tags', ...TABLE, ...LABELS },
  { file: 'labels-a4.pdf', name: 'Labels and bag tags, A4, 24 of 70 × 36 mm', ...PAGES, ...LABELS },
  { file: 'labels-a4-small.pdf', name: 'Labels and bag tags, A4, 48 of 46 × 21 mm', ...PAGES, ...LABELS },
  { file: 'labels-letter.pdf', name: 'Labels and bag tags, Letter, 30 of 67 × 25 mm', ...PAGES, ...LABELS },
  { file: 'drawing.svg', name: 'Drawing', format: 'SVG', type: 'image/svg+xml', alone: '.svg' },
  {
    file: 'templates-a4.pdf',
    name: 'Templates 1:1, A4',
    format: 'PDF',
    type: 'application/pdf',
    ...TEMPLATES,
  },
  {
    file: 'templates-letter.pdf',
    name: 'Templates 1:1, Letter',
    format: 'PDF',
    type: 'application/pdf',
    ...TEMPLATES,
  },
  {
    file: 'templates-sheet.pdf',
    name: 'Templates 1:1, a page each as large as it is',
    format: 'PDF',
    type: 'application/pdf',
    ...TEMPLATES,
  },
  {
    file: 'templates.zip',
    name: 'Cut drawings 1:1',
    format: 'SVG and DXF, zip',
    type: 'application/zip',
    ...TEMPLATES,
  },
  { file: 'template.svg', name: 'Cut drawing', format: 'SVG', type: 'image/svg+xml', ofOne: true, ...TEMPLATES },
  { file: 'template.dxf', name: 'Cut drawing', format: 'DXF', type: 'image/vnd.dxf', ofOne: true, ...TEMPLATES },
  { file: 'circuits.cir', name: 'Speaker circuits', ...NETLIST },
  ...FEED_CASES.map(({ id, name }) => ({
    file: `feeds-${id}.cir` as const,
    name: `Feeds, ${name.toLowerCase()}`,
    ...NETLIST,
    none: 'The craft of this job has no shore charger, so it is never on one.',
  })),
] as const satisfies readonly Export[];
export type ExportFile = (typeof EXPORTS)[number]['file'];

/** The files whose job and whole job are named by their ending alone. */
const STEM_ONLY: readonly string[] = ['job.json', 'whole.zip'];
/** What a file is called after the job's own name. */
export const namedAfter = (stem: string, file: ExportFile): string =>
  STEM_ONLY.includes(file) ? `${stem}${file.slice(file.indexOf('.'))}` : `${stem} ${file}`;

/** The file that a name asks for, by how it ends: the longest ending that fits. */
export function exportOf(name: string): (Export & { readonly file: ExportFile }) | undefined {
  const fitting = (EXPORTS as readonly (Export & { readonly file: ExportFile })[]).flatMap((one) => {
    const ending = [one.file, one.alone].find((end) => end !== undefined && name.endsWith(end));
    return ending === undefined ? [] : [{ one, length: ending.length }];
  });
  return fitting.sort((a, b) => b.length - a.length)[0]?.one;
}
