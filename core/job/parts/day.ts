import * as v from 'valibot';
import { editsOf, said } from '../../document/edits';
import type { Job } from '../job';
import { Day, USUAL_DAY } from '../supply';

export const shape = { day: Day };
export const empty = { day: USUAL_DAY };

export const edits = editsOf<Job>()({
  setDay: {
    says: { day: v.partial(Day) },
    words: 'change the day',
    change: (job, { day }) => ({ ...job, day: { ...job.day, ...said(day) } }),
  },
});
