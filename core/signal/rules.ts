import { sourcesOf, type Input } from '../connections/signal';
import { each, rulesAt, type Rule } from '../findings/finding';
import type { Amplifier } from '../gear/gear';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';

interface SignalSeen {
  readonly job: Job;
  readonly inputs: readonly Input[];
  readonly tags: Readonly<Record<string, string>>;
}

const amplifiersOf = (job: Job): [string, Amplifier][] =>
  sourcesOf(job).flatMap(([id, item]): [string, Amplifier][] => (item.kind === 'amplifier' ? [[id, item]] : []));

/** Every amplifier has something to listen to, by leads that it takes. */
export const signalRules = rulesAt<Rule<SignalSeen, Operation>>('gear', [
  {
    id: 'no-head-unit',
    title: 'Nothing feeds the amplifier',
    formula: 'an amplifier has a head unit to listen to',
    look: ({ job, inputs, tags }) =>
      each('gear', amplifiersOf(job), (_, id) => {
        const own = inputs.filter((input) => input.amplifier === id);
        if (own.some(({ kind, pair }) => kind === 'speaker' || pair !== undefined)) return undefined;
        return {
          reason: `${tags[id] ?? id} has no head unit with line outputs to listen to.`,
          figures: [{ name: 'line-level pairs', value: 0, unit: '' }],
        };
      }),
  },
  {
    id: 'input-not-there',
    title: 'Amplifier has no such input',
    formula: 'line leads go to line inputs, speaker leads to speaker-level ones',
    look: ({ job, inputs, tags }) =>
      each('gear', amplifiersOf(job), (item, id) => {
        const own = inputs.find((input) => input.amplifier === id);
        if (!own || item.inputs === 'either' || item.inputs === own.kind) return undefined;
        return {
          reason: `${tags[id] ?? id} takes ${item.inputs === 'line' ? 'line leads' : 'speaker-level leads'} only: order a converter, or change what it listens to.`,
          figures: [{ name: 'such inputs', value: 0, unit: '' }],
          cure: {
            label: 'Let it listen to what it takes',
            operations: [{ op: 'setSource', id, choice: { input: null } }],
          },
        };
      }),
  },
  {
    id: 'line-pairs-short',
    title: 'More line-level pairs wanted than the head unit has',
    formula: 'Σ one pair for two channels ≤ line-level pairs of the head unit',
    look: ({ inputs, tags }) => {
      const lines = inputs.filter(({ pair }) => pair !== undefined);
      const given = new Set(lines.map(({ pair }) => pair)).size;
      const seen = new Set<number>();
      const again = lines.filter(({ pair }) => seen.has(pair!) || !seen.add(pair!));
      return each('gear', [...new Set(again.map(({ amplifier }) => amplifier))], (id) => ({
        reason: `With ${tags[id] ?? id} the amplifiers want ${lines.length} line-level pairs and the head unit has ${given}: order a Y-lead, the channels on it then play the same, or leave channels unused.`,
        figures: [
          { name: 'wanted', value: lines.length, unit: 'pairs' },
          { name: 'given', value: given, unit: 'pairs' },
        ],
      }));
    },
  },
]);
