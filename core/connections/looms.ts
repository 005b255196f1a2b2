import { BEGINNING, type Carries, type LoomBranch } from '../gear/loom';
import type { GearItem, Loom } from '../gear/gear';
import { foundCraft } from '../craft/own';
import type { Job } from '../job/job';
import { endsOfLoom, type JobLoom, type LoomEnd } from '../job/parts/looms';
import { inUse } from '../job/parts/gear';
import type { Gauge } from '../tables/conductors';
import type { RunKind } from './runs';

/** The loom that a run is part of, and the ends of it that the run goes from and to. */
export interface LoomLead {
  readonly loom: string;
  readonly ends: readonly [from: string, to: string];
  /** It goes on from the plug of an old lead: only the rest of it is new. */
  readonly inline: boolean;
}

const CARRIED: Readonly<Record<RunKind, Carries | undefined>> = {
  feed: 'power',
  return: 'power',
  speaker: 'speaker',
  line: 'line',
  turnOn: 'turnOn',
  switched: 'switched',
  link: undefined,
};

/** The branch that an end of a loom is; undefined where it is the one that the trunk begins at. */
export const branchAt = ({ branches }: Loom, end: string): LoomBranch | undefined =>
  branches.find(({ id }) => id === end);

/** What an end is for, in words. */
export const loomEndName = (item: Loom, end: string): string =>
  end === BEGINNING ? item.begins || 'the end it begins at' : (branchAt(item, end)?.name ?? end);

/** What the ends of a loom go to. */
const reachesOf = (loom: JobLoom): { readonly end: string; readonly to: string; readonly inline: boolean }[] =>
  endsOfLoom(loom).flatMap(([end, { to }]) =>
    to === null ? [] : [{ end, to, inline: branchAt(loom.item, end)?.inline ?? false }],
  );
const carries = (item: Loom, end: string, what: Carries): boolean =>
  end === BEGINNING || branchAt(item, end)!.carries.includes(what);

/**
 * Which runs of a job are part of a loom: those between things that two of its ends go to, where both carry what the run
 * does; and the lead from a head unit to an amplifier that stands in the old leads of its speakers, behind their plugs.
 */
export function loomLeads(job: Job): (kind: RunKind, from: string, to: string) => LoomLead | undefined {
  const looms = Object.entries(job.looms).map(([id, loom]) => ({ id, item: loom.item, ends: reachesOf(loom) }));
  if (!looms.length) return () => undefined;
  return (kind, from, to) => {
    const what = CARRIED[kind];
    if (!what) return undefined;
    // What is tapped goes by another name than the circuit it is tapped from.
    const begins = kind === 'switched' ? job.turnOn.source : from;
    for (const { id, item, ends } of looms)
      for (const a of ends)
        for (const b of ends)
          if (
            a.to === begins &&
            b.to === to &&
            a.end !== b.end &&
            carries(item, a.end, what) &&
            carries(item, b.end, what)
          )
            return { loom: id, ends: [a.end, b.end], inline: false };
    if (kind !== 'speaker' || job.gear[to]?.item.kind !== 'amplifier') return undefined;
    for (const { id, ends } of looms) {
      const at = ends.find((end) => end.to === to);
      const pod = ends.find(({ inline, to: of }) => inline && job.gear[of]?.item.kind === 'speaker');
      if (at && pod && at.end !== pod.end) return { loom: id, ends: [pod.end, at.end], inline: true };
    }
    return undefined;
  };
}

/** Length of the conductors between two ends of a loom, their extensions too, mm. */
export function loomMm({ item, ends }: JobLoom, [a, b]: LoomLead['ends']): number {
  const extra = (end: string): number => (Object.hasOwn(ends, end) ? ends[end]!.extensionMm : 0);
  const [one, other] = [a, b].map((end) => branchAt(item, end) ?? { atMm: 0, mm: 0 }) as [
    Pick<LoomBranch, 'atMm' | 'mm'>,
    Pick<LoomBranch, 'atMm' | 'mm'>,
  ];
  return one.mm + other.mm + Math.abs(one.atMm - other.atMm) + extra(a) + extra(b);
}

/** Size of a run's conductors within a loom; undefined of screened pairs. */
export function loomGauge({ power, leads }: Loom, kind: RunKind): Gauge | undefined {
  const gauge = CARRIED[kind] === 'power' ? power : kind === 'line' ? null : leads;
  return gauge ?? undefined;
}

/** The loom that brings gear its feed, and how far its fuse is from where that comes from, mm. */
export function feedLoom(
  job: Job,
  from: string,
  gear: string,
): { readonly item: Loom; readonly fuseAtMm: number } | undefined {
  const lead = loomLeads(job)('feed', from, gear);
  if (!lead) return undefined;
  const { item, ends } = job.looms[lead.loom]!;
  const end = lead.ends[0];
  // An extension goes between the battery and the fuse.
  const extra = Object.hasOwn(ends, end) ? ends[end]!.extensionMm : 0;
  return { item, fuseAtMm: (item.fuse?.atMm ?? 0) + extra };
}

/** Words that tell branches apart, and which way along x, y or z of the craft that is. */
const SIDES: readonly (readonly [word: RegExp, axis: 0 | 1 | 2, way: 1 | -1])[] = [
  [/\b(front|fore|bow)\b/i, 0, 1],
  [/\b(rear|aft|back|stern)\b/i, 0, -1],
  [/\b(left|port)\b/i, 1, 1],
  [/\b(right|starboard)\b/i, 1, -1],
  [/\b(upper|top)\b/i, 2, 1],
  [/\b(lower|bottom)\b/i, 2, -1],
];
const sidesIn = (words: string) => SIDES.filter(([word]) => word.test(words));

/**
 * Where the ends of a loom may go at first: its power to the battery the sound is fed from, what it begins at to the first
 * amplifier, else head unit, that no loom begins at; each other branch to gear that takes what it carries, of
 * speakers to one that stands on the side that the branch is named for. What finds nothing is left open.
 */
export function usualEnds(job: Job, item: Loom, battery: string): Record<string, LoomEnd> {
  const taken = new Set(Object.values(job.looms).flatMap(({ ends }) => Object.values(ends).map(({ to }) => to)));
  const { places } = foundCraft(job);
  const free = (kinds: readonly GearItem['kind'][]) =>
    Object.entries(job.gear).flatMap(([id, { item: one, there, place }]) =>
      kinds.includes(one.kind) && inUse(there) && place !== null && !taken.has(id) ? [{ id, place }] : [],
    );
  const ends: Record<string, LoomEnd> = {};
  const go = (end: string, to: string | undefined) => {
    if (to === undefined) return;
    taken.add(to);
    ends[end] = { to, extensionMm: 0 };
  };
  const of = (kind: GearItem['kind']) => free([kind])[0]?.id;
  const speakers = free(['speaker']);
  const middle = [0, 1, 2].map((axis) => {
    const all = speakers.map(({ place }) => places[place]!.at[axis]!);
    return (Math.min(...all) + Math.max(...all)) / 2;
  });
  go(BEGINNING, of('amplifier') ?? of('headUnit') ?? free(['block', 'device'])[0]?.id);
  for (const { id, name, carries: what } of item.branches) {
    if (what.includes('power')) {
      go(id, battery);
      continue;
    }
    if (what.includes('speaker')) {
      const sides = sidesIn(name);
      const fit = speakers
        .filter(({ id: one }) => !taken.has(one))
        .find(({ place }) => sides.every(([, axis, way]) => way * (places[place]!.at[axis] - middle[axis]!) > 0));
      go(id, fit?.id);
    } else if (what.includes('line') || what.includes('turnOn')) go(id, of('headUnit'));
    else if (what.includes('switched') && job.turnOn.source !== null) go(id, job.turnOn.source);
  }
  return ends;
}
