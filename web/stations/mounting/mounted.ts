import { computed, ref, watch, type ComputedRef, type Ref } from 'vue';
import { mountOf } from '#core/gear/usual-mount';
import { viewPanel, type PanelView } from '#core/drawing/panel-sheet';
import { mirroredAt, mirroredTurn, panelUnder, type Fitted } from '#core/panels/fitted';
import { setAt, type Position } from '#core/panels/position';
import { fixedBy } from '#core/panels/front';
import { siteOf, type Site } from '#core/panels/site';
import type { Panel } from '#core/craft/panel';
import type { Operation } from '#core/job/operations';
import type { Point } from '#core/plane/contour';
import type { Box } from '#core/drawing/projection';
import { useSheet } from '../../app/sheet';

/** What the panel of the gear that is looked at is drawn in, px of the sheet. */
const BOX: Box = { x: 282, y: 70, w: 616, h: 520 };

/** What is said at once of how gear lies. */
export type Setting = NonNullable<Extract<Operation, { op: 'setMount' }>['mount']>;

/** Gear on its panel as it is shown: where it is, or where it is being moved to. */
export interface Shown {
  readonly id: string;
  readonly fitted: Fitted;
  readonly site: Site;
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
  /** Sets how it lies: of a pair that is one decision the side that decides, mirrored. */
  readonly set: (part: Setting) => void;
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
    const { panel } = panelUnder(job.value, fitted);
    const site = siteOf(panel);
    const { at, lying, material } = fitted;
    const to = moving.value && held(gear, moving.value);
    const position = to
      ? setAt(site, mountOf(job.value.gear[gear]!.item), material, { ...lying, plugs: own(gear)?.plugs ?? null }, to)
      : setAt(site, mountOf(job.value.gear[gear]!.item), material, lying, at);
    return { id: gear, fitted, site, position, view: viewPanel(site, position.piece, BOX) };
  });
  /** Where it may be moved: not off its stops. */
  function held(gear: string, [x, y]: Point): Point {
    const fixed = fixedBy(job.value.gear[gear]!.item);
    const { at } = mounts.value[gear]!;
    return [fixed.x ? at[0] : x, fixed.y ? at[1] : y];
  }
  const own = (gear: string) => (Object.hasOwn(job.value.mounts, gear) ? job.value.mounts[gear] : undefined);
  function set(part: Setting): void {
    const now = shown.value;
    if (!now) return;
    const { by } = now.fitted;
    const leader = typeof by === 'object' && part.mirrors === undefined ? by.mirrors : undefined;
    if (leader === undefined) {
      store.edit([{ op: 'setMount', gear: now.id, mount: part }]);
      return;
    }
    const { at, turnDeg } = part;
    const [from, to] = [now.fitted, mounts.value[leader]!].map((of) => panelUnder(job.value, of).panel) as [
      Panel,
      Panel,
    ];
    const other: Setting = {
      ...part,
      ...(at ? { at: [...mirroredAt(from, to, at)] } : {}),
      ...(typeof turnDeg === 'number' ? { turnDeg: mirroredTurn(turnDeg) } : {}),
    };
    store.edit([{ op: 'setMount', gear: leader, mount: other }]);
  }
  return {
    mounts,
    shown,
    moving,
    put(where) {
      moving.value = undefined;
      const now = shown.value;
      if (!now) return;
      const at = held(now.id, where);
      if (now.fitted.at[0] === at[0] && now.fitted.at[1] === at[1]) return;
      set({ at: [at[0], at[1]], turnDeg: now.fitted.lying.turnDeg });
    },
    set,
  };
}
