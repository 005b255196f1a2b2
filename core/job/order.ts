import { foundCraft } from '../craft/own';
import { byPosition, byText, sortedMap } from '../craft/order';
import { mapped } from '../document/edits';
import { GEAR_KIND_NAMES, type GearKind } from '../gear/gear';
import type { Job } from './job';
import { FIRST_BATTERY } from './supply';

/** The maps of a job whose entries people add, by the name that stands before an entry's key in `added`. */
const LISTS = {
  gear: (job: Job) => job.gear,
  zone: (job: Job) => job.zones,
  existing: (job: Job) => job.craft.existing,
  lamp: (job: Job) => job.craft.lamps,
  memory: (job: Job) => job.craft.memories,
  battery: (job: Job) => job.craft.batteries,
  tie: (job: Job) => job.craft.ties,
  link: (job: Job) => job.links,
  kit: (job: Job) => job.kits,
  loom: (job: Job) => job.looms,
} satisfies Record<string, (job: Job) => Readonly<Record<string, unknown>>>;
type ListName = keyof typeof LISTS;
const LIST_NAMES = Object.keys(LISTS) as ListName[];

const KINDS = Object.keys(GEAR_KIND_NAMES) as GearKind[];

/**
 * The job with a number for every entry that has none yet, in the order they stand, and none for what is gone:
 * when each was added, which no store or file keeps by itself.
 */
export function numbered(job: Job): Job {
  const { added } = job;
  let count = 0;
  let missing = false;
  for (const name of LIST_NAMES)
    for (const id of Object.keys(LISTS[name](job))) {
      count++;
      if (!Object.hasOwn(added, `${name}/${id}`)) missing = true;
    }
  if (!missing && Object.keys(added).length === count) return job;
  let last = Math.max(0, ...Object.values(added));
  const next: Record<string, number> = {};
  for (const name of LIST_NAMES)
    for (const id of Object.keys(LISTS[name](job))) {
      const key = `${name}/${id}`;
      next[key] = Object.hasOwn(added, key) ? added[key]! : ++last;
    }
  return { ...job, added: next };
}

const seen = new WeakSet<Job>();
/** Maps that stand in order, and what their order went by. */
const standing = new WeakMap<object, readonly unknown[]>();
type Entry = readonly [string, unknown];

/** A map in order; an edit leaves most of them as they were, and what their order goes by. */
function inOrder<M extends Readonly<Record<string, unknown>>>(
  map: M,
  compare: (a: readonly [string, M[string]], b: readonly [string, M[string]]) => number,
  ...by: readonly unknown[]
): M {
  const known = standing.get(map);
  if (known?.every((one, i) => one === by[i])) return map;
  const sorted = sortedMap(map as Record<string, M[string]>, compare) as M;
  standing.set(sorted, by);
  return sorted;
}

/**
 * The job with its maps in one canonical order, whoever wrote them and however a store shuffled their members: gear
 * by its place on the craft, then kind, then when it was added; what belongs to gear in the gear's order; everything
 * else when it was added. Keys decide only between what two people added at once. The very same object when
 * everything stands so already.
 */
export function ordered(job: Job): Job {
  if (seen.has(job)) return job;
  const { craft, added } = job;
  const addedAt = (list: ListName, id: string) => added[`${list}/${id}`] ?? 0;
  const byAdded =
    (list: ListName) =>
    (a: Entry, b: Entry): number =>
      addedAt(list, a[0]) - addedAt(list, b[0]) || byText(a[0], b[0]);
  const { places } = foundCraft(job);
  const at = (place: string | null) => (place === null ? undefined : places[place]?.at);
  const byPlace = (
    [a, one]: readonly [string, Job['gear'][string]],
    [b, two]: readonly [string, Job['gear'][string]],
  ) => {
    const [here, there] = [at(one.place), at(two.place)];
    if (!here !== !there) return here ? -1 : 1;
    return (
      (here && there ? byPosition(here, there) : 0) ||
      KINDS.indexOf(one.item.kind) - KINDS.indexOf(two.item.kind) ||
      addedAt('gear', a) - addedAt('gear', b) ||
      byText(a, b)
    );
  };
  const gear = inOrder(job.gear, byPlace, added, places);
  const rank = new Map(Object.keys(gear).map((id, i) => [id, i]));
  const byGear = (a: Entry, b: Entry) =>
    (rank.get(a[0]) ?? rank.size) - (rank.get(b[0]) ?? rank.size) || byText(a[0], b[0]);
  const channelAt = (key: string): readonly [gear: number, channel: number] => {
    const [id, channels] = key.split('/') as [string, string];
    const item = gear[id]?.item;
    const first = channels.split('+')[0];
    return [
      rank.get(id) ?? rank.size,
      item && 'bank' in item ? item.bank.channels.findIndex((channel) => channel.id === first) : 0,
    ];
  };
  const byChannel = (a: Entry, b: Entry) => {
    const [one, two] = [channelAt(a[0]), channelAt(b[0])];
    return one[0] - two[0] || one[1] - two[1] || byText(a[0], b[0]);
  };
  const byKey = (a: Entry, b: Entry) => byText(a[0], b[0]);
  const firstBattery = (a: Entry, b: Entry) =>
    Number(b[0] === FIRST_BATTERY) - Number(a[0] === FIRST_BATTERY) || byAdded('battery')(a, b);
  const parts = {
    gear,
    circuits: inOrder(job.circuits, byChannel, gear),
    reserved: inOrder(job.reserved, byChannel, gear),
    zones: inOrder(job.zones, byAdded('zone'), added),
    speakers: inOrder(job.speakers, byGear, gear),
    sources: inOrder(job.sources, byGear, gear),
    feeds: inOrder(job.feeds, byGear, gear),
    mounts: inOrder(job.mounts, byGear, gear),
    kits: inOrder(job.kits, byAdded('kit'), added),
    parts: inOrder(job.parts, byKey),
    links: inOrder(job.links, byAdded('link'), added),
    looms: inOrder(job.looms, byAdded('loom'), added),
    pins: inOrder(job.pins, byGear, gear),
    overrules: mapped<Record<string, unknown>>(job.overrules, (sets) =>
      inOrder(sets as Readonly<Record<string, unknown>>, byKey),
    ) as Job['overrules'],
    accepted: inOrder(job.accepted, byKey),
  };
  const own = {
    panels: inOrder(craft.panels, byKey),
    existing: inOrder(craft.existing, byAdded('existing'), added),
    lamps: inOrder(craft.lamps, byAdded('lamp'), added),
    memories: inOrder(craft.memories, byAdded('memory'), added),
    batteries: inOrder(craft.batteries, firstBattery, added),
    ties: inOrder(craft.ties, byAdded('tie'), added),
  };
  const still = <T extends object>(next: T, now: object) =>
    (Object.keys(next) as (keyof T)[]).every((member) => next[member] === (now as T)[member]);
  const sameCraft = still(own, craft);
  const next: Job =
    sameCraft && still(parts, job) ? job : { ...job, ...parts, craft: sameCraft ? craft : { ...craft, ...own } };
  seen.add(next);
  return next;
}
