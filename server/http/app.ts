import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type Request } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import * as v from 'valibot';
import { readJob } from '#core/read-job';
import { BayEvent } from '#core/job/events';
import { GearItem } from '#core/gear/gear';
import { Operation, upgradeEdit } from '#core/job/operations';
import type { Changes } from '../store/changes';
import type { JobStore } from '../store/jobs';
import type { Drafts } from '../store/drafts';
import type { Library } from '../store/library';
import type { RackStore } from '../store/rack';
import type { PhotoStore } from '../store/photos';
import { shelfCsv } from '#formats/csv';
import { download, exportRoutes, importRoutes } from './files';
import type { Run } from '../work/tasks';
import { ownPagesOnly, ownRequestsOnly } from './guard';
import { checked } from './checked';
import { liveRoute } from './live';
import { draftRoutes, patternRoutes } from './patterns';
import { rackRoutes } from './rack';
import { Problem, sendProblem } from './problems';
import { Id } from '#core/text/scalars';

/** An item for the shelf, and the hash of the one it takes the place of; null: it is new. */
const ItemBody = v.strictObject({ item: GearItem, over: v.nullable(v.string()) });
const SaveBody = v.strictObject({
  base: v.pipe(v.number(), v.integer(), v.minValue(1)),
  saveId: Id,
  // A page that was open when the server was brought up to date says what it says in the older form.
  operations: v.pipe(
    v.array(v.pipe(v.unknown(), v.transform(upgradeEdit), Operation)),
    v.minLength(1),
    v.maxLength(500),
  ),
});

/** Which jobs: those that words find, those of these ids, so many of them. */
const ListingQuery = v.strictObject({
  find: v.optional(v.pipe(v.string(), v.maxLength(200, 'expected 200 characters at most'))),
  id: v.optional(v.union([Id, v.pipe(v.array(Id), v.maxLength(200, 'expected 200 ids at most'))])),
  limit: v.optional(v.pipe(v.string(), v.regex(/^[1-9]\d{0,3}$/, 'expected a number from 1 to 9999'))),
});

const EventsBody = v.strictObject({ events: v.pipe(v.array(BayEvent), v.minLength(1), v.maxLength(500)) });

function ifMatch(req: Request): number {
  const match = /^"(\d+)"$/.exec(req.get('if-match') ?? '');
  if (!match) throw new Problem(428, 'If-Match needed', 'send the revision you have seen as If-Match: "revision"');
  return Number(match[1]);
}

export interface AppParts {
  readonly jobs: JobStore;
  readonly library: Library;
  readonly drafts: Drafts;
  readonly rack: RackStore;
  readonly photos: PhotoStore;
  readonly changes: Changes;
  readonly log: Logger;
  /** Runs what takes long. */
  readonly run: Run;
  /** Folder of the built web application; absent in tests of the API. */
  readonly web?: string;
}

/** The HTTP application: JSON under /api, the built web application beside it. */
export function makeApp({ jobs, library, drafts, rack, photos, changes, log, web, run }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      // Served over plain HTTP on loopback: there is no certificate to insist on.
      strictTransportSecurity: false,
    }),
  );
  app.use(ownRequestsOnly);
  app.use(compression());

  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  // What cannot be the id of a job is the id of none: the database is not asked.
  api.param('id', (_req, _res, next, id: string) => {
    if (!v.is(Id, id)) throw new Problem(404, 'No such job', 'no job has such an id');
    next();
  });
  api.get('/health', (_req, res) => {
    res.json({ ready: true });
  });
  api.get('/live', liveRoute(changes));
  api.get('/jobs', async (req, res) => {
    const { find, id, limit } = checked(ListingQuery, req.query);
    res.json(
      await jobs.list({
        find,
        ids: id === undefined ? id : [id].flat(),
        limit: limit === undefined ? limit : Number(limit),
      }),
    );
  });
  api.post('/jobs', express.json({ limit: '4mb' }), async (req, res) => {
    const body = checked(v.strictObject({ saveId: Id, job: v.unknown() }), req.body);
    const stored = await jobs.create(readJob(body.job), body.saveId);
    res.status(201).location(`/api/jobs/${stored.job.id}`).set('ETag', `"${stored.revision}"`).json(stored);
  });
  api.get('/jobs/:id', async (req, res) => {
    const stored = await jobs.read(req.params.id);
    res.set('ETag', `"${stored.revision}"`).json(stored);
  });
  api.get('/jobs/:id/revisions/:revision', async (req, res) => {
    const { id, revision } = req.params;
    const stored = /^[1-9]\d{0,8}$/.test(revision) ? await jobs.readRevision(id, Number(revision)) : undefined;
    if (!stored) throw new Problem(404, 'No such revision', `no revision ${revision} of ${id}`);
    res.json(stored);
  });
  api.post('/jobs/:id/saves', express.json({ limit: '4mb' }), async (req, res) => {
    const saved = await jobs.save(req.params.id, checked(SaveBody, req.body));
    res.set('ETag', `"${saved.revision}"`);
    // The page has the document already unless somebody else's edits were merged in.
    res.json(saved.merged ? saved : { revision: saved.revision, merged: false });
  });
  api.post('/jobs/:id/settlement', async (req, res) => {
    const { revision } = await jobs.settle(req.params.id);
    res.json({ revision });
  });
  api.get('/jobs/:id/events', async (req, res) => {
    res.json(await jobs.events(req.params.id));
  });
  api.post('/jobs/:id/events', express.json({ limit: '1mb' }), async (req, res) => {
    const { events } = checked(EventsBody, req.body);
    await jobs.addEvents(req.params.id, events);
    res.json({ taken: events.length });
  });
  api.put('/photographs/:hash', express.raw({ type: 'image/*', limit: '8mb' }), async (req, res) => {
    if (!Buffer.isBuffer(req.body)) throw new Problem(415, 'Not a picture', 'send the picture’s bytes as image/jpeg');
    await photos.keep(req.params.hash, req.body);
    res.status(204).end();
  });
  api.get('/photographs/:hash', (req, res) => {
    const photo = photos.read(req.params.hash);
    if (!photo) throw new Problem(404, 'No such photograph', `no photograph ${req.params.hash}`);
    // Its name is the hash of its bytes: it can never be another.
    res.set('Cache-Control', 'private, max-age=31536000, immutable').type(photo.mime).send(photo.bytes);
  });
  api.use('/jobs/:id/export', exportRoutes(jobs, rack, photos, run));
  api.use('/imports', importRoutes(jobs, library, photos, run));
  api.get('/shelf.csv', async (_req, res) => {
    download(res, 'shelf.csv', 'text/csv; charset=utf-8', shelfCsv(await library.shelf()));
  });
  api.delete('/jobs/:id', async (req, res) => {
    await jobs.remove(req.params.id, ifMatch(req));
    res.status(204).end();
  });
  api.get('/shelf', async (_req, res) => {
    res.json(await library.shelf());
  });
  api.put('/shelf/:id', express.json({ limit: '1mb' }), async (req, res) => {
    const { item, over } = checked(ItemBody, req.body);
    if (item.id !== req.params.id)
      throw new Problem(422, 'The item is not taken', 'item.id: expected the id it is put under', {
        problems: [{ path: 'item.id', expected: 'expected the id it is put under' }],
      });
    const there = await library.put(item, over);
    if (there)
      throw new Problem(409, 'Changed meanwhile', `“${there.name}” is on the shelf otherwise by now`, { item: there });
    res.json(item);
  });
  api.delete('/shelf/:id', express.json({ limit: '1mb' }), async (req, res) => {
    const { over } = checked(v.strictObject({ over: v.string() }), req.body);
    const there = await library.drop(req.params.id, over);
    if (there === 'gone') throw new Problem(404, 'No such item', `no item ${req.params.id} on the shelf`);
    if (there)
      throw new Problem(409, 'Changed meanwhile', `“${there.name}” is on the shelf otherwise by now`, { item: there });
    res.status(204).end();
  });
  api.use('/patterns', patternRoutes(library));
  api.use('/drafts', draftRoutes(drafts));
  api.use('/rack', rackRoutes(rack));
  api.use((req) => {
    throw new Problem(404, 'No such address', `nothing at ${req.method} ${req.originalUrl}`);
  });
  app.use('/api', ownPagesOnly, api);

  if (web !== undefined && existsSync(web)) {
    app.use(express.static(web, { index: false, maxAge: '1h', immutable: false }));
    // Every other address is a view of the one page.
    app.get('/{*view}', (req, res, next) => {
      if (/\.[a-z0-9]+$/i.test(req.path)) return next();
      res.set('Cache-Control', 'no-cache').sendFile(join(web, 'index.html'));
    });
  }
  app.use((req) => {
    throw new Problem(404, 'No such address', `nothing at ${req.originalUrl}`);
  });
  app.use(sendProblem);
  return app;
}
