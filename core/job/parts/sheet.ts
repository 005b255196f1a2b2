import * as v from 'valibot';
import { editsOf } from '../../document/edits';
import { name } from '../../text/text';
import type { Job } from '../job';
import { Id, Text } from '../../text/scalars';

/** Version of the job document this planner writes. */
export const JOB_VERSION = 15;

export const JobTitle = name(120, 'expected a title');

export const shape = {
  format: v.literal('haltrik-job', 'expected "haltrik-job"'),
  version: v.literal(JOB_VERSION, `expected ${JOB_VERSION}`),
  id: Id,
  title: JobTitle,
  customer: Text,
  /** When each entry of the job was added, as a rising number: list/key. */
  added: v.record(v.string(), v.pipe(v.number(), v.integer(), v.minValue(0))),
};
export const empty = { format: 'haltrik-job', version: JOB_VERSION, customer: '', added: {} } as const;

export const edits = editsOf<Job>()({
  setTitle: {
    says: { title: JobTitle },
    words: 'change title',
    change: (job, { title }) => ({ ...job, title }),
  },
  setCustomer: {
    says: { customer: Text },
    words: 'change customer',
    change: (job, { customer }) => ({ ...job, customer }),
  },
});
