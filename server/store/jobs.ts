import type { PGlite, Transaction } from '@electric-sql/pglite';
import { OperationError, applyAll, type Operation } from '#core/job/operations';
import type { Pattern } from '#core/craft/pattern';
import type { Station } from '#core/findings/finding';
import { contentHash } from '#core/gear/hash';
import type { BayEvent } from '#core/job/events';
import { clashes, pathWords } from '#core/job/clash';
import { JobError, type Job } from '#core/job/job';
import { ordered } from '#core/job/order';
import { parseJob, upgradeJob } from '#core/job/parse';
import { buildState } from '#core/build/index';
import { wholePlan } from '#core/plan';
import type { Journal, JournalLine } from './journal';

export interface StoredJob {
  readonly job: Job;
  readonly revision: number;
}

/** What the Board shows of a job. Kept beside the document, so that listing opens only what was edited since. */
export interface JobSummary {
  readonly craft: string;
  readonly patternId: string;
  readonly gear: number;
  readonly stops: number;
  readonly cautions: number;
  readonly hours: number;
  /** Steps done of all. */
  readonly done: number;
  readonly steps: number;
  readonly sealedAt: string | null;
  readonly next: string;
  /** The station where that is done. */
  readonly nextAt: Station;
}

export interface JobRow extends JobSummary {
  readonly id: string;
  readonly title: string;
  readonly customer: string;
  readonly revision: number;
  readonly changedAt: string;
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

export class NoSuchJobError extends Error {}
export class JobExistsError extends Error {}
export class StaleRevisionError extends Error {}
/** The operations do not apply to what others have saved since: nothing was written. */
export class SaveConflictError extends Error {
  constructor(
    message: string,
    readonly newest: StoredJob,
    readonly base: StoredJob | undefined,
  ) {
    super(message);
  }
}

/** How many of the last saves are held in memory: what two people at one job are apart. */
const RECENT = 40;
const JOURNAL_LIMIT = 32 * 1024 * 1024;

export function summarise(job: Job, events: readonly BayEvent[]): JobSummary {
  const plan = wholePlan(job);
  const items = Object.values(job.gear);
  const first = plan.findings.find((f) => f.severity !== 'note' && f.accepted === undefined);
  const state = buildState(plan.build, events);
  const begun = state.done > 0 || events.length > 0;
  const [next, nextAt] = ((): [string, Station] => {
    if (job.seal) return ['Handed over', 'handover'];
    if (!items.length) return ['Choose gear and put it on the craft', 'gear'];
    if (first?.severity === 'stop' || (first && !begun)) return [`${first.title}: ${first.reason}`, first.station];
    return state.next ? [state.next.step.title, 'build'] : ['Hand over: seal the job', 'handover'];
  })();
  return {
    craft: job.craft.pattern.name,
    patternId: job.craft.pattern.id,
    gear: items.length,
    stops: plan.ledger.stops,
    cautions: plan.findings.filter((f) => f.severity === 'caution' && f.accepted === undefined).length,
    hours: state.minutesLeft / 60,
    done: state.done,
    steps: state.steps.length,
    sealedAt: job.seal?.at ?? null,
    next,
    nextAt,
  };
}

/**
 * The jobs of one data folder. Changes go one after another; each is in the journal, on the disk,
 * before the database commits and before anybody is told.
 */
export class JobStore {
  #queue: Promise<unknown> = Promise.resolve();
  /** The job saved last, as it is in the database: most saves are of the same one. */
  #newest: StoredJob | undefined;
  /** The last saves of any job: what a save that is a little behind was made on. */
  #recent: readonly StoredJob[] = [];

  constructor(
    private readonly db: PGlite,
    private readonly journal: Journal | undefined,
  ) {}

  #alone<T>(work: () => Promise<T>): Promise<T> {
    const result = this.#queue.then(work);
    this.#queue = result.catch(() => undefined);
    return result;
  }

  list(): Promise<JobRow[]> {
    return this.#alone(() => this.#list());
  }

  async #list(): Promise<JobRow[]> {
    // A save leaves the summary open: nobody waits for it but who looks at the Board.
    const { rows: open } = await this.db.query<{ id: string }>('select id from jobs where summary is null');
    for (const { id } of open) {
      const { job } = await this.read(id);
      await this.db.query('update jobs set summary = $2 where id = $1', [
        id,
        JSON.stringify(summarise(job, await eventsOf(this.db, id))),
      ]);
    }
    const { rows } = await this.db.query<JobRow & { summary: JobSummary }>(
      `select id, title, customer, revision, summary,
              to_char(changed_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "changedAt"
       from jobs order by changed_at desc, id`,
    );
    return rows.map(({ summary, ...row }) => ({ ...row, ...summary }));
  }

  async read(id: string): Promise<StoredJob> {
    const found = await select(this.db, id);
    if (!found) throw new NoSuchJobError(`no job ${id}`);
    return found;
  }

  async has(id: string): Promise<boolean> {
    return (await select(this.db, id)) !== undefined;
  }

  /** A job as it was at a past revision, by its operations from the first on. */
  async readRevision(id: string, revision: number): Promise<StoredJob | undefined> {
    const { rows } = await this.db.query<{
      revision: number;
      document: Bare | null;
      pattern: Pattern | null;
      operations: Operation[] | null;
    }>(
      `select revision, document, pattern, operations from revisions left join crafts on crafts.hash = craft_hash
       where job_id = $1 and revision <= $2 order by revision`,
      [id, revision],
    );
    const start = rows.findLastIndex((row) => row.document !== null);
    if (start === -1 || rows.at(-1)!.revision !== revision) return undefined;
    const first = withPattern(rows[start]!.document!, rows[start]!.pattern!);
    const job = applyAll(
      first,
      rows.slice(start + 1).flatMap((row) => row.operations ?? []),
    );
    return { job, revision };
  }

  create(job: Job, saveId: string): Promise<StoredJob> {
    return this.#alone(async () => {
      const found = await select(this.db, job.id);
      if (found) {
        if (await this.#savedBefore(job.id, saveId)) return found;
        throw new JobExistsError(`there is a job ${job.id} already`);
      }
      await this.#write({ kind: 'create', job: job.id, saveId, document: job }, (tx) => insert(tx, job, 1, saveId));
      return { job, revision: 1 };
    });
  }

  /** A whole job with what was done: all of it, or nothing. Throws JobExistsError. */
  createWhole(job: Job, events: readonly BayEvent[], saveId: string): Promise<StoredJob> {
    return this.#alone(async () => {
      if (await select(this.db, job.id)) throw new JobExistsError(`there is a job ${job.id} already`);
      const lines: JournalLine[] = [{ kind: 'create', job: job.id, saveId, document: job }];
      if (events.length) lines.push({ kind: 'events', job: job.id, events });
      await this.#writeAll(lines, async (tx) => {
        await insert(tx, job, 1, saveId);
        await insertEvents(tx, job.id, events);
      });
      return { job, revision: 1 };
    });
  }

  save(id: string, { base, saveId, operations }: Save): Promise<Saved> {
    return this.#alone(async () => {
      const newest = this.#newest?.job.id === id ? this.#newest : await this.read(id);
      // A save sent again names an older base than what it has itself become.
      if (base < newest.revision && (await this.#savedBefore(id, saveId)))
        return { ...newest, merged: newest.revision !== base + 1 };
      if (base > newest.revision)
        throw new SaveConflictError(`base revision ${base} is not known here`, newest, undefined);
      const seen = base === newest.revision ? newest : await this.#at(id, base);
      let applied: Job;
      let job: Job;
      try {
        applied = applyAll(newest.job, operations);
        job = parseJob(applied);
      } catch (error) {
        if (!(error instanceof OperationError || error instanceof JobError)) throw error;
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
      await this.#write({ kind: 'save', job: id, revision, saveId, operations }, (tx) =>
        update(tx, job, revision, saveId, operations, applied.craft.pattern === newest.job.craft.pattern),
      );
      this.#newest = { job, revision };
      this.#recent = [...this.#recent, this.#newest].slice(-RECENT);
      return { job, revision, merged: base !== newest.revision };
    });
  }

  /** Every event of a job, in the order they count in. Throws NoSuchJobError. */
  async events(id: string): Promise<BayEvent[]> {
    await this.read(id);
    return eventsOf(this.db, id);
  }

  /** Adds events; one that is there already is left as it is, so that a device may send again what it is unsure of. */
  addEvents(id: string, events: readonly BayEvent[]): Promise<void> {
    return this.#alone(async () => {
      await this.read(id);
      const newest = this.#newest;
      await this.#write({ kind: 'events', job: id, events }, (tx) => insertEvents(tx, id, events));
      this.#newest = newest;
    });
  }

  remove(id: string, revision: number): Promise<void> {
    return this.#alone(async () => {
      const found = await this.read(id);
      if (found.revision !== revision)
        throw new StaleRevisionError(`the job is at revision ${found.revision}, not ${revision}`);
      await this.#write({ kind: 'delete', job: id, revision }, async (tx) => {
        await tx.query('delete from jobs where id = $1', [id]);
      });
      // A job of the same id made later counts its revisions from one again.
      this.#recent = this.#recent.filter(({ job }) => job.id !== id);
    });
  }

  /** A job as it was, from memory where it is one of the last. */
  async #at(id: string, revision: number): Promise<StoredJob | undefined> {
    return this.#recent.find((r) => r.job.id === id && r.revision === revision) ?? this.readRevision(id, revision);
  }

  async #savedBefore(id: string, saveId: string): Promise<boolean> {
    const { rows } = await this.db.query('select 1 from revisions where job_id = $1 and save_id = $2', [id, saveId]);
    return rows.length > 0;
  }

  #write(line: JournalLine, change: (tx: Transaction) => Promise<void>): Promise<void> {
    return this.#writeAll([line], change);
  }

  async #writeAll(lines: readonly JournalLine[], change: (tx: Transaction) => Promise<void>): Promise<void> {
    const before = this.journal?.size ?? 0;
    let written = false;
    this.#newest = undefined;
    try {
      await this.db.transaction(async (tx) => {
        await change(tx);
        this.journal?.append(...lines);
        written = true;
      });
    } catch (error) {
      if (written) this.journal?.retract(before);
      throw error;
    }
  }

  /**
   * Brings back what was acknowledged and is missing from the database. Returns how many changes came
   * back. The journal is begun anew when it has grown large, or when what it holds has just been replayed.
   */
  replay(): Promise<number> {
    return this.#alone(async () => {
      if (!this.journal) return 0;
      let replayed = 0;
      for (const line of livingLines(this.journal.lines)) {
        const found = await select(this.db, line.job);
        if (line.kind === 'events') {
          if (!found) continue;
          const known = new Set((await eventsOf(this.db, line.job)).map((e) => e.id));
          if (line.events.every((e) => known.has(e.id))) continue;
          await this.db.transaction((tx) => insertEvents(tx, line.job, line.events));
        } else if (line.kind === 'delete') {
          if (!found) continue;
          await this.db.query('delete from jobs where id = $1', [line.job]);
        } else if (line.kind === 'create' || line.kind === 'state') {
          const revision = line.kind === 'create' ? 1 : line.revision;
          const saveId = line.kind === 'create' ? line.saveId : `state-${revision}`;
          // A row of the same id that was begun by another save is an earlier job, deleted since.
          const own = line.kind === 'state' || (await this.#savedBefore(line.job, saveId));
          if (found && own && found.revision >= revision) continue;
          await this.db.transaction(async (tx) => {
            await tx.query('delete from jobs where id = $1', [line.job]);
            await insert(tx, line.document, revision, saveId);
          });
        } else {
          if (!found || found.revision >= line.revision) continue;
          if (found.revision !== line.revision - 1)
            throw new Error(
              `the journal jumps from revision ${found.revision} to ${line.revision} of job ${line.job}; nothing was changed`,
            );
          const job = applyAll(found.job, line.operations);
          const same = job.craft.pattern === found.job.craft.pattern;
          await this.db.transaction((tx) => update(tx, job, line.revision, line.saveId, line.operations, same));
        }
        replayed++;
      }
      if (this.journal.size > JOURNAL_LIMIT) await this.#restartJournal();
      return replayed;
    });
  }

  async #restartJournal(): Promise<void> {
    const { rows } = await this.db.query<{ id: string; revision: number; document: Bare; pattern: Pattern }>(
      'select id, revision, document, pattern from jobs join crafts on crafts.hash = craft_hash order by id',
    );
    const lines: Extract<JournalLine, { kind: 'state' | 'events' }>[] = [];
    for (const { id, revision, document, pattern } of rows) {
      lines.push({ kind: 'state', job: id, revision, document: withPattern(document, pattern) });
      const events = await eventsOf(this.db, id);
      if (events.length) lines.push({ kind: 'events', job: id, events });
    }
    this.journal!.restart(lines);
  }
}

/** The lines that still count: of a deleted job only the deletion and what came after it. */
function livingLines(lines: readonly JournalLine[]): JournalLine[] {
  const lastDeletion = new Map<string, number>();
  lines.forEach((line, i) => {
    if (line.kind === 'delete') lastDeletion.set(line.job, i);
  });
  const later = new Set<string>();
  return lines
    .filter((line, i) => i >= (lastDeletion.get(line.job) ?? 0))
    .reverse()
    .filter((line) => {
      // A deletion followed by a new job of that id is settled by that job's first line.
      const settled = line.kind === 'delete' && later.has(line.job);
      later.add(line.job);
      return !settled;
    })
    .reverse();
}

/** A document as its row holds it: the pattern stands in a row of its own. */
type Bare = Omit<Job, 'craft'> & { craft: Omit<Job['craft'], 'pattern'> };

// JSON leaves out what is undefined.
const withoutPattern = (job: Job): string => JSON.stringify({ ...job, craft: { ...job.craft, pattern: undefined } });

/** The whole document as this version writes it, whichever version wrote the row. */
const withPattern = (document: Bare, pattern: Pattern): Job =>
  ordered(upgradeJob({ ...document, craft: { ...document.craft, pattern } }) as Job);

async function eventsOf(db: PGlite | Transaction, id: string): Promise<BayEvent[]> {
  const { rows } = await db.query<{ event: BayEvent }>(
    'select event from events where job_id = $1 order by done_at, id',
    [id],
  );
  return rows.map((row) => row.event);
}

async function insertEvents(tx: Transaction, id: string, events: readonly BayEvent[]): Promise<void> {
  for (const event of events)
    await tx.query(
      'insert into events (job_id, id, done_at, event) values ($1, $2, $3, $4) on conflict (job_id, id) do nothing',
      [id, event.id, event.at, JSON.stringify(event)],
    );
  await tx.query('update jobs set summary = null, changed_at = now() where id = $1', [id]);
}

/** Keeps a pattern, once; returns the hash it is kept under. */
async function keepPattern(tx: Transaction, pattern: Pattern): Promise<string> {
  const hash = contentHash(pattern);
  await tx.query('insert into crafts (hash, pattern) values ($1, $2) on conflict (hash) do nothing', [
    hash,
    JSON.stringify(pattern),
  ]);
  return hash;
}

async function select(db: PGlite | Transaction, id: string): Promise<StoredJob | undefined> {
  const { rows } = await db.query<{ document: Bare; revision: number; pattern: Pattern }>(
    'select document, revision, pattern from jobs join crafts on crafts.hash = craft_hash where id = $1',
    [id],
  );
  return rows[0] && { job: withPattern(rows[0].document, rows[0].pattern), revision: rows[0].revision };
}

async function insert(tx: Transaction, job: Job, revision: number, saveId: string): Promise<void> {
  const document = withoutPattern(job);
  const craft = await keepPattern(tx, job.craft.pattern);
  await tx.query(
    'insert into jobs (id, title, customer, revision, document, craft_hash, summary) values ($1, $2, $3, $4, $5, $6, $7)',
    [job.id, job.title, job.customer, revision, document, craft, null],
  );
  await tx.query(
    'insert into revisions (job_id, revision, save_id, document, craft_hash) values ($1, $2, $3, $4, $5)',
    [job.id, revision, saveId, document, craft],
  );
}

/** `samePattern`: the operations left the craft's pattern alone, as all but a few do. */
async function update(
  tx: Transaction,
  job: Job,
  revision: number,
  saveId: string,
  operations: readonly Operation[],
  samePattern: boolean,
): Promise<void> {
  await tx.query(
    `with changed as (
       update jobs set title = $2, customer = $3, revision = $4, document = $5, summary = null, changed_at = now()
       where id = $1
     )
     insert into revisions (job_id, revision, save_id, operations) values ($1, $4, $6, $7)`,
    [job.id, job.title, job.customer, revision, withoutPattern(job), saveId, JSON.stringify(operations)],
  );
  if (!samePattern)
    await tx.query('update jobs set craft_hash = $2 where id = $1', [job.id, await keepPattern(tx, job.craft.pattern)]);
}
