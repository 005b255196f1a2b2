import * as v from 'valibot';
import { Id, Text, ranged } from '../text/scalars';
import { cleanedAll, lines, name } from '../text/text';
import { CHANNEL_SEATS, Insulation } from '../tables/colours';
import { GAUGES } from '../tables/conductors';
import { DRIVE_IDS } from '../tables/fasteners';
import { FUSE_FAMILY_IDS } from '../tables/fuses';
import { CUE_IDS, OUTPUT_MARK_IDS } from '../tables/polarity';
import { At, Outline } from '../plane/outline';
import { loomShape } from './loom';
import { MATERIAL_IDS } from '../tables/materials';
import { Mount } from './mount';
import { Pins } from './pins';
import { Ports } from './ports';

const Name = name(80);

const Millimetres = ranged(0, 20000, 'mm');

const WaterDigits = v.array(v.picklist([0, 1, 2, 3, 4, 5, 6, 7, 8, 9], 'expected an IEC 60529 second digit, 0 to 9'));

/** What a maker's sheet may leave out, by where it stands in an item. */
export const ASSUMABLE = [
  'massKg',
  'water',
  'bank.minOhm',
  'bank.bridge.minOhm',
  'demand.class',
  'demand.efficiency',
  'demand.idleA',
  'demand.memoryA',
  'demand.regulated',
  'demand.ratedVolts',
  'linePairs',
  'remoteOutA',
  'remoteInA',
  'makerMaxFuseA',
  'coils',
  'sensitivity',
  'maxA',
  'maxWatts',
  'milliohm',
  'idleA',
  'wayMaxA',
  'triggerA',
  'coilA',
  'efficiency',
  'trunkMm',
  'branchMm',
] as const;
export type Assumable = (typeof ASSUMABLE)[number];

/** The maker's sheet, label or listing that figures were read off. */
const Sheet = v.strictObject({
  from: Text,
  /** Day it was read, as 2026-11-29; empty: not said. */
  on: v.pipe(v.string(), v.regex(/^(\d{4}-\d{2}-\d{2})?$/, 'expected a day as 2026-11-29, or nothing')),
  /** Photograph of it, by its hash; null: none. */
  photo: v.nullable(v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'expected a photograph of this workshop'))),
});

/** Kinds of craft, and years of them, that something is made for. */
export const CRAFT_KINDS = ['motorcycle', 'sideBySide', 'boat', 'recreationalVehicle'] as const;
export const KIND_NAMES: Record<(typeof CRAFT_KINDS)[number], string> = {
  motorcycle: 'motorcycle',
  sideBySide: 'side-by-side',
  boat: 'boat',
  recreationalVehicle: 'recreational vehicle',
};
export const Year = v.pipe(v.number(), v.integer('expected a year'), ranged(1900, 2100, '(year)'));
export const Fits = v.pipe(
  v.strictObject({
    kind: v.nullable(v.picklist(CRAFT_KINDS)),
    from: v.nullable(Year),
    to: v.nullable(Year),
    /** Trims or variants, as they are called; none: all. */
    trims: v.pipe(v.array(Text), v.maxLength(20, 'expected 20 trims at most')),
  }),
  v.check(({ from, to }) => from === null || to === null || from <= to, 'expected the first year before the last'),
);
export type Fits = v.InferOutput<typeof Fits>;

const common = {
  id: Id,
  name: Name,
  /** Across, up and into the panel or along the floor, mm; depth includes its plugs. */
  size: v.strictObject({ w: Millimetres, h: Millimetres, d: Millimetres }),
  massKg: ranged(0, 200, 'kg'),
  /** IEC 60529 second digits it is proven for. They are sets, not a scale: 7 does not imply 5. */
  water: WaterDigits,
  /** IEC 60529 first digit it is proven for: 5 and 6 keep dust out. Null: not known. */
  dust: v.optional(v.nullable(v.picklist([0, 1, 2, 3, 4, 5, 6], 'expected an IEC 60529 first digit, 0 to 6')), null),
  /** Ignition-protected (SAE J1171, ISO 8846): may stand where petrol vapour can be. */
  ignitionProtected: v.optional(v.boolean(), false),
  /** What it is screwed on with, and the hole it wants; null: not known. */
  screws: v.optional(
    v.nullable(
      v.strictObject({
        count: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 40, 'screws')),
        drive: v.picklist(DRIVE_IDS),
        size: Text,
      }),
    ),
    null,
  ),
  cutoutMm: v.optional(v.nullable(ranged(5, 1000, 'mm')), null),
  /** Second digits its body is proven for where that is another set than its face's; absent: not said apart. */
  bodyWater: v.optional(WaterDigits),
  /** Figures that its sheet does not say: what is usual of its kind stands there (common practice). */
  assumed: v.optional(v.pipe(v.array(v.picklist(ASSUMABLE)), v.minLength(1, 'expected a figure, or nothing at all'))),
  /** Where its figures are from. */
  sheet: v.optional(Sheet),
  /** The craft it is made for; absent: for any. */
  fits: v.optional(Fits),
  /** What it costs, in the workshop's money; absent: not known. */
  price: v.optional(ranged(0, 100000, 'in money')),
  /** Not to be taken for new jobs; those that have it keep it. */
  retired: v.optional(v.literal(true)),
  /** Its leads, plug by plug; absent: as is usual of its kind. */
  pins: v.optional(Pins),
  /** What goes to it that is neither power nor speaker; absent: nobody has said. */
  ports: v.optional(Ports),
  /** How it sits in its panel; absent: as is usual of its form factor. */
  mount: v.optional(Mount),
  /** Minutes to fit once its place is open (common practice of this workshop). */
  fitMinutes: ranged(0, 600, 'minutes'),
  note: lines(400),
};

/** Rated power at one load, W per channel, continuous, at `ratedVolts` (CTA-2006 style). */
const PowerRow = v.strictObject({ ohm: ranged(0.25, 64, 'Ω'), watts: ranged(0.1, 5000, 'W') });

const Power = v.pipe(v.array(PowerRow), v.minLength(1, 'expected at least one row of load and watts'));
const LeastLoad = ranged(0.25, 16, 'Ω');

/**
 * Two channels driven as one. Only where the maker allows it: outputs that are bridge-tied already cannot be.
 * The first of a pair gives the + terminal, the second the −.
 */
const Bridge = v.strictObject({
  pairs: v.pipe(v.array(v.tuple([Id, Id])), v.minLength(1, 'expected at least one pair of channels')),
  power: Power,
  /** Twice the least load of one channel, as a rule. */
  minOhm: LeastLoad,
});

const Channels = v.strictObject({
  channels: v.pipe(
    v.array(v.strictObject({ id: Id, name: Name, seat: v.picklist(CHANNEL_SEATS) })),
    v.minLength(1, 'expected at least one channel'),
    v.maxLength(12, 'expected twelve channels at most'),
    v.check((list) => new Set(list.map((c) => c.id)).size === list.length, 'expected channel ids that differ'),
  ),
  power: Power,
  /** Lowest load a channel may see, Ω. */
  minOhm: LeastLoad,
  bridge: v.optional(v.nullable(Bridge), null),
  /** Each pair of channels can be set to pass only what lies above or below a corner. */
  filters: v.optional(v.boolean(), false),
  marks: v.optional(v.picklist(OUTPUT_MARK_IDS), 'aftermarket'),
  /** Its speaker outputs leave in a plug that goes in one way only. */
  keyed: v.optional(v.boolean(), false),
});
const Bank = v.pipe(
  Channels,
  v.check(({ channels, bridge }) => {
    const ids = bridge?.pairs.flat() ?? [];
    return new Set(ids).size === ids.length && ids.every((id) => channels.some((c) => c.id === id));
  }, 'expected bridged pairs of this gear’s channels, each channel once'),
);
export type Bank = v.InferOutput<typeof Bank>;

const Demand = v.strictObject({
  class: v.picklist(['D', 'AB']),
  /** Audio power out over power in at full sine. */
  efficiency: ranged(0.2, 0.98, 'of 1'),
  idleA: ranged(0, 20, 'A'),
  /** A regulated supply holds its watts as the battery sags; an unregulated one loses them with V². */
  regulated: v.boolean(),
  ratedVolts: ranged(6, 60, 'V'),
  /** Sockets and accessories it feeds besides while it is on, A: a telephone that charges, a camera. */
  socketA: v.optional(ranged(0, 20, 'A'), 0),
  /** Kept for clock and stations while it is off, A. */
  memoryA: v.optional(ranged(0, 1, 'A'), 0),
});
export type Demand = v.InferOutput<typeof Demand>;

/** What the terminals of fed gear ask of its feed. */
const feedTerminals = {
  /** The thickest wire its power terminals take; null: not said. */
  maxWire: v.optional(v.nullable(v.picklist(GAUGES, 'expected a gauge or a metric size')), null),
  /** The fuse its maker names for its feed, A: less blows at first power. Null: not said. */
  usualFuseA: v.optional(v.nullable(ranged(0.5, 400, 'A')), null),
};

export const HeadUnit = v.strictObject({
  ...common,
  kind: v.literal('headUnit'),
  bank: Bank,
  demand: Demand,
  ...feedTerminals,
  linePairs: v.pipe(v.number(), v.integer(), ranged(0, 6, 'pairs')),
  /** Whether its last line-level pair can be switched to bass alone, or always is. */
  bassPair: v.optional(v.picklist(['none', 'switchable', 'fixed']), 'none'),
  remoteOutA: ranged(0, 10, 'A'),
  makerMaxFuseA: ranged(0.5, 400, 'A'),
});

export const Amplifier = v.strictObject({
  ...common,
  kind: v.literal('amplifier'),
  bank: Bank,
  demand: Demand,
  ...feedTerminals,
  remoteInA: ranged(0, 5, 'A'),
  /** The largest fuse the maker allows ahead of it; never exceeded. */
  makerMaxFuseA: ranged(0.5, 400, 'A'),
  /** The fuse on the amplifier itself; it does not protect the feed. */
  onboardFuseA: v.nullable(ranged(0.5, 400, 'A')),
  /** What it takes its sound from: line leads, the outputs of a head unit, or either. */
  inputs: v.optional(v.picklist(['line', 'speaker', 'either']), 'line'),
  /** Until it is configured it may destroy speakers: they are plugged in afterwards. */
  configureFirst: v.optional(v.boolean(), false),
});

const Coils = v.pipe(
  v.array(v.strictObject({ ohm: ranged(0.5, 64, 'Ω'), minOhm: ranged(0.25, 64, 'Ω') })),
  v.minLength(1, 'expected one or two coils'),
  v.maxLength(2, 'expected one or two coils'),
);

/** What part of the sound a speaker is made for. */
export const BANDS = {
  full: 'full range',
  bass: 'bass',
  middle: 'woofer of a set',
  treble: 'tweeter of a set',
} as const;
export type Band = keyof typeof BANDS;

const SpeakerShape = v.strictObject({
  ...common,
  kind: v.literal('speaker'),
  coils: Coils,
  /** Further positions of its impedance switch; `coils` is the one it leaves the workshop in. */
  positions: v.optional(v.array(v.strictObject({ name: Name, coils: Coils })), []),
  band: v.optional(v.picklist(Object.keys(BANDS) as [Band, ...Band[]]), 'full'),
  /** Corner of the passive crossover it comes with, Hz; null: none, it wants a channel of its own. */
  splitHz: v.optional(v.nullable(ranged(20, 20000, 'Hz')), null),
  cue: v.optional(v.picklist(CUE_IDS), 'wideTabPlus'),
  /** Colours of its own leads, where it has any. */
  leads: v.optional(v.nullable(v.strictObject({ plus: Insulation, minus: Insulation })), null),
  keyed: v.optional(v.boolean(), false),
  /** Continuous power of the whole speaker, W. */
  rmsWatts: ranged(0.5, 5000, 'W'),
  /** Level at 1 m for 1 W into the nominal load, dB SPL. */
  sensitivity: ranged(60, 115, 'dB'),
});

export const FuseHolder = v.strictObject({
  ...common,
  kind: v.literal('fuseHolder'),
  family: v.picklist(FUSE_FAMILY_IDS),
  /** The largest fuse and the volts it is made for; null: as its family. */
  maxA: v.optional(v.nullable(ranged(0.5, 500, 'A')), null),
  maxVolts: v.optional(v.nullable(ranged(6, 100, 'V')), null),
  /** Fuse and contacts together, mΩ. */
  milliohm: ranged(0.01, 50, 'mΩ'),
});

/** Turns one zone up and down by itself: in the line leads ahead of the amplifier, or in the speaker leads after it. */
export const ZoneControl = v.strictObject({
  ...common,
  kind: v.literal('zoneControl'),
  level: v.picklist(['line', 'speaker']),
  /** The most it can pass, W; null for one in the line leads. */
  maxWatts: v.nullable(ranged(0.5, 1000, 'W')),
});

export const ACCESSORY_FORMS = {
  antenna: 'antenna',
  microphone: 'microphone',
  socket: 'socket',
  controls: 'hand controls',
  splitter: 'passive crossover box',
  harness: 'adapter or dash kit',
  other: 'other',
} as const;
export const DEVICE_FORMS = {
  module: 'interface module',
  controls: 'hand controls',
  tuner: 'tuner',
  screen: 'screen',
  camera: 'camera',
  lampController: 'lamp controller',
  other: 'other',
} as const;
const formOf = <T extends string>(forms: Readonly<Record<T, string>>) => v.picklist(Object.keys(forms) as [T, ...T[]]);

/** What belongs to the sound and has no feed: its leads come with it. */
export const Accessory = v.strictObject({ ...common, kind: v.literal('accessory'), form: formOf(ACCESSORY_FORMS) });

/** What belongs to the sound, has a feed of its own and drives no speaker. */
export const Device = v.strictObject({
  ...common,
  ...feedTerminals,
  kind: v.literal('device'),
  form: formOf(DEVICE_FORMS),
  /** Its watts are none: what it draws is `idleA`, and `memoryA` while it is off. */
  demand: Demand,
  makerMaxFuseA: ranged(0.5, 400, 'A'),
  /** The craft a module was programmed for, as it was ordered; empty: it is not programmed. */
  programmedFor: v.optional(Text, ''),
});

/** What lies in a box together: told by name, as its list has it. */
const Content = v.strictObject({
  id: Id,
  name: Name,
  count: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 400, 'pieces')),
  /** Bought apart. */
  option: v.boolean(),
});
export type Content = v.InferOutput<typeof Content>;
export const Kit = v.strictObject({
  ...common,
  kind: v.literal('kit'),
  contents: v.pipe(
    v.array(Content),
    v.minLength(1, 'expected one line at least'),
    v.maxLength(80, 'expected 80 lines at most'),
  ),
});

/** A harness that was bought made. */
const LoomItem = v.pipe(
  v.strictObject({ ...common, ...loomShape }),
  v.check(
    ({ branches, power }) => power !== null || branches.every(({ carries }) => !carries.includes('power')),
    'expected the size of its power wires, for a branch carries power',
  ),
  v.check(
    ({ branches, leads }) =>
      leads !== null || branches.every(({ carries }) => carries.every((what) => what === 'power' || what === 'line')),
    'expected the size of its leads, for a branch carries some',
  ),
);

/** What every piece that passes power on has to say. */
const passing = {
  ...common,
  ...feedTerminals,
  /** The most it passes, A, all together. */
  maxA: ranged(1, 500, 'A'),
  makerMaxFuseA: ranged(0.5, 500, 'A'),
  /** From its inlet to an outlet, mΩ. */
  milliohm: ranged(0.01, 50, 'mΩ'),
  idleA: ranged(0, 5, 'A'),
};
const ways = v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 24, 'ways'));
/** Fuses of its own, one a way; null where it has none. */
const fused = v.nullable(v.picklist(FUSE_FAMILY_IDS));

/** Splits one feed into several; with a return bus it gathers their returns too. */
export const Block = v.strictObject({
  ...passing,
  kind: v.literal('block'),
  ways,
  fused,
  returnBus: v.boolean(),
});

/** Solid-state switches in one case: each way is switched by a trigger of either sense. */
export const SwitchModule = v.strictObject({
  ...passing,
  kind: v.literal('switchModule'),
  ways,
  fused,
  wayMaxA: ranged(0.5, 200, 'A'),
  /** What it draws from the lead that triggers it, A. */
  triggerA: ranged(0, 1, 'A'),
  triggers: v.pipe(v.array(v.picklist(['plus', 'minus'])), v.minLength(1, 'expected plus, minus or both')),
});

/** One switch pulled by a coil. */
export const Relay = v.strictObject({ ...passing, kind: v.literal('relay'), coilA: ranged(0.01, 5, 'A') });

/** Makes a steady voltage of its own out of another. */
export const Converter = v.strictObject({
  ...passing,
  kind: v.literal('converter'),
  ways,
  fused,
  outVolts: ranged(5, 30, 'V'),
  efficiency: ranged(0.5, 0.99, 'of 1'),
});

export const ENCLOSURE_FORMS = { box: 'woofer box', pod: 'pod', can: 'tube can' } as const;
type EnclosureForm = keyof typeof ENCLOSURE_FORMS;
/** Sides of an enclosure that its front may be on, as it lies on its panel: away from that, or one of its edges. */
const FRONT_SIDES = ['out', 'top', 'bottom', 'left', 'right'] as const;

/** A box, pod or can that speakers are fitted into: what stands at one place with it is in it. */
export const Enclosure = v.strictObject({
  ...common,
  kind: v.literal('enclosure'),
  form: v.picklist(Object.keys(ENCLOSURE_FORMS) as [EnclosureForm, ...EnclosureForm[]]),
  /** Inside it with nothing in it, litres; null: not known. */
  litres: v.nullable(ranged(0.05, 1000, 'l')),
  ported: v.boolean(),
  /** Edges of a panel that it is pushed against: where it sits is not looked for. */
  stops: v.pipe(
    v.array(v.picklist(['left', 'right', 'top', 'bottom'])),
    v.check(
      (stops) =>
        new Set(stops).size === stops.length &&
        !(stops.includes('left') && stops.includes('right')) &&
        !(stops.includes('top') && stops.includes('bottom')),
      'expected one stop across and one up at most',
    ),
  ),
  /** What speakers go into, seen from outside. */
  front: v.strictObject({
    side: v.picklist(FRONT_SIDES),
    outline: Outline,
    thicknessMm: ranged(0.3, 100, 'mm'),
    material: v.picklist(MATERIAL_IDS),
    /** Free behind it, itself counted, mm. */
    behindMm: ranged(1, 2000, 'mm'),
    /** Openings for speakers, first to last. */
    seats: v.pipe(
      v.array(v.strictObject({ at: At, outline: Outline })),
      v.minLength(1, 'expected one opening at least'),
      v.maxLength(4, 'expected four openings at most'),
    ),
  }),
});

export const Speaker = v.pipe(
  SpeakerShape,
  v.check(
    ({ coils, positions }) => positions.every((p) => p.coils.length === coils.length),
    'expected as many coils in every position of the impedance switch',
  ),
);
const AnyItem = v.variant('kind', [
  HeadUnit,
  Amplifier,
  Speaker,
  FuseHolder,
  ZoneControl,
  Block,
  SwitchModule,
  Relay,
  Converter,
  Enclosure,
  Accessory,
  Device,
  Kit,
  LoomItem,
]);
// Interfaces, for their names: the compiler would write them out wherever a type holds them.
export interface HeadUnit extends v.InferOutput<typeof HeadUnit> {}
export interface Amplifier extends v.InferOutput<typeof Amplifier> {}
export interface Speaker extends v.InferOutput<typeof Speaker> {}
export interface FuseHolder extends v.InferOutput<typeof FuseHolder> {}
export interface ZoneControl extends v.InferOutput<typeof ZoneControl> {}
export interface Block extends v.InferOutput<typeof Block> {}
export interface SwitchModule extends v.InferOutput<typeof SwitchModule> {}
export interface Relay extends v.InferOutput<typeof Relay> {}
export interface Converter extends v.InferOutput<typeof Converter> {}
export interface Enclosure extends v.InferOutput<typeof Enclosure> {}
export interface Accessory extends v.InferOutput<typeof Accessory> {}
export interface Device extends v.InferOutput<typeof Device> {}
export interface Kit extends v.InferOutput<typeof Kit> {}
export interface Loom extends v.InferOutput<typeof LoomItem> {}
export type GearItem =
  | HeadUnit
  | Amplifier
  | Speaker
  | FuseHolder
  | ZoneControl
  | Block
  | SwitchModule
  | Relay
  | Converter
  | Enclosure
  | Accessory
  | Device
  | Kit
  | Loom;
/** Gear as it may be said. */
type GearSaid = v.InferInput<typeof AnyItem>;
// By what it takes and gives alone: with every check spelt out the type of a job is longer than the compiler writes.
export const GearItem: v.GenericSchema<GearSaid, GearItem> = AnyItem;
export const Loom: v.GenericSchema<v.InferInput<typeof LoomItem>, Loom> = LoomItem;
export type GearKind = GearItem['kind'];

/** Gear that has loudspeaker outputs and draws from a feed. */
export type PoweredGear = HeadUnit | Amplifier;

export function isPowered(item: GearItem): item is PoweredGear {
  return item.kind === 'headUnit' || item.kind === 'amplifier';
}

/** Gear that other gear can be fed from. */
export type PassingGear = Block | SwitchModule | Relay | Converter;
export function passesOn(item: GearItem): item is PassingGear {
  return item.kind === 'block' || item.kind === 'switchModule' || item.kind === 'relay' || item.kind === 'converter';
}

/** Gear that draws power for itself. */
export type DrawingGear = PoweredGear | Device;
export const draws = (item: GearItem): item is DrawingGear => isPowered(item) || item.kind === 'device';

/** Gear that has a feed: it draws power, or passes it on. */
export type FedGear = DrawingGear | PassingGear;
export const isFed = (item: GearItem): item is FedGear => draws(item) || passesOn(item);

export const GEAR_KIND_NAMES: Record<GearKind, string> = {
  headUnit: 'Head unit',
  amplifier: 'Amplifier',
  speaker: 'Speaker',
  fuseHolder: 'Fuse holder',
  zoneControl: 'Zone control',
  block: 'Distribution block',
  switchModule: 'Switch module',
  relay: 'Relay',
  converter: 'Converter',
  enclosure: 'Enclosure',
  accessory: 'Accessory',
  device: 'Powered accessory',
  kit: 'Kit',
  loom: 'Loom',
};

/** An item as this version knows it: what an older one could not say is as it always was. */
export function upgradeGear(item: GearItem): GearItem {
  const known = v.safeParse(GearItem, item);
  if (known.success) return known.output;
  // Older shelves took any text.
  const fit = v.safeParse(GearItem, cleanedAll(item));
  return fit.success ? fit.output : item;
}
