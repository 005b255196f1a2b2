import * as v from 'valibot';
import { At, Outline } from '../plane/outline';
import { DRIVE_IDS, SEAT_IDS } from '../tables/fasteners';
import { THREAD_IDS } from '../tables/threads';
import { Text, entriesOf, ranged } from '../text/scalars';

const Millimetres = ranged(0, 2000, 'mm');

/** How gear is held. */
export const FIXINGS = {
  faceScrews: 'screws through the face',
  uBracket: 'U-bracket and studs',
  sleeve: 'sleeve with bent tabs',
  clampRing: 'clamp ring',
  threadedRing: 'threaded ring',
  tubeClamp: 'tube clamp',
  feet: 'feet',
  pads: 'adhesive pads',
  hookTape: 'hook tape',
} as const;
export type Fixing = keyof typeof FIXINGS;
const FIXING_IDS = Object.keys(FIXINGS) as [Fixing, ...Fixing[]];

/** Where a fastener comes from. */
export const FASTENERS_FROM = { kit: 'from the kit', old: 'from the old unit', craft: 'from the craft' } as const;

/** One kind of fastener of a piece of gear, and where on its face they go. */
const Group = v.strictObject({
  name: Text,
  /** From the middle of the face, mm; as many as there are of them. */
  at: v.pipe(v.array(At), v.minLength(1, 'expected one fastener at least'), v.maxLength(24, 'expected 24 at most')),
  thread: v.picklist(THREAD_IDS),
  lengthMm: ranged(3, 300, 'mm'),
  drive: v.picklist(DRIVE_IDS),
  from: v.picklist(Object.keys(FASTENERS_FROM) as [keyof typeof FASTENERS_FROM, ...(keyof typeof FASTENERS_FROM)[]]),
  seat: v.picklist(SEAT_IDS),
  /** N·m; null: finger tight, and a touch. */
  torqueNm: v.nullable(ranged(0.1, 50, 'N·m')),
  /** A second nut locks it. */
  lock: v.boolean(),
  prep: v.picklist(['none', 'renewClip', 'runIn']),
});
export type FastenerGroup = v.InferOutput<typeof Group>;

/** A part of gear behind the face it sits on, or in front of it: from one depth to another. */
const Body = v.pipe(
  v.strictObject({ outline: Outline, at: At, fromMm: ranged(-1000, 1000, 'mm'), toMm: ranged(-1000, 1000, 'mm') }),
  v.check(({ fromMm, toMm }) => fromMm < toMm, 'expected to begin nearer than it ends'),
);

/** Sides of gear that its plugs leave by, upright and seen from the front. */
export const PLUG_SIDES = ['back', 'top', 'bottom', 'left', 'right'] as const;
export type PlugSide = (typeof PLUG_SIDES)[number];
export const SEALS = {
  none: 'none',
  gasket: 'gasket',
  bead: 'bead of sealant',
  push: 'rubber seal pushed through',
} as const;

/** Ways a piece may be turned on its panel. */
export const TURNS = {
  upright: [0],
  half: [0, 180],
  quarter: [0, 90, 180, 270],
  any: Array.from({ length: 24 }, (_, i) => i * 15),
} as const;
export type Turns = keyof typeof TURNS;

/** How gear sits in or on a panel, seen from the front, about the middle of its face; depths from the panel's face. */
export const Mount = v.strictObject({
  /** Flange, or footprint of what sits on a panel. */
  face: Outline,
  /** Opening that it wants; null for what sits on a panel. */
  cutout: v.nullable(Outline),
  bodies: v.pipe(v.array(Body), v.minLength(1, 'expected one body at least'), v.maxLength(6, 'expected six at most')),
  plugs: v.strictObject({
    side: v.picklist(PLUG_SIDES),
    /** Room that a straight plug with its lead wants, and an angled one where there is such; mm. */
    straightMm: Millimetres,
    angledMm: v.nullable(Millimetres),
    /** Bend radius of the stiffest lead, mm. */
    bendMm: Millimetres,
    mayFaceUp: v.boolean(),
  }),
  fixing: v.picklist(FIXING_IDS),
  groups: entriesOf(8, 'kinds of fastener', Group),
  /** Thinnest and thickest panel it holds in, mm. */
  panelMm: v.tuple([Millimetres, Millimetres]),
  /** Thinnest and thickest tube of its clamp, mm. */
  tubeMm: v.nullable(v.tuple([Millimetres, Millimetres])),
  seal: v.picklist(Object.keys(SEALS) as [keyof typeof SEALS, ...(keyof typeof SEALS)[]]),
  /** Nearest that a magnetic compass may be, mm; null: not known. */
  compassMm: v.nullable(ranged(0, 5000, 'mm')),
  /** Air it wants round its body, mm. */
  airMm: ranged(0, 300, 'mm'),
  turns: v.picklist(Object.keys(TURNS) as [Turns, ...Turns[]]),
  /** It may be fitted upside down, with its face turned upright again. */
  turnsOver: v.boolean(),
});
export type Mount = v.InferOutput<typeof Mount>;

/** Whether its clamp goes round a tube of so many millimetres, where it has a clamp; null: there is none. */
export const clampHolds = ({ fixing, tubeMm }: Mount, tube: number | null): boolean =>
  fixing !== 'tubeClamp' || tubeMm === null || (tube !== null && tube >= tubeMm[0] && tube <= tubeMm[1]);
