import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import type { Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import type { JobSummary } from '#core/summary';
import { searchWords } from '#core/text/search';
import { cleaned } from '#core/text/text';
import { bare, read, type Bare } from '../document';
import type { KeptDocument } from '../journal';
import { keepPattern } from './crafts';
import { WHOLE_EVERY } from './revisions';

const said = (text: unknown): string => (typeof text === 'string' ? cleaned(text) : '');

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
    [job.id, said(job.title) || job.id, said(job.customer), revision, document, craft, trouble],
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

/** A row of the Board as it is kept; its summary null from an edit until the Board is next looked at. */
export interface ListedJob {
  readonly id: string;
  readonly title: string;
  readonly customer: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly summary: JobSummary | null;
  readonly trouble: string | null;
}

/** Which jobs are listed: all that are not said to be others. */
export interface Listing {
  /** Words that each begin one of the job's. */
  readonly find?: string | undefined;
  readonly ids?: readonly string[] | undefined;
  readonly limit?: number | undefined;
}

/** Jobs, the one changed last first. */
export async function listJobs(db: PGlite, { find = '', ids, limit }: Listing = {}): Promise<ListedJob[]> {
  const words = searchWords(find);
  // Nothing but marks is in no job.
  if (!words.length && find.trim()) return [];
  const { rows } = await db.query<ListedJob>(
    `select id, title, customer, revision, summary, trouble,
            to_char(changed_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "changedAt"
     from jobs
     where ($1::text is null or words @@ $1::tsquery) and ($2::text[] is null or id = any($2))
     order by changed_at desc, id
     limit $3`,
    // Words are letters and figures alone: nothing in them means anything to the query.
    [words.length ? words.map((word) => `'${word}':*`).join(' & ') : null, ids ?? null, limit ?? null],
  );
  return rows;
}

export async function jobIds(db: PGlite): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>('select id from jobs order by id');
  return rows.map(({ id }) => id);
}

/** Revision of every job there is. */
export async function revisionsOfJobs(db: PGlite): Promise<Map<string, number>> {
  const { rows } = await db.query<{ id: string; revision: number }>('select id, revision from jobs');
  return new Map(rows.map(({ id, revision }) => [id, revision]));
}

/** Jobs edited since they were last summarised, the one changed last first. */
export async function unsummarised(db: PGlite): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'select id from jobs where summary is null order by changed_at desc, id',
  );
  return rows.map(({ id }) => id);
}

/**
 * Whose a job without a summary is, and when it was changed last, to the database's own precision; undefined where it
 * has a summary.
 */
export async function selectUnsummarised(db: PGlite, id: string) {
  const { rows } = await db.query<{ title: string; customer: string; changed: string }>(
    'select title, customer, changed_at::text as changed from jobs where id = $1 and summary is null',
    [id],
  );
  return rows[0];
}

/** Keeps a summary and the words the job is found by, unless it has been changed since. */
export async function putSummary(
  db: PGlite,
  id: string,
  summary: JobSummary,
  words: readonly string[],
  changed: string,
): Promise<void> {
  await db.query(
    'update jobs set summary = $2, words = array_to_tsvector($3::text[]) where id = $1 and changed_at::text = $4',
    [id, JSON.stringify(summary), words, changed],
  );
}

/** Sets a job aside for a reason, or takes it as it stands: null. */
export async function setTrouble(db: PGlite | Transaction, id: string, trouble: string | null): Promise<void> {
  await db.query('update jobs set trouble = $2, summary = null where id = $1', [id, trouble]);
}

/** Something of a job other than its document has changed: it is changed now, and its summary open. */
export async function touchJob(tx: Transaction, id: string): Promise<void> {
  await tx.query('update jobs set summary = null, changed_at = now() where id = $1', [id]);
}

/** Takes a job away with all its revisions and events; false where there was none. */
export async function deleteJob(tx: Transaction, id: string): Promise<boolean> {
  const { rows } = await tx.query('delete from jobs where id = $1 returning id', [id]);
  return rows.length > 0;
}
