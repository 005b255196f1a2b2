<script setup lang="ts">
import { ref } from 'vue';
import type { Projection } from '#core/drawing/projection';
import { usePointMoves, type Movable } from '../drawing/point-moves';
import type { Flat, Handle } from './table';

const props = defineProps<{ projection: Projection; handles: readonly Handle[]; ground: SVGGElement | null }>();
const held = ref<string>();
/** A drag ends in a click that is none. */
let dragged = false;
function press(handle: Handle): void {
  if (!dragged) handle.press?.();
  dragged = false;
}
function begin(event: PointerEvent, handle: Handle): void {
  dragged = false;
  lift(event, movable(handle));
}
const { lift, nudge } = usePointMoves(
  () => props.ground,
  (px) => [...props.projection.from(px)] as [number, number],
);
const round = ([u, v]: Flat): [number, number] => [Math.round(u), Math.round(v)];
const movable = ({ key, at, move, put }: Handle): Movable => ({
  at: [at[0], at[1]],
  move: (to) => {
    held.value = key;
    dragged = true;
    move(round([to[0], to[1]]));
  },
  put: (to) => {
    held.value = undefined;
    put(round([to[0], to[1]]));
  },
});
const px = (at: Flat) => props.projection.seen(at);
/** Coarser with Shift here: a craft is metres long. */
function key(event: KeyboardEvent, handle: Handle): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if ((event.key === 'Delete' || event.key === 'Backspace') && handle.away) handle.away();
  else if ((event.key === 'Enter' || event.key === ' ') && handle.press) handle.press();
  else if (event.shiftKey && event.key.startsWith('Arrow')) {
    const by = { ArrowLeft: [-10, 0], ArrowRight: [10, 0], ArrowUp: [0, 10], ArrowDown: [0, -10] }[event.key];
    if (by) handle.put(round([handle.at[0] + by[0]!, handle.at[1] + by[1]!]));
  } else return nudge(event, movable(handle));
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <g>
    <line
      v-for="one in handles.filter(({ from }) => from)"
      :key="`${one.key}-arm`"
      class="arm"
      :x1="px(one.from!)[0]"
      :y1="px(one.from!)[1]"
      :x2="px(one.at)[0]"
      :y2="px(one.at)[1]"
    />
    <g
      v-for="one in handles"
      :key="one.key"
      class="handle"
      :class="[one.look, { picked: one.picked, held: held === one.key }]"
      role="button"
      tabindex="0"
      :aria-label="`${one.name}. Arrows move it a millimetre, with Shift ten`"
      :aria-pressed="one.press ? Boolean(one.picked) : undefined"
      :data-handle="one.key"
      :transform="`translate(${px(one.at)[0]} ${px(one.at)[1]})`"
      @pointerdown="begin($event, one)"
      @mousedown.stop
      @click.stop="press(one)"
      @keydown="key($event, one)"
    >
      <circle class="room" r="12" />
      <circle v-if="one.look === 'end'" class="dot" r="4" />
      <circle v-else-if="one.look === 'node'" class="dot" r="5.5" />
      <rect v-else-if="one.look === 'knot'" class="dot" x="-4.5" y="-4.5" width="9" height="9" />
      <path v-else class="cross" d="M-11 0H11M0 -11V11" />
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
.dot {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.8px;
}
.cross {
  stroke: var(--mud);
  stroke-width: 2px;
}
.arm {
  stroke: var(--mud);
  stroke-width: 1px;
}
.end .dot {
  stroke: var(--mud);
}
.picked .dot,
.held .dot {
  fill: var(--mud);
  stroke: var(--paper);
}
.handle:focus-visible {
  outline: none;
}
.handle:focus-visible .dot {
  stroke: var(--mud);
  stroke-width: 3px;
}
.handle:focus-visible .room {
  stroke: var(--mud);
  stroke-width: 2px;
}
</style>
