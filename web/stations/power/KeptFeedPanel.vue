<script setup lang="ts">
import { overrule, setOf } from '#core/job/parts/overrules';
import { computed } from 'vue';
import { passesOn } from '#core/gear/gear';
import MaybeField from '../../fields/MaybeField.vue';
import { useSheet } from '../../app/sheet';
import FeederField from './FeederField.vue';

/** The feed of gear the craft has already: nothing of it is laid here, what is known of it is told. */
const props = defineProps<{ gear: string; words: string }>();
const { store, job, plan } = useSheet();
const item = computed(() => job.value.gear[props.gear]!.item);
const readOff = (amps: number | null) => store.edit([overrule('fuse', props.gear, amps)], 'read the fuse off');
</script>

<template>
  <section>
    <h2>
      Feed to <span class="tag">{{ plan.tags[gear] }}</span> {{ item.name }}
    </h2>
    <p>{{ words }}</p>
    <div class="fields">
      <FeederField :gear="gear" />
      <MaybeField
        v-if="passesOn(item)"
        class="wide"
        label="Fuse ahead of it, read off"
        fact="fuseA"
        empty="not read"
        :model-value="setOf(job, 'fuse', gear) ?? null"
        @update:model-value="readOff"
      />
    </div>
  </section>
</template>
