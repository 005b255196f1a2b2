<script setup lang="ts">
import type { Circuit } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import { useJob } from '../../stores/job';

/** One channel with what hangs on it. */
defineProps<{ circuit: Circuit; name: string }>();
const store = useJob();
</script>

<template>
  <section>
    <h2>{{ name }}</h2>
    <dl>
      <div>
        <dt>Load, nominal</dt>
        <dd>{{ figure(circuit.nominalOhm, 2) }} Ω</dd>
      </div>
      <div>
        <dt>May dip to</dt>
        <dd>{{ figure(circuit.dipOhm, 2) }} Ω</dd>
      </div>
      <div>
        <dt>With its leads</dt>
        <dd>{{ figure(circuit.loadOhm, 3) }} Ω</dd>
      </div>
      <div>
        <dt>Least allowed</dt>
        <dd>{{ short(circuit.sourceItem.bank.minOhm) }} Ω</dd>
      </div>
      <div>
        <dt>Volts at full sine</dt>
        <dd>{{ figure(circuit.volts, 2) }} V</dd>
      </div>
      <div>
        <dt>Power out</dt>
        <dd>{{ figure(circuit.watts, 2) }} W</dd>
      </div>
    </dl>
    <div class="ends">
      <BButton
        size="sm"
        variant="outline-secondary"
        @click="store.edit([{ op: 'wireChannel', channel: circuit.key, wiring: null }], `clear ${name}`)"
        >Clear the channel</BButton
      >
      <BButton size="sm" variant="outline-secondary" @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>
