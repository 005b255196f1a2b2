<script setup lang="ts">
import { computed } from 'vue';
import type { FuseHolder } from '#core/gear/gear';
import { FACTS } from '#core/job/job';
import { FEED_CASES, proposeHolders, type Feed } from '#core/power/index';
import { LEAD_COLOUR } from '#core/tables/colours';
import { gaugeName, GAUGES, ampacity, type Gauge } from '#core/tables/conductors';
import { FUSE_FAMILIES } from '#core/tables/fuses';
import { figure, short } from '#core/units/figures';
import NumberField from '../../app/NumberField.vue';
import OverruleNote from '../../app/OverruleNote.vue';
import WireLine from '../../drawing/WireLine.vue';
import { useJob } from '../../stores/job';
import { useLibrary } from '../../stores/library';
import { gaugeText } from '../../app/units';

/** One feed: what is chosen, what that comes to, and why. */
const props = defineProps<{ feed: Feed }>();
const store = useJob();
const library = useLibrary();
const tag = computed(() => store.plan!.tags[props.feed.gear] ?? '');
const common = computed(() => store.plan!.power.common);
const engineSpace = computed(() => props.feed.run?.engineSpace ?? false);

const holders = computed(() => library.shelf.filter((item): item is FuseHolder => item.kind === 'fuseHolder'));
const proposed = computed(() => proposeHolders(props.feed, holders.value));
const fuseSizes = computed(() => (props.feed.choice.holder ? FUSE_FAMILIES[props.feed.choice.holder.family].amps : []));
const optionText = (gauge: Gauge) =>
  `${gaugeText(gauge, store.job!.settings.conductors)} · ${short(ampacity(gauge, store.job!.settings.insulation, engineSpace.value, store.job!.settings.conductors))} A`;

const REASONS: Record<Feed['gaugeReason'], string> = {
  drop: 'the smallest that keeps the drop',
  ampacity: 'the smallest that carries the current and its fuse',
  pinned: 'chosen by hand',
  collapse: 'the smallest for the current; no wire brings the power',
  thickest: 'the thickest in the table, still not enough',
};

const INSULATION = { '105': '105 °C', '80': '80 °C', unknown: 'insulation unknown' } as const;

function setHolder(event: Event): void {
  const { value } = event.target as HTMLSelectElement;
  const holder = holders.value.find((h) => h.id === value) ?? null;
  store.edit([
    { op: 'chooseHolder', gear: props.feed.gear, holder },
    // A size the new family does not have cannot stay chosen.
    { op: 'chooseFuse', gear: props.feed.gear, amps: null },
  ]);
}
const setFuse = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([
    {
      op: 'chooseFuse',
      gear: props.feed.gear,
      amps: value === '' ? null : Number(value),
      ...store.why('fuse', props.feed.gear),
    },
  ]);
};
const setGauge = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  store.edit([
    {
      op: 'chooseGauge',
      gear: props.feed.gear,
      gauge: value === '' ? null : (value as Gauge),
      ...store.why('gauge', props.feed.gear),
    },
  ]);
};
</script>

<template>
  <section>
    <h2>
      Feed to <span class="tag">{{ tag }}</span> {{ feed.item.name }}
    </h2>
    <div class="fields">
      <div class="wide">
        <label class="form-label" for="holder">Fuse holder at the battery</label>
        <select id="holder" class="form-select" :value="feed.choice.holder?.id ?? ''" @change="setHolder">
          <option value="">none</option>
          <option v-for="h in holders" :key="h.id" :value="h.id">{{ h.name }}</option>
          <option
            v-if="feed.choice.holder && !holders.some((h) => h.id === feed.choice.holder!.id)"
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
        :min="FACTS.fuseAtMm[0]"
        :max="FACTS.fuseAtMm[1]"
        :unit="FACTS.fuseAtMm[2]"
        :model-value="feed.choice.fuseAtMm"
        @update:model-value="store.edit([{ op: 'placeFuse', gear: feed.gear, atMm: $event }])"
      />
      <div class="wide">
        <label class="form-label" for="gauge">Gauge, out and back</label>
        <select id="gauge" class="form-select" :value="feed.choice.gauge ?? ''" @change="setGauge">
          <option value="">
            as planned{{ feed.gaugePinned ? '' : `: ${gaugeName(feed.gauge, store.job!.settings.conductors)}` }}
          </option>
          <option v-for="g in GAUGES" :key="g" :value="g">{{ optionText(g) }}</option>
        </select>
      </div>
      <OverruleNote class="wide" :of="`fuse=${feed.gear}`" />
      <OverruleNote class="wide" :of="`gauge=${feed.gear}`" />
    </div>
    <dl>
      <div>
        <dt>Gauge</dt>
        <dd data-figure="gauge">{{ gaugeText(feed.gauge, store.job!.settings.conductors) }}</dd>
      </div>
      <div class="because">
        <dt>because it is</dt>
        <dd>{{ REASONS[feed.gaugeReason] }}</dd>
      </div>
      <template v-if="common">
        <div>
          <dt>Common return from {{ store.plan!.tags[common.gear] }}</dt>
          <dd data-figure="common">{{ gaugeText(common.gauge, store.job!.settings.conductors) }}</dd>
        </div>
        <div class="because">
          <dt>because it is</dt>
          <dd>{{ REASONS[common.gaugeReason] }}; {{ short(common.carriesA) }} A of fuses come back on it</dd>
        </div>
      </template>
      <div>
        <dt>Carries, {{ INSULATION[store.job!.settings.insulation] }}{{ engineSpace ? ', engine space' : '' }}</dt>
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
      <div v-if="feed.item.kind === 'amplifier' && feed.item.onboardFuseA !== null">
        <dt>Its own fuse, not for the wire</dt>
        <dd>{{ short(feed.item.onboardFuseA) }} A</dd>
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
          <th scope="col">At {{ tag }}</th>
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
    <p class="small">
      As SPICE netlists:
      <template v-for="(c, i) in FEED_CASES" :key="c.id"
        >{{ i ? ' · ' : ''
        }}<a :href="`/api/jobs/${store.job!.id}/export/feeds-${c.id}.cir`" download>{{
          c.name.toLowerCase()
        }}</a></template
      >
    </p>
    <h3>Where the volts go, engine off</h3>
    <dl class="losses">
      <div v-for="s in feed.stretches" :key="s.name">
        <dt>
          <svg class="swatch" viewBox="0 0 22 8" aria-hidden="true">
            <WireLine
              v-if="s.fromMm !== s.toMm"
              path="M2 4H20"
              :wires="[
                s.fromMm > s.toMm
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
</template>

<style scoped>
.proposal {
  border-left: 3px solid var(--tarn);
  padding-left: 8px;
}
dl .because {
  border-top: 0;
  padding-top: 0;
}
dt,
th,
td {
  white-space: nowrap;
}
tbody th:first-child {
  white-space: normal;
}
.losses dt {
  flex: 1;
}
.losses dd {
  width: 68px;
}
</style>
