import * as v from 'valibot';
import { CRAFT_KINDS, GearItem, Year } from '../gear/gear';
import { ACCESS_IDS, EXISTING_USE_IDS, FOUND_SIZES } from '../tables/circuits';
import { Insulation } from '../tables/colours';
import { MATERIAL_IDS } from '../tables/materials';
import { Id, Text, entriesOf, ranged } from '../text/scalars';
import { Cover } from './cover';
import { Joint } from './joint';
import { KeepFree } from './keep-free';
import { Leg } from './leg';
import { Millimetre, Place, Point } from './place';

/** Version of the craft pattern this planner writes. */
export const PATTERN_VERSION = 3;

export const Junction = v.strictObject({ name: Text, body: Id, at: Point });

/** A measure of this one craft that stretches its pattern along an axis. */
export const Measure = v.strictObject({
  name: Text,
  axis: v.picklist(['x', 'y', 'z']),
  /** The two coordinates it is taken between; across (y) it is symmetrical, from −b to b. */
  of: v.tuple([Millimetre, Millimetre]),
  /** Where the difference is taken up: a stretch without arcs. Across, on the left half, mirrored on the right. */
  grows: v.tuple([Millimetre, Millimetre]),
  /** Least and most, mm. */
  range: v.tuple([Millimetre, Millimetre]),
});
export type Measure = v.InferOutput<typeof Measure>;

export const PENS = ['outline', 'line', 'fine', 'hidden', 'centre'] as const;
export const FILLS = [
  'none',
  'paper',
  'panel',
  'dark',
  'metal',
  'tyre',
  'glass',
  'seat',
  'lamp',
  'hot',
  'wood',
  'soft',
] as const;
/** One stroke group of the drawing, in craft millimetres of its view. */
export const Stroke = v.strictObject({
  /** Its rank: what lies higher hides what lies lower. */
  at: ranged(-1e6, 1e6, '(rank)'),
  body: Id,
  pen: v.picklist(PENS),
  fill: v.picklist(FILLS),
  cover: v.optional(Id),
  /** Drawn only where these options are chosen so: option → choice. */
  only: v.optional(v.record(Id, Id)),
  d: v.pipe(v.string(), v.regex(/^[MLHVCSQTAZ0-9 ,.\-\n]*$/, 'expected SVG path data in absolute coordinates')),
});
export type Stroke = v.InferOutput<typeof Stroke>;

const View = v.strictObject({
  /** Bounds in craft mm: [left, bottom, right, top]. Side view: x and z; top view: x and y. */
  bounds: v.tuple([Millimetre, Millimetre, Millimetre, Millimetre]),
  strokes: entriesOf(3000, 'strokes', Stroke),
});
export type View = v.InferOutput<typeof View>;

const ranked = new WeakMap<View, readonly (readonly [string, Stroke])[]>();
/** The strokes of a view from the lowest to the highest, each with its key; of one rank by their keys. */
export function strokesOf(view: View): readonly (readonly [string, Stroke])[] {
  let strokes = ranked.get(view);
  if (!strokes)
    ranked.set(
      view,
      (strokes = Object.entries(view.strokes).sort(
        ([a, { at: low }], [b, { at: high }]) => low - high || (a < b ? -1 : 1),
      )),
    );
  return strokes;
}

/** A circuit that such a craft has from the works: offered at Intake, metered there. */
export const UsualCircuit = v.strictObject({
  name: Text,
  colour: Insulation,
  use: v.picklist(EXISTING_USE_IDS),
  access: v.picklist(ACCESS_IDS),
  place: v.nullable(Id),
  fuseA: v.nullable(ranged(0, 200, 'A')),
  drawsA: v.nullable(ranged(0, 200, 'A')),
  size: v.nullable(v.picklist(FOUND_SIZES)),
  lengthMm: v.nullable(ranged(0, 30000, 'mm')),
  negative: v.boolean(),
  shares: Text,
});
export type UsualCircuit = v.InferOutput<typeof UsualCircuit>;

export const UsualBattery = v.strictObject({
  name: Text,
  role: v.picklist(['both', 'start', 'house']),
  place: v.nullable(Id),
});

/** A piece from the works and where it sits. */
export interface UsualGear {
  readonly item: GearItem;
  readonly place: string;
}
// Written out where the compiler would spell the whole of it again and again.
export const UsualGear: v.GenericSchema<unknown, UsualGear> = v.strictObject({ item: GearItem, place: Id });

/** Entries of a pattern by id. A craft has fewer of each, and every one is weighed when a wire is laid. */
const lists = {
  places: entriesOf(150, 'places', Place),
  junctions: entriesOf(200, 'junctions', Junction),
  legs: entriesOf(400, 'legs', Leg),
  covers: entriesOf(60, 'covers', Cover),
};
const here = {
  /** Where the battery posts are and where a switched source can be tapped: keys of places. */
  batteryPlace: Id,
  switchedPlace: Id,
};
const there = {
  keepFree: v.optional(entriesOf(40, 'rooms kept free', KeepFree)),
  /** The batteries such a craft has and where they stand: what a new job begins with. */
  usualBatteries: v.optional(v.record(Id, UsualBattery)),
  usualCircuits: v.optional(entriesOf(40, 'circuits', UsualCircuit)),
  /** Radio, amplifiers and speakers from the works: offered at Intake as kept. */
  usualGear: v.optional(entriesOf(24, 'pieces', UsualGear)),
};

type OrNull<T> = Readonly<Record<string, T | null>>;
/** What is otherwise where a choice is taken: entries whole; null: not there. */
export interface VariantChange {
  readonly places?: OrNull<Place> | undefined;
  readonly junctions?: OrNull<v.InferOutput<typeof Junction>> | undefined;
  readonly legs?: OrNull<Leg> | undefined;
  readonly covers?: OrNull<Cover> | undefined;
  readonly keepFree?: OrNull<KeepFree> | undefined;
  readonly usualBatteries?: OrNull<v.InferOutput<typeof UsualBattery>> | undefined;
  readonly usualCircuits?: OrNull<UsualCircuit> | undefined;
  readonly usualGear?: OrNull<UsualGear> | undefined;
  readonly batteryPlace?: string | undefined;
  readonly switchedPlace?: string | undefined;
}
const orNull = <T extends v.GenericSchema>(entry: T) => v.record(Id, v.nullable(entry));
const VariantChange: v.GenericSchema<unknown, VariantChange> = v.partial(
  v.strictObject({
    places: orNull(Place),
    junctions: orNull(Junction),
    legs: orNull(Leg),
    covers: orNull(Cover),
    keepFree: orNull(KeepFree),
    usualBatteries: orNull(UsualBattery),
    usualCircuits: orNull(UsualCircuit),
    usualGear: orNull(UsualGear),
    ...here,
  }),
);
/** What differs between crafts of one pattern by year, seats or trim, and the answers there are. */
export const VariantOption = v.strictObject({
  name: Text,
  /** The choice that the rest of the pattern is drawn as. */
  usual: Id,
  choices: v.pipe(
    entriesOf(
      8,
      'choices',
      v.strictObject({
        name: Text,
        /** Model years that have it; null: open at that end. */
        years: v.optional(v.strictObject({ from: v.nullable(Year), to: v.nullable(Year) })),
        change: VariantChange,
      }),
    ),
    v.minEntries(2, 'expected two choices at least'),
  ),
});
export type VariantOption = v.InferOutput<typeof VariantOption>;

/** A photograph under the sheet of one view while a craft is drawn, and how it lies in that view's plane. */
export const Underlay = v.strictObject({
  photo: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'expected a photograph of this workshop')),
  /** Its size, pixels. */
  px: v.tuple([ranged(1, 20000, 'px'), ranged(1, 20000, 'px')]),
  /** Row by row, what takes a point of the view, mm, to one of the picture, pixels; the last number is 1 or near it. */
  toPx: v.pipe(v.array(v.number()), v.length(9, 'expected nine numbers')),
});
export type Underlay = v.InferOutput<typeof Underlay>;

export const Pattern = v.strictObject({
  version: v.literal(PATTERN_VERSION, `expected ${PATTERN_VERSION}`),
  id: Id,
  name: Text,
  kind: v.picklist(CRAFT_KINDS),
  bodies: entriesOf(20, 'bodies', v.strictObject({ name: Text })),
  ...lists,
  joints: entriesOf(12, 'joints', Joint),
  measures: entriesOf(20, 'measures', Measure),
  /** Settings that are lost when the battery is off, as this kind of craft has them: offered at Intake. */
  usualMemories: v.record(Id, v.strictObject({ name: Text, relearn: Text })),
  ...here,
  ...there,
  /** It has no engine, shift or steering of its own. */
  towed: v.optional(v.literal(true)),
  /** What differs by year, seats or trim. */
  options: v.optional(entriesOf(8, 'options', VariantOption)),
  /** The rider's or helmsman's ears. */
  ears: Point,
  /** Others who listen: where a zone may be judged at. */
  listeners: v.optional(v.record(Id, v.strictObject({ name: Text, at: Point }))),
  /** Where a magnetic compass is. */
  compass: v.optional(Point),
  /** What the hull or body is made of: panels of that material follow it where a job says another. */
  hull: v.optional(v.picklist(MATERIAL_IDS)),
  /** Farthest a fuse may sit from the battery along the conductor, mm, and whose rule that is. */
  fuseWithinMm: ranged(50, 2000, 'mm'),
  fuseWithinSource: Text,
  drawing: v.strictObject({ side: View, top: View }),
  underlays: v.optional(v.partial(v.strictObject({ side: Underlay, top: Underlay }))),
});
/** An interface, for its name: the compiler would write it out wherever a type holds it. */
export interface Pattern extends v.InferOutput<typeof Pattern> {}

/** The place or junction of a name; nothing where there is none. */
export function nodeOf(
  { places, junctions }: Pick<Pattern, 'places' | 'junctions'>,
  id: string,
): Pattern['places'][string] | Pattern['junctions'][string] | undefined {
  if (Object.hasOwn(places, id)) return places[id];
  return Object.hasOwn(junctions, id) ? junctions[id] : undefined;
}

/** Patterns checked before. One never changes in place, and it is most of a document: each object is checked once. */
const checked = new WeakSet<object>();

/** A pattern inside a document; one that has been checked comes through as the very same object. */
export const PatternOnce: v.GenericSchema<unknown, Pattern> = v.lazy((input) =>
  typeof input === 'object' && input !== null && checked.has(input)
    ? v.custom<Pattern>(() => true)
    : v.pipe(
        Pattern,
        v.transform((pattern) => {
          checked.add(pattern);
          return pattern;
        }),
      ),
);
