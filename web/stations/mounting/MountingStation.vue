<script setup lang="ts">
import { ref, watch } from 'vue';
import HolesPanel from './HolesPanel.vue';
import { useRouter } from 'vue-router';
import StationLayout from '../../app/StationLayout.vue';
import PickStrip from '../../fields/PickStrip.vue';
import MountPanel from './MountPanel.vue';
import PanelFields from './PanelFields.vue';
import PanelSheet from './PanelSheet.vue';
import { useMounted } from './mounted';

/** The panel that gear goes into or on to, to scale from its finished side, with the section through it. */
const router = useRouter();
const { mounts, shown, moving, put, set } = useMounted();
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
        <PickStrip v-model="part" label="What is described" :options="PARTS" />
        <MountPanel v-if="part === 'gear'" :key="shown.id" :shown="shown" @put="put" @set="set" />
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
