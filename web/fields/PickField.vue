<script setup lang="ts" generic="T extends string">
import { computed, useId } from 'vue';

/** One of a few, by name. */
const props = defineProps<{ label: string; options: Readonly<Record<string, string>>; modelValue: T }>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
const id = useId();
// The compiler asks for what the linter, which does not see generic components, thinks is idle.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-assertion
const keys = computed(() => Object.keys(props.options) as T[]);
const listed = computed(() => keys.value.map((value) => ({ value, text: props.options[value]! })));
/** What is picked is one of the options. */
const take = (picked: unknown) => emit('update:modelValue', picked as T);
</script>

<template>
  <div>
    <label class="form-label" :for="id">{{ label }}</label>
    <BFormSelect :id="id" :options="listed" :model-value="modelValue" @update:model-value="take" />
  </div>
</template>
