import { UndirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import highs, { type Highs } from 'highs';
import { DEMO_JOBS } from '#demo/jobs';
import { accessTo, anyCraft, least, oneOf, seeded, upTo, type CraftSize } from '../../tests/support/any-craft';
import { COVER_STATES, type CoverState, type CoverWay } from '../craft/cover';
import { coverMinutes, coversFor } from '../craft/covers';
import type { Pattern } from '../craft/pattern';
import { HAZARDS } from '../craft/leg';
import { neededRuns } from '../connections/runs';
import type { Job } from '../job/job';
import type { Access } from './access';
import { craftMap } from './graph';
import { openedByEnds } from '../connections/opened';
import { pullOf } from './pulls';
import { accessOf, planRuns } from './runs';
import { layTogether, type Pull, type Standing } from './together';

/** What a leg costs to pull along, added up here by itself: ½ min a metre, 1 a hole, 1 past an edge (from effort.ts). */
function pulling(pattern: Pattern, id: string): number {
  const { leg, lengthMm } = craftMap(pattern).legs[id]!;
  return (
    lengthMm / 2000 +
    Object.keys(leg.passes ?? {}).length +
    leg.hazards.reduce((sum, hazard) => sum + HAZARDS[hazard].minutes, 0)
  );
}

/** Something that is done once: a cover by its states, a leg fished, a hole made. */
interface Once {
  readonly id: string;
  /** Minutes of each level, 0 first. */
  readonly minutes: readonly number[];
  /** What each level waits for. */
  readonly after: readonly (readonly (readonly [string, number])[])[];
}
/** One way along a leg: what it asks. */
interface Way {
  readonly leg: string;
  readonly asks: readonly (readonly [string, number])[];
}

/** The same craft as a judge reads it, by the school. */
function read(pattern: Pattern, school: Access['school'], drills: boolean): { once: Once[]; ways: Way[] } {
  const weight = school === 'fished' ? 3 : 1;
  const levels = (id: string) => {
    const own = COVER_STATES.filter((state) => pattern.covers[id]!.states[state]);
    return school === 'off' && own.includes('off') ? (['off'] as const) : own;
  };
  const asks = (opened: Readonly<Record<string, (typeof COVER_STATES)[number]>>) =>
    Object.entries(opened).flatMap(([id, state]): [string, number][] => {
      const far = least(pattern.covers[id]!.states, school === 'off' && levels(id).includes('off') ? 'off' : state);
      return far ? [[id, levels(id).findIndex((level) => level === far) + 1]] : [];
    });
  const once: Once[] = Object.entries(pattern.covers).map(([id, { states }]) => ({
    id,
    minutes: [
      0,
      ...levels(id).map((state) => {
        const { minutes, second } = states[state]!;
        return weight * (minutes.off + minutes.on) * (second ? 2 : 1);
      }),
    ],
    after: [[], ...levels(id).map((state) => asks(states[state]!.after))],
  }));
  const ways: Way[] = [];
  for (const [id, leg] of Object.entries(pattern.legs)) {
    if (leg.hazards.some((hazard) => HAZARDS[hazard].banned)) continue;
    const holes = Object.values(leg.passes ?? {}).filter(({ mm }) => mm === 0).length;
    if (holes && !drills) continue;
    if (holes) once.push({ id: `hole ${id}`, minutes: [0, 8 * holes], after: [[], []] });
    const hole: [string, number][] = holes ? [[`hole ${id}`, 1]] : [];
    ways.push({ leg: id, asks: [...asks(leg.covers), ...hole] });
    if (school !== 'fished' || !leg.fish) continue;
    once.push({ id: `fish ${id}`, minutes: [0, leg.fish.minutes], after: [[], []] });
    ways.push({ leg: id, asks: [...asks(leg.fish.covers), ...hole, [`fish ${id}`, 1]] });
  }
  return { once, ways };
}

const cost = (pattern: Pattern, leg: string, conductors: number, aMetre: number) =>
  (craftMap(pattern).legs[leg]!.lengthMm / 1000) * aMetre * conductors + pulling(pattern, leg);

/** By trying every set of levels: with one paid for, every pull takes a graph library’s shortest path. */
function bruteForce({ pattern, school, drills, minutesAMetre }: Access, pulls: readonly Pull[]): number {
  const { once, ways } = read(pattern, school, drills);
  const indexOf = new Map(once.map(({ id }, i) => [id, i]));
  const levels = once.map(() => 0);
  let best = Number.MAX_VALUE;
  const weigh = () => {
    const isMet = (asks: readonly (readonly [string, number])[]) =>
      asks.every(([id, level]) => levels[indexOf.get(id)!]! >= level);
    const paid = once.reduce((sum, { minutes }, i) => sum + minutes[levels[i]!]!, 0);
    if (paid >= best || !once.every(({ after }, i) => isMet(after[levels[i]!]!))) return;
    let sum = paid;
    for (const { from, to, conductors } of pulls) {
      if (from === to) continue;
      const graph = new UndirectedGraph<object, { weight: number }>({ multi: false });
      for (const id of Object.keys(pattern.places)) graph.addNode(id);
      for (const { leg, asks } of ways) {
        if (!isMet(asks)) continue;
        const { from: a, to: b } = pattern.legs[leg]!;
        const weight = cost(pattern, leg, conductors, minutesAMetre);
        const edge = graph.edge(a, b);
        if (edge === undefined) graph.addEdge(a, b, { weight });
        else graph.setEdgeAttribute(edge, 'weight', Math.min(weight, graph.getEdgeAttribute(edge, 'weight')));
      }
      const way = dijkstra.bidirectional(graph, from, to, 'weight');
      if (!way) return;
      sum += way
        .slice(1)
        .reduce((long, node, i) => long + graph.getEdgeAttribute(graph.edge(way[i]!, node)!, 'weight'), 0);
    }
    best = Math.min(best, sum);
  };
  const next = (i: number): void => {
    if (i === once.length) return weigh();
    for (let level = 0; level < once[i]!.minutes.length; level++) {
      levels[i] = level;
      next(i + 1);
    }
    levels[i] = 0;
  };
  next(0);
  return best;
}

const NOTHING: Standing = { opened: [] };

/** A craft made up, how it is got at, and pulls on it. */
function anyCase(seed: number, size: CraftSize, pulls: number) {
  const dice = seeded(seed);
  const pattern = anyCraft(dice, size);
  const ids = Object.keys(pattern.places);
  const hub = oneOf(dice, ids);
  return {
    access: accessTo(pattern, oneOf(dice, ['aside', 'off', 'fished']), dice() * 4, dice() < 0.7),
    pulls: Array.from({ length: pulls }, (): Pull => ({
      from: dice() < 0.6 ? hub : oneOf(dice, ids),
      to: oneOf(dice, ids),
      conductors: 1 + upTo(dice, 3),
    })),
  };
}

/** What routes cost, added up from what they open and where they go. */
function added(
  { pattern, school, minutesAMetre, drills }: Access,
  pulls: readonly Pull[],
  routes: ReturnType<typeof layTogether>['routes'],
) {
  const { once, ways } = read(pattern, school, drills);
  const levels = new Map<string, number>();
  const take = (id: string, level: number): void => {
    if ((levels.get(id) ?? 0) >= level) return;
    levels.set(id, level);
    for (const [before, far] of once.find((one) => one.id === id)!.after[level]!) take(before, far);
  };
  let sum = 0;
  routes.forEach((route, i) => {
    for (const leg of route?.way.legs ?? []) {
      const isFished = route!.fished.includes(leg);
      const way = ways.find(
        ({ leg: own, asks }) => own === leg && asks.some(([id]) => id === `fish ${leg}`) === isFished,
      )!;
      for (const [id, level] of way.asks) take(id, level);
      sum += cost(pattern, leg, pulls[i]!.conductors, minutesAMetre);
    }
  });
  for (const [id, level] of levels) sum += once.find((one) => one.id === id)!.minutes[level]!;
  return sum;
}

test('300 small crafts: no set of covers, fished legs and holes lets all runs be laid for less, by trying every one', () => {
  let [compared, shared, unreached] = [0, 0, 0];
  for (let seed = 1; compared < 300; seed++) {
    const { access, pulls } = anyCase(seed, { nodes: 5, legs: 8, covers: 3 }, 3);
    if (read(access.pattern, access.school, access.drills).once.length > 7) continue;
    const laid = layTogether(access, pulls, NOTHING);
    const theirs = bruteForce(access, pulls);
    compared++;
    if (theirs === Number.MAX_VALUE) {
      expect([seed, laid.routes.every(Boolean)]).toEqual([seed, false]);
      unreached++;
      continue;
    }
    expect([seed, laid.proven, Math.abs(laid.cost - theirs) < 1e-6]).toEqual([seed, true, true]);
    expect([seed, Math.abs(added(access, pulls, laid.routes) - laid.cost) < 1e-6]).toEqual([seed, true]);
    const alone = pulls.map((pull) => layTogether(access, [pull], NOTHING).cost).reduce((a, b) => a + b, 0);
    if (alone > laid.cost + 1e-6) shared++;
  }
  // Most of them open something for several at once, and some cannot be reached at all.
  expect([shared > 150, unreached > 5]).toEqual([true, true]);
});

/** Every path that passes no node twice. */
function paths(pattern: Pattern, from: string, to: string): string[][] {
  const found: string[][] = [];
  const walk = (node: string, legs: string[], passed: string[]): void => {
    if (node === to) return void found.push(legs);
    for (const [id, leg] of Object.entries(pattern.legs)) {
      if (leg.hazards.includes('hot') || (leg.from !== node && leg.to !== node)) continue;
      const next = leg.from === node ? leg.to : leg.from;
      if (!passed.includes(next)) walk(next, [...legs, id], [...passed, next]);
    }
  };
  walk(from, [], [from]);
  return found;
}

test('covers that are sooner off than set aside, opened as far as is asked: the bound holds, and what is proven is the cheapest of all pairs of paths', () => {
  let [compared, cheaper, unsure] = [0, 0, 0];
  for (let seed = 1; compared < 60; seed++) {
    const dice = seeded(seed);
    const pattern = anyCraft(dice, { nodes: 5, legs: 7, covers: 3, odd: true });
    const access = accessTo(pattern, 'aside', dice() * 4);
    const pulls = ['p1', 'p2'].map((to) => ({ from: 'p0', to, conductors: 1 + upTo(dice, 2) }));
    const [one, other] = pulls.map(({ from, to }) => paths(pattern, from, to)) as [string[][], string[][]];
    if (!one.length || !other.length) continue;
    const least = Math.min(
      ...one.flatMap((a) =>
        other.map((b) => {
          const open = coversFor(
            pattern,
            [...a, ...b].map((id) => pattern.legs[id]!.covers),
            false,
          );
          const holes = new Set([...a, ...b].filter((id) => pattern.legs[id]!.passes?.['hole']?.mm === 0)).size;
          const along = (legs: string[], i: number) =>
            legs.reduce((sum, id) => sum + cost(pattern, id, pulls[i]!.conductors, access.minutesAMetre), 0);
          return coverMinutes(pattern, open) + 8 * holes + along(a, 0) + along(b, 1);
        }),
      ),
    );
    const laid = layTogether(access, pulls, NOTHING);
    expect([seed, laid.bound <= least + 1e-6, laid.cost >= least - 1e-6]).toEqual([seed, true, true]);
    if (laid.proven) expect([seed, Math.abs(laid.cost - least) < 1e-6]).toEqual([seed, true]);
    else unsure++;
    if (bruteForce(access, pulls) < least - 1e-6) cheaper++;
    compared++;
  }
  // In some of them opening a cover further would have been quicker: nobody asked for it. Most are proven all the same.
  expect([cheaper > 0, unsure < 15]).toEqual([true, true]);
});

/** The same as a program of whole numbers: a path a pull, and what is done once. */
function program({ pattern, school, drills, minutesAMetre }: Access, pulls: readonly Pull[]): string {
  const { once, ways } = read(pattern, school, drills);
  const indexOf = new Map(once.map(({ id }, i) => [id, i]));
  const terms: string[] = [];
  const rows: string[] = [];
  const flows: string[] = [];
  once.forEach(({ minutes, after }, t) => {
    for (let level = 1; level < minutes.length; level++) {
      terms.push(`${(minutes[level]! - minutes[level - 1]!).toFixed(9)} y${t}_${level}`);
      if (level > 1) rows.push(`y${t}_${level} - y${t}_${level - 1} <= 0`);
      for (const [id, far] of after[level]!) rows.push(`y${t}_${level} - y${indexOf.get(id)!}_${far} <= 0`);
    }
  });
  pulls.forEach(({ from, to, conductors }, p) => {
    if (from === to) return;
    const balance = new Map<string, string[]>();
    ways.forEach(({ leg, asks }, w) => {
      const { from: a, to: b } = pattern.legs[leg]!;
      for (const [name, out, back] of [
        [`f${p}_${w}_a`, a, b],
        [`f${p}_${w}_b`, b, a],
      ] as const) {
        terms.push(`${cost(pattern, leg, conductors, minutesAMetre).toFixed(9)} ${name}`);
        flows.push(name);
        balance.set(out, [...(balance.get(out) ?? []), `+ ${name}`]);
        balance.set(back, [...(balance.get(back) ?? []), `- ${name}`]);
      }
      for (const [id, level] of asks) rows.push(`f${p}_${w}_a + f${p}_${w}_b - y${indexOf.get(id)!}_${level} <= 0`);
    });
    for (const [node, of] of balance) rows.push(`${of.join(' ')} = ${node === from ? 1 : node === to ? -1 : 0}`);
  });
  const levels = once.flatMap(({ minutes }, t) => minutes.slice(1).map((_, i) => `y${t}_${i + 1}`));
  return [
    'Minimize',
    ` cost: ${terms.join(' + ').replaceAll('+ -', '- ')}`,
    'Subject To',
    ...rows.map((row, i) => ` r${i}: ${row}`),
    'Bounds',
    ...flows.map((name) => ` 0 <= ${name} <= 1`),
    'Binary',
    ` ${levels.join(' ')}`,
    'End',
  ].join('\n');
}

let solver: Highs;
beforeAll(async () => {
  solver = await highs();
});

test('50 crafts of middling size: as cheap as a solver of mixed-integer programs finds', () => {
  let compared = 0;
  for (let seed = 1001; compared < 50; seed++) {
    const { access, pulls } = anyCase(seed, { nodes: 16, legs: 30, covers: 8 }, 10);
    const laid = layTogether(access, pulls, NOTHING);
    if (!laid.routes.every(Boolean)) continue;
    const theirs = solver.solve(program(access, pulls));
    expect([seed, theirs.Status]).toEqual([seed, 'Optimal']);
    expect([seed, laid.proven, Math.abs(laid.cost - theirs.ObjectiveValue) < 1e-4]).toEqual([seed, true, true]);
    compared++;
  }
});

test('cut short it says so, and gives what it has with a bound that holds', () => {
  let gaps = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const { access, pulls } = anyCase(seed, { nodes: 12, legs: 24, covers: 8 }, 8);
    const whole = layTogether(access, pulls, NOTHING);
    const cut = layTogether(access, pulls, NOTHING, 2);
    expect([seed, cut.bound <= whole.cost + 1e-9, cut.cost >= whole.cost - 1e-9]).toEqual([seed, true, true]);
    if (cut.proven) expect(cut.cost).toBeCloseTo(whole.cost, 9);
    else gaps++;
  }
  expect(gaps).toBeGreaterThan(10);
});

/** A job’s pulls as its runs have them. */
function pullsOf(job: Job) {
  const runs = planRuns(job, neededRuns(job), {}).filter(({ old, way }) => !old && way);
  const groups = new Map<string, (typeof runs)[number][]>();
  for (const run of runs) groups.set(`${run.from}>${run.to}`, [...(groups.get(`${run.from}>${run.to}`) ?? []), run]);
  return {
    access: accessOf(job),
    pulls: [...groups.values()].map((group) => ({ ...pullOf(job, group), pin: undefined })),
    standing: { opened: openedByEnds(job, runs) },
  };
}

test.each(DEMO_JOBS.map((job) => [job.id, job] as const))(
  '%s: never dearer than each run by itself, in every school',
  (_, job) => {
    for (const school of ['aside', 'off', 'fished'] as const) {
      const { access, pulls, standing } = pullsOf({ ...job, choices: { ...job.choices, access: school } });
      const laid = layTogether(access, pulls, standing);
      const alone = pulls.map((pull) => layTogether(access, [pull], standing).routes[0]!);
      const apart = layTogether(
        access,
        pulls.map((pull, i) => ({ ...pull, pin: alone[i]!.way.legs })),
        standing,
      );
      expect(laid.proven).toBe(true);
      expect(laid.cost).toBeLessThanOrEqual(apart.cost + 1e-9);
    }
  },
);

test('covers, places and legs called as members of every object are laid like any', () => {
  const names = ['toString', 'constructor', 'valueOf', 'hasOwnProperty', 'isPrototypeOf'];
  const called = (id: string) => names[Number(id.slice(1))] ?? id;
  const renamed = <T>(map: Readonly<Record<string, T>>, change: (one: T) => T = (one) => one) =>
    Object.fromEntries(Object.entries(map).map(([id, one]) => [called(id), change(one)]));
  for (let seed = 1; seed <= 40; seed++) {
    const { access, pulls } = anyCase(seed, { nodes: 5, legs: 8, covers: 3 }, 3);
    const { pattern } = access;
    const odd: Pattern = {
      ...pattern,
      covers: renamed(pattern.covers, (cover) => ({
        ...cover,
        states: Object.fromEntries(
          Object.entries(cover.states).map(([state, way]) => [state, { ...way, after: renamed(way!.after) }]),
        ),
      })),
      legs: renamed(pattern.legs, (leg) => ({
        ...leg,
        covers: renamed(leg.covers),
        ...(leg.fish ? { fish: { ...leg.fish, covers: renamed(leg.fish.covers) } } : {}),
      })),
    };
    const there = { ...access, pattern: odd, map: craftMap(odd) };
    expect(layTogether(there, pulls, NOTHING).cost).toBeCloseTo(layTogether(access, pulls, NOTHING).cost, 9);
  }
});

test('of a craft where a cover comes off without what setting it aside asks for nothing is proven', () => {
  const pattern = anyCraft(seeded(3), { nodes: 4, legs: 5, covers: 2 });
  const [[far, way]] = Object.entries(pattern.covers['c0']!.states) as [[CoverState, CoverWay]];
  const crossed: Pattern = {
    ...pattern,
    covers: {
      ...pattern.covers,
      c1: { name: 'c1', states: { aside: { ...way, after: { c0: far } }, off: { ...way, after: {} } } },
    },
  };
  const pulls = [{ from: 'p0', to: 'p3', conductors: 1 }];
  expect(layTogether(accessTo(pattern), pulls, NOTHING).proven).toBe(true);
  const laid = layTogether(accessTo(crossed), pulls, NOTHING);
  expect([laid.proven, laid.bound, laid.cost > 0]).toEqual([false, 0, true]);
});
