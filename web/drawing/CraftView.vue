<script setup lang="ts">
import type { Pattern } from '#core/craft/pattern';
import type { Projection } from './projection';

defineProps<{ pattern: Pattern; projection: Projection; faint?: boolean }>();
</script>

<template>
  <g class="craft" :class="{ faint }" :transform="projection.transform" aria-hidden="true">
    <g v-memo="[pattern, projection.view]">
      <path
        v-for="(stroke, i) in pattern.drawing[projection.view].strokes"
        :key="i"
        :d="stroke.d"
        :class="[`pen-${stroke.pen}`, `fill-${stroke.fill}`]"
      />
    </g>
  </g>
</template>
