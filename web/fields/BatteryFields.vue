<script setup lang="ts">
import { computed } from 'vue';
import { CHEMISTRIES, FIRST_BATTERY, ROLES, type Battery } from '#core/job/supply';
import { RATED_HOURS } from '#core/power/index';
import { useSheet } from '../app/sheet';
import FactField from './FactField.vue';
import MaybeField from './MaybeField.vue';
import PickField from './PickField.vue';
import TextField from './TextField.vue';
import TickField from './TickField.vue';

/** What the job says of one battery. */
const props = defineProps<{ id: string }>();
const { store, job, pattern } = useSheet();
const battery = computed(() => job.value.craft.batteries[props.id]!);
const set = (part: Partial<Battery>, label?: string) =>
  store.edit([{ op: 'setBattery', id: props.id, battery: part }], label);
/** Where a battery can stand: places that take no gear of their own. */
const places = computed(() => ({
  '': 'as the pattern has it',
  ...Object.fromEntries(
    Object.entries(pattern.value.places).flatMap(([id, p]) => (p.accepts.length ? [] : [[id, p.name]])),
  ),
}));
const rename = (name: string) => (name.trim() ? set({ name: name.trim() }) : 'a battery needs one.');
const several = computed(() => Object.keys(job.value.craft.batteries).length > 1);
</script>

<template>
  <div class="fields" :data-battery-fields="id">
    <TextField label="Name" :shown="battery.name" :max="80" :take="rename" />
    <PickField label="For" :options="ROLES" :model-value="battery.role" @update:model-value="set({ role: $event })" />
    <PickField
      class="wide"
      label="Battery"
      :options="CHEMISTRIES"
      :model-value="battery.chemistry"
      @update:model-value="set({ chemistry: $event })"
    />
    <FactField of="battery" :battery="id" fact="capacityAh" :label="`Capacity, ${RATED_HOURS}-hour rate`" />
    <FactField of="battery" :battery="id" fact="restVolts" label="Full, at rest" />
    <FactField of="battery" :battery="id" fact="internalMilliohm" label="Internal resistance" />
    <MaybeField
      label="Short circuit, maker’s"
      fact="shortA"
      :model-value="battery.shortA"
      empty="not stated"
      @update:model-value="set({ shortA: $event })"
    />
    <MaybeField
      label="Max. current"
      fact="batteryMostA"
      :model-value="battery.mostA"
      empty="not stated"
      @update:model-value="set({ mostA: $event })"
    />
    <TickField
      class="wide"
      label="it has a battery switch"
      :model-value="battery.batterySwitch"
      @update:model-value="set({ batterySwitch: $event })"
    />
    <PickField
      class="wide"
      label="Location"
      :options="places"
      :model-value="battery.place ?? ''"
      @update:model-value="set({ place: $event || null })"
    />
    <BButton
      v-if="id !== FIRST_BATTERY && several"
      class="wide"
      @click="store.edit([{ op: 'setBattery', id, battery: null }], `take ${battery.name} away`)"
      >Take {{ battery.name }} away</BButton
    >
  </div>
</template>
