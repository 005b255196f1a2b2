<script setup lang="ts">
import { computed } from 'vue';
import type { Place } from '#core/craft/place';
import type { GearItem } from '#core/gear/gear';
import { seatOf } from '#core/mounting/index';
import type { Fitted } from '#core/panels/fitted';
import type { Projection } from '#core/drawing/projection';
import { silhouette } from '#core/drawing/silhouette';

/** An item where and as it sits, to scale. */
const props = defineProps<{
  item: GearItem;
  place: Place;
  /** How it is fitted there, where that is so. */
  fitted?: Fitted | undefined;
  projection: Projection;
  selected?: boolean;
  ghost?: boolean;
  misfit?: boolean;
}>();

const seat = computed(() => seatOf(props.item, props.place, props.fitted));
const shape = computed(() =>
  silhouette(seat.value, props.item.kind === 'speaker' ? 'speaker' : 'other', props.projection),
);
</script>

<template>
  <g class="gear" :class="{ selected, ghost, misfit }">
    <path v-if="ghost" class="gear-shape" :d="shape.outline" />
    <template v-else>
      <path v-for="(d, i) in shape.bodies" :key="i" class="gear-shape" :d="d" />
      <path v-for="(d, i) in shape.marks" :key="`m${i}`" class="gear-line" :d="d" />
    </template>
  </g>
</template>
