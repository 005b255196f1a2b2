<script setup lang="ts">
import { computed } from 'vue';
import TypedField from './TypedField.vue';
import { shownFigure, shownUnit, typedFigure } from '../app/units';

/** A figure with its unit and range; a length is shown and typed in the units of the screen. */
const props = defineProps<{ label: string; unit: string; modelValue: number; min: number; max: number }>();
const emit = defineEmits<{ 'update:modelValue': [value: number] }>();
const unitShown = computed(() => shownUnit(props.unit));
const shown = (value: number) => String(shownFigure(value, props.unit));

function take(text: string): string | undefined {
  const value = typedFigure(text, props.unit);
  if (!Number.isFinite(value) || value < props.min || value > props.max)
    return `expected ${shown(props.min)} to ${shown(props.max)} ${unitShown.value}.`;
  emit('update:modelValue', value);
  return undefined;
}
</script>

<template>
  <TypedField :label="label" :unit="unitShown" :shown="shown(modelValue)" :take="take" />
</template>
