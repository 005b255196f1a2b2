import * as v from 'valibot';
import { PatternOnce, patternFaults } from '../../craft/pattern';
import { editsOf, entry } from '../../document/edits';
import type { Fault } from '../../document/fault';
import { lines } from '../../text/text';
import type { Job } from '../job';
import { Hash } from '../../document/overrule';
import { MATERIAL_IDS } from '../../tables/materials';
import { craft } from './keys';
import { Id, ranged } from '../../text/scalars';

const CraftNote = lines(400);
const Hull = v.nullable(v.picklist(MATERIAL_IDS));

export const craftShape = {
  pattern: PatternOnce,
  patternHash: Hash,
  note: CraftNote,
  /** This craft's own measures, mm; one that is missing is the pattern's. */
  measures: v.record(Id, ranged(1, 30000, 'mm')),
  /** What this one's hull or body is made of, where it is not as the pattern says; null: as the pattern says. */
  hull: Hull,
};
export const craftEmpty = { note: '', measures: {}, hull: null };

export const edits = editsOf<Job>()({
  setCraftNote: {
    says: { note: CraftNote },
    words: 'change note',
    change: (job, { note }) => craft(job, { note }),
  },
  /** Null takes the pattern's own measure back. */
  setMeasure: {
    says: { measure: Id, mm: v.nullable(v.number()) },
    words: 'change measure',
    change: (job, { measure, mm }) => craft(job, { measures: entry(job.craft.measures, measure, mm) }),
  },
  setHull: {
    says: { hull: Hull },
    words: 'change what the hull is made of',
    change: (job, { hull }) => craft(job, { hull }),
  },
});

export function faults({ craft: { pattern, measures } }: Job): Fault[] {
  const found: Fault[] = patternFaults(pattern).map(({ path, expected }) => ({
    path: ['craft', 'pattern', ...path.split('.')],
    expected,
  }));
  for (const [id, mm] of Object.entries(measures)) {
    const path = ['craft', 'measures', id];
    const range = pattern.measures[id]?.range;
    if (!range) found.push({ path, expected: 'expected a measure of this craft' });
    else if (mm < range[0] || mm > range[1]) found.push({ path, expected: `expected ${range[0]} to ${range[1]} mm` });
  }
  return found;
}
