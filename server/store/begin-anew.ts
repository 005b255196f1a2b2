import { setImmediate } from 'node:timers/promises';
import { readDrafts } from './drafts';
import { readShelf } from './library';
import { selectRack } from './rack';
import { setMark, type Changes } from './changes';
import type { JournalDraft } from './journal';
import { eventsOf } from './tables/events';
import { jobIds, selectRaw } from './tables/jobs';

/** The journal is begun anew when it has grown so much since it last was, and is at least so large, bytes. */
const GROWN = 4;
const LEAST = 32 * 1024 * 1024;

export const isOvergrown = ({ size, begunAt }: { readonly size: number; readonly begunAt: number }): boolean =>
  size > Math.max(LEAST, GROWN * begunAt);

/**
 * Begins the journal anew from the state of everything, a job at a time while others are changed; what was changed
 * meanwhile is written once more before the new file takes the old one's place. A crash leaves one or the other, whole.
 */
export async function beginAnew(changes: Changes, keep?: string): Promise<void> {
  const { db, journal } = changes;
  if (!journal || changes.touched) return;
  const draft = journal.draft();
  changes.touched = new Set();
  changes.shelfTouched = false;
  try {
    await changes.alone(() => writeShelf(changes, draft));
    for (const id of await jobIds(db)) {
      await changes.alone(() => writeState(changes, draft, id));
      // The database answers without ever letting go of the thread.
      await setImmediate();
    }
    await changes.alone(async () => {
      draft.last = Math.max(draft.last, journal.last);
      for (const id of changes.touched!) await writeState(changes, draft, id);
      if (changes.shelfTouched) await writeShelf(changes, draft);
      journal.replaceBy(draft, keep);
      await setMark(db, { generation: journal.generation!, n: journal.last, at: journal.size });
    });
  } catch (error) {
    draft.abandon();
    throw error;
  } finally {
    changes.touched = undefined;
    changes.shelfTouched = false;
  }
}

/** What jobs are made from, and what of it is being drawn. Once more: what went meanwhile goes again. */
async function writeShelf({ db }: Changes, draft: JournalDraft): Promise<void> {
  draft.write({ kind: 'shelf', whole: true, ...(await readShelf(db)) });
  for (const one of await readDrafts(db)) draft.write({ kind: 'draft', id: one.draft.id, ...one });
  draft.write({ kind: 'rack', rack: await selectRack(db) });
}

async function writeState({ db }: Changes, draft: JournalDraft, id: string): Promise<void> {
  const found = await selectRaw(db, id);
  if (!found) {
    draft.write({ kind: 'delete', job: id, revision: 0 });
    return;
  }
  // As it stands, whether it can be read or not.
  const { revision, document, hash, pattern, trouble } = found;
  if (!draft.patterns.has(hash)) draft.write({ kind: 'pattern', hash, pattern });
  draft.write({ kind: 'state', job: id, revision, document, pattern: hash, ...(trouble === null ? {} : { trouble }) });
  const events = await eventsOf(db, id);
  if (events.length) draft.write({ kind: 'events', job: id, events });
}
