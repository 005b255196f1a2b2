import { cpSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { FINISHED_PHOTOS, finishedEvents, finishedJob } from '#demo/finished';
import { DEMO_JOBS } from '#demo/jobs';
import { NewerSchemaError, openDatabase } from './database';
import { JobStore } from './jobs';
import { Journal } from './journal';
import { Library } from './library';
import { holdFolder } from './lock';
import { PhotoStore, hashOf } from './photos';

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
 * world (its pictures are in `demoPhotos`) unless `empty`. Throws with a message fit for the terminal when it is held, newer or damaged.
 */
export async function openFolder(
  folder: string,
  template: string,
  demoPhotos: string,
  empty: boolean,
): Promise<OpenFolder> {
  let release: () => void;
  try {
    mkdirSync(folder, { recursive: true });
    release = holdFolder(folder);
  } catch (error) {
    throw inWords(error, folder);
  }
  try {
    const home = join(folder, 'db');
    const journal = Journal.open(join(folder, 'journal.ndjson'));
    const fresh = !existsSync(home);
    if (fresh) {
      // Copied beside and renamed, so that a start cut short leaves no half database.
      rmSync(`${home}.new`, { recursive: true, force: true });
      cpSync(template, `${home}.new`, { recursive: true });
      renameSync(`${home}.new`, home);
    } else if (!existsSync(join(home, 'PG_VERSION')))
      throw new DamagedFolderError(folder, 'its version mark is missing');
    const db = await openDatabase(home).catch((error: unknown) => {
      throw error instanceof NewerSchemaError ? error : new DamagedFolderError(folder, reasonOf(error));
    });
    const jobs = new JobStore(db, journal);
    const replayed = await jobs.replay();
    const photos = new PhotoStore(db, join(folder, 'photographs'));
    if (fresh && !empty && journal.size === 0) await stockDemo(jobs, photos, demoPhotos);
    return {
      jobs,
      library: new Library(db),
      photos,
      replayed,
      close: async () => {
        await db.close();
        journal.close();
        release();
      },
    };
  } catch (error) {
    release();
    throw inWords(error, folder);
  }
}

export class DamagedFolderError extends Error {
  constructor(folder: string, reason: string) {
    super(
      `the database in ${folder} cannot be opened (${reason}); it is left as it is. Restore the folder from a copy, or choose another with --data.`,
    );
    this.name = 'DamagedFolderError';
  }
}

const reasonOf = (error: unknown) => (error instanceof Error ? error.message : String(error)).split('\n')[0]!;

/** What the disk said, as a person can act on it; nothing in the folder is replaced whatever it was. */
export function inWords(error: unknown, folder: string): unknown {
  const say = (what: string) => new Error(`the data folder ${folder} ${what}`, { cause: error });
  switch ((error as NodeJS.ErrnoException | undefined)?.code) {
    case 'EACCES':
    case 'EPERM':
    case 'EROFS':
    case 'ENOENT':
      return say('cannot be made or written: give this user leave to write there, or choose another with --data');
    case 'ENOSPC':
    case 'EDQUOT':
      return say('lies on a full disk: make room and start again; nothing was changed');
    case 'ENOTDIR':
    case 'EEXIST':
      return say('is a file, not a folder: choose another with --data');
    default:
      return error;
  }
}

async function stockDemo(jobs: JobStore, photos: PhotoStore, pictures: string): Promise<void> {
  const bytes = new Map<string, Buffer>(
    Object.values(FINISHED_PHOTOS).map(({ file }) => [file, readFileSync(join(pictures, file))]),
  );
  for (const picture of bytes.values()) await photos.keep(hashOf(picture), picture);
  const events = finishedEvents((file) => hashOf(bytes.get(file)!));
  // The Board shows what was changed last first: the demo's own order from the top.
  await jobs.createWhole(finishedJob(events.length), events, 'demo-finished');
  for (const job of [...DEMO_JOBS].reverse()) await jobs.create(job, `demo-${job.id}`);
}
