<script setup lang="ts">
import { computed, ref } from 'vue';
import { unusedOf, waitsFor, type PartLine } from '#core/harness/index';
import { useSheet } from '../../app/sheet';
import { inUnits, wireText, wireUnit } from '../../app/units';
import NumberField from '../../fields/NumberField.vue';
import FoldRow from '../../fields/FoldRow.vue';

/** Boxes opened and counted; what the job takes, what of it the kit and the shelf have, what is ordered, what has come. */
const { store, job, plan, tag } = useSheet();
const opened = ref<string>();
const fold = (key: string) => (opened.value = opened.value === key ? undefined : key);

const kits = computed(() =>
  Object.entries(job.value.kits).map(([id, kit]) => ({
    id,
    name: kit.name,
    lines: Object.entries(kit.lines).map(([line, one]) => ({ line, ...one })),
    lacks: Object.values(kit.lines).filter(({ has, count, option }) => !option && has !== null && has < count).length,
    open: Object.values(kit.lines).filter(({ has, option }) => !option && has === null).length,
  })),
);
const unused = computed(() => unusedOf(job.value));
const count = (kit: string, line: string, has: number | null) => store.edit([{ op: 'countKitLine', kit, line, has }]);
function typed(event: Event, kit: string, line: string, before: number | null): void {
  const field = event.target as HTMLInputElement;
  const has = field.value.trim() === '' ? null : Number(field.value);
  wrong.value = '';
  if (has === null || (Number.isInteger(has) && has >= 0 && has <= 400)) void count(kit, line, has);
  else {
    wrong.value = 'In the box: expected a whole number from 0 to 400, or nothing.';
    field.value = before === null ? '' : String(before);
  }
}
const wrong = ref('');
const countAll = (kit: (typeof kits.value)[number]) =>
  store.edit(
    kit.lines
      .filter(({ option }) => !option)
      .map(({ line, count: all }) => ({ op: 'countKitLine' as const, kit: kit.id, line, has: all })),
  );

const amount = (n: number, { unit }: PartLine) => (unit === 'mm' ? `${wireText(n / 1000)} ${wireUnit()}` : String(n));
const lineName = (line: PartLine) => `${amount(line.needed, line)}${line.unit ? '' : ' ×'} ${inUnits(line.what)}`;
function stateOf(line: PartLine): string {
  if (waitsFor(line)) return `order ${amount(line.order - line.arrived, line)}`;
  if (line.order > 0) return 'has come';
  return line.inKit >= line.needed ? 'in the kit' : line.inKit > 0 ? 'kit and shelf' : 'on the shelf';
}
const GROUPS: Readonly<Record<string, string>> = {
  gear: 'Gear, holders',
  kit: 'From the kit list',
  made: 'Bought for this job',
  wire: 'Wire',
  end: 'Ends and fuses',
  fix: 'Ties and sleeve',
  cut: 'Cutting, sealing, sticking',
};
const groups = computed(() => {
  const found = new Map<string, PartLine[]>();
  for (const line of plan.value.parts) {
    const group = GROUPS[line.key.slice(0, line.key.indexOf('/'))]!;
    found.set(group, [...(found.get(group) ?? []), line]);
  }
  return [...found];
});
const waiting = computed(() => plan.value.parts.filter(waitsFor).length);
const set = (part: string, said: { have?: number | null; arrived?: number }) =>
  store.edit([{ op: 'setPart', part, said }]);
</script>

<template>
  <section class="parts">
    <template v-for="kit in kits" :key="kit.id">
      <h2>{{ kit.name }}</h2>
      <p class="small">
        {{
          kit.lacks
            ? `${kit.lacks} ${kit.lacks === 1 ? 'line lacks' : 'lines lack'} something.`
            : kit.open
              ? 'Count what is in the box before anything is taken apart.'
              : 'All of it is there.'
        }}
      </p>
      <ul class="box">
        <li
          v-for="one in kit.lines"
          :key="one.line"
          :data-kit-line="one.line"
          :class="{ lacks: one.has !== null && one.has < one.count }"
        >
          <label>
            <input
              type="checkbox"
              class="form-check-input"
              :checked="one.has === one.count"
              @change="count(kit.id, one.line, ($event.target as HTMLInputElement).checked ? one.count : null)"
            />
            {{ one.count }} × {{ one.name }}<template v-if="one.option"> (option)</template>
          </label>
          <span class="has">
            <input
              class="form-control"
              inputmode="numeric"
              :value="one.has ?? ''"
              :placeholder="String(one.count)"
              :aria-label="`In the box: ${one.name}`"
              @change="typed($event, kit.id, one.line, one.has)"
            />
          </span>
        </li>
      </ul>
      <p v-if="wrong" class="field-error" role="alert">{{ wrong }}</p>
      <div class="ends">
        <BButton v-if="kit.open" variant="primary" @click="countAll(kit)">All of it is there</BButton>
        <BButton @click="store.edit([{ op: 'setKit', id: kit.id, kit: null }])">Take the kit list out</BButton>
      </div>
    </template>
    <p v-if="unused.length" class="small">
      Not used in this job: {{ unused.map(({ what, count: n }) => `${n} × ${what}`).join(', ') }}.
    </p>

    <h2>Parts</h2>
    <p class="small">
      {{
        plan.parts.length
          ? waiting
            ? `Waits for ${waiting === 1 ? 'one line' : `${waiting} lines`}.`
            : 'Nothing is waited for.'
          : 'Nothing yet: put gear on the craft, and what the job takes is listed here.'
      }}
    </p>
    <template v-for="[group, lines] in groups" :key="group">
      <h3>{{ group }}</h3>
      <FoldRow
        v-for="line in lines"
        :key="line.key"
        :name="lineName(line)"
        :words="stateOf(line)"
        :open="opened === line.key"
        :class="{ waits: waitsFor(line) }"
        :data-part="line.key"
        @press="fold(line.key)"
      >
        <p v-if="line.for.length" class="small">For {{ line.for.map((id) => tag(id) || id).join(', ') }}.</p>
        <div class="fields">
          <NumberField
            label="On the shelf"
            :unit="line.unit"
            :min="0"
            :max="1000000"
            :model-value="line.have"
            @update:model-value="set(line.key, { have: $event })"
          />
          <NumberField
            v-if="line.order > 0"
            label="Has arrived"
            :unit="line.unit"
            :min="0"
            :max="1000000"
            :model-value="line.arrived"
            @update:model-value="set(line.key, { arrived: $event })"
          />
        </div>
        <div v-if="waitsFor(line)" class="ends">
          <BButton variant="primary" @click="set(line.key, { arrived: line.order })">It has all come</BButton>
        </div>
        <div v-if="line.said" class="ends">
          <BButton @click="set(line.key, { have: null })">As usual</BButton>
        </div>
      </FoldRow>
    </template>
  </section>
</template>

<style scoped>
.box li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 64px;
  align-items: center;
  gap: var(--space-4);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) 0;
  font-size: var(--type-3);
}
.box label {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  min-height: 28px;
}
.lacks {
  box-shadow: inset 3px 0 var(--stop);
  padding-left: var(--space-3);
}
.waits :deep(.option span:last-child) {
  color: var(--stop);
  font-weight: 600;
}
</style>
