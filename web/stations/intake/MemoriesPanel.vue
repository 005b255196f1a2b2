<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { useSheet } from '../../app/sheet';

const { store, job } = useSheet();
const rows = computed(() => Object.entries(job.value.craft.memories));
const draft = reactive({ name: '', relearn: '' });
const error = ref('');
function add(): void {
  if (!draft.name.trim()) {
    error.value = 'Setting: it needs a name.';
    return;
  }
  error.value = '';
  const memory = { name: draft.name.trim(), relearn: draft.relearn.trim() };
  store.edit([{ op: 'setMemory', id: crypto.randomUUID().slice(0, 8), memory }], `note ${memory.name}`);
  draft.name = draft.relearn = '';
}
</script>

<template>
  <section>
    <h2>Settings lost on disconnect</h2>
    <p class="small">Each becomes a step at the end of the build.</p>
    <ul>
      <li v-for="[id, m] in rows" :key="id" class="entry" :data-memory="id">
        <span
          ><b>{{ m.name }}</b
          ><br />{{ m.relearn }}</span
        >
        <BButton
          :aria-label="`Delete ${m.name}`"
          @click="store.edit([{ op: 'setMemory', id, memory: null }], `delete ${m.name}`)"
          >×</BButton
        >
      </li>
    </ul>
    <p v-if="!rows.length">Nothing on this craft is known to lose its setting.</p>
    <form class="fields" novalidate @submit.prevent="add">
      <div class="wide">
        <label class="form-label" for="memory-name">Setting</label>
        <input
          id="memory-name"
          v-model="draft.name"
          class="form-control"
          maxlength="80"
          :aria-invalid="error !== ''"
          :aria-describedby="error ? 'memory-error' : undefined"
        />
        <p v-if="error" id="memory-error" class="field-error" role="alert">{{ error }}</p>
      </div>
      <div class="wide">
        <label class="form-label" for="memory-relearn">How to restore</label>
        <input id="memory-relearn" v-model="draft.relearn" class="form-control" maxlength="400" />
      </div>
      <BButton type="submit" variant="primary">Add</BButton>
    </form>
  </section>
</template>

<style scoped>
.entry {
  display: flex;
  justify-content: space-between;
  gap: var(--space-4);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-3) 0;
  font-size: var(--type-3);
}
form {
  margin-top: var(--space-6);
}
</style>
