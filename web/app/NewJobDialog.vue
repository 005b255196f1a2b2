<script setup lang="ts">
import { ref, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, newId, type JobRow } from '../api';
import { useLibrary } from '../stores/library';
import CraftPicker from './CraftPicker.vue';

/** A job begun: what it is called, whose it is, and the craft it is done on. */
const open = defineModel<boolean>({ required: true });
/** The job it is made like: the craft is of that one's kind. */
const props = defineProps<{ like?: JobRow | undefined }>();
const library = useLibrary();
const router = useRouter();
const title = ref('');
const customer = ref('');
const patternId = ref('');
const year = ref<number | null>(null);
const variant = ref<Record<string, string>>({});
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
          ...(await import('#core/job/job')).newJob(newId(), wanted, chosen!.pattern, chosen!.hash, {
            year: year.value,
            variant: variant.value,
          }),
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
  year.value = null;
  variant.value = {};
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
      <div class="heads">
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
      </div>
      <p v-if="like">
        Gear, wiring, feeds, routes and shop methods as in “{{ like.title }}”. What was metered there has to be metered
        on this craft too.
      </p>
      <CraftPicker v-else v-model="patternId" v-model:year="year" v-model:variant="variant" />
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
.ends {
  display: flex;
  gap: var(--space-4);
}
.heads {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: var(--space-6);
}
.form {
  display: grid;
  gap: var(--space-6);
}
</style>
