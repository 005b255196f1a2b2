import { computed, reactive, shallowRef } from 'vue';
import { fitCraft, type Measures } from '#core/craft/measures';
import type { Pattern } from '#core/craft/pattern';
import { OperationError } from '#core/document/fault';
import { said } from '#core/document/edits';
import { keyOf } from '#core/drafting/begin';
import { EDIT_OF, applyEdits, type Draft, type DraftEdit, type DraftList } from '#core/drafting/draft';
import type { Knot } from '#core/drafting/knots';
import type { ViewName } from '#core/drawing/projection';
import { useDraft } from '../stores/draft';

/** What of a pattern is drawn or described, part by part. */
export const PARTS = {
  whole: 'Craft',
  pictures: 'Pictures',
  lines: 'Lines',
  places: 'Places',
  legs: 'Legs',
  covers: 'Covers',
  joints: 'Joints',
  measures: 'Measures',
  walk: 'Walk',
} as const;
export type DraftPart = keyof typeof PARTS;

export const VIEW_NAMES: Record<ViewName, string> = { side: 'From the side', top: 'From above' };
export type Flat = readonly [number, number];

/** A point of a view that is dragged, or moved by keys. */
export interface Handle {
  readonly key: string;
  readonly name: string;
  readonly at: Flat;
  readonly look: 'node' | 'knot' | 'end' | 'mark';
  readonly picked?: boolean;
  /** A line back to what it belongs to. */
  readonly from?: Flat;
  readonly press?: () => void;
  readonly move: (at: Flat) => void;
  readonly put: (at: Flat) => void;
  readonly away?: () => void;
}
/** What the next press on the sheet is for. */
export interface Asked {
  readonly words: string;
  /** In this view alone; absent: in either. */
  readonly view?: ViewName;
  readonly at?: (view: ViewName, at: Flat) => void;
  readonly node?: (id: string) => void;
}

/** The line that is being drawn. */
export interface Drawing {
  readonly view: ViewName;
  readonly knots: readonly Knot[];
}

const fresh = () => ({
  part: 'whole' as DraftPart,
  /** What is picked in its part. */
  picked: undefined as string | undefined,
  /** The view that a picked line is in, and that a picture is laid under. */
  view: 'side' as ViewName,
  /** The point of a picked line: which piece of the path, and which of its knots. */
  knot: undefined as readonly [number, number] | undefined,
  asked: undefined as Asked | undefined,
  drawing: undefined as Drawing | undefined,
  /** Measures tried on the sheet. */
  tried: {} as Measures,
});
const state: ReturnType<typeof fresh> = reactive(fresh());
/** The draft with what is being dragged. */
const moving = shallowRef<Draft>();

/** The drawing table: the draft on it, what is picked, and what a press does. */
export function useTable() {
  const store = useDraft();
  const draft = computed((): Draft => moving.value ?? store.draft!);
  /** The same as it is shown: with the measures that are tried. */
  const shown = computed((): Pattern =>
    state.part === 'measures' && Object.keys(state.tried).length && !store.faults.length
      ? fitCraft(draft.value, state.tried)
      : draft.value,
  );
  function clear(): void {
    Object.assign(state, fresh());
    moving.value = undefined;
  }
  function turnTo(part: DraftPart, picked?: string): void {
    Object.assign(state, { ...fresh(), view: state.view, part, picked });
  }
  function pick(id: string | undefined): void {
    state.picked = id;
    state.knot = undefined;
    state.asked = undefined;
  }
  const edit = (edits: readonly DraftEdit[], label?: string) => store.edit(edits, label);
  /** Shows edits that are not made yet. */
  function show(edits: readonly DraftEdit[]): void {
    try {
      moving.value = applyEdits(store.draft!, edits);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
    }
  }
  /** Makes what was shown, or nothing. */
  function settle(edits?: readonly DraftEdit[], label?: string): void {
    moving.value = undefined;
    if (edits) edit(edits, label);
  }
  /** Changes members of an entry; one that is undefined is not said any more. */
  function put<L extends DraftList>(
    list: L,
    id: string,
    part: Readonly<Record<string, unknown>>,
    label?: string,
  ): string | undefined {
    const before = (store.draft![list] as Readonly<Record<string, object>>)[id];
    return edit([{ op: EDIT_OF[list], id, to: said({ ...before, ...part }) } as unknown as DraftEdit], label);
  }
  const drop = (list: DraftList, id: string) => {
    if (state.picked === id) pick(undefined);
    return edit([{ op: EDIT_OF[list], id, to: null }]);
  };
  /** A new entry under a key of its own, picked at once. Undefined where it was refused. */
  function add(list: DraftList, name: string, to: object): string | undefined {
    const id = keyOf(name, { ...store.draft!.places, ...store.draft!.junctions, ...store.draft![list] });
    if (edit([{ op: EDIT_OF[list], id, to } as unknown as DraftEdit], `add ${name}`) !== undefined) return undefined;
    pick(id);
    return id;
  }
  return { store, state, draft, shown, clear, turnTo, pick, edit, show, settle, put, drop, add };
}
