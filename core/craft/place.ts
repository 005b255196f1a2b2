import * as v from 'valibot';
import { GEAR_KIND_NAMES, type GearKind } from '../gear/gear';
import { MATERIAL_IDS } from '../tables/materials';
import { Id, Text, ranged } from '../text/scalars';
import { Opened } from './cover';
import { Panel } from './panel';

export const Millimetre = ranged(-30000, 30000, 'mm');
/** x forward, y left, z up, mm. */
export const Point = v.tuple([Millimetre, Millimetre, Millimetre]);
/** A direction in craft coordinates, of any length but none. */
export const Direction = v.pipe(
  v.tuple([v.number(), v.number(), v.number()]),
  v.check((direction) => direction.some((part) => part !== 0), 'expected a direction, not 0, 0, 0'),
);

export const EXPOSURES = ['sheltered', 'splash', 'jet', 'immersion'] as const;
export type Exposure = (typeof EXPOSURES)[number];
/** What water gets there, in words. */
export const EXPOSURE_NAMES: Record<Exposure, string> = {
  sheltered: 'no water',
  splash: 'splashes',
  jet: 'jets',
  immersion: 'under water',
};

/**
 * IEC 60529 second digits any one of which answers an exposure; an empty set asks for nothing. What is proven for
 * 9 alone is not held to 5 or 6 (edition 2.2, 2013), as 7 and 8 are not.
 */
export const EXPOSURE_ASKS: Record<Exposure, readonly number[]> = {
  sheltered: [],
  splash: [4, 5, 6],
  jet: [5, 6],
  immersion: [7, 8],
};

/** The side of gear that the water of its place reaches. */
export const WET_SIDES = { both: 'face and back', face: 'face alone', back: 'back alone' } as const;
export type WetSide = keyof typeof WET_SIDES;
export const WET_SIDE_IDS = Object.keys(WET_SIDES) as [WetSide, ...WetSide[]];

/** From where a place or a leg is worked at, where that is not from before it. */
export const WORKED_FROM = { below: 'from below', behind: 'from behind' } as const;
export type WorkedFrom = keyof typeof WORKED_FROM;
export const WORKED_FROM_IDS = Object.keys(WORKED_FROM) as [WorkedFrom, ...WorkedFrom[]];

/** How it is got at, apart from the covers before it. */
export const reached = {
  /** Absent: from before it. */
  workedFrom: v.optional(v.picklist(WORKED_FROM_IDS)),
  /** By hand through the opening of another place, which must stand empty meanwhile. */
  through: v.optional(Id),
};

const GEAR_KINDS = Object.keys(GEAR_KIND_NAMES) as [GearKind, ...GearKind[]];

export const Place = v.strictObject({
  name: Text,
  body: Id,
  /** Middle of the free room. */
  at: Point,
  /** The way the place faces. */
  faces: Direction,
  accepts: v.array(v.picklist(GEAR_KINDS)),
  /** Free room across, up and in, mm. */
  room: v.strictObject({ w: Millimetre, h: Millimetre, d: Millimetre }),
  exposure: v.picklist(EXPOSURES),
  /** Extra length left at this end so that the gear can be worked on, mm (common practice). */
  allowanceMm: ranged(0, 3000, 'mm'),
  covers: Opened,
  ...reached,
  /** What gear is screwed into there; absent: not known. */
  material: v.optional(v.picklist(MATERIAL_IDS)),
  /** Dust and mud get there: gear is asked to keep them out. */
  dust: v.optional(v.boolean()),
  /** Petrol engine, tank or vapour: only ignition-protected gear. */
  petrol: v.optional(v.boolean()),
  /** Which side of gear its water reaches; absent: both. */
  wet: v.optional(v.picklist(WET_SIDE_IDS)),
  /** The sun stands on it. */
  sun: v.optional(v.boolean()),
  /** Room beside the gear for wire that is left over, cm³; absent: none. */
  parkCm3: v.optional(ranged(1, 50000, 'cm³')),
  /** What gear is fitted into or on to there; absent: nobody has measured it. */
  panel: v.optional(Panel),
});
export type Place = v.InferOutput<typeof Place>;
