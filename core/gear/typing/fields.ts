import { CHANNEL_SEATS, type ChannelSeat } from '../../tables/colours';
import { GAUGES, gaugeName } from '../../tables/conductors';
import { FUSE_FAMILIES, FUSE_FAMILY_IDS } from '../../tables/fuses';
import { MATERIAL_NAMES } from '../../tables/materials';
import { CUES } from '../../tables/polarity';
import { figureShown, type UnitSystem } from '../../units/shown';
import { readFigure, readNumber } from '../../units/typed';
import { ACCESSORY_FORMS, BANDS, DEVICE_FORMS, ENCLOSURE_FORMS, type Content, type Fits, type GearKind } from '../gear';
import type { Pin } from '../pins';
import type { Port } from '../ports';
import type { LoomBranch } from '../loom';
import { readContents, writeContents } from './contents';
import { readFits, writeFits } from './fits';
import { readPins, readPorts, writePins, writePorts } from './leads';
import { readBranches, writeBranches } from './loom';
import { readCoils, readIngress, readRows, readSize, writeIngress, writeRows } from './reading';

// Gear typed in from its maker's sheet, blank by blank: what each takes, how it is written, what is usual of it.

/** What of an item a blank fills, and what is typed into it. */
export interface Blank {
  /** Where it stands in the item, or a name of its own where it fills several places. */
  readonly key: string;
  readonly label: string;
  /** Part of the sheet it is read in. */
  readonly part: Part;
  /** Behind the blank: what a bare figure is in. */
  readonly unit?: string;
  /** An example of what is typed. */
  readonly like?: string;
  /** Fixed answers, the first the usual one. */
  readonly options?: Readonly<Record<string, string>>;
  /** What an empty one says: it must be filled; the usual figure is taken and marked; nothing. */
  readonly empty: 'needed' | 'usual' | 'nothing';
  /** Takes several lines. */
  readonly long?: true;
}
export const PARTS = {
  name: 'What it is',
  outputs: 'Outputs',
  sound: 'Sound',
  feed: 'Power',
  turnOn: 'Turn-on and inputs',
  size: 'Size and weight',
  place: 'Where it may go',
  leads: 'Leads and ports',
  sheet: 'Read off',
} as const;
export type Part = keyof typeof PARTS;

export type Draft = Record<string, unknown>;

/** One kind of blank: how its text is read, and how a value is written back. `undefined`: not understood. */
export interface Field extends Blank {
  readonly read: (text: string, system: UnitSystem) => unknown;
  readonly write: (value: unknown, system: UnitSystem) => string;
  readonly expected: string;
  /** What is usual where nothing is said, by what is known of the item so far. */
  readonly usual?: (draft: Draft) => unknown;
}

export const at = (item: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((part, key) => (part as Record<string, unknown> | null | undefined)?.[key], item);
export function put(item: Draft, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  let part = item;
  for (const key of keys) part = (part[key] ??= {}) as Draft;
  part[last] = value;
}

// ── How each sort of blank is read and written ──────────────────────────────────────────────────

type About = Pick<Blank, 'key' | 'label' | 'part'> & Partial<Blank> & Pick<Field, 'usual'>;
const emptyOf = ({ empty, usual }: Partial<Blank> & Pick<Field, 'usual'>): Blank['empty'] =>
  empty ?? (usual ? 'usual' : 'nothing');

const words = (about: About): Field => ({
  ...about,
  empty: emptyOf(about),
  expected: 'expected words',
  read: (text) => text,
  write: (value) => (typeof value === 'string' ? value : ''),
});
const figure = (about: About & { readonly unit: string }): Field => ({
  ...about,
  empty: emptyOf(about),
  expected: `expected a figure in ${about.unit}`,
  read: (text, system) => {
    const value = readFigure(system, text.replace(new RegExp(`\\s*${about.unit}$`), ''), about.unit);
    const named = readFigure(system, text, about.unit);
    const found = Number.isNaN(named) ? value : named;
    return Number.isFinite(found) ? Math.round(found * 1e4) / 1e4 : undefined;
  },
  write: (value, system) => (typeof value === 'number' ? String(figureShown(system, value, about.unit)) : ''),
});
const pick = (about: About & { readonly options: Readonly<Record<string, string>> }): Field => ({
  ...about,
  empty: emptyOf(about),
  expected: 'expected one of the list',
  read: (text) => (Object.hasOwn(about.options, text) ? text : undefined),
  write: (value) => (typeof value === 'string' ? value : ''),
});
const YES_NO = { no: 'no', yes: 'yes' } as const;
const yesNo = (about: About): Field => ({
  ...pick({ ...about, options: YES_NO }),
  read: (text) => (text === 'yes' ? true : text === 'no' ? false : undefined),
  write: (value) => (value === true ? 'yes' : value === false ? 'no' : ''),
});

// ── The blanks of each kind, in the order of a sheet ────────────────────────────────────────────

const WATER = {
  expected: 'expected ratings as they are printed, such as IPX6, IP67 or “none”',
  like: 'IPX6, IP67, none',
} as const;
const EFFICIENCY: Record<string, number> = { D: 0.8, AB: 0.55 };
const rowsOf = (draft: Draft) => (at(draft, 'bank.power') ?? []) as { watts: number; ohm: number }[];
const channelsOf = (draft: Draft) => ((at(draft, 'bank.channels') ?? []) as unknown[]).length;
const wattsOf = (draft: Draft) => channelsOf(draft) * Math.max(0, ...rowsOf(draft).map(({ watts }) => watts));
/** A fuse that passes what it draws at its most, of the usual sizes. */
const fuseFor = (draft: Draft): number => {
  const efficiency = (at(draft, 'demand.efficiency') as number | undefined) ?? 0.8;
  const need = wattsOf(draft) / efficiency / 14.4;
  return [5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100].find((amps) => amps >= need * 0.75) ?? 125;
};

const SEATS_BY_COUNT: Readonly<Record<number, readonly ChannelSeat[]>> = {
  1: ['mono'],
  2: ['frontLeft', 'frontRight'],
  3: ['frontLeft', 'frontRight', 'mono'],
};
const SEAT_WORDS: Record<ChannelSeat, string> = {
  frontLeft: 'front left',
  frontRight: 'front right',
  rearLeft: 'rear left',
  rearRight: 'rear right',
  mono: 'mono',
};
const SEAT_IDS: Record<ChannelSeat, string> = {
  frontLeft: 'fl',
  frontRight: 'fr',
  rearLeft: 'rl',
  rearRight: 'rr',
  mono: 'mono',
};
/** So many channels as they are usually numbered: front pair, rear pair, then what is left in pairs of its own. */
export function channelsFor(count: number) {
  const sides = CHANNEL_SEATS.slice(0, 4);
  const seats = SEATS_BY_COUNT[count] ?? Array.from({ length: count }, (_, i) => (i < 4 ? sides[i]! : 'mono'));
  return seats.map((seat, i) => {
    const again = seats.slice(0, i).filter((other) => other === seat).length;
    return {
      id: again ? `${SEAT_IDS[seat]}${again + 1}` : SEAT_IDS[seat],
      name: again ? `${SEAT_WORDS[seat]} ${again + 1}` : SEAT_WORDS[seat],
      seat,
    };
  });
}

const NAME = words({ key: 'name', label: 'Name', part: 'name', empty: 'needed', like: 'as on its label' });
const NOTE = words({ key: 'note', label: 'Note', part: 'name' });
const size = (label: string): Field => ({
  key: 'size',
  label,
  part: 'size',
  empty: 'needed',
  unit: 'mm',
  like: '178 x 50 x 160',
  expected: 'expected three lengths, as 178 x 50 x 160 or 7 x 2 x 6 1/4 in',
  read: readSize,
  write: (value, system) => {
    const s = value as { w: number; h: number; d: number } | undefined;
    return s ? [s.w, s.h, s.d].map((mm) => figureShown(system, mm, 'mm')).join(' × ') : '';
  },
});
const mass = (usual: number) =>
  figure({ key: 'massKg', label: 'Weight', part: 'size', unit: 'kg', like: '1.2, 2 lb', usual: () => usual });
const CUTOUT = figure({ key: 'cutoutMm', label: 'Hole it wants, across', part: 'size', unit: 'mm', like: '76, 3 in' });
const FACE_WATER: Field = {
  key: 'water',
  label: 'Rating of its face',
  part: 'place',
  empty: 'usual',
  usual: () => ({ dust: null, water: [] }),
  ...WATER,
  read: readIngress,
  write: (value) => {
    const { dust, water } = (value ?? {}) as { dust?: unknown; water?: unknown };
    return writeIngress(dust, water);
  },
};
const BODY_WATER: Field = {
  key: 'bodyWater',
  label: 'Rating of its body, behind',
  part: 'place',
  empty: 'nothing',
  ...WATER,
  read: (text) => readIngress(text)?.water,
  write: (value) => writeIngress(null, value),
};
const IGNITION = yesNo({
  key: 'ignitionProtected',
  label: 'Ignition-protected (SAE J1171, ISO 8846)',
  part: 'place',
});
const SHEET: readonly Field[] = [
  words({ key: 'sheet.from', label: 'Read off', part: 'sheet', like: 'maker’s sheet, label, listing' }),
  words({ key: 'sheet.on', label: 'On', part: 'sheet', like: '2026-11-29' }),
];
const placed = [FACE_WATER, BODY_WATER, IGNITION] as const;

const PINS: Field = {
  key: 'pins',
  label: 'Leads',
  part: 'leads',
  empty: 'nothing',
  long: true,
  like: 'yellow constant 16, black ground 16, white FL +; radio plug: 1 red switched, 2 ?',
  expected:
    'expected leads one after another, each as “yellow constant 16”, “white/black FL −” or “3 orange ?”, a plug’s name and a colon before its own',
  read: readPins,
  write: (value) => writePins(value as Pin[] | undefined),
};
const PORTS: Field = {
  key: 'ports',
  label: 'Ports',
  part: 'leads',
  empty: 'nothing',
  long: true,
  like: 'antenna, USB lead 900 mm, 2 x trigger out − 0.2 A, data bus terminated',
  expected:
    'expected ports one after another, each as “antenna”, “USB lead 900 mm”, “2 x lamp ring 1.5 A” or “trigger out − 0.2 A”',
  read: readPorts,
  write: (value, system) => writePorts(value as Port[] | undefined, system),
};
/** Of a speaker: what lights its ring. */
const RINGS: Field = { ...PORTS, like: 'lamp ring 0.5 A', read: (text, system) => readPorts(text, system, 'in') };
const FITS: Field = {
  key: 'fits',
  label: 'Made for',
  part: 'place',
  empty: 'nothing',
  like: 'motorcycle 2014–2019, wide screen',
  expected: 'expected a kind of craft, years or both, as “boat”, “2014–2019” or “motorcycle 2014–, touring trim”',
  read: readFits,
  write: (value) => writeFits(value as Fits | undefined),
};
const PRICE = figure({ key: 'price', label: 'Price', part: 'sheet', unit: '', like: 'empty: not known' });
/** What everything may say at its end. */
const LAST: readonly Field[] = [FITS, NOTE, ...SHEET, PRICE];

const bank: readonly Field[] = [
  {
    key: 'channels',
    label: 'Channels',
    part: 'outputs',
    empty: 'needed',
    like: '4',
    expected: 'expected 1 to 12 channels',
    read: (text) => {
      const count = readNumber(text);
      return Number.isInteger(count) && count >= 1 && count <= 12 ? count : undefined;
    },
    write: (value) => (typeof value === 'number' ? String(value) : ''),
  },
  {
    key: 'bank.power',
    label: 'RMS watts a channel, at each load',
    part: 'outputs',
    empty: 'needed',
    like: '45 W at 4 Ω, 70 W at 2 Ω',
    expected: 'expected watts at a load, as 45 W at 4 Ω, 70 W at 2 Ω or 45/4 70/2',
    read: readRows,
    write: writeRows,
  },
  figure({
    key: 'bank.minOhm',
    label: 'Least load of a channel',
    part: 'outputs',
    unit: 'Ω',
    usual: (draft) => Math.min(...rowsOf(draft).map(({ ohm }) => ohm)),
  }),
];
const bridged: readonly Field[] = [
  {
    key: 'bank.bridge.power',
    label: 'Bridged, at each load',
    part: 'outputs',
    empty: 'nothing',
    like: '150 W at 4 Ω; empty where it may not be bridged',
    expected: 'expected watts at a load, as 150 W at 4 Ω, or nothing',
    read: readRows,
    write: writeRows,
  },
  figure({
    key: 'bank.bridge.minOhm',
    label: 'Least load bridged',
    part: 'outputs',
    unit: 'Ω',
    usual: (draft) => 2 * (at(draft, 'bank.minOhm') as number),
  }),
];
const WIRES = {
  '': 'not said',
  ...Object.fromEntries(GAUGES.map((g) => [g, gaugeName(g, g.endsWith('mm2') ? 'iso' : 'awg')])),
};
const demand = (usualClass: 'AB' | 'D', idleA: number, memoryA: number): readonly Field[] => [
  pick({
    key: 'demand.class',
    label: 'Class',
    part: 'feed',
    options: { D: 'D', AB: 'AB' },
    usual: () => usualClass,
  }),
  figure({
    key: 'demand.efficiency',
    label: 'Efficiency',
    part: 'feed',
    unit: '%',
    usual: (draft) => EFFICIENCY[at(draft, 'demand.class') as string],
  }),
  figure({ key: 'demand.idleA', label: 'Draws on, silent', part: 'feed', unit: 'A', usual: () => idleA }),
  figure({ key: 'demand.memoryA', label: 'Draws off (standby)', part: 'feed', unit: 'A', usual: () => memoryA }),
  figure({ key: 'demand.socketA', label: 'Sockets and charging', part: 'feed', unit: 'A', like: '2.4' }),
  figure({ key: 'makerMaxFuseA', label: 'Largest fuse allowed', part: 'feed', unit: 'A', usual: fuseFor }),
  figure({ key: 'usualFuseA', label: 'Fuse it comes with', part: 'feed', unit: 'A' }),
  pick({
    key: 'maxWire',
    label: 'Thickest wire it takes',
    part: 'feed',
    options: WIRES,
  }),
  figure({ key: 'demand.ratedVolts', label: 'Watts are at', part: 'feed', unit: 'V', usual: () => 14.4 }),
  yesNo({
    key: 'demand.regulated',
    label: 'Keeps its watts as the battery sags',
    part: 'feed',
    usual: () => true,
  }),
];
const passing = (milliohm: number): readonly Field[] => [
  figure({ key: 'maxA', label: 'Passes, all together', part: 'feed', unit: 'A', empty: 'needed' }),
  figure({
    key: 'makerMaxFuseA',
    label: 'Largest fuse ahead of it',
    part: 'feed',
    unit: 'A',
    usual: (d) => at(d, 'maxA'),
  }),
  figure({ key: 'milliohm', label: 'Resistance through it', part: 'feed', unit: 'mΩ', usual: () => milliohm }),
  figure({ key: 'idleA', label: 'Draws by itself', part: 'feed', unit: 'A', usual: () => 0 }),
];
const FAMILIES = Object.fromEntries(FUSE_FAMILY_IDS.map((id) => [id, FUSE_FAMILIES[id].name]));
const split: readonly Field[] = [
  figure({ key: 'ways', label: 'Ways', part: 'outputs', unit: 'ways', empty: 'needed' }),
  pick({ key: 'fused', label: 'Fuses of its ways', part: 'outputs', options: { '': 'none', ...FAMILIES } }),
];

/** Usual minutes to fit once its place is open (common practice). */
export const FIT_MINUTES: Record<GearKind, number> = {
  headUnit: 30,
  amplifier: 25,
  speaker: 20,
  fuseHolder: 8,
  zoneControl: 15,
  block: 15,
  switchModule: 15,
  relay: 10,
  converter: 15,
  enclosure: 20,
  accessory: 10,
  device: 15,
  kit: 0,
  loom: 0,
};

export const FIELDS: Record<GearKind, readonly Field[]> = {
  headUnit: [
    NAME,
    ...bank,
    ...demand('AB', 0.9, 0.006),
    figure({ key: 'linePairs', label: 'Line-level pairs', part: 'turnOn', unit: 'pairs', usual: () => 1 }),
    pick({
      key: 'bassPair',
      label: 'Sub output',
      part: 'turnOn',
      options: { none: 'none', switchable: 'last pair, switchable', fixed: 'last pair, always' },
    }),
    figure({ key: 'remoteOutA', label: 'Turn-on lead gives', part: 'turnOn', unit: 'A', usual: () => 0.3 }),
    size('Width × height × depth'),
    CUTOUT,
    mass(0.8),
    PINS,
    PORTS,
    ...placed,
    ...LAST,
  ],
  amplifier: [
    NAME,
    ...bank,
    ...bridged,
    yesNo({ key: 'bank.filters', label: 'Filters each pair', part: 'outputs' }),
    ...demand('D', 0.6, 0.001),
    figure({ key: 'onboardFuseA', label: 'Fuse on itself', part: 'feed', unit: 'A' }),
    figure({ key: 'remoteInA', label: 'Turn-on lead takes', part: 'turnOn', unit: 'A', usual: () => 0.02 }),
    pick({
      key: 'inputs',
      label: 'Takes its sound from',
      part: 'turnOn',
      options: { line: 'line leads', speaker: 'speaker outputs', either: 'either' },
    }),
    yesNo({ key: 'configureFirst', label: 'Set up before speakers are plugged in', part: 'turnOn' }),
    size('Width × height × depth'),
    mass(1.5),
    PINS,
    PORTS,
    ...placed,
    ...LAST,
  ],
  speaker: [
    NAME,
    {
      key: 'coils',
      label: 'Voice coils',
      part: 'sound',
      empty: 'needed',
      like: '4, or 2 × 4',
      unit: 'Ω',
      expected: 'expected one or two coils, as 4 or 2 × 4',
      read: readCoils,
      write: (value) => (Array.isArray(value) ? (value as { ohm: number }[]).map(({ ohm }) => ohm).join(' + ') : ''),
    },
    figure({ key: 'rmsWatts', label: 'RMS power', part: 'sound', unit: 'W', empty: 'needed' }),
    figure({ key: 'sensitivity', label: 'Sensitivity, 1 W at 1 m', part: 'sound', unit: 'dB', usual: () => 88 }),
    pick({ key: 'band', label: 'Made for', part: 'sound', options: BANDS }),
    figure({ key: 'splitHz', label: 'Its passive crossover', part: 'sound', unit: 'Hz', like: 'empty: none' }),
    pick({
      key: 'cue',
      label: '+ is marked by',
      part: 'sound',
      options: Object.fromEntries(
        ['wideTabPlus', ...Object.keys(CUES).filter((id) => id !== 'wideTabPlus')].map((id) => [
          id,
          CUES[id as keyof typeof CUES].name,
        ]),
      ),
    }),
    yesNo({ key: 'keyed', label: 'Plug goes in one way only', part: 'sound' }),
    size('Width × height × depth'),
    CUTOUT,
    mass(1),
    RINGS,
    ...placed,
    ...LAST,
  ],
  zoneControl: [
    NAME,
    pick({
      key: 'level',
      label: 'Stands in',
      part: 'sound',
      options: { line: 'the line leads', speaker: 'the speaker leads' },
    }),
    figure({ key: 'maxWatts', label: 'Passes, in speaker leads', part: 'sound', unit: 'W' }),
    size('Width × height × depth'),
    CUTOUT,
    mass(0.1),
    PORTS,
    ...placed,
    ...LAST,
  ],
  block: [
    NAME,
    ...split,
    yesNo({ key: 'returnBus', label: 'Has a return bus', part: 'outputs' }),
    ...passing(0.3),
    size('Width × height × depth'),
    mass(0.2),
    ...placed,
    ...LAST,
  ],
  switchModule: [
    NAME,
    ...split,
    figure({ key: 'wayMaxA', label: 'Passes, one way', part: 'outputs', unit: 'A', empty: 'needed' }),
    ...passing(2),
    figure({ key: 'triggerA', label: 'Trigger draws', part: 'turnOn', unit: 'A', usual: () => 0.01 }),
    {
      ...pick({
        key: 'triggers',
        label: 'Triggered by',
        part: 'turnOn',
        options: { plus: '+', minus: '−', both: '+ or −' },
      }),
      read: (text) => (text === 'both' ? ['plus', 'minus'] : text === 'minus' ? ['minus'] : ['plus']),
      write: (value) => (Array.isArray(value) ? (value.length > 1 ? 'both' : String(value[0])) : ''),
    },
    size('Width × height × depth'),
    mass(0.3),
    PORTS,
    ...placed,
    ...LAST,
  ],
  relay: [
    NAME,
    ...passing(2),
    figure({ key: 'coilA', label: 'Coil draws', part: 'turnOn', unit: 'A', usual: () => 0.15 }),
    size('Width × height × depth'),
    mass(0.05),
    ...placed,
    ...LAST,
  ],
  converter: [
    NAME,
    ...split,
    figure({ key: 'outVolts', label: 'Gives', part: 'outputs', unit: 'V', empty: 'needed' }),
    figure({ key: 'efficiency', label: 'Efficiency', part: 'feed', unit: '%', usual: () => 85 }),
    ...passing(1),
    size('Width × height × depth'),
    mass(0.4),
    ...placed,
    ...LAST,
  ],
  fuseHolder: [
    NAME,
    pick({ key: 'family', label: 'Takes fuses', part: 'feed', options: FAMILIES }),
    figure({ key: 'milliohm', label: 'Fuse and contacts', part: 'feed', unit: 'mΩ', usual: () => 1 }),
    figure({ key: 'maxA', label: 'Largest fuse', part: 'feed', unit: 'A', like: 'empty: as its family' }),
    figure({ key: 'maxVolts', label: 'Made for, at most', part: 'feed', unit: 'V' }),
    size('Width × height × depth'),
    mass(0.05),
    ...placed,
    ...LAST,
  ],
  kit: [
    NAME,
    {
      key: 'contents',
      label: 'What is in it',
      part: 'name',
      empty: 'needed',
      long: true,
      like: '1 × Kingcup 3, 4 × Bittern 165, 12 × M4 × 20, option: Rush Microphone',
      expected: 'expected pieces one after another, each as “4 × Bittern 165” or “option: Rush Microphone”',
      read: readContents,
      write: (value) => writeContents(value as Content[] | undefined),
    },
    ...LAST,
  ],
  loom: [
    NAME,
    {
      key: 'branches',
      label: 'Its branches: where each leaves the trunk + how long it is from there, what it carries',
      part: 'name',
      empty: 'needed',
      long: true,
      like: 'battery: 300 + 1200, power, plug 12; front left: 900 + 600, speaker, plug 14; pod: 0 + 400, speaker, inline',
      expected:
        'expected branches one after another, each as “front left: 900 + 600, speaker, plug 14”; it carries power, speaker, line level, turn-on or switched',
      read: readBranches,
      write: (value, system) => writeBranches(value as LoomBranch[] | undefined, system),
    },
    words({ key: 'begins', label: 'The plug it begins at', part: 'name', like: 'amplifier plug' }),
    figure({ key: 'beginsPlugMm', label: 'That plug, the widest across', part: 'size', unit: 'mm', like: '22' }),
    figure({ key: 'trunkMm', label: 'Its trunk over the sheath', part: 'size', unit: 'mm', usual: () => 12 }),
    figure({ key: 'branchMm', label: 'A branch over the sheath', part: 'size', unit: 'mm', usual: () => 6 }),
    pick({ key: 'power', label: 'Size of its + and −', part: 'feed', options: WIRES }),
    pick({ key: 'leads', label: 'Size of its leads', part: 'feed', options: WIRES }),
    pick({ key: 'fuse.family', label: 'The fuse in it', part: 'feed', options: { '': 'none', ...FAMILIES } }),
    figure({ key: 'fuse.amps', label: 'That fuse', part: 'feed', unit: 'A', like: '30' }),
    figure({
      key: 'fuse.atMm',
      label: 'That fuse, from its end at the battery',
      part: 'feed',
      unit: 'mm',
      like: '150',
    }),
    ...LAST,
  ],
  accessory: [
    NAME,
    pick({ key: 'form', label: 'It is a', part: 'name', options: ACCESSORY_FORMS }),
    PORTS,
    size('Width × height × depth'),
    CUTOUT,
    mass(0.1),
    ...placed,
    ...LAST,
  ],
  device: [
    NAME,
    pick({ key: 'form', label: 'It is a', part: 'name', options: DEVICE_FORMS }),
    words({ key: 'programmedFor', label: 'Programmed for', part: 'name', like: 'empty: it is not programmed' }),
    PORTS,
    PINS,
    figure({ key: 'demand.idleA', label: 'Draws, on', part: 'feed', unit: 'A', empty: 'needed' }),
    figure({ key: 'demand.memoryA', label: 'Draws off (standby)', part: 'feed', unit: 'A', usual: () => 0.001 }),
    figure({
      key: 'makerMaxFuseA',
      label: 'Largest fuse allowed',
      part: 'feed',
      unit: 'A',
      usual: (draft) => Math.max(2, Math.ceil(2 * (at(draft, 'demand.idleA') as number))),
    }),
    figure({ key: 'usualFuseA', label: 'Fuse it comes with', part: 'feed', unit: 'A' }),
    size('Width × height × depth'),
    mass(0.2),
    ...placed,
    ...LAST,
  ],
  enclosure: [
    NAME,
    pick({ key: 'form', label: 'It is a', part: 'sound', options: ENCLOSURE_FORMS }),
    figure({ key: 'litres', label: 'Inside it', part: 'sound', unit: 'l', like: 'empty: not known' }),
    yesNo({ key: 'ported', label: 'Ported', part: 'sound' }),
    {
      ...figure({ key: 'openings', label: 'Openings for speakers', part: 'sound', unit: 'openings', empty: 'needed' }),
      expected: 'expected 1 to 4 openings',
      read: (text) => {
        const count = readNumber(text);
        return Number.isInteger(count) && count >= 1 && count <= 4 ? count : undefined;
      },
    },
    figure({ key: 'opening', label: 'Each opening, across', part: 'sound', unit: 'mm', empty: 'needed' }),
    figure({ key: 'thickness', label: 'Front is thick', part: 'sound', unit: 'mm' }),
    pick({ key: 'material', label: 'Front is of', part: 'sound', options: MATERIAL_NAMES }),
    size('Width × height × depth'),
    mass(4),
    ...placed,
    ...LAST,
  ],
};
