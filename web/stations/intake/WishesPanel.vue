<script setup lang="ts">
import { offersFor } from '#core/intake/index';
import { WISHES, WISH_IDS, wishValue, type WishId } from '#core/job/parts/asked';
import { useLibrary } from '../../stores/library';
import NumberField from '../../fields/NumberField.vue';
import TickField from '../../fields/TickField.vue';
import MaybeField from '../../fields/MaybeField.vue';
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';

const { store, job, plan } = useSheet();
const library = useLibrary();
void library.loadShelf();
const tick = (wish: WishId, wished: boolean) =>
  store.edit([{ op: 'setWish', wish, said: wished ? { value: wishValue(wish)?.[3] ?? null } : null }]);
const answerOf = (wish: WishId) => plan.value.wishes.find((one) => one.wish === wish);
/** What of the shelf would help, a few of them. */
const offers = (wish: WishId): string[] =>
  library.offered.flatMap((item) => (offersFor(wish, item) ? [item.name] : [])).slice(0, 4);
</script>

<template>
  <section>
    <h2>Who, and what they want</h2>
    <div class="fields">
      <TextField
        label="Customer"
        :shown="job.customer"
        :max="400"
        :take="(customer) => store.edit([{ op: 'setCustomer', customer }])"
      />
      <TextField
        label="Wishes, in the owner’s words"
        :shown="job.wishes"
        :max="2000"
        :rows="7"
        placeholder="Talking-level music or the whole lake; zones; phone, USB, microphone, television"
        :take="(wishes) => store.edit([{ op: 'setWishes', wishes }])"
      />
      <fieldset class="wide asked">
        <legend>What the owner wishes</legend>
        <div v-for="wish in WISH_IDS" :key="wish" class="wish" :data-wish="wish">
          <TickField
            :label="WISHES[wish].name"
            :model-value="job.asked[wish] !== undefined"
            @update:model-value="tick(wish, $event)"
          />
          <NumberField
            v-if="wishValue(wish) && job.asked[wish]"
            :label="WISHES[wish].name"
            :unit="wishValue(wish)![2]"
            :min="wishValue(wish)![0]"
            :max="wishValue(wish)![1]"
            :model-value="job.asked[wish]!.value ?? wishValue(wish)![3]"
            @update:model-value="store.edit([{ op: 'setWish', wish, said: { value: $event } }])"
          />
          <p v-if="answerOf(wish)" class="small" :class="{ open: !answerOf(wish)!.answered }">
            {{ answerOf(wish)!.answered ? 'Answered' : 'Not answered' }}: {{ answerOf(wish)!.words }}.
            <template v-if="!answerOf(wish)!.answered && offers(wish).length">
              On the shelf: {{ offers(wish).join(', ') }}.
            </template>
          </p>
        </div>
      </fieldset>
      <MaybeField
        label="Year of the craft"
        :fact="[1900, 2100, '']"
        empty="not known"
        :model-value="job.craft.year"
        @update:model-value="store.edit([{ op: 'setYear', year: $event === null ? null : Math.round($event) }])"
      />
      <TextField
        label="Trim or variant"
        :shown="job.craft.trim"
        :max="400"
        placeholder="as its papers have it"
        :take="(trim) => store.edit([{ op: 'setTrim', trim: trim.trim() }])"
      />
      <TextField
        label="The craft as it came in"
        :shown="job.craft.note"
        :max="400"
        :rows="4"
        placeholder="Year and trim, scratches, what is fitted already, faults found before the quote"
        :take="(note) => store.edit([{ op: 'setCraftNote', note }])"
      />
    </div>
    <p class="small">
      Find faults before you quote: swap left and right speakers. A fault that stays with the channel is the amplifier
      or its wiring; one that moves is the speaker.
    </p>
  </section>
</template>

<style scoped>
.wish {
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-1) 0;
}
.wish p.small {
  margin: 0 0 var(--space-2) var(--space-6);
}
.wish p.open {
  color: var(--caution);
}
</style>
