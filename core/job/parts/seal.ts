import * as v from 'valibot';
import { editsOf } from '../../document/edits';
import type { Fault } from '../../document/fault';
import { line } from '../../text/text';
import { Instant } from '../../units/instant';
import { Title } from '../circuit';
import type { Job } from '../job';
import { Hash } from '../../document/overrule';
import { contentHash } from '../../document/hash';

/** What hand-over keeps: the plan as it was computed that day, and by whom. */
const Seal = v.strictObject({
  at: Instant,
  by: Title,
  planner: line(40),
  /** The plan as it was; `hash` proves it whole. */
  plan: v.looseObject({ planner: v.string(), runs: v.array(v.unknown()), findings: v.array(v.unknown()) }),
  hash: Hash,
  /** How many events the record held. */
  events: v.pipe(v.number(), v.integer(), v.minValue(0)),
});
export type Seal = v.InferOutput<typeof Seal>;

export const shape = { seal: v.nullable(Seal) };
export const empty = { seal: null };

export const edits = editsOf<Job>()({
  sealJob: {
    says: { seal: Seal },
    words: 'seal the job',
    change: (job, { seal }) => ({ ...job, seal }),
  },
  openSeal: {
    says: {},
    words: 'open the seal',
    change: (job) => ({ ...job, seal: null }),
  },
});

const sound = new WeakSet<object>();
function sealHolds({ plan, hash }: Seal): boolean {
  // A seal never changes in place; its plan is long, and every edit beside it would hash it again.
  if (!sound.has(plan)) {
    if (contentHash(plan) !== hash) return false;
    sound.add(plan);
  }
  return true;
}

export const faults = ({ seal }: Job): Fault[] =>
  seal && !sealHolds(seal)
    ? [{ path: ['seal', 'hash'], expected: 'expected the hash of the sealed plan; it has been changed since' }]
    : [];
