import { shared } from '../document/keep';
import { Draft, type BuildSeen, type Planned, type Sized } from './draft';
import { finish, putBack } from './closing';
import { connect, fit, pull } from './fitting';
import { makeSafe, meterOldLeads, openUp } from './opening';
import { test, tune } from './proving';
import { partAt } from './parting';
import { takeOut } from './removing';
import { PHASES, type BuildPlan, type Step } from './step';
import type { Teardown } from './teardown';

/** Everything to do before the wires are sized, with the minutes that are planned for it. */
export interface Work {
  readonly steps: readonly Planned[];
  readonly teardown: Teardown;
}

/** Everything to do, with sizes of wires and fuses and the minutes set: a step for which they say nothing new stays the very same. */
export const planBuild = ({ steps, teardown }: Work, sizes: Sized): BuildPlan => ({
  steps: steps.map((planned) => {
    const { moreMin = 0, ...said } = planned.sized?.(sizes) ?? {};
    const plannedMinutes = planned.plannedMinutes + moreMin;
    const minutes = sizes.minutesOf(planned.id) ?? plannedMinutes;
    if (!planned.sized && minutes === planned.minutes) return planned;
    const before = written.get(planned);
    const isSame = before?.step.minutes === minutes && before.step.plannedMinutes === plannedMinutes;
    if (isSame && shared(before.said, said) === before.said) return before.step;
    const { sized, ...step } = planned;
    const now = { said, step: { ...step, ...said, minutes, plannedMinutes } };
    written.set(planned, now);
    return now.step;
  }),
  teardown,
});
/** Each step as it was written last. */
const written = new WeakMap<
  Planned,
  { readonly said: ReturnType<NonNullable<Planned['sized']>>; readonly step: Step }
>();

/**
 * Everything to do, in an order in which nothing is done before what it waits for. Teardown comes from the
 * covers that the runs and places need; what goes back is the reverse, with a gate that holds every cover
 * until all behind it is done.
 */
export function planWork(seen: BuildSeen): Work {
  const d = new Draft(seen);
  if (!d.placed.length) return { steps: [], teardown: d.teardown };
  const safe = makeSafe(d);
  openUp(d, safe);
  takeOut(d, safe);
  meterOldLeads(d, safe);
  fit(d, safe);
  const pulled = pull(d, safe);
  const connects = [...connect(d), ...partAt(d, pulled)];
  const tested = test(d, pulled, connects);
  const checked = [...tested.all, ...tune(d, tested.sound)];
  const { backs, first } = putBack(d, checked);
  finish(d, checked, tested.power, backs);
  return { steps: inPhases(d.steps, first), teardown: d.teardown };
}

/**
 * The steps in the order of their phases; within one as they were written, which keeps every step after
 * those it waits for. A first cover that goes back before the tests comes before them.
 */
function inPhases(steps: readonly Planned[], first: string | undefined): Planned[] {
  const rank = Object.keys(PHASES);
  const at = (step: Planned) =>
    step.id === `on:cover/${first}` ? rank.indexOf('test') - 0.5 : rank.indexOf(step.phase);
  return [...steps].sort((a, b) => at(a) - at(b));
}
