<script setup lang="ts">
import { computed } from 'vue';
import { batteryIds } from '#core/connections/feeding';
import type { Run } from '#core/connections/runs';
import { layLanes, type Lane } from '#core/drawing/lanes';
import { project, type Px } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { freeSpots } from '#core/drawing/spots';
import { tagMarks, tagWidth } from '#core/drawing/tags';
import { useSheet } from '../../app/sheet';
import PressMark from '../../drawing/PressMark.vue';
import CraftSheet from '../../drawing/CraftSheet.vue';
import WireLine from '../../drawing/WireLine.vue';
import { batteryMark } from './battery-mark';
import { useFeeds } from './feeds-shown';
import { CHART, CHART_TITLE, PARTS, type Part, type Print } from './places';

/** The craft with its batteries and what is fed from them: the sheet of every question about power. */
const props = withDefaults(
  defineProps<{
    part: Part;
    /** Height of the sheet, and of the drawing on it, px. */
    h?: number;
    drawingH?: number;
    /** Kinds of runs that are drawn, how thick, and which stand back. */
    kinds: readonly Run['kind'][];
    widthOf: (gear: string) => number;
    dim?: (gear: string) => boolean;
    isSelected?: (gear: string) => boolean;
    /** What is printed on the wires, once they are laid. */
    prints?: (lanes: readonly Lane[]) => readonly Print[];
  }>(),
  { h: SHEET.h, drawingH: 436, dim: () => false, isSelected: () => false, prints: () => [] },
);
const emit = defineEmits<{ part: [part: Part] }>();
const { store, job, plan, gear, pattern } = useSheet();
const { feeds } = useFeeds();
const projection = computed(() =>
  project(pattern.value, 'side', { x: 224, y: 22, w: SHEET.w - 250, h: props.drawingH }),
);
const lanes = computed(() =>
  layLanes(
    gear.value,
    plan.value.mounts,
    pattern.value,
    plan.value.runs.filter((run) => props.kinds.includes(run.kind) && run.points.length > 1),
    projection.value,
    (run) => props.widthOf(run.to),
  ),
);
const views = computed(() => ({ side: projection.value }));
const isFed = (id: string) => feeds.value.some((f) => f.gear === id && f.run);

const batteries = computed(() => {
  const taken: Px[] = [];
  return batteryIds(job.value).map((id) => {
    const battery = job.value.craft.batteries[id]!;
    const place = pattern.value.places[battery.place ?? pattern.value.batteryPlace]!;
    let [x, y] = projection.value.to(place.at);
    // Two that stand in the same place, or one behind the other, are drawn side by side.
    while (taken.some(([tx, ty]) => Math.abs(tx - x) < 44 && Math.abs(ty - y) < 36)) x -= 46;
    taken.push([x, y]);
    return { id, battery, x, y };
  });
});
const chosen = computed(() => (store.selected?.kind === 'battery' ? store.selected.id : undefined));

/** What is written on the wires, none over another, over a tag or over a battery. */
const onWires = computed(() => {
  const there = [
    ...batteries.value.map(({ x, y }) => ({ at: [x, y - 3] as const, w: 44, h: 40 })),
    { at: [CHART.x + CHART_TITLE.w / 2, CHART.y - CHART_TITLE.above] as const, w: CHART_TITLE.w, h: CHART_TITLE.h },
    ...tagMarks(job.value, plan.value, projection.value, isFed).map(({ at, text }) => ({
      at,
      w: tagWidth(text),
      h: 14,
    })),
  ];
  const prints = props.prints(lanes.value);
  const at = freeSpots(prints, there);
  return prints.map((print, i) => ({ ...print, x: at[i]![0], y: at[i]![1] }));
});
</script>

<template>
  <CraftSheet
    :key="h"
    :h="h"
    label="The feeds along the craft, volts falling from the battery to the gear"
    :views="views"
    :shown="isFed"
    :selected="isSelected"
    faint
  >
    <template #wires>
      <WireLine
        v-for="lane in lanes"
        :key="lane.run.id"
        :path="lane.path"
        v-bind="lane.run.conductors[0]!.colour"
        :width="widthOf(lane.run.to)"
        :dim="dim(lane.run.to)"
      />
    </template>
    <PressMark
      v-for="b in batteries"
      :key="b.id"
      :class="{ selected: chosen === b.id }"
      :aria-label="`${b.battery.name}, ${b.battery.capacityAh} Ah`"
      :data-testid="b.id"
      :data-battery="b.id"
      :transform="`translate(${b.x} ${b.y})`"
      @press="store.select({ kind: 'battery', id: b.id })"
    >
      <rect class="plate battery" x="-21" y="-17" width="42" height="34" />
      <path class="posts" d="M-14 -17v-5h8v5M6 -17v-5h8v5" />
      <text y="5" text-anchor="middle" class="strong">{{ batteryMark(job, b.id) || '+ −' }}</text>
    </PressMark>
    <template v-for="p in onWires" :key="p.key">
      <g
        v-if="p.fuse"
        class="fuse"
        :class="p.fuse"
        :data-fuse="p.key"
        :transform="`translate(${p.x} ${p.y})`"
        aria-hidden="true"
      >
        <rect :x="-p.w / 2" y="-9" :width="p.w" height="18" rx="9" />
        <text text-anchor="middle" y="4.5">{{ p.text }}</text>
      </g>
      <text v-else class="volts" :x="p.x" :y="p.y + 4.5" text-anchor="middle" aria-hidden="true">{{ p.text }}</text>
    </template>
    <PressMark
      v-for="(name, id, i) in PARTS"
      :key="id"
      :class="{ selected: part === id }"
      :aria-pressed="part === id"
      :aria-label="name"
      :data-part="id"
      @press="emit('part', id)"
    >
      <rect class="plate" :x="28 + (i % 2) * 95" :y="28 + Math.floor(i / 2) * 40" width="91" height="35" />
      <text :x="28 + (i % 2) * 95 + 45" :y="50 + Math.floor(i / 2) * 40" text-anchor="middle">{{ name }}</text>
    </PressMark>
    <slot />
  </CraftSheet>
</template>

<style scoped>
.battery {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.posts {
  fill: var(--ink);
}
.fuse rect {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.sheet .fuse text {
  font: 600 var(--type-2) var(--narrow);
}
.fuse.other {
  opacity: 0.55;
}
/* What is printed on the sheet must not stand in the way of what can be pressed. */
.fuse,
.volts {
  pointer-events: none;
}
.fuse.missing {
  opacity: 1;
}
.fuse.missing rect {
  stroke: var(--stop);
  stroke-dasharray: 4 3;
}
.sheet .fuse.missing text {
  fill: var(--stop);
}
.sheet .volts {
  font: 600 var(--type-5) var(--narrow);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
