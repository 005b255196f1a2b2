import type { Pattern } from '#core/craft/pattern';
import { contentHash } from '#core/document/hash';
import type { Job } from '#core/job/job';
import { ordered } from '#core/job/order';
import { upgradeJob } from '#core/job/upgrade';
import type { Journal, JournalEntry, KeptDocument } from './journal';

/** A document as its row holds it: the pattern stands in a row of its own. */
export type Bare = Omit<Job, 'craft'> & { craft: Omit<Job['craft'], 'pattern'> };

// JSON leaves out what is undefined.
export const bare = (job: Job) => ({ ...job, craft: { ...job.craft, pattern: undefined } });

/** A document as it was kept, with its pattern. */
export const whole = (document: KeptDocument, pattern: unknown): unknown => ({
  ...document,
  craft: { ...(document['craft'] as object | undefined), pattern },
});
/** The whole document as this version writes it, whichever version wrote the row. */
export const read = (document: Bare, pattern: Pattern): Job => ordered(upgradeJob(whole(document, pattern)) as Job);

/** A job as journal entries have it: its pattern ahead of it, where the file does not hold that yet. */
export function keptAs(
  journal: Pick<Journal, 'patterns'> | undefined,
  job: Job,
  entry: (kept: { job: string; document: KeptDocument; pattern: string }) => JournalEntry,
): JournalEntry[] {
  const { pattern } = job.craft;
  const hash = contentHash(pattern);
  return [
    ...(journal?.patterns.has(hash) ? [] : [{ kind: 'pattern' as const, hash, pattern }]),
    entry({ job: job.id, document: bare(job), pattern: hash }),
  ];
}
