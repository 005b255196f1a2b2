<script setup lang="ts">
import { STATIONS } from '#core/findings/finding';
import { FACES } from '../stations';
import { stationKey } from './stations';

/** Every key that does something, where it does it. */
const open = defineModel<boolean>({ required: true });
const KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['Tab, Shift+Tab', 'go to what can be pressed, and back'],
  ['Enter or Space', 'press it'],
  ...STATIONS.map((s) => [`Alt+${stationKey(FACES[s])}`, FACES[s].name] as const),
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Y', 'redo'],
  ['+  −  0', 'drawing nearer, farther, whole (with the focus on it)'],
  ['Arrows', 'move the drawing; choose within a group'],
  ['Escape', 'put gear back that is in hand; close a dialog'],
  ['Page Up, Page Down', 'step before and after (Build)'],
  ['?', 'this list'],
];
</script>

<template>
  <BModal v-model="open" title="Keys" no-footer>
    <dl>
      <div v-for="[keys, does] in KEYS" :key="keys">
        <dt>{{ keys }}</dt>
        <dd>{{ does }}</dd>
      </div>
    </dl>
    <p>Everything that can be dragged can also be pressed: first the thing, then where it goes.</p>
  </BModal>
</template>

<style scoped>
dl div {
  display: grid;
  grid-template-columns: 170px 1fr;
  padding: var(--space-2) 0;
  border-top: 1px solid var(--rule-soft);
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
