import fc from 'fast-check';
import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import type { Joint } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { distance, polylineLength, type Vec3 } from '../units/vectors';
import { axisDistance, jointNeed, jointPath, turned } from './joint';

const upright = (r: number, range: [number, number] = [-38, 38]): Joint => ({
  name: 'test neck',
  kind: 'steer',
  fixed: 'frame',
  turning: 'bars',
  axisPoint: [0, 0, 0],
  axisDirection: [0, 0, 1],
  rangeDeg: range,
  obstacleRadiusMm: r,
  bendAllowanceMm: 0,
});

/**
 * Shortest path round an upright cylinder on one given side, found without our formula: the plane is cut
 * into a graph of the two ties and many points on the circle, joined wherever the straight line stays
 * outside, and a graph library finds the way. Points are unrolled past 180° so that the side is kept.
 */
function brutePath(a: Vec3, b: Vec3, r: number, winding: number): number {
  const steps = 480;
  const graph = new UndirectedGraph<object, { weight: number }>();
  const angleA = Math.atan2(a[1], a[0]);
  const angles = Array.from({ length: steps + 1 }, (_, i) => angleA + (winding * i) / steps);
  const ring = angles.map((t): Vec3 => [r * Math.cos(t), r * Math.sin(t), 0]);
  const flatA: Vec3 = [a[0], a[1], 0];
  const flatB: Vec3 = [b[0], b[1], 0];
  const clear = (p: Vec3, q: Vec3) => {
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const t = Math.min(1, Math.max(0, -(p[0] * dx + p[1] * dy) / (dx * dx + dy * dy || 1)));
    return Math.hypot(p[0] + t * dx, p[1] + t * dy) >= r - 1e-6;
  };
  graph.addNode('a');
  graph.addNode('b');
  ring.forEach((_, i) => graph.addNode(`r${i}`));
  for (let i = 1; i <= steps; i++)
    graph.addEdge(`r${i - 1}`, `r${i}`, { weight: r * Math.abs(angles[i]! - angles[i - 1]!) });
  ring.forEach((p, i) => {
    const fromA = Math.abs(angles[i]! - angleA);
    if (fromA < Math.PI / 2 && clear(flatA, p)) graph.addEdge('a', `r${i}`, { weight: distance(flatA, p) });
    const toB = Math.abs(winding) - fromA;
    if (toB < Math.PI / 2 && clear(p, flatB)) graph.addEdge(`r${i}`, 'b', { weight: distance(p, flatB) });
  });
  if (Math.abs(winding) < Math.PI && clear(flatA, flatB)) graph.addEdge('a', 'b', { weight: distance(flatA, flatB) });
  const way = dijkstra.bidirectional(graph, 'a', 'b', 'weight');
  const flat = way
    .slice(1)
    .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
  return Math.hypot(flat, b[2] - a[2]);
}

/** Need by turning the bars degree by degree, each side by itself. */
function bruteNeed(joint: Joint, a: Vec3, b: Vec3): number {
  const start = Math.atan2(
    Math.sin(Math.atan2(b[1], b[0]) - Math.atan2(a[1], a[0])),
    Math.cos(Math.atan2(b[1], b[0]) - Math.atan2(a[1], a[0])),
  );
  const sides = [start, start > 0 ? start - 2 * Math.PI : start + 2 * Math.PI];
  const most = sides.map((side) => {
    let longest = 0;
    for (let deg = joint.rangeDeg[0]; deg <= joint.rangeDeg[1]; deg += 4)
      longest = Math.max(
        longest,
        brutePath(a, turned(joint, b, deg), joint.obstacleRadiusMm, side + (deg * Math.PI) / 180),
      );
    return longest;
  });
  return Math.min(...most);
}

test('need equals brute-force rotation with paths found by a graph library', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 60, noNaN: true }),
      fc.double({ min: 70, max: 220, noNaN: true }),
      fc.double({ min: 70, max: 220, noNaN: true }),
      fc.double({ min: -3.1, max: 3.1, noNaN: true }),
      fc.double({ min: -200, max: 200, noNaN: true }),
      (r, ra, rb, angle, rise) => {
        const joint = upright(r);
        const a: Vec3 = [ra, 0, 0];
        const b: Vec3 = [rb * Math.cos(angle), rb * Math.sin(angle), rise];
        const exact = jointNeed(joint, a, b).tautMaxMm;
        // 480 points on the arc are off the tangent by at most half a step either end.
        expect(Math.abs(bruteNeed(joint, a, b) - exact)).toBeLessThan(0.25);
      },
    ),
    { numRuns: 12, seed: 20261124 },
  );
});

test('a straight wire clear of the neck needs its straight length', () => {
  const need = jointNeed(upright(10, [0, 0]), [100, 0, 0], [100, 40, 30]);
  expect(need.tautMaxMm).toBeCloseTo(50, 9);
  expect(need.parkedMm).toBeCloseTo(0, 9);
});

test('half round the neck: two tangents and an arc, by hand', () => {
  // Ties 100 mm out on opposite sides, neck of 50 mm: tangents √(100²−50²), arc 50·(π − 2·60°).
  const by = 2 * Math.sqrt(7500) + 50 * (Math.PI - (2 * Math.PI) / 3);
  expect(jointNeed(upright(50, [0, 0]), [100, 0, 0], [-100, 0, 0]).tautMaxMm).toBeCloseTo(by, 9);
});

test('the wire keeps to its side and the parked slack is longest less shortest', () => {
  const joint = { ...upright(42), bendAllowanceMm: 40 };
  const a: Vec3 = [-95, 70, 0];
  const b: Vec3 = [60, 84, 110];
  const need = jointNeed(joint, a, b);
  const lengths = Array.from({ length: 77 }, (_, i) => polylineLength(jointPath(joint, a, b, i - 38, 400)));
  expect(Math.max(...lengths)).toBeCloseTo(need.tautMaxMm, 2);
  expect(need.parkedMm).toBeCloseTo(need.needMm - Math.min(...lengths), 1);
  expect([joint.rangeDeg[0], joint.rangeDeg[1]]).toContain(need.worstDeg);
});

test('the drawn path never passes inside the neck', () => {
  const joint = ADVENTURE_TOURER.joints['neck']!;
  const a = ADVENTURE_TOURER.junctions['headLeft']!.at;
  const b = ADVENTURE_TOURER.junctions['tieLeft']!.at;
  for (let deg = -38; deg <= 38; deg += 4)
    for (const point of jointPath(joint, a, b, deg, 40))
      expect(axisDistance(joint, point)).toBeGreaterThan(joint.obstacleRadiusMm - 0.01);
});

test('a fatter neck or wider lock never needs less', () => {
  const ties: [Vec3, Vec3] = [
    [-100, 60, 0],
    [80, 70, 60],
  ];
  let last = 0;
  for (const r of [5, 20, 40, 60, 90]) {
    const { tautMaxMm } = jointNeed(upright(r), ...ties);
    expect(tautMaxMm).toBeGreaterThanOrEqual(last - 1e-9);
    last = tautMaxMm;
  }
  expect(jointNeed(upright(40, [-45, 45]), ...ties).tautMaxMm).toBeGreaterThan(
    jointNeed(upright(40, [-20, 20]), ...ties).tautMaxMm,
  );
});
