<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Joint } from '#core/craft/pattern';
import { axisDistance, jointNeed, jointPath, turned } from '#core/routing/index';
import type { Vec3 } from '#core/units/vectors';
import { cross, dot, polylineLength, sub, unit } from '#core/units/vectors';
import { figure } from '#core/units/figures';
import type { Insulated } from '#core/tables/colours';
import WireLine from '../../drawing/WireLine.vue';
import { pathOf, type Px } from '#core/drawing/projection';
import { slackArc } from './slack';
import { lengthText } from '../../app/units';

/** The neck seen down its axis: the wire between its two ties at any angle of the bars, as it hangs and drawn taut. */
const props = defineProps<{ joint: Joint; fixedTie: Vec3; turningTie: Vec3; wire: Insulated; name: string }>();
const deg = ref(0);
const need = computed(() => jointNeed(props.joint, props.fixedTie, props.turningTie));
const path = computed(() => jointPath(props.joint, props.fixedTie, props.turningTie, deg.value, 24));
const hanging = computed(() => need.value.needMm - polylineLength(path.value));

const W = 300;
const H = 190;
const scale = computed(
  () => 62 / Math.max(axisDistance(props.joint, props.fixedTie), axisDistance(props.joint, props.turningTie)),
);
// The neck stands aside from the middle, so that the loop on its other side has room.
const middle = computed((): Px => [W / 2, H / 2 + Math.sign(props.fixedTie[1] + props.turningTie[1]) * 46]);
// Down the axis with forward to the right and left up, as in the top view.
const flat = (point: Vec3): Px => {
  const w = unit(props.joint.axisDirection);
  const left: Vec3 = [0, 1, 0];
  const ahead = unit(cross(left, w));
  const p = sub(point, props.joint.axisPoint);
  const [x, y] = middle.value;
  return [x + dot(p, ahead) * scale.value, y - dot(p, left) * scale.value];
};
const tie = computed(() => flat(props.fixedTie));
const end = computed(() => flat(turned(props.joint, props.turningTie, deg.value)));
/** The wire with its slack, swung away from the neck; where it lies round the neck it is as good as taut. */
const loose = computed(() => {
  if (path.value.length > 2) return pathOf(path.value.map(flat));
  const rise = dot(sub(path.value[1]!, path.value[0]!), unit(props.joint.axisDirection));
  const length = Math.sqrt(Math.max(0, need.value.needMm ** 2 - rise ** 2)) * scale.value;
  return slackArc(tie.value, end.value, length, middle.value);
});
const sweep = computed(() => {
  const [low, high] = props.joint.rangeDeg;
  return pathOf(
    Array.from({ length: 21 }, (_, i) => flat(turned(props.joint, props.turningTie, low + ((high - low) * i) / 20))),
  );
});
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${name}, bars at ${deg} degrees`">
      <path class="sweep" :d="sweep" />
      <circle class="neck" :cx="middle[0]" :cy="middle[1]" :r="joint.obstacleRadiusMm * scale" />
      <path class="cross" :d="`M${middle[0] - 6} ${middle[1]}h12M${middle[0]} ${middle[1] - 6}v12`" />
      <path class="taut" :d="pathOf(path.map(flat))" />
      <WireLine :path="loose" v-bind="wire" :width="4" />
      <circle class="tie" :cx="tie[0]" :cy="tie[1]" r="5" />
      <circle class="tie turning" :cx="end[0]" :cy="end[1]" r="5" />
      <text :x="tie[0] - 11" :y="tie[1] + 5" text-anchor="end">tie, frame</text>
      <text :x="end[0] + 11" :y="end[1] + 5">tie, bars</text>
    </svg>
    <label>
      <span
        >Bars at <b>{{ figure(deg, 0) }}°</b>: taut {{ lengthText(need.needMm - hanging) }}, hanging free
        {{ lengthText(hanging) }}</span
      >
      <input
        v-model.number="deg"
        class="form-range"
        type="range"
        :min="joint.rangeDeg[0]"
        :max="joint.rangeDeg[1]"
        step="1"
      />
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
