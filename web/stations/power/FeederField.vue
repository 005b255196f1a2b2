<script setup lang="ts">
import { computed } from 'vue';
import { feederOf, mayFeed, soundBattery } from '#core/connections/feeding';
import PickField from '../../fields/PickField.vue';
import { useSheet } from '../../app/sheet';

/** What gear is fed from: a battery, or gear that passes power on. */
const props = defineProps<{ gear: string }>();
const { store, job, endOf } = useSheet();
const names = computed(() => Object.fromEntries(mayFeed(job.value, props.gear).map((id) => [id, endOf(id)])));
const feedFrom = (from: string) =>
  store.edit([{ op: 'feedFrom', gear: props.gear, from: from === soundBattery(job.value) ? null : from }]);
</script>

<template>
  <PickField
    v-if="Object.keys(names).length > 1"
    class="wide"
    label="Fed from"
    :options="names"
    :model-value="feederOf(job, gear)"
    @update:model-value="feedFrom"
  />
</template>
