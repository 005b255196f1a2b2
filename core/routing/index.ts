import type { LoomPlan } from '../connections/loom-plan';
import { neededRuns, type Run, type RunNeed } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { CRAFT, LAID, WIRED } from '../job/reads';
import { wayProposals } from './proposals';
import { routingRules } from './rules';
import type { Fitted } from '../panels/fitted';
import { planLooms } from './looms';
import { planRuns } from './runs';
import { securedBy } from './secure';

export { axisDistance, jointNeed, jointPath, jointView, type JointNeed } from './joint';
export { bestTies, type TieSpot } from './ties';
export { craftMap, wayAlong, wayPoints, type CraftMap, type MapLeg } from './graph';
export {
  proposeRoutes,
  routesOfRun,
  routeThrough,
  type RouteLed,
  type RouteProposal,
  type RouteProposals,
} from './propose';
export type { Access } from './access';
export { layTogether, type Laid, type Pull, type Route, type Standing } from './together';

export { forkPoint } from './looms';
export { accessOf, isTapped, planRuns, proofOf, type RoutesProof } from './runs';

/** Where every wire goes, and how long it is. */
export const routing = chapter({
  id: 'routing',
  station: 'routing',
  version: 6,
  /** What has to be joined to what. */
  needs: made(WIRED, neededRuns),
  runs: made(LAID, (job, needs: readonly RunNeed[], mounts: Readonly<Record<string, Fitted>>) =>
    planRuns(job, needs, mounts),
  ),
  /** Bought looms: how they lie, and whether they reach. */
  looms: made(LAID, (job, runs: readonly Run[], mounts: Readonly<Record<string, Fitted>>): readonly LoomPlan[] =>
    planLooms(job, runs, mounts),
  ),
  /** Ties along all legs that are used. */
  secured: made(CRAFT, (job, runs: readonly Run[]) => securedBy(job, runs)),
  proposals: made([...CRAFT, 'choices'], wayProposals),
  findings: made(
    [...LAID, 'id'],
    (
      job,
      runs: readonly Run[],
      tags: Readonly<Record<string, string>>,
      looms: readonly LoomPlan[],
      mounts: Readonly<Record<string, Fitted>>,
    ) => judge(routingRules, { job, runs: runs.filter(({ old }) => !old), tags, looms, mounts }),
  ),
  // Until planner 0.5.0 runs were fished whole; until 0.9.0 they ended in the middle of a place; until 0.10.0 all were new; until
  // 0.13.0 each was pulled in the same time; until 0.15.0 there were no looms.
  upgrade: ({ runs }: { runs: readonly Run[] }, from: number) => ({
    runs: runs.map((run) => ({
      ...run,
      ...(from < 2 ? { fished: [] } : {}),
      ...(from < 3 ? { plugsMm: 0 } : {}),
      ...(from < 4 ? { old: false } : {}),
      ...(from < 5 ? { alongMin: 0 } : {}),
    })),
    looms: [],
  }),
});
