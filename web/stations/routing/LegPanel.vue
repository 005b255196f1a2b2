<script setup lang="ts">
import { computed } from 'vue';
import { HAZARDS, PASS_EDGES } from '#core/craft/leg';
import { WORKED_FROM } from '#core/craft/place';
import { craftMap } from '#core/routing/index';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import OverruleNote from '../../app/OverruleNote.vue';
import { openedText } from './covers';
import BundleView from './BundleView.vue';
import JointPanel from './JointPanel.vue';
import RunRows from './RunRows.vue';

/** One leg of the craft: how it is got at, what it passes, and the runs that lie there. */
const props = defineProps<{ id: string }>();
const { store, job, plan, pattern } = useSheet();
const leg = computed(() => craftMap(pattern.value).legs[props.id]!);
const own = computed(() => pattern.value.legs[props.id]!);
const runs = computed(() => plan.value.runs.filter(({ way, old }) => !old && way?.legs.includes(props.id)));
const bundle = computed(() => plan.value.bundles.find((one) => one.leg === props.id));
const fished = computed(() => runs.value.some((run) => run.fished.includes(props.id)));
const isBarred = computed(() => Object.hasOwn(job.value.overrules.leg, props.id));
const holes = computed(() => Object.entries(own.value.passes ?? {}));
const nodeName = (id: string) => (pattern.value.places[id] ?? pattern.value.junctions[id])!.name;
</script>

<template>
  <section>
    <h2>{{ own.name }}</h2>
    <p>{{ nodeName(own.from) }} → {{ nodeName(own.to) }}</p>
    <dl>
      <div>
        <dt>{{ leg.need ? 'Between the ties, through the whole travel' : 'Length' }}</dt>
        <dd>{{ lengthText(leg.lengthMm) }}</dd>
      </div>
      <div>
        <dt>Opened for it</dt>
        <dd class="wide">
          {{ openedText(pattern, fished ? own.fish!.covers : own.covers) }}{{ fished ? ', fished' : '' }}
        </dd>
      </div>
      <div v-if="own.fish && !fished">
        <dt>It can be fished</dt>
        <dd>{{ own.fish.minutes }} min</dd>
      </div>
      <div v-if="own.workedFrom">
        <dt>Worked at</dt>
        <dd>{{ WORKED_FROM[own.workedFrom] }}</dd>
      </div>
      <div v-if="own.hazards.length">
        <dt>Passes</dt>
        <dd class="wide">{{ own.hazards.map((hazard) => HAZARDS[hazard].name).join(', ') }}</dd>
      </div>
      <div v-for="[key, hole] in holes" :key="key">
        <dt>{{ hole.name }}</dt>
        <dd>
          {{
            hole.mm
              ? `${hole.longMm === undefined ? 'Ø ' : ''}${lengthText(hole.mm)}${hole.longMm === undefined ? '' : ` × ${lengthText(hole.longMm)}`}, ${PASS_EDGES[hole.edge]}`
              : 'to be made'
          }}
        </dd>
      </div>
    </dl>
    <p v-if="leg.banned" class="caution">No wire goes along it, but where a person leads one there by hand.</p>
    <h3>{{ runs.length === 1 ? 'One run' : `${runs.length || 'No'} runs` }} along it</h3>
    <RunRows :runs="runs" />
    <BundleView v-if="bundle" :bundle="bundle" />
    <JointPanel v-if="leg.need" :leg="id" :wire="{ body: 'red' }" />
    <OverruleNote :of="`leg=${id}`" />
    <div class="ends">
      <BButton v-if="!job.seal && !isBarred && !leg.banned" @click="store.overrule('leg', id, 'barred', 'bar a leg')"
        >No new wire along it</BButton
      >
      <BButton @click="store.select(undefined)">Show all runs</BButton>
    </div>
  </section>
</template>

<style scoped>
.wide {
  max-width: 62%;
}
</style>
