<script setup lang="ts">
import { computed } from 'vue';
import { benchDrawing, benchLines } from '#core/drawing/bench-sheet';
import { SHEET } from '#core/drawing/sheet';
import type { Bench } from '#core/harness/index';
import { useSheet } from '../../app/sheet';
import { units } from '../../app/units';
import SheetFrame from '../../drawing/SheetFrame.vue';

/** A harness laid out flat: a branch is pressed to see what lies in it; the run that is looked at is lit. */
const props = defineProps<{ bench: Bench; run: string | undefined; leg: string | undefined }>();
const { store, job } = useSheet();

const drawing = computed(() =>
  benchDrawing(props.bench, {
    id: 'bench',
    title: '',
    scale: 'screen',
    units: units.value,
    standard: job.value.settings.conductors,
    larger: SMALL_PX / (SMALL_MM * fit.value.k),
  }),
);
const lines = computed(() => benchLines(props.bench, 'screen'));
/** Left for the names beyond the ends, and how high the smaller words are: in pixels, and on paper. */
const MARGIN = { x: 150, y: 130 };
const SMALL_PX = 11.5;
const SMALL_MM = 2.6;
const fit = computed(() => {
  const xs = lines.value.flatMap(({ from, end }) => [from[0], end[0]]);
  const ys = lines.value.flatMap(({ from, end }) => [from[1], end[1]]);
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const k = Math.min(
    (SHEET.w - 2 * MARGIN.x) / (right - left || 1),
    (SHEET.h - 2 * MARGIN.y) / (top - bottom || 1),
    4.2,
  );
  const [x, y] = [SHEET.w / 2 - (k * (left + right)) / 2, SHEET.h / 2 + (k * (top + bottom)) / 2];
  return { k, x, y };
});
const at = ([x, y]: readonly [number, number]): string =>
  `${(fit.value.x + fit.value.k * x).toFixed(1)} ${(fit.value.y - fit.value.k * y).toFixed(1)}`;
const lit = computed(() => {
  const wires = props.bench.wires.filter(({ run }) => run === props.run);
  return new Set([
    ...wires.flatMap(({ legs, ends }) => [...legs, ...ends.map((number) => `end ${number}`)]),
    ...(props.leg === undefined ? [] : [props.leg]),
  ]);
});
const isLeg = (id: string) => props.bench.legs.some(({ leg }) => leg === id);
const nameOf = (id: string) => props.bench.legs.find(({ leg }) => leg === id)?.name ?? '';
const press = (id: string) => store.select(props.leg === id ? undefined : { kind: 'leg', id });
</script>

<template>
  <SheetFrame label="The harness laid out flat, lengths from the datum">
    <path
      v-for="({ pen, from, to }, i) in drawing.strokes"
      :key="i"
      :class="`pen ${pen}`"
      :d="`M${at(from)}L${at(to)}`"
    />
    <path
      v-for="{ id, from, end } in lines.filter((line) => lit.has(line.id))"
      :key="`lit ${id}`"
      class="pen lit"
      :d="`M${at(from)}L${at(end)}`"
    />
    <text
      v-for="({ at: [x, y], mm, words, anchor, strong, turn }, i) in drawing.texts"
      :key="`t${i}`"
      :transform="`translate(${at([x, y])}) rotate(${-(turn ?? 0)})`"
      :style="{ fontSize: `${(mm * fit.k).toFixed(1)}px` }"
      :text-anchor="anchor"
      :class="{ strong }"
      >{{ words }}</text
    >
    <path
      v-for="{ id, from, end } in lines.filter((line) => isLeg(line.id))"
      :key="`on ${id}`"
      class="press"
      :d="`M${at(from)}L${at(end)}`"
      role="button"
      tabindex="0"
      :data-branch="id"
      :aria-label="nameOf(id)"
      :aria-pressed="leg === id"
      @click="press(id)"
      @keydown.enter.space.prevent="press(id)"
    />
  </SheetFrame>
</template>

<style scoped>
.pen {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2px;
}
.bundle {
  stroke-width: 5px;
  stroke-linecap: round;
}
.there {
  stroke-width: 2px;
}
.lit {
  stroke: var(--mud);
  stroke-width: 6px;
}
.press {
  fill: none;
  stroke: transparent;
  stroke-width: 18px;
  cursor: pointer;
}
.press:focus-visible {
  outline: none;
  stroke: color-mix(in srgb, var(--mud) 45%, transparent);
}
</style>
