import fc from 'fast-check';
import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { DEMO_JOBS, PATTERNS } from '#demo/jobs';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { applyAll } from '../job/operations';
import { overrule } from '../job/parts/overrules';
import { planJob } from '../plan';
import { coversFor } from '../craft/covers';
import { COVER_STATES, type Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { polylineLength } from '../units/vectors';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { accessTo, anyCraft, oneOf, seeded, upTo } from '../../tests/support/any-craft';
import type { Leg } from '../craft/leg';
import type { Access } from './access';
import { pullMinutes } from './effort';
import { craftMap, wayAlong, wayPoints, type MapLeg } from './graph';
import type { JointNeed } from './joint';
import { proofOf } from './runs';
import { layOne, type Pull, type Standing } from './together';
import { priced, proposeRoutes, routeThrough, routesOfRun } from './propose';

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

test('500 crafts made up: the shortest route of a run is as long as a graph library’s', () => {
  let reached = 0;
  for (let seed = 2001; seed <= 2500; seed++) {
    const dice = seeded(seed);
    const pattern = anyCraft(dice, { nodes: 6 + upTo(dice, 30), legs: 8 + upTo(dice, 60), covers: 4 });
    const open = Object.fromEntries(
      Object.entries(pattern.covers).map(([id, { states }]) => [id, COVER_STATES.findLast((state) => states[state])!]),
    );
    const ids = Object.keys(pattern.places);
    const [from, to] = [oneOf(dice, ids), oneOf(dice, ids)];
    if (from === to) continue;
    const graph = new UndirectedGraph<object, { weight: number }>({ multi: false });
    const at = (id: string) => pattern.places[id]!.at;
    for (const leg of Object.values(pattern.legs)) {
      if (leg.hazards.includes('hot')) continue;
      const weight = Math.hypot(...at(leg.from).map((x, axis) => x - at(leg.to)[axis]!));
      // Of two legs between the same points both are as long.
      graph.mergeEdge(leg.from, leg.to, { weight });
    }
    const way = graph.hasNode(from) && graph.hasNode(to) ? dijkstra.bidirectional(graph, from, to, 'weight') : null;
    const theirs = way
      ?.slice(1)
      .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
    const ours = layOne(accessTo(pattern, 'aside', 1e9), { from, to, conductors: 1 }, { opened: [open] })?.route.way;
    expect([seed, ours === undefined]).toEqual([seed, theirs === undefined]);
    if (theirs === undefined) continue;
    expect(Math.abs(ours!.lengthMm - theirs)).toBeLessThan(1e-3);
    reached++;
  }
  expect(reached).toBeGreaterThan(350);
});

/** Everything open: nothing is left to weigh but metres. */
const ALL_OPEN: Opened = Object.fromEntries(
  Object.entries(ADVENTURE_TOURER.covers).map(([id, { states }]) => [id, states.off ? 'off' : 'aside']),
);
const access = (pattern: Pattern = ADVENTURE_TOURER, ...by: [Access['school']?, number?]) => accessTo(pattern, ...by);
const NOTHING: Standing = { opened: [] };
const allOpen: Standing = { opened: [ALL_OPEN] };
const behindSeat: Standing = { opened: [{ seat: 'off' }] };

test('with every cover open the shortest routes between all nodes are as long as a graph library’s', () => {
  let compared = 0;
  // Nothing but metres counts.
  const shortest = access(ADVENTURE_TOURER, 'aside', 1e6);
  for (const from of nodes)
    for (const to of nodes) {
      if (from === to) continue;
      const theirs = theirLength(from, to);
      const ours = layOne(shortest, { from, to, conductors: 1 }, allOpen)?.route;
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
        const holes = Object.values(leg.leg.passes ?? {}).filter(({ mm }) => mm === 0).length;
        const weight = (leg.lengthMm / 1000) * minutesAMetre + pullMinutes(leg) + 8 * holes;
        if (graph.hasEdge(leg.from, leg.to)) {
          const edge = graph.edge(leg.from, leg.to)!;
          graph.setEdgeAttribute(edge, 'weight', Math.min(graph.getEdgeAttribute(edge, 'weight'), weight));
        } else graph.mergeEdge(leg.from, leg.to, { weight });
      }
      if (!graph.hasNode(from) || !graph.hasNode(to)) continue;
      const way = dijkstra.bidirectional(graph, from, to, 'weight');
      if (!way) continue;
      const length = way
        .slice(1)
        .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
      best = Math.min(best, cost + length);
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
      const route = layOne(own, { from: pattern.batteryPlace, to, conductors: 1 }, NOTHING);
      const least = byCoverSets(pattern, pattern.batteryPlace, to, 2.5);
      if (!route) expect(least).toBe(Number.MAX_VALUE);
      else expect(route.cost).toBeCloseTo(least, 6);
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
        const pull = { from, to, conductors: 2 };
        const { routes, proven } = proposeRoutes(own, pull, behindSeat);
        const best = layOne(own, pull, behindSeat);
        expect(proven).toBe(true);
        if (best === undefined) expect(routes).toEqual([]);
        else expect(routes[0]!.cost).toBeCloseTo(best.cost, 6);
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

test('fishing is only charged where the cover stays on, and once for all that goes there', () => {
  const own = access(ADVENTURE_TOURER, 'fished');
  const pull: Pull = { from: 'batteryTop', to: 'shroudLeft', conductors: 1 };
  const along = (legs: readonly string[]) => legs.reduce((sum, id) => sum + pullMinutes(map.legs[id]!), 0);
  const shut = priced(own, pull, behindSeat)!;
  expect(shut.fished).toEqual(['flankLeft']);
  expect(shut.minutes).toBeCloseTo(8 + along(shut.way.legs), 9);
  const again = priced(own, pull, { ...behindSeat, beside: [shut] })!;
  expect(again.minutes).toBeCloseTo(along(again.way.legs), 9);
  const laid = priced(own, pull, { opened: [{ seat: 'off', shroudLeft: 'off' }] })!;
  expect(laid.fished).toEqual([]);
  expect(laid.minutes).toBeCloseTo(along(laid.way.legs), 9);
});

test('pulling along a leg by hand: half a minute a metre, one a hole, one at a joint, one past an edge, two past petrol', () => {
  const leg = (one: Partial<Leg>, lengthMm = 1200, need?: JointNeed) =>
    pullMinutes({ lengthMm, leg: { hazards: [], ...one }, need } as unknown as MapLeg);
  const hole = { name: 'h', at: [0, 0, 0] as [number, number, number], mm: 20, edge: 'bare' as const, drillToMm: null };
  expect(leg({})).toBeCloseTo(0.6, 9);
  expect(leg({ passes: { a: hole, b: { ...hole, mm: 0 } } })).toBeCloseTo(2.6, 9);
  expect(leg({}, 400, {} as JointNeed)).toBeCloseTo(1.2, 9);
  expect(leg({ hazards: ['edge', 'petrol'] }, 0)).toBe(3);
});

test('what nothing protects keeps out of petrol spaces, what a person bars is barred, and a cover kept shut stays shut', () => {
  const own = access(TOW_BOAT);
  const pull: Pull = { from: 'battery', to: 'helmRadio', conductors: 2 };
  const legsOf = (by: Access, of: Pull = pull) => layOne(by, of, NOTHING)?.route.way.legs ?? [];
  const petrol = (legs: readonly string[]) => legs.filter((id) => TOW_BOAT.legs[id]!.hazards.includes('petrol'));
  for (const to of Object.keys(TOW_BOAT.places))
    for (const from of Object.keys(TOW_BOAT.places))
      expect(petrol(legsOf(own, { ...pull, from, to, unfused: true }))).toEqual([]);
  const first = legsOf(own);
  expect(first.length).toBeGreaterThan(1);
  for (const leg of first) expect(legsOf({ ...own, barred: [leg] })).not.toContain(leg);
  // Led there by hand it goes there all the same.
  expect(legsOf({ ...own, barred: [first[0]!] }, { ...pull, pin: first })).toEqual(first);
  const { covers } = priced(own, pull, NOTHING)!;
  for (const cover of Object.keys(covers)) {
    const shut = { ...own, most: { [cover]: 'on' as const } };
    expect(Object.keys(priced(shut, pull, NOTHING)?.covers ?? {})).not.toContain(cover);
    // Where it is open anyway, it is open.
    expect(legsOf(shut, pull)).toEqual(layOne(shut, pull, NOTHING)?.route.way.legs ?? []);
    expect(layOne(shut, pull, { opened: [{ [cover]: covers[cover]! }] })!.cost).toBeLessThanOrEqual(
      layOne(own, pull, NOTHING)!.cost,
    );
  }
});

test('a search cut short says it is not proven, and one to an end that cannot be reached ends at once', () => {
  const toDash: Pull = { from: 'battery', to: 'dash', conductors: 1 };
  const cut = proposeRoutes(access(), toDash, NOTHING, 4, 8);
  expect(cut.proven).toBe(false);
  const island: Pattern = { ...ADVENTURE_TOURER, legs: {} };
  expect(proposeRoutes(access(island), toDash, NOTHING)).toEqual({ routes: [], examined: 0, proven: true });
  expect(layOne(access(island), toDash, NOTHING)).toBeUndefined();
  expect(layOne(access(), { ...toDash, from: 'dash' }, NOTHING)!.route.way).toEqual({
    legs: [],
    nodes: ['dash'],
    lengthMm: 0,
  });
  expect(() => map.at('nowhere')).toThrow(RangeError);
});

test('a way’s points run from its first place to its last, legs turned round where needed', () => {
  const { way } = layOne(access(), { from: 'lampShelf', to: 'battery', conductors: 1 }, allOpen)!.route;
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

test('a run led along another leg passes it once, ends where it did, and costs no less than the cheapest; which legs cannot be passed is told', () => {
  let [led, barred] = [0, 0];
  for (const id of ['hire-tourer', 'tow-boat-tower']) {
    const job = DEMO_JOBS.find((one) => one.id === id)!;
    const own = craftMap(craftOf(job));
    for (const run of planJob(job)
      .runs.filter(({ old, way }) => way && !old)
      .slice(0, 3)) {
      const cheapest = routesOfRun(job, run.id).routes[0]!;
      for (const leg of Object.keys(own.legs)) {
        const found = routeThrough(job, run.id, leg);
        if (!found) {
          barred++;
          continue;
        }
        led++;
        const { route, minutes, mm } = found;
        const { legs, lengthMm } = route.way;
        expect(mm).toBeCloseTo(lengthMm - run.layMm, 6);
        const present = routesOfRun(job, run.id).routes.find(({ way }) => way.legs.join() === run.way!.legs.join())!;
        expect(minutes).toBeCloseTo(route.minutes - present.minutes, 6);
        expect(legs.filter((one) => one === leg)).toHaveLength(1);
        expect(wayAlong(own, run.fromPlace!, run.toPlace!, legs)!.lengthMm).toBeCloseTo(lengthMm, 6);
        expect(route.cost).toBeGreaterThanOrEqual(cheapest.cost - 1e-6);
        if (cheapest.way.legs.includes(leg)) expect(route.cost).toBeCloseTo(cheapest.cost, 6);
      }
    }
  }
  expect([led > 30, barred > 5]).toEqual([true, true]);
});

test('a feed that no holder protects keeps out of petrol spaces, or has no route and is told why', () => {
  const job = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
  const fromBattery = planJob(job).runs.find(
    ({ kind, from, old }) => kind === 'feed' && !old && Object.hasOwn(job.craft.batteries, from),
  )!;
  const petrol = (of: readonly string[] = []) => of.filter((id) => craftOf(job).legs[id]!.hazards.includes('petrol'));
  const pattern = {
    ...job.craft.pattern,
    legs: Object.fromEntries(
      Object.entries(job.craft.pattern.legs).map(([id, leg]) => [
        id,
        fromBattery.way!.legs.includes(id) ? { ...leg, hazards: [...leg.hazards, 'petrol' as const] } : leg,
      ]),
    ),
  };
  const spaced = { ...job, craft: { ...job.craft, pattern } };
  const bare = {
    ...spaced,
    feeds: { ...job.feeds, [fromBattery.to]: { ...job.feeds[fromBattery.to]!, holder: null } },
  };
  const runIn = (of: typeof job) => planJob(of).runs.find(({ id }) => id === fromBattery.id)!;
  expect(petrol(runIn(spaced).way?.legs).length + (runIn(spaced).way ? 1 : 0)).toBeGreaterThan(0);
  const { way } = runIn(bare);
  expect(way?.legs.some((id) => pattern.legs[id]!.hazards.some((hazard) => hazard === 'petrol')) ?? false).toBe(false);
  const told = planJob(bare).findings.find(({ rule, subject }) => rule === 'no-way' && subject.id === fromBattery.id);
  expect(told === undefined).toBe(way !== undefined);
  if (told) expect(told.reason).toContain('without a fuse it keeps out of petrol spaces');
});

test('routes compared keep shut what is kept shut, though by themselves they would cost less', () => {
  const job = DEMO_JOBS.find(({ id }) => id === 'tow-boat-tower')!;
  const behind = (of: Job, cover: string) =>
    planJob(job).runs.flatMap(({ id }) =>
      routesOfRun(of, id).routes.flatMap(({ way }) =>
        way.legs.filter((leg) => Object.hasOwn(craftOf(job).legs[leg]!.covers, cover)),
      ),
    ).length;
  // No gear and no end of a run lies behind this lid.
  expect(behind(job, 'skiLocker')).toBeGreaterThan(0);
  expect(behind(applyAll(job, [overrule('cover', 'skiLocker', 'on')]), 'skiLocker')).toBe(0);
});

test('by the shortest routes every run of every demo job is as long as a graph library’s shortest, and that is proven', () => {
  let compared = 0;
  for (const demo of DEMO_JOBS) {
    const job = applyAll({ ...demo, seal: null }, [
      { op: 'choose', choice: 'routes', option: 'shortest' },
      ...Object.keys(demo.overrules.way).map((run) => overrule('way', run, null)),
    ]);
    expect([job.id, proofOf(job).proven]).toEqual([job.id, true]);
    const own = craftMap(craftOf(job));
    const graph = new UndirectedGraph<object, { weight: number }>({ multi: false });
    for (const { id, from, to, banned, lengthMm: weight } of Object.values(own.legs))
      if (!banned && !Object.hasOwn(job.overrules.leg, id)) {
        const edge = graph.hasEdge(from, to) ? graph.edge(from, to)! : undefined;
        if (edge === undefined) graph.mergeEdge(from, to, { weight });
        else graph.setEdgeAttribute(edge, 'weight', Math.min(weight, graph.getEdgeAttribute(edge, 'weight')));
      }
    for (const { way, old, fromPlace, toPlace } of planJob(job).runs) {
      if (!way || old || fromPlace === toPlace) continue;
      const theirs = dijkstra.bidirectional(graph, fromPlace, toPlace, 'weight');
      const long = theirs
        .slice(1)
        .reduce((sum, node, i) => sum + graph.getEdgeAttribute(graph.edge(theirs[i]!, node)!, 'weight'), 0);
      expect(way.lengthMm).toBeCloseTo(long, 4);
      compared++;
    }
  }
  expect(compared).toBeGreaterThan(70);
});
