<script setup lang="ts" generic="T extends string">
import { useId } from 'vue';
import { steady } from '../app/steady';

/** One of a few, by name: a map of names, or pairs of value and name in the order they are to stand. */
const props = defineProps<{
  label: string;
  options: Readonly<Record<string, string>> | readonly (readonly [value: string, name: string])[];
  modelValue: T;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
const id = useId();
const listed = steady(() =>
  (Array.isArray(props.options)
    ? (props.options as readonly (readonly [string, string])[])
    : Object.entries(props.options as Readonly<Record<string, string>>)
  ).map(([value, text]) => ({ value, text })),
);
/** What is picked is one of the options. */
const take = (picked: unknown) => emit('update:modelValue', picked as T);
</script>

<template>
  <div>
    <label class="form-label" :for="id">{{ label }}</label>
    <BFormSelect :id="id" :model-value="modelValue" @update:model-value="take">
      <option v-for="{ value, text } in listed" :key="value" :value="value">{{ text }}</option>
    </BFormSelect>
  </div>
</template>
