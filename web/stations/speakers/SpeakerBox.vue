<script setup lang="ts">
import type { Speaker } from '#core/gear/gear';
import type { Circuit } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import { BOX, COIL_W, coilPath, terminalAt, type SpeakerBox } from './layout';

/** One speaker beside the craft: its coils with their terminals, what it gets, and that against what it takes. */
defineProps<{
  box: SpeakerBox;
  tag: string;
  item: Speaker;
  zone: string;
  share: (Circuit['speakers'][number] & { readonly circuit: Circuit }) | undefined;
}>();
defineEmits<{ press: [] }>();

/** A bar of power against RMS, RMS at two thirds of its length. */
const barOf = (ratio: number, w: number) => Math.min(1.5, ratio) * (2 / 3) * w;
</script>

<template>
  <PressMark
    class="speaker"
    :data-speaker="box.gear"
    :aria-label="`${tag} ${item.name}${share ? `, ${short(share.watts)} watts` : ', on no channel'}`"
    @press="$emit('press')"
    @mousedown.stop
  >
    <rect class="plate" :x="box.x" :y="box.y" :width="box.w" :height="BOX.h" />
    <template v-for="coil in box.coils" :key="coil">
      <path class="coil" :d="coilPath(box, coil - 1)" />
      <text
        v-for="pole in ['+', '−'] as const"
        :key="pole"
        class="small"
        text-anchor="middle"
        :x="terminalAt(box, coil - 1, pole)[0] + (pole === '+' ? -8 : 8)"
        :y="terminalAt(box, coil - 1, pole)[1] + (box.row === 'top' ? -6 : 14)"
        >{{ pole }}</text
      >
      <text
        class="small"
        text-anchor="middle"
        :x="terminalAt(box, coil - 1, '+')[0] + COIL_W / 2"
        :y="box.row === 'top' ? box.y + BOX.h - 6 : box.y + 13"
      >
        {{ short(item.coils[coil - 1]!.ohm) }} Ω
      </text>
    </template>
    <g :transform="`translate(${box.x + 7} ${box.row === 'top' ? box.y : box.y + 48})`">
      <text y="14" class="strong">{{ tag }}</text>
      <FitText v-if="box.w > 140" x="22" y="14" :words="item.name" :room="zone ? 66 : box.w - 40" />
      <FitText
        v-if="zone && box.w >= BOX.told"
        :x="box.w - 14"
        y="14"
        text-anchor="end"
        class="small"
        :words="zone"
        :room="box.w > 140 ? box.w - 110 : box.w - 44"
      />
      <template v-if="share && !share!.circuit.refused">
        <text y="39" class="big">{{ short(share!.watts) }} W</text>
        <text v-if="box.w >= BOX.told" :x="box.w - 14" y="39" text-anchor="end" class="small"
          >{{ figure(share!.rmsRatio * 100, 0) }} % RMS</text
        >
        <path class="bar-back" :d="`M0 47H${box.w - 14}`" />
        <path class="bar" :class="{ over: share!.rmsRatio > 1 }" :d="`M0 47H${barOf(share!.rmsRatio, box.w - 14)}`" />
        <path class="bar-mark" :d="`M${((box.w - 14) * 2) / 3} 43v8`" />
      </template>
      <FitText v-else y="38" class="sev-stop" :words="share ? 'load too low' : 'on no channel'" :room="box.w - 14" />
    </g>
  </PressMark>
</template>

<style scoped>
.coil {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.speaker {
  cursor: grab;
}
.bar-back {
  stroke: var(--rule-soft);
  stroke-width: 5px;
}
.bar {
  stroke: var(--tarn);
  stroke-width: 5px;
}
.bar.over {
  stroke: var(--caution);
}
.bar-mark {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
</style>
