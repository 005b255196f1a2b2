import { setImmediate } from 'node:timers/promises';
import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { readEdit, type Operation } from '#core/job/operations';
import { ordered } from '#core/job/order';
import { cleaned } from '#core/text/text';
import type { Journal, JournalEntry, KeptDocument } from './journal';
import { contentHash } from '#core/document/hash';
import { upgradeJob } from '#core/job/upgrade';

/** A document as its row holds it: the pattern stands in a row of its own. */
type Bare = Omit<Job, 'craft'> & { craft: Omit<Job['craft'], 'pattern'> };

/** A past revision stands whole every so many saves, so that none is far from one. */
const WHOLE_EVERY = 100;

// JSON leaves out what is undefined.
const bare = (job: Job) => ({ ...job, craft: { ...job.craft, pattern: undefined } });

/** A document as it was kept, with its pattern. */
export const whole = (document: KeptDocument, pattern: unknown): unknown => ({
  ...document,
  craft: { ...(document['craft'] as object | undefined), pattern },
});
/** The whole document as this version writes it, whichever version wrote the row. */
const read = (document: Bare, pattern: Pattern): Job => ordered(upgradeJob(whole(document, pattern)) as Job);

const words = (text: unknown): string => (typeof text === 'string' ? cleaned(text) : '');

export interface JobRecord {
  readonly job: Job;
  readonly revision: number;
  /** Why it is set aside; null when it is not. */
  readonly trouble: string | null;
}

export async function selectJob(db: PGlite | Transaction, id: string): Promise<JobRecord | undefined> {
  const { rows } = await db.query<{ document: Bare; revision: number; pattern: Pattern; trouble: string | null }>(
    'select document, revision, pattern, trouble from jobs join crafts on crafts.hash = craft_hash where id = $1',
    [id],
  );
  const [row] = rows;
  return row && { job: read(row.document, row.pattern), revision: row.revision, trouble: row.trouble };
}

/** What stands in a job's row, as it stands: for what cannot be read any other way. */
export async function selectRaw(db: PGlite | Transaction, id: string) {
  const { rows } = await db.query<{
    document: KeptDocument;
    revision: number;
    hash: string;
    pattern: Pattern;
    trouble: string | null;
  }>(
    'select document, revision, hash, pattern, trouble from jobs join crafts on crafts.hash = craft_hash where id = $1',
    [id],
  );
  return rows[0];
}

/** A job with its first revision here. One that cannot be read goes in as it stands, with the reason as its trouble. */
export async function insertJob(
  tx: Transaction,
  job: Job,
  revision: number,
  saveId: string,
  trouble: string | null = null,
): Promise<void> {
  const document = JSON.stringify(bare(job));
  const craft = await keepPattern(tx, job.craft?.pattern ?? ({} as Pattern));
  await tx.query(
    `insert into jobs (id, title, customer, revision, document, craft_hash, summary, trouble)
     values ($1, $2, $3, $4, $5, $6, null, $7)`,
    [job.id, words(job.title) || job.id, words(job.customer), revision, document, craft, trouble],
  );
  await tx.query(
    'insert into revisions (job_id, revision, save_id, document, craft_hash) values ($1, $2, $3, $4, $5)',
    [job.id, revision, saveId, document, craft],
  );
}

/** `samePattern`: the operations left the craft's pattern alone, as all but a few do. */
export async function updateJob(
  tx: Transaction,
  job: Job,
  revision: number,
  saveId: string,
  operations: readonly Operation[],
  samePattern: boolean,
): Promise<void> {
  const keep = revision % WHOLE_EVERY === 0;
  if (!samePattern)
    await tx.query('update jobs set craft_hash = $2 where id = $1', [job.id, await keepPattern(tx, job.craft.pattern)]);
  await tx.query(
    `with changed as (
       update jobs set title = $2, customer = $3, revision = $4, document = $5, summary = null, changed_at = now()
       where id = $1
       returning id, document, craft_hash
     )
     insert into revisions (job_id, revision, save_id, operations, document, craft_hash)
       select id, $4, $6, $7, case when $8 then document end, case when $8 then craft_hash end from changed`,
    [job.id, job.title, job.customer, revision, JSON.stringify(bare(job)), saveId, JSON.stringify(operations), keep],
  );
}

/** A job's document at a past revision, from the last whole one before it: it and the operations since. */
export async function selectRevision(db: PGlite, id: string, revision: number) {
  const { rows } = await db.query<{
    revision: number;
    document: Bare | null;
    pattern: Pattern | null;
    operations: Operation[] | null;
  }>(
    `select revision, document, pattern, operations from revisions left join crafts on crafts.hash = craft_hash
     where job_id = $1 and revision <= $2 and revision >=
       (select max(revision) from revisions where job_id = $1 and revision <= $2 and document is not null)
     order by revision`,
    [id, revision],
  );
  const [first, ...since] = rows;
  if (!first || rows.at(-1)!.revision !== revision) return undefined;
  return {
    job: read(first.document!, first.pattern!),
    operations: since.flatMap((row) => (row.operations ?? []).map(readEdit)),
  };
}

export async function eventsOf(db: PGlite | Transaction, id: string): Promise<BayEvent[]> {
  const events: BayEvent[] = [];
  for (let after = -1; ;) {
    const { rows } = await db.query<{ event: BayEvent; seq: number }>(
      'select event, seq::float8 as seq from events where job_id = $1 and seq > $2 order by seq limit $3',
      [id, after, EVENTS_READ],
    );
    events.push(...rows.map((row) => row.event));
    if (rows.length < EVENTS_READ) return events;
    after = rows.at(-1)!.seq;
    // The database answers without ever letting go of the thread: others get their turn.
    await setImmediate();
  }
}

export async function eventCount(tx: Transaction, job: string): Promise<number> {
  const { rows } = await tx.query<{ count: number }>('select count(*)::int as count from events where job_id = $1', [
    job,
  ]);
  return rows[0]!.count;
}

const EVENTS_AT_ONCE = 500;
const EVENTS_READ = 4000;

export async function insertEvents(tx: Transaction, id: string, events: readonly BayEvent[]): Promise<void> {
  for (let at = 0; at < events.length; at += EVENTS_AT_ONCE) {
    await tx.query(
      `insert into events (job_id, id, done_at, event)
         select $1, event->>'id', event->>'at', event
         from jsonb_array_elements($2::jsonb) with ordinality as given (event, place) order by place
       on conflict (job_id, id) do nothing`,
      [id, JSON.stringify(events.slice(at, at + EVENTS_AT_ONCE))],
    );
    // The database answers without ever letting go of the thread: others get their turn.
    await setImmediate();
  }
  await tx.query('update jobs set summary = null, changed_at = now() where id = $1', [id]);
}

/** Keeps a pattern, once; returns the hash it is kept under. */
async function keepPattern(tx: Transaction, pattern: Pattern): Promise<string> {
  const hash = contentHash(pattern);
  await putPattern(tx, hash, pattern);
  return hash;
}

export async function putPattern(tx: Transaction, hash: string, pattern: Pattern): Promise<void> {
  await tx.query('insert into crafts (hash, pattern) values ($1, $2) on conflict (hash) do nothing', [
    hash,
    JSON.stringify(pattern),
  ]);
}

/** A job as journal entries have it: its pattern ahead of it, where the file does not hold that yet. */
export function keptAs(
  journal: Pick<Journal, 'patterns'> | undefined,
  job: Job,
  entry: (kept: { job: string; document: KeptDocument; pattern: string }) => JournalEntry,
): JournalEntry[] {
  const { pattern } = job.craft;
  const hash = contentHash(pattern);
  return [
    ...(journal?.patterns.has(hash) ? [] : [{ kind: 'pattern' as const, hash, pattern }]),
    entry({ job: job.id, document: bare(job), pattern: hash }),
  ];
}
