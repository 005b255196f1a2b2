import { cpSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { inWords } from '../../server/store/folder';
import { startServer, tempFolder, type Running } from '../support/server';

const id = TOURER_JOB.id;
const post = (server: Running, path: string, body: unknown) =>
  fetch(`${server.url}/api${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const read = async (server: Running) =>
  (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as { revision: number; job: { title: string } };

test('a second server on the same folder is refused and the first goes on', async () => {
  const folder = tempFolder();
  const first = await startServer(folder.path);
  await expect(startServer(folder.path)).rejects.toThrow(/in use by another Haltrik \(process \d+\)/);
  expect((await fetch(`${first.url}/api/health`)).status).toBe(200);
  expect(await first.stop()).toBe(0);
  const next = await startServer(folder.path);
  await next.stop();
  folder.drop();
});

test('a save acknowledged but missing from the database comes back from the journal', async () => {
  const folder = tempFolder();
  const server = await startServer(folder.path);
  await post(server, `/jobs/${id}/saves`, {
    base: 1,
    saveId: 'kept',
    operations: [{ op: 'setTitle', title: 'Kept by the journal' }],
  });
  await server.stop();
  const db = await PGlite.create(join(folder.path, 'db'));
  await db.query('delete from revisions where job_id = $1 and revision = 2', [id]);
  await db.query('update jobs set revision = 1, title = $2, document = $3 where id = $1', [
    id,
    TOURER_JOB.title,
    JSON.stringify(TOURER_JOB),
  ]);
  // What the database had of the journal went with it: the demo world's jobs and nothing since.
  await db.query('update journal_mark set generation = null, n = n - 1, at = 0');
  await db.close();
  const again = await startServer(folder.path);
  expect(await read(again)).toMatchObject({ revision: 2, job: { title: 'Kept by the journal' } });
  await again.stop();
  folder.drop();
});

test('a folder of a newer schema is refused with a message and left as it is', async () => {
  const folder = tempFolder();
  await (await startServer(folder.path)).stop();
  const db = await PGlite.create(join(folder.path, 'db'));
  await db.exec('update schema_version set version = 99');
  await db.close();
  const journal = readFileSync(join(folder.path, 'journal.ndjson'));
  await expect(startServer(folder.path)).rejects.toThrow(/newer Haltrik \(schema 99/);
  expect(readFileSync(join(folder.path, 'journal.ndjson'))).toEqual(journal);
  folder.drop();
});

test('an empty start has no jobs; a port that is taken or wrong is said so', async () => {
  const folder = tempFolder();
  const other = tempFolder();
  const server = await startServer(folder.path, ['--empty']);
  expect(await (await fetch(`${server.url}/api/jobs`)).json()).toEqual([]);
  await expect(startServer(other.path, [], server.port)).rejects.toThrow(/port \d+ is taken/);
  await expect(startServer(other.path, ['--port', '70000'])).rejects.toThrow(/--port: expected 0 to 65535/);
  await server.stop();
  folder.drop();
  other.drop();
});

describe('a folder that cannot be used', () => {
  const failure = async (path: string): Promise<string> => {
    try {
      await (await startServer(path)).stop();
      return 'it started';
    } catch (error) {
      return (error as Error).message;
    }
  };
  const once = tempFolder();
  beforeAll(async () => void (await (await startServer(once.path)).stop()));
  afterAll(once.drop);
  /** A folder that has been used once. */
  function used(): { path: string; drop: () => void } {
    const folder = tempFolder();
    cpSync(once.path, folder.path, { recursive: true });
    return folder;
  }

  test('damaged: says so, changes nothing, and the journal is still there', async () => {
    const folder = used();
    const control = join(folder.path, 'db', 'global', 'pg_control');
    writeFileSync(control, 'this is not a control file');
    const journal = readFileSync(join(folder.path, 'journal.ndjson'));
    expect(await failure(folder.path)).toMatch(/cannot be opened .*it is left as it is/);
    expect(readFileSync(control, 'utf8')).toBe('this is not a control file');
    rmSync(join(folder.path, 'db', 'PG_VERSION'));
    expect(await failure(folder.path)).toMatch(/version mark is missing/);
    expect(readFileSync(join(folder.path, 'journal.ndjson'))).toEqual(journal);
    folder.drop();
  });

  test('a journal damaged in its middle, the database whole: it starts, and keeps starting', async () => {
    const folder = used();
    const path = join(folder.path, 'journal.ndjson');
    const bytes = readFileSync(path);
    for (const part of [0.2, 0.5, 0.8]) bytes[Math.floor(bytes.length * part)]! ^= 0x80;
    writeFileSync(path, bytes);
    for (let round = 0; round < 3; round++) {
      const server = await startServer(folder.path);
      const rows = (await (await fetch(`${server.url}/api/jobs`)).json()) as { trouble?: string }[];
      expect(rows).toHaveLength(DEMO_JOBS.length + 1);
      expect(rows.filter((row) => row.trouble !== undefined)).toEqual([]);
      const { revision } = await read(server);
      const answer = await post(server, `/jobs/${id}/saves`, {
        base: revision,
        saveId: `s${round}`,
        operations: [{ op: 'setTitle', title: `Round ${round}` }],
      });
      expect(answer.status).toBe(200);
      await server.stop();
    }
    folder.drop();
  });

  test('the database damaged: --rebuild makes it anew from the journal and keeps the old one beside', async () => {
    const folder = used();
    const server = await startServer(folder.path);
    await post(server, `/jobs/${id}/saves`, {
      base: 1,
      saveId: 's',
      operations: [{ op: 'setTitle', title: 'Kept by the journal' }],
    });
    await server.stop();
    writeFileSync(join(folder.path, 'db', 'global', 'pg_control'), 'this is not a control file');
    expect(await failure(folder.path)).toMatch(/start once with --rebuild/);
    const again = await startServer(folder.path, ['--rebuild']);
    expect(await read(again)).toMatchObject({ revision: 2, job: { title: 'Kept by the journal' } });
    expect(((await (await fetch(`${again.url}/api/jobs`)).json()) as unknown[]).length).toBe(DEMO_JOBS.length + 1);
    expect(((await (await fetch(`${again.url}/api/shelf`)).json()) as unknown[]).length).toBeGreaterThan(20);
    await again.stop();
    expect(readdirSync(folder.path).filter((name) => name.startsWith('db.damaged-'))).toHaveLength(1);
    folder.drop();
  });

  test('is its owner’s alone to read', () => {
    for (const name of ['', 'db', 'journal.ndjson', 'photographs'])
      expect([name, statSync(join(once.path, name)).mode & 0o077]).toEqual([name, 0]);
  });

  test('in use, or a file: each in words', async () => {
    const folder = tempFolder();
    const server = await startServer(folder.path);
    expect(await failure(folder.path)).toMatch(/is in use by another Haltrik \(process \d+\)/);
    await server.stop();
    const file = join(folder.path, 'plain');
    writeFileSync(file, '');
    expect(await failure(file)).toMatch(/is a file, not a folder/);
    folder.drop();
  });

  test.each([
    ['EACCES', /cannot be made or written: give this user leave/],
    ['EROFS', /cannot be made or written/],
    ['ENOSPC', /lies on a full disk: make room/],
    ['ENOTDIR', /is a file, not a folder/],
  ])('%s from the disk is said in words that tell what to do', (code, words) => {
    const said = inWords(Object.assign(new Error('raw'), { code }), '/here') as Error;
    expect(said.message).toMatch(words);
    expect(said.message).toContain('/here');
  });
});
