<script setup lang="ts">
import { computed } from 'vue';
import type { Speaker } from '#core/gear/gear';
import type { Wiring } from '#core/job/job';
import { coilsNow, hang, joiningOf, jumperCoils, takeOff, wiringWith, type Joining } from '#core/job/wiring';
import { speakersOf } from '#core/job/job';
import { impedance, type Circuit, type SpeakerShare } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import { useJob } from '../../stores/job';
import type { SourceBlock } from './layout';

/** One speaker: what it gets, and every channel it could hang on with the load that would make. */
const props = defineProps<{
  speaker: {
    readonly id: string;
    readonly item: Speaker;
    readonly share: (SpeakerShare & { circuit: Circuit }) | undefined;
  };
  blocks: readonly SourceBlock[];
  nameOf: (channel: string) => string;
}>();
const store = useJob();
const tag = (gear: string) => store.plan!.tags[gear] ?? '';
const coils = computed(() => coilsNow(store.job!, props.speaker.id));

/** Nominal load of a wiring, Ω, for the what-if beside each choice. */
const loadOf = (wiring: Wiring) =>
  impedance(wiring, {
    coilOhm: (gear, coil) => (store.job!.gear[gear]!.item as Speaker).coils[coil]!.ohm,
    leadOhm: () => 0,
  });

interface Choice {
  readonly key: string;
  readonly joining: Joining;
  readonly text: string;
  readonly ohm: number;
  readonly allowed: boolean;
  readonly now: boolean;
}
const choices = computed((): Choice[] =>
  props.blocks.flatMap((block) =>
    block.rows.flatMap((row): Choice[] => {
      const there = store.job!.circuits[row.key];
      const others = there ? speakersOf(there).some((id) => id !== props.speaker.id) : false;
      return (others ? (['parallel', 'series'] as const) : (['parallel'] as const)).map((joining) => {
        const ohm = loadOf(wiringWith(store.job!, props.speaker.id, row.key, joining));
        const on = props.speaker.share?.circuit.key === row.key;
        return {
          key: row.key,
          joining,
          text: `${tag(block.gear)} ${row.name}${others ? `, in ${joining}` : ''}`,
          ohm,
          allowed: ohm >= block.item.bank.minOhm - 1e-9,
          now: on && (!others || joiningOf(there!) === joining),
        };
      });
    }),
  ),
);

const choose = ({ key, joining }: Choice) =>
  store.edit(hang(store.job!, props.speaker.id, key, joining), `put ${tag(props.speaker.id)} on ${props.nameOf(key)}`);
const setCoils = (joining: Joining) =>
  store.edit(jumperCoils(store.job!, props.speaker.id, joining), `coils of ${tag(props.speaker.id)} in ${joining}`);
const drop = () =>
  store.edit(
    takeOff(store.job!, props.speaker.id),
    `take ${tag(props.speaker.id)} off ${props.nameOf(props.speaker.share!.circuit.key)}`,
  );
</script>

<template>
  <section>
    <h2>
      <span class="tag">{{ tag(speaker.id) }}</span> {{ speaker.item.name }}
    </h2>
    <dl v-if="speaker.share && !speaker.share.circuit.refused">
      <div>
        <dt>Power</dt>
        <dd data-figure="watts">{{ figure(speaker.share.watts, 2) }} W</dd>
      </div>
      <div>
        <dt>Against RMS</dt>
        <dd>{{ figure(speaker.share.rmsRatio * 100, 0) }} % of {{ short(speaker.item.rmsWatts) }} W</dd>
      </div>
      <div>
        <dt>Part of the channel</dt>
        <dd>{{ figure(speaker.share.share * 100, 1) }} %</dd>
      </div>
      <div v-if="speaker.share.level">
        <dt>At the rider’s ears</dt>
        <dd>{{ figure(speaker.share.level, 1) }} dB at {{ figure(speaker.share.metres!, 2) }} m</dd>
      </div>
      <div>
        <dt>Lead, out and back</dt>
        <dd>{{ figure(speaker.share.leadOhm, 3) }} Ω, {{ figure(speaker.share.leadLossDb, 2) }} dB</dd>
      </div>
    </dl>
    <fieldset v-if="speaker.item.coils.length > 1 && speaker.share">
      <legend>Its two coils</legend>
      <BButton
        v-for="j in ['series', 'parallel'] as const"
        :key="j"
        size="sm"
        :variant="coils === j ? 'primary' : 'outline-secondary'"
        :aria-pressed="coils === j"
        @click="setCoils(j)"
        >in {{ j }}</BButton
      >
    </fieldset>
    <h3>Put it on</h3>
    <ul>
      <li v-for="c in choices" :key="c.key + c.joining">
        <button
          type="button"
          class="option"
          :class="{ now: c.now }"
          :aria-pressed="c.now"
          :data-choice="`${c.key} ${c.joining}`"
          @click="choose(c)"
        >
          <span>{{ c.text }}</span><span :class="{ bad: !c.allowed }"
            >{{ short(c.ohm) }} Ω{{ c.allowed ? '' : ', too low' }}</span
          >
        </button>
      </li>
    </ul>
    <p v-if="!choices.length">There is no channel in the job. Choose an amplifier or head unit at Gear.</p>
    <div class="ends">
      <BButton v-if="speaker.share" size="sm" variant="outline-secondary" @click="drop"
        >Take it off its channel</BButton
      >
      <BButton size="sm" variant="outline-secondary" @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 8px 0;
}
legend {
  font-size: 14px;
  width: 100%;
}
</style>
