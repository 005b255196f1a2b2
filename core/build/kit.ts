import { PHASES, type BuildPlan, type Phase } from './step';

/** The tools of each phase, to be laid out before it begins; each once, in the order they are taken up. */
export function toolsByPhase({
  steps,
}: Pick<BuildPlan, 'steps'>): readonly { readonly phase: Phase; readonly tools: readonly string[] }[] {
  return (Object.keys(PHASES) as Phase[])
    .map((phase) => ({
      phase,
      tools: [...new Set(steps.filter((step) => step.phase === phase).flatMap(({ tools }) => tools))],
    }))
    .filter(({ tools }) => tools.length);
}
