<script setup lang="ts">
import { computed } from 'vue';
import type { Existing } from '#core/job/supply';
import { useSheet } from './sheet';
import MaybeField from '../fields/MaybeField.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';

/** What the meter says of a circuit the craft has, and what is connected to it. */
const props = defineProps<{ id: string }>();
const { store, job } = useSheet();
const circuit = computed(() => job.value.craft.existing[props.id]!);
const set = (part: Partial<Existing>) =>
  store.edit([{ op: 'setExisting', id: props.id, circuit: part }], `readings of ${circuit.value.name}`);
/** A reading taken is a circuit measured. */
const read = (part: Partial<Existing>) => set({ ...part, metered: true });
const SIZES = {
  '': 'not known',
  '20': '20 AWG',
  '18': '18 AWG',
  '16': '16 AWG',
  '14': '14 AWG',
  '12': '12 AWG',
  '10': '10 AWG',
};
</script>

<template>
  <div class="fields">
    <MaybeField
      label="Key off"
      fact="readingVolts"
      :model-value="circuit.offVolts"
      @update:model-value="read({ offVolts: $event })"
    />
    <MaybeField
      label="At accessory"
      fact="readingVolts"
      :model-value="circuit.accessoryVolts"
      @update:model-value="read({ accessoryVolts: $event })"
    />
    <MaybeField
      label="At run"
      fact="readingVolts"
      :model-value="circuit.runVolts"
      @update:model-value="read({ runVolts: $event })"
    />
    <MaybeField
      label="Its fuse"
      fact="circuitA"
      :model-value="circuit.fuseA"
      @update:model-value="set({ fuseA: $event })"
    />
    <MaybeField
      label="Draws already"
      fact="circuitA"
      :model-value="circuit.drawsA"
      @update:model-value="set({ drawsA: $event })"
    />
    <PickField
      label="Its wire"
      :options="SIZES"
      :model-value="circuit.size ?? ''"
      @update:model-value="set({ size: $event || null })"
    />
    <TextField label="Shares it" :shown="circuit.shares" :max="400" :take="(shares) => set({ shares })" />
  </div>
</template>
