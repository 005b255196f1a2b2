<script setup lang="ts">
/** What of a list there is to be picked, and one more by its name. */
import { ref, useId } from 'vue';

defineProps<{
  rows: readonly { readonly id: string; readonly name: string; readonly words?: string }[];
  picked: string | undefined;
  one: string;
}>();
const emit = defineEmits<{ pick: [id: string]; add: [name: string] }>();
const id = useId();
const name = ref('');
const error = ref('');
function add(): void {
  error.value = name.value.trim() ? '' : 'Name: expected what it is called.';
  if (error.value) return;
  emit('add', name.value.trim());
  name.value = '';
}
</script>

<template>
  <form class="add" novalidate @submit.prevent="add">
    <label class="visually-hidden" :for="id">Name of a new {{ one }}</label>
    <input
      :id="id"
      v-model="name"
      class="form-control"
      maxlength="200"
      :placeholder="`Name of a ${one}`"
      :aria-invalid="error !== ''"
    />
    <BButton type="submit">Add {{ one }}</BButton>
  </form>
  <p v-if="error" class="field-error" role="alert">{{ error }}</p>
  <ul>
    <li v-for="row in rows" :key="row.id">
      <button
        type="button"
        class="option"
        :class="{ now: picked === row.id }"
        :aria-expanded="picked === row.id"
        :data-row="row.id"
        @click="emit('pick', row.id)"
      >
        <span>{{ row.name }}</span><span>{{ row.words }}</span>
      </button>
      <div v-if="picked === row.id" class="one"><slot /></div>
    </li>
  </ul>
</template>

<style scoped>
.add {
  display: flex;
  gap: var(--space-3);
  margin-bottom: var(--space-3);
}
.add .btn {
  flex: none;
}
.one {
  border-left: 3px solid var(--tarn);
  padding: var(--space-3) 0 var(--space-4) var(--space-4);
}
</style>
