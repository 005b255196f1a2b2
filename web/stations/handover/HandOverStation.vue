<script setup lang="ts">
import { EXPORTS, type Export } from '#formats/exports';
import { computed, ref } from 'vue';
import { notReady } from '#core/build/index';
import { shownColour } from '#core/connections/runs';
import { layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { twoViews } from '#core/drawing/sheet';
import { GOES_TO, takeOutOf } from '#core/job/parts/take-out';
import { sealOf } from '#core/job/seal';
import { fusePlace } from '#core/power/index';
import OverruleNote from '../../app/OverruleNote.vue';
import StationLayout from '../../app/StationLayout.vue';
import CraftView from '../../drawing/CraftView.vue';
import GearMark from '../../drawing/GearMark.vue';
import GearTags from '../../drawing/GearTags.vue';
import SheetFrame from '../../drawing/SheetFrame.vue';
import WireLine from '../../drawing/WireLine.vue';
import { useBay } from '../../stores/bay';
import { useSheet } from '../../app/sheet';
import { exportAddress } from '../../app/export-address';
import { lengthText } from '../../app/units';
import TickField from '../../fields/TickField.vue';

const { store, job, plan, gear, pattern: craft } = useSheet();
const bay = useBay();
const views = computed(() => twoViews(craft.value));
const laid = computed(() => plan.value.runs.filter((run) => run.way));
const lanes = computed(() => ({
  side: layLanes(gear.value, plan.value.mounts, craft.value, laid.value, views.value.side),
  top: layLanes(gear.value, plan.value.mounts, craft.value, laid.value, views.value.top),
}));
const seal = computed(() => job.value.seal);
/** Where each fuse sits: what the owner asks first when the music stops. */
const fuses = computed(() => Object.values(plan.value.power.feeds).filter((f) => f.run && f.fuseA !== undefined));

/** What came out, and where it goes. */
const out = computed(() =>
  Object.keys(plan.value.tags).flatMap((id) => {
    const placed = job.value.gear[id];
    return placed?.there === 'out'
      ? [{ id, name: placed.item.name, goes: GOES_TO[takeOutOf(job.value, id).goesTo] }]
      : [];
  }),
);

const open = computed(() => (bay.state ? notReady(bay.state) : []));
const stops = computed(() => store.findings.filter((f) => f.severity === 'stop' && f.accepted === undefined));
const firm = computed(() => stops.value.filter((f) => !f.overrulable));
const who = ref(bay.by);
const anyway = ref(false);
const error = ref('');
const blocked = computed(() => {
  if (!Object.keys(job.value.gear).length) return 'There is nothing to hand over yet.';
  if (firm.value.length) return `${firm.value[0]!.title}: nobody may overrule this.`;
  if (bay.waiting.length) return `${bay.waiting.length} entries of this device are not on the server yet.`;
  return '';
});
async function sealIt(): Promise<void> {
  error.value = '';
  const by = who.value.trim();
  if (!by || by.length > 80) {
    error.value = 'Sealed by: expected a name, 80 characters at most.';
    return;
  }
  if ((open.value.length || stops.value.length) && !anyway.value) {
    error.value = 'Not everything is done: tick that it is handed over all the same, or finish first.';
    return;
  }
  await store.flush();
  // The plan that is sealed is the plan of the last edit, its day's findings with it.
  const whole = await store.wholePlan();
  if (!whole) return;
  const wrong = store.edit(
    [{ op: 'sealJob', seal: sealOf(whole, new Date().toISOString(), by, bay.events.length) }],
    'seal the job',
  );
  if (wrong) error.value = wrong;
}

const FILES: readonly Export[] = EXPORTS.filter(
  ({ file, ...rest }) => !('ofOne' in rest) && (!file.startsWith('feeds-') || file === 'feeds-restFull.cir'),
);
const at = (one: Export) => exportAddress(job.value.id, one);
</script>

<template>
  <StationLayout station="handover">
    <template #sheet>
      <SheetFrame still label="The craft as built, with every run and where each fuse is">
        <CraftView v-for="p in views" :key="p.view" :pattern="craft" :projection="p" />
        <template v-for="p in views" :key="p.view">
          <WireLine
            v-for="lane in lanes[p.view]"
            :key="lane.run.id"
            :path="lane.path"
            v-bind="shownColour(lane.run)"
            :old="lane.run.old"
          />
          <GearMark
            v-for="{ id, item, place } in placedGear(job, p.view)"
            :key="id"
            :item="item"
            :place="place"
            :fitted="plan.mounts[id]"
            :projection="p"
          />
          <GearTags :projection="p" />
        </template>
        <g v-if="seal" class="stamp" transform="translate(800 96) rotate(-8)">
          <rect x="-104" y="-36" width="208" height="72" />
          <text y="-12" text-anchor="middle" class="big">SEALED</text>
          <text y="8" text-anchor="middle">{{ seal.at.slice(0, 10) }}, {{ seal.by.slice(0, 22) }}</text>
          <text y="25" text-anchor="middle" class="small">planner {{ seal.planner }}</text>
        </g>
        <text v-for="(f, i) in fuses" :key="f.gear" x="30" :y="44 + 18 * i" class="strong"
          >{{ f.fuseA }} A fuse of {{ plan.tags[f.gear] }}: {{ fusePlace(job, f, plan.tags, lengthText) }}</text
        >
      </SheetFrame>
    </template>

    <template #panel>
      <section v-if="seal">
        <h2>Sealed</h2>
        <p>
          By {{ seal.by }} on {{ new Date(seal.at).toLocaleString('en-GB') }}, with {{ seal.events }}
          {{ seal.events === 1 ? 'entry' : 'entries' }} from the bay. What is shown is what was computed that day by
          planner {{ seal.planner }}.
        </p>
        <div class="ends">
          <BButton @click="store.edit([{ op: 'openSeal' }], 'open the seal')">Open the seal</BButton>
        </div>
      </section>
      <section v-else>
        <h2>Seal and hand over</h2>
        <ul v-if="open.length || stops.length" class="todo">
          <li v-for="s in stops" :key="s.key" class="bad">Stop: {{ s.title }}</li>
          <li v-for="o in open" :key="o">{{ o }}</li>
        </ul>
        <p v-else class="good">Everything is done, all reconnected, fasteners reconcile.</p>
        <p v-if="blocked" class="bad">{{ blocked }}</p>
        <form v-else novalidate @submit.prevent="sealIt">
          <label class="form-label" for="sealed-by">Sealed by</label>
          <input id="sealed-by" v-model="who" class="form-control" maxlength="100" :aria-invalid="error !== ''" />
          <TickField
            v-if="open.length || stops.length"
            v-model="anyway"
            class="anyway"
            label="Hand it over all the same; the sheet says what is open"
          />
          <p v-if="error" class="field-error" role="alert">{{ error }}</p>
          <div class="ends"><BButton type="submit" variant="primary">Seal the job</BButton></div>
        </form>
      </section>
      <section>
        <h3>Files</h3>
        <ul class="files">
          <li v-for="one in FILES" :key="one.file">
            <a :href="at(one)" download :data-file="one.file">{{ one.name }}</a>{{ ' ' }}
            <span class="small">{{ one.format }}</span>
          </li>
        </ul>
        <p v-if="store.unsaved" class="small">Files hold what is saved; this job is still being saved.</p>
      </section>
      <section v-if="out.length">
        <h3>Taken out</h3>
        <table>
          <tbody>
            <tr v-for="{ id, name, goes } in out" :key="id">
              <th scope="row">{{ plan.tags[id] }} {{ name }}</th>
              <td>{{ goes }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="plan.overrules.length">
        <h3>Overrides</h3>
        <OverruleNote v-for="o in plan.overrules" :key="o.key" :of="o.key" named />
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.stamp rect {
  fill: none;
  stroke: var(--mud);
  stroke-width: 3px;
}
.stamp text {
  fill: var(--mud);
}
.todo li {
  border-top: 1px solid var(--rule-soft);
  padding: var(--space-2) 0;
  font-size: var(--type-3);
}
.anyway {
  display: block;
  margin: var(--space-4) 0;
  font-size: var(--type-3);
}
.files a {
  display: inline-block;
  min-height: 24px;
  min-width: 24px;
  color: var(--tarn);
}
</style>
