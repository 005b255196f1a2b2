<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { onMounted, ref, useTemplateRef } from 'vue';
import { SHEET } from '#core/drawing/sheet';

/**
 * The sheet every station is drawn on: border, zone marks, and a drawing that can be brought nearer. `h` is its height
 * in its own pixels. On a narrow screen it stands in its own size and is moved about in its window, so that what is on
 * it can be read and pressed; a `still` one, with nothing to press, is shown whole.
 */
const props = withDefaults(defineProps<{ label: string; h?: number; still?: boolean }>(), { h: SHEET.h });
/** A sheet that is taller than its window is moved in it rather than drawn smaller than this. */
const LEAST_SCALE = 0.74;
const svg = useTemplateRef<SVGSVGElement>('svg');
const transform = ref('');
let behaviour: ZoomBehavior<SVGSVGElement, unknown>;

onMounted(() => {
  behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([1, 8])
    .translateExtent([
      [0, 0],
      [SHEET.w, props.h],
    ])
    .extent([
      [0, 0],
      [SHEET.w, props.h],
    ])
    // A wheel with Ctrl zooms; dragging moves what has been brought nearer. Gear is dragged from the shelf.
    .filter((event: Event) => {
      if (event.type === 'wheel') return (event as WheelEvent).ctrlKey;
      // One finger moves the page, or the sheet in its window.
      if (event.type === 'touchstart' && !transform.value) return (event as TouchEvent).touches.length > 1;
      return !(event as MouseEvent).button;
    })
    .on('zoom', ({ transform: t }: { transform: ZoomTransform }) => {
      transform.value = t.k === 1 ? '' : t.toString();
    });
  select(svg.value!).call(behaviour).on('dblclick.zoom', null);
});

const nearer = (factor: number) => behaviour.scaleBy(select(svg.value!), factor);
/** The whole sheet; on a narrow screen, pressed again, its own size. */
const fitted = ref(props.still);
/** On a narrow screen the window is moved by keys as well. */
const narrow = useMediaQuery('(max-width: 760px)');
function whole(): void {
  if (narrow.value && !transform.value) fitted.value = !fitted.value;
  behaviour.transform(select(svg.value!), zoomIdentity);
}

function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const pan = (x: number, y: number) => () => behaviour.translateBy(select(svg.value!), x, y);
  const act = {
    '+': () => nearer(1.4),
    '=': () => nearer(1.4),
    '-': () => nearer(1 / 1.4),
    '0': whole,
    ArrowLeft: pan(40, 0),
    ArrowRight: pan(-40, 0),
    ArrowUp: pan(0, 40),
    ArrowDown: pan(0, -40),
  }[event.key];
  if (!act) return;
  act();
  event.preventDefault();
}

const letters = ['A', 'B', 'C', 'D', 'E'];
</script>

<template>
  <div class="sheet-holder" :class="{ fitted }">
    <div class="window" :tabindex="narrow && !fitted ? 0 : undefined">
      <svg
        ref="svg"
        class="sheet"
        :viewBox="`0 0 ${SHEET.w} ${h}`"
        :style="h > SHEET.h ? { minHeight: `${LEAST_SCALE * h}px` } : {}"
        preserveAspectRatio="xMidYMid meet"
        role="group"
        :aria-label="label"
        @keydown="key"
      >
        <rect class="frame" x="4" y="4" :width="SHEET.w - 8" :height="h - 8" stroke-width="0.8" />
        <rect class="frame" x="16" y="16" :width="SHEET.w - 32" :height="h - 32" stroke-width="1.8" />
        <g aria-hidden="true">
          <template v-for="i in 7" :key="i">
            <text class="zone" :x="16 + ((SHEET.w - 32) / 7) * (i - 0.5)" y="10.5">{{ i }}</text>
            <text class="zone" :x="16 + ((SHEET.w - 32) / 7) * (i - 0.5)" :y="h - 10">{{ i }}</text>
          </template>
          <template v-for="(letter, i) in letters" :key="letter">
            <text class="zone" x="10" :y="16 + ((h - 32) / 5) * (i + 0.5)">{{ letter }}</text>
            <text class="zone" :x="SHEET.w - 10" :y="16 + ((h - 32) / 5) * (i + 0.5)">{{ letter }}</text>
          </template>
        </g>
        <clipPath id="sheet-clip"><rect x="17" y="17" :width="SHEET.w - 34" :height="h - 34" /></clipPath>
        <g clip-path="url(#sheet-clip)">
          <g :transform="transform">
            <slot />
          </g>
        </g>
      </svg>
    </div>
    <div class="zoom" role="group" aria-label="Size of the drawing">
      <button type="button" aria-label="Nearer" title="Nearer (+)" @click="nearer(1.4)">+</button>
      <button type="button" aria-label="Farther" title="Farther (−)" @click="nearer(1 / 1.4)">−</button>
      <button type="button" aria-label="Whole sheet" title="Whole sheet (0)" @click="whole">▭</button>
    </div>
  </div>
</template>

<style scoped>
.sheet-holder {
  position: relative;
  height: 100%;
  min-width: 0;
}
.window {
  height: 100%;
  overflow: auto;
}
.zoom {
  position: absolute;
  left: 24px;
  bottom: 22px;
  display: flex;
  border: 1px solid var(--rule);
  background: var(--paper-raised);
}
.zoom button {
  width: 28px;
  height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  line-height: 1;
}
.zoom button:hover {
  background: var(--paper-sunk);
}
@media (max-width: 760px) {
  .sheet-holder:not(.fitted) .sheet {
    width: 940px;
    height: auto;
  }
  .zoom {
    left: 10px;
    bottom: 10px;
  }
  .zoom button {
    width: 44px;
    height: 40px;
  }
}
</style>
