import { randomUUID } from 'node:crypto';
import express, { Router, type Response } from 'express';
import { DocumentError } from '#core/document/fault';
import { photosNamed, type ReadBundle } from '#formats/bundle';
import { EXPORTS, namedAfter, type Export, type ExportFile } from '#formats/exports';
import { fileStem } from '#formats/file-name';
import { proven } from '#formats/pictures';
import { UNIT_SYSTEMS, type UnitSystem } from '#core/units/shown';
import type { JobStore } from '../store/jobs';
import type { Library } from '../store/library';
import type { RackStore } from '../store/rack';
import type { PhotoStore } from '../store/photos';
import type { Run } from '../work/tasks';
import { Problem } from './problems';

export function download(res: Response, name: string, type: string, body: string | Uint8Array): void {
  res
    .attachment(name)
    .set('Content-Type', type)
    .send(typeof body === 'string' ? body : Buffer.from(body));
}

function unitsOf(asked: unknown): UnitSystem {
  const units = UNIT_SYSTEMS.find((u) => u === (asked ?? 'metric'));
  if (!units) throw new Problem(422, 'Units not known', `units: expected ${UNIT_SYSTEMS.join(' or ')}`);
  return units;
}

/** The cut drawing that is asked for. */
function drawingOf(asked: unknown, needed: boolean | undefined): string | undefined {
  if (asked === undefined && !needed) return undefined;
  if (typeof asked !== 'string' || asked === '')
    throw new Problem(422, 'Cut drawing not named', 'of: expected the name of a cut drawing of this job');
  return asked;
}
const wordsOf = (of: string | undefined, none: string | undefined) =>
  of === undefined
    ? (none ?? 'This job has nothing of it.')
    : `of: expected a cut drawing of this job, not “${of.slice(0, 80)}”`;

/** The files that photographs go into. */
const HAS_PICTURES: ReadonlySet<string> = new Set<ExportFile>(['sheet.pdf', 'whole.zip']);

/** Everything a job can be taken away as. */
export function exportRoutes(jobs: JobStore, rack: RackStore, photos: PhotoStore, run: Run): Router {
  const routes = Router({ mergeParams: true });
  const idOf = (params: unknown) => (params as { id: string }).id;
  for (const { file, type, ofOne, none } of EXPORTS as readonly (Export & { readonly file: ExportFile })[])
    routes.get(`/${file}`, async (req, res) => {
      const { job } = await jobs.read(idOf(req.params));
      const events = await jobs.events(job.id);
      const units = unitsOf(req.query['units']);
      const pictures = (HAS_PICTURES.has(file) ? photosNamed(job, events) : []).flatMap((hash) => {
        const found = photos.read(hash);
        return found ? [[hash, found.bytes] as const] : [];
      });
      const of = drawingOf(req.query['of'], ofOne);
      const made = await run('export', file, {
        job,
        events,
        photos: new Map(pictures),
        rack: await rack.read(),
        units,
        server: `${req.protocol}://${req.get('host') ?? '127.0.0.1'}`,
        ...(of === undefined ? {} : { of }),
      });
      if (made === undefined) throw new Problem(404, 'There is none of this job', wordsOf(of, none));
      download(res, namedAfter(of === undefined ? fileStem(job) : `${fileStem(job)} ${of}`, file), type, made);
    });
  // As it stands in the database, for a job that cannot be read: nothing of it is looked at.
  routes.get('/raw.json', async (req, res) => {
    const id = idOf(req.params);
    download(res, `${id} raw.json`, 'application/json', `${JSON.stringify(await jobs.raw(id), null, 2)}\n`);
  });
  return routes;
}

/** Problems of a file that are told: whoever mends the first of so many will see the rest. */
const MOST_PROBLEMS = 200;

interface Preview {
  readonly kind: 'job' | 'shelf';
  readonly lines: readonly string[];
  /** Of a job: its id is taken here already, so that it comes in as a copy. */
  readonly taken?: boolean;
  readonly id?: string;
}

/**
 * Files in: looked at first (`?look=1` writes nothing), then taken whole or not at all. A job whose id is
 * taken comes in under a new one.
 */
export function importRoutes(jobs: JobStore, library: Library, photos: PhotoStore, run: Run): Router {
  const routes = Router();
  routes.post('/', express.raw({ type: () => true, limit: '256mb' }), async (req, res) => {
    const bytes: unknown = req.body;
    if (!Buffer.isBuffer(bytes) || !bytes.length)
      throw new Problem(
        422,
        'Nothing to import',
        '(the file): expected a job file, a whole job as zip, or a shelf table',
      );
    const look = req.query['look'] !== undefined;
    const isZip = bytes.subarray(0, 2).toString() === 'PK';
    const text = isZip ? '' : bytes.toString('utf8');
    if (isZip || /^\s*[{[]/.test(text.replace(/^\uFEFF/, ''))) {
      const bundle: ReadBundle = isZip
        ? await run('readWhole', bytes)
        : { job: await run('readJobFile', text.replace(/^\uFEFF/, '')), events: [], photos: new Map(), missing: [] };
      res.json(await takeJob(bundle, look));
    } else res.json(await takeShelf(text, look));
  });

  async function takeJob({ job, events, photos: pictures, missing }: ReadBundle, look: boolean): Promise<Preview> {
    // Every picture is proven before any is kept.
    for (const [hash, picture] of pictures)
      await proven(Buffer.from(picture)).catch((error: unknown) => {
        throw new DocumentError([
          { path: `photographs/${hash}`, expected: error instanceof Error ? error.message : String(error) },
        ]);
      });
    const taken = await jobs.has(job.id);
    const id = taken ? randomUUID() : job.id;
    if (!look) {
      for (const [hash, picture] of pictures) await photos.keep(hash, Buffer.from(picture));
      await jobs.createWhole(taken ? { ...job, id } : job, events, `import-${randomUUID()}`);
    }
    return {
      kind: 'job',
      id,
      taken,
      lines: [
        `“${job.title}”, ${job.customer || 'no customer named'}: ${job.craft.pattern.name}`,
        `${Object.keys(job.gear).length} pieces of gear, ${events.length} entries from the bay, ${pictures.size} photographs`,
        ...(missing.length
          ? [`${missing.length} photographs that it names are not in the file; it comes in without them`]
          : []),
        job.seal ? `sealed ${job.seal.at.slice(0, 10)} by ${job.seal.by}` : 'not sealed',
        ...(taken ? ['A job of this id is here already: it comes in as a copy of its own.'] : []),
      ],
    };
  }

  async function takeShelf(text: string, look: boolean): Promise<Preview> {
    const { items, problems } = await run('readShelf', text);
    if (problems.length)
      throw new Problem(422, 'The shelf table is not taken', `${problems.length} problems; nothing was changed`, {
        problems: problems
          .slice(0, MOST_PROBLEMS)
          .map((p) => ({ path: `row ${p.row}, ${p.column}`, expected: p.expected })),
      });
    const { added, replaced, same } = await library.compare(items);
    if (!look) await library.stock(items, []);
    const say = (ids: readonly string[], what: string) =>
      ids.length ? [`${ids.length} ${what}: ${ids.join(', ')}`] : [];
    return {
      kind: 'shelf',
      lines: [...say(added, 'new'), ...say(replaced, 'replaced'), ...say(same, 'the same as here')],
    };
  }
  return routes;
}
