<script setup lang="ts">
import { computed } from 'vue';
import type { PinRow } from '#core/connections/pins';
import { pinWords } from '#core/gear/pins';
import { colourText } from '#core/tables/colours';

/** A plug seen from where its wires go in: every pin in its place, in its insulation; what nothing goes to is crossed out. */
const props = defineProps<{ name: string; rows: readonly PinRow[] }>();
const CELL = 34;
const across = computed(() => Math.ceil(props.rows.length / (props.rows.length > 4 ? 2 : 1)));
const pins = computed(() =>
  props.rows.map(({ pin, fate }, i) => ({
    id: pin.id,
    x: 8 + (i % across.value) * CELL,
    y: 8 + Math.floor(i / across.value) * CELL,
    at: pin.at || String(i + 1),
    colour: pin.colour,
    idle: fate === 'capped' || fate === 'cut',
    bare: fate === 'bare',
    words: `${pin.at} ${pin.colour ? colourText(pin.colour) : ''} ${pinWords(pin)}`.trim(),
  })),
);
const w = computed(() => 16 + across.value * CELL);
const h = computed(() => 16 + Math.ceil(props.rows.length / across.value) * CELL);
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${w} ${h}`" :width="w" :height="h" role="img" :aria-label="`${name}, seen from its wires`">
      <rect x="1" y="1" :width="w - 2" :height="h - 2" rx="6" class="shell" />
      <g v-for="pin in pins" :key="pin.id" :class="{ bare: pin.bare }">
        <title>{{ pin.words }}</title>
        <rect
          :x="pin.x + 3"
          :y="pin.y + 3"
          width="28"
          height="28"
          class="pin"
          :style="pin.colour ? { fill: `var(--wire-${pin.colour.body})` } : undefined"
        />
        <path
          v-if="pin.colour?.stripe"
          :d="`M${pin.x + 3} ${pin.y + 24}h28`"
          class="stripe"
          :style="{ stroke: `var(--wire-${pin.colour.stripe})` }"
        />
        <path v-if="pin.idle" :d="`M${pin.x + 3} ${pin.y + 31}l28 -28`" class="idle" />
        <text :x="pin.x + 17" :y="pin.y + 20" text-anchor="middle">{{ pin.at }}</text>
      </g>
    </svg>
    <figcaption>{{ name }}, from its wires. Crossed out: nothing goes to it.</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: var(--space-3) 0;
}
figcaption {
  font-size: var(--type-2);
  color: var(--ink-soft);
}
.shell {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.pin {
  fill: var(--paper);
  stroke: var(--ink);
}
.stripe {
  stroke-width: 5;
}
.idle {
  stroke: var(--paper);
  stroke-width: 5;
}
.bare .pin {
  stroke: var(--stop);
  stroke-width: 3;
}
text {
  font: 600 12px var(--narrow);
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3.5px;
}
</style>
