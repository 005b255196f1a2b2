<script setup lang="ts">
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { isFed } from '#core/gear/gear';
import { batteryIds, feederOf } from '#core/connections/feeding';
import { craftOf } from '#core/job/job';
import { layLanes } from '#core/drawing/lanes';
import { project, type Px } from '#core/drawing/projection';
import { freeSpots } from '#core/drawing/spots';
import { tagMarks, tagWidth } from '#core/drawing/tags';
import { SHEET } from '#core/drawing/sheet';
import {
  otherJob,
  profileMarks,
  voltProfile,
  voltsAt,
  wakingAmps,
  type DayPlan,
  type Feed,
  type Versus,
} from '#core/power/index';
import { gaugeDiameter } from '#core/tables/conductors';
import { figure, short } from '#core/units/figures';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import FitText from '../../drawing/FitText.vue';
import GearMark from '../../drawing/GearMark.vue';
import GearTags from '../../drawing/GearTags.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { withoutDrawing } from '../../stores/job';
import { useSheet } from '../../app/sheet';
import { useLibrary } from '../../stores/library';
import { searches } from '../../workers';
import { alongPath } from './along';
import BatteryPanel from './BatteryPanel.vue';
import DayPanel from './DayPanel.vue';
import FeedPanel from './FeedPanel.vue';
import { CHART, CHART_TITLE } from './places';
import FeedPlates from './FeedPlates.vue';
import KeptFeedPanel from './KeptFeedPanel.vue';
import KeyOffBars from './KeyOffBars.vue';
import SupplyDiagram from './SupplyDiagram.vue';
import SupplyPanel from './SupplyPanel.vue';
import TurnOnPanel from './TurnOnPanel.vue';
import VoltChart from './VoltChart.vue';

// Charts are only brought in when one is shown.
const DayChart = defineAsyncComponent(() => import('./DayChart.vue'));

const { store, job, plan, tag, endOf } = useSheet();
const library = useLibrary();
const router = useRouter();
const power = computed(() => plan.value.power);
const pattern = computed(() => craftOf(job.value));

// ── What the sheet is asked ─────────────────────────────────────────────────────────────────────

const PARTS = { feeds: 'Feeds', supply: 'Supply', turnOn: 'Turn-on', day: 'A day' } as const;
type Part = keyof typeof PARTS;
const part = ref<Part>('feeds');
const openPart = (next: Part) => {
  part.value = next;
  const kind = store.selected?.kind;
  if ((kind === 'battery' && next !== 'supply') || (kind === 'existing' && next !== 'turnOn')) store.select(undefined);
  // Pressed again it leaves the battery that is open and shows them all.
  if (next === 'supply') store.select(undefined);
};
watch(
  () => store.selected,
  (now) => {
    if (now?.kind === 'battery') part.value = 'supply';
    else if (now?.kind === 'existing') part.value = 'turnOn';
    else if (now?.kind === 'feed') part.value = 'feeds';
  },
  { immediate: true },
);

const DAY_H = 300;
const sheetH = computed(() => (part.value === 'day' ? DAY_H : SHEET.h));
const view = computed(() => ({
  x: 224,
  y: 22,
  w: SHEET.w - 250,
  h: part.value === 'day' ? DAY_H - 50 : 436,
}));
const projection = computed(() => project(pattern.value, 'side', view.value));

// ── Feeds ───────────────────────────────────────────────────────────────────────────────────────

const feeds = computed(() => Object.values(power.value.feeds).sort((a, b) => b.fuseNeedA - a.fuseNeedA));
/** Gear the craft has and keeps, with the feed it has. */
const kept = computed(() =>
  Object.entries(job.value.gear).flatMap(([id, { item, there }]) => (there === 'kept' && isFed(item) ? [id] : [])),
);
const wanted = computed(() =>
  store.selected?.kind === 'feed' || store.selected?.kind === 'gear' ? store.selected.id : undefined,
);
const keptShown = computed(() => kept.value.find((id) => id === wanted.value));
const feed = computed((): Feed | undefined => {
  const id = wanted.value;
  if (keptShown.value) return power.value.feeds[keptShown.value];
  return feeds.value.find((f) => f.gear === id) ?? feeds.value.find((f) => f.run) ?? feeds.value[0];
});
const battery = computed(() =>
  store.selected?.kind === 'battery' && job.value.craft.batteries[store.selected.id] ? store.selected.id : undefined,
);

const WAKING = ['turnOn', 'switched'];
const runs = computed(() =>
  plan.value.runs.filter((run) =>
    part.value === 'turnOn' ? WAKING.includes(run.kind) : run.kind === 'feed' || run.kind === 'return',
  ),
);
const widthOf = (gear: string) =>
  part.value === 'turnOn' ? 3.2 : Math.min(9, 2.4 + 1.1 * gaugeDiameter(power.value.feeds[gear]?.gauge ?? '18'));
const lanes = computed(() =>
  layLanes(
    job.value,
    runs.value.filter((run) => run.points.length > 1),
    projection.value,
    (run) => widthOf(run.to),
  ),
);
const profile = computed(() => (feed.value ? voltProfile(feed.value) : []));
const marks = computed(() => (feed.value ? profileMarks(feed.value, profile.value) : []));

/** A feed's own way on the sheet. */
const courseOf = (f: Feed): readonly Px[] | undefined =>
  lanes.value.find((lane) => lane.run.kind === 'feed' && lane.run.to === f.gear)?.points;
/** The feed and those it is fed through, from where its volts come. */
const chain = computed(() => {
  const list: Feed[] = [];
  // Behind a converter the volts begin anew.
  for (let f = feed.value; f && !(list.length && f.item.kind === 'converter'); f = power.value.feeds[f.feeder])
    list.unshift(f);
  return list;
});
const isShownFeed = (gear: string) => part.value === 'feeds' && feed.value?.gear === gear;
const isOn = (gear: string) => chain.value.some((f) => f.gear === gear);

const fuses = computed(() =>
  feeds.value.flatMap((f) => {
    const course = courseOf(f);
    if (!course || !f.run) return [];
    const missing = f.fuseA === undefined;
    // A way of what it is fed from is shown there when it is asked for.
    if (!f.choice.holder && !Object.hasOwn(job.value.craft.batteries, f.feeder) && f.gear !== feed.value?.gear)
      return [];
    if (!f.family && !Object.hasOwn(job.value.craft.batteries, f.feeder)) return [];
    const at = f.choice.holder ? f.choice.fuseAtMm / f.run.outMm : f.family ? 0.03 : 0.05;
    const text = missing ? (f.family ? 'none fits' : 'no fuse') : short(f.fuseA);
    // At its place on the wire, or as near to it as there is room.
    const along = Array.from({ length: 12 }, (_, i) => alongPath(course, Math.min(1, at + 0.03 * i)).at);
    return [
      { gear: f.gear, missing, text, w: text.length > 4 ? 56 : 30, h: 18, spots: [...along, ...around(along[0]!)] },
    ];
  }),
);

/** Places about a point, the nearest first. */
const around = ([x, y]: Px): Px[] =>
  [24, 42, 60].flatMap((d): Px[] => [
    [x, y - d],
    [x, y + d],
    [x + d, y],
    [x - d, y],
    [x + d, y - d],
    [x - d, y - d],
    [x + d, y + d],
    [x - d, y + d],
  ]);

const printed = computed(() => {
  if (part.value !== 'feeds' || !profile.value.length || !feed.value?.run) return [];
  let from = 0;
  return chain.value.flatMap((f, i) => {
    const course = courseOf(f);
    const start = from;
    from += f.run?.outMm ?? 0;
    if (!course) return [];
    const last = i === chain.value.length - 1;
    const stops = [
      ...(i === 0 ? [{ part: 0, dx: -36, dy: 26 }] : []),
      ...(last ? [{ part: 0.55, dx: -28, dy: -20 }] : []),
      { part: 1, dx: last ? 54 : 38, dy: last ? -30 : 22 },
    ];
    return stops.map((s) => {
      const { at } = alongPath(course, s.part);
      const mm = start + s.part * (f.run?.outMm ?? 0);
      const volts = s.part === 1 && last ? profile.value.at(-1)!.volts : voltsAt(profile.value, Math.max(mm, 0.001));
      const first: Px = [at[0] + s.dx, at[1] + s.dy];
      return {
        key: `${f.gear}${s.part}`,
        text: `${figure(volts, 2)} V`,
        w: 48,
        h: 16,
        spots: [first, ...around(at).map(([x, y]): Px => [x + Math.sign(x - at[0]) * 16, y])],
      };
    });
  });
});

/** The load on each turn-on lead, printed on it. */
const asked = computed(() =>
  part.value === 'turnOn'
    ? lanes.value.flatMap((lane) => {
        const { kind, to } = lane.run;
        if (kind !== 'switched' && kind !== 'turnOn') return [];
        const text = `${short(wakingAmps(job.value, plan.value.turnOn, kind, to) * 1000)} mA`;
        // Two that lie side by side are read apart.
        const sides = kind === 'switched' ? [22, -16] : [-16, 22];
        const spots = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8].flatMap((t) => {
          const { at } = alongPath(lane.points, t);
          return sides.map((dy): Px => [at[0], at[1] + dy]);
        });
        return [{ key: lane.run.id, text, w: text.length * 6.6, h: 16, spots }];
      })
    : [],
);

/** What is written on the wires, none over another, over a tag or over a battery. */
const onWires = computed(() => {
  const fed = (id: string) => feeds.value.some((f) => f.gear === id && f.run);
  const tagged = tagMarks(job.value, plan.value.tags, projection.value, fed);
  const there = [
    ...batteries.value.map(({ x, y }) => ({ at: [x, y - 3] as const, w: 44, h: 40 })),
    { at: [CHART.x + CHART_TITLE.w / 2, CHART.y - CHART_TITLE.above] as const, w: CHART_TITLE.w, h: CHART_TITLE.h },
    ...tagged.map(({ at, text }) => ({ at, w: tagWidth(text), h: 14 })),
  ];
  const words = [...printed.value, ...asked.value];
  const shownFuses = part.value === 'feeds' ? fuses.value : [];
  const at = freeSpots([...shownFuses, ...words], there);
  return {
    fuses: shownFuses.map((f, i) => ({ ...f, x: at[i]![0], y: at[i]![1] })),
    words: words.map((word, i) => ({ ...word, at: at[shownFuses.length + i]! })),
  };
});

const batteries = computed(() => {
  const taken: Px[] = [];
  return batteryIds(job.value).map((id) => {
    const b = job.value.craft.batteries[id]!;
    const place = pattern.value.places[b.place ?? pattern.value.batteryPlace]!;
    let [x, y] = projection.value.to(place.at);
    // Two that stand in the same place, or one behind the other, are drawn side by side.
    while (taken.some(([tx, ty]) => Math.abs(tx - x) < 44 && Math.abs(ty - y) < 36)) x -= 46;
    taken.push([x, y]);
    const now = power.value.sources.restMusic?.[id];
    return { id, battery: b, x, y, now };
  });
});

/** Short mark of a battery, where there is more than one. */
const mark = (id: string): string => {
  const ids = batteryIds(job.value);
  return ids.length > 1 ? `B${ids.indexOf(id) + 1}` : '';
};

/** Why gear has no feed to compute. */
function noFeed(gear: string): { short: string; long: string } {
  const { there } = job.value.gear[gear]!;
  if (there === 'kept') {
    const from = endOf(feederOf(job.value, gear), 'mark');
    const fuse = power.value.feeds[gear]?.fuseA;
    return {
      short: fuse === undefined ? 'keeps the feed it has' : `keeps its feed, ${short(fuse)} A`,
      long: `${tag(gear)} keeps the feed it has; it counts at ${from}.`,
    };
  }
  if (there === 'bypassed') return { short: 'bypassed', long: `${tag(gear)} is bypassed and draws nothing.` };
  return {
    short: 'has no place yet',
    long: `${tag(gear)} or what feeds it has no place on the craft, so its feed has no length. Give it one at Gear.`,
  };
}

// ── The list beside the craft ───────────────────────────────────────────────────────────────────

const LIST_Y = 116;

// ── The day ─────────────────────────────────────────────────────────────────────────────────────

const versus = ref<Versus>({ mode: 'none' });
const day = shallowRef<DayPlan>();
const other = shallowRef<DayPlan>();
let turn = 0;
watch(
  [part, job, versus, () => library.shelf],
  async () => {
    if (part.value !== 'day') return;
    const mine = ++turn;
    const beside = otherJob(job.value, versus.value, library.shelf);
    const [own, held] = await Promise.all([
      searches().day(withoutDrawing(job.value)),
      beside ? searches().day(withoutDrawing(beside)) : undefined,
    ]);
    if (mine !== turn) return;
    day.value = own;
    other.value = held;
  },
  { immediate: true },
);
</script>

<template>
  <StationLayout station="power" :tall="part === 'day'">
    <template #sheet>
      <div class="sheets" :class="{ day: part === 'day' }">
        <SheetFrame
          :key="sheetH"
          :h="sheetH"
          label="The feeds along the craft, volts falling from the battery to the gear"
        >
          <CraftView :pattern="pattern" :projection="projection" faint />
          <text v-if="!feeds.length && part === 'feeds'" x="560" y="56" text-anchor="middle" class="big"
            >Nothing draws power yet. Choose gear first.</text
          >

          <WireLine
            v-for="lane in lanes"
            :key="lane.run.id"
            :path="lane.path"
            :wires="[lane.run.conductors[0]!.colour]"
            :width="widthOf(lane.run.to)"
            :dim="part === 'feeds' && feed !== undefined && !isOn(lane.run.to)"
          />
          <GearMark
            v-for="f in feeds.filter((x) => x.run)"
            :key="f.gear"
            :item="f.item"
            :place="pattern.places[job.gear[f.gear]!.place!]!"
            :projection="projection"
            :selected="isShownFeed(f.gear)"
          />
          <GearTags
            :projection="projection"
            :shown="(id) => feeds.some((f) => f.gear === id && f.run)"
            :selected="isShownFeed"
          />
          <PressMark
            v-for="b in batteries"
            :key="b.id"
            :class="{ selected: battery === b.id }"
            :aria-label="`${b.battery.name}, ${b.battery.capacityAh} Ah`"
            :data-testid="b.id"
            :data-battery="b.id"
            :transform="`translate(${b.x} ${b.y})`"
            @press="store.select({ kind: 'battery', id: b.id })"
          >
            <rect class="plate battery" x="-21" y="-17" width="42" height="34" />
            <path class="posts" d="M-14 -17v-5h8v5M6 -17v-5h8v5" />
            <text y="5" text-anchor="middle" class="strong">{{ mark(b.id) || '+ −' }}</text>
          </PressMark>
          <g
            v-for="f in onWires.fuses"
            :key="f.gear"
            class="fuse"
            :class="{ missing: f.missing, other: !isOn(f.gear) }"
            :data-fuse="f.gear"
            :transform="`translate(${f.x} ${f.y})`"
            aria-hidden="true"
          >
            <rect :x="-f.w / 2" y="-9" :width="f.w" height="18" rx="9" />
            <text text-anchor="middle" y="4.5">{{ f.text }}</text>
          </g>
          <text
            v-for="word in onWires.words"
            :key="word.key"
            class="volts"
            :x="word.at[0]"
            :y="word.at[1] + 4.5"
            text-anchor="middle"
            aria-hidden="true"
            >{{ word.text }}</text
          >

          <PressMark
            v-for="(name, id, i) in PARTS"
            :key="id"
            :class="{ selected: part === id }"
            :aria-pressed="part === id"
            :aria-label="name"
            :data-part="id"
            @press="openPart(id)"
          >
            <rect class="plate" :x="28 + (i % 2) * 95" :y="28 + Math.floor(i / 2) * 40" width="91" height="35" />
            <text :x="28 + (i % 2) * 95 + 45" :y="50 + Math.floor(i / 2) * 40" text-anchor="middle">{{ name }}</text>
          </PressMark>

          <template v-if="part === 'feeds'">
            <FeedPlates
              :feeds="feeds"
              :kept="kept"
              :selected="keptShown ?? feed?.gear"
              :y="LIST_Y"
              :no-feed="(gear) => noFeed(gear).short"
            />
          </template>
          <template v-else-if="part === 'supply' || part === 'day'">
            <PressMark
              v-for="(b, i) in batteries"
              :key="b.id"
              :class="{ selected: battery === b.id }"
              :aria-label="`${b.battery.name}: ${b.battery.capacityAh} Ah`"
              :data-battery-plate="b.id"
              @press="store.select({ kind: 'battery', id: b.id })"
            >
              <rect class="plate" x="28" :y="LIST_Y + i * 54" width="186" height="48" />
              <FitText
                x="38"
                :y="LIST_Y + 19 + i * 54"
                class="strong"
                :words="`${mark(b.id)} ${b.battery.name}`"
                :room="168"
              />
              <text x="38" :y="LIST_Y + 38 + i * 54"
                >{{ short(b.battery.capacityAh) }} Ah{{
                  part === 'day'
                    ? day
                      ? `, ${figure((day.batteries[b.id]?.end ?? 0) * 100, 0)} % at the end`
                      : ''
                    : `, ${figure(b.now?.volts ?? b.battery.restVolts, 2)} V`
                }}</text
              >
            </PressMark>
          </template>
          <template v-else>
            <g v-for="(id, i) in plan.turnOn.woken" :key="id">
              <text x="38" :y="LIST_Y + 19 + i * 40" class="strong">{{ tag(id) }} {{ job.gear[id]!.item.name }}</text>
              <text x="38" :y="LIST_Y + 36 + i * 40" class="small">turned on by the head unit</text>
            </g>
          </template>

          <SupplyDiagram v-if="part === 'supply'" :mark="mark" />
          <KeyOffBars v-else-if="part === 'turnOn'" :mark="mark" />
          <template v-else-if="part === 'feeds'">
            <VoltChart
              v-if="feed && profile.length"
              :profile="profile"
              :marks="marks"
              :tag="tag(feed.gear)"
              :tag-of="tag"
              :limit-pct="job.settings.dropLimitPct"
              :nominal="feed.nominalVolts"
            />
            <text
              v-else-if="feed && feed.collapsed"
              :x="SHEET.w / 2 + 100"
              y="560"
              text-anchor="middle"
              class="big sev-stop"
              >There is no steady voltage at which this feed brings that power.</text
            >
            <text v-else-if="keptShown ?? feed" :x="SHEET.w / 2 + 100" y="560" text-anchor="middle" class="big">{{
              noFeed(keptShown ?? feed!.gear).long
            }}</text>
          </template>
        </SheetFrame>
        <div v-if="part === 'day'" class="chart">
          <DayChart v-if="day" :day="day" :other="other" />
        </div>
      </div>
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
        <BButton size="sm" variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.sheets {
  height: 100%;
  min-height: 0;
}
.sheets.day {
  display: grid;
  grid-template-rows: 43% minmax(0, 1fr);
}
@media (max-width: 760px) {
  .sheets.day {
    grid-template-rows: 30% minmax(0, 1fr);
  }
}
.chart {
  min-height: 0;
  margin: 0 var(--space-3) var(--space-3);
  border: 1px solid var(--rule);
}
.battery {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.posts {
  fill: var(--ink);
}
.sheet .name {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.fuse rect {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.sheet .fuse text {
  font: 600 var(--type-2) var(--narrow);
}
.fuse.other {
  opacity: 0.55;
}
/* What is printed on the sheet must not stand in the way of what can be pressed. */
.fuse,
.volts {
  pointer-events: none;
}
.fuse.missing {
  opacity: 1;
}
.fuse.missing rect {
  stroke: var(--stop);
  stroke-dasharray: 4 3;
}
.sheet .fuse.missing text {
  fill: var(--stop);
}
.sheet .volts {
  font: 600 var(--type-5) var(--narrow);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
