<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { EXISTING_USES } from '#core/tables/circuits';
import type { Existing } from '#core/job/supply';
import { noteCircuit, offeredCircuits } from '#core/job/usual-found';
import { COLOUR_NAMES, colourText, type ColourName } from '#core/tables/colours';
import CircuitReadings from '../../app/CircuitReadings.vue';
import WireLine from '../../drawing/WireLine.vue';
import { useSheet } from '../../app/sheet';
import PickField from '../../fields/PickField.vue';
import TickField from '../../fields/TickField.vue';

const { store, job, pattern } = useSheet();
/** What such a craft has, and nobody has noted on this one. */
const offered = computed(() => offeredCircuits(job.value));
const rows = computed(() => Object.entries(job.value.craft.existing));
interface Draft {
  name: string;
  body: ColourName;
  stripe: ColourName | '';
  use: Existing['use'];
  metered: boolean;
}
const draft = reactive<Draft>({ name: '', body: 'red', stripe: '', use: 'switched', metered: false });
const error = ref('');
/** Circuit whose readings are open. */
const open = ref<string>();

function add(): void {
  const name = draft.name.trim();
  if (!name) {
    error.value = 'Circuit: say what it feeds, or where it was found.';
    return;
  }
  error.value = '';
  const colour =
    draft.stripe && draft.stripe !== draft.body ? { body: draft.body, stripe: draft.stripe } : { body: draft.body };
  store.edit(
    [
      {
        op: 'setExisting',
        id: crypto.randomUUID().slice(0, 8),
        circuit: { name, colour, use: draft.use, metered: draft.metered },
      },
    ],
    `note ${name}`,
  );
  draft.name = '';
}
const COLOURS = COLOUR_NAMES.map((name) => [name, name] as const);
</script>

<template>
  <section>
    <h2>Existing wiring</h2>
    <ul>
      <li v-for="[id, c] in rows" :key="id" class="entry" :data-existing="id">
        <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
          <WireLine path="M3 4.5H23" v-bind="c.colour" :width="3.5" />
        </svg>
        <span class="what"
          >{{ c.name }}: {{ colourText(c.colour) }}, {{ EXISTING_USES[c.use]
          }}<i v-if="!c.metered"> · not metered</i></span
        >
        <BButton
          :aria-expanded="open === id"
          :aria-label="`Readings of ${c.name}`"
          @click="open = open === id ? undefined : id"
          >V</BButton
        >
        <BButton
          v-if="!c.metered"
          @click="store.edit([{ op: 'setExisting', id, circuit: { metered: true } }], 'metered')"
          >Metered</BButton
        >
        <BButton
          :aria-label="`Delete ${c.name}`"
          @click="store.edit([{ op: 'setExisting', id, circuit: null }], `delete ${c.name}`)"
          >×</BButton
        >
        <CircuitReadings v-if="open === id" :id="id" class="readings" />
      </li>
    </ul>
    <p v-if="!rows.length">Nothing noted yet. Look behind the cover, then name each wire that matters here.</p>
    <template v-if="offered.length">
      <h3>Such a craft usually has</h3>
      <ul>
        <li v-for="one in offered" :key="one.id" class="entry" :data-offered="one.id">
          <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
            <WireLine path="M3 4.5H23" v-bind="one.usual.colour" :width="3.5" />
          </svg>
          <span class="what"
            >{{ one.usual.name }}: {{ colourText(one.usual.colour) }}, {{ EXISTING_USES[one.usual.use]
            }}<template v-if="one.usual.place !== null">
              · at {{ pattern.places[one.usual.place]?.name }}</template
            ></span
          >
          <BButton
            :aria-label="`${one.usual.name} is there`"
            @click="store.edit(noteCircuit(one), `note ${one.usual.name}`)"
            >It is there</BButton
          >
        </li>
      </ul>
    </template>
    <h3>Another one</h3>
    <form class="fields" novalidate @submit.prevent="add">
      <div class="wide">
        <label class="form-label" for="wire-name">Circuit</label>
        <input
          id="wire-name"
          v-model="draft.name"
          class="form-control"
          maxlength="80"
          :aria-invalid="error !== ''"
          :aria-describedby="error ? 'wire-error' : undefined"
        />
        <p v-if="error" id="wire-error" class="field-error" role="alert">{{ error }}</p>
      </div>
      <PickField v-model="draft.body" label="Colour" :options="COLOURS" />
      <PickField v-model="draft.stripe" label="Stripe" :options="[['', 'none'], ...COLOURS]" />
      <PickField v-model="draft.use" label="Function" :options="EXISTING_USES" />
      <TickField v-model="draft.metered" label="metered" />
      <BButton type="submit" variant="primary">Add</BButton>
    </form>
    <p class="caution">
      Never infer what a wire does from its colour: on many boats yellow is negative, in many recreational vehicles
      black is positive.
    </p>
  </section>
</template>

<style scoped>
.entry {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) 0;
  font-size: var(--type-3);
  flex-wrap: wrap;
}
.readings {
  flex-basis: 100%;
}
.what {
  flex: 1;
}
.what i {
  color: var(--caution);
}
.tick {
  align-self: end;
  font-size: var(--type-3);
  padding-bottom: var(--space-3);
}
form {
  margin-top: var(--space-6);
}
</style>
