<script setup lang="ts">
import { computed } from 'vue';
import type { PassFit } from '#core/connections/passing';
import type { Bundle } from '#core/harness/index';
import { packed } from '#core/plane/packing';
import { DIAMETER_SOURCE } from '#core/tables/diameters';
import { cite } from '#core/tables/source';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

/** All that lies along a leg, cut through and drawn to scale: its wires, its sleeve, the hole it goes through. */
const props = defineProps<{ bundle: Bundle }>();
const { store } = useSheet();
const SIDE = 220;
const packing = computed(() => packed(props.bundle.wires.map(({ mm }) => mm)));
const hole = computed(() => props.bundle.passes.find(({ fits }) => !fits) ?? props.bundle.passes[0]);
const holeMm = computed(() => hole.value && (hole.value.boreMm ?? hole.value.drillMm ?? hole.value.clearMm));
const widest = computed(() =>
  Math.max(packing.value.mm, props.bundle.mm, props.bundle.sleeve?.sizeMm ?? 0, holeMm.value ?? 0),
);
const scale = computed(() => (SIDE - 12) / widest.value);
const at = (i: number) => packing.value.at[i]!.map((mm) => SIDE / 2 + mm * scale.value) as [number, number];
const fine = (mm: number) => lengthText(Math.round(mm * 10) / 10, true);
function holeText({ fits, clearMm, drillMm, boreMm, trimmed, needMm }: PassFit): string {
  if (!fits) return `${fine(needMm)} asked, ${fine(clearMm)} clear: too tight`;
  if (drillMm !== undefined)
    return boreMm === undefined
      ? `drill ${fine(drillMm)}, its plug fills it`
      : `drill ${fine(drillMm)}, grommet of ${fine(boreMm)}`;
  return `${fine(clearMm)} clear${trimmed ? ', trim round its edge' : ''}`;
}
</script>

<template>
  <section>
    <h3>Bundle</h3>
    <svg
      class="section"
      :viewBox="`0 0 ${SIDE} ${SIDE}`"
      role="img"
      :aria-label="`${bundle.wires.length} wires cut through, ${fine(bundle.mm)} thick laid by hand`"
    >
      <circle
        v-if="holeMm"
        class="hole"
        :class="{ tight: !hole!.fits }"
        :cx="SIDE / 2"
        :cy="SIDE / 2"
        :r="(holeMm / 2) * scale"
      />
      <circle
        v-if="bundle.sleeve?.sizeMm"
        class="sleeve"
        :cx="SIDE / 2"
        :cy="SIDE / 2"
        :r="(bundle.sleeve.sizeMm / 2) * scale"
      />
      <g v-for="(wire, i) in bundle.wires" :key="i" class="wire" @click="store.select({ kind: 'run', id: wire.run })">
        <circle class="casing" :cx="at(i)[0]" :cy="at(i)[1]" :r="(wire.mm / 2) * scale" />
        <circle
          :class="`wire-${wire.colour.body}`"
          :cx="at(i)[0]"
          :cy="at(i)[1]"
          :r="wire.mm * 0.37 * scale"
          :stroke-width="wire.mm * 0.24 * scale"
        />
        <circle
          v-if="wire.colour.stripe"
          :class="`wire-${wire.colour.stripe}`"
          :cx="at(i)[0]"
          :cy="at(i)[1]"
          :r="wire.mm * 0.37 * scale"
          :stroke-width="wire.mm * 0.1 * scale"
        />
        <circle class="copper" :cx="at(i)[0]" :cy="at(i)[1]" :r="wire.mm * 0.22 * scale" />
        <title>{{ wire.use }}</title>
      </g>
    </svg>
    <dl>
      <div>
        <dt>Thick, laid by hand</dt>
        <dd data-figure="bundle">{{ fine(bundle.mm) }}</dd>
      </div>
      <div>
        <dt>As tight as drawn; no less than</dt>
        <dd>{{ fine(packing.mm) }}; {{ fine(packing.leastMm) }}</dd>
      </div>
      <div v-if="bundle.sleeve">
        <dt>Sleeve</dt>
        <dd>
          {{ bundle.sleeve.sizeMm === undefined ? 'wrapped' : fine(bundle.sleeve.sizeMm) }},
          {{ lengthText(bundle.sleeve.lengthMm) }} long
        </dd>
      </div>
      <div v-for="pass in bundle.passes" :key="pass.id">
        <dt>{{ pass.name }}</dt>
        <dd>{{ holeText(pass) }}</dd>
      </div>
      <div>
        <dt>Ties</dt>
        <dd>{{ bundle.ties }}</dd>
      </div>
    </dl>
    <p class="small">Over their insulation: {{ cite(DIAMETER_SOURCE) }}.</p>
  </section>
</template>

<style scoped>
.section {
  display: block;
  width: 220px;
  max-width: 100%;
  margin: var(--space-2) auto var(--space-4);
}
.section circle {
  fill: none;
}
.section .casing {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.4px;
}
.section .copper {
  fill: var(--mud);
}
.wire {
  cursor: pointer;
}
.sleeve {
  stroke: var(--ink-soft);
  stroke-width: 2px;
  stroke-dasharray: 3 2;
}
.hole {
  stroke: var(--tarn);
  stroke-width: 3px;
}
.hole.tight {
  stroke: var(--stop);
}
</style>
