<script setup lang="ts">
import { computed } from 'vue';
import type { Measure } from '#core/craft/pattern';
import NumberField from '../fields/NumberField.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import { someWords } from '../fields/typed';
import { lengthText } from '../app/units';
import NamedRows from './NamedRows.vue';
import { useTable } from './table';

/** Measures of one craft that stretch its pattern: taken between two coordinates, taken up within a stretch of its own. */
const { store, state, draft, pick, put, drop, add } = useTable();
const measure = computed(() => (state.picked === undefined ? undefined : draft.value.measures[state.picked]));
const drawn = ({ of: [a, b] }: Measure) => b - a;
const rows = computed(() =>
  Object.entries(draft.value.measures).map(([id, one]) => ({ id, name: one.name, words: lengthText(drawn(one)) })),
);
const AXES = { x: 'along the craft', y: 'across it', z: 'upward' } as const;
function begin(name: string): void {
  const [left, , right] = draft.value.drawing.side.bounds;
  const [a, b] = [Math.round(left + (right - left) * 0.3), Math.round(left + (right - left) * 0.7)];
  add('measures', name, {
    name,
    axis: 'x',
    of: [a, b],
    grows: [a, b],
    range: [b - a - 50, b - a + 50],
  } satisfies Measure);
}
const set = (part: Readonly<Record<string, unknown>>) => put('measures', state.picked!, part);
const pair = (member: 'of' | 'grows' | 'range', i: 0 | 1, mm: number) =>
  set({ [member]: measure.value![member].map((was, k) => (k === i ? mm : was)) });
const axis = (next: Measure['axis']) => {
  const one = measure.value!;
  // Across it is taken on both sides of the middle line alike.
  const half = Math.abs(one.of[1]);
  return set(
    next === 'y'
      ? { axis: next, of: [-half, half], grows: [half / 2, half], range: [2 * half - 50, 2 * half + 50] }
      : { axis: next },
  );
};
const PAIRS = [
  ['of', 'Taken from', 'Taken to'],
  ['grows', 'Stretches from', 'Stretches to'],
  ['range', 'Least', 'Most'],
] as const;
const tried = computed({
  get: () => state.tried[state.picked!] ?? drawn(measure.value!),
  set: (mm) => (state.tried = { ...state.tried, [state.picked!]: mm }),
});
const isSound = computed(() => !store.faults.some(({ path }) => path.startsWith('measures.')));
</script>

<template>
  <section>
    <h2>Measures</h2>
    <NamedRows
      :rows="rows"
      :picked="state.picked"
      one="measure"
      @add="begin"
      @pick="pick(state.picked === $event ? undefined : $event)"
    >
      <template v-if="measure">
        <label v-if="isSound" class="try"
          >Tried at {{ lengthText(tried) }}
          <input
            v-model.number="tried"
            class="form-range"
            type="range"
            :min="measure.range[0]"
            :max="measure.range[1]"
            step="1"
            :aria-label="`Try ${measure.name}`"
          />
        </label>
        <div class="fields">
          <TextField
            label="Name"
            :shown="measure.name"
            :max="400"
            :take="(text) => someWords(text, (name) => void set({ name }))"
          />
          <PickField label="Runs" :options="AXES" :model-value="measure.axis" @update:model-value="axis" />
          <template v-for="[member, from, to] in PAIRS" :key="member">
            <NumberField
              :label="from"
              unit="mm"
              :min="-30000"
              :max="30000"
              :model-value="measure[member][0]"
              @update:model-value="pair(member, 0, $event)"
            />
            <NumberField
              :label="to"
              unit="mm"
              :min="-30000"
              :max="30000"
              :model-value="measure[member][1]"
              @update:model-value="pair(member, 1, $event)"
            />
          </template>
        </div>
        <p class="small">
          What lies before the stretch stays, what lies behind it moves along whole: keep it clear of wheels and other
          arcs.
        </p>
        <div class="ends">
          <BButton v-if="state.picked! in state.tried" @click="state.tried = {}">As drawn</BButton>
          <BButton @click="drop('measures', state.picked!)">Delete</BButton>
        </div>
      </template>
    </NamedRows>
  </section>
</template>

<style scoped>
.try {
  display: block;
  font-size: var(--type-3);
}
</style>
