<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch, type Component } from 'vue';
import { contentHash } from '#core/document/hash';
import { useLibrary } from '../stores/library';
import { standing } from '../drawing/standing';
import PickStrip from '../fields/PickStrip.vue';
import { useLeaving, useUndoKeys } from '../app/leaving';
import SheetPage from '../app/SheetPage.vue';
import { useTheme } from '../app/theme';
import { inches, toggleUnits } from '../app/units';
import CoversPanel from './CoversPanel.vue';
import DraftSheet from './DraftSheet.vue';
import FaultList from './FaultList.vue';
import JointsPanel from './JointsPanel.vue';
import LegsPanel from './LegsPanel.vue';
import LinesPanel from './LinesPanel.vue';
import MeasuresPanel from './MeasuresPanel.vue';
import PictureSheet from './PictureSheet.vue';
import PicturesPanel from './PicturesPanel.vue';
import PlacesPanel from './PlacesPanel.vue';
import WalkPanel from './WalkPanel.vue';
import WholePanel from './WholePanel.vue';
import { PARTS, useTable, type DraftPart } from './table';

/** A craft on the drawing table. */
const props = defineProps<{ id: string }>();
const { store, state, clear, turnTo } = useTable();
const library = useLibrary();
const { theme, toggle } = useTheme();
watch(
  () => props.id,
  (id) => {
    clear();
    void library.reloadPatterns();
    void store.open(id);
  },
  { immediate: true },
);
watch(
  () => store.draft?.name,
  (name) => (document.title = `${name ?? 'Pattern'} · Haltrik`),
);
const PANELS: Record<DraftPart, Component> = {
  whole: WholePanel,
  pictures: PicturesPanel,
  lines: LinesPanel,
  places: PlacesPanel,
  legs: LegsPanel,
  covers: CoversPanel,
  joints: JointsPanel,
  measures: MeasuresPanel,
  walk: WalkPanel,
};
const part = computed({ get: () => state.part, set: (next: DraftPart) => turnTo(next) });
watch(part, () => (standing.value = {}));

const SAVE_WORDS = {
  saved: 'Saved',
  saving: 'Saving…',
  away: 'Not saved: server away; kept on this device',
  gone: 'Not saved: deleted elsewhere',
} as const;

/** The pattern of its key that jobs begin from, where there is one. */
const published = computed(() => library.patterns.find(({ pattern }) => pattern.id === props.id));
const ready = computed(() => {
  if (!store.draft) return undefined;
  const { underlays, ...pattern } = store.draft;
  return pattern;
});
const isPublished = computed(() => ready.value !== undefined && published.value?.hash === contentHash(ready.value));
const told = ref('');
async function publish(): Promise<void> {
  told.value = '';
  try {
    await store.flush();
    await library.putPattern(ready.value!, published.value?.hash ?? null);
    told.value = 'Published: new jobs begin from it. Jobs that have an earlier one are offered this.';
  } catch (error) {
    told.value = error instanceof Error ? error.message : String(error);
    await library.reloadPatterns();
  }
}
useUndoKeys(store);
useLeaving(
  () => store.save !== 'saved',
  () => store.flush(),
);
onBeforeUnmount(() => {
  standing.value = {};
  void store.flush();
});
</script>

<template>
  <div class="draw">
    <header>
      <RouterLink to="/" class="home">Haltrik<span> Board</span></RouterLink>
      <RouterLink to="/patterns" class="up">Patterns</RouterLink>
      <h1>{{ store.draft?.name ?? 'Pattern' }}</h1>
      <span class="state" data-testid="draft-state" role="status">{{ SAVE_WORDS[store.save] }}</span>
      <div class="tools">
        <BButton
          :disabled="!store.past.length"
          :title="store.past.length ? `Undo: ${store.past.at(-1)!.label} (Ctrl+Z)` : 'Nothing to undo'"
          @click="store.undo()"
          >Undo</BButton
        >
        <BButton
          :disabled="!store.future.length"
          :title="store.future.length ? `Redo: ${store.future.at(-1)!.label} (Ctrl+Y)` : 'Nothing to redo'"
          @click="store.redo()"
          >Redo</BButton
        >
        <BButton :title="`Lengths in ${inches ? 'inches' : 'millimetres'}`" @click="toggleUnits">{{
          inches ? 'in' : 'mm'
        }}</BButton>
        <BButton :aria-pressed="theme === 'bay'" @click="toggle">{{ theme === 'yard' ? 'Yard' : 'Bay' }}</BButton>
        <a v-if="store.draft" class="btn btn-outline-secondary" :href="`/api/drafts/${id}/pattern.json`" download
          >Export</a
        >
        <BButton
          variant="primary"
          :disabled="!store.draft || store.faults.length > 0 || isPublished"
          :title="
            store.faults.length
              ? `${store.faults.length} things are wrong in it yet`
              : isPublished
                ? 'New jobs begin from it as it is'
                : 'New jobs begin from it'
          "
          @click="publish"
          >{{ isPublished ? 'Published' : 'Publish' }}</BButton
        >
      </div>
    </header>
    <p v-if="store.failure" class="missing">
      This drawing cannot be shown: {{ store.failure }}. <BButton @click="store.open(id)">Try again</BButton>
      <RouterLink to="/patterns">All patterns</RouterLink>
    </p>
    <SheetPage v-else-if="store.draft" label="Drawn" class="table">
      <template #sheet>
        <PictureSheet v-if="state.part === 'pictures'" />
        <DraftSheet v-else />
      </template>
      <template #panel>
        <PickStrip v-model="part" label="What is drawn" :options="PARTS" :columns="3" />
        <component :is="PANELS[state.part]" />
      </template>
      <template #below>
        <p v-if="told || store.said" class="said" role="status">{{ told || store.said }}</p>
        <FaultList class="below" />
      </template>
    </SheetPage>
    <p v-else class="missing" role="status">Fetching it…</p>
  </div>
</template>

<style scoped>
.draw {
  display: flex;
  flex-direction: column;
  height: 100vh;
}
header {
  display: flex;
  align-items: center;
  gap: var(--space-6);
  padding: var(--space-3) var(--space-6);
  border-bottom: 2px solid var(--ink);
  background: var(--paper-raised);
}
.home {
  font: 600 var(--type-6) var(--narrow);
  color: var(--ink);
  text-decoration: none;
}
.home span,
.up {
  display: inline-flex;
  align-items: center;
  min-height: 24px;
  font: 500 var(--type-2) var(--text);
  color: var(--tarn);
  text-decoration: underline;
}
h1 {
  font-size: var(--type-6);
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.state {
  font-size: var(--type-2);
  color: var(--ink-soft);
}
.tools {
  display: flex;
  gap: var(--space-3);
  flex-wrap: wrap;
}
.said {
  margin: 0;
  padding: var(--space-2) var(--space-7);
  font-size: var(--type-2);
  color: var(--ink-soft);
}
.missing {
  padding: var(--space-7);
}
.table {
  flex: 1;
}
@media (max-width: 760px) {
  .draw {
    height: auto;
  }
  header {
    flex-wrap: wrap;
  }
}
</style>
