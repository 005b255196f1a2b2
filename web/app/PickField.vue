<script setup lang="ts" generic="T extends string">
import { computed, useId } from 'vue';

/** One of a few, by name. */
const props = defineProps<{ label: string; options: Readonly<Record<string, string>>; modelValue: T }>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
const id = useId();
// The compiler asks for what the linter, which does not see generic components, thinks is idle.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-assertion
const keys = computed(() => Object.keys(props.options) as T[]);
/** What is picked is one of the options, all of them keys. */
function take({ target }: Event): void {
  const picked = keys.value[(target as HTMLSelectElement).selectedIndex];
  if (picked !== undefined) emit('update:modelValue', picked);
}
</script>

<template>
  <div>
    <label class="form-label" :for="id">{{ label }}</label>
    <select :id="id" class="form-select" :value="modelValue" @change="take">
      <option v-for="key in keys" :key="key" :value="key">{{ options[key] }}</option>
    </select>
  </div>
</template>
