<script setup lang="ts">
import { standardOf } from '#core/craft/measures';
import { chosenOf, variantOfYear } from '#core/craft/variants';
import { noteGear, offeredGear } from '#core/job/usual-found';
import { MATERIAL_NAMES } from '#core/tables/materials';
import NumberField from '../../fields/NumberField.vue';
import PhotoStrip from '../../app/PhotoStrip.vue';
import PickField from '../../fields/PickField.vue';
import { computed } from 'vue';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

const { store, job, pattern } = useSheet();
const set = (measure: string, mm: number | null) =>
  store.edit([{ op: 'setMeasure', measure, mm }], mm === null ? 'pattern’s measure' : `measure ${mm} mm`);
/** What this one is made of: holes are drilled, edged and sealed by it. */
const hulls = computed(() => {
  const { hull } = job.value.craft.pattern;
  return hull && { '': `as the pattern has it: ${MATERIAL_NAMES[hull]}`, ...MATERIAL_NAMES };
});
/** What differs by year or trim: as its year says, unless somebody chose. */
const options = computed(() => {
  const { pattern: drawn, variant, year } = job.value.craft;
  const byYear = year === null ? {} : variantOfYear(drawn, year);
  return Object.entries(drawn.options ?? {}).map(([id, { name, choices }]) => ({
    id,
    name,
    chosen: variant[id] ?? '',
    choices: {
      '': `${year !== null && byYear[id] ? `${year}` : 'usual'}: ${choices[chosenOf(drawn, byYear, id)]!.name}`,
      ...Object.fromEntries(Object.entries(choices).map(([choice, one]) => [choice, one.name])),
    },
  }));
});
/** From the works, and not noted yet. */
const offered = computed(() => offeredGear(job.value));
</script>

<template>
  <section>
    <h2>This craft</h2>
    <p>{{ job.craft.pattern.name }}.</p>
    <PickField
      v-for="option in options"
      :key="option.id"
      class="variant"
      :label="option.name"
      :options="option.choices"
      :model-value="option.chosen"
      @update:model-value="
        store.edit([{ op: 'setVariant', option: option.id, choice: $event || null }], `${option.name} chosen`)
      "
    />
    <template v-if="offered.length">
      <h3>From the works</h3>
      <p class="small">What stays is fed and wired as it is; at Gear it can be told to come out.</p>
      <ul>
        <li v-for="one in offered" :key="one.id" class="entry" :data-offered="one.id">
          <span>{{ one.usual.item.name }}<br />{{ pattern.places[one.usual.place]?.name }}</span>
          <BButton
            :aria-label="`${one.usual.item.name} at ${pattern.places[one.usual.place]?.name} is there`"
            @click="store.edit(noteGear(job, one), `${one.usual.item.name} is there`)"
            >It is there</BButton
          >
        </li>
      </ul>
    </template>
    <PickField
      v-if="hulls"
      label="Hull or body"
      :options="hulls"
      :model-value="job.craft.hull ?? ''"
      @update:model-value="store.edit([{ op: 'setHull', hull: $event || null }])"
    />
    <h3>Its own measures</h3>
    <p class="small">The drawing, its places and every run stretch to them.</p>
    <div v-for="(m, id) in job.craft.pattern.measures" :key="id" class="measure">
      <NumberField
        :label="m.name"
        unit="mm"
        :min="m.range[0]"
        :max="m.range[1]"
        :model-value="job.craft.measures[id] ?? standardOf(m)"
        @update:model-value="set(String(id), $event)"
      />
      <BButton v-if="job.craft.measures[id] !== undefined" @click="set(String(id), null)"
        >Pattern: {{ lengthText(standardOf(m)) }}</BButton
      >
    </div>
    <p v-if="!Object.keys(job.craft.pattern.measures).length">This pattern has no measures to set.</p>
    <h3>Photographs as it came in</h3>
    <PhotoStrip :subject="{ kind: 'craft', id: 'craft' }" />
  </section>
</template>

<style scoped>
.variant {
  margin-bottom: var(--space-4);
}
.entry {
  display: flex;
  gap: var(--space-4);
  align-items: start;
  justify-content: space-between;
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-3) 0;
  font-size: var(--type-3);
}
.entry .btn {
  flex: none;
}
.measure {
  display: flex;
  align-items: flex-end;
  gap: var(--space-4);
  margin-bottom: var(--space-4);
}
</style>
