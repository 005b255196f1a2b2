<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Operation } from '#core/job/operations';
import { panelOf } from '#core/job/parts/mounting';
import type { PanelView } from '#core/drawing/panel-sheet';
import type { Point } from '#core/plane/contour';
import type { Outline } from '#core/plane/outline';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import { usePointMoves, type Movable } from '../../drawing/point-moves';

/** The points of a panel that may be dragged, or moved by keys: corners of its outline, and what lies on it. */
const props = defineProps<{ place: string; view: PanelView; ground: SVGGElement | null }>();
const { store, job } = useSheet();
const panel = computed(() => panelOf(job.value, props.place).panel);
const moving = ref<{ readonly key: string; readonly at: Point }>();

interface Handle {
  readonly key: string;
  readonly name: string;
  readonly at: Point;
  readonly edit: (at: [number, number]) => Operation;
}
const LISTS = { openings: 'setOpening', obstacles: 'setObstacle', dips: 'setDip' } as const;
const PARTS = { openings: 'opening', obstacles: 'obstacle', dips: 'dip' } as const;
const handles = computed((): Handle[] => {
  const { place } = props;
  const { outline, holes } = panel.value;
  const reshape = (next: Outline): Operation => ({ op: 'setPanel', place, panel: { outline: next } });
  const ofOutline = (): Handle[] => {
    if (outline.shape === 'polygon')
      return outline.points.map(([x, y], i) => ({
        key: `corner ${i}`,
        name: `Corner ${i + 1} of the outline`,
        at: [x, y],
        edit: (at) => reshape({ ...outline, points: outline.points.map((old, j) => (i === j ? at : old)) }),
      }));
    if (outline.shape === 'round')
      return [
        {
          key: 'rim',
          name: 'Rim of the outline',
          at: [outline.d / 2, 0],
          edit: ([x]) => reshape({ ...outline, d: Math.max(1, 2 * x) }),
        },
      ];
    return [
      {
        key: 'size',
        name: 'Upper right corner of the outline',
        at: [outline.w / 2, outline.h / 2],
        edit: ([x, y]) => reshape({ ...outline, w: Math.max(1, 2 * x), h: Math.max(1, 2 * y) }),
      },
    ];
  };
  const lists = (['openings', 'obstacles', 'dips'] as const).flatMap((list) =>
    Object.entries(panel.value[list]).map(([id, { name, at }]): Handle => ({
      key: `${list} ${id}`,
      name,
      at,
      edit: (to) => ({ op: LISTS[list], place, id, [PARTS[list]]: { at: to } }) as Operation,
    })),
  );
  const old = Object.entries(holes).map(([id, { name, at }]): Handle => ({
    key: `hole ${id}`,
    name,
    at,
    edit: (to) => ({ op: 'setOldHole', place, id, hole: { at: to } }),
  }));
  return [...ofOutline(), ...lists, ...old].map((handle) =>
    moving.value?.key === handle.key ? { ...handle, at: moving.value.at } : handle,
  );
});

const { lift, nudge } = usePointMoves(
  () => props.ground,
  (px) => props.view.from(px),
);
const movable = ({ key, at, edit }: Handle): Movable => ({
  at,
  move: (to) => (moving.value = { key, at: to }),
  put: (to) => {
    moving.value = undefined;
    if (to[0] !== at[0] || to[1] !== at[1]) store.edit([edit([to[0], to[1]])]);
  },
});
const px = ({ at }: Handle) => props.view.to(at);
</script>

<template>
  <g>
    <g
      v-for="handle in handles"
      :key="handle.key"
      class="handle"
      role="button"
      tabindex="0"
      :aria-label="`${handle.name}: ${lengthText(handle.at[0], true)} across, ${lengthText(handle.at[1], true)} up. Arrows move it a millimetre, with Shift a tenth`"
      :data-handle="handle.key"
      :transform="`translate(${px(handle)[0]} ${px(handle)[1]})`"
      @pointerdown="lift($event, movable(handle))"
      @mousedown.stop
      @keydown="nudge($event, movable(handle))"
    >
      <circle class="room" r="14" />
      <rect x="-6" y="-6" width="12" height="12" />
    </g>
  </g>
</template>

<style scoped>
.handle {
  cursor: move;
  touch-action: none;
}
.room {
  fill: transparent;
}
rect {
  fill: var(--paper);
  stroke: var(--mud);
  stroke-width: 2.4px;
}
.handle:focus-visible {
  outline: none;
}
.handle:focus-visible rect {
  fill: var(--mud);
}
</style>
