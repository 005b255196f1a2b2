<script setup lang="ts">
import { computed } from 'vue';
import { useSheet } from '../../app/sheet';
import OpenedRows from '../../fields/OpenedRows.vue';

/** What is opened for a place or a leg of this craft, and whether there is one at all. */
const props = defineProps<{ of: 'places' | 'legs'; id: string }>();
const { store, job, pattern } = useSheet();
const one = computed(() => pattern.value[props.of][props.id]!);
const isDrawn = computed(() => Object.hasOwn(job.value.craft.pattern[props.of], props.id));
const takeAway = () =>
  store.edit([
    props.of === 'places'
      ? { op: 'setPlace', place: props.id, part: null }
      : { op: 'setLeg', leg: props.id, part: null },
  ]);
</script>

<template>
  <h3>Behind</h3>
  <div class="fields">
    <OpenedRows
      label="Opened for it"
      :opened="one.covers"
      :covers="pattern.covers"
      @set="(cover, state) => store.edit([{ op: 'setBehind', of, id, cover, state }])"
    />
  </div>
  <BButton @click="takeAway">{{ isDrawn ? 'Not on this craft' : 'Delete' }}</BButton>
</template>
