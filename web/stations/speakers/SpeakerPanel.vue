<script setup lang="ts">
import { computed } from 'vue';
import type { Speaker } from '#core/gear/gear';
import { NO_SPEAKER_CHOICE, speakersOf, type SpeakerChoice } from '#core/job/circuit';
import { coilsNow, connect, joiningOf, jumperCoils, takeOff, type Joining } from '#core/connections/wiring';
import type { Circuit, SpeakerShare } from '#core/speakers/index';
import { colourText } from '#core/tables/colours';
import { CUES } from '#core/tables/polarity';
import { figure, short } from '#core/units/figures';
import MaybeField from '../../fields/MaybeField.vue';
import WireLine from '../../drawing/WireLine.vue';
import ThereField from '../../fields/ThereField.vue';
import { useSheet } from '../../app/sheet';
import type { SourceBlock } from './layout';
import { wiringTrials } from '#core/what-if';
import PickField from '../../fields/PickField.vue';
import FactRow from '../../app/facts/FactRow.vue';

/** One speaker: what it gets, what its lead goes by, and every output it could be on with what would come of it. */
const props = defineProps<{
  speaker: {
    readonly id: string;
    readonly item: Speaker;
    readonly share: (SpeakerShare & { circuit: Circuit }) | undefined;
  };
  blocks: readonly SourceBlock[];
  nameOf: (channel: string) => string;
}>();
const { store, job, plan, tag } = useSheet();
const coils = computed(() => coilsNow(job.value, props.speaker.id));
const choice = computed(() => job.value.speakers[props.speaker.id] ?? NO_SPEAKER_CHOICE);
const set = (part: Partial<SpeakerChoice>) => store.edit([{ op: 'setSpeaker', id: props.speaker.id, choice: part }]);
/** Its own lead, once it is connected. */
const lead = computed(() => plan.value.runs.find(({ kind, to }) => kind === 'speaker' && to === props.speaker.id));
const setLead = (lies: 'new' | 'old') =>
  store.edit([
    { op: 'setLead', run: lead.value!.id, lies },
    ...(lies === 'new' && choice.value.oldLeadOhm !== null
      ? [{ op: 'setSpeaker' as const, id: props.speaker.id, choice: { oldLeadOhm: null } }]
      : []),
  ]);
const splice = computed(() => plan.value.splices.find(({ speaker }) => speaker === props.speaker.id));
const heard = computed(() => plan.value.speakers.zones.find(({ speakers }) => speakers.includes(props.speaker.id)));
const pinned = computed(() => choice.value.pin !== null);

interface Choice {
  readonly key: string;
  readonly joining: Joining;
  readonly text: string;
  readonly now: boolean;
  readonly ohm: number;
  readonly refused: boolean;
  readonly watts: number;
}
const sealed = computed(() => job.value.seal !== null);
const trial = computed(() => wiringTrials(job.value, plan.value));
const choices = computed((): Choice[] =>
  (sealed.value ? [] : props.blocks).flatMap((block) =>
    block.rows.flatMap((row): Choice[] => {
      const there = job.value.circuits[row.key];
      const others = there ? speakersOf(there).some((id) => id !== props.speaker.id) : false;
      return (others ? (['parallel', 'series'] as const) : (['parallel'] as const)).flatMap((joining) => {
        const after = trial.value(connect(job.value, props.speaker.id, row.key, joining)).circuits[row.key];
        if (!after) return [];
        const on = props.speaker.share?.circuit.key === row.key;
        return [
          {
            key: row.key,
            joining,
            text: `${tag(block.gear)} ${row.output.name}${others ? `, in ${joining}` : ''}`,
            ohm: after.nominalOhm,
            refused: after.refused,
            watts: after.speakers.find(({ gear }) => gear === props.speaker.id)?.watts ?? 0,
            now: on && (!others || joiningOf(there!) === joining),
          },
        ];
      });
    }),
  ),
);

const choose = ({ key, joining }: Choice) =>
  store.edit(
    connect(job.value, props.speaker.id, key, joining),
    `connect ${tag(props.speaker.id)} to ${props.nameOf(key)}`,
  );
const setCoils = (joining: Joining) =>
  store.edit(jumperCoils(job.value, props.speaker.id, joining), `coils of ${tag(props.speaker.id)} in ${joining}`);
const drop = () =>
  store.edit(
    takeOff(job.value, props.speaker.id),
    `take ${tag(props.speaker.id)} off ${props.nameOf(props.speaker.share!.circuit.key)}`,
  );
const ohmsOf = (list: Speaker['coils']) => list.map(({ ohm }) => short(ohm)).join(' + ');
</script>

<template>
  <section>
    <h2>
      <span class="tag">{{ tag(speaker.id) }}</span> {{ speaker.item.name }}
    </h2>
    <dl v-if="speaker.share && !speaker.share.circuit.refused">
      <FactRow label="Power" name="watts">{{ figure(speaker.share.watts, 2) }} W</FactRow>
      <FactRow label="% of RMS"
        >{{ figure(speaker.share.rmsRatio * 100, 0) }} % of {{ short(speaker.item.rmsWatts) }} W</FactRow
      >
      <FactRow label="Share of channel power">{{ figure(speaker.share.share * 100, 1) }} %</FactRow>
      <FactRow v-if="speaker.share.level" :label="`At the ears, ${heard?.listener}`"
        >{{ figure(speaker.share.level, 1) }} dB at {{ figure(speaker.share.metres!, 2) }} m</FactRow
      >
      <FactRow label="Lead, out and back"
        >{{ figure(speaker.share.leadOhm, 3) }} Ω, {{ figure(speaker.share.leadLossDb, 2) }} dB</FactRow
      >
    </dl>
    <fieldset v-if="speaker.item.coils.length > 1 && speaker.share" class="ways">
      <legend>Dual voice coils (DVC)</legend>
      <BButton
        v-for="j in ['series', 'parallel'] as const"
        :key="j"
        :variant="coils === j ? 'primary' : 'outline-secondary'"
        :aria-pressed="coils === j"
        @click="setCoils(j)"
        >in {{ j }}</BButton
      >
    </fieldset>
    <PickField
      v-if="speaker.item.positions.length"
      label="Impedance switch"
      :options="[
        ['', `as it comes, ${ohmsOf(speaker.item.coils)} Ω`],
        ...speaker.item.positions.map((p) => [p.name, `${p.name}, ${ohmsOf(p.coils)} Ω`] as const),
      ]"
      :model-value="choice.position ?? ''"
      @update:model-value="set({ position: $event || null })"
    />
    <h3 v-if="!sealed">Connect to</h3>
    <ul v-if="!sealed">
      <li v-for="c in choices" :key="c.key + c.joining">
        <button
          type="button"
          class="option"
          :class="{ now: c.now }"
          :aria-pressed="c.now"
          :data-choice="`${c.key} ${c.joining}`"
          @click="choose(c)"
        >
          <span>{{ c.text }}</span><span :class="{ bad: c.refused }"
            >{{ short(c.ohm) }} Ω{{ c.refused ? ', too low' : ''
            }}<template v-if="!c.refused"
              >, <template v-if="speaker.share && !c.now">{{ short(speaker.share.watts) }} → </template
              >{{ short(c.watts) }} W</template
            ></span
          >
        </button>
      </li>
    </ul>
    <p v-if="!sealed && !choices.length">There is no channel in the job. Choose an amplifier or head unit at Gear.</p>
    <div v-if="!sealed" class="ends">
      <BButton
        v-if="speaker.share"
        :aria-pressed="pinned"
        @click="set({ pin: pinned ? null : speaker.share!.circuit.key })"
        >{{ pinned ? 'Take the pin out' : 'Pin to this channel' }}</BButton
      >
      <BButton v-if="speaker.share" @click="drop">Disconnect</BButton>
    </div>
    <p v-if="pinned" class="small">Pinned to {{ nameOf(choice.pin!) }}: proposals leave it there.</p>
    <h3>Polarity</h3>
    <div v-if="splice" class="splice">
      <div v-for="pole in ['plus', 'minus'] as const" :key="pole">
        <svg viewBox="0 0 44 10" aria-hidden="true"><WireLine path="M2 5H42" v-bind="splice[pole]" :width="4" /></svg>
        <span
          >{{ colourText(splice[pole]) }} ({{ pole === 'plus' ? '+' : '−' }}) to
          {{ pole === 'plus' ? splice.speakerPlus : splice.speakerMinus }}</span
        >
      </div>
      <p class="small">
        <b v-if="splice.clashes.length || splice.meanings.length" class="clash"
          >{{ [...splice.clashes, ...splice.meanings].join('; ') }}: meter it.</b
        >
        The source has {{ splice.sourceSays }}.
        {{
          splice.keyed === 'both'
            ? 'Plugs at both ends go in one way only.'
            : splice.keyed === 'one'
              ? 'One end is keyed; label the other.'
              : 'No plug is keyed: label both ends.'
        }}
      </p>
    </div>
    <div class="fields">
      <PickField
        class="wide"
        label="+ is marked by"
        :options="[
          ['', `as its sheet says: ${CUES[speaker.item.cue].name}`],
          ...Object.entries(CUES).map(([key, cue]) => [key, cue.name] as const),
        ]"
        :model-value="choice.cue ?? ''"
        @update:model-value="set({ cue: $event || null })"
      />
      <PickField
        class="wide"
        label="Zone"
        :options="[['', 'none'], ...Object.entries(job.zones).map(([key, zone]) => [key, zone.name] as const)]"
        :model-value="choice.zone ?? ''"
        @update:model-value="set({ zone: $event || null })"
      />
      <ThereField class="wide" :gear="speaker.id" />
      <PickField
        v-if="lead"
        class="wide"
        label="Its lead"
        :options="{ new: 'a new pair', old: 'the old lead stays' }"
        :model-value="lead.old ? 'old' : 'new'"
        @update:model-value="setLead($event as 'new' | 'old')"
      />
      <MaybeField
        v-if="lead?.old"
        label="Old lead, out and back"
        :fact="[0, 10, 'Ω']"
        empty="not metered"
        :model-value="choice.oldLeadOhm"
        @update:model-value="set({ oldLeadOhm: $event })"
      />
    </div>
    <div class="ends">
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>

<style scoped>
.splice > div {
  display: flex;
  align-items: center;
  gap: var(--space-4);
}
.clash {
  color: var(--caution);
}
.splice svg {
  width: 44px;
  flex: none;
}
</style>
