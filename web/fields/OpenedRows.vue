<script setup lang="ts">
import { computed } from 'vue';
import { STATE_WORDS } from '#core/craft/differences';
import { COVER_STATES, type Cover, type CoverState, type Opened } from '#core/craft/cover';
import PickField from './PickField.vue';

/** What must be open, and how far: cover by cover, and one more. */
const props = defineProps<{
  label: string;
  opened: Opened;
  covers: Readonly<Record<string, Cover>>;
}>();
/** Null: it need not be open. */
const emit = defineEmits<{ set: [cover: string, state: CoverState | null] }>();

/** As far as a cover opens at all. */
const statesOf = (cover: string): (readonly [CoverState | '', string])[] => [
  ...COVER_STATES.filter((state) => props.covers[cover]?.states[state]).map(
    (state) => [state, STATE_WORDS[state]] as const,
  ),
  ['', 'stays on'],
];
const others = computed((): (readonly [string, string])[] => [
  ['', 'another cover'],
  ...Object.entries(props.covers).flatMap(([id, { name }]): (readonly [string, string])[] =>
    Object.hasOwn(props.opened, id) ? [] : [[id, name]],
  ),
]);
function add(cover: string): void {
  const [furthest] = COVER_STATES.filter((state) => props.covers[cover]?.states[state]).reverse();
  if (furthest) emit('set', cover, furthest);
}
</script>

<template>
  <PickField
    v-for="(state, cover) in opened"
    :key="cover"
    :label="covers[cover]?.name ?? String(cover)"
    :options="statesOf(String(cover))"
    :model-value="state"
    @update:model-value="emit('set', String(cover), ($event || null) as CoverState | null)"
  />
  <PickField :label="label" :options="others" :model-value="''" @update:model-value="add" />
</template>
