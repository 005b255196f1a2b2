<script setup lang="ts">
import { ref, useId } from 'vue';

/** Names of a few things, each deleted by itself, and one more added. */
const props = defineProps<{
  names: Readonly<Record<string, string>>;
  /** What one of them is: “Plug”. */
  one: string;
  /** What is to be said of it. */
  wants: string;
  placeholder: string;
}>();
const emit = defineEmits<{ set: [id: string, name: string | null] }>();

const id = useId();
const name = ref('');
const error = ref('');
function add(): void {
  error.value = name.value.trim() ? '' : `${props.one}: expected ${props.wants}.`;
  if (error.value) return;
  emit('set', crypto.randomUUID().slice(0, 8), name.value.trim());
  name.value = '';
}
</script>

<template>
  <p v-for="(text, key) in names" :key="key" class="entry">
    <span>{{ text }}</span>
    <BButton :aria-label="`Delete ${text}`" @click="emit('set', String(key), null)">×</BButton>
  </p>
  <form class="add" novalidate @submit.prevent="add">
    <label class="visually-hidden" :for="id">{{ one }}</label>
    <input
      :id="id"
      v-model="name"
      class="form-control"
      maxlength="80"
      :placeholder="placeholder"
      :aria-invalid="error !== ''"
      :aria-describedby="error ? `${id}-error` : undefined"
    />
    <BButton type="submit">Add {{ one.toLowerCase() }}</BButton>
  </form>
  <p v-if="error" :id="`${id}-error`" class="field-error" role="alert">{{ error }}</p>
</template>

<style scoped>
.entry,
.add {
  display: flex;
  gap: var(--space-3);
  align-items: end;
  justify-content: space-between;
  margin-bottom: var(--space-3);
}
.entry {
  border-top: 1px solid var(--rule-soft);
  align-items: center;
}
.entry .btn,
.add .btn {
  flex: none;
}
</style>
