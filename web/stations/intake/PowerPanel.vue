<script setup lang="ts">
import { useRouter } from 'vue-router';
import { batteryIds } from '#core/connections/feeding';
import BatteryFields from '../../fields/BatteryFields.vue';
import FactField from '../../fields/FactField.vue';
import { useSheet } from '../../app/sheet';

const { job } = useSheet();
const router = useRouter();
</script>

<template>
  <section>
    <h2>Battery and charging</h2>
    <template v-for="id in batteryIds(job)" :key="id">
      <h3 v-if="batteryIds(job).length > 1">{{ job.craft.batteries[id]!.name }}</h3>
      <BatteryFields :id="id" />
    </template>
    <h3>Alternator</h3>
    <div class="fields">
      <FactField of="charging" fact="setVolts" label="Alternator voltage" />
      <FactField of="charging" fact="spareCruiseA" label="Spare current at cruise" />
      <FactField of="charging" fact="spareIdleA" label="Spare current at idle" />
    </div>
    <p>A second battery, what joins the two, a shore charger or panels are written down at Power.</p>
    <BButton @click="router.push({ params: { station: 'power' } })">Go to Power</BButton>
    <p class="caution">Disconnect the battery before any wire is touched; cover its terminal.</p>
  </section>
</template>
