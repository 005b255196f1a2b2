<script setup lang="ts">
import { BApp } from 'bootstrap-vue-next';
import { useTheme } from './theme';

useTheme();
</script>

<template>
  <BApp>
    <RouterView />
  </BApp>
</template>
