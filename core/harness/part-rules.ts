import { rulesAt, type Rule } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { figure } from '../units/figures';
import { waitsFor, type PartLine } from './parts';

interface PartsSeen {
  readonly job: Job;
  readonly parts: readonly PartLine[];
}

/** Most lines that are told by name. */
const TOLD = 4;
export const partRules = rulesAt<Rule<PartsSeen, Operation>>('gear', [
  {
    id: 'waits-for-parts',
    title: 'Waits for parts',
    formula: 'order = needed − in the kit − on the shelf; everything ordered has arrived',
    look: ({ job, parts }) => {
      const open = parts.filter(waitsFor);
      if (!open.length) return [];
      const told = open
        .slice(0, TOLD)
        .map(
          ({ what, order, arrived, unit }) =>
            `${unit ? `${figure((order - arrived) / 1000, 2)} m` : `${Math.ceil(order - arrived)} ×`} ${what}`,
        );
      return [
        {
          subject: { kind: 'job', id: job.id },
          reason: `Not here yet: ${told.join(', ')}${open.length > TOLD ? ` and ${open.length - TOLD} more` : ''}. Say at Gear, under Parts, what is on the shelf or has arrived.`,
          figures: [{ name: 'lines', value: open.length, unit: '' }],
        },
      ];
    },
  },
]);
