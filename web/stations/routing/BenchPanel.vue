<script setup lang="ts">
import { computed } from 'vue';
import { benchOrder, type Bench } from '#core/harness/index';
import { EXPORTS, type Export } from '#formats/exports';
import { figure } from '#core/units/figures';
import { exportAddress } from '../../app/export-address';
import { useSheet } from '../../app/sheet';
import { inUnits, lengthText, wireText, wireUnit } from '../../app/units';

/** A harness made at the bench, before the craft is opened: what leaves it where, in which order it is made, how it is tested. */
const props = defineProps<{ benches: readonly Bench[]; bench: Bench }>();
const picked = defineModel<number>({ required: true });
const { store, job } = useSheet();
const FILES: readonly Export[] = EXPORTS.filter(({ file }) => file.startsWith('bench'));
const order = computed(() => benchOrder(props.bench));
const wire = computed(() => props.bench.wires.reduce((sum, { cutMm }) => sum + cutMm, 0) / 1000);
const runOf = (code: string) => props.bench.wires.find((one) => one.code === code)!.run;
const look = (code: string) => store.select({ kind: 'run', id: runOf(code) });
</script>

<template>
  <section>
    <h2>Harness at the bench</h2>
    <div v-if="benches.length > 1" class="ends">
      <BButton v-for="(one, i) in benches" :key="one.datum" size="sm" :aria-pressed="picked === i" @click="picked = i"
        >{{ one.datumName }}, {{ one.wires.length }}</BButton
      >
    </div>
    <dl>
      <div>
        <dt>Conductors</dt>
        <dd>{{ bench.wires.length }}, {{ wireText(wire) }} {{ wireUnit() }}</dd>
      </div>
      <div>
        <dt>Measured from</dt>
        <dd>{{ bench.datumName }}</dd>
      </div>
    </dl>
    <h3>In this order</h3>
    <ol class="order">
      <li v-for="(words, i) in order" :key="i">{{ inUnits(words) }}</li>
    </ol>
    <h3>Ends</h3>
    <template v-for="end in bench.ends" :key="end.number">
      <h4 :data-end="end.number">
        <b class="tag">{{ end.number }}</b> {{ end.name }}
        <span class="small">{{ lengthText(bench.fromDatum[end.at]!) }} from the datum</span>
      </h4>
      <ul>
        <li v-for="one in end.wires" :key="one.code + one.use">
          <button type="button" class="option" @click="look(one.code)">
            <span
              ><b>{{ one.code }}</b> {{ one.use }}<span v-if="one.with" class="small">, {{ one.with }}</span></span
            ><span>{{ lengthText(one.mm) }}</span>
          </button>
        </li>
      </ul>
    </template>
    <h3>Tests</h3>
    <p class="small">
      End to end on the ohms range, the leads’ own taken off; then each conductor against all others joined together:
      open.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Wire</th>
          <th scope="col">Ends</th>
          <th scope="col">Reads</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in bench.wires" :key="one.run + one.use">
          <th scope="row">{{ one.code }} {{ one.use }}</th>
          <td>{{ one.ends.join(' – ') }}</td>
          <td>{{ one.ohm === undefined ? 'joined' : `${figure(one.ohm, 3)} Ω` }}</td>
        </tr>
      </tbody>
    </table>
    <h3>Files</h3>
    <ul>
      <li v-for="one in FILES" :key="one.file">
        <a :href="exportAddress(job.id, one)" download :data-file="one.file">{{ one.name }}</a>
        <span class="small"> {{ one.format }}</span>
      </li>
    </ul>
    <p v-if="store.unsaved" class="small">Files hold what is saved; this job is still being saved.</p>
  </section>
</template>

<style scoped>
h4 {
  font-size: var(--type-3);
  margin: var(--space-4) 0 0;
}
.order {
  list-style: decimal;
  padding-left: var(--space-7);
  font-size: var(--type-3);
}
.order li {
  padding: var(--space-1) 0;
}
.small {
  font-size: var(--type-2);
  color: var(--ink-soft);
  font-weight: 400;
}
td {
  white-space: nowrap;
}
</style>
