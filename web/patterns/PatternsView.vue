<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Pattern } from '#core/craft/pattern';
import { likeOne } from '#core/drafting/begin';
import { CRAFT_KINDS, KIND_NAMES } from '#core/gear/gear';
import { hasWords } from '#core/text/search';
import { api, newId } from '../api';
import { useLibrary } from '../stores/library';
import { draftEdits } from '../stores/kept-edits';
import { onLanded } from '../stores/live';
import LibraryPage from '../app/LibraryPage.vue';
import CraftSilhouette from '../app/CraftSilhouette.vue';
import BeginDialog from './BeginDialog.vue';

/** The crafts that jobs begin from, those that are being drawn, and how another is begun. */
const library = useLibrary();
const router = useRouter();
void library.reloadPatterns();
// What a closed page had not sent goes first.
void draftEdits.sendLeftEdits().then(library.loadDrafts);
document.title = 'Patterns · Haltrik';
const words = ref('');
const said = ref('');
const beginning = ref(false);
const like = ref<Pattern>();

const count = (map: object, one: string, many: string) => {
  const n = Object.keys(map).length;
  return `${n} ${n === 1 ? one : many}`;
};
const lineOf = (p: Pattern) =>
  [
    count(p.places, 'place', 'places'),
    count(p.covers, 'cover', 'covers'),
    count(p.legs, 'leg', 'legs'),
    count(p.joints, 'joint', 'joints'),
  ].join(' · ');
const families = computed(() =>
  CRAFT_KINDS.map((kind) => ({
    kind,
    patterns: library.patterns.filter(
      ({ pattern }) => pattern.kind === kind && hasWords(`${pattern.name} ${KIND_NAMES[kind]}`, words.value),
    ),
  })).filter(({ patterns }) => patterns.length),
);
const isDrawn = (id: string) => library.drafts.some((row) => row.id === id);

async function attempt(work: () => Promise<void>, done?: string): Promise<void> {
  try {
    await work();
    if (done) said.value = done;
  } catch (reason) {
    said.value = reason instanceof Error ? reason.message : String(reason);
    await Promise.all([library.reloadPatterns(), library.loadDrafts()]);
  }
}
/** A pattern is drawn on as itself: jobs go on with the copy they have until it is published and they take it. */
const drawOn = (pattern: Pattern) =>
  attempt(async () => {
    if (!isDrawn(pattern.id)) await api.beginDraft(likeOne(pattern, pattern.id, pattern.name), newId());
    await router.push(`/patterns/${pattern.id}`);
  });
function begin(from?: Pattern): void {
  like.value = from;
  beginning.value = true;
}
/** What is about to be deleted: it is asked once. */
const doomed = ref<string>();
const dropPattern = ({ id, name }: Pattern, hash: string) =>
  attempt(() => library.dropPattern(id, hash), `${name} is deleted. Jobs keep the pattern they were made with.`);
const dropDraft = ({ id, name, revision }: { id: string; name: string; revision: number }) =>
  attempt(async () => {
    await api.dropDraft(id, revision);
    await library.loadDrafts();
  }, `The drawing of ${name} is deleted.`);
onScopeDispose(
  onLanded(({ kind }) => {
    if (kind === 'shelf' || kind === 'open') void library.reloadPatterns();
    if (kind === 'draft' || kind === 'open') void library.loadDrafts();
  }),
);
const when = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <LibraryPage title="Patterns">
    <template #find>
      <input
        v-model="words"
        class="form-control find"
        type="search"
        placeholder="Find a craft"
        aria-label="Find a craft"
      />
    </template>
    <template #tools><BButton variant="primary" @click="begin()">Draw a craft</BButton></template>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="library.patternsFailure || library.draftsFailure" class="field-error" role="alert">
      The patterns cannot be shown: {{ library.patternsFailure ?? library.draftsFailure }}.
      <BButton @click="(library.reloadPatterns(), library.loadDrafts())">Try again</BButton>
    </p>
    <section v-if="library.drafts.length">
      <h2>Being drawn</h2>
      <ul class="things">
        <li v-for="row in library.drafts" :key="row.id" :data-draft="row.id">
          <span>
            <RouterLink :to="`/patterns/${row.id}`" class="opens"
              ><b>{{ row.name }}</b></RouterLink
            ><br /><span class="soft">{{ KIND_NAMES[row.kind] }} · drawn on {{ when(row.changedAt) }}</span>
            <span class="acts">
              <BButton
                v-if="doomed !== `draft/${row.id}`"
                :aria-label="`Delete the drawing of ${row.name}`"
                @click="doomed = `draft/${row.id}`"
                >×</BButton
              >
              <BButton v-else variant="danger" @click="dropDraft(row)">Delete the drawing for good</BButton>
            </span>
          </span>
        </li>
      </ul>
    </section>
    <section v-for="{ kind, patterns } in families" :key="kind">
      <h2 class="family">{{ KIND_NAMES[kind] }}</h2>
      <ul class="things">
        <li v-for="{ pattern, hash } in patterns" :key="pattern.id" :data-pattern="pattern.id">
          <CraftSilhouette :pattern="pattern" :w="190" :h="92" />
          <span>
            <b>{{ pattern.name }}</b><br /><span class="soft">{{ lineOf(pattern) }}</span>
            <span class="acts">
              <BButton :aria-label="`Draw on ${pattern.name}`" @click="drawOn(pattern)">Draw on it</BButton>
              <BButton :aria-label="`Another like ${pattern.name}`" @click="begin(pattern)">Another like it</BButton>
              <a
                class="btn btn-outline-secondary"
                :href="`/api/patterns/${pattern.id}/pattern.json`"
                :aria-label="`Export ${pattern.name}`"
                download
                >Export</a
              >
              <BButton
                v-if="doomed !== `pattern/${pattern.id}`"
                :aria-label="`Delete ${pattern.name}`"
                @click="doomed = `pattern/${pattern.id}`"
                >×</BButton
              >
              <BButton v-else variant="danger" @click="dropPattern(pattern, hash)">Delete for good</BButton>
            </span>
          </span>
        </li>
      </ul>
    </section>
    <p v-if="words && !families.length">
      No craft is called that. <BButton @click="words = ''">Show all of them</BButton>
    </p>
    <template #dialogs><BeginDialog v-model="beginning" :like="like" /></template>
  </LibraryPage>
</template>

<style scoped>
.opens {
  display: inline-flex;
  align-items: center;
  min-height: 24px;
}
.family::first-letter {
  text-transform: uppercase;
}
li a:not(.btn) {
  color: var(--tarn);
}
</style>
