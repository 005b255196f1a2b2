<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import { STATIONS, type Station } from '#core/findings/finding';
import { FACES } from '../stations';
import { useBay } from '../stores/bay';
import { useJob } from '../stores/job';
import { markOf, stationKey } from './stations';

/** The stations in the order of the work, each with how far it has come. */
const props = defineProps<{ station: Station }>();
const job = useJob();
const bay = useBay();
const tabRow = useTemplateRef<HTMLElement>('tabRow');
// Sources apart: a list made anew would be another one at every edit, and have the page laid out again each time.
watch([() => props.station, () => job.plan !== undefined], async () => {
  await nextTick();
  const here = tabRow.value?.querySelector<HTMLElement>('.here');
  if (here) tabRow.value!.scrollLeft = here.offsetLeft - (tabRow.value!.clientWidth - here.offsetWidth) / 2;
});

const tabs = computed(() => {
  const { job: document, plan, findings } = job;
  const seen = document && plan && { job: document, plan, bay: { events: bay.events.length, state: bay.state } };
  return STATIONS.map((station) => {
    const face = FACES[station];
    const own = findings.filter((f) => f.station === station);
    return { station, face, mark: seen ? markOf(face, seen, own) : '' };
  });
});
</script>

<template>
  <nav ref="tabRow" class="tabs" aria-label="Stations">
    <RouterLink
      v-for="tab in tabs"
      :key="tab.station"
      v-memo="[tab.mark, tab.station === station]"
      :to="{ params: { station: tab.station } }"
      :class="['tab', { here: tab.station === station }]"
      :title="`${tab.face.name}: ${tab.mark} (Alt+${stationKey(tab.face)})`"
    >
      <span class="number">{{ tab.face.number }}</span>{{ tab.face.name }}
      <span class="state" :class="tab.mark.replace(' ', '-')"
        ><span class="visually-hidden">, {{ tab.mark }}</span></span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
}
.tab {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  padding: 0 var(--space-3);
  color: var(--ink);
  text-decoration: none;
  border-left: 1px solid var(--rule-soft);
  font: 600 var(--type-4) var(--narrow);
}
.tab:last-child {
  border-right: 1px solid var(--rule-soft);
}
.tab .number {
  font: 600 var(--type-6) var(--narrow);
  color: var(--ink-soft);
}
.tab:hover {
  background: var(--paper-sunk);
}
.tab.here {
  background: var(--ink);
  color: var(--paper);
}
.tab.here .number {
  color: var(--paper);
}
.state {
  width: 10px;
  height: 10px;
  border: 2px solid currentColor;
  border-radius: 50%;
}
.state.has-stops {
  border-radius: 0;
  background: var(--stop);
  border-color: var(--stop);
}
.state.settled {
  background: currentColor;
}
.state.in-progress {
  background: linear-gradient(90deg, currentColor 50%, transparent 50%);
}
@media (max-width: 1200px) {
  .tab {
    flex: auto;
    justify-content: center;
    padding: var(--space-3) var(--space-4);
  }
}
@media (max-width: 760px) {
  .tab {
    flex: none;
    padding: var(--space-4) var(--space-5);
    gap: var(--space-3);
  }
}
</style>
