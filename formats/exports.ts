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
}

const NETLIST = { format: 'SPICE netlist', type: 'text/plain; charset=utf-8' } as const;
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
  { file: 'fasteners.csv', name: 'Fasteners', ...TABLE },
  { file: 'drawing.svg', name: 'Drawing', format: 'SVG', type: 'image/svg+xml', alone: '.svg' },
  { file: 'circuits.cir', name: 'Speaker circuits', ...NETLIST },
  ...FEED_CASES.map(({ id, name }) => ({
    file: `feeds-${id}.cir` as const,
    name: `Feeds, ${name.toLowerCase()}`,
    ...NETLIST,
  })),
] as const satisfies readonly Export[];
export type ExportFile = (typeof EXPORTS)[number]['file'];

/** The files whose job and whole job are named by their ending alone. */
const STEM_ONLY: readonly string[] = ['job.json', 'whole.zip'];
/** What a file is called after the job's own name. */
export const namedAfter = (stem: string, file: ExportFile): string =>
  STEM_ONLY.includes(file) ? `${stem}${file.slice(file.indexOf('.'))}` : `${stem} ${file}`;

/** The file that a name asks for, by how it ends. */
export const exportOf = (name: string): ExportFile | undefined =>
  EXPORTS.find(({ file, ...rest }) => name.endsWith('alone' in rest ? rest.alone : file))?.file;
