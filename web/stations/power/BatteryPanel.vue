<script setup lang="ts">
import NumberField from '../../app/NumberField.vue';
import { useJob } from '../../stores/job';

/** What the feeds stand on: battery, charging, how far volts may drop, what the wire is. */
const store = useJob();
const setInsulation = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'setSettings', settings: { insulation: value as 'unknown' | '80' | '105' } }]);
};
</script>

<template>
  <section>
    <h2>Battery and charging</h2>
    <div class="fields">
      <NumberField
        label="At rest, engine off"
        unit="V"
        :min="10"
        :max="15"
        :model-value="store.job!.craft.battery.restVolts"
        @update:model-value="store.edit([{ op: 'setBattery', battery: { restVolts: $event } }])"
      />
      <NumberField
        label="Internal resistance"
        unit="mΩ"
        :min="0.1"
        :max="500"
        :model-value="store.job!.craft.battery.internalMilliohm"
        @update:model-value="store.edit([{ op: 'setBattery', battery: { internalMilliohm: $event } }])"
      />
      <NumberField
        label="Posts while riding"
        unit="V"
        :min="12"
        :max="16"
        :model-value="store.job!.craft.charging.setVolts"
        @update:model-value="store.edit([{ op: 'setCharging', charging: { setVolts: $event } }])"
      />
      <NumberField
        label="Spare at idle"
        unit="A"
        :min="0"
        :max="300"
        :model-value="store.job!.craft.charging.spareIdleA"
        @update:model-value="store.edit([{ op: 'setCharging', charging: { spareIdleA: $event } }])"
      />
      <NumberField
        label="Spare at cruise"
        unit="A"
        :min="0"
        :max="300"
        :model-value="store.job!.craft.charging.spareCruiseA"
        @update:model-value="store.edit([{ op: 'setCharging', charging: { spareCruiseA: $event } }])"
      />
      <NumberField
        label="Drop allowed"
        unit="%"
        :min="0.5"
        :max="15"
        :model-value="store.job!.settings.dropLimitPct"
        @update:model-value="store.edit([{ op: 'setSettings', settings: { dropLimitPct: $event } }])"
      />
      <NumberField
        label="Wire works at"
        unit="°C"
        :min="0"
        :max="105"
        :model-value="store.job!.settings.conductorCelsius"
        @update:model-value="store.edit([{ op: 'setSettings', settings: { conductorCelsius: $event } }])"
      />
      <div>
        <label class="form-label" for="insulation">Insulation</label>
        <select id="insulation" class="form-select" :value="store.job!.settings.insulation" @change="setInsulation">
          <option value="105">105 °C</option>
          <option value="80">80 °C</option>
          <option value="unknown">unknown, as 80 °C</option>
        </select>
      </div>
    </div>
    <p class="caution">Battery negative off first, and last back on. The fuse is fitted last.</p>
    <BButton size="sm" variant="outline-secondary" @click="store.select(undefined)">Done</BButton>
  </section>
</template>
