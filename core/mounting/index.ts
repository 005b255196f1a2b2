import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import type { RunNeed } from '../connections/runs';
import { LAID, PANELS, WIRED } from '../job/reads';
import { planBoards, type BoardPlan } from '../panels/board';
import { planMounts, type Fitted } from '../panels/fitted';
import { suppliesOf, type Supply } from '../panels/supplies';
import { holdingRules } from './holding-rules';
import { roomRules } from './room-rules';
import { keepFreeRules } from './keep-free-rules';
import { gearRules } from './rules';

export { fitOf, rankPlaces, type Fit } from './fit';
export { seatOf, type Seat } from './seat';

/** Whether gear goes where it is put, and what gets at it there. */
export const mounting = chapter({
  id: 'mounting',
  station: 'gear',
  version: 3,
  /** The first did not know panels, the second not where they are in the craft: gear is drawn by its size alone. */
  upgrade: () => ({ mounts: {}, boards: {} }),
  /** How gear lies on the boards it shares. */
  boards: made([...PANELS, ...WIRED], (job, needs: readonly RunNeed[]) => planBoards(job, needs)),
  /** What is cut, sealed and stuck with. */
  supplies: made(
    PANELS,
    (job, mounts: Readonly<Record<string, Fitted>>, boards: Readonly<Record<string, BoardPlan>>): readonly Supply[] =>
      suppliesOf(job, mounts, boards, (gear) => gear),
  ),
  /** Where all new gear is on its panel. */
  mounts: made(PANELS, (job, boards: Readonly<Record<string, BoardPlan>>) => planMounts(job, boards)),
  findings: made(
    [...LAID, 'id', 'takeOut'],
    (job, tags: Readonly<Record<string, string>>, boards: Readonly<Record<string, BoardPlan>>) =>
      judge(gearRules, { job, tags, boards }),
  ),
  panelFindings: made(
    PANELS,
    (
      job,
      tags: Readonly<Record<string, string>>,
      mounts: Readonly<Record<string, Fitted>>,
      boards: Readonly<Record<string, BoardPlan>>,
    ) => judge([...roomRules, ...holdingRules, ...keepFreeRules], { job, tags, mounts, boards }),
  ),
});
