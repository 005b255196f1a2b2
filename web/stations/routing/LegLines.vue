<script setup lang="ts">
import { computed } from 'vue';
import type { Projection } from '#core/drawing/projection';
import { craftMap } from '#core/routing/index';
import { useSheet } from '../../app/sheet';

/** Every leg that wire may go along, as one view shows it: to be looked at, and to lead a run there. */
const props = defineProps<{ projection: Projection; lit: string | undefined; over: string | undefined }>();
const { store, job, posed, pattern } = useSheet();
const legs = computed(() => {
  const { legs: mapped } = craftMap(posed.value);
  return Object.values(mapped).map(({ id, points, banned }) => ({
    id,
    path: points
      .map(props.projection.to)
      .map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${y}`)
      .join(''),
    shut: banned || Object.hasOwn(job.value.overrules.leg, id),
    name: pattern.value.legs[id]!.name,
  }));
});
</script>

<template>
  <g
    v-for="leg in legs"
    :key="leg.id"
    class="leg"
    :class="{ shut: leg.shut, lit: leg.id === lit, over: leg.id === over }"
  >
    <path
      v-if="!leg.shut"
      class="room"
      :d="leg.path"
      :data-leg="leg.id"
      @click="store.select({ kind: 'leg', id: leg.id })"
    >
      <title>{{ leg.name }}</title>
    </path>
    <path class="line" :d="leg.path" />
  </g>
</template>

<style scoped>
.room {
  cursor: pointer;
  fill: none;
  stroke: transparent;
  stroke-width: 15px;
}
.line {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.2px;
  stroke-dasharray: 5 4;
  pointer-events: none;
}
.shut .line {
  stroke: var(--stop);
  stroke-dasharray: 1 5;
}
.lit .line,
.over .line {
  stroke: var(--mud);
  stroke-width: 4px;
  stroke-dasharray: none;
}
</style>
