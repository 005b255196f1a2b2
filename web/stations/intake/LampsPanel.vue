<script setup lang="ts">
import { EARS } from '#core/connections/zones';
import { computed, ref } from 'vue';
import { useSheet } from '../../app/sheet';
import { LAMP_ANSWERS, type HiddenLamp } from '#core/job/parts/intake';
import PickField from '../../fields/PickField.vue';

const { store, job, plan } = useSheet();
const rows = computed(() => Object.entries(job.value.craft.lamps));
const gear = computed(() => Object.entries(job.value.gear).filter(([, g]) => g.place !== null));
const name = ref('');
const error = ref('');
const set = (id: string, lamp: Partial<HiddenLamp> | null) => store.edit([{ op: 'setLamp', id, lamp }]);
function add(): void {
  if (!name.value.trim()) {
    error.value = 'Lamp or switch: it needs a name.';
    return;
  }
  error.value = '';
  set(crypto.randomUUID().slice(0, 8), { name: name.value.trim(), by: null, answer: 'open' });
  name.value = '';
}
</script>

<template>
  <section>
    <h2>Lamps and switches that will be hidden</h2>
    <ul>
      <li v-for="[id, lamp] in rows" :key="id" class="lamp" :data-lamp="id">
        <p>
          <b>{{ lamp.name }}</b>
          <BButton :aria-label="`Delete ${lamp.name}`" @click="set(id, null)">×</BButton>
        </p>
        <div class="fields">
          <PickField
            label="Behind"
            :options="[
              ['', 'not said'],
              ...gear.map(([g, placed]) => [g, `${plan.tags[g]} ${placed.item.name}`] as const),
            ]"
            :model-value="lamp.by ?? ''"
            @update:model-value="set(id, { by: $event || null })"
          />
          <PickField
            label="Answer"
            :options="LAMP_ANSWERS"
            :model-value="lamp.answer"
            @update:model-value="set(id, { answer: $event })"
          />
        </div>
      </li>
    </ul>
    <p v-if="!rows.length">None noted. Hold the new unit in its place and look from the saddle.</p>
    <form class="fields" novalidate @submit.prevent="add">
      <div class="wide">
        <label class="form-label" for="lamp-name">Lamp or switch</label>
        <input
          id="lamp-name"
          v-model="name"
          class="form-control"
          maxlength="80"
          :aria-invalid="error !== ''"
          :aria-describedby="error ? 'lamp-error' : undefined"
        />
        <p v-if="error" id="lamp-error" class="field-error" role="alert">{{ error }}</p>
      </div>
      <BButton type="submit" variant="primary">Add</BButton>
    </form>
    <p class="caution">
      Nothing may hide an instrument or warning lamp that the {{ EARS[job.craft.pattern.kind] }} needs.
    </p>
  </section>
</template>

<style scoped>
.lamp {
  border-top: 1px solid var(--rule-soft);
  padding-top: var(--space-3);
}
.lamp p {
  display: flex;
  justify-content: space-between;
}
</style>
