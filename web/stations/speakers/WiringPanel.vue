<script setup lang="ts">
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  OLD_RETURNS,
  WIRING_RULES,
  WIRING_RULE_IDS,
  speakersOf,
  type Wiring,
  type WiringRule,
} from '#core/job/circuit';
import { WIRING_KEY, whyNot } from '#core/job/overrules';
import { joiningOf, members, rewire } from '#core/job/wiring';
import { BARS, type WiringProposal, type WiringProposals } from '#core/speakers/index';
import { figure, short } from '#core/units/figures';
import OverruleNote from '../../app/OverruleNote.vue';
import { useJob } from '../../stores/job';
import { searchWirings, type Search } from '../../workers';
import LevelRule from './LevelRule.vue';

/** The whole wiring: how it is heard, the search for a better one, what that keeps to. `ready`: there are channels and speakers. */
const props = defineProps<{ ready: boolean }>();
const store = useJob();
const router = useRouter();
const tag = (gear: string) => store.plan!.tags[gear] ?? '';
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

async function propose(): Promise<void> {
  stop();
  failure.value = '';
  part.value = weighed.value = 0;
  const asked = says.value;
  const begun = searchWirings(store.job!, (done, examined) => {
    part.value = done;
    weighed.value = examined;
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

function accept(proposal: WiringProposal, rank: number): void {
  const basis = store.plan!.proposals[WIRING_KEY];
  const first = proposals.value!.best[0]!;
  const over = rank > 0 && basis;
  store.edit(
    [
      ...rewire(store.job!, proposal.circuits, proposal.positions),
      // The first is what was proposed; any other stands over it, and wants a reason.
      { op: 'explainWiring', why: over ? { ...whyNot(basis, ''), then: first.reason } : null },
    ],
    'wire as proposed',
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

const rules = computed(() => store.job!.wiringRules);
const setRule = (rule: WiringRule) => store.edit([{ op: 'setWiringRules', rules: { [rule]: !rules.value[rule] } }]);
const valueOf = (event: Event) => (event.target as HTMLSelectElement).value;
const oldLeads = computed(() => Object.values(store.job!.speakers).some(({ oldLeadOhm }) => oldLeadOhm !== null));
const zones = computed(() => store.plan!.speakers.zones.filter(({ speakers }) => speakers.length));
const marks = (ids: readonly string[]) =>
  ids.flatMap((id) => {
    const share = Object.values(store.plan!.speakers.circuits)
      .flatMap((c) => c.speakers)
      .find(({ gear }) => gear === id);
    return share?.level === undefined ? [] : [{ tag: tag(id), level: share.level, band: share.item.band }];
  });
const allLevels = computed(() => zones.value.flatMap((zone) => marks(zone.speakers).map(({ level }) => level)));
const span = computed((): [number, number] => [
  Math.floor(Math.min(...allLevels.value) - 1),
  Math.ceil(Math.max(...allLevels.value) + 1),
]);

const placedCount = computed(
  () => Object.values(store.job!.gear).filter(({ item, place }) => item.kind === 'speaker' && place !== null).length,
);
const unplaced = computed(() =>
  Object.entries(store.job!.gear).filter(([, { item, place }]) => item.kind === 'speaker' && place === null),
);
const bypassed = computed(() => Object.entries(store.job!.gear).filter(([, { there }]) => there === 'bypassed'));

const zoneName = ref('');
const zoneError = ref('');
function addZone(): void {
  const name = zoneName.value.trim();
  if (!name) {
    zoneError.value = 'Zone: it needs a name.';
    return;
  }
  zoneError.value = '';
  zoneName.value = '';
  const id = crypto.randomUUID().slice(0, 8);
  store.edit([{ op: 'setZone', id, zone: { name, listener: null, mono: false, control: null } }], `add zone ${name}`);
  void store.settled().then(() => store.select({ kind: 'zone', id }));
}
</script>

<template>
  <section>
    <h2>Which speaker on which channel</h2>
    <p v-if="!props.ready">
      There is nothing to wire yet.
      <BButton size="sm" variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
    </p>
    <template v-else>
      <p>Press a speaker, then its channel; or drag it there. Or have the wirings searched for the best.</p>
      <BButton v-if="!search" variant="primary" @click="propose">Propose a wiring</BButton>
      <div v-else class="searching" role="status">
        <BProgress :value="part * 100" :max="100" height="6px" aria-label="Part of the search done" />
        <p>Looking at wirings, {{ weighed }} weighed so far.</p>
        <BButton size="sm" variant="outline-secondary" @click="stop">Stop looking</BButton>
      </div>
      <p v-if="failure" class="field-error" role="alert">{{ failure }}</p>
      <div v-if="proposals" class="proposals" aria-live="polite">
        <p>
          {{ proposals.examined }} wirings weighed, {{ proposals.steps }} branches looked at;
          <template v-if="proposals.proven">the first is proven best.</template>
          <template v-else
            >more remain: none can have less than {{ proposals.bound[0] }} dB of spread, nor be nearer to RMS than
            {{ proposals.bound[1] }} dB.</template
          >
        </p>
        <p v-if="unplaced.length" class="small">
          Without a place, so left out: {{ unplaced.map(([id]) => tag(id)).join(', ') }}.
        </p>
        <p v-if="!proposals.best.length && placedCount">
          No wiring keeps to all of it. What stands in the way is below.
        </p>
        <ol>
          <li v-for="(p, i) in proposals.best" :key="i" data-proposal>
            <p>{{ p.reason }}</p>
            <p class="small">{{ describe(p) }}</p>
            <BButton size="sm" :variant="i ? 'outline-secondary' : 'primary'" @click="accept(p, i)">Wire it so</BButton>
          </li>
        </ol>
        <template v-if="proposals.barred.length">
          <h3>Would look better, and why not</h3>
          <ul class="plain">
            <li v-for="b in proposals.barred" :key="b.bar" data-barred>
              <p>
                <b>{{ b.bar === 'minimum' ? 'Too low' : 'Kept from' }}:</b> {{ b.why
                }}<template v-if="b.why !== BARS[b.bar] && b.bar !== 'minimum'"> ({{ BARS[b.bar] }})</template>.
              </p>
              <p class="small">{{ b.reason }} · {{ describe(b) }}</p>
            </li>
          </ul>
        </template>
      </div>
      <OverruleNote :of="WIRING_KEY" />

      <h3>Heard at the ears, standing still</h3>
      <template v-for="zone in zones" :key="zone.id ?? ''">
        <LevelRule
          v-if="zone.level !== undefined"
          :name="zone.id === null ? (zones.length > 1 ? 'no zone' : zone.listener) : `${zone.name}, ${zone.listener}`"
          :level="zone.level"
          :spread="zone.spreadDb ?? 0"
          :marks="marks(zone.speakers)"
          :span="span"
        />
      </template>
      <p v-if="!allLevels.length">Nothing hangs on a channel yet.</p>

      <template v-if="bypassed.length">
        <h3>There already, bypassed</h3>
        <ul class="plain">
          <li v-for="[id, { item }] in bypassed" :key="id">
            <p>
              {{ item.name }}
              <BButton
                size="sm"
                variant="outline-secondary"
                @click="store.edit([{ op: 'setThere', id, there: 'kept' }], `use ${item.name} again`)"
                >Use it again</BButton
              >
            </p>
          </li>
        </ul>
      </template>

      <h3>Zones</h3>
      <ul class="plain">
        <li v-for="(zone, id) in store.job!.zones" :key="id">
          <button type="button" class="option" :data-zone="id" @click="store.select({ kind: 'zone', id })">
            <span>{{ zone.name }}</span><span>{{
              zone.control ? `by ${tag(zone.control)}` : 'with the head unit'
            }}</span>
          </button>
        </li>
      </ul>
      <form class="zone-form" novalidate @submit.prevent="addZone">
        <input
          v-model="zoneName"
          class="form-control"
          maxlength="80"
          placeholder="Saloon"
          aria-label="Name of a new zone"
          :aria-invalid="zoneError !== ''"
        />
        <BButton type="submit" size="sm" variant="outline-secondary">Add a zone</BButton>
      </form>
      <p v-if="zoneError" class="field-error" role="alert">{{ zoneError }}</p>

      <h3>Proposals keep to</h3>
      <div v-for="rule in WIRING_RULE_IDS" :key="rule" class="form-check">
        <input
          :id="`rule-${rule}`"
          class="form-check-input"
          type="checkbox"
          :checked="rules[rule]"
          @change="setRule(rule)"
        />
        <label class="form-check-label" :for="`rule-${rule}`">{{ WIRING_RULES[rule] }}</label>
      </div>
      <label class="form-label" for="most">Speakers on one output, at most</label>
      <select
        id="most"
        class="form-select"
        :value="rules.most"
        @change="store.edit([{ op: 'setWiringRules', rules: { most: Number(valueOf($event)) } }])"
      >
        <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
      </select>
      <template v-if="oldLeads">
        <label class="form-label" for="old-returns">Old speaker leads</label>
        <select
          id="old-returns"
          class="form-select"
          :value="store.job!.craft.oldReturns"
          @change="store.edit([{ op: 'setOldReturns', returns: valueOf($event) as keyof typeof OLD_RETURNS }])"
        >
          <option v-for="(words, key) in OLD_RETURNS" :key="key" :value="key">{{ words }}</option>
        </select>
        <p class="small">
          Everything unplugged, meter from each − to every other and to ground. Any path is a shared return.
        </p>
      </template>
      <p class="hearing">
        Hearing: 85 dBA for 8 h, half the time for each 3 dB more (NIOSH). All together, no zone turned down:
        {{ short(Math.max(0, ...zones.flatMap((z) => z.level ?? []))) }} dB. Spread
        {{ figure(store.plan!.speakers.spreadDb ?? 0, 1) }} dB.
      </p>
    </template>
  </section>
</template>

<style scoped>
ol li,
.plain li p:first-child {
  border-top: 1px solid var(--rule-soft);
  padding-top: 6px;
}
ol li {
  padding-bottom: 8px;
}
.proposals,
.searching {
  margin-top: 10px;
}
.zone-form {
  display: flex;
  gap: 6px;
}
.zone-form .btn {
  white-space: nowrap;
}
.hearing {
  margin-top: 14px;
  color: var(--ink-soft);
  font-size: 13px;
}
</style>
