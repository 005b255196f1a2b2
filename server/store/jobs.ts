import { setImmediate } from 'node:timers/promises';
import type { PGlite, Transaction } from '@electric-sql/pglite';
import { applyAll, type Operation } from '#core/job/operations';
import { MOST_EVENTS, type BayEvent, type WireEvent } from '#core/job/events';
import { clashes, pathWords } from '#core/job/clash';
import { DocumentError, OperationError } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { readJob } from '#core/read-job';
import type { JobSummary } from '#core/summary';
import { searchWords } from '#core/text/search';
import type { Run } from '../work/tasks';
import type { Changes } from './changes';
import type { JournalEntry } from './journal';
import { keptAs, whole } from './document';
import { putRack, rackAfter } from './rack';
import { eventCount, eventsOf, insertEvents, knownEvents } from './tables/events';
import {
  deleteJob,
  insertJob,
  listJobs,
  putSummary,
  selectJob,
  selectRaw,
  selectUnsummarised,
  setTrouble,
  unsummarised,
  updateJob,
  type JobRecord,
  type Listing,
} from './tables/jobs';
import { savedBefore, selectRevision } from './tables/revisions';

export interface StoredJob {
  readonly job: Job;
  readonly revision: number;
}

export interface JobRow extends JobSummary {
  readonly id: string;
  readonly title: string;
  readonly customer: string;
  readonly revision: number;
  readonly changedAt: string;
  /** Why it is set aside; absent where it is not. */
  readonly trouble?: string;
}

export interface Save {
  readonly base: number;
  readonly saveId: string;
  readonly operations: readonly Operation[];
}

export interface Saved extends StoredJob {
  /** Somebody else had saved meanwhile and the operations were replayed on theirs. */
  readonly merged: boolean;
}

/** Refused, with how a request that asked for it is answered. */
abstract class RefusedError extends Error {
  abstract readonly status: number;
  abstract readonly title: string;
  /** Sent along with the refusal. */
  get more(): Readonly<Record<string, unknown>> {
    return {};
  }
}
/** Something of the job could not be read: it takes no edit before somebody has settled it. */
export class SetAsideError extends RefusedError {
  readonly status = 423;
  readonly title = 'The job is set aside';
}
export class NoSuchDocumentError extends RefusedError {
  readonly status = 404;
  readonly title = 'No such job';
}
export class JobExistsError extends RefusedError {
  readonly status = 409;
  readonly title = 'The job exists';
}
export class StaleRevisionError extends RefusedError {
  readonly status = 412;
  readonly title = 'Changed since';
}
/** The operations do not apply to what others have saved since: nothing was written. */
export class SaveConflictError extends RefusedError {
  readonly status = 409;
  readonly title = 'Somebody else changed what this save touches';
  constructor(
    message: string,
    readonly newest: StoredJob,
    readonly base: StoredJob | undefined,
  ) {
    super(message);
  }
  override get more() {
    return { newest: this.newest, base: this.base ?? null };
  }
}

/** How many of the last saves are held in memory: what two people at one job are apart. */
const RECENT = 40;

/** Of a job that was changed again while it was being planned: the next look finds it. */
const JUST_CHANGED: JobSummary = {
  craft: '',
  patternId: '',
  gear: 0,
  stops: 0,
  cautions: 0,
  waits: 0,
  hours: 0,
  done: 0,
  steps: 0,
  sealedAt: null,
  next: 'Changed just now',
  nextAt: 'intake',
};
const noSummary = (reason: string): JobSummary => ({
  ...JUST_CHANGED,
  next: `It cannot be planned: ${reason}`,
  unplanned: reason,
});

/** The jobs of one data folder. */
export class JobStore {
  /** The job saved last, as it is in the database: most saves are of the same one. */
  #newest: StoredJob | undefined;
  /** The last saves of any job: what a save that is a little behind was made on. */
  #recent: readonly StoredJob[] = [];
  readonly #db: PGlite;

  constructor(
    private readonly changes: Changes,
    private readonly run: Run,
  ) {
    this.#db = changes.db;
  }

  /** Jobs, the one changed last first. One that cannot be summarised stands there with the reason. */
  async list(which?: Listing): Promise<JobRow[]> {
    // A save leaves the summary open: nobody waits for it but who looks at the Board.
    for (const id of await unsummarised(this.#db)) {
      await this.#summarise(id);
      // The database answers without ever letting go of the thread: others get their turn.
      await setImmediate();
    }
    return (await listJobs(this.#db, which)).map(({ summary, trouble, ...row }) => ({
      ...row,
      ...(summary ?? JUST_CHANGED),
      ...(trouble === null ? {} : { trouble }),
    }));
  }

  async #summarise(id: string): Promise<void> {
    // Saves go on while it is planned: what was planned counts only where nothing has changed since.
    const found = await this.changes.alone(async () => {
      const open = await selectUnsummarised(this.#db, id);
      return open && { ...open, events: await eventsOf(this.#db, id) };
    });
    if (!found) return;
    let job: Job | undefined;
    let summary: JobSummary;
    try {
      ({ job } = (await selectJob(this.#db, id))!);
      summary = await this.run('summary', job, found.events);
    } catch (error) {
      summary = noSummary((await this.#fault(id)) ?? (error instanceof Error ? error.message : String(error)));
    }
    await this.#keepSummary(id, summary, { ...found, job });
  }

  async #keepSummary(
    id: string,
    summary: JobSummary,
    of: Pick<Job, 'title' | 'customer'> & { readonly changed: string; readonly job: Job | undefined },
  ): Promise<void> {
    const gear = Object.values(of.job?.gear ?? {}).map(({ item }) => item.name);
    const words = searchWords(of.title, of.customer, summary.craft, summary.next, ...gear);
    await putSummary(this.#db, id, summary, words, of.changed);
  }

  /** Keeps what the Board shows of a job, where that was made beforehand for the job as it stands. */
  async summarised(job: Job, summary: JobSummary): Promise<void> {
    const open = await selectUnsummarised(this.#db, job.id);
    if (open) await this.#keepSummary(job.id, summary, { ...open, job });
  }

  /** What the schema says of a job that cannot be planned; undefined where it has nothing to say. */
  async #fault(id: string): Promise<string | undefined> {
    try {
      readJob(await this.raw(id));
      return undefined;
    } catch (error) {
      return error instanceof DocumentError ? error.message.split('\n')[0] : undefined;
    }
  }

  /** Throws NoSuchDocumentError; SetAsideError where it cannot be read. */
  async read(id: string): Promise<StoredJob> {
    let found: JobRecord | undefined;
    try {
      found = await selectJob(this.#db, id);
    } catch (error) {
      throw new SetAsideError(`it cannot be read: ${error instanceof Error ? error.message : String(error)}`);
    }
    if (!found) throw new NoSuchDocumentError(`no job ${id}`);
    return { job: found.job, revision: found.revision };
  }

  /** A job that takes edits. Throws SetAsideError where it is set aside until somebody has settled it. */
  async #readWhole(id: string): Promise<StoredJob> {
    const found = await selectJob(this.#db, id);
    if (!found) throw new NoSuchDocumentError(`no job ${id}`);
    if (found.trouble !== null) throw new SetAsideError(found.trouble);
    return { job: found.job, revision: found.revision };
  }

  async has(id: string): Promise<boolean> {
    return (await selectRaw(this.#db, id)) !== undefined;
  }

  /** What is kept of a job as it stands, whether it can be read or not. Throws NoSuchDocumentError. */
  async raw(id: string): Promise<unknown> {
    const found = await selectRaw(this.#db, id);
    if (!found) throw new NoSuchDocumentError(`no job ${id}`);
    return whole(found.document, found.pattern);
  }

  /** Takes a job that was set aside as it stands: it takes edits again. Throws DocumentError where it cannot be read. */
  settle(id: string): Promise<StoredJob> {
    return this.changes.alone(async () => {
      const found = await selectRaw(this.#db, id);
      if (!found) throw new NoSuchDocumentError(`no job ${id}`);
      const job = readJob(whole(found.document, found.pattern));
      const { revision } = found;
      const entries = keptAs(this.changes.journal, job, (kept) => ({ kind: 'state', revision, ...kept }));
      this.#newest = undefined;
      await this.changes.write(entries, (tx) => setTrouble(tx, id, null));
      return { job, revision };
    });
  }

  /** A job as it was at a past revision, by its operations from the first on. */
  async readRevision(id: string, revision: number): Promise<StoredJob | undefined> {
    const found = await selectRevision(this.#db, id, revision);
    return found && { job: applyAll(found.job, found.operations), revision };
  }

  create(job: Job, saveId: string): Promise<StoredJob> {
    return this.changes.alone(async () => {
      if (await this.has(job.id)) {
        if (await savedBefore(this.#db, job.id, saveId)) return this.read(job.id);
        throw new JobExistsError(`there is a job ${job.id} already`);
      }
      await this.#write(this.#created(job, saveId), (tx) => insertJob(tx, job, 1, saveId));
      return { job, revision: 1 };
    });
  }

  /** A whole job with what was done: all of it, or nothing. Throws JobExistsError. */
  createWhole(job: Job, events: readonly BayEvent[], saveId: string): Promise<StoredJob> {
    return this.changes.alone(async () => {
      if (await this.has(job.id)) throw new JobExistsError(`there is a job ${job.id} already`);
      const entries = this.#created(job, saveId);
      if (events.length) entries.push({ kind: 'events', job: job.id, events });
      await this.#write(entries, async (tx) => {
        await insertJob(tx, job, 1, saveId);
        await insertEvents(tx, job.id, events);
      });
      return { job, revision: 1 };
    });
  }

  save(id: string, { base, saveId, operations }: Save): Promise<Saved> {
    return this.changes.alone(async () => {
      const newest = this.#newest?.job.id === id ? this.#newest : await this.#readWhole(id);
      // A save sent again names an older base than what it has itself become.
      if (base < newest.revision && (await savedBefore(this.#db, id, saveId)))
        return { ...newest, merged: newest.revision !== base + 1 };
      if (base > newest.revision)
        throw new SaveConflictError(`base revision ${base} is not known here`, newest, undefined);
      const seen = base === newest.revision ? newest : await this.#at(id, base);
      let applied: Job;
      let job: Job;
      try {
        applied = applyAll(newest.job, operations);
        job = readJob(applied);
      } catch (error) {
        if (!(error instanceof OperationError || error instanceof DocumentError)) throw error;
        if (base === newest.revision) throw error;
        throw new SaveConflictError(error.message, newest, seen);
      }
      if (seen && base !== newest.revision) {
        const changed = clashes(seen.job, applyAll(seen.job, operations), newest.job);
        if (changed.length) {
          const what = changed.map(({ path }) => pathWords(newest.job, path)).join('; ');
          throw new SaveConflictError(`${what} has been changed since`, newest, seen);
        }
      }
      const revision = newest.revision + 1;
      await this.#write([{ kind: 'save', job: id, revision, saveId, operations }], (tx) =>
        updateJob(tx, job, revision, saveId, operations, applied.craft.pattern === newest.job.craft.pattern),
      );
      this.#newest = { job, revision };
      this.#recent = [...this.#recent, this.#newest].slice(-RECENT);
      return { job, revision, merged: base !== newest.revision };
    });
  }

  /** Every event of a job, in the order they count in. Throws NoSuchDocumentError. */
  async events(id: string): Promise<BayEvent[]> {
    if (!(await this.has(id))) throw new NoSuchDocumentError(`no job ${id}`);
    return eventsOf(this.#db, id);
  }

  /** Adds events; one that is there already is left as it is, so that a device may send again what it is unsure of. */
  addEvents(id: string, events: readonly BayEvent[]): Promise<void> {
    return this.changes.alone(async () => {
      if (!(await this.has(id))) throw new NoSuchDocumentError(`no job ${id}`);
      const newest = this.#newest;
      const known = await knownEvents(this.#db, id, events);
      // One that is sent again has been counted.
      const rack = await rackAfter(
        this.#db,
        id,
        events.filter((event) => event.kind === 'wire' && !known.has(event.id)) as WireEvent[],
      );
      const entries: JournalEntry[] = [{ kind: 'events', job: id, events }];
      if (rack) entries.push({ kind: 'rack', rack });
      await this.#write(entries, async (tx) => {
        await insertEvents(tx, id, events);
        if (rack) await putRack(tx, rack);
        if ((await eventCount(tx, id)) > MOST_EVENTS)
          throw new DocumentError([{ path: 'events', expected: `expected ${MOST_EVENTS} entries of a job at most` }]);
      });
      this.#newest = newest;
    });
  }

  remove(id: string, revision: number): Promise<void> {
    return this.changes.alone(async () => {
      const found = await selectRaw(this.#db, id);
      if (!found) throw new NoSuchDocumentError(`no job ${id}`);
      if (found.revision !== revision)
        throw new StaleRevisionError(`the job is at revision ${found.revision}, not ${revision}`);
      await this.#write([{ kind: 'delete', job: id, revision }], async (tx) => {
        await deleteJob(tx, id);
      });
      // A job of the same id made later counts its revisions from one again.
      this.#recent = this.#recent.filter(({ job }) => job.id !== id);
    });
  }

  /** A job as it was, from memory where it is one of the last. */
  async #at(id: string, revision: number): Promise<StoredJob | undefined> {
    return this.#recent.find((r) => r.job.id === id && r.revision === revision) ?? this.readRevision(id, revision);
  }

  /** A new job as the journal has it. */
  #created(job: Job, saveId: string): JournalEntry[] {
    return keptAs(this.changes.journal, job, (kept) => ({ kind: 'create', saveId, ...kept }));
  }

  async #write(entries: readonly JournalEntry[], change: (tx: Transaction) => Promise<void>): Promise<void> {
    this.#newest = undefined;
    await this.changes.write(entries, change);
  }
}
