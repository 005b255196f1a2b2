<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue';
import { PHASES, type StepState } from '#core/build/index';
import { CAUTIONS } from '#core/tables/cautions';
import { colourText } from '#core/tables/colours';
import { DRIVES, REACHES, notThose } from '#core/tables/fasteners';
import NumberField from '../../fields/NumberField.vue';
import PhotoStrip from '../../app/PhotoStrip.vue';
import { LEAST_IN_STEPS } from '#core/units/shown';
import { inUnits } from '../../app/units';
import { useBay } from '../../stores/bay';
import { useSheet } from '../../app/sheet';

/** One step, fit for one hand: what to do, what with, what to count, what must not be forgotten. */
const props = defineProps<{ state: StepState; number: number; of: number }>();
const { store, plan } = useSheet();
const bay = useBay();
const step = computed(() => props.state.step);

const check = (id: string, done: boolean) => bay.add({ kind: 'check', step: step.value.id, check: id, done });

/** Connectors of this cover: pictured as they come apart, seen again when they go together. */
const plugs = computed(() =>
  step.value.subject.kind === 'cover'
    ? step.value.checks
        .filter(({ id }) => id.startsWith('plug-'))
        .map(({ id, text }) => ({ id: `${step.value.subject.id}-${id.slice(5)}`, name: text.replace(/^[^:]*: /, '') }))
    : [],
);

type Part = 'out' | 'reused' | 'retired' | 'added';
const PARTS: Record<Part, string> = { out: 'out', reused: 'back', retired: 'scrapped', added: 'new' };
const parts = computed((): Part[] => (step.value.direction === 'out' ? ['out'] : ['reused', 'retired', 'added']));
const balances = computed(() => bay.state!.balances.filter((b) => b.of === step.value.subject.id));
const counted = (fastener: string, part: Part): number => {
  const own = props.state.counts.find((c) => c.id === fastener)![part];
  if (own !== undefined) return own;
  const spec = step.value.fasteners.find((f) => f.id === fastener)!;
  if (part === 'out') return spec.count;
  const out = balances.value.find((b) => b.id === fastener)?.out || spec.count;
  if (part === 'reused') return spec.single ? 0 : out;
  return spec.single ? out : 0;
};
function count(fastener: string, part: Part, by: number): void {
  const values = Object.fromEntries(parts.value.map((p) => [p, counted(fastener, p)])) as Record<Part, number>;
  values[part] = Math.max(0, Math.min(200, values[part] + by));
  void bay.add({ kind: 'count', step: step.value.id, fastener, ...values });
}
/** Nothing of a fastener counts until somebody has counted it. */
const isCounted = (fastener: string) =>
  parts.value.some((p) => props.state.counts.find((c) => c.id === fastener)![p] !== undefined);
const uncounted = computed(() => step.value.fasteners.filter((f) => !isCounted(f.id)));
/** Those not counted yet were as many as planned. */
function countAsPlanned(): void {
  for (const f of uncounted.value) count(f.id, parts.value[0]!, 0);
}
const balanceOf = (fastener: string) => balances.value.find((b) => b.id === fastener);

const took = ref('');
const note = ref('');
const error = ref('');
function logTime(): void {
  const minutes = Number(took.value.replace(',', '.'));
  if (took.value.trim() === '' || !Number.isFinite(minutes) || minutes <= 0 || minutes > 960) {
    error.value = 'Minutes taken: expected 1 to 960.';
    return;
  }
  error.value = took.value = '';
  void bay.add({ kind: 'time', step: step.value.id, minutes });
}
function addNote(): void {
  const text = note.value.trim();
  if (!text) return;
  note.value = '';
  void bay.add({ kind: 'note', step: step.value.id, text: text.slice(0, 400) });
}

// What was written and not added yet goes with the step it was written at.
onBeforeUnmount(() => {
  addNote();
  if (took.value.trim()) logTime();
});

const key = computed(() => `minutes=${step.value.id}`);
const overrule = computed(() => plan.value.overrules.find((o) => o.key === key.value));
const expect = (minutes: number) => store.overrule('minutes', step.value.id, minutes, `expect ${minutes} minutes`);
/** Lengths of wire and holes in the units of the screen; sockets, bits and screws by the size they are bought by. */
const told = (words: string) => inUnits(words, LEAST_IN_STEPS);
</script>

<template>
  <section class="step">
    <p class="where">
      {{ PHASES[step.phase] }} · {{ number }} of {{ of }}<b v-if="step.second"> · two people</b
      ><b v-if="state.is === 'redo'" class="redo"> · changed since it was done: do it again?</b>
    </p>
    <h2>{{ told(step.title) }}</h2>
    <p v-for="caution in step.cautions" :key="caution" class="caution">{{ CAUTIONS[caution] }}</p>
    <p v-if="step.subject.kind === 'cover' && !store.job?.seal" class="small">
      <RouterLink :to="{ params: { station: 'intake' } }" @click="store.select({ kind: 'cover', id: step.subject.id })"
        >Different on this craft</RouterLink
      >
    </p>
    <p v-if="step.tools.length" class="take"><b>Tools</b> {{ step.tools.join(' · ') }}</p>
    <p v-for="line in step.lines" :key="line">{{ told(line) }}</p>

    <table v-if="step.ends.length" class="ends-table" data-testid="ends">
      <caption class="visually-hidden">
        Ends at this step
      </caption>
      <thead>
        <tr>
          <th scope="col">Wire</th>
          <th scope="col">Goes to</th>
          <th scope="col">Ends in</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(end, i) in step.ends" :key="i">
          <td>
            <b>{{ colourText(end.colour) }}</b> {{ end.wire }}<span class="use soft">{{ end.use }}</span>
          </td>
          <td>{{ end.to }}</td>
          <td>{{ end.with }}</td>
        </tr>
      </tbody>
    </table>

    <div v-if="step.fasteners.length" class="fasteners">
      <h3>{{ step.direction === 'out' ? 'Fasteners out' : 'Fasteners in' }}</h3>
      <div v-for="f in step.fasteners" :key="f.id" class="fastener" :data-fastener="f.id">
        <p>
          <b>{{ f.count }} × {{ f.size }}</b
          >, {{ f.where }}
          <span class="soft"
            >{{ DRIVES[f.drive].name }}<template v-if="f.reach">, {{ REACHES[f.reach] }}</template
            ><template v-if="f.single">, single use</template></span
          >
          <span v-if="notThose(f.drive)" class="strips">{{ notThose(f.drive) }}</span>
        </p>
        <div class="counts">
          <div v-for="part in parts" :key="part" class="count">
            <span class="soft">{{ PARTS[part] }}</span>
            <span class="stepper">
              <button type="button" :aria-label="`One ${f.size} less ${PARTS[part]}`" @click="count(f.id, part, -1)">
                −
              </button>
              <output :data-count="part" :class="{ uncounted: !isCounted(f.id) }">{{
                isCounted(f.id) ? counted(f.id, part) : `${counted(f.id, part)}?`
              }}</output>
              <button type="button" :aria-label="`One ${f.size} more ${PARTS[part]}`" @click="count(f.id, part, 1)">
                +
              </button>
            </span>
          </div>
        </div>
        <p v-if="balanceOf(f.id)?.state === 'unbalanced'" class="bad" role="status">
          Out {{ balanceOf(f.id)!.out }} = reused {{ balanceOf(f.id)!.reused }} + retired
          {{ balanceOf(f.id)!.retired }}; in {{ balanceOf(f.id)!.reused + balanceOf(f.id)!.added }} of {{ f.count }}:
          does not add up.
        </p>
      </div>
    </div>

    <button
      v-if="uncounted.length"
      type="button"
      class="btn btn-outline-secondary planned"
      data-testid="count-as-planned"
      @click="countAsPlanned"
    >
      Count as planned
    </button>

    <ul v-if="step.checks.length" class="checks">
      <li v-for="c in step.checks" :key="c.id">
        <label>
          <input
            type="checkbox"
            :checked="state.checked.has(c.id)"
            :data-check="c.id"
            @change="check(c.id, ($event.target as HTMLInputElement).checked)"
          />
          <span>{{ told(c.text) }}</span>
        </label>
      </li>
    </ul>

    <PhotoStrip v-for="p in plugs" :key="p.id" :subject="{ kind: 'plug', id: p.id }" :of="p.name" />

    <p v-if="state.is !== 'done' && state.missing.length" class="missing">
      <b>Not yet:</b> {{ state.missing.slice(0, 4).join('; ')
      }}<template v-if="state.missing.length > 4"> and {{ state.missing.length - 4 }} more</template>.
    </p>

    <PhotoStrip :subject="{ kind: 'step', id: step.id }" />

    <div class="log">
      <div class="entry">
        <label :for="`took-${number}`">Minutes taken</label>
        <input
          :id="`took-${number}`"
          v-model="took"
          class="form-control"
          inputmode="decimal"
          :aria-invalid="error !== ''"
          @keydown.enter="logTime"
        />
        <button type="button" class="btn btn-outline-secondary" @click="logTime">Log</button>
        <span v-if="state.minutes !== undefined" class="soft" data-figure="took">{{ state.minutes }} min so far</span>
      </div>
      <p v-if="error" class="field-error" role="alert">{{ error }}</p>
      <div class="entry">
        <label :for="`note-${number}`">Note</label>
        <input
          :id="`note-${number}`"
          v-model="note"
          class="form-control wide"
          maxlength="400"
          @keydown.enter="addNote"
        />
        <button type="button" class="btn btn-outline-secondary" @click="addNote">Add</button>
      </div>
      <p v-for="n in state.notes" :key="n.at" class="small">{{ n.text }}</p>
      <div class="entry">
        <NumberField
          label="Expected"
          unit="min"
          :min="0"
          :max="960"
          :model-value="step.minutes"
          @update:model-value="expect"
        />
        <button
          v-if="overrule"
          type="button"
          class="btn btn-outline-secondary"
          @click="store.overrule('minutes', step.id, null)"
        >
          Plan: {{ step.plannedMinutes }} min
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.strips {
  display: block;
  color: var(--caution);
  font-size: var(--type-2);
}
.where {
  color: var(--ink-soft);
}
.where .redo {
  color: var(--caution);
}
h2 {
  font-size: var(--type-7);
  line-height: 1.1;
}
.step .caution {
  margin: var(--space-2) 0;
}
.soft {
  color: var(--ink-soft);
  font-size: var(--type-2);
}
.fastener {
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-3) 0;
}
.count {
  display: grid;
  grid-template-columns: 108px auto;
  align-items: center;
  margin-bottom: var(--space-2);
}
.stepper {
  display: flex;
  align-items: center;
}
.stepper button {
  width: 40px;
  height: 36px;
  border: 1px solid var(--rule);
  background: var(--paper);
  color: var(--ink);
  font-size: var(--type-6);
  line-height: 1;
}
.stepper output {
  min-width: 34px;
  text-align: center;
  font: 600 var(--type-6) var(--narrow);
}
.stepper .uncounted {
  color: var(--ink-soft);
  font-weight: 400;
}
.planned {
  min-height: 44px;
  width: 100%;
  margin: var(--space-2) 0;
}
.ends-table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-2);
  margin: var(--space-2) 0;
}
.ends-table th,
.ends-table td {
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) var(--space-3) var(--space-2) 0;
  text-align: left;
  vertical-align: top;
}
.ends-table .use {
  display: block;
}
.ends-table th {
  font-weight: 500;
  color: var(--ink-soft);
}
.checks label {
  display: flex;
  gap: var(--space-5);
  align-items: center;
  min-height: 40px;
  border-top: 1px solid var(--rule-soft);
  font-size: var(--type-4);
}
.checks input {
  width: 24px;
  height: 24px;
  flex: none;
}
.missing {
  border-left: 3px solid var(--stop);
  padding-left: var(--space-4);
}
.entry {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  margin: var(--space-2) 0;
}
.entry label {
  font-size: var(--type-2);
  color: var(--ink-soft);
  min-width: 60px;
}
.entry .form-control {
  width: 72px;
}
.entry .form-control.wide {
  flex: 1;
}
.entry :deep(.field) {
  display: flex;
  align-items: center;
  gap: var(--space-4);
}
</style>
