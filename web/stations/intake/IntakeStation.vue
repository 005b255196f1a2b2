<script setup lang="ts">
import { computed, ref, watch, type Component } from 'vue';
import type { Vec3 } from '#core/units/vectors';
import { layCallouts } from '#core/drawing/callouts';
import { LABELS_END, SHEET, twoViews } from '#core/drawing/sheet';
import { CHOICES, choicesFor, taken } from '#core/job/choices';
import type { Battery } from '#core/job/supply';
import StationLayout from '../../app/StationLayout.vue';
import DimensionLine from '../../drawing/DimensionLine.vue';
import CalloutLeader from '../../drawing/CalloutLeader.vue';
import CalloutPlate from '../../drawing/CalloutPlate.vue';
import CraftSheet from '../../drawing/CraftSheet.vue';
import { useBay } from '../../stores/bay';
import { useSheet } from '../../app/sheet';
import AsItIsPanel from './AsItIsPanel.vue';
import CraftPanel from './CraftPanel.vue';
import ChoicesPanel from './ChoicesPanel.vue';
import LampsPanel from './LampsPanel.vue';
import MemoriesPanel from './MemoriesPanel.vue';
import PowerPanel from './PowerPanel.vue';
import WiringPanel from './WiringPanel.vue';
import WishesPanel from './WishesPanel.vue';
import { dimensions } from '#core/drawing/dimensions';

const { store, job, pattern: craft } = useSheet();
const bay = useBay();
const views = computed(() => twoViews(craft.value));
const dims = computed(() => dimensions(job.value, views.value));

const PANELS = {
  wishes: WishesPanel,
  craft: CraftPanel,
  asItIs: AsItIsPanel,
  power: PowerPanel,
  wiring: WiringPanel,
  lamps: LampsPanel,
  memories: MemoriesPanel,
  choices: ChoicesPanel,
} satisfies Record<string, Component>;
type Part = keyof typeof PANELS;
const part = ref<Part>('wishes');
watch(
  () => store.selected,
  (chosen) => {
    if (chosen?.kind === 'lamp') part.value = 'lamps';
    if (chosen?.kind === 'existing') part.value = 'wiring';
    if (chosen?.kind === 'cover') part.value = 'asItIs';
  },
  { immediate: true },
);

const count = (n: number, one: string, many: string) => (n ? `${n} ${n === 1 ? one : many}` : `no ${many}`);
/** As much of a text as a label holds. */
const brief = (text: string) => (text.length > 22 ? `${text.slice(0, 20).trimEnd()}…` : text);
const CHEMISTRY = { flooded: 'flooded', agm: 'AGM', gel: 'gel', lithium: 'lithium' } as const;
const batteryLine = (all: readonly Battery[]) =>
  all.length === 1
    ? `${CHEMISTRY[all[0]!.chemistry]} ${all[0]!.capacityAh} Ah`
    : all.map((b) => `${CHEMISTRY[b.chemistry]} ${b.capacityAh}`).join(', ');
const parts = computed((): { id: Part; name: string; line: string; at: Vec3 }[] => {
  const now = job.value;
  const { batteries, existing, lamps, memories, measures, changes } = now.craft;
  const differ = Object.values(changes).reduce((sum, list) => sum + Object.keys(list).length, 0);
  const { places, batteryPlace, switchedPlace, ears } = craft.value;
  const choices = choicesFor(now);
  const other = choices.filter((id) => taken(now.choices, id) !== CHOICES[id].usual).length;
  const open = Object.values(lamps).filter((l) => l.answer === 'open').length;
  const unmetered = Object.values(existing).filter((e) => !e.metered).length;
  const dash = Object.values(places).find((p) => p.accepts.includes('headUnit'))?.at ?? ears;
  const [, , right, top] = craft.value.drawing.side.bounds;
  const photos = bay.state?.photos.filter((p) => p.subject.kind === 'craft').length ?? 0;
  return [
    {
      id: 'wishes',
      name: 'Wishes',
      line: now.wishes ? brief(now.wishes) : 'not asked yet',
      at: [ears[0], 0, ears[2] - 320],
    },
    {
      id: 'craft',
      name: 'This craft',
      line: photos
        ? count(photos, 'photograph', 'photographs')
        : Object.keys(measures).length
          ? 'measured'
          : 'as the pattern has it',
      at: [right * 0.86, 0, top * 0.3],
    },
    {
      id: 'asItIs',
      name: 'Covers, places, legs',
      line: differ ? `${count(differ, 'differs', 'differ')} from the pattern` : 'as the pattern has them',
      at: [right * 0.62, 0, top * 0.55],
    },
    {
      id: 'power',
      name: 'Battery and charging',
      line: batteryLine(Object.values(batteries)),
      at: places[batteryPlace]!.at,
    },
    {
      id: 'wiring',
      name: 'Existing wiring',
      line: Object.keys(existing).length
        ? `${count(Object.keys(existing).length, 'circuit', 'circuits')}${unmetered ? `, ${unmetered} not metered` : ''}`
        : 'not looked at yet',
      at: places[switchedPlace]!.at,
    },
    {
      id: 'lamps',
      name: 'Lamps hidden',
      line: open ? `${open} not settled` : count(Object.keys(lamps).length, 'lamp', 'lamps'),
      at: dash,
    },
    {
      id: 'memories',
      name: 'Settings lost on disconnect',
      line: count(Object.keys(memories).length, 'setting', 'settings'),
      at: places[batteryPlace]!.at,
    },
    {
      id: 'choices',
      name: 'Shop methods',
      line: other ? `${other} of ${choices.length} not the default` : 'all as usual',
      at: [0, 0, top * 0.2],
    },
  ];
});
const HEIGHT = 42;
const callouts = computed(() =>
  layCallouts(
    parts.value.map(({ id, at }) => ({ id, at: views.value.side.to(at), height: HEIGHT })),
    SHEET.w / 2,
    24,
    LABELS_END,
  ).map((c) => ({ ...c, ...parts.value.find((p) => p.id === c.id)!, at: c.at })),
);
</script>

<template>
  <StationLayout station="intake">
    <template #sheet>
      <CraftSheet
        label="The craft from the right and from above, with its own measures"
        :views="views"
        :shown="() => false"
      >
        <DimensionLine v-for="d in dims" :key="d.id" :dimension="d" :own="d.own" @press="part = 'craft'" />
        <template v-for="c in callouts" :key="c.id">
          <CalloutLeader :callout="c" :h="HEIGHT" />
          <CalloutPlate
            :callout="c"
            :h="HEIGHT"
            :name="c.name"
            :line="c.line"
            :class="{ selected: part === c.id }"
            :aria-pressed="part === c.id"
            :aria-label="`${c.name}: ${c.line}`"
            :data-part="c.id"
            @press="part = c.id"
          />
        </template>
      </CraftSheet>
    </template>
    <template #panel>
      <component :is="PANELS[part]" :key="part" />
    </template>
  </StationLayout>
</template>
