<script setup lang="ts">
import { ref, useId, watch } from 'vue';

/** A figure with its unit. What cannot be taken stays typed, with the reason beside it. */
const props = defineProps<{
  label: string;
  unit: string;
  modelValue: number;
  min: number;
  max: number;
  step?: number;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: number] }>();
const id = useId();
const typed = ref(String(props.modelValue));
const error = ref('');
watch(
  () => props.modelValue,
  (now) => {
    typed.value = String(now);
    error.value = '';
  },
);

function take(): void {
  const value = Number(String(typed.value).trim().replace(',', '.'));
  if (String(typed.value).trim() === '' || !Number.isFinite(value) || value < props.min || value > props.max) {
    error.value = `${props.label}: expected ${props.min} to ${props.max} ${props.unit}.`;
    return;
  }
  error.value = '';
  if (value !== props.modelValue) emit('update:modelValue', value);
}
</script>

<template>
  <div class="field">
    <label class="form-label" :for="id">{{ label }}</label>
    <span class="pair">
      <input
        :id="id"
        v-model="typed"
        class="form-control"
        inputmode="decimal"
        :aria-invalid="error !== ''"
        :aria-describedby="error ? `${id}-error` : undefined"
        @change="take"
      />
      <span>{{ unit }}</span>
    </span>
    <p v-if="error" :id="`${id}-error`" class="field-error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.pair {
  display: flex;
  align-items: center;
  gap: 6px;
}
.form-control {
  width: 92px;
  text-align: right;
}
</style>
