import { bagsOf } from './build/index';
import { planLabels, type Label } from './harness/index';
import type { Job } from './job/job';
import type { Plan } from './plan';

/** All labels of a planned job. */
export const labelsOf = (job: Job, { runs, tags, build: { teardown } }: Plan): Label[] =>
  planLabels(job, runs, tags, teardown.covers, bagsOf(teardown.covers));
