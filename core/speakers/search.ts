import { contentHash } from '../gear/hash';
import { channelsOfOutput, membersOf, speakersOf, type Wiring } from '../job/circuit';
import { craftOf, type Job } from '../job/job';
import { controlOf, heardOutputs, inputsOf, sourcesOf } from '../job/signal';
import { ownWiring } from '../job/wiring';
import {
  driven,
  heardAt,
  loadOf,
  planCircuit,
  speakerFacts,
  type Circuit,
  type LeadOhm,
  type Load,
  type SpeakerFacts,
} from './circuits';
import { outputVolts } from './load';
import { outputsOf, type Output } from './outputs';
import { bandOf, compareRanks, heardWith, jointsOf, misfitOf, ranked, sitsFront, swapped, type Rank } from './rank';
import { seriesParallel } from './trees';

/** Each thing a wiring is barred for. The first two no job can let go. */
export const BARS = {
  minimum: 'a load below the least its output allows',
  band: 'a band on an output that cannot keep to it',
  sides: 'left and right on one output',
  zones: 'two zones on one output',
  alike: 'unlike speakers in series',
  unbridged: 'bridged channels',
  amplifiersOnly: 'the head unit’s own outputs',
  reserved: 'a channel kept for later',
  pinned: 'a speaker taken off the output it is pinned to',
  most: 'more speakers on one output than are allowed',
} as const;
export type Bar = keyof typeof BARS;
export const BAR_IDS = Object.keys(BARS) as Bar[];

/** The bars that stand in this job. */
export function barsOf(job: Job): Bar[] {
  const { wiringRules: rules } = job;
  const chosen = {
    sides: rules.sides,
    zones: rules.zones && Object.keys(job.zones).length > 0,
    alike: rules.alike,
    unbridged: rules.unbridged,
    amplifiersOnly: rules.amplifiersOnly,
    reserved: Object.keys(job.reserved).length > 0,
    pinned: Object.values(job.speakers).some(({ pin }) => pin !== null),
    most: rules.most < MOST,
    minimum: true,
    band: true,
  } satisfies Record<Bar, boolean>;
  return BAR_IDS.filter((bar) => chosen[bar]);
}

/** More than this on one output and the wirings of one group alone run to thousands. */
const MOST = 4;

export interface Found {
  readonly circuits: readonly Circuit[];
  /** Load selector positions it wants, where they are not what the job has. */
  readonly positions: Readonly<Record<string, string | null>>;
  readonly rank: Rank;
}

export interface SearchResult {
  /** Best first; no two that differ in names alone. */
  readonly best: readonly Found[];
  /** Whole wirings weighed; what a bound cut off is not among them. */
  readonly examined: number;
  /** Branches looked at. */
  readonly steps: number;
  /** Nothing was left out for want of steps. */
  readonly proven: boolean;
  /** No wiring of this job can rank better than this. */
  readonly bound: Rank;
}

export interface SearchOptions {
  /** Best wirings to keep. */
  readonly keep: number;
  /** Branches looked at before it stops and says so. */
  readonly budget: number;
  /** Leave these bars out of it. */
  readonly without?: readonly Bar[];
  /** Only what ranks better than this is of interest. */
  readonly better?: Rank;
  /** Called now and then with the part of the tree that is behind, 0 to 1. */
  readonly onProgress?: (part: number, examined: number) => void;
}

/** Outputs that are all alike to a group: one source, one side. */
interface Class {
  readonly outputs: readonly Output[];
  /** Seats there are: front, rear, neither. */
  readonly seats: readonly [front: number, rear: number, neither: number];
  /** A bridged pair takes a channel of each of these, in the seat named. */
  readonly takes: readonly { readonly of: number; readonly seat: 0 | 1 | 2 }[];
  readonly source: number;
  readonly channels: number;
}

/** One group of speakers on one class of outputs, wired one way. */
interface Option {
  readonly mask: number;
  readonly class: number;
  readonly wiring: Wiring;
  readonly positions: Readonly<Record<string, string | null>>;
  readonly levels: readonly { readonly key: number; readonly speaker: number; readonly level: number }[];
  readonly misfit: number;
  readonly joints: number;
  /** How its speakers sit: 0 front, 1 rear, 2 of no account, 3 both. */
  readonly sits: 0 | 1 | 2 | 3;
}

const bits = (mask: number): number => {
  let count = 0;
  for (let m = mask; m; m &= m - 1) count++;
  return count;
};

/**
 * The best wirings of all placed speakers on all outputs: which speakers share an output, which output that is,
 * and how they are joined — every series-parallel tree of up to four speakers, each speaker's own coils in
 * series or in parallel, each position of its load selector, a splitter where a set brings one. Outputs of one
 * source and side are alike until the seats are given out, and are counted once. A branch is cut when the best
 * it could become, taking the kindest figure for every speaker still to be hung, ranks no better than what is
 * already held; so the first one found is the best there is unless the budget ran out.
 */
export function searchWirings(job: Job, leadOhm: LeadOhm, options: SearchOptions): SearchResult {
  const space = spaceOf(job, leadOhm, options.without ?? []);
  const { speakers, classes, byFirst, keys } = space;
  const nothing: SearchResult = { best: [], examined: 0, steps: 0, proven: true, bound: [] };
  const everyone = 2 ** speakers.length - 1;
  if (!speakers.length || !classes.length) return nothing;

  const found: { options: Option[]; rank: Rank; shape: string }[] = [];
  const used = classes.map(() => 0);
  const taken = classes.map(() => [0, 0, 0] as [number, number, number]);
  const sitting = classes.map(() => [0, 0, 0, 0] as [number, number, number, number]);
  const low = keys.map(() => Infinite);
  const high = keys.map(() => -Infinite);
  const sources = new Map<number, number>();
  const path: Option[] = [];
  const state = { misfit: 0, channels: 0, joints: 0, examined: 0, steps: 0, cut: false };

  const misplaced = (c: number): number => {
    const [front, rear, neither] = classes[c]!.seats;
    const [f, r, , both] = sitting[c]!;
    const [lostFront, lostRear, lostNeither] = taken[c]!;
    const over = Math.max(0, f - (front - lostFront)) + Math.max(0, r - (rear - lostRear));
    return both + Math.max(0, over - (neither - lostNeither));
  };

  const spreadSoFar = (): number => {
    let spread = 0;
    for (let k = 0; k < keys.length; k++) if (high[k]! > low[k]!) spread = Math.max(spread, high[k]! - low[k]!);
    return spread;
  };
  const kindestMisfit = (left: number): number => {
    let misfit = state.misfit;
    for (let m = left; m; m &= m - 1) misfit = Math.max(misfit, space.kindest[31 - Math.clz32(m & -m)]!.least);
    return misfit;
  };
  const kindestSpread = (left: number): number => {
    let spread = spreadSoFar();
    for (let m = left; m; m &= m - 1) {
      const { key, levels } = space.kindest[31 - Math.clz32(m & -m)]!;
      if (key !== undefined && high[key]! >= low[key]!)
        spread = Math.max(spread, widened(levels, low[key]!, high[key]!));
    }
    return spread;
  };
  const outOfSeat = (): number => {
    let sum = 0;
    for (let c = 0; c < classes.length; c++) sum += misplaced(c);
    return sum;
  };

  /** The kindest rank this branch can still come to. */
  const bound = (left: number): Rank =>
    ranked(
      kindestSpread(left),
      kindestMisfit(left),
      state.channels + Math.ceil(bits(left) / space.most),
      Math.max(1, sources.size),
      outOfSeat(),
      state.joints,
    );

  /** Whether `bound(left)` is better than `limit`, asked in the order in which it is soonest told. */
  const canBeat = (left: number, limit: Rank): boolean => {
    const spread = bandOf(spreadSoFar());
    if (spread > limit[0]!) return false;
    const ahead = bandOf(kindestSpread(left));
    if (ahead !== limit[0]) return ahead < limit[0]!;
    const misfit = bandOf(kindestMisfit(left));
    if (misfit !== limit[1]) return misfit < limit[1]!;
    const channels = state.channels + Math.ceil(bits(left) / space.most);
    if (channels !== limit[2]) return channels < limit[2]!;
    return compareRanks(bound(left), limit) < 0;
  };

  const worst = (): Rank | undefined => (found.length === options.keep ? found.at(-1)!.rank : options.better);

  const weigh = (): void => {
    state.examined++;
    const rank = bound(0);
    const limit = worst();
    if (limit && compareRanks(rank, limit) >= 0) return;
    if (space.controlled && !labelled(job, classes, path)) return;
    const shape = shapeOf(space, path);
    if (found.some((one) => one.shape === shape && compareRanks(one.rank, rank) === 0)) return;
    found.push({ options: [...path], rank, shape });
    found.sort((a, b) => compareRanks(a.rank, b.rank));
    found.length = Math.min(found.length, options.keep);
  };

  const walk = (left: number, behind: number, weight: number): void => {
    if (left === 0) return weigh();
    const first = 31 - Math.clz32(left & -left);
    const choices = byFirst[first]!;
    for (let i = 0; i < choices.length; i++) {
      const option = choices[i]!;
      if ((option.mask & left) !== option.mask) continue;
      if (state.steps >= options.budget) {
        state.cut = true;
        return;
      }
      state.steps++;
      const c = option.class;
      const { takes, source, outputs, channels } = classes[c]!;
      used[c]!++;
      for (const { of, seat } of takes) {
        used[of]!++;
        taken[of]![seat]++;
      }
      const fits = used[c]! <= outputs.length && takes.every(({ of }) => used[of]! <= classes[of]!.outputs.length);
      if (fits) {
        const { misfit, channels: before, joints } = state;
        const ends = option.levels.map(({ key }) => [key, low[key]!, high[key]!] as const);
        for (const { key, level } of option.levels) {
          if (level < low[key]!) low[key] = level;
          if (level > high[key]!) high[key] = level;
        }
        state.misfit = Math.max(state.misfit, option.misfit);
        state.channels += channels;
        state.joints += option.joints;
        sitting[c]![option.sits]++;
        sources.set(source, (sources.get(source) ?? 0) + 1);
        path.push(option);
        const limit = worst();
        const rest = left & ~option.mask;
        if (rest === 0 || !limit || canBeat(rest, limit))
          walk(rest, behind + (weight * i) / choices.length, weight / choices.length);
        path.pop();
        const others = sources.get(source)! - 1;
        if (others) sources.set(source, others);
        else sources.delete(source);
        sitting[c]![option.sits]--;
        for (let e = ends.length - 1; e >= 0; e--) {
          const [key, l, h] = ends[e]!;
          low[key] = l;
          high[key] = h;
        }
        state.misfit = misfit;
        state.channels = before;
        state.joints = joints;
      }
      used[c]!--;
      for (const { of, seat } of takes) {
        used[of]!--;
        taken[of]![seat]--;
      }
      if (options.onProgress && state.steps % 8192 === 0)
        options.onProgress(behind + (weight * i) / choices.length, state.examined);
    }
  };
  const root = bound(everyone);
  walk(everyone, 0, 1);
  return {
    best: found.map(({ options: chosen, rank }) => ({ ...resolve(job, leadOhm, classes, chosen), rank })),
    examined: state.examined,
    steps: state.steps,
    proven: !state.cut,
    bound: !state.cut && found[0] ? found[0].rank : root,
  };
}

/** Larger than any level, dB. */
const Infinite = 1e6;

/** Least spread when one more of `levels`, in order, joins those from `low` to `high`, dB. */
function widened(levels: readonly number[], low: number, high: number): number {
  let a = 0;
  let b = levels.length;
  while (a < b) {
    const mid = (a + b) >> 1;
    if (levels[mid]! < low) a = mid + 1;
    else b = mid;
  }
  const above = levels[a];
  const below = levels[a - 1];
  return Math.min(
    above === undefined ? Infinite : Math.max(high, above) - low,
    below === undefined ? Infinite : high - below,
  );
}

interface Space {
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
  }[];
  readonly most: number;
  /** A line control turns two channels at once, so seats must be given out with it in mind. */
  readonly controlled: boolean;
  readonly models: readonly string[];
}

function spaceOf(job: Job, leadOhm: LeadOhm, without: readonly Bar[]): Space {
  const bars = new Set(barsOf(job).filter((bar) => !without.includes(bar)));
  const speakers = Object.keys(job.gear).filter(
    (id) => job.gear[id]!.item.kind === 'speaker' && job.gear[id]!.place !== null,
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
      return !(bars.has('reserved') && channels.some((channel) => channel in job.reserved));
    });
  const pins = new Map(
    bars.has('pinned') ? speakers.flatMap((id) => (job.speakers[id]?.pin ? [[id, job.speakers[id].pin]] : [])) : [],
  );
  const classes = classesOf(open, new Set(pins.values()), bassChannels);
  const all = new Map([[-1, speakerFacts(job)]]);
  const facts = all.get(-1)!;
  const { places } = craftOf(job);
  const models = speakers.map((id) => contentHash([facts.get(id)!.item.id, facts.get(id)!.coils]));
  const sideOf = (id: string): Output['side'] => {
    const { zone, item } = facts.get(id)!;
    const y = places[job.gear[id]!.place!]!.at[1];
    return zone.mono || item.band === 'bass' || y === 0 ? undefined : y > 0 ? 'left' : 'right';
  };
  const sides = speakers.map(sideOf);
  const keyList: string[] = [];
  const keyOf = (gear: string) => {
    const { zone, item } = facts.get(gear)!;
    const key = heardWith({ zone: zone.id, item });
    if (!keyList.includes(key)) keyList.push(key);
    return keyList.indexOf(key);
  };
  const heardAs = speakers.map(keyOf);
  const most = bars.has('most') ? job.wiringRules.most : MOST;

  // What a group comes to on a source's leads is the same on every output of it: reckoned once.
  const ways = new Map<string, Way[]>();
  const waysOn = (source: number, sourceId: string, ids: readonly string[]): Way[] => {
    const key = `${source} ${ids.join(' ')}`;
    let known = ways.get(key);
    if (!known) {
      known = wayList(
        job,
        ids,
        facts,
        (gear) => leadOhm(sourceId, gear),
        (id) => models[speakers.indexOf(id)]!,
      );
      ways.set(key, known);
    }
    return known;
  };

  const list: Option[] = [];
  const groups = subsets(speakers.length, most).filter((group) => {
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
        });
      }
    }
  });
  const kindest = speakers.map((_, s) => {
    const own = list.filter(({ mask }) => mask & (1 << s));
    const levels = own.flatMap((option) => option.levels.filter((l) => l.speaker === s).map((l) => l.level));
    return {
      key: levels.length ? heardAs[s]! : undefined,
      levels: [...new Set(levels)].sort((a, b) => a - b),
      least: own.length ? Math.min(...own.map(({ misfit }) => misfit)) : Infinite,
    };
  });
  const byFirst = speakers.map((_, s) =>
    list
      .filter(({ mask }) => 31 - Math.clz32(mask & -mask) === s)
      .sort((a, b) => Math.floor(a.misfit) - Math.floor(b.misfit) || a.joints - b.joints || a.misfit - b.misfit),
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

/** Whether an output can give these speakers their part of the sound and no other. */
function bandsFit(
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

/** A woofer and a tweeter that come with one splitter. */
function isSet(ids: readonly string[], facts: ReadonlyMap<string, SpeakerFacts>): boolean {
  const items = ids.map((id) => facts.get(id)!.item);
  return (
    items.length === 2 &&
    items.some(({ band }) => band === 'middle') &&
    items.some(({ band }) => band === 'treble') &&
    items.every(({ splitHz }) => splitHz !== null && splitHz === items[0]!.splitHz)
  );
}

/** One way to wire a group, whichever output it hangs on. */
interface Way {
  readonly load: Load;
  readonly positions: Readonly<Record<string, string | null>>;
  readonly joints: number;
  readonly unlike: boolean;
  readonly sits: Option['sits'];
}

function wayList(
  job: Job,
  ids: readonly string[],
  facts: ReadonlyMap<string, SpeakerFacts>,
  leadOhm: (gear: string) => number,
  modelOf: (id: string) => string,
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
  return sets.flatMap((chosen): Way[] => {
    const moved = chosen.filter((form) => form.moved);
    const positions = Object.fromEntries(moved.map(({ id, position }) => [id, position]));
    const own = moved.length ? withPositions(facts, positions) : facts;
    const leaves = chosen.map(({ wiring }) => wiring);
    const trees = isSet(ids, facts) ? [{ split: leaves }] : seriesParallel(leaves);
    return trees.flatMap((wiring): Way[] => {
      const load = loadOf(wiring, own, leadOhm);
      const joints = jointsOf({ wiring });
      const unlike = unlikeInSeries(wiring, modelOf);
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

/** Two wirings of one shape differ in names alone. */
function shapeOf({ speakers, models, classes }: Space, chosen: readonly Option[]): string {
  const nameless = (wiring: Wiring): string =>
    'coil' in wiring
      ? `${models[speakers.indexOf(wiring.coil.gear)]!}.${wiring.coil.coil}`
      : `${'series' in wiring ? '+' : 'parallel' in wiring ? '|' : '/'}(${membersOf(wiring).map(nameless).sort().join(',')})`;
  return chosen
    .map(({ wiring, class: c }) => {
      const output = classes[c]!.outputs[0]!;
      return `${output.item.id} ${output.bridged ? 'b' : ''} ${nameless(wiring)}`;
    })
    .sort()
    .join(';');
}

/** Weighs less than any seat, however many are moved. */
const MOVED = 1e-3;

/** The outputs of each class given out: by the seat where it can be, and never one control over two. */
function labelled(job: Job, classes: readonly Class[], chosen: readonly Option[]): Output[] | undefined {
  const seatOf = (output: Output, { wiring }: Option) =>
    swapped(
      output.front,
      speakersOf(wiring).map((id) => sitsFront(job, id)),
    );
  const controls = (option: Option) =>
    [...new Set(speakersOf(option.wiring).map((id) => controlOf(job, id, 'line') ?? ''))].join();
  const pairOf = (channel: string) => {
    const [source, id] = channel.split('/') as [string, string];
    const item = job.gear[source]!.item;
    const at = 'bank' in item ? item.bank.channels.findIndex((c) => c.id === id) : 0;
    return item.kind === 'amplifier' ? `${source}/${at >> 1}` : channel;
  };
  let best: { outputs: Output[]; cost: number } | undefined;
  const busy = new Set<string>();
  const turned = new Map<string, { by: string; count: number }>();
  const outputs: Output[] = [];
  const zones = Object.keys(job.zones);
  const choices = (i: number) => classes[chosen[i]!.class]!.outputs.length;
  const zone = (i: number) => zones.indexOf(job.speakers[speakersOf(chosen[i]!.wiring)[0]!]?.zone ?? '');
  // What has the fewest outputs to choose from goes first; then zones in their order, so that the first has the front.
  const order = chosen.map((_, i) => i).sort((a, b) => choices(a) - choices(b) || zone(a) - zone(b));
  const give = (n: number, cost: number): void => {
    if (best && cost >= best.cost) return;
    const i = order[n];
    if (i === undefined) {
      best = { outputs: [...outputs], cost };
      return;
    }
    const option = chosen[i]!;
    const by = controls(option);
    for (const output of classes[option.class]!.outputs) {
      const channels = channelsOfOutput(output.key);
      if (channels.some((channel) => busy.has(channel))) continue;
      const pairs = [...new Set(channels.map(pairOf))];
      if (pairs.some((pair) => (turned.get(pair)?.by ?? by) !== by)) continue;
      for (const channel of channels) busy.add(channel);
      for (const pair of pairs) turned.set(pair, { by, count: (turned.get(pair)?.count ?? 0) + 1 });
      outputs[i] = output;
      // Where all else is equal, what hangs somewhere already stays there.
      const stays = speakersOf(job.circuits[output.key] ?? { series: [] }).some((id) =>
        speakersOf(option.wiring).includes(id),
      );
      give(n + 1, cost + seatOf(output, option) + (stays ? 0 : MOVED));
      for (const channel of channels) busy.delete(channel);
      for (const pair of pairs) {
        const { count } = turned.get(pair)!;
        if (count > 1) turned.set(pair, { by, count: count - 1 });
        else turned.delete(pair);
      }
    }
  };
  give(0, 0);
  return best?.outputs;
}

function resolve(
  job: Job,
  leadOhm: LeadOhm,
  classes: readonly Class[],
  chosen: readonly Option[],
): Pick<Found, 'circuits' | 'positions'> {
  const outputs = labelled(job, classes, chosen)!;
  const positions = Object.assign({}, ...chosen.map((option) => option.positions)) as Record<string, string | null>;
  const facts = speakerFacts(job, positions);
  return {
    circuits: chosen.map(({ wiring }, i) => planCircuit(outputs[i]!, wiring, facts, leadOhm, () => undefined, true)),
    positions,
  };
}
