import type { PGlite } from '@electric-sql/pglite';
import type { Express } from 'express';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import request from 'supertest';
import { PATTERNS, TOURER_JOB } from '#demo/jobs';
import { SHELF } from '#demo/shelf';
import { openDatabase } from '../store/database';
import { JobStore } from '../store/jobs';
import { Library } from '../store/library';
import { PhotoStore } from '../store/photos';
import { tempFolder } from '../../tests/support/server';
import { makeApp } from './app';

let db: PGlite;
let server: Server;
let host: string;
const photos = tempFolder();
beforeAll(async () => {
  db = await openDatabase();
  const library = new Library(db);
  await library.stock(SHELF, PATTERNS);
  const app: Express = makeApp({
    jobs: new JobStore(db, undefined),
    library,
    photos: new PhotoStore(db, photos.path),
    log: pino({ level: 'silent' }),
  });
  server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  host = `127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.close();
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
  expect((await call().get(`/api/jobs/${id}/revisions/1`).expect(200)).body).toEqual({ job: TOURER_JOB, revision: 1 });
  await call().get(`/api/jobs/${id}/revisions/77`).expect(404);
  await call().delete(`/api/jobs/${id}`).expect(428);
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"1"').expect(412);
  await call().delete(`/api/jobs/${id}`).set('If-Match', '"3"').expect(204);
  await call().get(`/api/jobs/${id}`).expect(404);
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

test('bad operations, bad JSON, large bodies and unknown addresses are problem documents', async () => {
  const op = await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 'x', operations: [{ op: 'explode' }] })
    .expect(422);
  expect(op.body).toMatchObject({ status: 422 });
  await call().post(`/api/jobs/${id}/saves`).set('content-type', 'application/json').send('{"base":').expect(400);
  await call()
    .post(`/api/jobs/${id}/saves`)
    .send({ base: 1, saveId: 'x', operations: [], pad: 'x'.repeat(1_200_000) })
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

test('shelf and patterns are served as stocked', async () => {
  expect((await call().get('/api/shelf')).body).toEqual(SHELF);
  expect((await call().get('/api/patterns')).body).toHaveLength(PATTERNS.length);
});
