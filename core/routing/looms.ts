import { coilOf } from '../gear/made-leads';
import { BEGINNING } from '../gear/loom';
import { branchAt, loomEndName } from '../connections/looms';
import type { ForkAt, LoomEndPlan, LoomPlan } from '../connections/loom-plan';
import { holeFit, type Passing } from '../connections/passing';
import type { Run } from '../connections/runs';
import { craftOf, foundCraft } from '../craft/own';
import type { Pattern } from '../craft/pattern';
import type { Job } from '../job/job';
import { endsOfLoom, type JobLoom } from '../job/parts/looms';
import type { Fitted } from '../panels/fitted';
import { taken } from '../job/choices';
import { craftMap, endPoints, otherEnd, wayPoints, type CraftMap } from './graph';
import { add, distance, polylineLength, scale, sub, type Vec3 } from '../units/vectors';
import { layLoom, type Reached, type Spot, type Tree } from './reach';
import { endsMm, leadEnd } from './tail';

type Mounts = Readonly<Record<string, Fitted>>;

/** Every loom of a job, laid along the routes of its runs. */
export const planLooms = (job: Job, runs: readonly Run[], mounts: Mounts): LoomPlan[] =>
  Object.entries(job.looms).map(([id, loom]) => planLoom(job, id, loom, runs, mounts));

interface Used {
  readonly end: string;
  readonly to: string;
  readonly place: string;
  readonly runs: string[];
  /** Left there on purpose, mm. */
  readonly leftMm: number;
}

function planLoom(job: Job, id: string, loom: JobLoom, runs: readonly Run[], mounts: Mounts): LoomPlan {
  const { item } = loom;
  const own = runs.filter((run) => run.loom?.loom === id && run.way && !run.old);
  const used = usedEnds(job, own, runs, id);
  const root = used.get(BEGINNING) ?? [...used.values()][0];
  const standsWith = runs.find(({ loom: of }) => of?.loom === id && of.inline)?.to;
  const map = craftMap(craftOf(job));
  const laid = root && treeOf(map, own, root);
  const branches = [...used.values()].filter(({ end }) => end !== BEGINNING);
  const ended = (of: Omit<LoomEndPlan, 'end' | 'name' | 'to'>, end: string, to: string | null): LoomEndPlan => ({
    end,
    name: loomEndName(item, end),
    to,
    ...of,
  });
  const nothing = { place: undefined, runs: [], overMm: undefined, leftMm: 0, coilCm3: 0, roomCm3: undefined };
  if (!laid || !branches.length) {
    const ends = endsOfLoom(loom).map(([end, { to }]) => ended({ ...nothing, haveMm: haveOf(loom, end, 0) }, end, to));
    return {
      id,
      first: 'ends',
      proposed: 'ends',
      why: '',
      ends,
      trunk: [],
      forks: [],
      standsWith,
      shortMm: 0,
      legs: [],
    };
  }

  const places = foundCraft(job).places;
  /** What is left at the place of an end, and what its plug being where it is adds to the way there, mm. */
  const beyondMm = (end: Used): number => {
    const fitted = Object.hasOwn(mounts, end.to) ? mounts[end.to] : undefined;
    const lead = fitted && leadEnd(job.gear[end.to]!.item, fitted);
    const far = end === root ? branches.find((one) => one !== root)! : end;
    const points = pointsTo(map, laid, laid.at.get(far.end)!);
    const tail = lead ? (end === root ? endsMm(points, lead, undefined) : endsMm(points, undefined, lead)) : 0;
    return end.leftMm + tail;
  };
  const { tree, spotOf, plugs, rootMm } = withPlugs(laid, root, branches, beyondMm);
  const firstAt = Math.min(...branches.map(({ end }) => branchAt(item, end)!.atMm));
  const begins = used.has(BEGINNING);
  const beginMm = begins ? haveOf(loom, BEGINNING, firstAt) - rootMm : Number.POSITIVE_INFINITY;
  const reached = branches.map((one, i): Reached => ({
    ...plugs[i]!,
    atMm: branchAt(item, one.end)!.atMm,
    mm: haveOf(loom, one.end, 0) - plugs[i]!.mm,
  }));
  const legs = alongLegs(laid, loom, used, own);

  const lays = (['start', 'ends'] as const).map((first) => {
    const reach = layLoom(tree, beginMm, reached, first);
    const over = new Map<string, number>(branches.map(({ end }, i) => [end, reach.branchMm[i]!]));
    if (begins) over.set(BEGINNING, reach.beginMm);
    const ends = endsOfLoom(loom).map(([end, { to }]) => {
      const one = used.get(end);
      const haveMm = haveOf(loom, end, firstAt);
      if (!one) return ended({ ...nothing, haveMm }, end, to);
      const overMm = over.get(end);
      const thick = end === BEGINNING ? item.trunkMm : item.branchMm;
      const coilCm3 = overMm !== undefined && overMm > 0 ? coilOf(overMm, thick) : 0;
      const { place, leftMm } = one;
      return ended(
        { place, runs: one.runs, haveMm, overMm, leftMm, coilCm3, roomCm3: places[place]?.parkCm3 },
        end,
        to,
      );
    });
    return { first, reach, ends, blocked: blockedBy(job, legs, first), unparked: unparkedOf(ends) };
  });
  const school = taken(job.choices, 'start') === 'battery';
  const begun = loom.ends[BEGINNING]?.to ?? '';
  const usual = Object.hasOwn(job.craft.batteries, begun) === school ? 'start' : 'ends';
  const [best, other] = [...lays].sort(
    (a, b) =>
      a.blocked.length - b.blocked.length ||
      Math.round(a.unparked - b.unparked) ||
      Number(b.first === usual) - Number(a.first === usual),
  ) as [(typeof lays)[0], (typeof lays)[0]];
  const why =
    other.blocked.length > best.blocked.length
      ? `the other way its plugs do not go through ${other.blocked[0]!}`
      : Math.round(other.unparked) > Math.round(best.unparked)
        ? 'the other way there is no room for what is left over'
        : school
          ? 'work starts at the battery in this job'
          : 'work starts at the gear in this job';
  const now = lays.find(({ first }) => first === (loom.first ?? best.first))!;
  const { forks, trunkMm, shortMm } = now.reach;
  const forkOf = new Map(branches.map(({ end }, i) => [branchAt(item, end)!.atMm, forks[i]!]));
  return {
    id,
    first: now.first,
    proposed: best.first,
    why,
    ends: now.ends,
    trunk: trunkMm,
    forks: [...forkOf].sort(([a], [b]) => a - b).map(([atMm, spot]) => forkAt(map, laid, atMm, spotOf(spot))),
    standsWith,
    shortMm,
    legs: legs.map((one) => ({
      leg: one.leg,
      run: one.run.id,
      feeds: isFeed(one.run),
      mm: thickAlong(laid.tree, loom, forks.map(spotOf), one),
      plugs: now.first === 'start' ? one.far : one.near,
    })),
  };
}

/** The leg a fork lies on, and how far along it. */
function forkAt({ legs }: CraftMap, { nodes, legTo }: Laid, atMm: number, { node, aboveMm }: Spot): ForkAt {
  const leg = aboveMm > 0 ? legTo[node] : undefined;
  if (leg === undefined) return { atMm, node: nodes[node]!, leg: undefined, along: 0 };
  const { from, lengthMm } = legs[leg]!;
  const share = lengthMm > 0 ? aboveMm / lengthMm : 0;
  return { atMm, node: nodes[node]!, leg, along: from === nodes[node] ? share : 1 - share };
}

/**
 * The tree of legs with the plugs on it: each lies beyond its place by what is left there, so that a fork may lie in that
 * too, as it does where a loom’s branches leave it at its plug. The root’s plug is the root.
 */
function withPlugs(laid: Laid, root: Used, branches: readonly Used[], beyondMm: (end: Used) => number) {
  const { tree, nodes } = laid;
  const up = [-1, ...tree.up.map((parent) => parent + 1)];
  const mm = [0, ...tree.mm];
  const atRoot = beyondMm(root);
  mm[1] = Math.max(0, atRoot);
  // A plug nearer than the middle of its place leaves so much more.
  const rootMm = Math.min(0, atRoot);
  const at: number[] = [...nodes.keys()];
  const plugs = branches.map((end) => {
    if (end === root) return { node: 0, mm: rootMm };
    const beyond = beyondMm(end);
    up.push(laid.at.get(end.end)! + 1);
    mm.push(Math.max(0, beyond));
    at.push(laid.at.get(end.end)!);
    return { node: up.length - 1, mm: Math.min(0, beyond) };
  });
  /** A point of it on the legs: what lies beyond a place is there. */
  const spotOf = ({ node, aboveMm }: Spot): Spot =>
    node > 1 && node <= nodes.length
      ? { node: node - 1, aboveMm }
      : { node: node <= 1 ? 0 : at[node - 1]!, aboveMm: 0 };
  return { tree: { up, mm }, plugs, rootMm, spotOf };
}

/** How long an end is; of where the trunk begins as far as its first branch in use, mm. */
function haveOf({ item, ends }: JobLoom, end: string, firstAt: number): number {
  const extra = Object.hasOwn(ends, end) ? ends[end]!.extensionMm : 0;
  return (end === BEGINNING ? firstAt : branchAt(item, end)!.mm) + extra;
}

/** The ends that runs go to, with their places. */
function usedEnds(job: Job, own: readonly Run[], runs: readonly Run[], id: string): ReadonlyMap<string, Used> {
  const used = new Map<string, Used>();
  const places = foundCraft(job).places;
  for (const run of own)
    run.loom!.ends.forEach((end, i) => {
      const [to, place] = i ? [run.to, run.toPlace!] : [run.from, run.fromPlace!];
      const known = used.get(end);
      if (known) known.runs.push(run.id);
      else {
        const isGear = Object.hasOwn(job.gear, to) || Object.hasOwn(job.craft.batteries, to);
        used.set(end, { end, to, place, runs: [run.id], leftMm: isGear ? (places[place]?.allowanceMm ?? 0) : 0 });
      }
    });
  for (const run of runs) if (run.old && run.loom?.loom === id) used.get(run.loom.ends[0])?.runs.push(run.id);
  return used;
}

interface Laid {
  readonly tree: Tree;
  /** The place or junction that each node is. */
  readonly nodes: readonly string[];
  /** The leg from each node towards the root. */
  readonly legTo: readonly (string | undefined)[];
  /** The node of each end. */
  readonly at: ReadonlyMap<string, number>;
}

/** The ways from the root of a loom to its ends as one tree: where two have parted they stay apart, though they meet again. */
function treeOf(map: CraftMap, own: readonly Run[], root: Used): Laid {
  const ways = waysFrom(own, root.end);
  const up = [-1];
  const mm = [0];
  const nodes = [root.place];
  const legTo: (string | undefined)[] = [undefined];
  const at = new Map([[root.end, 0]]);
  for (const [end, legs] of ways) {
    let here = 0;
    for (const id of legs) {
      const leg = map.legs[id]!;
      const known = up.findIndex((parent, node) => parent === here && legTo[node] === id);
      if (known >= 0) here = known;
      else {
        up.push(here);
        mm.push(leg.lengthMm);
        nodes.push(otherEnd(leg, nodes[here]!));
        legTo.push(id);
        here = up.length - 1;
      }
    }
    at.set(end, here);
  }
  return { tree: { up, mm }, nodes, legTo, at };
}

/** The legs from one end of a loom to each other, by the runs between them. */
function waysFrom(own: readonly Run[], root: string): ReadonlyMap<string, readonly string[]> {
  const ways = new Map<string, readonly string[]>([[root, []]]);
  for (let found = true; found;) {
    found = false;
    for (const { loom, way } of own) {
      const [from, to] = loom!.ends;
      const [known, other] = ways.has(from) ? [from, to] : [to, from];
      const before = ways.get(known);
      if (!before || ways.has(other)) continue;
      const legs = known === from ? way!.legs : [...way!.legs].reverse();
      // Back as far as both go the same way, and on.
      let back = 0;
      while (back < before.length && before[before.length - 1 - back] === legs[back]) back++;
      ways.set(other, [...before.slice(0, before.length - back), ...legs.slice(back)]);
      found = true;
    }
  }
  return ways;
}

/** The points from the root to a node. */
function pointsTo(map: CraftMap, { tree, nodes, legTo }: Laid, to: number) {
  const back: number[] = [to];
  while (back.at(-1)! > 0) back.push(tree.up[back.at(-1)!]!);
  const chain = back.reverse();
  const way = {
    legs: chain.slice(1).map((node) => legTo[node]!),
    nodes: chain.map((node) => nodes[node]!),
    lengthMm: 0,
  };
  return endPoints(map, way, wayPoints(map, way));
}

/** Where a fork lies on a craft, as its joints stand. */
export function forkPoint(pattern: Pattern, { node, leg, along }: ForkAt): Vec3 {
  const map = craftMap(pattern);
  if (leg === undefined) return map.at(node);
  const { points } = map.legs[leg]!;
  let left = along * polylineLength(points);
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1]!, points[i]!];
    const length = distance(from, to);
    if (left <= length) return length ? add(from, scale(sub(to, from), left / length)) : from;
    left -= length;
  }
  return points.at(-1)!;
}

const isFeed = ({ kind }: Run): boolean => kind === 'feed' || kind === 'return';

/** What goes along each leg: the plugs on its side of the root, and those beyond it. */
function alongLegs(
  { tree, nodes, legTo, at }: Laid,
  { item }: JobLoom,
  used: ReadonlyMap<string, Used>,
  own: readonly Run[],
) {
  const under = nodes.map(() => new Set<string>());
  for (const [end, last] of at) for (let node = last; node > 0; node = tree.up[node]!) under[node]!.add(end);
  const passing = (end: string): Passing =>
    end === BEGINNING
      ? { mm: item.trunkMm, plugMm: item.beginsPlugMm ?? undefined }
      : { mm: item.branchMm, plugMm: branchAt(item, end)!.plugMm ?? undefined };
  const all = [...used.keys()];
  return nodes.flatMap((_, node) => {
    const leg = legTo[node];
    const beyond = under[node]!;
    if (leg === undefined || !beyond.size) return [];
    // What goes there: from an end on one side to one on the other.
    const across = own.filter(({ loom }) => beyond.has(loom!.ends[0]) !== beyond.has(loom!.ends[1]));
    const run = across.find(isFeed) ?? across[0]!;
    return [
      { leg, node, run, near: all.filter((end) => !beyond.has(end)).map(passing), far: [...beyond].map(passing) },
    ];
  });
}

/** How thick a loom is along a leg: as its trunk, unless one branch alone has left that before. */
function thickAlong(
  { up }: Tree,
  { item }: JobLoom,
  forks: readonly Spot[],
  leg: { readonly node: number; readonly far: readonly unknown[] },
): number {
  if (leg.far.length > 1) return item.trunkMm;
  const isPast = ({ node }: Spot) => {
    let at = node;
    while (at > leg.node) at = up[at]!;
    return at === leg.node;
  };
  return forks.some(isPast) ? item.trunkMm : item.branchMm;
}

/** Holes that the plugs do not go through, by name, where this is led in first. */
function blockedBy(job: Job, legs: ReturnType<typeof alongLegs>, first: 'start' | 'ends'): string[] {
  const pattern = craftOf(job);
  return legs.flatMap(({ leg, near, far }) =>
    Object.entries(pattern.legs[leg]!.passes ?? {}).flatMap(([id, pass]) =>
      holeFit(id, pass, first === 'start' ? far : near).fits ? [] : [pass.name.toLowerCase()],
    ),
  );
}

/** What of the coils has no room where somebody has said how much there is, cm³. */
function unparkedOf(ends: readonly LoomEndPlan[]): number {
  const left = new Map<string, number>();
  let over = 0;
  for (const { place, coilCm3, roomCm3 } of ends) {
    if (place === undefined || roomCm3 === undefined) continue;
    const room = left.get(place) ?? roomCm3;
    left.set(place, Math.max(0, room - coilCm3));
    over += Math.max(0, coilCm3 - room);
  }
  return over;
}
