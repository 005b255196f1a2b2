<script setup lang="ts">
import { computed } from 'vue';
import type { BoardPlan } from '#core/panels/board';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';

/** The board that gear shares: how much wire lies on it, and what was put by hand. */
const props = defineProps<{ board: BoardPlan }>();
const { store, job, tag } = useSheet();
const byHand = computed(() => props.board.gear.filter((id) => job.value.mounts[id]?.at));
const anew = () =>
  store.edit(
    byHand.value.map((gear) => ({ op: 'setMount' as const, gear, mount: { at: null, turnDeg: null } })),
    'arrange the board',
  );
</script>

<template>
  <section>
    <h2>Board</h2>
    <p v-if="board.wireMm === undefined || board.leastMm === undefined" class="bad">
      {{ board.gear.map(tag).join(', ') }} do not go on it together{{ board.proven ? '' : ', as far as was looked' }}.
    </p>
    <p v-else>
      {{ board.gear.map(tag).join(', ') }}: {{ lengthText(board.wireMm) }} of conductor on the board{{
        board.proven
          ? '; no layout has less'
          : `; none has less than ${lengthText(board.leastMm)}, and not all were looked at`
      }}.
    </p>
    <p>
      {{
        board.screws.length
          ? `${board.screws.length} screws hold it to the wall, ${lengthText(board.screwMm)} long at most.`
          : 'It has no room for screws of its own: hook tape, or screws from behind.'
      }}
    </p>
    <div v-if="byHand.length" class="ends">
      <BButton @click="anew">Arrange the board again: {{ byHand.map(tag).join(', ') }} put by hand</BButton>
    </div>
  </section>
</template>

<style scoped>
.bad {
  color: var(--stop);
  font-weight: 600;
}
</style>
