<script setup lang="ts">
import { computed, ref } from 'vue';
import { GIFTS, GOES_TO, HOLDS, REASONS, takeOutOf, type TakeOut } from '#core/job/parts/take-out';
import type { Operation } from '#core/job/operations';
import { DRIVES } from '#core/tables/fasteners';
import { mapped } from '#core/document/edits';
import { useSheet } from '../../app/sheet';
import FoldRow from '../../fields/FoldRow.vue';
import MaybeField from '../../fields/MaybeField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';

/** Gear that comes out: how it is held, what is on it, why it goes, where to, and what of it serves the new. */
const props = defineProps<{ gear: string }>();
const { store, job, endOf } = useSheet();
const out = computed(() => takeOutOf(job.value, props.gear));
const opened = ref<string>();
const fold = (id: string) => (opened.value = opened.value === id ? undefined : id);

const set = (part: Partial<Pick<TakeOut, 'held' | 'reason' | 'goesTo' | 'minutes' | 'note'>>) =>
  store.edit([{ op: 'setTakeOut', gear: props.gear, out: part }]);
const edit = (operation: Operation) => store.edit([operation]);
const freshId = () => crypto.randomUUID().slice(0, 8);

function addFastener(): void {
  const id = freshId();
  edit({ op: 'setOutFastener', gear: props.gear, id, fastener: {} });
  opened.value = id;
}
const fastener = (id: string, part: Partial<TakeOut['fasteners'][string]>) =>
  edit({ op: 'setOutFastener', gear: props.gear, id, fastener: part });
function words(text: string, most: number, take: (text: string) => void): string | undefined {
  const clean = text.trim();
  if (!clean) return `expected 1 to ${most} characters.`;
  take(clean);
  return undefined;
}

const plug = ref('');
const plugError = ref('');
function addPlug(): void {
  plugError.value = plug.value.trim() ? '' : 'Plug: expected what it goes to.';
  if (plugError.value) return;
  edit({ op: 'setOutPlug', gear: props.gear, id: freshId(), plug: { name: plug.value.trim() } });
  plug.value = '';
}

/** Whatever is new may get a part of it. */
const heirs = computed((): (readonly [string, string])[] => [
  ['', 'the new one here'],
  ...Object.entries(job.value.gear).flatMap(([id, { there }]): (readonly [string, string])[] =>
    there === null ? [[id, endOf(id)]] : [],
  ),
]);
const names = <T extends { readonly name: string }>(of: Readonly<Record<string, T>>) =>
  mapped<T | string>(of, (one) => (one as T).name) as Record<string, string>;
const DRIVE_NAMES = names(DRIVES);
const HOLD_NAMES = names(HOLDS);
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
        label="Why it goes"
        :options="REASONS"
        :model-value="out.reason"
        @update:model-value="set({ reason: $event })"
      />
      <PickField
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
    <FoldRow
      v-for="(f, id) in out.fasteners"
      :key="id"
      :name="`${f.count} × ${f.size}`"
      :words="f.where"
      :open="opened === id"
      :data-fastener="id"
      @press="fold(id)"
    >
      <div class="fields">
        <NumberField
          label="Count"
          unit=""
          :min="1"
          :max="100"
          :model-value="f.count"
          @update:model-value="fastener(id, { count: $event })"
        />
        <PickField
          label="Drive"
          :options="DRIVE_NAMES"
          :model-value="f.drive"
          @update:model-value="fastener(id, { drive: $event as typeof f.drive })"
        />
        <TextField
          label="Size"
          :shown="f.size"
          :max="400"
          :take="(text) => words(text, 400, (size) => fastener(id, { size }))"
        />
        <TextField
          label="Where"
          :shown="f.where"
          :max="400"
          :take="(text) => words(text, 400, (where) => fastener(id, { where }))"
        />
      </div>
      <BButton @click="edit({ op: 'setOutFastener', gear, id, fastener: null })">Delete</BButton>
    </FoldRow>
    <BButton @click="addFastener">Add fasteners</BButton>

    <h3>Its plugs</h3>
    <p v-for="(p, id) in out.plugs" :key="id" class="entry">
      <span>{{ p.name }}</span>
      <BButton :aria-label="`Delete ${p.name}`" @click="edit({ op: 'setOutPlug', gear, id, plug: null })">×</BButton>
    </p>
    <form class="add" novalidate @submit.prevent="addPlug">
      <label class="visually-hidden" for="out-plug">Plug</label>
      <input
        id="out-plug"
        v-model="plug"
        class="form-control"
        maxlength="80"
        placeholder="radio plug, 16 pins"
        :aria-invalid="plugError !== ''"
        :aria-describedby="plugError ? 'out-plug-error' : undefined"
      />
      <BButton type="submit">Add plug</BButton>
    </form>
    <p v-if="plugError" id="out-plug-error" class="field-error" role="alert">{{ plugError }}</p>

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
  </div>
</template>

<style scoped>
.entry,
.add,
.gift {
  display: flex;
  gap: var(--space-3);
  align-items: end;
  justify-content: space-between;
  margin-bottom: var(--space-3);
}
.entry {
  border-top: 1px solid var(--rule-soft);
  align-items: center;
}
.add .btn {
  white-space: nowrap;
}
.gift > div {
  flex: 1;
}
</style>
