<script setup lang="ts">
import { runWords, type Run } from '#core/connections/runs';
import { useSheet } from '../../app/sheet';

/** Runs one under the other, each to be looked at. */
defineProps<{ runs: readonly Run[] }>();
const { store, endOf } = useSheet();
</script>

<template>
  <ul>
    <li v-for="run in runs" :key="run.id">
      <button type="button" class="option" @click="store.select({ kind: 'run', id: run.id })">
        <span>{{ runWords(run) }}</span><span>{{ endOf(run.from, 'mark') }} → {{ endOf(run.to, 'mark') }}</span>
      </button>
    </li>
  </ul>
</template>
