import * as v from 'valibot';
import { editsOf, entry, without, type Gone } from '../../document/edits';
import type { Job } from '../job';
import { Why } from '../../document/overrule';
import { keyNames } from './keys';
import { renamedAccept } from './renamed';

const FindingKey = v.pipe(
  v.string(),
  v.regex(/^[a-z0-9-]+@[a-zA-Z]+\/[A-Za-z0-9:>/=+-]+$/, 'expected rule@kind/subject'),
);

export const shape = {
  /** Findings a person accepted, with the reason: rule@kind/subject. */
  accepted: v.record(FindingKey, Why),
};
export const empty = { accepted: {} };

export const edits = editsOf<Job>()({
  /** Accepts a finding, with the reason; null judges it anew. */
  acceptFinding: {
    says: { key: FindingKey, why: v.nullable(Why) },
    words: 'accept a finding',
    change: (job, { key, why }) => ({ ...job, accepted: entry(job.accepted, key, why) }),
  },
});
export const olderEdits = { acceptFinding: [renamedAccept] };

/** Of which kind of finding's subject something is; every other is asked for its name. */
const SUBJECTS: Readonly<Record<string, readonly string[]>> = {
  gear: ['gear', 'feed', 'circuit', 'run', 'overrule', 'step'],
  battery: ['battery', 'feed', 'run', 'overrule', 'step'],
  circuit: ['existing'],
  zone: ['zone'],
  lamp: ['lamp'],
  tie: ['tie'],
};

export function forget(job: Job, gone: Gone): Job {
  const kinds = SUBJECTS[gone.kind] ?? [];
  return {
    ...job,
    accepted: without(job.accepted, (key) => {
      const [kind, subject] = key.slice(key.indexOf('@') + 1).split(/\/(.*)/s) as [string, string];
      return kinds.includes(kind) && keyNames(job, kind, subject, gone.id);
    }),
  };
}
