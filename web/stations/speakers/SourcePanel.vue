<script setup lang="ts">
import { computed } from 'vue';
import { NO_SOURCE_CHOICE, type SourceChoice } from '#core/job/circuit';
import { figure, short } from '#core/units/figures';
import { OUTPUT_MARKS } from '#core/tables/polarity';
import PickField from '../../fields/PickField.vue';
import ThereField from '../../fields/ThereField.vue';
import { useSheet } from '../../app/sheet';
import type { SourceBlock } from './layout';
import FactRow from '../../app/facts/FactRow.vue';

/** One source: what it listens to, what its outputs go by, whether it is new. */
const props = defineProps<{ block: SourceBlock }>();
const { store, job, plan, tag } = useSheet();
const item = computed(() => props.block.item);
const choice = computed(() => job.value.sources[props.block.gear] ?? NO_SOURCE_CHOICE);
const inputs = computed(() => plan.value.inputs.filter(({ amplifier }) => amplifier === props.block.gear));
const set = (part: Partial<SourceChoice>) => store.edit([{ op: 'setSource', id: props.block.gear, choice: part }]);
const watts = computed(() => plan.value.speakers.audioWatts[props.block.gear] ?? 0);
const channelName = (key: string) => item.value.bank.channels.find(({ id }) => id === key.split('/')[1])?.name ?? key;
const pairText = (input: (typeof inputs.value)[number]) =>
  input.kind === 'speaker'
    ? `${input.outputs.length} speaker outputs of ${tag(input.head)}`
    : input.pair === undefined
      ? 'nothing: no line-level pair there'
      : `line-level pair ${input.pair}${input.from === input.head ? '' : ` through ${tag(input.from)}`}${input.split ? ', split' : ''}${input.bass ? ', bass alone' : ''}`;
const INPUTS = { '': 'as planned', line: 'line leads', speaker: 'speaker outputs' };
</script>

<template>
  <section>
    <h2>
      <span class="tag">{{ tag(block.gear) }}</span> {{ item.name }}
    </h2>
    <dl>
      <FactRow label="Sound at full output">{{ figure(watts, 1) }} W</FactRow>
      <FactRow label="Outputs">{{ OUTPUT_MARKS[item.bank.marks] }}</FactRow>
      <FactRow v-if="item.bank.bridge" label="Bridged"
        >{{ item.bank.bridge.power.map((r) => `${short(r.watts)} W at ${short(r.ohm)} Ω`).join(', ') }};
        {{ short(item.bank.bridge.minOhm) }} Ω least</FactRow
      >
      <FactRow v-else label="Bridged">not allowed by its maker</FactRow>
      <FactRow label="Filters">{{ item.bank.filters ? 'yes, by pairs' : 'none' }}</FactRow>
    </dl>
    <div v-if="item.kind === 'amplifier'">
      <PickField
        label="Listens to"
        :options="INPUTS"
        :model-value="choice.input ?? ''"
        @update:model-value="set({ input: $event || null })"
      />
      <ul class="plain heard">
        <li v-for="input in inputs" :key="input.channels.join()">
          {{ input.channels.map(channelName).join(', ') }}: {{ pairText(input) }}
        </li>
      </ul>
      <p v-if="!inputs.length">There is no head unit in the job to listen to.</p>
      <p v-if="item.configureFirst" class="caution">Configure it before any speaker is plugged in.</p>
    </div>
    <div v-else-if="item.bassPair === 'switchable'">
      <PickField
        label="Its last line-level pair gives"
        :options="{ full: 'the full range', bass: 'bass alone' }"
        :model-value="choice.bass ? 'bass' : 'full'"
        @update:model-value="set({ bass: $event === 'bass' })"
      />
    </div>
    <p v-else-if="item.bassPair === 'fixed'">Its last line-level pair gives bass alone.</p>
    <ThereField :gear="block.gear" />
    <div class="ends">
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>

<style scoped>
.heard {
  margin: var(--space-3) 0 var(--space-5);
}
</style>
