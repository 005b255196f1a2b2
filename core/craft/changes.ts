import * as v from 'valibot';
import { mapped, without } from '../document/edits';
import { problemsOf } from '../document/fault';
import { isTree, own, same } from '../document/patches';
import { Id, Text, entriesOf } from '../text/scalars';
import { withoutCover, withoutPartner } from './panel';
import { variantOfYear, withVariant, type Variant } from './variants';
import { COVER_STATES, Cover, CoverWay, Fastener, type Opened } from './cover';
import { Leg } from './leg';
import { Place } from './place';
import type { Pattern, Stroke, View } from './pattern';

/** What may differ on one craft from its pattern. */
export const CHANGED = { covers: Cover, places: Place, legs: Leg } as const;
export type ChangedList = keyof typeof CHANGED;
export const CHANGED_LISTS = Object.keys(CHANGED) as [ChangedList, ...ChangedList[]];

const Opening = v.record(Id, v.nullable(v.picklist(COVER_STATES)));
const Texts = v.record(Id, v.nullable(Text));
const { minutes } = CoverWay.entries;
const WayChange = v.nullable(
  v.partial(
    v.strictObject({
      ...CoverWay.entries,
      minutes: v.partial(minutes),
      after: Opening,
      fasteners: v.record(Id, v.nullable(Fastener)),
      plugs: Texts,
      hoses: Texts,
    }),
  ),
);
const CoverChange = v.partial(
  v.strictObject({
    name: Text,
    states: v.partial(v.strictObject({ loosened: WayChange, aside: WayChange, off: WayChange })),
  }),
);
const { room } = Place.entries;
const PlaceChange = v.partial(v.strictObject({ ...Place.entries, room: v.partial(room), covers: Opening }));
const { tapeMm } = Leg.entries;
const LegChange = v.partial(v.strictObject({ ...Leg.entries, covers: Opening, tapeMm: v.nullable(tapeMm.wrapped) }));

/**
 * How one craft differs from its pattern, member by member, so that two people's changes of one cover both stand: a JSON
 * merge patch (RFC 7396), where a fastener is taken whole. Null: this craft has it not. What the pattern has not is whole.
 */
export const CraftChanges = v.strictObject({
  covers: entriesOf(60, 'covers', v.nullable(CoverChange)),
  places: entriesOf(60, 'places', v.nullable(PlaceChange)),
  legs: entriesOf(120, 'ways', v.nullable(LegChange)),
});
export type CraftChanges = v.InferOutput<typeof CraftChanges>;
export const NO_CHANGES: CraftChanges = { covers: {}, places: {}, legs: {} };

/** A pattern, which of its variants one craft is, and what differs from that on it. */
export interface OwnCraft {
  readonly pattern: Pattern;
  readonly variant: Variant;
  /** Its model year, which may tell a variant where nobody has said one. */
  readonly year: number | null;
  readonly changes: CraftChanges;
}

/** The pattern of one craft in its variant: as it was drawn, before anything differs. */
export const drawnFor = ({ pattern, variant, year }: Omit<OwnCraft, 'changes'>): Pattern =>
  pattern.options
    ? withVariant(pattern, { ...(year === null ? {} : variantOfYear(pattern, year)), ...variant })
    : pattern;

/** Whether a member is taken whole: it has nulls of its own. */
const isWhole = (key: string, within: string) => within === 'fasteners' || key === 'panel';

const isPlugged = ({ plugs, hoses }: CoverWay, id: string) => Object.hasOwn(plugs, id) || Object.hasOwn(hoses, id);

/** A value with what differs of it. */
function merged(before: unknown, change: unknown, key = '', within = ''): unknown {
  if (!isTree(change) || isWhole(key, within)) return change;
  const next: Record<string, unknown> = isTree(before) ? { ...before } : {};
  for (const [member, value] of Object.entries(change)) {
    if (value === null) delete next[member];
    else next[member] = merged(own(next, member), value, member, key);
  }
  return next;
}

/** What of a value differs from what it was: `merged` of both gives the value again. Nothing where it is the same. */
export function differing(before: unknown, now: unknown, key = '', within = ''): unknown {
  if (same(before, now)) return undefined;
  if (!isTree(before) || !isTree(now) || isWhole(key, within)) return now;
  const change: Record<string, unknown> = {};
  for (const member of new Set([...Object.keys(before), ...Object.keys(now)])) {
    const said = Object.hasOwn(now, member) ? differing(own(before, member), now[member], member, key) : null;
    if (said !== undefined) change[member] = said;
  }
  return change;
}

/** Changes never change in place: what a pattern is with them is worked out once. */
const known = new WeakMap<CraftChanges, { readonly of: Pattern; readonly made: Pattern }>();

/**
 * The pattern with what differs on one craft. Where a place is not there, wires still pass; what a cover that is not
 * there hides is open. The very same object where nothing differs.
 */
export function withChanges(craft: OwnCraft): Pattern {
  const { changes } = craft;
  const pattern = drawnFor(craft);
  if (Object.values(changes).every((list) => !Object.keys(list).length)) return pattern;
  const before = known.get(changes);
  if (before?.of === pattern) return before.made;
  const made = changed(craft);
  known.set(changes, { of: pattern, made });
  return made;
}

/**
 * One entry as it is on this craft, with all that it names, whether that is there or not: an edit must not forget a cover
 * that comes back. Undefined where there is none.
 */
export function entryOf<L extends ChangedList>(craft: OwnCraft, list: L, id: string): Pattern[L][string] | undefined {
  const { changes } = craft;
  const drawn = own(drawnFor(craft)[list] as Readonly<Record<string, unknown>>, id);
  const change = own(changes[list] as Readonly<Record<string, unknown>>, id);
  if (change === null) return undefined;
  return (change === undefined ? drawn : merged(drawn, change)) as Pattern[L][string] | undefined;
}

/** Entries of one list as they are on this craft; one that says less than it must is left out, and its faults told. */
function entries<L extends ChangedList>(craft: OwnCraft, list: L): Pattern[L] {
  const now: Record<string, unknown> = { ...drawnFor(craft)[list] };
  for (const id of Object.keys(craft.changes[list])) {
    const one = entryOf(craft, list, id);
    if (v.is(CHANGED[list], one)) now[id] = one;
    else delete now[id];
  }
  return now as Pattern[L];
}

/** What of one entry is missing or out of its range, as it would be on this craft. */
export function entryFaults(craft: OwnCraft, list: ChangedList, id: string) {
  const one = entryOf(craft, list, id);
  const parsed = one && v.safeParse(CHANGED[list], one);
  return !parsed || parsed.success ? [] : problemsOf(parsed.issues, id);
}

function changed(craft: OwnCraft): Pattern {
  const pattern = drawnFor(craft);
  const { covers, places } = craft.changes;
  const shut = (opened: Opened) => without(opened, (id) => own(covers, id) === null);
  const passed = Object.entries(pattern.places).flatMap(([id, { name, body, at }]) =>
    own(places, id) === null ? [[id, { name, body, at }] as const] : [],
  );
  const goneOf = (list: Readonly<Record<string, unknown>>) => Object.keys(list).filter((id) => list[id] === null);
  const isPassed = (id: string | null | undefined) => passed.some(([one]) => one === id);
  /** What was drawn of a cover that is not there is drawn of the craft itself. */
  const bare = ({ bounds, strokes }: View): View => ({
    bounds,
    strokes: mapped(strokes, (stroke) =>
      stroke.cover !== undefined && own(covers, stroke.cover) === null
        ? (without<unknown>(stroke, (member) => member === 'cover') as Stroke)
        : stroke,
    ),
  });
  /** What was got at through a place that is not there is got at otherwise: nobody knows how. */
  const byHand = <T extends { through?: string | undefined }>(one: T): T =>
    isPassed(one.through) ? (without<unknown>(one, (member) => member === 'through') as T) : one;
  return {
    ...pattern,
    covers: mapped(entries(craft, 'covers'), (cover) => ({
      ...cover,
      states: mapped(cover.states as Record<string, CoverWay>, (way) => ({
        ...way,
        after: shut(way.after),
        ...(way.plugHints ? { plugHints: without(way.plugHints, (id) => !isPlugged(way, id)) } : {}),
      })),
    })),
    places: mapped(entries(craft, 'places'), (place) => ({
      ...byHand(place),
      covers: shut(place.covers),
      ...(place.panel
        ? { panel: goneOf(places).reduce(withoutPartner, goneOf(covers).reduce(withoutCover, place.panel)) }
        : {}),
    })),
    junctions: { ...pattern.junctions, ...Object.fromEntries(passed) },
    legs: mapped(entries(craft, 'legs'), (leg) => ({
      ...byHand(leg),
      covers: shut(leg.covers),
      ...(leg.fish ? { fish: { ...leg.fish, covers: shut(leg.fish.covers) } } : {}),
    })),
    ...(goneOf(covers).length ? { drawing: mapped(pattern.drawing, bare) as Pattern['drawing'] } : {}),
    ...(pattern.usualCircuits
      ? {
          usualCircuits: mapped(pattern.usualCircuits, (one) => (isPassed(one.place) ? { ...one, place: null } : one)),
        }
      : {}),
    ...(pattern.usualGear ? { usualGear: without(pattern.usualGear, (_, { place }) => isPassed(place)) } : {}),
    ...(pattern.usualBatteries
      ? {
          usualBatteries: mapped(pattern.usualBatteries, (one) =>
            isPassed(one.place) ? { ...one, place: null } : one,
          ),
        }
      : {}),
  };
}
