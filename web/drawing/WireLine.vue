<script setup lang="ts">
import { computed } from 'vue';
import type { Insulated } from '#core/tables/colours';
import { WIRE_WIDTH } from '#core/drawing/lanes';

/** A wire in its insulation: halo, casing, body, stripe. */
const props = defineProps<{ path: string; wires: readonly Insulated[]; width?: number; dim?: boolean }>();
const width = computed(() => props.width ?? WIRE_WIDTH);
const stripe = computed(() => props.wires.find((wire) => wire.stripe)?.stripe);
</script>

<template>
  <g class="wire" :class="{ dim }">
    <path :d="path" class="wire-halo" :stroke-width="width + 3" />
    <path :d="path" class="wire-casing" :stroke-width="width + 1.4" />
    <path :d="path" :class="`wire-${wires[0]!.body}`" :stroke-width="width" />
    <path v-if="stripe" :d="path" :class="`wire-${stripe}`" class="wire-stripe" :stroke-width="width * 0.45" />
  </g>
</template>
