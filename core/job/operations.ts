import { documentOf, type OperationOf } from '../document/document';
import { PARTS, type Edits, type Job } from './job';
import { numbered, ordered } from './order';

/** Every edit of a job, by name: each is written in its part. */
export type Operation = OperationOf<Edits>;

const SEALED = 'the job is sealed; open the seal at Hand over first';

const job = documentOf<Job, Operation>({
  what: 'a job',
  parts: PARTS,
  fixed: ['id', 'format', 'version'],
  settled: (next) => ordered(numbered(next)),
  // An undo may open the seal, or close it again; beside it nothing changes.
  barred: (before, after, op) =>
    before.seal && ((op !== 'openSeal' && op !== 'restore') || (after.seal === before.seal && after !== before))
      ? SEALED
      : undefined,
});

export const { schema: Operation, apply, applyAll, describe, upgradeEdit, readEdit, undoOf } = job;
