<script setup lang="ts">
import { computed } from 'vue';
import type { LoomPlan } from '#core/connections/loom-plan';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

/** A loom drawn straight: its trunk from top to bottom, its branches as long as they are beside each other, what is missing dashed. */
const props = defineProps<{ loom: LoomPlan; open: string | undefined }>();
defineEmits<{ press: [end: string] }>();
const { job, endOf } = useSheet();

const W = 372;
const ROW = 46;
const TRUNK_X = 20;
const item = computed(() => job.value.looms[props.loom.id]!.item);
/** The trunk’s begin, then the branches in the order that they leave it. */
const rows = computed(() => {
  const branches = item.value.branches.map((branch) => ({
    branch,
    plan: props.loom.ends.find(({ end }) => end === branch.id)!,
  }));
  return branches
    .sort((a, b) => a.branch.atMm - b.branch.atMm)
    .map(({ branch, plan }, i) => ({ branch, plan, y: 66 + i * ROW, isNew: branch.atMm }));
});
const begin = computed(() => props.loom.ends[0]!);
const longest = computed(() =>
  Math.max(...rows.value.map(({ plan }) => plan.haveMm + Math.max(0, -(plan.overMm ?? 0)))),
);
/** Room for the longest of them. */
const x = (mm: number): number => TRUNK_X + (mm / longest.value) * (W - TRUNK_X - 16);
const height = computed(() => 66 + rows.value.length * ROW);
const goes = (to: string | null): string => (to === null ? 'capped' : endOf(to, 'mark'));
function overWords({ overMm, runs }: { overMm: number | undefined; runs: readonly string[] }): string {
  if (!runs.length || overMm === undefined) return '';
  if (overMm <= -0.5) return `${lengthText(-overMm)} short`;
  return overMm < 1 ? 'taut' : `${lengthText(overMm)} over`;
}
const isShort = ({ overMm }: { overMm: number | undefined }) => overMm !== undefined && overMm <= -0.5;
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${height}`" class="loom" role="group" :aria-label="`${item.name}, drawn straight`">
    <path class="trunk" :d="`M${TRUNK_X} 34V${rows.at(-1)!.y}`" />
    <g
      class="end"
      role="button"
      tabindex="0"
      :aria-pressed="open === begin.end"
      :aria-label="`${begin.name}, ${goes(begin.to)}`"
      :data-loom-end="begin.end"
      @click="$emit('press', begin.end)"
      @keydown.enter.space.prevent="$emit('press', begin.end)"
    >
      <rect class="room" x="2" y="4" :width="W - 4" height="32" />
      <rect class="plug" :x="TRUNK_X - 9" y="16" width="18" height="20" />
      <text :x="TRUNK_X + 18" y="30">
        <tspan class="strong">{{ goes(begin.to) }}</tspan>
        {{ begin.name }}
      </text>
      <text :x="W - 4" y="30" text-anchor="end" :class="{ short: isShort(begin) }">{{ overWords(begin) }}</text>
    </g>
    <g
      v-for="{ branch, plan, y } in rows"
      :key="branch.id"
      class="end"
      role="button"
      tabindex="0"
      :aria-pressed="open === branch.id"
      :aria-label="`${branch.name}, ${goes(plan.to)}${overWords(plan) ? `, ${overWords(plan)}` : ''}`"
      :data-loom-end="branch.id"
      @click="$emit('press', branch.id)"
      @keydown.enter.space.prevent="$emit('press', branch.id)"
    >
      <rect class="room" x="2" :y="y - 24" :width="W - 4" height="34" />
      <path class="branch" :class="{ idle: !plan.runs.length }" :d="`M${TRUNK_X} ${y}H${x(plan.haveMm)}`" />
      <path v-if="isShort(plan)" class="missing" :d="`M${x(plan.haveMm)} ${y}H${x(plan.haveMm - plan.overMm!)}`" />
      <rect class="plug" :x="x(plan.haveMm) - 5" :y="y - 6" width="10" height="12" />
      <circle class="fork" :cx="TRUNK_X" :cy="y" r="3.5" />
      <text :x="TRUNK_X + 18" :y="y - 8">
        <tspan class="strong">{{ goes(plan.to) }}</tspan>
        {{ branch.name }}, {{ lengthText(branch.atMm) }} + {{ lengthText(plan.haveMm) }}
      </text>
      <text :x="W - 4" :y="y - 8" text-anchor="end" :class="{ short: isShort(plan) }">{{ overWords(plan) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.loom {
  width: 100%;
  display: block;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.strong {
  font-weight: 700;
}
.short {
  fill: var(--stop);
  font-weight: 700;
}
.trunk {
  stroke: var(--casing);
  stroke-width: 7px;
  fill: none;
  stroke-linecap: round;
}
.branch {
  stroke: var(--ink-soft);
  stroke-width: 3.5px;
}
.idle {
  stroke: var(--rule);
}
.missing {
  stroke: var(--stop);
  stroke-width: 2px;
  stroke-dasharray: 4 3;
}
.plug {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
.fork {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
.room {
  fill: transparent;
}
.end {
  cursor: pointer;
}
.end:hover .room {
  fill: var(--paper-sunk);
}
.end[aria-pressed='true'] .room {
  fill: var(--tarn-wash);
}
.end:focus-visible {
  outline: none;
}
.end:focus-visible .room {
  stroke: var(--tarn);
  stroke-width: 2px;
}
</style>
