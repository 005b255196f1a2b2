<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import BoardPanel from './BoardPanel.vue';
import HolesPanel from './HolesPanel.vue';
import { useRouter } from 'vue-router';
import StationLayout from '../../app/StationLayout.vue';
import { useSheet } from '../../app/sheet';
import { surfaceName, surfaceOf } from '#core/panels/fitted';
import PickStrip from '../../fields/PickStrip.vue';
import MountPanel from './MountPanel.vue';
import PanelFields from './PanelFields.vue';
import PanelSheet from './PanelSheet.vue';
import TemplatesPanel from './TemplatesPanel.vue';
import WireHolesPanel from './WireHolesPanel.vue';
import { useMounted } from './mounted';

/** The panel that gear goes into or on to, to scale from its finished side, with the section through it. */
const router = useRouter();
const { job, plan } = useSheet();
const { mounts, shown, moving, put, set } = useMounted();
const board = computed(() => {
  const place = shown.value?.fitted.inside ? undefined : shown.value?.fitted.place;
  return place !== undefined && Object.hasOwn(plan.value.boards, place) ? plan.value.boards[place] : undefined;
});
const PARTS = { gear: 'Gear on it', holes: 'Holes', panel: 'Panel' } as const;
const part = ref<keyof typeof PARTS>('gear');
/** The hole that is lit, by its number. */
const lit = ref<number>();
watch([() => shown.value && surfaceOf(shown.value.fitted), part], () => (lit.value = undefined));
</script>

<template>
  <StationLayout station="mounting">
    <template #sheet>
      <PanelSheet
        :mounts="mounts"
        :boards="plan.boards"
        :editing="part === 'panel'"
        :shown="shown"
        :lit="lit"
        @move="moving = $event"
        @put="put"
      />
    </template>

    <template #panel>
      <template v-if="shown">
        <PickStrip v-model="part" label="What is described" :options="PARTS" />
        <template v-if="part === 'gear'">
          <MountPanel :key="shown.id" :shown="shown" @put="put" @set="set" />
          <BoardPanel v-if="board" :board="board" />
        </template>
        <template v-else-if="part === 'holes'">
          <HolesPanel :fitted="shown.fitted" :lit="lit" @light="lit = $event" />
          <WireHolesPanel />
          <TemplatesPanel :place="shown.fitted.place" />
        </template>
        <section v-else-if="shown.fitted.inside">
          <h2>{{ surfaceName(job, plan.tags, shown.fitted) }}</h2>
          <p>It comes with the enclosure: what it has is said on the shelf.</p>
        </section>
        <PanelFields v-else :key="shown.fitted.place" :place="shown.fitted.place" />
      </template>
      <section v-else>
        <h2>Panels</h2>
        <p>Put gear on the craft, and the panel it goes into or on to is drawn here.</p>
        <BButton variant="primary" @click="router.push({ params: { station: 'gear' } })">Go to Gear</BButton>
        <WireHolesPanel />
      </section>
    </template>
  </StationLayout>
</template>
