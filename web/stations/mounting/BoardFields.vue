<script setup lang="ts">
import type { Panel } from '#core/craft/panel';
import { MATERIAL_NAMES } from '#core/tables/materials';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';
import FoldRow from '../../fields/FoldRow.vue';
import LaidFields from './LaidFields.vue';

type Board = NonNullable<Panel['board']>;
type Dip = Panel['dips'][string];

/** The board of a compartment: what it is cut of and how, and the dips it is notched for. */
const props = defineProps<{
  panel: Panel;
  open: string | undefined;
  dip: (id: string, part: Partial<Dip> | null) => string | undefined;
}>();
const emit = defineEmits<{ set: [board: Board | null]; press: [id: string]; add: [] }>();
const USUAL: Board = { gapMm: 12, low: 'bottom', thicknessMm: 12, material: 'ply' };
const EDGES = { bottom: 'bottom', top: 'top', left: 'left', right: 'right' } as const;
const set = (part: Partial<Board>) => emit('set', { ...USUAL, ...props.panel.board, ...part });
</script>

<template>
  <h3>Board</h3>
  <TickField
    label="Gear here shares a board"
    :model-value="panel.board !== null"
    @update:model-value="emit('set', $event ? USUAL : null)"
  />
  <template v-if="panel.board">
    <div class="two">
      <NumberField
        label="Gap all round"
        unit="mm"
        :min="0"
        :max="300"
        :model-value="panel.board.gapMm"
        @update:model-value="set({ gapMm: $event })"
      />
      <NumberField
        label="Board thickness"
        unit="mm"
        :min="1"
        :max="60"
        :model-value="panel.board.thicknessMm"
        @update:model-value="set({ thicknessMm: $event })"
      />
      <PickField
        label="Board cut of"
        :options="MATERIAL_NAMES"
        :model-value="panel.board.material"
        @update:model-value="set({ material: $event })"
      />
      <PickField
        label="Water gathers at the"
        :options="EDGES"
        :model-value="panel.board.low"
        @update:model-value="set({ low: $event })"
      />
    </div>
    <h3>Dips it is notched for</h3>
    <FoldRow
      v-for="(one, id) in panel.dips"
      :key="id"
      :name="one.name"
      words="notch"
      :open="open === id"
      @press="emit('press', String(id))"
    >
      <LaidFields :entry="one" :set="(part) => dip(String(id), part)" />
      <BButton size="sm" @click="dip(String(id), null)">Delete dip</BButton>
    </FoldRow>
    <BButton size="sm" @click="emit('add')">Add dip</BButton>
  </template>
</template>
