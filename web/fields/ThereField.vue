<script setup lang="ts">
import { computed } from 'vue';
import { type Job } from '#core/job/job';
import { useSheet } from '../app/sheet';
import PickField from './PickField.vue';
import { THERE } from '#core/job/parts/gear';

/** Whether gear is new here, or the craft has it already and keeps it, goes past it or loses it. */
const props = defineProps<{ gear: string }>();
const { store, job } = useSheet();
const placed = computed(() => job.value.gear[props.gear]!);
const options = computed(() => ({
  new: 'new',
  kept: THERE.kept,
  // What drives or feeds something can be gone past; a speaker is used or it is not.
  ...(placed.value.item.kind === 'speaker' ? {} : { bypassed: THERE.bypassed }),
  out: THERE.out,
}));
const set = (there: string) =>
  store.edit([
    { op: 'setThere', id: props.gear, there: there === 'new' ? null : (there as Job['gear'][string]['there']) },
  ]);
</script>

<template>
  <PickField
    label="On this craft it is"
    :options="options"
    :model-value="placed.there ?? 'new'"
    @update:model-value="set"
  />
</template>
