<script setup lang="ts">
import NumberField from './NumberField.vue';

/** Where something is on the craft, coordinate by coordinate. */
const props = defineProps<{ at: readonly [number, number, number] }>();
const emit = defineEmits<{ move: [at: [number, number, number]] }>();
const AXES = ['Forward', 'To the left', 'Up'] as const;
function move(axis: number, mm: number): void {
  const [x, y, z] = props.at.map((was, i) => (i === axis ? mm : was)) as [number, number, number];
  emit('move', [x, y, z]);
}
</script>

<template>
  <NumberField
    v-for="(label, axis) in AXES"
    :key="label"
    :label="label"
    unit="mm"
    :min="-30000"
    :max="30000"
    :model-value="at[axis]!"
    @update:model-value="move(axis, $event)"
  />
</template>
