import fc from 'fast-check';
import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { PATTERNS } from '#demo/jobs';
import { coversFor } from '../craft/covers';
import { COVER_STATES, type Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { polylineLength } from '../units/vectors';
import { cheapestRoute, type Access } from './access';
import { craftMap, wayAlong, wayPoints } from './graph';
import { priced, proposeRoutes } from './propose';

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

/** Everything open: nothing is left to weigh but metres. */
const ALL_OPEN: Opened = Object.fromEntries(
  Object.entries(ADVENTURE_TOURER.covers).map(([id, { states }]) => [id, states.off ? 'off' : 'aside']),
);
const access = (
  pattern: Pattern = ADVENTURE_TOURER,
  school: Access['school'] = 'aside',
  minutesAMetre = 2,
): Access => ({
  pattern,
  map: craftMap(pattern),
  school,
  minutesAMetre,
});

test('with every cover open the cheapest routes between all nodes are as long as a graph library’s shortest', () => {
  let compared = 0;
  for (const from of nodes)
    for (const to of nodes) {
      if (from === to) continue;
      const theirs = theirLength(from, to);
      const ours = cheapestRoute(access(), from, to, 1, ALL_OPEN);
      if (theirs === undefined) expect(ours).toBeUndefined();
      else expect(ours!.way.lengthMm).toBeCloseTo(theirs, 6);
      compared++;
    }
  expect(compared).toBeGreaterThan(600);
});

/**
 * The least cost by brute force over every set of covers: with a set open, and paid for, only the legs it lets at
 * count, and the shortest way along them is the library's.
 */
function byCoverSets(pattern: Pattern, from: string, to: string, minutesAMetre: number): number {
  const here = craftMap(pattern);
  const ids = Object.keys(pattern.covers);
  let best = Number.MAX_VALUE;
  for (let set = 0; set < 2 ** ids.length; set++) {
    // Each cover either as far as it goes, or not at all and as far as legs ask: both states of it are tried.
    for (const far of ['least', 'most'] as const) {
      const asked = Object.fromEntries(
        ids
          .filter((_, i) => set & (1 << i))
          .map((id) => {
            const states = (['loosened', 'aside', 'off'] as const).filter((s) => pattern.covers[id]!.states[s]);
            return [id, far === 'least' ? states[0]! : states.at(-1)!];
          }),
      );
      const open = coversFor(pattern, [asked], false);
      const cost = Object.entries(open).reduce((sum, [id, state]) => {
        const { minutes, second } = pattern.covers[id]!.states[state]!;
        return sum + (minutes.off + minutes.on) * (second ? 2 : 1);
      }, 0);
      if (cost >= best) continue;
      const graph = new UndirectedGraph<object, { weight: number }>({ multi: false });
      for (const leg of Object.values(here.legs)) {
        const reached = Object.entries(leg.leg.covers).every(
          ([id, state]) => open[id] && COVER_STATES.indexOf(open[id]) >= COVER_STATES.indexOf(state),
        );
        if (leg.banned || !reached) continue;
        if (graph.hasEdge(leg.from, leg.to)) {
          const edge = graph.edge(leg.from, leg.to)!;
          graph.setEdgeAttribute(edge, 'weight', Math.min(graph.getEdgeAttribute(edge, 'weight'), leg.lengthMm));
        } else graph.mergeEdge(leg.from, leg.to, { weight: leg.lengthMm });
      }
      if (!graph.hasNode(from) || !graph.hasNode(to)) continue;
      const way = dijkstra.bidirectional(graph, from, to, 'weight');
      if (!way) continue;
      const length = way
        .slice(1)
        .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
      best = Math.min(best, cost + (length / 1000) * minutesAMetre);
    }
  }
  return best;
}

/** Every set of covers is tried: craft with so many of them would take days. */
const FEW_COVERS = 9;
test.each(PATTERNS.filter(({ covers }) => Object.keys(covers).length <= FEW_COVERS).map((p) => [p.id, p] as const))(
  'no set of covers gets a wire there for less: %s, against every set and a graph library',
  (_, pattern) => {
    const own = access(pattern, 'aside', 2.5);
    const places = Object.keys(pattern.places);
    for (const to of places) {
      if (to === pattern.batteryPlace) continue;
      const route = cheapestRoute(own, pattern.batteryPlace, to, 1, {});
      const least = byCoverSets(pattern, pattern.batteryPlace, to, 2.5);
      if (!route) expect(least).toBe(Number.MAX_VALUE);
      else expect(priced(own, route, 1, {}).cost).toBeCloseTo(least, 6);
    }
  },
);

test('the first route proposed is the cheapest, the rest follow in order, none passes a banned leg', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...nodes),
      fc.constantFrom(...nodes),
      fc.constantFrom('aside', 'off', 'fished'),
      (from, to, school) => {
        fc.pre(from !== to);
        const own = access(ADVENTURE_TOURER, school);
        const { routes, proven } = proposeRoutes(own, from, to, 2, { seat: 'off' });
        const best = cheapestRoute(own, from, to, 2, { seat: 'off' });
        expect(proven).toBe(true);
        if (best === undefined) expect(routes).toEqual([]);
        else expect(routes[0]!.cost).toBeCloseTo(priced(own, best, 2, { seat: 'off' }).cost, 6);
        routes.forEach(({ way, cost }, i) => {
          if (i) expect(cost).toBeGreaterThanOrEqual(routes[i - 1]!.cost);
          expect(way.legs.some((id) => map.legs[id]!.banned)).toBe(false);
          expect(wayAlong(map, from, to, way.legs)!.lengthMm).toBeCloseTo(way.lengthMm, 6);
        });
      },
    ),
    { seed: 7 },
  );
});

test('fishing is only charged where the cover stays on', () => {
  const shut = cheapestRoute(access(ADVENTURE_TOURER, 'fished'), 'batteryTop', 'shroudLeft', 1, { seat: 'off' })!;
  expect(shut.fished).toEqual(['flankLeft']);
  expect(priced(access(ADVENTURE_TOURER, 'fished'), shut, 1, { seat: 'off' }).minutes).toBe(8);
  const open = { seat: 'off', shroudLeft: 'off' } as const;
  const laid = cheapestRoute(access(ADVENTURE_TOURER, 'fished'), 'batteryTop', 'shroudLeft', 1, open)!;
  expect(laid.fished).toEqual([]);
  expect(priced(access(ADVENTURE_TOURER, 'fished'), laid, 1, open).minutes).toBe(0);
});

test('a search cut short says it is not proven, and one to an end that cannot be reached ends at once', () => {
  const cut = proposeRoutes(access(), 'battery', 'dash', 1, {}, 4, 8);
  expect(cut.proven).toBe(false);
  const island: Pattern = { ...ADVENTURE_TOURER, legs: {} };
  expect(proposeRoutes(access(island), 'battery', 'dash', 1, {})).toEqual({ routes: [], examined: 0, proven: true });
  expect(cheapestRoute(access(island), 'battery', 'dash', 1, {})).toBeUndefined();
  expect(cheapestRoute(access(), 'dash', 'dash', 1, {})!.way).toEqual({ legs: [], nodes: ['dash'], lengthMm: 0 });
  expect(() => map.at('nowhere')).toThrow(RangeError);
});

test('a way’s points run from its first place to its last, legs turned round where needed', () => {
  const { way } = cheapestRoute(access(), 'lampShelf', 'battery', 1, ALL_OPEN)!;
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
