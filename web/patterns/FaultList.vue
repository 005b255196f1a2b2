<script setup lang="ts">
import { computed } from 'vue';
import { coverWays } from '#core/craft/covers';
import { useTable, type DraftPart } from './table';

/** What is wrong in the drawing yet, each by its path; pressed, it shows what it is wrong with. */
const { store, state, draft, turnTo, pick } = useTable();
const WHERE: Readonly<Record<string, DraftPart>> = {
  places: 'places',
  junctions: 'places',
  legs: 'legs',
  covers: 'covers',
  joints: 'joints',
  measures: 'measures',
  drawing: 'lines',
};
const rows = computed(() =>
  store.faults.map(({ path, expected }) => {
    const [list = '', id = '', , stroke] = path.split('.');
    const name = (draft.value as unknown as Record<string, Record<string, { name?: string }>>)[list]?.[id]?.name;
    return { path, expected, name, part: WHERE[list] ?? ('whole' as const), list, id, stroke };
  }),
);
function show({ part, list, id, stroke }: (typeof rows.value)[number]): void {
  turnTo(part, list === 'drawing' ? undefined : id);
  if (list !== 'drawing') return;
  state.view = id === 'top' ? 'top' : 'side';
  pick(stroke);
}
/** What nobody could get at, though nothing in it contradicts itself. */
const warnings = computed(() => {
  const { places, legs, covers } = draft.value;
  const alone = Object.entries(places).filter(
    ([id]) => !Object.values(legs).some(({ from, to }) => from === id || to === id),
  );
  const named = new Set([
    ...Object.values(places).flatMap((place) => Object.keys(place.covers)),
    ...Object.values(legs).flatMap((leg) => [...Object.keys(leg.covers), ...Object.keys(leg.fish?.covers ?? {})]),
    ...Object.values(covers).flatMap((cover) => coverWays(cover).flatMap(({ way }) => Object.keys(way.after))),
  ]);
  return [
    ...alone.map(([id, { name }]) => ({ part: 'places' as const, id, words: `${name}: no leg leads there` })),
    ...Object.entries(covers).flatMap(([id, { name }]) =>
      named.has(id) ? [] : [{ part: 'covers' as const, id, words: `${name}: nothing is behind it` }],
    ),
  ];
});
</script>

<template>
  <section class="faults" aria-label="What is wrong yet">
    <h2>
      Wrong yet <span>{{ rows.length || 'nothing' }}</span>
    </h2>
    <ul>
      <li v-for="row in rows" :key="row.path">
        <button type="button" class="option" @click="show(row)">
          <b>{{ row.name ?? row.path }}</b>: {{ row.expected }} <small v-if="row.name">{{ row.path }}</small>
        </button>
      </li>
      <li v-for="one in warnings" :key="`${one.part}/${one.id}`">
        <button type="button" class="option soft" @click="turnTo(one.part, one.id)">{{ one.words }}</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.faults {
  border-top: 2px solid var(--ink);
  padding: var(--space-4) var(--space-7);
}
h2 {
  font-size: var(--type-5);
}
h2 span {
  font: var(--type-3) var(--text);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.option {
  width: 100%;
  border: 0;
  border-top: 1px solid var(--rule-soft);
  background: none;
  color: var(--ink);
  text-align: left;
  font-size: var(--type-2);
  padding: var(--space-2) 0;
  overflow-wrap: anywhere;
}
.option:hover {
  background: var(--tarn-wash);
}
.soft,
small {
  color: var(--ink-soft);
}
</style>
