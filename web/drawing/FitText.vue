<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import { surelyFits } from './text-width';

/** A line of words that never leaves the room it has, px: drawn closer when it is a little long, cut when it is more. */
const props = defineProps<{ words: string; room: number }>();
/** Letters drawn closer than this can no longer be read with ease. */
const CLOSEST = 0.82;
const line = useTemplateRef<SVGTextElement>('line');
const shown = ref(props.words);
const length = ref<number>();

async function fit(): Promise<void> {
  shown.value = props.words;
  length.value = undefined;
  await nextTick();
  if (!line.value || surelyFits(line.value, props.words, props.room)) return;
  const full = line.value.getComputedTextLength();
  if (full <= props.room) return;
  if (full * CLOSEST > props.room) {
    const letters = Math.floor((props.words.length * props.room) / (full * CLOSEST)) - 1;
    shown.value = `${props.words.slice(0, letters).trimEnd()}…`;
  }
  length.value = props.room;
}
onMounted(() => {
  void fit();
  // The face that is measured must be the one that is drawn.
  void document.fonts.ready.then(fit);
});
watch(() => [props.words, props.room], fit);
</script>

<template>
  <text
    ref="line"
    :data-room="room"
    :textLength="length"
    :lengthAdjust="length === undefined ? undefined : 'spacingAndGlyphs'"
    ><title v-if="shown !== words">{{ words }}</title>{{ shown }}</text
  >
</template>
