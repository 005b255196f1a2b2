import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { besideTheirs, clashes, pathWords, valueWords } from '#core/job/clash';
import type { Clash } from '#core/document/merge';
import { findingBasis, type Finding, type Subject } from '#core/findings/finding';
import type { Job } from '#core/job/job';
import { applyAll, describe, readEdit, undoOf, upgradeEdit, type Operation } from '#core/job/operations';
import { overrule as overruled, type OverruleKind } from '#core/job/parts/overrules';
import { AwayError, RefusedError, api, isForNow, newId, type StoredJob } from '../api';
import { planOfShown } from './plan-shown';
import { isTyping, onLanded, type Landed } from './live';
import {
  asideOf,
  dropEdits,
  keepAside,
  keepEdits,
  leftEdits,
  nextEdits,
  tellAtHand,
  type AsideEdit,
  type Edit,
  type KeptEdits,
  type SentEdits,
} from './kept-edits';
import { contentHash } from '#core/document/hash';
import { overruleKey, whyNot } from '#core/document/overrule';
import { OperationError } from '#core/document/fault';
import { changesBetween, own } from '#core/document/patches';

export type SaveState =
  | { is: 'saved'; at: Date | undefined }
  | { is: 'waiting' }
  | { is: 'saving' }
  /** It does not answer, or cannot save now: the edits are kept on this device and tried again. */
  | { is: 'away'; why: string | undefined }
  | { is: 'conflict'; reason: string; newest: StoredJob; base: StoredJob | undefined }
  /** Somebody has deleted the job. */
  | { is: 'gone' };

interface Step {
  readonly label: string;
  readonly back: Operation;
  readonly forward: Operation;
}

const SAVE_AFTER_MS = 250;
const RETRY_MS = 2500;

/** The job on the sheet: its document, its plan, what can be undone, what is saved. */
export const useJob = defineStore('job', () => {
  const planning = planOfShown();
  const { job, plan, was, findings, failure, wholePlan } = planning;
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const save = shallowRef<SaveState>({ is: 'saved', at: undefined });
  const selected = ref<Subject>();
  const said = ref('');
  /** Why the last edit was refused; gone with the next that is taken. */
  const wrong = ref<string>();
  /** Edits refused so far. */
  const refusals = ref(0);

  /**
   * The document with every edit so far. `job` is the same one, shown with its plan: an edit made of what is shown
   * must never be made of a document that an earlier edit has already left behind.
   */
  let latest: Job | undefined;
  let revision = 0;
  /** Made here, not yet acknowledged by the server. */
  let waiting: Edit[] = [];
  /** So many of what waits go one by one: something among them was refused. */
  let single = 0;
  /** Edits the server would not have; the others went on. */
  const aside = shallowRef<readonly AsideEdit[]>([]);
  let sending: SentEdits | undefined;
  /** Edits that this device has not yet put by, so that closing the page would lose them. */
  const unkept = ref(0);
  let timer: ReturnType<typeof setTimeout> | undefined;

  function replan(keepWas: boolean): void {
    planning.show(latest!, keepWas);
    if (selected.value?.kind === 'gear' && !latest!.gear[selected.value.id]) selected.value = undefined;
  }

  async function open(id: string): Promise<void> {
    if (latest?.id === id) {
      // One that was deleted may be there again; of ours nothing is lost with it.
      const isGone = save.value.is === 'gone' && !sending && !waiting.length;
      if (!failure.value && !isGone) return;
      // What is not saved must not be fetched away.
      if (unsaved.value && !isGone) return replan(true);
    }
    await flush();
    reset();
    try {
      const stored = await api.job(id);
      revision = stored.revision;
      latest = stored.job;
      aside.value = await asideOf(id);
      for (const { key, edits } of await leftEdits(id)) await goOn(key, edits);
      replan(true);
    } catch (error) {
      latest = undefined;
      failure.value = error instanceof Error ? error.message : String(error);
    }
  }

  /** Sends edits that were kept when the page was closed, or left, before the server had them. */
  async function goOn(key: string, edits: KeptEdits): Promise<void> {
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
      revision = newest.revision;
      latest = newest.job;
      said.value = 'what was kept on this device is saved';
    } else if (now.is === 'conflict') latest = (now.base && tried(now.base.job, made())) ?? stored.job;
    else latest = tried(stored.job, made()) ?? stored.job;
    await putBy();
    await dropEdits(key);
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
    unkept.value++;
    await keepEdits(
      id,
      any ? { base: revision, sending, waiting: [...waiting], at: new Date().toISOString() } : undefined,
    )
      .catch((error: unknown) => console.error('edits could not be kept on this device', error))
      .finally(() => unkept.value--);
  }

  function reset(): void {
    clearTimeout(timer);
    planning.clear();
    latest = undefined;
    past.value = future.value = [];
    selected.value = wrong.value = undefined;
    save.value = { is: 'saved', at: undefined };
    waiting = [];
    single = 0;
    aside.value = [];
    sending = undefined;
  }

  /** Does operations as one step that undo takes back whole. Returns what was wrong, if anything. */
  function edit(made: readonly Operation[], label = describe(made[0]!)): string | undefined {
    let operations = made;
    const before = latest!;
    let after: Job;
    try {
      operations = operations.map(readEdit);
      after = applyAll(before, operations);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      said.value = error.message;
      wrong.value = error.message;
      refusals.value++;
      return error.message;
    }
    const back = undoOf(before, after);
    const forward = undoOf(after, before);
    if (!back || !forward) return undefined;
    wrong.value = undefined;
    past.value = [...past.value, { label, back, forward }];
    future.value = [];
    take(after, operations);
    said.value = label;
    return undefined;
  }

  function take(after: Job, operations: readonly Operation[]): void {
    latest = after;
    waiting.push([...operations]);
    void putBy();
    replan(false);
    if (save.value.is === 'conflict' || save.value.is === 'gone') return;
    save.value = { is: 'waiting' };
    schedule(SAVE_AFTER_MS);
  }

  function step(from: typeof past, to: typeof past, way: 'back' | 'forward'): void {
    const last = from.value.at(-1);
    if (!last) return;
    try {
      const after = applyAll(latest!, [last[way]]);
      from.value = from.value.slice(0, -1);
      to.value = [...to.value, last];
      take(after, [last[way]]);
      said.value = `${way === 'back' ? 'undone' : 'redone'}: ${last.label}`;
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      // Somebody else has changed the same thing since: theirs stands, the step is gone.
      from.value = from.value.slice(0, -1);
      said.value = `cannot be ${way === 'back' ? 'undone' : 'redone'}: ${error.message}`;
    }
  }
  const undo = () => step(past, future, 'back');
  const redo = () => step(future, past, 'forward');

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
          replan(true);
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
    replan(true);
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
      const reason = edit(one.edit);
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
    replan(true);
    said.value = `changed elsewhere: ${words}`;
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
    return value.is === 'conflict' && value.base && job.value
      ? clashes(value.base.job, job.value, value.newest.job)
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
    past.value = future.value = [];
    wrong.value = undefined;
    replan(true);
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
      if (rest) wrong.value = 'what else you changed here no longer fits what is saved, and is dropped';
      return;
    }
    const { id } = latest!;
    await keepEdits(id, undefined);
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
    await keepEdits(id, undefined);
    reset();
    return copy.id;
  }

  tellAtHand(() => (sending || waiting.length ? latest?.id : undefined));

  /** When the job is gone: it is left, and what was not saved of it with it. */
  async function letGo(): Promise<void> {
    await keepEdits(latest!.id, undefined);
    reset();
  }

  /**
   * Sets a value over the plan, with what is proposed now; its reason can be given later. Null takes it back. Returns
   * what was wrong, if anything.
   */
  function overrule<Kind extends OverruleKind>(
    kind: Kind,
    subject: string,
    value: Parameters<typeof overruled<Kind>>[2],
    label?: string,
  ): string | undefined {
    const proposal = plan.value?.proposals[overruleKey(kind, subject)];
    const reason = own(latest!.overrules[kind] as Job['overrules']['gauge'], subject)?.why?.reason ?? '';
    const why = value !== null && proposal ? whyNot(proposal, reason) : undefined;
    return edit([overruled(kind, subject, value, why)], label);
  }

  /** Accepts a finding, with a reason; an empty reason takes that back. Returns what was wrong, if anything. */
  function accept(finding: Finding<Operation>, reason: string): string | undefined {
    const given = reason && { reason, then: null, basis: contentHash(findingBasis(finding)) };
    return edit([{ op: 'acceptFinding', key: finding.key, why: given || null }]);
  }

  const unsaved = computed(() => save.value.is !== 'saved');
  const findingsFor = (subject: Subject): readonly Finding<Operation>[] =>
    findings.value.filter((f) => f.subject.kind === subject.kind && f.subject.id === subject.id);
  const select = (subject: Subject | undefined) => {
    selected.value = subject;
  };

  return {
    job,
    plan,
    was,
    past,
    future,
    save,
    selected,
    failure,
    said,
    wrong,
    refusals,
    unsaved,
    open,
    edit,
    undo,
    redo,
    flush,
    wholePlan,
    findings,
    accept,
    overrule,
    reset,
    clashing,
    takeTheirs,
    putMine,
    keepAsCopy,
    letGo,
    unkept,
    aside,
    tryAside,
    dropAside,
    findingsFor,
    select,
  };
});
