<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import type { Job } from '#core/job/job';
import { besideEachOther } from '#core/compared';
import { parseJob } from '#core/job/upgrade';
import { figure } from '#core/units/figures';
import { api } from '../api';
import { shownFigure, shownUnit } from './units';

/** Jobs beside each other, figure by figure: variants of one, or one beside another. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ jobs: readonly string[] }>();
const shown = shallowRef<{ readonly titles: readonly string[]; readonly lines: ReturnType<typeof besideEachOther> }>();
const failure = ref('');
watch(open, async (now) => {
  if (!now) return;
  shown.value = undefined;
  failure.value = '';
  try {
    const jobs: Job[] = [];
    for (const id of props.jobs) jobs.push(parseJob((await api.job(id)).job));
    shown.value = { titles: jobs.map(({ title }) => title), lines: besideEachOther(jobs) };
  } catch (reason) {
    failure.value = reason instanceof Error ? reason.message : String(reason);
  }
});
/** As many places as its size needs. */
function text(value: number | undefined, unit: string): string {
  if (value === undefined) return '–';
  const now = shownFigure(value, unit);
  const places = unit === '' || unit === 'in money' || Math.abs(now) >= 100 ? 0 : unit === 'h' ? 2 : 1;
  return `${figure(now, places)}${unit && unit !== 'in money' ? ` ${shownUnit(unit)}` : ''}`;
}
</script>

<template>
  <BModal v-model="open" title="Beside each other" no-footer size="lg">
    <p v-if="failure" class="field-error" role="alert">They cannot be compared: {{ failure }}.</p>
    <p v-else-if="!shown" role="status">Calculating…</p>
    <table v-else class="table">
      <thead>
        <tr>
          <td></td>
          <th v-for="(title, i) in shown.titles" :key="i" scope="col">{{ title }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in shown.lines" :key="line.name">
          <th scope="row">{{ line.name }}</th>
          <td v-for="(value, i) in line.values" :key="i" :class="{ best: line.best.includes(i) }">
            {{ text(value, line.unit) }}<span v-if="line.best.includes(i)" class="visually-hidden">, best</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small">
      Money is told where every new piece has a price, work by the quarter hour. Marked: the best of a line.
    </p>
  </BModal>
</template>

<style scoped>
table {
  width: 100%;
}
th,
td {
  padding: var(--space-2) 0 var(--space-2) var(--space-6);
  border-top: 1px solid var(--rule-soft);
}
tbody th {
  padding-left: 0;
  font-weight: 400;
}
td {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
thead th {
  text-align: right;
}
.best {
  font-weight: 600;
  color: var(--tarn);
  box-shadow: inset 0 -2px var(--tarn);
}
</style>
