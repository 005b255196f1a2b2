<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useSheet } from '../../app/sheet';
import StationLayout from '../../app/StationLayout.vue';
import BatteryPanel from './BatteryPanel.vue';
import { useDay } from './day-beside';
import DayPanel from './DayPanel.vue';
import DaySheet from './DaySheet.vue';
import FeedPanel from './FeedPanel.vue';
import { useFeeds } from './feeds-shown';
import FeedsSheet from './FeedsSheet.vue';
import KeptFeedPanel from './KeptFeedPanel.vue';
import type { Part } from './places';
import SupplyPanel from './SupplyPanel.vue';
import SupplySheet from './SupplySheet.vue';
import TurnOnPanel from './TurnOnPanel.vue';
import TurnOnSheet from './TurnOnSheet.vue';

/** Four sheets of the same craft: its feeds, what supplies them, what turns the gear on, and a day of it. */
const { store, job } = useSheet();
const router = useRouter();
const { feeds, keptShown, feed, noFeed } = useFeeds();

const part = ref<Part>('feeds');
function openPart(next: Part): void {
  part.value = next;
  const kind = store.selected?.kind;
  if ((kind === 'battery' && next !== 'supply') || (kind === 'existing' && next !== 'turnOn')) store.select(undefined);
  // Pressed again it leaves the battery that is open and shows them all.
  if (next === 'supply') store.select(undefined);
}
watch(
  () => store.selected,
  (now) => {
    if (now?.kind === 'battery') part.value = 'supply';
    else if (now?.kind === 'existing') part.value = 'turnOn';
    else if (now?.kind === 'feed') part.value = 'feeds';
  },
  { immediate: true },
);
const battery = computed(() =>
  store.selected?.kind === 'battery' && job.value.craft.batteries[store.selected.id] ? store.selected.id : undefined,
);
const { versus, day, other } = useDay(() => part.value === 'day');
</script>

<template>
  <StationLayout station="power" :tall="part === 'day'">
    <template #sheet>
      <FeedsSheet v-if="part === 'feeds'" @part="openPart" />
      <SupplySheet v-else-if="part === 'supply'" @part="openPart" />
      <TurnOnSheet v-else-if="part === 'turnOn'" @part="openPart" />
      <DaySheet v-else :day="day" :other="other" @part="openPart" />
    </template>

    <template #panel>
      <BatteryPanel v-if="battery" :id="battery" :key="battery" />
      <SupplyPanel v-else-if="part === 'supply'" />
      <TurnOnPanel v-else-if="part === 'turnOn'" />
      <DayPanel v-else-if="part === 'day'" :day="day" :other="other" :versus="versus" @versus="versus = $event" />
      <KeptFeedPanel v-else-if="keptShown" :key="keptShown" :gear="keptShown" :words="noFeed(keptShown).long" />
      <FeedPanel v-else-if="feed && feed.run" :key="feed.gear" :feed="feed" />

      <section v-else>
        <h2>Feeds</h2>
        <p v-if="feeds.length">
          {{ noFeed(feed!.gear).long }}
        </p>
        <p v-else>A head unit or amplifier brings its feed with it.</p>
        <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>
