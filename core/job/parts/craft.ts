import * as v from 'valibot';
import { PatternOnce } from '../../craft/pattern';
import { patternFaults } from '../../craft/pattern-faults';
import { editsOf, entry, without } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { lines } from '../../text/text';
import type { Job } from '../job';
import { Hash } from '../../document/overrule';
import { MATERIAL_IDS } from '../../tables/materials';
import { own } from '../../document/patches';
import { craft } from './keys';
import { asOtherCraft, goneBetween } from './other-craft';
import { Year } from '../../gear/gear';
import { Id, Text, ranged } from '../../text/scalars';

const CraftNote = lines(400);
const Hull = v.nullable(v.picklist(MATERIAL_IDS));

export const craftShape = {
  pattern: PatternOnce,
  patternHash: Hash,
  note: CraftNote,
  /** Model year; null: not known. */
  year: v.nullable(Year),
  /** Trim or variant, as it is called; empty: not known. */
  trim: Text,
  /** Which choice this craft has of its pattern's options; one that is missing is by its year, or the usual one. */
  variant: v.record(Id, Id),
  /** This craft's own measures, mm; one that is missing is the pattern's. */
  measures: v.record(Id, ranged(1, 30000, 'mm')),
  /** What this one's hull or body is made of, where it is not as the pattern says; null: as the pattern says. */
  hull: Hull,
};
export const craftEmpty = { note: '', year: null, trim: '', variant: {}, measures: {}, hull: null };

export const edits = editsOf<Job>()({
  setCraftNote: {
    says: { note: CraftNote },
    words: 'change note',
    change: (job, { note }) => craft(job, { note }),
  },
  setYear: {
    says: { year: v.nullable(Year) },
    words: 'change year',
    change: (job, { year }) => asOtherCraft('setYear', job, { year }),
    takes: (_, before, after) => goneBetween(before, after),
  },
  /** Null: as its year says, or as is usual. */
  setVariant: {
    says: { option: Id, choice: v.nullable(Id) },
    words: 'change variant',
    change: (job, { option, choice }) =>
      asOtherCraft('setVariant', job, { variant: entry(job.craft.variant, option, choice) }),
    takes: (_, before, after) => goneBetween(before, after),
  },
  /** The pattern as it was drawn on since: what of this craft it no longer tells of is forgotten. */
  takePattern: {
    says: { pattern: PatternOnce, patternHash: Hash },
    words: 'take the newer pattern',
    change(job, { pattern, patternHash }) {
      if (pattern.id !== job.craft.pattern.id)
        throw new OperationError('takePattern', 'expected a newer one of the pattern this job has');
      const { options = {}, measures } = pattern;
      return asOtherCraft('takePattern', job, {
        pattern,
        patternHash,
        variant: without(
          job.craft.variant,
          (option, choice) => !Object.hasOwn(own(options, option)?.choices ?? {}, choice),
        ),
        measures: without(job.craft.measures, (id, mm) => {
          const range = own(measures, id)?.range;
          return !range || mm < range[0] || mm > range[1];
        }),
      });
    },
    takes: (_, before, after) => goneBetween(before, after),
  },
  setTrim: {
    says: { trim: Text },
    words: 'change trim',
    change: (job, { trim }) => craft(job, { trim }),
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

export function faults({ craft: { pattern, measures, variant } }: Job): Fault[] {
  const found: Fault[] = patternFaults(pattern).map(({ path, expected }) => ({
    path: ['craft', 'pattern', ...path.split('.')],
    expected,
  }));
  for (const [option, choice] of Object.entries(variant)) {
    const choices = own(pattern.options ?? {}, option)?.choices;
    if (!choices || !Object.hasOwn(choices, choice))
      found.push({ path: ['craft', 'variant', option], expected: 'expected an option and a choice of this pattern' });
  }
  for (const [id, mm] of Object.entries(measures)) {
    const path = ['craft', 'measures', id];
    const range = pattern.measures[id]?.range;
    if (!range) found.push({ path, expected: 'expected a measure of this craft' });
    else if (mm < range[0] || mm > range[1]) found.push({ path, expected: `expected ${range[0]} to ${range[1]} mm` });
  }
  return found;
}
