<script setup lang="ts">
import { computed } from 'vue';
import type { GearItem } from '#core/gear/gear';
import type { Projection, Px } from './projection';

/** An item where it sits, to scale, with its tag. Never drawn so small that the tag cannot be read. */
const props = defineProps<{
  item: GearItem;
  at: Px;
  projection: Projection;
  tag?: string;
  selected?: boolean;
  ghost?: boolean;
  misfit?: boolean;
}>();

const round = computed(
  () => props.item.kind === 'speaker' || (props.item.kind === 'headUnit' && props.item.size.w === props.item.size.h),
);
const half = computed(() => {
  const { w, h, d } = props.item.size;
  const k = props.projection.scale;
  const up = props.projection.view === 'side' ? h : d;
  return { x: Math.max(11, (w * k) / 2), y: Math.max(8, (up * k) / 2), r: Math.max(11, (w * k) / 2) };
});
</script>

<template>
  <g :transform="`translate(${at[0]} ${at[1]})`">
    <template v-if="round">
      <circle class="gear-shape" :class="{ selected, ghost, misfit }" :r="half.r" />
      <circle v-if="item.kind === 'speaker' && !ghost" :r="half.r - 3" class="rim" />
    </template>
    <rect
      v-else
      class="gear-shape"
      :class="{ selected, ghost, misfit }"
      :x="-half.x"
      :y="-half.y"
      :width="2 * half.x"
      :height="2 * half.y"
      rx="1.5"
    />
    <text v-if="tag" class="gear-tag">{{ tag }}</text>
  </g>
</template>

<style scoped>
.rim {
  fill: none;
  stroke: var(--paper);
  stroke-width: 0.8px;
}
</style>
