<script setup lang="ts">
import { EARS } from '#core/connections/zones';
import { computed, ref } from 'vue';
import { useSheet } from '../../app/sheet';
import { LAMP_ANSWERS, type HiddenLamp } from '#core/job/parts/intake';

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
const valueOf = (event: Event) => (event.target as HTMLSelectElement).value;
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
          <div>
            <label class="form-label" :for="`by-${id}`">Behind</label>
            <select
              :id="`by-${id}`"
              class="form-select"
              :value="lamp.by ?? ''"
              @change="set(id, { by: valueOf($event) || null })"
            >
              <option value="">not said</option>
              <option v-for="[g, placed] in gear" :key="g" :value="g">{{ plan.tags[g] }} {{ placed.item.name }}</option>
            </select>
          </div>
          <div>
            <label class="form-label" :for="`answer-${id}`">Answer</label>
            <select
              :id="`answer-${id}`"
              class="form-select"
              :value="lamp.answer"
              @change="set(id, { answer: valueOf($event) as HiddenLamp['answer'] })"
            >
              <option v-for="(words, a) in LAMP_ANSWERS" :key="a" :value="a">{{ words }}</option>
            </select>
          </div>
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
