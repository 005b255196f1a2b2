<script setup lang="ts">
import { ref } from 'vue';
import { api } from '../api';

/** Stands where a part of the application could not be fetched. Without an address it is the page that is open. */
const props = defineProps<{ to?: string }>();
const away = ref(false);
const trying = ref(false);
/** The page is loaded again once the server answers: what a browser failed to fetch once it may not ask for again. */
async function again(): Promise<void> {
  trying.value = true;
  try {
    await api.health();
    if (props.to === undefined) window.location.reload();
    else window.location.assign(props.to);
  } catch {
    away.value = true;
  } finally {
    trying.value = false;
  }
}
</script>

<template>
  <main class="message">
    <p role="alert">
      <b>This page could not be loaded.</b>
      {{ away ? 'The server still does not answer.' : 'The server did not answer.' }} Nothing of the job is lost.
    </p>
    <BButton variant="primary" :disabled="trying" @click="again">Try again</BButton>
  </main>
</template>

<style scoped>
.message {
  margin: auto;
  max-width: 520px;
  padding: var(--space-7);
}
</style>
