import { bySeverity, findingBasis, type Finding } from '../findings/finding';
import type { Job } from './job';
import { withUsual } from './usual';
import { contentHash } from '../document/hash';

/** Findings in order, what a person accepted marked as such while its figures are what they were. */
export function withAccepted<T>(
  job: Pick<Job, 'accepted' | 'gear' | 'looms'>,
  ...lists: readonly (readonly Finding<T>[])[]
): Finding<T>[] {
  return bySeverity(
    withUsual(job, lists.flat()).map((finding) => {
      const why = finding.overrulable ? job.accepted[finding.key] : undefined;
      return why && why.basis === contentHash(findingBasis(finding)) ? { ...finding, accepted: why.reason } : finding;
    }),
  );
}
