import * as v from 'valibot';
import { CRAFT_KINDS, GearItem } from '../gear/gear';
import { Panel, panelFaults } from './panel';
import { CAUTION_IDS } from '../tables/cautions';
import { DRIVE_IDS, REACH_IDS } from '../tables/fasteners';
import { MATERIAL_IDS } from '../tables/materials';
import { Id, Text, entriesOf, ranged } from '../text/scalars';

/** Version of the craft pattern this planner writes. */
export const PATTERN_VERSION = 2;

/** How far a cover is opened, from least to most; "on" is not to need it at all. */
export const COVER_STATES = ['loosened', 'aside', 'off'] as const;
export type CoverState = (typeof COVER_STATES)[number];

/** What must be open, and how far: cover → state. */
const Opened = v.record(Id, v.picklist(COVER_STATES));
export type Opened = v.InferOutput<typeof Opened>;

const Millimetre = ranged(-30000, 30000, 'mm');
/** x forward, y left, z up, mm. */
export const Point = v.tuple([Millimetre, Millimetre, Millimetre]);

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

const GEAR_KINDS = GearItem.options.map((option) => option.entries.kind.literal);

export const Place = v.strictObject({
  name: Text,
  body: Id,
  /** Middle of the free room. */
  at: Point,
  /** The way the place faces: a direction in craft coordinates, of any length but none. */
  faces: v.pipe(
    v.tuple([v.number(), v.number(), v.number()]),
    v.check((direction) => direction.some((part) => part !== 0), 'expected a direction, not 0, 0, 0'),
  ),
  accepts: v.array(v.picklist(GEAR_KINDS)),
  /** Free room across, up and in, mm. */
  room: v.strictObject({ w: Millimetre, h: Millimetre, d: Millimetre }),
  exposure: v.picklist(EXPOSURES),
  /** Extra length left at this end so that the gear can be worked on, mm (common practice). */
  allowanceMm: ranged(0, 3000, 'mm'),
  covers: Opened,
  /** What gear is screwed into there; absent: not known. */
  material: v.optional(v.picklist(MATERIAL_IDS)),
  /** Dust and mud get there: gear is asked to keep them out. */
  dust: v.optional(v.boolean()),
  /** Petrol engine, tank or vapour: only ignition-protected gear. */
  petrol: v.optional(v.boolean()),
  /** What gear is fitted into or on to there; absent: nobody has measured it. */
  panel: v.optional(Panel),
});
export type Place = v.InferOutput<typeof Place>;

const Junction = v.strictObject({ name: Text, body: Id, at: Point });

export const HAZARDS = {
  hot: { name: 'exhaust or hot engine', banned: true },
  moving: { name: 'moving suspension or chain', banned: true },
  edge: { name: 'sharp edge', banned: false },
  warm: { name: 'warm radiator hose', banned: false },
} as const;
export type Hazard = keyof typeof HAZARDS;

export const Leg = v.strictObject({
  name: Text,
  from: Id,
  to: Id,
  via: v.array(Point),
  /** As a tape has it on this craft, mm: over what the drawing gives. */
  tapeMm: v.optional(ranged(1, 30000, 'mm')),
  /** A joint this leg crosses; its length is then the joint's need, not the polyline. */
  joint: v.optional(Id),
  hazards: v.array(v.picklist(Object.keys(HAZARDS) as [Hazard, ...Hazard[]])),
  engineSpace: v.boolean(),
  covers: Opened,
  /** The leg can also be fished, with less opened and more time. */
  fish: v.optional(v.strictObject({ minutes: ranged(0, 240, 'minutes'), covers: Opened })),
});
export type Leg = v.InferOutput<typeof Leg>;

/** The one kind of joint so far: a steering neck. */
const Joint = v.strictObject({
  name: Text,
  kind: v.literal('steer'),
  /** `fixed` stays, `turning` swings. */
  fixed: Id,
  turning: Id,
  axisPoint: Point,
  axisDirection: v.tuple([v.number(), v.number(), v.number()]),
  /** Lock to lock, degrees about the axis direction, right-hand rule; zero is straight ahead. */
  rangeDeg: v.tuple([ranged(-120, 0, '°'), ranged(0, 120, '°')]),
  /** Nothing passes nearer the axis than this, mm: the wire goes round the neck. */
  obstacleRadiusMm: ranged(0, 300, 'mm'),
  /** Added for the two bends at the tie points, mm (common practice). */
  bendAllowanceMm: ranged(0, 300, 'mm'),
});
export type Joint = v.InferOutput<typeof Joint>;

export const Fastener = v.strictObject({
  count: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 100, 'fasteners')),
  drive: v.picklist(DRIVE_IDS),
  /** Thread and length, or what the trade calls it: "M6 × 20". */
  size: Text,
  where: Text,
  torqueNm: v.nullable(ranged(0.1, 200, 'N·m')),
  /** Does not go back: a new one does. */
  single: v.boolean(),
  /** How it is got at; absent: straight on. */
  reach: v.optional(v.picklist(REACH_IDS)),
});
export type Fastener = v.InferOutput<typeof Fastener>;

export const CoverWay = v.strictObject({
  /** Minutes to open this far and to put back. */
  minutes: v.strictObject({ off: ranged(0, 240, 'minutes'), on: ranged(0, 240, 'minutes') }),
  /** What is open before it, and how far. */
  after: Opened,
  fasteners: v.pipe(v.record(Id, Fastener), v.maxEntries(40, 'expected 40 kinds of fastener at most')),
  /** Connectors and hoses that come apart: each is a thing to put back. */
  plugs: v.record(Id, Text),
  hoses: v.record(Id, Text),
  /** Two people. */
  second: v.boolean(),
  cautions: v.array(v.picklist(CAUTION_IDS)),
  /** How it comes off, in a sentence. */
  hint: Text,
});
export type CoverWay = v.InferOutput<typeof CoverWay>;

export const Cover = v.strictObject({
  name: Text,
  /** The states it can be opened to. */
  states: v.pipe(
    v.partial(v.strictObject({ loosened: CoverWay, aside: CoverWay, off: CoverWay })),
    v.check((states) => Object.keys(states).length > 0, 'expected at least one of loosened, aside, off'),
  ),
});
export type Cover = v.InferOutput<typeof Cover>;

/** A measure of this one craft that stretches its pattern along an axis. */
const Measure = v.strictObject({
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

/** One stroke group of the drawing, in craft millimetres of its view. */
const Stroke = v.strictObject({
  body: Id,
  pen: v.picklist(['outline', 'line', 'fine', 'hidden', 'centre']),
  fill: v.picklist(['none', 'paper', 'panel', 'dark', 'metal', 'tyre', 'glass', 'seat', 'lamp', 'hot']),
  cover: v.optional(Id),
  d: v.pipe(v.string(), v.regex(/^[MLHVCSQTAZ0-9 ,.\-\n]*$/, 'expected SVG path data in absolute coordinates')),
});
export type Stroke = v.InferOutput<typeof Stroke>;

const View = v.strictObject({
  /** Bounds in craft mm: [left, bottom, right, top]. Side view: x and z; top view: x and y. */
  bounds: v.tuple([Millimetre, Millimetre, Millimetre, Millimetre]),
  strokes: v.pipe(v.array(Stroke), v.maxLength(3000, 'expected 3000 strokes at most')),
});

// A craft has fewer of each, and every one is weighed when a wire is laid.
export const Pattern = v.strictObject({
  version: v.literal(PATTERN_VERSION, `expected ${PATTERN_VERSION}`),
  id: Id,
  name: Text,
  kind: v.picklist(CRAFT_KINDS),
  bodies: entriesOf(20, 'bodies', v.strictObject({ name: Text })),
  places: entriesOf(150, 'places', Place),
  junctions: entriesOf(200, 'junctions', Junction),
  legs: entriesOf(400, 'legs', Leg),
  joints: entriesOf(12, 'joints', Joint),
  covers: entriesOf(60, 'covers', Cover),
  measures: entriesOf(20, 'measures', Measure),
  /** Settings that are lost when the battery is off, as this kind of craft has them: offered at Intake. */
  usualMemories: v.record(Id, v.strictObject({ name: Text, relearn: Text })),
  /** Where the battery posts are and where a switched source can be tapped: keys of places. */
  batteryPlace: Id,
  switchedPlace: Id,
  /** The rider's or helmsman's ears. */
  ears: Point,
  /** Others who listen: where a zone may be judged at. */
  listeners: v.optional(v.record(Id, v.strictObject({ name: Text, at: Point }))),
  /** Where a magnetic compass is. */
  compass: v.optional(Point),
  /** What the hull or body is made of: panels of that material follow it where a job says another. */
  hull: v.optional(v.picklist(MATERIAL_IDS)),
  /** The batteries such a craft has and where they stand: what a new job begins with. */
  usualBatteries: v.optional(
    v.record(Id, v.strictObject({ name: Text, role: v.picklist(['both', 'start', 'house']), place: v.nullable(Id) })),
  ),
  /** Farthest a fuse may sit from the battery along the conductor, mm, and whose rule that is. */
  fuseWithinMm: ranged(50, 2000, 'mm'),
  fuseWithinSource: Text,
  drawing: v.strictObject({ side: View, top: View }),
});
export type Pattern = v.InferOutput<typeof Pattern>;

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
export const PatternOnce: v.GenericSchema<Pattern> = v.lazy((input) =>
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

const faultsOf = new WeakMap<Pattern, readonly PatternFault[]>();
interface PatternFault {
  readonly path: string;
  readonly expected: string;
}

/** Everything a pattern names must exist, and only a joint may connect two bodies. Returns the faults. */
export function patternFaults(pattern: Pattern): readonly PatternFault[] {
  let faults = faultsOf.get(pattern);
  if (!faults) faultsOf.set(pattern, (faults = findFaults(pattern)));
  return faults;
}

function findFaults(pattern: Pattern): PatternFault[] {
  const faults: PatternFault[] = [];
  const need = (ok: boolean, path: string, expected: string) => {
    if (!ok) faults.push({ path, expected });
  };
  const opened = (covers: Opened, path: string) => {
    for (const [id, state] of Object.entries(covers))
      need(
        stateFor(pattern.covers[id], state) !== undefined,
        `${path}.${id}`,
        `expected a cover of this pattern that can be ${state}`,
      );
  };
  const bodyOf = (id: string) => nodeOf(pattern, id)?.body;
  for (const [id, node] of [...Object.entries(pattern.places), ...Object.entries(pattern.junctions)])
    need(Object.hasOwn(pattern.bodies, node.body), `${id}.body`, 'expected a body of this pattern');
  for (const [id, leg] of Object.entries(pattern.legs)) {
    const from = bodyOf(leg.from);
    const to = bodyOf(leg.to);
    need(from !== undefined, `legs.${id}.from`, 'expected a place or junction');
    need(to !== undefined, `legs.${id}.to`, 'expected a place or junction');
    const joint = leg.joint === undefined ? undefined : pattern.joints[leg.joint];
    need(leg.joint === undefined || joint !== undefined, `legs.${id}.joint`, 'expected a joint of this pattern');
    if (joint)
      need(
        from === joint.fixed && to === joint.turning,
        `legs.${id}`,
        'expected to run from the fixed body to the turning one',
      );
    else need(from === to, `legs.${id}`, 'expected a joint between two bodies');
    opened(leg.covers, `legs.${id}.covers`);
    if (leg.fish) opened(leg.fish.covers, `legs.${id}.fish.covers`);
  }
  for (const [id, place] of Object.entries(pattern.places)) {
    opened(place.covers, `places.${id}.covers`);
    if (place.panel)
      for (const { path, expected } of panelFaults(place.panel, id, pattern, ['places', id, 'panel']))
        faults.push({ path: path.join('.'), expected });
  }
  for (const [id, cover] of Object.entries(pattern.covers))
    for (const [state, way] of Object.entries(cover.states)) opened(way!.after, `covers.${id}.states.${state}.after`);
  const circle = circleOf(pattern);
  need(!circle, `covers.${circle}`, 'expected covers that can be opened one after another, not each after the other');
  for (const [id, { axis, of: ends, grows }] of Object.entries(pattern.measures)) {
    const inside = grows[0] >= (axis === 'y' ? 0 : ends[0]) && grows[1] <= ends[1] && grows[0] < grows[1];
    need(inside, `measures.${id}.grows`, 'expected a stretch inside the measure');
    const overlap = Object.entries(pattern.measures).some(
      ([other, m]) => other < id && m.axis === axis && m.grows[0] < grows[1] && grows[0] < m.grows[1],
    );
    need(!overlap, `measures.${id}.grows`, 'expected a stretch of its own along this axis');
  }
  need(Object.hasOwn(pattern.places, pattern.batteryPlace), 'batteryPlace', 'expected a place of this pattern');
  for (const [id, { place }] of Object.entries(pattern.usualBatteries ?? {}))
    need(
      place === null || Object.hasOwn(pattern.places, place),
      `usualBatteries.${id}.place`,
      'expected a place of this pattern',
    );
  need(Object.hasOwn(pattern.places, pattern.switchedPlace), 'switchedPlace', 'expected a place of this pattern');
  return faults;
}

/** The least state of a cover that is open at least as far as `asked`; undefined when it opens no further. */
export function stateFor(cover: Cover | undefined, asked: CoverState): CoverState | undefined {
  return COVER_STATES.slice(COVER_STATES.indexOf(asked)).find((state) => cover?.states[state]);
}

/** A cover that, through what must come before it, would have to be opened before itself. */
function circleOf(pattern: Pattern): string | undefined {
  const under = new Set<string>();
  const done = new Set<string>();
  const walk = (id: string): boolean => {
    if (under.has(id)) return true;
    if (done.has(id)) return false;
    under.add(id);
    const before = Object.values(pattern.covers[id]?.states ?? {}).flatMap((way) => Object.keys(way!.after));
    const circular = before.some(walk);
    under.delete(id);
    done.add(id);
    return circular;
  };
  return Object.keys(pattern.covers).find(walk);
}
