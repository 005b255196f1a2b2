<script setup lang="ts">
import { computed, ref } from 'vue';
import type { BayEvent } from '#core/job/events';
import { useBay } from '../stores/bay';

/** Photographs of one thing: taken with the device's camera or chosen, shown, struck out. */
const props = defineProps<{
  subject: Extract<BayEvent, { kind: 'photo' }>['subject'];
  /** What the picture is of, where several strips stand together: then it needs no caption field. */
  of?: string;
}>();
const bay = useBay();
const photos = computed(() =>
  (bay.state?.photos ?? []).filter((p) => p.subject.kind === props.subject.kind && p.subject.id === props.subject.id),
);
const caption = ref('');
const error = ref('');
const busy = ref(false);
const large = ref<Extract<BayEvent, { kind: 'photo' }>>();

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  error.value = '';
  busy.value = true;
  try {
    for (const file of input.files ?? [])
      await bay.addPhoto(file, props.subject, props.of ?? caption.value.trim().slice(0, 400));
    caption.value = '';
  } catch (reason) {
    error.value = reason instanceof Error ? reason.message : String(reason);
  }
  busy.value = false;
  input.value = '';
}
function strike(photo: Extract<BayEvent, { kind: 'photo' }>): void {
  const { kind, subject, photo: hash, caption: words } = photo;
  void bay.add({ kind, subject, photo: hash, caption: words, kept: false });
  large.value = undefined;
}
</script>

<template>
  <div class="photos">
    <ul v-if="photos.length" class="strip">
      <li v-for="p in photos" :key="p.photo">
        <button type="button" :aria-label="`Photograph: ${p.caption || 'no caption'}`" @click="large = p">
          <img :src="bay.photoAt(p.photo)" :alt="p.caption || 'Photograph without caption'" />
        </button>
      </li>
    </ul>
    <div class="take">
      <label class="btn btn-outline-secondary">
        {{ busy ? 'Keeping it…' : 'Photograph' }}<span v-if="of">: {{ of }}</span>
        <input
          class="visually-hidden"
          type="file"
          accept="image/*"
          capture="environment"
          multiple
          :disabled="busy"
          @change="take"
        />
      </label>
      <input
        v-if="of === undefined"
        v-model="caption"
        class="form-control"
        placeholder="What it shows"
        aria-label="What the next photograph shows"
        maxlength="400"
      />
    </div>
    <p v-if="error" class="field-error" role="alert">{{ error }}</p>
    <BModal
      :model-value="large !== undefined"
      :title="large?.caption || 'Photograph'"
      size="lg"
      no-footer
      @hidden="large = undefined"
    >
      <template v-if="large">
        <img class="whole" :src="bay.photoAt(large.photo)" :alt="large.caption || 'Photograph without caption'" />
        <p class="small">{{ new Date(large.at).toLocaleString('en-GB') }} {{ large.by }}</p>
        <BButton @click="strike(large)">Remove photo</BButton>
      </template>
    </BModal>
  </div>
</template>

<style scoped>
.take .btn {
  flex: none;
}
.photos {
  margin: var(--space-4) 0;
}
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  margin-bottom: var(--space-3);
}
.strip button {
  padding: 0;
  border: 1px solid var(--rule);
  background: none;
  display: block;
}
.strip img {
  width: 92px;
  height: 69px;
  object-fit: cover;
  display: block;
}
.take {
  display: flex;
  gap: var(--space-4);
}
.take label {
  white-space: nowrap;
}
.take label:focus-within {
  outline: 3px solid var(--mud);
}
.whole {
  max-width: 100%;
  max-height: 70vh;
}
</style>
