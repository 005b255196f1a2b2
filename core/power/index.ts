export { contactOhm, FUSE_ALLOWANCE, fuseAtOf, type GaugeReason } from './branches';
export { gaugeAlternatives, type Alternative } from './alternatives';
export { FEED_CASES, casesOf, closedTies, postOf, type FeedCase } from './cases';
export { CRAFT_RULES, leastSize } from './craft-rules';
export { DAY_RULES, dayFindings } from './day-rules';
export { GIVES_UP_PART, meanSunA, planDay, type DayPlan, type DayPoint } from './day';
export { DRAW_PARTS, MUSIC_SOURCE, drawOf } from './demand';
export { PEUKERT, PEUKERT_SOURCE, RATED_HOURS, RESERVE_SOURCE, hoursToReserve, reserveOf } from './endurance';
export {
  caseName,
  feedNetwork,
  fusePlace,
  highest,
  mostDrawn,
  mostLost,
  planPower,
  planSizes,
  type CommonReturn,
  type Feed,
  type FeedState,
  type FeedStretch,
  type FeedSizes,
  type PowerPlan,
  type SourceState,
} from './feeds';
export { feedFormulas, stateFormula, type FeedFigure, type Formula } from './formulas';
export { feedGauges, fusesToFit, sourceVolts } from './handed-on';
export { isolationOrder } from './isolation';
export { planKeyOff, type KeyOff } from './keyoff';
export {
  solveNetwork,
  type Load,
  type Network,
  type Resistor,
  type Solution,
  type Supply,
  type SupplyState,
} from './network';
export { profileMarks, voltProfile, voltsAt, type ProfileMark, type ProfilePoint } from './profile';
export { feedProposals } from './proposals';
export { proposeHolders, type HolderProposal } from './propose';
export { powerRules } from './rules';
export { supplyRules } from './supply-rules';
export { shortAtFuse, shortAtPost } from './short';
export { ringsOf } from './studs';
export { planTerminals, type Termination } from './terminals';
export { otherJob, type Versus } from './versus';
export { LIVE, SWITCHED_LEAD_A, planTurnOn, wakingAmps, type Candidate, type TurnOnPlan } from './turn-on';
