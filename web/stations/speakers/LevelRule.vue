<script setup lang="ts">
import { computed } from 'vue';
import type { Band } from '#core/gear/gear';
import { figure } from '#core/units/figures';

/** A rule in decibels with a tick for every speaker of one zone. */
const props = defineProps<{
  name: string;
  level: number;
  spread: number;
  marks: readonly { readonly tag: string; readonly level: number; readonly band: Band }[];
  span: readonly [low: number, high: number];
}>();
const W = 304;
const x = (level: number) => 6 + ((level - props.span[0]) / (props.span[1] - props.span[0])) * (W - 12);
const ticks = computed(() =>
  Array.from({ length: props.span[1] - props.span[0] + 1 }, (_, i) => props.span[0] + i).filter(
    (db) => props.span[1] - props.span[0] < 16 || db % 5 === 0,
  ),
);
const LINES = 4;
const LINE_H = 12;
/** Tags that would run into each other stand above one another. */
const placed = computed(() => {
  const ends = Array.from({ length: LINES }, () => -100);
  return [...props.marks]
    .sort((a, b) => a.level - b.level)
    .map((mark) => {
      const at = x(mark.level);
      const free = ends.findIndex((end) => at - end >= 19);
      const line = free < 0 ? ends.indexOf(Math.min(...ends)) : free;
      ends[line] = at;
      return { ...mark, at, line };
    });
});
const rise = computed(() => Math.max(0, ...placed.value.map(({ line }) => line)) * LINE_H);
</script>

<template>
  <figure>
    <figcaption>
      <span>{{ name }}</span> <b>{{ figure(level, 1) }} dB</b>
      <span class="small">spread {{ figure(spread, 1) }} dB</span>
    </figcaption>
    <svg
      :viewBox="`0 ${-rise} ${W} ${44 + rise}`"
      role="img"
      :aria-label="marks.map((m) => `${m.tag} ${figure(m.level, 1)} dB`).join(', ')"
    >
      <path class="line" :d="`M6 26H${W - 6}`" />
      <template v-for="db in ticks" :key="db">
        <path class="line" :d="`M${x(db)} 26v${db % 5 ? 4 : 8}`" />
        <text v-if="db % 5 === 0" :x="x(db)" y="43" text-anchor="middle" class="db">{{ db }}</text>
      </template>
      <g v-for="mark in placed" :key="mark.tag">
        <path class="mark" :class="mark.band" :d="`M${mark.at} 26V16`" />
        <text :x="mark.at" :y="13 - mark.line * LINE_H" text-anchor="middle">{{ mark.tag }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: var(--space-2) 0;
}
figcaption {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
}
figcaption > * {
  white-space: nowrap;
}
figcaption span:first-child {
  flex: 1;
  white-space: normal;
}
.line {
  stroke: var(--rule);
  fill: none;
}
.mark {
  stroke: var(--tarn);
  stroke-width: 2.5px;
}
.mark.bass {
  stroke-dasharray: 3 2;
}
text {
  font-size: var(--type-1);
  fill: var(--ink);
}
.db {
  fill: var(--ink-soft);
}
</style>
