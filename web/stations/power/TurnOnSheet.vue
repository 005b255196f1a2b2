<script setup lang="ts">
import type { Lane } from '#core/drawing/lanes';
import type { Px } from '#core/drawing/projection';
import { turnOnAmps } from '#core/power/index';
import { short } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import { alongPath } from './along';
import { batteryMark } from './battery-mark';
import CraftPower from './CraftPower.vue';
import KeyOffBars from './KeyOffBars.vue';
import { LIST_Y, type Part, type Print } from './places';

/** What turns what on, the load on each lead, and what is drawn with the key off. */
const emit = defineEmits<{ part: [part: Part] }>();
const { job, plan, tag } = useSheet();

/** The load on each turn-on lead, printed on it. */
const prints = (lanes: readonly Lane[]): Print[] =>
  lanes.flatMap((lane) => {
    const { kind, to } = lane.run;
    if (kind !== 'switched' && kind !== 'turnOn') return [];
    const text = `${short(turnOnAmps(job.value, plan.value.turnOn, kind, to) * 1000)} mA`;
    // Two that lie side by side are read apart.
    const sides = kind === 'switched' ? [22, -16] : [-16, 22];
    const spots = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8].flatMap((t) => {
      const { at } = alongPath(lane.points, t);
      return sides.map((dy): Px => [at[0], at[1] + dy]);
    });
    return [{ key: lane.run.id, text, w: text.length * 6.6, h: 16, spots }];
  });
</script>

<template>
  <CraftPower
    part="turnOn"
    :kinds="['turnOn', 'switched']"
    :width-of="() => 3.2"
    :prints="prints"
    @part="emit('part', $event)"
  >
    <g v-for="(id, i) in plan.turnOn.turnedOn" :key="id">
      <text x="38" :y="LIST_Y + 19 + i * 40" class="strong">{{ tag(id) }} {{ job.gear[id]!.item.name }}</text>
      <text x="38" :y="LIST_Y + 36 + i * 40" class="small">turned on by the head unit</text>
    </g>
    <KeyOffBars :mark="(id) => batteryMark(job, id)" />
  </CraftPower>
</template>
