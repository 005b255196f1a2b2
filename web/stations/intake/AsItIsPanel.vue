<script setup lang="ts">
import { computed, ref, watch, type Component } from 'vue';
import type { ChangedList } from '#core/craft/changes';
import { coverWays } from '#core/craft/covers';
import { CHANGED_NAMES, STATE_WORDS, differencesOf } from '#core/craft/differences';
import type { Pattern } from '#core/craft/pattern';
import { craftMap } from '#core/routing/index';
import PickStrip from '../../fields/PickStrip.vue';
import FoldRow from '../../fields/FoldRow.vue';
import { useSheet } from '../../app/sheet';
import { LEAST_IN_STEPS } from '#core/units/shown';
import { inUnits, lengthText, lengthUnit, shownLength } from '../../app/units';
import CoverFields from './CoverFields.vue';
import NewOnCraft from './NewOnCraft.vue';
import OfferPattern from './OfferPattern.vue';
import PlaceFields from './PlaceFields.vue';
import WayFields from './WayFields.vue';

/** Covers, places and legs as they are on this one craft, and where they differ from its pattern. */
const { store, job, pattern } = useSheet();
const differences = computed(() => differencesOf(job.value.craft));
const differs = computed(() => new Set(differences.value.map(({ of, id }) => `${of}/${id}`)));
const LISTS: Record<ChangedList, string> = { covers: 'Covers', places: 'Places', legs: 'Legs' };
const FIELDS: Record<ChangedList, Component> = { covers: CoverFields, places: PlaceFields, legs: WayFields };
const list = ref<ChangedList>('covers');
const opened = ref<string>();
/** Of each in the list: its name, and a word about it. */
const LINES: { [L in ChangedList]: (one: Pattern[L][string], id: string) => string } = {
  covers: (cover) =>
    coverWays(cover)
      .map(({ state }) => STATE_WORDS[state])
      .join(', '),
  places: ({ room }) => `${[room.w, room.h, room.d].map(shownLength).join(' × ')} ${lengthUnit()}`,
  legs: (_, id) => lengthText(craftMap(pattern.value).legs[id]!.lengthMm),
};
const rows = computed(() =>
  Object.entries(pattern.value[list.value]).map(([id, one]) => ({
    id,
    name: one.name,
    words: LINES[list.value](one as never, id),
  })),
);
watch(
  () => store.selected,
  (chosen) => {
    if (chosen?.kind !== 'cover') return;
    list.value = 'covers';
    opened.value = chosen.id;
  },
  { immediate: true },
);
/** What the pattern lacks has nothing to go back to. */
const isDrawn = (of: ChangedList, id: string) => Object.hasOwn(job.value.craft.pattern[of], id);
</script>

<template>
  <section>
    <h2>The craft as it is</h2>
    <p class="small">Where this one differs from its pattern. Only this job follows it.</p>
    <ul data-testid="differences">
      <li v-for="d in differences" :key="`${d.of}/${d.id}`" class="entry">
        <span
          ><b>{{ CHANGED_NAMES[d.of] }}: {{ d.name }}</b
          ><br />{{ inUnits(d.words.join('; '), LEAST_IN_STEPS) }}</span
        >
        <BButton
          v-if="isDrawn(d.of, d.id)"
          :aria-label="`${d.name} as the pattern has it`"
          @click="store.edit([{ op: 'asDrawn', of: d.of, id: d.id }])"
          >Pattern</BButton
        >
      </li>
    </ul>
    <p v-if="!differences.length">Everything is as the pattern has it.</p>
    <PickStrip v-model="list" label="What of the craft" :options="LISTS" />
    <FoldRow
      v-for="row in rows"
      :key="row.id"
      :name="row.name"
      :words="differs.has(`${list}/${row.id}`) ? `${row.words}, differs` : row.words"
      :open="opened === row.id"
      :data-of-craft="row.id"
      @press="opened = opened === row.id ? undefined : row.id"
    >
      <component :is="FIELDS[list]" :id="row.id" />
    </FoldRow>
    <NewOnCraft :key="list" :list="list" @added="opened = $event" />
    <OfferPattern v-if="differences.length" />
  </section>
</template>

<style scoped>
.entry {
  display: flex;
  gap: var(--space-4);
  align-items: start;
  justify-content: space-between;
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-3) 0;
}
.entry .btn {
  flex: none;
}
</style>
