<script setup lang="ts">
import { computed } from 'vue';
import { HAZARDS, type Hazard } from '#core/craft/leg';
import { nodeOf } from '#core/craft/pattern';
import type { Operation } from '#core/job/operations';
import { craftMap } from '#core/routing/index';
import { useSheet } from '../../app/sheet';
import BehindFields from './BehindFields.vue';
import { lengthText } from '../../app/units';
import MaybeField from '../../fields/MaybeField.vue';
import TextField from '../../fields/TextField.vue';
import TickField from '../../fields/TickField.vue';
import { someWords } from '../../fields/typed';

/** One way as it is on this craft: how long by the tape, what it passes, and what is opened for it. */
const props = defineProps<{ id: string }>();
const { store, pattern } = useSheet();
const leg = computed(() => pattern.value.legs[props.id]!);
const ends = computed(() =>
  [leg.value.from, leg.value.to].map((id) => nodeOf(pattern.value, id)?.name.toLowerCase() ?? id),
);
const counted = computed(() => craftMap(pattern.value).legs[props.id]!);
const set = (part: NonNullable<Extract<Operation, { op: 'setLeg' }>['part']>) =>
  store.edit([{ op: 'setLeg', leg: props.id, part }]);
const hazards = Object.entries(HAZARDS) as [Hazard, (typeof HAZARDS)[Hazard]][];
const passes = (hazard: Hazard, so: boolean) =>
  set({ hazards: so ? [...leg.value.hazards, hazard] : leg.value.hazards.filter((one) => one !== hazard) });
</script>

<template>
  <p class="small">From {{ ends[0] }} to {{ ends[1] }}. {{ lengthText(counted.lengthMm) }} are counted.</p>
  <div class="fields">
    <TextField
      label="Name"
      :shown="leg.name"
      :max="400"
      :take="(text) => someWords(text, (name) => void set({ name }))"
    />
    <MaybeField
      label="Length by tape"
      :fact="[1, 30000, 'mm']"
      empty="as drawn"
      :model-value="leg.tapeMm ?? null"
      @update:model-value="set({ tapeMm: $event })"
    />
    <TickField label="Engine space" :model-value="leg.engineSpace" @update:model-value="set({ engineSpace: $event })" />
  </div>
  <p v-if="counted.need" class="small">Over a joint: never less than its whole swing takes up.</p>
  <h3>What it passes</h3>
  <div class="fields">
    <TickField
      v-for="[hazard, { name }] in hazards"
      :key="hazard"
      :label="name"
      :model-value="leg.hazards.includes(hazard)"
      @update:model-value="passes(hazard, $event)"
    />
  </div>
  <BehindFields :id="id" of="legs" />
</template>
