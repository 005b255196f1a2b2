<script setup lang="ts">
import { computed, onScopeDispose } from 'vue';
import { Cuttings, EMPTY_RACK, buyList, planNests, type Cutting, type WireNest } from '#core/harness/index';
import type { WireEvent } from '#core/job/events';
import { newId } from '../../api';
import { useSheet } from '../../app/sheet';
import { lengthText, wireText, wireUnit } from '../../app/units';
import WireLine from '../../drawing/WireLine.vue';
import { useBay } from '../../stores/bay';
import { useLibrary } from '../../stores/library';
import { onLanded } from '../../stores/live';

/** Pieces nested on the reels of the rack, each reel a bar to scale; what has to be bought; and each reel marked as it is cut. */
const { job, plan, endOf } = useSheet();
const bay = useBay();
const library = useLibrary();
void library.loadRack();
onScopeDispose(onLanded(({ kind }) => (kind === 'rack' || kind === 'open') && void library.loadRack()));

const rack = computed(() => library.rack ?? EMPTY_RACK);
const cuttings = computed(() => new Cuttings(bay.events));
const nests = computed(() => planNests(plan.value.cutList, rack.value, cuttings.value.pieces()));
const buying = computed(() => buyList(nests.value));
const waste = computed(() => nests.value.reduce((sum, { nesting }) => sum + nesting.wasteMm, 0));
const unsure = computed(() => nests.value.filter(({ nesting }) => !nesting.proven));
const left = computed(() => nests.value.filter(({ pieces }) => pieces.length));
/** All bars are to one scale. */
const longest = computed(() =>
  Math.max(1, ...nests.value.flatMap(({ nesting }) => nesting.cuttings.map(({ mm }) => mm))),
);
const metres = (mm: number) => `${wireText(mm / 1000)} ${wireUnit()}`;
const nameOf = (nest: WireNest, { reel, mm }: Cutting) =>
  reel === undefined ? `new, ${metres(mm)}` : `${nest.reels[reel]!.note || 'in the rack'}, ${metres(mm)}`;
/** Pieces one after another from the left end of the bar. */
const partsOf = (nest: WireNest, { pieces }: Cutting) => {
  let x = 0;
  return pieces.map((i) => {
    const piece = nest.pieces[i]!;
    const part = { piece, x: W * (x / longest.value), w: W * (piece.lengthMm / longest.value) };
    x += piece.lengthMm;
    return part;
  });
};
const W = 300;
const endsOf = ({ leftMm }: Cutting) =>
  leftMm < 1 ? 'nothing left' : `${metres(leftMm)} ${leftMm < rack.value.keepMm ? 'waste' : 'left'}`;

const done = computed(() => cuttings.value.entries());
function isCut(nest: WireNest, { reel, mm, pieces }: Cutting): void {
  void bay.add({
    kind: 'wire',
    reel: reel === undefined ? newId() : nest.reels[reel]!.id,
    wire: { gauge: nest.gauge ?? null, colour: nest.colour },
    ...(reel === undefined ? { boughtMm: Math.max(1, Math.round(mm)) } : {}),
    pieces: pieces.map((i) => {
      const { run, use, lengthMm } = nest.pieces[i]!;
      return { run, use, mm: lengthMm };
    }),
    done: true,
  });
}
function takeBack({ reel, wire, boughtMm, pieces }: WireEvent): void {
  void bay.add({ kind: 'wire', reel, wire, ...(boughtMm === undefined ? {} : { boughtMm }), pieces, done: false });
}
/** Two people entered the same pieces. */
const notCounted = (pieces: number, counted: number) =>
  counted
    ? `${pieces - counted} of these were cut already: counted once.`
    : 'Cut already: counted once. If it was cut twice, put the reel right in the rack.';
</script>

<template>
  <div class="reels">
    <h3>Cut from</h3>
    <p v-if="library.rackFailure" class="bad" role="alert">
      The rack cannot be shown: {{ library.rackFailure }}.
      <BButton size="sm" @click="library.loadRack()">Try again</BButton>
    </p>
    <template v-if="library.rack">
      <p v-if="buying.length" data-figure="buy">
        To buy:
        <template v-for="({ what, count, mm }, i) in buying" :key="`${what} ${mm}`"
          >{{ i ? '; ' : '' }}{{ rack.soldMm.length ? `${count} × ` : '' }}{{ metres(mm) }} {{ what }}</template
        >.
      </p>
      <p v-else-if="left.length" data-figure="buy">The rack has it all: nothing to buy.</p>
      <p v-else-if="nests.length" class="good">All of it is cut.</p>
      <p class="small">
        <template v-if="!unsure.length">No other way of cutting buys less, or wastes less for as much. </template>
        <template v-for="{ key, what, nesting } in unsure" :key="key"
          >{{ what }}: {{ metres(nesting.boughtMm) }} bought, {{ metres(nesting.leastBoughtMm) }} at least.
        </template>
        Waste {{ metres(waste) }}. <RouterLink to="/rack">Reels in the rack</RouterLink>
      </p>
      <section v-for="nest in left" :key="nest.key" :data-nest="nest.key">
        <h4>{{ nest.what }}</h4>
        <ul>
          <li v-for="(cutting, c) in nest.nesting.cuttings" :key="c" :class="{ bought: cutting.reel === undefined }">
            <span class="name">{{ nameOf(nest, cutting) }}</span>
            <svg :viewBox="`0 0 ${W} 18`" aria-hidden="true">
              <rect class="reel" x="0.5" y="3.5" :width="Math.max(1, (W * cutting.mm) / longest - 1)" height="11" />
              <g v-for="{ piece, x, w } in partsOf(nest, cutting)" :key="piece.run + piece.use">
                <WireLine :path="`M${x + 0.5} 9H${x + w - 0.5}`" v-bind="nest.colour" :width="8" />
                <path class="cut" :d="`M${x + w} 1V17`" />
              </g>
            </svg>
            <span class="what"
              ><template v-for="(i, k) in cutting.pieces" :key="i"
                >{{ k ? ', ' : '' }}{{ endOf(nest.pieces[i]!.from, 'mark') }} → {{ endOf(nest.pieces[i]!.to, 'mark') }}
                <b>{{ lengthText(nest.pieces[i]!.lengthMm) }}</b></template
              >; {{ endsOf(cutting) }}</span
            >
            <BButton
              v-if="!job.seal"
              size="sm"
              :aria-label="`Cut ${nest.what} from ${nameOf(nest, cutting)}`"
              @click="isCut(nest, cutting)"
              >Cut</BButton
            >
          </li>
        </ul>
        <p v-for="i in nest.nesting.tooLong" :key="i" class="bad" role="alert">
          {{ lengthText(nest.pieces[i]!.lengthMm) }} for {{ endOf(nest.pieces[i]!.from, 'mark') }} →
          {{ endOf(nest.pieces[i]!.to, 'mark') }}: no reel is that long, in the rack or sold.
        </p>
      </section>
    </template>
    <template v-if="done.length">
      <h4>Cut already</h4>
      <ul>
        <li v-for="{ event, counted } in done" :key="event.id" class="done">
          <span class="what"
            ><template v-for="({ run, use, mm }, k) in event.pieces" :key="run + use"
              >{{ k ? ', ' : '' }}{{ use }} <b>{{ lengthText(mm) }}</b></template
            >{{ event.by ? `, by ${event.by}` : '' }}
            <strong v-if="counted.length < event.pieces.length">{{
              notCounted(event.pieces.length, counted.length)
            }}</strong></span
          >
          <BButton v-if="!job.seal" size="sm" @click="takeBack(event)">Not cut</BButton>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
h4 {
  font-size: var(--type-3);
  margin: var(--space-4) 0 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 var(--space-3);
  align-items: center;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--rule-soft);
  font-size: var(--type-2);
}
.name,
.done .what {
  grid-column: 1;
}
/* Its words stand by themselves, under what they are of. */
.done strong {
  display: block;
}
li > .btn {
  grid-column: 2;
  grid-row: 1;
}
svg,
.what {
  grid-column: 1 / -1;
}
.bought .name {
  font-weight: 600;
}
svg {
  width: 100%;
  display: block;
}
.reel {
  fill: none;
  stroke: var(--ink-soft);
}
.bought .reel {
  stroke: var(--mud);
  stroke-dasharray: 4 2;
}
li :deep(path) {
  stroke-linecap: butt;
}
.cut {
  stroke: var(--ink);
  stroke-width: 1.2;
}
</style>
