<script setup lang="ts">
/** Something that is so or not. */
defineProps<{ label: string; modelValue: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [value: boolean] }>();
/** What the library hands on is this or a list, as its box is one of many. */
const take = (ticked: unknown) => emit('update:modelValue', ticked === true);
</script>

<template>
  <BFormCheckbox :model-value="modelValue" @update:model-value="take">{{ label }}</BFormCheckbox>
</template>
