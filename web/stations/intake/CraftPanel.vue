<script setup lang="ts">
import { standardOf } from '#core/craft/measures';
import { MATERIAL_NAMES } from '#core/tables/materials';
import NumberField from '../../fields/NumberField.vue';
import PhotoStrip from '../../app/PhotoStrip.vue';
import PickField from '../../fields/PickField.vue';
import { computed } from 'vue';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

const { store, job } = useSheet();
const set = (measure: string, mm: number | null) =>
  store.edit([{ op: 'setMeasure', measure, mm }], mm === null ? 'pattern’s measure' : `measure ${mm} mm`);
/** What this one is made of: holes are drilled, edged and sealed by it. */
const hulls = computed(() => {
  const { hull } = job.value.craft.pattern;
  return hull && { '': `as the pattern has it: ${MATERIAL_NAMES[hull]}`, ...MATERIAL_NAMES };
});
</script>

<template>
  <section>
    <h2>This craft</h2>
    <p>{{ job.craft.pattern.name }}.</p>
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
.measure {
  display: flex;
  align-items: flex-end;
  gap: var(--space-4);
  margin-bottom: var(--space-4);
}
</style>
