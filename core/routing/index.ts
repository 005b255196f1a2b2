export { axisDistance, jointNeed, jointPath, turned, type JointNeed } from './joint';
export { craftMap, shortestWay, wayAlong, wayPoints, type CraftMap, type MapLeg, type Way } from './graph';
export { proposeWays, type WayProposal } from './ways';
export { RUN_KIND_NAMES, endName, neededRuns, planRuns, type Conductor, type Run, type RunKind } from './runs';
export { routingRules } from './rules';
