<script setup lang="ts">
import { craftOf } from '#core/job/job';
import { computed } from 'vue';
import type { Speaker } from '#core/gear/gear';
import { hang } from '#core/job/wiring';
import { figure, short } from '#core/units/figures';
import { useDrag } from '../../app/dragging';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import GearMark from '../../drawing/GearMark.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { project } from '#core/drawing/projection';
import { placedGear } from '#core/drawing/placed';
import { SHEET } from '#core/drawing/sheet';
import { useJob } from '../../stores/job';
import ChannelPanel from './ChannelPanel.vue';
import SpeakerPanel from './SpeakerPanel.vue';
import WiringPanel from './WiringPanel.vue';
import { BLOCK, BOX, coilPath, layBlocks, layBoxes, layLeads, terminalAt } from './layout';

const store = useJob();
const pattern = computed(() => craftOf(store.job!));
const projection = computed(() =>
  project(pattern.value, 'top', { x: 212, y: 176, w: SHEET.w - 236, h: SHEET.h - 352 }),
);
const spot = (gear: string) => {
  const place = store.job!.gear[gear]?.place;
  return place ? projection.value.to(pattern.value.places[place]!.at) : undefined;
};

const blocks = computed(() => layBlocks(store.job!));
const boxes = computed(() => layBoxes(store.job!, (gear) => spot(gear)?.[0]));
const circuits = computed(() => Object.values(store.plan!.speakers.circuits));
const leads = computed(() => layLeads(blocks.value, boxes.value, circuits.value));
const shares = computed(
  () => new Map(circuits.value.flatMap((c) => c.speakers.map((s) => [s.gear, { ...s, circuit: c }] as const))),
);

const selectedSpeaker = computed(() => {
  const id = store.selected?.kind === 'gear' ? store.selected.id : undefined;
  const item = id === undefined ? undefined : store.job!.gear[id]?.item;
  return id !== undefined && item?.kind === 'speaker' ? { id, item, share: shares.value.get(id) } : undefined;
});
const selectedChannel = computed(() => (store.selected?.kind === 'circuit' ? store.selected.id : undefined));
const litChannel = computed(() => selectedChannel.value ?? selectedSpeaker.value?.share?.circuit.key);

const tag = (gear: string) => store.plan!.tags[gear] ?? '';
const nameOf = (key: string) => {
  const [gear, channel] = key.split('/') as [string, string];
  const block = blocks.value.find((b) => b.gear === gear);
  return `${tag(gear)} ${block?.rows.find((r) => r.key === key)?.name ?? channel}`;
};

function pressChannel(key: string): void {
  if (selectedSpeaker.value && !selectedSpeaker.value.share) drop(selectedSpeaker.value.id, key);
  else store.select({ kind: 'circuit', id: key });
}
const drop = (gear: string, key: string) =>
  store.edit(hang(store.job!, gear, key, 'parallel'), `put ${tag(gear)} on ${nameOf(key)}`);

// Dragging a speaker onto a channel.
const { over, begin } = useDrag<string>(
  'channel',
  () => undefined,
  (gear, channel) => {
    if (channel !== undefined) drop(gear, channel);
  },
);
</script>

<template>
  <StationLayout station="speakers">
    <template #sheet>
      <SheetFrame label="Speakers and the channels that drive them">
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
            :d="`M${box.x + BOX.w - 12} ${box.row === 'top' ? box.y + BOX.h : box.y}L${spot(box.gear)![0]} ${spot(box.gear)![1]}`"
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
          v-for="{ id, item, place } in placedGear(store.job!, 'top')"
          :key="id"
          :item="item"
          :place="place"
          :projection="projection"
          :tag="tag(id)"
          :selected="selectedSpeaker?.id === id"
        />

        <g v-for="block in blocks" :key="block.gear">
          <rect class="block" :x="BLOCK.x" :y="block.y" :width="BLOCK.w" :height="block.h" />
          <text :x="BLOCK.x + 8" :y="block.y + 16" class="block-name">{{ tag(block.gear) }} {{ block.item.name }}</text>
          <text :x="BLOCK.x + 8" :y="block.y + 30" class="small">{{ short(block.item.bank.minOhm) }} Ω least</text>
          <PressMark
            v-for="row in block.rows"
            :key="row.key"
            :class="{ selected: selectedChannel === row.key, offered: over === row.key }"
            :data-channel="row.key"
            :aria-label="`${nameOf(row.key)}${store.plan!.speakers.circuits[row.key] ? `, ${short(store.plan!.speakers.circuits[row.key]!.nominalOhm)} ohms` : ', free'}`"
            @press="pressChannel(row.key)"
          >
            <rect class="plate" :x="BLOCK.x" :y="row.y" :width="BLOCK.w" :height="BLOCK.row" />
            <text :x="BLOCK.x + 8" :y="row.y + 14" class="small">{{ row.name }}</text>
            <text
              :x="BLOCK.x + 8"
              :y="row.y + 29"
              :class="{ 'sev-stop': store.plan!.speakers.circuits[row.key]?.refused, strong: true }"
            >
              {{
                store.plan!.speakers.circuits[row.key]
                  ? `${short(store.plan!.speakers.circuits[row.key]!.nominalOhm)} Ω  ${store.plan!.speakers.circuits[row.key]!.refused ? 'too low' : `${short(store.plan!.speakers.circuits[row.key]!.watts)} W`}`
                  : 'free'
              }}
            </text>
            <circle class="terminal" :cx="BLOCK.x + BLOCK.w - 10" :cy="row.y + 11" r="4" />
            <circle class="terminal" :cx="BLOCK.x + BLOCK.w - 10" :cy="row.y + 23" r="4" />
            <path
              class="screw"
              :d="`M${BLOCK.x + BLOCK.w - 13} ${row.y + 11}h6m-3 -3v6M${BLOCK.x + BLOCK.w - 13} ${row.y + 23}h6`"
            />
          </PressMark>
        </g>

        <PressMark
          v-for="box in boxes"
          :key="box.gear"
          class="speaker"
          :class="{ selected: selectedSpeaker?.id === box.gear }"
          :data-speaker="box.gear"
          :aria-label="`${tag(box.gear)} ${store.job!.gear[box.gear]!.item.name}${shares.get(box.gear) ? `, ${short(shares.get(box.gear)!.watts)} watts` : ', on no channel'}`"
          @press="store.select({ kind: 'gear', id: box.gear })"
          @mousedown.stop
          @pointerdown="begin($event, box.gear)"
        >
          <rect class="plate" :x="box.x" :y="box.y" :width="BOX.w" :height="BOX.h" />
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
              :x="terminalAt(box, coil - 1, '+')[0] + 22"
              :y="box.row === 'top' ? box.y + BOX.h - 8 : box.y + 15"
            >
              {{ short((store.job!.gear[box.gear]!.item as Speaker).coils[coil - 1]!.ohm) }} Ω
            </text>
          </template>
          <g :transform="`translate(${box.x + 8} ${box.row === 'top' ? box.y : box.y + 50})`">
            <text y="18"
              ><tspan class="strong">{{ tag(box.gear) }}</tspan> {{ store.job!.gear[box.gear]!.item.name }}</text
            >
            <template v-if="shares.get(box.gear) && !shares.get(box.gear)!.circuit.refused">
              <text y="42" class="big">{{ short(shares.get(box.gear)!.watts) }} W</text>
              <text x="74" y="41" class="small"
                >{{ figure(shares.get(box.gear)!.rmsRatio * 100, 0) }} % of
                {{ short(shares.get(box.gear)!.item.rmsWatts) }}</text
              >
            </template>
            <text v-else y="41" class="sev-stop">{{ shares.get(box.gear) ? 'load too low' : 'on no channel' }}</text>
          </g>
        </PressMark>
      </SheetFrame>
    </template>

    <template #panel>
      <SpeakerPanel v-if="selectedSpeaker" :speaker="selectedSpeaker" :blocks="blocks" :name-of="nameOf" />
      <ChannelPanel
        v-else-if="selectedChannel && store.plan!.speakers.circuits[selectedChannel]"
        :circuit="store.plan!.speakers.circuits[selectedChannel]!"
        :name="nameOf(selectedChannel)"
      />
      <WiringPanel v-else :ready="blocks.length > 0 && boxes.length > 0" :name-of="nameOf" />
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
.screw {
  stroke: var(--ink);
  stroke-width: 1px;
  fill: none;
}
.coil {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.speaker {
  cursor: grab;
}
</style>
