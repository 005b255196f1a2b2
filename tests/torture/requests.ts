import { Worker } from 'node:worker_threads';
import { gzipSync } from 'node:zlib';
import { request } from 'node:http';
import fc from 'fast-check';
import * as v from 'valibot';
import { DEMO_JOBS } from '#demo/jobs';
import { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { Operation } from '#core/job/operations';
import { arbitraryOf } from '../support/arbitrary';
import { tinyPng } from '../support/png';
import { startServer, tempFolder, type Running } from '../support/server';
import { Dice } from './dice';
import { send } from './load';
import type { How, Outcome } from './outcome';

/** What a value is replaced by: what no schema means, or just outside what one means. */
const NASTY: readonly unknown[] = [
  null,
  true,
  0,
  -0,
  -1,
  0.5,
  1e-7,
  1e300,
  2 ** 53,
  '',
  ' ',
  '\u0000',
  '\ud800',
  'a\nb',
  '\u202e',
  '__proto__',
  'constructor',
  'toString',
  'hasOwnProperty',
  'x'.repeat(70_000),
  '../../etc/passwd',
  "';drop table jobs;--",
  '=1+1',
  [],
  {},
  [[[[]]]],
  { length: 3 },
  JSON.parse('{"__proto__":{"polluted":1}}') as unknown,
  JSON.parse(`${'['.repeat(2000)}${']'.repeat(2000)}`) as unknown,
];
const NAMES = ['toString', 'valueOf', '__proto__', 'constructor', 'amp', 'battery', 'nobody', '', 'a b', 'length'];
const PATHS = [
  '/jobs/%00',
  '/jobs/%ff',
  '/jobs/%2e%2e%2f',
  '/jobs/toString',
  '/jobs/__proto__/events',
  '/jobs/ID/revisions/abc',
  '/jobs/ID/revisions/1.5',
  '/jobs/ID/revisions/1e99',
  '/jobs/ID/revisions/99999999999',
  '/jobs/ID/revisions/-1',
  '/jobs/ID/export/../../..',
  '/jobs/ID/export/feeds-x.cir',
  '/jobs/ID/export/sheet.pdf?units=parsec',
  '/photographs/..%2f..%2fjournal.ndjson',
  `/photographs/${'0'.repeat(64)}`,
  '/nothing',
  '/jobs//saves',
  '//jobs',
  '/shelf.csv?x[]=1&x[y]=2',
];

/** What the server's log says went wrong. */
const LOGGED = /"message":"((?:[^"\\]|\\.){0,300})/g;

interface Request {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body?: string | Buffer;
}

/** One node of a value, chosen at random, made into something else. */
function mutated(value: unknown, dice: Dice): unknown {
  if (typeof value === 'object' && value !== null && !dice.chance(12)) {
    const entries = Object.entries(value);
    if (entries.length && !dice.chance(15)) {
      const at = dice.below(entries.length);
      const changed = entries.flatMap(([key, inner], i): [string, unknown][] => {
        if (i !== at) return [[key, inner]];
        const how = dice.below(100);
        if (how < 8) return [];
        if (how < 14) return [[dice.one(NAMES), inner]];
        return [[key, mutated(inner, dice)]];
      });
      if (Array.isArray(value)) return changed.map(([, inner]) => inner);
      // As JSON has it: a member of any name is a member of its own.
      const copy: Record<string, unknown> = {};
      for (const [key, inner] of changed)
        Object.defineProperty(copy, key, { value: inner, enumerable: true, configurable: true, writable: true });
      return copy;
    }
    if (Array.isArray(value)) return [...(value as unknown[]), dice.one(NASTY)];
    return { ...value, [dice.one(NAMES)]: dice.one(NASTY) };
  }
  if (typeof value === 'number' && dice.chance(60)) return dice.one([value + 1e-9, -value, value * 1000, value / 3]);
  if (typeof value === 'string' && dice.chance(50)) return dice.one(NAMES);
  return dice.one(NASTY);
}

/** An operation aimed at what the job has, so that more than its ids is tried. */
function aimed(operation: Operation, job: Job, dice: Dice): Operation {
  const gear = Object.keys(job.gear);
  const of: Record<string, readonly string[]> = {
    gear,
    from: [...gear, ...Object.keys(job.craft.batteries)],
    id: [...gear, ...Object.keys(job.craft.batteries), ...Object.keys(job.zones), ...Object.keys(job.craft.ties)],
    place: Object.keys(job.craft.pattern.places),
    channel: Object.keys(job.circuits),
    at: Object.keys(job.craft.batteries),
    to: Object.keys(job.craft.batteries),
  };
  const swapped = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null) return value;
    if (Array.isArray(value)) return value.map(swapped);
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) =>
        typeof inner === 'string' && of[key]?.length && dice.chance(80)
          ? [key, dice.one(of[key])]
          : [key, key === 'item' || key === 'holder' ? inner : swapped(inner)],
      ),
    );
  };
  return swapped(operation) as Operation;
}

/** Requests that mean something, some of them as they are, most of them with something in them changed. */
function* requests(dice: Dice, seed: number): Generator<Request> {
  const sample = <T>(of: fc.Arbitrary<T>, count: number) => fc.sample(of, { seed, numRuns: count });
  const operations = sample(
    arbitraryOf(Operation, (value) => v.is(Operation, value)),
    600,
  );
  const events = sample(
    arbitraryOf(BayEvent, (value) => v.is(BayEvent, value)),
    200,
  );
  const json = { 'content-type': 'application/json' };
  for (let n = 0; ; n++) {
    const job = dice.one(DEMO_JOBS);
    const { id } = job;
    const kind = dice.below(1000);
    let method = 'POST';
    let path: string;
    let body: unknown;
    let headers: Record<string, string> = json;
    if (kind < 430) {
      path = `/jobs/${id}/saves`;
      body = {
        base: dice.one([1, 2, 5, 40, 100_000]),
        saveId: dice.chance(5) ? 'again' : `f${n}`,
        operations: Array.from({ length: 1 + dice.below(3) }, () => aimed(dice.one(operations), job, dice)),
      };
    } else if (kind < 600) {
      path = `/jobs/${id}/events`;
      body = { events: Array.from({ length: 1 + dice.below(3) }, () => ({ ...dice.one(events), id: `f${n}` })) };
    } else if (kind < 660) {
      path = '/jobs';
      body = {
        saveId: `c${n}`,
        job: { ...dice.one(DEMO_JOBS), id: dice.one(['fuzz', 'toString', id]) },
      };
    } else if (kind < 700) {
      path = '/imports?look=1';
      body = dice.one(DEMO_JOBS);
    } else if (kind < 730) {
      method = 'PUT';
      path = `/photographs/${'0'.repeat(64)}`;
      headers = { 'content-type': 'image/png' };
      body = undefined;
    } else {
      method = dice.one(['GET', 'GET', 'GET', 'GET', 'HEAD', 'DELETE', 'PATCH', 'OPTIONS', 'PUT']);
      path = dice.chance(60)
        ? dice.one(PATHS).replace('ID', id)
        : dice.one(['/jobs', `/jobs/${id}`, `/jobs/${id}/events`, `/jobs/${id}/revisions/1`, '/shelf', '/patterns']);
      headers = dice.chance(30)
        ? { 'if-match': dice.one(['"1"', '1', '*', '""', `"${'9'.repeat(400)}"`]), range: 'bytes=0-,5-,9-1' }
        : {};
    }
    const raw =
      method === 'PUT'
        ? tinyPng(n)
        : body === undefined
          ? undefined
          : JSON.stringify(dice.chance(60) ? mutated(body, dice) : body);
    let bytes: string | Buffer | undefined = raw;
    if (raw !== undefined && dice.chance(6)) {
      bytes = Buffer.from(raw);
      for (let k = 0; k < 1 + dice.below(4); k++) bytes[dice.below(bytes.length)] = dice.below(256);
    } else if (raw !== undefined && dice.chance(2)) {
      bytes = gzipSync(raw);
      headers = { ...headers, 'content-encoding': dice.one(['gzip', 'gzip', 'deflate', 'br', 'nothing']) };
    }
    if (dice.chance(2))
      headers = { ...headers, 'content-type': dice.one(['text/plain', 'application/json; charset=utf-7', 'x']) };
    const prefix = dice.chance(3) ? dice.one(['/API', '/Api', '/api/.', '/api//']) : '/api';
    yield { method, path: prefix + path, headers, ...(bytes === undefined ? {} : { body: bytes }) };
  }
}

/** The status, or 0 where the line was cut. Over a plain socket, as fetch forbids what is tried here. */
function put(server: Running, { method, path, headers, body }: Request): Promise<{ status: number; text: string }> {
  return new Promise((done) => {
    const req = request(
      { host: '127.0.0.1', port: server.port, method, path, headers: { connection: 'keep-alive', ...headers } },
      (res) => {
        let text = '';
        res.setEncoding('utf8');
        res.on('data', (part: string) => (text.length < 300 ? (text += part) : undefined));
        res.on('end', () => done({ status: res.statusCode ?? 0, text }));
        res.on('error', () => done({ status: 0, text: 'cut off' }));
      },
    );
    req.on('error', (error) => done({ status: 0, text: error.message }));
    req.end(body);
  });
}

/** Asks after the server's health every 25 ms from a thread of its own; the worst wait, ms, when told to stop. */
export function watchHealth(server: Running): () => Promise<number> {
  const worker = new Worker(
    `const { parentPort, workerData } = require('node:worker_threads');
     let worst = 0, over = false;
     parentPort.on('message', () => { over = true; });
     (async () => {
       while (!over) {
         const begun = performance.now();
         const answer = await fetch(workerData).catch(() => undefined);
         if (answer) await answer.text();
         worst = Math.max(worst, answer?.status === 200 ? performance.now() - begun : Number.MAX_SAFE_INTEGER);
         await new Promise((done) => setTimeout(done, 25));
       }
       parentPort.postMessage(worst);
       parentPort.close();
     })();`,
    { eval: true, workerData: `${server.url}/api/health` },
  );
  return () =>
    new Promise((done) => {
      worker.once('message', (worst: number) => done(Math.round(worst)));
      worker.postMessage('over');
    });
}

/** Mutated requests of every kind: none answered with a fault of the server, and its health at once all the while. */
export async function requestsChanged({ seed, rounds, progress, patience = 1 }: How): Promise<Outcome> {
  const dice = new Dice(`requests/${seed}`);
  const folder = tempFolder();
  const server = await startServer(folder.path);
  const healthy = watchHealth(server);
  const faults: string[] = [];
  const statuses = new Map<number, number>();
  const source = requests(dice, seed);
  let left = rounds;
  const hands = Array.from({ length: 4 }, async () => {
    while (left-- > 0) {
      const asked = source.next().value as Request;
      const { status, text } = await put(server, asked);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if ((status >= 500 || status === 0) && faults.length < 40)
        faults.push(
          `${status} to ${asked.method} ${asked.path}: ${String(asked.body).slice(0, 400)} → ${[...server.printed().matchAll(LOGGED)].at(-1)?.[1] ?? text}`,
        );
      if (left % 500 === 0) progress?.(rounds - left);
    }
  });
  await Promise.all(hands);
  const worst = await healthy();
  const sum = (from: number, to: number) =>
    [...statuses].reduce((all, [status, count]) => (status >= from && status < to ? all + count : all), 0);
  const taken = sum(200, 400);
  if (taken < rounds / 20) faults.push(`only ${taken} were taken: nothing much was tried`);
  if (!(worst <= 500 * patience)) faults.push(`health took ${worst} ms`);
  // What was let in is a job still: the Board has it, and it can be drawn.
  const rows = (await (await send(server, 'GET', '/jobs')).json()) as { id: string; unplanned?: string }[];
  for (const { id, unplanned } of rows)
    if (unplanned !== undefined) faults.push(`${id} was let in and cannot be planned: ${unplanned}`);
  if (({} as { polluted?: unknown }).polluted !== undefined) faults.push('the prototype of all is polluted here');
  const exit = await server.stop();
  if (exit !== 0) faults.push(`it ended with ${exit}`);
  folder.drop();
  return {
    name: 'requests changed at random',
    tried: rounds,
    figures: {
      taken,
      refused: sum(400, 500),
      '5xx': sum(500, 600),
      'longest wait for health, ms': worst,
    },
    faults,
  };
}
