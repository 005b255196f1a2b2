/** A tree of lengths: each node but the first, which is the root, has a parent before it, so far off, mm. */
export interface Tree {
  readonly up: readonly number[];
  readonly mm: readonly number[];
}

/** A point of a tree: so far above a node towards its parent, mm. */
export interface Spot {
  readonly node: number;
  readonly aboveMm: number;
}

/** One branch of a loom that is used: where its plug goes, and how long it is, mm. */
export interface Reached {
  readonly node: number;
  /** Where it leaves the trunk, from where that begins. */
  readonly atMm: number;
  readonly mm: number;
}

/** A loom laid along a tree: where its branches leave it, and what of each part is left over; less than nothing where it is short. */
export interface Reach {
  /** For each branch, in the order given. */
  readonly forks: readonly Spot[];
  readonly branchMm: readonly number[];
  /** From where the trunk begins to its first fork. */
  readonly beginMm: number;
  /** Between each fork and the one before it along the trunk, by their distances from where it begins; never short. */
  readonly trunkMm: readonly { readonly atMm: number; readonly mm: number }[];
  /** All that is short, at the branches and where the trunk begins: no way of laying it along this tree leaves less. */
  readonly shortMm: number;
}

/** How far a fork may be off the best point, and what is then no shortage yet, mm: lengths are typed in whole millimetres. */
const EVEN = 1e-6;
const NOTHING = 1e-3;

/** Distances and steps along a tree. */
class Lengths {
  readonly depth: readonly number[];
  readonly level: readonly number[];

  constructor(readonly tree: Tree) {
    const { up, mm } = tree;
    const depth = up.map(() => 0);
    const level = up.map(() => 0);
    // A node stands after its parent.
    up.forEach((parent, node) => {
      if (node === 0) return;
      depth[node] = depth[parent]! + mm[node]!;
      level[node] = level[parent]! + 1;
    });
    [this.depth, this.level] = [depth, level];
  }

  private meeting(a: number, b: number): number {
    const { up } = this.tree;
    let [one, other] = [a, b];
    while (one !== other) {
      if (this.level[one]! >= this.level[other]!) one = up[one]!;
      else other = up[other]!;
    }
    return one;
  }

  /** From a point to a node. */
  toNode({ node, aboveMm }: Spot, to: number): number {
    const meet = this.meeting(node, to);
    const depth = this.depth[node]! - aboveMm;
    // Below the point: the way goes down through its own node.
    if (meet === node) return aboveMm + this.depth[to]! - this.depth[node]!;
    return depth + this.depth[to]! - 2 * this.depth[meet]!;
  }

  between(a: Spot, b: Spot): number {
    if (a.node === b.node) return Math.abs(a.aboveMm - b.aboveMm);
    if (this.isUnder(a.node, b.node)) return this.toNode(a, b.node) + b.aboveMm;
    if (this.isUnder(b.node, a.node)) return this.toNode(b, a.node) + a.aboveMm;
    return this.toNode(a, this.tree.up[b.node]!) + this.tree.mm[b.node]! - b.aboveMm;
  }

  private isUnder(node: number, of: number): boolean {
    let at = node;
    while (this.level[at]! > this.level[of]!) at = this.tree.up[at]!;
    return at === of;
  }

  /** A point so far on from another towards a third; that itself where it is nearer. */
  towards(from: Spot, to: Spot, mm: number): Spot {
    const { up, mm: lengths } = this.tree;
    let { node, aboveMm } = from;
    let left = mm;
    while (left > 0) {
      if (node === to.node) {
        const gap = to.aboveMm - aboveMm;
        return { node, aboveMm: aboveMm + Math.sign(gap) * Math.min(left, Math.abs(gap)) };
      }
      if (this.isUnder(to.node, node)) {
        // Down: to this node, and on along the edge that leads there.
        const step = Math.min(left, aboveMm);
        aboveMm -= step;
        left -= step;
        if (aboveMm > 0 || left <= 0) break;
        let next = to.node;
        while (up[next] !== node) next = up[next]!;
        [node, aboveMm] = [next, lengths[next]!];
      } else {
        const step = Math.min(left, lengths[node]! - aboveMm);
        aboveMm += step;
        left -= step;
        if (left <= 0) break;
        [node, aboveMm] = [up[node]!, 0];
      }
    }
    return { node, aboveMm };
  }
}

/**
 * As much short where the trunk begins is worse than at one branch, for all of them begin there. What is short changes by whole
 * millimetres a millimetre that a fork is moved: so little more turns no way that leaves less short into one that leaves more.
 */
const ALL_OF_IT = 1.001;
const ROOT: Spot = { node: 0, aboveMm: 0 };

/**
 * Lays a loom along a tree from its root, so that least of it is short. `beginMm`: what of it there is before its first
 * branch. Where its branches leave the trunk is free as far as the trunk lets them
 * apart; of all the ways that leave as little short, `first` takes the one with everything as near the root, or as
 * near the branches’ plugs, as may be: what is left over lies then at the other end.
 *
 * Distances along a tree are convex, so what is short beyond a fork, were that at some point, falls along one way
 * alone until it is least, and the nearest best point within the trunk’s reach lies towards that. Each fork’s least
 * is found on one edge by halving, to 10⁻⁷ mm.
 */
export function layLoom(tree: Tree, beginMm: number, branches: readonly Reached[], first: 'start' | 'ends'): Reach {
  const lengths = new Lengths(tree);
  const at = [...new Set(branches.map(({ atMm }) => atMm))].sort((a, b) => a - b);
  const groups = at.map((mm) => branches.filter((branch) => branch.atMm === mm));
  const gaps = at.map((mm, i) => (i ? mm - at[i - 1]! : 0));

  type Cost = (spot: Spot) => number;
  const own = groups.map((group, i): Cost => (spot) => {
    let short = i ? 0 : ALL_OF_IT * Math.max(0, lengths.toNode(spot, 0) - beginMm);
    for (const { node, mm } of group) short += Math.max(0, lengths.toNode(spot, node) - mm);
    return short;
  });
  /** What is short at a fork and beyond it, one way along the trunk; `next` is the fork that it goes on to. */
  const chained = (order: readonly number[]) => {
    const costs: Cost[] = [];
    const bests: Spot[] = [];
    order.forEach((fork, i) => {
      const gap = i ? gaps[Math.max(fork, order[i - 1]!)]! : 0;
      const beyond = costs[i - 1];
      const best = bests[i - 1];
      costs.push(beyond ? (spot) => own[fork]!(spot) + beyond(lengths.towards(spot, best!, gap)) : own[fork]!);
      bests.push(leastOn(lengths, costs[i]!));
    });
    return { costs, bests };
  };

  // Forks are settled one after another: near the root from there on, near the plugs from the last one back.
  const settled = first === 'ends' ? at.map((_, i) => i) : at.map((_, i) => at.length - 1 - i);
  const { costs, bests } = chained([...settled].reverse());
  const spots: Spot[] = [];
  settled.forEach((fork, i) => {
    const cost = costs[at.length - 1 - i]!;
    const best = bests[at.length - 1 - i]!;
    const from = i ? spots[settled[i - 1]!]! : undefined;
    const gap = i ? gaps[Math.max(fork, settled[i - 1]!)]! : Number.POSITIVE_INFINITY;
    const start = from ? lengths.towards(from, best, gap) : best;
    const aim: Spot = first === 'ends' ? ROOT : { node: groups[fork]![0]!.node, aboveMm: 0 };
    const most = cost(start) + EVEN / 2;
    const fits = (spot: Spot) => (!from || lengths.between(from, spot) <= gap + EVEN / 2) && cost(spot) <= most;
    spots[fork] = farthest(lengths, start, aim, fits);
  });

  const spotOf = ({ atMm }: Reached) => spots[at.indexOf(atMm)]!;
  const branchMm = branches.map((branch) => branch.mm - lengths.toNode(spotOf(branch), branch.node));
  const begin = beginMm - lengths.toNode(spots[0]!, 0);
  return {
    forks: branches.map(spotOf),
    branchMm,
    beginMm: begin,
    trunkMm: at.slice(1).map((atMm, i) => ({
      atMm,
      mm: Math.max(0, gaps[i + 1]! - lengths.between(spots[i]!, spots[i + 1]!)),
    })),
    shortMm: [begin, ...branchMm].reduce((sum, mm) => sum + (mm < -NOTHING ? -mm : 0), 0),
  };
}

/** How often an interval is cut down: from ten metres to less than 10⁻⁷ mm. */
const HALVINGS = 70;

/** The point where what falls along one way alone is least. */
function leastOn({ tree }: Lengths, cost: (spot: Spot) => number): Spot {
  let best: Spot = ROOT;
  let least = cost(ROOT);
  tree.up.forEach((_, node) => {
    const here = cost({ node, aboveMm: 0 });
    if (here < least) [best, least] = [{ node, aboveMm: 0 }, here];
  });
  // The least is on an edge of the best node.
  tree.up.forEach((parent, node) => {
    if (node === 0 || (node !== best.node && parent !== best.node)) return;
    let [low, high] = [0, tree.mm[node]!];
    for (let i = 0; i < HALVINGS && high - low > 1e-8; i++) {
      const [a, b] = [low + (high - low) * 0.382, low + (high - low) * 0.618];
      if (cost({ node, aboveMm: a }) <= cost({ node, aboveMm: b })) high = b;
      else low = a;
    }
    const spot = { node, aboveMm: (low + high) / 2 };
    const there = cost(spot);
    if (there < least - 1e-7) [best, least] = [spot, there];
  });
  return best;
}

/** The farthest point from one towards another that still fits. */
function farthest(lengths: Lengths, from: Spot, to: Spot, fits: (spot: Spot) => boolean): Spot {
  const whole = lengths.between(from, to);
  if (fits(to)) return to;
  let [low, high] = [0, whole];
  for (let i = 0; i < HALVINGS && high - low > 1e-8; i++) {
    const middle = (low + high) / 2;
    if (fits(lengths.towards(from, to, middle))) low = middle;
    else high = middle;
  }
  return lengths.towards(from, to, low);
}
