import type { Operation } from '#core/job/operations';
import { AwayError, RefusedError, api, newId } from '../api';
import { del, get, keys, set } from './device';

/** What was done as one step: it is saved whole, or set aside whole. */
export type Edit = readonly Operation[];

/** A save that has been sent, or is about to be: under its id the server takes it once, however often it is sent. */
export interface SentEdits {
  readonly saveId: string;
  readonly edits: readonly Edit[];
  readonly base: number;
}

/** Edits of a job that the server has not acknowledged, as they are kept on this device. */
export interface KeptEdits {
  /** The revision they were made on. */
  readonly base: number;
  readonly sending: SentEdits | undefined;
  readonly waiting: readonly Edit[];
  readonly at: string;
}

/** An edit the server would not have, put by with its words so that what came after it can go on. */
export interface AsideEdit {
  readonly edit: Edit;
  /** What it changed, to what. */
  readonly words: readonly string[];
  readonly reason: string;
}

/** Most operations in one save. */
const MOST = 500;

/** The first edits of a list that go in one save: at least one. */
export function nextEdits(waiting: readonly Edit[]): Edit[] {
  let operations = 0;
  const fit = waiting.findIndex((edit) => (operations += edit.length) > MOST);
  return waiting.slice(0, fit === -1 ? undefined : Math.max(1, fit));
}

const asideKey = (job: string) => `haltrik-aside/${job}`;
export const asideOf = async (job: string): Promise<AsideEdit[]> => (await get<AsideEdit[]>(asideKey(job))) ?? [];
export const keepAside = (job: string, edits: readonly AsideEdit[]): Promise<void> =>
  edits.length ? set(asideKey(job), edits) : del(asideKey(job));

const PREFIX = 'haltrik-edits/2/';
const tab = newId();
/** Without locks a page is taken for closed when it has kept nothing for so long. */
const QUIET_MS = 60_000;

/** Held as long as this page is open, so that another page knows whose edits nobody is sending any more. */
const lockName = (of: string) => `haltrik-tab/${of}`;
void navigator.locks?.request(lockName(tab), () => new Promise<void>(() => undefined));

const own = (job: string) => `${PREFIX}${job}/${tab}`;

/** The job whose edits this page is still sending, if any: its store tells, once one is loaded. */
let atHand = (): string | undefined => undefined;
export function tellAtHand(tell: () => string | undefined): void {
  atHand = tell;
}

/** Keeps what is not acknowledged; nothing is left of what is. */
export async function keepEdits(job: string, edits: KeptEdits | undefined): Promise<void> {
  if (edits) await set(own(job), edits);
  else await del(own(job));
}

async function isOpen(tabId: string, at: string): Promise<boolean> {
  if (!navigator.locks) return Date.now() - Date.parse(at) < QUIET_MS;
  const { held = [] } = await navigator.locks.query();
  return held.some(({ name }) => name === lockName(tabId));
}

/** Edits kept here that no other page is sending: of one job, or of all. Oldest first. */
export async function leftEdits(job?: string): Promise<{ key: string; job: string; edits: KeptEdits }[]> {
  const left: { key: string; job: string; edits: KeptEdits }[] = [];
  for (const key of await keys()) {
    if (!key.startsWith(PREFIX)) continue;
    const [of, tabId] = key.slice(PREFIX.length).split('/') as [string, string];
    if (job !== undefined && of !== job) continue;
    const edits = await get<KeptEdits>(key);
    if (edits && (tabId === tab || !(await isOpen(tabId, edits.at)))) left.push({ key, job: of, edits });
  }
  return left.sort((a, b) => (a.edits.at < b.edits.at ? -1 : 1));
}

/** A closed page's edits are no longer its own: the server has them, or this page keeps them under its own name. */
export async function dropEdits(key: string): Promise<void> {
  if (!key.endsWith(`/${tab}`)) await del(key);
}

/** Lets go what is kept of a job that is no longer there. */
export async function forgetEdits(job: string): Promise<void> {
  for (const { key } of await leftEdits(job)) await del(key);
}

/** The save that sends what was kept, first what had been sent before; undefined when that is all. */
export function nextSave({ base, sending, waiting }: KeptEdits): SentEdits | undefined {
  if (sending) return sending;
  return waiting.length ? { saveId: newId(), edits: nextEdits(waiting), base } : undefined;
}

/**
 * Sends what is kept of jobs that no page has open, nor this page still sends by itself. What
 * clashes or is refused stays, and is shown when its job is opened. Returns the jobs of which something is left.
 */
export async function sendLeftEdits(): Promise<string[]> {
  const waiting: string[] = [];
  for (const { key, job, edits } of await leftEdits()) {
    if (job === atHand() && key === own(job)) continue;
    let rest: KeptEdits = edits;
    try {
      for (let save = nextSave(rest); save; save = nextSave(rest)) {
        // Under its id before it goes, so that a lost answer can be asked for again.
        const after = rest.sending ? rest.waiting : rest.waiting.slice(save.edits.length);
        await set(key, { ...rest, sending: save, waiting: after });
        const { revision } = await api.save(job, save.base, save.saveId, save.edits.flat());
        rest = { ...rest, base: revision, sending: undefined, waiting: after };
        await set(key, rest);
      }
      await del(key);
    } catch (error) {
      if (!(error instanceof AwayError || error instanceof RefusedError)) throw error;
      waiting.push(job);
    }
  }
  return waiting;
}
