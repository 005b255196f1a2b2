<script setup lang="ts">
import { computed } from 'vue';
import { craftMap } from '#core/routing/index';
import FactField from '../../fields/FactField.vue';
import { useSheet } from '../../app/sheet';
import { inches, lengthText, wireText, wireUnit } from '../../app/units';
import WireLine from '../../drawing/WireLine.vue';
import JointPanel from './JointPanel.vue';
import ReelsPanel from './ReelsPanel.vue';

/** All wire of the job: reels, pieces, what they cost, and the joints they cross. */
const { plan, pattern, endOf } = useSheet();
const map = computed(() => craftMap(pattern.value));
/** A leg across each joint that wire crosses: the first. */
const crossed = computed(() => {
  const legs = plan.value.runs.flatMap((run) =>
    (run.old ? [] : (run.way?.legs ?? [])).filter((id) => map.value.legs[id]!.need),
  );
  const byJoint = new Map<string, string>();
  for (const id of legs) {
    const joint = map.value.legs[id]!.leg.joint!;
    if (!byJoint.has(joint)) byJoint.set(joint, id);
  }
  return [...byJoint.values()];
});
</script>

<template>
  <section>
    <h2>Cut list</h2>
    <table>
      <thead>
        <tr>
          <th scope="col">Wire</th>
          <th scope="col">Pieces</th>
          <th scope="col">Total</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="reel in plan.cutList.reels" :key="reel.what">
          <th scope="row">
            <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
              <WireLine path="M3 4.5H23" v-bind="reel.colour" :width="3.5" /></svg
            >{{ reel.what }}
          </th>
          <td>{{ reel.pieces }}</td>
          <td>{{ wireText(reel.totalMm / 1000) }} {{ wireUnit() }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">All wire</th>
          <td>{{ plan.cutList.cuts.length }}</td>
          <td data-figure="wire">{{ wireText(plan.cutList.wireM) }} {{ wireUnit() }}</td>
        </tr>
      </tfoot>
    </table>
    <ReelsPanel v-if="plan.cutList.cuts.length" />
    <h3>Pieces</h3>
    <ul class="pieces">
      <li v-for="cut in plan.cutList.cuts" :key="cut.run + cut.use">
        <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
          <WireLine path="M3 4.5H23" v-bind="cut.colour" :width="3.5" />
        </svg>
        <span>{{ endOf(cut.from, 'mark') }} → {{ endOf(cut.to, 'mark') }}, {{ cut.use }}</span
        ><b>{{ lengthText(cut.lengthMm) }}</b>
      </li>
    </ul>
    <div class="fields">
      <FactField of="settings" fact="cutStepMm" label="Cut in steps of" />
      <FactField of="settings" fact="terminalAllowanceMm" label="At each terminal" />
      <FactField of="settings" fact="wireAMetre" :label="`${inches ? 'A foot' : 'A metre'} of wire costs`" />
      <FactField of="settings" fact="labourAnHour" label="An hour of work costs" />
    </div>
    <template v-for="id in crossed" :key="id">
      <h3>{{ pattern.joints[map.legs[id]!.leg.joint!]!.name }}</h3>
      <JointPanel :leg="id" :wire="{ body: 'red' }" />
    </template>
  </section>
</template>

<style scoped>
td {
  white-space: nowrap;
}
tfoot th,
tfoot td {
  border-top: 2px solid var(--ink);
  font-weight: 600;
}
.pieces li {
  display: flex;
  align-items: center;
  font-size: var(--type-2);
  padding: 1px 0;
}
.fields {
  margin-top: var(--space-6);
}
.pieces span {
  flex: 1;
}
</style>
