<script setup lang="ts">
import { BFormInput, BFormTextarea } from 'bootstrap-vue-next';
import { ref, useId } from 'vue';
import { useTyped } from './typed';

/** Words of the job. What is being typed is never overwritten, and is taken when the field is left or Enter pressed. */
const props = defineProps<{
  label: string;
  /** The label is heard, not seen: what stands around the field says it. */
  bare?: boolean;
  shown: string;
  max: number;
  rows?: number;
  placeholder?: string;
  /** Takes what was typed; says what was expected where it cannot. */
  take: (typed: string) => string | undefined;
}>();
const id = useId();
const { typed, isTyping, taken } = useTyped(() => props.shown);
const error = ref<string>();
function read(): void {
  const wrong = isTyping() ? props.take(typed.value) : undefined;
  error.value = wrong && `${props.label}: ${wrong}`;
  if (!wrong) taken();
}
</script>

<template>
  <div class="wide">
    <label :class="bare ? 'visually-hidden' : 'form-label'" :for="id">{{ label }}</label>
    <component
      :is="rows ? BFormTextarea : BFormInput"
      :id="id"
      v-model="typed"
      v-bind="rows ? { rows } : {}"
      :maxlength="max"
      :placeholder="placeholder ?? ''"
      :aria-invalid="error !== undefined"
      :aria-describedby="error ? `${id}-error` : undefined"
      @change="read"
    />
    <p v-if="error" :id="`${id}-error`" class="field-error" role="alert">{{ error }}</p>
  </div>
</template>
