<script setup lang="ts">
import { computed, onScopeDispose, watch } from 'vue';
import { JOINT_WORDS } from '#core/craft/joint';
import { without } from '#core/document/edits';
import { partingsOf } from '#core/parted';
import { short } from '#core/units/figures';
import WireLine from '../../drawing/WireLine.vue';
import { bestTies, craftMap, type TieSpot } from '#core/routing/index';
import type { Insulated } from '#core/tables/colours';
import { useSheet } from '../../app/sheet';
import { lengthText } from '../../app/units';
import { standing } from '../../drawing/standing';
import JointView from './JointView.vue';

/** A joint that wire crosses by one leg: how the wire lies through its travel, where to tie it, what to watch. */
const props = defineProps<{ leg: string; wire: Insulated }>();
const { job, plan, pattern } = useSheet();
const map = computed(() => craftMap(pattern.value));
const leg = computed(() => map.value.legs[props.leg]!);
const id = computed(() => leg.value.leg.joint!);
const joint = computed(() => pattern.value.joints[id.value]!);

/** Where the joint stands: the craft on the sheet follows, and is as drawn again once nobody looks at it. */
const stand = (joint: string, at: number) => {
  standing.value = { ...without(standing.value, (other) => other === joint), ...(at === 0 ? {} : { [joint]: at }) };
};
const at = computed({ get: () => standing.value[id.value] ?? 0, set: (now) => stand(id.value, now) });
let mine = id.value;
watch(id, (now) => {
  stand(mine, 0);
  mine = now;
});
onScopeDispose(() => stand(mine, 0));

/** What parts where it lifts off, pin by pin. */
const parting = computed(() => partingsOf(job.value, plan.value).find((one) => one.joint === id.value));

/** Worth moving a tie for, mm. */
const WORTH = 20;
const spotText = ({ leg: along, alongMm }: TieSpot, node: string): string =>
  along === undefined
    ? `at “${(pattern.value.places[node] ?? pattern.value.junctions[node])!.name}”`
    : `${lengthText(alongMm)} along “${pattern.value.legs[along]!.name}”`;
const better = computed(() => {
  const best = bestTies(pattern.value, map.value, props.leg);
  return best && best.savesMm >= WORTH ? best : undefined;
});
</script>

<template>
  <JointView
    :key="leg.id"
    v-model="at"
    :joint="joint"
    :fixed="pattern.bodies[joint.fixed]!.name"
    :moving="pattern.bodies[joint.moving]!.name"
    :fixed-tie="map.at(leg.from)"
    :moving-tie="map.at(leg.to)"
    :wire="wire"
    :name="leg.leg.name"
  />
  <p v-if="better" class="small" data-best-ties>
    Tied {{ spotText(better.fixed, leg.from) }} and {{ spotText(better.moving, leg.to) }},
    {{ lengthText(better.savesMm) }} less would hang free.
  </p>
  <template v-if="joint.kind === 'liftOff'">
    <p class="small">
      Parts at {{ joint.plug.name }}: {{ joint.plug.pins }} pins of {{ joint.plug.pinA }} A<template v-if="parting"
        >, {{ parting.taken }} taken</template
      >.
    </p>
    <table v-if="parting" data-parting>
      <thead>
        <tr>
          <th scope="col">Conductor</th>
          <th scope="col">Pin</th>
          <th scope="col">At most</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in parting.rows"
          :key="row.run + row.use"
          :class="{ bad: row.pins.some((pin) => pin > parting!.plug.pins) }"
        >
          <th scope="row">
            <svg class="swatch" viewBox="0 0 26 9" aria-hidden="true">
              <WireLine path="M3 4.5H23" v-bind="row.colour" :width="3.5" /></svg
            >{{ row.use }}
          </th>
          <td>{{ row.pins.join(', ') }}</td>
          <td>{{ row.amps > 0 ? `${short(row.amps)} A` : 'signal' }}</td>
        </tr>
      </tbody>
    </table>
  </template>
  <p class="caution">{{ JOINT_WORDS[joint.kind].tie }}</p>
</template>
