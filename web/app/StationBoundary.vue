<script setup lang="ts">
import { onErrorCaptured, ref, watch } from 'vue';
import { useJob } from '../stores/job';

/** Stands around a station: one that fails to draw says so in its place, and the rest of the page goes on. */
const props = defineProps<{ name: string }>();
const job = useJob();
const failed = ref<string>();

/**
 * What a press does, and a station that cannot be fetched, which has words of its own: Vue's numbers for them, as the
 * built application has them, and its words in the unbuilt one.
 */
const NOT_DRAWING = /#runtime-(5|6|13)$|event handler|async component loader/;
onErrorCaptured((error, _, info) => {
  if (NOT_DRAWING.test(info)) return true;
  console.error(error);
  failed.value = error.message;
  return false;
});
// What it failed on may be gone with the next edit.
watch([() => job.plan, () => props.name], () => (failed.value = undefined));
</script>

<template>
  <main v-if="failed !== undefined" class="failed" data-testid="station-failed">
    <p role="alert">
      <b>{{ name }} could not be drawn:</b> {{ failed }}. Nothing of the job is lost, and the other stations can be
      opened.
    </p>
    <BButton variant="primary" @click="failed = undefined">Draw it again</BButton>
    <BButton v-if="job.past.length" @click="job.undo()">Undo: {{ job.past.at(-1)!.label }}</BButton>
    <a v-if="job.job" class="btn btn-outline-secondary" :href="`/api/jobs/${job.job.id}/export/raw.json`"
      >File as it stands</a
    >
  </main>
  <slot v-else />
</template>

<style scoped>
.failed {
  padding: var(--space-9);
  max-width: 760px;
  font-size: var(--type-5);
}
.failed > :not(p) {
  margin-right: var(--space-4);
}
@media (max-width: 760px) {
  .failed {
    padding: var(--space-8) var(--space-7);
  }
}
</style>
