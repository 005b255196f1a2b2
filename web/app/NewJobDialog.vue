<script setup lang="ts">
import { ref, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, newId, type JobRow } from '../api';
import { useLibrary } from '../stores/library';
import CraftSilhouette from './CraftSilhouette.vue';

/** A job begun: what it is called, whose it is, and the craft it is done on. */
const open = defineModel<boolean>({ required: true });
/** The job it is made like: the craft is of that one's kind. */
const props = defineProps<{ like?: JobRow | undefined }>();
const library = useLibrary();
const router = useRouter();
const title = ref('');
const customer = ref('');
const patternId = ref('');
const error = ref('');
const busy = ref(false);
watch(
  () => library.patterns,
  (patterns) => (patternId.value ||= patterns[0]?.pattern.id ?? ''),
  { immediate: true },
);

const titleError = ref('');
const titleField = useTemplateRef<HTMLInputElement>('titleField');

async function make(event: Event): Promise<void> {
  event.preventDefault();
  const wanted = title.value.trim();
  error.value = titleError.value = '';
  if (!wanted) titleError.value = 'Title: a job needs one, for example the craft and what it gets.';
  else if (wanted.length > 120) titleError.value = `Title: 120 characters at most, these are ${wanted.length}.`;
  if (titleError.value) return titleField.value?.focus();
  const { like } = props;
  const chosen = library.patterns.find((p) => p.pattern.id === patternId.value);
  if (!chosen && !like) {
    error.value = 'Craft: choose a pattern.';
    return;
  }
  busy.value = true;
  try {
    const job = like
      ? (await import('#core/job/like')).jobLike((await api.job(like.id)).job, newId(), wanted, customer.value.trim())
      : {
          ...(await import('#core/job/job')).newJob(newId(), wanted, chosen!.pattern, chosen!.hash),
          customer: customer.value.trim(),
        };
    await api.create(job, newId());
    await router.push(`/jobs/${job.id}/intake`);
  } catch (reason) {
    error.value = `The job was not created: ${reason instanceof Error ? reason.message : String(reason)}.`;
  } finally {
    busy.value = false;
  }
}
/** A dialog left or done with starts clean the next time. */
function forget(): void {
  title.value = customer.value = error.value = titleError.value = '';
}
</script>

<template>
  <BModal
    v-model="open"
    :title="like ? `New job like “${like.title}”` : 'New job'"
    no-footer
    size="lg"
    @shown="titleField?.focus()"
    @hidden="forget"
  >
    <form class="form" novalidate @submit="make">
      <div>
        <label class="form-label" for="new-title">Title</label>
        <input
          id="new-title"
          ref="titleField"
          v-model="title"
          class="form-control"
          autofocus
          placeholder="Craft and what it gets"
          :aria-invalid="titleError !== ''"
          :aria-describedby="titleError ? 'new-title-error' : undefined"
        />
        <p v-if="titleError" id="new-title-error" class="field-error" role="alert">{{ titleError }}</p>
      </div>
      <div>
        <label class="form-label" for="new-customer">Customer</label>
        <input id="new-customer" v-model="customer" class="form-control" maxlength="400" />
      </div>
      <p v-if="like">
        Gear, wiring, feeds, routes and shop methods as in “{{ like.title }}”. What was metered there has to be metered
        on this craft too.
      </p>
      <fieldset v-else>
        <legend class="form-label">Craft</legend>
        <p v-if="library.patternsFailure" class="field-error" role="alert">
          The crafts cannot be shown: {{ library.patternsFailure }}.
          <BButton @click="library.loadPatterns()">Try again</BButton>
        </p>
        <label
          v-for="{ pattern } in library.patterns"
          :key="pattern.id"
          class="pattern"
          :class="{ chosen: patternId === pattern.id }"
        >
          <input v-model="patternId" type="radio" name="pattern" :value="pattern.id" />
          <CraftSilhouette :pattern="pattern" :w="230" :h="150" />
          <span>{{ pattern.name }}</span>
        </label>
      </fieldset>
      <p v-if="error" class="field-error" role="alert">{{ error }}</p>
      <div class="ends">
        <BButton type="submit" variant="primary" :disabled="busy">{{
          busy ? 'Creating the job…' : 'Create job'
        }}</BButton>
        <BButton @click="open = false">Cancel</BButton>
      </div>
    </form>
  </BModal>
</template>

<style scoped>
.form {
  display: grid;
  gap: var(--space-6);
}
.pattern {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  padding: var(--space-3) var(--space-6);
  border: 1px solid var(--rule);
}
.pattern.chosen {
  border-color: var(--ink);
  box-shadow: inset 3px 0 var(--mud);
}
</style>
