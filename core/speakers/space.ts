import { channelsOfOutput, membersOf, speakersOf, type Wiring } from '../job/circuit';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { controlOf, heardOutputs, inputsOf, sourcesOf } from '../connections/signal';
import { ownWiring } from '../connections/wiring';
import { MOST, type Bar } from './bars';
import {
  driven,
  heardAt,
  loadOf,
  nominalOf,
  speakerFacts,
  type LeadOhm,
  type Load,
  type SpeakerFacts,
} from './circuits';
import { outputVolts } from './load';
import { outputsOf, type Output } from './outputs';
import { heardWith, jointsOf, misfitOf, sitsFront, stepOf } from './rank';
import { treesOf, type Tree } from './trees';
import { contentHash } from '../document/hash';

/** Outputs that are all alike to a group: one source, one side. */
export interface Class {
  readonly outputs: readonly Output[];
  /** Seats there are: front, rear, neither. */
  readonly seats: readonly [front: number, rear: number, neither: number];
  /** A bridged pair takes a channel of each of these, in the seat named. */
  readonly takes: readonly { readonly of: number; readonly seat: 0 | 1 | 2 }[];
  readonly source: number;
  readonly channels: number;
}

/** One group of speakers on one class of outputs, wired one way. */
export interface Option {
  readonly mask: number;
  readonly class: number;
  readonly wiring: Wiring;
  readonly positions: Readonly<Record<string, string | null>>;
  readonly levels: readonly { readonly key: number; readonly speaker: number; readonly level: number }[];
  readonly misfit: number;
  readonly joints: number;
  /** How its speakers sit: 0 front, 1 rear, 2 of no account, 3 both. */
  readonly sits: 0 | 1 | 2 | 3;
  /** Setting of its filter it wants. */
  readonly setting: string;
}

/** Larger than any level, dB. */
export const FAR = 1e6;

/** Above this the groups alone are too many to list. */
const MOST_SPEAKERS = 24;

export interface Space {
  readonly speakers: readonly string[];
  readonly classes: readonly Class[];
  /** Options by the first of their speakers, kindest first. */
  readonly byFirst: readonly (readonly Option[])[];
  readonly keys: readonly string[];
  /** For each speaker: levels it can come to, in order, and the least misfit of any option. */
  readonly kindest: readonly {
    readonly key: number | undefined;
    readonly levels: readonly number[];
    readonly least: number;
    readonly joints: number;
  }[];
  readonly most: number;
  /** A line control turns two channels at once, so seats must be given out with it in mind. */
  readonly controlled: boolean;
  readonly models: readonly string[];
  /** Every group that is allowed is in it. */
  readonly whole: boolean;
  /** Channels of one filter may carry one band only. */
  readonly filters: boolean;
}

/** What every search for a wiring stands on. */
export interface Ground {
  readonly speakers: readonly string[];
  /** Outputs that may be used. */
  readonly open: readonly Output[];
  readonly bassChannels: ReadonlySet<string>;
  readonly pins: ReadonlyMap<string, string>;
  readonly facts: ReadonlyMap<string, SpeakerFacts>;
  readonly modelOf: (speaker: string) => string;
  readonly sideOf: (speaker: string) => Output['side'];
  readonly frontOf: (speaker: string) => boolean | undefined;
  /** Speakers whose levels are compared. */
  readonly keyOf: (speaker: string) => string;
  readonly most: number;
}

/** Speakers, outputs and what bars them, for any search. Throws RangeError on more than 24 speakers. */
export function groundOf(job: Job, bars: ReadonlySet<Bar>): Ground {
  const speakers = Object.entries(job.gear).flatMap(([id, { item, place, there }]) =>
    item.kind === 'speaker' && place !== null && there !== 'out' ? [id] : [],
  );
  if (speakers.length > MOST_SPEAKERS)
    throw new RangeError(
      `${speakers.length} speakers are more than the ${MOST_SPEAKERS} a search can weigh; wire some by hand`,
    );
  const inputs = inputsOf(job);
  const heard = heardOutputs(inputs);
  const bassChannels = new Set(inputs.filter(({ bass }) => bass).flatMap(({ channels }) => channels));
  const open = sourcesOf(job)
    .filter(([, item]) => !(bars.has('amplifiersOnly') && item.kind === 'headUnit'))
    .flatMap(([id, item]) => outputsOf(id, item))
    .filter((output) => {
      const channels = channelsOfOutput(output.key);
      if (channels.some((channel) => heard.has(channel))) return false;
      if (output.bridged && bars.has('unbridged')) return false;
      return !(bars.has('reserved') && channels.some((channel) => Object.hasOwn(job.reserved, channel)));
    });
  const pins = new Map(
    bars.has('pinned') ? speakers.flatMap((id) => (job.speakers[id]?.pin ? [[id, job.speakers[id].pin]] : [])) : [],
  );
  const facts = speakerFacts(job);
  const { places } = craftOf(job);
  const models = new Map(speakers.map((id) => [id, contentHash([facts.get(id)!.item.id, facts.get(id)!.coils])]));
  return {
    speakers,
    open,
    bassChannels,
    pins,
    facts,
    modelOf: (id) => models.get(id)!,
    sideOf: (id) => {
      const { zone, item } = facts.get(id)!;
      const y = places[job.gear[id]!.place!]!.at[1];
      return zone.mono || item.band === 'bass' || y === 0 ? undefined : y > 0 ? 'left' : 'right';
    },
    frontOf: (id) => sitsFront(job, id),
    keyOf: (id) => heardWith({ zone: facts.get(id)!.zone.id, item: facts.get(id)!.item }),
    most: bars.has('most') ? job.wiringRules.most : MOST,
  };
}

/** Everything a wiring can be made of, by the bars that stand. */
export function spaceOf(job: Job, ground: Ground, bars: ReadonlySet<Bar>, leadOhm: LeadOhm): Space {
  const { speakers, open, bassChannels, pins, facts, modelOf, sideOf, most } = ground;
  const classes = classesOf(open, new Set(pins.values()), bassChannels);
  const models = speakers.map(modelOf);
  const sides = speakers.map(sideOf);
  const keyList: string[] = [];
  const keyOf = (gear: string) => {
    const key = ground.keyOf(gear);
    if (!keyList.includes(key)) keyList.push(key);
    return keyList.indexOf(key);
  };
  const heardAs = speakers.map(keyOf);

  // What a group comes to on a source's leads is the same on every output of it: computed once.
  const ways = new Map<string, Way[]>();
  const waysOn = (source: number, sourceId: string, ids: readonly string[]): Way[] => {
    const key = `${source} ${ids.join(' ')}`;
    let known = ways.get(key);
    if (!known) {
      known = wayList(job, ids, facts, (gear) => leadOhm(sourceId, gear), modelOf);
      ways.set(key, known);
    }
    return known;
  };

  const list: Option[] = [];
  const groups = subsets(speakers.length, largestGroup(speakers.length, most, classes.length)).filter((group) => {
    const zones = new Set(group.map((s) => facts.get(speakers[s]!)!.zone.id));
    return !(bars.has('zones') && zones.size > 1);
  });
  classes.forEach((place, c) => {
    const output = place.outputs[0]!;
    const canHold = speakers.map((id, s) => {
      if (pins.has(id) && !place.outputs.some(({ key }) => key === pins.get(id))) return false;
      return !(bars.has('sides') && sides[s] !== undefined && output.side !== sides[s]);
    });
    for (const group of groups) {
      if (!group.every((s) => canHold[s])) continue;
      const ids = group.map((s) => speakers[s]!);
      const band = bandsFit(ids, facts, output, bassChannels);
      if (bars.has('band') && !band) continue;
      for (const { load, positions, joints, unlike, sits } of waysOn(place.source, output.source, ids)) {
        if (unlike && bars.has('alike')) continue;
        if (bars.has('minimum') && outputVolts(output, load.nominalOhm) === undefined) continue;
        const volts = driven(output, load, true);
        const shares = load.speakers.map(({ gear, facts: own, siemens }) => {
          const watts = siemens * volts * volts;
          return { gear, level: heardAt(own, watts), misfit: misfitOf({ rmsRatio: watts / own.item.rmsWatts }) };
        });
        list.push({
          mask: group.reduce((mask, s) => mask | (1 << s), 0),
          class: c,
          wiring: load.wiring,
          positions,
          levels: shares.flatMap(({ gear, level }) => {
            const speaker = speakers.indexOf(gear);
            return level === undefined ? [] : [{ key: heardAs[speaker]!, speaker, level }];
          }),
          misfit: Math.max(...shares.map(({ misfit }) => misfit)),
          joints,
          sits,
          setting: settingOf(ids, facts),
        });
      }
    }
  });
  const kindest = speakers.map((_, s) => {
    const own = list.filter(({ mask }) => mask & (1 << s));
    const levels: number[] = [];
    for (const option of own) for (const l of option.levels) if (l.speaker === s) levels.push(l.level);
    return {
      key: levels.length ? heardAs[s]! : undefined,
      levels: [...new Set(levels)].sort((a, b) => a - b),
      least: own.reduce((least, { misfit }) => Math.min(least, misfit), FAR),
      joints: own.reduce((least, { joints, mask }) => Math.min(least, joints / bitCount(mask)), FAR),
    };
  });
  const byFirst = speakers.map((_, s) =>
    list
      .filter(({ mask }) => 31 - Math.clz32(mask & -mask) === s)
      .sort((a, b) => stepOf(a.misfit) - stepOf(b.misfit) || a.joints - b.joints || a.misfit - b.misfit),
  );
  return {
    speakers,
    classes,
    byFirst,
    keys: keyList,
    kindest,
    most,
    controlled: speakers.some((id) => controlOf(job, id, 'line') !== undefined),
    models,
    filters: bars.has('filters'),
    whole: largestGroup(speakers.length, most, classes.length) === Math.min(most, MOST),
  };
}

function classesOf(open: readonly Output[], pinned: ReadonlySet<string>, bass: ReadonlySet<string>): Class[] {
  const seatOf = ({ front }: Output): 0 | 1 | 2 => (front === undefined ? 2 : front ? 0 : 1);
  const singles = new Map<string, Output[]>();
  const nameOf = (output: Output) =>
    pinned.has(output.key) ? output.key : `${output.source} ${output.side ?? ''} ${bass.has(output.key) ? 'bass' : ''}`;
  for (const output of open)
    if (!output.bridged) singles.set(nameOf(output), [...(singles.get(nameOf(output)) ?? []), output]);
  const order = [...singles.values()];
  const sources = [...new Set(open.map(({ source }) => source))];
  const seats = (outputs: readonly Output[]) =>
    [0, 1, 2].map((seat) => outputs.filter((o) => seatOf(o) === seat).length) as [number, number, number];
  const own = order.map((outputs): Class => ({
    outputs,
    seats: seats(outputs),
    takes: [],
    source: sources.indexOf(outputs[0]!.source),
    channels: 1,
  }));
  const bridged = open.flatMap((output): Class[] => {
    if (!output.bridged) return [];
    const takes = channelsOfOutput(output.key).map((channel) => {
      const of = order.findIndex((outputs) => outputs.some(({ key }) => key === channel));
      return { of, seat: seatOf(order[of]?.find(({ key }) => key === channel) ?? output) };
    });
    if (takes.some(({ of }) => of < 0)) return [];
    return [{ outputs: [output], seats: seats([output]), takes, source: sources.indexOf(output.source), channels: 2 }];
  });
  return [...own, ...bridged];
}

/** Wirings of one group by its size: the series-parallel trees (OEIS A006351). */
const TREES = [0, 1, 2, 8, 52] as const;
/** Wirings that can be listed in a second or two. */
const MOST_OPTIONS = 60_000;

/** The largest group whose wirings can all be listed; 1 at least. */
export function largestGroup(speakers: number, most: number, classes: number): number {
  let ways = 1;
  let options = 0;
  for (let size = 1; size <= most; size++) {
    ways = (ways * (speakers - size + 1)) / size;
    options += ways * TREES[size]! * classes;
    if (size > 1 && options > MOST_OPTIONS) return size - 1;
  }
  return most;
}

/** Groups of one to `most` out of `count`. */
function subsets(count: number, most: number): number[][] {
  const all: number[][] = [];
  const grow = (from: number, group: number[]) => {
    if (group.length) all.push(group);
    if (group.length < most) for (let s = from; s < count; s++) grow(s + 1, [...group, s]);
  };
  grow(0, []);
  return all;
}

const bitCount = (mask: number): number => {
  let count = 0;
  for (let m = mask; m; m &= m - 1) count++;
  return count;
};

/** What a wiring must be to be gone into. */
interface Worth {
  /** Unlike speakers may be in series. */
  readonly unlike: boolean;
  /** The least load of all its outputs, Ω; 0 where none bars. */
  readonly leastOhm: number;
}

/** What is worth wiring on a source: not below the least load of all its outputs, nor unlike in series where that is barred. */
export function worthOn(open: readonly Output[], source: string, bars: ReadonlySet<Bar>): Worth {
  const least = open.reduce((ohm, output) => (output.source === source ? Math.min(ohm, output.minOhm) : ohm), FAR);
  return { unlike: !bars.has('alike'), leastOhm: bars.has('minimum') ? least - 1e-9 : 0 };
}

/** What the filter of an output is set to for these: all of it for full range and whole sets, else their band. */
export const settingOf = (ids: readonly string[], facts: ReadonlyMap<string, SpeakerFacts>): string =>
  isSet(ids, facts) ? 'full' : facts.get(ids[0]!)!.item.band;

/** Whether an output can give these speakers their part of the sound and no other. */
export function bandsFit(
  ids: readonly string[],
  facts: ReadonlyMap<string, SpeakerFacts>,
  output: Output,
  bassChannels: ReadonlySet<string>,
): boolean {
  const bands = new Set(ids.map((id) => facts.get(id)!.item.band));
  const bass = channelsOfOutput(output.key).some((channel) => bassChannels.has(channel));
  if (isSet(ids, facts)) return !bass;
  if (bands.size > 1) return false;
  const [band] = bands;
  if (band === 'full') return !bass;
  return band === 'bass' ? bass || output.item.bank.filters : output.item.bank.filters && !bass;
}

/** A woofer and a tweeter that come with one crossover. */
function isSet(ids: readonly string[], facts: ReadonlyMap<string, SpeakerFacts>): boolean {
  const items = ids.map((id) => facts.get(id)!.item);
  return (
    items.length === 2 &&
    items.some(({ band }) => band === 'middle') &&
    items.some(({ band }) => band === 'treble') &&
    items.every(({ splitHz }) => splitHz !== null && splitHz === items[0]!.splitHz)
  );
}

/** One way to wire a group, whichever output it is on. */
export interface Way {
  readonly load: Load;
  readonly positions: Readonly<Record<string, string | null>>;
  readonly joints: number;
  readonly unlike: boolean;
  readonly sits: Option['sits'];
}

const SPLIT: Tree = { wire: (members) => ({ split: [...members] }), serial: [] };

export function wayList(
  job: Job,
  ids: readonly string[],
  facts: ReadonlyMap<string, SpeakerFacts>,
  leadOhm: (gear: string) => number,
  modelOf: (id: string) => string,
  worth: Worth = { unlike: true, leastOhm: 0 },
): Way[] {
  const forms = ids.map((id) => {
    const { item } = facts.get(id)!;
    const own = item.coils.length > 1 ? (['series', 'parallel'] as const) : (['series'] as const);
    const now = job.speakers[id]?.position ?? null;
    const positions = [null, ...item.positions.map(({ name }) => name)];
    return positions.flatMap((position) =>
      own.map((coils) => ({ id, wiring: ownWiring(id, item, coils), position, moved: position !== now })),
    );
  });
  const sets = forms.reduce<(typeof forms)[number][]>(
    (all, own) => all.flatMap((chosen) => own.map((form) => [...chosen, form])),
    [[]],
  );
  const seats = new Set(ids.map((id) => sitsFront(job, id)).filter((seat) => seat !== undefined));
  const sits = seats.size === 2 ? 3 : seats.has(true) ? 0 : seats.has(false) ? 1 : 2;
  const seen = new Set<string>();
  const models = ids.map(modelOf);
  const isMixed = (mask: number) => new Set(models.filter((_, i) => mask & (1 << i))).size > 1;
  return sets.flatMap((chosen): Way[] => {
    const moved = chosen.filter((form) => form.moved);
    const positions = Object.fromEntries(moved.map(({ id, position }) => [id, position]));
    const own = moved.length ? withPositions(facts, positions) : facts;
    const leaves = chosen.map(({ wiring }) => wiring);
    const trees: readonly Tree[] = isSet(ids, facts) ? [SPLIT] : treesOf(leaves.length);
    return trees.flatMap((tree): Way[] => {
      const unlike = tree.serial.some(isMixed);
      if (unlike && !worth.unlike) return [];
      const wiring = tree.wire(leaves);
      if (worth.leastOhm > 0 && nominalOf(wiring, own) < worth.leastOhm) return [];
      const load = loadOf(wiring, own, leadOhm);
      const joints = jointsOf({ wiring });
      // Wirings that come to the same for every speaker and for the output are one.
      const outcome = `${joints} ${unlike} ${load.nominalOhm.toPrecision(9)} ${load.speakers
        .map(({ gear, siemens }) => `${gear}:${siemens.toPrecision(9)}`)
        .sort()
        .join()}`;
      if (seen.has(outcome)) return [];
      seen.add(outcome);
      return [{ load, positions, joints, unlike, sits }];
    });
  });
}

function withPositions(
  facts: ReadonlyMap<string, SpeakerFacts>,
  positions: Readonly<Record<string, string | null>>,
): ReadonlyMap<string, SpeakerFacts> {
  const next = new Map(facts);
  for (const [id, position] of Object.entries(positions)) {
    const known = facts.get(id)!;
    next.set(id, { ...known, coils: known.item.positions.find((p) => p.name === position)?.coils ?? known.item.coils });
  }
  return next;
}

/** Whether somewhere in a wiring speakers of two models carry the same current. */
export function unlikeInSeries(wiring: Wiring, modelOf: (speaker: string) => string): boolean {
  if ('coil' in wiring) return false;
  if ('series' in wiring && new Set(speakersOf(wiring).map(modelOf)).size > 1) return true;
  return membersOf(wiring).some((member) => unlikeInSeries(member, modelOf));
}
