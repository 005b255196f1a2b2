<script setup lang="ts">
import { computed, ref } from 'vue';
import { GEAR_KIND_NAMES, type GearKind } from '#core/gear/gear';
import { useLibrary } from '../stores/library';
import { figuresOf, sizeOf } from '../stations/gear/words';
import ImportDialog from './ImportDialog.vue';
import { useTheme } from './theme';

/** The workshop's gear, kind by kind, each drawn to one scale; in and out as a table. */
const library = useLibrary();
const { theme, toggle } = useTheme();
void library.loadShelf();
document.title = 'Shelf · Haltrik';
const search = ref('');
const importing = ref(false);
const said = ref('');
const kinds = computed(() =>
  (Object.keys(GEAR_KIND_NAMES) as GearKind[])
    .map((kind) => ({
      kind,
      name: GEAR_KIND_NAMES[kind],
      items: library.shelf.filter(
        (item) =>
          item.kind === kind && `${item.name} ${item.note}`.toLowerCase().includes(search.value.toLowerCase().trim()),
      ),
    }))
    .filter((k) => k.items.length),
);
async function taken(): Promise<void> {
  library.shelf = [];
  await library.loadShelf();
  said.value = 'The shelf is as the table has it. Jobs keep the gear they were made with.';
}
/** Pixels of a millimetre: all items at one scale, so that they can be held against each other. */
const SCALE = 0.32;
</script>

<template>
  <div class="shelf-view">
    <header>
      <RouterLink to="/" class="home">Haltrik<span> Board</span></RouterLink>
      <h1>Shelf</h1>
      <input v-model="search" class="form-control find" placeholder="Find by name or note" aria-label="Find gear" />
      <BButton :aria-pressed="theme === 'bay'" @click="toggle">{{ theme === 'yard' ? 'Yard' : 'Bay' }}</BButton>
      <a class="btn btn-outline-secondary" href="/api/shelf.csv" download data-file="shelf.csv">Export CSV</a>
      <BButton variant="primary" @click="importing = true">Import</BButton>
    </header>
    <main>
      <p v-if="said" role="status">{{ said }}</p>
      <p v-if="library.shelfFailure" class="field-error" role="alert">
        The shelf cannot be shown: {{ library.shelfFailure }}.
        <BButton @click="library.loadShelf()">Try again</BButton>
      </p>
      <p v-else-if="library.shelf.length && !kinds.length">Nothing on the shelf matches “{{ search }}”.</p>
      <section v-for="k in kinds" :key="k.kind">
        <h2>{{ k.name }}s</h2>
        <ul>
          <li v-for="item in k.items" :key="item.id" :data-item="item.id">
            <svg :width="230 * SCALE" height="64" :viewBox="`0 0 ${230} ${64 / SCALE}`" aria-hidden="true">
              <ellipse
                v-if="item.kind === 'speaker'"
                class="body"
                :cx="115"
                :cy="32 / SCALE"
                :rx="item.size.w / 2"
                :ry="item.size.h / 2"
              />
              <rect
                v-else
                class="body"
                :x="115 - item.size.w / 2"
                :y="32 / SCALE - item.size.h / 2"
                :width="item.size.w"
                :height="item.size.h"
              />
            </svg>
            <span>
              <b>{{ item.name }}</b><br />{{ figuresOf(item) }}<br /><span class="soft"
                >{{ sizeOf(item) }} · {{ item.massKg }} kg<template v-if="item.note"> · {{ item.note }}</template></span
              >
            </span>
          </li>
        </ul>
      </section>
    </main>
    <ImportDialog v-model="importing" @taken="taken" />
  </div>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  padding: var(--space-6) var(--space-8);
  border-bottom: 2px solid var(--ink);
  background: var(--paper-raised);
  flex-wrap: wrap;
}
.home {
  font: 600 var(--type-6) var(--narrow);
  color: var(--ink);
  text-decoration: none;
}
.home span {
  font: 500 var(--type-2) var(--text);
  color: var(--tarn);
  text-decoration: underline;
}
h1 {
  font-size: var(--type-7);
  flex: 1;
}
.find {
  width: 240px;
}
main {
  padding: var(--space-4) var(--space-8) var(--space-9);
}
h2 {
  font-size: var(--type-6);
  margin: var(--space-7) 0 var(--space-2);
  border-bottom: 2px solid var(--ink);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2;
  column-gap: var(--space-8);
}
li {
  display: flex;
  gap: var(--space-7);
  align-items: center;
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--rule-soft);
  break-inside: avoid;
}
svg {
  flex: none;
}
.body {
  fill: var(--ink);
}
.soft {
  color: var(--ink-soft);
}
@media (max-width: 760px) {
  ul {
    columns: 1;
  }
  header,
  main {
    padding-left: var(--space-7);
    padding-right: var(--space-7);
  }
}
</style>
