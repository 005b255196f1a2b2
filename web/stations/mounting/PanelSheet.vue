<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { PANEL_LIES } from '#core/craft/panel';
import { witnessOf } from '#core/drawing/panel-sheet';
import { SHEET } from '#core/drawing/sheet';
import { fits, spareOf, type Fitted } from '#core/mounting/index';
import { pathData, type Point } from '#core/plane/contour';
import { MATERIAL_NAMES } from '#core/tables/materials';
import { fitLine } from '../../app/fit-words';
import { useSheet } from '../../app/sheet';
import { inches, lengthText, shownLength } from '../../app/units';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import PanelSection from './PanelSection.vue';
import { isShort, limitName } from './words';
import type { Shown } from './mounted';

const props = defineProps<{
  mounts: Readonly<Record<string, Fitted>>;
  shown: Shown | undefined;
  lit: number | undefined;
}>();
const emit = defineEmits<{ move: [at: Point]; put: [at: Point] }>();
const { store, job, pattern, tag } = useSheet();

// ── The register of panels ──
const PLATE = { x: 28, w: 214, y: 36 } as const;
const rows = computed(() => {
  const list = Object.entries(props.mounts);
  const h = Math.min(58, (SHEET.h - 96) / Math.max(1, list.length));
  return list.map(([id, fitted], i) => ({
    id,
    fitted,
    y: PLATE.y + i * h,
    h: h - 5,
    name: `${tag(id)} ${job.value.gear[id]!.item.name}`,
    place: pattern.value.places[fitted.place]!.name,
    worst: store.findingsFor({ kind: 'gear', id }).find(({ station }) => station === 'mounting')?.severity,
  }));
});

// ── The panel ──
/** Tightest clearances that are drawn with their figures. */
const DRAWN = 4;
const drawn = computed(() => {
  const { shown } = props;
  if (!shown) return undefined;
  const { site, piece, position, view, fitted } = shown;
  const witnesses = position.clearances.flatMap((clearance) => {
    const ends = witnessOf(site, piece, position.at, clearance);
    return ends ? [{ clearance, ends }] : [];
  });
  const seen = new Set<string>();
  const tight = witnesses.filter(
    ({ clearance: { limit, id } }) => !seen.has(`${limit}${id}`) && seen.add(`${limit}${id}`),
  );
  return {
    view,
    panel: site.panel,
    place: pattern.value.places[fitted.place]!.name,
    outline: pathData(site.outline),
    openings: site.openings.map(({ id, contour, opening }) => ({
      id,
      d: pathData(contour),
      taken: opening.taken,
      name: opening.name,
      at: view.to([(contour.left + contour.right) / 2, contour.bottom]),
    })),
    obstacles: site.obstacles.map(({ id, contour, obstacle }) => ({
      id,
      d: pathData(contour),
      name: obstacle.name,
      at: view.to([(contour.left + contour.right) / 2, contour.bottom]),
    })),
    face: pathData(piece.face),
    cutout: piece.cutout && pathData(piece.cutout),
    solids: piece.solids.map(({ contour, what }, i) => ({ i, d: pathData(contour), what })),
    fastenings: piece.fastenings.filter(({ mm }) => mm === 0),
    holes: isMoving(shown) ? [] : fitted.schedule.holes.map((hole) => ({ ...hole, px: view.to(hole.at) })),
    at: position.at,
    clearances: tight.slice(0, DRAWN).map(({ clearance, ends }) => {
      const [a, b] = [view.to(ends[0]), view.to(ends[1])];
      return {
        key: `${clearance.limit}${clearance.id ?? ''}`,
        a,
        b,
        x: (a[0] + b[0]) / 2,
        y: (a[1] + b[1]) / 2,
        words: figureOf(clearance.mm),
        short: isShort(clearance),
        name: limitName(clearance, site.panel, pattern.value),
        spare: spareOf(clearance),
      };
    }),
  };
});
// Millimetres stand on a drawing without their unit; inches do not.
const figureOf = (mm: number) => (inches.value ? lengthText(mm, true) : String(Math.round(shownLength(mm) * 10) / 10));

/** From the datum edges to the middle of the face. */
const datum = computed(() => {
  const { shown } = props;
  if (!shown) return undefined;
  const { outline, panel } = shown.site;
  const [x, y] = shown.position.at;
  const { to, box } = shown.view;
  const fromX = panel.datum.x === 'left' ? outline.left : outline.right;
  const fromY = panel.datum.y === 'top' ? outline.top : outline.bottom;
  const [px, py] = to([x, y]);
  const [ex, ey] = to([fromX, fromY]);
  const over = box.y - 18;
  const beside = panel.datum.x === 'left' ? box.x - 18 : box.x + box.w + 18;
  return {
    x: { a: [ex, over], b: [px, over], from: [ex, box.y], to: [px, py], words: figureOf(Math.abs(x - fromX)) },
    y: {
      a: [beside, ey],
      b: [beside, py],
      from: [panel.datum.x === 'left' ? box.x : box.x + box.w, ey],
      to: [px, py],
      words: figureOf(Math.abs(y - fromY)),
    },
  } as const;
});

/** Its holes are drawn where they are planned, not while it is being moved. */
const isMoving = ({ position, fitted }: Shown) => position.at[0] !== fitted.at[0] || position.at[1] !== fitted.at[1];

// ── Moving it ──
const svg = useTemplateRef<SVGGElement>('ground');
let held: { readonly start: Point; readonly at: Point; moved: boolean } | undefined;
function sheetPoint(event: PointerEvent): Point | undefined {
  const matrix = svg.value?.getScreenCTM();
  if (!matrix || !props.shown) return undefined;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return props.shown.view.from([x, y]);
}
function lift(event: PointerEvent): void {
  const start = sheetPoint(event);
  if (!start || !props.shown || event.button !== 0) return;
  held = { start, at: props.shown.position.at, moved: false };
  event.stopPropagation();
}
const half = (mm: number) => Math.round(mm * 2) / 2;
const dragged = (event: PointerEvent): Point | undefined => {
  const now = sheetPoint(event);
  return held && now
    ? [half(held.at[0] + now[0] - held.start[0]), half(held.at[1] + now[1] - held.start[1])]
    : undefined;
};
useEventListener(window, 'pointermove', (event) => {
  const at = dragged(event);
  if (!held || !at) return;
  held.moved ||= at[0] !== held.at[0] || at[1] !== held.at[1];
  if (held.moved) emit('move', at);
  event.preventDefault();
});
useEventListener(window, ['pointerup', 'pointercancel'], (event) => {
  const at = dragged(event);
  const last = held;
  held = undefined;
  if (last?.moved) emit('put', event.type === 'pointerup' && at ? at : last.at);
});
function nudge(event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
  if (!by || !props.shown || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = event.shiftKey ? 0.1 : 1;
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  const [x, y] = props.shown.fitted.at;
  emit('put', [tenth(x + by[0]! * step), tenth(y + by[1]! * step)]);
  event.preventDefault();
  event.stopPropagation();
}
const line = (a: readonly number[], b: readonly number[]) => `M${a.join(' ')}L${b.join(' ')}`;
</script>

<template>
  <SheetFrame label="The panel from its finished side, and the section through it">
    <g ref="ground">
      <rect class="ground" width="1" height="1" />
      <PressMark
        v-for="row in rows"
        :key="row.id"
        :class="{ selected: row.id === shown?.id }"
        :aria-pressed="row.id === shown?.id"
        :aria-label="`${row.name}, ${row.place}, ${fitLine(row.fitted)}`"
        :data-mount="row.id"
        @press="store.select({ kind: 'gear', id: row.id })"
      >
        <rect class="plate" :x="PLATE.x" :y="row.y" :width="PLATE.w" :height="row.h" />
        <FitText :x="PLATE.x + 9" :y="row.y + row.h * 0.42" class="strong" :words="row.name" :room="PLATE.w - 18" />
        <FitText :x="PLATE.x + 9" :y="row.y + row.h * 0.84" class="small" :words="row.place" :room="PLATE.w - 118" />
        <text
          :x="PLATE.x + PLATE.w - 9"
          :y="row.y + row.h * 0.84"
          text-anchor="end"
          class="small"
          :class="fits(row.fitted) ? 'good' : 'sev-caution'"
          >{{ fitLine(row.fitted) }}</text
        >
      </PressMark>

      <text v-if="!shown" :x="SHEET.w / 2" y="300" text-anchor="middle" class="big"
        >No gear on the craft yet: its panels are drawn here.</text
      >
      <template v-if="shown && drawn && datum">
        <text x="282" y="44" class="title">{{ drawn.place }}</text>
        <text :x="SHEET.w - 34" y="44" text-anchor="end" class="small"
          >{{ MATERIAL_NAMES[shown.fitted.material] }}, {{ lengthText(drawn.panel.thicknessMm, true)
          }}{{ drawn.panel.lies === 'face' ? '' : `, ${PANEL_LIES[drawn.panel.lies]}`
          }}{{
            shown.fitted.panel === 'usual'
              ? ' · usual, not measured'
              : shown.fitted.panel === 'job'
                ? ' · measured on this craft'
                : ''
          }}</text
        >
        <g :transform="drawn.view.transform">
          <path class="panel" :d="drawn.outline" />
          <path
            v-for="obstacle in drawn.obstacles"
            :key="obstacle.id"
            class="obstacle"
            :d="obstacle.d"
            :data-obstacle="obstacle.id"
          />
          <path
            v-for="opening in drawn.openings"
            :key="opening.id"
            class="opening"
            :class="{ taken: opening.taken }"
            :d="opening.d"
            :data-opening="opening.id"
          />
          <g :transform="`translate(${drawn.at[0]} ${drawn.at[1]})`">
            <path v-for="solid in drawn.solids" :key="solid.i" class="solid" :class="solid.what" :d="solid.d" />
          </g>
        </g>
        <g
          class="piece"
          role="button"
          tabindex="0"
          :aria-label="`${job.gear[shown.id]!.item.name} on the panel: ${datum.x.words} from the ${drawn.panel.datum.x}, ${datum.y.words} from the ${drawn.panel.datum.y}. Arrows move it a millimetre, with Shift a tenth`"
          data-piece
          @pointerdown="lift"
          @mousedown.stop
          @keydown="nudge"
        >
          <g :transform="drawn.view.transform">
            <g :transform="`translate(${drawn.at[0]} ${drawn.at[1]})`">
              <path class="face" :d="drawn.face" />
              <path v-if="drawn.cutout" class="cutout" :d="drawn.cutout" />
              <circle
                v-for="(f, i) in drawn.fastenings"
                :key="i"
                class="fastening"
                :cx="f.at[0]"
                :cy="f.at[1]"
                :r="Math.max(f.mm / 2, 1.2)"
              />
              <path class="cross" d="M-6 0H6M0 -6V6" />
            </g>
          </g>
        </g>
        <g
          v-for="hole in drawn.holes"
          :key="hole.number"
          class="hole"
          :class="{ lit: lit === hole.number }"
          aria-hidden="true"
        >
          <circle :cx="hole.px[0]" :cy="hole.px[1]" :r="Math.max((hole.mm / 2) * drawn.view.scale, 2.5)" />
          <path
            v-if="hole.kind !== 'opening'"
            :d="`M${hole.px[0] - 5} ${hole.px[1]}h10M${hole.px[0]} ${hole.px[1] - 5}v10`"
          />
          <text
            v-if="hole.kind !== 'opening' || lit === hole.number"
            :x="hole.px[0] + 7"
            :y="hole.px[1] - 5"
            class="small on-panel"
            >{{ hole.number }}</text
          >
        </g>
        <g aria-hidden="true">
          <text
            v-for="o in [...drawn.openings, ...drawn.obstacles]"
            :key="o.id"
            :x="o.at[0]"
            :y="o.at[1] + 13"
            text-anchor="middle"
            class="small on-panel"
            >{{ o.name }}</text
          >
        </g>
        <g v-for="(d, axis) in datum" :key="axis" class="datum" aria-hidden="true">
          <path class="leader" :d="line(d.a, d.b) + line(d.from, d.a) + line(d.to, d.b)" />
          <g
            :transform="`translate(${(d.a[0] + d.b[0]) / 2} ${(d.a[1] + d.b[1]) / 2})${axis === 'y' ? ' rotate(-90)' : ''}`"
          >
            <rect class="label" :x="-d.words.length * 4 - 3" y="-8" :width="d.words.length * 8 + 6" height="16" />
            <text text-anchor="middle" y="4.5" class="strong">{{ d.words }}</text>
          </g>
        </g>
        <g
          v-for="c in drawn.clearances"
          :key="c.key"
          class="clearance"
          :class="{ short: c.short }"
          :data-clearance="c.key"
        >
          <title>{{ c.name }}</title>
          <path :d="line(c.a, c.b)" />
          <circle :cx="c.a[0]" :cy="c.a[1]" r="2" />
          <circle :cx="c.b[0]" :cy="c.b[1]" r="2" />
          <rect
            class="label"
            :x="c.x - c.words.length * 4 - 3"
            :y="c.y - 8"
            :width="c.words.length * 8 + 6"
            height="16"
          />
          <text :x="c.x" :y="c.y + 4.5" text-anchor="middle">{{ c.words }}</text>
        </g>
        <PanelSection :shown="shown" />
      </template>
    </g>
  </SheetFrame>
</template>

<style scoped>
.ground {
  fill: none;
}
.title {
  font: 600 var(--type-6) var(--narrow);
}
path {
  vector-effect: non-scaling-stroke;
}
.panel {
  fill: var(--craft-panel);
  stroke: var(--ink);
  stroke-width: 1.8px;
}
.opening {
  fill: var(--paper-sunk);
  stroke: var(--ink);
  stroke-width: 1.2px;
}
.opening.taken {
  fill: var(--craft-glass);
}
.obstacle {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1px;
  stroke-dasharray: 5 3;
}
.solid {
  fill: none;
  stroke: var(--tarn);
  stroke-width: 1px;
  stroke-dasharray: 3 3;
}
.piece {
  cursor: grab;
  touch-action: none;
}
.face {
  fill: var(--tarn);
  fill-opacity: 0.16;
  stroke: var(--tarn);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.piece:focus-visible {
  outline: none;
}
.piece:focus-visible .face {
  stroke: var(--mud);
  stroke-width: 3.5px;
}
.cutout {
  fill: var(--paper-raised);
  fill-opacity: 0.55;
  stroke: var(--ink);
  stroke-width: 1.4px;
}
.fastening {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}

.hole circle,
.hole path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
}
.hole.lit circle {
  stroke: var(--mud);
  stroke-width: 4px;
}
.hole.lit text {
  fill: var(--mud);
  font-weight: 700;
}
.cross {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
}
.on-panel,
.datum,
.clearance,
.hole {
  pointer-events: none;
}
.on-panel {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  fill: var(--ink-soft);
}
.leader {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 0.8px;
}
.label {
  fill: var(--paper);
}
.clearance path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2px;
}
.clearance.short path {
  stroke: var(--stop);
  stroke-width: 2px;
}
.clearance.short text {
  fill: var(--stop);
  font-weight: 600;
}
.clearance .label {
  opacity: 0.9;
}
</style>
