<script setup lang="ts">
import { computed } from 'vue';
import { FACTS, type FactName } from '#core/job/facts';
import NumberField from './NumberField.vue';

/** A figure of the job, in the range the job itself allows. */
const props = defineProps<{ label: string; fact: FactName; modelValue: number }>();
defineEmits<{ 'update:modelValue': [value: number] }>();
const range = computed(() => FACTS[props.fact]);
</script>

<template>
  <NumberField
    :label="label"
    :min="range[0]"
    :max="range[1]"
    :unit="range[2]"
    :model-value="modelValue"
    @update:model-value="$emit('update:modelValue', $event)"
  />
</template>
