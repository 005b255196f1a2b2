import type { PGlite, Transaction } from '@electric-sql/pglite';
import { readDraft } from '#core/craft/read';
import type { Draft, DraftEdit } from '#core/drafting/draft';
import { applyEdits, readDraftEdit } from '#core/drafting/draft';
import type { Changes } from './changes';

export interface StoredDraft {
  readonly draft: Draft;
  readonly revision: number;
}
export interface DraftRow {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly revision: number;
  readonly changedAt: string;
}

/** Patterns that are being drawn: kept edit by edit, in the journal as jobs are. */
export class Drafts {
  constructor(private readonly changes: Changes) {}

  async list(): Promise<DraftRow[]> {
    const { rows } = await this.changes.db.query<DraftRow>(
      `select id, draft->>'name' as name, draft->>'kind' as kind, revision,
         to_char(changed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "changedAt"
       from drafts order by changed_at desc, id`,
    );
    return rows;
  }

  read = (id: string): Promise<StoredDraft | undefined> => selectDraft(this.changes.db, id);

  /** Begins one; false where one of its id is begun already, unless the same request came before. */
  create(draft: Draft, saveId: string): Promise<boolean> {
    return this.changes.alone(async () => {
      const { db } = this.changes;
      if (await selectDraft(db, draft.id)) return savedLast(db, draft.id, saveId);
      const entry = { kind: 'draft', id: draft.id, revision: 1, saveId, draft } as const;
      await this.changes.write([entry], (tx) => putDraft(tx, draft, 1, saveId));
      return true;
    });
  }

  /**
   * Does edits on the draft as it is by now: each says one entry whole, so that what others did elsewhere stands.
   * Undefined where there is no such draft. Throws OperationError.
   */
  save(id: string, saveId: string, operations: readonly DraftEdit[]): Promise<StoredDraft | undefined> {
    return this.changes.alone(async () => {
      const { db } = this.changes;
      const found = await selectDraft(db, id);
      if (!found || (await savedLast(db, id, saveId))) return found;
      const draft = applyEdits(found.draft, operations);
      const revision = found.revision + 1;
      await this.changes.write([{ kind: 'draftEdit', id, revision, saveId, operations }], (tx) =>
        putDraft(tx, draft, revision, saveId),
      );
      return { draft, revision };
    });
  }

  /** Takes one away, at the revision its owner has seen; false where it is another by now. */
  drop(id: string, revision: number): Promise<boolean> {
    return this.changes.alone(async () => {
      const found = await selectDraft(this.changes.db, id);
      if (!found) return true;
      if (found.revision !== revision) return false;
      await this.changes.write([{ kind: 'draftGone', id }], (tx) => dropDraft(tx, id));
      return true;
    });
  }
}

async function savedLast(db: PGlite, id: string, saveId: string): Promise<boolean> {
  const { rows } = await db.query('select 1 from drafts where id = $1 and save_ids ? $2', [id, saveId]);
  return rows.length > 0;
}

async function selectDraft(db: PGlite | Transaction, id: string): Promise<StoredDraft | undefined> {
  const { rows } = await db.query<{ draft: unknown; revision: number }>(
    'select draft, revision from drafts where id = $1',
    [id],
  );
  const [row] = rows;
  // A folder in use may hold drafts of an earlier version.
  return row && { draft: readDraft(row.draft), revision: row.revision };
}

/** As it stands; the last few saves are known by their ids, for one that is sent again. */
export async function putDraft(tx: Transaction, draft: Draft, revision: number, saveId: string): Promise<void> {
  await tx.query(
    `insert into drafts (id, revision, draft, save_ids) values ($1, $2, $3, jsonb_build_array($4::text))
     on conflict (id) do update set revision = $2, draft = $3, changed_at = now(),
       save_ids = (select jsonb_agg(one) from
         (select one from jsonb_array_elements(jsonb_build_array($4::text) || drafts.save_ids) as one limit 20) recent)`,
    [draft.id, revision, JSON.stringify(draft), saveId],
  );
}
export async function dropDraft(tx: Transaction, id: string): Promise<void> {
  await tx.query('delete from drafts where id = $1', [id]);
}

/** All of them as they stand, for a journal begun anew. */
export async function readDrafts(db: PGlite): Promise<(StoredDraft & { readonly saveId: string })[]> {
  const { rows } = await db.query<{ draft: Draft; revision: number; saveId: string }>(
    `select draft, revision, save_ids->>0 as "saveId" from drafts order by id`,
  );
  return rows;
}

/** Brings an acknowledged edit back; one that the draft has is passed by. Throws where edits before it are missing. */
export async function replayDraftEdit(
  tx: Transaction,
  {
    id,
    revision,
    saveId,
    operations,
  }: { id: string; revision: number; saveId: string; operations: readonly unknown[] },
): Promise<boolean> {
  const found = await selectDraft(tx, id);
  if (!found || found.revision >= revision) return false;
  if (found.revision !== revision - 1)
    throw new Error(`the pattern ${id} lacks what was drawn between its revisions ${found.revision} and ${revision}`);
  await putDraft(tx, applyEdits(found.draft, operations.map(readDraftEdit)), revision, saveId);
  return true;
}
/** The same of a whole one. */
export async function replayDraft(
  tx: Transaction,
  { id, revision, saveId, draft }: { id: string; revision: number; saveId: string; draft: Draft },
): Promise<boolean> {
  const found = await selectDraft(tx, id);
  if (found && found.revision >= revision) return false;
  await putDraft(tx, readDraft(draft), revision, saveId);
  return true;
}
