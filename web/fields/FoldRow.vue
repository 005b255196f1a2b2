<script setup lang="ts">
/** One of a list: its name, a word about it, and its fields once it is opened. */
defineProps<{ name: string; words: string; open: boolean }>();
defineEmits<{ press: [] }>();
</script>

<template>
  <div>
    <button type="button" class="option" :class="{ now: open }" :aria-expanded="open" @click="$emit('press')">
      <span>{{ name }}</span><span>{{ words }}</span>
    </button>
    <div v-if="open" class="one"><slot /></div>
  </div>
</template>

<style scoped>
.one {
  border-left: 3px solid var(--tarn);
  padding: var(--space-3) 0 var(--space-4) var(--space-4);
}
</style>
