export { axisDistance, jointNeed, jointPath, turned, type JointNeed } from './joint';
export { craftMap, wayAlong, wayPoints, type CraftMap, type MapLeg, type Way } from './graph';
export { proposeRoutes, routesOfRun, type RouteProposal, type RouteProposals } from './propose';
export { cheapestRoute, type Access, type Route } from './access';
export {
  RUN_KIND_NAMES,
  accessOf,
  endName,
  neededRuns,
  planRuns,
  type Conductor,
  type Run,
  type RunKind,
} from './runs';
export { routingRules } from './rules';
