<script setup lang="ts">
import type { Station } from '#core/findings/finding';
import FindingsList from './FindingsList.vue';
import SheetPage from './SheetPage.vue';

/** Every station: the drawing, and beside it what belongs to the thing selected, then the findings. */
defineProps<{ station: Station; cardFirst?: boolean; tall?: boolean }>();
</script>

<template>
  <SheetPage label="Selected" :card-first="cardFirst" :tall="tall">
    <template #sheet><slot name="sheet" /></template>
    <template #panel><slot name="panel" /></template>
    <template #below><FindingsList class="below" :station="station" /></template>
  </SheetPage>
</template>
