<script setup lang="ts">
import { computed } from 'vue';
import { FACTS, type Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import { useJob } from '../stores/job';
import NumberField from './NumberField.vue';

/** One figure of the job's craft or settings, in the range the job itself allows. */
type Figures = Pick<Job, 'settings'> & Pick<Job['craft'], 'battery' | 'charging'>;
const props = defineProps<{ of: keyof Figures; fact: keyof typeof FACTS; label: string }>();
const store = useJob();

const range = computed(() => FACTS[props.fact]);
const value = computed(() => {
  const { settings, craft } = store.job!;
  const part: Record<string, unknown> = { settings, battery: craft.battery, charging: craft.charging }[props.of];
  return part[props.fact] as number;
});
function set(figure: number): void {
  const part = { [props.fact]: figure };
  const operation: Record<keyof Figures, Operation> = {
    battery: { op: 'setBattery', battery: part },
    charging: { op: 'setCharging', charging: part },
    settings: { op: 'setSettings', settings: part },
  };
  store.edit([operation[props.of]], `${props.label.toLowerCase()}: ${figure} ${range.value[2]}`);
}
</script>

<template>
  <NumberField
    :label="label"
    :min="range[0]"
    :max="range[1]"
    :unit="range[2]"
    :model-value="value"
    @update:model-value="set"
  />
</template>
