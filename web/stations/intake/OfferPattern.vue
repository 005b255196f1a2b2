<script setup lang="ts">
import { computed, ref } from 'vue';
import { foundCraft } from '#core/craft/own';
import { newId } from '../../api';
import { useSheet } from '../../app/sheet';
import { useLibrary } from '../../stores/library';
import { useTyped } from '../../fields/typed';

/** What was found on this craft, for new jobs to begin with: in the pattern it came from, or as one of its own. */
const { job } = useSheet();
const library = useLibrary();
void library.loadPatterns();
const pattern = computed(() => job.value.craft.pattern);
/** The pattern this job began from, where it is still as it was then. */
const origin = computed(() =>
  library.patterns.find(({ pattern: { id }, hash }) => id === pattern.value.id && hash === job.value.craft.patternHash),
);
const { typed: name } = useTyped(() => pattern.value.name);
const said = ref('');
const error = ref('');
const busy = ref(false);

async function keep(as: 'itself' | 'new'): Promise<void> {
  const called = name.value.trim();
  said.value = '';
  error.value = called ? '' : 'Name: a pattern needs one.';
  if (error.value) return;
  busy.value = true;
  try {
    const id = as === 'itself' ? pattern.value.id : newId();
    await library.putPattern(
      { ...foundCraft(job.value), id, name: called },
      as === 'itself' ? origin.value!.hash : null,
    );
    said.value = `New jobs may begin from “${called}”. This one stays as it is.`;
  } catch (reason) {
    error.value = `It is not kept: ${reason instanceof Error ? reason.message : String(reason)}.`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form novalidate @submit.prevent="keep('new')">
    <h3>For the next one like it</h3>
    <label class="form-label" for="offer-name">Name of the pattern</label>
    <input
      id="offer-name"
      v-model="name"
      class="form-control"
      maxlength="120"
      :aria-invalid="error !== ''"
      :aria-describedby="error ? 'offer-error' : undefined"
    />
    <p v-if="error" id="offer-error" class="field-error" role="alert">{{ error }}</p>
    <div class="ends">
      <BButton type="submit" :disabled="busy">Keep as a new pattern</BButton>
      <BButton v-if="origin" :disabled="busy" @click="keep('itself')">Change the pattern itself</BButton>
    </div>
    <p v-if="!origin" class="small">The pattern this job began from is another by now; it is left alone.</p>
    <p v-if="said" class="good" role="status">{{ said }}</p>
  </form>
</template>
