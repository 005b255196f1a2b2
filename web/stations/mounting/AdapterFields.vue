<script setup lang="ts">
import { computed } from 'vue';
import { ADAPTERS, type Adapter, type AdapterKind } from '#core/gear/adapter';
import { usualPlate } from '#core/panels/plate';
import { MATERIAL_NAMES, type Material } from '#core/tables/materials';
import NumberField from '../../fields/NumberField.vue';
import PickField from '../../fields/PickField.vue';

/** What is cut to go between gear and its panel. */
const props = defineProps<{ adapter: Adapter | null; panel: Material; opening: boolean }>();
const emit = defineEmits<{ set: [adapter: Adapter | null] }>();
/** A plate wants an opening to cover. */
const kinds = computed(() => [
  ['none', 'nothing'] as const,
  ...Object.entries(ADAPTERS).filter(([id]) => id !== 'plate' || props.opening || props.adapter?.kind === 'plate'),
]);
const kind = (picked: string) =>
  emit('set', picked === 'none' ? null : { ...usualPlate(props.panel), ...props.adapter, kind: picked as AdapterKind });
</script>

<template>
  <PickField
    label="Between it and the panel"
    :options="kinds as [string, string][]"
    :model-value="adapter?.kind ?? 'none'"
    @update:model-value="kind"
  />
  <div v-if="adapter" class="two">
    <NumberField
      label="Its thickness"
      unit="mm"
      :min="1"
      :max="60"
      :model-value="adapter.thicknessMm"
      @update:model-value="emit('set', { ...adapter, thicknessMm: $event })"
    />
    <PickField
      label="Cut of"
      :options="MATERIAL_NAMES"
      :model-value="adapter.material"
      @update:model-value="emit('set', { ...adapter, material: $event })"
    />
  </div>
</template>
