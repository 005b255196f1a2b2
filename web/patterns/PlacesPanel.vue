<script setup lang="ts">
import { computed } from 'vue';
import { WET_SIDES, WORKED_FROM, type Place } from '#core/craft/place';
import type { CoverState } from '#core/craft/cover';
import { NEW_PLACE } from '#core/craft/usual-entry';
import { isSided, mirrorEdits } from '#core/drafting/mirrored';
import { movedIn } from '#core/drafting/views';
import { MATERIAL_NAMES } from '#core/tables/materials';
import type { ViewName } from '#core/drawing/projection';
import MaybeField from '../fields/MaybeField.vue';
import OpenedRows from '../fields/OpenedRows.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import PlaceBasics from '../fields/PlaceBasics.vue';
import PointFields from '../fields/PointFields.vue';
import { someWords } from '../fields/typed';
import { lengthText } from '../app/units';
import NamedRows from './NamedRows.vue';
import { useTable, type Flat } from './table';

/** Places that gear goes in, and junctions where wires part: put on in one view, and their third coordinate in the other. */
const { state, draft, pick, edit, put, drop, add } = useTable();
const place = computed(() => (state.picked === undefined ? undefined : draft.value.places[state.picked]));
const junction = computed(() => (state.picked === undefined ? undefined : draft.value.junctions[state.picked]));
const list = computed(() => (place.value ? ('places' as const) : ('junctions' as const)));
const rowsOf = (of: 'places' | 'junctions') =>
  Object.entries(draft.value[of]).map(([id, one]) => ({
    id,
    name: one.name,
    words: one.at.map((mm) => lengthText(mm).split(' ')[0]).join(' · '),
  }));
const bodies = computed(() => Object.entries(draft.value.bodies).map(([id, { name }]) => [id, name] as const));
const NONE = ['', 'not said'] as const;
const materials = [NONE, ...Object.entries(MATERIAL_NAMES)] as const;
const wets = [['', 'both'] as const, ...Object.entries(WET_SIDES).filter(([id]) => id !== 'both')];
const reached = [['', 'from before it'] as const, ...Object.entries(WORKED_FROM)] as const;
const others = computed(() => [
  ['', 'no other place'] as const,
  ...Object.entries(draft.value.places).flatMap(([id, { name }]) => (id === state.picked ? [] : [[id, name] as const])),
]);
const FACES = {
  '1,0,0': 'forward',
  '-1,0,0': 'aft',
  '0,1,0': 'to the left',
  '0,-1,0': 'to the right',
  '0,0,1': 'up',
  '0,0,-1': 'down',
} as const;
const faces = computed(() => place.value!.faces.join(','));
const faceNames = computed(
  () =>
    ({ ...FACES, ...(Object.hasOwn(FACES, faces.value) ? {} : { [faces.value]: 'askew' }) }) as Record<string, string>,
);
type P = [number, number, number];

const set = (part: Readonly<Record<string, unknown>>) => put(list.value, state.picked!, part);
function cover(id: string, far: CoverState | null): void {
  const { [id]: _, ...rest } = place.value!.covers;
  void set({ covers: far === null ? rest : { ...rest, [id]: far } });
}

/** Asks for a new one's point in either view, then for what only the other shows. */
function ask(of: 'places' | 'junctions', name: string): void {
  const firstBody = Object.keys(draft.value.bodies)[0]!;
  state.asked = {
    words: `${name}: press where it is, in either view.`,
    at(view, to) {
      const spot = movedIn(view, [0, 0, Math.round(draft.value.drawing.side.bounds[3] / 2)], to);
      const made =
        of === 'places'
          ? ({ ...NEW_PLACE, name, body: firstBody, at: spot } satisfies Place)
          : { name, body: firstBody, at: spot };
      const id = add(of, name, made);
      if (id !== undefined) askOther(view, of, id, name);
    },
  };
}
function askOther(first: ViewName, of: 'places' | 'junctions', id: string, name: string): void {
  const view = first === 'side' ? 'top' : 'side';
  state.asked = {
    words: `${name}: now ${view === 'top' ? 'from above, how far to the left' : 'from the side, how high'}.`,
    view,
    at(_, [, v]: Flat) {
      state.asked = undefined;
      const now = draft.value[of][id]!.at;
      put(of, id, { at: (view === 'top' ? [now[0], v, now[2]] : [now[0], now[1], v]) as P }, `move ${name}`);
    },
  };
}
const mirror = () => edit(mirrorEdits(draft.value, list.value, state.picked!), 'mirror to the other side');
</script>

<template>
  <section>
    <h2>Places</h2>
    <NamedRows
      :rows="rowsOf('places')"
      :picked="state.picked"
      one="place"
      @add="ask('places', $event)"
      @pick="pick(state.picked === $event ? undefined : $event)"
    >
      <template v-if="place">
        <PlaceBasics :place="place" @set="set">
          <template #first>
            <PickField
              label="Body"
              :options="bodies"
              :model-value="place.body"
              @update:model-value="set({ body: $event })"
            />
            <PickField
              label="Faces"
              :options="faceNames"
              :model-value="faces"
              @update:model-value="set({ faces: $event.split(',').map(Number) })"
            />
          </template>
          <PickField
            label="Wet side"
            :options="wets"
            :model-value="place.wet ?? ''"
            @update:model-value="set({ wet: $event || undefined })"
          />
          <PickField
            label="Screwed into"
            :options="materials"
            :model-value="place.material ?? ''"
            @update:model-value="set({ material: $event || undefined })"
          />
          <MaybeField
            label="Room for spare wire"
            :fact="[1, 50000, 'cm³']"
            empty="none"
            :model-value="place.parkCm3 ?? null"
            @update:model-value="set({ parkCm3: $event ?? undefined })"
          />
          <PickField
            label="Worked at"
            :options="reached"
            :model-value="place.workedFrom ?? ''"
            @update:model-value="set({ workedFrom: $event || undefined })"
          />
          <PickField
            label="By hand through"
            :options="others"
            :model-value="place.through ?? ''"
            @update:model-value="set({ through: $event || undefined })"
          />
        </PlaceBasics>
        <h3>Behind</h3>
        <div class="fields">
          <OpenedRows label="Opened before it" :opened="place.covers" :covers="draft.covers" @set="cover" />
        </div>
        <div class="ends">
          <BButton v-if="isSided(state.picked!, place.name)" @click="mirror">Mirror to the other side</BButton>
          <BButton @click="drop('places', state.picked!)">Delete</BButton>
        </div>
      </template>
    </NamedRows>
    <h3>Junctions</h3>
    <NamedRows
      :rows="rowsOf('junctions')"
      :picked="state.picked"
      one="junction"
      @add="ask('junctions', $event)"
      @pick="pick(state.picked === $event ? undefined : $event)"
    >
      <div v-if="junction" class="fields">
        <TextField
          label="Name"
          :shown="junction.name"
          :max="400"
          :take="(text) => someWords(text, (name) => void set({ name }))"
        />
        <PickField
          label="Body"
          :options="bodies"
          :model-value="junction.body"
          @update:model-value="set({ body: $event })"
        />
        <PointFields :at="junction.at" @move="set({ at: $event })" />
      </div>
      <div v-if="junction" class="ends">
        <BButton v-if="isSided(state.picked!, junction.name)" @click="mirror">Mirror to the other side</BButton>
        <BButton @click="drop('junctions', state.picked!)">Delete</BButton>
      </div>
    </NamedRows>
  </section>
</template>
