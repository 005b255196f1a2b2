<script setup lang="ts">
import type { Station } from '#core/findings/finding';
import FindingsList from './FindingsList.vue';

/** Every station: the drawing, and beside it what belongs to the thing selected, then the findings. */
defineProps<{ station: Station }>();
</script>

<template>
  <main class="station">
    <div class="drawing"><slot name="sheet" /></div>
    <aside class="panel" aria-label="Selected">
      <div class="inspector"><slot name="panel" /></div>
      <FindingsList :station="station" />
    </aside>
  </main>
</template>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  min-height: 0;
  height: 100%;
}
.drawing {
  min-width: 0;
  min-height: 0;
}
.panel {
  border-left: 2px solid var(--ink);
  background: var(--paper-raised);
  overflow-y: auto;
  min-height: 0;
}
.inspector {
  padding: 12px 14px 16px;
}
@media (max-width: 760px) {
  .station {
    display: block;
    overflow-y: auto;
  }
  .drawing {
    height: 62vw;
  }
  .panel {
    border-left: 0;
    border-top: 2px solid var(--ink);
    overflow: visible;
  }
}
</style>
