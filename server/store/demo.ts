import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import type { JobSummary } from '#core/summary';
import type { JobStore } from './jobs';
import { hashOf, type PhotoStore } from './photos';

/** The demo world as it is built: the jobs it begins with in the order they are put in, and beside it its pictures. */
export interface DemoWorld {
  readonly jobs: readonly {
    readonly job: Job;
    readonly events: readonly BayEvent[];
    /** What the Board shows of it: nobody waits for that at the first start. */
    readonly summary: JobSummary;
  }[];
}
export const WORLD_FILE = 'world.json';
export const PHOTOS_FOLDER = 'photographs';

/** Puts the demo world's jobs into a folder that has just been begun. */
export async function stockDemo(jobs: JobStore, photos: PhotoStore, demo: string): Promise<void> {
  const pictures = join(demo, PHOTOS_FOLDER);
  for (const file of readdirSync(pictures)) {
    const bytes = readFileSync(join(pictures, file));
    await photos.keep(hashOf(bytes), bytes);
  }
  const world = JSON.parse(readFileSync(join(demo, WORLD_FILE), 'utf8')) as DemoWorld;
  for (const { job, events, summary } of world.jobs) {
    await jobs.createWhole(job, events, `demo-${job.id}`);
    await jobs.summarised(job, summary);
  }
}
