<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import type { FuseHolder } from '#core/gear/gear';
import { LEAD_COLOUR } from '#core/tables/colours';
import { GAUGES, ampacity, gaugeArea, gaugeDiameter, type Gauge } from '#core/tables/conductors';
import { FUSE_FAMILIES } from '#core/tables/fuses';
import { FEED_CASES, proposeHolders, voltProfile, voltsAt, type Feed } from '#core/power/index';
import { figure, short } from '#core/units/figures';
import NumberField from '../../app/NumberField.vue';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import GearMark from '../../drawing/GearMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { layLanes } from '../../drawing/lanes';
import { pathOf, project } from '../../drawing/projection';
import { SHEET } from '../../drawing/sheet';
import { useJob } from '../../stores/job';
import { useLibrary } from '../../stores/library';
import { alongPath } from './along';

const store = useJob();
const library = useLibrary();
const router = useRouter();
const pattern = computed(() => store.job!.craft.pattern);
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
const lanes = computed(() => layLanes(pattern.value, runs.value, projection.value));
const widthOf = (gear: string) => Math.min(9, 2.4 + 1.1 * gaugeDiameter(store.plan!.power.feeds[gear]?.gauge ?? '18'));

const profile = computed(() => (feed.value ? voltProfile(feed.value) : []));

// The feed as it lies on the craft, for what is printed along it.
const course = computed(() => {
  const run = feed.value && store.plan!.runs.find((r) => r.id === `feed:battery>${feed.value!.gear}`);
  return run?.way ? run.points.map(projection.value.to) : undefined;
});
const fuseSpot = computed(() => {
  if (!course.value || !feed.value?.choice.holder || !feed.value.run) return undefined;
  return alongPath(course.value, feed.value.choice.fuseAtMm / feed.value.run.outMm);
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

// Volts against length, below the craft.
const CHART = { x: 78, y: 484, w: SHEET.w - 130, h: 132 } as const;
const chart = computed(() => {
  const points = profile.value;
  if (!points.length || !feed.value?.run) return undefined;
  const end = feed.value.run.outMm;
  const high = points[0]!.volts;
  const limit = high - (store.job!.settings.dropLimitPct / 100) * 12;
  const low = Math.min(points.at(-1)!.volts, limit) - 0.08;
  const x = (mm: number) => CHART.x + (mm / end) * CHART.w;
  const y = (v: number) => CHART.y + ((high - v) / (high - low)) * CHART.h;
  const step = high - low > 1 ? 0.5 : high - low > 0.35 ? 0.1 : 0.05;
  const ticks: number[] = [];
  for (let v = Math.ceil(low / step) * step; v <= high + 1e-9; v += step) ticks.push(v);
  const metres: number[] = [];
  for (let mm = 0; mm <= end; mm += end > 3000 ? 1000 : 500) metres.push(mm);
  return {
    line: pathOf(points.map((p) => [x(p.mm), y(p.volts)])),
    area: `${pathOf(points.map((p) => [x(p.mm), y(p.volts)]))}L${x(end)} ${y(low)}L${x(0)} ${y(low)}Z`,
    limitY: y(limit),
    limit,
    ticks: ticks.map((v) => ({ v, y: y(v) })),
    metres: metres.map((mm) => ({ mm, x: x(mm) })),
    fuse: points.find((p) => p.what === 'After the fuse'),
    x,
    y,
  };
});

const holders = computed(() => library.shelf.filter((item): item is FuseHolder => item.kind === 'fuseHolder'));
const proposed = computed(() => (feed.value ? proposeHolders(feed.value, holders.value) : []));
const fuseSizes = computed(() =>
  feed.value?.choice.holder ? FUSE_FAMILIES[feed.value.choice.holder.family].amps : [],
);
const gaugeText = (gauge: Gauge) =>
  `${gauge} AWG · ${figure(gaugeArea(gauge), gaugeArea(gauge) < 10 ? 2 : 1)} mm² · ${short(ampacity(gauge, store.job!.settings.insulation, feed.value?.run?.engineSpace ?? false))} A`;

const REASONS: Record<Feed['gaugeReason'], string> = {
  drop: 'the smallest that keeps the drop',
  ampacity: 'the smallest that carries the current and its fuse',
  pinned: 'chosen by hand',
  thickest: 'the thickest in the table, still not enough',
};

function setHolder(event: Event): void {
  const { value } = event.target as HTMLSelectElement;
  const holder = holders.value.find((h) => h.id === value) ?? null;
  store.edit([
    { op: 'chooseHolder', gear: feed.value!.gear, holder },
    // A size the new family does not have cannot stay chosen.
    { op: 'chooseFuse', gear: feed.value!.gear, amps: null },
  ]);
}
const setFuse = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'chooseFuse', gear: feed.value!.gear, amps: value === '' ? null : Number(value) }]);
};
const setGauge = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'chooseGauge', gear: feed.value!.gear, gauge: value === '' ? null : (value as Gauge) }]);
};
const setInsulation = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([{ op: 'setSettings', settings: { insulation: value as 'unknown' | '80' | '105' } }]);
};
const batteryAt = computed(() => projection.value.to(pattern.value.places[pattern.value.batteryPlace]!.at));
const openBattery = () => store.select({ kind: 'job', id: store.job!.id });
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
          :at="projection.to(pattern.places[store.job!.gear[f.gear]!.place!]!.at)"
          :projection="projection"
          :tag="tag(f.gear)"
          :selected="feed?.gear === f.gear"
        />
        <g
          class="press"
          :class="{ selected: showBattery }"
          role="button"
          tabindex="0"
          aria-label="Battery and charging"
          data-testid="battery"
          :transform="`translate(${batteryAt[0]} ${batteryAt[1]})`"
          @click="openBattery"
          @keydown.enter.prevent="openBattery"
          @keydown.space.prevent="openBattery"
        >
          <rect class="plate battery" x="-21" y="-17" width="42" height="34" />
          <path class="posts" d="M-14 -17v-5h8v5M6 -17v-5h8v5" />
          <text y="5" text-anchor="middle" class="strong">+ −</text>
        </g>
        <g v-if="fuseSpot" :transform="`translate(${fuseSpot.at[0]} ${fuseSpot.at[1]})`" aria-hidden="true">
          <rect class="fuse" x="-15" y="-9" width="30" height="18" rx="9" />
          <text class="fuse-text" text-anchor="middle" y="4.5">{{
            feed!.fuseA === undefined ? '?' : short(feed!.fuseA)
          }}</text>
        </g>
        <g v-for="p in printed" :key="p.part" aria-hidden="true">
          <text class="volts" :x="p.x" :y="p.y" :text-anchor="p.anchor">{{ figure(p.volts, 2) }} V</text>
        </g>

        <g v-for="(f, i) in feeds" :key="f.gear">
          <g
            class="press"
            :class="{ selected: feed?.gear === f.gear && !showBattery }"
            role="button"
            tabindex="0"
            :data-feed="f.gear"
            :aria-label="`Feed to ${tag(f.gear)} ${f.item.name}, ${f.gauge} AWG, ${f.fuseA === undefined ? 'no fuse' : `${short(f.fuseA)} ampere fuse`}`"
            @click="store.select({ kind: 'feed', id: f.gear })"
            @keydown.enter.prevent="store.select({ kind: 'feed', id: f.gear })"
            @keydown.space.prevent="store.select({ kind: 'feed', id: f.gear })"
          >
            <rect class="plate" x="28" :y="34 + i * 104" width="186" height="94" />
            <text x="38" :y="54 + i * 104" class="strong">{{ tag(f.gear) }} {{ f.item.name }}</text>
            <text v-if="!f.run" x="38" :y="76 + i * 104" class="small">has no place yet</text>
            <template v-else>
              <text x="38" :y="79 + i * 104" class="big">{{ f.gauge }} AWG</text>
              <text x="126" :y="78 + i * 104" :class="f.fuseA === undefined ? 'sev-stop' : ''">{{
                f.fuseA === undefined ? 'no fuse' : `${short(f.fuseA)} A fuse`
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
          </g>
        </g>

        <g v-if="chart && feed" aria-hidden="true">
          <text :x="CHART.x" :y="CHART.y - 14" class="strong"
            >Volts along the feed to {{ tag(feed.gear) }}, engine off, full output</text
          >
          <g v-for="t in chart.ticks" :key="t.v">
            <path class="grid" :d="`M${CHART.x} ${t.y}H${CHART.x + CHART.w}`" />
            <text class="small" :x="CHART.x - 8" :y="t.y + 4" text-anchor="end">{{ figure(t.v, 2) }} V</text>
          </g>
          <g v-for="m in chart.metres" :key="m.mm">
            <path class="grid" :d="`M${m.x} ${CHART.y + CHART.h}v6`" />
            <text class="small" :x="m.x" :y="CHART.y + CHART.h + 20" text-anchor="middle">{{ m.mm / 1000 }} m</text>
          </g>
          <path class="fall-area" :d="chart.area" />
          <path class="limit" :d="`M${CHART.x} ${chart.limitY}H${CHART.x + CHART.w}`" />
          <text class="small" :x="CHART.x + CHART.w - 6" :y="chart.limitY + 14" text-anchor="end"
            >limit {{ short(store.job!.settings.dropLimitPct) }} % of 12 V</text
          >
          <path class="fall" :d="chart.line" />
          <g v-if="chart.fuse">
            <circle class="knot" :cx="chart.x(chart.fuse.mm)" :cy="chart.y(chart.fuse.volts)" r="4" />
            <text :x="chart.x(chart.fuse.mm) + 9" :y="chart.y(chart.fuse.volts) - 6" class="small">fuse</text>
          </g>
          <circle class="knot" :cx="CHART.x + CHART.w" :cy="chart.y(profile.at(-1)!.volts)" r="4" />
          <text :x="CHART.x + CHART.w - 10" :y="chart.y(profile.at(-1)!.volts) + 17" text-anchor="end" class="strong"
            >{{ figure(profile.at(-1)!.volts, 2) }} V at {{ tag(feed.gear) }}</text
          >
        </g>
        <text v-else-if="feed && feed.collapsed" :x="SHEET.w / 2" y="560" text-anchor="middle" class="big sev-stop"
          >There is no steady voltage at which this feed brings that power.</text
        >
        <text v-else-if="feed" :x="SHEET.w / 2" y="560" text-anchor="middle" class="big"
          >Give {{ tag(feed.gear) }} a place at Gear and its feed is drawn here.</text
        >
      </SheetFrame>
    </template>

    <template #panel>
      <section v-if="showBattery">
        <h2>Battery and charging</h2>
        <div class="fields">
          <NumberField
            label="At rest, engine off"
            unit="V"
            :min="10"
            :max="15"
            :model-value="store.job!.craft.battery.restVolts"
            @update:model-value="store.edit([{ op: 'setBattery', battery: { restVolts: $event } }])"
          />
          <NumberField
            label="Internal resistance"
            unit="mΩ"
            :min="0.1"
            :max="500"
            :model-value="store.job!.craft.battery.internalMilliohm"
            @update:model-value="store.edit([{ op: 'setBattery', battery: { internalMilliohm: $event } }])"
          />
          <NumberField
            label="Posts while riding"
            unit="V"
            :min="12"
            :max="16"
            :model-value="store.job!.craft.charging.setVolts"
            @update:model-value="store.edit([{ op: 'setCharging', charging: { setVolts: $event } }])"
          />
          <NumberField
            label="Spare at idle"
            unit="A"
            :min="0"
            :max="300"
            :model-value="store.job!.craft.charging.spareIdleA"
            @update:model-value="store.edit([{ op: 'setCharging', charging: { spareIdleA: $event } }])"
          />
          <NumberField
            label="Spare at cruise"
            unit="A"
            :min="0"
            :max="300"
            :model-value="store.job!.craft.charging.spareCruiseA"
            @update:model-value="store.edit([{ op: 'setCharging', charging: { spareCruiseA: $event } }])"
          />
          <NumberField
            label="Drop allowed"
            unit="%"
            :min="0.5"
            :max="15"
            :model-value="store.job!.settings.dropLimitPct"
            @update:model-value="store.edit([{ op: 'setSettings', settings: { dropLimitPct: $event } }])"
          />
          <NumberField
            label="Wire works at"
            unit="°C"
            :min="0"
            :max="105"
            :model-value="store.job!.settings.conductorCelsius"
            @update:model-value="store.edit([{ op: 'setSettings', settings: { conductorCelsius: $event } }])"
          />
          <div>
            <label class="form-label" for="insulation">Insulation</label>
            <select id="insulation" class="form-select" :value="store.job!.settings.insulation" @change="setInsulation">
              <option value="105">105 °C</option>
              <option value="80">80 °C</option>
              <option value="unknown">unknown, as 80 °C</option>
            </select>
          </div>
        </div>
        <p class="caution">Battery negative off first, and last back on. The fuse is fitted last.</p>
        <BButton size="sm" variant="outline-secondary" @click="store.select(undefined)">Done</BButton>
      </section>

      <section v-else-if="feed && feed.run">
        <h2>
          Feed to <span class="tag">{{ tag(feed.gear) }}</span> {{ feed.item.name }}
        </h2>
        <div class="fields">
          <div class="wide">
            <label class="form-label" for="holder">Fuse holder at the battery</label>
            <select id="holder" class="form-select" :value="feed.choice.holder?.id ?? ''" @change="setHolder">
              <option value="">none</option>
              <option v-for="h in holders" :key="h.id" :value="h.id">{{ h.name }}</option>
              <option
                v-if="feed.choice.holder && !holders.some((h) => h.id === feed!.choice.holder!.id)"
                :value="feed.choice.holder.id"
              >
                {{ feed.choice.holder.name }}
              </option>
            </select>
          </div>
          <div v-if="!feed.choice.holder && proposed[0]" class="wide proposal">
            <p>{{ proposed[0].holder.name }}, {{ short(proposed[0].fuseA) }} A: {{ proposed[0].reason }}.</p>
            <BButton
              size="sm"
              variant="primary"
              @click="store.edit([{ op: 'chooseHolder', gear: feed.gear, holder: proposed[0].holder }])"
              >Fit the proposed fuse</BButton
            >
          </div>
          <div v-if="feed.choice.holder">
            <label class="form-label" for="fuse">Fuse</label>
            <select id="fuse" class="form-select" :value="feed.choice.fuseA ?? ''" @change="setFuse">
              <option value="">
                as planned{{ feed.fusePinned || feed.fuseA === undefined ? '' : `: ${short(feed.fuseA)} A` }}
              </option>
              <option v-for="size in fuseSizes" :key="size" :value="size">{{ short(size) }} A</option>
            </select>
          </div>
          <NumberField
            v-if="feed.choice.holder"
            label="Fuse from the post"
            unit="mm"
            :min="0"
            :max="20000"
            :model-value="feed.choice.fuseAtMm"
            @update:model-value="store.edit([{ op: 'placeFuse', gear: feed.gear, atMm: $event }])"
          />
          <div class="wide">
            <label class="form-label" for="gauge">Gauge, out and back</label>
            <select id="gauge" class="form-select" :value="feed.choice.gauge ?? ''" @change="setGauge">
              <option value="">as planned{{ feed.gaugePinned ? '' : `: ${feed.gauge} AWG` }}</option>
              <option v-for="g in GAUGES" :key="g" :value="g">{{ gaugeText(g) }}</option>
            </select>
          </div>
        </div>
        <dl>
          <div>
            <dt>Gauge</dt>
            <dd data-figure="gauge">{{ feed.gauge }} AWG</dd>
          </div>
          <div class="because">
            <dt>because it is</dt>
            <dd>{{ REASONS[feed.gaugeReason] }}</dd>
          </div>
          <div>
            <dt>Carries{{ feed.run.engineSpace ? ' in the engine space' : '' }}</dt>
            <dd>{{ short(feed.ampacityA) }} A</dd>
          </div>
          <div>
            <dt>Fuse at least</dt>
            <dd>1.25 × {{ figure(feed.fuseNeedA / 1.25, 2) }} = {{ figure(feed.fuseNeedA, 2) }} A</dd>
          </div>
          <div>
            <dt>Gear allows ahead of it</dt>
            <dd>{{ short(feed.item.makerMaxFuseA) }} A</dd>
          </div>
          <div>
            <dt>Sound at full output</dt>
            <dd>{{ figure(feed.audioWatts, 1) }} W</dd>
          </div>
        </dl>
        <table>
          <caption class="visually-hidden">
            Volts and amperes in each state
          </caption>
          <thead>
            <tr>
              <th scope="col">State</th>
              <th scope="col">Posts</th>
              <th scope="col">At {{ tag(feed.gear) }}</th>
              <th scope="col">Draws</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in FEED_CASES" :key="c.id" :data-case="c.id">
              <th scope="row">{{ c.name }}</th>
              <template v-if="feed.states[c.id]">
                <td>{{ figure(feed.states[c.id]!.postVolts, 2) }} V</td>
                <td>{{ figure(feed.states[c.id]!.deviceVolts, 2) }} V</td>
                <td>{{ figure(feed.states[c.id]!.amps, 2) }} A</td>
              </template>
              <td v-else colspan="3" class="bad">collapses</td>
            </tr>
          </tbody>
        </table>
        <h3>Where the volts go, engine off</h3>
        <dl class="losses">
          <div v-for="s in feed.stretches" :key="s.name">
            <dt>
              <svg class="swatch" viewBox="0 0 22 8" aria-hidden="true">
                <WireLine
                  v-if="s.name.startsWith('Conductor') || s.name === 'Post to fuse'"
                  path="M2 4H20"
                  :wires="[
                    s.name.endsWith('back')
                      ? LEAD_COLOUR.ground
                      : feed.item.kind === 'headUnit'
                        ? LEAD_COLOUR.constant
                        : LEAD_COLOUR.feed,
                  ]"
                  :width="3"
                /></svg
              >{{ s.name }}
            </dt>
            <dd>{{ figure(s.ohm * 1000, 2) }} mΩ</dd>
            <dd>{{ figure(s.lostVolts * 1000, 0) }} mV</dd>
          </div>
        </dl>
        <p class="caution">Battery negative off first. Colour never proves what a wire is: meter it.</p>
      </section>

      <section v-else>
        <h2>Feeds</h2>
        <p v-if="feeds.length">
          {{ tag(feed!.gear) }} {{ feed!.item.name }} has no place on the craft, so its feed has no length.
        </p>
        <p v-else>A head unit or amplifier brings its feed with it.</p>
        <BButton size="sm" variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.strong {
  font-weight: 600;
}
.battery {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.posts {
  fill: var(--ink);
}
.fuse {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.6px;
}
.sheet .fuse-text {
  font: 600 13px var(--narrow);
}
.sheet .volts {
  font: 600 18px var(--narrow);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.grid {
  stroke: var(--rule-soft);
  fill: none;
}
.limit {
  stroke: var(--stop);
  stroke-dasharray: 7 4;
  fill: none;
}
.fall {
  stroke: var(--ink);
  stroke-width: 2.2px;
  fill: none;
}
.fall-area {
  fill: var(--tarn-wash);
  opacity: 0.6;
}
.knot {
  fill: var(--ink);
}
h2 {
  font-size: 19px;
  margin-bottom: 8px;
}
h3 {
  font-size: 16px;
  margin: 12px 0 2px;
}
p {
  font-size: 14px;
  margin: 0 0 6px;
}
.tag {
  background: var(--ink);
  color: var(--paper);
  padding: 0 6px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
  margin-bottom: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.proposal {
  border-left: 3px solid var(--tarn);
  padding-left: 8px;
}
dl {
  margin: 0 0 10px;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  border-top: 1px solid var(--rule-soft);
  padding: 3px 0;
  font-size: 14px;
}
dl .because {
  border-top: 0;
  padding-top: 0;
}
dt {
  font-weight: 400;
  color: var(--ink-soft);
  white-space: nowrap;
}
dd {
  margin: 0;
  font-weight: 500;
  text-align: right;
}
.losses dt {
  flex: 1;
}
.losses dd {
  width: 68px;
}
.swatch {
  width: 22px;
  height: 8px;
  margin-right: 6px;
}
table {
  width: 100%;
  font-size: 14px;
}
th,
td {
  font-weight: 400;
  text-align: right;
  padding: 3px 0 3px 6px;
  border-top: 1px solid var(--rule-soft);
  white-space: nowrap;
}
thead th {
  color: var(--ink-soft);
  border: 0;
}
th:first-child {
  text-align: left;
  padding-left: 0;
  white-space: normal;
}
.bad {
  color: var(--stop);
}
.caution {
  margin-top: 12px;
  padding-left: 8px;
  border-left: 3px solid var(--caution);
}
</style>
