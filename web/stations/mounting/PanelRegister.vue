<script setup lang="ts">
import { computed } from 'vue';
import { SHEET } from '#core/drawing/sheet';
import { fits, surfaceName, type Fitted } from '#core/panels/fitted';
import { fitLine } from '../../app/fit-words';
import SeverityMark from '../../app/SeverityMark.vue';
import { useSheet } from '../../app/sheet';
import FitText from '../../drawing/FitText.vue';
import PressMark from '../../drawing/PressMark.vue';

/** Everything that is on a panel, a plate each: how it sits there, and the worst that was found. */
const props = defineProps<{ mounts: Readonly<Record<string, Fitted>>; selected: string | undefined }>();
const { store, job, plan, tag } = useSheet();

const PLATE = { x: 28, w: 214, y: 36 } as const;
const TALLEST = 58;
/** Rows that can be read and pressed; more are shown a page at a time. */
const MOST = 12;
/** The page that what is selected is on. */
const page = computed(() => {
  const list = Object.entries(props.mounts);
  const at = Math.max(
    0,
    list.findIndex(([id]) => id === props.selected),
  );
  const from = Math.floor(at / MOST) * MOST;
  const before = from > 0 ? 1 : 0;
  const after = from + MOST < list.length ? 1 : 0;
  const count = Math.min(MOST, list.length - from) + before + after;
  return { list, from, before, after, h: Math.min(TALLEST, (SHEET.h - 96) / Math.max(1, count)) };
});
/** To the pages before and after: the nearest piece of each is selected. */
const turns = computed(() => {
  const { list, from, before, after, h } = page.value;
  return [
    ...(before ? [{ id: list[from - 1]![0], words: `▲ ${from} more`, y: PLATE.y }] : []),
    ...(after
      ? [{ id: list[from + MOST]![0], words: `▼ ${list.length - from - MOST} more`, y: PLATE.y + (MOST + before) * h }]
      : []),
  ];
});
const rows = computed(() => {
  const { from, list, h, before } = page.value;
  return list.slice(from, from + MOST).map(([id, fitted], i) => ({
    id,
    fitted,
    y: PLATE.y + (i + before) * h,
    h: h - 5,
    name: `${tag(id)} ${job.value.gear[id]!.item.name}`,
    place: surfaceName(job.value, plan.value.tags, fitted),
    worst: store.findingsFor({ kind: 'gear', id }).find(({ station }) => station === 'mounting')?.severity,
  }));
});
</script>

<template>
  <PressMark
    v-for="row in rows"
    :key="row.id"
    :class="{ selected: row.id === selected }"
    :aria-pressed="row.id === selected"
    :aria-label="`${row.name}, ${row.place}, ${fitLine(row.fitted)}${row.worst ? `, ${row.worst}` : ''}`"
    :data-mount="row.id"
    @press="store.select({ kind: 'gear', id: row.id })"
  >
    <rect class="plate" :x="PLATE.x" :y="row.y" :width="PLATE.w" :height="row.h" />
    <FitText :x="PLATE.x + 9" :y="row.y + row.h * 0.42" class="strong" :words="row.name" :room="PLATE.w - 40" />
    <FitText :x="PLATE.x + 9" :y="row.y + row.h * 0.84" class="small" :words="row.place" :room="PLATE.w - 118" />
    <text
      :x="PLATE.x + PLATE.w - 9"
      :y="row.y + row.h * 0.84"
      text-anchor="end"
      class="small"
      :class="fits(row.fitted) ? 'good' : 'sev-caution'"
      >{{ fitLine(row.fitted) }}</text
    >
    <SeverityMark v-if="row.worst" :severity="row.worst" :x="PLATE.x + PLATE.w - 24" :y="row.y + row.h * 0.1" />
  </PressMark>
  <PressMark
    v-for="turn in turns"
    :key="turn.words"
    :aria-label="turn.words.slice(2)"
    :data-page="turn.id"
    @press="store.select({ kind: 'gear', id: turn.id })"
  >
    <rect class="plate" :x="PLATE.x" :y="turn.y" :width="PLATE.w" :height="page.h - 5" />
    <text :x="PLATE.x + PLATE.w / 2" :y="turn.y + page.h * 0.55" text-anchor="middle" class="strong">{{
      turn.words
    }}</text>
  </PressMark>
</template>
