<script setup lang="ts">
import { newerWords } from '#core/craft/differences';
import { standardOf } from '#core/craft/measures';
import { chosenOf, variantOfYear } from '#core/craft/variants';
import { noteGear, offeredGear } from '#core/job/usual-found';
import { MATERIAL_NAMES } from '#core/tables/materials';
import NumberField from '../../fields/NumberField.vue';
import PhotoStrip from '../../app/PhotoStrip.vue';
import PickField from '../../fields/PickField.vue';
import { computed, onScopeDispose, ref } from 'vue';
import { useSheet } from '../../app/sheet';
import { LEAST_IN_STEPS } from '#core/units/shown';
import { useLibrary } from '../../stores/library';
import { onLanded } from '../../stores/live';
import { inUnits, lengthText } from '../../app/units';

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
/** The pattern as it was drawn on since this job took its own. */
const library = useLibrary();
void library.reloadPatterns();
onScopeDispose(onLanded(({ kind }) => (kind === 'shelf' || kind === 'open') && void library.reloadPatterns()));
const newer = computed(() =>
  library.patterns.find(
    ({ pattern: { id }, hash }) => id === job.value.craft.pattern.id && hash !== job.value.craft.patternHash,
  ),
);
const LISTED = 12;
const newerLines = computed(() => (newer.value ? newerWords(job.value.craft.pattern, newer.value.pattern) : []));
const refused = ref('');
function takeNewer(): void {
  const { pattern: to, hash } = newer.value!;
  refused.value = store.edit([{ op: 'takePattern', pattern: to, patternHash: hash }]) ?? '';
}
/** From the works, and not noted yet. */
const offered = computed(() => offeredGear(job.value));
</script>

<template>
  <section>
    <h2>This craft</h2>
    <p>{{ job.craft.pattern.name }}.</p>
    <div v-if="newer" class="newer" data-newer>
      <p>
        <b>Its pattern has been drawn on since.</b> This job keeps the one it was made with until it takes the other.
      </p>
      <ul>
        <li v-for="line in newerLines.slice(0, LISTED)" :key="line">{{ inUnits(line, LEAST_IN_STEPS) }}</li>
        <li v-if="newerLines.length > LISTED">and {{ newerLines.length - LISTED }} more</li>
      </ul>
      <p v-if="refused" class="field-error" role="alert">{{ refused }}</p>
      <BButton @click="takeNewer">Take the newer pattern</BButton>
    </div>
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
.newer {
  border-left: 3px solid var(--tarn);
  padding-left: var(--space-4);
  margin: var(--space-4) 0;
}
.newer li {
  font-size: var(--type-2);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-1) 0;
}
.newer .btn {
  margin-top: var(--space-3);
}
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
