<script setup lang="ts">
import { EXPOSURE_NAMES, type Place } from '#core/craft/place';
import { GEAR_KIND_NAMES, type GearKind } from '#core/gear/gear';
import NumberField from './NumberField.vue';
import PickField from './PickField.vue';
import PointFields from './PointFields.vue';
import TextField from './TextField.vue';
import TickField from './TickField.vue';
import { someWords } from './typed';

/** What every place has: where it is, what room it has, what it takes, and what water gets there. */
const props = defineProps<{ place: Place }>();
const emit = defineEmits<{ set: [part: Partial<Place>] }>();
const ROOM = { w: 'Width', h: 'Height', d: 'Depth' } as const;
// A kit and a fuse holder are put in no place.
const NOT_PLACED: readonly string[] = ['kit', 'loom', 'fuseHolder'] satisfies GearKind[];
const KINDS = Object.entries(GEAR_KIND_NAMES).filter(([kind]) => !NOT_PLACED.includes(kind)) as [GearKind, string][];
const takes = (kind: GearKind, so: boolean) =>
  emit('set', { accepts: so ? [...props.place.accepts, kind] : props.place.accepts.filter((one) => one !== kind) });
</script>

<template>
  <div class="fields">
    <TextField
      label="Name"
      :shown="place.name"
      :max="400"
      :take="(text) => someWords(text, (name) => emit('set', { name }))"
    />
    <slot name="first" />
    <NumberField
      v-for="(label, side) in ROOM"
      :key="side"
      :label="label"
      unit="mm"
      :min="1"
      :max="30000"
      :model-value="place.room[side]"
      @update:model-value="emit('set', { room: { ...place.room, [side]: $event } })"
    />
    <NumberField
      label="Spare length"
      unit="mm"
      :min="0"
      :max="3000"
      :model-value="place.allowanceMm"
      @update:model-value="emit('set', { allowanceMm: $event })"
    />
    <PickField
      label="Water"
      :options="EXPOSURE_NAMES"
      :model-value="place.exposure"
      @update:model-value="emit('set', { exposure: $event })"
    />
    <PointFields :at="place.at" @move="emit('set', { at: $event })" />
    <slot />
    <TickField
      label="In the sun"
      :model-value="place.sun ?? false"
      @update:model-value="emit('set', { sun: $event })"
    />
    <TickField
      label="Dust gets there"
      :model-value="place.dust ?? false"
      @update:model-value="emit('set', { dust: $event })"
    />
    <TickField
      label="Petrol or its vapour"
      :model-value="place.petrol ?? false"
      @update:model-value="emit('set', { petrol: $event })"
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
</template>
