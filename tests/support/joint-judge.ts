import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import type { Joint } from '#core/craft/joint';
import type { Vec3 } from '#core/units/vectors';

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
    if (fromA < Math.PI / 2 && clear(flatA, p)) graph.addEdge('a', `r${i}`, { weight: apart(flatA, p) });
    const toB = Math.abs(winding) - fromA;
    if (toB < Math.PI / 2 && clear(p, flatB)) graph.addEdge(`r${i}`, 'b', { weight: apart(p, flatB) });
  });
  if (Math.abs(winding) < Math.PI && clear(flatA, flatB)) graph.addEdge('a', 'b', { weight: apart(flatA, flatB) });
  const way = dijkstra.bidirectional(graph, 'a', 'b', 'weight');
  const flat = way
    .slice(1)
    .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
  return Math.hypot(flat, b[2] - a[2]);
}

const apart = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const dot = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (a: Vec3): Vec3 => {
  const length = Math.hypot(...a);
  return [a[0] / length, a[1] / length, a[2] / length];
};
const less = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/**
 * What a joint needs, found without the code that is tried: the moving tie is moved in `stops` steps, seen along the axis
 * of what the wire goes round, its winding followed in steps too small to jump a turn, and each path found by a graph
 * library. Undefined where the tie comes so near to the obstacle that the graph's corners cut it.
 */
export function bruteNeed(joint: Joint, fixedTie: Vec3, movingTie: Vec3, stops: number): number | undefined {
  const turns = 'axisPoint' in joint;
  const round = turns
    ? { point: joint.axisPoint, direction: joint.axisDirection, radius: joint.obstacleRadiusMm }
    : joint.obstacle
      ? { point: joint.obstacle.point, direction: joint.obstacle.direction, radius: joint.obstacle.radiusMm }
      : undefined;
  const [low, high] = turns ? joint.rangeDeg : joint.travelMm;
  const w = unit(round?.direction ?? [0, 0, 1]);
  const u = unit(cross(Math.abs(w[0]) < 0.8 ? [1, 0, 0] : [0, 1, 0], w));
  const v = cross(w, u);
  const seen = (point: Vec3): Vec3 => {
    const p = less(point, round?.point ?? [0, 0, 0]);
    return [dot(p, u), dot(p, v), dot(p, w)];
  };
  const tieAt = (at: number): Vec3 => {
    if (turns) {
      const [x, y, z] = seen(movingTie);
      const t = (at * Math.PI) / 180;
      return [x * Math.cos(t) - y * Math.sin(t), x * Math.sin(t) + y * Math.cos(t), z];
    }
    const along = unit(joint.direction);
    return seen([movingTie[0] + along[0] * at, movingTie[1] + along[1] * at, movingTie[2] + along[2] * at]);
  };
  const fixed = seen(fixedTie);
  const all = Array.from({ length: stops + 1 }, (_, i) => low + ((high - low) * i) / stops);
  const spots = all.map(tieAt);
  if (!round || round.radius === 0) return Math.max(...spots.map((spot) => apart(fixed, spot)));
  if ([fixed, ...spots].some(([x, y]) => Math.hypot(x, y) < round.radius + 3)) return undefined;
  const windingOf = ([x, y]: Vec3) => Math.atan2(y, x) - Math.atan2(fixed[1], fixed[0]);
  const start = windingOf(tieAt(0));
  const near = Math.atan2(Math.sin(start), Math.cos(start));
  const sides = [near, near > 0 ? near - 2 * Math.PI : near + 2 * Math.PI];
  const needs = sides.map((side) =>
    Math.max(
      ...all.map((at, i) => {
        let winding = side;
        let before = start;
        for (let k = 1; k <= 400; k++) {
          const now = windingOf(tieAt((at * k) / 400));
          winding += Math.atan2(Math.sin(now - before), Math.cos(now - before));
          before = now;
        }
        return brutePath(fixed, spots[i]!, round.radius, winding);
      }),
    ),
  );
  return Math.min(...needs);
}
