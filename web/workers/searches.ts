import { expose } from 'comlink';
import type { Job } from '#core/job/job';
import type { Finding } from '#core/findings/finding';
import type { Operation } from '#core/job/operations';
import { straightened } from '#core/drafting/photo';
import { planJob, type Plan } from '#core/plan';
import { planDay, type DayPlan } from '#core/power/index';
import { routesOfRun, routeThrough, type RouteLed, type RouteProposals } from '#core/routing/index';
import { compareRoutes, type RoutesCompared } from '#core/routes-beside';
import { proposeWiring, type WiringProposals } from '#core/speakers/index';
import { wholeFindings } from '#core/shown';
import { leadsFromAnywhere } from '#core/what-if';

const searches = {
  wirings: (job: Job, onProgress: (part: number, examined: number) => void): WiringProposals =>
    proposeWiring(job, leadsFromAnywhere(job), { onProgress }),
  /** Those of the plan and of its day. */
  findings: (job: Job, plan: Plan): Finding<Operation>[] => wholeFindings(job, plan),
  day: (job: Job): DayPlan => planDay(job, planJob(job).power),
  routes: (job: Job, run: string): RouteProposals => routesOfRun(job, run),
  compareRoutes: (job: Job): RoutesCompared => compareRoutes(job),
  routeThrough: (job: Job, run: string, leg: string): RouteLed | undefined => routeThrough(job, run, leg),
  /** A picture laid under a view, straightened. */
  straightened,
};
export type Searches = typeof searches;

expose(searches);
