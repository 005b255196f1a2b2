<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import type { DayPlan } from '#core/power/index';
import { figure } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import BatteryPlates from './BatteryPlates.vue';
import CraftPower from './CraftPower.vue';
import { feedWidth } from './feed-width';
import type { Part } from './places';

// Charts are only brought in when one is shown.
const DayChart = defineAsyncComponent(() => import('./DayChart.vue'));

/** A day of the batteries: the craft above, their charge, amperes and volts below. */
const props = defineProps<{ day: DayPlan | undefined; other: DayPlan | undefined }>();
const emit = defineEmits<{ part: [part: Part] }>();
const { plan } = useSheet();
const H = 300;
const atTheEnd = (id: string) =>
  props.day ? `, ${figure((props.day.batteries[id]?.end ?? 0) * 100, 0)} % at the end` : '';
</script>

<template>
  <div class="sheets">
    <CraftPower
      part="day"
      :h="H"
      :drawing-h="H - 50"
      :kinds="['feed', 'return']"
      :width-of="(gear) => feedWidth(plan, gear)"
      @part="emit('part', $event)"
    >
      <BatteryPlates :line="atTheEnd" />
    </CraftPower>
    <div class="chart">
      <DayChart v-if="day" :day="day" :other="other" />
    </div>
  </div>
</template>

<style scoped>
.sheets {
  height: 100%;
  min-height: 0;
  display: grid;
  grid-template-rows: 43% minmax(0, 1fr);
}
@media (max-width: 760px) {
  .sheets {
    grid-template-rows: 30% minmax(0, 1fr);
  }
}
.chart {
  min-height: 0;
  margin: 0 var(--space-2) var(--space-2);
  border: 1px solid var(--rule);
}
</style>
