import { craftOf, type Job } from '../job/job';
import { speakersOf } from '../job/circuit';
import { FRAME, commonPoint, fedOf, feederOf, gathersReturns, returnRun } from '../job/feeding';
import { isPowered, type GearItem } from '../gear/gear';
import { controlOf, inputsOf, leadHeadUnit, sourcesOf, triggerOf, wakeOf } from '../job/signal';
import { LEAD_COLOUR, SPEAKER_COLOUR, type Insulated } from '../tables/colours';
import { roundUpTo } from '../units/figures';
import type { Vec3 } from '../units/vectors';
import { taken } from '../job/choices';
import { layRoutes, type Access } from './access';
import { craftMap, wayPoints, type Way } from './graph';

export type RunKind = 'feed' | 'return' | 'switched' | 'turnOn' | 'line' | 'speaker';

export interface Conductor {
  readonly colour: Insulated;
  readonly use: string;
}

export interface RunNeed {
  /** kind:from>to, from and to being gear or battery ids, or `switched`, `frame`. */
  readonly id: string;
  readonly kind: RunKind;
  readonly from: string;
  readonly to: string;
  readonly conductors: readonly Conductor[];
}

export interface Run extends RunNeed {
  readonly fromPlace: string | undefined;
  readonly toPlace: string | undefined;
  /** Undefined when an end has no place, or no way leads there. */
  readonly way: Way | undefined;
  /** Legs of it that are fished, their covers staying on. */
  readonly fished: readonly string[];
  readonly pinned: boolean;
  /** The pinned way no longer leads there and the cheapest is used in its stead. */
  readonly pinBroken: boolean;
  readonly points: readonly Vec3[];
  /** Along legs and joints, mm. */
  readonly layMm: number;
  /** Left at both ends so that the gear can be worked on, mm. */
  readonly allowanceMm: number;
  /** What to cut, mm, rounded up to the workshop's step. */
  readonly cutMm: number;
}

export const RUN_KIND_NAMES: Record<RunKind, string> = {
  feed: 'Feed',
  return: 'Return',
  switched: 'Switched lead',
  turnOn: 'Turn-on lead',
  line: 'Line lead',
  speaker: 'Speaker lead',
};

/** Every run this job's gear and circuits call for. */
export function neededRuns(job: Job): RunNeed[] {
  const needs = new Map<string, RunNeed & { readonly conductors: Conductor[] }>();
  const add = (kind: RunKind, from: string, to: string, conductors: readonly Conductor[]) => {
    const id = `${kind}:${from}>${to}`;
    const there = needs.get(id);
    if (there) there.conductors.push(...conductors);
    else needs.set(id, { id, kind, from, to, conductors: [...conductors] });
  };
  const head = leadHeadUnit(job);
  const common = commonPoint(job);
  const inputs = inputsOf(job);

  const { through, joined } = job.turnOn;
  for (const [id, item] of fedOf(job)) {
    // Gear the craft has already keeps the feed it has.
    const colour = item.kind === 'headUnit' ? LEAD_COLOUR.constant : LEAD_COLOUR.feed;
    add('feed', feederOf(job, id), id, [
      { colour, use: item.kind === 'headUnit' && joined ? 'constant and switched +' : 'constant +' },
    ]);
    // A block without a return bus has nothing to bring home.
    if (item.kind !== 'block' || gathersReturns(item)) {
      const home = returnRun(job, id, common);
      add('return', home.slice(home.indexOf(':') + 1, home.indexOf('>')), id, [
        { colour: LEAD_COLOUR.ground, use: common === id ? 'common return −' : 'return −' },
      ]);
    }
    const switched =
      item.kind === 'headUnit'
        ? !joined
        : item.kind === 'amplifier'
          ? wakeOf(job, id) === 'switched'
          : triggerOf(job, id) === 'switched';
    if (switched) add('switched', 'switched', id, [{ colour: LEAD_COLOUR.switched, use: 'switched +' }]);
  }
  // A relay or module that stands in the turn-on lead has its run with what it turns on.
  for (const [id, item] of fedOf(job))
    if (head !== undefined && !isPowered(item) && triggerOf(job, id) === 'head' && id !== through)
      add('turnOn', head, id, [{ colour: LEAD_COLOUR.turnOn, use: 'turn-on' }]);
  for (const [id, item] of sourcesOf(job)) {
    if (item.kind === 'amplifier' && head !== undefined && wakeOf(job, id) === 'head') {
      const wakes: Conductor[] = [{ colour: LEAD_COLOUR.turnOn, use: 'turn-on' }];
      if (through === null) add('turnOn', head, id, wakes);
      else {
        if (!needs.has(`turnOn:${head}>${through}`)) add('turnOn', head, through, wakes);
        add('turnOn', through, id, wakes);
      }
    }
    inputs
      .filter((input) => input.amplifier === id)
      .forEach((input, i) => {
        const use = `line pair ${i + 1}, screened`;
        if (input.kind === 'speaker')
          for (const output of input.outputs) add('speaker', input.head, id, pairOf(job, output));
        else add('line', input.from, id, [{ colour: LEAD_COLOUR.line, use }]);
      });
  }
  for (const { from, head: source } of inputs)
    if (from !== source && !needs.has(`line:${source}>${from}`))
      add('line', source, from, [{ colour: LEAD_COLOUR.line, use: 'line pair 1, screened' }]);

  for (const [key, wiring] of Object.entries(job.circuits)) {
    const [source] = key.split('/') as [string, string];
    if (job.gear[source]?.there === 'bypassed') continue;
    const pair = pairOf(job, key);
    const viaControl = new Set<string>();
    for (const speaker of speakersOf(wiring)) {
      if ((job.speakers[speaker]?.oldLeadOhm ?? null) !== null) continue;
      const control = controlOf(job, speaker, 'speaker');
      if (control !== undefined && !viaControl.has(control)) {
        viaControl.add(control);
        add('speaker', source, control, pair);
      }
      add('speaker', control ?? source, speaker, pair);
    }
  }
  return [...needs.values()];
}

/** The two conductors of a speaker lead in its output's colours. */
function pairOf(job: Job, output: string): Conductor[] {
  const [source, ids] = output.split('/') as [string, string];
  const item = job.gear[source]?.item;
  const channels = item && isPowered(item) ? item.bank.channels : [];
  const names = ids.split('+').map((id) => channels.find((c) => c.id === id)?.name ?? id);
  const body = SPEAKER_COLOUR[channels.find((c) => c.id === ids.split('+')[0])?.seat ?? 'mono'];
  // Bridged, the + of the first channel and the − of the second are used.
  return [
    { colour: { body }, use: `${names[0]} +` },
    { colour: { body, stripe: 'black' }, use: `${names.at(-1)} −` },
  ];
}

/** The place of a run's end; a frame return ends beside the gear it comes from. */
function placeOf(job: Job, end: string, other: string): string | undefined {
  if (end === 'switched') return craftOf(job).switchedPlace;
  if (end === FRAME) return placeOf(job, other, end);
  const battery = job.craft.batteries[end];
  if (battery) return battery.place ?? craftOf(job).batteryPlace;
  return job.gear[end]?.place ?? undefined;
}

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
    fromPlace: placeOf(job, need.from, need.to),
    toPlace: placeOf(job, need.to, need.from),
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
      pin: job.ways[id],
    })),
    [...fresh, ...ready.flatMap(({ fromPlace, toPlace }) => [fromPlace!, toPlace!])].map((id) => places[id]!.covers),
  );
  return needs.map((need) => {
    const { fromPlace, toPlace } = need;
    const pin = job.ways[need.id];
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

/** Name of a run's end for a person. */
export function endName(job: Job, end: string, tags: Readonly<Record<string, string>>): string {
  if (end === FRAME) return 'Frame';
  const battery = job.craft.batteries[end];
  if (battery) return battery.name;
  if (end === 'switched') return job.craft.pattern.places[job.craft.pattern.switchedPlace]!.name;
  const item: GearItem | undefined = job.gear[end]?.item;
  return item ? `${tags[end] ?? ''} ${item.name}`.trim() : end;
}
