<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { speakersOf, type Wiring } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import { joiningOf, members } from '#core/job/wiring';
import type { WiringProposals } from '#core/speakers/index';
import { figure } from '#core/units/figures';
import { useJob } from '../../stores/job';
import { planner } from '../../workers';

/** The whole wiring: its level, and the search for a better one. `ready`: there are channels and speakers. */
const props = defineProps<{ ready: boolean; nameOf: (channel: string) => string }>();
const store = useJob();
const router = useRouter();
const tag = (gear: string) => store.plan!.tags[gear] ?? '';

const proposals = shallowRef<WiringProposals>();
const searching = ref(false);
const failure = ref('');
async function propose(): Promise<void> {
  const asked = store.job!;
  searching.value = true;
  failure.value = '';
  try {
    const answer = await planner().wirings(asked);
    // Gear may have changed meanwhile; what was found then is of no use now.
    if (store.job?.gear === asked.gear) proposals.value = answer;
  } catch (error) {
    failure.value = `No wiring could be searched: ${error instanceof Error ? error.message : String(error)}`;
  } finally {
    searching.value = false;
  }
}
function accept(circuitsWanted: Readonly<Record<string, Wiring>>): void {
  const clear = Object.keys(store.job!.circuits).filter((key) => !(key in circuitsWanted));
  store.edit(
    [
      // Cleared first: a coil may hang on one channel only at every moment.
      ...Object.keys(store.job!.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
      ...Object.entries(circuitsWanted).map(([channel, wiring]): Operation => ({ op: 'wireChannel', channel, wiring })),
    ],
    clear.length ? 'rewire as proposed' : 'wire as proposed',
  );
  proposals.value = undefined;
}
watch(
  () => store.job?.gear,
  () => (proposals.value = undefined),
);
const describeWiring = (all: Readonly<Record<string, Wiring>>) =>
  Object.entries(all).map(
    ([key, wiring]) =>
      `${props.nameOf(key)}: ${members(wiring)
        .map((m) => tag(speakersOf(m)[0]!))
        .join(joiningOf(wiring) === 'series' ? ' + ' : ' ∥ ')}`,
  );
</script>

<template>
  <section>
    <h2>Which speaker on which channel</h2>
    <p v-if="!ready">
      There is nothing to wire yet.
      <BButton size="sm" variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
    </p>
    <template v-else>
      <p>Press a speaker, then its channel; or drag it there. Or have the wirings searched for the best.</p>
      <dl v-if="store.plan!.speakers.level !== undefined">
        <div>
          <dt>All together at the ears</dt>
          <dd>{{ figure(store.plan!.speakers.level, 1) }} dB, standing still</dd>
        </div>
        <div>
          <dt>Loudest less quietest</dt>
          <dd>{{ figure(store.plan!.speakers.spreadDb!, 1) }} dB</dd>
        </div>
      </dl>
      <BButton variant="primary" :disabled="searching" @click="propose">{{
        searching ? 'Looking at wirings…' : 'Propose a wiring'
      }}</BButton>
      <p v-if="failure" class="field-error" role="alert">{{ failure }}</p>
      <div v-if="proposals" class="proposals" aria-live="polite">
        <p>
          {{ proposals.examined }} wirings looked at;
          {{ proposals.proven ? 'the first is proven best of them' : 'more remain, so a better one may exist' }}. Left
          and right are kept apart.
        </p>
        <p v-if="!proposals.best.length">None keeps every load within its channel’s minimum.</p>
        <ol>
          <li v-for="(p, i) in proposals.best" :key="i">
            <p>{{ p.reason }}</p>
            <p class="small">{{ describeWiring(p.circuits).join(' · ') }}</p>
            <BButton size="sm" :variant="i ? 'outline-secondary' : 'primary'" @click="accept(p.circuits)"
              >Wire it so</BButton
            >
          </li>
        </ol>
      </div>
      <p class="hearing">Hearing: 85 dBA for 8 h, half the time for each 3 dB more (NIOSH).</p>
    </template>
  </section>
</template>

<style scoped>
ol li {
  border-top: 1px solid var(--rule-soft);
  padding: 6px 0 8px;
}
.proposals {
  margin-top: 10px;
}
.hearing {
  margin-top: 14px;
  color: var(--ink-soft);
  font-size: 13px;
}
</style>
