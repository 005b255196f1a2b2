import { createHash } from 'node:crypto';
import { TOURER_JOB } from '#demo/jobs';
import type { Running } from '../support/server';
import { tinyPng } from '../support/png';
import type { Dice } from './dice';

interface Sent {
  readonly path: string;
  readonly body: unknown;
}
interface Known {
  /** Revision acknowledged last. */
  revision: number;
  /** What every acknowledged revision said: title and wishes alike. */
  readonly words: Map<number, string>;
  /** Saves whose answer never came. */
  cut: Sent[];
}

/**
 * What the server has said yes to, kept outside it, and what was in flight when it went down: the one judge of what
 * may not be lost, halved or counted twice.
 */
export class Ledger {
  readonly jobs = new Map<string, Known>();
  readonly events = new Map<string, Set<string>>();
  /** Entries whose answer never came, and their job. */
  readonly cutEvents = new Map<Sent, string>();
  /** Pictures by hash, with the job they were sent for: once that is deleted they may go. */
  readonly photos = new Map<string, string>();
  readonly deleted = new Set<string>();
  /** Jobs something was sent of since they were last judged. */
  readonly touched = new Set<string>();
  /** Deletions and makings whose answer never came: either may be. */
  readonly perhaps = new Map<string, Sent | undefined>();
  readonly faults: string[] = [];
  acknowledged = 0;
  resent = 0;
  /** Answers of 507: the disk was full. */
  full = 0;

  fault(words: string): void {
    if (this.faults.length < 50) this.faults.push(words);
  }
}

export const send = (
  server: Running,
  method: string,
  path: string,
  body?: unknown,
  more: Readonly<Record<string, string>> = {},
) =>
  fetch(`${server.url}/api${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...more },
    ...(body === undefined ? {} : { body: Buffer.isBuffer(body) ? new Uint8Array(body) : JSON.stringify(body) }),
  });

/** An entry that names a photograph of the craft. */
export const shotOf = (id: string, photo: string, caption = '', kept = true) => ({
  id,
  at: '2026-11-25T08:00:00.000Z',
  by: '',
  kind: 'photo',
  subject: { kind: 'craft', id: 'craft' },
  photo,
  caption,
  kept,
});

let made = 0;
const unique = (what: string) => `${what}-${process.pid}-${++made}`;

/** A person at work: saves, entries, photographs, jobs made and deleted, the Board looked at, until `over`. */
export async function work(server: Running, ledger: Ledger, dice: Dice, over: () => boolean): Promise<void> {
  const own: string[] = [...ledger.jobs.keys()].filter((job) => job.startsWith(`j${dice.seed.split('/').at(-1)}-`));
  const person = dice.seed.split('/').at(-1)!;
  while (!over()) {
    const act = dice.below(100);
    try {
      if (own.length === 0 || (act < 6 && own.length < 6)) await make(own);
      else if (act < 60) await save(dice.one(own));
      else if (act < 84) await enter(dice.one(own), notes());
      else if (act < 92) await photograph(dice.one(own));
      else if (act < 95 && own.length > 2) await drop(own);
      else await look();
    } catch (error) {
      // The line going dead is what the kill does; while the server should be there it is a fault.
      if (!over()) ledger.fault(`no answer while it runs: ${String((error as Error).cause ?? error)}`);
      return;
    }
  }

  function notes() {
    return Array.from({ length: 1 + dice.below(3) }, () => ({
      id: unique('e'),
      at: '2026-11-25T08:00:00.000Z',
      by: person,
      kind: 'note',
      step: 'off:cover/cowl',
      text: 'seen',
    }));
  }

  /** True when acknowledged. A full disk is a refusal, and nothing may have been written. */
  async function answered(answer: Response, what: string, ...good: number[]): Promise<boolean> {
    if (good.includes(answer.status)) {
      ledger.acknowledged++;
      return true;
    }
    const text = await answer.text();
    if (answer.status === 507) ledger.full++;
    else ledger.fault(`${what}: ${answer.status} ${text.slice(0, 200)}`);
    return false;
  }

  async function make(list: string[]): Promise<void> {
    const id = unique(`j${person}`);
    const body = { saveId: unique('c'), job: { ...TOURER_JOB, id, title: 'made', wishes: 'made' } };
    ledger.perhaps.set(id, { path: '/jobs', body });
    ledger.touched.add(id);
    const answer = await send(server, 'POST', '/jobs', body);
    await answer.clone().text();
    ledger.perhaps.delete(id);
    if (!(await answered(answer, `make ${id}`, 201))) return;
    ledger.jobs.set(id, { revision: 1, words: new Map([[1, 'made']]), cut: [] });
    list.push(id);
  }

  async function save(id: string): Promise<void> {
    ledger.touched.add(id);
    const known = ledger.jobs.get(id)!;
    const words = unique('w');
    // Two operations in one save: a half of it would show.
    const operations = [
      { op: 'setTitle', title: words },
      { op: 'setWishes', wishes: words },
    ];
    const body = { base: known.revision, saveId: unique('s'), operations };
    const sent = { path: `/jobs/${id}/saves`, body };
    known.cut.push(sent);
    const answer = await send(server, 'POST', sent.path, body);
    const said = (await answer.clone().json()) as { revision: number };
    known.cut = known.cut.filter((other) => other !== sent);
    if (!(await answered(answer, `save ${id}`, 200))) return;
    if (said.revision !== known.revision + 1) ledger.fault(`${id}: revision ${said.revision} after ${known.revision}`);
    known.revision = said.revision;
    known.words.set(said.revision, words);
  }

  async function enter(job: string, events: readonly { readonly id: string }[]): Promise<void> {
    ledger.touched.add(job);
    const sent = { path: `/jobs/${job}/events`, body: { events } };
    ledger.cutEvents.set(sent, job);
    const answer = await send(server, 'POST', sent.path, sent.body);
    await answer.clone().text();
    ledger.cutEvents.delete(sent);
    if (!(await answered(answer, `events of ${job}`, 200))) return;
    const set = ledger.events.get(job) ?? new Set();
    for (const { id } of events) set.add(id);
    ledger.events.set(job, set);
  }

  async function photograph(job: string): Promise<void> {
    const bytes = tinyPng(dice.below(2 ** 32));
    const hash = createHash('sha256').update(bytes).digest('hex');
    const answer = await send(server, 'PUT', `/photographs/${hash}`, bytes, { 'content-type': 'image/png' });
    await answer.clone().text();
    if (!(await answered(answer, 'photograph', 204))) return;
    ledger.photos.set(hash, job);
    await enter(job, [shotOf(unique('e'), hash)]);
  }

  async function drop(list: string[]): Promise<void> {
    const id = list.splice(dice.below(list.length), 1)[0]!;
    const { revision } = ledger.jobs.get(id)!;
    const known = ledger.jobs.get(id)!;
    ledger.jobs.delete(id);
    ledger.perhaps.set(id, undefined);
    for (const [hash, job] of ledger.photos) if (job === id) ledger.photos.delete(hash);
    const answer = await send(server, 'DELETE', `/jobs/${id}`, undefined, { 'if-match': `"${revision}"` });
    await answer.clone().text();
    ledger.perhaps.delete(id);
    if (await answered(answer, `delete ${id}`, 204)) {
      ledger.deleted.add(id);
      ledger.events.delete(id);
    } else {
      ledger.jobs.set(id, known);
      list.push(id);
    }
  }

  async function look(): Promise<void> {
    const answer = await send(server, 'GET', '/jobs');
    const rows = (await answer.clone().json()) as { id: string }[];
    await answered(answer, 'the Board', 200);
    if (!Array.isArray(rows)) ledger.fault('the Board is no list');
  }
}

/**
 * Everything acknowledged is there, once and whole; what was in flight is there whole or not at all, and sent again
 * twice it is there once. Of jobs nothing was sent of since the last time only their place on the Board is looked at, unless
 * `whole`.
 */
export async function judge(server: Running, ledger: Ledger, whole = false): Promise<void> {
  const get = async (path: string) => {
    const answer = await send(server, 'GET', path);
    return { status: answer.status, body: (await answer.json().catch(() => undefined)) as never };
  };
  for (const [id, sent] of ledger.perhaps) {
    if (sent) {
      for (const time of [1, 2]) {
        const { status } = await send(server, 'POST', sent.path, sent.body);
        ledger.resent++;
        if (status !== 201) ledger.fault(`${id}: made again for the ${time}. time: ${status}`);
      }
      ledger.jobs.set(id, { revision: 1, words: new Map([[1, 'made']]), cut: [] });
    } else {
      const { status, body } = await get(`/jobs/${id}`);
      // It is there as it was, with its events, or gone: a half of a deletion there is none of.
      if (status === 200)
        await send(server, 'DELETE', `/jobs/${id}`, undefined, {
          'if-match': `"${(body as { revision: number }).revision}"`,
        });
      else if (status !== 404) ledger.fault(`${id}, deletion in flight: ${status}`);
      ledger.deleted.add(id);
      ledger.events.delete(id);
    }
    ledger.perhaps.delete(id);
  }
  const board = (await get('/jobs')).body as { id: string; trouble?: string; unplanned?: string }[];
  if (!Array.isArray(board)) return ledger.fault('the Board is no list');
  const rows = new Map(board.map((row) => [row.id, row]));
  for (const id of ledger.deleted) if (rows.has(id)) ledger.fault(`${id} was deleted and is there`);
  for (const [id, known] of ledger.jobs) {
    const row = rows.get(id);
    if (!row) {
      ledger.fault(`${id} is not on the Board`);
      continue;
    }
    if (!whole && !ledger.touched.has(id)) continue;
    if (row.trouble ?? row.unplanned) ledger.fault(`${id} stands there with: ${row.trouble ?? row.unplanned}`);
    const { status, body } = await get(`/jobs/${id}`);
    if (status !== 200) {
      ledger.fault(`${id}: ${status}`);
      continue;
    }
    const { revision, job } = body as { revision: number; job: { title: string; wishes: string } };
    if (job.title !== job.wishes) ledger.fault(`${id}: half a save: ${job.title} and ${job.wishes}`);
    if (revision < known.revision || revision > known.revision + known.cut.length)
      ledger.fault(`${id}: revision ${revision}, acknowledged ${known.revision}, ${known.cut.length} in flight`);
    for (const [n, words] of [...known.words].slice(-3)) {
      const old = await get(`/jobs/${id}/revisions/${n}`);
      if (old.status !== 200 || (old.body as { job: { title: string } }).job.title !== words)
        ledger.fault(`${id}: revision ${n} is not what was acknowledged`);
    }
    known.revision = revision;
    known.words.set(revision, job.title);
    for (const sent of known.cut) {
      const said: string[] = [];
      for (let time = 0; time < 2; time++) {
        const answer = await send(server, 'POST', sent.path, sent.body);
        const text = (await answer.json()) as { revision?: number };
        said.push(`${answer.status} ${text.revision}`);
        ledger.resent++;
        if (answer.status === 200) known.revision = text.revision!;
      }
      if (said[0] !== said[1] || !said[0]!.startsWith('200'))
        ledger.fault(`${id}: sent again: ${said.join(', then ')}`);
    }
    known.words.set(known.revision, ((await get(`/jobs/${id}`)).body as { job: { title: string } }).job.title);
    known.cut = [];
  }
  for (const [sent, job] of ledger.cutEvents) {
    if (!ledger.jobs.has(job)) continue;
    for (let time = 0; time < 2; time++) {
      const { status } = await send(server, 'POST', sent.path, sent.body);
      ledger.resent++;
      if (status !== 200) ledger.fault(`events of ${job} sent again: ${status}`);
    }
    const set = ledger.events.get(job) ?? new Set();
    for (const { id } of (sent.body as { events: { id: string }[] }).events) set.add(id);
    ledger.events.set(job, set);
  }
  ledger.cutEvents.clear();
  for (const [job, ids] of ledger.events) {
    if (!ledger.jobs.has(job) || !(whole || ledger.touched.has(job))) continue;
    const there = ((await get(`/jobs/${job}/events`)).body as { id: string }[]).map(({ id }) => id);
    if (new Set(there).size !== there.length) ledger.fault(`${job}: an event counts twice`);
    for (const id of ids) if (!there.includes(id)) ledger.fault(`${job}: event ${id} is lost`);
  }
  ledger.touched.clear();
  for (const hash of [...ledger.photos.keys()].slice(whole ? 0 : -10)) {
    const answer = await send(server, 'GET', `/photographs/${hash}`);
    const bytes = Buffer.from(await answer.arrayBuffer());
    if (answer.status !== 200 || createHash('sha256').update(bytes).digest('hex') !== hash)
      ledger.fault(`photograph ${hash.slice(0, 8)}: ${answer.status}`);
  }
}
