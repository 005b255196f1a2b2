<script setup lang="ts">
import { computed } from 'vue';
import { panelUnder, surfaceOf, type Fitted } from '#core/panels/fitted';
import { byBit, type Hole } from '#core/panels/holes';
import { bitName, cutterName, type Cutter } from '#core/tables/bits';
import { taken } from '#core/job/choices';
import { reverseWords } from '#core/job/material';
import { useSheet } from '../../app/sheet';
import { inches, lengthText } from '../../app/units';

/** Everything that is drilled and sawn in the panel, grouped so that bits are changed least; a line lights its hole. */
const props = defineProps<{ fitted: Fitted; lit: number | undefined }>();
const emit = defineEmits<{ light: [hole: number | undefined] }>();
const { job, plan } = useSheet();
const panel = computed(() => panelUnder(job.value, props.fitted).panel);

/** All gear on this panel: its holes are one schedule. */
const here = computed(() =>
  Object.entries(plan.value.mounts).filter(([, other]) => surfaceOf(other) === surfaceOf(props.fitted)),
);
const holes = computed(() => here.value.flatMap(([, { schedule }]) => schedule.holes));
const groups = computed(() => byBit(holes.value));
const reused = computed(() => holes.value.filter((hole) => hole.reused !== undefined));
const sawn = computed(() => here.value.flatMap(([, { schedule }]) => schedule.sawn));

const named = (cutter: Cutter) => cutterName(cutter, inches.value);
const WHAT = {
  fastener: 'fastener',
  opening: 'opening',
  starter: 'for the blade',
  plate: 'screw of the plate',
} as const;
const notes = (hole: Hole): string =>
  [
    hole.pilot ? `pilot ${bitName(hole.pilot, inches.value)}` : '',
    `stop at ${lengthText(hole.stopMm, true)}`,
    hole.behind ? `${hole.behind} behind` : '',
    hole.countersink ? 'countersink the gelcoat' : '',
    hole.threaded ? 'then tapped' : '',
  ]
    .filter(Boolean)
    .join(', ');
const reverse = computed(() => reverseWords(props.fitted.material, taken(job.value.choices, 'reverse')));
</script>

<template>
  <section>
    <h2>Holes</h2>
    <p v-if="!holes.length && !sawn.length">Nothing is drilled here.</p>
    <p v-else>
      From the side that is seen: {{ panel.finished ? 'mask the finish, ' : '' }}mark, punch, pilot, drill, deburr,
      seal. Eye protection.{{ reverse && ` Dust mask. ${reverse}` }}
    </p>
    <template v-for="group in groups" :key="named(group.cutter)">
      <h3>{{ named(group.cutter) }}</h3>
      <ul>
        <li v-for="hole in group.holes" :key="hole.number">
          <button
            type="button"
            class="option"
            :class="{ now: lit === hole.number }"
            :aria-pressed="lit === hole.number"
            :data-hole="hole.number"
            @click="emit('light', lit === hole.number ? undefined : hole.number)"
          >
            <span
              ><b>{{ hole.number }}</b> · x {{ lengthText(hole.x, true) }}, y {{ lengthText(hole.y, true) }}<br /><small
                >{{ WHAT[hole.kind] }}; {{ notes(hole) }}</small
              ></span
            >
          </button>
        </li>
      </ul>
    </template>
    <template v-for="(one, i) in sawn" :key="i">
      <h3>Sawn along the line</h3>
      <p>
        {{ lengthText(one.lineMm) }} of line, taped, fine blade<template v-if="one.bladeMm !== undefined"
          >, no longer than {{ lengthText(one.bladeMm) }} beyond the panel</template
        >.
      </p>
    </template>
    <p v-for="hole in reused" :key="hole.number" class="small">
      {{ hole.number }}: “{{ hole.reused }}” is there already and serves.
    </p>
  </section>
</template>

<style scoped>
small {
  color: var(--ink-soft);
}
h3 {
  margin-bottom: 0;
}
</style>
