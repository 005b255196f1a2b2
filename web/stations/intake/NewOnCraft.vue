<script setup lang="ts">
import { computed, reactive, ref, useTemplateRef } from 'vue';
import type { ChangedList } from '#core/craft/changes';
import { foundCraft } from '#core/craft/own';
import { nodeOf } from '#core/craft/pattern';
import type { Operation } from '#core/job/operations';
import { useSheet } from '../../app/sheet';
import MaybeField from '../../fields/MaybeField.vue';
import PickField from '../../fields/PickField.vue';

/** A cover, a place or a leg that the pattern has not. A place comes with the leg to it. */
const props = defineProps<{ list: ChangedList }>();
const emit = defineEmits<{ added: [id: string] }>();
const { store, job } = useSheet();
const craft = computed(() => foundCraft(job.value));
const nodes = computed((): (readonly [string, string])[] => [
  ...Object.entries(craft.value.places).map(([id, { name }]) => [id, name] as const),
  ...Object.entries(craft.value.junctions).map(([id, { name }]) => [id, name] as const),
]);
/** How far a new place is from what it is next to: forward, to the left, up. */
type Off = [number | null, number | null, number | null];
const draft = reactive({ name: '', from: '', to: '', off: [null, null, null] as Off, tape: null as number | null });
const error = ref('');
const nameField = useTemplateRef<HTMLInputElement>('nameField');
const freshId = () => crypto.randomUUID().slice(0, 8);
const from = computed(() => draft.from || nodes.value[0]![0]);
const to = computed(() => draft.to || nodes.value[1]![0]);

function asked(name: string): { id: string; operations: Operation[] } | string {
  const id = freshId();
  if (props.list === 'covers') return { id, operations: [{ op: 'setCover', cover: id, name }] };
  const way = (leg: string, end: string, words: string): Operation => ({
    op: 'setLeg',
    leg,
    part: { name: words, from: from.value, to: end, tapeMm: draft.tape },
  });
  const { body, at, name: beside } = nodeOf(craft.value, from.value)!;
  if (props.list === 'legs') {
    if (from.value === to.value) return 'To: expected another end than the first.';
    if (nodeOf(craft.value, to.value)!.body !== body)
      return 'To: expected an end on the same body; only the legs of the pattern go over a joint.';
    return { id, operations: [way(id, to.value, name)] };
  }
  if (draft.off.every((mm) => !mm)) return 'Forward, to the left, up: expected how far it is from what it is next to.';
  const spot = at.map((mm, axis) => mm + (draft.off[axis] ?? 0)) as [number, number, number];
  return {
    id,
    operations: [
      { op: 'setPlace', place: id, part: { name, body, at: spot } },
      way(freshId(), id, `${beside} to ${name.toLowerCase()}`),
    ],
  };
}

function add(): void {
  const name = draft.name.trim();
  const made = name ? asked(name) : 'Name: it needs one.';
  error.value = typeof made === 'string' ? made : '';
  if (typeof made === 'string') return nameField.value?.focus();
  error.value = store.edit(made.operations, `add ${name}`) ?? '';
  if (error.value) return;
  Object.assign(draft, { name: '', off: [null, null, null], tape: null });
  emit('added', made.id);
}
const OFF = ['Forward of it', 'To its left', 'Above it'] as const;
const WORDS = { covers: 'cover', places: 'place', legs: 'leg' } as const;
</script>

<template>
  <form class="fields" novalidate @submit.prevent="add">
    <div class="wide">
      <label class="form-label" for="new-on-craft">Another {{ WORDS[list] }}</label>
      <input
        id="new-on-craft"
        ref="nameField"
        v-model="draft.name"
        class="form-control"
        maxlength="80"
        :aria-invalid="error !== ''"
        :aria-describedby="error ? 'new-on-craft-error' : undefined"
      />
    </div>
    <template v-if="list !== 'covers'">
      <PickField
        :label="list === 'places' ? 'Next to' : 'From'"
        :options="nodes"
        :model-value="from"
        @update:model-value="draft.from = $event"
      />
      <PickField
        v-if="list === 'legs'"
        label="To"
        :options="nodes"
        :model-value="to"
        @update:model-value="draft.to = $event"
      />
      <template v-else>
        <MaybeField
          v-for="(label, axis) in OFF"
          :key="label"
          :label="label"
          :fact="[-30000, 30000, 'mm']"
          empty="0"
          :model-value="draft.off[axis]!"
          @update:model-value="draft.off[axis] = $event"
        />
      </template>
      <MaybeField
        label="Length by tape"
        :fact="[1, 30000, 'mm']"
        empty="as drawn"
        :model-value="draft.tape"
        @update:model-value="draft.tape = $event"
      />
    </template>
    <p v-if="error" id="new-on-craft-error" class="field-error wide" role="alert">{{ error }}</p>
    <BButton type="submit" variant="primary">Add {{ WORDS[list] }}</BButton>
  </form>
</template>
