<script setup lang="ts">
import { hundredth } from '#core/units/figures';
import { computed } from 'vue';
import { FIXINGS, TURNS } from '#core/gear/mount';
import { mountOf } from '#core/gear/usual-mount';
import { fixedBy } from '#core/panels/front';
import { fits, pairDiffers, tightest } from '#core/panels/fitted';
import type { Point } from '#core/plane/contour';
import { fitLine } from '../../app/fit-words';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import FactRow from '../../app/facts/FactRow.vue';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';
import AdapterFields from './AdapterFields.vue';
import { isShort, limitName } from './words';
import type { Setting, Shown } from './mounted';

/** Gear on its panel: where, how it is turned, what room it has. */
const props = defineProps<{ shown: Shown }>();
const emit = defineEmits<{ put: [at: Point]; set: [part: Setting] }>();
const { job, plan, pattern, tag } = useSheet();

const item = computed(() => job.value.gear[props.shown.id]!.item);
const mount = computed(() => mountOf(item.value));
const panel = computed(() => props.shown.site.panel);
const set = (part: Setting) => emit('set', part);

/** The datum edges, and which way is away from them. */
const datum = computed(() => {
  const { outline } = props.shown.site;
  const { x, y } = panel.value.datum;
  return { x: { edge: outline[x], away: x === 'left' ? 1 : -1 }, y: { edge: outline[y], away: y === 'top' ? -1 : 1 } };
});
const from = computed(() => {
  const [x, y] = props.shown.position.at;
  const off = (axis: 'x' | 'y', at: number) => hundredth((at - datum.value[axis].edge) * datum.value[axis].away);
  return { x: off('x', x), y: off('y', y) };
});
function move(axis: 'x' | 'y', mm: number): void {
  const [x, y] = props.shown.fitted.at;
  const { edge, away } = datum.value[axis];
  const to = hundredth(edge + away * mm);
  emit('put', axis === 'x' ? [to, y] : [x, to]);
}
/** Ways in which it can be moved, and what holds it in the others. */
const free = computed(() => {
  const fixed = fixedBy(item.value);
  return (['x', 'y'] as const).filter((axis) => !fixed[axis]);
});
const stops = computed(() =>
  item.value.kind === 'enclosure' && item.value.stops.length ? item.value.stops : undefined,
);
const turns = computed(() =>
  [...new Set([...TURNS[mount.value.turns], props.shown.fitted.lying.turnDeg])]
    .sort((a, b) => a - b)
    .map((deg) => [String(deg), `${deg}°`] as const),
);
const mirrored = computed(() =>
  typeof props.shown.fitted.by === 'object' ? props.shown.fitted.by.mirrors : undefined,
);
/** What is other here than on the side it mirrors, once it is at rest. */
const differs = computed(() => {
  const other = mirrored.value === undefined ? undefined : plan.value.mounts[mirrored.value];
  if (!other) return [];
  const { piece } = props.shown.position;
  return pairDiffers(props.shown.fitted, other).map(({ clearance, otherMm }) => ({
    name: limitName(clearance, piece, panel.value, pattern.value),
    own: clearance.mm,
    other: otherMm,
  }));
});
const clearances = computed(() =>
  tightest(props.shown.position.clearances).map((clearance) => ({
    clearance,
    name: limitName(clearance, props.shown.position.piece, panel.value, pattern.value),
  })),
);
</script>

<template>
  <section>
    <h2>
      <span class="tag">{{ tag(shown.id) }}</span> {{ item.name }}
    </h2>
    <p>
      <b :class="fits(shown.fitted) ? 'good' : 'bad'">{{ fitLine(shown.fitted) }}</b><template
        v-if="shown.fitted.most?.proven && shown.fitted.spareMm >= 0 && !shown.fitted.opening"
        >; no position has more than {{ lengthText(shown.fitted.most.mm, true) }}</template
      >. Held by {{ FIXINGS[mount.fixing]
      }}<template v-if="shown.fitted.usualMount">: usual of its form, not measured</template>.
    </p>
    <p v-if="mirrored">
      Mirrors {{ tag(mirrored) }}: what is changed there is changed here.
      <BButton size="sm" @click="set({ mirrors: false })">Place it by itself</BButton>
    </p>
    <template v-if="mirrored">
      <p v-if="!differs.length" data-pair="alike">The same room all round as {{ tag(mirrored) }} has.</p>
      <table v-else data-pair="differs">
        <caption>
          What differs from
          {{
            tag(mirrored)
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">Room</th>
            <th scope="col">{{ tag(shown.id) }}</th>
            <th scope="col">{{ tag(mirrored) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ name, own, other } in differs" :key="name">
            <th scope="row">{{ name }}</th>
            <td>{{ lengthText(own, true) }}</td>
            <td>{{ other === undefined ? 'none' : lengthText(other, true) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-if="stops" data-stops>
      Pushed to its {{ stops.length > 1 ? 'stops' : 'stop' }} at the {{ stops.join(' and the ') }}:
      {{
        (['x', 'y'] as const)
          .filter((axis) => !free.includes(axis))
          .map((axis) => `${lengthText(from[axis], true)} from the ${panel.datum[axis]}`)
          .join(', ')
      }}.
    </p>
    <div class="two">
      <NumberField
        v-for="axis in free"
        :key="axis"
        :label="`From the ${panel.datum[axis]}`"
        unit="mm"
        :min="-5000"
        :max="5000"
        :model-value="from[axis]"
        @update:model-value="move(axis, $event)"
      />
      <PickField
        label="Turned"
        :options="turns"
        :model-value="String(shown.fitted.lying.turnDeg)"
        @update:model-value="set({ turnDeg: Number($event) })"
      />
      <PickField
        v-if="mount.plugs.angledMm !== null"
        label="Plugs"
        :options="{ straight: 'Straight', angled: 'Right-angle' }"
        :model-value="shown.position.lying.plugs"
        @update:model-value="set({ plugs: $event })"
      />
    </div>
    <AdapterFields
      v-if="mount.cutout"
      :adapter="shown.fitted.lying.adapter"
      :panel="shown.fitted.material"
      :opening="shown.fitted.opening !== undefined"
      @set="set({ adapter: $event })"
    />
    <TickField
      v-if="mount.turnsOver"
      label="Fitted the other way up"
      :model-value="shown.fitted.lying.over"
      @update:model-value="set({ over: $event })"
    />
    <dl>
      <FactRow v-for="{ clearance, name } in clearances" :key="name" :label="name">
        <span :class="isShort(clearance) ? 'bad' : ''">{{ lengthText(clearance.mm, true) }}</span>
        <small v-if="clearance.needMm > 0">, needs {{ lengthText(clearance.needMm, true) }}</small>
      </FactRow>
      <FactRow v-if="shown.fitted.opening?.playMm !== undefined" label="Play in the opening">{{
        lengthText(shown.fitted.opening.playMm, true)
      }}</FactRow>
    </dl>
    <div class="ends">
      <BButton v-if="shown.fitted.by === 'hand'" variant="primary" @click="set({ at: null, turnDeg: null })"
        >Put it where it has most room</BButton
      >
      <BButton
        v-if="!mirrored && job.mounts[shown.id]?.mirrors === false"
        @click="set({ at: null, turnDeg: null, mirrors: true })"
        >Mirror the other side again</BButton
      >
    </div>
  </section>
</template>

<style scoped>
table {
  width: 100%;
  margin-bottom: 10px;
}
caption {
  caption-side: top;
  padding: 0 0 2px;
  color: var(--ink-soft);
}
td,
thead th:not(:first-child) {
  padding-left: 10px;
  text-align: right;
  white-space: nowrap;
}
th {
  font-weight: 400;
}
small {
  color: var(--ink-soft);
}
.bad {
  color: var(--stop);
  font-weight: 600;
}
</style>
