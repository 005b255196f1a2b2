<script setup lang="ts">
import { setOf } from '#core/job/parts/overrules';
import { computed, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { HAZARDS } from '#core/craft/pattern';
import { craftMap, type RouteProposals } from '#core/routing/index';
import { colourText } from '#core/tables/colours';
import { gaugeName, GAUGES, type Gauge } from '#core/tables/conductors';
import FactField from '../../fields/FactField.vue';
import OverruleNote from '../../app/OverruleNote.vue';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import FitText from '../../drawing/FitText.vue';
import GearMark from '../../drawing/GearMark.vue';
import GearTags from '../../drawing/GearTags.vue';
import PressMark from '../../drawing/PressMark.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { layCallouts } from '#core/drawing/callouts';
import { WIRE_WIDTH, layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { LABELS_END, LABEL_W, LABEL_X, SHEET, twoViews } from '#core/drawing/sheet';
import type { Projection } from '#core/drawing/projection';
import { short as shortFigure } from '#core/units/figures';
import { withoutDrawing } from '../../stores/job';
import { useSheet } from '../../app/sheet';
import { searches } from '../../workers';
import NeckView from './NeckView.vue';
import { gaugeText, inches, lengthText, wireText, wireUnit } from '../../app/units';
import { RUN_KIND_NAMES, type Run, type Way } from '#core/connections/runs';

const { store, job, plan, pattern, endOf } = useSheet();
const router = useRouter();
const map = computed(() => craftMap(pattern.value));
const views = computed(() => twoViews(pattern.value));
const runs = computed(() => plan.value.runs);
const laid = computed(() => runs.value.filter((run) => run.way));
const lanes = computed(() => ({
  side: layLanes(job.value, laid.value, views.value.side),
  top: layLanes(job.value, laid.value, views.value.top),
}));
const selected = computed(() => {
  const chosen = store.selected;
  return chosen?.kind === 'run' ? runs.value.find((run) => run.id === chosen.id) : undefined;
});
/** A leg that a finding is about: its runs are lit, nothing of them is asked. */
const litLeg = computed(() => (store.selected?.kind === 'leg' ? store.selected.id : undefined));
const isLit = (run: Run) =>
  selected.value
    ? selected.value.id === run.id
    : litLeg.value === undefined || (run.way?.legs.includes(litLeg.value) ?? false);
const names = (run: Run) => `${RUN_KIND_NAMES[run.kind].replace(' lead', '')} ${short(run.from)} → ${short(run.to)}`;
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
    const [x, y] = p.to(pattern.value.places[end]!.at);
    if (!marks.some((m) => Math.abs(m.x - x) < 26 && Math.abs(m.y - y) < 18)) marks.push({ end, x, y });
  }
  return marks;
};
const isEnd = (gear: string) => selected.value?.from === gear || selected.value?.to === gear;
const full = (end: string) => endOf(end);

const HEIGHT = computed(() => Math.min(40, (LABELS_END - 26) / Math.max(1, Math.ceil(laid.value.length / 2)) - 5));
const callouts = computed(() =>
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

const legsOf = (run: Run) => (run.way?.legs ?? []).map((id) => map.value.legs[id]!);
const crossing = computed(() => {
  const legs = selected.value ? legsOf(selected.value) : laid.value.flatMap(legsOf);
  return legs.find((leg) => leg.need && leg.id === litLeg.value) ?? legs.find((leg) => leg.need);
});
const neck = computed(() => {
  const leg = crossing.value;
  return leg && { leg, joint: pattern.value.joints[leg.leg.joint!]! };
});

const proposal = shallowRef<RouteProposals>();
/** What the routes of a run rest on: asked anew only when one of these has changed. */
const asked = computed(() => {
  const { choices, settings, craft } = job.value;
  return selected.value
    ? [
        selected.value.id,
        ...plan.value.runs.map((run) => `${run.fromPlace} ${run.toPlace} ${run.way?.legs.join()} ${run.fished.join()}`),
        choices.access,
        settings.labourAnHour,
        settings.wireAMetre,
        JSON.stringify(craft.measures),
      ].join('|')
    : undefined;
});
watch(
  asked,
  async (now) => {
    proposal.value = undefined;
    if (now === undefined) return;
    const answer = await searches().routes(withoutDrawing(job.value), selected.value!.id);
    if (asked.value === now) proposal.value = answer;
  },
  { immediate: true },
);
/** A metre of one conductor as minutes of work. */
const wireMinutes = computed(() => (60 * job.value.settings.wireAMetre) / job.value.settings.labourAnHour);
const sameWay = (way: Way) => way.legs.join() === selected.value?.way?.legs.join();
const coverNames = (covers: readonly string[]) =>
  covers.map((id) => pattern.value.covers[id]!.name.toLowerCase()).join(', ') || 'nothing more';

const cuts = computed(() => plan.value.cutList.cuts.filter((cut) => cut.run === selected.value?.id));
const leadGauges = computed(() => (selected.value?.kind === 'speaker' ? GAUGES.slice(0, 6) : GAUGES));
const setLead = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.overrule('lead', selected.value!.id, value === '' ? null : (value as Gauge));
};
</script>

<template>
  <StationLayout station="routing">
    <template #sheet>
      <SheetFrame label="Every run on the craft, from the right and from above">
        <CraftView v-for="p in views" :key="p.view" :pattern="pattern" :projection="p" faint />
        <text v-if="!laid.length" :x="SHEET.w / 2" y="52" text-anchor="middle" class="big"
          >No runs yet. Put gear on the craft and its wires are laid here.</text
        >
        <template v-for="p in views" :key="p.view">
          <WireLine
            v-for="lane in lanes[p.view]"
            :key="lane.run.id"
            :path="lane.path"
            :wires="lane.run.conductors.map((c) => c.colour)"
            :width="selected?.id === lane.run.id ? 4.5 : WIRE_WIDTH"
            :dim="!isLit(lane.run)"
            @click="press(lane.run)"
          />
          <template v-for="{ id, item, place } in placedGear(job, p.view)" :key="id">
            <GearMark :item="item" :place="place" :projection="p" :selected="isEnd(id)" />
          </template>
          <GearTags :projection="p" :selected="isEnd" />
          <g v-for="{ end, x, y } in marksIn(p)" :key="end" :transform="`translate(${x} ${y})`">
            <rect v-if="end !== pattern.switchedPlace" class="battery" x="-13" y="-9" width="26" height="18" />
            <circle v-else class="battery" r="5" />
            <text v-if="end !== pattern.switchedPlace" y="4.5" text-anchor="middle" class="strong">+ −</text>
          </g>
        </template>
        <g v-for="c in callouts" :key="c.id">
          <path
            v-if="isLit(c.run)"
            class="leader"
            aria-hidden="true"
            :d="`M${c.side === 'left' ? LABEL_X.left + LABEL_W : LABEL_X.right} ${c.y + HEIGHT / 2}L${c.side === 'left' ? LABEL_X.left + LABEL_W + 10 : LABEL_X.right - 10} ${c.y + HEIGHT / 2}L${c.at[0]} ${c.at[1]}`"
          />
          <circle v-if="isLit(c.run)" class="leader-end" :cx="c.at[0]" :cy="c.at[1]" r="2.2" aria-hidden="true" />
          <PressMark
            :class="{ selected: selected?.id === c.id }"
            :aria-pressed="selected?.id === c.id"
            :data-run="c.id"
            :aria-label="`${names(c.run)}, ${lengthText(c.run.cutMm)}`"
            @press="press(c.run)"
          >
            <rect class="plate" :x="LABEL_X[c.side]" :y="c.y" :width="LABEL_W" :height="HEIGHT" />
            <g :transform="`translate(${LABEL_X[c.side] + 8} ${c.y + HEIGHT * 0.7})`">
              <WireLine path="M2 0H40" :wires="c.run.conductors.map((x) => x.colour)" :width="4" />
            </g>
            <FitText
              :x="LABEL_X[c.side] + 8"
              :y="c.y + HEIGHT * 0.38"
              class="small"
              :words="names(c.run)"
              :room="LABEL_W - 16"
            />
            <text :x="LABEL_X[c.side] + 56" :y="c.y + HEIGHT * 0.82" class="strong">{{ lengthText(c.run.cutMm) }}</text>
            <text
              v-if="c.run.pinned"
              :x="LABEL_X[c.side] + LABEL_W - 8"
              :y="c.y + HEIGHT * 0.82"
              class="small"
              text-anchor="end"
              >chosen</text
            >
          </PressMark>
        </g>
      </SheetFrame>
    </template>

    <template #panel>
      <section v-if="selected">
        <h2>{{ RUN_KIND_NAMES[selected.kind] }}</h2>
        <p>{{ full(selected.from) }} → {{ full(selected.to) }}</p>
        <template v-if="selected.way">
          <dl>
            <div v-for="leg in legsOf(selected)" :key="leg.id">
              <dt>
                {{ leg.leg.name
                }}<i v-if="leg.leg.hazards.length"> · {{ leg.leg.hazards.map((h) => HAZARDS[h].name).join(', ') }}</i>
              </dt>
              <dd>{{ lengthText(leg.lengthMm) }}</dd>
            </div>
            <div>
              <dt>Service loops and terminals</dt>
              <dd>{{ lengthText(selected.allowanceMm) }}</dd>
            </div>
            <div class="sum">
              <dt>Cut, in steps of {{ lengthText(job.settings.cutStepMm) }}</dt>
              <dd data-figure="cut">{{ lengthText(selected.cutMm) }}</dd>
            </div>
          </dl>
          <p v-for="cut in cuts" :key="cut.use" class="cut">
            {{ cut.gauge ? `${gaugeText(cut.gauge, job.settings.conductors)} ` : '' }}{{ colourText(cut.colour) }}:
            {{ cut.use }}
          </p>
          <div v-if="selected.kind === 'speaker' || selected.id === plan.power.common?.run" class="lead">
            <label class="form-label" for="lead">Lead gauge</label>
            <select id="lead" class="form-select" :value="setOf(job, 'lead', selected.id) ?? ''" @change="setLead">
              <option value="">{{ plan.proposals[`lead=${selected.id}`]?.words ?? '' }}, as planned</option>
              <option v-for="g in leadGauges" :key="g" :value="g">
                {{ gaugeName(g, job.settings.conductors) }}
              </option>
            </select>
          </div>
        </template>
        <NeckView
          v-if="neck"
          :key="neck.leg.id"
          :joint="neck.joint"
          :fixed-tie="map.at(neck.leg.from)"
          :turning-tie="map.at(neck.leg.to)"
          :wire="selected.conductors[0]!.colour"
          :name="neck.leg.leg.name"
        />
        <h3>Routes</h3>
        <p v-if="!proposal" role="status">Finding routes…</p>
        <template v-else>
          <p class="small">
            {{ proposal.examined }} routes compared{{
              proposal.proven ? '; the first costs least, with covers that are open anyway free' : ', more remain'
            }}. A metre of wire counts as {{ shortFigure(wireMinutes) }} min of work.
          </p>
          <ul>
            <li v-for="{ way, minutes, covers, fished } in proposal.routes" :key="way.legs.join()">
              <button
                type="button"
                class="option"
                :class="{ now: sameWay(way) }"
                :aria-pressed="sameWay(way)"
                @click="store.overrule('way', selected.id, [...way.legs], 'choose route')"
              >
                <span
                  ><b>{{ lengthText(way.lengthMm) }}</b> by {{ way.legs.length }} legs; opens
                  {{ coverNames(Object.keys(covers)) }}{{ fished.length ? ', fished' : '' }}</span
                >
                <span>{{ minutes ? `+ ${minutes} min` : 'no minutes' }}</span>
              </button>
            </li>
          </ul>
        </template>
        <OverruleNote :of="`way=${selected.id}`" />
        <OverruleNote :of="`lead=${selected.id}`" />
        <div class="ends">
          <BButton
            v-if="setOf(job, 'way', selected.id)"
            @click="store.overrule('way', selected.id, null, 'let the plan choose')"
            >Let the plan choose</BButton
          >
          <BButton @click="store.select(undefined)">Show all runs</BButton>
        </div>
      </section>

      <section v-else-if="laid.length">
        <div v-if="litLeg" class="ends">
          <BButton @click="store.select(undefined)">Show all runs</BButton>
        </div>
        <h2>Cut list</h2>
        <table>
          <thead>
            <tr>
              <th scope="col">Wire</th>
              <th scope="col">Pieces</th>
              <th scope="col">Total</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="reel in plan.cutList.reels" :key="reel.what">
              <th scope="row">
                <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
                  <WireLine path="M3 4.5H23" :wires="[reel.colour]" :width="3.5" /></svg
                >{{ reel.what }}
              </th>
              <td>{{ reel.pieces }}</td>
              <td>{{ wireText(reel.totalMm / 1000) }} {{ wireUnit() }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">All wire</th>
              <td>{{ plan.cutList.cuts.length }}</td>
              <td data-figure="wire">{{ wireText(plan.cutList.wireM) }} {{ wireUnit() }}</td>
            </tr>
          </tfoot>
        </table>
        <h3>Pieces</h3>
        <ul class="pieces">
          <li v-for="cut in plan.cutList.cuts" :key="cut.run + cut.use">
            <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
              <WireLine path="M3 4.5H23" :wires="[cut.colour]" :width="3.5" />
            </svg>
            <span>{{ short(cut.from) }} → {{ short(cut.to) }}, {{ cut.use }}</span
            ><b>{{ lengthText(cut.lengthMm) }}</b>
          </li>
        </ul>
        <div class="fields">
          <FactField of="settings" fact="cutStepMm" label="Cut in steps of" />
          <FactField of="settings" fact="terminalAllowanceMm" label="At each terminal" />
          <FactField of="settings" fact="wireAMetre" :label="`${inches ? 'A foot' : 'A metre'} of wire costs`" />
          <FactField of="settings" fact="labourAnHour" label="An hour of work costs" />
        </div>
        <h3>Covers to open</h3>
        <p>
          {{ coverNames(plan.build.teardown.covers.map((c) => c.cover)) }}:
          {{ plan.minutes.teardown + plan.minutes.refit }} min off and on.
        </p>
        <template v-if="neck">
          <h3>Round the neck</h3>
          <NeckView
            :key="neck.leg.id"
            :joint="neck.joint"
            :fixed-tie="map.at(neck.leg.from)"
            :turning-tie="map.at(neck.leg.to)"
            :wire="{ body: 'red' }"
            :name="neck.leg.leg.name"
          />
          <p class="caution">Nothing may hold or snag the bars. Check lock to lock before a panel goes back.</p>
        </template>
      </section>

      <section v-else>
        <h2>Runs</h2>
        <p>Wires follow from gear and circuits: nothing is drawn by hand here.</p>
        <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.battery {
  fill: var(--paper-raised);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
dt {
  color: var(--ink);
}
dd {
  white-space: nowrap;
}
dt i {
  color: var(--caution);
}
.sum {
  border-top: 2px solid var(--ink);
}
.sum dd {
  font-weight: 600;
}
.cut {
  margin: 0;
  color: var(--ink-soft);
}
.lead {
  margin: var(--space-4) 0 var(--space-6);
  width: 170px;
}
.option span:last-child {
  white-space: nowrap;
}
tfoot th,
tfoot td {
  border-top: 2px solid var(--ink);
  font-weight: 600;
}
.pieces li {
  display: flex;
  align-items: center;
  font-size: var(--type-2);
  padding: 1px 0;
}
.fields {
  margin-top: var(--space-6);
}
.pieces span {
  flex: 1;
}
</style>
