<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { MAY_LIE, isMade, runWords, type Run, type Way } from '#core/connections/runs';
import { HAZARDS } from '#core/craft/leg';
import { setOf } from '#core/job/parts/overrules';
import { craftMap, type RouteProposals } from '#core/routing/index';
import { colourText } from '#core/tables/colours';
import { PORT_KINDS } from '#core/gear/ports';
import { gaugeName, GAUGES } from '#core/tables/conductors';
import { short as shortFigure, tenth } from '#core/units/figures';
import OverruleNote from '../../app/OverruleNote.vue';
import { useSheet } from '../../app/sheet';
import { gaugeText, lengthText } from '../../app/units';
import { withoutDrawing } from '../../stores/plan-shown';
import { searches } from '../../workers';
import { coversText } from './covers';
import JointPanel from './JointPanel.vue';
import { useLeading } from './leading';
import PickField from '../../fields/PickField.vue';

/** One run: its legs, what is cut for it, and the other routes it could take. */
const props = defineProps<{ run: Run }>();
const { store, job, plan, pattern, endOf } = useSheet();
const map = computed(() => craftMap(pattern.value));
const legs = computed(() => (props.run.way?.legs ?? []).map((id) => map.value.legs[id]!));
const crossing = computed(() => legs.value.filter(({ need }) => need));

const proposal = shallowRef<RouteProposals>();
/** What the routes of a run rest on: asked anew only when one of these has changed. */
const asked = computed(() => {
  const { choices, settings, craft } = job.value;
  return [
    props.run.id,
    ...plan.value.runs.map(
      (each) => `${each.fromPlace} ${each.toPlace} ${each.way?.legs.join()} ${each.fished.join()}`,
    ),
    choices.access,
    settings.labourAnHour,
    settings.wireAMetre,
    JSON.stringify(craft.measures),
  ].join('|');
});
watch(
  asked,
  async (_, __, onCleanup) => {
    let isWanted = true;
    onCleanup(() => (isWanted = false));
    proposal.value = undefined;
    const answer = await searches().routes(withoutDrawing(job.value), props.run.id);
    if (isWanted) proposal.value = answer;
  },
  { immediate: true },
);
/** A metre of one conductor as minutes of work. */
const wireMinutes = computed(() => (60 * job.value.settings.wireAMetre) / job.value.settings.labourAnHour);
const sameWay = (way: Way) => way.legs.join() === props.run.way?.legs.join();

/** Legs it does not go along, by name. */
const others = computed(() => [
  ['', 'as it is'] as const,
  ...Object.values(map.value.legs)
    .filter(
      ({ id, banned }) => !banned && !props.run.way?.legs.includes(id) && !Object.hasOwn(job.value.overrules.leg, id),
    )
    .map(({ id, leg }) => [id, leg.name] as const)
    .sort(([, a], [, b]) => a.localeCompare(b)),
]);
const { leadAlong } = useLeading();
const ledSaid = shallowRef('');
async function lead(leg: string): Promise<void> {
  const { id } = props.run;
  ledSaid.value = '';
  if (!(await leadAlong(id, leg)) && props.run.id === id)
    ledSaid.value = `No route of it passes “${pattern.value.legs[leg]!.name}”.`;
}

const cuts = computed(() => plan.value.cutList.cuts.filter((cut) => cut.run === props.run.id));
const loomName = computed(() => (props.run.loom ? job.value.looms[props.run.loom.loom]!.item.name : ''));
/** Made leads that lie along it. */
const links = computed(() => plan.value.links.filter(({ run }) => run === props.run.id));
function reachText({ kind, neededMm, haveMm }: (typeof links.value)[number]): string {
  const name = `${PORT_KINDS[kind]} lead`;
  if (haveMm === undefined || neededMm === undefined) return `${name}: nobody has said how long it is.`;
  return haveMm < neededMm
    ? `${name}: ${lengthText(haveMm)}, ${lengthText(neededMm - haveMm)} short.`
    : `${name}: ${lengthText(haveMm)}, ${lengthText(haveMm - neededMm)} to park.`;
}
const leadGauges = computed(() => (props.run.kind === 'speaker' ? GAUGES.slice(0, 6) : GAUGES));
</script>

<template>
  <section>
    <h2>{{ runWords(run) }}</h2>
    <p>{{ endOf(run.from) }} → {{ endOf(run.to) }}</p>
    <PickField
      v-if="MAY_LIE.includes(run.kind)"
      class="lies"
      label="This lead"
      :options="{
        '': `${run.old ? 'lies there already' : 'is pulled anew'}, as planned`,
        old: 'lies there already',
        new: 'is pulled anew',
      }"
      :model-value="job.leads[run.id] ?? ''"
      @update:model-value="store.edit([{ op: 'setLead', run: run.id, lies: ($event || null) as 'old' | 'new' | null }])"
    />
    <p v-if="run.old && !MAY_LIE.includes(run.kind)" class="small">
      It goes into the plug that is there, by an adapter: no wire is cut or pulled.
    </p>
    <p v-else-if="run.old && run.loom" class="small">
      It comes by the old lead as far as the speaker’s plug, and from there by {{ loomName }}: nothing of it is pulled.
    </p>
    <p v-else-if="run.old" class="small">
      Nothing of it is cut or pulled, and it opens no cover: only what is new at its ends is joined to it. Where it runs
      is not known; it is drawn as it would be laid.
    </p>
    <template v-if="run.way && !run.old">
      <dl>
        <div v-for="leg in legs" :key="leg.id">
          <dt>
            <button type="button" class="leg" @click="store.select({ kind: 'leg', id: leg.id })">
              {{ leg.leg.name }}</button><i v-if="leg.leg.hazards.length">
              · {{ leg.leg.hazards.map((h) => HAZARDS[h].name).join(', ') }}</i
            >
          </dt>
          <dd>{{ lengthText(leg.lengthMm) }}</dd>
        </div>
        <div v-if="run.plugsMm">
          <dt>To the plugs, from the middle of the places</dt>
          <dd data-figure="plugs">{{ run.plugsMm < 0 ? '−' : '' }}{{ lengthText(Math.abs(run.plugsMm)) }}</dd>
        </div>
        <div>
          <dt>{{ isMade(run) ? 'Service loops' : 'Service loops and terminals' }}</dt>
          <dd>{{ lengthText(run.allowanceMm) }}</dd>
        </div>
        <div v-if="run.loom">
          <dt>Asked in all</dt>
          <dd>{{ lengthText(run.layMm + run.plugsMm + run.allowanceMm) }}</dd>
        </div>
        <div class="sum">
          <dt v-if="run.loom">Of {{ loomName }}, from plug to plug; nothing is cut</dt>
          <dt v-else-if="run.kind === 'link'">From plug to plug; it is made, not cut</dt>
          <dt v-else>Cut, in steps of {{ lengthText(job.settings.cutStepMm) }}</dt>
          <dd data-figure="cut">{{ lengthText(run.cutMm) }}</dd>
        </div>
      </dl>
      <PickField
        v-if="!job.seal"
        class="through"
        label="Lead it along another leg"
        :options="others"
        model-value=""
        @update:model-value="$event && lead($event)"
      />
      <p v-if="ledSaid" role="status" class="small">{{ ledSaid }}</p>
      <p v-for="link in links" :key="link.id" class="cut">{{ reachText(link) }}</p>
      <p v-for="cut in cuts" :key="cut.use" class="cut">
        {{ cut.gauge ? `${gaugeText(cut.gauge, job.settings.conductors)} ` : '' }}{{ colourText(cut.colour) }}:
        {{ cut.use }}
      </p>
      <PickField
        v-if="!run.loom && (run.kind === 'speaker' || run.id === plan.power.common?.run)"
        class="lead"
        label="Lead gauge"
        :options="[
          ['', `${plan.proposals[`lead=${run.id}`]?.words ?? ''}, as planned`],
          ...leadGauges.map((g) => [g, gaugeName(g, job.settings.conductors)] as const),
        ]"
        :model-value="setOf(job, 'lead', run.id) ?? ''"
        @update:model-value="store.overrule('lead', run.id, $event || null)"
      />
    </template>
    <JointPanel v-for="leg in crossing" :key="leg.id" :leg="leg.id" :wire="run.conductors[0]!.colour" />
    <h3 v-if="!run.old">Routes</h3>
    <p v-if="!proposal && !run.old" role="status">Finding routes…</p>
    <template v-else-if="proposal && !run.old">
      <p class="small">
        {{ proposal.examined }} {{ proposal.examined === 1 ? 'route' : 'routes' }} compared{{
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
            @click="store.overrule('way', run.id, [...way.legs], 'choose route')"
          >
            <span
              ><b>{{ lengthText(way.lengthMm) }}</b> by {{ way.legs.length }} legs; opens
              {{ coversText(pattern, Object.keys(covers)) }}{{ fished.length ? ', fished' : '' }}</span
            >
            <span>+ {{ shortFigure(tenth(minutes)) }} min</span>
          </button>
        </li>
      </ul>
    </template>
    <OverruleNote :of="`way=${run.id}`" />
    <OverruleNote :of="`lead=${run.id}`" />
    <div class="ends">
      <BButton v-if="setOf(job, 'way', run.id)" @click="store.overrule('way', run.id, null, 'let the plan choose')"
        >Let the plan choose</BButton
      >
      <BButton v-if="run.loom" @click="store.select({ kind: 'loom', id: run.loom.loom })">Show its loom</BButton>
      <BButton @click="store.select(undefined)">Show all runs</BButton>
    </div>
  </section>
</template>

<style scoped>
dt {
  color: var(--ink);
}
dd {
  white-space: nowrap;
}
.leg {
  border: 0;
  padding: 0;
  min-height: 24px;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 3px;
}
.through {
  margin: 0 0 var(--space-4);
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
.lies {
  margin: var(--space-4) 0;
}
.option span:last-child {
  white-space: nowrap;
}
</style>
