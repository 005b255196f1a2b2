import * as v from 'valibot';
import { editsOf, entry } from '../../document/edits';
import { WORK_MINUTES, WORK_ROWS, type WorkRow } from '../../tables/work-minutes';
import { ranged } from '../../text/scalars';
import type { Job } from '../job';

const Minutes = ranged(0, 240, 'minutes');

/** This workshop's own minutes, where they are not the usual ones. */
export const shape = { workMinutes: v.record(v.picklist(WORK_ROWS, 'expected a kind of work'), Minutes) };
export const empty = { workMinutes: {} };

/** Minutes of a kind of work in this job. */
export const minutesOf = ({ workMinutes }: Pick<Job, 'workMinutes'>, row: WorkRow): number =>
  workMinutes[row] ?? WORK_MINUTES[row].minutes;

export const edits = editsOf<Job>()({
  /** Null: as is usual. */
  setWorkMinutes: {
    says: { row: v.picklist(WORK_ROWS, 'expected a kind of work'), minutes: v.nullable(Minutes) },
    words: 'change minutes of work',
    change: (job, { row, minutes }) => ({ ...job, workMinutes: entry(job.workMinutes, row, minutes) }),
  },
});
