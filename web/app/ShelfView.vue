<script setup lang="ts">
import { computed, onScopeDispose, reactive, ref } from 'vue';
import { GEAR_KIND_NAMES, type GearItem, type GearKind } from '#core/gear/gear';
import { MOST_COMPARED, SORTS, compared, isSought, readHole, sortedBy, type Sort } from '#core/gear/shelf';
import { readNumber } from '#core/units/typed';
import { figure } from '#core/units/figures';
import PickField from '../fields/PickField.vue';
import { useLibrary } from '../stores/library';
import { figuresOf, sizeOf } from '../stations/gear/words';
import GearDialog from './GearDialog.vue';
import ImportDialog from './ImportDialog.vue';
import { onLanded } from '../stores/live';
import LibraryPage from './LibraryPage.vue';
import { lengthUnit, units } from './units';

/** The workshop's gear, kind by kind, each drawn to one scale; typed in, found, held against each other, in and out as a table. */
const library = useLibrary();
void library.loadShelf();
document.title = 'Shelf · Haltrik';
const importing = ref(false);
const said = ref('');

const find = reactive({ words: '', kind: '' as GearKind | '', hole: '', ohm: '', water: '', retired: false });
const sort = ref<Sort>('shelf');
const hole = computed(() => (find.hole.trim() ? readHole(find.hole, units.value) : undefined));
const ohm = computed(() => (find.ohm.trim() ? readNumber(find.ohm.replace(/\s*(Ω|ohms?)$/i, '')) : undefined));
const wrong = computed(() => [
  ...(find.hole.trim() && !hole.value
    ? [`Fits a hole of: expected one length, or two sides as 182 x 53, in ${lengthUnit()} or with a unit.`]
    : []),
  ...(ohm.value !== undefined && !(ohm.value > 0) ? ['Stable at: expected a load in Ω, as 2.'] : []),
]);
const shown = computed(() =>
  sortedBy(
    library.shelf.filter((item) =>
      isSought(item, {
        words: find.words.trim(),
        kind: find.kind,
        hole: hole.value,
        ohm: ohm.value !== undefined && ohm.value > 0 ? ohm.value : undefined,
        water: find.water === '' ? undefined : Number(find.water),
        retired: find.retired,
      }),
    ),
    sort.value,
  ),
);
const kinds = computed(() =>
  (Object.keys(GEAR_KIND_NAMES) as GearKind[])
    .map((kind) => ({ kind, name: GEAR_KIND_NAMES[kind], items: shown.value.filter((item) => item.kind === kind) }))
    .filter((k) => k.items.length),
);
const asked = computed(() => Boolean(find.words || find.kind || find.hole || find.ohm || find.water));
function all(): void {
  Object.assign(find, { words: '', kind: '', hole: '', ohm: '', water: '', retired: false });
}
const KINDS = [['', 'every kind'] as const, ...(Object.entries(GEAR_KIND_NAMES) as [GearKind, string][])];
const WATER = [['', 'any'] as const, ...['4', '5', '6', '7', '8', '9'].map((digit) => [digit, `IPX${digit}`] as const)];

/** What is held against each other, in the order it was taken; of one kind. */
const held = ref<string[]>([]);
const heldItems = computed(() => held.value.flatMap((id) => library.shelf.find((item) => item.id === id) ?? []));
const rows = computed(() => compared(heldItems.value, units.value));
const mayHold = ({ id, kind }: GearItem) =>
  held.value.includes(id) || (held.value.length < MOST_COMPARED && heldItems.value.every((item) => item.kind === kind));
const hold = ({ id }: GearItem) =>
  (held.value = held.value.includes(id) ? held.value.filter((other) => other !== id) : [...held.value, id]);

/** The sheet that is being typed in. */
const sheet = ref<{ kind: GearKind; from?: GearItem; corrects: boolean }>({ kind: 'headUnit', corrects: false });
const typing = ref(false);
function type(kind: GearKind, from?: GearItem, corrects = false): void {
  sheet.value = { kind, corrects, ...(from ? { from } : {}) };
  typing.value = true;
}
const KEPT = 'Jobs keep the gear they were made with.';
function made(item: GearItem): void {
  said.value = sheet.value.corrects ? `${item.name} is corrected. ${KEPT}` : `${item.name} is on the shelf.`;
}
async function attempt(work: () => Promise<void>, done: string): Promise<void> {
  try {
    await work();
    said.value = done;
  } catch (reason) {
    said.value = reason instanceof Error ? reason.message : String(reason);
    await library.reloadShelf();
  }
}
function retire(item: GearItem): Promise<void> {
  const { retired, ...rest } = item;
  const next = (retired ? rest : { ...rest, retired: true }) as GearItem;
  return attempt(
    () => library.putItem(next, item),
    retired ? `${item.name} is offered again.` : `${item.name} is retired: no new job is offered it. ${KEPT}`,
  );
}
/** What is about to be deleted: it is asked once. */
const doomed = ref<GearItem>();
function remove(item: GearItem): Promise<void> {
  doomed.value = undefined;
  held.value = held.value.filter((id) => id !== item.id);
  return attempt(() => library.dropItem(item), `${item.name} is deleted from the shelf. ${KEPT}`);
}
async function taken(): Promise<void> {
  await library.reloadShelf();
  said.value = `The shelf is as the table has it. ${KEPT}`;
}
onScopeDispose(onLanded((landed) => landed.kind === 'shelf' && void library.reloadShelf()));
/** Pixels of a millimetre: all items at one scale, so that they can be held against each other. */
const SCALE = 0.32;
</script>

<template>
  <LibraryPage title="Shelf">
    <template #find>
      <input v-model="find.words" class="form-control find" placeholder="Find by name or note" aria-label="Find gear" />
    </template>
    <template #tools>
      <a class="btn btn-outline-secondary" href="/api/shelf.csv" download data-file="shelf.csv">Export CSV</a>
      <BButton @click="importing = true">Import</BButton>
      <BButton variant="primary" @click="type(find.kind || 'headUnit')">Type in gear</BButton>
    </template>
    <form class="filters" @submit.prevent>
      <PickField v-model="find.kind" label="Kind" :options="KINDS" />
      <div>
        <label class="form-label" for="shelf-hole">Fits a hole of</label>
        <span class="pair"
          ><input
            id="shelf-hole"
            v-model="find.hole"
            class="form-control short"
            placeholder="3 in, 182 x 53"
            :aria-invalid="wrong.some((line) => line.startsWith('Fits'))"
          />{{ lengthUnit() }}</span
        >
      </div>
      <div>
        <label class="form-label" for="shelf-ohm">Stable at</label>
        <span class="pair"
          ><input
            id="shelf-ohm"
            v-model="find.ohm"
            class="form-control shorter"
            placeholder="2"
            :aria-invalid="wrong.some((line) => line.startsWith('Stable'))"
          />Ω</span
        >
      </div>
      <PickField v-model="find.water" label="Proven for" :options="WATER" />
      <PickField v-model="sort" label="Sorted by" :options="SORTS" />
      <label class="tick"><input v-model="find.retired" type="checkbox" /> retired too</label>
    </form>
    <p v-for="line in wrong" :key="line" class="field-error" role="alert">{{ line }}</p>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="library.shelfFailure" class="field-error" role="alert">
      The shelf cannot be shown: {{ library.shelfFailure }}.
      <BButton @click="library.loadShelf()">Try again</BButton>
    </p>
    <p v-else-if="library.shelf.length && !kinds.length">
      Nothing on the shelf is what you look for.
      <BButton v-if="asked" @click="all">Show all of it</BButton>
    </p>
    <section v-if="heldItems.length" class="compare" aria-label="Compared">
      <h2>Compared</h2>
      <table>
        <thead>
          <tr>
            <th scope="col"></th>
            <th v-for="item in heldItems" :key="item.id" scope="col">
              {{ item.name }}
              <BButton :aria-label="`Compare no longer: ${item.name}`" @click="hold(item)">×</BButton>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.label" :class="{ differ: row.differ && heldItems.length > 1 }">
            <th scope="row">{{ row.label }}</th>
            <td v-for="(value, i) in row.values" :key="i">{{ value }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-for="k in kinds" :key="k.kind">
      <h2>{{ k.name }}s</h2>
      <ul class="things">
        <li v-for="item in k.items" :key="item.id" :data-item="item.id">
          <svg :width="230 * SCALE" height="64" :viewBox="`0 0 ${230} ${64 / SCALE}`" aria-hidden="true">
            <ellipse
              v-if="item.kind === 'speaker'"
              class="body"
              :cx="115"
              :cy="32 / SCALE"
              :rx="item.size.w / 2"
              :ry="item.size.h / 2"
            />
            <rect
              v-else
              class="body"
              :x="115 - item.size.w / 2"
              :y="32 / SCALE - item.size.h / 2"
              :width="item.size.w"
              :height="item.size.h"
            />
          </svg>
          <span>
            <b>{{ item.name }}</b><br />{{ figuresOf(item) }}<br /><span class="soft"
              >{{ sizeOf(item) }} · {{ figure(item.massKg, 2) }} kg<template v-if="item.note">
                · {{ item.note }}</template
              ><template v-if="item.sheet?.from"> · from {{ item.sheet.from }}</template
              ><template v-if="item.sheet?.on">, {{ item.sheet.on }}</template></span
            ><br v-if="item.assumed || item.retired" /><i v-if="item.assumed" class="usual"
              >{{ item.assumed.length }} {{ item.assumed.length === 1 ? 'figure' : 'figures' }} usual, not on its
              sheet</i
            ><b v-if="item.retired"> retired</b>
            <span class="acts">
              <BButton :aria-label="`Correct ${item.name}`" @click="type(item.kind, item, true)">Correct</BButton>
              <BButton :aria-label="`Like ${item.name}`" @click="type(item.kind, item)">Like this one</BButton>
              <BButton
                :aria-label="`Compare ${item.name}`"
                :aria-pressed="held.includes(item.id)"
                :disabled="!mayHold(item)"
                @click="hold(item)"
                >Compare</BButton
              >
              <BButton :aria-label="`${item.retired ? 'Offer again' : 'Retire'} ${item.name}`" @click="retire(item)">{{
                item.retired ? 'Offer again' : 'Retire'
              }}</BButton>
              <BButton v-if="doomed?.id !== item.id" :aria-label="`Delete ${item.name}`" @click="doomed = item"
                >×</BButton
              >
              <BButton v-else variant="danger" :aria-label="`Delete ${item.name} for good`" @click="remove(item)"
                >Delete for good</BButton
              >
            </span>
          </span>
        </li>
      </ul>
    </section>
    <template #dialogs>
      <ImportDialog v-model="importing" @taken="taken" />
      <GearDialog v-model="typing" v-bind="sheet" @made="made" />
    </template>
  </LibraryPage>
</template>

<style scoped>
.body {
  fill: var(--ink);
}
.usual {
  color: var(--caution);
  font-style: normal;
  font-size: var(--type-2);
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-7);
  align-items: end;
}
.pair {
  display: flex;
  align-items: center;
  gap: var(--space-2);
}
.short {
  width: 150px;
}
.shorter {
  width: 70px;
}
.tick {
  padding-bottom: var(--space-3);
}
.compare table {
  border-collapse: collapse;
  font-size: var(--type-3);
}
.compare th,
.compare td {
  text-align: left;
  padding: var(--space-2) var(--space-7) var(--space-2) 0;
  border-bottom: 1px solid var(--rule-soft);
  font-variant-numeric: tabular-nums;
}
.compare tbody th {
  font-weight: 400;
  color: var(--ink-soft);
}
.compare .differ td {
  font-weight: 600;
}
</style>
