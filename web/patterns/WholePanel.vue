<script setup lang="ts">
import { computed, ref } from 'vue';
import type { ViewName } from '#core/drawing/projection';
import type { DraftEdit, DraftList } from '#core/drafting/draft';
import { CRAFT_KINDS, KIND_NAMES } from '#core/gear/gear';
import { MATERIAL_NAMES, type Material } from '#core/tables/materials';
import FoldRow from '../fields/FoldRow.vue';
import NumberField from '../fields/NumberField.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import TickField from '../fields/TickField.vue';
import { someWords } from '../fields/typed';
import ListText from './ListText.vue';
import NamedRows from './NamedRows.vue';
import { VIEW_NAMES, useTable } from './table';

/** What is said once of the craft: its name, its sheets, its bodies, and what it usually has. */
const { draft, edit, put, drop, add } = useTable();
type Head = Extract<DraftEdit, { op: 'setHead' }>['part'];
const head = (part: Head) => edit([{ op: 'setHead', part }]);
const KINDS = CRAFT_KINDS.map((kind) => [kind, KIND_NAMES[kind]] as const);
const places = computed(() => Object.entries(draft.value.places).map(([id, { name }]) => [id, name] as const));
const hulls = [['', 'not said'] as const, ...(Object.entries(MATERIAL_NAMES) as [Material, string][])];
const bodies = computed(() => Object.entries(draft.value.bodies).map(([id, { name }]) => ({ id, name })));
const picked = ref<string>();
const SIDES = ['Left end', 'Lower end', 'Right end', 'Upper end'] as const;
const bound = (view: ViewName, i: number, mm: number) =>
  edit([
    {
      op: 'setBounds',
      view,
      bounds: draft.value.drawing[view].bounds.map((was, k) => (k === i ? mm : was)) as [
        number,
        number,
        number,
        number,
      ],
    },
  ]);
const RARE = {
  usualMemories: 'Settings it forgets',
  usualBatteries: 'Batteries',
  usualCircuits: 'Circuits from the works',
  usualGear: 'Gear from the works',
  keepFree: 'Rooms kept free',
  listeners: 'Listeners',
  options: 'Variants by year or trim',
} as const satisfies Partial<Record<DraftList, string>>;
const opened = ref<string>();
const countOf = (list: DraftList) => String(Object.keys(draft.value[list] ?? {}).length);
</script>

<template>
  <section>
    <h2>Craft</h2>
    <div class="fields">
      <TextField
        label="Name"
        :shown="draft.name"
        :max="200"
        :take="(text) => someWords(text, (name) => void head({ name }))"
      />
      <PickField label="Kind" :options="KINDS" :model-value="draft.kind" @update:model-value="head({ kind: $event })" />
      <PickField
        label="Made of"
        :options="hulls"
        :model-value="draft.hull ?? ''"
        @update:model-value="head({ hull: ($event || null) as Material | null })"
      />
      <PickField
        label="Battery"
        :options="places"
        :model-value="draft.batteryPlace"
        @update:model-value="head({ batteryPlace: $event })"
      />
      <PickField
        label="Switched feed"
        :options="places"
        :model-value="draft.switchedPlace"
        @update:model-value="head({ switchedPlace: $event })"
      />
      <NumberField
        label="A fuse within"
        unit="mm"
        :min="50"
        :max="2000"
        :model-value="draft.fuseWithinMm"
        @update:model-value="head({ fuseWithinMm: $event })"
      />
      <TextField
        label="Whose rule that is"
        :shown="draft.fuseWithinSource"
        :max="400"
        :take="(text) => someWords(text, (fuseWithinSource) => void head({ fuseWithinSource }))"
      />
      <TickField
        label="Towed: no engine, shift or steering"
        :model-value="draft.towed ?? false"
        @update:model-value="head({ towed: $event })"
      />
    </div>
    <h3>Bodies</h3>
    <p class="small">What moves as one: the frame or hull, bars, doors, lids, a tower.</p>
    <NamedRows
      :rows="bodies"
      :picked="picked"
      one="body"
      @add="add('bodies', $event, { name: $event })"
      @pick="picked = picked === $event ? undefined : $event"
    >
      <TextField
        v-if="picked && draft.bodies[picked]"
        label="Name"
        :shown="draft.bodies[picked]!.name"
        :max="400"
        :take="(text) => someWords(text, (name) => void put('bodies', picked!, { name }))"
      />
      <BButton v-if="picked" @click="drop('bodies', picked)">Delete</BButton>
    </NamedRows>
    <h3>Sheets</h3>
    <template v-for="(name, view) in VIEW_NAMES" :key="view">
      <p class="small">{{ name }}: as far as it is drawn.</p>
      <div class="fields">
        <NumberField
          v-for="(label, i) in SIDES"
          :key="label"
          :label="`${label}, ${name.toLowerCase()}`"
          unit="mm"
          :min="-30000"
          :max="30000"
          :model-value="draft.drawing[view].bounds[i]!"
          @update:model-value="bound(view, i, $event)"
        />
      </div>
    </template>
    <h3>What it usually has</h3>
    <p class="small">As its file has it, entries by key.</p>
    <FoldRow
      v-for="(label, list) in RARE"
      :key="list"
      :name="label"
      :words="countOf(list)"
      :open="opened === list"
      @press="opened = opened === list ? undefined : list"
    >
      <ListText :list="list" :label="label" />
    </FoldRow>
  </section>
</template>
