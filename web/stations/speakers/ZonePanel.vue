<script setup lang="ts">
import { computed } from 'vue';
import { NO_SPEAKER_CHOICE, type Zone } from '#core/job/circuit';
import { EARS } from '#core/connections/zones';
import { figure } from '#core/units/figures';
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';
import FactRow from '../../app/facts/FactRow.vue';

/** One zone: who listens, how it is turned, which speakers belong to it. */
const props = defineProps<{ id: string }>();
const { store, job, plan, pattern: craft, tag } = useSheet();
const zone = computed(() => job.value.zones[props.id]!);
const listeners = computed(() => Object.entries(craft.value.listeners ?? {}));
const controls = computed(() => Object.entries(job.value.gear).filter(([, { item }]) => item.kind === 'zoneControl'));
const speakers = computed(() =>
  Object.entries(job.value.gear).filter(([, { item, there }]) => item.kind === 'speaker' && there !== 'out'),
);
const heard = computed(() => plan.value.speakers.zones.find(({ id }) => id === props.id));
const set = (part: Partial<Zone>) => store.edit([{ op: 'setZone', id: props.id, zone: part }]);
const zoneOf = (gear: string) => (job.value.speakers[gear] ?? NO_SPEAKER_CHOICE).zone;
const rename = (name: string) => (name.trim() ? set({ name: name.trim() }) : 'a zone needs one.');
function strike(): void {
  store.edit([{ op: 'setZone', id: props.id, zone: null }], `delete ${zone.value.name}`);
  store.select(undefined);
}
/** The zone a speaker would be taken out of. */
const otherZone = (speaker: string) => {
  const now = zoneOf(speaker);
  return now && now !== props.id ? ` (now ${job.value.zones[now]?.name ?? now})` : '';
};
</script>

<template>
  <section>
    <h2>Zone {{ zone.name }}</h2>
    <div class="fields">
      <TextField :key="id" label="Name" :shown="zone.name" :max="80" :take="rename" />
      <PickField
        class="wide"
        label="Who listens"
        :options="[
          ['', `the ${EARS[craft.kind]}`],
          ...listeners.map(([key, listener]) => [key, listener.name] as const),
        ]"
        :model-value="zone.listener ?? ''"
        @update:model-value="set({ listener: $event || null })"
      />
      <div class="wide">
        <PickField
          label="Turned by"
          :options="[
            ['', 'the head unit'],
            ...controls.map(([key, { item }]) => [key, `${tag(key)} ${item.name}`] as const),
          ]"
          :model-value="zone.control ?? ''"
          @update:model-value="set({ control: $event || null })"
        />
        <p v-if="!controls.length" class="small">A control of its own is chosen at Gear, under Zone controls.</p>
      </div>
      <TickField
        class="wide"
        label="Left and right play the same here"
        :model-value="zone.mono"
        @update:model-value="set({ mono: $event })"
      />
    </div>
    <dl v-if="heard?.level !== undefined">
      <FactRow :label="`All together, ${heard.listener}`">{{ figure(heard.level, 1) }} dB</FactRow>
      <FactRow label="Spread">{{ figure(heard.spreadDb!, 1) }} dB</FactRow>
    </dl>
    <fieldset>
      <legend>Speakers of this zone</legend>
      <TickField
        v-for="[key, { item }] in speakers"
        :key="key"
        :label="`${tag(key)} ${item.name}${otherZone(key)}`"
        :model-value="zoneOf(key) === id"
        @update:model-value="store.edit([{ op: 'setSpeaker', id: key, choice: { zone: $event ? id : null } }])"
      />
    </fieldset>
    <div class="ends">
      <BButton @click="strike">Delete zone</BButton>
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>

<style scoped>
fieldset {
  margin: var(--space-4) 0;
}
</style>
