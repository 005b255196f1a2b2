import * as v from 'valibot';
import { CHANNEL_SEATS, Insulation, LEAD_COLOUR, SPEAKER_COLOUR, type Insulated } from '../tables/colours';
import { SPLICE_SIZES } from '../tables/terminals';
import { Id, Text } from '../text/scalars';
import type { GearItem } from './gear';

/** What a lead of a plug or pigtail does. */
export const PIN_USES = {
  constant: 'constant +',
  switched: 'switched +',
  ground: 'ground −',
  turnOn: 'turn-on',
  illumination: 'illumination',
  antenna: 'antenna power',
  mute: 'mute',
  trigger: 'trigger',
  reverse: 'reverse signal',
  bus: 'data bus',
  other: 'other',
  unknown: 'not known',
} as const;
export type PinUse = keyof typeof PIN_USES;
export const PIN_USE_IDS = Object.keys(PIN_USES) as [PinUse, ...PinUse[]];

/** One lead of a plug or pigtail, as its label or sheet has it. */
const Pin = v.strictObject({
  id: Id,
  /** The plug it leaves; empty: it hangs free. */
  plug: Text,
  /** Its place in the plug; empty: not numbered. */
  at: Text,
  colour: v.nullable(Insulation),
  /** Of a speaker’s lead: whose, and which of the two. */
  does: v.union([
    v.picklist(PIN_USE_IDS),
    v.strictObject({ seat: v.picklist(CHANNEL_SEATS), side: v.picklist(['plus', 'minus']) }),
  ]),
  size: v.nullable(v.picklist(SPLICE_SIZES)),
  /** What it does has been measured, not only read. */
  metered: v.boolean(),
});
export type Pin = v.InferOutput<typeof Pin>;

/** Most leads of one piece of gear. */
const MOST_PINS = 60;
export const Pins = v.pipe(
  v.array(Pin),
  v.minLength(1, 'expected one lead at least, or nothing at all'),
  v.maxLength(MOST_PINS, `expected ${MOST_PINS} leads at most`),
  v.check((list) => new Set(list.map(({ id }) => id)).size === list.length, 'expected leads with ids that differ'),
);

const SEAT_MARKS = { frontLeft: 'FL', frontRight: 'FR', rearLeft: 'RL', rearRight: 'RR', mono: 'mono' } as const;
/** What a lead does, in words: of a speaker’s its channel and side. */
export const pinWords = ({ does }: Pick<Pin, 'does'>): string =>
  typeof does === 'string' ? PIN_USES[does] : `${SEAT_MARKS[does.seat]} ${does.side === 'plus' ? '+' : '−'}`;
/** Tells what leads do the same. */
export const useOf = (does: Pin['does']): string =>
  typeof does === 'string' ? does : `speaker ${does.seat} ${does.side}`;

const usual = (id: string, does: Pin['does'], colour: Insulated): Pin => ({
  id,
  plug: '',
  at: '',
  colour,
  does,
  size: null,
  metered: false,
});

/**
 * The leads of a piece of gear: as its sheet has them, else those usual of a head unit in the aftermarket colours (common
 * practice). What else has no leads told has terminals, or leads nobody has read.
 */
export function pinsOf(item: GearItem): { readonly pins: readonly Pin[]; readonly said: boolean } {
  if (item.pins) return { pins: item.pins, said: true };
  let pins = known.get(item);
  if (!pins) known.set(item, (pins = item.kind === 'headUnit' ? usualPins(item) : []));
  return { pins, said: false };
}
const known = new WeakMap<GearItem, readonly Pin[]>();

function usualPins({ bank, remoteOutA }: Extract<GearItem, { kind: 'headUnit' }>): readonly Pin[] {
  const leads = [
    usual('constant', 'constant', LEAD_COLOUR.constant),
    usual('switched', 'switched', LEAD_COLOUR.switched),
    usual('ground', 'ground', LEAD_COLOUR.ground),
    ...(remoteOutA > 0 ? [usual('turn-on', 'turnOn', LEAD_COLOUR.turnOn)] : []),
    usual('illumination', 'illumination', { body: 'orange' }),
    usual('antenna', 'antenna', { body: 'blue' }),
    usual('mute', 'mute', { body: 'brown' }),
  ];
  if (bank.marks !== 'aftermarket') return leads;
  const seats = [...new Set(bank.channels.map(({ seat }) => seat))];
  return [
    ...leads,
    ...seats.flatMap((seat) =>
      (['plus', 'minus'] as const).map((side) =>
        usual(
          `${seat}-${side}`,
          { seat, side },
          { body: SPEAKER_COLOUR[seat], ...(side === 'minus' ? { stripe: 'black' as const } : {}) },
        ),
      ),
    ),
  ];
}
