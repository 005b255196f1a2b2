<script setup lang="ts">
import { useTheme } from './theme';

/** A page of what the workshop has, kind by kind: what it is, how it is searched, and what can be done there. */
defineProps<{ title: string }>();
const { theme, toggle } = useTheme();
</script>

<template>
  <div class="library">
    <header>
      <RouterLink to="/" class="home">Haltrik<span> Board</span></RouterLink>
      <h1>{{ title }}</h1>
      <slot name="find" />
      <BButton :aria-pressed="theme === 'bay'" @click="toggle">{{ theme === 'yard' ? 'Yard' : 'Bay' }}</BButton>
      <slot name="tools" />
    </header>
    <main><slot /></main>
    <slot name="dialogs" />
  </div>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  padding: var(--space-6) var(--space-8);
  border-bottom: 2px solid var(--ink);
  background: var(--paper-raised);
  flex-wrap: wrap;
}
.home {
  font: 600 var(--type-6) var(--narrow);
  color: var(--ink);
  text-decoration: none;
}
.home span {
  font: 500 var(--type-2) var(--text);
  color: var(--tarn);
  text-decoration: underline;
}
h1 {
  font-size: var(--type-7);
  flex: 1;
}
main {
  padding: var(--space-4) var(--space-8) var(--space-9);
}
.library :deep(.find) {
  width: 240px;
}
.library :deep(h2) {
  font-size: var(--type-6);
  margin: var(--space-7) 0 var(--space-2);
  border-bottom: 2px solid var(--ink);
}
.library :deep(ul.things) {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2;
  column-gap: var(--space-8);
}
.library :deep(.things li) {
  display: flex;
  gap: var(--space-7);
  align-items: center;
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--rule-soft);
  break-inside: avoid;
}
.library :deep(.things svg) {
  flex: none;
}
.library :deep(.soft) {
  color: var(--ink-soft);
}
.library :deep(.acts) {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  margin-top: var(--space-2);
}
.library :deep(.acts .btn) {
  font-size: var(--type-2);
  padding: 1px var(--space-2);
}
.library :deep(.acts .btn:not([aria-pressed='true'], .btn-danger)) {
  border-color: transparent;
  background: none;
  color: var(--tarn);
}
@media (max-width: 760px) {
  header {
    padding: var(--space-4);
    gap: var(--space-4);
  }
  main {
    padding: var(--space-4);
  }
  .library :deep(ul.things) {
    columns: 1;
  }
  .library :deep(.acts .btn) {
    min-height: 44px;
    padding: var(--space-3);
  }
}
</style>
