<script setup lang="ts">
import NumberField from '../../fields/NumberField.vue';

/** Where the middle of something is on a panel. */
const props = defineProps<{ at: readonly [number, number] }>();
const emit = defineEmits<{ at: [at: [number, number]] }>();
const AXES = [
  ['Middle, across', 0],
  ['Middle, up', 1],
] as const;
function move(axis: 0 | 1, mm: number): void {
  const at: [number, number] = [...props.at];
  at[axis] = mm;
  emit('at', at);
}
</script>

<template>
  <NumberField
    v-for="[label, axis] in AXES"
    :key="axis"
    :label="label"
    unit="mm"
    :min="-5000"
    :max="5000"
    :model-value="at[axis]"
    @update:model-value="move(axis, $event)"
  />
</template>
