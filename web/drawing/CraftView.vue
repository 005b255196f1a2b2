<script setup lang="ts">
import type { Projection } from '#core/drawing/projection';
import { strokesOf, type Pattern } from '#core/craft/pattern';

/** The craft's line work. Covers in `open` are taken away to their dashed outline; `lit` is the one in hand. */
defineProps<{
  pattern: Pattern;
  projection: Projection;
  faint?: boolean;
  open?: ReadonlySet<string>;
  lit?: string | undefined;
}>();
</script>

<template>
  <g class="craft" :class="{ faint }" :transform="projection.transform" aria-hidden="true">
    <g v-memo="[pattern, projection.view, open && [...open].join(), lit]">
      <path
        v-for="[id, stroke] in strokesOf(pattern.drawing[projection.view])"
        :key="id"
        :d="stroke.d"
        :class="[
          `pen-${stroke.pen}`,
          `fill-${stroke.fill}`,
          { gone: stroke.cover && open?.has(stroke.cover), lit: stroke.cover && stroke.cover === lit },
        ]"
      />
    </g>
  </g>
</template>
