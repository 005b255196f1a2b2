import { COLOUR_NAMES, colourText, type ChannelSeat, type ColourName, type Insulated } from '../../tables/colours';
import { SPLICE_SIZES } from '../../tables/terminals';
import { figureShown, type UnitSystem } from '../../units/shown';
import { readFigure, readNumber } from '../../units/typed';
import { pinWords, type Pin, type PinUse } from '../pins';
import { PORT_KINDS, type Port, type PortKind } from '../ports';

// Leads and ports as a label lists them, one after another; what is written is read back the same.

const USE_WORDS: readonly (readonly [RegExp, PinUse])[] = [
  [/^(?:constant|battery|memory|b\+)(?: ?\+)?$/, 'constant'],
  [/^(?:switched|accessory|acc|ignition)(?: ?\+)?$/, 'switched'],
  [/^(?:ground|gnd|earth|chassis|negative)(?: ?[-−])?$/, 'ground'],
  [/^(?:turn[- ]?on|remote)$/, 'turnOn'],
  [/^(?:illumination|dimmer|dimming|ill)$/, 'illumination'],
  [/^antenna(?: power)?$/, 'antenna'],
  [/^mute$/, 'mute'],
  [/^trigger$/, 'trigger'],
  [/^reverse(?: signal)?$/, 'reverse'],
  [/^(?:data )?bus$/, 'bus'],
  [/^other$/, 'other'],
  [/^(?:not known|unknown|\?)$/, 'unknown'],
];
const SEATS: Readonly<Record<string, ChannelSeat>> = {
  fl: 'frontLeft',
  'front left': 'frontLeft',
  fr: 'frontRight',
  'front right': 'frontRight',
  rl: 'rearLeft',
  'rear left': 'rearLeft',
  rr: 'rearRight',
  'rear right': 'rearRight',
  mono: 'mono',
};
const SAME_COLOUR: Readonly<Record<string, ColourName>> = { gray: 'grey', purple: 'violet' };
const colourOf = (word: string): ColourName | undefined =>
  SAME_COLOUR[word] ?? (COLOUR_NAMES as readonly string[]).find((name): name is ColourName => name === word);

/** yellow; blue/white. Undefined: no colour. */
function readColour(word: string): Insulated | undefined {
  const [body, stripe, more] = word.split('/').map((part) => colourOf(part));
  if (body === undefined || more !== undefined) return undefined;
  if (!word.includes('/')) return { body };
  return stripe === undefined ? undefined : { body, stripe };
}

function readUse(words: string): Pin['does'] | undefined {
  const [, seat, sign] = /^(.+?) ?([+\-−])$/.exec(words) ?? [];
  if (seat !== undefined && Object.hasOwn(SEATS, seat))
    return { seat: SEATS[seat]!, side: sign === '+' ? 'plus' : 'minus' };
  return USE_WORDS.find(([pattern]) => pattern.test(words))?.[1];
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\+/g, ' plus')
    .replace(/[−-]\s*$/, ' minus')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'lead';
/** Ids that follow from what each is, so that the same list typed again names the same leads. */
function withIds<T>(list: readonly T[], nameOf: (one: T) => string): (T & { readonly id: string })[] {
  const taken = new Map<string, number>();
  return list.map((one) => {
    const base = slug(nameOf(one));
    const count = (taken.get(base) ?? 0) + 1;
    taken.set(base, count);
    return { ...one, id: count === 1 ? base : `${base}-${count}` };
  });
}

/** One lead: its number in the plug, its colour, what it does, its size, whether it was metered. */
function readPin(entry: string, plug: string): Omit<Pin, 'id'> | undefined {
  let words = entry.trim().replace(/\s+/g, ' ');
  const metered = / metered$/i.test(words);
  if (metered) words = words.replace(/ metered$/i, '');
  const [, before, digits] = /^(.*) (\d{1,2})(?: ?awg)?$/i.exec(words) ?? [];
  const size = digits === undefined ? null : (SPLICE_SIZES.find((known) => known === digits) ?? undefined);
  if (size === undefined) return undefined;
  if (before !== undefined) words = before;
  const parts = words.split(' ');
  const first = readColour(parts[0]!.toLowerCase());
  const second = first || parts[1] === undefined ? undefined : readColour(parts[1].toLowerCase());
  const numbered = !first && (second !== undefined || /^[a-z]?\d{1,3}[a-z]?$/i.test(parts[0]!));
  const rest = parts.slice((numbered ? 1 : 0) + (first || second ? 1 : 0)).join(' ');
  const does = readUse(rest.toLowerCase());
  if (!does) return undefined;
  return { plug, at: numbered ? parts[0]! : '', colour: first ?? second ?? null, does, size, metered };
}

/**
 * Leads as a label lists them: “yellow constant 16, red switched, white FL +; radio plug: 1 yellow constant, 2 ?”. A name
 * and a colon begin a plug, a bar ends it. Undefined: not understood.
 */
export function readPins(text: string): Pin[] | undefined {
  const found: Omit<Pin, 'id'>[] = [];
  for (const group of text.split('|')) {
    const [, name, own] = /^([^:,;]*):(.*)$/s.exec(group) ?? [];
    const plug = (name ?? '').trim();
    for (const entry of (own ?? group).split(/[,;\n]+/)) {
      if (!entry.trim()) continue;
      const pin = readPin(entry, plug);
      if (!pin) return undefined;
      found.push(pin);
    }
  }
  return found.length
    ? withIds(found, (pin) => `${pin.plug} ${pin.at} ${typeof pin.does === 'string' ? pin.does : pinWords(pin)}`)
    : undefined;
}

/** Leads as they are typed; nothing for none. */
export function writePins(pins: readonly Pin[] | undefined): string {
  const plugs = new Map<string, string[]>();
  for (const pin of pins ?? []) {
    const { plug, at, colour, size, metered } = pin;
    const words = [at, colour && colourText(colour), pinWords(pin), size, metered && 'metered'].filter(Boolean);
    plugs.set(plug, [...(plugs.get(plug) ?? []), words.join(' ')]);
  }
  return [...plugs].map(([plug, leads]) => `${plug && `${plug}: `}${leads.join(', ')}`).join(' | ');
}

const KIND_WORDS = new Map<string, PortKind>([
  ...Object.entries(PORT_KINDS).map(([id, name]) => [name.toLowerCase(), id as PortKind] as const),
  ...(Object.keys(PORT_KINDS) as PortKind[]).map((id) => [id, id] as const),
  ['aux', 'auxiliary'],
  ['mic', 'microphone'],
  ['tv', 'television'],
  ['lamps', 'lamps'],
]);
/** Which way each kind usually goes, seen from the gear it is on. */
const USUAL_WAY: Partial<Record<PortKind, Port['way']>> = { trigger: 'out', lamps: 'out', bus: 'both', usb: 'both' };

function readPort(entry: string, system: UnitSystem, ring: Port['way']): Omit<Port, 'id'> | undefined {
  let words = entry.trim().replace(/\s+/g, ' ');
  const take = (pattern: RegExp): string | undefined => {
    const found = pattern.exec(words);
    if (found) words = `${words.slice(0, found.index)} ${words.slice(found.index + found[0].length)}`.trim();
    return found?.[1];
  };
  const count = take(/^(\d{1,2}) ?[x×] /);
  const amps = take(/\b(\d+(?:[.,]\d+)?) ?m?A\b/);
  const milli = amps !== undefined && /\d ?mA\b/.test(entry);
  const lead = take(/\b(?:lead|with) ([\d., /½¼¾⅛⅜⅝⅞]+ ?(?:mm|cm|m|in|"|″|ft)?)/);
  const ends = take(/(\bterminated|\bends)/) !== undefined;
  const sense = take(/ (\+|−|-)(?= |$)/);
  const way = take(/\b(in|out|both)(?: ways)?\b/) as Port['way'] | undefined;
  const kind = KIND_WORDS.get(words.trim().toLowerCase());
  const leadMm = lead === undefined ? null : readFigure(system, lead.trim(), 'mm');
  if (!kind || Number.isNaN(leadMm)) return undefined;
  return {
    kind,
    way: way ?? (kind === 'lamps' ? ring : USUAL_WAY[kind]) ?? 'in',
    count: count === undefined ? 1 : Number(count),
    leadMm: leadMm === null ? null : Math.round(leadMm * 10) / 10,
    amps: amps === undefined ? null : readNumber(amps) / (milli ? 1000 : 1),
    sense: sense === undefined ? null : sense === '+' ? 'plus' : 'minus',
    ends,
  };
}

/**
 * Ports as a sheet lists them: “antenna in, USB lead 900 mm, 2 x lamp ring 1.5 A, trigger out − 0.2 A, data bus terminated”.
 * `ring` is the way of a lamp ring where none is said: a controller lights them, a speaker has one that is lit.
 */
export function readPorts(text: string, system: UnitSystem, ring: Port['way'] = 'out'): Port[] | undefined {
  const found: Omit<Port, 'id'>[] = [];
  for (const entry of text.split(/[,;\n](?!\d)/)) {
    if (!entry.trim()) continue;
    const port = readPort(entry, system, ring);
    if (!port) return undefined;
    found.push(port);
  }
  return found.length ? withIds(found, ({ kind, way }) => `${kind} ${way}`) : undefined;
}

export const writePorts = (ports: readonly Port[] | undefined, system: UnitSystem): string =>
  (ports ?? [])
    .map(({ kind, way, count, leadMm, amps, sense, ends }) =>
      [
        count > 1 ? `${count} × ` : '',
        PORT_KINDS[kind],
        way === (USUAL_WAY[kind] ?? 'in') ? '' : ` ${way}`,
        sense === null ? '' : sense === 'plus' ? ' +' : ' −',
        leadMm === null ? '' : ` lead ${figureShown(system, leadMm, 'mm')} ${system === 'inch' ? 'in' : 'mm'}`,
        amps === null ? '' : ` ${amps} A`,
        ends ? ' terminated' : '',
      ].join(''),
    )
    .join(', ');
