<script setup lang="ts">
import { computed, nextTick, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { GEAR_KIND_NAMES, type GearItem, type GearKind, type Kit, type Loom } from '#core/gear/gear';
import { clampHolds } from '#core/gear/mount';
import { mountOf } from '#core/gear/usual-mount';
import type { Operation } from '#core/job/operations';
import { panelOf } from '#core/job/parts/mounting';
import { replacedAt } from '#core/job/parts/there';
import { fitOf, rankPlaces, type Fit } from '#core/mounting/index';
import { ordered } from '#core/job/order';
import { freeSeats, insideOf } from '#core/panels/front';
import { fitAt, fits } from '#core/panels/fitted';
import SeverityMark from '../../app/SeverityMark.vue';
import { useDrag } from '../../app/dragging';
import { fitLine } from '../../app/fit-words';
import GearDialog from '../../app/GearDialog.vue';
import StationLayout from '../../app/StationLayout.vue';
import { takeLoom } from '../../app/take-loom';
import PickStrip from '../../fields/PickStrip.vue';
import { useEventListener } from '@vueuse/core';
import GearMark from '../../drawing/GearMark.vue';
import CalloutLeader from '../../drawing/CalloutLeader.vue';
import CalloutPlate from '../../drawing/CalloutPlate.vue';
import CraftSheet from '../../drawing/CraftSheet.vue';
import { layCallouts } from '#core/drawing/callouts';
import { LABELS_END, LABEL_W, SHEET, twoViews } from '#core/drawing/sheet';
import { lengthText } from '../../app/units';
import { useSheet } from '../../app/sheet';
import { useLibrary } from '../../stores/library';
import PartsPanel from './PartsPanel.vue';
import SelectedGear from './SelectedGear.vue';
import { figuresOf, fitMark, fitWords, sizeOf } from './words';

const { store, job, plan, pattern } = useSheet();
const library = useLibrary();
const router = useRouter();
const views = computed(() => twoViews(pattern.value));

const KINDS = [
  'headUnit',
  'amplifier',
  'speaker',
  'enclosure',
  'zoneControl',
  'block',
  'switchModule',
  'relay',
  'converter',
  'device',
  'accessory',
  'kit',
  'loom',
] as const satisfies readonly GearKind[];
const pluralOf = (name: string) => (/[^aeiou]y$/.test(name) ? name.replace(/y$/, 'ies') : `${name}s`);
const KIND_NAMES = Object.fromEntries(KINDS.map((k) => [k, pluralOf(GEAR_KIND_NAMES[k])])) as Record<
  (typeof KINDS)[number],
  string
>;
/** What stands beside the drawing while nothing is selected. */
const SIDES = { shelf: 'Shelf', parts: 'Kit and parts' } as const;
const side = ref<keyof typeof SIDES>('shelf');
const kind = ref<(typeof KINDS)[number]>('headUnit');
const offered = computed(() => library.offered.filter((item) => item.kind === kind.value));
/** Gear that is not on the shelf yet is typed in here, and is in the hand at once. */
const typing = ref(false);
const likeIt = shallowRef<GearItem>();
function type(from?: GearItem): void {
  likeIt.value = from;
  typing.value = true;
}

/** What is taken in the hand and put at a place. */
const isInHand = ({ kind: k }: GearItem): boolean => k !== 'kit' && k !== 'loom';
/** What is being put somewhere: a new item off the shelf, or one that moves. */
const hand = shallowRef<{ item: GearItem; moving?: string }>();

const atPlace = computed(() => {
  const map = new Map<string, string[]>();
  for (const [id, { place, there }] of Object.entries(job.value.gear))
    // Where something comes out is room.
    if (place !== null && there !== 'out') map.set(place, [...(map.get(place) ?? []), id]);
  return map;
});
/** What comes out of each place. */
const outOf = computed(() => {
  const map = new Map<string, string[]>();
  for (const [id, { place, there }] of Object.entries(job.value.gear))
    if (place !== null && there === 'out') map.set(place, [...(map.get(place) ?? []), id]);
  return map;
});
/** All that is at a place, what comes out of it last. */
const allAt = (place: string): string[] => [...(atPlace.value.get(place) ?? []), ...(outOf.value.get(place) ?? [])];
const homeless = computed(() => Object.entries(job.value.gear).filter(([, g]) => g.place === null));

/** Openings of enclosures that a speaker may go into. */
const seats = computed(() => freeSeats(job.value));
/** How an item sits in a place: in its free room, and where that has been measured on its panel. */
function sits(
  item: GearItem,
  place: string,
  fit: Fit,
  short: boolean,
): { readonly good: boolean; readonly line: string } {
  const seat = item.kind === 'speaker' ? seats.value.get(place) : undefined;
  const mount = mountOf(item);
  const { tubeMm } = panelOf(job.value, place).panel;
  if (fit.good && !seat && !clampHolds(mount, tubeMm))
    return { good: false, line: tubeMm === null ? 'no tube' : `tube of ${lengthText(tubeMm, true)}` };
  const panel = fit.good ? fitAt(job.value, place, mount, seat) : undefined;
  if (panel) return { good: fits(panel), line: fitLine(panel) };
  return { good: fit.good, line: short ? fitMark(fit) : fitWords(fit) };
}

const HEIGHT = 42;
const places = computed(() => Object.entries(pattern.value.places).filter(([, place]) => place.accepts.length));
const callouts = computed(() => {
  const { side, top } = views.value;
  return layCallouts(
    places.value.map(([id, place]) => ({
      id,
      at: (Math.abs(place.at[1]) < 40 ? side : top).to(place.at),
      height: HEIGHT,
    })),
    SHEET.w / 2,
    24,
    LABELS_END,
  ).map((callout) => {
    const place = pattern.value.places[callout.id]!;
    const gear = allAt(callout.id);
    const fit = hand.value
      ? fitOf(hand.value.item, place, hand.value.item.kind === 'speaker' && seats.value.has(callout.id))
      : undefined;
    const ghost = hand.value && fit?.accepted ? sits(hand.value.item, callout.id, fit, true) : undefined;
    const tags = gear
      .map((id) => {
        const { item, there } = job.value.gear[id]!;
        return `${plan.value.tags[id]} ${item.name}${there === 'out' ? ' (out)' : ''}`;
      })
      .join(', ');
    return {
      ...callout,
      place,
      gear,
      fit: ghost,
      line: ghost?.line ?? (tags || 'free'),
      // What is found of it at other stations is marked there.
      worst: gear.flatMap((id) => store.findingsFor({ kind: 'gear', id })).find(({ station }) => station === 'gear')
        ?.severity,
    };
  });
});
const insides = computed(() => insideOf(ordered(job.value)));
type PlaceLabel = (typeof callouts.value)[number];

/** The gear that is selected; of a link that at its first end. */
const selectedId = computed(() => {
  const { selected } = store;
  if (selected?.kind === 'gear') return selected.id;
  const link =
    selected?.kind === 'link' && Object.hasOwn(job.value.links, selected.id) ? job.value.links[selected.id] : undefined;
  return link && [link.from.of, link.to.of].find((end) => Object.hasOwn(job.value.gear, end));
});
const isSelected = (id: string) => selectedId.value === id;
const selectedGear = computed(() => {
  const id = selectedId.value;
  const placed = id === undefined ? undefined : job.value.gear[id];
  return id !== undefined && placed ? { id, ...placed, tag: plan.value.tags[id] ?? '' } : undefined;
});
const ranked = computed(() => {
  if (!hand.value) return [];
  const { item, moving } = hand.value;
  const now = moving === undefined ? null : job.value.gear[moving]?.place;
  // Where it is already is no place to move it to.
  const rest = rankPlaces(item, pattern.value.places, new Set(atPlace.value.keys()), seats.value).filter(
    ({ id }) => id !== now,
  );
  // Of what has room the panels tell apart what fits; the order is else as ranked.
  return rest
    .map((one) => ({ ...one, ...sits(item, one.id, one.fit, false) }))
    .sort((a, b) => Number(a.taken) - Number(b.taken) || Number(b.good) - Number(a.good));
});

const newGearId = (k: GearKind) => `${k.toLowerCase()}-${crypto.randomUUID().slice(0, 6)}`;

/** A kit is not put down: its list goes into the job, and what of it is on the shelf waits for its place. */
async function takeKit(kit: Kit): Promise<void> {
  const known = new Map(library.shelf.map((item) => [item.name.toLowerCase(), item]));
  const lines = kit.contents.map((content) => ({ content, item: known.get(content.name.toLowerCase()) }));
  const taken = lines.filter(({ content, item }) => item && item.kind !== 'fuseHolder' && !content.option);
  const isLoom = (item: GearItem | undefined): item is Loom => item?.kind === 'loom';
  const looms = taken.flatMap(({ content, item }) => (isLoom(item) ? Array<Loom>(content.count).fill(item) : []));
  const placed = taken.filter(({ item }) => !isLoom(item));
  const wrong = store.edit([
    {
      op: 'setKit',
      id: `kit-${crypto.randomUUID().slice(0, 6)}`,
      kit: {
        name: kit.name,
        fits: kit.fits ?? null,
        lines: Object.fromEntries(
          lines.map(({ content: { id, name, count, option }, item }) => [
            id,
            { name, count, option, item: item?.id ?? null, has: null },
          ]),
        ),
      },
    },
    ...placed.flatMap(({ content, item }) =>
      Array.from({ length: content.count }, () => ({
        op: 'addGear' as const,
        id: newGearId(item!.kind),
        item: item!,
        place: null,
      })),
    ),
    // Where its ends go nobody knows before the gear has its places.
    ...looms.map((item) => ({ op: 'addLoom' as const, id: newGearId('loom'), item, ends: {} })),
  ]);
  if (!wrong) side.value = 'parts';
  await nextTick();
}

async function take(item: GearItem, moving?: string): Promise<void> {
  if (item.kind === 'kit') return takeKit(item);
  // A loom is not put down either: it runs from one place to another, and is seen at Routing.
  if (item.kind === 'loom')
    return takeLoom(store, item) ? void router.push({ params: { station: 'routing' } }) : undefined;
  hand.value = moving === undefined ? { item } : { item, moving };
  await nextTick();
  document.querySelector<HTMLElement>('[data-best-place]')?.focus();
}

/** What comes into the place of a piece of its kind that comes out does what that did. */
function takesOver(by: string, { kind }: GearItem, place: string | null): Operation[] {
  const of = place === null ? undefined : replacedAt(ordered(job.value), kind, place);
  return of === undefined ? [] : [{ op: 'takeOver', of, by }];
}

async function put(place: string | null): Promise<void> {
  const held = hand.value;
  if (!held) return;
  const id = held.moving ?? newGearId(held.item.kind);
  const wrong = store.edit(
    held.moving === undefined
      ? [{ op: 'addGear', id, item: held.item, place }, ...takesOver(id, held.item, place)]
      : [
          { op: 'placeGear', id, place },
          ...(job.value.gear[id]!.there === null ? takesOver(id, held.item, place) : []),
        ],
  );
  if (wrong) return;
  hand.value = undefined;
  store.select({ kind: 'gear', id });
  await nextTick();
  document.querySelector<HTMLElement>(`[data-shelf="${held.item.id}"]`)?.focus();
}

function press(label: PlaceLabel): void {
  if (hand.value && label.fit) void put(label.id);
  else if (label.gear.length) {
    // Pressed again: the next one there.
    const next = label.gear.findIndex(isSelected) + 1;
    store.select({ kind: 'gear', id: label.gear[next % label.gear.length]! });
  }
}

const { over, begin } = useDrag<{ item: GearItem; moving?: string }>(
  'place',
  (thing) => (hand.value = thing),
  (_, place) => {
    if (callouts.value.find(({ id }) => id === place)?.fit) void put(place!);
    else hand.value = undefined;
  },
);

useEventListener(window, 'keydown', (event) => {
  if (event.key === 'Escape') hand.value = undefined;
});
</script>

<template>
  <StationLayout station="gear">
    <template #sheet>
      <CraftSheet
        label="The craft from the right and from above, with its places"
        :views="views"
        :selected="isSelected"
      >
        <template #under>
          <CalloutLeader v-for="label in callouts" :key="label.id" :callout="label" :h="HEIGHT" />
        </template>
        <template v-if="hand" #ghosts="{ projection }">
          <GearMark
            v-for="label in callouts.filter((c) => c.fit)"
            :key="label.id"
            :item="hand.item"
            :place="label.place"
            :projection="projection"
            ghost
            :misfit="!label.fit!.good"
          />
        </template>
        <CalloutPlate
          v-for="label in callouts"
          :key="label.id"
          :callout="label"
          :h="HEIGHT"
          :name="label.place.name"
          :line="label.line"
          :line-class="label.fit ? (label.fit.good ? 'good' : 'sev-stop') : label.gear.length ? 'strong' : ''"
          :free="label.worst && !label.fit ? 16 : 0"
          :class="{
            over: over === label.id,
            offered: label.fit,
            misfit: label.fit && !label.fit.good,
            selected: label.gear.some(isSelected),
          }"
          :tabindex="label.fit || label.gear.length ? 0 : -1"
          :aria-label="`${label.fit ? 'Put here: ' : ''}${label.place.name}, ${label.line}${label.worst && !label.fit ? `, ${label.worst}` : ''}`"
          :data-place="label.id"
          @press="press(label)"
        >
          <template #default="{ x }">
            <SeverityMark
              v-if="label.worst && !label.fit"
              :severity="label.worst"
              :x="x + LABEL_W - 19"
              :y="label.y + 21"
            />
          </template>
        </CalloutPlate>
      </CraftSheet>
    </template>

    <template #panel>
      <section v-if="hand" class="hand" aria-live="polite">
        <h2>Where does the {{ hand.item.name }} go?</h2>
        <ul>
          <li v-for="(r, i) in ranked" :key="r.id">
            <button type="button" class="option" :data-best-place="i === 0 ? '' : undefined" @click="put(r.id)">
              <span>{{ r.place.name }}<template v-if="r.taken"> (taken)</template></span>
              <span :class="r.good ? 'good' : 'bad'">{{ r.line }}</span>
            </button>
          </li>
        </ul>
        <p v-if="!ranked.length">No place on this craft takes it.</p>
        <div class="ends">
          <BButton v-if="hand.moving === undefined" @click="put(null)">Add without a place</BButton>
          <BButton @click="hand = undefined">Cancel (Esc)</BButton>
        </div>
      </section>

      <SelectedGear
        v-else-if="selectedGear"
        :gear="selectedGear.id"
        :inside="insides.has(selectedGear.id)"
        :others="selectedGear.place === null ? [] : allAt(selectedGear.place).filter((id) => id !== selectedGear!.id)"
        @move="take(selectedGear.item, selectedGear.id)"
        @like="type(selectedGear.item)"
      />

      <section v-if="homeless.length && !hand" class="homeless">
        <h2>Not placed</h2>
        <button
          v-for="[id, g] in homeless"
          :key="id"
          type="button"
          class="option"
          @click="take(g.item, id)"
          @pointerdown="begin($event, { item: g.item, moving: id })"
        >
          <span>{{ plan.tags[id] }} {{ g.item.name }}</span
          ><span class="good">place it</span>
        </button>
      </section>

      <PickStrip
        v-if="!hand && !selectedGear"
        v-model="side"
        class="kinds"
        label="Beside the drawing"
        :options="SIDES"
        :columns="2"
      />
      <PartsPanel v-if="!hand && !selectedGear && side === 'parts'" />
      <section v-else-if="!hand" class="shelf">
        <h2>Shelf</h2>
        <PickStrip v-model="kind" class="kinds" label="Kind of gear" :options="KIND_NAMES" :columns="4" />
        <p v-if="!Object.keys(job.gear).length" class="teach">
          Take a head unit, an amplifier and speakers off the shelf. Press one, then its place; or drag it there.
        </p>
        <p v-if="library.shelfFailure" class="field-error" role="alert">
          The shelf cannot be shown: {{ library.shelfFailure }}.
          <BButton @click="library.loadShelf()">Try again</BButton>
        </p>
        <ul>
          <li v-for="item in offered" :key="item.id">
            <button
              type="button"
              class="item"
              :data-shelf="item.id"
              @click="take(item)"
              @pointerdown="isInHand(item) && begin($event, { item })"
            >
              <span class="name">{{ item.name }}</span>
              <span>{{ figuresOf(item) }}</span>
              <span v-if="isInHand(item)"
                >{{ sizeOf(item) }}<template v-if="item.note"> · {{ item.note }}</template></span
              >
            </button>
          </li>
        </ul>
        <div class="ends"><BButton @click="type()">Not here: type it in</BButton></div>
        <p class="teach">Fuse holders are chosen at Power, with the feed they protect.</p>
      </section>
    </template>
  </StationLayout>
  <GearDialog v-model="typing" :kind="kind" :from="likeIt" verb="Put on the shelf and place it" @made="take" />
</template>

<style scoped>
.item {
  display: flex;
  flex-direction: column;
  width: 100%;
  text-align: left;
  border: 0;
  border-top: 1px solid var(--rule-soft);
  background: none;
  color: var(--ink);
  padding: var(--space-4) var(--space-2);
  font-size: var(--type-2);
  cursor: grab;
}
.item:hover {
  background: var(--tarn-wash);
}
.item .name {
  font: 600 var(--type-5) var(--narrow);
}
.teach {
  color: var(--ink-soft);
}
</style>
