import { each } from '../findings/finding';
import { speakersOf } from '../job/circuit';
import { successorOf, takenOver } from '../job/parts/there';
import { listed } from '../text/text';
import { count, tagOf, type HarnessRule } from './judged';

/** What comes out, and what comes into its place. */
export const replaceRules: readonly Partial<HarnessRule>[] = [
  {
    id: 'not-taken-over',
    title: 'What comes out is not taken over',
    formula: 'what gear that comes out drove, turned and was linked to, what takes its place does',
    look: (seen) => {
      const { job } = seen;
      return each(
        'gear',
        Object.keys(job.gear).filter((id) => job.gear[id]!.there === 'out'),
        (out) => {
          const by = successorOf(job, out);
          if (by === undefined) return undefined;
          const then = takenOver(job, out, by);
          const fresh = <T>(now: Readonly<Record<string, T>>, next: Readonly<Record<string, T>>) =>
            Object.keys(next).filter((key) => !Object.hasOwn(now, key));
          const outputs = fresh(job.circuits, then.circuits);
          const links = fresh(job.links, then.links);
          const zones = Object.keys(then.zones).filter((id) => then.zones[id] !== job.zones[id]);
          const did = [
            ...new Set(outputs.flatMap((key) => [...speakersOf(then.circuits[key]!), key.split('/')[0]!])),
          ].filter((id) => id !== by);
          const words = [
            ...(did.length ? [`its circuits with ${listed(did.map((id) => tagOf(seen, id)))}`] : []),
            ...(links.length ? [`${links.length} ${links.length === 1 ? 'link' : 'links'}`] : []),
            ...(zones.length ? [`${listed(zones.map((id) => `“${then.zones[id]!.name}”`))} to turn`] : []),
          ];
          if (!words.length) return undefined;
          return {
            reason: `${tagOf(seen, out)} comes out and had ${words.join(', ')}: ${tagOf(seen, by)} has none of it yet.`,
            figures: [count('outputs', outputs.length), count('links', links.length), count('zones', zones.length)],
            cure: {
              label: `${tagOf(seen, by)} takes it over`,
              operations: [{ op: 'takeOver' as const, of: out, by }],
            },
          };
        },
      );
    },
  },
];
