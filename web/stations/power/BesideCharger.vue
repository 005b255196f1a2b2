<script setup lang="ts" generic="F extends { readonly at: string }">
import { computed } from 'vue';
import type { FactName } from '#core/job/facts';
import { batteryIds } from '#core/connections/feeding';
import FigureField from '../../fields/FigureField.vue';
import PickField from '../../fields/PickField.vue';
import { useSheet } from '../../app/sheet';
import TickField from '../../fields/TickField.vue';

/** What charges a battery besides the alternator, if the craft has it: which battery, and its figures. */
defineProps<{
  name: string;
  charger: F | null;
  /** What it is put in with. */
  usual: F;
  figures: readonly { readonly key: Extract<keyof F, string>; readonly fact: FactName; readonly label: string }[];
}>();
const emit = defineEmits<{ change: [charger: Partial<F> | null] }>();
const { job } = useSheet();
const ids = computed(() => batteryIds(job.value));
const names = computed(() => Object.fromEntries(ids.value.map((id) => [id, job.value.craft.batteries[id]!.name])));
function set(key: string, value: string | number): void {
  const part = { [key]: value } as Partial<F>;
  emit('change', part);
}
</script>

<template>
  <TickField
    class="wide"
    :label="name"
    :model-value="charger !== null"
    @update:model-value="emit('change', $event ? usual : null)"
  />
  <template v-if="charger">
    <PickField
      v-if="ids.length > 1"
      class="wide"
      :label="`The ${name} charge${name.endsWith('s') ? '' : 's'}`"
      :options="names"
      :model-value="charger.at"
      @update:model-value="set('at', $event)"
    />
    <FigureField
      v-for="f in figures"
      :key="f.key"
      :label="f.label"
      :fact="f.fact"
      :model-value="charger[f.key] as number"
      @update:model-value="set(f.key, $event)"
    />
  </template>
</template>
