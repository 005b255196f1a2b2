import type { Way } from '../connections/runs';
import type { Opened } from '../craft/cover';
import { asksOf, meshOf, raise, type Access, type Ask, type Edge, type Mesh, type Mode } from './access';
import { otherEnd } from './graph';

/** What is pulled in one go, from place to place. */
export interface Pull {
  readonly from: string;
  readonly to: string;
  readonly conductors: number;
  /** Legs that a person has chosen for it. */
  readonly pin?: readonly string[] | undefined;
  /** Nothing protects it: it keeps out of petrol spaces. */
  readonly unfused?: boolean;
}

/** A route, and the legs of it that are fished because their covers stay on. */
export interface Route {
  readonly way: Way;
  readonly fished: readonly string[];
  /** Everything it needs open. */
  readonly opened: readonly Opened[];
}

/** What is open and done whatever the search finds. */
export interface Standing {
  readonly opened: readonly Opened[];
  /** Routes that others lie along. */
  readonly beside?: readonly Pick<Route, 'fished' | 'way'>[];
}

/** Routes for all pulls of a craft. */
export interface Laid {
  /** In the order of the pulls; undefined where no route leads there. */
  readonly routes: readonly (Route | undefined)[];
  /** What all of it costs, minutes of work: covers, fishing and holes each once, pulling, and metres at what they are worth. */
  readonly cost: number;
  /** No routes cost less than this. */
  readonly bound: number;
  /** There are none that cost less than these. */
  readonly proven: boolean;
  /** Sets of covers looked at. */
  readonly examined: number;
}

const EVEN = 1e-9;
/** Sums of many minutes, made in another order, are even as far as this. */
const even = (cost: number): number => EVEN + 1e-12 * cost;
/** As many sets of covers as an edit may wait for: far more than any craft has asked for so far. */
const MOST_SETS = 400;

/** A chain of edges from one node to another. */
interface Chain {
  readonly edges: readonly number[];
  readonly nodes: readonly number[];
  readonly cost: number;
}
/** Between these levels each task is to stay; the chains are the cheapest were nothing to be paid for what is between. */
interface Part {
  readonly low: Uint8Array;
  readonly high: Uint8Array;
  readonly chains: readonly (Chain | undefined)[];
  readonly bound: number;
}

/**
 * The routes that together cost least. A cover is paid once however many wires lie behind it, so the runs are not
 * independent; but with the covers settled each simply takes the shortest path. So sets of covers are searched, best
 * bound first: what each set must open is paid for, what it may open is free, and the cheapest paths under that cost no
 * more than any answer within the set (branch and bound, Land and Doig 1960). Once they open nothing that is not paid for,
 * they are the answer. After `most` sets the best found so far is given with the bound. Equal costs go by length, then by
 * the pattern's order. Of a craft that is not plain nothing is proven. A pull with a pin follows it where its legs lead there.
 */
export function layTogether(access: Access, pulls: readonly Pull[], standing: Standing, most = MOST_SETS): Laid {
  const mesh = meshOf(access);
  const { tasks } = mesh;
  const { low, high } = levelsOf(mesh, standing);
  const pinned = pulls.map(({ from, to, pin }) => (pin ? chainAlong(mesh, from, to, pin) : undefined));
  // What a person leads there by hand opens what it needs.
  for (const chain of pinned)
    for (const edge of chain?.edges ?? [])
      if (!modesWithin(mesh.edges[edge]!, high).length)
        for (const [task, level] of mesh.edges[edge]!.modes[0]!.asks) high[task] = Math.max(high[task]!, level);
  const groups = grouped(access, mesh, pulls, pinned);
  const fixed = new Uint8Array(low);

  let best: Answer | undefined;
  const root = partOf(mesh, groups, low, high, undefined, pulls.length)!;
  const queue: Part[] = [root];
  let examined = 0;
  let loose = Number.POSITIVE_INFINITY;
  while (queue.length) {
    const part = queue.pop()!;
    if (best && part.bound >= best.cost - even(best.cost)) break;
    if (examined >= most) return made(mesh, pulls, best!, Math.min(part.bound, loose), examined);
    examined++;
    const answer = answered(mesh, fixed, part);
    if (!best || answer.cost < best.cost - even(answer.cost)) best = answer;
    if (!answer.unpaid) {
      // Of a cover that is sooner off than set aside less may be paid for than it is opened for here.
      loose = Math.min(loose, answer.cost > part.bound + even(answer.cost) ? part.bound : answer.cost);
      continue;
    }
    const [task, level] = answer.unpaid;
    const opened = new Uint8Array(part.low);
    raise(tasks, opened, [[task, level]]);
    if (opened.every((at, i) => at <= part.high[i]!))
      insert(queue, { ...part, low: opened, bound: boundOf(mesh, opened, part.high, part.chains) });
    const shut = new Uint8Array(part.high);
    shut[task] = level - 1;
    if (settle(mesh, part.low, shut)) {
      const other = partOf(mesh, groups, part.low, shut, part, pulls.length);
      if (other) insert(queue, other);
    }
  }
  return made(mesh, pulls, best!, loose, examined);
}

/** How far each task is done whatever is found, and how far it may be. */
function levelsOf(mesh: Mesh, standing: Standing): { readonly low: Uint8Array; readonly high: Uint8Array } {
  const low = new Uint8Array(mesh.tasks.length);
  raise(mesh.tasks, low, stoodAsks(mesh, standing));
  return { low, high: Uint8Array.from(mesh.tasks, ({ most }, i) => Math.max(most, low[i]!)) };
}

function stoodAsks(mesh: Mesh, { opened, beside = [] }: Standing): Ask[] {
  const along = beside.flatMap(({ way, fished }) =>
    way.legs.flatMap((id) => {
      const { modes } = mesh.edges[mesh.edgeOf.get(id)!]!;
      return (modes.find((mode) => mode.fished === fished.includes(id)) ?? modes[0]!).asks;
    }),
  );
  return [...opened.flatMap((one) => asksOf(mesh, one)), ...along];
}

/** Least bound last. */
function insert(queue: Part[], part: Part): void {
  let [from, to] = [0, queue.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (queue[middle]!.bound > part.bound) from = middle + 1;
    else to = middle;
  }
  queue.splice(from, 0, part);
}

/** Takes away levels whose prerequisites are shut; false when what must be open can then not be. */
function settle({ tasks }: Mesh, low: Uint8Array, high: Uint8Array): boolean {
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 0; i < tasks.length; i++)
      while (high[i]! > low[i]! && tasks[i]!.asks[high[i]!]!.some(([before, far]) => high[before]! < far)) {
        high[i]!--;
        changed = true;
      }
  }
  return low.every((at, i) => at <= high[i]!);
}

const isWithin = ({ asks }: Mode, levels: Uint8Array): boolean => {
  for (const [task, level] of asks) if (levels[task]! < level) return false;
  return true;
};
const modesWithin = ({ modes }: Edge, levels: Uint8Array): Mode[] => modes.filter((mode) => isWithin(mode, levels));

/** Pulls that start alike: one search serves them all. */
interface Group {
  readonly from: number;
  readonly pulls: readonly { readonly index: number; readonly to: number }[];
  /** What each edge costs, minutes; of one that it may not take, infinite. */
  readonly costs: Float64Array;
  /** A chain that a person has chosen. */
  readonly chain: Chain | undefined;
}

function grouped(
  { minutesAMetre }: Access,
  mesh: Mesh,
  pulls: readonly Pull[],
  pinned: readonly (Chain | undefined)[],
): Group[] {
  const groups = new Map<string, Group & { pulls: { index: number; to: number }[] }>();
  pulls.forEach(({ from, to, conductors, unfused }, index) => {
    const chain = pinned[index];
    const key = chain ? `pin ${index}` : `${from} ${conductors} ${unfused ?? false}`;
    let group = groups.get(key);
    if (!group) {
      const costs = Float64Array.from(mesh.edges, ({ metres, pull, barred, petrol }) =>
        (barred || (petrol && unfused)) && !chain
          ? Number.POSITIVE_INFINITY
          : metres * minutesAMetre * conductors + pull,
      );
      const cost = chain && chain.edges.reduce((sum, edge) => sum + costs[edge]!, 0);
      groups.set(
        key,
        (group = { from: mesh.nodeOf.get(from)!, pulls: [], costs, chain: chain && { ...chain, cost: cost! } }),
      );
    }
    group.pulls.push({ index, to: mesh.nodeOf.get(to)! });
  });
  return [...groups.values()];
}

/** The part with its cheapest chains; those of `before` stand where all they go along is open still. Undefined where a pull that had a chain has none. */
function partOf(
  mesh: Mesh,
  groups: readonly Group[],
  low: Uint8Array,
  high: Uint8Array,
  before: Part | undefined,
  count: number,
): Part | undefined {
  const open = mesh.edges.map((edge) => edge.modes.some((mode) => isWithin(mode, high)));
  const chains: (Chain | undefined)[] = before ? [...before.chains] : Array.from({ length: count }, () => undefined);
  for (const group of groups) {
    if (before && group.pulls.every(({ index }) => chains[index]?.edges.every((edge) => open[edge]) ?? true)) continue;
    if (group.chain) {
      if (!group.chain.edges.every((edge) => open[edge])) return undefined;
      for (const { index } of group.pulls) chains[index] = group.chain;
      continue;
    }
    const found = cheapest(mesh, group, open);
    for (const [i, { index }] of group.pulls.entries()) {
      if (before?.chains[index] && !found[i]) return undefined;
      chains[index] = found[i];
    }
  }
  return { low, high, chains, bound: boundOf(mesh, low, high, chains) };
}

function boundOf({ tasks }: Mesh, low: Uint8Array, high: Uint8Array, chains: readonly (Chain | undefined)[]): number {
  let sum = 0;
  for (const chain of chains) sum += chain?.cost ?? 0;
  for (let i = 0; i < tasks.length; i++) {
    const { weighs } = tasks[i]!;
    let least = weighs[low[i]!]!;
    for (let level = low[i]! + 1; level <= high[i]!; level++) least = Math.min(least, weighs[level]!);
    sum += least;
  }
  return sum;
}

/** The cheapest chains from where a group starts to all its ends (Dijkstra 1959). */
function cheapest(
  { nodes, edges, at }: Mesh,
  { from, pulls, costs }: Group,
  open: readonly boolean[],
): (Chain | undefined)[] {
  const cost = new Float64Array(nodes.length).fill(Number.POSITIVE_INFINITY);
  const metres = new Float64Array(nodes.length);
  const by = new Int32Array(nodes.length).fill(-1);
  const done = new Uint8Array(nodes.length);
  const wanted = new Set(pulls.map(({ to }) => to));
  cost[from] = 0;
  for (;;) {
    let here = -1;
    for (let i = 0; i < nodes.length; i++)
      if (!done[i] && cost[i]! < Number.POSITIVE_INFINITY && (here < 0 || isLess(cost, metres, i, here))) here = i;
    if (here < 0) break;
    done[here] = 1;
    if (wanted.delete(here) && !wanted.size) break;
    for (const i of at[here]!) {
      if (!open[i]) continue;
      const edge = edges[i]!;
      const next = edge.from === here ? edge.to : edge.from;
      const sum = cost[here]! + costs[i]!;
      const long = metres[here]! + edge.metres;
      if (done[next] || sum > cost[next]! + EVEN || (sum >= cost[next]! - EVEN && long >= metres[next]! - EVEN))
        continue;
      [cost[next], metres[next], by[next]] = [sum, long, i];
    }
  }
  return pulls.map(({ to }) => {
    if (!done[to]) return undefined;
    const chain: number[] = [];
    const passed = [to];
    for (let node = to; node !== from;) {
      const i = by[node]!;
      chain.unshift(i);
      node = edges[i]!.from === node ? edges[i]!.to : edges[i]!.from;
      passed.unshift(node);
    }
    return { edges: chain, nodes: passed, cost: cost[to]! };
  });
}
const isLess = (cost: Float64Array, metres: Float64Array, a: number, b: number): boolean =>
  cost[a]! < cost[b]! - EVEN || (cost[a]! <= cost[b]! + EVEN && metres[a]! < metres[b]! - EVEN);

/** The chains of a part with how each of their legs is got at, and the dearest of what is not paid for yet. */
interface Answer {
  readonly cost: number;
  readonly chains: readonly (Chain | undefined)[];
  readonly modeOf: ReadonlyMap<number, Mode>;
  readonly unpaid: Ask | undefined;
}

function answered({ edges, tasks }: Mesh, fixed: Uint8Array, { low, high, chains }: Part): Answer {
  const modeOf = new Map<number, Mode>();
  let unpaid: { readonly task: number; readonly level: number; readonly more: number } | undefined;
  const levels = new Uint8Array(fixed);
  const moreOf = ({ asks }: Mode, than: Uint8Array) =>
    asks.reduce((sum, [task, level]) => {
      const { weighs } = tasks[task]!;
      return level > than[task]! ? sum + weighs[level]! - weighs[than[task]!]! : sum;
    }, 0);
  const used = new Set<number>();
  for (const chain of chains) for (const edge of chain?.edges ?? []) used.add(edge);
  for (const edge of used) {
    const modes = modesWithin(edges[edge]!, high);
    let mode = modes.find((one) => isWithin(one, low));
    if (!mode) {
      mode = modes.reduce((least, one) => (moreOf(one, low) < moreOf(least, low) - EVEN ? one : least));
      for (const [task, level] of mode.asks) {
        if (low[task]! >= level) continue;
        const { weighs } = tasks[task]!;
        const more = weighs[level]! - weighs[low[task]!]!;
        if (!unpaid || more > unpaid.more) unpaid = { task, level, more };
      }
    }
    modeOf.set(edge, mode);
    raise(tasks, levels, mode.asks);
  }
  let cost = 0;
  for (const chain of chains) cost += chain?.cost ?? 0;
  for (let i = 0; i < tasks.length; i++) cost += tasks[i]!.weighs[levels[i]!]!;
  return { cost, chains, modeOf, unpaid: unpaid && [unpaid.task, unpaid.level] };
}

/** The chain of these legs, which may be barred; undefined when they do not lead there. */
function chainAlong(mesh: Mesh, from: string, to: string, legs: readonly string[]): Chain | undefined {
  let node = from;
  const edges: number[] = [];
  const nodes = [mesh.nodeOf.get(from)!];
  for (const id of legs) {
    const i = mesh.edgeOf.get(id);
    const leg = i === undefined ? undefined : mesh.edges[i]!.leg;
    if (!leg || (leg.from !== node && leg.to !== node)) return undefined;
    node = otherEnd(leg, node);
    edges.push(i!);
    nodes.push(mesh.nodeOf.get(node)!);
  }
  return node === to ? { edges, nodes, cost: 0 } : undefined;
}

function made(
  { nodes, edges, isPlain }: Mesh,
  pulls: readonly Pull[],
  { chains, modeOf, cost }: Answer,
  bound: number,
  examined: number,
): Laid {
  return {
    routes: pulls.map((_, i): Route | undefined => {
      const chain = chains[i];
      if (!chain) return undefined;
      const legs = chain.edges.map((edge) => edges[edge]!.leg);
      const modes = chain.edges.map((edge) => modeOf.get(edge)!);
      return {
        way: {
          legs: legs.map(({ id }) => id),
          nodes: chain.nodes.map((node) => nodes[node]!),
          lengthMm: legs.reduce((sum, { lengthMm }) => sum + lengthMm, 0),
        },
        fished: legs.flatMap(({ id }, at) => (modes[at]!.fished ? [id] : [])),
        opened: modes.map(({ opened }) => opened),
      };
    }),
    cost,
    bound: isPlain ? Math.min(bound, cost) : 0,
    proven: isPlain && bound >= cost - even(cost),
    examined,
  };
}

/** Which legs a pull may go along at all, by the rules and what stands. */
export function takes(access: Access, { unfused }: Pull, standing: Standing): (leg: string) => boolean {
  const mesh = meshOf(access);
  const { high } = levelsOf(mesh, standing);
  return (leg) => {
    const edge = mesh.edges[mesh.edgeOf.get(leg)!]!;
    return !edge.barred && !(edge.petrol && unfused) && modesWithin(edge, high).length > 0;
  };
}

/** One pull beside what is open: its cheapest route, and what that costs more, minutes of work; undefined where none leads there. */
export function layOne(
  access: Access,
  pull: Pull,
  standing: Standing,
): { readonly route: Route; readonly cost: number } | undefined {
  const laid = layTogether(access, [pull], standing);
  const route = laid.routes[0];
  return route && { route, cost: laid.cost - layTogether(access, [], standing).cost };
}
