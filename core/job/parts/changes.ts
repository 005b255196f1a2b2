import * as v from 'valibot';
import {
  CHANGED_LISTS,
  CraftChanges,
  NO_CHANGES,
  entryFaults,
  entryOf,
  differing,
  drawnFor,
  type ChangedList,
} from '../../craft/changes';
import { foundCraft } from '../../craft/own';
import { COVER_STATES, CoverWay, type Cover, type CoverState, type Opened } from '../../craft/cover';
import { Leg } from '../../craft/leg';
import { Place } from '../../craft/place';
import { patternFaults } from '../../craft/pattern-faults';
import type { Pattern } from '../../craft/pattern';
import { editsOf, entry, mapped, said, whole, without } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { own } from '../../document/patches';
import { Id, Text } from '../../text/scalars';
import { NEW_FASTENER, NEW_LEG, NEW_PLACE, NEW_WAY } from '../../craft/usual-entry';
import type { Job } from '../job';
import { FastenerPart, changedFastener } from './fasteners';
import { craft, gone } from './keys';
import { atPlace } from './other-craft';

export const craftShape = {
  /** Covers, places and legs of this craft that differ from its pattern. */
  changes: CraftChanges,
};
export const craftEmpty = { changes: NO_CHANGES };

const State = v.picklist(COVER_STATES);
const { minutes, second, hint, cautions, after } = CoverWay.entries;
const WayOnce = v.partial(v.strictObject({ minutes, second, hint, cautions, after }));
type One<L extends ChangedList> = Pattern[L][string];

/** What of one list there is on this craft, as it is now. */
const found = <L extends ChangedList>({ craft }: Job, list: L, id: string): One<L> | undefined =>
  entryOf(craft, list, id);
const drawn = <L extends ChangedList>({ craft }: Job, list: L, id: string): One<L> | undefined =>
  own(drawnFor(craft)[list] as Readonly<Record<string, One<L>>>, id);

/** A job with an entry of one list as it is on this craft; what is as the pattern has it is no change. */
function withOne<L extends ChangedList>(job: Job, list: L, id: string, one: One<L> | null): Job {
  const { changes } = job.craft;
  const before = drawn(job, list, id);
  const change = one === null ? (before ? null : undefined) : differing(before, one);
  const next = without<unknown>({ ...changes[list], [id]: change }, (key) => key === id && change === undefined);
  return craft(job, { changes: { ...changes, [list]: next } });
}

function coverOf(job: Job, op: string, cover: string): Cover {
  const one = found(job, 'covers', cover);
  if (!one) throw new OperationError(op, `cover ${cover} is not on this craft (any more)`);
  return one;
}
/** A job with one way of opening a cover changed. */
function withWay(job: Job, op: string, cover: string, state: CoverState, change: (way: CoverWay) => CoverWay): Job {
  const one = coverOf(job, op, cover);
  const way = one.states[state];
  if (!way) throw new OperationError(op, `${one.name} is not opened so on this craft (any more): ${state}`);
  return withOne(job, 'covers', cover, { ...one, states: { ...one.states, [state]: change(way) } });
}

/** What an added cover hid, or had to be open before, without it. */
function uncovered(job: Job, cover: string): Job {
  const shut = (opened: Opened) => without(opened, (id) => id === cover);
  const { covers, places, legs } = job.craft.changes;
  const bare = (['places', 'legs'] as const).reduce(
    (now, list) =>
      Object.keys(list === 'places' ? places : legs).reduce((left, id) => {
        const one = found(left, list, id);
        return one ? withOne<'places' | 'legs'>(left, list, id, { ...one, covers: shut(one.covers) }) : left;
      }, now),
    job,
  );
  return Object.keys(covers).reduce((now, id) => {
    const one = found(now, 'covers', id);
    if (!one) return now;
    const states = mapped(one.states as Record<string, CoverWay>, (way) => ({ ...way, after: shut(way.after) }));
    return withOne(now, 'covers', id, { ...one, states });
  }, bare);
}

/** An added place goes with the ways that were added to it. */
function withoutWaysTo(job: Job, node: string): Job {
  const { changes } = job.craft;
  const legs = without(changes.legs, (_, leg) => leg !== null && (leg.from === node || leg.to === node));
  return craft(job, { changes: { ...changes, legs } });
}

const PlaceOnce = v.partial(v.omit(Place, ['covers', 'panel']));
const LegOnce = v.partial(
  v.strictObject({ ...v.omit(Leg, ['covers', 'tapeMm']).entries, tapeMm: v.nullable(Leg.entries.tapeMm.wrapped) }),
);

export const edits = editsOf<Job>()({
  /** Null: this craft has it not. A new one opens one way, off. */
  setCover: {
    says: { cover: Id, name: v.nullable(Text) },
    words: ({ name }) => (name === null ? 'take a cover away' : 'change cover'),
    change(job, { cover, name }) {
      if (name === null)
        return withOne(drawn(job, 'covers', cover) ? job : uncovered(job, cover), 'covers', cover, null);
      return withOne(job, 'covers', cover, { states: { off: NEW_WAY }, ...found(job, 'covers', cover), name });
    },
    takes: ({ cover, name }) => (name === null ? gone('cover', cover) : undefined),
  },
  /** Null: it is not opened so far, and no further. */
  setCoverWay: {
    says: { cover: Id, state: State, way: v.nullable(WayOnce) },
    words: 'change how a cover opens',
    change(job, { cover, state, way }) {
      const one = coverOf(job, 'setCoverWay', cover);
      const states = { ...one.states };
      if (way) states[state] = { ...(states[state] ?? NEW_WAY), ...said(way) };
      else delete states[state];
      if (!Object.keys(states).length)
        throw new OperationError('setCoverWay', `${one.name} opens in no other way; take it away instead`);
      return withOne(job, 'covers', cover, { ...one, states });
    },
  },
  /** Null strikes it out; of a new one what is not said is as usual. */
  setCoverFastener: {
    says: { cover: Id, state: State, id: Id, fastener: v.nullable(FastenerPart) },
    words: 'change fasteners of a cover',
    change: (job, { cover, state, id, fastener }) =>
      withWay(job, 'setCoverFastener', cover, state, (way) => {
        const known = own(way.fasteners, id) ?? NEW_FASTENER;
        return {
          ...way,
          fasteners: entry(way.fasteners, id, changedFastener('setCoverFastener', known, fastener, id)),
        };
      }),
  },
  /** A plug or hose that comes apart; null strikes it out. */
  setCoverPart: {
    says: { cover: Id, state: State, list: v.picklist(['plugs', 'hoses']), id: Id, name: v.nullable(Text) },
    words: ({ list }) => `change ${list} of a cover`,
    change: (job, { cover, state, list, id, name }) =>
      withWay(job, 'setCoverPart', cover, state, (way) => ({ ...way, [list]: entry(way[list], id, name) })),
  },
  /** How far a cover must be open for a place or a way; null: not at all. */
  setBehind: {
    says: { of: v.picklist(['places', 'legs']), id: Id, cover: Id, state: v.nullable(State) },
    words: 'change what a cover hides',
    change(job, { of, id, cover, state }) {
      const one = found(job, of, id);
      if (!one) throw new OperationError('setBehind', `${id} is not on this craft (any more)`);
      return withOne<'places' | 'legs'>(job, of, id, { ...one, covers: entry(one.covers, cover, state) });
    },
  },
  /** Null: this craft has it not. */
  setPlace: {
    says: { place: Id, part: v.nullable(PlaceOnce) },
    words: ({ part }) => (part === null ? 'take a place away' : 'change place'),
    change(job, { place, part }) {
      if (part) {
        const known = found(job, 'places', place) ?? NEW_PLACE;
        return withOne(job, 'places', place, whole('setPlace', Place, known, part, place));
      }
      const there = atPlace(job, place);
      if (there.length)
        throw new OperationError('setPlace', `${there.join(', ')} is there: it needs another place first`);
      return withOne(drawn(job, 'places', place) ? job : withoutWaysTo(job, place), 'places', place, null);
    },
    takes: ({ place, part }) => (part === null ? gone('place', place) : undefined),
  },
  /** Null: no wire goes there. A tape length of null: as the drawing gives. */
  setLeg: {
    says: { leg: Id, part: v.nullable(LegOnce) },
    words: ({ part }) => (part === null ? 'take a leg out' : 'change leg'),
    change(job, { leg, part }) {
      if (part === null) return withOne(job, 'legs', leg, null);
      const { tapeMm, ...rest } = said(part);
      const { tapeMm: before, ...known } = found(job, 'legs', leg) ?? NEW_LEG;
      const tape = part.tapeMm === undefined ? before : tapeMm;
      const next = whole('setLeg', Leg, known as Partial<Leg>, { ...rest, ...(tape ? { tapeMm: tape } : {}) }, leg);
      return withOne(job, 'legs', leg, next);
    },
    takes: ({ leg, part }) => (part === null ? gone('leg', leg) : undefined),
  },
  /** Back to what the pattern has. */
  asDrawn: {
    says: { of: v.picklist(CHANGED_LISTS), id: Id },
    words: 'back to the pattern',
    change(job, { of, id }) {
      const before = drawn(job, of, id);
      if (!before) throw new OperationError('asDrawn', `the pattern has no ${id}`);
      return withOne(job, of, id, before);
    },
  },
});

export function faults(job: Job): Fault[] {
  const { changes } = job.craft;
  const pattern = drawnFor(job.craft);
  const path = ['craft', 'changes'];
  const unknown = CHANGED_LISTS.flatMap((list) =>
    Object.entries(changes[list]).flatMap(([id, one]): Fault[] =>
      one === null && !Object.hasOwn(pattern[list], id)
        ? [{ path: [...path, list, id], expected: 'expected one that the pattern has' }]
        : entryFaults(job.craft, list, id).map((fault) => ({
            path: [...path, list, id, ...(fault.path === id ? [] : fault.path.split('.'))],
            expected: fault.expected,
          })),
    ),
  );
  const as = foundCraft(job);
  if (as === pattern) return unknown;
  const taken = Object.keys(changes.places).find(
    (id) => Object.hasOwn(pattern.junctions, id) && !Object.hasOwn(pattern.places, id),
  );
  return [
    ...unknown,
    ...(taken ? [{ path: [...path, 'places', taken], expected: 'expected a key that no junction has' }] : []),
    ...patternFaults(as).map((fault) => ({ path: [...path, ...fault.path.split('.')], expected: fault.expected })),
  ];
}

/** A job whose legs nobody has held a tape to. */
export const withoutTapes = (job: Job): Job =>
  Object.keys(job.craft.changes.legs).reduce((now, id) => {
    const leg = found(now, 'legs', id);
    return leg ? withOne(now, 'legs', id, without<unknown>(leg, (member) => member === 'tapeMm') as Leg) : now;
  }, job);
