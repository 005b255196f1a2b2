<script setup lang="ts">
import { computed } from 'vue';
import { posesOf } from '#core/drawing/pose';
import type { Projection } from '#core/drawing/projection';
import { strokesOf, type Pattern } from '#core/craft/pattern';
import { standing } from './standing';

/** The craft's line work. Covers in `open` are taken away to their dashed outline; `lit` is the one in hand. */
const props = defineProps<{
  pattern: Pattern;
  projection: Projection;
  faint?: boolean;
  open?: ReadonlySet<string> | undefined;
  lit?: string | undefined;
}>();
/** Lines of bodies that have moved go with them. */
const transforms = computed(
  () =>
    new Map(
      [...posesOf(props.pattern, standing.value, props.projection.view)].map(([body, pose]) => [
        body,
        `matrix(${pose.join(' ')})`,
      ]),
    ),
);
</script>

<template>
  <g class="craft" :class="{ faint }" :transform="projection.transform" aria-hidden="true">
    <g v-memo="[pattern, projection.view, open && [...open].join(), lit, transforms]">
      <path
        v-for="[id, stroke] in strokesOf(pattern.drawing[projection.view])"
        :key="id"
        :d="stroke.d"
        :transform="transforms.get(stroke.body)"
        :class="[
          `pen-${stroke.pen}`,
          `fill-${stroke.fill}`,
          { gone: stroke.cover && open?.has(stroke.cover), lit: stroke.cover && stroke.cover === lit },
        ]"
      />
    </g>
  </g>
</template>
