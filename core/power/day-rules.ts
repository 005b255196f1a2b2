import { rulesAt, judge, type Finding, type Rule } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { usualDay } from '../job/supply';
import { startBattery } from '../connections/feeding';
import { isPowered } from '../gear/gear';
import { clock } from '../units/figures';
import { planDay, type DayPlan } from './day';
import { PEUKERT_SOURCE } from './endurance';
import type { PowerPlan } from './feeds';
import { contentHash } from '../document/hash';

interface DaySeen {
  readonly job: Job;
  readonly day: DayPlan;
}
const whose = ({ job }: DaySeen) =>
  contentHash(job.day) === contentHash(usualDay(job.craft.pattern.kind)) ? 'In the usual day' : 'In this day';

const dayRules = rulesAt<Rule<DaySeen, Operation>>('power', [
  {
    id: 'day-no-start',
    title: 'The engine may not start at the end of the day',
    formula: 'charge of the battery that starts the engine ≥ its reserve, all day',
    source: PEUKERT_SOURCE,
    look: (seen) => {
      const { noStartAt } = seen.day;
      if (noStartAt === undefined) return [];
      const id = startBattery(seen.job);
      return [
        {
          subject: { kind: 'battery', id },
          reason: `${whose(seen)} ${seen.job.craft.batteries[id]!.name} is at its reserve after ${clock(noStartAt)}: from then on the engine may not start.`,
          figures: [
            { name: 'reserve after', value: noStartAt, unit: 'h' },
            { name: 'lowest charge', value: 100 * seen.day.batteries[id]!.lowest, unit: '%' },
          ],
        },
      ];
    },
  },
  {
    id: 'day-silent',
    title: 'Sound fails before the day is over',
    formula: 'every battery that plays has charge, and its gear enough volts',
    look: (seen) => {
      const { silentAt } = seen.day;
      if (!silentAt) return [];
      const why = {
        empty: 'the battery is empty',
        low: 'the volts at the gear are too low',
        collapse: 'the supply voltage collapses',
      }[silentAt.why];
      return [
        {
          subject: { kind: 'job', id: seen.job.id },
          reason: `${whose(seen)} the sound fails after ${clock(silentAt.hours)}: ${why}.`,
          figures: [{ name: 'plays', value: silentAt.hours, unit: 'h' }],
        },
      ];
    },
  },
]);

export const DAY_RULES: ReadonlySet<string> = new Set(dayRules.map(({ id }) => id));

/**
 * What a day needs beyond what there is. Simulating one takes some thirty milliseconds, so it stands beside the plan
 * and not in it: whoever shows a job whole adds these.
 */
export const dayFindings = (job: Job, power: PowerPlan): Finding<Operation>[] => {
  // A craft with nothing that plays has no day to judge; what is kept plays on the feed it has.
  const plays = Object.entries(job.gear).some(
    ([id, { item, there }]) => isPowered(item) && (there === 'kept' || power.feeds[id]?.run !== undefined),
  );
  return plays ? judge(dayRules, { job, day: planDay(job, power) }) : [];
};
