<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { useRoute } from 'vue-router';
import { computed, nextTick, ref, watch } from 'vue';
import { PHASES, type Phase, type Step } from '#core/build/index';
import { pullSteps } from '#core/connections/pulled';
import { shownColour } from '#core/connections/runs';
import { layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { twoViews } from '#core/drawing/sheet';
import type { BayEvent } from '#core/job/events';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import GearMark from '../../drawing/GearMark.vue';
import GearTags from '../../drawing/GearTags.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { LEAST_IN_STEPS } from '#core/units/shown';
import { inUnits } from '../../app/units';
import { useBay } from '../../stores/bay';
import { useSheet } from '../../app/sheet';
import KitPanel from './KitPanel.vue';
import StepCard from './StepCard.vue';

const { store, job, plan, gear, pattern: craft } = useSheet();
const bay = useBay();
const views = computed(() => twoViews(craft.value));
const state = computed(() => bay.state!);
const steps = computed(() => state.value.steps);

/** The step asked for by hand, or by a label’s square code; else the next one to do. */
const { step: scanned } = useRoute().query;
const asked = ref(typeof scanned === 'string' ? scanned : undefined);
const at = computed(() => {
  const id = asked.value ?? state.value.next?.step.id;
  return Math.max(
    0,
    steps.value.findIndex((s) => s.step.id === id),
  );
});
const current = computed(() => steps.value[at.value]);
const go = async (index: number) => {
  const step = steps.value[Math.min(steps.value.length - 1, Math.max(0, index))]?.step;
  if (!step) return;
  asked.value = step.id;
  await nextTick();
  for (const scroller of ['.inspector', '.station']) document.querySelector(scroller)?.scrollTo({ top: 0 });
};
watch(
  () => store.selected,
  (chosen) => {
    const own = steps.value.find(
      ({ step }) =>
        chosen && (step.id === chosen.id || (step.subject.kind === chosen.kind && step.subject.id === chosen.id)),
    );
    if (own) asked.value = own.step.id;
  },
);

async function done(): Promise<void> {
  const { step, is } = current.value!;
  if (is === 'done') {
    await bay.tick(step, false);
    return;
  }
  const kept = bay.tick(step, true);
  // On to what is next, at once: whoever goes elsewhere while it is being sent stays there. After the last one, stay.
  asked.value = state.value.next ? undefined : step.id;
  store.said = `done: ${step.title}`;
  await kept;
}

const phases = computed(() =>
  (Object.keys(PHASES) as Phase[])
    .map((phase) => ({ phase, name: PHASES[phase], steps: steps.value.filter((s) => s.step.phase === phase) }))
    .filter((p) => p.steps.length),
);

// ── The drawing: covers that are off are gone, gear and wires appear as they are fitted and pulled ──
const open = computed(() => new Set(state.value.open));
const isDone = (id: string) => ['done', 'redo'].includes(steps.value.find((s) => s.step.id === id)?.is ?? '');
const lit = computed(() => (current.value?.step.subject.kind === 'cover' ? current.value.step.subject.id : undefined));
const fitted = computed(
  () =>
    new Set(
      Object.entries(job.value.gear).flatMap(([id, { there }]) =>
        there !== null || isDone(`fit:gear/${id}`) ? [id] : [],
      ),
    ),
);
const pulls = computed(() => pullSteps(plan.value.runs));
const groupOf = (run: { id: string }) => pulls.value.get(run.id) ?? '';
const lanes = computed(() => {
  const runs = plan.value.runs.filter((run) => run.way);
  return (
    views.value && {
      side: layLanes(gear.value, plan.value.mounts, craft.value, runs, views.value.side),
      top: layLanes(gear.value, plan.value.mounts, craft.value, runs, views.value.top),
    }
  );
});
const isLit = (run: { id: string }) => current.value?.step.id === groupOf(run);
const shown = (run: { id: string }) => isDone(groupOf(run)) || isLit(run);
const isHere = (gear: string, step: Step | undefined) => step?.subject.kind === 'gear' && step.subject.id === gear;

useEventListener(window, 'keydown', (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select, .sheet')) return;
  if (event.key === 'PageDown') void go(at.value + 1);
  else if (event.key === 'PageUp') void go(at.value - 1);
  else return;
  event.preventDefault();
});

/** What an entry says, for a person who made it. */
function entryWords(event: BayEvent): string {
  const step = 'step' in event ? (steps.value.find((s) => s.step.id === event.step)?.step.title ?? event.step) : '';
  switch (event.kind) {
    case 'tick':
      return `${step}: ${event.done ? 'done' : 'not done'}`;
    case 'check':
      return `${step}: ${event.check} ${event.done ? 'checked' : 'not checked'}`;
    case 'count':
      return `${step}: fasteners counted`;
    case 'time':
      return `${step}: ${event.minutes} min`;
    case 'note':
      return `${step}: note “${event.text}”`;
    case 'photo':
      return `photo “${event.caption}”`;
    case 'wire':
      return `${event.pieces.length} ${event.pieces.length === 1 ? 'piece' : 'pieces'} of wire ${event.done ? 'cut' : 'not cut'}`;
  }
}
</script>

<template>
  <StationLayout station="build" card-first>
    <template #sheet>
      <SheetFrame still label="The craft as it stands in the bay: covers off, gear fitted, wires pulled">
        <CraftView v-for="p in views" :key="p.view" :pattern="craft" :projection="p" :open="open" :lit="lit" />
        <template v-for="p in views" :key="p.view">
          <template v-for="lane in lanes[p.view]" :key="lane.run.id">
            <WireLine
              v-if="shown(lane.run)"
              :path="lane.path"
              v-bind="shownColour(lane.run)"
              :old="lane.run.old"
              :width="isLit(lane.run) ? 4.5 : 3"
              :dim="!isLit(lane.run) && current?.step.subject.kind === 'run'"
            />
          </template>
          <GearMark
            v-for="{ id, item, place } in placedGear(job, p.view)"
            :key="id"
            :item="item"
            :place="place"
            :fitted="plan.mounts[id]"
            :projection="p"
            :ghost="!fitted.has(id) && !isHere(id, current?.step)"
            :selected="isHere(id, current?.step)"
          />
          <GearTags :projection="p" :selected="(id) => isHere(id, current?.step)" />
        </template>
        <text v-if="!steps.length" x="470" y="52" text-anchor="middle" class="big"
          >Nothing to build yet. Put gear on the craft first.</text
        >
      </SheetFrame>
    </template>

    <template #panel>
      <template v-if="current">
        <StepCard :key="current.step.id" :state="current" :number="at + 1" :of="steps.length" />
        <nav class="thumb" aria-label="Steps">
          <button type="button" :disabled="at === 0" aria-label="Step before" @click="go(at - 1)">‹</button>
          <button
            type="button"
            class="done"
            :class="current.is"
            :disabled="job.seal !== null || (current.is !== 'done' && current.missing.length > 0)"
            data-testid="done"
            @click="done"
          >
            {{
              current.is === 'done'
                ? job.seal
                  ? 'Done, sealed'
                  : 'Done. Undo?'
                : current.is === 'redo'
                  ? 'Done again'
                  : 'Done'
            }}
          </button>
          <button type="button" :disabled="at === steps.length - 1" aria-label="Step after" @click="go(at + 1)">
            ›
          </button>
        </nav>
        <p class="small" role="status" data-testid="bay-state">
          {{ state.done }} of {{ steps.length }} done, {{ Math.ceil(state.minutesLeft / 15) / 4 }} h to go<template
            v-if="state.minutesSpent"
            >, {{ state.minutesSpent }} min logged</template
          >.
          <template v-if="state.strays.length"
            >{{ state.strays.length }} done {{ state.strays.length === 1 ? 'step is' : 'steps are' }} no longer in the
            plan.</template
          >
          <template v-if="bay.away"
            >{{ bay.why ?? 'Server away' }}: {{ bay.waiting.length }}
            {{ bay.waiting.length === 1 ? 'entry waits' : 'entries wait' }} on this device.</template
          >
          <template v-else>Everything is on the server.</template>
        </p>
        <div v-if="bay.aside.length" class="aside" role="alert" data-testid="aside-entries">
          <p>
            <b
              >{{ bay.aside.length === 1 ? 'An entry was' : `${bay.aside.length} entries were` }} refused by the
              server</b
            >
            and set aside; the others are on it.
          </p>
          <p v-for="{ event, reason } in bay.aside" :key="event.id" class="small">
            {{ entryWords(event) }} — {{ reason }}
          </p>
          <div class="ends">
            <BButton variant="primary" @click="bay.tryAside()">Try again</BButton>
            <BButton @click="bay.dropAside()">Discard</BButton>
          </div>
        </div>
        <p v-if="!state.next && !job.seal" class="finished" data-testid="finished">
          <b>Every step is done.</b>
          <RouterLink class="btn btn-primary" :to="{ params: { station: 'handover' } }">Hand over</RouterLink>
        </p>
        <p v-if="state.apart.length" class="apart"><b>Apart:</b> {{ state.apart.map((a) => a.text).join('; ') }}.</p>
        <label class="hand"
          >Your name on what you tick
          <input v-model="bay.by" class="form-control" maxlength="60" autocomplete="off" />
        </label>
        <KitPanel />
        <ol class="all" aria-label="All steps">
          <li v-for="p in phases" :key="p.phase">
            <h3>{{ p.name }}</h3>
            <button
              v-for="s in p.steps"
              :key="s.step.id"
              type="button"
              class="option"
              :class="[s.is, { now: s.step.id === current.step.id }]"
              :data-step="s.step.id"
              :aria-current="s.step.id === current.step.id ? 'step' : undefined"
              @click="go(steps.indexOf(s))"
            >
              <span class="tickmark" aria-hidden="true">{{ s.is === 'done' ? '✓' : s.is === 'redo' ? '↺' : '' }}</span>
              <span class="name"
                >{{ inUnits(s.step.title, LEAST_IN_STEPS) }}<span class="visually-hidden">, {{ s.is }}</span></span
              >
              <span>{{ s.step.minutes }} min</span>
            </button>
          </li>
        </ol>
      </template>
      <section v-else>
        <h2>Steps</h2>
        <p>Steps follow from gear, places and wires: there is nothing to write here by hand.</p>
        <RouterLink class="btn btn-primary" :to="{ params: { station: 'gear' } }">Go to Gear</RouterLink>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.thumb {
  display: grid;
  grid-template-columns: 52px 1fr 52px;
  gap: var(--space-3);
  position: sticky;
  bottom: -16px;
  background: var(--paper-raised);
  padding: var(--space-4) 0 var(--space-5);
  border-top: 2px solid var(--ink);
}
.thumb button {
  min-height: 52px;
  border: 1px solid var(--ink);
  background: var(--paper);
  color: var(--ink);
  font: 600 var(--type-7)/1 var(--narrow);
}
.thumb .done {
  background: var(--tarn);
  border-color: var(--tarn);
  color: var(--on-tarn);
}
.thumb .done.done.done:not(.ready):not(.open):not(.redo) {
  background: var(--paper-sunk);
  color: var(--ink);
  border-color: var(--rule);
}
.thumb button:disabled {
  background: var(--paper-sunk);
  border-color: var(--rule-soft);
  color: var(--ink-soft);
}
.finished {
  display: flex;
  gap: var(--space-5);
  align-items: center;
}
.apart {
  color: var(--stop);
}
.hand {
  display: block;
  font-size: var(--type-2);
  color: var(--ink-soft);
  margin-bottom: var(--space-5);
}
.option {
  gap: var(--space-4);
}
.option .name {
  flex: 1;
}
.option span:last-child {
  white-space: nowrap;
}
.tickmark {
  width: 16px;
  flex: none;
  font-weight: 600;
  color: var(--tarn);
}
.option.redo .tickmark {
  color: var(--caution);
}
.option.open .name {
  color: var(--ink-soft);
}
@media (max-width: 760px) {
  .thumb {
    bottom: 0;
    z-index: 2;
  }
  .thumb button {
    min-height: 60px;
  }
  .option {
    min-height: 44px;
    align-items: center;
  }
}
</style>
