<script setup lang="ts">
import { computed, onScopeDispose, reactive, ref } from 'vue';
import { EMPTY_RACK, reelKey, type Reel } from '#core/harness/index';
import { COLOUR_NAMES, colourText, type ColourName } from '#core/tables/colours';
import { AWG_SIZES, GAUGES, METRIC_SIZES, gaugeName, type Gauge } from '#core/tables/conductors';
import { newId } from '../api';
import WireLine from '../drawing/WireLine.vue';
import PickField from '../fields/PickField.vue';
import TypedField from '../fields/TypedField.vue';
import { onLanded } from '../stores/live';
import { useLibrary } from '../stores/library';
import LibraryPage from './LibraryPage.vue';
import { lengthText, lengthUnit, shownFigure, typedFigure, wireText, wireUnit } from './units';

/** The reels of the workshop, each as full as it is, and how new ones are bought. */
const library = useLibrary();
void library.loadRack();
const rack = computed(() => library.rack ?? EMPTY_RACK);
document.title = 'Rack · Haltrik';
onScopeDispose(onLanded(({ kind }) => (kind === 'rack' || kind === 'open') && void library.loadRack()));

const PAIR = 'pair';
const SIZES = [
  ...GAUGES.map((gauge) => [gauge, sizeText(gauge)] as const),
  [PAIR, 'screened line-level pair'] as const,
];
const COLOURS = COLOUR_NAMES.map((name) => [name, name] as const);
const STRIPES = [['', 'none'] as const, ...COLOURS];
function sizeText(gauge: Gauge | null): string {
  if (gauge === null) return 'screened line-level pair';
  return gaugeName(gauge, (METRIC_SIZES as readonly string[]).includes(gauge) ? 'iso' : 'awg');
}

const words = ref('');
const reels = computed(() =>
  Object.entries(rack.value.reels)
    .map(([id, reel]) => ({ id, reel, what: `${sizeText(reel.wire.gauge)} ${colourText(reel.wire.colour)}` }))
    .filter(({ what, reel }) => `${what} ${reel.note}`.toLowerCase().includes(words.value.trim().toLowerCase()))
    .sort(
      (a, b) =>
        order(a.reel) - order(b.reel) || reelKey(a.reel).localeCompare(reelKey(b.reel)) || b.reel.mm - a.reel.mm,
    ),
);
const order = ({ wire }: Reel) =>
  wire.gauge === null ? AWG_SIZES.length + METRIC_SIZES.length : GAUGES.indexOf(wire.gauge);
const fullest = computed(() => Math.max(1, ...Object.values(rack.value.reels).map(({ mm }) => mm)));
const total = computed(() => Object.values(rack.value.reels).reduce((sum, { mm }) => sum + mm, 0));

const said = ref('');
const failed = ref('');
async function attempt(work: () => Promise<void>, done: string): Promise<boolean> {
  try {
    await work();
    said.value = done;
    failed.value = '';
    return true;
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error);
    void library.loadRack();
    return false;
  }
}

// ── A reel typed in, or corrected ──
const blank = () => ({
  size: '16' as string,
  body: 'red' as ColourName,
  stripe: '' as ColourName | '',
  on: '',
  note: '',
});
const typed = reactive(blank());
const corrected = ref<string>();
const wrong = ref('');
function correct(id: string, { wire, mm, note }: Reel): void {
  corrected.value = id;
  Object.assign(typed, {
    size: wire.gauge ?? PAIR,
    body: wire.colour.body,
    stripe: wire.colour.stripe ?? '',
    on: wireText(mm / 1000),
    note,
  });
}
function leave(): void {
  corrected.value = undefined;
  wrong.value = '';
  Object.assign(typed, blank());
}
async function put(): Promise<void> {
  const metres = typedFigure(typed.on, 'm');
  if (!(metres > 0 && metres <= 1000)) {
    wrong.value = `On it: expected a length up to ${wireText(1000)} ${wireUnit()}.`;
    return;
  }
  wrong.value = '';
  const reel: Reel = {
    wire: {
      gauge: typed.size === PAIR ? null : (typed.size as Gauge),
      colour: { body: typed.body, ...(typed.stripe ? { stripe: typed.stripe } : {}) },
    },
    mm: Math.round(metres * 1000),
    note: typed.note.trim(),
  };
  const id = corrected.value ?? newId();
  const over = corrected.value === undefined ? undefined : rack.value.reels[corrected.value];
  const name = `${sizeText(reel.wire.gauge)} ${colourText(reel.wire.colour)}`;
  if (await attempt(() => library.putReel(id, reel, over), over ? `${name} is corrected.` : `${name} is in the rack.`))
    leave();
}
/** What is about to be deleted: it is asked once. */
const doomed = ref<string>();
async function remove(id: string, reel: Reel, what: string): Promise<void> {
  doomed.value = undefined;
  if (corrected.value === id) leave();
  await attempt(() => library.dropReel(id, reel), `${what} is out of the rack.`);
}

// ── How new ones are bought ──
const sold = computed(() => rack.value.soldMm.map((mm) => wireText(mm / 1000)).join(', '));
function takeSold(text: string): string | undefined {
  const lengths = text
    .split(/[,;]\s*|\s+/)
    .filter(Boolean)
    .map((one) => typedFigure(one, 'm') * 1000);
  if (lengths.length > 6 || lengths.some((mm) => !(mm >= 1 && mm <= 1_000_000)))
    return `expected up to 6 lengths in ${wireUnit()}, as 10, 30; nothing where wire is bought by the metre`;
  const soldMm = [...new Set(lengths.map((mm) => Math.round(mm)))].sort((a, b) => a - b);
  void attempt(() => library.setBuying({ soldMm, keepMm: rack.value.keepMm }), 'New reels are planned so.');
  return undefined;
}
function takeKeep(text: string): string | undefined {
  const keepMm = typedFigure(text, 'mm');
  if (!(keepMm >= 0 && keepMm <= 10_000)) return `expected a length up to ${lengthText(10_000)}`;
  void attempt(() => library.setBuying({ soldMm: rack.value.soldMm, keepMm }), 'Ends are kept so.');
  return undefined;
}
</script>

<template>
  <LibraryPage title="Rack">
    <template #find>
      <input
        v-model="words"
        class="form-control find"
        type="search"
        placeholder="Find a wire"
        aria-label="Find a wire"
      />
    </template>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="failed || library.rackFailure" class="field-error" role="alert">
      {{ failed || `The rack cannot be shown: ${library.rackFailure}.` }}
    </p>
    <form class="put" @submit.prevent="put">
      <PickField v-model="typed.size" label="Size" :options="SIZES" />
      <PickField v-model="typed.body" label="Colour" :options="COLOURS" />
      <PickField v-model="typed.stripe" label="Stripe" :options="STRIPES" />
      <div>
        <label class="form-label" for="reel-on">On it</label>
        <span class="pair"
          ><input
            id="reel-on"
            v-model="typed.on"
            class="form-control short"
            inputmode="decimal"
            :aria-invalid="wrong !== ''"
            :aria-describedby="wrong ? 'reel-wrong' : undefined"
          />{{ wireUnit() }}</span
        >
      </div>
      <div class="note">
        <label class="form-label" for="reel-note">Where it hangs</label>
        <input id="reel-note" v-model="typed.note" class="form-control" maxlength="400" />
      </div>
      <BButton type="submit" variant="primary">{{ corrected ? 'Correct the reel' : 'Add the reel' }}</BButton>
      <BButton v-if="corrected" @click="leave">Cancel</BButton>
    </form>
    <p v-if="wrong" id="reel-wrong" class="field-error" role="alert">{{ wrong }}</p>
    <div class="buying">
      <TypedField
        label="New reels come in"
        :unit="wireUnit()"
        :shown="sold"
        placeholder="by the metre"
        :take="takeSold"
      />
      <TypedField
        label="Ends are kept from"
        :unit="lengthUnit()"
        :shown="String(shownFigure(rack.keepMm, 'mm'))"
        :take="takeKeep"
      />
    </div>
    <p v-if="library.rack && !reels.length">
      {{ words ? 'No reel is found by that.' : 'No reel is in the rack: cut lists say what to buy of everything.' }}
    </p>
    <table v-else-if="reels.length" class="reels">
      <caption>
        {{
          Object.keys(rack.reels).length
        }}
        reels,
        {{
          wireText(total / 1000)
        }}
        {{
          wireUnit()
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">Wire</th>
          <th scope="col" class="bar">On it</th>
          <th scope="col">Length</th>
          <th scope="col">Where</th>
          <th scope="col"><span class="visually-hidden">Change it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ id, reel, what } in reels" :key="id" :data-reel="id" :class="{ now: corrected === id }">
          <th scope="row">
            <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
              <WireLine path="M3 4.5H23" v-bind="reel.wire.colour" :width="3.5" /></svg
            >{{ what }}
          </th>
          <td class="bar">
            <svg viewBox="0 0 300 14" preserveAspectRatio="none" aria-hidden="true">
              <WireLine :path="`M4 7H${4 + (292 * reel.mm) / fullest}`" v-bind="reel.wire.colour" :width="7" />
            </svg>
          </td>
          <td class="length">{{ wireText(reel.mm / 1000) }} {{ wireUnit() }}</td>
          <td>{{ reel.note }}</td>
          <td>
            <span class="acts">
              <BButton :aria-label="`Correct ${what}, ${reel.note}`" @click="correct(id, reel)">Correct</BButton>
              <BButton v-if="doomed !== id" :aria-label="`Delete ${what}, ${reel.note}`" @click="doomed = id"
                >×</BButton
              >
              <BButton v-else variant="danger" @click="remove(id, reel, what)">Take it out</BButton>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
  </LibraryPage>
</template>

<style scoped>
.put,
.buying {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-7);
  align-items: end;
  margin-bottom: var(--space-6);
}
.pair {
  display: flex;
  align-items: center;
  gap: var(--space-2);
}
.short {
  width: 90px;
}
.note {
  flex: 1;
  min-width: 160px;
}
.reels {
  width: 100%;
  font-size: var(--type-3);
}
caption {
  caption-side: top;
  color: var(--ink-soft);
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
  border-bottom: 1px solid var(--rule-soft);
}
thead th {
  border-bottom: 2px solid var(--ink);
  font-weight: 600;
}
.now th {
  box-shadow: inset 3px 0 var(--mud);
}
.bar {
  width: 38%;
}
.bar svg {
  display: block;
  width: 100%;
  height: 14px;
}
.swatch {
  width: 26px;
  height: 9px;
  margin-right: var(--space-3);
}
.length {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 760px) {
  .bar {
    display: none;
  }
  .library .reels .acts {
    flex-wrap: nowrap;
  }
}
</style>
