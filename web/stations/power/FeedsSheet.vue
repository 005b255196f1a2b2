<script setup lang="ts">
import { computed } from 'vue';
import type { Lane } from '#core/drawing/lanes';
import type { Px } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { profileMarks, voltProfile, voltsAt } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import { useSheet } from '../../app/sheet';
import { alongPath } from './along';
import CraftPower from './CraftPower.vue';
import FeedPlates from './FeedPlates.vue';
import { feedWidth } from './feed-width';
import { useFeeds } from './feeds-shown';
import { LIST_Y, around, type Part, type Print } from './places';
import VoltChart from './VoltChart.vue';

/** Every feed along the craft, and the volts falling along the one that is looked at. */
const emit = defineEmits<{ part: [part: Part] }>();
const { job, plan, tag, endOf } = useSheet();
const { feeds, kept, keptShown, feed, chain, isOn, noFeed } = useFeeds();
const profile = computed(() => (feed.value ? voltProfile(feed.value) : []));
const marks = computed(() => (feed.value ? profileMarks(feed.value, profile.value) : []));

const courseOf = (lanes: readonly Lane[], gear: string): readonly Px[] | undefined =>
  lanes.find((lane) => lane.run.kind === 'feed' && lane.run.to === gear)?.points;

function fuses(lanes: readonly Lane[]): Print[] {
  return feeds.value.flatMap((f) => {
    const course = courseOf(lanes, f.gear);
    if (!course || !f.run) return [];
    const missing = f.fuseA === undefined;
    const fromBattery = Object.hasOwn(job.value.craft.batteries, f.feeder);
    // A way of what it is fed from is shown there when it is asked for.
    if (!fromBattery && !f.choice.holder && (f.gear !== feed.value?.gear || !f.family)) return [];
    const at = f.choice.holder ? f.choice.fuseAtMm / f.run.outMm : f.family ? 0.03 : 0.05;
    const text = missing ? (f.family ? 'none fits' : 'no fuse') : short(f.fuseA);
    // At its place on the wire, or as near to it as there is room.
    const along = Array.from({ length: 12 }, (_, i) => alongPath(course, Math.min(1, at + 0.03 * i)).at);
    return [
      {
        key: f.gear,
        text,
        w: text.length > 4 ? 56 : 30,
        h: 18,
        spots: [...along, ...around(along[0]!)],
        fuse: { missing, other: !isOn(f.gear) },
      },
    ];
  });
}

function volts(lanes: readonly Lane[]): Print[] {
  if (!profile.value.length || !feed.value?.run) return [];
  let from = 0;
  return chain.value.flatMap((f, i) => {
    const course = courseOf(lanes, f.gear);
    const start = from;
    from += f.run?.outMm ?? 0;
    if (!course) return [];
    const last = i === chain.value.length - 1;
    const stops = [
      ...(i === 0 ? [{ part: 0, dx: -36, dy: 26 }] : []),
      ...(last ? [{ part: 0.55, dx: -28, dy: -20 }] : []),
      { part: 1, dx: last ? 54 : 38, dy: last ? -30 : 22 },
    ];
    return stops.map((s): Print => {
      const { at } = alongPath(course, s.part);
      const mm = start + s.part * (f.run?.outMm ?? 0);
      const now = s.part === 1 && last ? profile.value.at(-1)!.volts : voltsAt(profile.value, Math.max(mm, 0.001));
      const first: Px = [at[0] + s.dx, at[1] + s.dy];
      return {
        key: `${f.gear}${s.part}`,
        text: `${figure(now, 2)} V`,
        w: 48,
        h: 16,
        spots: [first, ...around(at).map(([x, y]): Px => [x + Math.sign(x - at[0]) * 16, y])],
      };
    });
  });
}
// Made once, so that the drawing is painted anew only where what these look at has changed.
const prints = (lanes: readonly Lane[]) => [...fuses(lanes), ...volts(lanes)];
const widthOf = (gear: string) => feedWidth(plan.value, gear);
const dim = (gear: string) => feed.value !== undefined && !isOn(gear);
const isSelected = (gear: string) => feed.value?.gear === gear;
</script>

<template>
  <CraftPower
    part="feeds"
    :kinds="['feed', 'return']"
    :width-of="widthOf"
    :dim="dim"
    :is-selected="isSelected"
    :prints="prints"
    @part="emit('part', $event)"
  >
    <text v-if="!feeds.length" x="560" y="56" text-anchor="middle" class="big"
      >Nothing draws power yet. Choose gear first.</text
    >
    <FeedPlates
      :feeds="feeds"
      :kept="kept"
      :selected="keptShown ?? feed?.gear"
      :y="LIST_Y"
      :no-feed="(gear) => noFeed(gear).short"
    />
    <VoltChart
      v-if="feed && profile.length"
      :profile="profile"
      :marks="marks"
      :tag="tag(feed.gear)"
      :tag-of="(gear) => endOf(gear, 'mark')"
      :limit-pct="job.settings.dropLimitPct"
      :nominal="feed.nominalVolts"
    />
    <text v-else-if="feed && feed.collapsed" :x="SHEET.w / 2 + 100" y="560" text-anchor="middle" class="big sev-stop"
      >There is no steady voltage at which this feed brings that power.</text
    >
    <text v-else-if="keptShown ?? feed" :x="SHEET.w / 2 + 100" y="560" text-anchor="middle" class="big">{{
      noFeed(keptShown ?? feed!.gear).long
    }}</text>
  </CraftPower>
</template>
