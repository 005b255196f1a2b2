<script setup lang="ts">
import { computed } from 'vue';
import { CARRIES } from '#core/gear/loom';
import type { Loom } from '#core/gear/gear';
import { inUse } from '#core/job/parts/gear';
import { figure } from '#core/units/figures';
import type { LoomEndPlan, LoomPlan } from '#core/connections/loom-plan';
import { useSheet } from '../../app/sheet';
import { takeLoom } from '../../app/take-loom';
import { lengthText } from '../../app/units';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import { useLibrary } from '../../stores/library';
import LoomDiagram from './LoomDiagram.vue';

/** Looms that were bought made: where each of their ends goes, whether it reaches, what is left over and where that is parked. */
const { store, job, plan, pattern, endOf } = useSheet();
const library = useLibrary();
const chosen = computed(() => (store.selected?.kind === 'loom' ? store.selected.id.split('/') : []));
const openIn = (loom: LoomPlan) => (chosen.value[0] === loom.id ? chosen.value[1] : undefined);
function press(loom: LoomPlan, end: string): void {
  const id = openIn(loom) === end ? loom.id : `${loom.id}/${end}`;
  store.select({ kind: 'loom', id });
}
const endPlan = (loom: LoomPlan, end: string) => loom.ends.find((one) => one.end === end)!;
const itemOf = (loom: LoomPlan) => job.value.looms[loom.id]!.item;
const branchOf = (loom: LoomPlan, end: string) => itemOf(loom).branches.find(({ id }) => id === end);

const targets = computed((): (readonly [string, string])[] => [
  ['', 'nowhere: capped'],
  ...Object.entries(job.value.gear).flatMap(([id, { there }]) => (inUse(there) ? [[id, endOf(id)] as const] : [])),
  ...Object.entries(job.value.craft.batteries).map(([id, { name }]) => [id, name] as const),
  ...Object.entries(job.value.craft.existing).map(([id, { name }]) => [id, name] as const),
]);
const go = (loom: LoomPlan, end: string, to: string) =>
  store.edit([{ op: 'setLoomEnd', loom: loom.id, end, said: { to: to || null } }]);
const extension = (loom: LoomPlan, end: string) => job.value.looms[loom.id]!.ends[end]?.extensionMm ?? 0;
const FIRST = { start: 'the plug it begins at', ends: 'its branches' } as const;
const firstOptions = ({ proposed }: LoomPlan) => ({ '': `as proposed: ${FIRST[proposed]}`, ...FIRST });

const volumeText = (cm3: number) => `${figure(cm3, 0)} cm³`;
function parkWords({ overMm, coilCm3, roomCm3, place }: LoomEndPlan): string {
  if (overMm === undefined || overMm < 1) return '';
  const where = place === undefined ? '' : ` at ${pattern.value.places[place]!.name.toLowerCase()}`;
  const room =
    roomCm3 === undefined
      ? '; nobody has said what room is there'
      : coilCm3 > roomCm3
        ? `; there is room for ${volumeText(roomCm3)}`
        : `, where there is room for ${volumeText(roomCm3)}`;
  return `${lengthText(overMm)} left over: a coil of ${volumeText(coilCm3)}${where}${room}.`;
}
const between = ({ trunk }: LoomPlan) => trunk.reduce((sum, { mm }) => sum + mm, 0);

const offered = computed(() => library.offered.filter((item): item is Loom => item.kind === 'loom'));
</script>

<template>
  <section class="looms">
    <h2>Bought looms</h2>
    <p v-if="!plan.looms.length" class="teach">
      A loom comes made, with its branches and plugs. Take it off the shelf, say where its ends go, and see whether they
      reach: its runs are then not cut.
    </p>
    <article v-for="loom in plan.looms" :key="loom.id" :data-loom="loom.id">
      <h3>{{ itemOf(loom).name }}</h3>
      <LoomDiagram :loom="loom" :open="openIn(loom)" @press="press(loom, $event)" />
      <div v-if="openIn(loom) !== undefined" class="one">
        <div class="fields">
          <PickField
            class="wide"
            :label="`${endPlan(loom, openIn(loom)!).name} goes to`"
            :options="targets"
            :model-value="endPlan(loom, openIn(loom)!).to ?? ''"
            @update:model-value="go(loom, openIn(loom)!, $event)"
          />
          <NumberField
            label="A lead put on to it"
            unit="mm"
            :min="0"
            :max="10000"
            :model-value="extension(loom, openIn(loom)!)"
            @update:model-value="
              store.edit([{ op: 'setLoomEnd', loom: loom.id, end: openIn(loom)!, said: { extensionMm: $event } }])
            "
          />
        </div>
        <p v-if="branchOf(loom, openIn(loom)!)" class="small">
          Carries
          {{
            branchOf(loom, openIn(loom)!)!
              .carries.map((what) => CARRIES[what])
              .join(', ')
          }}{{
            branchOf(loom, openIn(loom)!)!.inline ? '; stands in the old lead, between its plug and the speaker' : ''
          }}.
        </p>
        <p v-if="parkWords(endPlan(loom, openIn(loom)!))">{{ parkWords(endPlan(loom, openIn(loom)!)) }}</p>
      </div>
      <p v-if="between(loom) >= 1" class="small">
        Between its forks {{ lengthText(between(loom)) }} of trunk are left over, laid in a loop where they pass.
      </p>
      <p v-if="loom.shortMm > 0" class="small">
        Laid along these routes no way of laying it leaves it less short: {{ lengthText(loom.shortMm) }} in all.
      </p>
      <PickField
        v-if="loom.why"
        class="wide"
        label="Led in first"
        :options="firstOptions(loom)"
        :model-value="job.looms[loom.id]!.first ?? ''"
        @update:model-value="store.edit([{ op: 'leadLoom', loom: loom.id, first: $event || null }])"
      />
      <p v-if="loom.why" class="small">Proposed because {{ loom.why }}.</p>
      <div class="ends">
        <BButton :data-take-out="loom.id" @click="store.edit([{ op: 'removeLoom', id: loom.id }])">Take it out</BButton>
      </div>
    </article>
    <template v-if="offered.length">
      <h3>On the shelf</h3>
      <ul>
        <li v-for="item in offered" :key="item.id">
          <button type="button" class="option" :data-take-loom="item.id" @click="takeLoom(store, item)">
            <span>{{ item.name }}</span><span>{{
              item.branches.length === 1 ? 'one branch' : `${item.branches.length} branches`
            }}</span>
          </button>
        </li>
      </ul>
    </template>
    <p v-else class="small">There is no loom on the shelf: type one in at Gear.</p>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--rule);
  padding: var(--space-4) 0;
}
.one {
  border-left: 3px solid var(--tarn);
  padding: var(--space-3) 0 var(--space-4) var(--space-4);
}
.small {
  font-size: var(--type-2);
  color: var(--ink-soft);
}
</style>
