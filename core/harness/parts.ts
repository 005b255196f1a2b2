import type { LoomPlan } from '../connections/loom-plan';
import type { PinTable } from '../connections/pins';
import type { Run } from '../connections/runs';
import type { Input } from '../connections/signal';
import { PORT_KINDS } from '../gear/ports';
import type { Job } from '../job/job';
import { inUse } from '../job/parts/gear';
import { NO_PART, type KitLine } from '../job/parts/kits';
import type { Supply } from '../panels/supplies';
import { FUSE_FAMILIES } from '../tables/fuses';
import type { Bundle } from './bundles';
import type { Parting } from './partings';
import { short } from '../units/figures';
import type { CutList } from './cuts';
import type { LinkPlan } from './links';

/** A line of the order list: what the job needs of one thing, and where that comes from. */
export interface PartLine {
  /** Group and name: gear/kingcup-3. */
  readonly key: string;
  readonly what: string;
  readonly needed: number;
  /** Empty: pieces. */
  readonly unit: '' | 'mm';
  readonly inKit: number;
  readonly have: number;
  /** A person has said what is on the shelf. */
  readonly said: boolean;
  /** What neither the kit nor the shelf has. */
  readonly order: number;
  readonly arrived: number;
  /** What it is for, ids of gear or places; empty: the job. */
  readonly for: readonly string[];
}
export const waitsFor = ({ order, arrived }: PartLine): boolean => order > arrived;

const GROUPS = { gear: 0, kit: 1, made: 2, wire: 3, end: 4, fix: 5, cut: 6 } as const;
type Group = keyof typeof GROUPS;
/** What a workshop has no shelf of: it is bought for the job. */
const BOUGHT: readonly Group[] = ['made', 'kit'];
/** Ends, ties and wire get lost, cut off and spoilt (common practice). */
const SPARE = 1.1;

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/½/g, ' half ')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80) || 'part';

interface Needed {
  readonly group: Group;
  readonly what: string;
  needed: number;
  readonly unit: '' | 'mm';
  readonly for: Set<string>;
}

/** Ends that are bought as one thing for a whole plug, whatever its pins. */
const BY_PLUG = /^(adapter|mating half|T-lead)/;
/** Ends that nobody buys. */
const NO_PART_AT_ALL = /^(its plug|line plug|by the size|fuse tap or butt)/;

/** What of a line was in the box; until somebody looks all of it, and of what is bought apart nothing. */
const inBox = ({ has, count, option }: KitLine): number => has ?? (option ? 0 : count);

/** Everything the job takes: gear, holders and fuses, made leads, wire, ends, ties and sleeve, what is cut with. */
export function planParts(
  job: Job,
  runs: readonly Run[],
  { reels }: CutList,
  terminals: readonly { readonly at: string; readonly with: string }[],
  pins: readonly PinTable[],
  links: readonly LinkPlan[],
  inputs: readonly Input[],
  fuses: Readonly<Record<string, number | undefined>>,
  supplies: readonly Supply[],
  bundles: readonly Bundle[],
  partings: readonly Parting[],
  looms: readonly LoomPlan[],
): PartLine[] {
  const found = new Map<string, Needed>();
  const add = (
    group: Group,
    name: string,
    what: string,
    needed: number,
    of: readonly string[],
    unit: '' | 'mm' = '',
  ) => {
    const key = `${group}/${slug(name)}`;
    const known = found.get(key) ?? { group, what, needed: 0, unit, for: new Set<string>() };
    found.set(key, known);
    known.needed += needed;
    for (const one of of) known.for.add(one);
  };
  for (const { plug, taken } of partings) {
    const what = `plug of ${plug.pins} pins, both halves, ${short(plug.pinA)} A a pin`;
    add('end', what, what, Math.max(1, Math.ceil(taken / plug.pins)), []);
    add('end', `pin and socket ${plug.pinA}`, `pin and socket, with seals, ${short(plug.pinA)} A`, taken, []);
  }
  const fresh = Object.entries(job.gear).filter(([, { there }]) => there === null);
  for (const [id, { item }] of fresh) add('gear', item.id, item.name, 1, [id]);
  for (const [id] of fresh) {
    const holder = job.feeds[id]?.holder;
    const amps = fuses[id];
    if (holder) add('gear', holder.id, holder.name, 1, [id]);
    // One goes in, one goes into the owner's spares.
    if (holder && amps !== undefined) {
      const { name } = FUSE_FAMILIES[holder.family];
      add('end', `fuse ${name} ${amps}`, `fuse, ${name.toLowerCase()}, ${amps} A`, 2, [id]);
    }
  }
  for (const { id, ends } of looms) {
    const { item, ends: said } = job.looms[id]!;
    const going = ends.flatMap(({ to }) => (to !== null && Object.hasOwn(job.gear, to) ? [to] : []));
    add('gear', item.id, item.name, 1, going);
    for (const { end, name, runs: own } of ends) {
      if (!own.length) add('end', 'cap for a plug', 'cap for a plug of a loom', 1, []);
      const mm = Object.hasOwn(said, end) ? said[end]!.extensionMm : 0;
      if (mm > 0)
        add('made', `loom extension ${mm} ${item.id} ${end}`, `lead put on to ${item.name}, ${name}: ${mm} mm`, 1, []);
    }
    const feed = ends.flatMap(({ runs }) => runs).find((run) => run.startsWith('feed:'));
    const fed = feed?.slice(feed.indexOf('>') + 1);
    if (item.fuse && fed !== undefined && !job.feeds[fed]?.holder) {
      const { name } = FUSE_FAMILIES[item.fuse.family];
      const amps = fuses[fed] ?? item.fuse.amps;
      // One goes into the owner's spares; what came in it is there.
      const count = amps === item.fuse.amps ? 1 : 2;
      add('end', `fuse ${name} ${amps}`, `fuse, ${name.toLowerCase()}, ${amps} A`, count, [fed]);
    }
  }
  for (const link of links) {
    const { extensionMm } = job.links[link.id]!;
    const kind = PORT_KINDS[link.kind];
    if (extensionMm > 0)
      add('made', `${link.kind} extension ${extensionMm}`, `${kind} extension, ${extensionMm} mm`, 1, [link.from]);
    if (link.haveMm === undefined && link.neededMm !== undefined) {
      const least = Math.ceil(link.neededMm / 100) * 100;
      add('made', `${link.kind} lead ${link.id}`, `${kind} lead, ${least} mm at least`, 1, [link.from]);
    }
  }
  const split = new Set(inputs.flatMap(({ split: isSplit, head, pair }) => (isSplit ? [`${head}/${pair}`] : [])));
  if (split.size) add('made', 'y-lead', 'Y-lead, line level', split.size, []);
  for (const { what, totalMm } of reels) add('wire', what, what, Math.ceil(totalMm * SPARE), [], 'mm');

  const plugs = new Map<string, Set<string>>();
  const ends = new Map<string, { count: number; at: Set<string> }>();
  // What goes into a plug of the craft is joined by one adapter, whatever of it is used.
  for (const { kind, from, old } of runs) {
    if (!old || !(kind === 'feed' || kind === 'return' || kind === 'switched')) continue;
    const id = kind === 'switched' ? job.turnOn.source : from;
    const circuit = id === null ? undefined : job.craft.existing[id];
    if (!circuit) continue;
    const what = circuit.access === 'radioPlug' ? 'adapter for the radio plug' : 'mating half of the accessory plug';
    plugs.set(what, (plugs.get(what) ?? new Set()).add(circuit.place ?? 'craft'));
  }
  for (const { at, with: what } of terminals) {
    if (NO_PART_AT_ALL.test(what)) continue;
    if (BY_PLUG.test(what)) {
      const place = at === 'switched' ? job.turnOn.source : at;
      const own = (place !== null && job.craft.existing[place]?.place) || 'craft';
      plugs.set(what, (plugs.get(what) ?? new Set()).add(own));
      continue;
    }
    const known = ends.get(what) ?? { count: 0, at: new Set() };
    ends.set(what, known);
    known.count++;
    if (Object.hasOwn(job.gear, at)) known.at.add(at);
  }
  for (const [what, places] of plugs) add('made', what, what, places.size, []);
  for (const [what, { count, at }] of ends) add('end', what, what, Math.ceil(count * SPARE), [...at]);
  const caps = pins.flatMap(({ gear, rows }) =>
    inUse(job.gear[gear]!.there) ? rows.flatMap(({ fate }) => (fate === 'capped' ? [gear] : [])) : [],
  );
  if (caps.length) add('end', 'cap', 'insulating cap with shrink', Math.ceil(caps.length * SPARE), caps);

  const ties = bundles.reduce((sum, bundle) => sum + bundle.ties, 0);
  if (ties) add('fix', 'tie', 'tie, or what it is secured with', Math.ceil(ties * SPARE), []);
  const sleeves = new Map<string, number>();
  for (const { sleeve } of bundles)
    if (sleeve) {
      const what = sleeve.sizeMm === undefined ? 'sleeve, wrapped round' : `sleeve, ${sleeve.sizeMm} mm`;
      sleeves.set(what, (sleeves.get(what) ?? 0) + sleeve.lengthMm);
    }
  for (const [what, mm] of sleeves) add('fix', what, what, Math.ceil(mm * SPARE), [], 'mm');
  for (const { passes } of bundles)
    for (const { drillMm, boreMm, trimmed } of passes) {
      if (drillMm !== undefined && boreMm !== undefined) {
        const what = `grommet, ${boreMm} mm bore, hole ${drillMm} mm`;
        add('fix', what, what, 1, []);
      } else if (trimmed) add('fix', 'edge trim', 'edge trim round a hole', 1, []);
    }
  for (const { what, amount } of supplies) {
    const count = Number(amount);
    const pieces = Number.isFinite(count) ? count : amount.split(', ').length;
    add('cut', what, what, pieces, []);
  }

  const lines = Object.entries(job.kits).flatMap(([kit, { lines: all }]) =>
    Object.entries(all).map(([id, line]) => ({ key: `${kit}-${id}`, line })),
  );
  for (const { key, line } of lines) if (line.item === null && !line.option) add('kit', key, line.name, line.count, []);
  const kitOf = (key: string, item: string | undefined): number =>
    lines.reduce(
      (sum, { key: own, line }) =>
        (item !== undefined && line.item !== null && slug(line.item) === item) || key === `kit/${slug(own)}`
          ? sum + inBox(line)
          : sum,
      0,
    );
  return [...found]
    .sort(([, a], [, b]) => GROUPS[a.group] - GROUPS[b.group])
    .map(([key, { group, what, needed, unit, for: of }]): PartLine => {
      const said = Object.hasOwn(job.parts, key) ? job.parts[key]! : NO_PART;
      const inKit = Math.min(needed, kitOf(key, group === 'gear' ? key.slice('gear/'.length) : undefined));
      const isKitted =
        group === 'gear' && lines.some(({ line }) => line.item !== null && `gear/${slug(line.item)}` === key);
      // What belongs to a kit is not looked for on the shelf.
      const usual = BOUGHT.includes(group) || isKitted ? 0 : needed - inKit;
      const have = said.have ?? usual;
      return {
        key,
        what,
        needed,
        unit,
        inKit,
        have,
        said: said.have !== null,
        order: Math.max(0, needed - inKit - have),
        arrived: said.arrived,
        for: [...of],
      };
    });
}

/** What came in kits and this job does not use, by name. */
export function unusedOf(job: Job): { readonly kit: string; readonly what: string; readonly count: number }[] {
  const used = new Map<string, number>();
  for (const { item, there } of Object.values(job.gear))
    if (there === null) used.set(item.id, (used.get(item.id) ?? 0) + 1);
  return Object.values(job.kits).flatMap(({ name, lines }) =>
    Object.values(lines).flatMap((line) => {
      if (line.item === null) return [];
      const taken = Math.min(used.get(line.item) ?? 0, inBox(line));
      used.set(line.item, (used.get(line.item) ?? 0) - taken);
      const count = inBox(line) - taken;
      return count > 0 ? [{ kit: name, what: line.name, count }] : [];
    }),
  );
}
