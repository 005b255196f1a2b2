<script setup lang="ts">
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Station } from '#core/findings/finding';
import { useJob } from '../stores/job';

/** What a person must know before going on: a save that clashed, an edit that was not taken, a seal. */
defineProps<{ station: Station }>();
const job = useJob();
const router = useRouter();

const copyError = ref('');
async function keepCopy(): Promise<void> {
  try {
    const id = await job.keepAsCopy();
    await router.push({ params: { id } });
  } catch (error) {
    copyError.value = error instanceof Error ? error.message : String(error);
  }
}
</script>

<template>
  <div v-if="job.save.is === 'conflict'" class="banner" role="alert">
    <p>
      <b>Somebody else changed what you changed.</b> {{ job.save.reason }}. Theirs is at revision
      {{ job.save.newest.revision }}; nothing of either is lost yet.
    </p>
    <BButton size="sm" variant="primary" @click="keepCopy">Keep mine as a new job</BButton>
    <BButton size="sm" variant="outline-secondary" @click="job.takeTheirs()">Take theirs</BButton>
    <p v-if="copyError" class="field-error">{{ copyError }}</p>
  </div>
  <div v-else-if="job.save.is === 'refused'" class="banner" role="alert">
    <p>
      <b>The server refused this save.</b> {{ job.save.reason }}. Undo the last step and go on, or open the job again.
    </p>
    <BButton size="sm" variant="primary" @click="keepCopy">Keep mine as a new job</BButton>
    <BButton size="sm" variant="outline-secondary" @click="job.takeTheirs()">Open what is saved</BButton>
    <p v-if="copyError" class="field-error">{{ copyError }}</p>
  </div>

  <div v-else-if="job.wrong" class="banner" role="alert">
    <p><b>Not done.</b> {{ job.wrong }}.</p>
    <BButton size="sm" variant="outline-secondary" @click="job.wrong = undefined">Close</BButton>
  </div>
  <div v-else-if="job.job?.seal && station !== 'handover'" class="banner sealed">
    <p>
      <b>Sealed</b> {{ new Date(job.job.seal.at).toLocaleDateString('en-GB') }}: it shows what was computed that day and
      takes no edit; entries from the bay are still kept.
    </p>
    <RouterLink class="btn btn-sm btn-outline-secondary" :to="{ params: { station: 'handover' } }"
      >Hand over</RouterLink
    >
  </div>
</template>

<style scoped>
.banner {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 14px;
  border-bottom: 2px solid var(--stop);
  background: var(--paper-raised);
}
.banner.sealed {
  border-color: var(--mud);
}
.banner p {
  margin: 0;
  flex: 1;
}
@media (max-width: 760px) {
  .banner {
    flex-wrap: wrap;
  }
}
</style>
