<script setup lang="ts">
import type { Outline } from '#core/plane/outline';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import AtFields from './AtFields.vue';
import OutlineFields from './OutlineFields.vue';

/** Something that lies on a panel: its name, its shape, where its middle is and how it is turned. */
interface Laid {
  readonly name: string;
  readonly outline: Outline;
  readonly at: [number, number];
  readonly turnDeg: number;
}
const props = defineProps<{ entry: Laid; set: (part: Partial<Laid>) => string | undefined }>();
const rename = (typed: string) => (typed.trim() ? props.set({ name: typed.trim() }) : 'expected a name.');
</script>

<template>
  <TextField label="Name" :shown="entry.name" :max="80" :take="rename" />
  <OutlineFields :outline="entry.outline" @outline="set({ outline: $event })" />
  <div class="two">
    <AtFields :at="entry.at" @at="set({ at: $event })" />
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
