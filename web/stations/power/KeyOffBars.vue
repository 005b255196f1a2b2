<script setup lang="ts">
import { computed } from 'vue';
import { short } from '#core/units/figures';
import { SHEET } from '#core/drawing/sheet';
import { useSheet } from '../../app/sheet';

/** Parasitic draw and self-discharge of each battery, as lengths, and the days to its reserve. */
defineProps<{ mark: (battery: string) => string }>();
const { job, plan } = useSheet();
const X = 190;
const W = SHEET.w - X - 150;
const rows = computed(() => {
  const all = plan.value.keyOff;
  const most = Math.max(1e-3, ...all.map((k) => k.amps + k.selfA));
  const pitch = Math.min(58, 150 / Math.max(1, all.length));
  return all.map((k, i) => {
    let x = X;
    const parts = [
      ...k.drains.map((d) => ({
        what: d.gear === undefined ? d.what : `${plan.value.tags[d.gear]} ${d.what}`,
        amps: d.amps,
      })),
      { what: 'self-discharge', amps: k.selfA },
    ].map((part, n, list) => {
      const w = (part.amps / most) * W;
      const at = x;
      x += w;
      return { ...part, x: at, w, own: n === list.length - 1 };
    });
    return { ...k, y: 505 + i * pitch, parts, end: x };
  });
});
</script>

<template>
  <g aria-hidden="true">
    <text x="40" y="484" class="strong">Parasitic draw with the key off, and days to reserve</text>
    <g v-for="r in rows" :key="r.battery">
      <text x="40" :y="r.y + 15">{{ mark(r.battery) }} {{ job.craft.batteries[r.battery]!.name }}</text>
      <g v-for="p in r.parts" :key="p.what">
        <rect class="bar" :class="{ own: p.own }" :x="p.x" :y="r.y" :width="Math.max(1, p.w)" height="20" />
        <text v-if="p.w > 84" class="small" :x="p.x + 5" :y="r.y + 15">{{ p.what }} {{ short(p.amps * 1000) }}</text>
      </g>
      <text class="strong" :x="r.end + 8" :y="r.y + 15"
        >{{ short(1000 * (r.amps + r.selfA)) }} mA · {{ short(r.days) }} days</text
      >
    </g>
  </g>
</template>

<style scoped>
.bar {
  fill: var(--tarn-wash);
  stroke: var(--tarn);
}
.bar.own {
  fill: none;
  stroke-dasharray: 4 3;
}
</style>
