<script setup lang="ts">
import { computed } from 'vue';
import { FACTS } from '#core/job/facts';
import type { Job } from '#core/job/job';
import { FIRST_BATTERY, type Battery } from '#core/job/supply';
import type { Operation } from '#core/job/operations';
import { useSheet } from '../app/sheet';
import FigureField from './FigureField.vue';

/** One figure of the job's craft or settings, in the range the job itself allows. */
interface Figures {
  settings: Job['settings'];
  charging: Job['craft']['charging'];
  battery: Battery;
}
const props = defineProps<{ of: keyof Figures; fact: keyof typeof FACTS; label: string; battery?: string }>();
const { store, job } = useSheet();

const id = computed(() => props.battery ?? FIRST_BATTERY);
const value = computed(() => {
  const { settings, craft } = job.value;
  const part: Record<string, unknown> = { settings, battery: craft.batteries[id.value]!, charging: craft.charging }[
    props.of
  ];
  return part[props.fact] as number;
});
function set(figure: number): void {
  const part = { [props.fact]: figure };
  const operation: Record<keyof Figures, Operation> = {
    battery: { op: 'setBattery', id: id.value, battery: part },
    charging: { op: 'setCharging', charging: part },
    settings: { op: 'setSettings', settings: part },
  };
  store.edit([operation[props.of]], `${props.label.toLowerCase()}: ${figure} ${FACTS[props.fact][2]}`);
}
</script>

<template>
  <FigureField :label="label" :fact="fact" :model-value="value" @update:model-value="set" />
</template>
