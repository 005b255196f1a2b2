import * as v from 'valibot';
import { figureShown, unitShown, type UnitSystem } from '../../units/shown';
import { ACCESSORY_FORMS, ASSUMABLE, DEVICE_FORMS, GearItem, type Assumable, type GearKind } from '../gear';
import { FIELDS, FIT_MINUTES, at, channelsFor, put, type Blank, type Draft, type Field } from './fields';

export { PARTS, type Blank, type Part } from './fields';

export type Typed = Readonly<Record<string, string>>;
export interface Doubt {
  readonly key: string;
  readonly words: string;
}
/** What is wrong with one blank, in words; the blank keeps what was typed. */
export interface Problem {
  readonly key: string;
  readonly expected: string;
}

/** The blanks of a kind, in the order a sheet is read. */
export const blanksOf = (kind: GearKind): readonly Blank[] => FIELDS[kind];

/** What would stand in an empty blank, as it is written; empty where nothing would. */
export function usualOf(kind: GearKind, typed: Typed, system: UnitSystem): Readonly<Record<string, string>> {
  const { draft, assumed } = drafted(kind, typed, system);
  return Object.fromEntries(
    FIELDS[kind].flatMap((field) => (assumed.has(field.key) ? [[field.key, shownIn(field, draft, system)]] : [])),
  );
}

const PERCENT = new Set(['demand.efficiency', 'efficiency']);
/** The value of a blank in an item, as it is typed. */
function shownIn(field: Field, item: unknown, system: UnitSystem): string {
  const { key } = field;
  if (key === 'channels') return field.write((at(item, 'bank.channels') as unknown[] | undefined)?.length, system);
  if (key === 'water') return field.write({ dust: at(item, 'dust'), water: at(item, 'water') }, system);
  const value = at(item, key);
  return field.write(PERCENT.has(key) && typeof value === 'number' ? Math.round(value * 1000) / 10 : value, system);
}

/** Where in an item a blank stands. */
const placesOf = (key: string): readonly string[] =>
  key === 'channels' ? ['bank.channels'] : key === 'water' ? ['water', 'dust'] : [key];
/** Blanks of an enclosure that make up its front together. */
const FRONT = ['openings', 'opening', 'thickness', 'material'];

/**
 * What is read so far, what was not understood, and which blanks the usual stands in. What stands there as it was read
 * off `from` is that very figure, however it is rounded on the screen.
 */
function drafted(kind: GearKind, typed: Typed, system: UnitSystem, from?: GearItem) {
  const draft: Draft = { kind };
  const problems: Problem[] = [];
  const assumed = new Set<string>();
  const before: Typed = from?.kind === kind ? typedOf(from, system) : {};
  const set = (key: string, value: unknown): void => {
    if (key === 'channels') put(draft, 'bank.channels', channelsFor(value as number));
    else if (key === 'water') Object.assign(draft, value as object);
    else put(draft, key, PERCENT.has(key) && typeof value === 'number' ? value / 100 : value);
  };
  for (const field of FIELDS[kind]) {
    const { key } = field;
    const text = (typed[key] ?? '').trim();
    if (text && text === before[key] && !FRONT.includes(key)) {
      for (const path of placesOf(key)) if (at(from, path) !== undefined) put(draft, path, at(from, path));
    } else if (text) {
      const value = field.read(text, system);
      if (value === undefined) problems.push({ key, expected: field.expected });
      else set(key, value);
    } else if (field.empty === 'needed') problems.push({ key, expected: `${field.expected}: it is needed` });
    else if (field.usual && !(key.startsWith('bank.bridge.') && at(draft, 'bank.bridge') === undefined)) {
      const value = field.usual(draft);
      const usual = PERCENT.has(key) && typeof value === 'number' && value <= 1 ? value * 100 : value;
      if (usual === undefined || (typeof usual === 'number' && !Number.isFinite(usual))) continue;
      set(key, usual);
      assumed.add(key);
    }
  }
  return { draft, problems, assumed, before };
}

/** What of an item no blank says, to be kept beside what is typed. */
function unsaid(kind: GearKind, from: GearItem, sameFront: boolean, sameSize: boolean): Draft {
  const kept = JSON.parse(JSON.stringify(from)) as Draft;
  for (const { key } of FIELDS[kind])
    for (const path of placesOf(key)) {
      const keys = path.split('.');
      const last = keys.pop()!;
      const part = keys.length ? at(kept, keys.join('.')) : kept;
      if (part && typeof part === 'object') delete (part as Draft)[last];
    }
  delete kept['assumed'];
  delete kept['sheet'];
  if (!sameFront) delete kept['front'];
  // How it sits was measured at that size: at another it is what is usual.
  if (!sameSize) delete kept['mount'];
  return kept;
}
const isMap = (value: unknown): value is Draft => typeof value === 'object' && value !== null && !Array.isArray(value);
/** One over the other, maps within them too. */
function over(below: Draft, above: Draft): Draft {
  const both = { ...below };
  for (const [key, value] of Object.entries(above))
    both[key] = isMap(value) && isMap(both[key]) ? over(both[key], value) : value;
  return both;
}

/**
 * An item from what was typed, its figures as the sheet has them; what the sheet does not say is what is usual, and
 * named in `assumed`. Or what is wrong, blank by blank.
 */
export function readGear(
  kind: GearKind,
  typed: Typed,
  system: UnitSystem,
  id: string,
  /** The item that is corrected: what no blank says of it stays. */
  from?: GearItem,
): { readonly item: GearItem } | { readonly problems: readonly Problem[] } {
  const { draft, problems, assumed, before } = drafted(kind, typed, system, from);
  if (problems.length) return { problems };
  const sameFront =
    from?.kind === 'enclosure' && FRONT.every((key) => (typed[key] ?? '').trim() === (before[key] ?? ''));
  finish(kind, draft, from, sameFront);
  const known = [...assumed].filter((key): key is Assumable => (ASSUMABLE as readonly string[]).includes(key));
  const item = over(
    {
      fitMinutes: FIT_MINUTES[kind],
      note: '',
      ...(kind === 'enclosure' ? { stops: [] } : {}),
      ...(from?.kind === kind ? unsaid(kind, from, sameFront, typed['size']?.trim() === before['size']) : {}),
    },
    { ...draft, id, kind, ...(known.length ? { assumed: known } : {}) },
  );
  const read = v.safeParse(GearItem, item);
  if (read.success) return { item: read.output };
  return {
    problems: read.issues.map((issue) => {
      const path = (issue.path ?? []).map(({ key }) => String(key)).join('.');
      const field = FIELDS[kind].find(
        ({ key }) => path === key || path.startsWith(`${key}.`) || key.startsWith(`${path}.`),
      );
      return { key: field?.key ?? OF_SEVERAL[path.split('.')[0]!] ?? 'name', expected: issue.message };
    }),
  };
}
const OF_SEVERAL: Readonly<Record<string, string>> = {
  bank: 'bank.power',
  dust: 'water',
  front: 'opening',
  screws: 'name',
  fuse: 'fuse.amps',
};

/** What follows from several blanks, or from none. */
function finish(kind: GearKind, draft: Draft, from: GearItem | undefined, sameFront: boolean): void {
  const sheet = draft['sheet'] as Draft | undefined;
  if (sheet) draft['sheet'] = { from: '', on: '', photo: from?.sheet?.photo ?? null, ...sheet };
  const bridge = at(draft, 'bank.bridge') as Draft | undefined;
  if (bridge) {
    const channels = at(draft, 'bank.channels') as { id: string }[];
    const ids = channels.map(({ id }) => id);
    const was = from && 'bank' in from && from.bank.channels === channels ? from.bank.bridge?.pairs : undefined;
    bridge['pairs'] = was ?? ids.flatMap((id, i) => (i % 2 === 0 && i + 1 < ids.length ? [[id, ids[i + 1]!]] : []));
  }
  if (kind === 'amplifier') {
    draft['onboardFuseA'] ??= null;
    // Cleared it may not be bridged.
    if (!bridge) put(draft, 'bank.bridge', null);
  }
  if (kind === 'zoneControl') {
    draft['level'] ??= 'line';
    draft['maxWatts'] ??= null;
  }
  if (kind === 'block') draft['returnBus'] ??= false;
  if ('ways' in draft) draft['fused'] ??= null;
  if (kind === 'switchModule') draft['triggers'] ??= ['plus'];
  if (kind === 'fuseHolder') draft['family'] ??= 'blade';
  if (kind === 'accessory' || kind === 'device') draft['form'] ??= Object.keys(FORMS[kind])[0];
  // A box is as large as it is: nobody asks.
  if (kind === 'kit') Object.assign(draft, { size: { w: 0, h: 0, d: 0 }, massKg: 0, water: [] });
  if (kind === 'loom') {
    Object.assign(draft, { size: { w: 0, h: 0, d: 0 }, massKg: 0, water: [], begins: draft['begins'] ?? '' });
    for (const key of ['beginsPlugMm', 'power', 'leads']) draft[key] ??= null;
    const fuse = draft['fuse'] as Draft | undefined;
    // A family alone, or amperes alone, is what the schema names.
    draft['fuse'] = fuse ? { atMm: 150, ...fuse } : null;
  }
  if (kind === 'device') {
    const demand = draft['demand'] as Draft;
    // It drives no speaker: the law by which watts are drawn does not matter.
    draft['demand'] = { class: 'D', efficiency: 0.8, regulated: true, ratedVolts: 14.4, ...demand };
  }
  if (kind === 'enclosure' && sameFront) for (const key of FRONT) delete draft[key];
  else if (kind === 'enclosure') finishEnclosure(draft);
}

const FORMS = { accessory: ACCESSORY_FORMS, device: DEVICE_FORMS };

function finishEnclosure(draft: Draft): void {
  const {
    openings,
    opening,
    thickness = 15,
    material = 'ply',
    size: outer,
  } = draft as Record<string, never> & {
    size: { w: number; h: number; d: number };
  };
  for (const key of ['openings', 'opening', 'thickness', 'material']) delete draft[key];
  const wide = outer.w >= outer.h;
  const count = openings as unknown as number;
  const step = (wide ? outer.w : outer.h) / Math.max(1, count);
  Object.assign(draft, {
    form: draft['form'] ?? 'box',
    litres: draft['litres'] ?? null,
    ported: draft['ported'] ?? false,
    front: {
      side: 'out',
      outline: { shape: 'rectangle', w: outer.w, h: outer.h, corner: 0 },
      thicknessMm: thickness,
      material,
      behindMm: outer.d,
      seats: Array.from({ length: count }, (_, i) => {
        const along = Math.round(10 * step * (i - (count - 1) / 2)) / 10;
        return { at: wide ? [along, 0] : [0, along], outline: { shape: 'round', d: opening } };
      }),
    },
  });
}

/** What is typed of an item: for one like it, or to correct it. What was only usual is left empty. */
export function typedOf(item: GearItem, system: UnitSystem): Typed {
  const assumed: readonly string[] = item.assumed ?? [];
  const typed: Record<string, string> = {};
  for (const field of FIELDS[item.kind]) {
    if (assumed.includes(field.key)) continue;
    const text = shownIn(field, item, system);
    if (text) typed[field.key] = text;
  }
  if (item.kind === 'enclosure') {
    const { seats, thicknessMm, material } = item.front;
    const [first] = seats;
    Object.assign(typed, {
      openings: String(seats.length),
      thickness: String(figureShown(system, thicknessMm, 'mm')),
      material,
      ...(first?.outline.shape === 'round' ? { opening: String(figureShown(system, first.outline.d, 'mm')) } : {}),
    });
  }
  return typed;
}

/** What a sheet hardly says so: read it again. Nothing is refused for it. */
export function doubtsOf(item: GearItem): Doubt[] {
  const doubts: Doubt[] = [];
  const doubt = (key: string, text: string) => void doubts.push({ key, words: text });
  if ('bank' in item) {
    const { power, bridge, minOhm, channels } = item.bank;
    const falls = [...power].sort((a, b) => a.ohm - b.ohm);
    if (falls.some((row, i) => i > 0 && row.watts > falls[i - 1]!.watts))
      doubt('bank.power', 'Watts rise with the load: a row may be swapped.');
    if (bridge && Math.abs(bridge.minOhm - 2 * minOhm) > 0.01)
      doubt('bank.bridge.minOhm', `Bridged, ${2 * minOhm} Ω would be twice the least load of one channel.`);
    if (bridge && channels.length % 2) doubt('channels', 'One channel has no partner to be bridged with.');
    const most = Math.max(...power.map(({ watts }) => watts)) * channels.length;
    const passes = item.makerMaxFuseA * item.demand.ratedVolts * item.demand.efficiency;
    if (most > 1.6 * passes)
      doubt(
        'bank.power',
        `${Math.round(most)} W in all would need ${Math.round(most / item.demand.ratedVolts / item.demand.efficiency)} A behind a fuse of ${item.makerMaxFuseA} A: these may be peak watts.`,
      );
    if (item.usualFuseA !== null && item.usualFuseA > item.makerMaxFuseA)
      doubt('usualFuseA', 'The fuse it comes with is above the largest allowed.');
  }
  if (item.kind === 'speaker') {
    const across = Math.min(item.size.w, item.size.h);
    if (item.cutoutMm !== null && item.cutoutMm >= across)
      doubt('cutoutMm', 'The hole is no smaller than the speaker over its flange.');
    // Some watts a square centimetre of cone are what coils of that size stand (common practice).
    if (item.rmsWatts > across * 1.6)
      doubt('rmsWatts', `${item.rmsWatts} W is much for ${across} mm: it may be peak power.`);
    if (item.sensitivity > 100) doubt('sensitivity', 'Above 100 dB it is a horn, or counted for two speakers.');
  }
  if (item.massKg > 40) doubt('massKg', 'That is heavier than two people lift.');
  return doubts;
}

/** An id for an item, told by its name, that no other has. */
export function idFor(name: string, taken: ReadonlySet<string>): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/×/g, '-')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'item';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** What a bare figure of a blank is in, as the person reads it. */
export const unitOf = ({ unit = '' }: Blank, system: UnitSystem): string => unitShown(system, unit);
