<script setup lang="ts">
import TextField from '../../fields/TextField.vue';
import { useSheet } from '../../app/sheet';

const { store, job } = useSheet();
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
