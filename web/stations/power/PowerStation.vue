<script setup lang="ts">
import { craftOf } from '#core/job/job';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { gaugeName, gaugeDiameter } from '#core/tables/conductors';
import { voltProfile, voltsAt, type Feed } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import GearMark from '../../drawing/GearMark.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { layLanes } from '#core/drawing/lanes';
import { project } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { useJob } from '../../stores/job';
import BatteryPanel from './BatteryPanel.vue';
import FeedPanel from './FeedPanel.vue';
import VoltChart from './VoltChart.vue';
import { alongPath } from './along';

const store = useJob();
const router = useRouter();
const pattern = computed(() => craftOf(store.job!));
const VIEW = { x: 224, y: 22, w: SHEET.w - 250, h: 436 } as const;
const projection = computed(() => project(pattern.value, 'side', VIEW));
const tag = (gear: string) => store.plan!.tags[gear] ?? '';

const feeds = computed(() => Object.values(store.plan!.power.feeds).sort((a, b) => b.fuseNeedA - a.fuseNeedA));
const feed = computed((): Feed | undefined => {
  const id = store.selected?.kind === 'feed' || store.selected?.kind === 'gear' ? store.selected.id : undefined;
  return feeds.value.find((f) => f.gear === id) ?? feeds.value.find((f) => f.run) ?? feeds.value[0];
});
const showBattery = computed(() => store.selected?.kind === 'job');

const runs = computed(() => store.plan!.runs.filter((run) => run.kind === 'feed' || run.kind === 'return'));
const widthOf = (gear: string) => Math.min(9, 2.4 + 1.1 * gaugeDiameter(store.plan!.power.feeds[gear]?.gauge ?? '18'));
const lanes = computed(() => layLanes(store.job!, runs.value, projection.value, (run) => widthOf(run.to)));

const profile = computed(() => (feed.value ? voltProfile(feed.value) : []));

// The feed as it lies on the craft, for what is printed along it.
const course = computed(
  () => lanes.value.find((lane) => lane.run.id === `feed:battery>${feed.value?.gear ?? ''}`)?.points,
);
const fuseSpot = computed(() => {
  if (!course.value || !feed.value?.run) return undefined;
  const [x, y] = alongPath(course.value, feed.value.choice.fuseAtMm / feed.value.run.outMm).at;
  const { fuseA, choice } = feed.value;
  const text = fuseA === undefined ? (choice.holder ? 'none fits' : 'no fuse') : short(fuseA);
  return { x, y, missing: fuseA === undefined, text };
});
const printed = computed(() => {
  if (!course.value || !profile.value.length || !feed.value?.run) return [];
  const end = feed.value.run.outMm;
  const stops = [
    { part: 0, volts: profile.value[0]!.volts, dx: -12, dy: 30, anchor: 'end' },
    { part: 0.55, volts: voltsAt(profile.value, end * 0.55), dx: -4, dy: -16, anchor: 'end' },
    { part: 1, volts: profile.value.at(-1)!.volts, dx: 30, dy: -26, anchor: 'start' },
  ];
  return stops.map((s) => {
    const { at } = alongPath(course.value!, s.part);
    return { ...s, x: at[0] + s.dx, y: at[1] + s.dy };
  });
});

const batteryAt = computed(() => projection.value.to(pattern.value.places[pattern.value.batteryPlace]!.at));
const openBattery = () => store.select({ kind: 'job', id: store.job!.id });
/** Why gear has no feed to reckon. */
function noFeed(gear: string): { short: string; long: string } {
  const { there } = store.job!.gear[gear]!;
  if (there === 'kept')
    return {
      short: 'keeps the feed it has',
      long: `${tag(gear)} keeps the feed it has; what it draws is not reckoned here.`,
    };
  if (there === 'bypassed') return { short: 'bypassed', long: `${tag(gear)} is bypassed and draws nothing.` };
  return {
    short: 'has no place yet',
    long: `${tag(gear)} has no place on the craft, so its feed has no length. Give it one at Gear.`,
  };
}
</script>

<template>
  <StationLayout station="power">
    <template #sheet>
      <SheetFrame label="The feeds along the craft, volts falling from the battery to the gear">
        <CraftView :pattern="pattern" :projection="projection" faint />
        <text v-if="!feeds.length" x="560" y="56" text-anchor="middle" class="big"
          >Nothing draws power yet. Choose gear first.</text
        >

        <WireLine
          v-for="lane in lanes"
          :key="lane.run.id"
          :path="lane.path"
          :wires="[lane.run.conductors[0]!.colour]"
          :width="widthOf(lane.run.to)"
          :dim="feed !== undefined && lane.run.to !== feed.gear"
        />
        <GearMark
          v-for="f in feeds.filter((x) => x.run)"
          :key="f.gear"
          :item="f.item"
          :place="pattern.places[store.job!.gear[f.gear]!.place!]!"
          :projection="projection"
          :tag="tag(f.gear)"
          :selected="feed?.gear === f.gear"
        />
        <PressMark
          :class="{ selected: showBattery }"
          aria-label="Battery and charging"
          data-testid="battery"
          :transform="`translate(${batteryAt[0]} ${batteryAt[1]})`"
          @press="openBattery"
        >
          <rect class="plate battery" x="-21" y="-17" width="42" height="34" />
          <path class="posts" d="M-14 -17v-5h8v5M6 -17v-5h8v5" />
          <text y="5" text-anchor="middle" class="strong">+ −</text>
        </PressMark>
        <g
          v-if="fuseSpot"
          class="fuse"
          :class="{ missing: fuseSpot.missing }"
          :transform="`translate(${fuseSpot.x} ${fuseSpot.y})`"
          aria-hidden="true"
        >
          <rect
            :x="fuseSpot.text.length > 4 ? -28 : -15"
            y="-9"
            :width="fuseSpot.text.length > 4 ? 56 : 30"
            height="18"
            rx="9"
          />
          <text text-anchor="middle" y="4.5">{{ fuseSpot.text }}</text>
        </g>
        <g v-for="p in printed" :key="p.part" aria-hidden="true">
          <text class="volts" :x="p.x" :y="p.y" :text-anchor="p.anchor">{{ figure(p.volts, 2) }} V</text>
        </g>

        <g v-for="(f, i) in feeds" :key="f.gear">
          <PressMark
            :class="{ selected: feed?.gear === f.gear && !showBattery }"
            :data-feed="f.gear"
            :aria-label="`Feed to ${tag(f.gear)} ${f.item.name}, ${gaugeName(f.gauge, store.job!.settings.conductors)}, ${f.fuseA === undefined ? 'no fuse' : `${short(f.fuseA)} ampere fuse`}`"
            @press="store.select({ kind: 'feed', id: f.gear })"
          >
            <rect class="plate" x="28" :y="34 + i * 104" width="186" height="94" />
            <text x="38" :y="54 + i * 104" class="strong">{{ tag(f.gear) }} {{ f.item.name }}</text>
            <text v-if="!f.run" x="38" :y="76 + i * 104" class="small">{{ noFeed(f.gear).short }}</text>
            <template v-else>
              <text x="38" :y="79 + i * 104" class="big">{{ gaugeName(f.gauge, store.job!.settings.conductors) }}</text>
              <text x="126" :y="78 + i * 104" :class="f.fuseA === undefined ? 'sev-stop' : ''">{{
                f.fuseA === undefined ? (f.choice.holder ? 'none fits' : 'no fuse') : `${short(f.fuseA)} A fuse`
              }}</text>
              <text x="38" :y="100 + i * 104" :class="f.collapsed ? 'sev-stop' : ''">{{
                f.collapsed
                  ? 'volts collapse'
                  : `${figure(f.states.restFull!.amps, 2)} A, drop ${figure(f.states.restFull!.dropPct, 2)} %`
              }}</text>
              <text x="38" :y="118 + i * 104" class="small"
                >{{ figure(f.run.outMm / 1000, 2) }} m out, {{ figure(f.run.backMm / 1000, 2) }} m back</text
              >
            </template>
          </PressMark>
        </g>

        <VoltChart
          v-if="feed && profile.length"
          :profile="profile"
          :tag="tag(feed.gear)"
          :limit-pct="store.job!.settings.dropLimitPct"
        />
        <text v-else-if="feed && feed.collapsed" :x="SHEET.w / 2" y="560" text-anchor="middle" class="big sev-stop"
          >There is no steady voltage at which this feed brings that power.</text
        >
        <text v-else-if="feed" :x="SHEET.w / 2" y="560" text-anchor="middle" class="big">{{
          noFeed(feed.gear).long
        }}</text>
      </SheetFrame>
    </template>

    <template #panel>
      <BatteryPanel v-if="showBattery" />
      <FeedPanel v-else-if="feed && feed.run" :feed="feed" />

      <section v-else>
        <h2>Feeds</h2>
        <p v-if="feeds.length">
          {{ noFeed(feed!.gear).long }}
        </p>
        <p v-else>A head unit or amplifier brings its feed with it.</p>
        <BButton size="sm" variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.battery {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.posts {
  fill: var(--ink);
}
.fuse rect {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.sheet .fuse text {
  font: 600 13px var(--narrow);
}
.fuse.missing rect {
  stroke: var(--stop);
  stroke-dasharray: 4 3;
}
.sheet .fuse.missing text {
  fill: var(--stop);
}
.sheet .volts {
  font: 600 18px var(--narrow);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
