import { benchDrawings, benchesOf } from '#core/benched';
import type { BenchScale } from '#core/drawing/bench-sheet';
import { cutDrawings, stacked, type CutDrawing } from '#core/drawing/cuts';
import { standingPhotos } from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { EMPTY_RACK, Cuttings, planNests, type Label, type Rack } from '#core/harness/index';
import { labelsOf } from '#core/labelled';
import { FEED_CASES, casesOf, type FeedCase } from '#core/power/index';
import { planOf } from '#core/shown';
import type { UnitSystem } from '#core/units/shown';
import { writeBundle } from './bundle';
import { fastenersCsv, partsCsv } from './csv';
import { benchTestCsv, cutListCsv, nestsCsv, splicesCsv } from './harness-csv';
import { drawingSvg } from './drawing';
import type { ExportFile } from './exports';
import { writeJobFile } from './job-file';
import { labelsCsv, labelsPdf, type LabelSheet } from './labels';
import { jobSheetPdf } from './job-sheet';
import { cutsPdf, type Paper } from './template-pdf';
import { cutDxf, cutSvg, cutsZip } from './templates';
import { circuitsNetlist, feedsNetlist } from './spice';

/** All that a file of a job is made of. */
export interface Exported {
  readonly job: Job;
  readonly events: readonly BayEvent[];
  /** Bytes of the photographs, by their hash; those that are missing are left out. */
  readonly photos: ReadonlyMap<string, Uint8Array>;
  readonly units: UnitSystem;
  /** The reels of the workshop; none where it is not known. */
  readonly rack?: Rack;
  /** The cut drawing that is asked for; all of them where none is named. */
  readonly of?: string;
  /** Where this job is opened, for what leads there: http://127.0.0.1:4310. */
  readonly server?: string;
}

type Made = string | Uint8Array | undefined;
type Exporter = (of: Exported) => Made | Promise<Made>;

const feeds =
  (id: FeedCase['id']): Exporter =>
  ({ job }) => {
    const feedCase = casesOf(job).find((c) => c.id === id);
    return feedCase && feedsNetlist(job, planOf(job), feedCase);
  };

/** The drawings that are asked for, in what they are wanted as; nothing where there are none. */
const cuts =
  (make: (drawings: readonly [CutDrawing, ...CutDrawing[]], title: string) => Made | Promise<Made>): Exporter =>
  ({ job, units, of }) => {
    const [first, ...rest] = cutDrawings(job, planOf(job), units).filter(({ id }) => of === undefined || id === of);
    return first && make([first, ...rest], job.title);
  };
/** The harnesses laid out flat. */
const bench =
  (
    scale: BenchScale,
    make: (drawings: readonly [CutDrawing, ...CutDrawing[]], title: string) => Made | Promise<Made>,
  ): Exporter =>
  ({ job, units }) => {
    const [first, ...rest] = benchDrawings(job, planOf(job), units, scale);
    return first && make([first, ...rest], `${job.title}: harness`);
  };
const pages = (paper: Paper) => cuts((drawings, title) => cutsPdf(drawings, paper, title));

const labels =
  (
    make: (labels: readonly Label[], of: { job: string; title: string; server: string }) => Made | Promise<Made>,
  ): Exporter =>
  ({ job, server = HERE }) => {
    const all = labelsOf(job, planOf(job));
    return all.length ? make(all, { job: job.id, title: job.title, server }) : undefined;
  };
/** Where it listens until it is told otherwise. */
const HERE = 'http://127.0.0.1:4310';
const stickers = (sheet: LabelSheet) => labels((all, of) => labelsPdf(all, sheet, of));

const EXPORTERS: Readonly<Record<ExportFile, Exporter>> = {
  'sheet.pdf': ({ job, events, photos, units }) =>
    jobSheetPdf(
      job,
      events,
      standingPhotos(events).map(({ photo, caption }) => ({ caption, bytes: photos.get(photo) })),
      units,
    ),
  'whole.zip': ({ job, events, photos }) => writeBundle({ job, events, photos }),
  'job.json': ({ job }) => writeJobFile(job),
  'cut-list.csv': ({ job }) => cutListCsv(job, planOf(job)),
  'reels.csv': ({ job, events, rack = EMPTY_RACK }) =>
    nestsCsv(job, planOf(job), planNests(planOf(job).cutList, rack, new Cuttings(events).pieces())),
  'parts.csv': ({ job }) => partsCsv(planOf(job)),
  'fasteners.csv': ({ job, events }) => fastenersCsv(job, planOf(job), events),
  'bench.svg': bench('full', (drawings) => cutSvg(stacked(drawings))),
  'bench.dxf': bench('full', (drawings) => cutDxf(stacked(drawings))),
  'bench-a4.pdf': bench('full', (drawings, title) => cutsPdf(drawings, 'a4', title)),
  'bench-a3.pdf': bench('full', (drawings, title) => cutsPdf(drawings, 'a3', title)),
  'bench-sheet.pdf': bench('sheet', (drawings, title) => cutsPdf(drawings, 'sheet', title)),
  'bench-test.csv': ({ job }) => {
    const benches = benchesOf(job, planOf(job));
    return benches.length ? benchTestCsv(benches, job.settings.conductors) : undefined;
  },
  'splices.csv': ({ job }) => {
    const plan = planOf(job);
    return plan.terminals.length || plan.pins.length ? splicesCsv(job, plan) : undefined;
  },
  'labels.csv': labels((all, { job, server }) => labelsCsv(all, job, server)),
  'labels-a4.pdf': stickers('a4'),
  'labels-a4-small.pdf': stickers('a4-small'),
  'labels-letter.pdf': stickers('letter'),
  'drawing.svg': ({ job }) => drawingSvg(job, planOf(job)),
  'templates-a4.pdf': pages('a4'),
  'templates-letter.pdf': pages('letter'),
  'templates-sheet.pdf': pages('sheet'),
  'templates.zip': cuts(cutsZip),
  'template.svg': cuts(([drawing]) => cutSvg(drawing)),
  'template.dxf': cuts(([drawing]) => cutDxf(drawing)),
  'circuits.cir': ({ job }) => circuitsNetlist(job, planOf(job)),
  ...(Object.fromEntries(FEED_CASES.map(({ id }) => [`feeds-${id}.cir`, feeds(id)])) as Record<
    `feeds-${FeedCase['id']}.cir`,
    Exporter
  >),
};

/** Makes one file of a job; undefined where there is none of it. */
export const makeExport = (file: ExportFile, of: Exported): Made | Promise<Made> => EXPORTERS[file](of);
