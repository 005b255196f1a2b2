<script setup lang="ts">
import { useSpringBack } from '../fields/spring-back';

/** A drawing, beside it what belongs to the thing selected, and under that what is wrong: every page with a sheet. */
defineProps<{ label: string; cardFirst?: boolean; tall?: boolean }>();
const { hold, before, after } = useSpringBack();
</script>

<template>
  <main class="station" :class="{ 'card-first': cardFirst }">
    <div class="drawing" :class="{ tall }"><slot name="sheet" /></div>
    <aside
      class="panel"
      :aria-label="label"
      @focusin="hold"
      @pointerdown.capture="hold"
      @change.capture="before"
      @change="after"
    >
      <div class="inspector" tabindex="-1"><slot name="panel" /></div>
      <slot name="below" />
    </aside>
  </main>
</template>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  /* Said, since a row as high as what is in it has the whole drawing laid out twice at each edit beside it. */
  grid-template-rows: minmax(0, 1fr);
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
  display: flex;
  flex-direction: column;
  min-height: 0;
}
/* What is selected scrolls by itself, so that what is found wrong stays in sight. */
.inspector {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--space-6) var(--space-7) var(--space-7);
}
.panel :deep(.below) {
  flex: none;
  max-height: 36%;
  overflow-y: auto;
}
@media (max-width: 760px) {
  .station {
    display: block;
    overflow-y: auto;
  }
  .drawing {
    height: 100vw;
    max-height: 62vh;
  }
  /* A chart below the drawing wants its own room. */
  .drawing.tall {
    height: 140vw;
  }
  .panel {
    border-left: 0;
    border-top: 2px solid var(--ink);
    display: block;
  }
  .inspector {
    overflow: visible;
  }
  .panel :deep(.below) {
    max-height: none;
  }
  /* Where the work is done with one thumb, what to do comes before the drawing. */
  .card-first {
    display: flex;
    flex-direction: column;
  }
  .card-first .panel {
    flex: none;
    order: -1;
    border-top: 0;
  }
  .card-first .drawing {
    flex: none;
    height: 74vw;
  }
}
</style>
