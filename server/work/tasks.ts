import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { summarise, type JobSummary } from '#core/summary';
import { readBundle, type ReadBundle } from '#formats/bundle';
import { readShelfCsv, type ShelfRead } from '#formats/csv';
import { makeExport, type Exported } from '#formats/exporters';
import type { ExportFile } from '#formats/exports';
import { readJobFile } from '#formats/job-file';

/** What takes long, or may with what strangers send: nothing of it runs where requests are answered. */
export const TASKS = {
  summary: (job: Job, events: readonly BayEvent[]): JobSummary => summarise(job, events),
  /** Undefined where the craft is never in the state a file is of. */
  export: (file: ExportFile, of: Exported) => makeExport(file, of),
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
