import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import { readEdit, type Operation } from '#core/job/operations';
import { read, type Bare } from '../document';

/** A past revision stands whole every so many saves, so that none is far from one. */
export const WHOLE_EVERY = 100;

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

/** Whether a save of this id has been written already: it is being sent again. */
export async function savedBefore(db: PGlite | Transaction, job: string, saveId: string): Promise<boolean> {
  const { rows } = await db.query('select 1 from revisions where job_id = $1 and save_id = $2', [job, saveId]);
  return rows.length > 0;
}
