<script setup lang="ts">
import type { Circuit } from '#core/speakers/index';
import { short } from '#core/units/figures';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import { BLOCK, terminalY, type ChannelRow } from './layout';

/** One channel as a row of its source's block: what loads it and what it gives, and its two terminals. */
defineProps<{
  row: ChannelRow;
  name: string;
  circuit: Circuit | undefined;
  keptFor: string | undefined;
}>();
defineEmits<{ press: [] }>();
</script>

<template>
  <PressMark
    :data-channel="row.key"
    :aria-label="`${name}${circuit ? `, ${short(circuit.nominalOhm)} ohms` : keptFor === undefined ? ', free' : `, kept for ${keptFor}`}`"
    @press="$emit('press')"
  >
    <rect class="plate" :x="BLOCK.x" :y="row.y" :width="BLOCK.w" :height="row.h" />
    <FitText :x="BLOCK.x + 8" :y="row.y + row.h * 0.4" class="small" :words="row.name" :room="BLOCK.w - 24" />
    <text :x="BLOCK.x + 8" :y="row.y + row.h * 0.84" :class="{ 'sev-stop': circuit?.refused, strong: true }">
      <template v-if="circuit">
        {{ short(circuit.nominalOhm) }} Ω {{ circuit.refused ? 'too low' : `${short(circuit.watts)} W` }}
      </template>
      <template v-else>{{ keptFor === undefined ? 'free' : 'kept free' }}</template>
    </text>
    <template v-for="kind in ['plus', 'minus'] as const" :key="kind">
      <circle class="terminal" :cx="BLOCK.x + BLOCK.w - 10" :cy="terminalY(row, kind)" r="4" />
      <path
        class="screw"
        :d="`M${BLOCK.x + BLOCK.w - 13} ${terminalY(row, kind)}h6${kind === 'plus' ? 'm-3 -3v6' : ''}`"
      />
    </template>
  </PressMark>
</template>

<style scoped>
.terminal {
  fill: var(--craft-metal);
  stroke: var(--ink);
}
.screw {
  stroke: var(--ink);
  stroke-width: 1px;
  fill: none;
}
</style>
