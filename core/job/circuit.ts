import * as v from 'valibot';
import { name } from '../text/text';
import { CUE_IDS } from '../tables/polarity';
import { Id, ranged } from '../text/scalars';

export const Title = name(80);

export type Wiring =
  | { coil: { gear: string; coil: number } }
  | { series: Wiring[] }
  | { parallel: Wiring[] }
  /** A passive crossover: each member has its own band, and the amplifier sees one of them at a time. */
  | { split: Wiring[] };

/** A tree of coils. Every speaker has its own pair of leads back to the source, joined there. */
export const Wiring: v.GenericSchema<Wiring> = v.lazy((input) => {
  if (input !== null && typeof input === 'object') {
    const branch = (v_: 'series' | 'parallel' | 'split') =>
      v.pipe(v.array(Wiring), v.minLength(2, `expected at least two members in ${v_}`));
    if ('series' in input) return v.strictObject({ series: branch('series') });
    if ('parallel' in input) return v.strictObject({ parallel: branch('parallel') });
    if ('split' in input) return v.strictObject({ split: branch('split') });
  }
  return v.strictObject({
    coil: v.strictObject({ gear: Id, coil: v.pipe(v.number(), v.integer(), ranged(0, 1, '(coil number)')) }),
  });
});

/** The coils of a wiring, in the order they are written. */
export function coilsOf(wiring: Wiring): { gear: string; coil: number }[] {
  if ('coil' in wiring) return [wiring.coil];
  return membersOf(wiring).flatMap(coilsOf);
}

/** A wiring with each coil as `change` has it. */
export function withCoils(
  wiring: Wiring,
  change: (coil: { gear: string; coil: number }) => { gear: string; coil: number },
): Wiring {
  if ('coil' in wiring) return { coil: change(wiring.coil) };
  const members = membersOf(wiring).map((member) => withCoils(member, change));
  return 'series' in wiring ? { series: members } : 'parallel' in wiring ? { parallel: members } : { split: members };
}

/** The members of a wiring that is not a single coil. */
export function membersOf(wiring: Exclude<Wiring, { coil: unknown }>): Wiring[] {
  return 'series' in wiring ? wiring.series : 'parallel' in wiring ? wiring.parallel : wiring.split;
}

/** The channels an output drives: one, or the two of a bridged pair. */
export function channelsOfOutput(key: string): string[] {
  const [gear, channels] = key.split('/') as [string, string];
  return channels.split('+').map((id) => `${gear}/${id}`);
}

/** A passive crossover anywhere but straight at the output. */
export const deepSplit = (wiring: Wiring, top: boolean): boolean =>
  !('coil' in wiring) && ((!top && 'split' in wiring) || membersOf(wiring).some((member) => deepSplit(member, false)));

/** The speakers of a wiring, each once, in the order they are written. */
export function speakersOf(wiring: Wiring): string[] {
  return [...new Set(coilsOf(wiring).map((c) => c.gear))];
}

/** A channel, or a bridged pair of channels: gear/a or gear/a+b. */
export const OutputKey = v.pipe(
  v.string(),
  v.regex(/^[A-Za-z0-9-]+\/[A-Za-z0-9-]+(\+[A-Za-z0-9-]+)?$/, 'expected gear/channel or gear/channel+channel'),
);

/** Part of the craft that is heard together, and is turned up and down together. */
export const Zone = v.strictObject({
  name: Title,
  /** Whose ears it is judged at: a listener of the craft; null for the rider’s or helmsman’s. */
  listener: v.nullable(Id),
  /** Left and right play the same: nothing is lost by putting them on one channel. */
  mono: v.boolean(),
  /** The zone control it is turned by; null when it goes with the head unit. */
  control: v.nullable(Id),
});
export type Zone = v.InferOutput<typeof Zone>;

/** What the job says of one speaker; what it does not say is as the gear has it. */
export const SpeakerChoice = v.strictObject({
  zone: v.nullable(Id),
  /** Position of its impedance switch; null for the one it leaves the workshop in. */
  position: v.nullable(Title),
  /** How this one tells + from −, as found; null as its gear says. */
  cue: v.nullable(v.picklist(CUE_IDS)),
  /** The lead that is there is kept: its measured resistance out and back, Ω. Null: a new pair is pulled. */
  oldLeadOhm: v.nullable(ranged(0, 10, 'Ω')),
  /** The output a proposal must leave it on. */
  pin: v.nullable(OutputKey),
});
export type SpeakerChoice = v.InferOutput<typeof SpeakerChoice>;
export const NO_SPEAKER_CHOICE: SpeakerChoice = { zone: null, position: null, cue: null, oldLeadOhm: null, pin: null };

/** What turns an amplifier on. */
export const TURNED_ON_BY = {
  head: 'the head unit’s turn-on lead',
  switched: 'the switched source',
  signal: 'the sound itself',
  constant: 'nothing: always on',
} as const;
export type TurnedOnBy = keyof typeof TURNED_ON_BY;
const TURNED_ON_IDS = Object.keys(TURNED_ON_BY) as [TurnedOnBy, ...TurnedOnBy[]];

/** What the job says of one source: what it listens to, and what its switchable line-level pair gives. */
export const SourceChoice = v.strictObject({
  input: v.nullable(v.picklist(['line', 'speaker'])),
  bass: v.boolean(),
  /** What turns an amplifier on; null: the head unit, or the switched source where there is none. */
  turnedOnBy: v.nullable(v.picklist(TURNED_ON_IDS)),
});
export type SourceChoice = v.InferOutput<typeof SourceChoice>;
export const NO_SOURCE_CHOICE: SourceChoice = { input: null, bass: false, turnedOnBy: null };

/** What a proposed wiring must keep to; each can be let go for one job. */
export const WIRING_RULES = {
  sides: 'Left and right are kept apart',
  zones: 'Zones are kept apart',
  alike: 'Only like speakers in series',
  unbridged: 'No channels bridged',
  amplifiersOnly: 'The head unit’s own outputs stay free',
} as const;
export type WiringRule = keyof typeof WIRING_RULES;

/**
 * What wirings are ranked by, in the order an installer weighs them. What cannot be (loads, filter pairs) is barred
 * before anything is ranked.
 */
export const RANKS = {
  pairs: 'A left and right of one kind stay on one amplifier and one gain',
  amplifiers: 'Amplifier channels before the head unit’s own outputs',
  power: 'Power near RMS',
  spread: 'Even levels, in steps of 3 dB: gains close the rest',
  joints: 'Fewest joints',
  channels: 'Fewest channels and amplifiers',
} as const;
export type RankId = keyof typeof RANKS;
export const RANK_IDS = Object.keys(RANKS) as [RankId, ...RankId[]];
export const WIRING_RULE_IDS = Object.keys(WIRING_RULES) as [WiringRule, ...WiringRule[]];
export const WiringRules = v.strictObject({
  sides: v.boolean(),
  zones: v.boolean(),
  alike: v.boolean(),
  unbridged: v.boolean(),
  amplifiersOnly: v.boolean(),
  /** Most speakers on one output. */
  most: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 4, 'speakers')),
  /** What ranks before what. */
  order: v.pipe(
    v.array(v.picklist(RANK_IDS)),
    v.check(
      (list) => list.length === RANK_IDS.length && new Set(list).size === list.length,
      'expected each of them once',
    ),
  ),
});
export const USUAL_WIRING_RULES: v.InferOutput<typeof WiringRules> = {
  sides: true,
  zones: true,
  alike: true,
  unbridged: false,
  amplifiersOnly: false,
  most: 4,
  order: [...RANK_IDS],
};

/** Speaker wires the craft has: whether each has a return of its own, as tested. */
export const OLD_RETURNS = {
  notTested: 'not tested',
  own: 'tested: each has a return of its own',
  common: 'tested: they share a return, or ground',
} as const;
export const OldReturns = v.picklist(
  Object.keys(OLD_RETURNS) as [keyof typeof OLD_RETURNS, ...(keyof typeof OLD_RETURNS)[]],
);
