<script setup lang="ts">
import { computed } from 'vue';
import { membersOf, type Wiring } from '#core/job/circuit';
import { join, joiningOf, members, type Joining } from '#core/connections/wiring';
import { BARS, type Circuit, type Output } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';
import FactRow from '../../app/facts/FactRow.vue';

/** One output with what is connected to it, or free, or kept for later. */
const props = defineProps<{ output: Output; circuit: Circuit | undefined; name: string }>();
const { store, job, plan, tag } = useSheet();
const reserved = computed(() => job.value.reserved[props.output.key]);
const input = computed(() =>
  plan.value.inputs.find(({ channels }) =>
    props.output.channels.some((id) => channels.includes(`${props.output.source}/${id}`)),
  ),
);
const inputText = computed(() => {
  const from = input.value;
  if (!from) return 'itself';
  const via = from.from === from.head ? '' : ` through ${tag(from.from)}`;
  if (from.kind === 'speaker') return `speaker outputs of ${tag(from.head)}`;
  if (from.pair === undefined) return `${tag(from.head)}, which has no line-level pair`;
  return `line-level pair ${from.pair} of ${tag(from.head)}${via}${from.split ? ', split' : ''}${from.bass ? ', bass alone' : ''}`;
});
/** How what is here may be joined otherwise, two members or more. */
const joinings = computed((): Joining[] => {
  const here = props.circuit?.wiring;
  if (!here || joiningOf(here) === undefined) return [];
  const items = props.circuit.speakers.map(({ item }) => item);
  const set =
    items.length === 2 && items.some(({ band }) => band === 'middle') && items.some(({ band }) => band === 'treble');
  return set ? ['parallel', 'series', 'split'] : ['parallel', 'series'];
});
const JOIN_WORDS = { parallel: 'in parallel', series: 'in series', split: 'through their crossover' } as const;
const pairs = computed(() => {
  const all = props.circuit ? members(props.circuit.wiring) : [];
  return all.length === 4 ? all : undefined;
});
const rejoin = (wiring: Wiring) =>
  store.edit([{ op: 'wireChannel', channel: props.output.key, wiring }], `rejoin ${props.name}`);
/** Members with nothing joined deeper than a speaker's own coils. */
const flat = (wiring: Wiring): Wiring[] =>
  'coil' in wiring || members(wiring).length === 1 ? [wiring] : membersOf(wiring).flatMap(flat);
const keep = (what: string) =>
  store.edit([{ op: 'reserveChannel', channel: props.output.key, what: what.trim() || null }]);
</script>

<template>
  <section>
    <h2>{{ name }}</h2>
    <dl>
      <template v-if="circuit">
        <FactRow label="Load, nominal">{{ figure(circuit.nominalOhm, 2) }} Ω</FactRow>
        <FactRow label="May dip to">{{ figure(circuit.dipOhm, 2) }} Ω</FactRow>
        <FactRow label="With its leads">{{ figure(circuit.loadOhm, 3) }} Ω</FactRow>
      </template>
      <FactRow label="Least allowed">{{ short(output.minOhm) }} Ω</FactRow>
      <template v-if="circuit">
        <FactRow label="Volts at full sine">{{ figure(circuit.volts, 2) }} V</FactRow>
        <FactRow label="Power out">{{ figure(circuit.watts, 2) }} W</FactRow>
      </template>
      <FactRow v-for="row in output.power" :key="row.ohm" :label="`Rated at ${short(row.ohm)} Ω`"
        >{{ short(row.watts) }} W</FactRow
      >
      <FactRow label="Listens to">{{ inputText }}</FactRow>
    </dl>
    <fieldset v-if="joinings.length" class="ways">
      <legend>Joined</legend>
      <BButton
        v-for="j in joinings"
        :key="j"
        :variant="joiningOf(circuit!.wiring) === j ? 'primary' : 'outline-secondary'"
        :aria-pressed="joiningOf(circuit!.wiring) === j"
        @click="rejoin(join(j, flat(circuit!.wiring)))"
        >{{ JOIN_WORDS[j] }}</BButton
      >
      <BButton
        v-if="pairs"
        @click="rejoin({ parallel: [{ series: [pairs[0]!, pairs[1]!] }, { series: [pairs[2]!, pairs[3]!] }] })"
        >two pairs in series, in parallel</BButton
      >
    </fieldset>
    <template v-if="!output.bridged">
      <TextField
        label="Keep it free for"
        :shown="reserved ?? ''"
        :max="80"
        placeholder="a pair that comes later"
        :take="keep"
      />
      <p v-if="reserved" class="small">Proposals leave it alone: {{ BARS.reserved }}.</p>
    </template>
    <div class="ends">
      <BButton
        v-if="circuit"
        @click="store.edit([{ op: 'wireChannel', channel: circuit.key, wiring: null }], `clear ${name}`)"
        >Clear the channel</BButton
      >
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
    <p v-if="circuit" class="small">
      <a :href="`/api/jobs/${job.id}/export/circuits.cir`" download>All circuits as a SPICE netlist</a>
    </p>
  </section>
</template>
