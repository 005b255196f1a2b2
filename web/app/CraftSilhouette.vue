<script setup lang="ts">
import { computed } from 'vue';
import type { Pattern } from '#core/craft/pattern';
import CraftView from '../drawing/CraftView.vue';
import { project } from '#core/drawing/projection';

const props = defineProps<{ pattern: Pattern; w: number; h: number }>();
const projection = computed(() => project(props.pattern, 'side', { x: 0, y: 0, w: props.w, h: props.h }));
</script>

<template>
  <svg :viewBox="`0 0 ${w} ${h}`" :width="w" :height="h" aria-hidden="true">
    <CraftView :pattern="pattern" :projection="projection" />
  </svg>
</template>
