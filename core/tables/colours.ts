import * as v from 'valibot';

/** Insulation: body colour and, for a striped wire, the stripe. Names as the trade speaks them. */
export interface Insulated {
  readonly body: ColourName;
  readonly stripe?: ColourName | undefined;
}

export const COLOUR_NAMES = [
  'white',
  'grey',
  'green',
  'violet',
  'red',
  'yellow',
  'black',
  'blue',
  'orange',
  'brown',
  'pink',
] as const;
export type ColourName = (typeof COLOUR_NAMES)[number];

/** Where a channel's speakers sit, as the aftermarket colours know it. */
export const CHANNEL_SEATS = ['frontLeft', 'frontRight', 'rearLeft', 'rearRight', 'mono'] as const;
export type ChannelSeat = (typeof CHANNEL_SEATS)[number];

/** Aftermarket speaker colours: plain = positive, black stripe = negative (common practice). */
export const SPEAKER_COLOUR: Record<ChannelSeat, ColourName> = {
  frontLeft: 'white',
  frontRight: 'grey',
  rearLeft: 'green',
  rearRight: 'violet',
  // No custom has a colour for a channel without a side; this workshop’s own.
  mono: 'pink',
};

/** Aftermarket power and control colours (common practice). Colour alone never proves function: meter it. */
export const LEAD_COLOUR = {
  constant: { body: 'yellow' },
  feed: { body: 'red' },
  switched: { body: 'red' },
  ground: { body: 'black' },
  turnOn: { body: 'blue', stripe: 'white' },
  line: { body: 'brown' },
} as const satisfies Record<string, Insulated>;

const Name = v.picklist(COLOUR_NAMES, 'expected a colour of insulation');
/** Insulation as a document says it. */
export const Insulation = v.strictObject({ body: Name, stripe: v.optional(Name) });

/** Whether two wires look the same. */
export const sameColour = (a: Insulated, b: Insulated): boolean =>
  a.body === b.body && (a.stripe ?? '') === (b.stripe ?? '');

/** "green/black" for a striped wire, "green" for a plain one. */
export function colourText(wire: Insulated): string {
  return wire.stripe ? `${wire.body}/${wire.stripe}` : wire.body;
}
