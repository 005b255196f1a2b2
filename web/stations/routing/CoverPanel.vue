<script setup lang="ts">
import { computed } from 'vue';
import { coverWays, coverWork, coversFor } from '#core/craft/covers';
import { setOf } from '#core/job/parts/overrules';
import { useSheet } from '../../app/sheet';
import OverruleNote from '../../app/OverruleNote.vue';
import PickField from '../../fields/PickField.vue';
import { opensCover } from './covers';
import RunRows from './RunRows.vue';

/** One cover as wires ask for it: how far it comes open, for which runs and gear, and how far it may. */
const props = defineProps<{ id: string }>();
const { store, job, plan, pattern, endOf } = useSheet();
const cover = computed(() => pattern.value.covers[props.id]!);
const state = computed(() => plan.value.build.teardown.covers.find((one) => one.cover === props.id)?.state);
const runs = computed(() => plan.value.runs.filter((run) => opensCover(pattern.value, run, props.id)));
const gear = computed(() =>
  Object.entries(job.value.gear).filter(
    ([, { place, there }]) =>
      place !== null &&
      (there === null || there === 'out') &&
      Object.hasOwn(coversFor(pattern.value, [pattern.value.places[place]!.covers], false), props.id),
  ),
);
const least = computed(() => [
  ['', `${plan.value.proposals[`cover=${props.id}`]?.words ?? 'as needed'}, as planned`] as const,
  ['on', 'stays on'] as const,
  ...coverWays(cover.value)
    .slice(0, -1)
    .map(({ state: far }) => [far, `${far} at most`] as const),
]);
</script>

<template>
  <section>
    <h2>{{ cover.name }}</h2>
    <dl>
      <div>
        <dt>In this job</dt>
        <dd>{{ state ?? 'stays on' }}</dd>
      </div>
      <div v-for="{ state: far, way } in coverWays(cover)" :key="far">
        <dt>{{ far }}, and back</dt>
        <dd>{{ coverWork(way) }} min</dd>
      </div>
    </dl>
    <PickField
      v-if="!job.seal"
      label="For wires it is opened"
      :options="least"
      :model-value="setOf(job, 'cover', id) ?? ''"
      @update:model-value="
        store.overrule('cover', id, ($event || null) as 'on' | 'loosened' | 'aside' | null, 'say how far a cover opens')
      "
    />
    <OverruleNote :of="`cover=${id}`" />
    <template v-if="runs.length">
      <h3>Opened for {{ runs.length === 1 ? 'one run' : `${runs.length} runs` }}</h3>
      <RunRows :runs="runs" />
    </template>
    <p v-for="[key] in gear" :key="key">{{ endOf(key) }} is behind it.</p>
    <div class="ends">
      <BButton @click="store.select(undefined)">Show all runs</BButton>
    </div>
  </section>
</template>
