<script setup lang="ts">
import { computed } from 'vue';
import { feedLoom } from '#core/connections/looms';
import { isPowered, type FuseHolder } from '#core/gear/gear';
import {
  aheadOf,
  askedOf,
  caseName,
  casesOf,
  feedFormulas,
  FEED_FIGURES,
  gaugeAlternatives,
  mostDrawn,
  mostLost,
  proposeHolders,
  shortAtFuse,
  shortAtPost,
  spareAmps,
  type Feed,
  type FeedCase,
  type GaugeReason,
} from '#core/power/index';
import { LEAD_COLOUR } from '#core/tables/colours';
import { gaugeName, INSULATIONS, sizesOf, ampacity, type Gauge } from '#core/tables/conductors';
import { FUSE_FAMILIES } from '#core/tables/fuses';
import { figure, short } from '#core/units/figures';
import FigureField from '../../fields/FigureField.vue';
import CircuitReadings from '../../app/CircuitReadings.vue';
import OverruleNote from '../../app/OverruleNote.vue';
import WireLine from '../../drawing/WireLine.vue';
import { useSheet } from '../../app/sheet';
import { steady } from '../../app/steady';
import { useLibrary } from '../../stores/library';
import { gaugeText, lengthText } from '../../app/units';
import FeederField from './FeederField.vue';
import FeedStates from './FeedStates.vue';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';
import FactRow from '../../app/facts/FactRow.vue';

/** One feed: what is chosen, what that comes to, and why. */
const props = defineProps<{ feed: Feed }>();
const { store, job, plan, tag, endOf } = useSheet();
const library = useLibrary();
const settings = computed(() => job.value.settings);
const common = computed(() => plan.value.power.common);
const cases = computed(() => casesOf(job.value));
const formulas = steady(() => feedFormulas(job.value, plan.value.power, props.feed));
const drawn = computed(() => mostDrawn(props.feed));
const lost = computed(() => mostLost(props.feed));
const stateWords = (id: FeedCase['id']) => caseName(id).toLowerCase();
const alternatives = computed(() => gaugeAlternatives(job.value, plan.value.power, props.feed));
/** Two sizes either side of the one that is taken. */
const near = computed(() => {
  const at = alternatives.value.findIndex(({ gauge }) => gauge === props.feed.gauge);
  return alternatives.value.slice(Math.max(0, at - 2), at + 3);
});

const fromBattery = computed(() => Object.hasOwn(job.value.craft.batteries, props.feed.feeder));
const holders = computed(() => library.shelf.filter((item): item is FuseHolder => item.kind === 'fuseHolder'));
const shortA = computed(() => (fromBattery.value ? shortAtPost(job.value, props.feed.feeder).amps : 0));
const proposed = computed(() => proposeHolders(props.feed, holders.value, shortA.value));
const fuseSizes = computed(() => (props.feed.family ? FUSE_FAMILIES[props.feed.family].amps : []));
const optionText = (gauge: Gauge) => {
  const { insulation, conductors, bundles } = settings.value;
  const { engineSpace = false, together = 1 } = props.feed.run ?? {};
  const carries = ampacity(gauge, insulation, engineSpace, conductors, bundles ? together : 1);
  return `${gaugeText(gauge, conductors)} · ${short(carries)} A`;
};

/** It is protected by the fuse that came in its loom. */
const fuseOfLoom = computed(
  () =>
    Boolean(props.feed.choice.loom) && props.feed.choice.holder !== null && !job.value.feeds[props.feed.gear]?.holder,
);
/** A holder was chosen, and its loom has a fuse besides. */
const twoFuses = computed(() => {
  const { choice, feeder, gear } = props.feed;
  return Boolean(choice.loom) && !fuseOfLoom.value && Boolean(feedLoom(job.value, feeder, gear)?.item.fuse);
});
const holderOptions = computed(() => {
  const { family, choice, feeder } = props.feed;
  const own =
    choice.holder && !fuseOfLoom.value && !holders.value.some((h) => h.id === choice.holder!.id) ? [choice.holder] : [];
  return [
    [
      '',
      fuseOfLoom.value
        ? 'the fuse of its loom'
        : family && !choice.holder
          ? `the way of ${endOf(feeder, 'mark')}`
          : 'none',
    ] as const,
    ...[...holders.value, ...own].map(({ id, name }) => [id, name] as const),
  ];
});
const fuseOptions = computed(() => {
  const { fusePinned, fuseA } = props.feed;
  return [
    ['', `as planned${fusePinned || fuseA === undefined ? '' : `: ${short(fuseA)} A`}`] as const,
    ...fuseSizes.value.map((size) => [String(size), `${short(size)} A`] as const),
  ];
});
const gaugeOptions = computed(() => {
  const { gaugePinned, gauge } = props.feed;
  const sizes = sizesOf(settings.value.conductors);
  return [
    ['', `as planned${gaugePinned ? '' : `: ${gaugeName(gauge, settings.value.conductors)}`}`] as const,
    ...[...sizes, ...(gaugePinned && !sizes.includes(gauge) ? [gauge] : [])].map((g) => [g, optionText(g)] as const),
  ];
});

const REASONS: Record<GaugeReason, string> = {
  drop: 'the smallest that keeps the drop',
  ampacity: 'the smallest that carries the current and its fuse',
  least: 'the least size allowed here; it carries and holds the drop',
  pinned: 'chosen by hand',
  bought: 'that of its loom',
  collapse: 'the smallest for the current; no wire brings the power',
  thickest: 'the thickest in the table, still not enough',
};

function setHolder(value: string): void {
  const holder = holders.value.find((h) => h.id === value) ?? null;
  store.edit([
    { op: 'chooseHolder', gear: props.feed.gear, holder },
    // A size the new family does not have cannot stay chosen.
    { op: 'overrule', kind: 'fuse', subject: props.feed.gear, value: null },
  ]);
}
const chooseGauge = (gauge: Gauge | null) => store.overrule('gauge', props.feed.gear, gauge);
const ends = computed(() => {
  const seen = new Set<string>();
  return plan.value.terminals.filter(({ run, at, with: what }) => {
    const own = run.endsWith(`>${props.feed.gear}`) && /^(feed|return):/.test(run);
    const key = `${run}@${at}@${what}`;
    return own && !seen.has(key) && Boolean(seen.add(key));
  });
});
const kindOf = (run: string) => (run.startsWith('feed') ? '+' : '−');
/** The circuit of the craft it is fed from, what is asked of that and what it has. */
const circuit = computed(() => aheadOf({ feeds: {}, circuits: plan.value.power.circuits }, props.feed));
const asked = computed(() => (circuit.value ? askedOf(job.value, circuit.value).amps : 0));
const spare = computed(() => circuit.value && spareAmps(job.value, job.value.craft.existing[circuit.value.gear]!));
const boat = computed(() => job.value.craft.pattern.kind === 'boat');
/** Whether a battery switch stands at what it is fed from. */
const switched = computed(() => job.value.craft.batteries[props.feed.feeder]?.batterySwitch === true);
</script>

<template>
  <section>
    <h2>
      Feed to <span class="tag">{{ tag(feed.gear) }}</span> {{ feed.item.name }}
    </h2>
    <div class="fields">
      <FeederField :gear="feed.gear" />
      <PickField
        class="wide"
        :label="fromBattery ? 'Fuse holder at the battery' : `Fuse holder after ${endOf(feed.feeder, 'mark')}`"
        :options="holderOptions"
        :model-value="fuseOfLoom ? '' : (feed.choice.holder?.id ?? '')"
        @update:model-value="setHolder"
      />
      <div v-if="fromBattery && !feed.family && proposed[0]" class="wide proposal">
        <p>{{ proposed[0].holder.name }}, {{ short(proposed[0].fuseA) }} A: {{ proposed[0].reason }}.</p>
        <BButton
          variant="primary"
          @click="store.edit([{ op: 'chooseHolder', gear: feed.gear, holder: proposed[0].holder }])"
          >Fit the proposed fuse</BButton
        >
      </div>
      <PickField
        v-if="feed.family"
        label="Fuse"
        :options="fuseOptions"
        :model-value="feed.fusePinned ? String(feed.choice.fuseA) : ''"
        @update:model-value="store.overrule('fuse', feed.gear, $event ? Number($event) : null)"
      />
      <FigureField
        v-if="feed.choice.holder && feed.choice.holder.family !== 'terminal' && !fuseOfLoom"
        :label="fromBattery ? 'Fuse distance from battery' : 'Fuse distance from the feed point'"
        fact="fuseAtMm"
        :model-value="feed.choice.fuseAtMm"
        @update:model-value="store.edit([{ op: 'placeFuse', gear: feed.gear, atMm: $event }])"
      />
      <p v-if="feed.choice.loom" class="wide">
        It comes by {{ feed.choice.loom }}, {{ gaugeText(feed.gauge, settings.conductors)
        }}{{ fuseOfLoom ? `, with a fuse ${lengthText(feed.choice.fuseAtMm)} along it` : '' }}.
        <template v-if="twoFuses"
          >The fuse that came in it stands behind this one: choose no holder to go by that alone.</template
        >
      </p>
      <PickField
        v-else
        class="wide"
        label="Gauge, out and back"
        :options="gaugeOptions"
        :model-value="feed.choice.gauge ?? ''"
        @update:model-value="chooseGauge($event || null)"
      />
      <TickField
        v-if="boat"
        class="wide"
        label="fuse up to 150 % of the ampacity (ABYC E-11, from memory)"
        :model-value="feed.choice.allow150"
        @update:model-value="store.edit([{ op: 'allow150', gear: feed.gear, allow: $event }])"
      />
      <TickField
        v-if="boat"
        class="wide"
        label="sheathed or in conduit up to the fuse"
        :model-value="feed.choice.sheathed"
        @update:model-value="store.edit([{ op: 'sheathe', gear: feed.gear, sheathed: $event }])"
      />
      <TickField
        v-if="switched"
        class="wide"
        label="tapped ahead of the battery switch: stays live"
        :model-value="feed.choice.ahead"
        @update:model-value="store.edit([{ op: 'tapAhead', gear: feed.gear, ahead: $event }])"
      />
      <OverruleNote class="wide" :of="`fuse=${feed.gear}`" />
      <OverruleNote class="wide" :of="`gauge=${feed.gear}`" />
    </div>
    <dl>
      <FactRow label="Gauge" name="gauge">{{ gaugeText(feed.gauge, settings.conductors) }}</FactRow>
      <div class="because">
        <dt>because it is</dt>
        <dd data-figure="because">{{ REASONS[feed.gaugeReason] }}</dd>
      </div>
      <template v-if="common && plan.power.feeds[common.gear]?.battery === feed.battery && fromBattery">
        <FactRow :label="`Common return from ${tag(common.gear)}`" name="common">{{
          gaugeText(common.gauge, settings.conductors)
        }}</FactRow>
        <div class="because">
          <dt>because it is</dt>
          <dd>{{ REASONS[common.gaugeReason] }}; {{ short(common.carriesA) }} A of fuses come back on it</dd>
        </div>
      </template>
      <FactRow
        name="ampacity"
        :label="`${FEED_FIGURES.ampacity}, ${INSULATIONS[settings.insulation]}`"
        :formula="formulas.ampacity"
        >{{ short(feed.ampacityA) }} A</FactRow
      >
      <FactRow
        v-if="drawn"
        name="amps"
        :label="`${FEED_FIGURES.amps}, ${stateWords(feed.worst.amps)}`"
        :formula="formulas.amps"
        >{{ figure(drawn.amps, 2) }} A</FactRow
      >
      <FactRow name="fuse-need" :label="FEED_FIGURES.fuseNeed" :formula="formulas.fuseNeed"
        >{{ figure(feed.fuseNeedA, 2) }} A</FactRow
      >
      <FactRow v-if="feed.fuseA !== undefined" name="fuse" :label="FEED_FIGURES.fuse" :formula="formulas.fuse"
        >{{ short(feed.fuseA) }} A</FactRow
      >
      <FactRow v-else-if="feed.above" :label="`Protected by ${endOf(feed.above.gear, 'mark')}`"
        >{{ short(feed.above.amps) }} A</FactRow
      >
      <template v-if="circuit">
        <FactRow :label="`Asked of ${endOf(feed.feeder, 'mark')}`" name="circuit-asked"
          >{{ figure(asked, 2) }} A</FactRow
        >
        <FactRow label="It has to spare" name="circuit-spare"
          ><span :class="{ bad: spare !== undefined && asked > spare }">{{
            spare === undefined ? 'not known' : `${figure(Math.max(0, spare), 2)} A`
          }}</span></FactRow
        >
      </template>
      <FactRow
        v-if="lost"
        name="drop"
        :label="`${FEED_FIGURES.drop}, ${stateWords(feed.worst.drop)}`"
        :formula="formulas.drop"
        >{{ figure(lost.dropVolts, 2) }} V · {{ figure(lost.dropPct, 2) }} %</FactRow
      >
      <FactRow v-if="feed.run" name="wire" :label="FEED_FIGURES.wire" :formula="formulas.wire"
        >{{ figure((feed.run.outMm + feed.run.backMm) / 1000, 2) }} m</FactRow
      >
      <FactRow v-if="formulas.short" name="short" :label="FEED_FIGURES.short" :formula="formulas.short"
        >{{ short(Math.round(shortAtFuse(job, plan.power, feed)!.amps)) }} A</FactRow
      >
      <FactRow label="Max. fuse (maker)">{{ short(feed.item.makerMaxFuseA) }} A</FactRow>
      <FactRow
        v-if="feed.item.kind === 'amplifier' && feed.item.onboardFuseA !== null"
        label="Its own fuse, not for the wire"
        >{{ short(feed.item.onboardFuseA) }} A</FactRow
      >
      <FactRow v-if="isPowered(feed.item)" label="Sound at full output">{{ figure(feed.audioWatts, 1) }} W</FactRow>
    </dl>
    <template v-if="circuit">
      <h3>{{ circuit.item.name }}</h3>
      <CircuitReadings :id="feed.feeder" :key="feed.feeder" />
    </template>
    <FeedStates :feed="feed" />
    <template v-if="near.length">
      <h3>Other sizes</h3>
      <ul>
        <li v-for="a in near" :key="a.gauge">
          <button
            type="button"
            class="option"
            :class="{ now: a.gauge === feed.gauge }"
            :data-alternative="a.gauge"
            @click="chooseGauge(a.gauge)"
          >
            <span>{{ gaugeName(a.gauge, settings.conductors) }}</span>
            <span :class="{ bad: !a.carries }">{{ short(a.ampacityA) }} A</span>
            <span :class="{ bad: !a.holdsDrop }">{{
              a.dropPct === undefined ? 'collapses' : `${figure(a.dropPct, 2)} %`
            }}</span>
          </button>
        </li>
      </ul>
    </template>
    <p class="small">
      As SPICE netlists:
      <template v-for="(c, i) in cases" :key="c.id"
        >{{ i ? ' · ' : ''
        }}<a :href="`/api/jobs/${job.id}/export/feeds-${c.id}.cir`" download>{{ c.name.toLowerCase() }}</a></template
      >
    </p>
    <h3>Voltage drop by section, engine off</h3>
    <dl class="losses">
      <div v-for="(s, i) in feed.stretches" :key="i">
        <dt>
          <svg class="swatch" viewBox="0 0 22 8" aria-hidden="true">
            <WireLine
              v-if="s.fromMm !== s.toMm"
              path="M2 4H20"
              v-bind="LEAD_COLOUR[s.fromMm > s.toMm ? 'ground' : feed.item.kind === 'headUnit' ? 'constant' : 'feed']"
              :width="3"
            /></svg
          >{{ s.gear !== undefined && s.gear !== feed.gear ? `${tag(s.gear)}: ` : '' }}{{ s.name }}
        </dt>
        <dd>{{ figure(s.ohm * 1000, 2) }} mΩ</dd>
        <dd>{{ figure(s.lostVolts * 1000, 0) }} mV</dd>
      </div>
    </dl>
    <template v-if="ends.length">
      <h3>Ends</h3>
      <dl>
        <FactRow v-for="e in ends" :key="`${e.run}${e.at}`" :label="`${kindOf(e.run)} at ${endOf(e.at, 'mark')}`">{{
          e.with
        }}</FactRow>
      </dl>
    </template>
    <p class="caution">Battery negative off first. Colour never proves what a wire is: meter it.</p>
  </section>
</template>

<style scoped>
.proposal {
  border-left: 3px solid var(--tarn);
  padding-left: var(--space-4);
}
dl .because {
  border-top: 0;
  padding-top: 0;
}
.because dt {
  white-space: nowrap;
}
.option span:first-child {
  flex: 1;
}
.option span:not(:first-child) {
  width: 76px;
  text-align: right;
}
.losses dt {
  flex: 1;
}
.losses dd {
  width: 68px;
}
label.wide {
  font-size: var(--type-3);
}
</style>
