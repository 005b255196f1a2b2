import { setImmediate } from 'node:timers/promises';
import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { BayEvent, WireEvent } from '#core/job/events';
import { touchJob } from './jobs';

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

/** What was cut off reels for a job, in the order it came. */
export async function wireEventsOf(db: PGlite | Transaction, job: string): Promise<WireEvent[]> {
  const { rows } = await db.query<{ event: WireEvent }>(
    "select event from events where job_id = $1 and event->>'kind' = 'wire' order by seq",
    [job],
  );
  return rows.map(({ event }) => event);
}

export async function eventCount(tx: Transaction, job: string): Promise<number> {
  const { rows } = await tx.query<{ count: number }>('select count(*)::int as count from events where job_id = $1', [
    job,
  ]);
  return rows[0]!.count;
}

/** Ids of those of these that are there already. */
export async function knownEvents(
  db: PGlite | Transaction,
  job: string,
  events: readonly BayEvent[],
): Promise<ReadonlySet<string>> {
  const { rows } = await db.query<{ id: string }>('select id from events where job_id = $1 and id = any($2)', [
    job,
    events.map(({ id }) => id),
  ]);
  return new Set(rows.map(({ id }) => id));
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
  await touchJob(tx, id);
}
