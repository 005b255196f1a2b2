<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { figure } from '#core/units/figures';
import { wireText, wireUnit } from './units';
import type { Ledger } from '#core/ledger';

/** The sheet's title block: the job's live figures, each change shown as was → is. */
/** On a narrow screen the row is moved sideways, by keys as well. */
const narrow = useMediaQuery('(max-width: 760px)');
const props = defineProps<{ ledger: Ledger | undefined; was: Ledger | undefined }>();

interface Cell {
  readonly id: string;
  readonly name: string;
  readonly unit: string | (() => string);
  readonly of: (ledger: Ledger) => string;
}
const or = (value: number | undefined, decimals: number) => (value === undefined ? '–' : figure(value, decimals));
const CELLS: readonly Cell[] = [
  { id: 'load', name: 'Lowest load', unit: 'Ω', of: (l) => or(l.worstLoadOhm, 1) },
  { id: 'feed', name: 'From battery, full output', unit: 'A', of: (l) => or(l.feedA, 1) },
  { id: 'drop', name: 'Worst drop', unit: '%', of: (l) => or(l.worstDropPct, 2) },
  { id: 'wire', name: 'Wire', unit: wireUnit, of: (l) => wireText(l.wireM) },
  { id: 'hours', name: 'Bench time', unit: 'h', of: (l) => figure(Math.ceil(l.hours * 4) / 4, 2) },
  { id: 'stops', name: 'Stops', unit: '', of: (l) => String(l.stops) },
];

const cells = computed(() =>
  CELLS.map((cell) => {
    const is = props.ledger ? cell.of(props.ledger) : '…';
    const was = props.was ? cell.of(props.was) : is;
    const unit = typeof cell.unit === 'string' ? cell.unit : cell.unit();
    return { ...cell, unit, is, was: was === is ? undefined : was };
  }),
);
</script>

<template>
  <footer class="ledger" :tabindex="narrow ? 0 : undefined" :aria-label="narrow ? 'The job in figures' : undefined">
    <dl>
      <div
        v-for="cell in cells"
        :key="cell.id"
        class="cell"
        :class="{ moved: cell.was, alarm: cell.id === 'stops' && cell.is !== '0' }"
      >
        <dt>{{ cell.name }}</dt>
        <dd :data-ledger="cell.id">
          <span v-if="cell.was" class="was"
            ><span class="visually-hidden">was </span>{{ cell.was }}<span aria-hidden="true"> → </span
            ><span class="visually-hidden"> is </span></span
          >
          <strong>{{ cell.is }}</strong> <span class="unit">{{ cell.unit }}</span>
        </dd>
      </div>
    </dl>
    <slot />
  </footer>
</template>

<style scoped>
.ledger {
  display: flex;
  border-top: 2px solid var(--ink);
  background: var(--paper-raised);
  height: 56px;
}
dl {
  display: flex;
  flex: 6 1 0;
  margin: 0;
  min-width: 0;
}
.cell {
  flex: 1 1 0;
  padding: var(--space-3) var(--space-6) 0;
  border-right: 1px solid var(--rule);
  min-width: 0;
}
dt {
  font: 500 var(--type-1)/1.2 var(--narrow);
  color: var(--ink-soft);
  white-space: nowrap;
}
dd {
  margin: 0;
  white-space: nowrap;
  line-height: 1.2;
}
strong {
  font: 600 var(--type-7)/1.1 var(--narrow);
}
.unit {
  color: var(--ink-soft);
}
.was {
  color: var(--mud);
  font: 500 var(--type-4) var(--narrow);
}
.moved {
  box-shadow: inset 0 -3px var(--mud);
}
.alarm strong {
  color: var(--stop);
}
</style>
