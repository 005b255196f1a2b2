import { layLoom, type Reached, type Spot, type Tree } from './reach';

// A straight way of 1000 mm from the root to node 1, and from there 400 mm to node 2 and 300 mm to node 3.
const FORKED: Tree = { up: [-1, 0, 1, 1], mm: [0, 1000, 400, 300] };
const to = (node: number, atMm: number, mm: number): Reached => ({ node, atMm, mm });

test('what is left over lies at the end that is not led in first', () => {
  // 1200 of trunk for 1000 of way, 500 for 400, 350 for 300: 200, 100 and 50 to spare.
  const plugs = layLoom(FORKED, 1200, [to(2, 1200, 500), to(3, 1200, 350)], 'ends');
  expect(plugs.shortMm).toBe(0);
  // From the plugs back: the shorter branch is taut first, 50 mm before the fork of the way.
  expect(plugs.branchMm[1]).toBeCloseTo(0, 5);
  expect(plugs.branchMm[0]).toBeCloseTo(50, 5);
  expect(plugs.beginMm).toBeCloseTo(250, 5);
  expect(plugs.forks[0]).toMatchObject({ node: 1 });
  expect(plugs.forks[0]!.aboveMm).toBeCloseTo(50, 5);
  // From where it begins: the trunk is taut, 200 mm beyond the fork of the way, where neither plug would be reached: on as far as both are.
  const start = layLoom(FORKED, 1200, [to(2, 1200, 500), to(3, 1200, 350)], 'start');
  expect(start.shortMm).toBe(0);
  // On towards the first branch's plug as far as the second still reaches: 50 mm past the fork.
  expect(start.branchMm).toEqual([expect.closeTo(150, 5), expect.closeTo(0, 5)]);
  expect(start.beginMm).toBeCloseTo(150, 5);
});

test('a branch that is too short is short by what is missing, wherever the fork is', () => {
  const found = layLoom(FORKED, 1000, [to(2, 1000, 400), to(3, 1000, 180)], 'ends');
  expect(found.shortMm).toBeCloseTo(120, 5);
  // 120 short to the third node at the fork itself; moved towards it as much would be short on the other side.
  expect(found.beginMm).toBeGreaterThan(-1e-5);
});

test('the trunk is never stretched: two forks lie no farther apart than they are', () => {
  const tree: Tree = { up: [-1, 0, 1], mm: [0, 500, 800] };
  // To node 1 from 400, to node 2 from 700: 300 of trunk between, 800 of way.
  const found = layLoom(tree, 400, [to(1, 400, 150), to(2, 700, 300)], 'start');
  // The first fork 150 past node 1 at most; the second 300 on, 450 past it: 350 left to node 2, 50 short.
  expect(found.shortMm).toBeCloseTo(50 + 250, 2);
});

// ── Held against every point of the tree, 10 mm apart ──

const mulberry = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};

/** Every point of a tree at whole steps, and how far each is from each, by breadth from each point on. */
function gridOf({ up, mm }: Tree, step: number) {
  const points: { node: number; aboveMm: number }[] = [];
  const next: number[][] = [];
  const join = (a: number, b: number) => {
    (next[a] ??= []).push(b);
    (next[b] ??= []).push(a);
  };
  const at: number[] = [];
  up.forEach((parent, node) => {
    at[node] = points.push({ node, aboveMm: 0 }) - 1;
    if (node === 0) return;
    let below = at[node];
    for (let above = step; above < mm[node]! - step / 2; above += step) {
      const here = points.push({ node, aboveMm: above }) - 1;
      join(below, here);
      below = here;
    }
    join(below, at[parent]!);
  });
  const apart = points.map((_, from) => {
    const far = points.map(() => 1e12);
    far[from] = 0;
    for (let queue = [from]; queue.length;) {
      const here = queue.shift()!;
      for (const on of next[here] ?? [])
        if (far[on] === 1e12) {
          far[on] = far[here]! + step;
          queue.push(on);
        }
    }
    return far;
  });
  return { points, apart, at };
}

/** How far two points are apart: by what both hang on. */
function apartOf({ up, mm }: Tree, a: Spot, b: Spot): number {
  const above = ({ node, aboveMm }: Spot) => {
    const chain = [{ node, far: -aboveMm }];
    for (let at = node, far = -aboveMm; up[at]! >= 0; at = up[at]!)
      chain.push({ node: up[at]!, far: (far += mm[at]!) });
    return chain;
  };
  if (a.node === b.node) return Math.abs(a.aboveMm - b.aboveMm);
  const others = new Map(above(b).map(({ node, far }) => [node, far]));
  const meet = above(a).find(({ node }) => others.has(node))!;
  const [one, other] = [meet.far, others.get(meet.node)!];
  // A point on the edge above the node that the other hangs on lies beyond it.
  return one < 0 ? other - one : other < 0 ? one - other : one + other;
}

test('200 looms on seeded trees leave as little short as the best of all points 10 mm apart', () => {
  const random = mulberry(1711);
  const whole = (least: number, most: number) => 10 * Math.round((least + random() * (most - least)) / 10);
  let shortOnes = 0;
  for (let n = 0; n < 200; n++) {
    const count = 3 + Math.floor(random() * 5);
    const tree: Tree = {
      up: Array.from({ length: count }, (_, i) => (i ? Math.floor(random() * i) : -1)),
      mm: Array.from({ length: count }, (_, i) => (i ? whole(40, 300) : 0)),
    };
    const forks = [whole(0, 300)];
    if (random() < 0.8) forks.push(forks[0]! + whole(10, 300));
    if (random() < 0.4 && forks.length > 1) forks.push(forks[1]! + whole(10, 200));
    const branches = forks.flatMap((atMm) =>
      Array.from({ length: 1 + Math.floor(random() * 2) }, () =>
        to(Math.floor(random() * count), atMm, whole(-60, 350)),
      ),
    );
    const begin = forks[0]! - whole(0, 80);
    const { apart, at } = gridOf(tree, 10);
    const spots = apart.map((_, i) => i);
    // Every choice of points, one fork after another, the trunk never stretched.
    let reached = spots.map((i) => Math.max(0, apart[i]![0]! - begin));
    forks.forEach((atMm, k) => {
      if (k) {
        const gap = atMm - forks[k - 1]!;
        reached = spots.map((i) => Math.min(...spots.map((j) => (apart[i]![j]! <= gap ? reached[j]! : 1e12))));
      }
      reached = reached.map(
        (short, i) =>
          short +
          branches
            .filter((branch) => branch.atMm === atMm)
            .reduce((sum, { node, mm }) => sum + Math.max(0, apart[i]![at[node]!]! - mm), 0),
      );
    });
    const best = Math.min(...reached);
    for (const first of ['start', 'ends'] as const) {
      const found = layLoom(tree, begin, branches, first);
      // All lengths are whole tens, so that the best point is one of them.
      expect([n, first, Math.abs(found.shortMm - best) < 0.005]).toEqual([n, first, true]);
      // The trunk is nowhere stretched.
      branches.forEach((one, i) => {
        const other = branches.findIndex(({ atMm }) => atMm > one.atMm);
        if (other < 0) return;
        const far = apartOf(tree, found.forks[i]!, found.forks[other]!);
        expect(far).toBeLessThanOrEqual(branches[other]!.atMm - one.atMm + 1e-5);
      });
      // What is said of each part adds up to what is short.
      expect([found.beginMm, ...found.branchMm].reduce((sum, mm) => sum + Math.max(0, -mm), 0)).toBeCloseTo(best, 2);
      expect(found.trunkMm.every(({ mm }) => mm >= -1e-6)).toBe(true);
    }
    const [start, ends] = [layLoom(tree, begin, branches, 'start'), layLoom(tree, begin, branches, 'ends')];
    // Led in from its plugs no less is left where it begins.
    expect(ends.beginMm).toBeGreaterThanOrEqual(start.beginMm - 1e-4);
    if (best > 0) shortOnes++;
  }
  expect(shortOnes).toBeGreaterThan(40);
  expect(shortOnes).toBeLessThan(190);
});
