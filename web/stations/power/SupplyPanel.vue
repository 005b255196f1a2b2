<script setup lang="ts">
import { computed } from 'vue';
import { CHOICES, taken } from '#core/job/choices';
import { batteryIds, startBattery } from '#core/connections/feeding';
import { NEW_BATTERY } from '#core/job/supply';
import { BEHAVIOUR } from '#core/tables/batteries';
import { CRAFT_RULES } from '#core/power/index';
import { gaugeName, INSULATIONS, sizesOf, WIRE_STANDARDS, type Gauge } from '#core/tables/conductors';
import { cite } from '#core/tables/source';
import { type Job } from '#core/job/job';
import FactField from '../../fields/FactField.vue';
import MaybeField from '../../fields/MaybeField.vue';
import FigureField from '../../fields/FigureField.vue';
import PickField from '../../fields/PickField.vue';
import { lengthText } from '../../app/units';
import { useSheet } from '../../app/sheet';
import BesideCharger from './BesideCharger.vue';
import TieFields from './TieFields.vue';
import TickField from '../../fields/TickField.vue';
import FactRow from '../../app/facts/FactRow.vue';

/** What the feeds stand on: batteries and what joins them, charging, the wire, and whose rules are kept. */
const { store, job, pattern } = useSheet();
const craft = computed(() => job.value.craft);
const settings = computed(() => job.value.settings);
const names = computed(() =>
  Object.fromEntries(Object.entries(craft.value.batteries).map(([id, { name }]) => [id, name])),
);
const ids = computed(() => batteryIds(job.value));
const newId = () => crypto.randomUUID().slice(0, 8);

function addBattery(): void {
  const id = newId();
  const house = !Object.values(craft.value.batteries).some(({ role }) => role === 'house');
  const { nominalVolts } = craft.value;
  store.edit(
    [
      {
        op: 'setBattery',
        id,
        battery: {
          ...NEW_BATTERY,
          name: house ? 'House battery' : `Battery ${ids.value.length + 1}`,
          role: house ? 'house' : 'both',
          capacityAh: 80,
          internalMilliohm: 4,
          restVolts: BEHAVIOUR[NEW_BATTERY.chemistry].fullVolts * (nominalVolts / 12),
        },
      },
    ],
    'add a battery',
  );
  store.select({ kind: 'battery', id });
}
const untied = computed(() => {
  const tied = new Set(Object.values(craft.value.ties).flatMap(({ from, to }) => [`${from}>${to}`, `${to}>${from}`]));
  const from = startBattery(job.value);
  const to = ids.value.find((id) => id !== from && !tied.has(`${from}>${id}`));
  return to === undefined ? undefined : { from, to };
});
const addTie = () =>
  store.edit(
    [
      {
        op: 'setTie',
        id: newId(),
        tie: {
          ...untied.value!,
          kind: 'switch',
          milliohm: 3,
          joined: false,
          diodeVolts: 0.7,
          setVolts: craft.value.charging.setVolts,
          mostA: 30,
        },
      },
    ],
    'join two batteries',
  );
const isHouse = (id: string) => craft.value.batteries[id]!.role === 'house';
const sink = computed(() => ids.value.find(isHouse) ?? ids.value[0]!);
const SHORE = [
  { key: 'setVolts', fact: 'setVolts', label: 'Shore holds' },
  { key: 'mostA', fact: 'mostA', label: 'Shore gives' },
] as const;
const SUN = [
  { key: 'watts', fact: 'sunWatts', label: 'Panels' },
  { key: 'hours', fact: 'sunHours', label: 'Full sun a day' },
] as const;
const setSettings = (part: Partial<Job['settings']>) => store.edit([{ op: 'setSettings', settings: part }]);
const rules = computed(() => CRAFT_RULES[craft.value.pattern.kind]);
const grounds = computed(() => taken(job.value.choices, 'grounds'));
const leastSizes = computed((): Record<string, string> => ({
  '': 'as the craft asks',
  ...Object.fromEntries(sizesOf(settings.value.conductors).map((g) => [g, gaugeName(g, settings.value.conductors)])),
}));
const groundNames: Record<string, string> = Object.fromEntries(
  Object.entries(CHOICES.grounds.options).map(([id, { name }]) => [id, name]),
);
</script>

<template>
  <section>
    <h2>Batteries and charging</h2>
    <div class="fields">
      <PickField
        label="System"
        :options="{ '12': '12 V', '24': '24 V' }"
        :model-value="`${craft.nominalVolts}`"
        @update:model-value="store.edit([{ op: 'setNominal', volts: $event === '24' ? 24 : 12 }])"
      />
      <FigureField
        label="Craft, key off"
        fact="keyOffMilliamp"
        :model-value="craft.keyOffMilliamp"
        @update:model-value="store.edit([{ op: 'setKeyOff', milliamp: $event }])"
      />
    </div>
    <ul>
      <li v-for="id in ids" :key="id">
        <button type="button" class="option" :data-battery-row="id" @click="store.select({ kind: 'battery', id })">
          <span>{{ names[id] }}</span>
          <span>{{ craft.batteries[id]!.capacityAh }} Ah</span>
        </button>
      </li>
    </ul>
    <div class="ends">
      <BButton @click="addBattery">Add a battery</BButton>
      <BButton v-if="untied" @click="addTie">Join {{ names[untied.from] }} and {{ names[untied.to] }}</BButton>
    </div>
    <TieFields v-for="(_, id) in craft.ties" :id="id" :key="id" />
    <h3>Charging</h3>
    <div class="fields">
      <FactField of="charging" fact="setVolts" label="Alternator voltage" />
      <PickField
        v-if="ids.length > 1"
        label="It charges"
        :options="names"
        :model-value="craft.charging.at ?? startBattery(job)"
        @update:model-value="store.edit([{ op: 'setCharging', charging: { at: $event } }])"
      />
      <FactField of="charging" fact="spareIdleA" label="Spare current at idle" />
      <FactField of="charging" fact="spareCruiseA" label="Spare current at cruise" />
      <BesideCharger
        name="shore charger"
        :charger="craft.shore"
        :usual="{ at: sink, setVolts: craft.charging.setVolts, mostA: 20 }"
        :figures="SHORE"
        @change="store.edit([{ op: 'setShore', shore: $event }])"
      />
      <BesideCharger
        name="solar panels"
        :charger="craft.solar"
        :usual="{ at: sink, watts: 100, hours: 3 }"
        :figures="SUN"
        @change="store.edit([{ op: 'setSolar', solar: $event }])"
      />
    </div>
    <h3>Wire</h3>
    <div class="fields">
      <PickField
        class="wide"
        label="Wire standard"
        :options="WIRE_STANDARDS"
        :model-value="settings.conductors"
        @update:model-value="setSettings({ conductors: $event })"
      />
      <PickField
        label="Insulation"
        :options="INSULATIONS"
        :model-value="settings.insulation"
        @update:model-value="setSettings({ insulation: $event })"
      />
      <FactField of="settings" fact="conductorCelsius" label="Conductor temp." />
      <PickField
        label="Returns"
        :options="groundNames"
        :model-value="grounds"
        @update:model-value="
          store.edit([{ op: 'choose', choice: 'grounds', option: $event === CHOICES.grounds.usual ? null : $event }])
        "
      />
      <FigureField
        v-if="grounds === 'frame'"
        label="Frame to the − post"
        fact="frameMilliohm"
        :model-value="craft.frameMilliohm"
        @update:model-value="store.edit([{ op: 'setFrame', milliohm: $event }])"
      />
      <TickField
        class="wide"
        label="wires that lie together carry less"
        :model-value="settings.bundles"
        @update:model-value="setSettings({ bundles: $event })"
      />
    </div>
    <h3>Rules kept</h3>
    <dl>
      <FactRow label="Fuse distance, this craft"
        >{{ lengthText(pattern.fuseWithinMm) }}, {{ pattern.fuseWithinSource }}</FactRow
      >
      <FactRow label="Least size, this craft">{{
        rules.least ? `${gaugeName(rules.least.awg, 'awg')}, ${cite(rules.least.source)}` : 'none stated'
      }}</FactRow>
      <FactRow label="Rings on a stud">{{ rules.rings.most }}, {{ cite(rules.rings.source) }}</FactRow>
    </dl>
    <div class="fields">
      <FactField of="settings" fact="dropLimitPct" label="Max. voltage drop" />
      <FactField of="settings" fact="fuseMarginPct" label="Fuse margin" />
      <MaybeField
        label="Max. fuse distance (shop rule)"
        fact="fuseWithinMm"
        :model-value="settings.fuseWithinMm"
        empty="as craft"
        @update:model-value="setSettings({ fuseWithinMm: $event })"
      />
      <PickField
        label="Min. wire size (shop rule)"
        :options="leastSizes"
        :model-value="settings.leastSize ?? ''"
        @update:model-value="setSettings({ leastSize: ($event || null) as Gauge | null })"
      />
    </div>
    <p class="caution">
      Shore power and its charger belong to a licensed electrician. A workshop can be stricter than these rules, never
      looser: five stops are not overruled by anyone.
    </p>
  </section>
</template>

<style scoped>
label {
  font-size: var(--type-3);
}
.option span:first-child {
  flex: 1;
}
</style>
