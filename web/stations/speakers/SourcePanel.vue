<script setup lang="ts">
import { computed } from 'vue';
import { NO_SOURCE_CHOICE, type SourceChoice } from '#core/job/circuit';
import { figure, short } from '#core/units/figures';
import { OUTPUT_MARKS } from '#core/tables/polarity';
import ThereField from '../../fields/ThereField.vue';
import { useSheet } from '../../app/sheet';
import type { SourceBlock } from './layout';

/** One source: what it listens to, what its outputs go by, whether it is new. */
const props = defineProps<{ block: SourceBlock }>();
const { store, job, plan, tag } = useSheet();
const item = computed(() => props.block.item);
const choice = computed(() => job.value.sources[props.block.gear] ?? NO_SOURCE_CHOICE);
const inputs = computed(() => plan.value.inputs.filter(({ amplifier }) => amplifier === props.block.gear));
const set = (part: Partial<SourceChoice>) => store.edit([{ op: 'setSource', id: props.block.gear, choice: part }]);
const valueOf = (event: Event) => (event.target as HTMLSelectElement).value;
const watts = computed(() => plan.value.speakers.audioWatts[props.block.gear] ?? 0);
const channelName = (key: string) => item.value.bank.channels.find(({ id }) => id === key.split('/')[1])?.name ?? key;
const pairText = (input: (typeof inputs.value)[number]) =>
  input.kind === 'speaker'
    ? `${input.outputs.length} speaker outputs of ${tag(input.head)}`
    : input.pair === undefined
      ? 'nothing: no line-level pair there'
      : `line-level pair ${input.pair}${input.from === input.head ? '' : ` through ${tag(input.from)}`}${input.split ? ', split' : ''}${input.bass ? ', bass alone' : ''}`;
</script>

<template>
  <section>
    <h2>
      <span class="tag">{{ tag(block.gear) }}</span> {{ item.name }}
    </h2>
    <dl>
      <div>
        <dt>Sound at full output</dt>
        <dd>{{ figure(watts, 1) }} W</dd>
      </div>
      <div>
        <dt>Outputs</dt>
        <dd>{{ OUTPUT_MARKS[item.bank.marks] }}</dd>
      </div>
      <div v-if="item.bank.bridge">
        <dt>Bridged</dt>
        <dd>
          {{ item.bank.bridge.power.map((r) => `${short(r.watts)} W at ${short(r.ohm)} Ω`).join(', ') }};
          {{ short(item.bank.bridge.minOhm) }} Ω least
        </dd>
      </div>
      <div v-else>
        <dt>Bridged</dt>
        <dd>not allowed by its maker</dd>
      </div>
      <div>
        <dt>Filters</dt>
        <dd>{{ item.bank.filters ? 'yes, by pairs' : 'none' }}</dd>
      </div>
    </dl>
    <div v-if="item.kind === 'amplifier'">
      <label class="form-label" for="listens">Listens to</label>
      <select
        id="listens"
        class="form-select"
        :value="choice.input ?? ''"
        @change="set({ input: (valueOf($event) || null) as SourceChoice['input'] })"
      >
        <option value="">as planned</option>
        <option value="line">line leads</option>
        <option value="speaker">speaker outputs</option>
      </select>
      <ul class="plain">
        <li v-for="input in inputs" :key="input.channels.join()">
          {{ input.channels.map(channelName).join(', ') }}: {{ pairText(input) }}
        </li>
      </ul>
      <p v-if="!inputs.length">There is no head unit in the job to listen to.</p>
      <p v-if="item.configureFirst" class="caution">Configure it before any speaker is plugged in.</p>
    </div>
    <div v-else-if="item.bassPair === 'switchable'">
      <label class="form-label" for="bass-pair">Its last line-level pair gives</label>
      <select
        id="bass-pair"
        class="form-select"
        :value="choice.bass ? 'bass' : 'full'"
        @change="set({ bass: valueOf($event) === 'bass' })"
      >
        <option value="full">the full range</option>
        <option value="bass">bass alone</option>
      </select>
    </div>
    <p v-else-if="item.bassPair === 'fixed'">Its last line-level pair gives bass alone.</p>
    <ThereField :gear="block.gear" />
    <div class="ends">
      <BButton @click="store.select(undefined)">Done</BButton>
    </div>
  </section>
</template>
