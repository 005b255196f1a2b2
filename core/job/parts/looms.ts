import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { editsOf, entry, mapped, whole, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { Loom } from '../../gear/gear';
import { BEGINNING } from '../../gear/loom';
import { Id, entriesOf, ranged } from '../../text/scalars';
import type { Job } from '../job';
import { few, tooMany } from '../limits';

/** Where one end of a loom goes; what is not said is capped. */
const LoomEnd = v.strictObject({
  /** Gear, a battery, a circuit of the craft or one of its places; null: not used. */
  to: v.nullable(Id),
  /** Of a bought lead put on to it, mm. */
  extensionMm: ranged(0, 10000, 'mm'),
});
export type LoomEnd = v.InferOutput<typeof LoomEnd>;
export const UNUSED: LoomEnd = { to: null, extensionMm: 0 };

const FIRST = ['start', 'ends'] as const;
const Ends = entriesOf(17, 'ends', LoomEnd);
const JobLoom = v.strictObject({
  item: Loom,
  /** By branch, and `start`. */
  ends: Ends,
  /** What is led in first: the plug it begins at, or its branches; null: as proposed. */
  first: v.nullable(v.picklist(FIRST)),
});
export type JobLoom = v.InferOutput<typeof JobLoom>;

export const shape = { looms: few('looms', JobLoom) };
export const empty = { looms: {} };

/** The ends of a loom, as they are said: where it begins, then its branches. */
export const endsOfLoom = ({ item, ends }: JobLoom): [id: string, end: LoomEnd][] =>
  [BEGINNING, ...item.branches.map(({ id }) => id)].map((id) => [id, Object.hasOwn(ends, id) ? ends[id]! : UNUSED]);

function loomOf(job: Job, op: string, id: string): JobLoom {
  const loom = Object.hasOwn(job.looms, id) ? job.looms[id] : undefined;
  if (!loom) throw new OperationError(op, `loom ${id} is no longer in the job`);
  return loom;
}
const isEnd = ({ item }: Pick<JobLoom, 'item'>, end: string): boolean =>
  end === BEGINNING || item.branches.some(({ id }) => id === end);

const isKnown = (job: Job, to: string): boolean =>
  Object.hasOwn(job.gear, to) ||
  Object.hasOwn(job.craft.batteries, to) ||
  Object.hasOwn(job.craft.existing, to) ||
  Object.hasOwn(foundCraft(job).places, to);
const EXPECTED = 'expected gear, a battery or a circuit of this job, or a place of its craft';

export const edits = editsOf<Job>()({
  addLoom: {
    says: { id: Id, item: Loom, ends: Ends },
    words: ({ item }) => `add ${item.name}`,
    change(job, { id, item, ends }) {
      if (Object.hasOwn(job.looms, id)) throw new OperationError('addLoom', `loom ${id} is already in the job`);
      return { ...job, looms: { ...job.looms, [id]: { item, ends, first: null } } };
    },
  },
  removeLoom: {
    says: { id: Id },
    words: 'take loom out',
    change(job, { id }) {
      loomOf(job, 'removeLoom', id);
      return { ...job, looms: without(job.looms, (key) => key === id) };
    },
  },
  setLoomEnd: {
    says: { loom: Id, end: Id, said: v.partial(LoomEnd) },
    words: ({ said }) => (said.to === undefined ? 'change its extension' : 'change where it goes'),
    change(job, { loom, end, said }) {
      const known = loomOf(job, 'setLoomEnd', loom);
      if (!isEnd(known, end)) throw new OperationError('setLoomEnd', `${end}: expected an end of ${known.item.name}`);
      const before = Object.hasOwn(known.ends, end) ? known.ends[end]! : UNUSED;
      const now = whole('setLoomEnd', LoomEnd, before, said, end)!;
      return {
        ...job,
        looms: {
          ...job.looms,
          [loom]: { ...known, ends: entry(known.ends, end, now.to === null && !now.extensionMm ? null : now) },
        },
      };
    },
  },
  /** Null: as proposed. */
  leadLoom: {
    says: { loom: Id, first: v.nullable(v.picklist(FIRST)) },
    words: 'change which end goes first',
    change: (job, { loom, first }) => ({
      ...job,
      looms: { ...job.looms, [loom]: { ...loomOf(job, 'leadLoom', loom), first } },
    }),
  },
});

export function faults(job: Job): Fault[] {
  const found = tooMany('looms', job.looms, ['looms']);
  for (const [id, loom] of Object.entries(job.looms))
    for (const [end, { to }] of Object.entries(loom.ends)) {
      if (!isEnd(loom, end)) found.push({ path: ['looms', id, 'ends', end], expected: 'expected an end of its loom' });
      else if (to !== null && !isKnown(job, to))
        found.push({ path: ['looms', id, 'ends', end, 'to'], expected: EXPECTED });
    }
  return found;
}

/** An end that went to what is gone goes nowhere. */
export const forget = (job: Job, { kind, id }: Gone): Job =>
  kind === 'gear' || kind === 'battery' || kind === 'circuit' || kind === 'place'
    ? {
        ...job,
        looms: mapped(job.looms, (loom) =>
          Object.values(loom.ends).some(({ to }) => to === id)
            ? { ...loom, ends: mapped(loom.ends, (end) => (end.to === id ? { ...end, to: null } : end)) }
            : loom,
        ),
      }
    : job;
