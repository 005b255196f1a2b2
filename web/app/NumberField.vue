<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue';
import { inches, lengthUnit, shownLength, typedLength } from './units';

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
const isLength = computed(() => props.unit === 'mm');
const shown = (value: number) => (isLength.value ? shownLength(value) : value);
const unitShown = computed(() => (isLength.value ? lengthUnit() : props.unit));
const typed = ref(String(shown(props.modelValue)));
const error = ref('');
watch([() => props.modelValue, inches], ([now]) => {
  typed.value = String(shown(now));
  error.value = '';
});

function take(): void {
  const value = Number(String(typed.value).trim().replace(',', '.'));
  // Read back as it is shown it is what it was: nothing is lost to rounding by looking at it in other units.
  if (String(typed.value).trim() !== '' && value === shown(props.modelValue)) {
    error.value = '';
    return;
  }
  const real = isLength.value ? typedLength(value) : value;
  if (String(typed.value).trim() === '' || !Number.isFinite(real) || real < props.min || real > props.max) {
    error.value = `${props.label}: expected ${shown(props.min)} to ${shown(props.max)} ${unitShown.value}.`;
    return;
  }
  error.value = '';
  emit('update:modelValue', real);
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
      <span>{{ unitShown }}</span>
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
