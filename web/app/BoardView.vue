<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { defineAsyncComponent, onUnmounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { figure } from '#core/units/figures';
import { api, type ImportPreview, type JobRow } from '../api';
import { jobEdits } from '../stores/kept-edits';
import { useLibrary } from '../stores/library';
import { onLanded } from '../stores/live';
import CraftSilhouette from './CraftSilhouette.vue';
import ImportDialog from './ImportDialog.vue';
import NewJobDialog from './NewJobDialog.vue';
import { useTheme } from './theme';

const library = useLibrary();
const router = useRouter();
const { theme, toggle } = useTheme();
void library.findJobs('');
void library.loadPatterns();
// A burst of edits is one look at the list.
const look = useDebounceFn(() => Promise.all([library.loadJobs(), lookForLeft()]), 300, { maxWait: 2000 });
onUnmounted(
  onLanded(({ kind }) => {
    if (kind === 'shelf') void library.reloadPatterns();
    else if (kind !== 'draft') void look();
  }),
);
document.title = 'Board · Haltrik';

/** Jobs with edits that this device keeps and the server does not take as they are. */
const left = ref<string[]>([]);
/** Those of them that there still are. */
const leftRows = ref<JobRow[]>();
async function lookForLeft(): Promise<void> {
  if (!left.value.length) return;
  leftRows.value = await api.jobsOf(left.value).catch(() => leftRows.value);
}
void jobEdits.sendLeftEdits().then((jobs) => {
  left.value = jobs;
  return lookForLeft();
});
const rowOf = (id: string) => leftRows.value?.find((row) => row.id === id);
async function letGo(id: string): Promise<void> {
  await jobEdits.forgetEdits(id);
  left.value = left.value.filter((other) => other !== id);
}

const search = ref('');
const findNow = (): Promise<void> => library.findJobs(search.value);
const findSoon = useDebounceFn(findNow, 150, { maxWait: 600 });
watch(search, () => void findSoon());
function showAll(): void {
  search.value = '';
  void findNow();
}
const patternOf = (row: JobRow) => library.patterns.find((p) => p.pattern.id === row.patternId)?.pattern;
const importing = ref(false);
async function taken({ kind, id }: ImportPreview): Promise<void> {
  if (kind === 'job' && id !== undefined) await router.push(`/jobs/${id}/gear`);
  else await router.push('/shelf');
}
const quarters = (hours: number) => figure(Math.ceil(hours * 4) / 4, 2);

/** It plans whole jobs: fetched when it is asked for. */
const BesideDialog = defineAsyncComponent(() => import('./BesideDialog.vue'));
const MOST_BESIDE = 3;
/** Jobs to be held against each other, in the order they were ticked. */
const beside = ref<string[]>([]);
const comparing = ref(false);
function tickBeside(id: string): void {
  beside.value = beside.value.includes(id) ? beside.value.filter((other) => other !== id) : [...beside.value, id];
}
const making = ref(false);
/** The job a new one is made like. */
const like = ref<JobRow>();
function makeLike(row?: JobRow): void {
  like.value = row;
  making.value = true;
}
const error = ref('');

/** A job that was set aside takes edits again, as it stands. */
async function settle(row: JobRow): Promise<void> {
  try {
    await api.settle(row.id);
    error.value = '';
  } catch (reason) {
    error.value = `“${row.title}” cannot be taken as it stands: ${reason instanceof Error ? reason.message : String(reason)}`;
  }
  await library.loadJobs();
}

const dropping = ref<JobRow>();
/** Apart from what is asked about: a dialog that has just been hidden says so late. */
const asking = ref(false);
function ask(row: JobRow): void {
  dropping.value = row;
  asking.value = true;
}
async function drop(): Promise<void> {
  const row = dropping.value!;
  try {
    await api.remove(row.id, row.revision);
    error.value = '';
  } catch (reason) {
    error.value = `“${row.title}” was not deleted: ${reason instanceof Error ? reason.message : String(reason)}`;
  }
  asking.value = false;
  await library.loadJobs();
}
</script>

<template>
  <div class="board">
    <header>
      <h1>Haltrik</h1>
      <p class="shop">Tarn Street Sound Works</p>
      <label class="find">
        <span class="visually-hidden">Find a job</span>
        <input
          v-model="search"
          class="form-control"
          type="search"
          placeholder="Find by title, customer, craft, gear, what is next"
          maxlength="200"
        />
      </label>
      <BButton :aria-pressed="theme === 'bay'" title="Bright yard or dim bay" @click="toggle">{{
        theme === 'yard' ? 'Yard' : 'Bay'
      }}</BButton>
      <RouterLink class="btn btn-outline-secondary" to="/shelf">Shelf</RouterLink>
      <RouterLink class="btn btn-outline-secondary" to="/rack">Rack</RouterLink>
      <RouterLink class="btn btn-outline-secondary" to="/patterns">Patterns</RouterLink>
      <BButton v-if="beside.length" :disabled="beside.length < 2" @click="comparing = true"
        >Compare {{ beside.length }}</BButton
      >
      <BButton @click="importing = true">Import</BButton>
      <BButton variant="primary" @click="makeLike()">New job</BButton>
    </header>
    <main>
      <h2 class="visually-hidden">Jobs</h2>
      <p v-if="library.jobsFailure" class="say" role="alert">
        The jobs cannot be shown: {{ library.jobsFailure }}.
        <BButton variant="primary" @click="library.loadJobs()">Try again</BButton>
      </p>
      <template v-if="leftRows">
        <p v-for="id in left" :key="id" class="say" role="status">
          <template v-if="rowOf(id)">
            Changes to “{{ rowOf(id)!.title }}” are on this device and not yet saved.
            <RouterLink class="btn btn-primary" :to="`/jobs/${id}/${rowOf(id)!.nextAt}`">Open the job</RouterLink>
          </template>
          <template v-else>
            Changes to a job that somebody has deleted are on this device.
            <BButton @click="letGo(id)">Discard them</BButton>
          </template>
        </p>
      </template>
      <p v-if="error" class="say field-error" role="alert">{{ error }}</p>
      <p v-if="!library.jobs && !library.jobsFailure" class="say" role="status">Fetching jobs…</p>
      <div v-else-if="library.jobs && !library.jobs.length && !library.find.trim()" class="say">
        <p>No jobs yet. A job is one craft, one customer, one piece of work.</p>
        <BButton variant="primary" @click="makeLike()">Start your first job</BButton>
      </div>
      <p v-else-if="library.jobs && !library.jobs.length" class="say" role="status">
        Nothing matches “{{ library.find }}”.
        <BButton @click="showAll">Show all</BButton>
      </p>
      <ol v-else class="jobs">
        <li v-for="row in library.jobs" :key="row.id" class="job" :data-job="row.id">
          <div v-if="row.trouble ?? row.unplanned" class="troubled" data-testid="troubled">
            <span class="title">{{ row.title }}</span>
            <p v-if="row.trouble" class="bad">Set aside: {{ row.trouble }}.</p>
            <p v-else class="bad">It cannot be planned: {{ row.unplanned }}.</p>
            <div class="ends">
              <BButton v-if="row.trouble" variant="primary" @click="settle(row)">Take it as it stands</BButton>
              <RouterLink v-if="!row.unplanned" class="btn btn-outline-secondary" :to="`/jobs/${row.id}/${row.nextAt}`"
                >Look at it</RouterLink
              >
              <a
                class="btn btn-outline-secondary"
                :href="`/api/jobs/${encodeURIComponent(row.id)}/export/raw.json`"
                download
                >File as it stands</a
              >
            </div>
          </div>
          <RouterLink v-else :to="`/jobs/${row.id}/${row.nextAt}`" class="link">
            <CraftSilhouette v-if="patternOf(row)" :pattern="patternOf(row)!" :w="300" :h="200" />
            <span v-else class="blank" />
            <span class="text">
              <span class="title">{{ row.title }}</span>
              <span class="who">{{ row.customer || 'No customer named' }} · {{ row.craft }}</span>
              <span class="next"><b>Next</b> {{ row.next }}</span>
            </span>
            <span class="tally">
              <span v-if="row.sealedAt" class="n"><b>Sealed</b> {{ row.sealedAt.slice(0, 10) }}</span>
              <span v-else class="n"
                ><b>{{ quarters(row.hours) }}</b> h {{ row.done ? 'to go' : 'of bench time' }}</span
              >
              <span v-if="row.done && !row.sealedAt" class="n"
                ><b>{{ row.done }}</b> of {{ row.steps }} steps done</span
              >
              <span class="n" :class="{ alarm: row.stops }"
                ><b>{{ row.stops }}</b> {{ row.stops === 1 ? 'stop' : 'stops' }}</span
              >
              <span class="n"
                ><b>{{ row.cautions }}</b> {{ row.cautions === 1 ? 'caution' : 'cautions' }}</span
              >
              <span v-if="row.waits" class="n waits"
                >waits for <b>{{ row.waits }}</b> {{ row.waits === 1 ? 'part' : 'parts' }}</span
              >
            </span>
          </RouterLink>
          <span class="acts">
            <label class="beside">
              <input
                type="checkbox"
                class="form-check-input"
                :checked="beside.includes(row.id)"
                :disabled="!beside.includes(row.id) && beside.length >= MOST_BESIDE"
                :aria-label="`Compare ${row.title}`"
                @change="tickBeside(row.id)"
              />
              Compare
            </label>
            <button type="button" :aria-label="`One like it: ${row.title}`" @click="makeLike(row)">One like it</button>
            <button type="button" :aria-label="`Delete ${row.title}`" @click="ask(row)">Delete</button>
          </span>
        </li>
      </ol>
      <p v-if="library.more" class="say">
        <BButton @click="library.loadMore()">Show more jobs</BButton>
      </p>
    </main>

    <BesideDialog v-if="beside.length > 1" v-model="comparing" :jobs="beside" />
    <ImportDialog v-model="importing" @taken="taken" />
    <NewJobDialog v-model="making" :like="like" />
    <BModal v-model="asking" title="Delete this job" no-footer>
      <p>“{{ dropping?.title }}” and every revision of it will be gone. This cannot be undone.</p>
      <div class="ends">
        <BButton variant="primary" @click="drop">Delete it</BButton>
        <BButton @click="asking = false">Keep it</BButton>
      </div>
    </BModal>
  </div>
</template>

<style scoped>
.board {
  min-height: 100%;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  padding: var(--space-6) var(--space-8);
  border-bottom: 2px solid var(--ink);
  background: var(--paper-raised);
}
h1 {
  font-size: var(--type-8);
}
.shop {
  margin: 0;
  flex: 1;
  color: var(--ink-soft);
}
.find {
  width: 330px;
}
main {
  flex: 1;
  padding: var(--space-4) var(--space-8) var(--space-9);
}
.say {
  padding: var(--space-9) 0;
  font-size: var(--type-5);
}
.jobs {
  list-style: none;
  margin: 0;
  padding: 0;
}
.job {
  position: relative;
  border-bottom: 1px solid var(--rule);
}
.link {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr) 216px;
  gap: var(--space-8);
  align-items: center;
  padding: var(--space-7) var(--space-4) var(--space-7) 0;
  color: var(--ink);
  text-decoration: none;
}
.link:hover {
  background: var(--paper-raised);
}
.text {
  display: flex;
  flex-direction: column;
  gap: var(--space-2);
}
.title {
  font: 600 var(--type-7)/1.15 var(--narrow);
}
.who {
  color: var(--ink-soft);
}
.next {
  margin-top: var(--space-5);
  max-width: 62ch;
}
.next b {
  font-weight: 600;
  color: var(--mud);
  margin-right: var(--space-2);
}
.tally {
  display: flex;
  flex-direction: column;
  padding-bottom: var(--space-8);
}
.n b {
  font: 600 var(--type-7)/1.25 var(--narrow);
}
.n.alarm {
  color: var(--stop);
}
.acts {
  position: absolute;
  right: 8px;
  bottom: 14px;
  width: 216px;
  display: flex;
  gap: var(--space-4);
}
.beside {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  min-height: 24px;
  color: var(--ink-soft);
}
.beside input {
  width: 24px;
  height: 24px;
  margin: 0;
}
.acts button {
  white-space: nowrap;
  border: 0;
  background: none;
  padding: 0;
  color: var(--ink-soft);
  text-decoration: underline;
  font-size: var(--type-3);
}
.ends {
  display: flex;
  gap: var(--space-4);
}
@media (max-width: 760px) {
  header {
    flex-wrap: wrap;
    gap: var(--space-4);
    padding: var(--space-5) var(--space-7);
  }
  .shop {
    order: 4;
    flex-basis: 100%;
  }
  .find {
    order: 5;
    width: 100%;
  }
  main {
    padding: 0 var(--space-7) var(--space-8);
  }
  .link {
    grid-template-columns: 1fr;
    gap: var(--space-4);
    padding-bottom: var(--space-9);
  }
  .pattern {
    flex-wrap: wrap;
  }
}
.troubled {
  flex: 1;
  padding: var(--space-5) var(--space-7);
}
.troubled .bad {
  margin: var(--space-2) 0 var(--space-4);
  overflow-wrap: anywhere;
}
</style>
