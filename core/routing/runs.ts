import { setOf } from '../job/parts/overrules';
import { circuitOf } from '../connections/feeding';
import { openedByEnds } from '../connections/opened';
import { endPlace, isMade, neededRuns, type Run, type RunNeed, type Way } from '../connections/runs';
import { loomMm } from '../connections/looms';
import { isLoomed, loomPulls, pullOf, routeWithin, type Ended, type LoomPull } from './pulls';
import { craftOf, foundCraft } from '../craft/own';
import type { Job } from '../job/job';
import { roundUpTo } from '../units/figures';
import { taken } from '../job/choices';
import type { Access } from './access';
import { pullMinutes } from './effort';
import { craftMap, endPoints, wayAlong, wayPoints, type CraftMap } from './graph';
import type { Fitted } from '../panels/fitted';
import { layOne, layTogether, type Laid, type Route, type Standing } from './together';
import { endsMm, leadEnd } from './tail';

/** How this job's runs get at their legs. */
export function accessOf(job: Job): Access {
  const pattern = craftOf(job);
  const { labourAnHour, wireAMetre } = job.settings;
  return {
    pattern,
    map: craftMap(pattern),
    school: taken(job.choices, 'access'),
    minutesAMetre: taken(job.choices, 'routes') === 'shortest' ? WHATEVER_IT_TAKES : (60 * wireAMetre) / labourAnHour,
    barred: Object.keys(job.overrules.leg),
    most: Object.fromEntries(Object.entries(job.overrules.cover).map(([id, { value }]) => [id, value])),
    drills: taken(job.choices, 'holes') === 'made',
  };
}
/** Minutes that a metre is worth where nothing but metres counts. */
const WHATEVER_IT_TAKES = 1e6;

const endedRuns = (job: Job, needed: readonly RunNeed[]): Ended[] =>
  needed.map((need) => ({
    ...need,
    fromPlace: endPlace(job, need.from, need.to),
    toPlace: endPlace(job, need.to, need.from),
  }));

/**
 * Routes for all runs that are to be laid, by run: together, so that they cost least. Those between the same two ends are
 * pulled in one go, unless a person leads one of them another way; a loom goes from where it begins to all of its ends.
 */
function routesFor(job: Job, access: Access, runs: readonly Ended[]): ReadonlyMap<string, Route | undefined> {
  const { pulls, looms, laid } = searched(job, access, runs);
  const routes = new Map(pulls.flatMap((group, i) => group.map(({ id }) => [id, laid.routes[i]] as const)));
  const ofLooms = laid.routes.slice(pulls.length);
  for (const run of runs) if (isLoomed(run)) routes.set(run.id, routeWithin(access, run, looms, ofLooms));
  return routes;
}

interface Searched {
  readonly pulls: readonly Ended[][];
  readonly looms: readonly LoomPull[];
  /** Of the pulls, then of the looms. */
  readonly laid: Laid;
}

function searched(job: Job, access: Access, runs: readonly Ended[]): Searched {
  const groups = new Map<string, Ended[]>();
  for (const run of runs) {
    if (run.old || run.loom || run.fromPlace === undefined || run.toPlace === undefined) continue;
    const key = `${run.from}>${run.to} ${setOf(job, 'way', run.id)?.join() ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), run]);
  }
  const pulls = [...groups.values()];
  const looms = loomPulls(job, runs);
  const standing = { opened: openedByEnds(job, runs) };
  const all = [...pulls.map((group) => pullOf(job, group)), ...looms.map(({ pull }) => pull)];
  return { pulls, looms, laid: layTogether(access, all, standing) };
}

/** How sure it is that all runs together cost no less another way. */
export type RoutesProof = Pick<Laid, 'cost' | 'bound' | 'proven' | 'examined'>;

/** What the search says of the routes of a job as they are laid. */
export function proofOf(job: Job): RoutesProof {
  const { cost, bound, proven, examined } = searched(job, accessOf(job), endedRuns(job, neededRuns(job))).laid;
  return { cost, bound, proven, examined };
}

const NOTHING: Standing = { opened: [] };

/** How a lead that lies there may run: as a person says, else as it would be laid by itself. */
function oldWay(
  access: Access,
  { fromPlace, toPlace, conductors }: Pick<Run, 'fromPlace' | 'toPlace' | 'conductors'>,
  pin: readonly string[] | undefined,
): Way | undefined {
  if (fromPlace === undefined || toPlace === undefined) return undefined;
  return (
    (pin && wayAlong(access.map, fromPlace, toPlace, pin)) ??
    layOne(
      { ...access, barred: [], most: {}, drills: true },
      { from: fromPlace, to: toPlace, conductors: conductors.length },
      NOTHING,
    )?.route.way
  );
}

/** Whether a run begins at a circuit somebody has found: it is spliced where that is, with nothing to lay aside there. */
export const isTapped = (job: Job, end: string): boolean =>
  end === 'switched'
    ? job.turnOn.source !== null && job.craft.existing[job.turnOn.source]!.place !== null
    : circuitOf(job, end) !== undefined;

/** Whether a link ends where the craft has its own plug, which stays where it is. */
const isPlugOf = ({ gear, craft }: Job, { kind }: RunNeed, end: string): boolean =>
  kind === 'link' && !Object.hasOwn(gear, end) && Object.hasOwn(foundCraft({ craft }).places, end);

/** Minutes of pulling a run along its legs; of a loom each leg once, at the first of its runs that takes it. */
function pullingAlong({ legs }: CraftMap): (need: RunNeed, route: Route) => number {
  const done = new Set<string>();
  return ({ loom }, { way }) =>
    way.legs.reduce((sum, leg) => {
      const key = loom && `${loom.loom} ${leg}`;
      if (key !== undefined && done.has(key)) return sum;
      if (key !== undefined) done.add(key);
      return sum + pullMinutes(legs[leg]!);
    }, 0);
}

/**
 * All runs that are needed, with their routes and lengths: pinned where the job says so, else as all of them together cost
 * least in minutes of covers, fishing and pulling, and in metres of wire. What lies there opens nothing and is not cut:
 * where it runs is not known, and shown as it would be laid. Gear that is fitted is reached
 * where its leads are; of what is there already nobody has said where that is.
 */
export function planRuns(job: Job, needed: readonly RunNeed[], mounts: Readonly<Record<string, Fitted>>): Run[] {
  const access = accessOf(job);
  const { pattern, map } = access;
  const { places } = pattern;
  const needs = endedRuns(job, needed);
  const routes = routesFor(job, access, needs);
  const along = pullingAlong(map);
  const ends = new Map(Object.entries(mounts).map(([id, fitted]) => [id, leadEnd(job.gear[id]!.item, fitted)]));
  return needs.map((need) => {
    const { fromPlace, toPlace } = need;
    const pin = setOf(job, 'way', need.id);
    const route = routes.get(need.id);
    const way = need.old ? oldWay(access, need, pin) : route?.way;
    const pinned = pin !== undefined && way?.legs.join() === pin.join();
    const allowanceMm =
      way && !need.old
        ? (isTapped(job, need.from) || isPlugOf(job, need, need.from) ? 0 : (places[fromPlace!]?.allowanceMm ?? 0)) +
          (isPlugOf(job, need, need.to) ? 0 : (places[toPlace!]?.allowanceMm ?? 0)) +
          // What is made needs nothing for its terminals.
          (isMade(need) ? 0 : 2 * job.settings.terminalAllowanceMm)
        : 0;
    const points = way ? wayPoints(map, way) : [];
    const plugsMm = way && !need.old ? endsMm(endPoints(map, way, points), ends.get(need.from), ends.get(need.to)) : 0;
    return {
      ...need,
      way,
      fished: route?.fished ?? [],
      alongMin: route ? along(need, route) : 0,
      pinned,
      pinBroken: pin !== undefined && (routes.has(need.id) || need.old) && !pinned,
      points,
      layMm: way?.lengthMm ?? 0,
      plugsMm,
      allowanceMm,
      cutMm:
        !way || need.old
          ? 0
          : need.loom
            ? loomMm(job.looms[need.loom.loom]!, need.loom.ends)
            : // A made lead is as long as it is: nothing is cut in steps.
              roundUpTo(way.lengthMm + plugsMm + allowanceMm, need.kind === 'link' ? 1 : job.settings.cutStepMm),
    };
  });
}
