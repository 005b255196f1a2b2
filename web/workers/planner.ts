import { expose } from 'comlink';
import { craftOf, type Job } from '#core/job/job';
import { leadsFromAnywhere, planJob, type Plan } from '#core/plan';
import { planDay, type DayPlan } from '#core/power/index';
import { craftMap, proposeWays, type WayProposal } from '#core/routing/index';
import { proposeWiring, type WiringProposals } from '#core/speakers/index';

const planner = {
  plan: (job: Job): Plan => planJob(job),
  wirings: (job: Job, onProgress: (part: number, examined: number) => void): WiringProposals =>
    proposeWiring(job, leadsFromAnywhere(job), { onProgress }),
  day: (job: Job): DayPlan => planDay(job, planJob(job).power),
  ways: (job: Job, from: string, to: string): WayProposal => proposeWays(craftMap(craftOf(job)), from, to),
};
export type Planner = typeof planner;

expose(planner);
