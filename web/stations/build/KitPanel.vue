<script setup lang="ts">
import { computed } from 'vue';
import { PHASES, toolsByPhase } from '#core/build/index';
import { minutesOf } from '#core/job/parts/work-minutes';
import { suppliesOf } from '#core/panels/supplies';
import { PER, WORK_MINUTES, WORK_ROWS, type WorkRow } from '#core/tables/work-minutes';
import { LEAST_IN_STEPS } from '#core/units/shown';
import { useSheet } from '../../app/sheet';
import { inUnits } from '../../app/units';
import NumberField from '../../fields/NumberField.vue';

/** What to have ready: tools by phase, what is bought to cut, seal and stick with; and the minutes work is counted by. */
const { store, job, plan, tag } = useSheet();
const tools = computed(() => toolsByPhase(plan.value.build));
const supplies = computed(() => suppliesOf(job.value, plan.value.mounts, plan.value.boards, tag));
const own = (row: WorkRow) => job.value.workMinutes[row] !== undefined;
const set = (row: WorkRow, minutes: number | null) => store.edit([{ op: 'setWorkMinutes', row, minutes }]);
const usual = (row: WorkRow) => {
  const { name, per, minutes } = WORK_MINUTES[row];
  return `${name}, ${PER[per]}${own(row) ? ` (usually ${minutes})` : ''}`;
};
</script>

<template>
  <details class="kit" data-kit="tools">
    <summary>Tools by phase</summary>
    <p v-for="one in tools" :key="one.phase">
      <b>{{ PHASES[one.phase] }}:</b> {{ inUnits(one.tools.join(' · '), LEAST_IN_STEPS) }}
    </p>
  </details>
  <details class="kit" data-kit="supplies">
    <summary>To buy for cutting, sealing and sticking</summary>
    <p v-if="!supplies.length">Nothing beyond what comes with the gear.</p>
    <ul>
      <li v-for="one in supplies" :key="one.what">
        <b>{{ inUnits(one.what) }}</b>: {{ inUnits(one.amount) }} <small>for {{ one.for.join(', ') }}</small>
      </li>
    </ul>
  </details>
  <details class="kit" data-kit="minutes">
    <summary>Minutes that work is counted by</summary>
    <div v-for="row in WORK_ROWS" :key="row" class="row">
      <NumberField
        :label="usual(row)"
        unit="min"
        :min="0"
        :max="240"
        :model-value="minutesOf(job, row)"
        @update:model-value="set(row, $event === WORK_MINUTES[row].minutes ? null : $event)"
      />
      <BButton v-if="own(row)" size="sm" @click="set(row, null)">As usual</BButton>
    </div>
  </details>
</template>

<style scoped>
.kit {
  border-top: 1px solid var(--rule);
  padding: var(--space-3) 0;
}
summary {
  font-weight: 600;
  cursor: pointer;
}
small {
  color: var(--ink-soft);
}
</style>
