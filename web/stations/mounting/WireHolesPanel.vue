<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { PASS_EDGES } from '#core/craft/leg';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

/** Holes of the whole craft that are drilled or opened for wire: the bundles say how wide, and what goes in. */
const { store, plan, pattern } = useSheet();
const router = useRouter();
const fine = (mm: number) => lengthText(mm, true);
const holes = computed(() =>
  plan.value.bundles.flatMap(({ leg, passes }) =>
    passes.flatMap(({ id, name, drillMm, boreMm }) => {
      if (drillMm === undefined) return [];
      const { name: along, passes: drawn } = pattern.value.legs[leg]!;
      const { mm, edge } = drawn![id]!;
      const now = mm ? `Ø ${fine(mm)} now, ${PASS_EDGES[edge]}` : 'new';
      const into = boreMm === undefined ? 'a plug fills it' : `grommet of ${fine(boreMm)} bore`;
      return [{ key: `${leg} ${id}`, leg, along, name, drillMm, words: `${now}; ${into}` }];
    }),
  ),
);
async function look(leg: string): Promise<void> {
  await router.push({ params: { station: 'routing' } });
  store.select({ kind: 'leg', id: leg });
}
</script>

<template>
  <section v-if="holes.length" class="wire-holes">
    <h2>Holes for wire</h2>
    <ul>
      <li v-for="hole in holes" :key="hole.key">
        <button type="button" class="option" :data-wire-hole="hole.key" @click="look(hole.leg)">
          <span
            ><b>{{ hole.name }}</b
            ><br />{{ hole.along }}: {{ hole.words }}</span
          ><span class="size">Ø {{ fine(hole.drillMm) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.size {
  white-space: nowrap;
}
</style>
