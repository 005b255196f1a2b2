import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { patternFaults } from '#core/craft/pattern-faults';
import { OperationError } from '#core/document/fault';
import { applyEdits, describeEdit, readDraftEdit, undoOfDraft, type Draft, type DraftEdit } from '#core/drafting/draft';
import { AwayError, RefusedError, api, isForNow, newId } from '../api';
import { draftEdits, nextEdits, type Edit, type SentEdits } from './kept-edits';
import { isTyping, onLanded } from './live';

export interface DraftStep {
  readonly label: string;
  readonly back: DraftEdit;
  readonly forward: DraftEdit;
}
export type DraftSave = 'saved' | 'saving' | 'away' | 'gone';

const SAVE_AFTER_MS = 250;
const RETRY_MS = 2500;

/** The pattern on the drawing table: its document, what is wrong in it, what can be undone, what is saved. */
export const useDraft = defineStore('draft', () => {
  const draft = shallowRef<Draft>();
  const failure = ref<string>();
  const save = ref<DraftSave>('saved');
  const past = shallowRef<DraftStep[]>([]);
  const future = shallowRef<DraftStep[]>([]);
  const said = ref('');
  const faults = computed(() => (draft.value ? patternFaults(draft.value) : []));
  let revision = 0;
  let waiting: Edit<DraftEdit>[] = [];
  let sending: SentEdits<DraftEdit> | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** Counts what was opened: an answer for what is no longer wanted is let go. */
  let turn = 0;
  draftEdits.tellAtHand(() => draft.value?.id);

  const tried = (from: Draft, edits: readonly DraftEdit[]): Draft | undefined => {
    try {
      return applyEdits(from, edits);
    } catch (error) {
      if (error instanceof OperationError) return undefined;
      throw error;
    }
  };

  async function open(id: string): Promise<void> {
    const mine = ++turn;
    await flush();
    if (mine !== turn) return;
    draft.value = failure.value = undefined;
    past.value = future.value = [];
    waiting = [];
    sending = undefined;
    said.value = '';
    try {
      // What a closed page had not sent goes first.
      const left = await draftEdits.sendLeftEdits();
      const stored = await api.draft(id);
      if (mine !== turn) return;
      ({ revision } = stored);
      draft.value = stored.draft;
      save.value = 'saved';
      // The server is there, and would not have them: what they rest on is gone.
      if (left.includes(id)) {
        await draftEdits.forgetEdits(id);
        said.value = 'what was drawn here last and not saved no longer fits';
      }
    } catch (error) {
      if (mine === turn) failure.value = error instanceof Error ? error.message : String(error);
    }
  }

  function putBy(): void {
    const id = draft.value?.id;
    if (id === undefined) return;
    const any = sending !== undefined || waiting.length > 0;
    draftEdits
      .keepEdits(id, any ? { base: revision, sending, waiting: [...waiting], at: new Date().toISOString() } : undefined)
      .catch((error: unknown) => console.error('edits could not be kept on this device', error));
  }
  function take(after: Draft, edits: readonly DraftEdit[]): void {
    draft.value = after;
    waiting.push([...edits]);
    putBy();
    if (save.value === 'gone') return;
    if (save.value === 'saved') save.value = 'saving';
    schedule(SAVE_AFTER_MS);
  }

  /** Does edits as one step that undo takes back whole. Returns what was wrong, if anything. */
  function edit(made: readonly DraftEdit[], label = describeEdit(made[0]!)): string | undefined {
    const before = draft.value!;
    let edits = made;
    let after: Draft;
    try {
      edits = made.map(readDraftEdit);
      after = applyEdits(before, edits);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      said.value = error.message;
      return error.message;
    }
    const back = undoOfDraft(before, after);
    const forward = undoOfDraft(after, before);
    if (!back || !forward) return undefined;
    past.value = [...past.value, { label, back, forward }];
    future.value = [];
    take(after, edits);
    said.value = label;
    return undefined;
  }
  function step(from: typeof past, to: typeof past, way: 'back' | 'forward'): void {
    const last = from.value.at(-1);
    if (!last) return;
    from.value = from.value.slice(0, -1);
    const after = tried(draft.value!, [last[way]]);
    const word = way === 'back' ? 'undone' : 'redone';
    // Somebody else has changed the same thing since: theirs stands, the step is gone.
    if (!after) return void (said.value = `cannot be ${word}: ${last.label}`);
    to.value = [...to.value, last];
    take(after, [last[way]]);
    said.value = `${word}: ${last.label}`;
  }
  const undo = () => step(past, future, 'back');
  const redo = () => step(future, past, 'forward');

  function schedule(ms: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  }
  let flushing: Promise<void> | undefined;
  function flush(): Promise<void> {
    flushing ??= send().finally(() => {
      flushing = undefined;
    });
    return flushing;
  }
  async function send(): Promise<void> {
    clearTimeout(timer);
    while (draft.value && (sending || waiting.length)) {
      const { id } = draft.value;
      if (!sending) {
        const edits = nextEdits(waiting);
        waiting = waiting.slice(edits.length);
        sending = { saveId: newId(), edits, base: revision };
        putBy();
      }
      const sent = sending;
      save.value = 'saving';
      try {
        const answer = await api.saveDraft(id, sent.base, sent.saveId, sent.edits.flat());
        ({ revision } = answer);
        sending = undefined;
        putBy();
        // Others have drawn on it: theirs, with what of ours still waits.
        if (answer.draft) draft.value = tried(answer.draft, waiting.flat()) ?? draft.value;
      } catch (error) {
        if (error instanceof AwayError || (error instanceof RefusedError && isForNow(error.status))) {
          save.value = 'away';
          return schedule(RETRY_MS);
        }
        if (!(error instanceof RefusedError)) throw error;
        if (error.status === 404) return void (save.value = 'gone');
        // What is refused rests on something that somebody has deleted: theirs stands.
        const refused = sent.edits.flat().map(describeEdit).join(', ');
        sending = undefined;
        await catchUp(true);
        said.value = `not saved: ${refused} (${error.message})`;
      }
    }
    save.value = 'saved';
  }

  /** What is on the server is shown, with what of ours still waits. */
  async function catchUp(anyway = false): Promise<void> {
    const id = draft.value?.id;
    if (id === undefined) return;
    try {
      const stored = await api.draft(id);
      if (
        draft.value?.id !== id ||
        (!anyway && (stored.revision <= revision || sending || waiting.length || isTyping()))
      )
        return;
      ({ revision } = stored);
      const after = tried(stored.draft, waiting.flat());
      if (!after) waiting = [];
      draft.value = after ?? stored.draft;
      putBy();
    } catch (error) {
      if (error instanceof RefusedError && error.status === 404) save.value = 'gone';
      else if (!(error instanceof AwayError || error instanceof RefusedError)) throw error;
    }
  }
  onLanded((landed) => {
    if (landed.kind === 'open' || (landed.kind === 'draft' && landed.id === draft.value?.id)) void catchUp();
  });

  /** The revision its owner has seen, for one that is taken away. */
  const seen = () => revision;
  return { draft, failure, save, past, future, said, faults, open, edit, undo, redo, flush, seen };
});
