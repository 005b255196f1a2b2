<script setup lang="ts">
import { batteryIds } from '#core/connections/feeding';
import { short } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import { batteryMark } from './battery-mark';
import { LIST_Y } from './places';

/** Every battery as a plate beside the craft, and how it stands. */
defineProps<{ line: (battery: string) => string }>();
const { store, job } = useSheet();
</script>

<template>
  <PressMark
    v-for="(id, i) in batteryIds(job)"
    :key="id"
    :class="{ selected: store.selected?.kind === 'battery' && store.selected.id === id }"
    :aria-label="`${job.craft.batteries[id]!.name}: ${job.craft.batteries[id]!.capacityAh} Ah`"
    :data-battery-plate="id"
    @press="store.select({ kind: 'battery', id })"
  >
    <rect class="plate" x="28" :y="LIST_Y + i * 54" width="186" height="48" />
    <FitText
      x="38"
      :y="LIST_Y + 19 + i * 54"
      class="strong"
      :words="`${batteryMark(job, id)} ${job.craft.batteries[id]!.name}`"
      :room="168"
    />
    <text x="38" :y="LIST_Y + 38 + i * 54">{{ short(job.craft.batteries[id]!.capacityAh) }} Ah{{ line(id) }}</text>
  </PressMark>
</template>
