<script setup lang="ts">
import type { Insulated } from '#core/tables/colours';

/** A bit of wire in its insulation; nothing known of it is a dashed outline. */
defineProps<{ colour: Insulated | null | undefined }>();
</script>

<template>
  <svg class="swatch" viewBox="0 0 26 10" width="26" height="10" aria-hidden="true">
    <rect
      x="0.75"
      y="1.75"
      width="24.5"
      height="6.5"
      rx="1"
      :style="colour ? { fill: `var(--wire-${colour.body})` } : undefined"
      :class="{ unknown: !colour }"
    />
    <path v-if="colour?.stripe" d="M1.5 5H24.5" :style="{ stroke: `var(--wire-${colour.stripe})` }" />
  </svg>
</template>

<style scoped>
.swatch {
  flex: none;
}
rect {
  stroke: var(--ink);
  stroke-width: 1;
}
.unknown {
  fill: none;
  stroke-dasharray: 3 2;
}
path {
  fill: none;
  stroke-width: 2;
}
</style>
