<script setup lang="ts">
import { computed } from 'vue';
import type { Projection } from '#core/drawing/projection';
import { tagMarks } from '#core/drawing/tags';
import { useSheet } from '../app/sheet';

/** The tags of all gear in a view, none over another: drawn after the gear. */
const props = defineProps<{
  projection: Projection;
  shown?: (gear: string) => boolean;
  selected?: (gear: string) => boolean;
}>();
const { job, plan, posed, posedMounts } = useSheet();
const marks = computed(() =>
  tagMarks(job.value, { tags: plan.value.tags, mounts: posedMounts.value }, props.projection, props.shown, posed.value),
);
</script>

<template>
  <text
    v-for="mark in marks"
    :key="mark.gear.join()"
    class="gear-tag"
    :class="{ selected: selected && mark.gear.some(selected) }"
    :x="mark.at[0]"
    :y="mark.at[1]"
    >{{ mark.text }}</text
  >
</template>
