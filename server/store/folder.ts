import { cpSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_JOBS } from '#demo/jobs';
import { openDatabase } from './database';
import { JobStore } from './jobs';
import { Journal } from './journal';
import { Library } from './library';
import { holdFolder } from './lock';
import { PhotoStore } from './photos';

export interface OpenFolder {
  readonly jobs: JobStore;
  readonly library: Library;
  readonly photos: PhotoStore;
  /** Acknowledged changes that came back from the journal. */
  readonly replayed: number;
  readonly close: () => Promise<void>;
}

/**
 * Opens a data folder for this process alone. A new one begins as a copy of `template`, with the demo
 * world unless `empty`. Throws with a message fit for the terminal when it is held, newer or damaged.
 */
export async function openFolder(folder: string, template: string, empty: boolean): Promise<OpenFolder> {
  mkdirSync(folder, { recursive: true });
  const release = holdFolder(folder);
  try {
    const home = join(folder, 'db');
    const journal = Journal.open(join(folder, 'journal.ndjson'));
    const fresh = !existsSync(home);
    if (fresh) {
      // Copied beside and renamed, so that a start cut short leaves no half database.
      rmSync(`${home}.new`, { recursive: true, force: true });
      cpSync(template, `${home}.new`, { recursive: true });
      renameSync(`${home}.new`, home);
    }
    const db = await openDatabase(home);
    const jobs = new JobStore(db, journal);
    const replayed = await jobs.replay();
    if (fresh && !empty && journal.size === 0)
      for (const job of [...DEMO_JOBS].reverse()) await jobs.create(job, `demo-${job.id}`);
    return {
      jobs,
      library: new Library(db),
      photos: new PhotoStore(db, join(folder, 'photographs')),
      replayed,
      close: async () => {
        await db.close();
        journal.close();
        release();
      },
    };
  } catch (error) {
    release();
    throw error;
  }
}
