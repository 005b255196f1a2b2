<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref, useTemplateRef } from 'vue';
import { useTyped } from '../fields/typed';
import { useJob } from '../stores/job';

/** What the job is called, to be called otherwise. */
const job = useJob();
const { typed: title, taken, settle } = useTyped(() => job.job?.title ?? '');
/** A title longer than its room is written smaller, so that all of it is read: a letter is about 0.43 of the size. */
const titleInput = useTemplateRef<HTMLInputElement>('titleInput');
const { width: titleRoom } = useElementSize(titleInput);
const titlePx = computed(() =>
  titleRoom.value ? Math.max(11.5, Math.min(17, titleRoom.value / (0.43 * Math.max(1, title.value.length)))) : 17,
);
const titleError = ref('');
function rename(): void {
  const wanted = title.value.trim();
  titleError.value = '';
  if (wanted === job.job?.title) return settle();
  if (!wanted || wanted.length > 120) {
    titleError.value = wanted ? 'Title: 120 characters at most.' : 'Title: a job needs one.';
    return;
  }
  if (!job.edit([{ op: 'setTitle', title: wanted }])) taken();
}
</script>

<template>
  <div class="title">
    <label class="visually-hidden" for="job-title">Title of the job</label>
    <input
      id="job-title"
      ref="titleInput"
      v-model="title"
      :style="{ fontSize: `${titlePx}px` }"
      :disabled="!job.job"
      :aria-invalid="titleError !== ''"
      maxlength="200"
      @change="rename"
      @keydown.enter="($event.target as HTMLElement).blur()"
    />
    <p v-if="titleError" class="field-error" role="alert">{{ titleError }}</p>
  </div>
</template>

<style scoped>
.title {
  flex: 1;
  align-self: center;
  min-width: 60px;
}
.title input {
  min-height: 30px;
  width: 100%;
  border: 1px solid transparent;
  background: none;
  color: var(--ink);
  font: 600 var(--type-5) var(--narrow);
  padding: var(--space-2) var(--space-3);
  text-overflow: ellipsis;
}
.title input:hover {
  border-color: var(--rule);
}
@media (max-width: 760px) {
  .title input {
    min-height: 44px;
  }
}
</style>
