<script setup lang="ts">
import { BApp } from 'bootstrap-vue-next';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import PageUnavailable from './PageUnavailable.vue';
import { useTheme } from './theme';

useTheme();
/** What every control is where nothing else is said. */
const DEFAULTS = { BButton: { variant: 'outline-secondary' } } as const;
/** Where a way led to a page that could not be fetched. */
const unavailable = ref<string>();
const router = useRouter();
router.onError((_, to) => {
  unavailable.value = to.fullPath;
});
router.afterEach(() => {
  unavailable.value = undefined;
});
</script>

<template>
  <BApp :defaults="DEFAULTS">
    <PageUnavailable v-if="unavailable !== undefined" :to="unavailable" />
    <RouterView v-else />
  </BApp>
</template>
