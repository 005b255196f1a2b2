<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Pattern } from '#core/craft/pattern';
import { chosenOf, variantOfYear, type Variant } from '#core/craft/variants';
import { CRAFT_KINDS, KIND_NAMES } from '#core/gear/gear';
import { hasWords } from '#core/text/search';
import { useLibrary } from '../stores/library';
import MaybeField from '../fields/MaybeField.vue';
import PickField from '../fields/PickField.vue';
import CraftSilhouette from './CraftSilhouette.vue';

/** The craft a job is done on: found by family and by words; then its year, and what of it is not as usual. */
const picked = defineModel<string>({ required: true });
const year = defineModel<number | null>('year', { required: true });
const variant = defineModel<Variant>('variant', { required: true });
const library = useLibrary();
const words = ref('');
const family = ref<Pattern['kind'] | ''>('');

const sought = (pattern: Pattern) => hasWords(`${pattern.name} ${KIND_NAMES[pattern.kind]}`, words.value);
const found = computed(() => library.patterns.map(({ pattern }) => pattern).filter(sought));
const families = computed(() =>
  CRAFT_KINDS.map((kind) => ({ kind, name: KIND_NAMES[kind], patterns: found.value.filter((p) => p.kind === kind) })),
);
const shown = computed(() => families.value.filter(({ kind }) => family.value === '' || kind === family.value));
const chosen = computed(() => library.patterns.find(({ pattern }) => pattern.id === picked.value)?.pattern);
/** What is picked stays picked while something else is looked for: it is named then. */
const hidden = computed(
  () => chosen.value && !shown.value.some(({ patterns }) => patterns.includes(chosen.value!)) && chosen.value.name,
);
const options = computed(() => {
  const pattern = chosen.value;
  if (!pattern) return [];
  const byYear = year.value === null ? {} : variantOfYear(pattern, year.value);
  return Object.entries(pattern.options ?? {}).map(([id, { name, choices }]) => ({
    id,
    name,
    value: chosenOf(pattern, { ...byYear, ...variant.value }, id),
    names: Object.fromEntries(Object.entries(choices).map(([choice, one]) => [choice, one.name])),
  }));
});
watch(picked, () => (variant.value = {}));
/** A figure is taken by Enter as by leaving its field; the form is not sent with it. */
function noSubmit(event: KeyboardEvent): void {
  if (!(event.target instanceof HTMLInputElement)) return;
  event.preventDefault();
  event.target.dispatchEvent(new Event('change', { bubbles: true }));
}
</script>

<template>
  <fieldset>
    <legend class="form-label">Craft</legend>
    <p v-if="library.patternsFailure" class="field-error" role="alert">
      The crafts cannot be shown: {{ library.patternsFailure }}.
      <BButton @click="library.loadPatterns()">Try again</BButton>
    </p>
    <!-- Enter finds, and takes a year: the job is created by its button. -->
    <div class="find">
      <input
        v-model="words"
        type="search"
        class="form-control"
        aria-label="Find a craft"
        placeholder="Find a craft"
        @keydown.enter.prevent
      />
      <div class="families" role="group" aria-label="Family">
        <BButton :aria-pressed="family === ''" @click="family = ''">All {{ found.length }}</BButton>
        <BButton
          v-for="one in families"
          :key="one.kind"
          :aria-pressed="family === one.kind"
          :disabled="!one.patterns.length"
          @click="family = one.kind"
          >{{ one.name }} {{ one.patterns.length }}</BButton
        >
      </div>
    </div>
    <div class="crafts" tabindex="-1">
      <template v-for="one in shown" :key="one.kind">
        <p v-if="one.patterns.length" class="family">{{ one.name }}</p>
        <div v-if="one.patterns.length" class="cards">
          <label
            v-for="pattern in one.patterns"
            :key="pattern.id"
            class="card-of"
            :class="{ chosen: picked === pattern.id }"
            :data-pattern="pattern.id"
          >
            <input v-model="picked" class="visually-hidden" type="radio" name="pattern" :value="pattern.id" />
            <CraftSilhouette :pattern="pattern" :w="150" :h="72" />
            <span>{{ pattern.name }}</span>
          </label>
        </div>
      </template>
      <p v-if="library.patterns.length" class="own">
        None of these? <RouterLink to="/patterns">Draw your own</RouterLink>, from the nearest of them, from another
        workshop’s file, or over photographs.
      </p>
      <p v-if="library.patterns.length && !found.length">
        No craft is called that. <BButton @click="words = ''">Show all of them</BButton>
      </p>
    </div>
    <p v-if="hidden" class="picked">
      Chosen: <b>{{ hidden }}</b>
    </p>
    <div v-if="chosen && options.length" class="which" @keydown.enter="noSubmit">
      <MaybeField v-model="year" label="Model year" :fact="[1900, 2100, '']" empty="not known" />
      <PickField
        v-for="option in options"
        :key="option.id"
        :label="option.name"
        :options="option.names"
        :model-value="option.value"
        @update:model-value="variant = { ...variant, [option.id]: $event }"
      />
    </div>
  </fieldset>
</template>

<style scoped>
.own {
  margin: var(--space-4) 0;
  font-size: var(--type-3);
}
.picked {
  margin: var(--space-3) 0 0;
}
.find {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
}
.find .form-control {
  flex: 1 1 180px;
  width: auto;
}
.families {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
}
.crafts {
  max-height: min(46vh, 380px);
  overflow-y: auto;
  margin-top: var(--space-4);
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
}
.family {
  margin: var(--space-3) 0 var(--space-2);
  font: 600 var(--type-4) var(--narrow);
}
.family::first-letter {
  text-transform: uppercase;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(164px, 1fr));
  gap: var(--space-3);
  padding: 2px;
}
.card-of {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: var(--space-2);
  padding: var(--space-3);
  border: 1px solid var(--rule);
  font-size: var(--type-2);
  line-height: 1.25;
  text-align: center;
  cursor: pointer;
}
.card-of.chosen {
  border-color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--mud);
}
.card-of:has(:focus-visible) {
  outline: 3px solid var(--mud);
  outline-offset: 1px;
}
.which {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: var(--space-4);
  margin-top: var(--space-4);
}
</style>
