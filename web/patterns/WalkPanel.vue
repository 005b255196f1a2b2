<script setup lang="ts">
import { computed } from 'vue';
import { STATE_WORDS, fastenerWords } from '#core/craft/differences';
import { walkTo } from '#core/drafting/walk';
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
const walk = computed(() => (state.picked === undefined ? undefined : walkTo(draft.value, state.picked)));
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
    <template v-if="walk">
      <p v-if="!walk.covers.length" class="sum">Nothing comes off: it lies open.</p>
      <template v-else>
        <p class="sum">
          <b>{{ walk.covers.length }} {{ walk.covers.length === 1 ? 'cover' : 'covers' }}, {{ walk.minutes }} min</b>
          off and on again.
        </p>
        <ol>
          <li v-for="(one, i) in walk.covers" :key="one.cover" :data-opened="one.cover">
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
