<script setup lang="ts">
import { computed } from 'vue';
import { PEUKERT, PEUKERT_SOURCE, RATED_HOURS, RESERVE_SOURCE, RESTART_RESERVE, type Battery } from '#core/power/index';
import { cite } from '#core/tables/source';
import { WIRE_STANDARDS, type WireStandard } from '#core/tables/conductors';
import { figure, short } from '#core/units/figures';
import FactField from '../../app/FactField.vue';
import { useJob } from '../../stores/job';

/** What the feeds stand on: battery, charging, how far volts may drop, what the wire is. */
const store = useJob();
const CHEMISTRIES: Record<Battery['chemistry'], string> = {
  flooded: 'lead, flooded',
  agm: 'lead, AGM',
  lithium: 'lithium iron phosphate',
};
const setChemistry = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'setBattery', battery: { chemistry: value as Battery['chemistry'] } }]);
};
const power = computed(() => store.plan!.power);
/** "2 h 05" */
const clock = (hours: number) => {
  const minutes = Math.floor(hours * 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
};
const setInsulation = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'setSettings', settings: { insulation: value as 'unknown' | '80' | '105' } }]);
};
const setConductors = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'setSettings', settings: { conductors: value as WireStandard } }]);
};
</script>

<template>
  <section>
    <h2>Battery and charging</h2>
    <div class="fields">
      <div>
        <label class="form-label" for="chemistry">Battery</label>
        <select id="chemistry" class="form-select" :value="store.job!.craft.battery.chemistry" @change="setChemistry">
          <option v-for="(name, id) in CHEMISTRIES" :key="id" :value="id">{{ name }}</option>
        </select>
      </div>
      <FactField of="battery" fact="capacityAh" :label="`Capacity, ${RATED_HOURS}-hour rate`" />
      <FactField of="battery" fact="restVolts" label="At rest, engine off" />
      <FactField of="battery" fact="internalMilliohm" label="Internal resistance" />
      <FactField of="charging" fact="setVolts" label="Posts while riding" />
      <FactField of="charging" fact="spareIdleA" label="Spare at idle" />
      <FactField of="charging" fact="spareCruiseA" label="Spare at cruise" />
      <FactField of="settings" fact="dropLimitPct" label="Drop allowed" />
      <FactField of="settings" fact="conductorCelsius" label="Wire works at" />
      <div>
        <label class="form-label" for="insulation">Insulation</label>
        <select id="insulation" class="form-select" :value="store.job!.settings.insulation" @change="setInsulation">
          <option value="105">105 °C</option>
          <option value="80">80 °C</option>
          <option value="unknown">unknown, as 80 °C</option>
        </select>
      </div>
      <div class="wide">
        <label class="form-label" for="conductors">Wire is made as</label>
        <select id="conductors" class="form-select" :value="store.job!.settings.conductors" @change="setConductors">
          <option v-for="(words, id) in WIRE_STANDARDS" :key="id" :value="id">{{ words }}</option>
        </select>
      </div>
    </div>
    <template v-if="power.musicHours !== undefined">
      <h3>Music with the engine off</h3>
      <dl>
        <div>
          <dt>Draws, all feeds</dt>
          <dd>{{ figure(power.totalAmps.restMusic!, 2) }} A</dd>
        </div>
        <div>
          <dt>Until {{ short(RESTART_RESERVE * 100) }} % is left to start with</dt>
          <dd data-figure="music-hours">{{ clock(power.musicHours) }}</dd>
        </div>
      </dl>
      <p class="small">
        t = {{ RATED_HOURS }} h · (C ÷ (I · {{ RATED_HOURS }} h))<sup>{{
          short(PEUKERT[store.job!.craft.battery.chemistry])
        }}</sup>
        · {{ short(1 - RESTART_RESERVE) }}. {{ cite(PEUKERT_SOURCE) }}; reserve: {{ cite(RESERVE_SOURCE) }}. A new
        battery, full, not cold.
      </p>
    </template>
    <p class="caution">Battery negative off first, and last back on. The fuse is fitted last.</p>
    <BButton size="sm" variant="outline-secondary" @click="store.select(undefined)">Done</BButton>
  </section>
</template>
