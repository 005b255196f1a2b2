import { DocumentError } from './document/fault';
import type { Job } from './job/job';
import { sealFaults } from './sealed-plan';
import { parseJob } from './job/upgrade';

/** A job from outside, with the plan it was sealed with: checked whole. Throws DocumentError naming each path. */
export function readJob(input: unknown): Job {
  const job = parseJob(input);
  const faults = sealFaults(job);
  if (faults.length) throw new DocumentError(faults);
  return job;
}
