<script setup lang="ts">
import { computed, ref } from 'vue';
import { readPorts, writePorts } from '#core/gear/typing/leads';
import { PORT_KINDS, PORT_WAYS, type Port } from '#core/gear/ports';
import { freePorts } from '#core/harness/index';
import { inUse } from '#core/job/parts/gear';
import type { Link, LinkEnd } from '#core/job/parts/links';
import { useSheet } from '../../app/sheet';
import { lengthText, units } from '../../app/units';
import FoldRow from '../../fields/FoldRow.vue';
import MaybeField from '../../fields/MaybeField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import TickField from '../../fields/TickField.vue';

/** What goes to and from one piece of gear that is neither power nor speaker: each port, its link, whether its lead reaches. */
const props = defineProps<{ gear: string }>();
const { store, job, plan, pattern, endOf } = useSheet();
const item = computed(() => job.value.gear[props.gear]!.item);
const opened = ref(store.selected?.kind === 'link' ? store.selected.id : undefined);

const links = computed(() =>
  Object.entries(job.value.links)
    .filter(([, { from, to }]) => from.of === props.gear || to.of === props.gear)
    .map(([id, link]) => ({
      id,
      link,
      other: endOf(link.from.of === props.gear ? link.to.of : link.from.of, 'within'),
      plan: plan.value.links.find((one) => one.id === id),
    })),
);
function reachWords({ plan: found }: (typeof links.value)[number]): string {
  if (!found) return 'an end is not used';
  if (found.old) return 'lies there already';
  if (found.neededMm === undefined) return 'no route yet';
  if (found.haveMm === undefined) return `needs ${lengthText(Math.ceil(found.neededMm))}`;
  const over = found.haveMm - found.neededMm;
  return over < 0 ? `${lengthText(-over)} short` : `reaches, ${lengthText(over)} to park`;
}
const isShort = ({ plan: found }: (typeof links.value)[number]) =>
  found?.neededMm !== undefined && found.haveMm !== undefined && found.haveMm < found.neededMm;

const free = computed(() => freePorts(job.value, props.gear));
/** Where a port may go: to a port that takes what it gives, to other gear, to where the craft has its own plug, or to a circuit. */
function ends(port: Port): { readonly group: string; readonly options: readonly (readonly [string, string])[] }[] {
  const others = Object.entries(job.value.gear).filter(([id, { there }]) => id !== props.gear && inUse(there));
  const fitting = others.flatMap(([id]) =>
    freePorts(job.value, id)
      .filter(
        ({ port: { kind, way } }) => kind === port.kind && (way === 'both' || port.way === 'both' || way !== port.way),
      )
      .map(({ port: one }): [string, string] => [`${id}/${one.id}`, endOf(id)]),
  );
  const ported = new Set(fitting.map(([key]) => key.split('/')[0]));
  return [
    { group: 'Ports that fit', options: fitting },
    {
      group: 'Other gear',
      options: others.filter(([id]) => !ported.has(id)).map(([id]): [string, string] => [`${id}/`, endOf(id)]),
    },
    {
      group: 'The craft’s own plug',
      options: Object.entries(pattern.value.places).map(([id, { name }]): [string, string] => [`${id}/`, name]),
    },
    {
      group: 'Existing circuits',
      options:
        port.kind === 'illumination' || port.kind === 'trigger'
          ? Object.entries(job.value.craft.existing).map(([id, { name }]): [string, string] => [`${id}/`, name])
          : [],
    },
  ].filter(({ options }) => options.length);
}
function connect(port: Port, value: string): void {
  if (!value) return;
  const [of, other] = value.split('/') as [string, string];
  const id = crypto.randomUUID().slice(0, 8);
  const from: LinkEnd = { of: props.gear, port: port.id };
  const wrong = store.edit([{ op: 'setLink', id, link: { kind: port.kind, from, to: { of, port: other || null } } }]);
  if (!wrong) opened.value = id;
}
const set = (id: string, link: Partial<Link>) => store.edit([{ op: 'setLink', id, link }]);

const open = ref(false);
const asText = computed(() => writePorts(item.value.ports, units.value));
function take(text: string): string | undefined {
  const ports = text.trim() === '' ? null : readPorts(text, units.value, item.value.kind === 'speaker' ? 'in' : 'out');
  if (ports === undefined)
    return 'expected ports one after another, each as “antenna”, “USB lead 900 mm”, “2 x lamp ring 1.5 A” or “trigger out − 0.2 A”.';
  store.edit([{ op: 'setPorts', gear: props.gear, ports }]);
  return undefined;
}
const portWords = ({ kind, way, leadMm, amps }: Port) =>
  [
    `${PORT_KINDS[kind]}${way === 'in' ? '' : `, ${PORT_WAYS[way]}`}`,
    leadMm === null ? '' : `its lead ${lengthText(leadMm)}`,
    amps === null ? '' : `${amps} A`,
  ]
    .filter(Boolean)
    .join(' · ');
</script>

<template>
  <section class="links">
    <h3>Ports and links</h3>
    <FoldRow
      v-for="one in links"
      :key="one.id"
      :name="`${PORT_KINDS[one.link.kind]} → ${one.other}`"
      :words="reachWords(one)"
      :open="opened === one.id"
      :class="{ short: isShort(one) }"
      :data-link="one.id"
      @press="opened = opened === one.id ? undefined : one.id"
    >
      <div class="fields">
        <MaybeField
          label="Its lead"
          :fact="[0, 30000, 'mm']"
          empty="as ports"
          :model-value="one.link.leadMm"
          @update:model-value="set(one.id, { leadMm: $event })"
        />
        <NumberField
          label="Extension"
          unit="mm"
          :min="0"
          :max="30000"
          :model-value="one.link.extensionMm"
          @update:model-value="set(one.id, { extensionMm: $event })"
        />
      </div>
      <TickField
        v-if="one.link.kind === 'bus'"
        label="A terminator stands on this lead"
        :model-value="one.link.ended"
        @update:model-value="set(one.id, { ended: $event })"
      />
      <div class="ends">
        <BButton @click="store.edit([{ op: 'setLink', id: one.id, link: null }])">Delete link</BButton>
      </div>
    </FoldRow>
    <ul v-if="free.length">
      <li v-for="{ port, free: count } in free" :key="port.id" :data-port="port.id">
        <span>{{ count > 1 ? `${count} × ` : '' }}{{ portWords(port) }}</span>
        <select
          class="form-select"
          :aria-label="`Where ${PORT_KINDS[port.kind]} goes`"
          value=""
          @change="connect(port, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">nowhere: capped</option>
          <optgroup v-for="{ group, options } in ends(port)" :key="group" :label="group">
            <option v-for="[value, name] in options" :key="value" :value="value">{{ name }}</option>
          </optgroup>
        </select>
      </li>
    </ul>
    <p v-if="!item.ports" class="small">Nobody has said what ports it has.</p>
    <button type="button" class="option" :aria-expanded="open" @click="open = !open">
      <span>{{ item.ports ? 'Correct its ports' : 'Type its ports in' }}</span><span>{{ open ? '–' : '+' }}</span>
    </button>
    <TextField
      v-if="open"
      label="Ports, as its sheet has them"
      :shown="asText"
      :max="1000"
      :rows="2"
      placeholder="antenna, USB lead 900 mm, 2 x trigger out + 0.1 A, data bus"
      :take="take"
    />
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  align-items: center;
  gap: var(--space-4);
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) var(--space-3);
  font-size: var(--type-3);
}
.short :deep(.option span:last-child) {
  color: var(--stop);
  font-weight: 600;
}
</style>
