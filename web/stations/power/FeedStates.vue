<script setup lang="ts">
import { computed, ref } from 'vue';
import { casesOf, stateFormula, type Feed, type FeedCase } from '#core/power/index';
import { cite } from '#core/tables/source';
import { figure } from '#core/units/figures';
import { useSheet } from '../../app/sheet';

/** Volts and amperes of one feed in each state, each opened to how it is calculated. */
const props = defineProps<{ feed: Feed }>();
const { job, tag } = useSheet();
const cases = computed(() => casesOf(job.value));
const fromBattery = computed(() => Object.hasOwn(job.value.craft.batteries, props.feed.feeder));
/** State whose figures are opened. */
const opened = ref<FeedCase['id']>();
</script>

<template>
  <table>
    <caption class="visually-hidden">
      Volts and amperes in each state
    </caption>
    <thead>
      <tr>
        <th scope="col">State</th>
        <th scope="col">{{ fromBattery || feed.nominalVolts === job.craft.nominalVolts ? 'Posts' : 'Outlet' }}</th>
        <th scope="col">At {{ tag(feed.gear) }}</th>
        <th scope="col">Draws</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="c in cases" :key="c.id">
        <tr :data-case="c.id">
          <th scope="row">
            <button
              v-if="feed.states[c.id]"
              type="button"
              class="state"
              :aria-expanded="opened === c.id"
              title="Show the calculation"
              @click="opened = opened === c.id ? undefined : c.id"
            >
              {{ c.name }}
            </button>
            <template v-else>{{ c.name }}</template>
          </th>
          <template v-if="feed.states[c.id]">
            <td>{{ figure(feed.states[c.id]!.postVolts, 2) }} V</td>
            <td>{{ figure(feed.states[c.id]!.deviceVolts, 2) }} V</td>
            <td>{{ figure(feed.states[c.id]!.amps, 2) }} A</td>
          </template>
          <td v-else colspan="3" class="bad">collapses</td>
        </tr>
        <tr v-if="opened === c.id && stateFormula(feed, c)" :data-formula="c.id">
          <td colspan="4" class="worked">
            {{ stateFormula(feed, c)!.formula }}<br />{{ stateFormula(feed, c)!.numbers }}<br /><i>{{
              cite(stateFormula(feed, c)!.source)
            }}</i>
          </td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  white-space: nowrap;
}
tbody th:first-child {
  white-space: normal;
}
.state {
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  text-align: left;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.inspector .worked {
  text-align: left;
  white-space: normal;
  border-left: 3px solid var(--tarn);
  padding-left: var(--space-4);
}
</style>
