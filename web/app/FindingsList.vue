<script setup lang="ts">
import { computed, inject, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { feederOf } from '#core/connections/feeding';
import { SEVERITIES, type Finding, type Station, type Subject } from '#core/findings/finding';
import type { Operation } from '#core/job/operations';
import { cite } from '#core/tables/source';
import { short } from '#core/units/figures';
import { inUnits, shownFigure, shownUnit } from './units';
import { useJob } from '../stores/job';
import SeverityMark from './SeverityMark.vue';
import { STATION_FACES } from './stations';

const props = defineProps<{ station: Station }>();
const job = useJob();
const router = useRouter();
const FACES = inject(STATION_FACES)!;
const opened = ref<string>();

const chosen = computed(() =>
  job.selected && FACES[props.station].selects.includes(job.selected.kind) ? job.selected : undefined,
);
const isFed = (kind: Subject['kind']) => kind === 'feed' || kind === 'gear';
/** The circuit of the craft that gear is fed from is judged with that gear's feed, a link with the gear at its ends. */
function about({ kind, id }: Subject, thing: Subject): boolean {
  // One end of a loom is judged with all of it.
  if (kind === 'loom' && thing.kind === 'loom') return id.split('/')[0] === thing.id.split('/')[0];
  if (id === thing.id) return kind === thing.kind || (isFed(kind) && isFed(thing.kind));
  if (!job.job || !isFed(thing.kind)) return false;
  if (kind === 'existing') return feederOf(job.job, thing.id) === id;
  const link = kind === 'link' && Object.hasOwn(job.job.links, id) ? job.job.links[id] : undefined;
  return link !== undefined && (link.from.of === thing.id || link.to.of === thing.id);
}

type Scope = 'selected' | 'station' | 'job';
/** Asked for by hand. */
const asked = ref<Scope>();
/** Kept while the finding that was opened is what is selected: opening one must not empty the list. */
const held = ref<Scope>();
watch(
  () => job.selected,
  (now) => {
    const open = job.findings.find((f) => f.key === opened.value);
    if (!now || !open || !about(open.subject, now)) held.value = undefined;
  },
);
const scopes = computed((): Scope[] => (chosen.value ? ['selected', 'station', 'job'] : ['station', 'job']));
const scope = computed(
  () => [asked.value, held.value].find((s) => s !== undefined && scopes.value.includes(s)) ?? scopes.value[0]!,
);

const here = computed(() =>
  job.findings.filter(
    (f) =>
      scope.value === 'job' ||
      (f.station === props.station && (scope.value === 'station' || about(f.subject, chosen.value!))),
  ),
);
const elsewhere = computed(() => job.findings.length - here.value.length);
const counts = computed(() =>
  SEVERITIES.map((severity) => ({
    severity,
    n: here.value.filter((f) => f.severity === severity && f.accepted === undefined).length,
  })).filter((c) => c.n),
);
/** What somebody accepted is listed last, and quietly. */
const shown = computed(() => [
  ...here.value.filter((f) => f.accepted === undefined),
  ...here.value.filter((f) => f.accepted !== undefined),
]);

/** Why the one that is opened is accepted. */
const reason = ref('');
const wrong = ref('');
function accept(finding: Finding<Operation>): void {
  const text = reason.value.trim();
  if (!text) {
    wrong.value = 'Reason: expected why it is accepted.';
    return;
  }
  wrong.value = job.accept(finding, text) ?? '';
  if (!wrong.value) reason.value = '';
}

/** Findings of one rule stand together: the first says what is wrong, the others where else. */
const likeOther = (i: number, j: number) =>
  shown.value[i]?.rule === shown.value[j]?.rule &&
  (shown.value[i]?.accepted === undefined) === (shown.value[j]?.accepted === undefined);
const repeats = (i: number) => i > 0 && likeOther(i, i - 1);
function alike(i: number): number {
  let n = 1;
  while (i + n < shown.value.length && likeOther(i, i + n)) n++;
  return n;
}

function toggle(finding: Finding<Operation>): void {
  held.value = scope.value;
  opened.value = opened.value === finding.key ? undefined : finding.key;
  reason.value = wrong.value = '';
  job.select(finding.subject.kind === 'job' ? undefined : finding.subject);
  if (finding.station !== props.station) void router.push({ params: { station: finding.station } });
}
</script>

<template>
  <section class="findings" aria-labelledby="findings-head">
    <header>
      <h2 id="findings-head">Findings</h2>
      <span class="counts">
        <span v-for="c in counts" :key="c.severity">{{ c.n }} {{ c.severity }}{{ c.n > 1 ? 's' : '' }}</span>
        <span v-if="!counts.length">none</span>
      </span>
      <span class="scopes" role="group" aria-label="Which findings">
        <button v-for="s in scopes" :key="s" type="button" :aria-pressed="s === scope" @click="asked = s">
          {{ s }}
        </button>
      </span>
    </header>
    <ul>
      <li
        v-for="(finding, i) in shown"
        :key="finding.key"
        :data-finding="finding.rule"
        :class="{ accepted: finding.accepted !== undefined, again: repeats(i) }"
      >
        <button
          v-if="repeats(i)"
          type="button"
          class="line again"
          :aria-expanded="opened === finding.key"
          @click="toggle(finding)"
        >
          {{ inUnits(finding.reason) }}
        </button>
        <template v-else>
          <button type="button" class="line" :aria-expanded="opened === finding.key" @click="toggle(finding)">
            <SeverityMark :severity="finding.severity" />
            <span
              ><b class="word">{{ finding.severity }}</b> {{ finding.title
              }}<template v-if="alike(i) > 1"> ({{ alike(i) }})</template
              ><i v-if="scope === 'job'"> · {{ FACES[finding.station].name }}</i></span
            >
          </button>
          <p class="reason">{{ inUnits(finding.reason) }}</p>
        </template>
        <p v-if="finding.accepted !== undefined" class="reason">
          <b>Accepted:</b> {{ finding.accepted }}
          <button
            v-if="!job.job!.seal"
            type="button"
            class="btn btn-outline-secondary"
            @click="job.accept(finding, '')"
          >
            Withdraw
          </button>
        </p>
        <div v-if="opened === finding.key" class="why">
          <p class="formula">{{ inUnits(finding.formula) }}</p>
          <p>
            <span v-for="x in finding.figures" :key="x.name" class="figure"
              >{{ x.name }} <b>{{ short(shownFigure(x.value, x.unit)) }} {{ shownUnit(x.unit) }}</b></span
            >
          </p>
          <p>
            Source: {{ cite(finding.source) }}.<template v-if="!finding.overrulable">
              This cannot be overruled.</template
            >
          </p>
          <form
            v-if="finding.overrulable && finding.accepted === undefined && !job.job!.seal"
            class="accept"
            novalidate
            @submit.prevent="accept(finding)"
          >
            <label :for="`why-${finding.key}`">Reason to accept it</label>
            <input :id="`why-${finding.key}`" v-model="reason" class="form-control" maxlength="400" />
            <button type="submit" class="btn btn-outline-secondary">Accept</button>
            <p v-if="wrong" class="field-error" role="alert">{{ wrong }}</p>
          </form>
        </div>
        <BButton
          v-if="finding.cure && finding.accepted === undefined && !job.job!.seal"
          @click="job.edit(finding.cure.operations, finding.cure.label.toLowerCase())"
        >
          {{ inUnits(finding.cure.label) }}
        </BButton>
      </li>
    </ul>
    <p v-if="elsewhere" class="more">{{ elsewhere }} more in the job.</p>
    <p class="more">Local codes, the craft maker’s manual and licensed practice come first.</p>
  </section>
</template>

<style scoped>
.findings {
  border-top: 2px solid var(--ink);
  padding: var(--space-5) var(--space-7) var(--space-7);
}
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-5);
}
h2 {
  font-size: var(--type-5);
}
.counts {
  font-size: var(--type-2);
  color: var(--ink-soft);
  display: flex;
  gap: var(--space-4);
  flex: 1;
}
.scopes {
  display: flex;
  gap: var(--space-1);
}
.scopes button {
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--ink-soft);
  padding: 0 var(--space-2);
  font-size: var(--type-2);
}
.scopes button:hover {
  color: var(--ink);
}
.scopes button[aria-pressed='true'] {
  color: var(--ink);
  border-color: var(--mud);
}
ul {
  list-style: none;
  margin: var(--space-3) 0 0;
  padding: 0;
}
li {
  padding: var(--space-3) 0 var(--space-4);
  border-top: 1px solid var(--rule-soft);
}
.line {
  display: flex;
  gap: var(--space-4);
  align-items: flex-start;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  color: var(--ink);
  padding: 0;
  font-weight: 500;
}
/* One reason that holds for several: told once, then where. */
li.again {
  border-top: 0;
  padding-top: 0;
}
.line.again {
  padding-left: var(--space-8);
  font-weight: 400;
  font-size: var(--type-3);
}
.word {
  font-weight: 600;
  text-transform: capitalize;
}
.word::after {
  content: '.';
}
.reason {
  margin: var(--space-1) 0 var(--space-2) var(--space-8);
  font-size: var(--type-3);
}
.why {
  margin: var(--space-2) 0 var(--space-3) var(--space-8);
  padding: var(--space-3) var(--space-4);
  background: var(--paper-sunk);
  font-size: var(--type-2);
}
.why p {
  margin: 0 0 var(--space-2);
}
.formula {
  font-weight: 500;
}
.figure {
  margin-right: var(--space-6);
  white-space: nowrap;
}
li :deep(.btn) {
  margin-left: var(--space-8);
}
.accepted .line,
.accepted .reason {
  color: var(--ink-soft);
  font-weight: 400;
}
.accept {
  border-top: 1px solid var(--rule-soft);
  padding-top: var(--space-2);
}
.accept :deep(.btn),
.reason .btn {
  margin: var(--space-2) 0 0;
}
.more {
  font-size: var(--type-2);
  color: var(--ink-soft);
  margin: var(--space-3) 0 0;
}
</style>
