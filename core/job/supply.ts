import * as v from 'valibot';
import type { Pattern } from '../craft/pattern';
import { ACCESS_IDS, EXISTING_USE_IDS, FOUND_SIZES } from '../tables/circuits';
import { Insulation } from '../tables/colours';
import { Title } from './circuit';
import { fact } from './facts';
import { Id, Text } from '../text/scalars';

/** What a battery is for. */
export const ROLES = { both: 'starting and sound', start: 'starting', house: 'house' } as const;
export type Role = keyof typeof ROLES;
const RoleId = v.picklist(Object.keys(ROLES) as [Role, ...Role[]]);

export const CHEMISTRIES = {
  flooded: 'lead, flooded',
  agm: 'lead, AGM',
  gel: 'lead, gel',
  lithium: 'lithium iron phosphate',
} as const;
export type Chemistry = keyof typeof CHEMISTRIES;
export const CHEMISTRY_IDS = Object.keys(CHEMISTRIES) as [Chemistry, ...Chemistry[]];

export const Battery = v.strictObject({
  name: Title,
  role: RoleId,
  chemistry: v.picklist(CHEMISTRY_IDS),
  capacityAh: fact('capacityAh'),
  restVolts: fact('restVolts'),
  internalMilliohm: fact('internalMilliohm'),
  /** Its maker's short-circuit current; null: computed from its resistance. */
  shortA: v.nullable(fact('shortA')),
  /** Where it stands: a place of the craft; null for where the pattern has the battery. */
  place: v.nullable(Id),
  ringsPlus: fact('ringsThere'),
  ringsMinus: fact('ringsThere'),
  /** The most it may give, A, where something in it or its maker says so; null: not said. */
  mostA: v.nullable(fact('batteryMostA')),
  /** A battery switch stands between it and the craft. */
  batterySwitch: v.boolean(),
});
export type Battery = v.InferOutput<typeof Battery>;

/** The battery every craft has; others are added under ids of their own. */
export const FIRST_BATTERY = 'battery';
export const NEW_BATTERY: Battery = {
  name: 'Battery',
  role: 'both',
  chemistry: 'agm',
  capacityAh: 12,
  restVolts: 12.7,
  internalMilliohm: 9,
  shortA: null,
  place: null,
  ringsPlus: 0,
  ringsMinus: 0,
  mostA: null,
  batterySwitch: false,
};

/** What joins two batteries. */
export const TIES = {
  switch: 'switch',
  relay: 'combining relay',
  diode: 'diode isolator',
  charger: 'charger from one to the other',
} as const;
export type TieKind = keyof typeof TIES;

/** `from` is the side the alternator is on. What a kind does not use keeps its usual figure. */
export const Tie = v.strictObject({
  kind: v.picklist(Object.keys(TIES) as [TieKind, ...TieKind[]]),
  from: Id,
  to: Id,
  milliohm: fact('tieMilliohm'),
  /** A switch: both batteries on with the engine off. */
  joined: v.boolean(),
  diodeVolts: fact('diodeVolts'),
  setVolts: fact('setVolts'),
  mostA: fact('mostA'),
});
export type Tie = v.InferOutput<typeof Tie>;
/** Figures of a tie until somebody measures. */
export const USUAL_TIE = { milliohm: 3, joined: false, diodeVolts: 0.7, setVolts: 14.4, mostA: 20 } as const;

/** The alternator: what it holds, and what it has to spare once the craft itself is fed. */
export const Charging = v.strictObject({
  /** Battery it charges; null for the one that starts the engine. */
  at: v.nullable(Id),
  setVolts: fact('setVolts'),
  spareCruiseA: fact('spareCruiseA'),
  spareIdleA: fact('spareIdleA'),
});

export const Shore = v.strictObject({ at: Id, setVolts: fact('setVolts'), mostA: fact('mostA') });
export type Shore = v.InferOutput<typeof Shore>;
export const Solar = v.strictObject({ at: Id, watts: fact('sunWatts'), hours: fact('sunHours') });
export type Solar = v.InferOutput<typeof Solar>;

export const NOMINAL_SYSTEMS = [12, 24] as const;

/** A circuit the craft has already. Never believed by colour alone: `metered` says somebody measured it. */
export const Existing = v.strictObject({
  name: Title,
  colour: Insulation,
  use: v.picklist(EXISTING_USE_IDS),
  metered: v.boolean(),
  /** Volts against negative with the key off, at accessory and at run; null: not measured. */
  offVolts: v.nullable(fact('readingVolts')),
  accessoryVolts: v.nullable(fact('readingVolts')),
  runVolts: v.nullable(fact('readingVolts')),
  /** Its fuse, and what already draws from it. */
  fuseA: v.nullable(fact('circuitA')),
  drawsA: v.nullable(fact('circuitA')),
  /** What else is connected to it. */
  shares: Text,
  /** Size of its wire, as found: what a splice on it must take. */
  size: v.nullable(v.picklist(FOUND_SIZES)),
  /** Where it is got at: a place of the craft; null for where the pattern has its switched circuit. */
  place: v.nullable(Id),
  access: v.picklist(ACCESS_IDS),
  /** The battery it comes from; null: the one that feeds the sound. */
  battery: v.nullable(Id),
  /** Of its wire, from there back to its battery; null: not known. */
  lengthMm: v.nullable(fact('circuitMm')),
  /** It brings a negative of its own, of the same size and length. */
  negative: v.boolean(),
});
export type Existing = v.InferOutput<typeof Existing>;
/** Whether a circuit of the craft has a + to feed anything from. */
export const isSupply = ({ use }: Pick<Existing, 'use'>): boolean =>
  use === 'constant' || use === 'switched' || use === 'other';
/** Whether gear beside it goes into it by a plug, with no wire to cut. */
export const isPlug = ({ access }: Pick<Existing, 'access'>): boolean =>
  access === 'radioPlug' || access === 'accessoryPlug';
export const UNMEASURED = {
  offVolts: null,
  accessoryVolts: null,
  runVolts: null,
  fuseA: null,
  drawsA: null,
  shares: '',
  size: null,
  place: null,
  access: 'bareWire',
  battery: null,
  lengthMm: null,
  negative: false,
} satisfies Partial<Existing>;

/** How gear is turned on and kept on. */
export const TurnOn = v.strictObject({
  /** The circuit of the craft that the switched leads are tapped from; null: the pattern's switched place. */
  source: v.nullable(Id),
  /** Constant and switched leads joined: the gear's own button is the switch. */
  joined: v.boolean(),
  /** Relay or switch module between the head unit's turn-on lead and the amplifiers. */
  through: v.nullable(Id),
  /** Other loads on the head unit's turn-on lead: an antenna amplifier, lamps, A. */
  otherA: fact('turnOnOtherA'),
});
export const NO_TURN_ON: v.InferOutput<typeof TurnOn> = { source: null, joined: false, through: null, otherA: 0 };

export const ENGINES = { off: 'engine off', idle: 'idle', cruise: 'cruise', shore: 'shore charger' } as const;
export type Engine = keyof typeof ENGINES;
/** Part of full power that a listening level averages to (music ⅛: 16 CFR 432, from memory; the others common practice). */
export const LISTENING = {
  off: { name: 'off', part: 0 },
  talk: { name: 'talking level', part: 1 / 50 },
  music: { name: 'music', part: 1 / 8 },
  hard: { name: 'hard', part: 1 / 3 },
} as const;
export type Listening = keyof typeof LISTENING;

const Segment = v.strictObject({
  name: Title,
  hours: fact('segmentHours'),
  engine: v.picklist(Object.keys(ENGINES) as [Engine, ...Engine[]]),
  listening: v.picklist(Object.keys(LISTENING) as [Listening, ...Listening[]]),
  /** What else the sound's battery feeds meanwhile: lamps, fridge, pump. */
  otherA: fact('otherA'),
});
export type Segment = v.InferOutput<typeof Segment>;

/** A day or a ride, as the owner lives it. */
export const Day = v.strictObject({
  celsius: fact('airCelsius'),
  startPct: fact('startPct'),
  segments: v.pipe(
    v.array(Segment),
    v.minLength(1, 'expected at least one part of the day'),
    v.maxLength(24, 'expected 24 parts at most'),
  ),
});
export type Day = v.InferOutput<typeof Day>;
export const USUAL_DAY: Day = restingDay(1, 4);
/** The day a job of a kind begins with: a motorcycle rides, and plays at rest for half an hour. Common practice. */
export const usualDay = (kind: Pattern['kind']): Day => (kind === 'motorcycle' ? restingDay(2, 0.5) : USUAL_DAY);

/** Out for some hours, at rest with music for some, and back. */
function restingDay(out: number, rest: number): Day {
  return {
    celsius: 20,
    startPct: 100,
    segments: [
      { name: 'Out', hours: out, engine: 'cruise', listening: 'music', otherA: 0 },
      { name: 'At rest', hours: rest, engine: 'off', listening: 'music', otherA: 0 },
      { name: 'Back', hours: out, engine: 'cruise', listening: 'music', otherA: 0 },
    ],
  };
}
