import { sortedMap } from './craft/order';
import type { Finding } from './findings/finding';
import { withAccepted } from './job/accepted';
import type { Job } from './job/job';
import type { Operation } from './job/operations';
import { ordered } from './job/order';
import { planJob, type Plan } from './plan';
import { upgradePlan } from './plan-upgrade';
import { DAY_RULES, dayFindings } from './power/index';

/** Whether a finding is of the day, which is judged beside the plan. */
export const isDayFinding = ({ rule }: Finding<Operation>): boolean => DAY_RULES.has(rule);

/** A job's plan with what takes longer than an edit may: how its day goes. What a list, a sheet and a seal show. */
export function wholePlan(job: Job): Plan {
  const plan = planOf(job);
  return job.seal ? plan : { ...plan, findings: wholeFindings(job, plan) };
}

/** The findings of a plan and of its day. */
export const wholeFindings = (job: Job, plan: Plan): Finding<Operation>[] =>
  withAccepted(job, plan.findings, dayFindings(job, plan.power));

/** What a job shows: its plan, or the one it was sealed with. */
export const planOf = (job: Job): Plan =>
  job.seal ? inGearOrder(ordered(job), upgradePlan(job.seal.plan as unknown as Plan)) : planJob(job);

/** A sealed plan’s maps in the order of the gear: a store gives their members back in any. */
function inGearOrder(job: Job, plan: Plan): Plan {
  const ids = Object.keys(job.gear);
  const rank = (key: string) => ids.indexOf(key.split('/')[0]!);
  const sorted = <T>(map: Readonly<Record<string, T>>) =>
    sortedMap({ ...map }, ([a], [b]) => rank(a) - rank(b) || channelRank(job, a) - channelRank(job, b));
  return {
    ...plan,
    tags: sorted(plan.tags),
    power: { ...plan.power, feeds: sorted(plan.power.feeds) },
    speakers: { ...plan.speakers, circuits: sorted(plan.speakers.circuits) },
  };
}
const channelRank = (job: Job, key: string): number => Object.keys(job.circuits).indexOf(key);
