<script setup lang="ts">
/** A part of the drawing that can be pressed: by mouse, Enter or Space. */
defineEmits<{ press: [] }>();
</script>

<template>
  <g
    class="press"
    role="button"
    tabindex="0"
    @click="$emit('press')"
    @keydown.enter.prevent="$emit('press')"
    @keydown.space.prevent="$emit('press')"
  >
    <slot />
  </g>
</template>
