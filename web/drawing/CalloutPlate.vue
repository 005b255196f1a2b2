<script setup lang="ts">
import { computed } from 'vue';
import type { Callout } from '#core/drawing/callouts';
import { LABEL_W, LABEL_X } from '#core/drawing/sheet';
import FitText from './FitText.vue';
import PressMark from './PressMark.vue';

/** A plate at the side of the sheet that can be pressed: what it is about, and one line of how that stands. */
const props = withDefaults(
  defineProps<{
    callout: Pick<Callout, 'side' | 'y'>;
    h: number;
    name: string;
    line: string;
    lineClass?: string;
    /** Where its line begins and how much of its end stays free, px: a mark stands there. */
    indent?: number;
    free?: number;
  }>(),
  { lineClass: 'strong', indent: 8, free: 0 },
);
defineEmits<{ press: [] }>();
const x = computed(() => LABEL_X[props.callout.side]);
</script>

<template>
  <PressMark @press="$emit('press')">
    <rect class="plate" :x="x" :y="callout.y" :width="LABEL_W" :height="h" />
    <FitText :x="x + 8" :y="callout.y + h * 0.4" class="small" :words="name" :room="LABEL_W - 16" />
    <FitText
      :x="x + indent"
      :y="callout.y + h * 0.81"
      :class="lineClass"
      :words="line"
      :room="LABEL_W - 8 - indent - free"
    />
    <slot :x="x" />
  </PressMark>
</template>
