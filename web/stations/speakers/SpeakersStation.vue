<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Speaker } from '#core/gear/gear';
import { connect, bridge, unbridge } from '#core/connections/wiring';
import type { Circuit, SpeakerShare } from '#core/speakers/index';
import { short } from '#core/units/figures';
import { useDrag } from '../../app/dragging';
import StationLayout from '../../app/StationLayout.vue';
import CraftSheet from '../../drawing/CraftSheet.vue';
import WireLine from '../../drawing/WireLine.vue';
import { project } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';
import { useSheet } from '../../app/sheet';
import { steady } from '../../app/steady';
import ChannelPanel from './ChannelPanel.vue';
import SourceBlock from './SourceBlock.vue';
import SourcePanel from './SourcePanel.vue';
import SpeakerBox from './SpeakerBox.vue';
import SpeakerPanel from './SpeakerPanel.vue';
import WiringPanel from './WiringPanel.vue';
import WiringSearch from './WiringSearch.vue';
import ZonePanel from './ZonePanel.vue';
import { BLOCK, BOX, layBlocks, layBoxes, sheetHeight, layLeads } from './layout';
import { wiringTrials } from '#core/what-if';

const { store, job, plan, pattern, tag } = useSheet();
/** A system of many sources has a taller sheet, so that every channel can be read and pressed. */
const sheetH = computed(() => sheetHeight(job.value));
const projection = computed(() =>
  project(pattern.value, 'top', { x: 212, y: 190, w: SHEET.w - 236, h: sheetH.value - 380 }),
);
const views = computed(() => ({ top: projection.value }));
const spot = (gear: string) => {
  const place = job.value.gear[gear]?.place;
  return place ? projection.value.to(pattern.value.places[place]!.at) : undefined;
};

/** Pairs set to be bridged with nothing on them yet. */
const offered = ref(new Set<string>());
const blocks = steady(() => layBlocks(job.value, offered.value));
const rows = computed(() => blocks.value.flatMap((block) => block.rows));
const boxes = steady(() => layBoxes(job.value, (gear) => spot(gear)?.[0]));
const circuits = computed(() => Object.values(plan.value.speakers.circuits));
const circuitOn = (key: string): Circuit | undefined => plan.value.speakers.circuits[key];
const leads = steady(() => layLeads(blocks.value, boxes.value, circuits.value, sheetH.value));
const shares = computed<ReadonlyMap<string, SpeakerShare & { readonly circuit: Circuit }>>((before) => {
  const now = circuits.value.flatMap((circuit) => circuit.speakers.map((share) => ({ ...share, circuit })));
  // That of a circuit nothing has changed on stays the same.
  return new Map(
    now.map((share) => {
      const old = before?.get(share.gear);
      return [share.gear, old?.circuit === share.circuit ? old : share];
    }),
  );
});
const itemOf = (gear: string) => job.value.gear[gear]!.item as Speaker;
const zoneName = (gear: string) => {
  const zone = job.value.speakers[gear]?.zone;
  return zone ? (job.value.zones[zone]?.name ?? '') : '';
};

const selectedId = computed(() => (store.selected?.kind === 'gear' ? store.selected.id : undefined));
const selectedSpeaker = computed(() => {
  const id = selectedId.value;
  const item = id === undefined ? undefined : job.value.gear[id]?.item;
  return id !== undefined && item?.kind === 'speaker' ? { id, item, share: shares.value.get(id) } : undefined;
});
const selectedSource = computed(() => blocks.value.find(({ gear }) => gear === selectedId.value));
const selectedChannel = computed(() =>
  store.selected?.kind === 'circuit' ? rows.value.find((row) => row.key === store.selected!.id) : undefined,
);
const selectedZone = computed(() => (store.selected?.kind === 'zone' ? store.selected.id : undefined));
const litChannel = computed(() => selectedChannel.value?.key ?? selectedSpeaker.value?.share?.circuit.key);
const isLit = (gear: string) =>
  selectedSpeaker.value?.id === gear ||
  (selectedZone.value !== undefined && job.value.speakers[gear]?.zone === selectedZone.value);

const nameOf = (key: string) => {
  const row = rows.value.find((r) => r.key === key);
  return `${tag(key.split('/')[0]!)} ${row?.output.name ?? key.split('/')[1]}`;
};

function pressChannel(key: string): void {
  if (selectedSpeaker.value && !selectedSpeaker.value.share) drop(selectedSpeaker.value.id, key);
  else store.select({ kind: 'circuit', id: key });
}
const drop = (gear: string, key: string) =>
  store.edit(connect(job.value, gear, key, 'parallel'), `connect ${tag(gear)} to ${nameOf(key)}`);

function toggleBridge(key: string, bridged: boolean): void {
  const next = new Set(offered.value);
  if (bridged) next.delete(key);
  else next.add(key);
  offered.value = next;
  const operations = bridged ? unbridge(job.value, key) : bridge(job.value, key);
  if (operations.length) store.edit(operations, bridged ? 'take the bridge away' : 'bridge the pair');
}

// Dragging a speaker onto a channel; while it is over one, what would come of it is written there.
const held = ref<string>();
const { over, begin } = useDrag<string>(
  'channel',
  (gear) => (held.value = gear),
  (gear, channel) => {
    held.value = undefined;
    if (channel !== undefined) drop(gear, channel);
  },
);
const trials = computed(() => wiringTrials(job.value, plan.value));
const trial = computed(() => {
  const gear = held.value;
  const key = over.value;
  const row = rows.value.find((r) => r.key === key);
  if (gear === undefined || key === undefined || !row) return undefined;
  const after = trials.value(connect(job.value, gear, key, 'parallel')).circuits[key];
  if (!after) return undefined;
  const now = shares.value.get(gear)?.watts;
  const then = after.speakers.find((s) => s.gear === gear)?.watts ?? 0;
  const was = circuitOn(key)?.nominalOhm;
  return {
    row,
    refused: after.refused,
    load: `${was === undefined ? 'free' : `${short(was)} Ω`} → ${short(after.nominalOhm)} Ω`,
    power: after.refused ? 'too low' : `${tag(gear)} ${now === undefined ? '–' : short(now)} → ${short(then)} W`,
  };
});
</script>

<template>
  <StationLayout station="speakers">
    <template #sheet>
      <CraftSheet :h="sheetH" label="Speakers and the channels that drive them" :views="views" :selected="isLit" faint>
        <template #under>
          <text v-if="!blocks.length || !boxes.length" :x="SHEET.w / 2 + 60" y="150" text-anchor="middle" class="big">
            {{ !blocks.length ? 'No amplifier or head unit in the job yet.' : 'No speakers in the job yet.' }} Choose
            them at Gear.
          </text>
          <template v-for="box in boxes" :key="`l-${box.gear}`">
            <path
              v-if="spot(box.gear)"
              class="leader"
              stroke-dasharray="3 3"
              :d="`M${box.x + box.w - 12} ${box.row === 'top' ? box.y + BOX.h : box.y}L${spot(box.gear)![0]} ${spot(box.gear)![1]}`"
            />
          </template>
          <WireLine
            v-for="lead in leads"
            :key="lead.key"
            :path="lead.path"
            v-bind="lead.wire"
            :width="3"
            :dim="litChannel !== undefined && litChannel !== lead.channel"
          />
        </template>
        <SourceBlock
          v-for="block in blocks"
          :key="block.gear"
          :block="block"
          :tag="tag(block.gear)"
          :selected="selectedSource === block"
          :chosen="selectedChannel?.key"
          :over="over"
          :circuits="plan.speakers.circuits"
          :reserved="job.reserved"
          :name-of="nameOf"
          @source="store.select({ kind: 'gear', id: block.gear })"
          @channel="pressChannel"
          @bridge="toggleBridge($event.key, $event.bridged)"
        />
        <g v-if="trial" class="trial" aria-hidden="true">
          <rect class="plate" :x="BLOCK.x + BLOCK.w + 8" :y="trial.row.y - 4" width="132" height="44" />
          <text :x="BLOCK.x + BLOCK.w + 16" :y="trial.row.y + 14" class="strong">{{ trial.load }}</text>
          <text :x="BLOCK.x + BLOCK.w + 16" :y="trial.row.y + 32" :class="{ 'sev-stop': trial.refused }">
            {{ trial.power }}
          </text>
        </g>

        <SpeakerBox
          v-for="box in boxes"
          :key="box.gear"
          :class="{ selected: isLit(box.gear) }"
          :box="box"
          :tag="tag(box.gear)"
          :item="itemOf(box.gear)"
          :zone="zoneName(box.gear)"
          :share="shares.get(box.gear)"
          @press="store.select({ kind: 'gear', id: box.gear })"
          @pointerdown="begin($event, box.gear)"
        />
      </CraftSheet>
    </template>

    <template #panel>
      <WiringSearch v-if="blocks.length > 0 && boxes.length > 0" />
      <SpeakerPanel
        v-if="selectedSpeaker"
        :key="selectedSpeaker.id"
        :speaker="selectedSpeaker"
        :blocks="blocks"
        :name-of="nameOf"
      />
      <SourcePanel v-else-if="selectedSource" :key="selectedSource.gear" :block="selectedSource" />
      <ChannelPanel
        v-else-if="selectedChannel"
        :key="selectedChannel.key"
        :output="selectedChannel.output"
        :circuit="circuitOn(selectedChannel.key)"
        :name="nameOf(selectedChannel.key)"
      />
      <ZonePanel v-else-if="selectedZone && job.zones[selectedZone]" :id="selectedZone" :key="selectedZone" />
      <WiringPanel v-else :ready="blocks.length > 0 && boxes.length > 0" />
    </template>
  </StationLayout>
</template>

<style scoped>
.trial {
  pointer-events: none;
}
.trial rect {
  fill: var(--paper-raised);
  stroke: var(--ink);
}
</style>
