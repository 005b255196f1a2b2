<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { Pattern } from '#core/craft/pattern';
import { blankPattern, freeKey, keyOf, likeOne } from '#core/drafting/begin';
import { CRAFT_KINDS, KIND_NAMES } from '#core/gear/gear';
import { RefusedError, api, newId } from '../api';
import NumberField from '../fields/NumberField.vue';
import PickField from '../fields/PickField.vue';
import PickStrip from '../fields/PickStrip.vue';
import { useLibrary } from '../stores/library';

/** A craft of one’s own is begun: like one there is, from a pattern file, or from its size alone, for its photographs. */
const props = defineProps<{ like: Pattern | undefined }>();
const open = defineModel<boolean>({ required: true });
const library = useLibrary();
const router = useRouter();
const WAYS = { like: 'Like another', file: 'Pattern file', blank: 'Empty sheet' } as const;
const way = ref<keyof typeof WAYS>('blank');
const name = ref('');
const from = ref('');
const size = reactive({ kind: 'motorcycle' as Pattern['kind'], lengthMm: 2400, widthMm: 950, heightMm: 1400 });
const file = ref<File>();
const error = ref('');
const busy = ref(false);
watch(open, (now) => {
  if (!now) return;
  error.value = '';
  file.value = undefined;
  name.value = props.like ? `${props.like.name}, another` : '';
  way.value = props.like ? 'like' : 'blank';
  from.value = props.like?.id ?? library.patterns[0]?.pattern.id ?? '';
});
const patterns = computed(() => library.patterns.map(({ pattern }) => [pattern.id, pattern.name] as const));
const KINDS = CRAFT_KINDS.map((kind) => [kind, KIND_NAMES[kind]] as const);

/** Keys that no other pattern, published or drawn, has. */
const taken = () =>
  Object.fromEntries(
    [...library.patterns.map(({ pattern }) => pattern.id), ...library.drafts.map(({ id }) => id)].map((id) => [id, 1]),
  );
const LISTED = 8;
async function begin(): Promise<void> {
  const called = name.value.trim();
  error.value = '';
  if (way.value !== 'file' && !called) return void (error.value = 'Name: expected what the craft is called.');
  if (way.value === 'file' && !file.value) return void (error.value = 'Pattern file: expected a file.');
  busy.value = true;
  try {
    const draft = await drafted(called);
    await api.beginDraft(draft, newId());
    open.value = false;
    await router.push(`/patterns/${draft.id}`);
  } catch (reason) {
    const problems = reason instanceof RefusedError ? (reason.body.problems ?? []) : [];
    error.value = problems.length
      ? `${problems
          .slice(0, LISTED)
          .map(({ path, expected }) => `${path}: ${expected}`)
          .join('\n')}${problems.length > LISTED ? `\nand ${problems.length - LISTED} more` : ''}`
      : reason instanceof Error
        ? reason.message
        : String(reason);
  }
  busy.value = false;
}
async function drafted(called: string) {
  const id = () => keyOf(called, taken());
  if (way.value === 'blank') return blankPattern({ id: id(), name: called, ...size });
  if (way.value === 'like') {
    const one = library.patterns.find(({ pattern }) => pattern.id === from.value)!.pattern;
    return likeOne(one, id(), called);
  }
  const { draft } = await api.readPattern(file.value!);
  // Another workshop’s craft is not ours of the same key.
  return likeOne(draft, freeKey(draft.id, taken()), called || draft.name);
}
const chosen = (event: Event) => (file.value = (event.target as HTMLInputElement).files?.[0]);
</script>

<template>
  <BModal v-model="open" title="Draw a craft" no-footer>
    <form novalidate @submit.prevent="begin">
      <PickStrip v-model="way" label="Begun from" :options="WAYS" />
      <label class="form-label" for="craft-name">Name</label>
      <input
        id="craft-name"
        v-model="name"
        class="form-control"
        maxlength="200"
        :placeholder="way === 'file' ? 'as the file has it' : 'Trail two-seater with a roof'"
      />
      <PickField v-if="way === 'like'" v-model="from" label="Like" :options="patterns" />
      <template v-else-if="way === 'file'">
        <label class="form-label" for="craft-file">Pattern file</label>
        <input id="craft-file" class="form-control" type="file" accept=".json,application/json" @change="chosen" />
      </template>
      <template v-else>
        <PickField v-model="size.kind" label="Kind" :options="KINDS" />
        <div class="sizes">
          <NumberField v-model="size.lengthMm" label="Length" unit="mm" :min="500" :max="20000" />
          <NumberField v-model="size.widthMm" label="Width" unit="mm" :min="300" :max="6000" />
          <NumberField v-model="size.heightMm" label="Height" unit="mm" :min="300" :max="8000" />
        </div>
        <p class="small">Measured over all. Its photographs are laid under the sheets once it is begun.</p>
      </template>
      <p v-if="error" class="field-error" role="alert">{{ error }}</p>
      <div class="ends">
        <BButton type="submit" variant="primary" :disabled="busy">Begin</BButton>
        <BButton @click="open = false">Cancel</BButton>
      </div>
    </form>
  </BModal>
</template>

<style scoped>
form {
  display: grid;
  gap: var(--space-4);
}
.sizes {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: var(--space-4);
}
.sizes :deep(.form-control) {
  width: 84px;
}
.small {
  font-size: var(--type-2);
  color: var(--ink-soft);
  margin: 0;
}
.field-error {
  white-space: pre-line;
  max-height: 180px;
  overflow-y: auto;
}
.ends {
  display: flex;
  gap: var(--space-4);
}
</style>
