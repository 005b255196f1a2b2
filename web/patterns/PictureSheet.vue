<script setup lang="ts">
import { computed, useTemplateRef } from 'vue';
import type { Projection } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import SheetFrame from '../drawing/SheetFrame.vue';
import DraftHandles from './DraftHandles.vue';
import { MARK_NAMES, useCalibration } from './calibration';
import { photoAt } from './underlay';
import { VIEW_NAMES, useTable, type Handle } from './table';

/** The picture as it was taken, with the marks that bring it to scale. */
const { state } = useTable();
const { calibration, underlay } = useCalibration();
const ground = useTemplateRef<SVGGElement>('ground');
/** Pixels of the picture, y upward below its upper edge, as the handles know them. */
const projection = computed((): Projection => {
  const [w, h] = underlay.value?.px ?? [1, 1];
  const k = Math.min((SHEET.w - 52) / w, (SHEET.h - 52) / h);
  const [x, y] = [(SHEET.w - k * w) / 2, (SHEET.h - k * h) / 2];
  return {
    view: 'side',
    scale: k,
    matrix: [k, 0, 0, -k, x, y],
    transform: `translate(${x} ${y}) scale(${k} ${-k})`,
    to: ([u, , v]) => [x + k * u, y - k * v],
    seen: ([u, v]) => [x + k * u, y - k * v],
    from: ([px, py]) => [(px - x) / k, (y - py) / k],
    bounds: { x, y, w: k * w, h: k * h },
  };
});
const move = (i: number) => (to: readonly [number, number]) => {
  calibration.marks = calibration.marks.map((mark, k) => (k === i ? [to[0], -to[1]] : mark));
};
const handles = computed((): Handle[] =>
  calibration.marks.map((mark, i) => ({
    key: `mark:${i}`,
    name: `${MARK_NAMES[calibration.way][i] ?? ''} on the picture`,
    at: [mark[0], -mark[1]],
    look: 'mark',
    move: move(i),
    put: move(i),
  })),
);
const outline = computed(() => handles.value.map(({ at }) => projection.value.seen(at).join(' ')).join(' '));
</script>

<template>
  <SheetFrame :label="`The picture, ${VIEW_NAMES[state.view].toLowerCase()}`">
    <g ref="ground">
      <text v-if="!underlay" :x="SHEET.w / 2" :y="SHEET.h / 2" text-anchor="middle" class="big">
        No picture under this view. Lay one under it here beside.
      </text>
      <template v-else>
        <image
          :href="photoAt(underlay.photo)"
          :x="projection.bounds.x"
          :y="projection.bounds.y"
          :width="projection.bounds.w"
          :height="projection.bounds.h"
          preserveAspectRatio="none"
        />
        <polygon class="marked" :points="outline" />
        <text
          v-for="(one, i) in handles"
          :key="one.key"
          class="number"
          :x="projection.seen(one.at)[0] + 12"
          :y="projection.seen(one.at)[1] - 8"
          >{{ i + 1 }}</text
        >
        <DraftHandles :projection="projection" :handles="handles" :ground="ground" />
      </template>
    </g>
  </SheetFrame>
</template>

<style scoped>
.marked {
  fill: none;
  stroke: var(--mud);
  stroke-width: 1.4px;
}
.sheet .number {
  font: 600 var(--type-4) var(--narrow);
  fill: var(--mud);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
</style>
