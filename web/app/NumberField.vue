<script setup lang="ts">
import { computed } from 'vue';
import TypedField from './TypedField.vue';
import { lengthUnit, shownLength, typedLength } from './units';

/** A figure with its unit and range; a length is shown and typed in the units of the screen. */
const props = defineProps<{ label: string; unit: string; modelValue: number; min: number; max: number }>();
const emit = defineEmits<{ 'update:modelValue': [value: number] }>();
const isLength = computed(() => props.unit === 'mm');
const unitShown = computed(() => (isLength.value ? lengthUnit() : props.unit));
const shown = (value: number) => String(isLength.value ? shownLength(value) : value);

function take(text: string): string | undefined {
  const value = isLength.value ? typedLength(Number(text)) : Number(text);
  if (text === '' || !Number.isFinite(value) || value < props.min || value > props.max)
    return `expected ${shown(props.min)} to ${shown(props.max)} ${unitShown.value}.`;
  emit('update:modelValue', value);
  return undefined;
}
</script>

<template>
  <TypedField :label="label" :unit="unitShown" :shown="shown(modelValue)" :take="take" />
</template>
