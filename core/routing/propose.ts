import { coverMinutes, coversFor, openedAlong } from '../craft/covers';
import type { CoverState } from '../craft/cover';
import { own } from '../document/patches';
import type { Job } from '../job/job';
import type { Access } from './access';
import { pullMinutes } from './effort';
import { otherEnd, type MapLeg } from './graph';
import { layOne, takes, type Pull, type Route, type Standing } from './together';
import { neededRuns } from '../connections/runs';
import { openedByEnds } from '../connections/opened';
import { pullOf } from './pulls';
import { accessOf, planRuns } from './runs';

/** A route with what it costs beside what is open anyway. */
export interface RouteProposal extends Route {
  /** Minutes of work: covers that would not be open anyway, fishing and pulling. */
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
  pull: Pull,
  standing: Standing,
  keep = 4,
  budget = 60000,
): RouteProposals {
  const { map } = access;
  const { from, to } = pull;
  const open = takes(access, pull, standing);
  const shut = ({ id }: MapLeg) => !open(id);
  const reach = reachable(access, to, shut);
  const found: RouteProposal[] = [];
  let examined = 0;
  let steps = 0;
  const nodes = [from];
  const legs: string[] = [];
  const walk = (): void => {
    const node = nodes.at(-1)!;
    if (node === to) {
      examined++;
      found.push(priced(access, { ...pull, pin: [...legs] }, standing)!);
      found.sort((a, b) => a.cost - b.cost || a.way.lengthMm - b.way.lengthMm);
      found.length = Math.min(found.length, keep);
      return;
    }
    for (const leg of map.legsAt(node)) {
      const next = otherEnd(leg, node);
      if (shut(leg) || nodes.includes(next) || !reach.has(next)) continue;
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
function reachable({ map }: Access, to: string, shut: (leg: MapLeg) => boolean): ReadonlySet<string> {
  const reached = new Set([to]);
  for (const node of reached) for (const leg of map.legsAt(node)) if (!shut(leg)) reached.add(otherEnd(leg, node));
  return reached;
}

/** The cheapest way to lay this, with what it costs beside what stands; undefined where no route leads there. */
export function priced(access: Access, pull: Pull, standing: Standing): RouteProposal | undefined {
  const { pattern, map, school } = access;
  const laid = layOne(access, pull, standing);
  if (!laid) return undefined;
  const { route, cost } = laid;
  const { opened, beside = [] } = standing;
  const stands = [...opened, ...beside.flatMap(({ way, fished }) => openedAlong(pattern, way.legs, fished))];
  const before = coversFor(pattern, stands, school === 'off');
  const after = coversFor(pattern, [...stands, ...route.opened], school === 'off');
  const isFished = new Set(beside.flatMap(({ fished }) => fished));
  const fishing = route.fished.reduce((sum, id) => sum + (isFished.has(id) ? 0 : pattern.legs[id]!.fish!.minutes), 0);
  const pulling = route.way.legs.reduce((sum, id) => sum + pullMinutes(map.legs[id]!), 0);
  return {
    ...route,
    minutes: coverMinutes(pattern, after) - coverMinutes(pattern, before) + fishing + pulling,
    cost,
    covers: Object.fromEntries(Object.entries(after).filter(([id, state]) => own(before, id) !== state)),
  };
}

/** One run of a job as it is pulled, and all that stands beside it; undefined where it has no ends. */
function standingOf(
  job: Job,
  id: string,
): { readonly pull: Pull; readonly standing: Standing; readonly legs: readonly string[] | undefined } | undefined {
  // How far gear is from the end of its legs is the same by every route.
  const runs = planRuns(job, neededRuns(job), {});
  const run = runs.find((one) => one.id === id);
  if (run?.fromPlace === undefined || run.toPlace === undefined) return undefined;
  const beside = runs.flatMap(({ id: other, old, way, fished }) =>
    other === id || old || !way ? [] : [{ way, fished }],
  );
  return { pull: pullOf(job, [run]), standing: { opened: openedByEnds(job, runs), beside }, legs: run.way?.legs };
}

/** A run led along a leg: the route, and what it takes more than the one it has, minutes and mm. */
export interface RouteLed {
  readonly route: RouteProposal;
  readonly minutes: number;
  readonly mm: number;
}

/**
 * A route of a run that goes along a leg, whichever way round that is cheaper: the cheapest to the leg and the cheapest on
 * from it. Undefined where there is none that passes the leg once.
 */
export function routeThrough(job: Job, id: string, leg: string): RouteLed | undefined {
  const found = standingOf(job, id);
  const access = accessOf(job);
  const through = access.map.legs[leg];
  if (!found?.legs || !through) return undefined;
  const { pull, standing, legs: now } = found;
  const rules = { ...access, barred: [...access.barred, leg] };
  const routes = [
    [through.from, through.to],
    [through.to, through.from],
  ].flatMap(([near, far]) => {
    const to = layOne(rules, { ...pull, to: near!, pin: undefined }, standing)?.route;
    if (!to) return [];
    const beside = [...(standing.beside ?? []), to];
    const onward = layOne(rules, { ...pull, from: far!, pin: undefined }, { ...standing, beside })?.route;
    if (!onward) return [];
    const legs = [...to.way.legs, leg, ...onward.way.legs];
    if (new Set(legs).size < legs.length) return [];
    return priced(access, { ...pull, pin: legs }, standing) ?? [];
  });
  const [route] = routes.sort((a, b) => a.cost - b.cost || a.way.lengthMm - b.way.lengthMm);
  const present = priced(access, { ...pull, pin: now }, standing);
  if (!route || !present) return undefined;
  return { route, minutes: route.minutes - present.minutes, mm: route.way.lengthMm - present.way.lengthMm };
}

/** Routes for one run of a job, beside what the gear and its other runs need anyway; none for a run without ends. */
export function routesOfRun(job: Job, id: string): RouteProposals {
  const found = standingOf(job, id);
  return found ? proposeRoutes(accessOf(job), found.pull, found.standing) : { routes: [], examined: 0, proven: true };
}
