import type { Overrulables } from '../../document/overrule';
import type { Job } from '../job';
import { StepId, StepMinutes } from './keys';

export const sets = { minutes: { subject: StepId, value: StepMinutes } };
export const overrules: Overrulables<Job, typeof sets> = {
  minutes: { name: 'Minutes', words: (minutes) => `${minutes} min` },
};
