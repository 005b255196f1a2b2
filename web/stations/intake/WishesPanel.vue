<script setup lang="ts">
import { ref, watch } from 'vue';
import { useJob } from '../../stores/job';

const store = useJob();
const customer = ref(store.job!.customer);
const wishes = ref(store.job!.wishes);
const note = ref(store.job!.craft.note);
watch(
  () => store.job!,
  (job) => {
    customer.value = job.customer;
    wishes.value = job.wishes;
    note.value = job.craft.note;
  },
);
</script>

<template>
  <section>
    <h2>Who, and what they want</h2>
    <div class="fields">
      <div class="wide">
        <label class="form-label" for="customer">Customer</label>
        <input
          id="customer"
          v-model="customer"
          class="form-control"
          maxlength="400"
          @change="store.edit([{ op: 'setCustomer', customer }])"
        />
      </div>
      <div class="wide">
        <label class="form-label" for="wishes">Wishes, in the owner’s words</label>
        <textarea
          id="wishes"
          v-model="wishes"
          class="form-control"
          rows="7"
          maxlength="2000"
          placeholder="Talking-level music or the whole lake; zones; phone, USB, microphone, television"
          @change="store.edit([{ op: 'setWishes', wishes }])"
        />
      </div>
      <div class="wide">
        <label class="form-label" for="craft-note">The craft as it came in</label>
        <textarea
          id="craft-note"
          v-model="note"
          class="form-control"
          rows="4"
          maxlength="400"
          placeholder="Year and trim, scratches, what is fitted already, faults found before the quote"
          @change="store.edit([{ op: 'setCraftNote', note }])"
        />
      </div>
    </div>
    <p class="small">
      Find faults before you quote: swap left and right speakers. A fault that stays with the channel is the amplifier
      or its wiring; one that moves is the speaker.
    </p>
  </section>
</template>
