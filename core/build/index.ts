import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import type { Overrule } from '../job/overrules';
import { WORK } from '../job/reads';
import type { BuildSeen } from './draft';
import { minuteProposals } from './proposals';
import { buildRules } from './rules';
import { minutesByPhase, type BuildPlan, type Minutes } from './step';
import { planWork } from './steps';

export { fastenedWords, fastenerLedger, type FastenerLine } from './fasteners';
export {
  buildState,
  standingPhotos,
  notReady,
  type BuildState,
  type FastenerBalance,
  type FastenerCount,
  type StepState,
} from './state';
export { bagsOf } from './bags';
export { toolsByPhase } from './kit';
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
export { orderCovers, type OpenedCover, type Teardown } from './teardown';

type Seen = BuildSeen;
/** Everything to do, in order. */
export const build = chapter({
  id: 'build',
  station: 'build',
  version: 2,
  work: made(
    WORK,
    (
      job,
      runs: Seen['runs'],
      splices: Seen['splices'],
      tags: Seen['tags'],
      fused: Seen['fused'],
      isolation: Seen['isolation'],
      mounts: Seen['mounts'],
      boards: Seen['boards'],
      pins: Seen['pins'],
      links: Seen['links'],
      looms: Seen['looms'],
    ) => planWork({ job, runs, splices, tags, fused, isolation, mounts, boards, pins, links, looms }),
    // Steps are made of it, and those are compared.
    false,
  ),
  minutes: made([], (_, plan: BuildPlan) => minutesByPhase(plan)),
  proposals: made([], (_, plan: BuildPlan) => minuteProposals(plan)),
  findings: made(WORK, (job, plan: BuildPlan, overrules: readonly Overrule[]) =>
    judge(buildRules, { job, build: plan, overrules }),
  ),
  ledger: made([], (_, minutes: Minutes) => ({ hours: Object.values(minutes).reduce((sum, m) => sum + m, 0) / 60 })),
  // Until planner 0.5.0 steps listed no ends.
  upgrade: ({ build: { steps, ...rest } }: { build: BuildPlan }) => ({
    build: { ...rest, steps: steps.map((step) => ({ ...step, ends: [] })) },
  }),
});
export { planBuild } from './steps';
export type { Sized } from './draft';
