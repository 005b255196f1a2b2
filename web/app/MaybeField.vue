<script setup lang="ts">
import { ref, useId, watch } from 'vue';
import { FACTS, type FactName } from '#core/job/facts';
import { inches, lengthUnit, shownLength, typedLength } from './units';

/** A figure that may be unknown: empty is an answer. What cannot be taken stays typed, with the reason beside it. */
const props = defineProps<{ label: string; fact: FactName; modelValue: number | null; empty?: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>();
const id = useId();
const [min, max, unit] = FACTS[props.fact];
const isLength = (unit as string) === 'mm';
const shown = (value: number | null) => (value === null ? '' : String(isLength ? shownLength(value) : value));
const typed = ref(shown(props.modelValue));
const error = ref('');
watch([() => props.modelValue, inches], ([now]) => {
  typed.value = shown(now);
  error.value = '';
});

function take(): void {
  const text = String(typed.value).trim().replace(',', '.');
  error.value = '';
  if (text === shown(props.modelValue)) return;
  if (text === '') return emit('update:modelValue', null);
  const value = isLength ? typedLength(Number(text)) : Number(text);
  if (Number.isFinite(value) && value >= min && value <= max) return emit('update:modelValue', value);
  error.value = `${props.label}: expected ${shown(min)} to ${shown(max)} ${isLength ? lengthUnit() : unit}, or nothing.`;
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
        :placeholder="empty ?? 'unknown'"
        :aria-invalid="error !== ''"
        :aria-describedby="error ? `${id}-error` : undefined"
        @change="take"
      />
      <span>{{ isLength ? lengthUnit() : unit }}</span>
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
