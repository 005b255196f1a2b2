import { computed, shallowRef, type ShallowRef } from 'vue';
import { OperationError } from '#core/document/fault';
import type { Clash } from '#core/document/merge';
import { changesBetween } from '#core/document/patches';
import { besideTheirs, clashes, pathWords, valueWords } from '#core/job/clash';
import type { Job } from '#core/job/job';
import { applyAll, describe, upgradeEdit, type Operation } from '#core/job/operations';
import { AwayError, RefusedError, api, isForNow, newId, type StoredJob } from '../api';
import {
  asideOf,
  jobEdits,
  keepAside,
  nextEdits,
  type AsideEdit,
  type Edit,
  type KeptEdits,
  type SentEdits,
} from './kept-edits';
import { isTyping, onLanded, type Landed } from './live';

export type SaveState =
  | { is: 'saved'; at: Date | undefined }
  | { is: 'waiting' }
  | { is: 'saving' }
  /** It does not answer, or cannot save now: the edits are kept on this device and tried again. */
  | { is: 'away'; why: string | undefined }
  | { is: 'conflict'; reason: string; newest: StoredJob; base: StoredJob | undefined }
  /** Somebody has deleted the job. */
  | { is: 'gone' };

const SAVE_AFTER_MS = 250;
const RETRY_MS = 2500;

/** What becomes of a document on its way to the server and back, shown where it is worked on. */
interface Sheet {
  /** Shows a document; figures stand as what was before the last edit, unless it is one (`edited`). */
  readonly show: (job: Job, edited?: boolean) => void;
  readonly failed: (words: string | undefined) => void;
  readonly say: (words: string) => void;
  readonly refuse: (words: string | undefined) => void;
  /** Steps back were steps from what is no longer shown. */
  readonly forgetSteps: () => void;
  readonly edit: (operations: readonly Operation[]) => string | undefined;
  readonly shown: ShallowRef<Job | undefined>;
  readonly isPlanned: () => boolean;
  readonly clear: () => void;
}

/** The document with every edit so far, those on their way to the server, and what others do to it meanwhile. */
export function savingOf(sheet: Sheet) {
  const save = shallowRef<SaveState>({ is: 'saved', at: undefined });
  /** It is never behind what is shown: an edit must not be made of a document that an earlier one has left behind. */
  let latest: Job | undefined;
  let revision = 0;
  /** Made here, not yet acknowledged by the server. */
  let waiting: Edit[] = [];
  /** So many of what waits go one by one: something among them was refused. */
  let single = 0;
  /** Edits the server would not have; the others went on. */
  const aside = shallowRef<readonly AsideEdit[]>([]);
  let sending: SentEdits | undefined;
  const unsaved = computed(() => save.value.is !== 'saved');
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** Counts what was opened or left: an answer that comes for what is no longer wanted is let go. */
  let turn = 0;

  async function open(id: string): Promise<void> {
    let own = ++turn;
    const isLeft = () => own !== turn;
    if (latest?.id === id) {
      // One that was deleted may be there again; of ours nothing is lost with it.
      const isGone = save.value.is === 'gone' && !sending && !waiting.length;
      if (sheet.isPlanned() && !isGone) return;
      // What is not saved must not be fetched away.
      if (unsaved.value && !isGone) return sheet.show(latest);
    }
    await flush();
    if (isLeft()) return;
    reset();
    own = turn;
    try {
      const [stored, refused] = [await api.job(id), await asideOf(id)];
      if (isLeft()) return;
      revision = stored.revision;
      latest = stored.job;
      aside.value = refused;
      for (const { key, edits } of await jobEdits.leftEdits(id)) {
        if (isLeft()) return;
        await goOn(key, edits, isLeft);
      }
      if (!isLeft()) sheet.show(latest);
    } catch (error) {
      if (isLeft()) return;
      latest = undefined;
      sheet.failed(error instanceof Error ? error.message : String(error));
    }
  }

  /** Sends edits that were kept when the page was closed, or left, before the server had them. */
  async function goOn(key: string, edits: KeptEdits, isLeft: () => boolean): Promise<void> {
    // What an earlier one left unsettled is settled first.
    if (save.value.is !== 'saved') return;
    const stored = { job: latest!, revision };
    ({ base: revision, sending } = edits);
    waiting = edits.waiting.map((edit) => edit.map(upgradeEdit) as Edit);
    if (sending) sending = { ...sending, edits: sending.edits.map((edit) => edit.map(upgradeEdit) as Edit) };
    await flush();
    const made = () => [...(sending?.edits ?? []), ...waiting].flat();
    const now = save.value as SaveState;
    if (now.is === 'saved') {
      const newest = await api.job(stored.job.id);
      // The server has them, whatever is looked at now.
      if (isLeft()) return jobEdits.dropEdits(key);
      revision = newest.revision;
      latest = newest.job;
      sheet.say('what was kept on this device is saved');
    } else if (now.is === 'conflict') latest = (now.base && tried(now.base.job, made())) ?? stored.job;
    else latest = tried(stored.job, made()) ?? stored.job;
    await putBy();
    await jobEdits.dropEdits(key);
  }

  function tried(from: Job, operations: readonly Operation[]): Job | undefined {
    try {
      return applyAll(from, operations);
    } catch (error) {
      if (error instanceof OperationError) return undefined;
      throw error;
    }
  }

  /** Keeps on this device what the server does not have yet. */
  async function putBy(): Promise<void> {
    // The job may have been left while an answer was on its way.
    if (!latest) return;
    const { id } = latest;
    const any = sending !== undefined || waiting.length > 0;
    await jobEdits
      .keepEdits(id, any ? { base: revision, sending, waiting: [...waiting], at: new Date().toISOString() } : undefined)
      .catch((error: unknown) => console.error('edits could not be kept on this device', error));
  }

  function reset(): void {
    turn++;
    clearTimeout(timer);
    sheet.clear();
    latest = undefined;
    save.value = { is: 'saved', at: undefined };
    waiting = [];
    single = 0;
    aside.value = [];
    sending = undefined;
  }

  /** An edit has been made here. */
  function take(after: Job, operations: readonly Operation[]): void {
    latest = after;
    waiting.push([...operations]);
    void putBy();
    sheet.show(after, true);
    if (save.value.is === 'conflict' || save.value.is === 'gone') return;
    save.value = { is: 'waiting' };
    schedule(SAVE_AFTER_MS);
  }

  function schedule(ms: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  }

  let flushing: Promise<void> | undefined;
  /** Sends what is waiting; resolves when it is acknowledged, or the server is away or says no. */
  function flush(): Promise<void> {
    flushing ??= send().finally(() => {
      flushing = undefined;
    });
    return flushing;
  }

  async function send(): Promise<void> {
    clearTimeout(timer);
    while (latest && (sending || waiting.length)) {
      // An answer that was lost is asked for again under the same id; the server knows it.
      if (!sending) {
        const edits = single > 0 ? waiting.slice(0, 1) : nextEdits(waiting);
        waiting = waiting.slice(edits.length);
        single = Math.max(0, single - 1);
        sending = { saveId: newId(), edits, base: revision };
        void putBy();
      }
      save.value = { is: 'saving' };
      try {
        const answer = await api.save(latest.id, sending.base, sending.saveId, sending.edits.flat());
        revision = answer.revision;
        sending = undefined;
        void putBy();
        if (answer.merged && answer.job) {
          // Where what waits no longer fits on theirs, the server says so when it is sent.
          latest = tried(answer.job, waiting.flat()) ?? latest;
          sheet.show(latest);
        }
      } catch (error) {
        if (error instanceof AwayError || (error instanceof RefusedError && isForNow(error.status))) {
          save.value = { is: 'away', why: error instanceof RefusedError ? error.message : undefined };
          schedule(RETRY_MS);
          return;
        }
        if (error instanceof RefusedError && error.status === 409 && error.body.newest) {
          const { newest, base } = error.body;
          save.value = { is: 'conflict', reason: error.message, newest, base: base ?? undefined };
          return;
        }
        if (error instanceof RefusedError && error.status === 404) {
          save.value = { is: 'gone' };
          return;
        }
        if (!(error instanceof RefusedError) || !sending) throw error;
        if (!(await leaveOut(sending, error.message))) return;
      }
    }
    save.value = { is: 'saved', at: new Date() };
    if (behind) void catchUp();
  }

  /**
   * A save was refused: its edits go one by one, and the one that will not go is set aside with its words. False when
   * the server went away meanwhile.
   */
  async function leaveOut({ edits }: SentEdits, reason: string): Promise<boolean> {
    if (edits.length > 1) {
      waiting = [...edits, ...waiting];
      single = edits.length;
      sending = undefined;
      void putBy();
      return true;
    }
    const { id } = latest!;
    let stored: StoredJob;
    try {
      stored = await api.job(id);
    } catch (error) {
      if (!(error instanceof AwayError || error instanceof RefusedError)) throw error;
      save.value = { is: 'away', why: error.message };
      schedule(RETRY_MS);
      return false;
    }
    if (latest?.id !== id) return false;
    const left: AsideEdit[] = [{ edit: edits[0]!, words: wordsOf(stored.job, edits[0]!), reason }];
    const fit: Edit[] = [];
    let doc = stored.job;
    for (const edit of waiting) {
      const after = tried(doc, edit);
      if (after) fit.push(edit);
      else left.push({ edit, words: wordsOf(doc, edit), reason: 'it rests on what was refused' });
      doc = after ?? doc;
    }
    aside.value = [...aside.value, ...left];
    await keepAside(id, aside.value);
    ({ revision } = stored);
    latest = doc;
    waiting = fit;
    sending = undefined;
    await putBy();
    sheet.show(latest);
    return true;
  }

  /** What an edit changes, and to what. */
  function wordsOf(from: Job, edit: Edit): string[] {
    const after = tried(from, edit);
    const changed = after ? changesBetween(from, after).filter(({ path }) => path[0] !== 'added') : [];
    return changed.length
      ? changed.slice(0, 5).map(({ path, to }) => `${pathWords(after!, path)}: ${valueWords(after!, path, to)}`)
      : edit.map(describe);
  }

  /**
   * Edits that were set aside are done again, on what is saved now; what does not fit stays aside. Returns what was
   * wrong, if anything.
   */
  function tryAside(): string | undefined {
    const still = aside.value.flatMap((one) => {
      const reason = sheet.edit(one.edit);
      return reason === undefined ? [] : [{ ...one, reason }];
    });
    aside.value = still;
    void keepAside(latest!.id, still);
    return still[0]?.reason;
  }
  function dropAside(): Promise<void> {
    aside.value = [];
    return keepAside(latest!.id, []);
  }

  /** Something of ours is not on the server, or is being typed: theirs is merged with it when it goes. */
  const isBusy = () => sending !== undefined || waiting.length > 0 || save.value.is !== 'saved' || isTyping();
  /** Theirs has landed while ours was on its way. */
  let behind = false;

  /** Somebody else's edit of this job, or another page's, is shown as it lands. */
  function landed(news: Landed): void {
    if (!latest || ('job' in news && news.job !== latest.id)) return;
    if (news.kind === 'delete') save.value = { is: 'gone' };
    if (news.kind !== 'save') return news.kind === 'job' || news.kind === 'open' ? void catchUp() : undefined;
    if (news.revision <= revision || news.saveId === sending?.saveId) return;
    const after =
      !isBusy() && news.revision === revision + 1 && news.operations ? tried(latest, news.operations) : undefined;
    if (!after) return void catchUp();
    revision = news.revision;
    show(after, news.operations!.map(describe).join(', '));
  }

  function show(theirs: Job, words: string): void {
    latest = theirs;
    sheet.show(latest);
    sheet.say(`changed elsewhere: ${words}`);
  }

  /** What is on the server and not shown here yet is shown, as soon as nothing of ours is on its way. */
  async function catchUp(): Promise<void> {
    const id = latest?.id;
    behind = isBusy();
    if (id === undefined || behind) return;
    try {
      const stored = await api.job(id);
      if (latest?.id !== id || stored.revision <= revision) return;
      behind = isBusy();
      if (behind) return;
      revision = stored.revision;
      show(stored.job, 'several edits');
    } catch (error) {
      if (error instanceof RefusedError && error.status === 404 && latest?.id === id) save.value = { is: 'gone' };
      else if (!(error instanceof AwayError || error instanceof RefusedError)) throw error;
    }
  }
  addEventListener('focusout', () => {
    // After the edit that leaving a field may make.
    if (behind) setTimeout(() => void catchUp());
  });
  onLanded(landed);

  /** What both have changed, after a conflict, for a person to choose; empty when an edit of ours no longer applies. */
  const clashing = computed<readonly Clash[]>(() => {
    const { value } = save;
    return value.is === 'conflict' && value.base && sheet.shown.value
      ? clashes(value.base.job, sheet.shown.value, value.newest.job)
      : [];
  });

  /** After a conflict: goes on from theirs with these edits of ours done on it. Returns what was wrong, if anything. */
  function settle({ newest }: { newest: StoredJob }, operations: readonly Operation[]): string | undefined {
    const after = tried(newest.job, operations);
    if (!after) return 'what you changed no longer fits what is saved';
    latest = after;
    revision = newest.revision;
    waiting = operations.length ? [operations] : [];
    sending = undefined;
    void putBy();
    // Steps back are steps from what is shown now.
    sheet.forgetSteps();
    sheet.refuse(undefined);
    sheet.show(latest);
    save.value = waiting.length ? { is: 'waiting' } : { is: 'saved', at: new Date() };
    if (waiting.length) schedule(0);
    return undefined;
  }

  /** After a conflict: theirs is taken where both have changed the same; what else was changed here stays. */
  async function takeTheirs(): Promise<void> {
    const { value } = save;
    if (value.is === 'conflict') {
      const rest = value.base && besideTheirs(value.base.job, latest!, value.newest.job);
      if (rest && settle(value, [rest]) === undefined) return;
      settle(value, []);
      // Theirs then stands alone, and that is said.
      if (rest) sheet.refuse('what else you changed here no longer fits what is saved, and is dropped');
      return;
    }
    const { id } = latest!;
    await jobEdits.keepEdits(id, undefined);
    reset();
    await open(id);
  }

  /** After a conflict: ours is put over theirs where both have changed the same. Returns what was wrong, if anything. */
  function putMine(): string | undefined {
    const { value } = save;
    return value.is === 'conflict' ? settle(value, [...(sending?.edits ?? []), ...waiting].flat()) : undefined;
  }

  /** After a conflict, or when the job is gone: ours goes on as a job of its own. Returns its id. */
  async function keepAsCopy(): Promise<string> {
    const { id, title } = latest!;
    const copy: Job = { ...latest!, id: newId(), title: `${title} (copy)`.slice(0, 120) };
    await api.create(copy, newId());
    await jobEdits.keepEdits(id, undefined);
    reset();
    return copy.id;
  }

  jobEdits.tellAtHand(() => (sending || waiting.length ? latest?.id : undefined));

  /** When the job is gone: it is left, and what was not saved of it with it. */
  async function letGo(): Promise<void> {
    await jobEdits.keepEdits(latest!.id, undefined);
    reset();
  }

  return {
    latest: () => latest,
    take,
    open,
    flush,
    reset,
    save,
    unsaved,
    aside,
    tryAside,
    dropAside,
    clashing,
    takeTheirs,
    putMine,
    keepAsCopy,
    letGo,
  };
}
