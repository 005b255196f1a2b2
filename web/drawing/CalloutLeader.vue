<script setup lang="ts">
import { computed } from 'vue';
import type { Callout } from '#core/drawing/callouts';
import { LABEL_W, LABEL_X } from '#core/drawing/sheet';

/** From a plate at the side of the sheet to what it is about. */
const props = defineProps<{ callout: Pick<Callout, 'side' | 'y' | 'at'>; h: number }>();
const d = computed(() => {
  const { side, y, at } = props.callout;
  const left = side === 'left';
  const from = left ? LABEL_X.left + LABEL_W : LABEL_X.right;
  const middle = y + props.h / 2;
  return `M${from} ${middle}L${from + (left ? 10 : -10)} ${middle}L${at[0]} ${at[1]}`;
});
</script>

<template>
  <path class="leader" aria-hidden="true" :d="d" />
  <circle class="leader-end" aria-hidden="true" :cx="callout.at[0]" :cy="callout.at[1]" r="2.2" />
</template>
