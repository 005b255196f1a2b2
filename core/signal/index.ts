import { inputsOf, type Input } from '../connections/signal';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { HEARD } from '../job/reads';
import { signalRules } from './rules';

/** Where every amplifier's sound comes from. */
export const signal = chapter({
  id: 'signal',
  station: 'gear',
  version: 2,
  inputs: made(['gear', ...HEARD], inputsOf),
  findings: made(['gear', ...HEARD], (job, inputs: readonly Input[], tags: Readonly<Record<string, string>>) =>
    judge(signalRules, { job, inputs, tags }),
  ),
  // Planner 0.2.0 knew none.
  upgrade: () => ({ inputs: [] }),
});
