import { coverMinutes, coversFor, openedAlong } from '../craft/covers';
import type { CoverState, Opened } from '../craft/cover';
import type { Job } from '../job/job';
import { chosenRoute, costOf, type Access, type Route } from './access';
import { otherEnd } from './graph';
import { neededRuns } from '../connections/runs';
import { accessOf, planRuns } from './runs';

/** A route with what it costs beside what is open anyway. */
export interface RouteProposal extends Route {
  /** Minutes of work: covers that would not be open anyway, and fishing. */
  readonly minutes: number;
  /** What it is ranked by: those minutes as the school weighs them, and its metres at what a metre is worth. */
  readonly cost: number;
  /** Covers it opens that would not be open anyway. */
  readonly covers: Readonly<Record<string, CoverState>>;
}

export interface RouteProposals {
  readonly routes: readonly RouteProposal[];
  /** Whole routes weighed. */
  readonly examined: number;
  /** Every route that passes no node twice was weighed, so that the first is the cheapest there is. */
  readonly proven: boolean;
}

/**
 * The `keep` cheapest routes between two nodes that pass no node twice and no banned leg, cheapest first; equal ones
 * by length. Weighs every such route within `budget` steps; `proven` tells whether that was all of them.
 */
export function proposeRoutes(
  access: Access,
  from: string,
  to: string,
  conductors: number,
  open: Opened,
  keep = 4,
  budget = 60000,
): RouteProposals {
  const { map } = access;
  const reach = reachable(access, to);
  const found: RouteProposal[] = [];
  let examined = 0;
  let steps = 0;
  const nodes = [from];
  const legs: string[] = [];
  const walk = (): void => {
    const node = nodes.at(-1)!;
    if (node === to) {
      examined++;
      found.push(priced(access, chosenRoute(access, from, to, [...legs], conductors, open)!, conductors, open));
      found.sort((a, b) => a.cost - b.cost || a.way.lengthMm - b.way.lengthMm);
      found.length = Math.min(found.length, keep);
      return;
    }
    for (const leg of map.legsAt(node)) {
      const next = otherEnd(leg, node);
      if (leg.banned || nodes.includes(next) || !reach.has(next)) continue;
      if (++steps > budget) return;
      nodes.push(next);
      legs.push(leg.id);
      walk();
      nodes.pop();
      legs.pop();
    }
  };
  if (reach.has(from)) walk();
  return { routes: found, examined, proven: steps <= budget };
}

/** Nodes from which a route leads there at all: the rest need not be tried. */
function reachable({ map }: Access, to: string): ReadonlySet<string> {
  const reached = new Set([to]);
  for (const node of reached) for (const leg of map.legsAt(node)) if (!leg.banned) reached.add(otherEnd(leg, node));
  return reached;
}

/** What a route costs beside what is open anyway. */
export function priced(access: Access, route: Route, conductors: number, open: Opened): RouteProposal {
  const { pattern, school } = access;
  const before = coversFor(pattern, [open], school === 'off');
  const after = coversFor(pattern, [open, ...route.opened], school === 'off');
  const fishing = route.fished.reduce((sum, id) => sum + (pattern.legs[id]!.fish?.minutes ?? 0), 0);
  const covered = coverMinutes(pattern, after) - coverMinutes(pattern, before);
  return {
    ...route,
    minutes: covered + fishing,
    cost: costOf(access, covered, fishing, route.way.lengthMm, conductors),
    covers: Object.fromEntries(Object.entries(after).filter(([id, state]) => before[id] !== state)),
  };
}

/** Routes for one run of a job, beside what the gear and its other runs need open anyway; none for a run without ends. */
export function routesOfRun(job: Job, id: string): RouteProposals {
  const access = accessOf(job);
  const { places } = access.pattern;
  // How far gear is from the end of its legs is the same by every route.
  const runs = planRuns(job, neededRuns(job), {});
  const run = runs.find((one) => one.id === id);
  if (run?.fromPlace === undefined || run.toPlace === undefined) return { routes: [], examined: 0, proven: true };
  const ends = runs.flatMap(({ fromPlace, toPlace }) => [fromPlace, toPlace]);
  const gear = Object.values(job.gear).map(({ place, there }) => (there === null ? place : null));
  const others = runs.flatMap((one) =>
    one.id === id ? [] : openedAlong(access.pattern, one.way?.legs ?? [], one.fished),
  );
  const anyway = [...ends, ...gear].flatMap((place) =>
    place === null || place === undefined ? [] : [places[place]!.covers],
  );
  const open = coversFor(access.pattern, [...anyway, ...others], access.school === 'off');
  return proposeRoutes(access, run.fromPlace, run.toPlace, run.conductors.length, open);
}
