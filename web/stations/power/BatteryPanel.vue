<script setup lang="ts">
import { computed } from 'vue';
import { BATTERY_FIGURES, batteryFormulas, casesOf, reserveOf, ringsOf, shortAtPost } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import BatteryFields from '../../fields/BatteryFields.vue';
import FigureField from '../../fields/FigureField.vue';
import { useSheet } from '../../app/sheet';
import { clock } from '#core/units/figures';
import FactRow from '../../app/facts/FactRow.vue';

/** One battery: what it is, what it gives in each state, how long it lasts and stands. */
const props = defineProps<{ id: string }>();
const { store, job, plan } = useSheet();
const battery = computed(() => job.value.craft.batteries[props.id]!);
const power = computed(() => plan.value.power);
const keyOff = computed(() => plan.value.keyOff.find((k) => k.battery === props.id));
const rings = computed(() => ringsOf(job.value, props.id));
const fault = computed(() => shortAtPost(job.value, props.id));
const reserve = computed(() => reserveOf(battery.value));
const isSound = computed(() => power.value.battery === props.id);
const music = computed(() => (isSound.value ? power.value.musicHours : undefined));
const states = computed(() =>
  casesOf(job.value).flatMap((c) => {
    const state = power.value.sources[c.id]?.[props.id];
    return state ? [{ ...c, ...state }] : [];
  }),
);
const formulas = computed(() => batteryFormulas(job.value, plan.value, props.id));
const setRings = (part: { ringsPlus?: number; ringsMinus?: number }) =>
  store.edit([{ op: 'setBattery', id: props.id, battery: part }], 'rings on the posts');
</script>

<template>
  <section>
    <h2>{{ battery.name }}</h2>
    <BatteryFields :id="id" />
    <div class="fields">
      <FigureField
        label="Ring terminals already on +"
        fact="ringsThere"
        :model-value="battery.ringsPlus"
        @update:model-value="setRings({ ringsPlus: Math.round($event) })"
      />
      <FigureField
        label="Rings on − before"
        fact="ringsThere"
        :model-value="battery.ringsMinus"
        @update:model-value="setRings({ ringsMinus: Math.round($event) })"
      />
    </div>
    <dl>
      <FactRow v-if="music !== undefined" label="Music, engine off, all feeds" name="music-amps"
        >{{ figure(power.sources.restMusic![id]!.amps, 2) }} A</FactRow
      >
      <FactRow
        v-if="music !== undefined"
        name="music-hours"
        :label="`Until ${short(reserve * 100)} % is left`"
        :formula="formulas.music"
        >{{ clock(music) }}</FactRow
      >
      <FactRow v-if="keyOff" name="stands" :label="BATTERY_FIGURES.stands" :formula="formulas.stands"
        >{{ short(keyOff.days) }} days</FactRow
      >
      <FactRow v-if="keyOff?.leftOnHours !== undefined" label="Gear left on by its button">{{
        clock(keyOff.leftOnHours)
      }}</FactRow>
      <FactRow name="short-circuit" :label="BATTERY_FIGURES.short" :formula="formulas.short"
        >{{ short(Math.round(fault.amps)) }} A</FactRow
      >
      <FactRow name="rings" :label="BATTERY_FIGURES.rings" :formula="formulas.rings"
        >{{ rings.plus }} · {{ rings.minus }}</FactRow
      >
    </dl>
    <table v-if="states.length">
      <caption class="visually-hidden">
        What it gives in each state
      </caption>
      <thead>
        <tr>
          <th scope="col">State</th>
          <th scope="col">Posts</th>
          <th scope="col">Gives</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in states" :key="s.id" :data-source-case="s.id">
          <th scope="row">{{ s.name }}</th>
          <td>{{ figure(s.volts, 2) }} V</td>
          <td>{{ s.state === 'idle' ? 'idle' : `${figure(s.amps, 2)} A` }}</td>
        </tr>
      </tbody>
    </table>
    <h3>Isolate, in this order</h3>
    <ol class="order">
      <li v-for="line in plan.isolation.off" :key="line">{{ line }}</li>
    </ol>
    <h3>Reconnect</h3>
    <ol class="order">
      <li v-for="line in plan.isolation.on" :key="line">{{ line }}</li>
    </ol>
    <p class="caution">Battery negative off first, and last back on. The fuse is fitted last.</p>
    <BButton @click="store.select(undefined)">Done</BButton>
  </section>
</template>

<style scoped>
.inspector .order {
  list-style: decimal;
  padding-left: var(--space-7);
  font-size: var(--type-3);
}
tbody th {
  white-space: normal;
}
td {
  white-space: nowrap;
}
</style>
