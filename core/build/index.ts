export { fastenerLedger, type FastenerLine } from './fasteners';
export {
  buildState,
  standingPhotos,
  notReady,
  type BuildState,
  type FastenerBalance,
  type FastenerCount,
  type StepState,
} from './state';
export {
  PHASES,
  minutesByPhase,
  stepHash,
  workMinutes,
  type BuildPlan,
  type Minutes,
  type Phase,
  type Step,
  type StepEnd,
} from './step';
export { minuteProposals } from './proposals';
export { planBuild, planWork } from './steps';
export type { Sized } from './draft';
export { orderCovers, type OpenedCover, type Teardown } from './teardown';
export { buildRules, intakeRules } from './rules';
