<script setup lang="ts">
import { computed } from 'vue';
import { soundBattery } from '#core/connections/feeding';
import { ACCESSES, FOUND_SIZES } from '#core/tables/circuits';
import { isSupply, type Existing } from '#core/job/supply';
import { useSheet } from './sheet';
import MaybeField from '../fields/MaybeField.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import TickField from '../fields/TickField.vue';

/** What the meter says of a circuit the craft has, and what is connected to it. */
const props = defineProps<{ id: string }>();
const { store, job, pattern } = useSheet();
const circuit = computed(() => job.value.craft.existing[props.id]!);
const set = (part: Partial<Existing>) =>
  store.edit([{ op: 'setExisting', id: props.id, circuit: part }], `readings of ${circuit.value.name}`);
/** A reading taken is a circuit measured. */
const read = (part: Partial<Existing>) => set({ ...part, metered: true });
const SIZES = [['', 'not known'] as const, ...FOUND_SIZES.map((size) => [size, `${size} AWG`] as const)];
const places = computed(() => {
  const { places: all, switchedPlace } = pattern.value;
  return [
    ['', `${all[switchedPlace]!.name}, as usual`] as const,
    ...Object.entries(all).map(([id, { name }]) => [id, name] as const),
  ];
});
const batteries = computed(() => {
  const { batteries: all } = job.value.craft;
  return [
    ['', `${all[soundBattery(job.value)]!.name}, as the sound`] as const,
    ...Object.entries(all).map(([id, { name }]) => [id, name] as const),
  ];
});
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
    <PickField
      class="wide"
      label="Reached at"
      :options="places"
      :model-value="circuit.place ?? ''"
      @update:model-value="set({ place: $event || null })"
    />
    <PickField
      class="wide"
      label="Reached by"
      :options="ACCESSES"
      :model-value="circuit.access"
      @update:model-value="set({ access: $event })"
    />
    <MaybeField
      v-if="isSupply(circuit)"
      label="Length to battery"
      fact="circuitMm"
      :model-value="circuit.lengthMm"
      @update:model-value="set({ lengthMm: $event })"
    />
    <PickField
      v-if="isSupply(circuit) && batteries.length > 2"
      label="From battery"
      :options="batteries"
      :model-value="circuit.battery ?? ''"
      @update:model-value="set({ battery: $event || null })"
    />
    <TickField
      v-if="isSupply(circuit)"
      class="wide"
      label="brings its own negative"
      :model-value="circuit.negative"
      @update:model-value="set({ negative: $event })"
    />
    <TextField label="Shares it" :shown="circuit.shares" :max="400" :take="(shares) => set({ shares })" />
  </div>
</template>
