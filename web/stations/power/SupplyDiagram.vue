<script setup lang="ts">
import FitText from '../../drawing/FitText.vue';
import { computed, ref } from 'vue';
import { batteryIds } from '#core/connections/feeding';
import { TIES } from '#core/job/supply';
import { casesOf, chargersAt, closedTies, meanSunA, type FeedCase } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import { SHEET } from '#core/drawing/sheet';
import PressMark from '../../drawing/PressMark.vue';
import { useSheet } from '../../app/sheet';

/** Who gives what in one state: chargers above, batteries and what joins them, what they feed below. */
defineProps<{ mark: (battery: string) => string }>();
const { job, plan } = useSheet();
const power = computed(() => plan.value.power);
const cases = computed(() => casesOf(job.value));
const asked = ref<FeedCase['id']>('idleMusic');
const now = computed(() => cases.value.find(({ id }) => id === asked.value) ?? cases.value[0]!);
const states = computed(() => power.value.sources[now.value.id]);

const LEFT = 40;
const WIDTH = SHEET.w - 80;
const BOX = { w: 168, h: 50, y: 556 } as const;
const column = computed(() => WIDTH / Math.max(2, Object.keys(job.value.craft.batteries).length));
const boxes = computed(() =>
  batteryIds(job.value).map((id, i) => {
    const { solar } = job.value.craft;
    const state = states.value?.[id];
    const chargers = chargersAt(job.value, now.value.engine, id).map(
      ({ name, mostA }) => `${name}: ${figure(states.value?.[name]?.amps ?? 0, 1)} of ${short(mostA)} A`,
    );
    if (solar?.at === id) chargers.push(`sun: ${figure(meanSunA(job.value, id), 1)} A, mean of a day`);
    const fed = Object.values(power.value.feeds).filter((f) => f.feeder === id && f.states[now.value.id]);
    const amps = fed.reduce((sum, f) => sum + f.states[now.value.id]!.amps, 0);
    return {
      id,
      battery: job.value.craft.batteries[id]!,
      x: LEFT + column.value * (i + 0.5) - BOX.w / 2,
      chargers,
      line: !state
        ? 'volts collapse'
        : `${figure(state.volts, 2)} V, ${state.state === 'idle' ? 'idle' : `supplies ${figure(state.amps, 1)} A`}`,
      feeds: fed.length
        ? `${fed.map((f) => plan.value.tags[f.gear]).join(', ')}: ${figure(amps, 1)} A`
        : 'feeds nothing of the sound',
    };
  }),
);
const ties = computed(() => {
  const closed = new Set(closedTies(job.value, now.value.engine).map(([id]) => id));
  return Object.entries(job.value.craft.ties).map(([id, tie]) => {
    const ends = [tie.from, tie.to].map((b) => boxes.value.find((box) => box.id === b)!.x).sort((a, b) => a - b);
    const flows = tie.kind === 'charger' || tie.kind === 'diode';
    return {
      id,
      x1: ends[0]! + BOX.w,
      x2: ends[1]!,
      closed: closed.has(id),
      words: `${TIES[tie.kind]}, ${closed.has(id) ? (flows ? 'on' : 'closed') : flows ? 'off' : 'open'}`,
    };
  });
});
</script>

<template>
  <g>
    <PressMark
      v-for="(c, i) in cases"
      :key="c.id"
      :class="{ selected: now.id === c.id }"
      :aria-pressed="now.id === c.id"
      :aria-label="c.name"
      :data-state="c.id"
      @press="asked = c.id"
    >
      <rect
        class="plate"
        :x="LEFT + (i * WIDTH) / cases.length"
        y="470"
        :width="WIDTH / cases.length - 6"
        height="40"
      />
      <text
        v-for="(word, n) in c.name.split(', ')"
        :key="n"
        class="small"
        :x="LEFT + ((i + 0.5) * WIDTH) / cases.length - 3"
        :y="486 + n * 16"
        text-anchor="middle"
        >{{ word }}</text
      >
    </PressMark>
    <g v-for="t in ties" :key="t.id" aria-hidden="true">
      <path class="tie" :class="{ open: !t.closed }" :d="`M${t.x1} ${BOX.y + BOX.h / 2}H${t.x2}`" />
      <text class="small" :x="(t.x1 + t.x2) / 2" :y="BOX.y + BOX.h / 2 - 8" text-anchor="middle">{{ t.words }}</text>
    </g>
    <g v-for="b in boxes" :key="b.id" :data-box="b.id">
      <g v-for="(line, n) in b.chargers" :key="line">
        <text :x="b.x + BOX.w / 2" :y="BOX.y - 12 - (b.chargers.length - 1 - n) * 17" text-anchor="middle">{{
          line
        }}</text>
      </g>
      <path v-if="b.chargers.length" class="arrow" :d="`M${b.x + BOX.w / 2} ${BOX.y - 8}v7m-4 -4l4 4l4 -4`" />
      <rect class="plate box" :x="b.x" :y="BOX.y" :width="BOX.w" :height="BOX.h" />
      <FitText
        :x="b.x + 10"
        :y="BOX.y + 20"
        class="strong"
        :words="`${mark(b.id)} ${b.battery.name}`"
        :room="BOX.w - 20"
      />
      <FitText :x="b.x + 10" :y="BOX.y + 39" :words="b.line" :room="BOX.w - 20" />
      <path class="arrow" :d="`M${b.x + BOX.w / 2} ${BOX.y + BOX.h}v12m-4 -4l4 4l4 -4`" />
      <text :x="b.x + BOX.w / 2" :y="BOX.y + BOX.h + 28" text-anchor="middle">{{ b.feeds }}</text>
    </g>
  </g>
</template>

<style scoped>
.tie {
  stroke: var(--ink);
  stroke-width: 3px;
  fill: none;
}
.tie.open {
  stroke-dasharray: 3 7;
  stroke: var(--ink-soft);
}
.arrow {
  stroke: var(--ink);
  stroke-width: 1.4px;
  fill: none;
}
.box {
  fill: var(--paper-raised);
  stroke: var(--ink);
}
</style>
