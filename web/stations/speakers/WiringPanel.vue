<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { OLD_RETURNS, WIRING_RULES, WIRING_RULE_IDS, type WiringRule } from '#core/job/circuit';
import { figure, short } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import LevelRule from './LevelRule.vue';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';

/** The whole wiring: how it is heard, zones, what proposals keep to. `ready`: there are channels and speakers. */
const props = defineProps<{ ready: boolean }>();
const { store, job, plan, tag } = useSheet();
const router = useRouter();
const rules = computed(() => job.value.wiringRules);
const setRule = (rule: WiringRule, kept: boolean) => store.edit([{ op: 'setWiringRules', rules: { [rule]: kept } }]);
const oldLeads = computed(() => Object.values(job.value.speakers).some(({ oldLeadOhm }) => oldLeadOhm !== null));
const zones = computed(() => plan.value.speakers.zones.filter(({ speakers }) => speakers.length));
const marks = (ids: readonly string[]) =>
  ids.flatMap((id) => {
    const share = Object.values(plan.value.speakers.circuits)
      .flatMap((c) => c.speakers)
      .find(({ gear }) => gear === id);
    return share?.level === undefined ? [] : [{ tag: tag(id), level: share.level, band: share.item.band }];
  });
const allLevels = computed(() => zones.value.flatMap((zone) => marks(zone.speakers).map(({ level }) => level)));
const span = computed((): [number, number] => [
  Math.floor(Math.min(...allLevels.value) - 1),
  Math.ceil(Math.max(...allLevels.value) + 1),
]);

const bypassed = computed(() => Object.entries(job.value.gear).filter(([, { there }]) => there === 'bypassed'));

const zoneName = ref('');
const zoneError = ref('');
function addZone(): void {
  const name = zoneName.value.trim();
  if (!name) {
    zoneError.value = 'Zone: it needs a name.';
    return;
  }
  zoneError.value = '';
  zoneName.value = '';
  const id = crypto.randomUUID().slice(0, 8);
  store.edit([{ op: 'setZone', id, zone: { name, listener: null, mono: false, control: null } }], `add zone ${name}`);
  store.select({ kind: 'zone', id });
}
</script>

<template>
  <section>
    <h2>Which speaker on which channel</h2>
    <p v-if="!props.ready">
      There is nothing to wire yet.
      <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
    </p>
    <template v-else>
      <p>Press a speaker, then its channel; or drag it there.</p>
      <h3>Heard at the ears, standing still</h3>
      <template v-for="zone in zones" :key="zone.id ?? ''">
        <LevelRule
          v-if="zone.level !== undefined"
          :name="zone.id === null ? (zones.length > 1 ? 'no zone' : zone.listener) : `${zone.name}, ${zone.listener}`"
          :level="zone.level"
          :spread="zone.spreadDb ?? 0"
          :marks="marks(zone.speakers)"
          :span="span"
        />
      </template>
      <p v-if="!allLevels.length">Nothing is connected to a channel yet.</p>

      <template v-if="bypassed.length">
        <h3>There already, bypassed</h3>
        <ul class="plain">
          <li v-for="[id, { item }] in bypassed" :key="id">
            <p>
              {{ item.name }}
              <BButton @click="store.edit([{ op: 'setThere', id, there: 'kept' }], `use ${item.name} again`)"
                >Use it again</BButton
              >
            </p>
          </li>
        </ul>
      </template>

      <h3>Zones</h3>
      <ul class="plain">
        <li v-for="(zone, id) in job.zones" :key="id">
          <button type="button" class="option" :data-zone="id" @click="store.select({ kind: 'zone', id })">
            <span>{{ zone.name }}</span><span>{{
              zone.control ? `by ${tag(zone.control)}` : 'with the head unit'
            }}</span>
          </button>
        </li>
      </ul>
      <form class="zone-form" novalidate @submit.prevent="addZone">
        <input
          v-model="zoneName"
          class="form-control"
          maxlength="80"
          placeholder="Saloon"
          aria-label="Name of a new zone"
          :aria-invalid="zoneError !== ''"
        />
        <BButton type="submit">Add a zone</BButton>
      </form>
      <p v-if="zoneError" class="field-error" role="alert">{{ zoneError }}</p>

      <h3>Proposals keep to</h3>
      <TickField
        v-for="rule in WIRING_RULE_IDS"
        :key="rule"
        :label="WIRING_RULES[rule]"
        :model-value="rules[rule]"
        @update:model-value="setRule(rule, $event)"
      />
      <PickField
        label="Speakers on one output, at most"
        :options="{ 1: '1', 2: '2', 3: '3', 4: '4' }"
        :model-value="String(rules.most)"
        @update:model-value="store.edit([{ op: 'setWiringRules', rules: { most: Number($event) } }])"
      />
      <template v-if="oldLeads">
        <PickField
          label="Old speaker leads"
          :options="OLD_RETURNS"
          :model-value="job.craft.oldReturns"
          @update:model-value="store.edit([{ op: 'setOldReturns', returns: $event }])"
        />
        <p class="small">
          Everything unplugged, meter from each − to every other and to ground. Any path is a shared return.
        </p>
      </template>
      <p class="hearing">
        Hearing: 85 dBA for 8 h, half the time for each 3 dB more (NIOSH). All together, no zone turned down:
        {{ short(Math.max(0, ...zones.flatMap((z) => z.level ?? []))) }} dB. Spread
        {{ figure(plan.speakers.spreadDb ?? 0, 1) }} dB.
      </p>
    </template>
  </section>
</template>

<style scoped>
.plain li p:first-child {
  border-top: 1px solid var(--rule-soft);
  padding-top: var(--space-3);
}
.zone-form {
  display: flex;
  gap: var(--space-3);
}
.zone-form .btn {
  flex: none;
  white-space: nowrap;
}
.hearing {
  margin-top: var(--space-7);
  color: var(--ink-soft);
  font-size: var(--type-2);
}
</style>
