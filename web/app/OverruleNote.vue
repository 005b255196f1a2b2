<script setup lang="ts">
import { computed } from 'vue';
import { OVERRULES } from '#core/job/parts/overrules';
import { useSheet } from './sheet';
import TextField from '../fields/TextField.vue';
import { whyNot } from '#core/document/overrule';

/** A value a person set over the plan: what was proposed then and is now, how it stands, and why. */
const props = defineProps<{ of: string; named?: boolean }>();
const { store, job, plan } = useSheet();
const overrule = computed(() => plan.value.overrules.find((o) => o.key === props.of));
const reason = computed(() => overrule.value?.why?.reason ?? '');
function keep(text: string): string | undefined {
  const proposal = plan.value.proposals[props.of];
  if (!proposal) return undefined;
  const { kind, subject } = proposal;
  return store.edit([{ op: 'giveReason', kind, subject, why: whyNot(proposal, text.trim()) }]);
}
</script>

<template>
  <div v-if="overrule" class="over" :data-overrule="of">
    <p>
      <b v-if="named">{{ OVERRULES[overrule.kind].name }} {{ overrule.value }}</b>
      <b v-else>{{ overrule.value }}, set over the plan</b>
      <span :class="overrule.state"> · {{ overrule.state }}</span>
    </p>
    <p class="small">
      <template v-if="named">{{ overrule.about }}: </template>then
      {{ overrule.why ? (overrule.why.then ?? 'nothing') : 'not kept' }}, now {{ overrule.proposedNow ?? 'nothing' }}.
    </p>
    <template v-if="!job.seal">
      <TextField
        v-if="overrule.state !== 'orphaned'"
        :label="`Why ${OVERRULES[overrule.kind].name.toLowerCase()} ${overrule.value}`"
        bare
        :shown="reason"
        :max="400"
        placeholder="Why"
        :take="keep"
      />
      <div class="ends">
        <BButton v-if="overrule.state === 'stale'" @click="keep(reason)">Keep it</BButton>
        <BButton @click="store.overrule(overrule.kind, overrule.subject, null)">{{
          overrule.state === 'orphaned' ? 'Drop it' : overrule.kind === 'wiring' ? 'Clear reason' : 'Take the proposal'
        }}</BButton>
      </div>
    </template>
    <p v-else class="small">Why: {{ overrule.why?.reason || 'no reason given' }}</p>
  </div>
</template>

<style scoped>
.over {
  border-left: 3px solid var(--mud);
  padding: var(--space-1) 0 var(--space-1) var(--space-4);
  margin: var(--space-3) 0;
}
.over p {
  margin: 0 0 var(--space-2);
}
.stale {
  color: var(--caution);
}
.orphaned {
  color: var(--ink-soft);
}
</style>
