<script setup lang="ts">
import { computed, watch } from 'vue';
import { batteryIds } from '#core/connections/feeding';
import { CHEMISTRIES, ENGINES, LISTENING, type Chemistry, type Segment } from '#core/job/supply';
import { standIns, GIVES_UP_PART, PEUKERT_SOURCE, RATED_HOURS, type DayPlan, type Versus } from '#core/power/index';
import { BATTERY_SOURCE, COLD_SOURCE } from '#core/tables/batteries';
import { cite } from '#core/tables/source';
import { figure } from '#core/units/figures';
import FigureField from '../../fields/FigureField.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';
import { useLibrary } from '../../stores/library';
import { clock } from '#core/units/figures';

/** The day the battery is judged by: its parts, what comes of it, and what else to hold beside it. */
const props = defineProps<{ day: DayPlan | undefined; other: DayPlan | undefined; versus: Versus }>();
const emit = defineEmits<{ versus: [versus: Versus] }>();
const { store, job, plan } = useSheet();
const library = useLibrary();
const set = (part: Partial<{ celsius: number; startPct: number; segments: Segment[] }>, label = 'change the day') =>
  store.edit([{ op: 'setDay', day: part }], label);
const segments = computed(() => job.value.day.segments);
const setSegment = (i: number, part: Partial<Segment>) =>
  set({ segments: segments.value.map((s, n) => (n === i ? { ...s, ...part } : s)) });
const addSegment = () =>
  set({
    segments: [
      ...segments.value,
      { name: `Part ${segments.value.length + 1}`, hours: 1, engine: 'off', listening: 'music', otherA: 0 },
    ],
  });
const move = (i: number, by: number) => {
  const list = [...segments.value];
  const [part] = list.splice(i, 1);
  list.splice(i + by, 0, part!);
  set({ segments: list });
};
const drop = (i: number) => set({ segments: segments.value.filter((_, n) => n !== i) });
const named = (name: string, i: number) =>
  name.trim() ? setSegment(i, { name: name.trim() }) : 'a part of the day needs one.';
const engines = computed(() =>
  job.value.craft.shore ? ENGINES : { off: ENGINES.off, idle: ENGINES.idle, cruise: ENGINES.cruise },
);
const listening = Object.fromEntries(Object.entries(LISTENING).map(([id, { name }]) => [id, name])) as Record<
  Segment['listening'],
  string
>;
const names = computed(() => job.value.craft.batteries);
const sound = computed(() => plan.value.power.battery);

const WHY = computed(() => ({
  empty: 'a battery is empty',
  collapse: 'the volts collapse',
  low: `the gear has less than ${figure(GIVES_UP_PART * job.value.craft.nominalVolts, 1)} V`,
}));
const lines = computed(() => (props.day ? verdict(props.day) : []));
const otherLines = computed(() => (props.other ? verdict(props.other) : []));
function verdict(day: DayPlan): { text: string; bad: boolean }[] {
  return [
    day.silentAt
      ? { text: `Sound fails after ${clock(day.silentAt.hours)}: ${WHY.value[day.silentAt.why]}.`, bad: true }
      : { text: 'It plays all day.', bad: false },
    day.noStartAt === undefined
      ? { text: 'The engine starts all day.', bad: false }
      : { text: `From ${clock(day.noStartAt)} on the engine may not start.`, bad: true },
    ...batteryIds(job.value).flatMap((id) => {
      const b = day.batteries[id];
      if (!b) return [];
      return [
        {
          text: `${names.value[id]?.name ?? id}: ${figure(b.end * 100, 0)} % at the end, ${figure(b.lowest * 100, 0)} % at the lowest${b.reserveAt === undefined ? '' : `, at its reserve after ${clock(b.reserveAt)}`}.`,
          bad: b.reserveAt !== undefined,
        },
      ];
    }),
    day.recoverMinutes === undefined
      ? { text: 'A day of cruising with music does not bring it back.', bad: true }
      : { text: `${clock(day.recoverMinutes / 60)} of cruising with music bring it back.`, bad: false },
  ];
}

const VERSUS = { none: 'none', battery: 'another battery', amplifier: 'another amplifier' };
const amplifiers = computed(() =>
  Object.entries(job.value.gear)
    .flatMap(([id, { item }]) => (item.kind === 'amplifier' ? [{ id, item, tag: plan.value.tags[id] ?? '' }] : []))
    .sort((a, b) => a.tag.localeCompare(b.tag)),
);
const instead = computed(() => {
  const { versus } = props;
  return amplifiers.value.find(({ id }) => versus.mode === 'amplifier' && id === versus.gear) ?? amplifiers.value[0];
});
/** Amplifiers of the shelf that could take its place. */
const candidates = computed((): Record<string, string> => {
  const own = instead.value;
  return own ? Object.fromEntries(standIns(job.value, own.id, library.shelf).map((item) => [item.id, item.name])) : {};
});
watch(candidates, (now) => {
  const { versus } = props;
  const first = Object.keys(now)[0];
  // What is exchanged has changed: what could stand in for the one before need not stand in for this.
  if (versus.mode === 'amplifier' && !Object.hasOwn(now, versus.item))
    emit('versus', first === undefined ? { mode: 'none' } : { ...versus, item: first });
});
const modes = computed((): Record<string, string> =>
  Object.keys(candidates.value).length ? VERSUS : { none: VERSUS.none, battery: VERSUS.battery },
);
function setMode(mode: string): void {
  const battery = names.value[sound.value]!;
  const item = Object.keys(candidates.value)[0];
  emit(
    'versus',
    mode === 'battery'
      ? { mode: 'battery', id: sound.value, chemistry: battery.chemistry, capacityAh: battery.capacityAh }
      : mode === 'amplifier' && item
        ? { mode: 'amplifier', gear: instead.value!.id, item }
        : { mode: 'none' },
  );
}
</script>

<template>
  <section>
    <h2>A day</h2>
    <ul v-if="day" class="verdict" data-testid="day-verdict">
      <li v-for="line in lines" :key="line.text" :class="{ bad: line.bad }">{{ line.text }}</li>
    </ul>
    <p v-else>Calculating…</p>
    <div class="fields">
      <FigureField
        label="Starting charge"
        fact="startPct"
        :model-value="job.day.startPct"
        @update:model-value="set({ startPct: $event })"
      />
      <FigureField
        label="Ambient temp."
        fact="airCelsius"
        :model-value="job.day.celsius"
        @update:model-value="set({ celsius: $event })"
      />
    </div>
    <ol>
      <li v-for="(s, i) in segments" :key="i" class="segment" :data-segment="i">
        <div class="fields">
          <div class="wide head">
            <TextField
              :label="`Name of part ${i + 1}`"
              bare
              :shown="s.name"
              :max="80"
              :take="(name) => named(name, i)"
            />
            <BButton :aria-label="`${s.name} earlier`" :disabled="i === 0" @click="move(i, -1)">↑</BButton>
            <BButton :aria-label="`Delete ${s.name}`" :disabled="segments.length === 1" @click="drop(i)">×</BButton>
          </div>
          <FigureField
            label="Duration"
            fact="segmentHours"
            :model-value="s.hours"
            @update:model-value="setSegment(i, { hours: $event })"
          />
          <FigureField
            label="Other loads"
            fact="otherA"
            :model-value="s.otherA"
            @update:model-value="setSegment(i, { otherA: $event })"
          />
          <PickField
            label="Engine"
            :options="engines"
            :model-value="s.engine"
            @update:model-value="setSegment(i, { engine: $event as Segment['engine'] })"
          />
          <PickField
            label="Listening"
            :options="listening"
            :model-value="s.listening"
            @update:model-value="setSegment(i, { listening: $event })"
          />
        </div>
      </li>
    </ol>
    <div class="ends">
      <BButton v-if="segments.length < 24" @click="addSegment">Add a part</BButton>
    </div>
    <h3>Compared with</h3>
    <div class="fields">
      <PickField
        class="wide"
        label="Compare with"
        :options="modes"
        :model-value="versus.mode"
        @update:model-value="setMode($event)"
      />
      <template v-if="versus.mode === 'battery'">
        <PickField
          class="wide"
          :label="`Instead of ${names[versus.id]?.name ?? ''}`"
          :options="CHEMISTRIES"
          :model-value="versus.chemistry"
          @update:model-value="emit('versus', { ...versus, chemistry: $event as Chemistry })"
        />
        <FigureField
          label="Of"
          fact="capacityAh"
          :model-value="versus.capacityAh"
          @update:model-value="emit('versus', { ...versus, capacityAh: $event })"
        />
      </template>
      <template v-if="versus.mode === 'amplifier'">
        <PickField
          v-if="amplifiers.length > 1"
          class="wide"
          label="Swap out"
          :options="Object.fromEntries(amplifiers.map((a) => [a.id, `${a.tag} ${a.item.name}`]))"
          :model-value="versus.gear"
          @update:model-value="emit('versus', { ...versus, gear: $event })"
        />
        <PickField
          class="wide"
          :label="`Instead of ${instead?.item.name ?? ''}`"
          :options="candidates"
          :model-value="versus.item"
          @update:model-value="emit('versus', { ...versus, item: $event })"
        />
      </template>
    </div>
    <ul v-if="other" class="verdict beside" data-testid="other-verdict">
      <li v-for="line in otherLines" :key="line.text" :class="{ bad: line.bad }">{{ line.text }}</li>
    </ul>
    <p class="small">
      Out: charge falls by I · (I · {{ RATED_HOURS }} h ÷ C)<sup>k − 1</sup> ÷ C an hour, k of each chemistry ({{
        cite(PEUKERT_SOURCE)
      }}); in: by what is put in, less what is lost, never more than the battery takes or the charger has left.
    </p>
    <p class="small">
      {{ cite(BATTERY_SOURCE) }}; cold: {{ cite(COLD_SOURCE) }}. Sun is spread over the day. A new battery: an old one
      has less.
    </p>
  </section>
</template>

<style scoped>
.verdict {
  font-size: var(--type-3);
  border-left: 3px solid var(--mud);
  padding-left: var(--space-4);
}
.inspector .verdict {
  padding-left: var(--space-4);
  margin-bottom: var(--space-5);
}
.beside {
  border-left-style: dashed;
}
.segment {
  border-top: 1px solid var(--rule);
  padding-top: var(--space-3);
}
.head {
  display: flex;
  gap: var(--space-2);
}
.head > :first-child {
  flex: 1;
}
</style>
