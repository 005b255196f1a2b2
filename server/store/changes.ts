import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { Journal, JournalEntry } from './journal';

/** How far the database is in the journal: which file, the last line it has, and where the next begins. */
export interface Mark {
  readonly generation: string | null;
  readonly n: number;
  readonly at: number;
}

const ON_SHELF: readonly JournalEntry['kind'][] = [
  'shelf',
  'item',
  'itemGone',
  'patternGone',
  'draft',
  'draftEdit',
  'draftGone',
  'rack',
];

/** Saves between two times the database is tidied: each leaves the row before it behind. */
const TIDY_AFTER = 1000;

/**
 * The one way anything of a data folder is changed: one change after another, each in the journal, on the disk, before
 * the database commits and before anybody is told.
 */
export class Changes {
  #queue: Promise<unknown> = Promise.resolve();
  #untidied = 0;
  /** Jobs changed while the journal is being begun anew. */
  touched: Set<string> | undefined;
  shelfTouched = false;
  readonly #listeners = new Set<(entry: JournalEntry) => void>();

  constructor(
    readonly db: PGlite,
    readonly journal: Journal | undefined,
    /** Told of what goes wrong and loses nothing. */
    private readonly onTrouble: (error: unknown) => void = () => undefined,
  ) {}

  /** Tells of every change once it is acknowledged, in the order they are. Returns what ends it. */
  onChange(listener: (entry: JournalEntry) => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Runs when nothing else does. */
  alone<T>(work: () => Promise<T>): Promise<T> {
    const result = this.#queue.then(work);
    this.#queue = result.catch(() => undefined);
    return result;
  }

  /** A change, within `alone`: both the journal and the database have it, or neither. */
  async write(entries: readonly JournalEntry[], change: (tx: Transaction) => Promise<void>): Promise<void> {
    const { db, journal } = this;
    const before = journal && { size: journal.size, last: journal.last };
    let appended = false;
    try {
      await db.transaction(async (tx) => {
        await change(tx);
        if (!journal) return;
        journal.append(...entries);
        appended = true;
        await setMark(tx, { generation: journal.generation!, n: journal.last, at: journal.size });
      });
    } catch (error) {
      if (appended) journal!.retract(before!);
      throw error;
    }
    for (const entry of entries)
      if ('job' in entry) this.touched?.add(entry.job);
      else if (ON_SHELF.includes(entry.kind)) this.shelfTouched = true;
    for (const entry of entries) for (const tell of this.#listeners) tell(entry);
    if (++this.#untidied >= TIDY_AFTER) await this.#tidy();
  }

  /** Gives back what past states of rows take. The change it follows stands whether this goes or not. */
  async #tidy(): Promise<void> {
    this.#untidied = 0;
    try {
      // Each by itself: several in one go would be one transaction, and tidying cannot be part of one.
      for (const statement of ['vacuum jobs', 'vacuum journal_mark', 'checkpoint']) await this.db.exec(statement);
    } catch (error) {
      this.onTrouble(error);
    }
  }
}

export async function readMark(db: PGlite | Transaction): Promise<Mark> {
  const { rows } = await db.query<{ generation: string | null; n: string | number; at: string | number }>(
    'select generation, n, at from journal_mark',
  );
  const [mark] = rows;
  return mark
    ? { generation: mark.generation, n: Number(mark.n), at: Number(mark.at) }
    : { generation: null, n: 0, at: 0 };
}

export async function setMark(db: PGlite | Transaction, { generation, n, at }: Mark): Promise<void> {
  await db.query('update journal_mark set generation = $1, n = $2, at = $3', [generation, n, at]);
}
