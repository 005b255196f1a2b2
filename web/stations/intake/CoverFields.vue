<script setup lang="ts">
import { computed, ref } from 'vue';
import { coverWays } from '#core/craft/covers';
import { STATE_WORDS } from '#core/craft/differences';
import { COVER_STATES, type CoverState, type CoverWay } from '#core/craft/cover';
import type { Operation } from '#core/job/operations';
import { useSheet } from '../../app/sheet';
import CoverWayFields from '../../fields/CoverWayFields.vue';
import PickField from '../../fields/PickField.vue';
import PickStrip from '../../fields/PickStrip.vue';
import TextField from '../../fields/TextField.vue';
import { someWords } from '../../fields/typed';

/** One cover as it is on this craft: how far it opens, and what that takes. */
const props = defineProps<{ id: string }>();
const { store, job, pattern } = useSheet();
const cover = computed(() => pattern.value.covers[props.id]!);
const ways = computed(() => coverWays(cover.value));
const picked = ref<CoverState>();
const state = computed({
  get: () => (picked.value && cover.value.states[picked.value] ? picked.value : ways.value.at(-1)!.state),
  set: (next: CoverState) => (picked.value = next),
});
const way = computed((): CoverWay => cover.value.states[state.value]!);
/** As far as it opens, by what that is called. */
const shown = computed(
  () => Object.fromEntries(ways.value.map((one) => [one.state, STATE_WORDS[one.state]])) as Record<CoverState, string>,
);
const missing = computed(() => COVER_STATES.filter((one) => !cover.value.states[one]));

const edit = (operation: Operation) => store.edit([operation]);
const set = (part: NonNullable<Extract<Operation, { op: 'setCoverWay' }>['way']>) =>
  edit({ op: 'setCoverWay', cover: props.id, state: state.value, way: part });
const name = (text: string) => someWords(text, (clean) => edit({ op: 'setCover', cover: props.id, name: clean }));
const fastener = (id: string, part: Extract<Operation, { op: 'setCoverFastener' }>['fastener']) =>
  edit({ op: 'setCoverFastener', cover: props.id, state: state.value, id, fastener: part });
const part = (list: 'plugs' | 'hoses', id: string, text: string | null) =>
  edit({ op: 'setCoverPart', cover: props.id, state: state.value, list, id, name: text });
const otherCovers = computed(() =>
  Object.fromEntries(Object.entries(pattern.value.covers).filter(([id]) => id !== props.id)),
);

/** What is got at only with it open. */
const hides = computed((): { of: 'places' | 'legs'; id: string; name: string; far: CoverState }[] =>
  (['places', 'legs'] as const).flatMap((of) =>
    Object.entries(pattern.value[of]).flatMap(([id, one]) =>
      Object.hasOwn(one.covers, props.id) ? [{ of, id, name: one.name, far: one.covers[props.id]! }] : [],
    ),
  ),
);
const toHide = computed((): (readonly [string, string])[] => [
  ['', 'another place or leg'],
  ...(['places', 'legs'] as const).flatMap((of) =>
    Object.entries(pattern.value[of]).flatMap(([id, one]): (readonly [string, string])[] =>
      Object.hasOwn(one.covers, props.id) ? [] : [[`${of}/${id}`, one.name]],
    ),
  ),
]);
function hide(key: string): void {
  const [of, id] = key.split('/') as ['places' | 'legs', string];
  edit({ op: 'setBehind', of, id, cover: props.id, state: ways.value.at(-1)!.state });
}
const isHere = computed(() => Object.hasOwn(job.value.craft.pattern.covers, props.id));
</script>

<template>
  <div class="fields">
    <TextField label="Name" :shown="cover.name" :max="400" :take="name" />
  </div>
  <PickStrip v-if="ways.length > 1" v-model="state" label="How far it opens" :options="shown" />
  <p v-else class="small">It comes {{ STATE_WORDS[state] }}.</p>
  <CoverWayFields :way="way" :others="otherCovers" @set="set" @fastener="fastener" @part="part" />
  <h3>Behind it</h3>
  <p v-for="thing in hides" :key="`${thing.of}/${thing.id}`" class="entry">
    <span>{{ thing.name }}, {{ STATE_WORDS[thing.far] }}</span>
    <BButton
      :aria-label="`${thing.name} is not behind it`"
      @click="edit({ op: 'setBehind', of: thing.of, id: thing.id, cover: id, state: null })"
      >×</BButton
    >
  </p>
  <p v-if="!hides.length" class="small">Nothing yet: it would never be opened.</p>
  <PickField label="Hides" :options="toHide" :model-value="''" @update:model-value="hide" />
  <div class="ends">
    <BButton
      v-for="one in missing"
      :key="one"
      @click="(edit({ op: 'setCoverWay', cover: id, state: one, way: {} }), (picked = one))"
      >It can be {{ STATE_WORDS[one] }} too</BButton
    >
    <BButton v-if="ways.length > 1" @click="edit({ op: 'setCoverWay', cover: id, state, way: null })"
      >It cannot be {{ STATE_WORDS[state] }}</BButton
    >
    <BButton @click="edit({ op: 'setCover', cover: id, name: null })">{{
      isHere ? 'Not on this craft' : 'Delete'
    }}</BButton>
  </div>
</template>

<style scoped>
.entry {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-top: 1px solid var(--rule-soft);
}
</style>
