<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { LineChart } from 'echarts/charts';
import {
  AxisPointerComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { use, type ComposeOption } from 'echarts/core';
import type { LineSeriesOption } from 'echarts/charts';
import type { GridComponentOption, TooltipComponentOption } from 'echarts/components';
import { SVGRenderer } from 'echarts/renderers';
import VChart from 'vue-echarts';
import { batteryIds } from '#core/connections/feeding';
import { ENGINES, LISTENING } from '#core/job/supply';
import { reserveOf, type DayPlan } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import { useTheme } from '../../app/theme';
import { useSheet } from '../../app/sheet';

use([
  LineChart,
  GridComponent,
  TooltipComponent,
  MarkAreaComponent,
  MarkLineComponent,
  AxisPointerComponent,
  SVGRenderer,
]);

/** Charge, current and volts of every battery over the day; beside it, dashed, the day of what it is held against. */
const props = defineProps<{ day: DayPlan; other: DayPlan | undefined }>();
const { job } = useSheet();
const { theme } = useTheme();
const { width: wide } = useElementSize(useTemplateRef<HTMLElement>('whole'));

type Option = ComposeOption<LineSeriesOption | GridComponentOption | TooltipComponentOption>;
const ids = computed(() => batteryIds(job.value));

/** The theme's own colours: read anew when it changes. */
const ink = computed(() => {
  void theme.value;
  const of = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  return {
    text: of('--ink'),
    soft: of('--ink-soft'),
    rule: of('--rule-soft'),
    stop: of('--stop'),
    wash: of('--paper-sunk'),
    series: [of('--tarn'), of('--mud'), of('--ink-soft'), of('--caution')],
  };
});

const ROWS = [
  { name: 'Charge, %', of: (day: DayPlan, id: string) => day.points.map((p) => [p.hours, 100 * p.charge[id]!]) },
  { name: 'Out of it, A', of: (day: DayPlan, id: string) => day.points.map((p) => [p.hours, p.amps[id]!]) },
  { name: 'Posts, V', of: (day: DayPlan, id: string) => day.points.map((p) => [p.hours, p.volts[id]!]) },
] as const;

const bands = computed(() => {
  let from = 0;
  return job.value.day.segments.map((s) => {
    const band = {
      name: s.name,
      from,
      to: from + s.hours,
      engine: ENGINES[s.engine],
      listening: LISTENING[s.listening].name,
    };
    from = band.to;
    return band;
  });
});

const option = computed((): Option => {
  const { text, soft, rule, stop, wash, series } = ink.value;
  const font = { color: soft, fontFamily: 'inherit', fontSize: 12 };
  const total = bands.value.at(-1)?.to ?? 1;
  const lines = ROWS.flatMap((row, r) =>
    ids.value.flatMap((id, n) => {
      const colour = series[n % series.length]!;
      const own: LineSeriesOption = {
        type: 'line',
        name: `${job.value.craft.batteries[id]!.name}`,
        xAxisIndex: r,
        yAxisIndex: r,
        showSymbol: false,
        lineStyle: { color: colour, width: 2 },
        itemStyle: { color: colour },
        data: row.of(props.day, id),
        ...(n === 0
          ? {
              markArea: {
                silent: true,
                itemStyle: { color: wash, opacity: 0.7 },
                label: { show: r === 0, color: text, fontSize: 12, position: 'insideTop' },
                data: bands.value.map((b, i) => [
                  {
                    name: b.name,
                    xAxis: b.from,
                    itemStyle: { opacity: i % 2 ? 0 : 0.7 },
                    // A short part has room for the beginning of its name only.
                    label: {
                      width: Math.max(8, ((wide.value - 100) * (b.to - b.from)) / total),
                      overflow: 'truncate' as const,
                    },
                  },
                  { xAxis: b.to },
                ]),
              },
            }
          : {}),
        ...(r === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                lineStyle: { color: stop, type: 'dashed' as const },
                label: {
                  color: stop,
                  fontSize: 11,
                  formatter: ids.value.length > 1 ? `reserve B${n + 1}` : 'reserve',
                  position: n ? ('insideEndTop' as const) : ('insideStartTop' as const),
                },
                data: [{ yAxis: 100 * reserveOf(job.value.craft.batteries[id]!) }],
              },
            }
          : {}),
      };
      const beside: LineSeriesOption[] = props.other
        ? [
            {
              type: 'line',
              name: `${job.value.craft.batteries[id]!.name}, compared`,
              xAxisIndex: r,
              yAxisIndex: r,
              showSymbol: false,
              lineStyle: { color: colour, width: 1.6, type: 'dashed' },
              itemStyle: { color: colour },
              data: row.of(props.other, id),
            },
          ]
        : [];
      return [own, ...beside];
    }),
  );
  return {
    animation: false,
    textStyle: { fontFamily: 'inherit' },
    grid: ROWS.map((_, r) => ({ left: 62, right: 22, top: `${8 + r * 31.5}%`, height: '21%' })),
    xAxis: ROWS.map((_, r) => ({
      gridIndex: r,
      type: 'value',
      min: 0,
      max: total,
      axisLabel: { ...font, show: r === ROWS.length - 1, formatter: (h: number) => `${short(h)} h` },
      axisLine: { lineStyle: { color: soft } },
      splitLine: { lineStyle: { color: rule } },
      axisPointer: { show: true, label: { show: false } },
    })),
    yAxis: ROWS.map((row, r) => ({
      gridIndex: r,
      type: 'value',
      name: row.name,
      nameTextStyle: { ...font, color: text, align: 'left', padding: [0, 0, 0, -48] },
      ...(r === 0 ? { min: 0, max: 100, interval: 50 } : { scale: true, splitNumber: 2 }),
      nameGap: 8,
      axisLabel: { ...font, formatter: (v: number) => figure(v, r === 2 ? 1 : 0) },
      splitLine: { lineStyle: { color: rule } },
    })),
    axisPointer: { link: [{ xAxisIndex: 'all' }] },
    tooltip: {
      trigger: 'axis',
      confine: true,
      formatter: (items: unknown) => tip(items as { value: [number, number] }[]),
      className: 'day-tip',
    },
    series: lines,
  };
});

/** Everything at one moment, in words. */
function tip(items: readonly { value: [number, number] }[]): string {
  const hours = items[0]?.value[0] ?? 0;
  const nearest = props.day.points.reduce((a, b) => (Math.abs(b.hours - hours) < Math.abs(a.hours - hours) ? b : a));
  const band = bands.value[nearest.segment];
  const rows = ids.value.map(
    (id) =>
      `${escape(job.value.craft.batteries[id]!.name)}: ${figure(100 * nearest.charge[id]!, 0)} %, ${figure(nearest.volts[id]!, 2)} V, ${figure(nearest.amps[id]!, 1)} A`,
  );
  return [
    `${figure(hours, 2)} h · ${escape(band?.name ?? '')}`,
    `${band?.engine}, listening: ${band?.listening}`,
    ...rows,
  ].join('<br>');
}
const escape = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

const summary = computed(() =>
  ids.value
    .map((id) => `${job.value.craft.batteries[id]!.name} ends at ${short(100 * props.day.batteries[id]!.end)} %`)
    .join(', '),
);
</script>

<template>
  <figure ref="whole" class="day">
    <figcaption class="key">
      <span v-for="(id, n) in ids" :key="id"
        ><svg viewBox="0 0 22 6" aria-hidden="true">
          <path d="M0 3H22" :stroke="ink.series[n % 4]" stroke-width="2.5" /></svg
        >{{ ids.length > 1 ? `B${n + 1} ` : '' }}{{ job.craft.batteries[id]!.name }}</span
      >
      <span v-if="other"
        ><svg viewBox="0 0 22 6" aria-hidden="true">
          <path d="M0 3H22" :stroke="ink.soft" stroke-width="2" stroke-dasharray="5 3" /></svg
        >compared</span
      >
    </figcaption>
    <VChart
      :option="option"
      :update-options="{ notMerge: true }"
      autoresize
      role="img"
      :aria-label="`Charge, current and volts over the day: ${summary}`"
    />
  </figure>
</template>

<style scoped>
.day {
  margin: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
  height: 100%;
}
.day :deep(x-vue-echarts) {
  flex: 1;
  min-height: 0;
}
.key {
  display: flex;
  gap: var(--space-7);
  justify-content: flex-end;
  padding: var(--space-2) var(--space-8) 0;
  font-size: var(--type-2);
}
.key svg {
  width: 22px;
  height: 6px;
  margin-right: var(--space-3);
}
</style>
