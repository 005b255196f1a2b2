import { chmodSync, cpSync, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { beginAnew, isOvergrown } from './begin-anew';
import type { Run } from '../work/tasks';
import { Changes } from './changes';
import { NewerSchemaError, openDatabase } from './database';
import { JobStore } from './jobs';
import { stockDemo } from './demo';
import { Drafts } from './drafts';
import { Journal } from './journal';
import { Library } from './library';
import { holdFolder } from './lock';
import { PhotoStore } from './photos';
import { RackStore } from './rack';
import { replay, stamp } from './replay';

export interface OpenFolder {
  readonly jobs: JobStore;
  readonly library: Library;
  readonly drafts: Drafts;
  readonly rack: RackStore;
  readonly photos: PhotoStore;
  readonly changes: Changes;
  /** Acknowledged changes that came back from the journal. */
  readonly replayed: number;
  /** What a person must know of the folder, in words for the terminal. */
  readonly warnings: readonly string[];
  readonly close: () => Promise<void>;
}

export interface FolderOptions {
  /** The database a new folder begins from. */
  readonly template: string;
  /** The demo world. */
  readonly demo: string;
  /** A new folder begins without the demo world. */
  readonly empty: boolean;
  /** The database is put by and made anew from the journal. */
  readonly rebuild: boolean;
  /** Runs what takes long. */
  readonly run: Run;
  /** Told of what goes wrong while it is open and loses nothing. */
  readonly onTrouble: (error: unknown) => void;
}

/** A picture that no event names is kept so long: its event may still be on a device. */
const KEEP_HOURS = 24 * 14;

/** How often it is asked whether the journal has grown. */
const LOOK_MS = 30_000;

/**
 * Opens a data folder for this process alone. A new one begins as a copy of `template`, with the demo world unless
 * `empty`. Throws with a message fit for the terminal when it is held, newer or damaged.
 */
export async function openFolder(folder: string, options: FolderOptions): Promise<OpenFolder> {
  const { template, demo, empty, rebuild, run, onTrouble } = options;
  let release: () => void;
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    ownerOnly(folder);
    release = holdFolder(folder);
  } catch (error) {
    throw inWords(error, folder);
  }
  try {
    const home = join(folder, 'db');
    const journal = Journal.open(join(folder, 'journal.ndjson'));
    // Its size is not known before it has been read, but for one that has just been begun.
    const justBegun = journal.size > 0;
    if (rebuild && existsSync(home)) {
      if (justBegun)
        throw new Error(
          `the journal in ${folder} holds nothing, so nothing can be made anew from it; the database is left as it is`,
        );
      renameSync(home, `${home}.damaged-${stamp()}`);
    }
    const fresh = !existsSync(home);
    if (fresh) {
      // Copied beside and renamed, so that a start cut short leaves no half database.
      rmSync(`${home}.new`, { recursive: true, force: true });
      cpSync(template, `${home}.new`, { recursive: true });
      ownerOnly(`${home}.new`);
      renameSync(`${home}.new`, home);
    } else if (!existsSync(join(home, 'PG_VERSION')))
      throw new DamagedFolderError(folder, 'its version mark is missing');
    const db = await openDatabase(home).catch((error: unknown) => {
      throw error instanceof NewerSchemaError ? error : new DamagedFolderError(folder, reasonOf(error));
    });
    const changes = new Changes(db, journal, onTrouble);
    const { changes: replayed, warnings } = await replay(changes);
    const jobs = new JobStore(changes, run);
    const photos = new PhotoStore(db, join(folder, 'photographs'));
    if (fresh && !justBegun) await photos.recount();
    await photos.sweep(KEEP_HOURS);
    if (fresh && justBegun && !empty) await stockDemo(jobs, photos, demo);
    const grown = () => {
      if (isOvergrown(journal)) beginAnew(changes).catch((error: unknown) => onTrouble(inWords(error, folder)));
    };
    grown();
    const looking = setInterval(grown, LOOK_MS);
    return {
      jobs,
      library: new Library(changes),
      drafts: new Drafts(changes),
      rack: new RackStore(changes),
      photos,
      changes,
      replayed,
      warnings,
      close: async () => {
        clearInterval(looking);
        // What is being written is written to its end.
        await changes.alone(() => Promise.resolve());
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

/** Customers' names are in it: nobody else of this machine reads a folder that is ours. */
function ownerOnly(folder: string): void {
  const { mode, uid } = statSync(folder);
  if (uid === process.getuid?.() && (mode & 0o077) !== 0) chmodSync(folder, 0o700);
}

export class DamagedFolderError extends Error {
  constructor(folder: string, reason: string) {
    super(
      `the database in ${folder} cannot be opened (${reason}); it is left as it is. The journal beside it holds every change that was acknowledged: start once with --rebuild to make the database anew from it (the damaged one is kept beside as db.damaged-…), or choose another folder with --data.`,
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
