import { computed, reactive, watch } from 'vue';
import { isBeforeHorizon, projectiveOf, scaledBy, taken, type Projective } from '#core/drafting/photo';
import { useTable, type Flat } from './table';

/** How a picture is brought to scale: what is marked on it, and what that is on the craft. */
interface Calibration {
  way: 'two' | 'four';
  /** Marks on the picture, px from its upper left: of four, lower left, lower right, upper right, upper left. */
  marks: readonly Flat[];
  /** Where the first mark is in the view, mm. */
  at: Flat;
  distanceMm: number;
  rectangle: Flat;
  flipped: boolean;
}
const fresh = (): Calibration => ({
  way: 'two',
  marks: [],
  at: [0, 0],
  distanceMm: 1000,
  rectangle: [1000, 1000],
  flipped: false,
});
const state: Calibration = reactive(fresh());
/** The craft whose pictures are marked. */
let of: string | undefined;
export const WAYS = { two: 'Two points', four: 'Four corners' } as const;
export const MARK_NAMES = {
  two: ['First point', 'Second point'],
  four: ['Lower left corner', 'Lower right corner', 'Upper right corner', 'Upper left corner'],
} as const;

export function useCalibration() {
  const { state: table, draft } = useTable();
  const underlay = computed(() => draft.value.underlays?.[table.view]);
  /** Marks stand where the picture now has the points they are of; what was said of another craft is not of this one. */
  function begin(): void {
    if (of !== draft.value.id) Object.assign(state, fresh());
    of = draft.value.id;
    const now = underlay.value;
    if (!now) return void (state.marks = []);
    const [w, h] = now.px;
    const { at, distanceMm, rectangle } = state;
    const [x, y] = at;
    const corners: Flat[] =
      state.way === 'two'
        ? [at, [x + distanceMm, y]]
        : [at, [x + rectangle[0], y], [x + rectangle[0], y + rectangle[1]], [x, y + rectangle[1]]];
    const seen = corners.map((corner) => taken(now.toPx as unknown as Projective, corner));
    const inside = seen.every(([u, v]) => u >= 0 && v >= 0 && u <= w && v <= h);
    const usual: Flat[] =
      state.way === 'two'
        ? [
            [0.2 * w, 0.8 * h],
            [0.8 * w, 0.8 * h],
          ]
        : [
            [0.2 * w, 0.8 * h],
            [0.8 * w, 0.8 * h],
            [0.8 * w, 0.3 * h],
            [0.2 * w, 0.3 * h],
          ];
    state.marks = (inside ? seen : usual).map(([u, v]) => [Math.round(u), Math.round(v)]);
  }
  watch(() => [table.view, state.way, underlay.value?.photo], begin, { immediate: true });

  /** What takes the view to the picture so; or why there is none. */
  function solved(): { toPx: Projective } | { wrong: string } {
    const { at, marks, distanceMm, rectangle, flipped, way } = state;
    if (way === 'two') {
      const toPx = scaledBy({ px: [marks[0]!, marks[1]!], at, distanceMm, flipped });
      return toPx ? { toPx } : { wrong: 'Points: expected two that are apart.' };
    }
    const [x, y] = at;
    const [w, h] = rectangle;
    const toPx = projectiveOf(
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ],
      marks,
    );
    if (!toPx) return { wrong: 'Corners: expected four, no three of them in a line.' };
    return isBeforeHorizon(toPx, draft.value.drawing[table.view].bounds)
      ? { toPx }
      : {
          wrong:
            'Corners: the sheet of this view reaches beyond the horizon of the picture; mark them again, or make the sheet smaller.',
        };
  }
  return { calibration: state, underlay, solved };
}
