<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue';
import { EDIT_OF, type DraftEdit, type DraftList } from '#core/drafting/draft';
import { contentHash } from '#core/document/hash';
import { useTable } from './table';

/** A list of the pattern as its file has it: entries by key, in JSON; what is changed in it is taken entry by entry. */
const props = defineProps<{ list: DraftList; label: string }>();
const { draft, edit } = useTable();
const id = useId();
const shown = computed(() => JSON.stringify(draft.value[props.list] ?? {}, null, 1));
const typed = ref(shown.value);
const error = ref('');
watch(shown, (now, before) => {
  if (typed.value === before) typed.value = now;
});
function take(): void {
  error.value = '';
  if (typed.value === shown.value) return;
  let said: Record<string, unknown>;
  try {
    said = JSON.parse(typed.value || '{}') as Record<string, unknown>;
  } catch (reason) {
    error.value = `${props.label}: expected JSON; ${reason instanceof Error ? reason.message : ''}`;
    return;
  }
  if (typeof said !== 'object' || said === null || Array.isArray(said)) {
    error.value = `${props.label}: expected entries by key, in braces.`;
    return;
  }
  const now = (draft.value[props.list] ?? {}) as Readonly<Record<string, unknown>>;
  const edits = [
    ...Object.keys(now).flatMap((key) =>
      Object.hasOwn(said, key) ? [] : [{ op: EDIT_OF[props.list], id: key, to: null }],
    ),
    ...Object.entries(said).flatMap(([key, to]) =>
      Object.hasOwn(now, key) && contentHash(to) === contentHash(now[key])
        ? []
        : [{ op: EDIT_OF[props.list], id: key, to }],
    ),
  ] as unknown as DraftEdit[];
  if (!edits.length) return void (typed.value = shown.value);
  const wrong = edit(edits, `change ${props.label.toLowerCase()}`);
  if (wrong) error.value = `${props.label}: ${wrong}`;
  else typed.value = shown.value;
}
</script>

<template>
  <div class="wide">
    <label class="form-label" :for="id">{{ label }}</label>
    <textarea
      :id="id"
      v-model="typed"
      class="form-control"
      rows="5"
      spellcheck="false"
      :aria-invalid="error !== ''"
      :aria-describedby="error ? `${id}-error` : undefined"
      @change="take"
    ></textarea>
    <p v-if="error" :id="`${id}-error`" class="field-error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
textarea {
  font-size: var(--type-2);
  white-space: pre;
  overflow: auto;
}
</style>
