<script setup lang="ts">
import { ref, useId } from 'vue';
import type { Formula } from '#core/power/index';
import { cite } from '#core/tables/source';

/** One fact of a list; a figure whose formula is known opens to it, with the numbers put in. */
defineOptions({ inheritAttrs: false });
defineProps<{ label: string; formula?: Formula | undefined; name?: string }>();
const open = ref(false);
const id = useId();
</script>

<template>
  <div v-bind="$attrs" :data-row="name">
    <dt>{{ label }}</dt>
    <dd :data-figure="name">
      <button
        v-if="formula"
        type="button"
        class="figure"
        :aria-expanded="open"
        :aria-controls="id"
        :title="open ? undefined : 'Show the calculation'"
        @click="open = !open"
      >
        <slot />
      </button>
      <slot v-else />
    </dd>
  </div>
  <div v-if="formula && open" :id="id" class="formula" :data-formula="name">
    <dt class="visually-hidden">How {{ label.toLowerCase() }} is calculated</dt>
    <dd>
      <span>{{ formula.formula }}</span>
      <span class="numbers">{{ formula.numbers }}</span>
      <span class="source">{{ cite(formula.source) }}</span>
    </dd>
  </div>
</template>

<style scoped>
.figure {
  white-space: nowrap;
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.inspector .formula {
  border: 0;
  border-left: 3px solid var(--tarn);
  padding: var(--space-1) 0 var(--space-2) var(--space-4);
  display: block;
}
.formula dd {
  text-align: left;
  font-weight: 400;
}
.formula span {
  display: block;
}
.numbers {
  overflow-wrap: anywhere;
}
.source {
  font-size: var(--type-2);
  color: var(--ink-soft);
}
</style>
