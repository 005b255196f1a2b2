export { offersFor, type WishAnswer } from './answers';

import type { Run } from '../connections/runs';
import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { CRAFT } from '../job/reads';
import { answersOf, wishRules, type AnsweredBy, type WishAnswer } from './answers';
import { fitsRules } from './fits-rules';
import { intakeRules } from './rules';

/** How the craft came in: its lamps and its wires. */
export const intake = chapter({
  id: 'intake',
  station: 'intake',
  version: 2,
  /** How each wish is answered. */
  wishes: made(
    ['asked', 'gear', 'zones', 'speakers', 'choices', 'circuits', 'reserved', ...CRAFT],
    (job, zones: AnsweredBy['zones'], links: AnsweredBy['links'], musicHours: number | undefined) =>
      answersOf(job, { zones, links, musicHours }),
  ),
  unanswered: made([], (_, answers: readonly WishAnswer[]) => judge(wishRules, { answers })),
  // The first had wishes in prose alone.
  upgrade: () => ({ wishes: [] }),
  findings: made(
    ['id', 'gear', 'kits', 'looms', ...CRAFT, 'craft.year', 'craft.trim', 'craft.lamps', 'craft.existing'],
    (job, runs: readonly Run[]) => judge([...intakeRules, ...fitsRules], { job, runs }),
  ),
});
