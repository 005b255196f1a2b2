<script setup lang="ts">
import { computed } from 'vue';
import { movedPath } from '#core/craft/path';
import { FILLS, PENS, strokesOf, type Stroke } from '#core/craft/pattern';
import { said } from '#core/document/edits';
import { freeKey } from '#core/drafting/begin';
import { cornered, linesOf, pathOf, smoothed, split, without, type Line } from '#core/drafting/knots';
import { mirrorStrokes } from '#core/drafting/mirrored';
import type { ViewName } from '#core/drawing/projection';
import PickField from '../fields/PickField.vue';
import PickStrip from '../fields/PickStrip.vue';
import { VIEW_NAMES, useTable } from './table';

/** The lines of the drawing: drawn with the pen, bent, filled, and put on a body and a cover. */
const { state, draft, pick, edit } = useTable();
const strokes = computed(() => draft.value.drawing[state.view].strokes);
const stroke = computed(() => (state.picked === undefined ? undefined : strokes.value[state.picked]));
const PEN_NAMES: Record<Stroke['pen'], string> = {
  outline: 'outline',
  line: 'line',
  fine: 'fine',
  hidden: 'hidden',
  centre: 'centre line',
};
const FILL_NAMES = Object.fromEntries(FILLS.map((fill) => [fill, fill])) as Record<Stroke['fill'], string>;
const pens = PENS.map((pen) => [pen, PEN_NAMES[pen]] as const);
const bodies = computed(() => Object.entries(draft.value.bodies).map(([id, { name }]) => [id, name] as const));
const covers = computed(() => [
  ['', 'none'] as const,
  ...Object.entries(draft.value.covers).map(([id, { name }]) => [id, name] as const),
]);
const view = computed({
  get: () => state.view,
  set: (next: ViewName) => {
    state.view = next;
    pick(undefined);
  },
});

const countText = computed(() => {
  const n = Object.keys(strokes.value).length;
  return n === 1 ? '1 line' : `${n} lines`;
});

const begin = (of: ViewName) => {
  pick(undefined);
  state.view = of;
  state.drawing = { view: of, knots: [] };
};
const put = (part: { [M in keyof Stroke]?: Stroke[M] | undefined }, label = 'change a line') =>
  edit(
    [{ op: 'setStroke', view: state.view, id: state.picked!, to: said({ ...stroke.value!, ...part }) as Stroke }],
    label,
  );
/** The line one rank over, or under, what lies over or under it. */
function rank(way: 1 | -1): void {
  const others = Object.entries(strokes.value).flatMap(([id, { at }]) => (id === state.picked ? [] : [at]));
  const { at } = stroke.value!;
  const beyond = others.filter((other) => (way > 0 ? other >= at : other <= at)).sort((a, b) => (a - b) * way);
  const [next, after] = beyond;
  if (next !== undefined)
    void put({ at: after === undefined ? next + way : (next + after) / 2 }, way > 0 ? 'raise a line' : 'lower a line');
}
const lines = computed(() => (stroke.value ? linesOf(stroke.value.d) : []));
const knot = computed(() => state.knot && lines.value[state.knot[0]]?.knots[state.knot[1]]);
function reshape(change: (line: Line, k: number) => Line | undefined, label: string): void {
  const [i, k] = state.knot!;
  const next = lines.value.flatMap((line, n) => (n === i ? (change(line, k) ?? []) : [line]));
  if (next.length) void put({ d: pathOf(next) }, label);
}
const drop = () => {
  const id = state.picked!;
  pick(undefined);
  edit([{ op: 'setStroke', view: state.view, id, to: null }]);
};
const mirror = () => edit(mirrorStrokes(draft.value, [state.picked!]), 'mirror a line');
/** The same line once more, a little aside. */
function again(): void {
  const aside = (at: number) => at + 40;
  const id = freeKey('line', strokes.value);
  const to = { ...stroke.value!, d: movedPath(stroke.value!.d, aside, aside) };
  if (edit([{ op: 'setStroke', view: state.view, id, to }], 'copy a line') === undefined) pick(id);
}
/** The next line of the view, or the one before, from the lowest to the highest. */
function step(way: 1 | -1): void {
  const ids = strokesOf(draft.value.drawing[state.view]).map(([id]) => id);
  const at = state.picked === undefined ? (way > 0 ? -1 : ids.length) : ids.indexOf(state.picked);
  pick(ids[(at + way + ids.length) % ids.length]);
}
</script>

<template>
  <section>
    <h2>Lines</h2>
    <div class="ends">
      <BButton variant="primary" @click="begin('side')">Draw from the side</BButton>
      <BButton variant="primary" @click="begin('top')">Draw from above</BButton>
    </div>
    <PickStrip v-model="view" label="View" :options="VIEW_NAMES" />
    <div v-if="Object.keys(strokes).length" class="ends">
      <BButton @click="step(-1)">Line before</BButton>
      <BButton @click="step(1)">Next line</BButton>
    </div>
    <p v-if="!stroke" class="small">{{ countText }} in this view. Press one on the drawing to bend it.</p>
    <template v-else>
      <div class="fields">
        <PickField
          label="Body"
          :options="bodies"
          :model-value="stroke.body"
          @update:model-value="put({ body: $event })"
        />
        <PickField
          label="Cover"
          :options="covers"
          :model-value="stroke.cover ?? ''"
          @update:model-value="put({ cover: $event || undefined })"
        />
        <PickField label="Pen" :options="pens" :model-value="stroke.pen" @update:model-value="put({ pen: $event })" />
        <PickField
          label="Filled"
          :options="FILL_NAMES"
          :model-value="stroke.fill"
          @update:model-value="put({ fill: $event })"
        />
      </div>
      <div class="ends">
        <BButton @click="rank(1)">Over</BButton>
        <BButton @click="rank(-1)">Under</BButton>
        <BButton @click="again">Copy</BButton>
        <BButton v-if="state.view === 'top'" @click="mirror">Mirror to the other side</BButton>
        <BButton @click="drop">Delete</BButton>
      </div>
      <h3>Point</h3>
      <p v-if="!knot" class="small">Press a point of it. Drag it, or move it by the arrows.</p>
      <div v-else class="ends">
        <BButton @click="reshape(smoothed, 'smooth a point')">Smooth</BButton>
        <BButton @click="reshape(cornered, 'make a corner')">Corner</BButton>
        <BButton
          @click="
            reshape((line, k) => split(line, Math.min(k, line.knots.length - (line.closed ? 1 : 2))), 'add a point')
          "
          >Add one after it</BButton
        >
        <BButton @click="(reshape(without, 'take out a point'), (state.knot = undefined))">Take it out</BButton>
      </div>
    </template>
  </section>
</template>
