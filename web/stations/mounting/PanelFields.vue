<script setup lang="ts">
import { computed, ref } from 'vue';
import { OBSTACLES, PANEL_LIES, type ObstacleKind, type Panel } from '#core/craft/panel';
import { panelOf } from '#core/job/parts/mounting';
import type { Operation } from '#core/job/operations';
import { MATERIAL_NAMES, type Material } from '#core/tables/materials';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import MaybeField from '../../fields/MaybeField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TextField from '../../fields/TextField.vue';
import TickField from '../../fields/TickField.vue';
import AtFields from './AtFields.vue';
import BoardFields from './BoardFields.vue';
import FoldRow from '../../fields/FoldRow.vue';
import LaidFields from './LaidFields.vue';
import OutlineFields from './OutlineFields.vue';

/** The panel of a place as it was measured: what is changed here is this job's own. */
const props = defineProps<{ place: string }>();
const { store, job, pattern } = useSheet();
const found = computed(() => panelOf(job.value, props.place));
const panel = computed(() => found.value.panel);

const FROM = {
  job: 'Measured on this craft.',
  pattern: 'As the pattern has it.',
  usual: 'Nobody has measured it: it is drawn as large as the free room.',
} as const;
const DEPTHS = { fromMm: 'Begins, from the face', toMm: 'Ends' } as const;
const CORNERS = {
  bottomLeft: 'Depth, bottom left',
  bottomRight: 'Depth, bottom right',
  topLeft: 'Depth, top left',
} as const;
const SIDES = { front: 'in front', behind: 'behind' } as const;

type Once = Extract<Operation, { op: 'setPanel' }>['panel'];
const set = (part: Once) => store.edit([{ op: 'setPanel', place: props.place, panel: part }]);
const newId = () => `n${crypto.randomUUID().slice(0, 6)}`;

type Openings = Panel['openings'];
type Obstacles = Panel['obstacles'];
const opening = (id: string, part: Partial<Openings[string]> | null) =>
  store.edit([{ op: 'setOpening', place: props.place, id, opening: part }]);
const obstacle = (id: string, part: Partial<Obstacles[string]> | null) =>
  store.edit([{ op: 'setObstacle', place: props.place, id, obstacle: part }]);
const closing = (cover: string, part: Partial<Panel['closings'][string]> | null) =>
  store.edit([{ op: 'setClosing', place: props.place, cover, closing: part }]);

/** The one whose fields are open. */
const open = ref<string>();
const press = (id: string) => (open.value = open.value === id ? undefined : id);
function addOpening(): void {
  const id = newId();
  if (!opening(id, { name: 'Opening', outline: { shape: 'round', d: 30 }, at: [0, 0], turnDeg: 0, taken: false }))
    open.value = id;
}
function addObstacle(): void {
  const id = newId();
  const shape = { outline: { shape: 'rectangle', w: 40, h: 20, corner: 0 }, at: [0, 0], turnDeg: 0 } as const;
  if (!obstacle(id, { name: 'Something behind', kind: 'structure', ...shape, at: [0, 0], fromMm: 20, toMm: 60 }))
    open.value = id;
}
type Hole = Panel['holes'][string];
const hole = (id: string, part: Partial<Hole> | null) =>
  store.edit([{ op: 'setOldHole', place: props.place, id, hole: part }]);
function addHole(): void {
  const id = newId();
  if (!hole(id, { name: 'Old screw hole', at: [0, 0], mm: 4 })) open.value = id;
}
const dip = (id: string, part: Partial<Panel['dips'][string]> | null) =>
  store.edit([{ op: 'setDip', place: props.place, id, dip: part }]);
function addDip(): void {
  const id = newId();
  const shape = { outline: { shape: 'rectangle', w: 60, h: 40, corner: 0 }, turnDeg: 0 } as const;
  if (!dip(id, { name: 'Dip', ...shape, at: [0, 0] })) open.value = id;
}
/** Places that may be the other one of a pair. */
const partners = computed(
  () =>
    [
      ['', 'none'],
      ...Object.entries(pattern.value.places)
        .filter(([id]) => id !== props.place)
        .map(([id, { name }]) => [id, name] as const),
    ] as [string, string][],
);
const coversLeft = computed(() => {
  const taken = Object.keys(panel.value.closings);
  return Object.entries(pattern.value.covers)
    .filter(([id]) => !taken.includes(id))
    .map(([id, { name }]) => [id, name] as const);
});
const materials = computed(
  () => [['', 'the place’s own'], ...Object.entries(MATERIAL_NAMES)] as [Material | '', string][],
);
</script>

<template>
  <section>
    <h2>{{ pattern.places[place]!.name }}</h2>
    <p class="small">{{ FROM[found.from] }}</p>
    <OutlineFields :outline="panel.outline" @outline="set({ outline: $event })" />
    <div class="two">
      <NumberField
        label="Thickness"
        unit="mm"
        :min="0.3"
        :max="100"
        :model-value="panel.thicknessMm"
        @update:model-value="set({ thicknessMm: $event })"
      />
      <PickField
        label="Made of"
        :options="materials"
        :model-value="panel.material ?? ''"
        @update:model-value="set({ material: $event || null })"
      />
      <MaybeField
        label="Free behind the face"
        :fact="[0, 2000, 'mm']"
        :model-value="panel.behindMm"
        @update:model-value="set({ behindMm: $event })"
      />
      <MaybeField
        label="Free in front"
        :fact="[0, 2000, 'mm']"
        :model-value="panel.frontMm"
        @update:model-value="set({ frontMm: $event })"
      />
      <TextField
        label="What is behind"
        :shown="panel.beyond"
        :max="80"
        :take="(typed) => set({ beyond: typed.trim() })"
      />
      <MaybeField
        label="Tube"
        :fact="[5, 200, 'mm']"
        :model-value="panel.tubeMm"
        @update:model-value="set({ tubeMm: $event })"
      />
      <PickField
        label="Measured from, across"
        :options="{ left: 'Left edge', right: 'Right edge' }"
        :model-value="panel.datum.x"
        @update:model-value="set({ datum: { ...panel.datum, x: $event } })"
      />
      <PickField
        label="Measured from, up"
        :options="{ top: 'Top edge', bottom: 'Bottom edge' }"
        :model-value="panel.datum.y"
        @update:model-value="set({ datum: { ...panel.datum, y: $event } })"
      />
      <PickField
        label="Panel lies"
        :options="PANEL_LIES"
        :model-value="panel.lies"
        @update:model-value="set({ lies: $event })"
      />
      <PickField
        label="Mirrored by"
        :options="partners"
        :model-value="panel.partner ?? ''"
        @update:model-value="set({ partner: $event || null })"
      />
      <TickField
        label="Finish to protect"
        :model-value="panel.finished"
        @update:model-value="set({ finished: $event })"
      />
    </div>

    <h3>Openings</h3>
    <FoldRow
      v-for="(o, id) in panel.openings"
      :key="id"
      :name="o.name"
      :words="o.taken ? 'taken' : 'free'"
      :open="open === id"
      @press="press(id)"
    >
      <LaidFields :entry="o" :set="(part) => opening(id, part)">
        <TickField
          label="Something stays in it"
          :model-value="o.taken"
          @update:model-value="opening(id, { taken: $event })"
        />
      </LaidFields>
      <BButton size="sm" @click="opening(id, null)">Delete opening</BButton>
    </FoldRow>
    <BButton size="sm" @click="addOpening">Add opening</BButton>

    <h3>Holes that are there</h3>
    <FoldRow
      v-for="(o, id) in panel.holes"
      :key="id"
      :name="o.name"
      :words="lengthText(o.mm, true)"
      :open="open === id"
      @press="press(String(id))"
    >
      <TextField
        label="Name"
        :shown="o.name"
        :max="80"
        :take="(typed) => (typed.trim() ? hole(String(id), { name: typed.trim() }) : 'expected a name.')"
      />
      <div class="two">
        <AtFields :at="o.at" @at="hole(String(id), { at: $event })" />
        <NumberField
          label="Diameter"
          unit="mm"
          :min="0.5"
          :max="60"
          :model-value="o.mm"
          @update:model-value="hole(String(id), { mm: $event })"
        />
      </div>
      <BButton size="sm" @click="hole(String(id), null)">Delete hole</BButton>
    </FoldRow>
    <BButton size="sm" @click="addHole">Add hole</BButton>

    <h3>In the way</h3>
    <FoldRow
      v-for="(o, id) in panel.obstacles"
      :key="id"
      :name="o.name"
      :words="`${o.fromMm} to ${o.toMm} mm`"
      :open="open === id"
      @press="press(id)"
    >
      <LaidFields :entry="o" :set="(part) => obstacle(id, part)">
        <PickField
          label="What it is"
          :options="OBSTACLES"
          :model-value="o.kind"
          @update:model-value="obstacle(id, { kind: $event as ObstacleKind })"
        />
        <NumberField
          v-for="(label, end) in DEPTHS"
          :key="end"
          :label="label"
          unit="mm"
          :min="-2000"
          :max="2000"
          :model-value="o[end]"
          @update:model-value="obstacle(id, { [end]: $event })"
        />
      </LaidFields>
      <BButton size="sm" @click="obstacle(id, null)">Delete</BButton>
    </FoldRow>
    <BButton size="sm" @click="addObstacle">Add what is in the way</BButton>

    <h3>Inside of covers that close over it</h3>
    <FoldRow
      v-for="(c, cover) in panel.closings"
      :key="cover"
      :name="pattern.covers[cover]?.name ?? ''"
      :words="SIDES[c.side]"
      :open="open === cover"
      @press="press(cover)"
    >
      <PickField
        label="It closes"
        :options="SIDES"
        :model-value="c.side"
        @update:model-value="closing(cover, { side: $event })"
      />
      <div class="two">
        <NumberField
          v-for="(label, corner) in CORNERS"
          :key="corner"
          :label="label"
          unit="mm"
          :min="0"
          :max="2000"
          :model-value="c[corner]"
          @update:model-value="closing(cover, { [corner]: $event })"
        />
      </div>
      <BButton size="sm" @click="closing(cover, null)">Delete</BButton>
    </FoldRow>
    <PickField
      v-if="coversLeft.length"
      label="Add a cover"
      :options="[['', 'choose one'], ...coversLeft]"
      model-value=""
      @update:model-value="$event && closing($event, { side: 'behind', bottomLeft: 80, bottomRight: 80, topLeft: 80 })"
    />

    <BoardFields
      :panel="panel"
      :open="open"
      :dip="dip"
      @set="set({ board: $event })"
      @press="press($event)"
      @add="addDip"
    />

    <div class="ends">
      <BButton v-if="found.from === 'job'" @click="set(null)">Reset to the pattern’s panel</BButton>
    </div>
  </section>
</template>

<style scoped>
h3 {
  margin-top: var(--space-6);
}
</style>
