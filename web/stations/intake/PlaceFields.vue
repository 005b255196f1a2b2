<script setup lang="ts">
import { computed } from 'vue';
import { foundCraft } from '#core/craft/own';
import { EXPOSURE_NAMES, WET_SIDES } from '#core/craft/place';
import { GEAR_KIND_NAMES, type GearKind } from '#core/gear/gear';
import type { Operation } from '#core/job/operations';
import { useSheet } from '../../app/sheet';
import BehindFields from './BehindFields.vue';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';
import TickField from '../../fields/TickField.vue';
import { someWords } from '../../fields/typed';

/** One place as it is on this craft: what room it has, what it takes, and what water gets there. */
const props = defineProps<{ id: string }>();
const { store, job } = useSheet();
const craft = computed(() => foundCraft(job.value));
const place = computed(() => craft.value.places[props.id]!);
const set = (part: NonNullable<Extract<Operation, { op: 'setPlace' }>['part']>) =>
  store.edit([{ op: 'setPlace', place: props.id, part }]);
const ROOM = { w: 'Width', h: 'Height', d: 'Depth' } as const;
const AXES = ['Forward', 'To the left', 'Up'] as const;
function move(axis: number, mm: number): void {
  const at: [number, number, number] = [...place.value.at];
  at[axis] = mm;
  void set({ at });
}
// A kit and a fuse holder are put in no place.
const KINDS = Object.entries(GEAR_KIND_NAMES).filter(([kind]) => kind !== 'kit' && kind !== 'fuseHolder') as [
  GearKind,
  string,
][];
const takes = (kind: GearKind, so: boolean) =>
  set({ accepts: so ? [...place.value.accepts, kind] : place.value.accepts.filter((one) => one !== kind) });
</script>

<template>
  <div class="fields">
    <TextField
      label="Name"
      :shown="place.name"
      :max="400"
      :take="(text) => someWords(text, (name) => void set({ name }))"
    />
    <NumberField
      v-for="(label, side) in ROOM"
      :key="side"
      :label="label"
      unit="mm"
      :min="1"
      :max="30000"
      :model-value="place.room[side]"
      @update:model-value="set({ room: { ...place.room, [side]: $event } })"
    />
    <NumberField
      label="Spare length"
      unit="mm"
      :min="0"
      :max="3000"
      :model-value="place.allowanceMm"
      @update:model-value="set({ allowanceMm: $event })"
    />
    <PickField
      label="Water"
      :options="EXPOSURE_NAMES"
      :model-value="place.exposure"
      @update:model-value="set({ exposure: $event })"
    />
    <NumberField
      v-for="(label, axis) in AXES"
      :key="label"
      :label="label"
      unit="mm"
      :min="-30000"
      :max="30000"
      :model-value="place.at[axis]!"
      @update:model-value="move(axis, $event)"
    />
    <PickField
      label="It wets"
      :options="WET_SIDES"
      :model-value="place.wet ?? 'both'"
      @update:model-value="set({ wet: $event })"
    />
    <TickField label="In the sun" :model-value="place.sun ?? false" @update:model-value="set({ sun: $event })" />
    <TickField label="Dust gets there" :model-value="place.dust ?? false" @update:model-value="set({ dust: $event })" />
    <TickField
      label="Petrol or its vapour"
      :model-value="place.petrol ?? false"
      @update:model-value="set({ petrol: $event })"
    />
  </div>
  <h3>What goes there</h3>
  <div class="fields">
    <TickField
      v-for="[kind, name] in KINDS"
      :key="kind"
      :label="name"
      :model-value="place.accepts.includes(kind)"
      @update:model-value="takes(kind, $event)"
    />
  </div>
  <BehindFields :id="id" of="places" />
</template>
