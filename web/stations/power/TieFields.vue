<script setup lang="ts">
import { computed } from 'vue';
import type { FactName } from '#core/job/facts';
import { TIES, type Tie } from '#core/job/supply';
import FigureField from '../../fields/FigureField.vue';
import PickField from '../../fields/PickField.vue';
import { useSheet } from '../../app/sheet';
import TickField from '../../fields/TickField.vue';

/** What joins two batteries. */
const props = defineProps<{ id: string }>();
const { store, job } = useSheet();
const tie = computed(() => job.value.craft.ties[props.id]!);
const name = (battery: string) => job.value.craft.batteries[battery]!.name;
const set = (part: Partial<Tie>, label?: string) => store.edit([{ op: 'setTie', id: props.id, tie: part }], label);

type Figure = 'milliohm' | 'diodeVolts' | 'setVolts' | 'mostA';
const WIRE = [{ key: 'milliohm', fact: 'tieMilliohm', label: 'Cable and contacts' }] as const;
/** The figures that mean something for each kind. */
const FIGURES: Readonly<Record<Tie['kind'], readonly { key: Figure; fact: FactName; label: string }[]>> = {
  switch: WIRE,
  relay: WIRE,
  diode: [...WIRE, { key: 'diodeVolts', fact: 'diodeVolts', label: 'Lost in the diode' }],
  charger: [
    { key: 'setVolts', fact: 'setVolts', label: 'Holds' },
    { key: 'mostA', fact: 'mostA', label: 'Gives at most' },
  ],
};
</script>

<template>
  <div class="fields tie" :data-tie="id">
    <PickField
      class="wide"
      :label="`Between ${name(tie.from)} and ${name(tie.to)}`"
      :options="TIES"
      :model-value="tie.kind"
      @update:model-value="set({ kind: $event })"
    />
    <TickField
      v-if="tie.kind === 'switch'"
      class="wide"
      label="combined"
      :model-value="tie.joined"
      @update:model-value="set({ joined: $event })"
    />
    <FigureField
      v-for="f in FIGURES[tie.kind]"
      :key="f.key"
      :label="f.label"
      :fact="f.fact"
      :model-value="tie[f.key]"
      @update:model-value="set({ [f.key]: $event })"
    />
    <div class="wide ends">
      <BButton @click="set({ from: tie.to, to: tie.from }, 'turn the tie round')">Swap direction</BButton>
      <BButton @click="store.edit([{ op: 'setTie', id, tie: null }])">Remove</BButton>
    </div>
  </div>
</template>

<style scoped>
label {
  font-size: var(--type-3);
}
.tie {
  border-left: 3px solid var(--rule);
  padding-left: var(--space-4);
}
</style>
