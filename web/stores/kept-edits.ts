import type { DraftEdit } from '#core/drafting/draft';
import type { Operation } from '#core/job/operations';
import { AwayError, RefusedError, api, newId } from '../api';
import { del, get, keys, set } from './device';

/** What was done as one step: it is saved whole, or set aside whole. */
export type Edit<Op = Operation> = readonly Op[];

/** A save that has been sent, or is about to be: under its id the server takes it once, however often it is sent. */
export interface SentEdits<Op = Operation> {
  readonly saveId: string;
  readonly edits: readonly Edit<Op>[];
  readonly base: number;
}

/** Edits of a document that the server has not acknowledged, as they are kept on this device. */
export interface KeptEdits<Op = Operation> {
  /** The revision they were made on. */
  readonly base: number;
  readonly sending: SentEdits<Op> | undefined;
  readonly waiting: readonly Edit<Op>[];
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
export function nextEdits<Op>(waiting: readonly Edit<Op>[]): Edit<Op>[] {
  let operations = 0;
  const fit = waiting.findIndex((edit) => (operations += edit.length) > MOST);
  return waiting.slice(0, fit === -1 ? undefined : Math.max(1, fit));
}

const asideKey = (job: string) => `haltrik-aside/${job}`;
export const asideOf = async (job: string): Promise<AsideEdit[]> => (await get<AsideEdit[]>(asideKey(job))) ?? [];
export const keepAside = (job: string, edits: readonly AsideEdit[]): Promise<void> =>
  edits.length ? set(asideKey(job), edits) : del(asideKey(job));

const tab = newId();
/** Without locks a page is taken for closed when it has kept nothing for so long. */
const QUIET_MS = 60_000;

/** Held as long as this page is open, so that another page knows whose edits nobody is sending any more. */
const lockName = (of: string) => `haltrik-tab/${of}`;
void navigator.locks?.request(lockName(tab), () => new Promise<void>(() => undefined));

/** The save that sends what was kept, first what had been sent before; undefined when that is all. */
export function nextSave<Op>({ base, sending, waiting }: KeptEdits<Op>): SentEdits<Op> | undefined {
  if (sending) return sending;
  return waiting.length ? { saveId: newId(), edits: nextEdits(waiting), base } : undefined;
}

async function isOpen(tabId: string, at: string): Promise<boolean> {
  if (!navigator.locks) return Date.now() - Date.parse(at) < QUIET_MS;
  const { held = [] } = await navigator.locks.query();
  return held.some(({ name }) => name === lockName(tabId));
}

/** Keeps edits of documents of one kind on this device until the server has them; `send` saves some of one document. */
function keeper<Op>(
  prefix: string,
  send: (id: string, base: number, saveId: string, edits: readonly Op[]) => Promise<{ readonly revision: number }>,
) {
  const own = (id: string) => `${prefix}${id}/${tab}`;

  /** The document whose edits this page is still sending, if any: its store tells, once one is loaded. */
  let atHand = (): string | undefined => undefined;
  function tellAtHand(tell: () => string | undefined): void {
    atHand = tell;
  }

  /** Keeps what is not acknowledged; nothing is left of what is. */
  async function keepEdits(id: string, edits: KeptEdits<Op> | undefined): Promise<void> {
    if (edits) await set(own(id), edits);
    else await del(own(id));
  }

  /** Edits kept here that no other page is sending: of one document, or of all. Oldest first. */
  async function leftEdits(id?: string): Promise<{ key: string; id: string; edits: KeptEdits<Op> }[]> {
    const left: { key: string; id: string; edits: KeptEdits<Op> }[] = [];
    for (const key of await keys()) {
      if (!key.startsWith(prefix)) continue;
      const [of, tabId] = key.slice(prefix.length).split('/') as [string, string];
      if (id !== undefined && of !== id) continue;
      const edits = await get<KeptEdits<Op>>(key);
      if (edits && (tabId === tab || !(await isOpen(tabId, edits.at)))) left.push({ key, id: of, edits });
    }
    return left.sort((a, b) => (a.edits.at < b.edits.at ? -1 : 1));
  }

  /** A closed page's edits are no longer its own: the server has them, or this page keeps them under its own name. */
  async function dropEdits(key: string): Promise<void> {
    if (!key.endsWith(`/${tab}`)) await del(key);
  }

  /** Lets go what is kept of a document that is no longer there. */
  async function forgetEdits(id: string): Promise<void> {
    for (const { key } of await leftEdits(id)) await del(key);
  }

  /**
   * Sends what is kept of documents that no page has open, nor this page still sends by itself. What
   * clashes or is refused stays, and is shown when its document is opened. Returns those of which something is left.
   */
  async function sendLeftEdits(): Promise<string[]> {
    const waiting: string[] = [];
    for (const { key, id, edits } of await leftEdits()) {
      if (id === atHand() && key === own(id)) continue;
      let rest: KeptEdits<Op> = edits;
      try {
        for (let save = nextSave(rest); save; save = nextSave(rest)) {
          // Under its id before it goes, so that a lost answer can be asked for again.
          const after = rest.sending ? rest.waiting : rest.waiting.slice(save.edits.length);
          await set(key, { ...rest, sending: save, waiting: after });
          const { revision } = await send(id, save.base, save.saveId, save.edits.flat());
          rest = { ...rest, base: revision, sending: undefined, waiting: after };
          await set(key, rest);
        }
        await del(key);
      } catch (error) {
        if (!(error instanceof AwayError || error instanceof RefusedError)) throw error;
        waiting.push(id);
      }
    }
    return waiting;
  }
  return { tellAtHand, keepEdits, leftEdits, dropEdits, forgetEdits, sendLeftEdits };
}

/** Edits of jobs; and of patterns that are being drawn. */
export const jobEdits = keeper<Operation>('haltrik-edits/2/', api.save);
export const draftEdits = keeper<DraftEdit>('haltrik-draft-edits/1/', api.saveDraft);
