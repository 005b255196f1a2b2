<script setup lang="ts">
import { computed } from 'vue';
import type { ColourName } from '#core/tables/colours';
import { WIRE_WIDTH } from '#core/drawing/lanes';

/** A wire in its insulation: halo, casing, body, stripe. Names alone, so that it is patched only where one is another. */
const props = defineProps<{
  path: string;
  body: ColourName;
  stripe?: ColourName | undefined;
  width?: number;
  dim?: boolean;
  /** It lies there already: dashes, no casing. */
  old?: boolean;
}>();
defineEmits<{ press: [] }>();
const width = computed(() => props.width ?? WIRE_WIDTH);
</script>

<template>
  <g class="wire" :class="{ dim }" @click="$emit('press')">
    <path :d="path" class="wire-halo" :stroke-width="width + 3" />
    <path v-if="!old" :d="path" class="wire-casing" :stroke-width="width + 1.4" />
    <path
      :d="path"
      :class="`wire-${body}`"
      :stroke-width="old ? width * 0.6 : width"
      :stroke-dasharray="old ? '7 5' : undefined"
    />
    <path v-if="stripe && !old" :d="path" :class="`wire-${stripe}`" class="wire-stripe" :stroke-width="width * 0.45" />
  </g>
</template>
