<script setup lang="ts">
import { computed, ref } from 'vue';
import { COVER_KINDS, COVER_KIND_IDS } from '#core/craft/cover-kinds';
import { coverWays } from '#core/craft/covers';
import { COVER_STATES, type CoverState, type CoverWay, type Fastener } from '#core/craft/cover';
import { STATE_WORDS } from '#core/craft/differences';
import { NEW_FASTENER, NEW_WAY } from '#core/craft/usual-entry';
import { said } from '#core/document/edits';
import { isSided, mirrorEdits } from '#core/drafting/mirrored';
import { CAUTIONS, CAUTION_IDS, type Caution } from '#core/tables/cautions';
import CoverWayFields from '../fields/CoverWayFields.vue';
import PickField from '../fields/PickField.vue';
import PickStrip from '../fields/PickStrip.vue';
import TextField from '../fields/TextField.vue';
import TickField from '../fields/TickField.vue';
import { someWords } from '../fields/typed';
import NamedRows from './NamedRows.vue';
import { useTable } from './table';

/** Covers: what holds each, what comes before it, how it comes off; pressed lines of the drawing belong to it. */
const { state, draft, pick, edit, put, drop, add } = useTable();
const cover = computed(() => (state.picked === undefined ? undefined : draft.value.covers[state.picked]));
const rows = computed(() =>
  Object.entries(draft.value.covers).map(([id, one]) => ({
    id,
    name: one.name,
    words: coverWays(one)
      .map(({ state: far }) => STATE_WORDS[far])
      .join(', '),
  })),
);
const ways = computed(() => (cover.value ? coverWays(cover.value) : []));
const far = ref<CoverState>();
const now = computed({
  get: () => (far.value && cover.value?.states[far.value] ? far.value : ways.value.at(-1)!.state),
  set: (next: CoverState) => (far.value = next),
});
const way = computed(() => cover.value!.states[now.value]!);
const shown = computed(
  () => Object.fromEntries(ways.value.map((one) => [one.state, STATE_WORDS[one.state]])) as Record<CoverState, string>,
);
const missing = computed(() => COVER_STATES.filter((one) => !cover.value?.states[one]));
const KINDS = [['', 'not said'] as const, ...COVER_KIND_IDS.map((id) => [id, COVER_KINDS[id].name] as const)];
const others = computed(() =>
  Object.fromEntries(Object.entries(draft.value.covers).filter(([id]) => id !== state.picked)),
);
const fresh: CoverWay = { ...NEW_WAY, hint: 'Lift it off.' };
const addCover = (name: string) => add('covers', name, { name, states: { off: fresh } });
const set = (part: Readonly<Record<string, unknown>>) => put('covers', state.picked!, part);
const states = (next: Readonly<Record<string, unknown>>) => set({ states: next });
const setWay = (part: { [M in keyof CoverWay]?: CoverWay[M] | undefined }) =>
  states({ ...cover.value!.states, [now.value]: said({ ...way.value, ...part }) });
function noMore(): void {
  const { [now.value]: _, ...left } = cover.value!.states;
  void states(left);
}
const changed = <T,>(map: Readonly<Record<string, T>>, id: string, to: T | null): Record<string, T> => {
  const { [id]: _, ...rest } = map;
  return to === null ? rest : { ...rest, [id]: to };
};
function fastener(id: string, part: object | null): void {
  const { fasteners } = way.value;
  const next = part && (said({ ...(fasteners[id] ?? NEW_FASTENER), ...part }) as Record<string, unknown>);
  // Straight on is not said.
  if (next && next['reach'] === null) delete next['reach'];
  void setWay({ fasteners: changed(fasteners, id, next as Fastener | null) });
}
const caution = (id: Caution, so: boolean) =>
  setWay({ cautions: so ? [...way.value.cautions, id] : way.value.cautions.filter((one) => one !== id) });
const behind = computed(() =>
  (['places', 'legs'] as const).flatMap((list) =>
    Object.values(draft.value[list]).flatMap((one) =>
      state.picked !== undefined && Object.hasOwn(one.covers, state.picked) ? [one.name] : [],
    ),
  ),
);
const lines = computed(() =>
  (['side', 'top'] as const).reduce(
    (sum, view) =>
      sum + Object.values(draft.value.drawing[view].strokes).filter((one) => one.cover === state.picked).length,
    0,
  ),
);
const mirror = () => edit(mirrorEdits(draft.value, 'covers', state.picked!), 'mirror to the other side');
</script>

<template>
  <section>
    <h2>Covers</h2>
    <NamedRows
      :rows="rows"
      :picked="state.picked"
      one="cover"
      @add="addCover"
      @pick="pick(state.picked === $event ? undefined : $event)"
    >
      <template v-if="cover">
        <p class="small">
          {{ lines === 1 ? '1 line of the drawing is' : `${lines} lines of the drawing are` }} on it. Press a line to
          put it on the cover, or to take it off.
        </p>
        <div class="fields">
          <TextField
            label="Name"
            :shown="cover.name"
            :max="400"
            :take="(text) => someWords(text, (name) => void set({ name }))"
          />
          <PickField
            label="Sort"
            :options="KINDS"
            :model-value="cover.kind ?? ''"
            @update:model-value="set({ kind: $event || undefined })"
          />
        </div>
        <PickStrip v-if="ways.length > 1" v-model="now" label="How far it opens" :options="shown" />
        <p v-else class="small">It comes {{ STATE_WORDS[now] }}.</p>
        <CoverWayFields
          :way="way"
          :others="others"
          @set="setWay"
          @fastener="fastener"
          @part="(list, id, name) => setWay({ [list]: changed(way[list], id, name) })"
        >
          <TextField
            label="How it goes back, where that is another trick"
            :shown="way.refit ?? ''"
            :max="400"
            :rows="2"
            :take="(text) => void setWay({ refit: text.trim() || undefined })"
          />
        </CoverWayFields>
        <h3>Cautions</h3>
        <div class="fields">
          <TickField
            v-for="id in CAUTION_IDS"
            :key="id"
            class="wide"
            :label="CAUTIONS[id]"
            :model-value="way.cautions.includes(id)"
            @update:model-value="caution(id, $event)"
          />
        </div>
        <h3>Behind it</h3>
        <p class="small">{{ behind.length ? behind.join(', ') : 'Nothing yet: say it at a place or a leg.' }}</p>
        <div class="ends">
          <BButton v-for="one in missing" :key="one" @click="(states({ ...cover.states, [one]: fresh }), (far = one))"
            >It can be {{ STATE_WORDS[one] }} too</BButton
          >
          <BButton v-if="ways.length > 1" @click="noMore">It cannot be {{ STATE_WORDS[now] }}</BButton>
          <BButton v-if="isSided(state.picked!, cover.name)" @click="mirror">Mirror to the other side</BButton>
          <BButton @click="drop('covers', state.picked!)">Delete</BButton>
        </div>
      </template>
    </NamedRows>
  </section>
</template>
