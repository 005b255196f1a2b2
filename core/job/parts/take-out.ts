import * as v from 'valibot';
import { Fastener } from '../../craft/cover';
import { editsOf, entry, said, whole, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { own } from '../../document/patches';
import { Id, Text, ranged } from '../../text/scalars';
import { name } from '../../text/text';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { FastenerPart, changedFastener } from './fasteners';
import { gearOf } from './gear';

/** How gear is held, and so how it lets go; minutes are common practice. */
export const HOLDS = {
  face: { name: 'screws through its face', minutes: 4, line: 'Screws out of its face, holding it; then forward.' },
  sides: {
    name: 'bolts at its sides',
    minutes: 8,
    line: 'Bolts out of both sides, the lower ones last; it comes forward.',
  },
  sleeve: {
    name: 'sleeve and release keys',
    minutes: 4,
    line: 'Both release keys in until they click, then straight out by them.',
  },
  bracket: {
    name: 'bracket from behind',
    minutes: 10,
    line: 'Nuts off behind, a hand in front; it comes out the way it went in.',
  },
  through: {
    name: 'through a neighbour’s hole',
    minutes: 12,
    line: 'Reached through the hole beside it: long driver, a magnet for what falls.',
  },
  tabs: {
    name: 'bent tabs',
    minutes: 6,
    line: 'Tabs straightened with a blade, one at a time; they bend once or twice.',
  },
  clamp: { name: 'clamp', minutes: 5, line: 'Clamp opened, a hand under it.' },
  stuck: {
    name: 'stuck on',
    minutes: 10,
    line: 'Warm it, draw a line through the pads, wipe off what stays with 70 % isopropyl.',
  },
} as const;

/** Why it is replaced. */
export const REASONS = {
  none: 'not said',
  sun: 'bleached by the sun',
  water: 'water inside',
  dead: 'a dead channel or speaker',
  sources: 'lacks a source that is wished',
  weak: 'not loud enough',
  damaged: 'damaged',
} as const;

/** Where it goes. */
export const GOES_TO = {
  owner: 'to the owner',
  proven: 'kept until proven',
  scrap: 'scrap',
} as const;

/** What of it serves the new one. */
export const GIFTS = {
  bolts: 'bolts',
  bushings: 'bushings',
  bracket: 'bracket',
  facePlate: 'face plate',
  terminator: 'terminator and its clip',
  other: 'part',
} as const;
const keysOf = <T extends object>(of: T) => Object.keys(of) as [keyof T & string, ...(keyof T & string)[]];

const Gift = v.strictObject({
  what: v.picklist(keysOf(GIFTS)),
  /** Gear that gets it; null: what takes its place. */
  to: v.nullable(Id),
});
const Plug = v.strictObject({ name: name(80, 'expected what the plug goes to') });

/** What is known of gear that comes out. */
const TakeOut = v.strictObject({
  held: v.picklist(keysOf(HOLDS)),
  reason: v.picklist(keysOf(REASONS)),
  goesTo: v.picklist(keysOf(GOES_TO)),
  /** Null: as usual for how it is held. */
  minutes: v.nullable(ranged(0, 240, 'minutes')),
  note: Text,
  fasteners: few('fasteners', Fastener),
  plugs: few('plugs', Plug),
  gives: few('gives', Gift),
});
export type TakeOut = v.InferOutput<typeof TakeOut>;
export const NO_TAKE_OUT: TakeOut = {
  held: 'face',
  reason: 'none',
  goesTo: 'proven',
  minutes: null,
  note: '',
  fasteners: {},
  plugs: {},
  gives: {},
};
const NEW_FASTENER: v.InferOutput<typeof Fastener> = {
  count: 4,
  drive: 'cross2',
  size: 'M4 × 12',
  where: 'face',
  torqueNm: null,
  single: false,
};

export const shape = { takeOut: few('gear', TakeOut) };
export const empty = { takeOut: {} };

/** What is known of how gear comes out. */
export const takeOutOf = ({ takeOut }: Pick<Job, 'takeOut'>, gear: string): TakeOut =>
  Object.hasOwn(takeOut, gear) ? takeOut[gear]! : NO_TAKE_OUT;

const SCHEMAS = { plugs: Plug, gives: Gift } as const;
type List = keyof typeof SCHEMAS;

function withOut(job: Job, op: string, gear: string, change: (known: TakeOut) => TakeOut): Job {
  gearOf(job, op, gear);
  return { ...job, takeOut: { ...job.takeOut, [gear]: change(takeOutOf(job, gear)) } };
}
/** With an entry of one of its lists changed; null strikes it out. */
const withEntry = (job: Job, op: string, gear: string, list: List, id: string, part: object | null, fresh?: object) =>
  withOut(job, op, gear, (known) => {
    const entries = known[list] as Readonly<Record<string, object>>;
    const now = Object.hasOwn(entries, id) ? entries[id] : fresh;
    return { ...known, [list]: entry<object>(entries, id, whole(op, SCHEMAS[list] as never, now as never, part, id)) };
  });

const { held, reason, goesTo, minutes, note } = TakeOut.entries;
export const edits = editsOf<Job>()({
  setTakeOut: {
    says: { gear: Id, out: v.partial(v.strictObject({ held, reason, goesTo, minutes, note })) },
    words: 'change how it comes out',
    change: (job, { gear, out }) => withOut(job, 'setTakeOut', gear, (known) => ({ ...known, ...said(out) })),
  },
  /** Null strikes it out; of a new one what is not said is as usual. */
  setOutFastener: {
    says: { gear: Id, id: Id, fastener: v.nullable(FastenerPart) },
    words: 'change its fasteners',
    change: (job, { gear, id, fastener }) =>
      withOut(job, 'setOutFastener', gear, (known) => {
        const now = own(known.fasteners, id) ?? NEW_FASTENER;
        return {
          ...known,
          fasteners: entry(known.fasteners, id, changedFastener('setOutFastener', now, fastener, id)),
        };
      }),
  },
  setOutPlug: {
    says: { gear: Id, id: Id, plug: v.nullable(v.partial(Plug)) },
    words: 'change its plugs',
    change: (job, { gear, id, plug }) => withEntry(job, 'setOutPlug', gear, 'plugs', id, plug),
  },
  setGift: {
    says: { gear: Id, id: Id, gift: v.nullable(v.partial(Gift)) },
    words: 'change what it gives',
    change(job, { gear, id, gift }) {
      const to = gift?.to ?? null;
      if (to !== null && (to === gear || !Object.hasOwn(job.gear, to)))
        throw new OperationError('setGift', `to: expected other gear of this job, not ${to}`);
      return withEntry(job, 'setGift', gear, 'gives', id, gift, { to: null });
    },
  },
});

export function faults(job: Job): Fault[] {
  const found: Fault[] = [];
  for (const [gear, out] of Object.entries(job.takeOut)) {
    const { gives } = out;
    for (const list of ['fasteners', 'plugs', 'gives'] as const)
      found.push(...tooMany(list, out[list], ['takeOut', gear, list]));
    if (!Object.hasOwn(job.gear, gear)) found.push({ path: ['takeOut', gear], expected: 'expected gear of this job' });
    for (const [id, { to }] of Object.entries(gives))
      if (to !== null && (to === gear || !Object.hasOwn(job.gear, to)))
        found.push({ path: ['takeOut', gear, 'gives', id, 'to'], expected: 'expected other gear of this job' });
  }
  return found;
}

export function forget(job: Job, { kind, id }: Gone): Job {
  // Gear that comes out is still in the job.
  if (kind !== 'gear' || Object.hasOwn(job.gear, id)) return job;
  const left = without(job.takeOut, (gear) => gear === id);
  const names = Object.values(left).some(({ gives }) => Object.values(gives).some(({ to }) => to === id));
  if (!names) return { ...job, takeOut: left };
  const taken = Object.fromEntries(
    Object.entries(left).map(([gear, out]): [string, TakeOut] => [
      gear,
      {
        ...out,
        gives: Object.fromEntries(
          Object.entries(out.gives).map(([gift, one]) => [gift, one.to === id ? { ...one, to: null } : one]),
        ),
      },
    ]),
  );
  return { ...job, takeOut: taken };
}
