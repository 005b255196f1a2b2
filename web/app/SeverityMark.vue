<script setup lang="ts">
import type { Severity } from '#core/findings/finding';

/** Severity by shape as well as colour: barred square, triangle, ring. */
defineProps<{ severity: Severity }>();
</script>

<template>
  <svg class="severity" :class="severity" viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
    <g v-if="severity === 'stop'">
      <rect x="1.5" y="1.5" width="13" height="13" />
      <path d="M4 8h8" class="cut" />
    </g>
    <g v-else-if="severity === 'caution'">
      <path d="M8 1.5 15 14.5H1Z" />
      <path d="M8 6v4M8 11.6v1.2" class="cut" />
    </g>
    <circle v-else cx="8" cy="8" r="5.4" class="ring" />
  </svg>
</template>

<style scoped>
.severity {
  flex: none;
  margin-top: var(--space-1);
}
.stop {
  fill: var(--stop);
}
.caution {
  fill: var(--caution);
}
.cut {
  stroke: var(--paper-raised);
  stroke-width: 1.8;
  fill: none;
}
.ring {
  fill: none;
  stroke: var(--note);
  stroke-width: 2.4;
}
</style>
