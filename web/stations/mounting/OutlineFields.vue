<script setup lang="ts">
import type { Outline } from '#core/plane/outline';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';
import { inches, lengthUnit, shownLength, typedFigure } from '../../app/units';

/** A shape by its sizes, or by its corners. */
const props = defineProps<{ outline: Outline }>();
const emit = defineEmits<{ outline: [outline: Outline] }>();

const SHAPES = { rectangle: 'Rectangle', round: 'Round', polygon: 'By corners' } as const;
/** Another shape of about the same size. */
function reshape(shape: keyof typeof SHAPES): void {
  const { outline } = props;
  if (shape === outline.shape) return;
  const [w, h] = sizeOf(outline);
  if (shape === 'round') emit('outline', { shape, d: Math.min(w, h) });
  else if (shape === 'rectangle') emit('outline', { shape, w, h, corner: 0 });
  else
    emit('outline', {
      shape,
      points: [
        [-w / 2, -h / 2],
        [w / 2, -h / 2],
        [w / 2, h / 2],
        [-w / 2, h / 2],
      ],
      corner: 0,
    });
}
function sizeOf(outline: Outline): [w: number, h: number] {
  if (outline.shape === 'round') return [outline.d, outline.d];
  if (outline.shape === 'rectangle') return [outline.w, outline.h];
  const span = (axis: 0 | 1) => {
    const all = outline.points.map((point) => point[axis]);
    return Math.max(...all) - Math.min(...all);
  };
  return [span(0), span(1)];
}
const cornersText = (points: readonly (readonly [number, number])[]) =>
  points.map((point) => point.map(shownLength).join(' ')).join('; ');
/** "x y; x y; …" in the units of the screen; each figure may be a fraction with its unit. */
function takeCorners(typed: string): string | undefined {
  const points = typed
    .split(';')
    .filter((part) => part.trim())
    .map((part) =>
      part
        .trim()
        .split(/\s+/)
        .map((figure) => typedFigure(figure, 'mm')),
    );
  if (points.length < 3 || points.some((point) => point.length !== 2 || point.some((mm) => !Number.isFinite(mm))))
    return `expected three corners at least, each as x and y in ${lengthUnit()}, with a semicolon between: 0 0; 120 0; 120 80.`;
  if (props.outline.shape === 'polygon') emit('outline', { ...props.outline, points: points as [number, number][] });
  return undefined;
}
</script>

<template>
  <div class="two">
    <PickField label="Shape" :options="SHAPES" :model-value="outline.shape" @update:model-value="reshape" />
    <NumberField
      v-if="outline.shape === 'round'"
      label="Diameter"
      unit="mm"
      :min="1"
      :max="5000"
      :model-value="outline.d"
      @update:model-value="emit('outline', { ...outline, d: $event })"
    />
    <template v-else-if="outline.shape === 'rectangle'">
      <NumberField
        label="Across"
        unit="mm"
        :min="1"
        :max="5000"
        :model-value="outline.w"
        @update:model-value="emit('outline', { ...outline, w: $event })"
      />
      <NumberField
        label="Up"
        unit="mm"
        :min="1"
        :max="5000"
        :model-value="outline.h"
        @update:model-value="emit('outline', { ...outline, h: $event })"
      />
    </template>
    <TextField
      v-else
      :key="String(inches)"
      class="corners"
      label="Corners, x y; x y"
      :shown="cornersText(outline.points)"
      :max="2000"
      :rows="2"
      :take="takeCorners"
    />
    <NumberField
      v-if="outline.shape !== 'round'"
      label="Corner radius"
      unit="mm"
      :min="0"
      :max="1000"
      :model-value="outline.corner"
      @update:model-value="emit('outline', { ...outline, corner: $event })"
    />
  </div>
</template>

<style scoped>
.corners {
  grid-column: 1 / -1;
}
</style>
