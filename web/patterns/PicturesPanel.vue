<script setup lang="ts">
import { computed, ref } from 'vue';
import { loosely } from '#core/drafting/views';
import type { ViewName } from '#core/drawing/projection';
import NumberField from '../fields/NumberField.vue';
import PickStrip from '../fields/PickStrip.vue';
import TickField from '../fields/TickField.vue';
import { keepPicture } from '../stores/picture';
import { MARK_NAMES, WAYS, useCalibration } from './calibration';
import { photoAt } from './underlay';
import { VIEW_NAMES, useTable } from './table';

/** Photographs of the craft under its sheets: brought to scale by two points, or straightened by four. */
const { state, draft, edit } = useTable();
const { calibration, underlay, solved } = useCalibration();
const error = ref('');
const done = ref('');
const busy = ref(false);
const view = computed({
  get: () => state.view,
  set: (next: ViewName) => {
    state.view = next;
    error.value = done.value = '';
  },
});
async function lay(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  const of = state.view;
  if (!file) return;
  busy.value = true;
  error.value = '';
  try {
    const photo = await keepPicture(file);
    const bitmap = await createImageBitmap(await (await fetch(photoAt(photo))).blob());
    const px: [number, number] = [bitmap.width, bitmap.height];
    bitmap.close();
    edit([{ op: 'setUnderlay', view: of, to: { photo, px, toPx: loosely(px, draft.value.drawing[of].bounds) } }]);
    done.value = 'Now mark on it what is known, and lay it so.';
  } catch (reason) {
    error.value = reason instanceof Error ? reason.message : String(reason);
  }
  busy.value = false;
  input.value = '';
}
function apply(): void {
  const found = solved();
  done.value = '';
  error.value = 'wrong' in found ? found.wrong : '';
  if ('wrong' in found) return;
  edit(
    [{ op: 'setUnderlay', view: state.view, to: { ...underlay.value!, toPx: [...found.toPx] } }],
    'bring a picture to scale',
  );
  done.value = `It lies under the view to scale. Draw over it under Lines.`;
}
const away = () => edit([{ op: 'setUnderlay', view: state.view, to: null }]);
const across = computed(() => (state.view === 'side' ? 'up' : 'to the left'));
</script>

<template>
  <section>
    <h2>Pictures</h2>
    <PickStrip v-model="view" label="View" :options="VIEW_NAMES" />
    <div class="ends">
      <label class="btn btn-outline-secondary">
        {{ busy ? 'Keeping it…' : underlay ? 'Another picture' : 'Lay a picture under it' }}
        <input class="visually-hidden" type="file" accept="image/*" :disabled="busy" data-lay @change="lay" />
      </label>
      <BButton v-if="underlay" @click="away">Take it away</BButton>
    </div>
    <p v-if="!underlay" class="small">
      Taken square on and from far off where that can be; one taken askew is straightened by four corners of a rectangle
      on the craft.
    </p>
    <template v-else>
      <PickStrip v-model="calibration.way" label="Brought to scale by" :options="WAYS" />
      <p class="small">
        <template v-if="calibration.way === 'two'"
          >Put both crosses on two points whose distance along the craft is known: the axles, as a rule.</template
        >
        <template v-else
          >Put the crosses on the corners of a rectangle that lies in the plane you draw:
          {{ MARK_NAMES.four.join(', ').toLowerCase() }}, as this view is to show them.</template
        >
      </p>
      <div class="fields">
        <NumberField
          v-if="calibration.way === 'two'"
          v-model="calibration.distanceMm"
          label="Distance"
          unit="mm"
          :min="10"
          :max="20000"
        />
        <template v-else>
          <NumberField
            label="Width"
            unit="mm"
            :min="10"
            :max="20000"
            :model-value="calibration.rectangle[0]"
            @update:model-value="calibration.rectangle = [$event, calibration.rectangle[1]]"
          />
          <NumberField
            label="Height"
            unit="mm"
            :min="10"
            :max="20000"
            :model-value="calibration.rectangle[1]"
            @update:model-value="calibration.rectangle = [calibration.rectangle[0], $event]"
          />
        </template>
        <NumberField
          label="First one, forward"
          unit="mm"
          :min="-30000"
          :max="30000"
          :model-value="calibration.at[0]"
          @update:model-value="calibration.at = [$event, calibration.at[1]]"
        />
        <NumberField
          :label="`First one, ${across}`"
          unit="mm"
          :min="-30000"
          :max="30000"
          :model-value="calibration.at[1]"
          @update:model-value="calibration.at = [calibration.at[0], $event]"
        />
        <TickField
          v-if="calibration.way === 'two'"
          v-model="calibration.flipped"
          label="It shows the other side of the craft"
        />
      </div>
      <div class="ends"><BButton variant="primary" @click="apply">Lay it so</BButton></div>
    </template>
    <p v-if="error" class="field-error" role="alert">{{ error }}</p>
    <p v-else-if="done" role="status">{{ done }}</p>
  </section>
</template>
