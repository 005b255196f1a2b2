<script setup lang="ts">
import { BApp } from 'bootstrap-vue-next';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import PageUnavailable from './PageUnavailable.vue';
import { useTheme } from './theme';

useTheme();
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
  <BApp>
    <PageUnavailable v-if="unavailable !== undefined" :to="unavailable" />
    <RouterView v-else />
  </BApp>
</template>
