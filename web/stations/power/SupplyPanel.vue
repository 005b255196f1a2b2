<script setup lang="ts">
import { computed } from 'vue';
import { CHOICES, taken } from '#core/job/choices';
import { batteryIds, startBattery } from '#core/job/feeding';
import { NEW_BATTERY, TIES, type Tie } from '#core/job/supply';
import { CRAFT_RULES } from '#core/power/index';
import { gaugeName, INSULATIONS, sizesOf, WIRE_STANDARDS, type Gauge } from '#core/tables/conductors';
import { cite } from '#core/tables/source';
import { craftOf } from '#core/job/job';
import FactField from '../../app/FactField.vue';
import MaybeField from '../../app/MaybeField.vue';
import FigureField from '../../app/FigureField.vue';
import PickField from '../../app/PickField.vue';
import { lengthText } from '../../app/units';
import { useJob } from '../../stores/job';

/** What the feeds stand on: batteries and what joins them, charging, the wire, and whose rules are kept. */
const store = useJob();
const craft = computed(() => store.job!.craft);
const settings = computed(() => store.job!.settings);
const names = computed(() =>
  Object.fromEntries(Object.entries(craft.value.batteries).map(([id, { name }]) => [id, name])),
);
const ids = computed(() => batteryIds(store.job!));
const setTie = (id: string, part: Partial<Tie>) =>
  store.edit([{ op: 'setTie', id, tie: { ...craft.value.ties[id]!, ...part } }]);
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
          restVolts: 12.7 * (nominalVolts / 12),
        },
      },
    ],
    'add a battery',
  );
  store.select({ kind: 'battery', id });
}
const untied = computed(() => {
  const tied = new Set(Object.values(craft.value.ties).flatMap(({ from, to }) => [`${from}>${to}`, `${to}>${from}`]));
  const from = startBattery(store.job!);
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
const toggleShore = (on: boolean) =>
  store.edit([
    { op: 'setShore', shore: on ? { at: sink.value, setVolts: craft.value.charging.setVolts, mostA: 20 } : null },
  ]);
const toggleSolar = (on: boolean) =>
  store.edit([{ op: 'setSolar', solar: on ? { at: sink.value, watts: 100, hours: 3 } : null }]);
const ticked = (event: Event) => (event.target as HTMLInputElement).checked;
const rules = computed(() => CRAFT_RULES[craft.value.pattern.kind]);
const pattern = computed(() => craftOf(store.job!));
const grounds = computed(() => taken(store.job!.choices, 'grounds'));
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
      <BButton size="sm" variant="outline-secondary" @click="addBattery">Add a battery</BButton>
      <BButton v-if="untied" size="sm" variant="outline-secondary" @click="addTie"
        >Join {{ names[untied.from] }} and {{ names[untied.to] }}</BButton
      >
    </div>
    <div v-for="(tie, id) in craft.ties" :key="id" class="fields tie" :data-tie="id">
      <PickField
        class="wide"
        :label="`Between ${names[tie.from]} and ${names[tie.to]}`"
        :options="TIES"
        :model-value="tie.kind"
        @update:model-value="setTie(id, { kind: $event })"
      />
      <label v-if="tie.kind === 'switch'" class="wide">
        <input type="checkbox" :checked="tie.joined" @change="setTie(id, { joined: ticked($event) })" /> on: both
        together
      </label>
      <FigureField
        v-if="tie.kind !== 'charger'"
        label="Cable and contacts"
        fact="tieMilliohm"
        :model-value="tie.milliohm"
        @update:model-value="setTie(id, { milliohm: $event })"
      />
      <FigureField
        v-if="tie.kind === 'diode'"
        label="Lost in the diode"
        fact="diodeVolts"
        :model-value="tie.diodeVolts"
        @update:model-value="setTie(id, { diodeVolts: $event })"
      />
      <template v-if="tie.kind === 'charger'">
        <FigureField
          label="Holds"
          fact="setVolts"
          :model-value="tie.setVolts"
          @update:model-value="setTie(id, { setVolts: $event })"
        />
        <FigureField
          label="Gives at most"
          fact="mostA"
          :model-value="tie.mostA"
          @update:model-value="setTie(id, { mostA: $event })"
        />
      </template>
      <div class="wide ends">
        <BButton
          size="sm"
          variant="outline-secondary"
          @click="store.edit([{ op: 'setTie', id, tie: { ...tie, from: tie.to, to: tie.from } }], 'turn the tie round')"
          >Charged side: {{ names[tie.from] }}</BButton
        >
        <BButton size="sm" variant="outline-secondary" @click="store.edit([{ op: 'setTie', id, tie: null }])"
          >Take it away</BButton
        >
      </div>
    </div>
    <h3>Charging</h3>
    <div class="fields">
      <FactField of="charging" fact="setVolts" label="Alternator holds" />
      <PickField
        v-if="ids.length > 1"
        label="It charges"
        :options="names"
        :model-value="craft.charging.at ?? startBattery(store.job!)"
        @update:model-value="store.edit([{ op: 'setCharging', charging: { at: $event } }])"
      />
      <FactField of="charging" fact="spareIdleA" label="Spare at idle" />
      <FactField of="charging" fact="spareCruiseA" label="Spare at cruise" />
      <label class="wide"
        ><input type="checkbox" :checked="craft.shore !== null" @change="toggleShore(ticked($event))" /> shore
        charger</label
      >
      <template v-if="craft.shore">
        <PickField
          v-if="ids.length > 1"
          class="wide"
          label="Shore charger charges"
          :options="names"
          :model-value="craft.shore.at"
          @update:model-value="store.edit([{ op: 'setShore', shore: { ...craft.shore!, at: $event } }])"
        />
        <FigureField
          label="Shore holds"
          fact="setVolts"
          :model-value="craft.shore.setVolts"
          @update:model-value="store.edit([{ op: 'setShore', shore: { ...craft.shore!, setVolts: $event } }])"
        />
        <FigureField
          label="Shore gives"
          fact="mostA"
          :model-value="craft.shore.mostA"
          @update:model-value="store.edit([{ op: 'setShore', shore: { ...craft.shore!, mostA: $event } }])"
        />
      </template>
      <label class="wide"
        ><input type="checkbox" :checked="craft.solar !== null" @change="toggleSolar(ticked($event))" /> solar
        panels</label
      >
      <template v-if="craft.solar">
        <PickField
          v-if="ids.length > 1"
          class="wide"
          label="Panels charge"
          :options="names"
          :model-value="craft.solar.at"
          @update:model-value="store.edit([{ op: 'setSolar', solar: { ...craft.solar!, at: $event } }])"
        />
        <FigureField
          label="Panels"
          fact="sunWatts"
          :model-value="craft.solar.watts"
          @update:model-value="store.edit([{ op: 'setSolar', solar: { ...craft.solar!, watts: $event } }])"
        />
        <FigureField
          label="Full sun a day"
          fact="sunHours"
          :model-value="craft.solar.hours"
          @update:model-value="store.edit([{ op: 'setSolar', solar: { ...craft.solar!, hours: $event } }])"
        />
      </template>
    </div>
    <h3>Wire</h3>
    <div class="fields">
      <PickField
        class="wide"
        label="Wire is made as"
        :options="WIRE_STANDARDS"
        :model-value="settings.conductors"
        @update:model-value="store.edit([{ op: 'setSettings', settings: { conductors: $event } }])"
      />
      <PickField
        label="Insulation"
        :options="INSULATIONS"
        :model-value="settings.insulation"
        @update:model-value="store.edit([{ op: 'setSettings', settings: { insulation: $event } }])"
      />
      <FactField of="settings" fact="conductorCelsius" label="Wire works at" />
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
      <label class="wide"
        ><input
          type="checkbox"
          :checked="settings.bundles"
          @change="store.edit([{ op: 'setSettings', settings: { bundles: ticked($event) } }])"
        />
        wires that lie together carry less</label
      >
    </div>
    <h3>Rules kept</h3>
    <dl>
      <div>
        <dt>Fuse from the post, this craft</dt>
        <dd>{{ lengthText(pattern.fuseWithinMm) }}, {{ pattern.fuseWithinSource }}</dd>
      </div>
      <div>
        <dt>Least size, this craft</dt>
        <dd>
          {{ rules.least ? `${gaugeName(rules.least.awg, 'awg')}, ${cite(rules.least.source)}` : 'none stated' }}
        </dd>
      </div>
      <div>
        <dt>Rings on a stud</dt>
        <dd>{{ rules.rings.most }}, {{ cite(rules.rings.source) }}</dd>
      </div>
    </dl>
    <div class="fields">
      <FactField of="settings" fact="dropLimitPct" label="Drop allowed" />
      <FactField of="settings" fact="fuseMarginPct" label="Fuse over current" />
      <MaybeField
        label="Fuse nearer, here"
        fact="fuseWithinMm"
        :model-value="settings.fuseWithinMm"
        empty="as craft"
        @update:model-value="store.edit([{ op: 'setSettings', settings: { fuseWithinMm: $event } }])"
      />
      <PickField
        label="Least size, here"
        :options="leastSizes"
        :model-value="settings.leastSize ?? ''"
        @update:model-value="
          store.edit([{ op: 'setSettings', settings: { leastSize: ($event || null) as Gauge | null } }])
        "
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
  font-size: 14px;
}
.tie {
  border-left: 3px solid var(--rule);
  padding-left: 8px;
}
.option span:first-child {
  flex: 1;
}
</style>
