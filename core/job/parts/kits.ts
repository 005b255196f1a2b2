import * as v from 'valibot';
import { editsOf, entry, whole } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { Fits } from '../../gear/gear';
import { Id, ranged } from '../../text/scalars';
import { Title } from '../circuit';
import type { Job } from '../job';
import { few, tooMany } from '../limits';

const Count = v.pipe(v.number(), v.integer('expected a whole number'), ranged(0, 400, 'pieces'));

/** One line of a kit list, and how many were in the box. */
const KitLine = v.strictObject({
  name: Title,
  count: v.pipe(Count, v.minValue(1, 'expected one piece at least')),
  /** The shelf item it is; null: hardware. */
  item: v.nullable(Id),
  option: v.boolean(),
  /** As counted when the box was opened; null: nobody has looked. */
  has: v.nullable(Count),
});
const Kit = v.strictObject({ name: Title, fits: v.nullable(Fits), lines: few('kitLines', KitLine) });

export type KitLine = v.InferOutput<typeof KitLine>;

/** A line of the order list: what it is of, and which. */
export const PartKey = v.pipe(v.string(), v.regex(/^[a-z]+\/[a-zA-Z0-9-]{1,80}$/, 'expected a line of the order list'));
const Amount = ranged(0, 1_000_000, 'pieces or mm');
const Part = v.strictObject({
  /** On the shelf for this job; null: as is usual of such a part. */
  have: v.nullable(Amount),
  /** Ordered for this job, and come in. */
  arrived: Amount,
});
export type PartSaid = v.InferOutput<typeof Part>;
export const NO_PART: PartSaid = { have: null, arrived: 0 };

export const shape = {
  kits: few('kits', Kit),
  /** What a person has said of lines of the order list. */
  parts: v.pipe(v.record(PartKey, Part), v.maxEntries(400, 'expected 400 lines at most')),
};
export const empty = { kits: {}, parts: {} };

export const edits = editsOf<Job>()({
  /** Null: the kit goes out of the job; the gear that came in it stays. */
  setKit: {
    says: { id: Id, kit: v.nullable(Kit) },
    words: ({ kit }) => (kit ? `take ${kit.name}` : 'take kit out'),
    change: (job, { id, kit }) => ({ ...job, kits: entry(job.kits, id, kit) }),
  },
  /** How many were in the box; null: nobody has looked. */
  countKitLine: {
    says: { kit: Id, line: Id, has: v.nullable(Count) },
    words: 'count what is in the box',
    change(job, { kit, line, has }) {
      const known = Object.hasOwn(job.kits, kit) ? job.kits[kit]! : undefined;
      if (!known || !Object.hasOwn(known.lines, line))
        throw new OperationError('countKitLine', `line ${line} of kit ${kit} is no longer in the job`);
      const lines = { ...known.lines, [line]: { ...known.lines[line]!, has } };
      return { ...job, kits: { ...job.kits, [kit]: { ...known, lines } } };
    },
  },
  /** Null: as is usual of such a part. */
  setPart: {
    says: { part: PartKey, said: v.nullable(v.partial(Part)) },
    words: 'change a line of the order list',
    change: (job, { part, said }) => ({
      ...job,
      parts: entry(
        job.parts,
        part,
        whole('setPart', Part, Object.hasOwn(job.parts, part) ? job.parts[part] : NO_PART, said, part),
      ),
    }),
  },
});

export const faults = (job: Job): Fault[] => [
  ...tooMany('kits', job.kits, ['kits']),
  ...Object.entries(job.kits).flatMap(([id, { lines }]) => tooMany('kitLines', lines, ['kits', id, 'lines'])),
];
