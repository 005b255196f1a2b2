<script setup lang="ts">
import { computed } from 'vue';
import { placedGear } from '#core/drawing/placed';
import type { Projection, ViewName } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { useSheet } from '../app/sheet';
import CraftView from './CraftView.vue';
import GearMark from './GearMark.vue';
import GearTags from './GearTags.vue';
import SheetFrame from './SheetFrame.vue';

/**
 * The sheet of a station: the craft in its views with the gear on it and its tags. `under` lies on the craft alone,
 * `wires` between craft and gear of each view, `ghosts` and `marks` below and above its tags, the rest over all.
 */
const props = withDefaults(
  defineProps<{
    label: string;
    views: Readonly<Partial<Record<ViewName, Projection>>>;
    h?: number;
    faint?: boolean;
    /** Gear that is drawn. */
    shown?: (gear: string) => boolean;
    selected?: (gear: string) => boolean;
  }>(),
  { h: SHEET.h, shown: () => true, selected: () => false },
);
const { job, pattern, posed, posedMounts } = useSheet();
const drawn = computed(() =>
  Object.values(props.views).map((projection) => ({
    projection,
    gear: placedGear(job.value, projection.view, posed.value).filter(({ id }) => props.shown(id)),
  })),
);
</script>

<template>
  <SheetFrame :h="h" :label="label">
    <CraftView v-for="{ projection: p } in drawn" :key="p.view" :pattern="pattern" :projection="p" :faint="faint" />
    <slot name="under" />
    <template v-for="{ projection: p, gear } in drawn" :key="p.view">
      <slot name="wires" :projection="p" />
      <GearMark
        v-for="{ id, item, place } in gear"
        :key="id"
        :item="item"
        :place="place"
        :fitted="posedMounts[id]"
        :projection="p"
        :selected="selected(id)"
      />
      <slot name="ghosts" :projection="p" />
      <GearTags :projection="p" :shown="shown" :selected="selected" />
      <slot name="marks" :projection="p" />
    </template>
    <slot />
  </SheetFrame>
</template>
