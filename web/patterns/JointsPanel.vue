<script setup lang="ts">
import { computed } from 'vue';
import { JOINT_KINDS, JOINT_WORDS, isTurning, travelOf, type Joint, type JointKind } from '#core/craft/joint';
import { standing } from '../drawing/standing';
import { without } from '#core/document/edits';
import { isSided, mirrorEdits } from '#core/drafting/mirrored';
import MaybeField from '../fields/MaybeField.vue';
import NumberField from '../fields/NumberField.vue';
import PointFields from '../fields/PointFields.vue';
import PickField from '../fields/PickField.vue';
import TextField from '../fields/TextField.vue';
import { someWords } from '../fields/typed';
import { lengthText } from '../app/units';
import NamedRows from './NamedRows.vue';
import { useTable } from './table';

/** Joints between two bodies: where each turns or the way it travels, how far, and what wire lies against. */
const { state, draft, pick, edit, put, drop, add } = useTable();
const joint = computed(() => (state.picked === undefined ? undefined : draft.value.joints[state.picked]));
const rows = computed(() =>
  Object.entries(draft.value.joints).map(([id, { name, kind }]) => ({ id, name, words: JOINT_KINDS[kind] })),
);
const bodies = computed(() => Object.entries(draft.value.bodies).map(([id, { name }]) => [id, name] as const));
const middle = (): [number, number, number] => {
  const [left, bottom, right, top] = draft.value.drawing.side.bounds;
  return [Math.round((left + right) / 2), 0, Math.round((bottom + top) / 2)];
};
const PLUG = { name: 'Plug', pins: 4, pinA: 8, w: 20, h: 15 };

/** A joint of a kind, with what is known of another one kept. */
function jointOf(kind: JointKind, was: Pick<Joint, 'name' | 'fixed' | 'moving' | 'bendAllowanceMm'>): Joint {
  const { name, fixed, moving, bendAllowanceMm } = was;
  const common = { name, fixed, moving, bendAllowanceMm };
  if (kind === 'slide' || kind === 'liftOff') {
    const travel = {
      ...common,
      direction: [0, 0, 1] as [number, number, number],
      travelMm: [0, 200] as [number, number],
      obstacle: null,
    };
    return kind === 'slide' ? { ...travel, kind } : { ...travel, kind, plug: PLUG };
  }
  return { ...common, kind, axisPoint: middle(), axisDirection: [0, 1, 0], rangeDeg: [-30, 30], obstacleRadiusMm: 15 };
}
function begin(name: string): void {
  const [fixed = 'body', moving = fixed] = Object.keys(draft.value.bodies);
  add('joints', name, jointOf('hinge', { name, fixed, moving, bendAllowanceMm: 40 }));
}
const set = (part: Readonly<Record<string, unknown>>) => put('joints', state.picked!, part);
function setKind(kind: JointKind): void {
  const before = joint.value!;
  const next = jointOf(kind, before);
  // One that turns goes on turning where it did, one that travels goes on the same way.
  const kept =
    isTurning(before) === isTurning(next)
      ? { ...next, ...without<unknown>(before, (key) => key === 'kind' || key === 'plug'), kind }
      : next;
  void edit([{ op: 'setJoint', id: state.picked!, to: kept as Joint }], 'change a joint');
}
const AXES = {
  '0,1,0': 'across the craft',
  '1,0,0': 'along the craft',
  '0,0,1': 'upright',
} as const;
const DIRECTIONS = {
  '1,0,0': 'forward',
  '-1,0,0': 'aft',
  '0,1,0': 'to the left',
  '0,-1,0': 'to the right',
  '0,0,1': 'up',
  '0,0,-1': 'down',
} as const;
const along = computed(() => (isTurning(joint.value!) ? joint.value.axisDirection : joint.value!.direction).join(','));
const wayNames = computed((): Record<string, string> => {
  const names: Record<string, string> = isTurning(joint.value!) ? AXES : DIRECTIONS;
  return Object.hasOwn(names, along.value) ? names : { ...names, [along.value]: 'askew' };
});
const setWay = (text: string) =>
  set({ [isTurning(joint.value!) ? 'axisDirection' : 'direction']: text.split(',').map(Number) });
/** How far an upright axis leans back, °: a steering neck’s rake. */
const rake = computed(() => {
  const one = joint.value!;
  if (!isTurning(one)) return undefined;
  const [x, y, z] = one.axisDirection;
  return y === 0 && z > 0 ? Math.round((Math.atan2(-x, z) * 1800) / Math.PI) / 10 : undefined;
});
function setRake(deg: number): void {
  const a = (deg * Math.PI) / 180;
  void set({ axisDirection: [-Math.sin(a), 0, Math.cos(a)].map((part) => Math.round(part * 1e6) / 1e6 || 0) });
}
const point = computed(() => (isTurning(joint.value!) ? joint.value.axisPoint : joint.value!.obstacle?.point));
const setPoint = (at: readonly [number, number, number]) => {
  const one = joint.value!;
  return isTurning(one) ? set({ axisPoint: at }) : set({ obstacle: { ...one.obstacle!, point: at } });
};
const travel = computed(() => travelOf(joint.value!));
const unit = computed(() => (isTurning(joint.value!) ? '°' : 'mm'));
const most = computed(() => (isTurning(joint.value!) ? 200 : 5000));
const setTravel = (end: 0 | 1, value: number) =>
  set({
    [isTurning(joint.value!) ? 'rangeDeg' : 'travelMm']: end ? [travel.value[0], value] : [value, travel.value[1]],
  });
const at = computed({
  get: () => (state.picked === undefined ? 0 : (standing.value[state.picked] ?? 0)),
  set: (now) => (standing.value = now === 0 ? {} : { [state.picked!]: now }),
});
function choose(id: string): void {
  standing.value = {};
  pick(state.picked === id ? undefined : id);
}
const radius = (mm: number | null) =>
  set({
    obstacle:
      mm === null
        ? null
        : {
            point:
              joint.value && 'obstacle' in joint.value && joint.value.obstacle ? joint.value.obstacle.point : middle(),
            direction: [0, 1, 0],
            radiusMm: mm,
          },
  });
const mirror = () => edit(mirrorEdits(draft.value, 'joints', state.picked!), 'mirror to the other side');
const plug = (part: object) => joint.value?.kind === 'liftOff' && set({ plug: { ...joint.value.plug, ...part } });
</script>

<template>
  <section>
    <h2>Joints</h2>
    <p v-if="bodies.length < 2" class="small">A joint lies between two bodies: add the one that moves under Craft.</p>
    <NamedRows :rows="rows" :picked="state.picked" one="joint" @add="begin" @pick="choose">
      <template v-if="joint">
        <label class="try"
          >{{ unit === '°' ? `Turned ${at}°` : `Moved ${lengthText(at)}` }}
          <input
            v-model.number="at"
            class="form-range"
            type="range"
            :min="travel[0]"
            :max="travel[1]"
            step="1"
            :aria-label="`Try ${joint.name}`"
          />
        </label>
        <div class="fields">
          <TextField
            label="Name"
            :shown="joint.name"
            :max="400"
            :take="(text) => someWords(text, (name) => void set({ name }))"
          />
          <PickField
            label="Sort"
            :options="JOINT_KINDS"
            :model-value="joint.kind"
            @update:model-value="setKind($event)"
          />
          <PickField
            label="Stays"
            :options="bodies"
            :model-value="joint.fixed"
            @update:model-value="set({ fixed: $event })"
          />
          <PickField
            label="Moves"
            :options="bodies"
            :model-value="joint.moving"
            @update:model-value="set({ moving: $event })"
          />
          <PickField
            :label="unit === '°' ? 'Axis' : 'Moves to'"
            :options="wayNames"
            :model-value="along"
            @update:model-value="setWay($event)"
          />
          <NumberField
            v-if="rake !== undefined"
            label="Axis leans back"
            unit="°"
            :min="-80"
            :max="80"
            :model-value="rake"
            @update:model-value="setRake"
          />
          <NumberField
            label="One way"
            :unit="unit"
            :min="-most"
            :max="0"
            :model-value="travel[0]"
            @update:model-value="setTravel(0, $event)"
          />
          <NumberField
            label="The other"
            :unit="unit"
            :min="0"
            :max="most"
            :model-value="travel[1]"
            @update:model-value="setTravel(1, $event)"
          />
          <PointFields v-if="point" :at="point" @move="setPoint" />
          <NumberField
            v-if="'obstacleRadiusMm' in joint"
            label="No wire nearer the axis than"
            unit="mm"
            :min="0"
            :max="300"
            :model-value="joint.obstacleRadiusMm"
            @update:model-value="set({ obstacleRadiusMm: $event })"
          />
          <MaybeField
            v-else
            label="Round edge it lies against"
            :fact="[0, 300, 'mm']"
            empty="none"
            :model-value="joint.obstacle?.radiusMm ?? null"
            @update:model-value="radius"
          />
          <NumberField
            label="For two bends"
            unit="mm"
            :min="0"
            :max="300"
            :model-value="joint.bendAllowanceMm"
            @update:model-value="set({ bendAllowanceMm: $event })"
          />
          <template v-if="joint.kind === 'liftOff'">
            <TextField
              label="Plug"
              :shown="joint.plug.name"
              :max="400"
              :take="(text) => someWords(text, (name) => void plug({ name }))"
            />
            <NumberField
              label="Pins"
              unit=""
              :min="1"
              :max="100"
              :model-value="joint.plug.pins"
              @update:model-value="plug({ pins: $event })"
            />
            <NumberField
              label="Each carries"
              unit="A"
              :min="0.1"
              :max="200"
              :model-value="joint.plug.pinA"
              @update:model-value="plug({ pinA: $event })"
            />
            <NumberField
              label="Its body, wide"
              unit="mm"
              :min="1"
              :max="200"
              :model-value="joint.plug.w"
              @update:model-value="plug({ w: $event })"
            />
            <NumberField
              label="Its body, high"
              unit="mm"
              :min="1"
              :max="200"
              :model-value="joint.plug.h"
              @update:model-value="plug({ h: $event })"
            />
          </template>
        </div>
        <p class="caution">{{ JOINT_WORDS[joint.kind].tie }}</p>
        <div class="ends">
          <BButton v-if="isSided(state.picked!, joint.name)" @click="mirror">Mirror to the other side</BButton>
          <BButton @click="drop('joints', state.picked!)">Delete</BButton>
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
