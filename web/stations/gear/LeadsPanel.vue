<script setup lang="ts">
import { computed, ref } from 'vue';
import { farWords, joinedTo, leadWords, pinEnd, type PinRow } from '#core/connections/pins';
import { pinsOf } from '#core/gear/pins';
import { readPins, writePins } from '#core/gear/typing/leads';
import { inUse } from '#core/job/parts/gear';
import { PIN_FATES, type PinFate } from '#core/job/parts/pins';
import { useSheet } from '../../app/sheet';
import TextField from '../../fields/TextField.vue';
import PlugFace from './PlugFace.vue';
import WireSwatch from './WireSwatch.vue';

/** The leads of one piece of gear: what each does, where it goes, what ends it. */
const props = defineProps<{ gear: string }>();
const { store, job, plan, endOf } = useSheet();
const placed = computed(() => job.value.gear[props.gear]!);
const old = computed(() => !inUse(placed.value.there));
const table = computed(() => plan.value.pins.find(({ gear }) => gear === props.gear));
const told = computed(() => pinsOf(placed.value.item).said);

const goesTo = (row: PinRow): string => farWords(job.value, props.gear, row, plan.value.runs, plan.value.tags);
/** What ends it; of an old lead that something takes over that is told there. */
function endWords(row: PinRow): string {
  if (old.value && row.far) return '';
  const { runs, cutList } = plan.value;
  return pinEnd(job.value, row, joinedTo(row, runs, cutList.cuts), old.value);
}

/** Every lead that is there already and every circuit, for a lead that goes elsewhere than it would by itself. */
const others = computed((): [string, string][] => [
  ...Object.entries(job.value.gear).flatMap(([id, { item, there }]): [string, string][] =>
    there === 'out' || there === 'bypassed'
      ? (item.pins ?? []).map((pin) => [`${id}/${pin.id}`, `${leadWords(pin)}, ${endOf(id, 'mark')}`])
      : [],
  ),
  ...Object.entries(job.value.craft.existing).map(([id, { name }]): [string, string] => [id, name]),
]);
const FATES = Object.entries(PIN_FATES).filter(([fate]) => fate !== 'joined') as [PinFate, string][];
function chosen({ pin, said, fate }: PinRow): string {
  if (!said) return '';
  const to = job.value.pins[props.gear]?.[pin.id]?.to;
  return fate === 'joined' && to ? `to:${to}` : fate;
}
function choose(pin: string, value: string): void {
  const choice =
    value === ''
      ? null
      : value.startsWith('to:')
        ? { fate: 'joined' as const, to: value.slice(3) }
        : { fate: value as PinFate, to: null };
  store.edit([{ op: 'setPin', gear: props.gear, pin, choice }]);
}
const byItself = (row: PinRow): string => (row.said ? 'as it follows' : PIN_FATES[row.fate]);

/** Plugs with numbered places are drawn. */
const plugs = computed(() => {
  const found = new Map<string, PinRow[]>();
  for (const row of table.value?.rows ?? [])
    if (row.pin.plug && row.pin.at) found.set(row.pin.plug, [...(found.get(row.pin.plug) ?? []), row]);
  return [...found];
});

const asText = computed(() => writePins(placed.value.item.pins));
function take(text: string): string | undefined {
  if (text.trim() === '') {
    store.edit([{ op: 'setPinOut', gear: props.gear, pins: null }]);
    return undefined;
  }
  const pins = readPins(text);
  if (!pins)
    return 'expected leads one after another, each as “yellow constant 16” or “3 white/black FL −”; a plug’s name and a colon before its own.';
  store.edit([{ op: 'setPinOut', gear: props.gear, pins }]);
  return undefined;
}
const open = ref(false);
</script>

<template>
  <section class="leads">
    <h3>{{ old ? 'The plug it leaves' : 'Leads' }}</h3>
    <p v-if="table && !told" class="small">Usual leads of its kind; nobody has read them off its label.</p>
    <PlugFace v-for="[name, rows] in plugs" :key="name" :name="name" :rows="rows" />
    <ul v-if="table">
      <li v-for="row in table.rows" :key="row.pin.id" :data-lead="row.pin.id" :class="{ bare: row.fate === 'bare' }">
        <WireSwatch :colour="row.pin.colour" />
        <span class="what">
          <span
            >{{ leadWords(row.pin) }}<i v-if="row.pin.size">{{ row.pin.size }} AWG</i></span
          >
          <small v-if="goesTo(row)">to {{ goesTo(row) }}</small>
          <small v-if="endWords(row)">{{ endWords(row) }}</small>
        </span>
        <span class="does">
          <select
            class="form-select"
            :value="chosen(row)"
            :aria-label="`What becomes of ${leadWords(row.pin)}`"
            :disabled="old && row.far !== undefined"
            @change="choose(row.pin.id, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">{{ byItself(row) }}</option>
            <option v-for="[fate, name] in FATES" :key="fate" :value="fate">{{ name }}</option>
            <template v-if="!old">
              <option v-for="[to, name] in others" :key="to" :value="`to:${to}`">to {{ name }}</option>
            </template>
          </select>
          <label v-if="old" class="metered">
            <input
              type="checkbox"
              class="form-check-input"
              :checked="row.pin.metered"
              @change="
                store.edit([
                  {
                    op: 'meterPin',
                    gear,
                    pin: row.pin.id,
                    metered: ($event.target as HTMLInputElement).checked,
                  },
                ])
              "
            />
            metered
          </label>
        </span>
      </li>
    </ul>
    <p v-else-if="placed.place === null" class="small">Its leads are told once it has a place.</p>
    <p v-else-if="old" class="small">
      Type the leads of its plug off its label or a photograph, and each is told what takes it over.
    </p>
    <button type="button" class="option" :aria-expanded="open" @click="open = !open">
      <span>{{ told ? 'Correct its leads' : 'Type its leads in' }}</span><span>{{ open ? '–' : '+' }}</span>
    </button>
    <TextField
      v-if="open"
      label="Leads, as its label has them"
      :shown="asText"
      :max="3000"
      :rows="4"
      placeholder="radio plug: 1 yellow constant 18, 2 red switched, 3 ?, 4 white FL +"
      :take="take"
    />
  </section>
</template>

<style scoped>
li {
  margin-left: var(--space-2);
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) 108px;
  align-items: center;
  gap: var(--space-3);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) 0;
  font-size: var(--type-3);
}
.bare {
  box-shadow: inset 3px 0 var(--stop);
  padding-left: var(--space-3);
}
.what {
  display: flex;
  flex-direction: column;
}
i {
  margin-left: var(--space-2);
  color: var(--ink-soft);
  font-style: normal;
}
small {
  line-height: 1.25;
  color: var(--ink-soft);
  font-size: var(--type-2);
}
.does {
  display: flex;
  flex-direction: column;
  gap: var(--space-1);
}
.does select {
  min-height: 30px;
  padding-block: 2px;
}
.metered {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  min-height: 24px;
  font-size: var(--type-2);
}
</style>
