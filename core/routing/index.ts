export { axisDistance, jointNeed, jointPath, turned, type JointNeed } from './joint';
export { craftMap, wayAlong, wayPoints, type CraftMap, type MapLeg } from './graph';
export { proposeRoutes, routesOfRun, type RouteProposal, type RouteProposals } from './propose';
export { cheapestRoute, type Access, type Route } from './access';
export { accessOf, planRuns } from './runs';
export { wayProposals } from './proposals';
export { routingRules } from './rules';
