<script setup lang="ts">
import { computed } from 'vue';
import { CHOICES, choicesFor, taken, type ChoiceId } from '#core/job/choices';
import { useSheet } from '../../app/sheet';
import PickField from '../../fields/PickField.vue';

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
const set = (choice: ChoiceId, usual: string, option: string) =>
  store.edit(
    [{ op: 'choose', choice, option: option === usual ? null : option }],
    `${CHOICES[choice].name.toLowerCase()}`,
  );
</script>

<template>
  <section>
    <h2>Shop methods</h2>
    <p class="small">All are practised. What you take changes the steps, their minutes and the findings.</p>
    <div v-for="r in rows" :key="r.id" class="choice" :data-choice="r.id">
      <PickField
        :label="r.name"
        :options="
          Object.entries(r.options).map(([id, o]) => [id, `${o.name}${id === r.usual ? ' (usual)' : ''}`] as const)
        "
        :model-value="r.now"
        @update:model-value="set(r.id, r.usual, $event)"
      />
      <p class="small">{{ r.changes }}</p>
    </div>
  </section>
</template>

<style scoped>
.choice {
  margin-bottom: var(--space-4);
}
</style>
