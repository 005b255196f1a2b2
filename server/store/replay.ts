import type { PGlite, Transaction } from '@electric-sql/pglite';
import { DocumentError, OperationError } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { applyAll, readEdit, type Operation } from '#core/job/operations';
import { readJob } from '#core/read-job';
import { beginAnew } from './begin-anew';
import { readMark, setMark, type Changes } from './changes';
import { setAside, type JournalEntry, type JournalLine } from './journal';
import { dropDraft, replayDraft, replayDraftEdit } from './drafts';
import { putRack } from './rack';
import { dropItem, dropPattern, putItem, stockRows } from './library';
import { whole } from './document';
import { putPattern, selectPattern } from './tables/crafts';
import { eventCount, insertEvents } from './tables/events';
import { deleteJob, insertJob, revisionsOfJobs, selectJob, selectRaw, setTrouble, updateJob } from './tables/jobs';
import { savedBefore } from './tables/revisions';
import { contentHash } from '#core/document/hash';

export interface Replayed {
  /** Acknowledged changes that came back. */
  readonly changes: number;
  /** What a person must know, in words for the terminal. */
  readonly warnings: readonly string[];
}

const BATCH = 100;

type Of<K extends JournalEntry['kind']> = Extract<JournalEntry, { kind: K }>;

/**
 * Brings back what was acknowledged and is missing from the database. A line that cannot be read sets its job aside,
 * and only where the database is not past it; the journal is begun anew where it is of the first version, damaged, or
 * lacks what the database has.
 */
export async function replay(changes: Changes): Promise<Replayed> {
  const { db, journal } = changes;
  if (!journal) return { changes: 0, warnings: [] };
  const warnings: string[] = [];
  const { count, keep, why } = await changes.alone(async () => {
    const mark = await readMark(db);
    const near = journal.generation === mark.generation && journal.beginsLineAt(mark.at);
    const back = new Replay(db, mark.n, journal.path);
    const from = near ? mark.n : 0;
    await back.run(journal.lines(near ? mark.at : 0, from), from);
    warnings.push(...back.warnings);
    // Journals of the first version kept no number, and their databases no mark.
    const lacks = mark.generation !== null && journal.last < mark.n;
    if (lacks)
      warnings.push(
        `the journal ${journal.path} lacks what the database has, or is gone; it was begun anew from the database`,
      );
    if (!lacks && !back.damaged && journal.generation !== undefined)
      await setMark(db, { generation: journal.generation, n: journal.last, at: journal.size });
    return {
      count: back.count,
      why: lacks || back.damaged > 0 || journal.generation === undefined,
      keep: lacks || back.damaged > 0 ? `${journal.path}.old-${stamp()}` : undefined,
    };
  });
  if (why) await beginAnew(changes, keep);
  return { changes: count, warnings };
}

export const stamp = (): string =>
  new Date()
    .toISOString()
    .replace(/[^0-9T]/g, '')
    .slice(0, 15);

class Replay {
  count = 0;
  damaged = 0;
  readonly warnings: string[] = [];
  /** Revision of every job there is. */
  readonly #revisions = new Map<string, number>();
  readonly #troubled = new Set<string>();
  /** Jobs a line past the mark seems to have been of. */
  readonly #suspects = new Set<string>();
  #newest: { readonly job: Job; readonly revision: number } | undefined;
  #loaded = false;

  constructor(
    private readonly db: PGlite,
    /** Number of the last line the database has. */
    private readonly mark: number,
    private readonly path: string,
  ) {}

  /** `from`: number of the line before the first of these. */
  async run(lines: Iterable<JournalLine>, from: number): Promise<void> {
    let batch: JournalEntry[] = [];
    let bad: Extract<JournalLine, { ok: false }>[] = [];
    let number = 0;
    let last = from;
    const judge = (next: number | undefined) => {
      // What stands before a line the database has is in the database; at the end the lines are counted.
      const missing = (next ?? last + bad.length + 1) > this.mark + 1;
      for (const line of bad) this.#damage(line, number, missing);
      bad = [];
    };
    for (const line of lines) {
      number++;
      if (!line.ok) {
        // What was written before it is older than it, and does not make it good.
        await this.#take(batch);
        batch = [];
        bad.push(line);
        continue;
      }
      if (bad.length) judge(line.n === 0 ? undefined : line.n);
      last = Math.max(last, line.n);
      if (line.n > 0 && line.n <= this.mark) continue;
      batch.push(line.entry);
      if (batch.length >= BATCH) {
        await this.#take(batch);
        batch = [];
      }
    }
    if (bad.length) judge(undefined);
    await this.#take(batch);
    if (this.#suspects.size && !this.#loaded) await this.#load();
    for (const job of this.#suspects)
      if (this.#revisions.has(job) && !this.#troubled.has(job))
        await this.#trouble(
          this.db,
          job,
          'a change of it could not be read from the journal and may be missing; it stands as it was without',
        );
  }

  #damage({ job, bytes }: Extract<JournalLine, { ok: false }>, number: number, missing: boolean): void {
    this.damaged++;
    setAside(this.path, bytes);
    this.warnings.push(
      `the journal ${this.path} is damaged near line ${number}${job === undefined ? '' : `, at job ${job}`}: ${
        missing ? 'what it said is lost unless the database has it' : 'the database has what it said, nothing is lost'
      }; the bytes are kept in ${this.path}.aside`,
    );
    if (missing && job !== undefined) this.#suspects.add(job);
  }

  async #load(): Promise<void> {
    this.#revisions.clear();
    this.#newest = undefined;
    for (const [id, revision] of await revisionsOfJobs(this.db)) this.#revisions.set(id, revision);
    this.#loaded = true;
  }

  /** Entries in one transaction; one by one where something among them will not go. */
  async #take(entries: readonly JournalEntry[]): Promise<void> {
    if (!entries.length) return;
    if (!this.#loaded) await this.#load();
    const before = this.count;
    try {
      await this.db.transaction(async (tx) => {
        for (const entry of entries) await this.#apply(tx, entry);
      });
    } catch {
      this.count = before;
      for (const entry of entries) {
        await this.#load();
        try {
          await this.db.transaction((tx) => this.#apply(tx, entry));
        } catch (error) {
          const reason = error instanceof Error ? error.message : String(error);
          setAside(this.path, Buffer.from(JSON.stringify(entry)));
          this.warnings.push(
            `a change in the journal ${this.path} could not be brought back (${reason}); it is kept in ${this.path}.aside`,
          );
          if ('job' in entry && this.#revisions.has(entry.job))
            await this.#trouble(this.db, entry.job, `a change of it could not be brought back: ${reason}`);
        }
      }
    }
  }

  async #trouble(db: PGlite | Transaction, job: string, reason: string): Promise<void> {
    this.#troubled.add(job);
    await setTrouble(db, job, reason);
  }

  async #apply(tx: Transaction, entry: JournalEntry): Promise<void> {
    switch (entry.kind) {
      case 'journal':
        return;
      case 'pattern':
        return putPattern(tx, entry.hash, entry.pattern);
      case 'shelf':
        this.count++;
        return stockRows(tx, entry.items, entry.patterns, entry.whole);
      case 'item':
        this.count++;
        return putItem(tx, entry.item);
      case 'itemGone':
        this.count++;
        return dropItem(tx, entry.id);
      case 'patternGone':
        this.count++;
        return dropPattern(tx, entry.id);
      case 'draft':
        if (await replayDraft(tx, entry)) this.count++;
        return;
      case 'draftEdit':
        if (await replayDraftEdit(tx, entry)) this.count++;
        return;
      case 'draftGone':
        this.count++;
        return dropDraft(tx, entry.id);
      case 'rack':
        this.count++;
        return putRack(tx, entry.rack);
      case 'create':
      case 'state':
        return this.#state(tx, entry);
      case 'save':
        return this.#save(tx, entry);
      case 'events': {
        if (!this.#revisions.has(entry.job)) return;
        const before = await eventCount(tx, entry.job);
        await insertEvents(tx, entry.job, entry.events);
        if ((await eventCount(tx, entry.job)) > before) this.count++;
        return;
      }
      case 'delete': {
        const gone = await deleteJob(tx, entry.job);
        this.#revisions.delete(entry.job);
        this.#suspects.delete(entry.job);
        if (gone) this.count++;
      }
    }
  }

  async #state(tx: Transaction, entry: Of<'create'> | Of<'state'>): Promise<void> {
    const revision = entry.kind === 'create' ? 1 : entry.revision;
    const saveId = entry.kind === 'create' ? entry.saveId : `state-${revision}`;
    const known = this.#revisions.get(entry.job);
    if (known !== undefined && known >= revision && (await this.#isHere(tx, entry, revision, known))) return;
    const document = await documentOf(tx, entry);
    await deleteJob(tx, entry.job);
    let job: Job;
    let trouble = entry.kind === 'state' ? (entry.trouble ?? null) : null;
    try {
      job = readJob(document);
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      // As it stands, so that it can be taken out and put right.
      job = { ...(document as Job), id: entry.job };
      trouble = `it cannot be read: ${error.message.split('\n')[0]}`;
    }
    await insertJob(tx, job, revision, saveId, trouble);
    this.#revisions.set(entry.job, revision);
    // Whatever was missing before it is in it.
    this.#suspects.delete(entry.job);
    if (trouble === null) this.#troubled.delete(entry.job);
    else this.#troubled.add(entry.job);
    this.#newest = { job, revision };
    this.count++;
  }

  /** Whether the row there is this job and not an earlier one of its id, deleted since. */
  async #isHere(tx: Transaction, entry: Of<'create'> | Of<'state'>, revision: number, known: number): Promise<boolean> {
    if (entry.kind === 'create') return savedBefore(tx, entry.job, entry.saveId);
    if (known > revision || entry.pattern === undefined) return true;
    const found = await selectRaw(tx, entry.job);
    const same = found && contentHash(found.document) === contentHash(entry.document);
    return same === true && found.trouble === (entry.trouble ?? null);
  }

  async #save(tx: Transaction, entry: Of<'save'>): Promise<void> {
    const known = this.#revisions.get(entry.job);
    if (known === undefined) {
      // Of a job whose beginning could not be read, or of one deleted since.
      if (this.#suspects.has(entry.job)) setAside(this.path, Buffer.from(JSON.stringify(entry)));
      return;
    }
    if (known >= entry.revision) return;
    if (known !== entry.revision - 1 || this.#troubled.has(entry.job)) {
      setAside(this.path, Buffer.from(JSON.stringify(entry)));
      if (!this.#troubled.has(entry.job))
        await this.#trouble(
          tx,
          entry.job,
          `what was saved after revision ${known} could not be read from the journal; it stands as it was then`,
        );
      return;
    }
    const found =
      this.#newest?.job.id === entry.job && this.#newest.revision === known
        ? this.#newest
        : (await selectJob(tx, entry.job))!;
    let job: Job;
    let operations: Operation[];
    try {
      operations = entry.operations.map(readEdit);
      job = readJob(applyAll(found.job, operations));
    } catch (error) {
      if (!(error instanceof OperationError || error instanceof DocumentError)) throw error;
      setAside(this.path, Buffer.from(JSON.stringify(entry)));
      await this.#trouble(
        tx,
        entry.job,
        `what was saved as revision ${entry.revision} does not apply (${error.message.split('\n')[0]}); it stands as it was before`,
      );
      return;
    }
    const same = job.craft.pattern === found.job.craft.pattern;
    await updateJob(tx, job, entry.revision, entry.saveId, operations, same);
    this.#revisions.set(entry.job, entry.revision);
    this.#newest = { job, revision: entry.revision };
    this.count++;
  }
}

/** The document of an entry, whole: those of the first version hold their pattern, later ones its hash. */
async function documentOf(tx: Transaction, { document, pattern }: Of<'create'> | Of<'state'>): Promise<unknown> {
  if (pattern === undefined) return document;
  return whole(document, await selectPattern(tx, pattern));
}
