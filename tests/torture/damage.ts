import { cpSync, existsSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { startServer, tempFolder, type Running } from '../support/server';
import { Dice } from './dice';
import { Ledger, send, work } from './load';
import type { How, Outcome } from './outcome';

interface Seen {
  readonly revision: number;
  readonly job: unknown;
  readonly events: readonly unknown[];
}
type Workshop = Map<string, Seen>;

async function workshopOf(server: Running): Promise<{ jobs: Workshop; troubled: Set<string> }> {
  const get = async (path: string): Promise<unknown> => (await send(server, 'GET', path)).json();
  const board = (await get('/jobs')) as { id: string; trouble?: string }[];
  const jobs: Workshop = new Map();
  for (const { id } of board) {
    const answer = await send(server, 'GET', `/jobs/${id}`);
    const { revision, job } = (await answer.json()) as { revision: number; job: unknown };
    jobs.set(id, { revision, job, events: (await get(`/jobs/${id}/events`)) as unknown[] });
  }
  return { jobs, troubled: new Set(board.filter((row) => row.trouble !== undefined).map(({ id }) => id)) };
}

/** What a damaged start may be: whole, or told. `past` holds every state a job was ever in. */
function judge(
  before: Workshop,
  after: Workshop,
  troubled: ReadonlySet<string>,
  told: boolean,
  databaseGone: boolean,
): string[] {
  const faults: string[] = [];
  for (const [id, was] of before) {
    const is = after.get(id);
    if (is && isDeepStrictEqual(is, was)) continue;
    if (!databaseGone) faults.push(`${id} is not as it was, and the database had it`);
    // Without the database what the damaged bytes said is gone: it must be said, and the job must not pass for whole.
    else if (!told) faults.push(`${id} is ${is ? 'changed' : 'missing'} and nothing is said`);
    else if (is && is.revision < was.revision && !troubled.has(id))
      faults.push(`${id} stands at revision ${is.revision} of ${was.revision} as if it were whole`);
  }
  for (const id of after.keys()) if (!before.has(id)) faults.push(`${id} came from nowhere`);
  return faults;
}

/** Held against the whole lines that are left of a torn journal, read here by themselves: each job stands where they end. */
function asTold(left: Buffer, before: Workshop, after: Workshop): string[] {
  const revisions = new Map<string, number>();
  const entries = new Map<string, number>();
  const whole = left.subarray(0, left.lastIndexOf(0x0a) + 1).toString();
  for (const line of whole.split('\n').filter((one) => one !== '')) {
    const entry = JSON.parse(line.slice(line.indexOf('{'))) as {
      kind: string;
      job?: string;
      revision?: number;
      events?: unknown[];
    };
    if (entry.job === undefined) continue;
    if (entry.kind === 'delete') {
      revisions.delete(entry.job);
      entries.delete(entry.job);
    } else if (entry.kind === 'events') entries.set(entry.job, (entries.get(entry.job) ?? 0) + entry.events!.length);
    else revisions.set(entry.job, entry.revision ?? 1);
  }
  const faults: string[] = [];
  for (const [id, revision] of revisions) {
    const [was, is] = [before.get(id), after.get(id)];
    if (is?.revision !== revision) faults.push(`${id} is at revision ${is?.revision}, its lines end at ${revision}`);
    if (is && is.events.length !== (entries.get(id) ?? 0))
      faults.push(`${id} has ${is.events.length} entries, its lines ${entries.get(id) ?? 0}`);
    if (is && was?.revision === revision && !isDeepStrictEqual(is.job, was.job))
      faults.push(`${id} is not what it was at revision ${revision}`);
  }
  for (const id of after.keys()) if (!revisions.has(id)) faults.push(`${id} came from nowhere`);
  return faults;
}

/**
 * Bytes of the journal flipped, or its end torn off, with the database there and gone: it always starts, and goes on
 * starting after a save; nothing is wrong without being said, and nothing is lost that the database has.
 */
async function damage(kind: 'flip' | 'tear', { seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`${kind}/${seed}`);
  const base = tempFolder();
  const first = await startServer(base.path, ['--empty']);
  const ledger = new Ledger();
  let over = false;
  const people = [0, 1, 2].map((n) =>
    work(first, ledger, dice.beside(`p${n}`), () => over || ledger.acknowledged > 40),
  );
  await Promise.all(people);
  over = true;
  const before = (await workshopOf(first)).jobs;
  await first.stop();
  const journal = readFileSync(join(base.path, 'journal.ndjson'));
  const faults: string[] = [...ledger.faults];
  let told = 0;
  let aside = 0;
  const one = async (round: number, mine: Dice) => {
    const gone = round % 2 === 1;
    const copy = tempFolder();
    cpSync(base.path, copy.path, { recursive: true, filter: (path) => !gone || path !== join(base.path, 'db') });
    const path = join(copy.path, 'journal.ndjson');
    const at = mine.below(journal.length);
    const bit = 1 << mine.below(8);
    if (kind === 'tear') truncateSync(path, at);
    else {
      const bytes = Buffer.from(journal);
      bytes[at]! ^= bit;
      writeFileSync(path, bytes);
    }
    const where = `${kind} at ${at}${kind === 'flip' ? ` of bit ${bit}` : ''}, database ${gone ? 'gone' : 'there'}`;
    const fault = (words: string) => faults.push(`${where}: ${words}`);
    try {
      const server = await startServer(copy.path);
      const said = /damaged|lacks what|could not be/.test(server.printed());
      if (said) told++;
      const { jobs, troubled } = await workshopOf(server);
      aside += troubled.size;
      if (kind === 'flip' || !gone) for (const words of judge(before, jobs, troubled, said, gone)) fault(words);
      else for (const words of asTold(journal.subarray(0, at), before, jobs)) fault(words);
      const well = [...jobs].find(([id]) => !troubled.has(id));
      if (well) {
        const answer = await send(server, 'POST', `/jobs/${well[0]}/saves`, {
          base: well[1].revision,
          saveId: 'after',
          operations: [{ op: 'setTitle', title: 'After' }],
        });
        if (answer.status !== 200) fault(`the next save: ${answer.status} ${(await answer.text()).slice(0, 150)}`);
      }
      const saved = (await workshopOf(server)).jobs;
      await (mine.chance(50) ? server.kill() : server.stop());
      const again = await startServer(copy.path);
      const next = (await workshopOf(again)).jobs;
      if (!isDeepStrictEqual(next, saved)) fault('the second start has another workshop than the first');
      await again.stop();
    } catch (error) {
      fault(`no start: ${(error as Error).message.slice(0, 300)}`);
    }
    if (existsSync(copy.path)) rmSync(copy.path, { recursive: true, force: true });
  };
  let done = 0;
  // Two at a time: a start is mostly waiting for its own thread.
  const queue = Array.from({ length: rounds }, (_, round) => round);
  const hands = [0, 1].map(async () => {
    for (let round = queue.shift(); round !== undefined; round = queue.shift()) {
      await one(round, dice.beside(round));
      progress?.(++done);
    }
  });
  await Promise.all(hands);
  base.drop();
  return {
    name: kind === 'flip' ? 'a bit of the journal flipped' : 'the journal torn off',
    tried: rounds,
    figures: { 'database gone': Math.floor(rounds / 2), told, 'jobs set aside': aside, bytes: journal.length },
    faults,
  };
}

export const flips = (how: How): Promise<Outcome> => damage('flip', how);
export const tears = (how: How): Promise<Outcome> => damage('tear', how);
