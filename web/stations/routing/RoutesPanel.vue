<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import type { Opened } from '#core/craft/cover';
import { overruleKey, whyNot } from '#core/document/overrule';
import { overrule } from '#core/job/parts/overrules';
import type { RoutesBeside, RoutesCompared } from '#core/routes-beside';
import { useSheet } from '../../app/sheet';
import { wireText, wireUnit } from '../../app/units';
import OverruleNote from '../../app/OverruleNote.vue';
import { withoutDrawing } from '../../stores/plan-shown';
import { searches } from '../../workers';
import { changedText } from './covers';

/** All runs together: how sure it is that they cost least, and what other rules would make of them, each taken by one press. */
const { store, job, plan, pattern } = useSheet();
const laid = computed(() => plan.value.runs.filter(({ way, old }) => way && !old));
const covers = computed<Opened>(() =>
  Object.fromEntries(plan.value.build.teardown.covers.map(({ cover, state }) => [cover, state])),
);
const minutes = computed(() =>
  plan.value.build.steps.reduce((sum, { id, minutes: own, second }) => {
    const counts = /^(off|on):cover\//.test(id) || id.startsWith('pull:') || id.startsWith('drill:leg/');
    return counts ? sum + own * (second ? 2 : 1) : sum;
  }, 0),
);

const compared = shallowRef<RoutesCompared>();
const failed = shallowRef(false);
/** What other rules rest on: asked anew only when one of these has changed. */
const asked = computed(() => {
  const { choices, settings, craft, overrules, seal } = job.value;
  return JSON.stringify([
    plan.value.runs.map(({ id, old, fromPlace, toPlace, way, fished }) => [
      id,
      old,
      fromPlace,
      toPlace,
      way?.legs,
      fished,
    ]),
    covers.value,
    [choices, settings.labourAnHour, settings.wireAMetre],
    [craft.measures, craft.changes, overrules.way, overrules.leg, overrules.cover],
    seal !== null,
  ]);
});
watch(
  asked,
  async (_, __, onCleanup) => {
    let isWanted = true;
    onCleanup(() => (isWanted = false));
    compared.value = undefined;
    failed.value = false;
    if (!laid.value.length) return;
    try {
      const answer = await searches().compareRoutes(withoutDrawing(job.value));
      if (isWanted) compared.value = answer;
    } catch {
      if (isWanted) failed.value = true;
    }
  },
  { immediate: true },
);
const gap = computed(() => {
  const proof = compared.value?.proof;
  return proof && (proof.cost - proof.bound) / Math.max(1, proof.cost);
});

const said = computed(() => plan.value.overrules.filter(({ kind }) => kind === 'cover' || kind === 'leg'));
/** Runs that a person has led, all of which can be let go at once. */
const led = computed(() => Object.keys(job.value.overrules.way));
const letGo = () =>
  store.edit(
    led.value.map((run) => overrule('way', run, null)),
    'let the plan choose all routes',
  );
function changeText({ opened, shut, moved, wireM }: RoutesBeside): string {
  const words = changedText(pattern.value, opened, shut);
  if (moved) words.push(`${moved} ${moved === 1 ? 'run takes' : 'runs take'} another route`);
  if (Math.abs(wireM) >= 0.005)
    words.push(`${wireM < 0 ? '−' : '+'} ${wireText(Math.abs(wireM))} ${wireUnit()} of wire`);
  return words.join('; ');
}
/** Minutes more or less, to the nearest. */
const minutesText = (hours: number) => {
  const whole = Math.round(Math.abs(hours) * 60);
  return whole === 0 ? 'as long' : `${hours < 0 ? '−' : '+'} ${whole} min`;
};
const take = ({ operations, name }: RoutesBeside) => store.edit([...operations], name.toLowerCase());
const keep = () =>
  store.edit(
    laid.value.map(({ id, way }) => {
      const proposal = plan.value.proposals[overruleKey('way', id)];
      return overrule('way', id, [...way!.legs], proposal && whyNot(proposal, 'kept as it was laid'));
    }),
    'keep all routes',
  );
const allKept = computed(() => laid.value.every(({ pinned }) => pinned));
</script>

<template>
  <section>
    <h2>Routes</h2>
    <dl>
      <div>
        <dt>Runs laid</dt>
        <dd>{{ laid.length }}</dd>
      </div>
      <div>
        <dt>Covers, holes and pulling</dt>
        <dd data-figure="route-minutes">{{ Math.round(minutes) }} min</dd>
      </div>
    </dl>
    <p v-if="failed" role="alert">Other routes could not be compared.</p>
    <p v-else-if="!compared" role="status" class="small">Comparing with other rules…</p>
    <template v-else>
      <p class="small" data-testid="routes-proof">
        {{
          compared.proof.proven
            ? 'Proven: no routes of all runs together cost less by this rule.'
            : `Within ${Math.max(1, Math.round(100 * gap!))} % of the least there can be by this rule.`
        }}
        {{ compared.proof.examined }} {{ compared.proof.examined === 1 ? 'set' : 'sets' }} of covers looked at.
      </p>
      <template v-if="!job.seal">
        <h3>By another rule</h3>
        <p v-if="!compared.beside.length" class="small">No other rule makes a difference here.</p>
        <ul>
          <li v-for="one in compared.beside" :key="one.key">
            <button type="button" class="option" :data-rule="one.key" @click="take(one)">
              <span
                ><b>{{ one.name }}</b
                ><br />{{ changeText(one) }}</span
              >
              <span class="figures">{{ minutesText(one.hours) }}</span>
            </button>
          </li>
        </ul>
      </template>
    </template>
    <h3>Opened</h3>
    <p v-if="!Object.keys(covers).length" class="small">Nothing.</p>
    <ul>
      <li v-for="(state, cover) in covers" :key="cover">
        <button type="button" class="option" @click="store.select({ kind: 'cover', id: cover })">
          <span>{{ pattern.covers[cover]!.name }}</span><span>{{ state }}</span>
        </button>
      </li>
    </ul>
    <template v-if="said.length || led.length">
      <h3>Set by hand</h3>
      <p v-if="led.length" data-testid="led">
        {{ led.length === 1 ? 'One run is' : `${led.length} runs are` }} led by hand.
      </p>
      <OverruleNote v-for="one in said" :key="one.key" :of="one.key" named />
    </template>
    <div v-if="!job.seal" class="ends">
      <BButton :disabled="allKept" @click="keep">Keep all routes as they are</BButton>
      <BButton v-if="led.length" @click="letGo">Let the plan choose all</BButton>
    </div>
  </section>
</template>

<style scoped>
.option span:first-child {
  min-width: 0;
}
.figures {
  white-space: nowrap;
  text-align: right;
}
</style>
