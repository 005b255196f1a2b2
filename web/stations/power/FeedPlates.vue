<script setup lang="ts">
import { wireText, wireUnit } from '../../app/units';
import { CHART } from './places';
import { computed } from 'vue';
import { mostLost, type Feed } from '#core/power/index';
import { gaugeName } from '#core/tables/conductors';
import { figure, short } from '#core/units/figures';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import { useSheet } from '../../app/sheet';

/** Every feed as a plate beside the craft; the more there are, the less each says. */
const props = defineProps<{
  feeds: readonly Feed[];
  /** Gear that keeps the feed it has. */
  kept: readonly string[];
  selected: string | undefined;
  y: number;
  noFeed: (gear: string) => string;
}>();
const { store, job, plan, tag } = useSheet();
const shown = computed((): (Feed | string)[] => [
  ...props.feeds.filter(({ gear }) => !props.kept.includes(gear)),
  ...props.kept,
]);
const rowH = computed(() => Math.min(104, (CHART.y - 40 - props.y) / Math.max(1, shown.value.length)));
const tall = computed(() => rowH.value > 98);

const plates = computed(() =>
  shown.value.map((f, i) => {
    if (typeof f === 'string')
      return {
        gear: f,
        y: props.y + i * rowH.value,
        title: `${tag(f)} ${job.value.gear[f]!.item.name}`,
        without: props.noFeed(f),
        size: '',
        fuse: '',
        bare: false,
        collapsed: false,
        line: '',
        brief: '',
        lengths: undefined,
      };
    const size = gaugeName(f.gauge, job.value.settings.conductors);
    const fuse =
      f.fuseA !== undefined
        ? `${short(f.fuseA)} A fuse`
        : f.family
          ? 'none fits'
          : f.above
            ? Object.hasOwn(plan.value.power.circuits, f.above.gear)
              ? `${short(f.above.amps)} A there`
              : `by ${tag(f.above.gear)}`
            : 'no fuse';
    const full = mostLost(f);
    return {
      gear: f.gear,
      y: props.y + i * rowH.value,
      title: `${tag(f.gear)} ${f.item.name}`,
      size,
      fuse,
      bare: f.fuseA === undefined && !f.above,
      collapsed: f.collapsed,
      line: full ? `${figure(full.amps, 2)} A, drop ${figure(full.dropPct, 2)} %` : 'volts collapse',
      brief: `${size} · ${fuse.replace(' fuse', '')} · ${full ? `${figure(full.dropPct, 1)} %` : 'collapse'}`,
      lengths:
        f.run &&
        (f.run.outMm + f.run.backMm === 0
          ? 'by its adapter'
          : `${wireText(f.run.outMm / 1000)} ${wireUnit()} out, ${wireText(f.run.backMm / 1000)} ${wireUnit()} back`),
      without: props.noFeed(f.gear),
    };
  }),
);
</script>

<template>
  <PressMark
    v-for="p in plates"
    :key="p.gear"
    :class="{ selected: selected === p.gear }"
    :data-feed="p.gear"
    :aria-label="`Feed to ${p.title}, ${p.size ? `${p.size}, ${p.fuse}` : p.without}`"
    @press="store.select({ kind: 'feed', id: p.gear })"
  >
    <rect class="plate" x="28" :y="p.y" width="186" :height="rowH - 8" />
    <FitText x="38" :y="p.y + 19" class="strong" :words="p.title" :room="168" />
    <FitText v-if="!p.lengths" x="38" :y="p.y + 40" class="small" :words="p.without" :room="168" />
    <template v-else-if="tall">
      <text x="38" :y="p.y + 43" class="big">{{ p.size }}</text>
      <text x="126" :y="p.y + 42" :class="{ 'sev-stop': p.bare }">{{ p.fuse }}</text>
      <FitText x="38" :y="p.y + 64" :class="{ 'sev-stop': p.collapsed }" :words="p.line" :room="168" />
      <FitText x="38" :y="p.y + 82" class="small" :words="p.lengths" :room="168" />
    </template>
    <FitText
      v-else
      x="38"
      :y="p.y + 39"
      class="small"
      :class="{ 'sev-stop': p.collapsed || p.bare }"
      :words="p.brief"
      :room="168"
    />
  </PressMark>
</template>
