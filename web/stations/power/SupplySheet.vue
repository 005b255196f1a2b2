<script setup lang="ts">
import { figure } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import { batteryMark } from './battery-mark';
import BatteryPlates from './BatteryPlates.vue';
import CraftPower from './CraftPower.vue';
import { feedWidth } from './feed-width';
import type { Part } from './places';
import SupplyDiagram from './SupplyDiagram.vue';

/** The batteries, what charges and joins them, and who gives what in each state. */
const emit = defineEmits<{ part: [part: Part] }>();
const { job, plan } = useSheet();
const volts = (id: string) =>
  plan.value.power.sources.restMusic?.[id]?.volts ?? job.value.craft.batteries[id]!.restVolts;
</script>

<template>
  <CraftPower
    part="supply"
    :kinds="['feed', 'return']"
    :width-of="(gear) => feedWidth(plan, gear)"
    @part="emit('part', $event)"
  >
    <BatteryPlates :line="(id) => `, ${figure(volts(id), 2)} V`" />
    <SupplyDiagram :mark="(id) => batteryMark(job, id)" />
  </CraftPower>
</template>
