import { bagsOf } from './build/index';
import { planLabels, type Label } from './harness/index';
import type { Job } from './job/job';
import { partingsOf } from './parted';
import type { Plan } from './plan';

/** All labels of a planned job. */
export function labelsOf(job: Job, plan: Plan): Label[] {
  const { covers } = plan.build.teardown;
  return planLabels(job, plan.runs, plan.tags, covers, bagsOf(covers), partingsOf(job, plan), plan.looms);
}
