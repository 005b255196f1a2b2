<script setup lang="ts">
import { ref } from 'vue';
import type { Fastener } from '#core/craft/cover';
import { fastenerWords } from '#core/craft/differences';
import { DRIVES, REACHES, notThose, type Drive, type Reach } from '#core/tables/fasteners';
import { mapped } from '#core/document/edits';
import FoldRow from './FoldRow.vue';
import MaybeField from './MaybeField.vue';
import NumberField from './NumberField.vue';
import PickField from './PickField.vue';
import TextField from './TextField.vue';
import TickField from './TickField.vue';
import { someWords } from './typed';

/** Fasteners of one thing, kind by kind: how many, what turns them, where they are and how they are got at. */
/** What an edit says of one; a reach of null: straight on. */
type FastenerEdit = Partial<Omit<Fastener, 'reach'>> & { reach?: Reach | null };
defineProps<{ fasteners: Readonly<Record<string, Fastener>> }>();
/** Null deletes one; an id that is new adds one, as usual in what is not said. */
const emit = defineEmits<{ set: [id: string, part: FastenerEdit | null] }>();

const opened = ref<string>();
function add(): void {
  opened.value = crypto.randomUUID().slice(0, 8);
  emit('set', opened.value, {});
}
const words = (id: string, member: 'size' | 'where', text: string) =>
  someWords(text, (clean) => emit('set', id, { [member]: clean }));
const DRIVE_NAMES = mapped<{ readonly name: string } | string>(DRIVES, (one) =>
  typeof one === 'string' ? one : one.name,
) as Record<Drive, string>;
const REACH_NAMES: Record<Reach | '', string> = { '': 'straight on', ...REACHES };
</script>

<template>
  <FoldRow
    v-for="(f, id) in fasteners"
    :key="id"
    :name="`${f.count} × ${f.size}`"
    :words="f.where"
    :open="opened === id"
    :data-fastener="id"
    @press="opened = opened === id ? undefined : String(id)"
  >
    <div class="fields">
      <NumberField
        label="Count"
        unit=""
        :min="1"
        :max="100"
        :model-value="f.count"
        @update:model-value="emit('set', String(id), { count: $event })"
      />
      <PickField
        label="Drive"
        :options="DRIVE_NAMES"
        :model-value="f.drive"
        @update:model-value="emit('set', String(id), { drive: $event })"
      />
      <TextField label="Size" :shown="f.size" :max="400" :take="(text) => words(String(id), 'size', text)" />
      <TextField label="Where" :shown="f.where" :max="400" :take="(text) => words(String(id), 'where', text)" />
      <PickField
        label="Got at"
        :options="REACH_NAMES"
        :model-value="f.reach ?? ''"
        @update:model-value="emit('set', String(id), { reach: $event || null })"
      />
      <MaybeField
        label="Torque"
        :fact="[0.1, 200, 'N·m']"
        empty="not known"
        :model-value="f.torqueNm"
        @update:model-value="emit('set', String(id), { torqueNm: $event })"
      />
      <TickField
        label="Single use: a new one goes back"
        :model-value="f.single"
        @update:model-value="emit('set', String(id), { single: $event })"
      />
    </div>
    <p v-if="notThose(f.drive)" class="small">{{ fastenerWords(f) }}: {{ notThose(f.drive) }}.</p>
    <BButton @click="emit('set', String(id), null)">Delete</BButton>
  </FoldRow>
  <BButton @click="add">Add fasteners</BButton>
</template>
