<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { strokesOf } from '#core/craft/pattern';
import { pathOf } from '#core/drafting/knots';
import { bentAt, legIn } from '#core/drafting/views';
import { walkTo } from '#core/drafting/walk';
import { twoViews, SHEET } from '#core/drawing/sheet';
import { pathOf as polyline, type ViewName } from '#core/drawing/projection';
import { posedCraft } from '#core/drawing/pose';
import CraftView from '../drawing/CraftView.vue';
import SheetFrame from '../drawing/SheetFrame.vue';
import { standing } from '../drawing/standing';
import DraftHandles from './DraftHandles.vue';
import { handlesIn } from './handles';
import { usePen } from './pen';
import { VIEW_NAMES, useTable, type Flat } from './table';
import { useUnderlay } from './underlay';

/** The craft that is drawn in both views, over its pictures, with what can be taken hold of. */
const table = useTable();
const { state, draft, shown, pick, edit } = table;
const BOX = { x: 26, y: 24, w: SHEET.w - 52, h: SHEET.h - 48 };
const views = computed(() => twoViews(shown.value, BOX));
const VIEWS = ['side', 'top'] as const;
const sheet = useTemplateRef<HTMLElement>('sheet');
const grounds = useTemplateRef<SVGGElement[]>('grounds');
/** A picture is of the craft as it is drawn: none lies under one that is stretched. */
const laidUnder = (view: ViewName) => (shown.value === draft.value ? draft.value.underlays?.[view] : undefined);
const underlays = {
  side: useUnderlay(
    () => laidUnder('side'),
    () => shown.value.drawing.side.bounds,
    () => views.value.side,
  ),
  top: useUnderlay(
    () => laidUnder('top'),
    () => shown.value.drawing.top.bounds,
    () => views.value.top,
  ),
};
const posed = computed(() => posedCraft(shown.value, standing.value));
const handles = computed(() => ({ side: handlesIn(table, 'side'), top: handlesIn(table, 'top') }));

/** Covers that stand open: those before what is picked, where one looks what comes off. */
const open = computed(() => {
  const walk = state.part === 'walk' && state.picked !== undefined ? walkTo(shown.value, state.picked) : undefined;
  return walk && new Set(walk.covers.map(({ cover }) => cover));
});
const lit = computed(() => (state.part === 'covers' ? state.picked : undefined));

/** Lines half a metre apart in each view, to see sizes by. */
const grid = computed(() =>
  VIEWS.map((view) => {
    const [left, bottom, right, top] = shown.value.drawing[view].bounds;
    const p = views.value[view];
    const to = (u: number, v: number) => p.seen([u, v]);
    const steps = (from: number, end: number) =>
      Array.from(
        { length: Math.floor(end / 500) - Math.ceil(from / 500) + 1 },
        (_, i) => (Math.ceil(from / 500) + i) * 500,
      );
    return {
      view,
      fine: [
        ...steps(left, right).map((u) => polyline([to(u, bottom), to(u, top)])),
        ...steps(bottom, top).map((v) => polyline([to(left, v), to(right, v)])),
      ].join(''),
      zero: polyline([to(left, 0), to(right, 0)]),
      name: [30, to(left, top)[1] + 12] as const,
    };
  }),
);

/** A point of a view under the pointer, mm. */
function pointAt(view: ViewName, event: MouseEvent): Flat | undefined {
  const matrix = grounds.value?.[VIEWS.indexOf(view)]?.getScreenCTM();
  if (!matrix) return undefined;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const [u, v] = views.value[view].from([x, y]);
  return [Math.round(u), Math.round(v)];
}
const pen = usePen(table, pointAt, sheet);
const isAsked = (view: ViewName) =>
  state.drawing?.view === view || Boolean(state.asked?.at && (state.asked.view ?? view) === view);

function press(view: ViewName, event: MouseEvent): void {
  const at = pointAt(view, event);
  if (at && !state.drawing) state.asked?.at?.(view, at);
}
/** A line is picked; where a cover is, it is put on it, or taken off it. */
function pressLine(view: ViewName, id: string): void {
  const stroke = draft.value.drawing[view].strokes[id]!;
  if (state.part === 'covers' && state.picked !== undefined) {
    const { cover, ...bare } = stroke;
    const to = cover === state.picked ? bare : { ...bare, cover: state.picked };
    edit(
      [{ op: 'setStroke', view, id, to }],
      cover === state.picked ? 'take a line off the cover' : 'put a line on the cover',
    );
    return;
  }
  state.view = view;
  pick(id);
}
const strokesToPress = computed(() =>
  VIEWS.map((view) =>
    state.drawing || state.asked || !['lines', 'covers'].includes(state.part)
      ? []
      : strokesOf(shown.value.drawing[view]).map(([id, { d }]) => ({ id, d })),
  ),
);
const legs = computed(() =>
  state.part === 'legs' || state.part === 'walk'
    ? Object.entries(posed.value.legs).map(([id, leg]) => ({ id, leg, picked: state.picked === id }))
    : [],
);
function pressLeg(view: ViewName, id: string, event: MouseEvent): void {
  if (state.part === 'legs' && state.picked === id) {
    const at = pointAt(view, event);
    if (at) edit([{ op: 'setLeg', id, to: bentAt(draft.value, draft.value.legs[id]!, view, at) }], 'bend a leg');
  } else pick(id);
}
const line = (view: ViewName, leg: (typeof legs.value)[number]['leg']) =>
  polyline(legIn(posed.value, leg, view).map(views.value[view].seen));

useEventListener(window, 'keydown', (event) => {
  const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select');
  if (event.key === 'Escape' && (state.asked || state.drawing)) state.asked = state.drawing = undefined;
  else if (event.key === 'Escape' && state.picked !== undefined && !typing) pick(undefined);
  else if (
    event.key === 'Delete' &&
    !typing &&
    state.part === 'lines' &&
    state.picked !== undefined &&
    !state.drawing
  ) {
    const id = state.picked;
    pick(undefined);
    edit([{ op: 'setStroke', view: state.view, id, to: null }]);
  } else return;
  event.preventDefault();
});
</script>

<template>
  <div ref="sheet" class="draft-sheet" tabindex="-1">
    <p v-if="state.asked || state.drawing" class="asked" role="status">
      {{
        state.drawing
          ? `${state.drawing.knots.length} points. Press for a corner, drag for a curve; the first point closes it, Enter ends it, Backspace takes the last back. Arrows move the pen, Space sets a point.`
          : `${state.asked!.words}${state.asked!.at ? ' Arrows move the pen, Space sets it.' : ''} Escape leaves it.`
      }}
    </p>
    <p
      v-for="view in VIEWS.filter((v) => underlays[v].failure.value)"
      :key="view"
      class="asked field-error"
      role="alert"
    >
      {{ VIEW_NAMES[view] }}: {{ underlays[view].failure.value }}
    </p>
    <SheetFrame label="The craft that is drawn, from the side and from above">
      <g v-for="{ view, fine, zero, name } in grid" :key="view">
        <g ref="grounds">
          <!-- A picture may show more than its view has room for. -->
          <clipPath :id="`under-${view}`">
            <rect
              :x="views[view].bounds.x"
              :y="views[view].bounds.y"
              :width="views[view].bounds.w"
              :height="views[view].bounds.h"
            />
          </clipPath>
          <g class="underlay" :clip-path="`url(#under-${view})`" aria-hidden="true">
            <image
              v-if="underlays[view].laid.value?.is === 'whole'"
              :href="underlays[view].laid.value!.href"
              :width="(underlays[view].laid.value as { px: readonly number[] }).px[0]"
              :height="(underlays[view].laid.value as { px: readonly number[] }).px[1]"
              preserveAspectRatio="none"
              :transform="(underlays[view].laid.value as { matrix: string }).matrix"
            />
            <image
              v-else-if="underlays[view].laid.value?.is === 'straight'"
              data-straight
              :href="underlays[view].laid.value!.href"
              :x="views[view].bounds.x"
              :y="views[view].bounds.y"
              :width="views[view].bounds.w"
              :height="views[view].bounds.h"
              preserveAspectRatio="none"
            />
          </g>
          <path class="grid" :data-grid="view" :d="fine" />
          <path class="grid zero" :d="zero" />
          <text class="small" :x="name[0]" :y="name[1]">{{ VIEW_NAMES[view] }}</text>
          <CraftView
            :pattern="shown"
            :projection="views[view]"
            :open="open"
            :lit="lit"
            :faint="
              ['legs', 'places', 'walk'].includes(state.part) ||
              (state.part === 'lines' && Boolean(underlays[view].laid.value))
            "
          />
          <g v-if="strokesToPress[VIEWS.indexOf(view)]!.length" :transform="views[view].transform">
            <path
              v-for="one in strokesToPress[VIEWS.indexOf(view)]"
              :key="one.id"
              class="hit"
              :class="{ picked: state.part === 'lines' && state.view === view && state.picked === one.id }"
              :d="one.d"
              :data-stroke="`${view}/${one.id}`"
              @mousedown.stop
              @click="pressLine(view, one.id)"
            />
          </g>
          <g v-for="{ id, leg, picked } in legs" :key="id" :class="{ picked }" class="leg">
            <path
              class="leg-hit"
              :d="line(view, leg)"
              :data-leg-line="`${view}/${id}`"
              @mousedown.stop
              @click="pressLeg(view, id, $event)"
            />
            <path class="leg-line" :d="line(view, leg)" />
          </g>
          <rect
            v-if="isAsked(view)"
            class="pad"
            :x="views[view].bounds.x"
            :y="views[view].bounds.y"
            :width="views[view].bounds.w"
            :height="views[view].bounds.h"
            :data-pad="view"
            @mousedown.stop
            @pointerdown="pen.down(view, $event)"
            @click="press(view, $event)"
          />
          <DraftHandles
            :projection="views[view]"
            :handles="handles[view]"
            :ground="grounds?.[VIEWS.indexOf(view)] ?? null"
          />
          <g v-if="state.drawing?.view === view" class="pen" aria-hidden="true">
            <g :transform="views[view].transform"
              ><path class="pen-line" :d="pathOf([{ knots: state.drawing.knots, closed: false }])"
            /></g>
            <circle
              v-for="(knot, i) in state.drawing.knots"
              :key="i"
              :cx="views[view].seen(knot.at)[0]"
              :cy="views[view].seen(knot.at)[1]"
              :r="i ? 3 : 5"
            />
          </g>
          <path class="cross" :transform="pen.crossAt(views[view])" d="M-9 0H9M0 -9V9" aria-hidden="true" />
        </g>
      </g>
    </SheetFrame>
  </div>
</template>

<style scoped>
.draft-sheet {
  position: relative;
  height: 100%;
}
.asked {
  position: absolute;
  z-index: 1;
  top: 22px;
  left: 50%;
  transform: translateX(-50%);
  max-width: 80%;
  margin: 0;
  padding: var(--space-2) var(--space-5);
  background: var(--ink);
  color: var(--paper);
  font-size: var(--type-2);
}
.asked.field-error {
  top: 60px;
}
.underlay {
  opacity: 0.75;
}
.grid {
  fill: none;
  stroke: var(--rule-soft);
  stroke-width: 0.6px;
}
.grid.zero {
  stroke: var(--rule);
  stroke-dasharray: 14 3 3 3;
}
.hit {
  fill: none;
  stroke: transparent;
  stroke-width: 9px;
  vector-effect: non-scaling-stroke;
  pointer-events: stroke;
  cursor: pointer;
}
.hit:hover {
  stroke: var(--tarn);
  stroke-width: 2px;
}
.hit.picked {
  stroke: var(--mud);
  stroke-width: 2px;
}
.leg path {
  fill: none;
}
.leg-line {
  stroke: var(--tarn);
  stroke-width: 1.6px;
  pointer-events: none;
}
.leg.picked .leg-line {
  stroke: var(--mud);
  stroke-width: 2.6px;
}
.leg-hit {
  stroke: transparent;
  stroke-width: 11px;
  cursor: pointer;
}
.pad {
  fill: transparent;
  cursor: crosshair;
  touch-action: none;
}
.pen-line {
  fill: none;
  stroke: var(--mud);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.pen,
.cross {
  pointer-events: none;
}
.pen circle {
  fill: var(--paper);
  stroke: var(--mud);
  stroke-width: 2px;
}
.cross {
  stroke: var(--mud);
  stroke-width: 1.4px;
}
</style>
