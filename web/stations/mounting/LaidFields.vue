<script setup lang="ts">
import type { Outline } from '#core/plane/outline';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import OutlineFields from './OutlineFields.vue';

/** Something that lies on a panel: its name, its shape, where its middle is and how it is turned. */
interface Laid {
  readonly name: string;
  readonly outline: Outline;
  readonly at: [number, number];
  readonly turnDeg: number;
}
const props = defineProps<{ entry: Laid; set: (part: Partial<Laid>) => string | undefined }>();
const AXES = [
  ['Middle, across', 0],
  ['Middle, up', 1],
] as const;
function move(axis: 0 | 1, mm: number): void {
  const at: [number, number] = [...props.entry.at];
  at[axis] = mm;
  props.set({ at });
}
const rename = (typed: string) => (typed.trim() ? props.set({ name: typed.trim() }) : 'expected a name.');
</script>

<template>
  <TextField label="Name" :shown="entry.name" :max="80" :take="rename" />
  <OutlineFields :outline="entry.outline" @outline="set({ outline: $event })" />
  <div class="two">
    <NumberField
      v-for="[label, axis] in AXES"
      :key="axis"
      :label="label"
      unit="mm"
      :min="-5000"
      :max="5000"
      :model-value="entry.at[axis]"
      @update:model-value="move(axis, $event)"
    />
    <NumberField
      label="Turned"
      unit="°"
      :min="-360"
      :max="360"
      :model-value="entry.turnDeg"
      @update:model-value="set({ turnDeg: $event })"
    />
    <slot />
  </div>
</template>
