import { createHash } from 'node:crypto';
import { strFromU8, strToU8, zipSync, type Zippable } from 'fflate';
import { unpacked } from './unpack';
import * as v from 'valibot';
import { BayEvent, MOST_EVENTS } from '#core/job/events';
import { DocumentError, problemsOf } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { readJobFile, writeJobFile } from './job-file';

/** A whole job: its document, what was done, and the photographs by the hash of their bytes. */
export interface Bundle {
  readonly job: Job;
  readonly events: readonly BayEvent[];
  readonly photos: ReadonlyMap<string, Uint8Array>;
}

/** What was read of a file: it may name photographs that it lacks. */
export interface ReadBundle extends Bundle {
  readonly missing: readonly string[];
}

const Events = v.pipe(v.array(BayEvent), v.maxLength(MOST_EVENTS, `expected ${MOST_EVENTS} entries at most`));

/** Pictures are packed already. */
const STORED = { level: 0 } as const;

/** job.json, events.json and photographs/HASH in one zip; the same bundle gives the same bytes. */
export function writeBundle({ job, events, photos }: Bundle): Uint8Array {
  const files: Zippable = {
    'job.json': strToU8(writeJobFile(job)),
    'events.json': strToU8(`${JSON.stringify(events, null, 1)}\n`),
  };
  for (const [hash, bytes] of [...photos].sort(([a], [b]) => (a < b ? -1 : 1)))
    files[`photographs/${hash}`] = [bytes, STORED];
  return zipSync(files, { mtime: new Date(Date.UTC(2026, 0, 1, 12)) });
}

/** Reads a whole job. Throws DocumentError naming every path inside the zip that cannot be taken. */
export function readBundle(bytes: Uint8Array): ReadBundle {
  let files: Record<string, Uint8Array>;
  try {
    files = unpacked(bytes, (name) => name === 'job.json' || name === 'events.json' || name.startsWith('photographs/'));
  } catch (error) {
    throw fault('(the file)', `expected a zip; ${error instanceof Error ? error.message : 'it cannot be read'}`);
  }
  if (!files['job.json']) throw fault('job.json', 'expected this file in the zip; it is missing');
  const problems: { path: string; expected: string }[] = [];
  let job: Job | undefined;
  try {
    job = readJobFile(strFromU8(files['job.json']));
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    problems.push(...error.problems.map((p) => ({ ...p, path: `job.json: ${p.path}` })));
  }
  let events: BayEvent[] = [];
  try {
    const parsed = v.safeParse(Events, files['events.json'] ? JSON.parse(strFromU8(files['events.json'])) : []);
    if (parsed.success) events = parsed.output;
    else
      problems.push(...problemsOf(parsed.issues, '(the list)').map((p) => ({ ...p, path: `events.json: ${p.path}` })));
  } catch {
    problems.push({ path: 'events.json', expected: 'expected JSON' });
  }
  const photos = new Map<string, Uint8Array>();
  for (const [name, data] of Object.entries(files)) {
    const hash = /^photographs\/([0-9a-f]{64})$/.exec(name)?.[1];
    if (!hash) continue;
    if (createHash('sha256').update(data).digest('hex') !== hash)
      problems.push({ path: name, expected: 'expected the picture its name is the hash of; it has been changed' });
    photos.set(hash, data);
  }
  if (!job || problems.length) throw new DocumentError(problems);
  return { job, events, photos, missing: missingOf(job, events, photos) };
}

/** Photographs that what was done names, and the makers’ sheets of the job’s gear: by the hash of their bytes. */
export const photosNamed = (job: Job, events: readonly BayEvent[]): string[] => [
  ...new Set([
    ...events.flatMap((e) => (e.kind === 'photo' ? [e.photo] : [])),
    ...Object.values(job.gear).flatMap(({ item }) => item.sheet?.photo ?? []),
  ]),
];

/** Those of them that nobody has. */
const missingOf = (job: Job, events: readonly BayEvent[], photos: ReadonlyMap<string, unknown>): string[] =>
  photosNamed(job, events).filter((hash) => !photos.has(hash));

const fault = (path: string, expected: string) => new DocumentError([{ path, expected }]);
