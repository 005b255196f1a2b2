<script setup lang="ts">
import { computed } from 'vue';
import { CHOICES, choicesFor, taken, type ChoiceId } from '#core/job/choices';
import { useSheet } from '../../app/sheet';

const { store, job } = useSheet();
interface Shown {
  readonly name: string;
  readonly changes: string;
}
const rows = computed(() =>
  choicesFor(job.value).map((id) => {
    const options = CHOICES[id].options as Record<string, Shown>;
    const now = taken(job.value.choices, id) as string;
    return {
      id,
      name: CHOICES[id].name,
      usual: CHOICES[id].usual,
      options,
      now,
      changes: options[now]!.changes,
    };
  }),
);
const set = (choice: ChoiceId, usual: string, event: Event) => {
  const option = (event.target as HTMLSelectElement).value;
  store.edit(
    [{ op: 'choose', choice, option: option === usual ? null : option }],
    `${CHOICES[choice].name.toLowerCase()}`,
  );
};
</script>

<template>
  <section>
    <h2>Shop methods</h2>
    <p class="small">All are practised. What you take changes the steps, their minutes and the findings.</p>
    <div v-for="r in rows" :key="r.id" class="choice" :data-choice="r.id">
      <label class="form-label" :for="`choice-${r.id}`">{{ r.name }}</label>
      <select :id="`choice-${r.id}`" class="form-select" :value="r.now" @change="set(r.id, r.usual, $event)">
        <option v-for="(o, id) in r.options" :key="id" :value="id">
          {{ o.name }}{{ id === r.usual ? ' (usual)' : '' }}
        </option>
      </select>
      <p class="small">{{ r.changes }}</p>
    </div>
  </section>
</template>

<style scoped>
.choice {
  margin-bottom: var(--space-4);
}
</style>
