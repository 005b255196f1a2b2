<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useDrag } from '../../app/dragging';
import StationLayout from '../../app/StationLayout.vue';
import CalloutLeader from '../../drawing/CalloutLeader.vue';
import CalloutPlate from '../../drawing/CalloutPlate.vue';
import CraftSheet from '../../drawing/CraftSheet.vue';
import WireLine from '../../drawing/WireLine.vue';
import { layCallouts } from '#core/drawing/callouts';
import { WIRE_WIDTH, layLanes } from '#core/drawing/lanes';
import { LABELS_END, LABEL_W, SHEET, twoViews } from '#core/drawing/sheet';
import type { Projection } from '#core/drawing/projection';
import { useSheet } from '../../app/sheet';
import { steady } from '../../app/steady';
import { lengthText, wireText, wireUnit } from '../../app/units';
import PickStrip from '../../fields/PickStrip.vue';
import { benchesOf } from '#core/benched';
import BenchPanel from './BenchPanel.vue';
import BenchSheet from './BenchSheet.vue';
import CoverPanel from './CoverPanel.vue';
import CutListPanel from './CutListPanel.vue';
import { opensCover } from './covers';
import { useLeading } from './leading';
import LegLines from './LegLines.vue';
import LegPanel from './LegPanel.vue';
import LoomsPanel from './LoomsPanel.vue';
import RoutesPanel from './RoutesPanel.vue';
import RunPanel from './RunPanel.vue';
import { forkPoint } from '#core/routing/index';
import { runWords, shownColour, type Run } from '#core/connections/runs';
import { figure } from '#core/units/figures';

const { store, job, plan, gear, pattern, posed, posedMounts, endOf } = useSheet();
const router = useRouter();
const views = computed(() => twoViews(pattern.value));
const runs = computed(() => plan.value.runs);
const laid = computed(() => runs.value.filter((run) => run.way));
const lanes = computed(() => ({
  side: layLanes(gear.value, posedMounts.value, posed.value, laid.value, views.value.side),
  top: layLanes(gear.value, posedMounts.value, posed.value, laid.value, views.value.top),
}));
const selected = computed(() => {
  const chosen = store.selected;
  return chosen?.kind === 'run' ? runs.value.find((run) => run.id === chosen.id) : undefined;
});
/** A leg or cover that is looked at: the runs along it, or that it is opened for, are lit. */
const litLeg = computed(() =>
  store.selected?.kind === 'leg' && pattern.value.legs[store.selected.id] ? store.selected.id : undefined,
);
const litCover = computed(() =>
  store.selected?.kind === 'cover' && pattern.value.covers[store.selected.id] ? store.selected.id : undefined,
);
/** The loom that is looked at, and the end of it where one is. */
const litLoom = computed(() => {
  const [id, end] = store.selected?.kind === 'loom' ? store.selected.id.split('/') : [];
  const loom = plan.value.looms.find((one) => one.id === id);
  return loom && { loom, end };
});
const isLit = (run: Run) => {
  if (selected.value) return selected.value.id === run.id;
  if (litLoom.value) {
    const { loom, end } = litLoom.value;
    return run.loom?.loom === loom.id && (end === undefined || run.loom.ends.includes(end));
  }
  if (litLeg.value !== undefined) return run.way?.legs.includes(litLeg.value) ?? false;
  return litCover.value === undefined || opensCover(pattern.value, run, litCover.value);
};
const PARTS = { routes: 'Routes', wire: 'Wire', looms: 'Looms', bench: 'Bench' } as const;
const part = ref<keyof typeof PARTS>('routes');
watch(
  () => litLoom.value?.loom.id,
  (loom) => {
    if (loom !== undefined) part.value = 'looms';
  },
  { immediate: true },
);
/** Where the branches of the loom that is looked at leave it, as one view shows the craft. */
const forksIn = (p: Projection) =>
  (litLoom.value?.loom.forks ?? []).map((fork) => {
    const at = forkPoint(posed.value, fork);
    return { at: p.to(at), mm: fork.atMm };
  });
/** The harness laid out flat, in place of the craft. */
const benches = steady(() => benchesOf(job.value, plan.value));
const picked = ref(0);
const bench = computed(() => (part.value === 'bench' ? (benches.value[picked.value] ?? benches.value[0]) : undefined));

// ── A run dragged on to another leg ──
const dragged = shallowRef<string>();
const price = shallowRef<string>();
const { through, leadAlong } = useLeading();
const { over, begin } = useDrag<Run>(
  'leg',
  (run) => {
    store.select({ kind: 'run', id: run.id });
    dragged.value = run.id;
  },
  (run, leg) => {
    dragged.value = undefined;
    if (leg !== undefined && !run.way!.legs.includes(leg)) void leadAlong(run.id, leg);
  },
);
watch([dragged, over], async ([run, leg]) => {
  price.value = undefined;
  if (run === undefined || leg === undefined) return;
  const { name } = pattern.value.legs[leg]!;
  const now = runs.value.find(({ id }) => id === run)!;
  if (now.way!.legs.includes(leg)) {
    price.value = `${name}: it goes there`;
    return;
  }
  const led = await through(run, leg);
  if (dragged.value !== run || over.value !== leg) return;
  price.value = `${name}: ${
    led
      ? `${signed(led.minutes, figure(Math.abs(led.minutes), 1))} min, ${signed(led.mm, wireText(Math.abs(led.mm) / 1000))} ${wireUnit()}`
      : 'no route of it passes there'
  }`;
});
const signed = (value: number, words: string) => `${value < 0 ? '−' : '+'} ${words}`;
const names = (run: Run) => `${runWords(run).replace(' lead', '')} ${short(run.from)} → ${short(run.to)}`;
const lengthOf = (run: Run) => (run.old ? 'lies there' : lengthText(run.cutMm));
const short = (end: string) => endOf(end, 'mark');
/** Places that are marked though no gear sits there: every battery's, and the switched source. */
const marked = computed(() => {
  const { batteryPlace, switchedPlace } = pattern.value;
  const batteries = Object.values(job.value.craft.batteries).map(({ place }) => place ?? batteryPlace);
  return [...new Set(batteries), switchedPlace];
});
/** Where they are marked in a view: of two that lie on each other the first alone is drawn. */
const marksIn = (p: Projection) => {
  const marks: { end: string; x: number; y: number }[] = [];
  for (const end of marked.value) {
    const [x, y] = p.to(posed.value.places[end]!.at);
    if (!marks.some((m) => Math.abs(m.x - x) < 26 && Math.abs(m.y - y) < 18)) marks.push({ end, x, y });
  }
  return marks;
};
const isEnd = (gear: string) => selected.value?.from === gear || selected.value?.to === gear;

const HEIGHT = computed(() => Math.min(40, (LABELS_END - 26) / Math.max(1, Math.ceil(laid.value.length / 2)) - 5));
const callouts = steady(() =>
  layCallouts(
    // Speaker leads are told apart from above, where left and right are; the rest from the side.
    laid.value.map((run, i) => ({
      id: run.id,
      at: lanes.value[run.kind === 'speaker' ? 'top' : 'side'][i]!.label,
      height: HEIGHT.value,
    })),
    SHEET.w / 2,
    26,
    LABELS_END,
    5,
  ).map((c) => ({ ...c, run: laid.value.find((run) => run.id === c.id)! })),
);
const press = (run: Run) => store.select(selected.value?.id === run.id ? undefined : { kind: 'run', id: run.id });
</script>

<template>
  <StationLayout station="routing">
    <template #sheet>
      <BenchSheet v-if="bench" :bench="bench" :run="selected?.id" :leg="litLeg" />
      <CraftSheet
        v-else
        label="Every run on the craft, from the right and from above"
        :views="views"
        :selected="isEnd"
        faint
      >
        <template #under>
          <text v-if="!laid.length" :x="SHEET.w / 2" y="52" text-anchor="middle" class="big"
            >No runs yet. Put gear on the craft and its wires are laid here.</text
          >
        </template>
        <template #wires="{ projection }">
          <LegLines v-if="selected || litLeg !== undefined" :projection="projection" :lit="litLeg" :over="over" />
          <WireLine
            v-for="lane in lanes[projection.view]"
            :key="lane.run.id"
            :class="{ loose: dragged !== undefined }"
            :path="lane.path"
            v-bind="shownColour(lane.run)"
            :width="selected?.id === lane.run.id ? 4.5 : WIRE_WIDTH"
            :dim="!isLit(lane.run)"
            :old="lane.run.old"
            @press="press(lane.run)"
            @pointerdown="!job.seal && !lane.run.old && begin($event, lane.run)"
          />
        </template>
        <template #marks="{ projection }">
          <circle
            v-for="{ at: [x, y], mm } in forksIn(projection)"
            :key="`fork ${mm}`"
            class="fork"
            :cx="x"
            :cy="y"
            r="5.5"
            :data-fork="mm"
          />
          <g v-for="{ end, x, y } in marksIn(projection)" :key="end" :transform="`translate(${x} ${y})`">
            <rect v-if="end !== pattern.switchedPlace" class="battery" x="-13" y="-9" width="26" height="18" />
            <circle v-else class="battery" r="5" />
            <text v-if="end !== pattern.switchedPlace" y="4.5" text-anchor="middle" class="strong">+ −</text>
          </g>
        </template>
        <text v-if="dragged" :x="SHEET.w / 2" :y="LABELS_END + 4" text-anchor="middle" class="strong" role="status">{{
          price ?? 'Drop it on a leg to lead it along there'
        }}</text>
        <g
          v-for="c in callouts"
          :key="c.id"
          v-memo="[c, HEIGHT, names(c.run), lengthOf(c.run), selected?.id === c.id, isLit(c.run)]"
        >
          <CalloutLeader v-if="isLit(c.run)" :callout="c" :h="HEIGHT" />
          <CalloutPlate
            :callout="c"
            :h="HEIGHT"
            :name="names(c.run)"
            :line="lengthOf(c.run)"
            :indent="56"
            :free="c.run.pinned ? 46 : 0"
            :class="{ selected: selected?.id === c.id }"
            :aria-pressed="selected?.id === c.id"
            :data-run="c.id"
            :aria-label="`${names(c.run)}, ${lengthOf(c.run)}`"
            @press="press(c.run)"
          >
            <template #default="{ x }">
              <g :transform="`translate(${x + 8} ${c.y + HEIGHT * 0.7})`">
                <WireLine path="M2 0H40" v-bind="shownColour(c.run)" :width="4" :old="c.run.old" />
              </g>
              <text v-if="c.run.pinned" :x="x + LABEL_W - 8" :y="c.y + HEIGHT * 0.81" class="small" text-anchor="end"
                >chosen</text
              >
            </template>
          </CalloutPlate>
        </g>
      </CraftSheet>
    </template>

    <template #panel>
      <RunPanel v-if="selected" :key="selected.id" :run="selected" />

      <LegPanel v-else-if="litLeg !== undefined" :id="litLeg" :key="litLeg" />

      <CoverPanel v-else-if="litCover !== undefined" :id="litCover" :key="litCover" />

      <template v-else-if="laid.length">
        <PickStrip v-model="part" label="What is shown" :options="PARTS" />
        <RoutesPanel v-if="part === 'routes'" />
        <LoomsPanel v-else-if="part === 'looms'" />
        <BenchPanel v-else-if="part === 'bench' && bench" v-model="picked" :benches="benches" :bench="bench" />
        <p v-else-if="part === 'bench'">No wire is cut in this job: there is no harness to make.</p>
        <CutListPanel v-else />
      </template>

      <section v-else>
        <h2>Runs</h2>
        <p>Wires follow from gear and circuits: nothing is drawn by hand here.</p>
        <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
/* What is dragged is dropped on what lies below it. */
.loose {
  pointer-events: none;
}
.fork {
  fill: var(--mud);
  stroke: var(--paper-raised);
  stroke-width: 1.6px;
  pointer-events: none;
}
.battery {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
</style>
