<script setup lang="ts">
import { computed } from 'vue';
import { isFed } from '#core/gear/gear';
import { pinsOf } from '#core/gear/pins';
import { fitOf } from '#core/mounting/index';
import { useSheet } from '../../app/sheet';
import PhotoStrip from '../../app/PhotoStrip.vue';
import ThereField from '../../fields/ThereField.vue';
import LeadsPanel from './LeadsPanel.vue';
import LinksPanel from './LinksPanel.vue';
import TakeOutPanel from './TakeOutPanel.vue';
import { figuresOf, fitWords, sizeOf } from './words';

/** One piece of gear: what it is, whether it fits, how it comes out, its leads, ports and links. */
const props = defineProps<{
  gear: string;
  /** It is in an enclosure at its place. */
  inside: boolean;
  /** What else is at its place. */
  others: readonly string[];
}>();
const emit = defineEmits<{ move: []; like: [] }>();
const { store, job, plan, pattern } = useSheet();
const placed = computed(() => job.value.gear[props.gear]!);
/** Where something lights lamp rings a speaker may have one. */
const someLight = computed(() =>
  Object.values(job.value.gear).some(({ item }) =>
    item.ports?.some(({ kind, way }) => kind === 'lamps' && way === 'out'),
  ),
);
</script>

<template>
  <section class="one">
    <h2>
      <span class="tag">{{ plan.tags[gear] }}</span> {{ placed.item.name }}
    </h2>
    <p>{{ figuresOf(placed.item) }}</p>
    <p>
      {{ sizeOf(placed.item) }} · {{ placed.item.massKg }} kg<template v-if="placed.item.note">
        · {{ placed.item.note }}</template
      >
    </p>
    <p v-if="placed.place !== null">
      At “{{ pattern.places[placed.place]!.name }}”, free room
      {{ sizeOf({ size: pattern.places[placed.place]!.room }) }}:
      <b>{{ fitWords(fitOf(placed.item, pattern.places[placed.place]!, inside)) }}</b>.
    </p>
    <p v-if="others.length" class="others">
      Also there:
      <BButton v-for="id in others" :key="id" size="sm" @click="store.select({ kind: 'gear', id })"
        >{{ plan.tags[id] }} {{ job.gear[id]!.item.name }}</BButton
      >
    </p>
    <ThereField :gear="gear" />
    <TakeOutPanel v-if="placed.there === 'out'" :key="gear" :gear="gear" />
    <LeadsPanel
      v-if="pinsOf(placed.item).pins.length || placed.there === 'out' || isFed(placed.item)"
      :key="`leads-${gear}`"
      :gear="gear"
    />
    <LinksPanel
      v-if="placed.there !== 'out' && (placed.item.kind !== 'speaker' || placed.item.ports || someLight)"
      :key="`links-${gear}`"
      :gear="gear"
    />
    <PhotoStrip v-if="placed.place !== null" :key="placed.place" :subject="{ kind: 'place', id: placed.place }" />
    <div class="ends">
      <BButton variant="primary" @click="emit('move')">Move it</BButton>
      <BButton @click="emit('like')">One like it</BButton>
      <BButton @click="store.edit([{ op: 'removeGear', id: gear }])">Delete from the job</BButton>
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>
