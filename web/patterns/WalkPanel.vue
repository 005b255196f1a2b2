<script setup lang="ts">
import { computed } from 'vue';
import { orderCovers } from '#core/build/index';
import { coversFor, coverMinutes } from '#core/craft/covers';
import { STATE_WORDS, fastenerWords } from '#core/craft/differences';
import PickField from '../fields/PickField.vue';
import { useTable } from './table';

/** Any place or leg opened: what must come off for it, in the order it does. */
const { store, state, draft, pick, turnTo } = useTable();
const things = computed(() => [
  ['', 'pick one, or press it on the drawing'] as const,
  ...(['places', 'legs'] as const).flatMap((list) =>
    Object.entries(draft.value[list]).map(([id, { name }]) => [id, name] as const),
  ),
]);
const thing = computed(() => {
  const id = state.picked;
  return id === undefined ? undefined : (draft.value.places[id] ?? draft.value.legs[id]);
});
const open = computed(() => (thing.value ? coversFor(draft.value, [thing.value.covers], false) : {}));
const order = computed(() => orderCovers(draft.value, open.value).covers);
const minutes = computed(() => coverMinutes(draft.value, open.value));
</script>

<template>
  <section>
    <h2>Walk</h2>
    <p v-if="store.faults.length" class="small">Some of it is wrong yet; what is shown goes by what there is.</p>
    <PickField
      label="Get at"
      :options="things"
      :model-value="state.picked ?? ''"
      @update:model-value="pick($event || undefined)"
    />
    <template v-if="thing">
      <p v-if="!order.length" class="sum">Nothing comes off: it lies open.</p>
      <template v-else>
        <p class="sum">
          <b>{{ order.length }} {{ order.length === 1 ? 'cover' : 'covers' }}, {{ minutes }} min</b> off and on again.
        </p>
        <ol>
          <li v-for="(one, i) in order" :key="one.cover" :data-opened="one.cover">
            <button type="button" class="option" @click="turnTo('covers', one.cover)">
              <span
                >{{ i + 1 }} <b>{{ draft.covers[one.cover]!.name }}</b> {{ STATE_WORDS[one.state] }}<br />{{
                  one.way.hint
                }}
                <small v-for="(f, id) in one.way.fasteners" :key="id"><br />{{ fastenerWords(f) }}</small></span
              >
            </button>
          </li>
        </ol>
      </template>
    </template>
  </section>
</template>

<style scoped>
.inspector .sum {
  margin-top: var(--space-4);
}
</style>
