<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  provide,
  ref,
  useTemplateRef,
  watch,
  type Component,
} from 'vue';
import { onBeforeRouteLeave, useRouter } from 'vue-router';
import { STATIONS, type Station } from '#core/findings/finding';
import { useBay } from '../stores/bay';
import { isInField, useLeaving, useUndoKeys } from './leaving';
import { useJob } from '../stores/job';
import { useLibrary } from '../stores/library';
import JobBanner from './JobBanner.vue';
import { fetchAhead } from './fetch-ahead';
import { useKeptFocus } from '../fields/kept-focus';
import JobTitle from './JobTitle.vue';
import KeysDialog from './KeysDialog.vue';
import LedgerStrip from './LedgerStrip.vue';
import PageUnavailable from './PageUnavailable.vue';
import StationBoundary from './StationBoundary.vue';
import StationTabs from './StationTabs.vue';
import { FACES } from '../stations';
import { STATION_FACES, stationKey } from './stations';
import { useTheme } from './theme';
import { inches, toggleUnits } from './units';

const props = defineProps<{ id: string; station: Station }>();
const job = useJob();
const bay = useBay();
const library = useLibrary();
const router = useRouter();
const { theme, toggle } = useTheme();
const keysOpen = ref(false);

const VIEWS = Object.fromEntries(
  STATIONS.map((s) => [s, defineAsyncComponent({ loader: FACES[s].view, errorComponent: PageUnavailable })]),
) as Record<Station, Component>;
provide(STATION_FACES, FACES);
const shell = useTemplateRef<HTMLElement>('shell');
useKeptFocus(shell);
onMounted(() => fetchAhead(STATIONS.map((s) => FACES[s].view)));

function openJob(id: string): void {
  void job.open(id);
  void bay.open(id);
}
watch(() => props.id, openJob, { immediate: true });
void library.loadShelf();
watch(
  [() => job.job?.title, () => props.station],
  ([title, station]) => {
    document.title = title ? `${title} · ${FACES[station].name} · Haltrik` : 'Haltrik';
  },
  { immediate: true },
);

const saveText = computed(() => {
  const { save } = job;
  switch (save.is) {
    case 'saved':
      return save.at
        ? `Saved ${save.at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' })}`
        : 'Saved';
    case 'waiting':
    case 'saving':
      return 'Saving…';
    case 'away':
      return `Not saved: ${save.why ?? 'server away'}; kept on this device`;
    case 'conflict':
      return 'Not saved: changed elsewhere';
    case 'gone':
      return 'Not saved: deleted elsewhere';
  }
  return '';
});

useUndoKeys(job);
useEventListener(window, 'keydown', (event) => {
  const ctrl = event.ctrlKey || event.metaKey;
  if (event.key === '?' && !isInField(event)) {
    event.preventDefault();
    keysOpen.value = true;
  } else if (event.altKey && !ctrl) {
    const to = STATIONS.find((each) => stationKey(FACES[each]) === event.key);
    if (!to) return;
    event.preventDefault();
    void router.push({ params: { station: to } });
  }
});
useLeaving(
  () => job.unsaved,
  () => job.flush(),
);
onBeforeRouteLeave(() => {
  void job.flush();
});
onBeforeUnmount(() => {
  if (!job.unsaved) job.reset();
});
</script>

<template>
  <div ref="shell" class="shell">
    <header class="head">
      <h1 class="visually-hidden">{{ job.job?.title ?? 'Job' }}: {{ FACES[station].name }}</h1>
      <RouterLink to="/" class="home" title="All jobs">Haltrik<span> Board</span></RouterLink>
      <JobTitle />
      <StationTabs :station="station" />
      <div class="tools">
        <BButton
          :disabled="!job.past.length"
          :title="job.past.length ? `Undo: ${job.past.at(-1)!.label} (Ctrl+Z)` : 'Nothing to undo'"
          @click="job.undo()"
          >Undo</BButton
        >
        <BButton
          :disabled="!job.future.length"
          :title="job.future.length ? `Redo: ${job.future.at(-1)!.label} (Ctrl+Y)` : 'Nothing to redo'"
          @click="job.redo()"
          >Redo</BButton
        >
        <BButton title="Millimetres or inches; the job keeps what was typed" data-testid="units" @click="toggleUnits">{{
          inches ? 'in' : 'mm'
        }}</BButton>
        <BButton title="Keys (?)" aria-label="Keys" @click="keysOpen = true">?</BButton>
        <BButton :aria-pressed="theme === 'bay'" title="Bright yard or dim bay" @click="toggle">{{
          theme === 'yard' ? 'Yard' : 'Bay'
        }}</BButton>
      </div>
    </header>

    <JobBanner :station="station" />

    <main v-if="job.failure" class="message">
      <p><b>This job cannot be opened.</b> {{ job.failure }}.</p>
      <BButton variant="primary" @click="openJob(id)">Try again</BButton>
      <BButton @click="router.push('/')">Go to the Board</BButton>
    </main>
    <StationBoundary v-else-if="job.job && job.plan" :key="station" :name="FACES[station].name">
      <component :is="VIEWS[station]" />
    </StationBoundary>
    <p v-else class="message" role="status">Laying out the sheet…</p>

    <LedgerStrip :ledger="job.plan?.ledger" :was="job.was">
      <div class="block">
        <span class="what">{{ job.job?.customer || 'No customer named' }}</span>
        <span class="save" :class="job.save.is" role="status" data-testid="save-state">{{ saveText }}</span>
      </div>
    </LedgerStrip>
    <KeysDialog v-model="keysOpen" />
    <div class="visually-hidden-live" aria-live="polite">{{ job.said }}</div>
  </div>
</template>

<style scoped>
.shell {
  height: 100%;
  display: grid;
  /* Each thing in its row whether there is a banner or not; to ask that of the page would have it asked at each edit. */
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
}
.shell > :deep(main),
.shell > .message {
  grid-row: 3;
}
.shell > :deep(.ledger) {
  grid-row: 4;
}
.head {
  display: flex;
  align-items: stretch;
  gap: var(--space-5);
  height: 50px;
  padding: 0 var(--space-7);
  border-bottom: 2px solid var(--ink);
  background: var(--paper-raised);
}
.home {
  align-self: center;
  font: 600 var(--type-6) var(--narrow);
  color: var(--ink);
  text-decoration: none;
}
.home span {
  font: 500 var(--type-2) var(--text);
  color: var(--tarn);
  text-decoration: underline;
}
.tools {
  display: flex;
  align-items: center;
  gap: var(--space-3);
}
.message {
  padding: var(--space-9);
  font-size: var(--type-5);
}
.block {
  flex: 1.6 1 0;
  padding: var(--space-3) var(--space-6) 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.what {
  font-weight: 500;
  line-height: 1.15;
  max-height: 2.3em;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.save {
  font-size: var(--type-2);
  color: var(--ink-soft);
}
.save.away,
.save.gone,
.save.conflict,
.save.refused {
  color: var(--stop);
  font-weight: 500;
}
/* Where the row is too short for the title, the stations stand below it. */
@media (max-width: 1200px) {
  .head {
    height: auto;
    flex-wrap: wrap;
    padding-top: var(--space-2);
  }
  .tools {
    order: 1;
  }
  .tabs {
    order: 2;
    width: 100%;
  }
}
@media (max-width: 760px) {
  .head {
    height: auto;
    flex-wrap: wrap;
    gap: var(--space-1) var(--space-5);
    padding: var(--space-2) var(--space-5) 0;
  }
  .tabs {
    position: relative;
    order: 5;
    width: 100%;
    overflow-x: auto;
    scrollbar-width: none;
  }
  .message {
    padding: var(--space-8) var(--space-7);
  }
  /* The figures in one row that is drawn sideways; who it is for stands on the drawing's sheet anyway. */
  .shell :deep(.ledger) {
    height: auto;
    overflow-x: auto;
  }
  .shell :deep(.ledger dl),
  .shell :deep(.cell) {
    flex: none;
  }
  .block {
    flex: none;
    max-width: 60vw;
  }
}
</style>
