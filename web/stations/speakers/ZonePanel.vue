<script setup lang="ts">
import { computed } from 'vue';
import { NO_SPEAKER_CHOICE, type Zone } from '#core/job/circuit';
import { EARS } from '#core/connections/zones';
import { figure } from '#core/units/figures';
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';

/** One zone: who listens, how it is turned, which speakers belong to it. */
const props = defineProps<{ id: string }>();
const { store, job, plan, pattern: craft, tag } = useSheet();
const zone = computed(() => job.value.zones[props.id]!);
const listeners = computed(() => Object.entries(craft.value.listeners ?? {}));
const controls = computed(() => Object.entries(job.value.gear).filter(([, { item }]) => item.kind === 'zoneControl'));
const speakers = computed(() => Object.entries(job.value.gear).filter(([, { item }]) => item.kind === 'speaker'));
const heard = computed(() => plan.value.speakers.zones.find(({ id }) => id === props.id));
const set = (part: Partial<Zone>) => store.edit([{ op: 'setZone', id: props.id, zone: part }]);
const zoneOf = (gear: string) => (job.value.speakers[gear] ?? NO_SPEAKER_CHOICE).zone;
const valueOf = (event: Event) => (event.target as HTMLInputElement).value;
const rename = (name: string) => (name.trim() ? set({ name: name.trim() }) : 'a zone needs one.');
function strike(): void {
  store.edit([{ op: 'setZone', id: props.id, zone: null }], `delete ${zone.value.name}`);
  store.select(undefined);
}
</script>

<template>
  <section>
    <h2>Zone {{ zone.name }}</h2>
    <div class="fields">
      <TextField :key="id" label="Name" :shown="zone.name" :max="80" :take="rename" />
      <div class="wide">
        <label class="form-label" for="zone-listener">Who listens</label>
        <select
          id="zone-listener"
          class="form-select"
          :value="zone.listener ?? ''"
          @change="set({ listener: valueOf($event) || null })"
        >
          <option value="">the {{ EARS[craft.kind] }}</option>
          <option v-for="[key, listener] in listeners" :key="key" :value="key">{{ listener.name }}</option>
        </select>
      </div>
      <div class="wide">
        <label class="form-label" for="zone-control">Turned by</label>
        <select
          id="zone-control"
          class="form-select"
          :value="zone.control ?? ''"
          @change="set({ control: valueOf($event) || null })"
        >
          <option value="">the head unit</option>
          <option v-for="[key, { item }] in controls" :key="key" :value="key">{{ tag(key) }} {{ item.name }}</option>
        </select>
        <p v-if="!controls.length" class="small">A control of its own is chosen at Gear, under Zone controls.</p>
      </div>
      <div class="wide form-check">
        <input
          id="zone-mono"
          class="form-check-input"
          type="checkbox"
          :checked="zone.mono"
          @change="set({ mono: !zone.mono })"
        />
        <label class="form-check-label" for="zone-mono">Left and right play the same here</label>
      </div>
    </div>
    <dl v-if="heard?.level !== undefined">
      <div>
        <dt>All together, {{ heard.listener }}</dt>
        <dd>{{ figure(heard.level, 1) }} dB</dd>
      </div>
      <div>
        <dt>Spread</dt>
        <dd>{{ figure(heard.spreadDb!, 1) }} dB</dd>
      </div>
    </dl>
    <fieldset>
      <legend>Speakers of this zone</legend>
      <div v-for="[key, { item }] in speakers" :key="key" class="form-check">
        <input
          :id="`in-${key}`"
          class="form-check-input"
          type="checkbox"
          :checked="zoneOf(key) === id"
          @change="store.edit([{ op: 'setSpeaker', id: key, choice: { zone: zoneOf(key) === id ? null : id } }])"
        />
        <label class="form-check-label" :for="`in-${key}`"
          >{{ tag(key) }} {{ item.name
          }}<template v-if="zoneOf(key) && zoneOf(key) !== id">
            (now {{ job.zones[zoneOf(key)!]?.name }})</template
          ></label
        >
      </div>
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
