import { neededRuns, type Run, type RunNeed } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { CRAFT, LAID, WIRED } from '../job/reads';
import { wayProposals } from './proposals';
import { routingRules } from './rules';
import type { Fitted } from '../panels/fitted';
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

export { accessOf, isTapped, planRuns, proofOf, type RoutesProof } from './runs';

/** Where every wire goes, and how long it is. */
export const routing = chapter({
  id: 'routing',
  station: 'routing',
  version: 5,
  /** What has to be joined to what. */
  needs: made(WIRED, neededRuns),
  runs: made(LAID, (job, needs: readonly RunNeed[], mounts: Readonly<Record<string, Fitted>>) =>
    planRuns(job, needs, mounts),
  ),
  /** Ties along all legs that are used. */
  secured: made(CRAFT, (job, runs: readonly Run[]) => securedBy(job, runs)),
  proposals: made([...CRAFT, 'choices'], wayProposals),
  findings: made([...LAID, 'id'], (job, runs: readonly Run[], tags: Readonly<Record<string, string>>) =>
    judge(routingRules, { job, runs: runs.filter(({ old }) => !old), tags }),
  ),
  // Until planner 0.5.0 runs were fished whole; until 0.9.0 they ended in the middle of a place; until 0.10.0 all were new; until
  // 0.13.0 each was pulled in the same time.
  upgrade: ({ runs }: { runs: readonly Run[] }, from: number) => ({
    runs: runs.map((run) => ({
      ...run,
      ...(from < 2 ? { fished: [] } : {}),
      ...(from < 3 ? { plugsMm: 0 } : {}),
      ...(from < 4 ? { old: false } : {}),
      alongMin: 0,
    })),
  }),
});
