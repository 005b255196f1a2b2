export {
  CONTACT_OHM,
  FEED_CASES,
  FUSE_MARGIN,
  NOMINAL_VOLTS,
  feedNetwork,
  planPower,
  type CommonReturn,
  type CommonRun,
  type Feed,
  type FeedCase,
  type FeedRun,
  type FeedState,
  type FeedStretch,
  type PowerPlan,
} from './feeds';
export { MUSIC_POWER, drawOf, musicCurrentPart } from './demand';
export {
  PEUKERT,
  PEUKERT_SOURCE,
  RATED_HOURS,
  RESERVE_SOURCE,
  RESTART_RESERVE,
  hoursToReserve,
  type Battery,
} from './endurance';
export { solveNetwork, type Load, type Network, type Resistor, type Solution, type Supply } from './network';
export { proposeHolders, type HolderProposal } from './propose';
export { powerRules } from './rules';
export { voltProfile, voltsAt, type ProfilePoint } from './profile';
