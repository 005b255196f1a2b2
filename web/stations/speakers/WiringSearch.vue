<script setup lang="ts">
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue';
import { RANKS, speakersOf, type RankId, type Wiring } from '#core/job/circuit';
import { overrule } from '#core/job/parts/overrules';
import { joiningOf, members, rewire } from '#core/connections/wiring';
import { BARS, rankWords, type WiringProposal, type WiringProposals } from '#core/speakers/index';
import OverruleNote from '../../app/OverruleNote.vue';
import { useSheet } from '../../app/sheet';
import { searchWirings, type Search } from '../../workers';
import { overruleKey, whyNot } from '#core/document/overrule';

/** The search for the best wiring: in sight whatever is selected, with what it ranks by. */
const { store, job, plan, tag } = useSheet();
const proposals = shallowRef<WiringProposals>();
const search = shallowRef<Search<WiringProposals>>();
const part = ref(0);
const weighed = ref(0);
const failure = ref('');
const says = computed(() => [
  store.job?.gear,
  store.job?.speakers,
  store.job?.zones,
  store.job?.wiringRules,
  store.job?.reserved,
]);
const order = computed(() => job.value.wiringRules.order);

async function propose(): Promise<void> {
  stop();
  failure.value = '';
  part.value = weighed.value = 0;
  const asked = says.value;
  const begun = searchWirings(job.value, (done, examined) => {
    part.value = done;
    weighed.value = Math.max(weighed.value, examined);
  });
  search.value = begun;
  try {
    const answer = await begun.answer;
    // What it was asked for may have changed meanwhile; what was found then is of no use now.
    if (search.value === begun && asked.every((one, i) => one === says.value[i])) proposals.value = answer;
  } catch (error) {
    failure.value = `No wiring could be searched: ${error instanceof Error ? error.message : String(error)}`;
  } finally {
    if (search.value === begun) search.value = undefined;
  }
}
function stop(): void {
  search.value?.cancel();
  search.value = undefined;
}
onUnmounted(stop);
watch(says, () => {
  proposals.value = undefined;
  stop();
});

const KEY = overruleKey('wiring', 'speakers');
function accept(proposal: WiringProposal, rank: number): void {
  const basis = plan.value.proposals[KEY];
  const first = proposals.value!.best[0]!;
  const over = rank > 0 && basis;
  store.edit(
    [
      ...rewire(job.value, proposal.circuits, proposal.positions),
      // The first is what was proposed; any other stands over it, and wants a reason.
      over
        ? overrule('wiring', 'speakers', 'asWired', { ...whyNot(basis, ''), then: first.reason })
        : overrule('wiring', 'speakers', null),
    ],
    'use this wiring',
  );
  proposals.value = undefined;
}
const describe = (proposal: WiringProposal) =>
  Object.entries(proposal.circuits)
    .map(
      ([key, wiring]) => `${tag(key.split('/')[0]!)} ${proposal.plan.circuits[key]!.output.name}: ${treeText(wiring)}`,
    )
    .concat(Object.entries(proposal.positions).map(([id, p]) => `${tag(id)} selector to ${p ?? 'as it comes'}`))
    .join(' · ');
function treeText(wiring: Wiring): string {
  if ('coil' in wiring) return tag(wiring.coil.gear);
  if (speakersOf(wiring).length === 1)
    return `${tag(speakersOf(wiring)[0]!)} coils ${'series' in wiring ? 'in series' : 'in parallel'}`;
  const sign = { series: ' + ', parallel: ' ∥ ', split: ' / ' }[joiningOf(wiring)!];
  return members(wiring)
    .map((m) => (speakersOf(m).length > 1 ? `(${treeText(m)})` : treeText(m)))
    .join(sign);
}
const wordsOf = (proposal: Pick<WiringProposal, 'rank'>) => rankWords(order.value, proposal.rank).join('; ');

function move(id: RankId, by: -1 | 1): void {
  const list = [...order.value];
  const at = list.indexOf(id);
  [list[at], list[at + by]] = [list[at + by]!, list[at]!];
  store.edit([{ op: 'setWiringRules', rules: { order: list } }], 'change what ranks first');
}

const placedCount = computed(
  () =>
    Object.values(job.value.gear).filter(
      ({ item, place, there }) => item.kind === 'speaker' && place !== null && there !== 'out',
    ).length,
);
const unplaced = computed(() =>
  Object.entries(job.value.gear).filter(
    ([, { item, place, there }]) => item.kind === 'speaker' && place === null && there !== 'out',
  ),
);
</script>

<template>
  <section class="search" aria-labelledby="search-head">
    <h2 id="search-head">Wiring search</h2>
    <BButton v-if="!search" variant="primary" @click="propose">Propose a wiring</BButton>
    <div v-else class="searching" role="status">
      <BProgress :value="part * 100" :max="100" height="6px" aria-label="Part of the search done" />
      <p>Looking at wirings, {{ weighed }} weighed so far.</p>
      <BButton @click="stop">Stop looking</BButton>
    </div>
    <p v-if="failure" class="field-error" role="alert">{{ failure }}</p>
    <div v-if="proposals" class="proposals" aria-live="polite">
      <p>
        {{ proposals.examined }} wirings weighed, {{ proposals.steps }} branches looked at;
        <template v-if="proposals.proven">the first is proven best.</template>
        <template v-else
          >the search was cut short. No wiring can be better than this:
          {{ wordsOf({ rank: proposals.bound }) }}.</template
        >
      </p>
      <p v-if="unplaced.length" class="small">
        Without a place, so left out: {{ unplaced.map(([id]) => tag(id)).join(', ') }}.
      </p>
      <p v-if="!proposals.best.length && placedCount">No wiring keeps to all of it. What stands in the way is below.</p>
      <ol>
        <li v-for="(p, i) in proposals.best" :key="i" data-proposal>
          <p>{{ p.reason }}</p>
          <p class="small">{{ describe(p) }}</p>
          <p class="small">{{ wordsOf(p) }}</p>
          <BButton :variant="i ? 'outline-secondary' : 'primary'" @click="accept(p, i)">Use this wiring</BButton>
        </li>
      </ol>
      <template v-if="proposals.barred.length">
        <h3>Better, but not allowed</h3>
        <ul class="plain">
          <li v-for="b in proposals.barred" :key="b.bar" data-barred>
            <p>
              <b>{{ b.bar === 'minimum' ? 'Too low' : 'Ruled out' }}:</b> {{ b.why
              }}<template v-if="b.why !== BARS[b.bar] && b.bar !== 'minimum'"> ({{ BARS[b.bar] }})</template>.
            </p>
            <p class="small">{{ b.reason }} · {{ describe(b) }}</p>
          </li>
        </ul>
      </template>
    </div>
    <OverruleNote :of="KEY" />
    <details class="order">
      <summary>Ranking, most important first</summary>
      <p class="small">No load below a minimum, no two bands on one filter pair: that comes before all of these.</p>
      <ol>
        <li v-for="(id, i) in order" :key="id" :data-rank="id">
          <span>{{ RANKS[id] }}</span>
          <span class="moves">
            <button
              type="button"
              class="move"
              :disabled="i === 0"
              :aria-label="`Earlier: ${RANKS[id]}`"
              @click="move(id, -1)"
            >
              ↑
            </button>
            <button
              type="button"
              class="move"
              :disabled="i === order.length - 1"
              :aria-label="`Later: ${RANKS[id]}`"
              @click="move(id, 1)"
            >
              ↓
            </button>
          </span>
        </li>
      </ol>
    </details>
  </section>
</template>

<style scoped>
/* What is selected stands below it, apart. */
.search {
  border-bottom: 1px solid var(--rule);
  margin-bottom: var(--space-6);
  padding-bottom: var(--space-5);
}
.proposals > ol > li,
.plain li p:first-child {
  border-top: 1px solid var(--rule-soft);
  padding-top: var(--space-3);
}
.proposals > ol > li {
  padding-bottom: var(--space-4);
}
.proposals,
.searching,
.order {
  margin-top: var(--space-5);
}
.order summary {
  cursor: pointer;
  min-height: 24px;
}
.order li {
  padding: var(--space-2) 0;
}
.order li > span:first-child {
  display: inline-block;
  width: calc(100% - 66px);
  vertical-align: middle;
}
.moves {
  display: inline-flex;
  gap: var(--space-2);
}
.move {
  width: 28px;
  height: 28px;
  border: 1px solid var(--rule);
  background: var(--paper);
  color: var(--ink);
}
.move:disabled {
  opacity: 0.4;
}
</style>
