<script setup lang="ts">
import { inUse } from '#core/job/parts/gear';
import { computed } from 'vue';
import { TURNED_ON_BY, type TurnedOnBy } from '#core/job/circuit';
import { triggerOf, turnedOnBy } from '#core/connections/signal';
import { LIVE, TURN_ON_FIGURES, turnOnFormulas } from '#core/power/index';
import { buttFor } from '#core/tables/terminals';
import { colourText } from '#core/tables/colours';
import { short } from '#core/units/figures';
import CircuitReadings from '../../app/CircuitReadings.vue';
import FigureField from '../../fields/FigureField.vue';
import PickField from '../../fields/PickField.vue';
import WireLine from '../../drawing/WireLine.vue';
import { useSheet } from '../../app/sheet';
import { clock } from '#core/units/figures';
import TickField from '../../fields/TickField.vue';
import FactRow from '../../app/facts/FactRow.vue';

/** What turns what on, with what load, from which circuit; and the parasitic draw with the key off. */
const { store, job, plan, tag } = useSheet();
const turnOn = computed(() => plan.value.turnOn);
const milli = (amps: number) => `${short(amps * 1000)} mA`;
const amplifiers = computed(() =>
  Object.entries(job.value.gear).flatMap(([id, { item, there }]) =>
    item.kind === 'amplifier' && inUse(there) ? [{ id, item, by: turnedOnBy(job.value, id) }] : [],
  ),
);
const between = computed(() => ({
  '': 'nothing',
  ...Object.fromEntries(
    Object.entries(job.value.gear).flatMap(([id, { item }]) =>
      item.kind === 'relay' || item.kind === 'switchModule' ? [[id, `${tag(id)} ${item.name}`]] : [],
    ),
  ),
}));
const setTurnedOnBy = (id: string, by: TurnedOnBy) =>
  store.edit([{ op: 'setSource', id, choice: { turnedOnBy: by === 'head' ? null : by } }], 'change what turns it on');
/** Relays and switch modules with a coil of their own to be told by: not what stands in the turn-on lead already. */
const triggered = computed(() =>
  Object.entries(job.value.gear).flatMap(([id, { item, there }]) =>
    (item.kind === 'relay' || item.kind === 'switchModule') && inUse(there) && job.value.turnOn.through !== id
      ? [{ id, item, by: triggerOf(job.value, id) }]
      : [],
  ),
);
const TRIGGERS = { '': 'nothing', head: 'the head unit’s turn-on lead', switched: 'the tapped circuit' } as const;
const setTrigger = (id: string, by: keyof typeof TRIGGERS) =>
  store.edit([{ op: 'setSource', id, choice: { turnedOnBy: by || null } }], 'change what triggers it');
const chosen = computed(() => {
  const { selected } = store;
  const id = selected?.kind === 'existing' ? selected.id : job.value.turnOn.source;
  return turnOn.value.candidates.find((c) => c.id === id);
});
const tap = (id: string | null) => store.edit([{ op: 'setTurnOn', turnOn: { source: id } }], 'tap a circuit');
const headTag = computed(() => (turnOn.value.head === undefined ? undefined : tag(turnOn.value.head)));
const left = computed(() => plan.value.keyOff.filter(({ leftOnHours }) => leftOnHours !== undefined));
const formulas = computed(() => turnOnFormulas(job.value, plan.value));
const splice = computed(() => (chosen.value?.circuit.size ? buttFor('18', chosen.value.circuit.size) : undefined));
</script>

<template>
  <section>
    <h2>Turn-on and key off</h2>
    <dl v-if="headTag">
      <FactRow :label="`${headTag} turns on`">{{ turnOn.turnedOn.map(tag).join(', ') || 'nothing' }}</FactRow>
      <FactRow name="turn-on" :label="TURN_ON_FIGURES.turnOn" :formula="formulas.turnOn"
        ><span :class="{ bad: turnOn.neededA > turnOn.availableA }"
          >{{ milli(turnOn.neededA) }} of {{ milli(turnOn.availableA) }}</span
        ></FactRow
      >
      <FactRow v-if="turnOn.through" :label="`Passed on by ${tag(turnOn.through.gear)}`"
        >{{ milli(turnOn.turnedOnA) }} of {{ short(turnOn.through.passesA) }} A</FactRow
      >
      <FactRow name="switched" :label="TURN_ON_FIGURES.switched" :formula="formulas.switched">{{
        milli(turnOn.switchedA)
      }}</FactRow>
    </dl>
    <p v-else>No head unit: each amplifier wants the switched source, or turns on by itself.</p>
    <div class="fields">
      <PickField
        v-if="Object.keys(between).length > 1"
        class="wide"
        label="Between head unit and amplifiers"
        :options="between"
        :model-value="job.turnOn.through ?? ''"
        @update:model-value="store.edit([{ op: 'setTurnOn', turnOn: { through: $event || null } }])"
      />
      <PickField
        v-for="a in amplifiers"
        :key="a.id"
        class="wide"
        :label="`${tag(a.id)} ${a.item.name} is turned on by`"
        :options="TURNED_ON_BY"
        :model-value="a.by"
        @update:model-value="setTurnedOnBy(a.id, $event)"
      />
      <PickField
        v-for="r in triggered"
        :key="r.id"
        class="wide"
        :label="`${tag(r.id)} ${r.item.name} is triggered by`"
        :options="TRIGGERS"
        :model-value="r.by ?? ''"
        @update:model-value="setTrigger(r.id, $event)"
      />
      <FigureField
        v-if="headTag"
        class="wide"
        label="Other loads on its turn-on lead"
        fact="turnOnOtherA"
        :model-value="job.turnOn.otherA"
        @update:model-value="store.edit([{ op: 'setTurnOn', turnOn: { otherA: $event } }])"
      />
      <TickField
        class="wide"
        label="constant and switched leads joined: its own button switches it"
        :model-value="job.turnOn.joined"
        @update:model-value="store.edit([{ op: 'setTurnOn', turnOn: { joined: $event } }])"
      />
    </div>
    <p v-for="k in left" :key="k.battery" class="small">
      Left on, {{ job.craft.batteries[k.battery]!.name }} is at its reserve in {{ clock(k.leftOnHours!) }}.
    </p>
    <h3>Circuits as switched source</h3>
    <p v-if="!turnOn.candidates.length">
      None noted. At Intake, name what you find behind the covers; measure each with the key off, at accessory and at
      run.
    </p>
    <ol>
      <li v-for="c in turnOn.candidates" :key="c.id">
        <button
          type="button"
          class="option"
          :class="{ now: job.turnOn.source === c.id }"
          :data-candidate="c.id"
          @click="store.select({ kind: 'existing', id: c.id })"
        >
          <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
            <WireLine path="M3 4.5H23" v-bind="c.circuit.colour" :width="3.5" />
          </svg>
          <span class="what"
            >{{ c.circuit.name }}, {{ colourText(c.circuit.colour) }}<br /><i
              :class="{
                good: (c.live === 'key' || c.live === 'run') && c.enough,
                bad: c.live === 'always' || c.live === 'never',
              }"
              >{{ LIVE[c.live] }}; {{ c.spareA === undefined ? 'spare not known' : `${short(c.spareA)} A to spare` }}</i
            ></span
          >
        </button>
      </li>
    </ol>
    <template v-if="chosen">
      <h3>{{ chosen.circuit.name }}</h3>
      <CircuitReadings :id="chosen.id" :key="chosen.id" />
      <p v-if="chosen.circuit.shares" class="small">Shares it: {{ chosen.circuit.shares }}.</p>
      <p v-if="splice" class="small">Tapped with a {{ splice }}.</p>
      <div class="ends">
        <BButton v-if="job.turnOn.source !== chosen.id" variant="primary" @click="tap(chosen.id)">Tap this one</BButton>
        <BButton v-else @click="tap(null)">Do not tap it</BButton>
      </div>
    </template>
    <h3>Key off</h3>
    <template v-for="k in plan.keyOff" :key="k.battery">
      <dl :data-keyoff="k.battery">
        <div v-for="(d, i) in k.drains" :key="i">
          <dt>{{ d.gear === undefined ? '' : `${tag(d.gear)} ` }}{{ d.what }}</dt>
          <dd>{{ milli(d.amps) }}</dd>
        </div>
        <FactRow :label="`${job.craft.batteries[k.battery]!.name}, self-discharge`">{{ milli(k.selfA) }}</FactRow>
        <FactRow :label="`${job.craft.batteries[k.battery]!.name} stands`" name="stands"
          >{{ short(k.days) }} days</FactRow
        >
        <FactRow v-if="k.switchedOffDays !== undefined" label="With the battery switch off" name="switched-off"
          >{{ short(k.switchedOffDays) }} days</FactRow
        >
      </dl>
    </template>
    <p class="caution">
      Colour never proves what a wire is. A remote turn-on lead switches amplifiers; it never feeds them.
    </p>
  </section>
</template>

<style scoped>
.what {
  flex: 1;
}
.what i {
  font-style: normal;
  font-size: var(--type-2);
  color: var(--ink-soft);
}
.what i.good {
  color: var(--tarn);
}
.what i.bad {
  color: var(--stop);
}
</style>
