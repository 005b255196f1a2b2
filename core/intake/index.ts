import type { Run } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { fitsRules } from './fits-rules';
import { intakeRules } from './rules';

/** How the craft came in: its lamps and its wires. */
export const intake = chapter({
  id: 'intake',
  station: 'intake',
  version: 1,
  findings: made(
    ['id', 'gear', 'kits', 'craft.pattern', 'craft.year', 'craft.trim', 'craft.lamps', 'craft.existing'],
    (job, runs: readonly Run[]) => judge([...intakeRules, ...fitsRules], { job, runs }),
  ),
});
