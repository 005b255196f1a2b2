<script setup lang="ts">
import FactField from '../../app/FactField.vue';
import { useJob } from '../../stores/job';

const store = useJob();
const CHEMISTRIES = { flooded: 'Flooded lead', agm: 'AGM', lithium: 'Lithium iron phosphate' } as const;
type Chemistry = keyof typeof CHEMISTRIES;
const setChemistry = (event: Event) =>
  store.edit([{ op: 'setBattery', battery: { chemistry: (event.target as HTMLSelectElement).value as Chemistry } }]);
</script>

<template>
  <section>
    <h2>Battery and charging</h2>
    <div class="fields">
      <div class="wide">
        <label class="form-label" for="chemistry">Battery</label>
        <select id="chemistry" class="form-select" :value="store.job!.craft.battery.chemistry" @change="setChemistry">
          <option v-for="(name, id) in CHEMISTRIES" :key="id" :value="id">{{ name }}</option>
        </select>
      </div>
      <FactField of="battery" fact="capacityAh" label="Capacity, 20-hour rate" />
      <FactField of="battery" fact="restVolts" label="At rest" />
      <FactField of="battery" fact="internalMilliohm" label="Internal resistance" />
      <FactField of="charging" fact="setVolts" label="Charging holds" />
      <FactField of="charging" fact="spareCruiseA" label="To spare at cruise" />
      <FactField of="charging" fact="spareIdleA" label="To spare at idle" />
    </div>
    <p class="caution">Disconnect the battery before any wire is touched; cover its terminal.</p>
  </section>
</template>
