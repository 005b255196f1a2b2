<script setup lang="ts">
import { ref, useId, watch } from 'vue';
import { useTyped } from './typed';

/** A figure being typed, with its unit. What cannot be taken stays typed, with the reason beside it. */
const props = defineProps<{
  label: string;
  unit: string;
  /** The figure that stands, as it is shown. */
  shown: string;
  placeholder?: string;
  /** Takes what was typed; says what was expected where it cannot. */
  take: (typed: string) => string | undefined;
}>();
const id = useId();
const { typed, isTyping, taken, settle } = useTyped(() => props.shown);
const error = ref<string>();
watch(
  () => props.shown,
  () => {
    if (!isTyping()) error.value = undefined;
  },
  { flush: 'post' },
);
function read(): void {
  const text = String(typed.value).trim();
  // Read back as it is shown it is what it was: nothing is lost to rounding by looking at it in other units.
  const same = text === props.shown;
  const wrong = same ? undefined : props.take(text);
  error.value = wrong && `${props.label}: ${wrong}`;
  if (same) settle();
  else if (!wrong) taken();
}
</script>

<template>
  <div class="field">
    <label class="form-label" :for="id">{{ label }}</label>
    <span class="pair">
      <BFormInput
        :id="id"
        v-model="typed"
        inputmode="decimal"
        :placeholder="placeholder ?? ''"
        :aria-invalid="error !== undefined"
        :aria-describedby="error ? `${id}-error` : undefined"
        @change="read"
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
  gap: var(--space-3);
}
.form-control {
  width: 92px;
  text-align: right;
}
</style>
