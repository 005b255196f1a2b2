import { setOf } from '../job/parts/overrules';
import { endPlace, neededRuns, type Run } from '../connections/runs';
import { craftOf, type Job } from '../job/job';
import { roundUpTo } from '../units/figures';
import { taken } from '../job/choices';
import { layRoutes, type Access } from './access';
import { craftMap, wayPoints } from './graph';

/** How this job's runs get at their legs. */
export function accessOf(job: Job): Access {
  const pattern = craftOf(job);
  const { labourAnHour, wireAMetre } = job.settings;
  return {
    pattern,
    map: craftMap(pattern),
    school: taken(job.choices, 'access'),
    minutesAMetre: (60 * wireAMetre) / labourAnHour,
  };
}

/**
 * All runs with their routes and lengths: pinned where the job says so, else what costs least in minutes of covers,
 * fishing and metres of wire, covers that gear or other runs need anyway being free.
 */
export function planRuns(job: Job): Run[] {
  const access = accessOf(job);
  const { pattern, map } = access;
  const { places } = pattern;
  const needs = neededRuns(job).map((need) => ({
    ...need,
    fromPlace: endPlace(job, need.from, need.to),
    toPlace: endPlace(job, need.to, need.from),
  }));
  const ready = needs.filter(({ fromPlace, toPlace }) => fromPlace !== undefined && toPlace !== undefined);
  const fresh = Object.values(job.gear).flatMap(({ place, there }) =>
    there === null && place !== null ? [place] : [],
  );
  const routes = layRoutes(
    access,
    ready.map(({ id, fromPlace, toPlace, conductors }) => ({
      from: fromPlace!,
      to: toPlace!,
      conductors: conductors.length,
      pin: setOf(job, 'way', id),
    })),
    [...fresh, ...ready.flatMap(({ fromPlace, toPlace }) => [fromPlace!, toPlace!])].map((id) => places[id]!.covers),
  );
  return needs.map((need) => {
    const { fromPlace, toPlace } = need;
    const pin = setOf(job, 'way', need.id);
    const at = ready.indexOf(need);
    const route = at < 0 ? undefined : routes[at];
    const way = route?.way;
    const along = pin !== undefined && way?.legs.join() === pin.join();
    const allowanceMm = way
      ? (places[fromPlace!]?.allowanceMm ?? 0) +
        (places[toPlace!]?.allowanceMm ?? 0) +
        2 * job.settings.terminalAllowanceMm
      : 0;
    return {
      ...need,
      way,
      fished: route?.fished ?? [],
      pinned: along,
      pinBroken: pin !== undefined && at >= 0 && !along,
      points: way ? wayPoints(map, way) : [],
      layMm: way?.lengthMm ?? 0,
      allowanceMm,
      cutMm: way ? roundUpTo(way.lengthMm + allowanceMm, job.settings.cutStepMm) : 0,
    };
  });
}
