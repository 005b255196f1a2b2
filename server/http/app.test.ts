import type { PGlite } from '@electric-sql/pglite';
import type { Express } from 'express';
import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import request from 'supertest';
import { PATTERNS, TOURER_JOB } from '#demo/jobs';
import { contentHash } from '#core/document/hash';
import { SHELF, shelfItem } from '#demo/shelf';
import { buildState, stepHash } from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { applyAll } from '#core/job/operations';
import { sealOf } from '#core/job/seal';
import { planJob } from '#core/plan';
import { openDatabase } from '../store/database';
import type { Journal } from '../store/journal';
import { Changes } from '../store/changes';
import { JobStore } from '../store/jobs';
import { Drafts } from '../store/drafts';
import { Library } from '../store/library';
import { PhotoStore } from '../store/photos';
import { RackStore } from '../store/rack';
import { limitJob } from '../../tests/support/limit-job';
import { tempFolder } from '../../tests/support/server';
import { makeApp } from './app';
import { sendProblem } from './problems';
import { planOf } from '#core/shown';
import { runHere } from '../../tests/support/run-here';

let db: PGlite;
let server: Server;
let host: string;
let library: Library;
const photos = tempFolder();
beforeAll(async () => {
  db = await openDatabase();
  const changes = new Changes(db, undefined);
  library = new Library(changes);
  await library.stock(SHELF, PATTERNS);
  const app: Express = makeApp({
    jobs: new JobStore(changes, runHere),
    rack: new RackStore(changes),
    library,
    drafts: new Drafts(changes),
    photos: new PhotoStore(db, photos.path),
    changes,
    log: pino({ level: 'silent' }),
    run: runHere,
  });
  server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  host = `127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.close();
  server.closeAllConnections();
  await db.close();
  photos.drop();
});
const call = () => request(`http://${host}`);
const id = TOURER_JOB.id;

test('a job is created, read with its ETag, saved, listed and deleted', async () => {
  const made = await call().post('/api/jobs').send({ saveId: 's1', job: TOURER_JOB }).expect(201);
  expect(made.headers['location']).toBe(`/api/jobs/${id}`);
  const read = await call().get(`/api/jobs/${id}`).expect(200);
  expect(read.headers['etag']).toBe('"1"');
  expect((read.body as { job: unknown }).job).toEqual(TOURER_JOB);
  const saved = await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 's2', operations: [{ op: 'setTitle', title: 'Two' }] })
    .expect(200);
  expect(saved.body).toEqual({ revision: 2, merged: false });
  const merged = await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 's3', operations: [{ op: 'setCustomer', customer: 'C' }] })
    .expect(200);
  expect(merged.body).toMatchObject({ revision: 3, merged: true, job: { title: 'Two', customer: 'C' } });
  const list = await call().get('/api/jobs').expect(200);
  expect((list.body as { title: string; revision: number; stops: number }[])[0]).toMatchObject({
    title: 'Two',
    revision: 3,
    stops: 0,
  });
  const listed = async (query: string) =>
    ((await call().get(`/api/jobs?${query}`).expect(200)).body as unknown[]).length;
  expect([await listed('find=tw'), await listed('find=nobody'), await listed(`id=${id}&id=other`)]).toEqual([1, 0, 1]);
  expect([await listed('id=other'), await listed('limit=1'), await listed('find=')]).toEqual([0, 1, 1]);
  const refused = async (query: string) =>
    ((await call().get(`/api/jobs?${query}`).expect(422)).body as { detail: string }).detail;
  expect(await refused(`find=${'x'.repeat(201)}`)).toBe('find: expected 200 characters at most');
  for (const limit of ['0', '-1', '10000', '1.5', 'all'])
    expect(await refused(`limit=${limit}`)).toBe('limit: expected a number from 1 to 9999');
  expect(await refused('sort=title')).toContain('sort: ');
  expect((await call().get(`/api/jobs/${id}/revisions/1`).expect(200)).body).toEqual({ job: TOURER_JOB, revision: 1 });
  await call().get(`/api/jobs/${id}/revisions/77`).expect(404);
  await call().delete(`/api/jobs/${id}`).expect(428);
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"1"').expect(412);
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"3"').expect(204);
  await call().get(`/api/jobs/${id}`).expect(404);
});

test('a page that was open when the server was brought up to date saves what it says in its own form', async () => {
  await call().post('/api/jobs').send({ saveId: 's1', job: TOURER_JOB });
  const save = (operations: object[], saveId: string) =>
    call().post(`/api/jobs/${id}/saves`).send({ base: 1, saveId, operations });
  await save([{ op: 'chooseGauge', gear: 'amp', gauge: '4' }], 's2').expect(200);
  const read = await call().get(`/api/jobs/${id}`);
  expect((read.body as { job: Job }).job.overrules.gauge).toEqual({ amp: { value: '4', why: null } });
  const no = await save([{ op: 'chooseGauge', gear: 'amp', gauge: 'thick' }], 's3').expect(422);
  expect(JSON.stringify(no.body)).toContain('operations.0.op');
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"2"').expect(204);
});

test('what is acknowledged is told as it lands, to whoever listens, and to nobody else', async () => {
  const told: string[] = [];
  const listener = get({ host: '127.0.0.1', port: Number(host.split(':')[1]), path: '/api/live' });
  const heard = await new Promise<IncomingMessage>((done) => listener.once('response', done));
  expect(heard.headers['content-type']).toMatch('text/event-stream');
  expect(heard.headers['content-encoding']).toBeUndefined();
  heard.setEncoding('utf8').on('data', (text: string) => told.push(text));
  const until = async (text: string) => {
    for (let tries = 0; !told.join('').includes(text); tries++) {
      if (tries > 100) throw new Error(`never told of ${text}: ${told.join('')}`);
      await new Promise((done) => setTimeout(done, 10));
    }
  };
  await until('retry: 2000');
  await call().post('/api/jobs').send({ saveId: 's1', job: TOURER_JOB });
  await until(`{"kind":"job","job":"${id}"}`);
  const operations = [{ op: 'setTitle', title: 'Ü 2' }];
  await call().post(`/api/jobs/${id}/saves`).send({ base: 1, saveId: 's2', operations });
  await until(JSON.stringify({ kind: 'save', job: id, revision: 2, saveId: 's2', operations }));
  // What is refused did not happen.
  await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 2, saveId: 's3', operations: [{ op: 'removeGear', id: 'nothing' }] })
    .expect(422);
  // Of a great deal it is told that there is some.
  const long = Array.from({ length: 200 }, (_, i) => ({ op: 'setWishes', wishes: `${i} ${'w'.repeat(400)}` }));
  await call().post(`/api/jobs/${id}/saves`).send({ base: 2, saveId: 's4', operations: long }).expect(200);
  await until(JSON.stringify({ kind: 'save', job: id, revision: 3, saveId: 's4' }));
  const event = { kind: 'note', id: 'n1', at: '2026-11-27T10:00:00Z', by: 'Bay', step: 'test:power', text: 'quiet' };
  await call()
    .post(`/api/jobs/${id}/events`)
    .send({ events: [event] })
    .expect(200);
  await until(`"events":[{`);
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"3"').expect(204);
  await until(`{"kind":"delete","job":"${id}"}`);
  expect(told.join('')).not.toContain('s3');
  listener.destroy();
  await call().get('/api/live').set('Origin', 'http://elsewhere.example').expect(403);
});

test('a conflict carries both versions', async () => {
  await call().post('/api/jobs').send({ saveId: 's1', job: TOURER_JOB });
  await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 't', operations: [{ op: 'removeGear', id: 'amp' }] });
  const no = await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 'm', operations: [{ op: 'placeGear', id: 'amp', place: null }] })
    .expect(409);
  expect(no.headers['content-type']).toMatch('application/problem+json');
  expect(no.body).toMatchObject({ status: 409, newest: { revision: 2 }, base: { revision: 1 } });
});

test.each<[string, unknown, number, string | undefined]>([
  ['a job with a fault', { saveId: 'x', job: { ...TOURER_JOB, id: 'other', title: '' } }, 422, 'title'],
  ['an unknown member', { saveId: 'x', job: TOURER_JOB, extra: 1 }, 422, 'extra'],
  ['no save id', { job: TOURER_JOB }, 422, 'saveId'],
])('%s is refused by its path', async (_, body, status, path) => {
  const no = await call()
    .post('/api/jobs')
    .send(body as object)
    .expect(status);
  expect((no.body as { problems: { path: string }[] }).problems.map((p) => p.path)).toContain(path);
});

test('a job that holds all it may is planned, sealed and taken out', async () => {
  const job = limitJob();
  await call().post('/api/jobs').send({ saveId: 's1', job }).expect(201);
  const seal = sealOf(planJob(job), '2026-11-25T08:00:00.000Z', 'Tester', 0);
  const operations = [{ op: 'sealJob', seal }];
  expect(JSON.stringify(operations).length).toBeGreaterThan(500_000);
  await call().post(`/api/jobs/${job.id}/saves`).send({ base: 1, saveId: 's2', operations }).expect(200);
  await call().get(`/api/jobs/${job.id}/export/sheet.pdf`).expect(200);
  const whole = await call().get(`/api/jobs/${job.id}/export/job.json`).expect(200);
  await call().post('/api/imports?look=1').set('content-type', 'application/json').send(whole.text).expect(200);
  const rows = (await call().get('/api/jobs').expect(200)).body as { id: string; sealedAt: string | null }[];
  expect(rows.find((row) => row.id === job.id)!.sealedAt).toBe(seal.at);
  await call().delete(`/api/jobs/${job.id}`).set('if-match', '"2"').expect(204);
});

test('a seal that was made up is refused by its path', async () => {
  await call()
    .post('/api/jobs')
    .send({ saveId: 's1', job: { ...TOURER_JOB, id: 'made-up' } })
    .expect(201);
  const seal = sealOf({ planner: '0.5.0' }, '2026-11-25T08:00:00.000Z', 'Tester', 0);
  const operations = [{ op: 'sealJob', seal: { ...seal, plan: { ...seal.plan, runs: [], findings: [] } } }];
  const refused = await call().post('/api/jobs/made-up/saves').send({ base: 1, saveId: 's2', operations }).expect(422);
  expect(JSON.stringify(refused.body)).toMatch(/seal/);
  expect((await call().get('/api/jobs/made-up').expect(200)).body).toMatchObject({ revision: 1, job: { seal: null } });
  await call().delete('/api/jobs/made-up').set('if-match', '"1"').expect(204);
});

test('bad operations, bad JSON, large bodies and unknown addresses are problem documents', async () => {
  const op = await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 'x', operations: [{ op: 'explode' }] })
    .expect(422);
  expect(op.body).toMatchObject({ status: 422 });
  await call().post(`/api/jobs/${id}/saves`).set('content-type', 'application/json').send('{"base":').expect(400);
  await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 'x', operations: [], pad: 'x'.repeat(4_200_000) })
    .expect(413);
  const lost = await call().get('/api/nothing').expect(404);
  expect(lost.headers['content-type']).toMatch('application/problem+json');
  await call().get('/elsewhere').expect(404);
});

test('foreign hosts, foreign origins and cross-site fetches are turned away', async () => {
  await call().get('/api/jobs').set('Host', 'elsewhere.example').expect(403);
  await call().get('/api/jobs').set('Host', '127.0.0.1:1').expect(403);
  await call().get('/api/jobs').set('Origin', 'http://elsewhere.example').expect(403);
  await call().get('/api/jobs').set('Origin', 'null').expect(403);
  await call().get('/api/jobs').set('Sec-Fetch-Site', 'cross-site').expect(403);
  await call().get('/api/jobs').set('Origin', `http://${host}`).expect(200);
  await call()
    .get('/api/jobs')
    .set('Host', `localhost:${host.split(':')[1]}`)
    .expect(200);
});

test('every answer carries the security headers, and none says what serves it', async () => {
  const { headers } = await call().get('/api/health').expect(200);
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toContain('unsafe');
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
  expect(headers['cache-control']).toBe('no-store');
});

describe('one item of the shelf', () => {
  const own = { ...shelfItem('kingcup-3'), id: 'own-radio', name: 'Own radio' };
  const hash = (item: object) => contentHash(item);
  const shelf = async () =>
    ((await call().get('/api/shelf')).body as { id: string; name: string }[]).map(({ id }) => id);
  const put = (item: object, over: string | null, id = 'own-radio') =>
    call().put(`/api/shelf/${id}`).send({ item, over });

  test('put, corrected, refused where another stands there by now, and taken off again', async () => {
    await put(own, null).expect(200);
    expect((await shelf()).at(-1)).toBe('own-radio');
    const said = await put({ ...own, name: 'Other' }, null).expect(409);
    expect(said.body).toMatchObject({ item: { name: 'Own radio' } });
    await put({ ...own, name: 'Better' }, hash({ ...own, name: 'stale' })).expect(409);
    await put({ ...own, name: 'Better', retired: true }, hash(own)).expect(200);
    const now = ((await call().get('/api/shelf')).body as { id: string }[]).find(({ id }) => id === 'own-radio')!;
    expect(now).toMatchObject({ name: 'Better', retired: true });
    await call()
      .delete('/api/shelf/own-radio')
      .send({ over: hash(own) })
      .expect(409);
    await call()
      .delete('/api/shelf/own-radio')
      .send({ over: hash(now) })
      .expect(204);
    await call()
      .delete('/api/shelf/own-radio')
      .send({ over: hash(now) })
      .expect(404);
    expect(await shelf()).not.toContain('own-radio');
  });

  test('what is no item is refused by name, and nothing is written', async () => {
    const before = (await call().get('/api/shelf')).body as unknown;
    const bad = await put({ ...own, massKg: -1 }, null).expect(422);
    expect(JSON.stringify(bad.body)).toContain('massKg');
    await put(own, null, 'otherwise').expect(422);
    await put({ ...own, assumed: [] }, null).expect(422);
    expect((await call().get('/api/shelf')).body).toEqual(before);
  });
});

test('shelf and patterns are served as stocked', async () => {
  expect((await call().get('/api/shelf')).body).toEqual(SHELF);
  expect((await call().get('/api/patterns')).body).toHaveLength(PATTERNS.length);
});

describe('a pattern offered by a job', () => {
  const own = { ...PATTERNS[0]!, id: 'own-craft', name: 'Own craft' };
  const put = (pattern: object, over: string | null, id = 'own-craft') =>
    call().put(`/api/patterns/${id}`).send({ pattern, over });
  const names = async () =>
    ((await call().get('/api/patterns')).body as { pattern: { name: string } }[]).map(({ pattern }) => pattern.name);

  test('is one that new jobs begin from; put in the place of the one it was made of, and of no other', async () => {
    await put(own, null).expect(200, { pattern: own, hash: contentHash(own) });
    expect(await names()).toContain('Own craft');
    // Somebody else has put one there meanwhile.
    await put({ ...own, name: 'Another' }, null).expect(409);
    await put({ ...own, name: 'Another' }, 'of before').expect(409);
    await put({ ...own, name: 'Another' }, contentHash(own)).expect(200);
    expect(await names()).toContain('Another');
    expect(await names()).toHaveLength(PATTERNS.length + 1);
  });

  test('what names something that it has not is refused by name, and nothing changes', async () => {
    const before = await names();
    const seat = { ...own, batteryPlace: 'nowhere' };
    const answer = await put(seat, null).expect(422);
    expect(answer.body).toMatchObject({
      problems: [{ path: 'pattern.batteryPlace', expected: 'expected a place of this pattern' }],
    });
    await put(own, null, 'other').expect(422);
    await put({ ...own, kind: 'sledge' }, null).expect(422);
    expect(await names()).toEqual(before);
  });
});

describe('a pattern file', () => {
  const readFile = (text: string) => call().post('/api/patterns/read').set('content-type', 'text/plain').send(text);
  const file = async (id: string) => (await call().get(`/api/patterns/${id}/pattern.json`).expect(200)).text;

  test('is written and comes back the same, with its faults where it has some', async () => {
    for (const { id } of PATTERNS) {
      const { draft, faults } = (await readFile(await file(id)).expect(200)).body as { draft: object; faults: [] };
      expect(contentHash(draft)).toBe(contentHash(JSON.parse(JSON.stringify(PATTERNS.find((p) => p.id === id)))));
      expect(faults).toEqual([]);
    }
    const wrong = { ...(JSON.parse(await file('nose-tourer')) as object), switchedPlace: 'nowhere' };
    const told = await readFile(JSON.stringify(wrong)).expect(200);
    expect((told.body as { faults: unknown }).faults).toEqual([
      { path: 'switchedPlace', expected: 'expected a place of this pattern' },
    ]);
  });

  test('that is none is refused, each thing by its path', async () => {
    const paths = async (text: string) =>
      ((await readFile(text).expect(422)).body as { problems: { path: string }[] }).problems.map(({ path }) => path);
    const good = JSON.parse(await file('nose-tourer')) as { places: Record<string, { room: object }> };
    expect(await paths('{')).toEqual(['(the file)']);
    expect(await paths('')).toEqual(['(the file)']);
    expect(await paths('[]')).toEqual(['(the file)']);
    expect(await paths('{}')).toEqual(['format']);
    const bent = structuredClone(good);
    Object.assign(bent.places['radio']!.room, { w: 'wide' });
    expect(await paths(JSON.stringify({ ...bent, kind: 'sledge' }))).toEqual(['kind', 'places.radio.room.w']);
    await call().get('/api/patterns/toString/pattern.json').expect(404);
  });
});

describe('a pattern that is being drawn', () => {
  const drawn = { ...PATTERNS[1]!, id: 'drawn', name: 'Drawn' };
  const begin = (draft: object, saveId = 'b1') => call().post('/api/drafts').send({ draft, saveId });
  const save = (base: number, saveId: string, ...operations: object[]) =>
    call().post('/api/drafts/drawn/saves').send({ base, saveId, operations });
  const head = (part: object) => ({ op: 'setHead', part });

  test('is kept edit by edit; two people’s edits both stand, and one sent twice is done once', async () => {
    await begin(drawn).expect(201);
    await begin(drawn).expect(201);
    await begin({ ...drawn, name: 'Somebody else’s' }, 'b2').expect(409);
    await save(1, 's1', head({ name: 'One' })).expect(200, { revision: 2 });
    await save(1, 's1', head({ name: 'One' })).expect(200, { revision: 2 });
    // One who has not seen that edits elsewhere: both are there, and he is told.
    const saved = await save(1, 's2', { op: 'setBody', id: 'extra', to: { name: 'Extra' } }).expect(200);
    expect(saved.body).toMatchObject({ revision: 3, draft: { name: 'One', bodies: { extra: { name: 'Extra' } } } });
    expect((await call().get('/api/drafts/drawn').expect(200)).body).toEqual(saved.body);
    expect((await call().get('/api/drafts')).body).toMatchObject([{ id: 'drawn', name: 'One', revision: 3 }]);
  });

  test('may hang together wrongly; what is no edit of one is refused by name, and nothing of it is kept', async () => {
    await save(3, 's3', head({ batteryPlace: 'nowhere' })).expect(200, { revision: 4 });
    for (const wrong of [
      { op: 'setPlace', id: 'radio', to: { name: 'Half' } },
      { op: 'setBounds', view: 'front', bounds: [0, 0, 1, 1] },
      { op: 'setLeg', id: 'nowhere', to: null },
      { op: 'toString' },
    ]) {
      const refused = await save(4, 's4', head({ name: 'Two' }), wrong).expect(422);
      expect((refused.body as { detail: string }).detail).not.toBe('');
    }
    expect((await call().get('/api/drafts/drawn')).body).toMatchObject({ revision: 4, draft: { name: 'One' } });
    // Its file says what it is, faults and all, and can be begun from.
    const file = await call().get('/api/drafts/drawn/pattern.json').expect(200);
    expect(file.headers['content-disposition']).toContain('One.pattern.json');
    const read = await call().post('/api/patterns/read').set('content-type', 'text/plain').send(file.text).expect(200);
    expect(read.body).toMatchObject({ draft: { name: 'One' }, faults: [{ path: 'batteryPlace' }] });
    await call().get('/api/drafts/nobody/pattern.json').expect(404);
    // Nobody begins a job on it while it is wrong.
    const { draft } = (await call().get('/api/drafts/drawn')).body as { draft: object };
    await call().put('/api/patterns/drawn').send({ pattern: draft, over: null }).expect(422);
  });

  test('is put where jobs begin from, or given up; a pattern is taken away by who has seen it as it is', async () => {
    await save(4, 's5', head({ batteryPlace: drawn.batteryPlace })).expect(200, { revision: 5 });
    const { draft } = (await call().get('/api/drafts/drawn')).body as { draft: object };
    const put = await call().put('/api/patterns/drawn').send({ pattern: draft, over: null }).expect(200);
    await call().delete('/api/drafts/drawn').send({ revision: 4 }).expect(409);
    await call().delete('/api/drafts/drawn').send({ revision: 5 }).expect(204);
    await call().get('/api/drafts/drawn').expect(404);
    await save(5, 's6', head({ name: 'Late' })).expect(404);
    await call().delete('/api/patterns/drawn').send({ over: 'another' }).expect(409);
    await call()
      .delete('/api/patterns/drawn')
      .send({ over: (put.body as { hash: string }).hash })
      .expect(204);
    await call().delete('/api/patterns/drawn').send({ over: 'another' }).expect(404);
    expect((await call().get('/api/patterns')).body).not.toMatchObject({ pattern: { id: 'drawn' } });
  });
});

test('a full disk: the save is refused in words, and nothing of it is kept', async () => {
  const full = {
    size: 0,
    last: 0,
    patterns: new Set<string>(),
    append: () => {
      throw Object.assign(new Error('no space'), { code: 'ENOSPC' });
    },
    retract: () => undefined,
  };
  const changes = new Changes(db, full as unknown as Journal);
  const jobs = new JobStore(changes, runHere);
  const app = makeApp({
    rack: new RackStore(changes),
    jobs,
    library: new Library(changes),
    drafts: new Drafts(changes),
    photos: new PhotoStore(db, photos.path),
    changes,
    log: pino({ level: 'silent' }),
    run: runHere,
  });
  const other = createServer(app).listen(0, '127.0.0.1');
  await new Promise((done) => other.once('listening', done));
  const at = `http://127.0.0.1:${(other.address() as AddressInfo).port}`;
  const answer = await request(at)
    .post('/api/jobs')
    .send({ saveId: 'f1', job: { ...TOURER_JOB, id: 'full' } });
  expect(answer.status).toBe(507);
  expect((answer.body as { detail: string }).detail).toMatch(/full; nothing was saved/);
  await request(at).get('/api/jobs/full').expect(404);
  other.close();
});

describe('files', () => {
  const as = (id: string): Job => ({ ...TOURER_JOB, id });
  test('every file of a job is given under its own name', async () => {
    await call()
      .post('/api/jobs')
      .send({ saveId: 'f', job: as('files') })
      .expect(201);
    for (const [file, type] of [
      ['job.json', 'application/json'],
      ['cut-list.csv', 'text/csv'],
      ['fasteners.csv', 'text/csv'],
      ['drawing.svg', 'image/svg+xml'],
      ['circuits.cir', 'text/plain'],
      ['feeds-restFull.cir', 'text/plain'],
      ['feeds-cruiseMusic.cir', 'text/plain'],
      ['whole.zip', 'application/zip'],
      ['sheet.pdf', 'application/pdf'],
    ] as const) {
      const { headers } = await call().get(`/api/jobs/files/export/${file}`).expect(200);
      expect(headers['content-type']).toContain(type);
      expect(headers['content-disposition']).toMatch(/^attachment; filename="Adventure tourer, four speakers[. ]/);
    }
    await call().get('/api/jobs/files/export/sheet.pdf?units=inch').expect(200);
    const refused = await call().get('/api/jobs/files/export/sheet.pdf?units=cubits').expect(422);
    expect((refused.body as { detail: string }).detail).toBe('units: expected metric or inch');
    await call().get('/api/jobs/nobody/export/sheet.pdf').expect(404);
  });

  const bring = (body: Buffer | string, look = false) =>
    call()
      .post(`/api/imports${look ? '?look=1' : ''}`)
      .set('content-type', 'application/octet-stream')
      .send(Buffer.from(body));

  test('looking writes nothing; a job of an id that is taken comes in as a copy', async () => {
    const text = JSON.stringify(as('brought'));
    expect((await bring(text, true).expect(200)).body).toMatchObject({ kind: 'job', taken: false, id: 'brought' });
    await call().get('/api/jobs/brought').expect(404);
    await bring(text).expect(200);
    const again = await bring(text).expect(200);
    expect((again.body as { id: string }).id).not.toBe('brought');
    await call()
      .get(`/api/jobs/${(again.body as { id: string }).id}`)
      .expect(200);
  });

  test('what is wrong is named by path or row, and nothing of it is taken', async () => {
    const bad = await bring(JSON.stringify({ ...as('bad'), title: '', gear: 7 })).expect(422);
    expect((bad.body as { problems: { path: string }[] }).problems.map((p) => p.path)).toEqual(
      expect.arrayContaining(['title', 'gear']),
    );
    const csv = (await call().get('/api/shelf.csv').expect(200)).text;
    const spoilt = await bring(csv.replace(/,0\.42,/, ',heavy,').replace('Bittern 130', '')).expect(422);
    expect((spoilt.body as { problems: { path: string }[] }).problems.map((p) => p.path)).toEqual([
      'row 2, mass_kg',
      expect.stringMatching(/^row \d+, name$/),
    ]);
    expect((await call().get('/api/shelf')).body).toEqual(SHELF);
    await bring('').expect(422);
    await bring('PK nonsense').expect(422);
  });

  test('ticks, overrules and the seal survive re-planning and a change of the shelf', async () => {
    const why = { reason: 'Reel at hand', then: '10 AWG', basis: 'x' };
    const set = applyAll(as('kept'), [{ op: 'overrule', kind: 'gauge', subject: 'amp', value: '4', why }]);
    const sealed = applyAll(set, [
      { op: 'sealJob', seal: sealOf(planJob(set), '2026-11-25T16:00:00.000Z', 'Bench', 1) },
    ]);
    await call().post('/api/jobs').send({ saveId: 'k', job: sealed }).expect(201);
    const step = planJob(set).build.steps[0]!;
    const tick: BayEvent = {
      id: 't1',
      at: '2026-11-25T08:00:00.000Z',
      by: '',
      kind: 'tick',
      step: step.id,
      hash: stepHash(step),
      done: true,
    };
    await call()
      .post('/api/jobs/kept/events')
      .send({ events: [tick] })
      .expect(200);
    const csv = (await call().get('/api/shelf.csv')).text
      .replace('Weir 4×45', 'Weir 4×45 mark two')
      .replace('70/2 45/4', '90/2 60/4');
    expect((await bring(csv, true).expect(200)).body).toMatchObject({ kind: 'shelf' });
    expect((await call().get('/api/shelf')).body).toEqual(SHELF);
    await bring(csv).expect(200);
    const shelf = (await call().get('/api/shelf')).body as { name: string }[];
    expect(shelf.map((item) => item.name)).toContain('Weir 4×45 mark two');
    const { job } = (await call().get('/api/jobs/kept').expect(200)).body as { job: Job };
    expect(job).toEqual(JSON.parse(JSON.stringify(sealed)));
    expect((await call().get('/api/jobs/kept/events')).body).toEqual([tick]);
    expect(buildState(planOf(job).build, [tick]).done).toBe(1);
    expect(planOf(job).overrules).toMatchObject([{ key: 'gauge=amp', why }]);
    await library.stock(SHELF, []);
  });

  test('what a stranger may send and no person would is refused by its path, and nothing is kept of it', async () => {
    await call()
      .post('/api/jobs')
      .send({ saveId: 's', job: as('stranger') })
      .expect(201);
    const save = (operation: string) =>
      call()
        .post('/api/jobs/stranger/saves')
        .set('content-type', 'application/json')
        .send(`{"base":1,"saveId":"x","operations":[${operation}]}`);
    const detail = async (operation: string) => {
      const { body } = (await save(operation).expect(422)) as { body: { detail: string } };
      return body.detail;
    };
    expect(await detail('{"op":"setMemory","id":"constructor","memory":{"name":"a","relearn":"b"}}')).toContain(
      'operations.0.id: expected letters',
    );
    expect(await detail('{"op":"setTitle","title":"a","__proto__":{"x":1}}')).toContain('operations.0.__proto__');
    expect(await detail('{"op":"setWishes","wishes":"a\\u0000b"}')).toContain('operations.0.wishes: expected text');
    expect(await detail('{"op":"setCustomer","customer":"\\ud800"}')).toContain('operations.0.customer: expected text');
    expect(await detail('{"op":"wireChannel","channel":"x","wiring":null}')).toContain('operations.0.channel');
    expect(await detail('{"op":"restore","patches":[{"path":["id"],"from":"stranger","to":"files"}]}')).toContain(
      'id of a job never changes',
    );
    const deep = `{"op":"wireChannel","channel":"amp/fl","wiring":${'{"series":['.repeat(2000)}${']}'.repeat(2000)}}`;
    expect(await detail(deep)).toContain('64 deep');
    for (const revision of ['abc', '1.5', '1e99', '99999999999', '0', '-1', '%00'])
      await call().get(`/api/jobs/stranger/revisions/${revision}`).expect(404);
    await call().get('/api/jobs/%00').expect(404);
    await call().get('/api/jobs/%00/export/sheet.pdf').expect(404);
    expect((await call().get('/api/jobs/stranger')).body).toMatchObject({ revision: 1 });
    await call().get('/API/jobs').set('sec-fetch-site', 'cross-site').expect(403);
  });

  test('events are checked, and taken once', async () => {
    await call()
      .post('/api/jobs/files/events')
      .send({ events: [{ kind: 'tick' }] })
      .expect(422);
    const note: BayEvent = {
      id: 'n1',
      at: '2026-11-25T08:00:00.000Z',
      by: '',
      kind: 'note',
      step: 'off:cover/cowl',
      text: 'x',
    };
    await call()
      .post('/api/jobs/files/events')
      .send({ events: [note] })
      .expect(200);
    await call()
      .post('/api/jobs/files/events')
      .send({ events: [note] })
      .expect(200);
    expect((await call().get('/api/jobs/files/events')).body).toEqual([note]);
    await call()
      .post('/api/jobs/nobody/events')
      .send({ events: [note] })
      .expect(404);
    await call().put('/api/photographs/abc').set('content-type', 'image/png').send(Buffer.from('x')).expect(422);
    await call().get('/api/photographs/abc').expect(404);
  });
});

test.each([
  ['ENOSPC', 507, 'Disk full'],
  ['53100', 507, 'Disk full'],
  ['23505', 422, 'Used before'],
  ['22021', 422, 'The database cannot hold this'],
  ['57014', 500, 'Something failed here'],
])('%s of the disk or the database is told as what it is', (code, status, title) => {
  const sent: { status?: number; body?: string } = {};
  const res = {
    headersSent: false,
    status: (given: number) => ((sent.status = given), res),
    type: () => res,
    send: (body: string) => ((sent.body = body), res),
  };
  sendProblem(Object.assign(new Error('raw words'), { code }), {} as never, res as never, () => undefined);
  expect(sent.status).toBe(status);
  expect((JSON.parse(sent.body!) as { title: string }).title).toBe(title);
});

test('reels are put in, corrected and taken out by whoever has seen them; what is no reel is refused by its path', async () => {
  const reel = { wire: { gauge: '16', colour: { body: 'green', stripe: 'black' } }, mm: 9000, note: 'Peg 1' };
  const put = (body: object, id = 'peg-1') => call().put(`/api/rack/reels/${id}`).send(body);
  const { body: rack } = (await put({ reel, over: null }).expect(200)) as { body: { reels: object } };
  expect(rack.reels).toEqual({ 'peg-1': reel });
  await put({ reel, over: null }).expect(409);
  await put({ reel: { ...reel, mm: 8000 }, over: contentHash(reel) }).expect(200);
  await put({ reel: { ...reel, mm: 7000 }, over: contentHash(reel) }).expect(409);
  for (const [wrong, path] of [
    [{ ...reel, mm: 0 }, 'reel.mm'],
    [{ ...reel, wire: { ...reel.wire, gauge: '17' } }, 'reel.wire.gauge'],
    [{ ...reel, wire: { gauge: null, colour: { body: 'mauve' } } }, 'reel.wire.colour.body'],
  ] as const) {
    const { body } = (await put({ reel: wrong, over: null }, 'other').expect(422)) as { body: { detail: string } };
    expect(body.detail).toContain(`${path}: `);
  }
  await put({ reel, over: null }, 'toString').expect(404);
  await call()
    .put('/api/rack')
    .send({ soldMm: [10000, -1], keepMm: 300 })
    .expect(422);
  expect((await call().put('/api/rack').send({ soldMm: [], keepMm: 100 }).expect(200)).body).toMatchObject({
    soldMm: [],
    keepMm: 100,
    reels: { 'peg-1': { mm: 8000 } },
  });
  await call().delete('/api/rack/reels/peg-1').send({ over: 'x' }).expect(409);
  const gone = await call()
    .delete('/api/rack/reels/peg-1')
    .send({ over: contentHash({ ...reel, mm: 8000 }) });
  expect([gone.status, (gone.body as { reels: object }).reels]).toEqual([200, {}]);
});
