import fc from 'fast-check';
import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '../craft/patterns/adventure-tourer';
import { polylineLength } from '../units/vectors';
import { craftMap, shortestWay, wayAlong, wayPoints } from './graph';
import { proposeWays } from './ways';

const map = craftMap(ADVENTURE_TOURER);
const nodes = [...Object.keys(ADVENTURE_TOURER.places), ...Object.keys(ADVENTURE_TOURER.junctions)];

function theirLength(from: string, to: string): number | undefined {
  const graph = new UndirectedGraph<object, { weight: number }>({ multi: false });
  for (const leg of Object.values(map.legs))
    if (!leg.banned) graph.mergeEdge(leg.from, leg.to, { weight: leg.lengthMm });
  if (!graph.hasNode(from) || !graph.hasNode(to)) return undefined;
  const way = dijkstra.bidirectional(graph, from, to, 'weight');
  return way?.slice(1).reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
}

test('shortest ways between all places and junctions agree with a graph library', () => {
  let compared = 0;
  for (const from of nodes)
    for (const to of nodes) {
      if (from === to) continue;
      const theirs = theirLength(from, to);
      const ours = shortestWay(map, from, to);
      if (theirs === undefined) expect(ours).toBeUndefined();
      else expect(ours!.lengthMm).toBeCloseTo(theirs, 6);
      compared++;
    }
  expect(compared).toBeGreaterThan(600);
});

test('the first way proposed is the shortest, the rest follow in order, none passes a banned leg', () => {
  fc.assert(
    fc.property(fc.constantFrom(...nodes), fc.constantFrom(...nodes), (from, to) => {
      fc.pre(from !== to);
      const { ways, proven } = proposeWays(map, from, to);
      const best = shortestWay(map, from, to);
      expect(proven).toBe(true);
      if (best === undefined) expect(ways).toEqual([]);
      else expect(ways[0]!.lengthMm).toBeCloseTo(best.lengthMm, 6);
      ways.forEach((way, i) => {
        if (i) expect(way.lengthMm).toBeGreaterThanOrEqual(ways[i - 1]!.lengthMm);
        expect(way.legs.some((id) => map.legs[id]!.banned)).toBe(false);
        expect(wayAlong(map, from, to, way.legs)!.lengthMm).toBeCloseTo(way.lengthMm, 6);
      });
    }),
    { seed: 7 },
  );
});

test('a search cut short says it is not proven', () => {
  const cut = proposeWays(map, 'battery', 'dash', 4, 2);
  expect(cut.examined).toBe(2);
  expect(cut.proven).toBe(false);
});

test('no way without legs, and a place is its own way', () => {
  const island: Pattern = { ...ADVENTURE_TOURER, legs: {} };
  expect(shortestWay(craftMap(island), 'battery', 'dash')).toBeUndefined();
  expect(shortestWay(map, 'dash', 'dash')).toEqual({ legs: [], nodes: ['dash'], lengthMm: 0 });
  expect(() => map.at('nowhere')).toThrow(RangeError);
});

test('a way’s points run from its first place to its last, legs turned round where needed', () => {
  const way = shortestWay(map, 'lampShelf', 'battery')!;
  const points = wayPoints(map, way);
  expect(points[0]).toEqual(ADVENTURE_TOURER.places['lampShelf']!.at);
  expect(points.at(-1)).toEqual(ADVENTURE_TOURER.places['battery']!.at);
  const straight = way.legs.filter((id) => !map.legs[id]!.need).reduce((sum, id) => sum + map.legs[id]!.lengthMm, 0);
  expect(polylineLength(points)).toBeGreaterThan(straight);
});

test('legs that do not join up are no way', () => {
  expect(wayAlong(map, 'battery', 'dash', ['batteryUp', 'dashUp'])).toBeUndefined();
  expect(wayAlong(map, 'battery', 'dash', ['nonsense'])).toBeUndefined();
});
