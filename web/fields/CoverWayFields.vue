<script setup lang="ts">
import type { Cover, CoverState, CoverWay, Fastener } from '#core/craft/cover';
import type { Reach } from '#core/tables/fasteners';
import FastenerRows from './FastenerRows.vue';
import NameRows from './NameRows.vue';
import NumberField from './NumberField.vue';
import OpenedRows from './OpenedRows.vue';
import TextField from './TextField.vue';
import TickField from './TickField.vue';

/** One way a cover opens: its minutes, how it comes off, what holds it, what parts, and what comes before it. */
const props = defineProps<{ way: CoverWay; others: Readonly<Record<string, Cover>> }>();
const emit = defineEmits<{
  set: [part: Partial<Pick<CoverWay, 'minutes' | 'hint' | 'second' | 'after'>>];
  fastener: [id: string, part: (Partial<Omit<Fastener, 'reach'>> & { reach?: Reach | null }) | null];
  part: [list: 'plugs' | 'hoses', id: string, name: string | null];
}>();
const minutes = (side: 'off' | 'on', value: number) =>
  emit('set', { minutes: { ...props.way.minutes, [side]: value } });
function after(id: string, far: CoverState | null): void {
  const { [id]: _, ...rest } = props.way.after;
  emit('set', { after: far === null ? rest : { ...rest, [id]: far } });
}
</script>

<template>
  <div class="fields">
    <NumberField
      label="Minutes to open"
      unit="min"
      :min="0"
      :max="240"
      :model-value="way.minutes.off"
      @update:model-value="minutes('off', $event)"
    />
    <NumberField
      label="Minutes to put back"
      unit="min"
      :min="0"
      :max="240"
      :model-value="way.minutes.on"
      @update:model-value="minutes('on', $event)"
    />
    <TextField
      label="How it comes off"
      :shown="way.hint"
      :max="400"
      :rows="2"
      :take="(text) => void emit('set', { hint: text.trim() })"
    />
    <slot />
    <TickField label="Two people" :model-value="way.second" @update:model-value="emit('set', { second: $event })" />
  </div>
  <h3>Fasteners</h3>
  <FastenerRows :fasteners="way.fasteners" @set="(id, part) => emit('fastener', id, part)" />
  <h3>Plugs</h3>
  <NameRows
    :names="way.plugs"
    one="Plug"
    wants="what it goes to"
    placeholder="indicator, 2 pins"
    @set="(id, name) => emit('part', 'plugs', id, name)"
  />
  <h3>Hoses</h3>
  <NameRows
    :names="way.hoses"
    one="Hose"
    wants="what it is"
    placeholder="tank vent"
    @set="(id, name) => emit('part', 'hoses', id, name)"
  />
  <h3>Opened first</h3>
  <div class="fields">
    <OpenedRows label="Opened before it" :opened="way.after" :covers="others" @set="after" />
  </div>
</template>
