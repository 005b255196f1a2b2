<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Joint } from '#core/craft/pattern';
import { axisDistance, jointNeed, jointPath, turned } from '#core/routing/index';
import type { Vec3 } from '#core/units/vectors';
import { cross, dot, polylineLength, sub, unit } from '#core/units/vectors';
import type { Insulated } from '#core/tables/colours';
import WireLine from '../../drawing/WireLine.vue';
import { pathOf, type Px } from '../../drawing/projection';

/** The neck seen down its axis: the wire between its two ties at any angle of the bars. */
const props = defineProps<{ joint: Joint; fixedTie: Vec3; turningTie: Vec3; wire: Insulated; name: string }>();
const deg = ref(0);
const need = computed(() => jointNeed(props.joint, props.fixedTie, props.turningTie));
const path = computed(() => jointPath(props.joint, props.fixedTie, props.turningTie, deg.value, 24));
const hanging = computed(() => need.value.needMm - polylineLength(path.value));

const W = 300;
const H = 176;
const scale = computed(
  () => 72 / Math.max(axisDistance(props.joint, props.fixedTie), axisDistance(props.joint, props.turningTie)),
);
// Down the axis with forward to the right and left up, as in the top view.
const flat = (point: Vec3): Px => {
  const w = unit(props.joint.axisDirection);
  const left: Vec3 = [0, 1, 0];
  const ahead = unit(cross(left, w));
  const p = sub(point, props.joint.axisPoint);
  return [W / 2 + dot(p, ahead) * scale.value, H / 2 - dot(p, left) * scale.value];
};
const tie = computed(() => flat(props.fixedTie));
const end = computed(() => flat(turned(props.joint, props.turningTie, deg.value)));
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
      <circle class="neck" :cx="W / 2" :cy="H / 2" :r="joint.obstacleRadiusMm * scale" />
      <path class="cross" :d="`M${W / 2 - 6} ${H / 2}h12M${W / 2} ${H / 2 - 6}v12`" />
      <WireLine :path="pathOf(path.map(flat))" :wires="[wire]" :width="4" />
      <circle class="tie" :cx="tie[0]" :cy="tie[1]" r="5" />
      <circle class="tie turning" :cx="end[0]" :cy="end[1]" r="5" />
      <text :x="tie[0] - 10" :y="tie[1] + 20" text-anchor="middle">tie on the frame</text>
      <text :x="Math.min(W - 60, end[0] + 14)" :y="end[1] - 10" text-anchor="middle">tie on the bars</text>
    </svg>
    <label>
      <span
        >Bars at <b>{{ deg }}°</b>: taut {{ Math.round(need.needMm - hanging) }} mm, hanging free
        {{ Math.round(hanging) }} mm</span
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
  margin: 0 0 8px;
}
svg {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--rule-soft);
}
text {
  font-size: 12px;
  fill: var(--ink-soft);
}
.sweep {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 4 3;
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
  font-size: 14px;
}
</style>
