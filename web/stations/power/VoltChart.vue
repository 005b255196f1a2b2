<script setup lang="ts">
import { inches, wireUnit } from '../../app/units';
import { CHART } from './places';
import { computed } from 'vue';
import type { ProfileMark, ProfilePoint } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import { pathOf } from '#core/drawing/projection';

/** Volts against length, from where they come to the gear. `profile` is not empty. */
const props = defineProps<{
  profile: readonly ProfilePoint[];
  marks: readonly ProfileMark[];
  tag: string;
  tagOf: (gear: string) => string;
  limitPct: number;
  nominal: number;
}>();

const chart = computed(() => {
  const points = props.profile;
  const end = points.at(-1)!.mm;
  const high = points[0]!.volts;
  const limit = high - (props.limitPct / 100) * props.nominal;
  const low = Math.min(points.at(-1)!.volts, limit) - 0.08;
  const x = (mm: number) => CHART.x + (mm / end) * CHART.w;
  const y = (v: number) => CHART.y + ((high - v) / (high - low)) * CHART.h;
  const step = high - low > 1 ? 0.5 : high - low > 0.35 ? 0.1 : 0.05;
  const ticks: number[] = [];
  for (let v = Math.ceil(low / step) * step; v <= high + 1e-9; v += step) ticks.push(v);
  const marks: number[] = [];
  const one = inches.value ? 304.8 * (end > 3000 ? 3 : 1) : end > 3000 ? 1000 : 500;
  for (let n = 0; n * one <= end; n++) marks.push(n * one);
  return {
    line: pathOf(points.map((p) => [x(p.mm), y(p.volts)])),
    area: `${pathOf(points.map((p) => [x(p.mm), y(p.volts)]))}L${x(end)} ${y(low)}L${x(0)} ${y(low)}Z`,
    limitY: y(limit),
    limit,
    ticks: ticks.map((v) => ({ v, y: y(v) })),
    marks: marks.map((mm) => ({ mm, x: x(mm), text: `${short(inches.value ? mm / 304.8 : mm / 1000)} ${wireUnit()}` })),
    x,
    y,
  };
});
</script>

<template>
  <g aria-hidden="true">
    <text :x="CHART.x" :y="CHART.y - 24" class="strong"
      >Volts along the feed to {{ tag }}, engine off, full output</text
    >
    <g v-for="t in chart.ticks" :key="t.v">
      <path class="grid" :d="`M${CHART.x} ${t.y}H${CHART.x + CHART.w}`" />
      <text class="small" :x="CHART.x - 8" :y="t.y + 4" text-anchor="end">{{ figure(t.v, 2) }} V</text>
    </g>
    <g v-for="m in chart.marks" :key="m.mm">
      <path class="grid" :d="`M${m.x} ${CHART.y + CHART.h}v6`" />
      <text class="small" :x="m.x" :y="CHART.y + CHART.h + 20" text-anchor="middle">{{ m.text }}</text>
    </g>
    <path class="fall-area" :d="chart.area" />
    <path class="limit" :d="`M${CHART.x} ${chart.limitY}H${CHART.x + CHART.w}`" />
    <text class="small" :x="CHART.x + CHART.w - 6" :y="chart.limitY + 14" text-anchor="end"
      >limit {{ short(limitPct) }} % of {{ short(nominal) }} V</text
    >
    <path class="fall" :d="chart.line" />
    <g v-for="m in marks" :key="`${m.gear}${m.what}`">
      <circle class="knot" :cx="chart.x(m.mm)" :cy="chart.y(m.volts)" r="4" />
      <text :x="chart.x(m.mm) + 9" :y="chart.y(m.volts) - 6" class="small">{{
        m.what === 'fuse' ? `fuse${tagOf(m.gear) === tag ? '' : ` of ${tagOf(m.gear)}`}` : tagOf(m.gear)
      }}</text>
    </g>
    <circle class="knot" :cx="CHART.x + CHART.w" :cy="chart.y(profile.at(-1)!.volts)" r="4" />
    <text :x="CHART.x + CHART.w - 10" :y="chart.y(profile.at(-1)!.volts) - 20" text-anchor="end" class="strong"
      >{{ figure(profile.at(-1)!.volts, 2) }} V at {{ tag }}</text
    >
  </g>
</template>

<style scoped>
.grid {
  stroke: var(--rule-soft);
  fill: none;
}
.limit {
  stroke: var(--stop);
  stroke-dasharray: 7 4;
  fill: none;
}
.fall {
  stroke: var(--ink);
  stroke-width: 2.2px;
  fill: none;
}
.fall-area {
  fill: var(--tarn-wash);
  opacity: 0.6;
}
.knot {
  fill: var(--ink);
}
</style>
