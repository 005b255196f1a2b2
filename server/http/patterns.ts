import express, { Router, type Response } from 'express';
import * as v from 'valibot';
import type { Pattern } from '#core/craft/pattern';
import { patternFaults } from '#core/craft/pattern-faults';
import { readDraft, readPattern } from '#core/craft/read';
import { DocumentError } from '#core/document/fault';
import { contentHash } from '#core/document/hash';
import { readDraftEdit } from '#core/drafting/draft';
import { Id } from '#core/text/scalars';
import { fileStem } from '#formats/file-name';
import { readPatternFile, writePatternFile } from '#formats/pattern-file';
import type { Drafts } from '../store/drafts';
import type { Library } from '../store/library';
import { checked } from './checked';
import { download } from './files';
import { Problem } from './problems';

/** A pattern that new jobs may begin from, and the hash of the one it takes the place of; null: it is new. */
const PatternBody = v.strictObject({ pattern: v.unknown(), over: v.nullable(v.string()) });
const LIMIT = '8mb';

/** What a document says wrong, told as of the member of the request that it came in. */
function within<T>(member: string, title: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    const problems = error.problems.map(({ path, expected }) => ({
      path: member ? `${member}.${path}` : path,
      expected,
    }));
    throw new Problem(422, title, problems.map((p) => `${p.path}: ${p.expected}`).join('\n'), { problems });
  }
}
const noSuch = (id: string) => new Problem(404, 'No such pattern', `no pattern ${id}`);

function sendFile(res: Response, pattern: Pattern): void {
  const name = `${fileStem({ title: pattern.name, id: pattern.id })}.pattern.json`;
  download(res, name, 'application/json', writePatternFile(pattern));
}

/** Patterns that new jobs begin from. */
export function patternRoutes(library: Library): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => {
    res.json(await library.patterns());
  });
  /** A pattern file as a draft: what hangs together wrongly in it is told along with it. */
  routes.post('/read', express.text({ type: () => true, limit: LIMIT }), (req, res) => {
    const text = typeof req.body === 'string' ? req.body : '';
    const draft = within('', 'The pattern file is not taken', () => readPatternFile(text.replace(/^\uFEFF/, '')));
    res.json({ draft, faults: patternFaults(draft) });
  });
  routes.get('/:id/pattern.json', async (req, res) => {
    const found = (await library.patterns()).find(({ pattern }) => pattern.id === req.params.id);
    if (!found) throw noSuch(req.params.id);
    sendFile(res, found.pattern);
  });
  routes.put('/:id', express.json({ limit: LIMIT }), async (req, res) => {
    const { pattern: said, over } = checked(PatternBody, req.body);
    const pattern = within('pattern', 'The pattern is not taken', () => {
      const read = readPattern(said);
      if (read.id !== req.params.id)
        throw new DocumentError([{ path: 'id', expected: 'expected the id it is put under' }]);
      return read;
    });
    const there = await library.putPattern(pattern, over);
    if (there)
      throw new Problem(409, 'Changed meanwhile', `the pattern “${there.name}” is another by now`, { pattern: there });
    res.json({ pattern, hash: contentHash(pattern) });
  });
  routes.delete('/:id', express.json({ limit: '1mb' }), async (req, res) => {
    const { over } = checked(v.strictObject({ over: v.string() }), req.body);
    const there = await library.removePattern(req.params.id, over);
    if (there === 'gone') throw noSuch(req.params.id);
    if (there)
      throw new Problem(409, 'Changed meanwhile', `the pattern “${there.name}” is another by now`, { pattern: there });
    res.status(204).end();
  });
  return routes;
}

const DraftBody = v.strictObject({ draft: v.unknown(), saveId: Id });
const SaveBody = v.strictObject({
  base: v.pipe(v.number(), v.integer(), v.minValue(1)),
  saveId: Id,
  operations: v.pipe(v.array(v.unknown()), v.minLength(1), v.maxLength(500)),
});
const noDraft = (id: string) => new Problem(404, 'No such pattern', `no pattern ${id} is being drawn`);

/** Patterns that are being drawn. */
export function draftRoutes(drafts: Drafts): Router {
  const routes = Router();
  routes.param('id', (_req, _res, next, id: string) => {
    if (!v.is(Id, id)) throw noDraft('of such an id');
    next();
  });
  routes.get('/', async (_req, res) => {
    res.json(await drafts.list());
  });
  routes.post('/', express.json({ limit: LIMIT }), async (req, res) => {
    const { draft: said, saveId } = checked(DraftBody, req.body);
    const draft = within('draft', 'The pattern is not taken', () => readDraft(said));
    if (!(await drafts.create(draft, saveId)))
      throw new Problem(409, 'Begun already', `a pattern ${draft.id} is being drawn already`);
    res.status(201).json({ draft, revision: 1 });
  });
  routes.get('/:id', async (req, res) => {
    const found = await drafts.read(req.params.id);
    if (!found) throw noDraft(req.params.id);
    res.json(found);
  });
  routes.get('/:id/pattern.json', async (req, res) => {
    const found = await drafts.read(req.params.id);
    if (!found) throw noDraft(req.params.id);
    sendFile(res, found.draft);
  });
  routes.post('/:id/saves', express.json({ limit: LIMIT }), async (req, res) => {
    const { base, saveId, operations } = checked(SaveBody, req.body);
    const saved = await drafts.save(req.params.id, saveId, operations.map(readDraftEdit));
    if (!saved) throw noDraft(req.params.id);
    // Whoever did not know the state it was done on is told what came of it.
    res.json(saved.revision === base + 1 ? { revision: saved.revision } : saved);
  });
  routes.delete('/:id', express.json({ limit: '1mb' }), async (req, res) => {
    const { revision } = checked(v.strictObject({ revision: v.pipe(v.number(), v.integer()) }), req.body);
    if (!(await drafts.drop(req.params.id, revision)))
      throw new Problem(409, 'Changed meanwhile', 'the pattern has been drawn on since');
    res.status(204).end();
  });
  return routes;
}
