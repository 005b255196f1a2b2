<script setup lang="ts">
import { computed } from 'vue';
import { isTurning, moved, travelOf, type Joint } from '#core/craft/joint';
import { jointNeed, jointPath, jointView } from '#core/routing/index';
import type { Vec3 } from '#core/units/vectors';
import { distance, polylineLength } from '#core/units/vectors';
import { figure } from '#core/units/figures';
import type { Insulated } from '#core/tables/colours';
import WireLine from '../../drawing/WireLine.vue';
import { pathOf, type Px } from '#core/drawing/projection';
import { slackArc } from './slack';
import { lengthText } from '../../app/units';

/** A joint seen along what its wire goes round: the wire between its two ties at any point of the travel, as it hangs and drawn taut. */
const props = defineProps<{
  joint: Joint;
  fixedTie: Vec3;
  movingTie: Vec3;
  /** What the ties are on, in a word each. */
  fixed: string;
  moving: string;
  wire: Insulated;
  name: string;
}>();
/** Where on its travel it stands: degrees, or mm. */
const at = defineModel<number>({ required: true });
const travel = computed(() => travelOf(props.joint));
const unitText = computed(() => (isTurning(props.joint) ? `${figure(at.value, 0)}°` : lengthText(at.value)));
const need = computed(() => jointNeed(props.joint, props.fixedTie, props.movingTie));
const path = computed(() => jointPath(props.joint, props.fixedTie, props.movingTie, at.value, 24));
const hanging = computed(() => need.value.needMm - polylineLength(path.value));

const W = 300;
const H = 190;
const ROOM = 34;
const view = computed(() => jointView(props.joint, props.fixedTie));
const stops = computed(() => {
  const [low, high] = travel.value;
  return Array.from({ length: 21 }, (_, i) => moved(props.joint, props.movingTie, low + ((high - low) * i) / 20));
});
/** All that has to be seen stands in the window, at one scale for the whole travel. */
const fit = computed(() => {
  const { flat, obstacle } = view.value;
  const r = obstacle.radiusMm;
  const spots = [
    ...[props.fixedTie, ...stops.value].map(flat),
    ...(r
      ? ([
          [-r, -r],
          [r, r],
        ] as const)
      : []),
  ];
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((W - 2 * ROOM - 60) / (right - left || 1), (H - 2 * ROOM) / (high - low || 1), 0.8);
  return { scale, x: (left + right) / 2, y: (low + high) / 2 };
});
const px = ([x, y]: readonly [number, number]): Px => [
  W / 2 + (x - fit.value.x) * fit.value.scale,
  H / 2 - (y - fit.value.y) * fit.value.scale,
];
const flat = (point: Vec3): Px => px(view.value.flat(point));
const middle = computed(() => px(view.value.obstacle.at));
const tie = computed(() => flat(props.fixedTie));
const end = computed(() => flat(moved(props.joint, props.movingTie, at.value)));
/** The wire with its slack, swung away from what it goes round; where it lies against that it is as good as taut. */
const loose = computed(() => {
  if (path.value.length > 2) return pathOf(path.value.map(flat));
  const straight = distance(path.value[0]!, path.value[1]!);
  const chord = Math.hypot(end.value[0] - tie.value[0], end.value[1] - tie.value[1]);
  // What it runs along the axis is not seen: the rest of its length is.
  const along = Math.sqrt(Math.max(0, straight ** 2 - (chord / fit.value.scale) ** 2));
  const length = Math.sqrt(Math.max(0, need.value.needMm ** 2 - along ** 2)) * fit.value.scale;
  return slackArc(tie.value, end.value, length, middle.value);
});
const sweep = computed(() => pathOf(stops.value.map(flat)));
const left = computed(() => tie.value[0] <= end.value[0]);
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${name}, ${moving} at ${unitText}`">
      <path class="sweep" :d="sweep" />
      <template v-if="view.obstacle.radiusMm">
        <circle class="neck" :cx="middle[0]" :cy="middle[1]" :r="view.obstacle.radiusMm * fit.scale" />
        <path class="cross" :d="`M${middle[0] - 6} ${middle[1]}h12M${middle[0]} ${middle[1] - 6}v12`" />
      </template>
      <path class="taut" :d="pathOf(path.map(flat))" />
      <WireLine :path="loose" v-bind="wire" :width="4" />
      <circle class="tie" :cx="tie[0]" :cy="tie[1]" r="5" />
      <circle class="tie turning" :cx="end[0]" :cy="end[1]" r="5" />
      <text :x="tie[0] + (left ? -11 : 11)" :y="tie[1] + 5" :text-anchor="left ? 'end' : 'start'">{{ fixed }}</text>
      <text :x="end[0] + (left ? 11 : -11)" :y="end[1] + 5" :text-anchor="left ? 'start' : 'end'">{{ moving }}</text>
    </svg>
    <label>
      <span
        >{{ moving }} at <b>{{ unitText }}</b>: taut {{ lengthText(need.needMm - hanging) }}, hanging free
        {{ lengthText(hanging) }}</span
      >
      <input v-model.number="at" class="form-range" type="range" :min="travel[0]" :max="travel[1]" step="1" />
    </label>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 var(--space-4);
}
svg {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--rule-soft);
}
text {
  font-size: var(--type-1);
  fill: var(--ink-soft);
}
.sweep {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 4 3;
}
.taut {
  fill: none;
  stroke: var(--ink-soft);
}
.neck {
  fill: var(--craft-metal);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
.cross {
  stroke: var(--ink);
  fill: none;
}
.tie {
  fill: var(--ink);
}
.turning {
  fill: var(--mud);
}
label {
  display: block;
  font-size: var(--type-3);
}
</style>
