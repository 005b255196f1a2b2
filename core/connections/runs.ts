import { isPowered } from '../gear/gear';
import { PORT_KINDS } from '../gear/ports';
import { speakersOf } from '../job/circuit';
import { craftOf, foundCraft } from '../craft/own';
import type { Job } from '../job/job';
import { isPlug } from '../job/supply';
import type { Gauge } from '../tables/conductors';
import { LEAD_COLOUR, SPEAKER_COLOUR, type Insulated } from '../tables/colours';
import type { Vec3 } from '../units/vectors';
import { FRAME, circuitOf, commonPoint, fedOf, feederOf, gathersReturns, returnRun } from './feeding';
import { loomLeads, type LoomLead } from './looms';
import { controlOf, inputsOf, leadHeadUnit, sourcesOf, triggerOf, turnedOnBy } from './signal';
import { inUse } from '../job/parts/gear';

export type RunKind = 'feed' | 'return' | 'switched' | 'turnOn' | 'line' | 'speaker' | 'link';

export interface Conductor {
  readonly colour: Insulated;
  readonly use: string;
}

export interface RunNeed {
  /** kind:from>to, from and to being ids of gear, batteries or circuits of the craft, or `switched`, `frame`. */
  readonly id: string;
  readonly kind: RunKind;
  readonly from: string;
  readonly to: string;
  readonly conductors: readonly Conductor[];
  /** It lies there already: only what is new at its ends is joined to it. */
  readonly old: boolean;
  /** It is part of a loom that was bought made: nothing of it is cut, and its ends are plugs. */
  readonly loom: LoomLead | undefined;
}

/** A way along the legs of a craft. */
export interface Way {
  readonly legs: readonly string[];
  /** Nodes passed, one more than legs. */
  readonly nodes: readonly string[];
  readonly lengthMm: number;
}

/** One cable between two ends of a job, as it lies; the same in every chapter. */
export interface Run extends RunNeed {
  readonly fromPlace: string | undefined;
  readonly toPlace: string | undefined;
  /** Undefined when an end has no place, or no way leads there. */
  readonly way: Way | undefined;
  /** Legs of it that are fished, their covers staying on. */
  readonly fished: readonly string[];
  /** Of pulling it along its legs, by their length and what they pass, minutes; 0 of what lies there. */
  readonly alongMin: number;
  readonly pinned: boolean;
  /** The pinned way no longer leads there and the cheapest is used in its stead. */
  readonly pinBroken: boolean;
  readonly points: readonly Vec3[];
  /** Along legs and joints, mm. */
  readonly layMm: number;
  /** What ending at the plugs of gear that is fitted, not in the middle of its place, adds or saves, mm. */
  readonly plugsMm: number;
  /** Left at both ends so that the gear can be worked on, mm. */
  readonly allowanceMm: number;
  /** What to cut, mm, rounded up to the workshop's step; of what is part of a loom as long as that is. */
  readonly cutMm: number;
}

/** What a feed asks of the runs out to its gear and back. */
export interface FeedRun {
  /**
   * Cut lengths out and back, mm: the current runs the whole of what is cut. Back is to what gathers the
   * return; 0 for gear that stands at it, or has none.
   */
  readonly outMm: number;
  readonly backMm: number;
  readonly engineSpace: boolean;
  /** Loaded conductors that lie together where most do, its own among them. */
  readonly together: number;
}

/** The one conductor that brings all returns from the common point to the battery. */
export interface CommonRun {
  /** Its run, and the gear that stands at the common point. */
  readonly run: string;
  readonly gear: string;
  /** Its size, where it is part of a loom. */
  readonly bought?: Gauge | undefined;
  readonly backMm: number;
  readonly engineSpace: boolean;
  readonly together: number;
}

/** How a run is drawn as one line: the body of its first conductor, and the first stripe among them. */
export const shownColour = ({ conductors }: Pick<Run, 'conductors'>): Insulated => ({
  body: conductors[0]!.colour.body,
  stripe: conductors.find(({ colour }) => colour.stripe)?.colour.stripe,
});

const RUN_KIND_NAMES: Record<RunKind, string> = {
  feed: 'Feed',
  return: 'Return',
  switched: 'Switched lead',
  turnOn: 'Turn-on lead',
  line: 'Line lead',
  speaker: 'Speaker lead',
  link: 'Link',
};

/** What a run is, in words: of made leads what they carry. */
export function runWords({ kind, conductors }: Pick<RunNeed, 'kind' | 'conductors'>): string {
  if (kind !== 'link') return RUN_KIND_NAMES[kind];
  const words = [...new Set(conductors.map(({ use }) => use))].join(', ');
  return words[0]!.toUpperCase() + words.slice(1);
}

/** Whether a run was bought made, plugs and all: nothing of it is cut. */
export const isMade = ({ kind, loom }: Pick<RunNeed, 'kind' | 'loom'>): boolean =>
  kind === 'link' || loom !== undefined;

/** Every run this job's gear and circuits call for. */
export function neededRuns(job: Job): RunNeed[] {
  const needs = new Map<string, RunNeed & { readonly conductors: Conductor[] }>();
  const loomed = loomLeads(job);
  const lies = liesThere(job, loomed);
  const add = (kind: RunKind, from: string, to: string, conductors: readonly Conductor[]) => {
    const id = `${kind}:${from}>${to}`;
    const there = needs.get(id);
    if (there) {
      there.conductors.push(...conductors);
      return;
    }
    const old = lies(kind, from, to);
    const loom = old && job.leads[id] === 'old' ? undefined : loomed(kind, from, to);
    needs.set(id, { id, kind, from, to, conductors: [...conductors], old, loom });
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
    // A block without a return bus has nothing to return.
    if (item.kind !== 'block' || gathersReturns(item)) {
      const back = returnRun(job, id, common);
      add('return', back.slice(back.indexOf(':') + 1, back.indexOf('>')), id, [
        { colour: LEAD_COLOUR.ground, use: common === id ? 'common return −' : 'return −' },
      ]);
    }
    const switched =
      item.kind === 'headUnit'
        ? !joined
        : item.kind === 'amplifier'
          ? turnedOnBy(job, id) === 'switched'
          : triggerOf(job, id) === 'switched';
    if (switched) add('switched', 'switched', id, [{ colour: LEAD_COLOUR.switched, use: 'switched +' }]);
  }
  // A relay or module that stands in the turn-on lead has its run with what it turns on.
  for (const [id, item] of fedOf(job))
    if (head !== undefined && !isPowered(item) && triggerOf(job, id) === 'head' && id !== through)
      add('turnOn', head, id, [{ colour: LEAD_COLOUR.turnOn, use: 'turn-on' }]);
  for (const [id, item] of sourcesOf(job)) {
    if (item.kind === 'amplifier' && head !== undefined && turnedOnBy(job, id) === 'head') {
      const lead: Conductor[] = [{ colour: LEAD_COLOUR.turnOn, use: 'turn-on' }];
      if (through === null) add('turnOn', head, id, lead);
      else {
        if (!needs.has(`turnOn:${head}>${through}`)) add('turnOn', head, through, lead);
        add('turnOn', through, id, lead);
      }
    }
    inputs
      .filter((input) => input.amplifier === id)
      .forEach((input, i) => {
        const use = `line-level pair ${i + 1}, screened`;
        if (input.kind === 'speaker')
          for (const output of input.outputs) add('speaker', input.head, id, pairOf(job, output));
        else add('line', input.from, id, [{ colour: LEAD_COLOUR.line, use }]);
      });
  }
  for (const { from, head: source } of inputs)
    if (from !== source && !needs.has(`line:${source}>${from}`))
      add('line', source, from, [{ colour: LEAD_COLOUR.line, use: 'line-level pair 1, screened' }]);

  for (const [key, wiring] of Object.entries(job.circuits)) {
    const [source] = key.split('/') as [string, string];
    if (!inUse(job.gear[source]?.there)) continue;
    const pair = pairOf(job, key);
    const viaControl = new Set<string>();
    for (const speaker of speakersOf(wiring)) {
      const control = controlOf(job, speaker, 'speaker');
      if (control !== undefined && !viaControl.has(control)) {
        viaControl.add(control);
        add('speaker', source, control, pair);
      }
      add('speaker', control ?? source, speaker, pair);
    }
  }
  for (const { kind, from, to } of Object.values(job.links))
    if (isThere(job, from.of) && isThere(job, to.of))
      add('link', from.of, to.of, [{ colour: LINK_COLOUR, use: `${PORT_KINDS[kind]} lead` }]);
  return [...needs.values()];
}
/** Made leads have a jacket, not a colour that says what they do. */
const LINK_COLOUR: Insulated = { body: 'grey' };
/** Whether the end of a link is used once the job is done: gear that is, or something of the craft. */
const isThere = ({ gear }: Job, end: string): boolean => !Object.hasOwn(gear, end) || inUse(gear[end]!.there);

/** What carries sound and signals from gear to gear: of feeds and what is tapped nobody knows what lies there. */
export const MAY_LIE: readonly RunKind[] = ['speaker', 'line', 'turnOn', 'link'];

/**
 * Whether a lead lies there already: as a person says; of a loom only what stands in an old lead; else where an old lead was metered, or leads end at both ends of
 * it already, as they do at gear that is kept and at what takes the place of its like that comes out.
 */
export function liesThere(job: Job, loomed = loomLeads(job)): (kind: RunKind, from: string, to: string) => boolean {
  const { gear, leads, speakers } = job;
  const out = new Set(
    Object.values(gear).flatMap(({ item, place, there }) =>
      there === 'out' && place !== null ? [`${item.kind} ${place}`] : [],
    ),
  );
  const left = (id: string) => {
    const placed = Object.hasOwn(gear, id) ? gear[id]! : undefined;
    if (placed?.there === 'kept') return true;
    return placed?.there === null && out.has(`${placed.item.kind} ${placed.place}`);
  };
  return (kind, from, to) => {
    const loom = loomed(kind, from, to);
    if (!loom && goesIntoPlug(job, kind, from, to)) return true;
    if (!MAY_LIE.includes(kind)) return loom?.inline ?? false;
    const said = `${kind}:${from}>${to}`;
    if (Object.hasOwn(leads, said)) return leads[said] === 'old';
    if (loom) return loom.inline;
    if (kind === 'speaker' && Object.hasOwn(speakers, to) && speakers[to]!.oldLeadOhm !== null) return true;
    return left(from) && left(to);
  };
}

/** Whether gear stands at a plug of the craft that this lead comes from: an adapter joins them, and no wire is cut. */
function goesIntoPlug(job: Job, kind: RunKind, from: string, to: string): boolean {
  const id = kind === 'switched' ? job.turnOn.source : kind === 'feed' || kind === 'return' ? from : null;
  const circuit = id === null ? undefined : kind === 'switched' ? job.craft.existing[id] : circuitOf(job, id);
  return circuit !== undefined && isPlug(circuit) && tappedPlace(job, id) === job.gear[to]?.place;
}

/** Old leads that something new drives, or that were metered: they may share a return. */
export function oldSpeakerLeads(job: Job): { readonly speaker: string; readonly run: string }[] {
  const lies = liesThere(job);
  return Object.entries(job.circuits).flatMap(([output, wiring]) => {
    const [source] = output.split('/') as [string, string];
    if (!inUse(job.gear[source]?.there)) return [];
    return speakersOf(wiring).flatMap((speaker) => {
      const from = controlOf(job, speaker, 'speaker') ?? source;
      const asked = job.gear[source]!.there === null || (job.speakers[speaker]?.oldLeadOhm ?? null) !== null;
      return asked && lies('speaker', from, speaker) ? [{ speaker, run: `speaker:${from}>${speaker}` }] : [];
    });
  });
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
export function endPlace(job: Job, end: string, other: string): string | undefined {
  if (end === 'switched') return tappedPlace(job, job.turnOn.source);
  if (end === FRAME) return endPlace(job, other, end);
  const battery = job.craft.batteries[end];
  if (battery) return battery.place ?? craftOf(job).batteryPlace;
  if (circuitOf(job, end)) return tappedPlace(job, end);
  if (Object.hasOwn(job.gear, end)) return job.gear[end]!.place ?? undefined;
  // A link goes to where the craft has its own plug.
  return Object.hasOwn(foundCraft(job).places, end) ? end : undefined;
}

/** Where a circuit of the craft is got at: where somebody found it, else where the pattern has its switched circuit. */
const tappedPlace = (job: Job, circuit: string | null): string =>
  (circuit === null ? undefined : job.craft.existing[circuit]?.place) ?? craftOf(job).switchedPlace;

/** How an end is named: in full; in full within a sentence; within one by its mark on the drawing, where it has one. */
export type EndWords = 'full' | 'within' | 'mark';

/** Name of a run's end for a person. `tags` are the gear's marks on the drawing. */
export function endName(
  job: Job,
  end: string,
  tags: Readonly<Record<string, string>>,
  words: EndWords = 'full',
): string {
  const item = job.gear[end]?.item;
  if (item) return words === 'mark' ? (tags[end] ?? item.name) : `${tags[end] ?? ''} ${item.name}`.trim();
  const name = fixedName(job, end, words);
  // Words that are written in capitals stay so.
  return words !== 'full' && /^\p{Lu}\p{Ll}/u.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name;
}

/** Name of an end that is no gear; its id where the job has no such end any more. */
function fixedName(job: Job, end: string, words: EndWords): string {
  const { batteries } = job.craft;
  const { places } = foundCraft(job);
  if (end === FRAME) return 'Frame';
  if (end === 'switched') return words === 'mark' ? 'Accessory' : places[tappedPlace(job, job.turnOn.source)]!.name;
  const circuit = circuitOf(job, end);
  if (circuit) return circuit.name;
  if (Object.hasOwn(batteries, end)) return batteries[end]!.name;
  return Object.hasOwn(places, end) ? places[end]!.name : end;
}
