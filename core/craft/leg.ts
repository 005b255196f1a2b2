import * as v from 'valibot';
import { Id, Text, entriesOf, ranged } from '../text/scalars';
import { Opened } from './cover';
import { Point, reached } from './place';

/**
 * What a wire may lie beside. `banned`: never on it; `sleeved`: only inside a sleeve; `minutes`: what pulling past it
 * takes more, each time (common practice).
 */
export const HAZARDS = {
  hot: { name: 'exhaust or hot engine', banned: true, sleeved: false, minutes: 0 },
  moving: { name: 'moving suspension or chain', banned: true, sleeved: false, minutes: 0 },
  linkage: { name: 'shift linkage', banned: true, sleeved: false, minutes: 0 },
  column: { name: 'steering column', banned: true, sleeved: false, minutes: 0 },
  wheel: { name: 'wheel arch or shock', banned: true, sleeved: false, minutes: 0 },
  edge: { name: 'sharp edge', banned: false, sleeved: true, minutes: 1 },
  warm: { name: 'warm radiator hose', banned: false, sleeved: true, minutes: 1 },
  cage: { name: 'chafe on a cage tube', banned: false, sleeved: true, minutes: 1 },
  snag: { name: 'snag from below', banned: false, sleeved: true, minutes: 1 },
  petrol: { name: 'petrol space', banned: false, sleeved: false, minutes: 2 },
  airbag: { name: 'airbag lead', banned: false, sleeved: false, minutes: 2 },
} as const;
export type Hazard = keyof typeof HAZARDS;
export const HAZARD_IDS = Object.keys(HAZARDS) as [Hazard, ...Hazard[]];

/** What the edge of a hole is like. */
export const PASS_EDGES = {
  bare: 'bare edge',
  rolled: 'rolled edge',
  grommet: 'grommet in it',
  sealed: 'sealed',
} as const;
export type PassEdge = keyof typeof PASS_EDGES;
export const PASS_EDGE_IDS = Object.keys(PASS_EDGES) as [PassEdge, ...PassEdge[]];

/** A hole or slot that wires go through on their way. */
export const PassThrough = v.strictObject({
  name: Text,
  at: Point,
  /** Of a round hole; of a slot the narrow way. 0: none is there yet. */
  mm: ranged(0, 300, 'mm'),
  /** The long way of a slot; absent: it is round. */
  longMm: v.optional(ranged(1, 600, 'mm')),
  edge: v.picklist(PASS_EDGE_IDS),
  /** The largest it may be drilled or opened to, mm; null: it stays as it is. */
  drillToMm: v.nullable(ranged(1, 300, 'mm')),
});
export type PassThrough = v.InferOutput<typeof PassThrough>;
/** A hole that is not there yet: masked, piloted, drilled, deburred, sealed and its grommet set, minutes (common practice). */
export const HOLE_MINUTES = 8;

/** What wire is held by along a leg. */
export const TIE_KINDS = {
  eyelet: 'eyelet',
  rack: 'rack or rail',
  loom: 'factory loom',
  tree: 'hole for a tree clip',
  spot: 'clean spot for glue or a stuck base',
} as const;
export type TieKind = keyof typeof TIE_KINDS;
export const TIE_KIND_IDS = Object.keys(TIE_KINDS) as [TieKind, ...TieKind[]];
export const TiePoint = v.strictObject({ kind: v.picklist(TIE_KIND_IDS), at: Point });
export type TiePoint = v.InferOutput<typeof TiePoint>;

export const Leg = v.strictObject({
  name: Text,
  from: Id,
  to: Id,
  via: v.array(Point),
  /** As a tape has it on this craft, mm: over what the drawing gives. */
  tapeMm: v.optional(ranged(1, 30000, 'mm')),
  /** A joint this leg crosses; its length is then the joint's need, not the polyline. */
  joint: v.optional(Id),
  hazards: v.array(v.picklist(HAZARD_IDS)),
  engineSpace: v.boolean(),
  covers: Opened,
  ...reached,
  /** The leg can also be fished, with less opened and more time. */
  fish: v.optional(v.strictObject({ minutes: ranged(0, 240, 'minutes'), covers: Opened })),
  passes: v.optional(entriesOf(12, 'holes', PassThrough)),
  ties: v.optional(entriesOf(40, 'tie points', TiePoint)),
});
export type Leg = v.InferOutput<typeof Leg>;
/** Holes on a leg that have to be made before a wire goes through. */
export const unmadeHoles = ({ passes }: Pick<Leg, 'passes'>): PassThrough[] =>
  Object.values(passes ?? {}).filter(({ mm }) => mm === 0);
