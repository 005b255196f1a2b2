import { casesOf, type FeedCase } from '#core/power/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import type { UnitSystem } from '#core/units/shown';
import { readBundle, writeBundle, type Bundle, type ReadBundle } from '#formats/bundle';
import { cutListCsv, fastenersCsv, readShelfCsv, type ShelfRead } from '#formats/csv';
import { drawingSvg } from '#formats/drawing';
import { readJobFile } from '#formats/job-file';
import { jobSheetPdf, type SheetPhoto } from '#formats/job-sheet';
import { circuitsNetlist, feedsNetlist } from '#formats/spice';
import { summarise, type JobSummary } from '#core/summary';
import { planOf } from '#core/shown';

/** What takes long, or may with what strangers send: nothing of it runs where requests are answered. */
export const TASKS = {
  summary: (job: Job, events: readonly BayEvent[]): JobSummary => summarise(job, events),
  /** Photographs that still stand, in the order they were taken, are read by whoever has them. */
  sheet: (job: Job, events: readonly BayEvent[], photos: readonly SheetPhoto[], units: UnitSystem) =>
    jobSheetPdf(job, events, photos, units),
  drawing: (job: Job): string => drawingSvg(job, planOf(job)),
  cutList: (job: Job): string => cutListCsv(job, planOf(job)),
  fasteners: (job: Job, events: readonly BayEvent[]): string => fastenersCsv(job, planOf(job), events),
  circuits: (job: Job): string => circuitsNetlist(job, planOf(job)),
  /** Undefined where the craft is never in that state. */
  feeds: (job: Job, id: FeedCase['id']): string | undefined => {
    const feedCase = casesOf(job).find((c) => c.id === id);
    return feedCase && feedsNetlist(job, planOf(job), feedCase);
  },
  writeWhole: (bundle: Bundle): Uint8Array => writeBundle(bundle),
  readWhole: (bytes: Uint8Array): ReadBundle => readBundle(bytes),
  readJobFile: (text: string): Job => readJobFile(text),
  readShelf: (text: string): ShelfRead => readShelfCsv(text),
} as const;

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;

/** Runs a task somewhere. Throws what it throws, or TookTooLongError. */
export type Run = <N extends TaskName>(
  name: N,
  ...args: Parameters<Tasks[N]>
) => Promise<Awaited<ReturnType<Tasks[N]>>>;

/** A task was ended because it went on too long or wanted too much memory. */
export class TookTooLongError extends Error {}

/** Runs a task here and now: for tests, and for what has no requests to answer meanwhile. */
export const runHere: Run = async (name, ...args) =>
  (await (TASKS[name] as (...of: unknown[]) => unknown)(...args)) as never;
