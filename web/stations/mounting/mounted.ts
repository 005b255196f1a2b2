import { computed, ref, watch, type ComputedRef, type Ref } from 'vue';
import { mountOf } from '#core/gear/usual-mount';
import { viewPanel, type PanelView } from '#core/drawing/panel-sheet';
import {
  panelFor,
  pieceOf,
  positionAt,
  siteOf,
  type Fitted,
  type Piece,
  type Position,
  type Site,
} from '#core/mounting/index';
import type { Point } from '#core/plane/contour';
import type { Box } from '#core/drawing/projection';
import { useSheet } from '../../app/sheet';

/** What the panel of the gear that is looked at is drawn in, px of the sheet. */
const BOX: Box = { x: 282, y: 70, w: 616, h: 520 };

/** Gear on its panel as it is shown: where it is, or where it is being moved to. */
export interface Shown {
  readonly id: string;
  readonly fitted: Fitted;
  readonly site: Site;
  readonly piece: Piece;
  readonly position: Position;
  readonly view: PanelView;
}

/** The gear looked at, and where a person is moving it; what is being moved is not in the job yet. */
export function useMounted(): {
  readonly mounts: ComputedRef<Readonly<Record<string, Fitted>>>;
  readonly shown: ComputedRef<Shown | undefined>;
  readonly moving: Ref<Point | undefined>;
  /** Moves it there for good. */
  readonly put: (at: Point) => void;
} {
  const { store, job, plan } = useSheet();
  const mounts = computed(() => plan.value.mounts);
  const moving = ref<Point>();
  const id = computed(() => {
    const { selected } = store;
    const chosen = selected?.kind === 'gear' && mounts.value[selected.id] ? selected.id : undefined;
    return chosen ?? Object.keys(mounts.value)[0];
  });
  watch(id, () => (moving.value = undefined));
  const shown = computed((): Shown | undefined => {
    const gear = id.value;
    const fitted = gear === undefined ? undefined : mounts.value[gear];
    if (gear === undefined || !fitted) return undefined;
    const { panel } = panelFor(job.value, fitted.place);
    const site = siteOf(panel);
    const piece = pieceOf(mountOf(job.value.gear[gear]!.item), fitted.lying, fitted.material);
    const at = moving.value ?? fitted.at;
    return {
      id: gear,
      fitted,
      site,
      piece,
      position: positionAt(site, piece, fitted.material, fitted.opening?.id, at),
      view: viewPanel(site, piece, BOX),
    };
  });
  return {
    mounts,
    shown,
    moving,
    put(at) {
      moving.value = undefined;
      const now = shown.value;
      if (!now || (now.fitted.at[0] === at[0] && now.fitted.at[1] === at[1])) return;
      store.edit([{ op: 'setMount', gear: now.id, mount: { at: [at[0], at[1]], turnDeg: now.fitted.lying.turnDeg } }]);
    },
  };
}
