<script setup lang="ts">
import { computed } from 'vue';
import type { Shown } from './mounted';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import type { Px } from '#core/drawing/projection';
import type { Contour } from '#core/plane/contour';

/** The section through the middle of the gear, in line with the panel: upright beside it, or level below it. */
const props = defineProps<{ shown: Shown }>();
const { pattern } = useSheet();

/** From one depth to another, and along the section. */
const rect = (x0: number, x1: number, y0: number, y1: number) => `M${x0} ${y0}H${x1}V${y1}H${x0}Z`;
type Span = readonly [low: number, high: number];
type Ends = Pick<Contour, 'left' | 'right' | 'bottom' | 'top'>;

const section = computed(() => {
  const { site, position, view } = props.shown;
  const { piece } = position;
  const { panel, outline } = site;
  const out = piece.lying.adapter?.thicknessMm ?? 0;
  const { along, to, transform, box } = view.section;
  const upright = along === 'y';
  /** How far a contour goes along the section, and across it. */
  const length = (c: Ends): Span => (upright ? [c.bottom, c.top] : [c.left, c.right]);
  const across = (c: Ends): Span => (upright ? [c.left, c.right] : [c.bottom, c.top]);
  const [at, on] = upright ? [position.at[0], position.at[1]] : [position.at[1], position.at[0]];
  const moved = ([low, high]: Span): Span => [low + on, high + on];
  const isCut = (c: Ends) => across(c)[0] < at && at < across(c)[1];

  // What is left of the panel where openings are cut through it.
  const [low, high] = length(outline);
  const openings = [
    ...site.openings.filter(({ contour }) => isCut(contour)).map(({ contour }) => length(contour)),
    ...(piece.cutout ? [moved(length(piece.cutout))] : []),
  ].sort((a, b) => a[0] - b[0]);
  const left: Span[] = [];
  let from = low;
  for (const [a, b] of openings) {
    if (a > from) left.push([from, a]);
    from = Math.max(from, b);
  }
  if (from < high) left.push([from, high]);

  const depth = piece.behindMm || -piece.beforeMm;
  const line = (deep: number): [Px, Px] => [to([deep, low]), to([deep, high])];
  const label = ([a, b]: readonly [Px, Px], behind: boolean) => {
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    // Beyond what ends the room behind, where the panel is not.
    const off = behind ? -14 : 5;
    return upright ? `translate(${x - off} ${y}) rotate(-90)` : `translate(${x} ${y - off})`;
  };
  const drawn = (ends: readonly [Px, Px], name: string, behind = false) => ({
    name,
    d: `M${ends.map((p) => p.join(' ')).join('L')}`,
    label: label(ends, behind),
  });
  /** The depth stands at the end of the section, clear of it. */
  const off: Px = upright ? [0, 18] : [18, 0];
  const [a, b] = [to([0, upright ? low : high]), to([depth, upright ? low : high])];
  return {
    transform,
    box,
    panel: left.map(([p, q]) => rect(0, panel.thicknessMm, p, q)).join(''),
    face: piece.cutout ? rect(-3 - out, -out, ...moved(length(piece.face))) : '',
    between:
      out === 0 ? '' : rect(-out, 0, ...(position.plate ? length(position.plate.outline) : moved(length(piece.face)))),
    solids: piece.solids.map(({ contour, fromMm, toMm, what }, i) => ({
      i,
      what,
      d: rect(fromMm, toMm, ...moved(length(contour))),
    })),
    obstacles: site.obstacles.map(({ id, contour, obstacle }) => ({
      id,
      d: rect(obstacle.fromMm, obstacle.toMm, ...length(contour)),
      beside: !isCut(contour),
    })),
    covers: site.closings.map(({ cover, side, at: inside }) => {
      const deep = (where: number) => (side === 'behind' ? 1 : -1) * (upright ? inside(at, where) : inside(where, at));
      return {
        cover,
        ...drawn([to([deep(low), low]), to([deep(high), high])], pattern.value.covers[cover]?.name ?? ''),
      };
    }),
    ends: [
      ...(panel.behindMm === null ? [] : [drawn(line(panel.behindMm), panel.beyond || 'behind', true)]),
      ...(panel.frontMm === null ? [] : [drawn(line(-panel.frontMm), 'in front')]),
    ],
    depth: {
      mm: Math.abs(depth),
      d:
        [a, b]
          .map(([x, y]) => `M${x + off[0] / 9} ${y + off[1] / 9}L${x + off[0] * 1.3} ${y + off[1] * 1.3}`)
          .join('') + `M${a[0] + off[0]} ${a[1] + off[1]}L${b[0] + off[0]} ${b[1] + off[1]}`,
      x: (a[0] + b[0]) / 2 + (upright ? 0 : off[0] + 6),
      y: (a[1] + b[1]) / 2 + (upright ? off[1] + 18 : 5),
      anchor: upright ? 'middle' : 'start',
    } as const,
  };
});
</script>

<template>
  <g class="section" role="img" :aria-label="`Section through the middle: ${lengthText(section.depth.mm)} deep`">
    <g :transform="section.transform">
      <path
        v-for="obstacle in section.obstacles"
        :key="obstacle.id"
        class="obstacle"
        :class="{ beside: obstacle.beside }"
        :d="obstacle.d"
      />
      <path class="panel" :d="section.panel" />
      <path v-if="section.between" class="between" :d="section.between" />
      <path class="face" :d="section.face" />
      <path v-for="solid in section.solids" :key="solid.i" class="solid" :class="solid.what" :d="solid.d" />
    </g>
    <g v-for="cover in section.covers" :key="cover.cover">
      <path class="cover" :d="cover.d" />
      <text class="small" :transform="cover.label" text-anchor="middle">{{ cover.name }}</text>
    </g>
    <g v-for="end in section.ends" :key="end.name">
      <path class="end" :d="end.d" />
      <text class="small" :transform="end.label" text-anchor="middle">{{ end.name }}</text>
    </g>
    <path class="leader" :d="section.depth.d" />
    <text :x="section.depth.x" :y="section.depth.y" :text-anchor="section.depth.anchor" class="strong">{{
      lengthText(section.depth.mm)
    }}</text>
  </g>
</template>

<style scoped>
path {
  vector-effect: non-scaling-stroke;
}
.panel {
  fill: var(--ink);
  stroke: var(--ink);
}
.between {
  fill: var(--craft-metal);
  stroke: var(--ink);
}
.face {
  fill: var(--tarn);
}
.solid {
  fill: var(--tarn);
  fill-opacity: 0.2;
  stroke: var(--tarn);
  stroke-width: 1.4px;
}
.solid.plug {
  stroke-dasharray: 4 3;
  fill-opacity: 0.08;
}
.obstacle {
  fill: var(--craft-metal);
  stroke: var(--ink-soft);
}
.obstacle.beside {
  fill: none;
  stroke-dasharray: 5 3;
}
.cover {
  fill: none;
  stroke: var(--mud);
  stroke-width: 2.4px;
}
.end {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1px;
  stroke-dasharray: 10 3 2 3;
}
.leader {
  fill: none;
  stroke: var(--ink-soft);
}
text.small {
  fill: var(--ink-soft);
}
</style>
