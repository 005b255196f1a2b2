<script setup lang="ts">
import { computed } from 'vue';
import { EXPORTS, type Export } from '#formats/exports';
import { cutDrawings } from '#core/drawing/cuts';
import { exportAddress } from '../../app/export-address';
import { useSheet } from '../../app/sheet';
import { units } from '../../app/units';

/** Templates and cut drawings of a place, 1:1, and of the whole job. */
const props = defineProps<{ place: string }>();
const { store, job, plan } = useSheet();

const all = computed(() => cutDrawings(job.value, plan.value, units.value));
const here = computed(() => all.value.filter(({ place }) => place === props.place));
const WORDS: Readonly<Record<string, string>> = {
  'templates-a4.pdf': 'A4',
  'templates-letter.pdf': 'Letter',
  'templates-sheet.pdf': 'one page',
  'template.svg': 'SVG',
  'template.dxf': 'DXF',
  'templates.zip': 'SVG and DXF',
};
const FILES: readonly Export[] = EXPORTS.filter(({ file }) => file.startsWith('template'));
const ofOne = FILES.filter(({ file }) => file !== 'templates.zip');
const ofAll = FILES.filter((file) => !file.ofOne);
</script>

<template>
  <section>
    <h2>Templates, 1:1</h2>
    <p v-if="!here.length">Nothing is drilled or cut here.</p>
    <ul v-else class="drawings">
      <li v-for="{ id, title } in here" :key="id">
        <b>{{ title }}</b>
        <p>
          <a
            v-for="file in ofOne"
            :key="file.file"
            :href="exportAddress(job.id, file, id)"
            download
            :data-template="`${id} ${file.file}`"
            :aria-label="`${title}: ${WORDS[file.file]}`"
            >{{ WORDS[file.file] }}</a
          >
        </p>
      </li>
    </ul>
    <template v-if="all.length > here.length">
      <b>All {{ all.length }} of this job</b>
      <p>
        <a v-for="file in ofAll" :key="file.file" :href="exportAddress(job.id, file)" download>{{
          WORDS[file.file]
        }}</a>
      </p>
    </template>
    <p class="small">
      Print at 100 % and measure the bar on every page; pages join at their crosses.
      <template v-if="store.unsaved">Files hold what is saved; this job is still being saved.</template>
    </p>
  </section>
</template>

<style scoped>
.drawings {
  list-style: none;
  padding: 0;
  margin: 0;
}
a {
  margin-right: var(--space-3);
}
</style>
