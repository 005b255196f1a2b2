import type { Run } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { intakeRules } from './rules';

/** How the craft came in: its lamps and its wires. */
export const intake = chapter({
  id: 'intake',
  station: 'intake',
  version: 1,
  findings: made(['gear', 'craft.pattern', 'craft.lamps', 'craft.existing'], (job, runs: readonly Run[]) =>
    judge(intakeRules, { job, runs }),
  ),
});
