<script setup lang="ts">
import { computed } from 'vue';
import { foundCraft } from '#core/craft/own';
import { WET_SIDES } from '#core/craft/place';
import type { Operation } from '#core/job/operations';
import { useSheet } from '../../app/sheet';
import PickField from '../../fields/PickField.vue';
import PlaceBasics from '../../fields/PlaceBasics.vue';
import BehindFields from './BehindFields.vue';

/** One place as it is on this craft. */
const props = defineProps<{ id: string }>();
const { store, job } = useSheet();
const place = computed(() => foundCraft(job.value).places[props.id]!);
const set = (part: NonNullable<Extract<Operation, { op: 'setPlace' }>['part']>) =>
  store.edit([{ op: 'setPlace', place: props.id, part }]);
</script>

<template>
  <PlaceBasics :place="place" @set="set">
    <PickField
      label="It wets"
      :options="WET_SIDES"
      :model-value="place.wet ?? 'both'"
      @update:model-value="set({ wet: $event })"
    />
  </PlaceBasics>
  <BehindFields :id="id" of="places" />
</template>
