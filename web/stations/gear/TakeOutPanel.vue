<script setup lang="ts">
import { computed } from 'vue';
import { GIFTS, GOES_TO, HOLDS, REASONS, takeOutOf, type TakeOut } from '#core/job/parts/take-out';
import type { Operation } from '#core/job/operations';
import { mapped } from '#core/document/edits';
import { speakersOf } from '#core/job/circuit';
import { inUse } from '#core/job/parts/gear';
import { didSomething } from '#core/job/parts/there';
import { useSheet } from '../../app/sheet';
import FastenerRows from '../../fields/FastenerRows.vue';
import MaybeField from '../../fields/MaybeField.vue';
import NameRows from '../../fields/NameRows.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';

/** Gear that comes out: how it is held, what is on it, why it goes, where to, and what of it serves the new. */
const props = defineProps<{ gear: string }>();
const { store, job, endOf, tag } = useSheet();
const out = computed(() => takeOutOf(job.value, props.gear));

const set = (part: Partial<Pick<TakeOut, 'held' | 'reason' | 'goesTo' | 'minutes' | 'note'>>) =>
  store.edit([{ op: 'setTakeOut', gear: props.gear, out: part }]);
const edit = (operation: Operation) => store.edit([operation]);
const freshId = () => crypto.randomUUID().slice(0, 8);

const fastener = (id: string, part: Extract<Operation, { op: 'setOutFastener' }>['fastener']) =>
  edit({ op: 'setOutFastener', gear: props.gear, id, fastener: part });
const plugs = computed(() => Object.fromEntries(Object.entries(out.value.plugs).map(([id, { name }]) => [id, name])));

/** Whatever is new may get a part of it. */
const heirs = computed((): (readonly [string, string])[] => [
  ['', 'the new one here'],
  ...Object.entries(job.value.gear).flatMap(([id, { there }]): (readonly [string, string])[] =>
    there === null ? [[id, endOf(id)]] : [],
  ),
]);
const names = <T extends { readonly name: string }>(of: Readonly<Record<string, T>>) =>
  mapped<T | string>(of, (one) => (one as T).name) as Record<string, string>;
const HOLD_NAMES = names(HOLDS);

const speakersLeft = computed(() => {
  const drove = Object.entries(job.value.was.circuits).flatMap(([key, wiring]) => {
    const all = [key.split('/')[0]!, ...speakersOf(wiring)];
    return all.includes(props.gear) ? all : [];
  });
  return [...new Set(drove)]
    .filter((id) => id !== props.gear)
    .map(tag)
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
});
const takers = computed(() => {
  const { gear } = job.value;
  return Object.keys(gear).filter(
    (id) => inUse(gear[id]!.there) && gear[id]!.item.kind === gear[props.gear]!.item.kind,
  );
});
</script>

<template>
  <div class="out">
    <h3>How it comes out</h3>
    <div class="fields">
      <PickField
        class="wide"
        label="Held by"
        :options="HOLD_NAMES"
        :model-value="out.held"
        @update:model-value="set({ held: $event as TakeOut['held'] })"
      />
      <PickField
        class="wide"
        label="Why it goes"
        :options="REASONS"
        :model-value="out.reason"
        @update:model-value="set({ reason: $event })"
      />
      <PickField
        class="wide"
        label="Where it goes"
        :options="GOES_TO"
        :model-value="out.goesTo"
        @update:model-value="set({ goesTo: $event })"
      />
      <MaybeField
        label="Minutes"
        :fact="[0, 240, 'minutes']"
        :empty="`${HOLDS[out.held].minutes}, as usual`"
        :model-value="out.minutes"
        @update:model-value="set({ minutes: $event })"
      />
      <TextField label="Note" :shown="out.note" :max="400" :take="(text) => void set({ note: text.trim() })" />
    </div>

    <h3>Its fasteners</h3>
    <FastenerRows :fasteners="out.fasteners" @set="fastener" />

    <h3>Its plugs</h3>
    <NameRows
      :names="plugs"
      one="Plug"
      wants="what it goes to"
      placeholder="radio plug, 16 pins"
      @set="(id, name) => edit({ op: 'setOutPlug', gear, id, plug: name === null ? null : { name } })"
    />

    <h3>What of it serves the new</h3>
    <div v-for="(g, id) in out.gives" :key="id" class="gift" :data-gift="id">
      <PickField
        label="Part"
        :options="GIFTS"
        :model-value="g.what"
        @update:model-value="edit({ op: 'setGift', gear, id, gift: { what: $event } })"
      />
      <PickField
        label="Goes to"
        :options="heirs"
        :model-value="g.to ?? ''"
        @update:model-value="edit({ op: 'setGift', gear, id, gift: { to: $event || null } })"
      />
      <BButton :aria-label="`Delete ${GIFTS[g.what]}`" @click="edit({ op: 'setGift', gear, id, gift: null })"
        >×</BButton
      >
    </div>
    <BButton @click="edit({ op: 'setGift', gear, id: freshId(), gift: { what: 'bolts', to: null } })"
      >Add a part</BButton
    >

    <template v-if="didSomething(job, gear)">
      <h3>What it did</h3>
      <p class="quiet" data-was>
        <template v-if="speakersLeft.length">Circuits with {{ speakersLeft.join(', ') }}. </template>
        What comes into its place takes over its circuits, zones and links<template v-if="takers.length">, or:</template
        ><template v-else>.</template>
      </p>
      <BButton v-for="id in takers" :key="id" @click="edit({ op: 'takeOver', of: gear, by: id })"
        >{{ endOf(id) }} takes it over</BButton
      >
    </template>
  </div>
</template>

<style scoped>
.gift {
  display: flex;
  gap: var(--space-3);
  align-items: end;
  justify-content: space-between;
  margin-bottom: var(--space-3);
}
.gift > div {
  flex: 1;
}
</style>
