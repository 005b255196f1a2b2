<script setup lang="ts">
import { ref } from 'vue';
import { RefusedError, api, type ImportPreview } from '../api';

/** A file is looked at before anything is written; what is wrong with it is named, and then nothing is. */
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ taken: [preview: ImportPreview] }>();
const file = ref<File>();
const preview = ref<ImportPreview>();
const problems = ref<readonly { path: string; expected: string }[]>([]);
const error = ref('');
const busy = ref(false);

async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  error.value = '';
  problems.value = [];
  try {
    await work();
  } catch (reason) {
    preview.value = undefined;
    if (reason instanceof RefusedError && reason.body.problems) problems.value = reason.body.problems;
    else error.value = reason instanceof Error ? reason.message : String(reason);
  }
  busy.value = false;
}
const look = (event: Event) =>
  attempt(async () => {
    file.value = (event.target as HTMLInputElement).files?.[0];
    preview.value = file.value && (await api.import(file.value, true));
  });
const take = () =>
  attempt(async () => {
    const done = await api.import(file.value!, false);
    open.value = false;
    emit('taken', done);
  });
function forget(): void {
  file.value = preview.value = undefined;
  problems.value = [];
  error.value = '';
}
</script>

<template>
  <BModal v-model="open" title="Import a file" no-footer size="lg" @hidden="forget">
    <p>
      A job file, a whole job (zip), or a shelf table (CSV). It is looked at first; nothing is written until you say so.
    </p>
    <input
      class="form-control"
      type="file"
      accept=".json,.zip,.csv"
      aria-label="File to import"
      :disabled="busy"
      @change="look"
    />
    <p v-if="busy" role="status">Looking through it…</p>
    <div v-if="preview" class="preview" data-testid="import-preview">
      <p v-for="line in preview.lines" :key="line">{{ line }}</p>
      <div class="ends">
        <BButton variant="primary" :disabled="busy" @click="take">Import</BButton>
        <BButton @click="open = false">Cancel</BButton>
      </div>
    </div>
    <div v-if="problems.length" role="alert" data-testid="import-problems">
      <p class="bad">
        <b>{{ file?.name }}</b> is not taken, and nothing was changed. {{ problems.length }}
        {{ problems.length === 1 ? 'problem' : 'problems' }}:
      </p>
      <ul>
        <li v-for="(p, i) in problems" :key="i">
          <b>{{ p.path }}</b>: {{ p.expected }}
        </li>
      </ul>
    </div>
    <p v-if="error" class="field-error" role="alert">{{ error }}</p>
  </BModal>
</template>

<style scoped>
.preview {
  margin-top: var(--space-6);
}
.preview p {
  margin: 0 0 var(--space-2);
}
.ends {
  display: flex;
  gap: var(--space-4);
  margin-top: var(--space-5);
}
.bad {
  color: var(--stop);
  margin-top: var(--space-6);
}
ul {
  max-height: 40vh;
  overflow: auto;
  padding-left: var(--space-7);
}
</style>
