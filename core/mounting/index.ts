import { judge } from '../findings/finding';
import { chapter, made } from '../job/chapter';
import { LAID } from '../job/reads';
import { gearRules } from './rules';

export { fitOf, rankPlaces, type Fit } from './fit';
export { seatOf, type Seat } from './seat';

/** Whether gear goes where it is put, and what gets at it there. */
export const mounting = chapter({
  id: 'mounting',
  station: 'gear',
  version: 1,
  findings: made([...LAID, 'id'], (job, tags: Readonly<Record<string, string>>) => judge(gearRules, { job, tags })),
});
