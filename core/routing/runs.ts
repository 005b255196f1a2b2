import { setOf } from '../job/parts/overrules';
import { circuitOf } from '../connections/feeding';
import { endPlace, type Run, type RunNeed, type Way } from '../connections/runs';
import { craftOf, foundCraft } from '../craft/own';
import type { Job } from '../job/job';
import { roundUpTo } from '../units/figures';
import type { Vec3 } from '../units/vectors';
import { taken } from '../job/choices';
import { cheapestRoute, layRoutes, type Access } from './access';
import { craftMap, wayAlong, wayPoints, type CraftMap } from './graph';
import type { Fitted } from '../panels/fitted';
import { endsMm, leadEnd } from './tail';

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

/** How a lead that lies there may run: as a person says, else as it would be laid by itself. */
function oldWay(
  access: Access,
  { fromPlace, toPlace, conductors }: Pick<Run, 'fromPlace' | 'toPlace' | 'conductors'>,
  pin: readonly string[] | undefined,
): Way | undefined {
  if (fromPlace === undefined || toPlace === undefined) return undefined;
  return (
    (pin && wayAlong(access.map, fromPlace, toPlace, pin)) ??
    cheapestRoute(access, fromPlace, toPlace, conductors.length, {})?.way
  );
}

/** Whether a run begins at a circuit somebody has found: it is spliced where that is, with nothing to lay aside there. */
const isTapped = (job: Job, end: string): boolean =>
  end === 'switched'
    ? job.turnOn.source !== null && job.craft.existing[job.turnOn.source]!.place !== null
    : circuitOf(job, end) !== undefined;

/** Whether a link ends where the craft has its own plug, which stays where it is. */
const isPlugOf = ({ gear, craft }: Job, { kind }: RunNeed, end: string): boolean =>
  kind === 'link' && !Object.hasOwn(gear, end) && Object.hasOwn(foundCraft({ craft }).places, end);

/** The points of a way, its ends twice where a joint needs what it needs from there on. */
function fixed({ legs }: CraftMap, way: Way, points: readonly Vec3[]): readonly Vec3[] {
  const isJoint = (leg: string | undefined) => leg !== undefined && legs[leg]!.need !== undefined;
  return [
    ...(isJoint(way.legs[0]) ? [points[0]!] : []),
    ...points,
    ...(isJoint(way.legs.at(-1)) ? [points.at(-1)!] : []),
  ];
}

/**
 * All runs that are needed, with their routes and lengths: pinned where the job says so, else what costs least in minutes of covers,
 * fishing and metres of wire, covers that gear or other runs need anyway being free. What lies there opens nothing and
 * is not cut: where it runs is not known, and shown as it would be laid. Gear that is fitted is reached
 * where its leads are; of what is there already nobody has said where that is.
 */
export function planRuns(job: Job, needed: readonly RunNeed[], mounts: Readonly<Record<string, Fitted>>): Run[] {
  const access = accessOf(job);
  const { pattern, map } = access;
  const { places } = pattern;
  const needs = needed.map((need) => ({
    ...need,
    fromPlace: endPlace(job, need.from, need.to),
    toPlace: endPlace(job, need.to, need.from),
  }));
  const ready = needs.filter(({ fromPlace, toPlace, old }) => !old && fromPlace !== undefined && toPlace !== undefined);
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
  const ends = new Map(Object.entries(mounts).map(([id, fitted]) => [id, leadEnd(job.gear[id]!.item, fitted)]));
  return needs.map((need) => {
    const { fromPlace, toPlace } = need;
    const pin = setOf(job, 'way', need.id);
    const at = ready.indexOf(need);
    const route = at < 0 ? undefined : routes[at];
    const way = need.old ? oldWay(access, need, pin) : route?.way;
    const along = pin !== undefined && way?.legs.join() === pin.join();
    const allowanceMm =
      way && !need.old
        ? (isTapped(job, need.from) || isPlugOf(job, need, need.from) ? 0 : (places[fromPlace!]?.allowanceMm ?? 0)) +
          (isPlugOf(job, need, need.to) ? 0 : (places[toPlace!]?.allowanceMm ?? 0)) +
          // A made lead needs nothing for its terminals.
          (need.kind === 'link' ? 0 : 2 * job.settings.terminalAllowanceMm)
        : 0;
    const points = way ? wayPoints(map, way) : [];
    const plugsMm = way && !need.old ? endsMm(fixed(map, way, points), ends.get(need.from), ends.get(need.to)) : 0;
    return {
      ...need,
      way,
      fished: route?.fished ?? [],
      pinned: along,
      pinBroken: pin !== undefined && (at >= 0 || need.old) && !along,
      points,
      layMm: way?.lengthMm ?? 0,
      plugsMm,
      allowanceMm,
      // A made lead is as long as it is: nothing is cut in steps.
      cutMm:
        way && !need.old
          ? roundUpTo(way.lengthMm + plugsMm + allowanceMm, need.kind === 'link' ? 1 : job.settings.cutStepMm)
          : 0,
    };
  });
}
