<script setup lang="ts">
import { computed } from 'vue';
import type { CoverState, Opened } from '#core/craft/cover';
import { HAZARDS, HAZARD_IDS, PASS_EDGES, TIE_KINDS, type Hazard, type PassThrough } from '#core/craft/leg';
import { WORKED_FROM } from '#core/craft/place';
import { nodeOf } from '#core/craft/pattern';
import { NEW_LEG } from '#core/craft/usual-entry';
import { isSided, mirrorEdits } from '#core/drafting/mirrored';
import { nearestOn } from '#core/drafting/views';
import { craftMap } from '#core/routing/index';
import MaybeField from '../fields/MaybeField.vue';
import NumberField from '../fields/NumberField.vue';
import OpenedRows from '../fields/OpenedRows.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import TickField from '../fields/TickField.vue';
import { someWords } from '../fields/typed';
import { lengthText } from '../app/units';
import NamedRows from './NamedRows.vue';
import { useTable } from './table';

/** Legs that wires run along: from a node to another, bent where the craft asks it. */
const { store, state, draft, pick, edit, put, drop, add } = useTable();
const leg = computed(() => (state.picked === undefined ? undefined : draft.value.legs[state.picked]));
/** Lengths of what hangs together: nothing is measured along a leg that leads nowhere. */
const lengths = computed(() => (store.faults.length ? {} : craftMap(draft.value).legs));
const rows = computed(() =>
  Object.entries(draft.value.legs).map(([id, { name }]) => ({
    id,
    name,
    words: lengths.value[id] ? lengthText(lengths.value[id].lengthMm) : '',
  })),
);
const nodes = computed(() =>
  (['places', 'junctions'] as const).flatMap((list) =>
    Object.entries(draft.value[list]).map(([id, { name }]) => [id, name] as const),
  ),
);
const reached = [['', 'from before it'] as const, ...Object.entries(WORKED_FROM)] as const;
const bodyOf = (id: string) => nodeOf(draft.value, id)?.body;
const jointBetween = (from: string, to: string) =>
  Object.entries(draft.value.joints).find(
    ([, { fixed, moving }]) => fixed === bodyOf(from) && moving === bodyOf(to),
  )?.[0];
const joints = computed(() => [
  ['', 'none'] as const,
  ...Object.entries(draft.value.joints).map(([id, { name }]) => [id, name] as const),
]);
const set = (part: Readonly<Record<string, unknown>>) => put('legs', state.picked!, part);

/** Asks for both ends on the sheet; a leg runs from the fixed body to the moving one. */
function ask(name: string): void {
  state.asked = {
    words: `${name}: press the place or junction it comes from.`,
    node(from) {
      state.asked = {
        words: `${name}: press where it goes to.`,
        node(to) {
          if (from === to) return;
          state.asked = undefined;
          const turned = jointBetween(from, to) === undefined && jointBetween(to, from) !== undefined;
          const [a, b] = turned ? [to, from] : [from, to];
          const joint = bodyOf(a) === bodyOf(b) ? undefined : jointBetween(a, b);
          add('legs', name, {
            ...NEW_LEG,
            name,
            from: a,
            to: b,
            ...(joint === undefined ? {} : { joint }),
          });
        },
      };
    },
  };
}
const opened = (was: Opened, id: string, far: CoverState | null): Opened => {
  const { [id]: _, ...rest } = was;
  return far === null ? rest : { ...rest, [id]: far };
};
const beside = (hazard: Hazard, so: boolean) =>
  set({ hazards: so ? [...leg.value!.hazards, hazard] : leg.value!.hazards.filter((one) => one !== hazard) });
const passes = computed(() => Object.entries(leg.value?.passes ?? {}));
const ties = computed(() => Object.entries(leg.value?.ties ?? {}));
const many = (map: object) => (Object.keys(map).length ? map : undefined);
const pass = (id: string, part: Partial<Record<keyof PassThrough, unknown>> | null) => {
  const { [id]: was, ...rest } = leg.value!.passes ?? {};
  const next: Record<string, unknown> = { ...was, ...part };
  if (next['longMm'] === undefined) delete next['longMm'];
  return set({ passes: many(part === null ? rest : { ...rest, [id]: next }) });
};
/** Asks for a point of the leg, its third coordinate where the leg itself has it. */
function askPoint(words: string, take: (key: string, at: readonly [number, number, number]) => void): void {
  state.asked = {
    words,
    at(view, to) {
      state.asked = undefined;
      const on = nearestOn(draft.value, leg.value!, view, to);
      if (on) take(crypto.randomUUID().slice(0, 8), on.at);
    },
  };
}
const askPass = () =>
  askPoint('Press where the hole is.', (key, at) =>
    pass(key, { name: 'Hole', at, mm: 20, edge: 'bare', drillToMm: null }),
  );
const askTie = () =>
  askPoint('Press where it is tied.', (key, at) => set({ ties: { ...leg.value!.ties, [key]: { kind: 'spot', at } } }));
const tie = (id: string, kind: string | null) => {
  const { [id]: was, ...rest } = leg.value!.ties ?? {};
  return set({ ties: many(kind === null ? rest : { ...rest, [id]: { ...was!, kind } }) });
};
const mirror = () => edit(mirrorEdits(draft.value, 'legs', state.picked!), 'mirror to the other side');
</script>

<template>
  <section>
    <h2>Legs</h2>
    <NamedRows
      :rows="rows"
      :picked="state.picked"
      one="leg"
      @add="ask"
      @pick="pick(state.picked === $event ? undefined : $event)"
    >
      <template v-if="leg">
        <p class="small">Press its line on the drawing for a bend there; Delete on a bend takes it out.</p>
        <div class="fields">
          <TextField
            label="Name"
            :shown="leg.name"
            :max="400"
            :take="(text) => someWords(text, (name) => void set({ name }))"
          />
          <PickField
            label="From"
            :options="nodes"
            :model-value="leg.from"
            @update:model-value="set({ from: $event })"
          />
          <PickField label="To" :options="nodes" :model-value="leg.to" @update:model-value="set({ to: $event })" />
          <PickField
            label="Across the joint"
            :options="joints"
            :model-value="leg.joint ?? ''"
            @update:model-value="set({ joint: $event || undefined })"
          />
          <MaybeField
            label="As a tape has it"
            :fact="[1, 30000, 'mm']"
            empty="as drawn"
            :model-value="leg.tapeMm ?? null"
            @update:model-value="set({ tapeMm: $event ?? undefined })"
          />
          <PickField
            label="Worked at"
            :options="reached"
            :model-value="leg.workedFrom ?? ''"
            @update:model-value="set({ workedFrom: $event || undefined })"
          />
          <TickField
            label="In the engine space"
            :model-value="leg.engineSpace"
            @update:model-value="set({ engineSpace: $event })"
          />
          <OpenedRows
            label="Opened for it"
            :opened="leg.covers"
            :covers="draft.covers"
            @set="(id, far) => set({ covers: opened(leg!.covers, id, far) })"
          />
        </div>
        <h3>Beside it</h3>
        <div class="fields">
          <TickField
            v-for="hazard in HAZARD_IDS"
            :key="hazard"
            :label="HAZARDS[hazard].name"
            :model-value="leg.hazards.includes(hazard)"
            @update:model-value="beside(hazard, $event)"
          />
        </div>
        <h3>Fished</h3>
        <div class="fields">
          <MaybeField
            label="Minutes to fish it"
            :fact="[0, 240, 'min']"
            empty="cannot be"
            :model-value="leg.fish?.minutes ?? null"
            @update:model-value="
              set({ fish: $event === null ? undefined : { minutes: $event, covers: leg.fish?.covers ?? {} } })
            "
          />
          <OpenedRows
            v-if="leg.fish"
            label="Opened to fish it"
            :opened="leg.fish.covers"
            :covers="draft.covers"
            @set="(id, far) => set({ fish: { ...leg!.fish!, covers: opened(leg!.fish!.covers, id, far) } })"
          />
        </div>
        <h3>Holes on its way</h3>
        <div v-for="[id, hole] in passes" :key="id" class="fields part">
          <TextField
            label="Hole"
            :shown="hole.name"
            :max="400"
            :take="(text) => someWords(text, (name) => void pass(id, { name }))"
          />
          <NumberField
            label="Across"
            unit="mm"
            :min="0"
            :max="300"
            :model-value="hole.mm"
            @update:model-value="pass(id, { mm: $event })"
          />
          <MaybeField
            label="Long way of a slot"
            :fact="[1, 600, 'mm']"
            empty="round"
            :model-value="hole.longMm ?? null"
            @update:model-value="pass(id, { longMm: $event ?? undefined })"
          />
          <PickField
            label="Edge"
            :options="PASS_EDGES"
            :model-value="hole.edge"
            @update:model-value="pass(id, { edge: $event })"
          />
          <MaybeField
            label="May be drilled to"
            :fact="[1, 300, 'mm']"
            empty="stays"
            :model-value="hole.drillToMm"
            @update:model-value="pass(id, { drillToMm: $event })"
          />
          <BButton :aria-label="`Delete ${hole.name}`" @click="pass(id, null)">Delete</BButton>
        </div>
        <h3>Tied to</h3>
        <div v-for="[id, one] in ties" :key="id" class="fields part">
          <PickField
            label="Tied to"
            :options="TIE_KINDS"
            :model-value="one.kind"
            @update:model-value="tie(id, $event)"
          />
          <BButton aria-label="Delete this tie" @click="tie(id, null)">Delete</BButton>
        </div>
        <div class="ends">
          <BButton @click="askPass">Add a hole</BButton>
          <BButton @click="askTie">Add a tie</BButton>
          <BButton v-if="isSided(state.picked!, leg.name)" @click="mirror">Mirror to the other side</BButton>
          <BButton @click="drop('legs', state.picked!)">Delete</BButton>
        </div>
      </template>
    </NamedRows>
  </section>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--rule-soft);
  padding-top: var(--space-3);
}
</style>
