<script setup lang="ts">
import type { Circuit } from '#core/speakers/index';
import { short } from '#core/units/figures';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';
import ChannelMark from './ChannelMark.vue';
import { BLOCK, type PairMark, type SourceBlock } from './layout';

/** One amplifier or head unit as a block of terminals: a row a channel, what loads it, and where pairs are bridged. */
defineProps<{
  block: SourceBlock;
  tag: string;
  selected: boolean;
  /** The channel that is selected, and the one something is held over. */
  chosen: string | undefined;
  over: string | undefined;
  circuits: Readonly<Record<string, Circuit | undefined>>;
  reserved: Readonly<Record<string, string>>;
  nameOf: (key: string) => string;
}>();
defineEmits<{ source: []; channel: [key: string]; bridge: [pair: PairMark] }>();
</script>

<template>
  <g>
    <PressMark
      :class="{ selected }"
      :data-source="block.gear"
      :aria-label="`${tag} ${block.item.name}`"
      @press="$emit('source')"
    >
      <rect class="block" :x="BLOCK.x" :y="block.y" :width="BLOCK.w" :height="BLOCK.head" />
      <FitText
        :x="BLOCK.x + 8"
        :y="block.y + 16"
        class="block-name"
        :words="`${tag} ${block.item.name}`"
        :room="BLOCK.w - 16"
      />
      <text :x="BLOCK.x + 8" :y="block.y + 30" class="small">{{ short(block.item.bank.minOhm) }} Ω least</text>
    </PressMark>
    <ChannelMark
      v-for="row in block.rows"
      :key="row.key"
      :class="{ selected: chosen === row.key, offered: over === row.key }"
      :row="row"
      :name="nameOf(row.key)"
      :circuit="circuits[row.key]"
      :kept-for="reserved[row.key]"
      @press="$emit('channel', row.key)"
    />
    <PressMark
      v-for="pair in block.pairs"
      :key="pair.key"
      class="clip"
      :class="{ closed: pair.bridged }"
      :data-bridge="pair.key"
      :aria-label="
        pair.bridged
          ? `Take the bridge off ${nameOf(pair.key)}`
          : `Bridge ${pair.key.split('/')[1]!.split('+').join(' and ')} of ${tag}`
      "
      @press="$emit('bridge', pair)"
    >
      <rect class="reach" :x="BLOCK.x - 35" :y="pair.y - 17" width="34" height="34" />
      <rect :x="BLOCK.x - 16" :y="pair.y - 13" width="14" height="26" rx="3" />
      <path :d="`M${BLOCK.x - 2} ${pair.y - 8}h-7v16h7`" />
    </PressMark>
  </g>
</template>

<style scoped>
.block {
  fill: var(--paper-sunk);
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.block-name {
  font-weight: 600;
}
.clip path {
  stroke: var(--ink);
  stroke-width: 1px;
  fill: none;
}
.clip rect:not(.reach) {
  fill: var(--paper);
  stroke: var(--rule);
}
.clip path {
  stroke-dasharray: 2 2;
}
.clip.closed rect:not(.reach) {
  fill: var(--paper-sunk);
  stroke: var(--ink);
}
.clip.closed path {
  stroke-width: 3px;
  stroke-dasharray: none;
}
</style>
