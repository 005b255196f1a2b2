<script setup lang="ts" generic="T extends string">
import { computed, useId } from 'vue';

/** One of a few, all of them in sight: a strip of words, as many in a row as `columns`. */
const props = defineProps<{ label: string; options: Readonly<Record<T, string>>; columns?: number }>();
const picked = defineModel<T>({ required: true });
const name = useId();
const inRow = computed(() => props.columns ?? Object.keys(props.options).length);
</script>

<template>
  <div class="strip" role="radiogroup" :aria-label="label" :style="{ gridTemplateColumns: `repeat(${inRow}, 1fr)` }">
    <label v-for="(words, key) in options" :key="key" :class="{ on: picked === key }">
      <input v-model="picked" class="visually-hidden" type="radio" :name="name" :value="key" />{{ words }}
    </label>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  border: 1px solid var(--rule);
  margin-bottom: var(--space-4);
}
label {
  display: grid;
  align-content: center;
  text-align: center;
  padding: var(--space-2) var(--space-1);
  font-size: var(--type-2);
  line-height: 1.2;
  cursor: pointer;
}
.on {
  background: var(--ink);
  color: var(--paper);
}
label:has(:focus-visible) {
  outline: 3px solid var(--mud);
  outline-offset: 1px;
}
</style>
