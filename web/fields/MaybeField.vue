<script setup lang="ts">
import { computed } from 'vue';
import { FACTS, type FactName } from '#core/job/facts';
import TypedField from './TypedField.vue';
import { shownFigure, shownUnit, typedFigure } from '../app/units';

/** A figure of the job that may be unknown: empty is an answer. */
const props = defineProps<{
  label: string;
  /** The range the job itself allows, by the fact's name or as least, most and unit. */
  fact: FactName | readonly [least: number, most: number, unit: string];
  modelValue: number | null;
  empty?: string;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>();
const range = computed((): readonly [number, number, string] =>
  typeof props.fact === 'string' ? FACTS[props.fact] : props.fact,
);
const unitShown = computed(() => shownUnit(range.value[2]));
const shown = (value: number | null) => (value === null ? '' : String(shownFigure(value, range.value[2])));

function take(text: string): string | undefined {
  const [min, max] = range.value;
  const value = text === '' ? null : typedFigure(text, range.value[2]);
  if (value !== null && (!Number.isFinite(value) || value < min || value > max))
    return `expected ${shown(min)} to ${shown(max)} ${unitShown.value}, or nothing.`;
  emit('update:modelValue', value);
  return undefined;
}
</script>

<template>
  <TypedField
    :label="label"
    :unit="unitShown"
    :shown="shown(modelValue)"
    :placeholder="empty ?? 'unknown'"
    :take="take"
  />
</template>
