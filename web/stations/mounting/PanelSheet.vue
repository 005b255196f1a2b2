<script setup lang="ts">
import { computed, useTemplateRef } from 'vue';
import { PANEL_LIES } from '#core/craft/panel';
import { witnessOf, type PanelView } from '#core/drawing/panel-sheet';
import type { Px } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { mountOf } from '#core/gear/usual-mount';
import type { BoardPlan } from '#core/panels/board';
import { surfaceName, surfaceOf, tightest, type Fitted } from '#core/panels/fitted';
import { pieceOf } from '#core/panels/piece';
import { pathData, type Contour, type Point } from '#core/plane/contour';
import { MATERIAL_NAMES } from '#core/tables/materials';
import { useSheet } from '../../app/sheet';
import { inches, lengthText, shownLength } from '../../app/units';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import PanelRegister from './PanelRegister.vue';
import PanelSection from './PanelSection.vue';
import PanelHandles from './PanelHandles.vue';
import { usePointMoves, type Movable } from '../../drawing/point-moves';
import { isShort, limitName } from './words';
import type { Shown } from './mounted';

const props = defineProps<{
  mounts: Readonly<Record<string, Fitted>>;
  boards: Readonly<Record<string, BoardPlan>>;
  /** The panel itself is being changed: its points may be dragged. */
  editing: boolean;
  shown: Shown | undefined;
  lit: number | undefined;
}>();
const emit = defineEmits<{ move: [at: Point]; put: [at: Point] }>();
const { store, job, plan, pattern, tag } = useSheet();

/** Tightest clearances that are drawn with their figures. */
const DRAWN = 4;
const drawn = computed(() => {
  const { shown } = props;
  if (!shown) return undefined;
  const { site, position, view, fitted } = shown;
  const { piece } = position;
  const witnesses = tightest(position.clearances).flatMap((clearance) => {
    const ends = witnessOf(site, piece, position.at, clearance);
    return ends ? [{ clearance, ends }] : [];
  });
  return {
    view,
    panel: site.panel,
    place: surfaceName(job.value, plan.value.tags, fitted),
    outline: pathData(site.outline),
    openings: site.openings.map(({ id, contour, opening }) => ({
      id,
      d: pathData(contour),
      taken: opening.taken,
      name: opening.name,
      at: nameAt(view, contour),
    })),
    obstacles: site.obstacles.map(({ id, contour, obstacle }) => ({
      id,
      d: pathData(contour),
      name: obstacle.name,
      at: nameAt(view, contour),
    })),
    face: pathData(piece.face),
    plate: position.plate && pathData(position.plate.outline),
    cutout: piece.cutout && pathData(piece.cutout),
    solids: piece.solids.map(({ contour, what }, i) => ({ i, d: pathData(contour), what })),
    fastenings: piece.fastenings.filter(({ mm }) => mm === 0),
    at: position.at,
    ...lettered(
      isMoving(shown) ? [] : fitted.schedule.holes.map((hole) => ({ ...hole, px: view.to(hole.at) })),
      witnesses.slice(0, DRAWN).map(({ clearance, ends }) => ({
        key: `${clearance.limit}${clearance.id ?? ''}`,
        a: view.to(ends[0]),
        b: view.to(ends[1]),
        words: figureOf(clearance.mm),
        short: isShort(clearance),
        name: limitName(clearance, piece, site.panel, pattern.value),
      })),
    ),
  };
});
interface Spot {
  readonly x: number;
  readonly y: number;
  readonly w: number;
}
/** Places for numbers of holes, beside them, and for figures, in the middle of their line or nearer to an end: what finds none is in the list alone. */
function lettered<
  H extends { readonly px: Px; readonly number: number },
  L extends { readonly a: Px; readonly b: Px; readonly words: string },
>(holes: readonly H[], lines: readonly L[]) {
  const taken: Spot[] = [];
  const free = (spots: readonly Spot[]): Spot | undefined => {
    const spot = spots.find(({ x, y, w }) =>
      taken.every((o) => Math.abs(o.x - x) > (o.w + w) / 2 || Math.abs(o.y - y) > 17),
    );
    if (spot) taken.push(spot);
    return spot;
  };
  const clearances = lines.map((line) => {
    const w = line.words.length * 8 + 8;
    const at = (t: number) => ({
      x: line.a[0] + t * (line.b[0] - line.a[0]),
      y: line.a[1] + t * (line.b[1] - line.a[1]),
      w,
    });
    return { ...line, spot: free([at(0.5), at(0.2), at(0.8)]) };
  });
  return {
    clearances,
    holes: holes.map((hole) => {
      const w = String(hole.number).length * 8;
      const [x, y] = hole.px;
      return { ...hole, spot: free([11, -11].flatMap((dx) => [-9, 11].map((dy) => ({ x: x + dx, y: y + dy, w })))) };
    }),
  };
}
// Millimetres stand on a drawing without their unit; inches do not.
const figureOf = (mm: number) => (inches.value ? lengthText(mm, true) : String(Math.round(shownLength(mm) * 10) / 10));

/** A name stands in the middle of what is tall enough for it, else under it. */
const nameAt = ({ to, scale }: PanelView, { left, right, bottom, top }: Contour): Px => {
  const [x, y] = to([(left + right) / 2, bottom]);
  const tall = (top - bottom) * scale;
  return [x, tall > 40 ? y - tall / 2 + 4 : y + 13];
};

/** From the datum edges to the middle of the face. */
const datum = computed(() => {
  const { shown } = props;
  if (!shown) return undefined;
  const { outline, panel } = shown.site;
  const [x, y] = shown.position.at;
  const { to, box } = shown.view;
  const fromX = outline[panel.datum.x];
  const fromY = outline[panel.datum.y];
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

const ground = useTemplateRef<SVGGElement>('ground');
const { lift, nudge } = usePointMoves(
  () => ground.value,
  (px) => props.shown?.view.from(px),
);
const piece = computed((): Movable => ({
  at: props.shown?.position.at ?? [0, 0],
  move: (at) => emit('move', at),
  put: (at) => emit('put', at),
}));
/** Other gear on the same panel, as it lies. */
const others = computed(() => {
  const { shown } = props;
  if (!shown) return [];
  return Object.entries(props.mounts)
    .filter(([id, other]) => id !== shown.id && surfaceOf(other) === surfaceOf(shown.fitted))
    .map(([id, { at, lying, material }]) => {
      const { face, solids } = pieceOf(mountOf(job.value.gear[id]!.item), lying, material);
      return {
        id,
        face: pathData(face),
        plugs: solids.filter(({ what }) => what === 'plug').map(({ contour }) => pathData(contour)),
        at,
        px: shown.view.to(at),
        tag: tag(id),
        name: job.value.gear[id]!.item.name,
      };
    });
});
const board = computed(() => {
  const place = props.shown?.fitted.inside ? undefined : props.shown?.fitted.place;
  return place !== undefined && Object.hasOwn(props.boards, place) ? props.boards[place] : undefined;
});
const line = (a: readonly number[], b: readonly number[]) => `M${a.join(' ')}L${b.join(' ')}`;
</script>

<template>
  <SheetFrame label="The panel from its finished side, and the section through it">
    <g ref="ground">
      <PanelRegister :mounts="mounts" :selected="shown?.id" />
      <text v-if="!shown" :x="SHEET.w / 2" y="300" text-anchor="middle" class="big"
        >No gear on the craft yet: its panels are drawn here.</text
      >
      <template v-if="shown && drawn && datum">
        <text x="282" y="44" class="title">{{ board ? `Board: ${drawn.place}` : drawn.place }}</text>
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
          <path v-if="drawn.plate" class="plate" :d="drawn.plate" data-plate />
          <g :transform="`translate(${drawn.at[0]} ${drawn.at[1]})`">
            <path v-for="solid in drawn.solids" :key="solid.i" class="solid" :class="solid.what" :d="solid.d" />
          </g>
        </g>
        <PressMark
          v-for="other in others"
          :key="other.id"
          class="other"
          :aria-label="`${other.tag} ${other.name}`"
          :data-other="other.id"
          @press="store.select({ kind: 'gear', id: other.id })"
        >
          <g :transform="drawn.view.transform">
            <g :transform="`translate(${other.at[0]} ${other.at[1]})`">
              <path class="face" :d="other.face" />
              <path v-for="(d, i) in other.plugs" :key="i" class="solid" :d="d" />
            </g>
          </g>
          <text :x="other.px[0]" :y="other.px[1] + 5" text-anchor="middle" class="strong">{{ other.tag }}</text>
        </PressMark>
        <g v-if="board" class="hole" aria-hidden="true">
          <path
            v-for="(screw, i) in board.screws"
            :key="i"
            :d="`M${drawn.view.to(screw).join(' ')}m-4 -4l8 8m-8 0l8 -8`"
          />
        </g>
        <g
          class="piece"
          role="button"
          tabindex="0"
          :aria-label="`${job.gear[shown.id]!.item.name} on the panel: ${datum.x.words} from the ${drawn.panel.datum.x}, ${datum.y.words} from the ${drawn.panel.datum.y}. Arrows move it a millimetre, with Shift a tenth`"
          data-piece
          @pointerdown="lift($event, piece)"
          @mousedown.stop
          @keydown="nudge($event, piece)"
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
            v-if="hole.spot && (hole.kind !== 'opening' || lit === hole.number)"
            :x="hole.spot.x"
            :y="hole.spot.y + 4"
            text-anchor="middle"
            class="small on-panel"
            >{{ hole.number }}</text
          >
        </g>
        <g aria-hidden="true">
          <text
            v-for="o in [...drawn.openings, ...drawn.obstacles]"
            :key="o.id"
            :x="o.at[0]"
            :y="o.at[1]"
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
        <!-- All lines, then all figures: none is struck through. -->
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
        </g>
        <template v-for="c in drawn.clearances" :key="c.key">
          <g v-if="c.spot" class="clearance" :class="{ short: c.short }">
            <title>{{ c.name }}</title>
            <rect class="label" :x="c.spot.x - c.spot.w / 2" :y="c.spot.y - 8" :width="c.spot.w" height="16" />
            <text :x="c.spot.x" :y="c.spot.y + 4.5" text-anchor="middle">{{ c.words }}</text>
          </g>
        </template>
        <PanelSection :shown="shown" />
        <PanelHandles
          v-if="editing && !shown.fitted.inside"
          :place="shown.fitted.place"
          :view="drawn.view"
          :ground="ground"
        />
      </template>
    </g>
  </SheetFrame>
</template>

<style scoped>
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
.plate {
  fill: var(--craft-metal);
  stroke: var(--ink);
  stroke-width: 1.4px;
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
.other .face {
  fill: var(--paper-sunk);
  fill-opacity: 0.9;
  stroke: var(--ink);
  stroke-width: 1.4px;
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
