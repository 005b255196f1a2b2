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
  stepHash,
  workMinutes,
  type BuildPlan,
  type BuildRun,
  type Phase,
  type Step,
  type StepEnd,
} from './step';
export { planBuild } from './steps';
export { orderCovers, type OpenedCover, type Teardown } from './teardown';
export { buildRules, intakeRules } from './rules';
