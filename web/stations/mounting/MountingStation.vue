<script setup lang="ts">
import { ref, watch } from 'vue';
import HolesPanel from './HolesPanel.vue';
import { useRouter } from 'vue-router';
import StationLayout from '../../app/StationLayout.vue';
import MountPanel from './MountPanel.vue';
import PanelFields from './PanelFields.vue';
import PanelSheet from './PanelSheet.vue';
import { useMounted } from './mounted';

/** The panel that gear goes into or on to, to scale from its finished side, with the section through it. */
const router = useRouter();
const { mounts, shown, moving, put } = useMounted();
const PARTS = { gear: 'Gear on it', holes: 'Holes', panel: 'Panel' } as const;
const part = ref<keyof typeof PARTS>('gear');
/** The hole that is lit, by its number. */
const lit = ref<number>();
watch([() => shown.value?.fitted.place, part], () => (lit.value = undefined));
</script>

<template>
  <StationLayout station="mounting">
    <template #sheet>
      <PanelSheet :mounts="mounts" :shown="shown" :lit="lit" @move="moving = $event" @put="put" />
    </template>

    <template #panel>
      <template v-if="shown">
        <div class="parts" role="radiogroup" aria-label="What is described">
          <label v-for="(name, key) in PARTS" :key="key" :class="{ on: part === key }">
            <input v-model="part" class="visually-hidden" type="radio" name="part" :value="key" />{{ name }}
          </label>
        </div>
        <MountPanel v-if="part === 'gear'" :key="shown.id" :shown="shown" @put="put" />
        <HolesPanel v-else-if="part === 'holes'" :fitted="shown.fitted" :lit="lit" @light="lit = $event" />
        <PanelFields v-else :key="shown.fitted.place" :place="shown.fitted.place" />
      </template>
      <section v-else>
        <h2>Panels</h2>
        <p>Put gear on the craft, and the panel it goes into or on to is drawn here.</p>
        <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 1px solid var(--rule);
  margin-bottom: var(--space-5);
}
.parts label {
  text-align: center;
  padding: var(--space-2);
  font-size: var(--type-2);
  cursor: pointer;
}
.parts .on {
  background: var(--ink);
  color: var(--paper);
}
.parts label:has(:focus-visible) {
  outline: 3px solid var(--mud);
  outline-offset: 1px;
}
</style>
