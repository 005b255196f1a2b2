<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Speaker } from '#core/gear/gear';
import { connect, bridge, unbridge } from '#core/connections/wiring';
import type { Circuit } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import { useDrag } from '../../app/dragging';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import FitText from '../../drawing/FitText.vue';
import GearMark from '../../drawing/GearMark.vue';
import GearTags from '../../drawing/GearTags.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { project } from '#core/drawing/projection';
import { placedGear } from '#core/drawing/placed';
import { SHEET } from '#core/drawing/sheet';
import { useSheet } from '../../app/sheet';
import ChannelPanel from './ChannelPanel.vue';
import SourcePanel from './SourcePanel.vue';
import SpeakerPanel from './SpeakerPanel.vue';
import WiringPanel from './WiringPanel.vue';
import WiringSearch from './WiringSearch.vue';
import ZonePanel from './ZonePanel.vue';
import {
  BLOCK,
  BOX,
  COIL_W,
  coilPath,
  layBlocks,
  layBoxes,
  sheetHeight,
  layLeads,
  terminalAt,
  terminalY,
} from './layout';
import { speakersAfter } from '#core/what-if';

const { store, job, plan, pattern, tag } = useSheet();
/** A system of many sources has a taller sheet, so that every channel can be read and pressed. */
const sheetH = computed(() => sheetHeight(job.value));
const projection = computed(() =>
  project(pattern.value, 'top', { x: 212, y: 190, w: SHEET.w - 236, h: sheetH.value - 380 }),
);
const spot = (gear: string) => {
  const place = job.value.gear[gear]?.place;
  return place ? projection.value.to(pattern.value.places[place]!.at) : undefined;
};

/** Pairs set to be bridged with nothing on them yet. */
const offered = ref(new Set<string>());
const blocks = computed(() => layBlocks(job.value, offered.value));
const rows = computed(() => blocks.value.flatMap((block) => block.rows));
const boxes = computed(() => layBoxes(job.value, (gear) => spot(gear)?.[0]));
const circuits = computed(() => Object.values(plan.value.speakers.circuits));
const circuitOn = (key: string): Circuit | undefined => plan.value.speakers.circuits[key];
const leads = computed(() => layLeads(blocks.value, boxes.value, circuits.value, sheetH.value));
const shares = computed(
  () => new Map(circuits.value.flatMap((c) => c.speakers.map((s) => [s.gear, { ...s, circuit: c }] as const))),
);
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
const trial = computed(() => {
  const gear = held.value;
  const key = over.value;
  const row = rows.value.find((r) => r.key === key);
  if (gear === undefined || key === undefined || !row) return undefined;
  const after = speakersAfter(job.value, plan.value, connect(job.value, gear, key, 'parallel')).circuits[key];
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

/** A bar of power against RMS, RMS at two thirds of its length. */
const barOf = (ratio: number, w: number) => Math.min(1.5, ratio) * (2 / 3) * w;
</script>

<template>
  <StationLayout station="speakers">
    <template #sheet>
      <SheetFrame :h="sheetH" label="Speakers and the channels that drive them">
        <CraftView :pattern="pattern" :projection="projection" faint />
        <text v-if="!blocks.length || !boxes.length" :x="SHEET.w / 2 + 60" y="150" text-anchor="middle" class="big">
          {{ !blocks.length ? 'No amplifier or head unit in the job yet.' : 'No speakers in the job yet.' }} Choose them
          at Gear.
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
          :wires="[lead.wire]"
          :width="3"
          :dim="litChannel !== undefined && litChannel !== lead.channel"
        />
        <GearMark
          v-for="{ id, item, place } in placedGear(job, 'top')"
          :key="id"
          :item="item"
          :place="place"
          :projection="projection"
          :selected="isLit(id)"
        />
        <GearTags :projection="projection" :selected="isLit" />

        <g v-for="block in blocks" :key="block.gear">
          <PressMark
            :class="{ selected: selectedSource === block }"
            :data-source="block.gear"
            :aria-label="`${tag(block.gear)} ${block.item.name}`"
            @press="store.select({ kind: 'gear', id: block.gear })"
          >
            <rect class="block" :x="BLOCK.x" :y="block.y" :width="BLOCK.w" :height="BLOCK.head" />
            <FitText
              :x="BLOCK.x + 8"
              :y="block.y + 16"
              class="block-name"
              :words="`${tag(block.gear)} ${block.item.name}`"
              :room="BLOCK.w - 16"
            />
            <text :x="BLOCK.x + 8" :y="block.y + 30" class="small">{{ short(block.item.bank.minOhm) }} Ω least</text>
          </PressMark>
          <PressMark
            v-for="row in block.rows"
            :key="row.key"
            :class="{ selected: selectedChannel?.key === row.key, offered: over === row.key }"
            :data-channel="row.key"
            :aria-label="`${nameOf(row.key)}${circuitOn(row.key) ? `, ${short(circuitOn(row.key)!.nominalOhm)} ohms` : row.key in job.reserved ? `, kept for ${job.reserved[row.key]}` : ', free'}`"
            @press="pressChannel(row.key)"
          >
            <rect class="plate" :x="BLOCK.x" :y="row.y" :width="BLOCK.w" :height="row.h" />
            <FitText :x="BLOCK.x + 8" :y="row.y + row.h * 0.4" class="small" :words="row.name" :room="BLOCK.w - 24" />
            <text
              :x="BLOCK.x + 8"
              :y="row.y + row.h * 0.84"
              :class="{ 'sev-stop': circuitOn(row.key)?.refused, strong: true }"
            >
              <template v-if="circuitOn(row.key)">
                {{ short(circuitOn(row.key)!.nominalOhm) }} Ω
                {{ circuitOn(row.key)!.refused ? 'too low' : `${short(circuitOn(row.key)!.watts)} W` }}
              </template>
              <template v-else>{{ row.key in job.reserved ? 'kept free' : 'free' }}</template>
            </text>
            <template v-for="kind in ['plus', 'minus'] as const" :key="kind">
              <circle class="terminal" :cx="BLOCK.x + BLOCK.w - 10" :cy="terminalY(row, kind)" r="4" />
              <path
                class="screw"
                :d="`M${BLOCK.x + BLOCK.w - 13} ${terminalY(row, kind)}h6${kind === 'plus' ? 'm-3 -3v6' : ''}`"
              />
            </template>
          </PressMark>
          <PressMark
            v-for="pair in block.pairs"
            :key="pair.key"
            class="clip"
            :class="{ closed: pair.bridged }"
            :data-bridge="pair.key"
            :aria-label="
              pair.bridged
                ? `Take the bridge off ${nameOf(pair.key)}`
                : `Bridge ${pair.key.split('/')[1]!.split('+').join(' and ')} of ${tag(block.gear)}`
            "
            @press="toggleBridge(pair.key, pair.bridged)"
          >
            <rect class="reach" :x="BLOCK.x - 35" :y="pair.y - 17" width="34" height="34" />
            <rect :x="BLOCK.x - 16" :y="pair.y - 13" width="14" height="26" rx="3" />
            <path :d="`M${BLOCK.x - 2} ${pair.y - 8}h-7v16h7`" />
          </PressMark>
        </g>
        <g v-if="trial" class="trial" aria-hidden="true">
          <rect class="plate" :x="BLOCK.x + BLOCK.w + 8" :y="trial.row.y - 4" width="132" height="44" />
          <text :x="BLOCK.x + BLOCK.w + 16" :y="trial.row.y + 14" class="strong">{{ trial.load }}</text>
          <text :x="BLOCK.x + BLOCK.w + 16" :y="trial.row.y + 32" :class="{ 'sev-stop': trial.refused }">
            {{ trial.power }}
          </text>
        </g>

        <PressMark
          v-for="box in boxes"
          :key="box.gear"
          class="speaker"
          :class="{ selected: isLit(box.gear) }"
          :data-speaker="box.gear"
          :aria-label="`${tag(box.gear)} ${itemOf(box.gear).name}${shares.get(box.gear) ? `, ${short(shares.get(box.gear)!.watts)} watts` : ', on no channel'}`"
          @press="store.select({ kind: 'gear', id: box.gear })"
          @mousedown.stop
          @pointerdown="begin($event, box.gear)"
        >
          <rect class="plate" :x="box.x" :y="box.y" :width="box.w" :height="BOX.h" />
          <template v-for="coil in box.coils" :key="coil">
            <path class="coil" :d="coilPath(box, coil - 1)" />
            <text
              v-for="pole in ['+', '−'] as const"
              :key="pole"
              class="small"
              text-anchor="middle"
              :x="terminalAt(box, coil - 1, pole)[0] + (pole === '+' ? -8 : 8)"
              :y="terminalAt(box, coil - 1, pole)[1] + (box.row === 'top' ? -6 : 14)"
              >{{ pole }}</text
            >
            <text
              class="small"
              text-anchor="middle"
              :x="terminalAt(box, coil - 1, '+')[0] + COIL_W / 2"
              :y="box.row === 'top' ? box.y + BOX.h - 6 : box.y + 13"
            >
              {{ short(itemOf(box.gear).coils[coil - 1]!.ohm) }} Ω
            </text>
          </template>
          <g :transform="`translate(${box.x + 7} ${box.row === 'top' ? box.y : box.y + 48})`">
            <text y="14" class="strong">{{ tag(box.gear) }}</text>
            <FitText
              v-if="box.w > 140"
              x="22"
              y="14"
              :words="itemOf(box.gear).name"
              :room="zoneName(box.gear) ? 66 : box.w - 40"
            />
            <FitText
              v-if="zoneName(box.gear) && box.w >= BOX.told"
              :x="box.w - 14"
              y="14"
              text-anchor="end"
              class="small"
              :words="zoneName(box.gear)"
              :room="box.w > 140 ? box.w - 110 : box.w - 44"
            />
            <template v-if="shares.get(box.gear) && !shares.get(box.gear)!.circuit.refused">
              <text y="39" class="big">{{ short(shares.get(box.gear)!.watts) }} W</text>
              <text v-if="box.w >= BOX.told" :x="box.w - 14" y="39" text-anchor="end" class="small"
                >{{ figure(shares.get(box.gear)!.rmsRatio * 100, 0) }} % RMS</text
              >
              <path class="bar-back" :d="`M0 47H${box.w - 14}`" />
              <path
                class="bar"
                :class="{ over: shares.get(box.gear)!.rmsRatio > 1 }"
                :d="`M0 47H${barOf(shares.get(box.gear)!.rmsRatio, box.w - 14)}`"
              />
              <path class="bar-mark" :d="`M${((box.w - 14) * 2) / 3} 43v8`" />
            </template>
            <FitText
              v-else
              y="38"
              class="sev-stop"
              :words="shares.get(box.gear) ? 'load too low' : 'on no channel'"
              :room="box.w - 14"
            />
          </g>
        </PressMark>
      </SheetFrame>
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
.block {
  fill: var(--paper-sunk);
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.block-name {
  font-weight: 600;
}
.terminal {
  fill: var(--craft-metal);
  stroke: var(--ink);
}
.screw,
.clip path {
  stroke: var(--ink);
  stroke-width: 1px;
  fill: none;
}
.clip rect:not(.reach) {
  fill: var(--paper);
  stroke: var(--rule);
}
.clip path {
  stroke-dasharray: 2 2;
}
.clip.closed rect:not(.reach) {
  fill: var(--paper-sunk);
  stroke: var(--ink);
}
.clip.closed path {
  stroke-width: 3px;
  stroke-dasharray: none;
}
.coil {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.speaker {
  cursor: grab;
}
.trial {
  pointer-events: none;
}
.trial rect {
  fill: var(--paper-raised);
  stroke: var(--ink);
}
.bar-back {
  stroke: var(--rule-soft);
  stroke-width: 5px;
}
.bar {
  stroke: var(--tarn);
  stroke-width: 5px;
}
.bar.over {
  stroke: var(--caution);
}
.bar-mark {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
</style>
