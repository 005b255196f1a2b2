<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Station } from '#core/findings/finding';
import { pathWords, valueWords } from '#core/job/clash';
import { useBay } from '../stores/bay';
import { inUnits } from './units';
import { useJob } from '../stores/job';

/** What a person must know before going on: a save that clashed, an edit that was not taken, a seal. */
defineProps<{ station: Station }>();
const job = useJob();
const router = useRouter();

const bay = useBay();

/** A step off the banner that did not go. */
const trouble = ref('');
async function go(step: () => Promise<unknown>): Promise<void> {
  trouble.value = '';
  try {
    await step();
  } catch (error) {
    trouble.value = error instanceof Error ? error.message : String(error);
  }
}
const gone = computed(() => job.save.is === 'gone' || bay.gone);
/** Ours goes on as a job of its own, with everything that was done on it. */
const keepCopy = () =>
  go(async () => {
    const left = gone.value;
    const id = await job.keepAsCopy();
    await bay.copyTo(id);
    if (left) await bay.forget();
    await router.push({ params: { id } });
  });
const putMine = () => {
  trouble.value = job.putMine() ?? '';
};
const tryAside = () => {
  trouble.value = job.tryAside() ?? '';
};
const leave = () =>
  go(async () => {
    await bay.forget();
    await job.letGo();
    await router.push('/');
  });

const rows = computed(() => {
  if (job.save.is !== 'conflict' || !job.job) return [];
  const [mine, theirs] = [job.job, job.save.newest.job];
  return job.clashing.map((clash) => ({
    key: clash.path.join('/'),
    // Gear that one of the two has taken out is named by the other.
    what: pathWords(Object.hasOwn(mine.gear, clash.path[1] ?? '') ? mine : theirs, clash.path),
    mine: inUnits(valueWords(mine, clash.path, clash.mine)),
    theirs: inUnits(valueWords(theirs, clash.path, clash.theirs)),
  }));
});
</script>

<template>
  <div v-if="gone" class="banner" role="alert">
    <p>
      <b>Somebody has deleted this job.</b> What you see is on this device only<template v-if="bay.events.length"
        >, with {{ bay.events.length }} {{ bay.events.length === 1 ? 'entry' : 'entries' }} from the bay</template
      >.
    </p>
    <BButton variant="primary" @click="keepCopy">Keep mine as a new job</BButton>
    <BButton @click="leave">Discard it</BButton>
    <p v-if="trouble" class="field-error">{{ trouble }}</p>
  </div>
  <div v-else-if="job.save.is === 'conflict'" class="banner" role="alert">
    <div class="says">
      <p>
        <b>Someone else edited the same thing.</b>
        <template v-if="!rows.length">{{ job.save.reason }}.</template> Nothing of either is lost yet.
      </p>
      <table v-if="rows.length" class="clashes">
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th scope="col">Theirs</th>
            <th scope="col">Yours</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key">
            <th scope="row">{{ row.what }}</th>
            <td>{{ row.theirs }}</td>
            <td>{{ row.mine }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <BButton variant="primary" @click="go(job.takeTheirs)">Take theirs</BButton>
    <BButton @click="putMine">Put mine over theirs</BButton>
    <BButton @click="keepCopy">Keep mine as a new job</BButton>
    <p v-if="trouble" class="field-error">{{ trouble }}</p>
  </div>
  <div v-else-if="job.aside.length" class="banner" role="alert" data-testid="aside">
    <div class="says">
      <p>
        <b>{{ job.aside.length === 1 ? 'A change was' : `${job.aside.length} changes were` }} refused by the server</b>
        and set aside; everything else is saved.
      </p>
      <p v-for="(a, i) in job.aside" :key="i" class="small">{{ inUnits(a.words.join('; ')) }} — {{ a.reason }}</p>
    </div>
    <BButton variant="primary" @click="tryAside">Try again</BButton>
    <BButton @click="go(job.dropAside)">Discard</BButton>
    <p v-if="trouble" class="field-error">{{ trouble }}</p>
  </div>

  <div v-else-if="job.wrong" class="banner" role="alert">
    <p><b>Not done.</b> {{ job.wrong }}.</p>
    <BButton @click="job.wrong = undefined">Close</BButton>
  </div>
  <section v-else-if="job.job?.seal && station !== 'handover'" class="banner sealed" aria-label="Sealed">
    <p>
      <b>Sealed</b> {{ new Date(job.job.seal.at).toLocaleDateString('en-GB') }}: it shows what was computed that day and
      takes no edit; entries from the bay are still kept.
    </p>
    <RouterLink class="btn btn-outline-secondary" :to="{ params: { station: 'handover' } }">Hand over</RouterLink>
  </section>
</template>

<style scoped>
.banner {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  padding: var(--space-4) var(--space-7);
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
.says {
  flex: 1;
  min-width: 0;
  max-height: 30vh;
  overflow: auto;
}
.clashes {
  margin-top: var(--space-2);
}
.clashes th,
.clashes td {
  padding: 1px var(--space-7) 1px 0;
  vertical-align: top;
  font-weight: 400;
}
.clashes td {
  overflow-wrap: break-word;
  min-width: 7em;
}
.clashes th {
  color: var(--ink-soft);
}
@media (max-width: 760px) {
  .banner {
    flex-wrap: wrap;
  }
  .banner p,
  .says {
    flex-basis: 100%;
  }
}
</style>
