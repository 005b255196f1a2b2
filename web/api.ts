import type { Pattern } from '#core/craft/pattern';
import type { PatternFault } from '#core/craft/pattern-faults';
import type { Draft, DraftEdit } from '#core/drafting/draft';
import type { GearItem } from '#core/gear/gear';
import type { Rack, Reel } from '#core/harness/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import type { JobSummary } from '#core/summary';

export interface JobRow extends JobSummary {
  readonly id: string;
  readonly title: string;
  readonly customer: string;
  readonly revision: number;
  readonly changedAt: string;
  /** Why it is set aside; absent where it is not. */
  readonly trouble?: string;
}

export interface StoredJob {
  readonly job: Job;
  readonly revision: number;
}

export interface StoredDraft {
  readonly draft: Draft;
  readonly revision: number;
}
export interface DraftRow {
  readonly id: string;
  readonly name: string;
  readonly kind: Pattern['kind'];
  readonly revision: number;
  readonly changedAt: string;
}

/** What a file would bring in, or has. */
export interface ImportPreview {
  readonly kind: 'job' | 'shelf';
  readonly lines: readonly string[];
  readonly id?: string;
}

/** The server answered and said no. `body` is its problem document. */
export class RefusedError extends Error {
  constructor(
    readonly status: number,
    readonly body: {
      title?: string;
      detail?: string;
      newest?: StoredJob;
      base?: StoredJob | null;
      problems?: readonly { path: string; expected: string }[];
    },
  ) {
    super(body.detail ?? body.title ?? `the server refused (${status})`);
  }
}

/** What the server says for now and may not a little later: what was sent is not at fault. */
export const isForNow = (status: number): boolean => status >= 500 || [401, 403, 408, 423, 425, 429].includes(status);

/** The server did not answer at all. */
export class AwayError extends Error {
  constructor() {
    super('the server does not answer');
  }
}

/** One request; the parsed answer, undefined when there is no content. Throws AwayError or RefusedError. */
async function send(path: string, init: RequestInit): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new AwayError();
  }
  if (response.status === 204) return undefined;
  const text = await response.text();
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new RefusedError(response.status, { title: 'the server sent something that is not JSON' });
  }
  if (!response.ok) throw new RefusedError(response.status, value as RefusedError['body']);
  return value;
}

async function call<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  const json = body === undefined ? {} : { 'content-type': 'application/json' };
  return (await send(path, {
    method,
    headers: { ...json, ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })) as T;
}

const at = (id: string) => `/jobs/${encodeURIComponent(id)}`;

export const api = {
  health: () => call<{ ready: boolean }>('GET', '/health'),
  /** Jobs that words find, the one changed last first, as many as are asked for. */
  jobs: (find: string, limit: number) =>
    call<JobRow[]>('GET', `/jobs?${new URLSearchParams({ find, limit: String(limit) })}`),
  /** Those of these that there are. */
  jobsOf: (ids: readonly string[]) =>
    call<JobRow[]>('GET', `/jobs?${new URLSearchParams(ids.map((id) => ['id', id]))}`),
  job: (id: string) => call<StoredJob>('GET', at(id)),
  create: (job: Job, saveId: string) => call<StoredJob>('POST', '/jobs', { job, saveId }),
  save: (id: string, base: number, saveId: string, operations: readonly Operation[]) =>
    call<{ revision: number; merged: boolean; job?: Job }>('POST', `${at(id)}/saves`, { base, saveId, operations }),
  remove: (id: string, revision: number) =>
    call<undefined>('DELETE', at(id), undefined, { 'if-match': `"${revision}"` }),
  settle: (id: string) => call<{ revision: number }>('POST', `${at(id)}/settlement`),
  events: (id: string) => call<BayEvent[]>('GET', `${at(id)}/events`),
  addEvents: (id: string, events: readonly BayEvent[]) =>
    call<{ taken: number }>('POST', `${at(id)}/events`, { events }),
  async keepPhoto(hash: string, picture: Blob): Promise<void> {
    await send(`/photographs/${hash}`, { method: 'PUT', headers: { 'content-type': picture.type }, body: picture });
  },
  import: async (file: Blob, look: boolean) =>
    (await send(`/imports${look ? '?look=1' : ''}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    })) as ImportPreview,
  shelf: () => call<GearItem[]>('GET', '/shelf'),
  /** `over`: hash of the item it takes the place of; null: it is new. */
  putItem: (item: GearItem, over: string | null) => call<GearItem>('PUT', `/shelf/${item.id}`, { item, over }),
  dropItem: (id: string, over: string) => call<undefined>('DELETE', `/shelf/${id}`, { over }),
  putPattern: (pattern: Pattern, over: string | null) =>
    call<{ hash: string }>('PUT', `/patterns/${pattern.id}`, { pattern, over }),
  patterns: () => call<{ pattern: Pattern; hash: string }[]>('GET', '/patterns'),
  dropPattern: (id: string, over: string) => call<undefined>('DELETE', `/patterns/${id}`, { over }),
  /** A pattern file as a draft, with what is wrong in it. */
  readPattern: async (file: Blob) =>
    (await send('/patterns/read', { method: 'POST', body: await file.text() })) as {
      draft: Draft;
      faults: readonly PatternFault[];
    },
  rack: () => call<Rack>('GET', '/rack'),
  /** `over`: hash of the reel it takes the place of; null: it is new. */
  putReel: (id: string, reel: Reel, over: string | null) => call<Rack>('PUT', `/rack/reels/${id}`, { reel, over }),
  dropReel: (id: string, over: string) => call<Rack>('DELETE', `/rack/reels/${id}`, { over }),
  setBuying: (buying: Pick<Rack, 'soldMm' | 'keepMm'>) => call<Rack>('PUT', '/rack', buying),
  drafts: () => call<DraftRow[]>('GET', '/drafts'),
  draft: (id: string) => call<StoredDraft>('GET', `/drafts/${id}`),
  beginDraft: (draft: Draft, saveId: string) => call<StoredDraft>('POST', '/drafts', { draft, saveId }),
  saveDraft: (id: string, base: number, saveId: string, operations: readonly DraftEdit[]) =>
    call<{ revision: number; draft?: Draft }>('POST', `/drafts/${id}/saves`, { base, saveId, operations }),
  dropDraft: (id: string, revision: number) => call<undefined>('DELETE', `/drafts/${id}`, { revision }),
};

/** A key nobody else has made. */
export const newId = (): string => crypto.randomUUID();
