import { KEEP_FREE_KINDS, reachesInto } from '../craft/keep-free';
import { craftOf } from '../craft/own';
import { each, rulesAt } from '../findings/finding';
import type { PanelRule } from './panel-seen';
import { seatOf } from './seat';

/** Room that stays free for what comes in, is turned or is looked along. */
export const keepFreeRules = rulesAt<PanelRule>('gear', [
  {
    id: 'keep-free-filled',
    title: 'Gear in a room that is kept free',
    formula: 'gear as it sits and a lamp bowl, sweep or line of sight do not overlap',
    look: ({ job, tags, mounts }) => {
      const { keepFree = {}, places } = craftOf(job);
      const rooms = Object.values(keepFree);
      if (!rooms.length) return [];
      return each('gear', job.gear, ({ item, place, there }, id) => {
        if (place === null || there === 'out') return undefined;
        const at = places[place]!;
        const seat = seatOf(item, at, mounts[id]);
        for (const { name, kind, body, shape } of rooms) {
          const mm = body === at.body ? reachesInto(shape, seat) : 0;
          if (mm >= 1)
            return {
              reason: `${tags[id] ?? id} reaches ${Math.round(mm)} mm into “${name}”, the ${KEEP_FREE_KINDS[kind]}: what comes in there no longer fits, or is no longer seen.`,
              figures: [{ name: 'reaches in by', value: Math.round(mm), unit: 'mm' }],
            };
        }
        return undefined;
      });
    },
  },
]);
