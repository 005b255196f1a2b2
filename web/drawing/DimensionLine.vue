<script setup lang="ts">
import { computed } from 'vue';
import type { Dimension } from '#core/drawing/dimensions';
import PressMark from './PressMark.vue';
import { inches, lengthText, shownLength } from '../app/units';

/** A dimension as a drawing office writes it: extension lines, arrows, the figure on the line. */
const props = defineProps<{ dimension: Dimension; own: boolean }>();
defineEmits<{ press: [] }>();
const upright = computed(() => props.dimension.line[0][0] === props.dimension.line[1][0]);
const middle = computed(() => {
  const [[ax, ay], [bx, by]] = props.dimension.line;
  return [(ax + bx) / 2, (ay + by) / 2] as const;
});
const arrow = (i: 0 | 1) => {
  const [x, y] = props.dimension.line[i];
  const [ox, oy] = props.dimension.line[1 - i]!;
  const length = Math.hypot(ox - x, oy - y) || 1;
  const [ux, uy] = [(ox - x) / length, (oy - y) / length];
  return `M${x} ${y}L${x + 8 * ux - 2.6 * uy} ${y + 8 * uy + 2.6 * ux}L${x + 8 * ux + 2.6 * uy} ${y + 8 * uy - 2.6 * ux}Z`;
};
// Millimetres stand on a drawing without their unit; inches do not.
const text = computed(
  () => `${props.dimension.name} ${inches.value ? lengthText(props.dimension.mm) : shownLength(props.dimension.mm)}`,
);
</script>

<template>
  <PressMark
    class="dimension"
    :class="{ own }"
    :aria-label="`${dimension.name} ${lengthText(dimension.mm)}`"
    :data-dimension="dimension.id"
    @press="$emit('press')"
  >
    <path
      class="leader"
      :d="`M${dimension.line[0].join(' ')}L${dimension.line[1].join(' ')}M${dimension.from[0].join(' ')}L${dimension.line[0].join(' ')}M${dimension.from[1].join(' ')}L${dimension.line[1].join(' ')}`"
    />
    <path class="arrow" :d="arrow(0) + arrow(1)" />
    <rect
      class="reach"
      :x="Math.min(dimension.line[0][0], dimension.line[1][0]) - (upright ? 17 : 0)"
      :y="Math.min(dimension.line[0][1], dimension.line[1][1]) - (upright ? 0 : 17)"
      :width="Math.abs(dimension.line[0][0] - dimension.line[1][0]) + (upright ? 34 : 0)"
      :height="Math.abs(dimension.line[0][1] - dimension.line[1][1]) + (upright ? 0 : 34)"
    />
    <g :transform="`translate(${middle[0]} ${middle[1]})${upright ? ' rotate(-90)' : ''}`">
      <rect class="plate" :x="-text.length * 3.5" y="-8" :width="text.length * 7" height="16" />
      <text text-anchor="middle" y="4" :class="{ strong: own }">{{ text }}</text>
    </g>
  </PressMark>
</template>

<style scoped>
.arrow {
  fill: var(--ink-soft);
}
.dimension :deep(.plate) {
  fill: var(--paper);
  stroke: none;
}
.dimension .plate {
  fill: var(--paper);
  stroke: none;
}
</style>
