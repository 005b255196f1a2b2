<script setup lang="ts">
import { computed, nextTick, reactive, ref, useId, watch } from 'vue';
import { GEAR_KIND_NAMES, type GearItem, type GearKind } from '#core/gear/gear';
import {
  PARTS,
  blanksOf,
  doubtsOf,
  idFor,
  readGear,
  typedOf,
  unitOf,
  usualOf,
  type Blank,
  type Part,
  type Problem,
} from '#core/gear/typing/index';
import { RefusedError } from '../api';
import { useLibrary } from '../stores/library';
import { keepPicture } from '../stores/picture';
import { units } from './units';

/** A piece of gear typed in from its maker's sheet: new, like another, or one on the shelf corrected. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  /** The kind it begins with. */
  kind: GearKind;
  /** The item it is like, or that is corrected. */
  from?: GearItem | undefined;
  /** `from` itself is corrected. */
  corrects?: boolean;
  /** On the button. */
  verb?: string;
}>();
const emit = defineEmits<{ made: [item: GearItem] }>();
const library = useLibrary();
const formId = useId();

const kind = ref<GearKind>(props.kind);
const typed = reactive<Record<string, string>>({});
const problems = ref<readonly Problem[]>([]);
const failure = ref('');
const busy = ref(false);
const photo = ref<string | null>(null);
const form = ref<HTMLElement>();

function begin(): void {
  const { from } = props;
  kind.value = from?.kind ?? props.kind;
  for (const key of Object.keys(typed)) delete typed[key];
  if (from) Object.assign(typed, typedOf(from, units.value));
  // One like another is another: its name, and where its figures are from, are its own.
  if (from && !props.corrects) for (const key of ['name', 'sheet.from', 'sheet.on']) delete typed[key];
  photo.value = props.corrects ? (from?.sheet?.photo ?? null) : null;
  problems.value = [];
  failure.value = '';
  began = undefined;
}
/** Where somebody began to type while the dialog was still opening: it takes the focus to itself once it is open. */
let began: HTMLElement | undefined;
function focusFirst(): void {
  if (form.value?.contains(document.activeElement)) return;
  (began ?? form.value?.querySelector<HTMLElement>('input'))?.focus();
}
watch(open, (now) => {
  if (now) begin();
});

const parts = computed(() =>
  (Object.keys(PARTS) as Part[])
    .map((part) => ({ part, blanks: blanksOf(kind.value).filter((blank) => blank.part === part) }))
    .filter(({ blanks }) => blanks.length),
);
const usual = computed(() => usualOf(kind.value, typed, units.value));
const id = computed(() =>
  props.corrects && props.from
    ? props.from.id
    : idFor(typed['name'] ?? '', new Set(library.shelf.map((item) => item.id))),
);
/** What no blank says is taken over; that it is retired only where it is that item itself. */
const base = computed(() => {
  if (!props.from || props.corrects) return props.from;
  const { retired: _, ...like } = props.from;
  return like as GearItem;
});
const made = computed(() => readGear(kind.value, typed, units.value, id.value, base.value));
const doubts = computed(() => ('item' in made.value ? doubtsOf(made.value.item) : []));
/** What is wrong is said once it was tried, and no longer once it is mended. */
const wrongAt = (key: string) => {
  const now = 'problems' in made.value ? made.value.problems : [];
  return problems.value.some((p) => p.key === key) ? now.find((p) => p.key === key)?.expected : undefined;
};
const doubtAt = (key: string) => doubts.value.find((doubt) => doubt.key === key)?.words;
function hint({ key, like, empty, unit }: Blank): string {
  const stands = usual.value[key];
  if (stands !== undefined && stands !== '') return `${stands}, usual`;
  // A bare figure that is only an example could be taken for one that stands there.
  return empty === 'nothing' && unit ? 'not said' : (like ?? (empty === 'nothing' ? 'not said' : ''));
}
function options({ key, options: all = {} }: Blank): [string, string][] {
  const stands = usual.value[key];
  const own = Object.entries(all);
  if (Object.hasOwn(all, '')) return own;
  return [['', stands === undefined ? own[0]![1] : `${all[stands] ?? stands}, usual`], ...own];
}

async function picture(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  if (!file) return;
  failure.value = '';
  busy.value = true;
  try {
    photo.value = await keepPicture(file);
  } catch (reason) {
    failure.value = reason instanceof Error ? reason.message : String(reason);
  }
  busy.value = false;
  input.value = '';
}

async function save(): Promise<void> {
  if ('problems' in made.value) {
    problems.value = made.value.problems;
    await nextTick();
    form.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
    return;
  }
  const { sheet, ...rest } = made.value.item;
  const kept = sheet ?? { from: '', on: '', photo: null };
  const item = {
    ...rest,
    ...(kept.from || kept.on || photo.value ? { sheet: { ...kept, photo: photo.value } } : {}),
  } as GearItem;
  busy.value = true;
  failure.value = '';
  try {
    await library.putItem(item, props.corrects ? props.from : undefined);
    open.value = false;
    emit('made', item);
  } catch (reason) {
    failure.value =
      reason instanceof RefusedError && reason.body.problems?.length
        ? reason.body.problems.map((p) => `${p.path}: ${p.expected}`).join('; ')
        : reason instanceof Error
          ? reason.message
          : String(reason);
  }
  busy.value = false;
}
const KINDS = Object.entries(GEAR_KIND_NAMES) as [GearKind, string][];
const title = computed(() =>
  props.corrects
    ? `Correct ${props.from?.name ?? ''}`
    : props.from
      ? `Like ${props.from.name}`
      : `${GEAR_KIND_NAMES[kind.value]} from its sheet`,
);
</script>

<template>
  <BModal v-model="open" :title="title" no-footer size="xl" no-autofocus @shown="focusFirst">
    <form ref="form" novalidate class="blanks" @focusin="began = $event.target as HTMLElement" @submit.prevent="save">
      <div v-if="!from" class="kind">
        <label class="form-label" :for="`${formId}-kind`">Kind</label>
        <select :id="`${formId}-kind`" v-model="kind" class="form-select">
          <option v-for="[k, name] in KINDS" :key="k" :value="k">{{ name }}</option>
        </select>
      </div>
      <fieldset v-for="p in parts" :key="p.part">
        <legend>{{ PARTS[p.part] }}</legend>
        <div
          v-for="blank in p.blanks"
          :key="blank.key"
          class="blank"
          :class="{ wide: blank.long || ['bank.power', 'bank.bridge.power', 'note', 'name'].includes(blank.key) }"
        >
          <label class="form-label" :for="`${formId}-${blank.key}`">{{ blank.label }}</label>
          <select
            v-if="blank.options"
            :id="`${formId}-${blank.key}`"
            class="form-select"
            :value="typed[blank.key] ?? ''"
            :data-blank="blank.key"
            @change="typed[blank.key] = ($event.target as HTMLSelectElement).value"
          >
            <option v-for="[value, name] in options(blank)" :key="value" :value="value">{{ name }}</option>
          </select>
          <textarea
            v-else-if="blank.long"
            :id="`${formId}-${blank.key}`"
            v-model="typed[blank.key]"
            class="form-control"
            rows="2"
            maxlength="3000"
            :placeholder="hint(blank)"
            :aria-invalid="wrongAt(blank.key) !== undefined"
            :aria-describedby="wrongAt(blank.key) ? `${formId}-${blank.key}-wrong` : undefined"
            :data-blank="blank.key"
          />
          <span v-else class="pair">
            <input
              :id="`${formId}-${blank.key}`"
              v-model="typed[blank.key]"
              class="form-control"
              maxlength="400"
              autocomplete="off"
              :placeholder="hint(blank)"
              :aria-invalid="wrongAt(blank.key) !== undefined"
              :aria-describedby="wrongAt(blank.key) ? `${formId}-${blank.key}-wrong` : undefined"
              :data-blank="blank.key"
            />
            <span v-if="blank.unit">{{ unitOf(blank, units) }}</span>
          </span>
          <p v-if="wrongAt(blank.key)" :id="`${formId}-${blank.key}-wrong`" class="field-error" role="alert">
            {{ blank.label }}: {{ wrongAt(blank.key) }}.
          </p>
          <p v-else-if="doubtAt(blank.key)" class="doubt" role="status">{{ doubtAt(blank.key) }}</p>
        </div>
        <div v-if="p.part === 'sheet'" class="blank">
          <span class="form-label">Photograph of it</span>
          <span class="pair">
            <a v-if="photo" :href="`/api/photographs/${photo}`" target="_blank">
              <img :src="`/api/photographs/${photo}`" alt="Photograph of the sheet" />
            </a>
            <label class="btn btn-outline-secondary">
              {{ photo ? 'Another' : 'Photograph' }}
              <input class="visually-hidden" type="file" accept="image/*" :disabled="busy" @change="picture" />
            </label>
            <BButton v-if="photo" @click="photo = null">Remove photo</BButton>
          </span>
        </div>
      </fieldset>
      <p class="small">
        What its sheet does not say stays empty: the usual figure is taken, and every finding that rests on one says so.
      </p>
      <p v-if="failure" class="field-error" role="alert">{{ failure }}</p>
      <div class="ends">
        <BButton type="submit" variant="primary" :disabled="busy">{{
          verb ?? (corrects ? 'Save' : 'Put on the shelf')
        }}</BButton>
        <BButton @click="open = false">Cancel</BButton>
      </div>
    </form>
  </BModal>
</template>

<style scoped>
.blanks {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: var(--space-8);
  align-items: start;
}
.kind,
.small,
.ends,
.blanks > .field-error {
  grid-column: 1 / -1;
}
.kind {
  max-width: 260px;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--space-2) var(--space-6);
  border-top: 2px solid var(--ink);
  margin-top: var(--space-6);
  padding-top: var(--space-2);
}
legend {
  font: 600 var(--type-5) var(--narrow);
  grid-column: 1 / -1;
  margin: 0;
  float: left;
}
.wide {
  grid-column: 1 / -1;
}
.pair {
  display: flex;
  align-items: center;
  gap: var(--space-3);
}
img {
  height: 40px;
}
.doubt {
  color: var(--caution);
  font-size: var(--type-2);
  margin: 0;
}
@media (max-width: 760px) {
  .blanks {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
