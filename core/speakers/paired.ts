import { channelsOfOutput, speakersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { controlOf } from '../connections/signal';
import type { Bar } from './bars';
import type { LeadOhm, Load } from './circuits';
import { driven, heardAt, loadOf } from './circuits';
import { outputVolts } from './load';
import { matesOf, renamed } from './mates';
import type { Output } from './outputs';
import { amplifierChannels, compareRanks, misfitOf, ranked, stepOf, swapped, type Merits, type Rank } from './rank';
import { FAR, bandsFit, largestGroup, settingOf, wayList, worthOn, type Ground } from './space';
import { contentHash } from '../document/hash';

/** Mates, or one speaker that has none. */
interface Item {
  /** Left and right, or the one. */
  readonly speakers: readonly string[];
}

/** The two channels of one gain and one filter, as far as they may be used. */
interface Slot {
  readonly source: string;
  readonly isHead: boolean;
  readonly left: Output | undefined;
  readonly right: Output | undefined;
  readonly bridged: Output | undefined;
  /** Every channel of it, whichever side. */
  readonly singles: readonly Output[];
  readonly filters: boolean;
  /** Slots that are alike but for their names: the first empty one stands for all. */
  readonly alike: string;
}

/** Some items put on one slot in one way. */
interface Option {
  readonly mask: number;
  readonly slot: number;
  /** Outputs of the slot it takes: 1 left, 2 right, by their place among its channels. */
  readonly takes: number;
  readonly wired: readonly (readonly [Output, Wiring])[];
  readonly positions: Readonly<Record<string, string | null>>;
  readonly levels: readonly { readonly key: number; readonly level: number }[];
  readonly misfit: number;
  readonly joints: number;
  readonly channels: number;
  readonly outOfSeat: number;
  /** All of it is there now. */
  readonly stays: boolean;
  /** Setting of the slot's filter it wants, and the line control its sound passes. */
  readonly setting: string;
  readonly control: string;
}

export interface PairedFound {
  readonly wired: readonly (readonly [Output, Wiring])[];
  readonly positions: Readonly<Record<string, string | null>>;
  readonly rank: Rank;
}

export interface PairedResult {
  readonly best: readonly PairedFound[];
  readonly examined: number;
  readonly steps: number;
  readonly complete: boolean;
  /** No wiring that keeps all mates together ranks better than this. */
  readonly bound: Rank;
}

interface Options {
  readonly keep: number;
  readonly budget: number;
  readonly better?: Rank;
  readonly onProgress?: (part: number, examined: number) => void;
}

/**
 * The best wirings that keep every left and right of one kind together: on one output, or alike on the two channels
 * of one gain. Where the job ranks that first no other wiring can be better than any of these, and there are far
 * fewer of them: mates are put down as one. Goes through them without recursion; a branch is left when the best it
 * could become ranks no better than what is held.
 */
export function searchPaired(
  job: Job,
  ground: Ground,
  bars: ReadonlySet<Bar>,
  leadOhm: LeadOhm,
  options: Options,
): PairedResult {
  const items = itemsOf(job, ground);
  const slots = slotsOf(job, ground);
  const keys: string[] = [];
  const { list, whole } = optionsOf(job, ground, bars, leadOhm, items, slots, keys);
  const everything = 2 ** items.length - 1;
  const none: PairedResult = { best: [], examined: 0, steps: 0, complete: true, bound: [] };
  if (!items.length) return none;

  // What has the fewest ways to go is put down first.
  const count = items.map((_, i) => list.filter(({ mask }) => mask & (1 << i)).length);
  if (count.some((n) => n === 0)) return none;
  const order = items.map((_, i) => i).sort((a, b) => count[a]! - count[b]! || a - b);
  const { order: wanted } = job.wiringRules;
  const byItem = items.map((_, i) =>
    list
      .filter(({ mask }) => mask & (1 << i))
      .sort(
        (a, b) =>
          stepOf(a.misfit) - stepOf(b.misfit) ||
          Number(slots[a.slot]!.isHead) - Number(slots[b.slot]!.isHead) ||
          a.joints - b.joints ||
          a.outOfSeat - b.outOfSeat ||
          // Where all else is equal, what is connected already stays there.
          Number(b.stays) - Number(a.stays) ||
          a.misfit - b.misfit,
      ),
  );
  const kindest = items.map((_, i) => {
    const own = byItem[i]!;
    return {
      misfit: own.reduce((least, option) => Math.min(least, option.misfit), FAR),
      // Joints are counted by the group: a lone share of them is the least an item can bring.
      joints: own.reduce((least, option) => Math.min(least, option.joints / bits(option.mask)), FAR),
      channels: own.reduce((least, option) => Math.min(least, option.channels / bits(option.mask)), FAR),
    };
  });
  const amps = amplifierChannels(job);
  const mostChannels = items.map((_, i) => byItem[i]!.reduce((most, o) => Math.max(most, o.channels), 0));

  const used = slots.map(() => 0);
  const setting = slots.map(() => [] as string[]);
  const control = slots.map(() => [] as string[]);
  const low = keys.map(() => FAR);
  const high = keys.map(() => -FAR);
  const sources = new Map<string, number>();
  const path: Option[] = [];
  const undo: { misfit: number; ends: [number, number, number][] }[] = [];
  const sum = { misfit: 0, joints: 0, channels: 0, heads: 0, outOfSeat: 0 };
  const found: { path: Option[]; rank: Rank; shape: string }[] = [];
  let examined = 0;
  let steps = 0;
  let complete = whole;

  const spread = () => {
    let widest = 0;
    for (let k = 0; k < keys.length; k++) if (high[k]! > low[k]!) widest = Math.max(widest, high[k]! - low[k]!);
    return widest;
  };
  /** The kindest these can still become with `left` to be put down. */
  const kindestMerits = (left: number): Merits => {
    let { misfit, joints, channels } = sum;
    let more = 0;
    let share = 0;
    let could = 0;
    for (let i = 0; i < items.length; i++) {
      if (!(left & (1 << i))) continue;
      misfit = Math.max(misfit, kindest[i]!.misfit);
      more += kindest[i]!.joints;
      share += kindest[i]!.channels;
      could += mostChannels[i]!;
    }
    joints += Math.ceil(more - 1e-9);
    channels += Math.ceil(share - 1e-9);
    const ampsUsed = sum.channels - sum.heads;
    return {
      pairs: 0,
      amplifiers: Math.min(sum.heads, Math.max(0, amps - ampsUsed - could)),
      misfit,
      spread: spread(),
      joints,
      channels,
      sources: Math.max(1, sources.size),
      outOfSeat: sum.outOfSeat,
    };
  };
  const limit = (): Rank | undefined => (found.length === options.keep ? found.at(-1)!.rank : options.better);
  const root = ranked(wanted, kindestMerits(everything));

  /** Whether an option can go down now: its item free, its channels free, its slot's filter and control the same. */
  const fits = (option: Option, left: number): boolean => {
    const { mask, slot, takes } = option;
    if ((mask & left) !== mask || used[slot]! & takes) return false;
    if (slots[slot]!.filters && setting[slot]!.some((other) => other !== option.setting)) return false;
    if (control[slot]!.some((other) => other !== option.control)) return false;
    // Of alike slots that are all empty the first stands for the others.
    if (used[slot] === 0)
      for (let s = 0; s < slot; s++) if (used[s] === 0 && slots[s]!.alike === slots[slot]!.alike) return false;
    return true;
  };
  const put = (option: Option): void => {
    const { slot, levels } = option;
    undo.push({ misfit: sum.misfit, ends: levels.map(({ key }) => [key, low[key]!, high[key]!]) });
    used[slot]! |= option.takes;
    setting[slot]!.push(option.setting);
    control[slot]!.push(option.control);
    for (const { key, level } of levels) {
      low[key] = Math.min(low[key]!, level);
      high[key] = Math.max(high[key]!, level);
    }
    sum.misfit = Math.max(sum.misfit, option.misfit);
    sum.joints += option.joints;
    sum.channels += option.channels;
    sum.outOfSeat += option.outOfSeat;
    if (slots[slot]!.isHead) sum.heads += option.channels;
    sources.set(slots[slot]!.source, (sources.get(slots[slot]!.source) ?? 0) + 1);
    path.push(option);
  };
  const takeBack = (): void => {
    const option = path.pop()!;
    const { misfit, ends } = undo.pop()!;
    const { slot } = option;
    used[slot]! &= ~option.takes;
    setting[slot]!.pop();
    control[slot]!.pop();
    for (const [key, l, h] of ends.reverse()) {
      low[key] = l;
      high[key] = h;
    }
    sum.misfit = misfit;
    sum.joints -= option.joints;
    sum.channels -= option.channels;
    sum.outOfSeat -= option.outOfSeat;
    if (slots[slot]!.isHead) sum.heads -= option.channels;
    const others = sources.get(slots[slot]!.source)! - 1;
    if (others) sources.set(slots[slot]!.source, others);
    else sources.delete(slots[slot]!.source);
  };
  const weigh = (): void => {
    examined++;
    const rank = ranked(wanted, kindestMerits(0));
    const worst = limit();
    if (worst && compareRanks(rank, worst) >= 0) return;
    const shape = shapeOf(job, path, slots);
    if (found.some((one) => one.shape === shape && compareRanks(one.rank, rank) === 0)) return;
    found.push({ path: [...path], rank, shape });
    found.sort((a, b) => compareRanks(a.rank, b.rank));
    found.length = Math.min(found.length, options.keep);
  };

  // One frame for each item put down: what is left, the options of the next, and how far they have been tried.
  const frames: { left: number; choices: readonly Option[]; at: number; behind: number; weight: number }[] = [];
  const open = (left: number, behind: number, weight: number) => {
    const next = order.find((i) => left & (1 << i))!;
    frames.push({ left, choices: byItem[next]!, at: 0, behind, weight });
  };
  open(everything, 0, 1);
  while (frames.length) {
    const frame = frames.at(-1)!;
    if (frame.at >= frame.choices.length) {
      frames.pop();
      if (path.length) takeBack();
      continue;
    }
    if (steps >= options.budget) {
      complete = false;
      break;
    }
    const i = frame.at++;
    const option = frame.choices[i]!;
    if (!fits(option, frame.left)) continue;
    steps++;
    put(option);
    const left = frame.left & ~option.mask;
    const worst = limit();
    if (left === 0) weigh();
    const share = frame.weight / frame.choices.length;
    if (left === 0 || (worst && compareRanks(ranked(wanted, kindestMerits(left)), worst) >= 0)) takeBack();
    else open(left, frame.behind + share * i, share);
    if (options.onProgress && steps % 4096 === 0) options.onProgress(frame.behind + share * i, examined);
  }
  return {
    best: found.map(({ path: chosen, rank }) => ({
      wired: chosen.flatMap(({ wired }) => wired),
      positions: Object.assign({}, ...chosen.map(({ positions }) => positions)) as Record<string, string | null>,
      rank,
    })),
    examined,
    steps,
    complete,
    bound: complete && found[0] ? found[0].rank : root,
  };
}

const bits = (mask: number): number => {
  let n = 0;
  for (let m = mask; m; m &= m - 1) n++;
  return n;
};

function itemsOf(job: Job, { speakers }: Ground): Item[] {
  const mates = matesOf(job).filter((pair) => pair.every((id) => speakers.includes(id)));
  const paired = new Set(mates.flat());
  return [
    ...mates.map((pair): Item => ({ speakers: pair })),
    ...speakers.filter((id) => !paired.has(id)).map((id): Item => ({ speakers: [id] })),
  ];
}

function slotsOf(job: Job, { open, bassChannels, pins }: Ground): Slot[] {
  const slots = new Map<string, Output[]>();
  for (const output of open) {
    const at = output.item.bank.channels.findIndex(({ id }) => id === output.channels[0]) >> 1;
    const key = `${output.source}/${at}`;
    slots.set(key, [...(slots.get(key) ?? []), output]);
  }
  const pinned = new Set(pins.values());
  return [...slots].map(([key, outputs]): Slot => {
    const singles = outputs.filter(({ bridged }) => !bridged);
    const { source, item } = outputs[0]!;
    const bass = outputs.some((o) => channelsOfOutput(o.key).some((channel) => bassChannels.has(channel)));
    const special = outputs.some((o) => pinned.has(o.key)) ? key : '';
    return {
      source,
      isHead: item.kind === 'headUnit',
      left: singles.find(({ side }) => side === 'left'),
      right: singles.find(({ side }) => side === 'right'),
      bridged: outputs.find(({ bridged }) => bridged),
      singles,
      filters: item.bank.filters,
      alike: [
        contentHash(item),
        job.gear[source]!.place,
        singles.map(({ side, front }) => `${side} ${front}`).join(),
        outputs.length,
        bass,
        special,
      ].join('|'),
    };
  });
}

/**
 * Every way to put some items on one slot that the bars let stand; of very many items only groups as large as can all
 * be listed, and then not the `whole` of them.
 */
function optionsOf(
  job: Job,
  ground: Ground,
  bars: ReadonlySet<Bar>,
  leadOhm: LeadOhm,
  items: readonly Item[],
  slots: readonly Slot[],
  keys: string[],
): { readonly list: Option[]; readonly whole: boolean } {
  const { facts, pins, bassChannels, modelOf, sideOf, most, keyOf, frontOf } = ground;
  const list: Option[] = [];
  const controls = items.map(({ speakers }) =>
    [...new Set(speakers.map((id) => controlOf(job, id, 'line') ?? ''))].join(),
  );
  const pinFits = (id: string, output: Output) => !pins.has(id) || pins.get(id) === output.key;
  const keyAt = (gear: string) => {
    const key = keyOf(gear);
    if (!keys.includes(key)) keys.push(key);
    return keys.indexOf(key);
  };
  const known = new Map<string, ReturnType<typeof wayList>>();
  const waysOf = (source: string, ids: readonly string[]) => {
    const key = `${source} ${ids.join(' ')}`;
    let ways = known.get(key);
    if (!ways)
      known.set(
        key,
        (ways = wayList(job, ids, facts, (gear) => leadOhm(source, gear), modelOf, worthOn(ground.open, source, bars))),
      );
    return ways;
  };
  const push = (
    group: readonly number[],
    slot: number,
    takes: number,
    loads: readonly (readonly [Output, Load])[],
    way: { readonly positions: Option['positions']; readonly joints: number },
    setting: string,
  ): void => {
    let misfit = 0;
    const levels: { key: number; level: number }[] = [];
    for (const [output, load] of loads) {
      const volts = driven(output, load, true);
      for (const { gear, facts: own, siemens } of load.speakers) {
        const watts = siemens * volts * volts;
        misfit = Math.max(misfit, misfitOf({ rmsRatio: watts / own.item.rmsWatts }));
        const level = heardAt(own, watts);
        if (level !== undefined) levels.push({ key: keyAt(gear), level });
      }
    }
    list.push({
      mask: group.reduce((mask, i) => mask | (1 << i), 0),
      slot,
      takes,
      wired: loads.map(([output, load]) => [output, load.wiring] as const),
      positions: way.positions,
      levels,
      misfit,
      joints: way.joints * loads.length,
      channels: loads.reduce((sum, [output]) => sum + output.channels.length, 0),
      outOfSeat: loads.reduce(
        (sum, [output, load]) => sum + swapped(output.front, speakersOf(load.wiring).map(frontOf)),
        0,
      ),
      stays: loads.every(([output, load]) => {
        const there = job.circuits[output.key];
        return there !== undefined && speakersOf(load.wiring).every((id) => speakersOf(there).includes(id));
      }),
      setting,
      control: [...new Set(group.map((i) => controls[i]!))].join('+'),
    });
  };
  const barred = (output: Output, ids: readonly string[], load: Load, unlike: boolean): boolean =>
    (unlike && bars.has('alike')) ||
    (bars.has('band') && !bandsFit(ids, facts, output, bassChannels)) ||
    (bars.has('minimum') && outputVolts(output, load.nominalOhm) === undefined) ||
    !ids.every((id) => pinFits(id, output));
  const zonesOf = (ids: readonly string[]) => new Set(ids.map((id) => facts.get(id)!.zone.id)).size;

  const mates = items.flatMap(({ speakers }, i) => (speakers.length === 2 ? [i] : []));
  const lone = items.flatMap(({ speakers }, i) => (speakers.length === 1 ? [i] : []));
  const channels = slots.reduce((sum, { singles }) => sum + singles.length, 0);
  const mostMates = largestGroup(mates.length, most, slots.length);
  const mostLone = largestGroup(lone.length, most, channels);
  slots.forEach((slot, s) => {
    const { left, right, bridged, singles, source } = slot;
    if (left && right)
      for (const group of groupsOf(mates, mostMates)) {
        const lefts = group.map((i) => items[i]!.speakers[0]!);
        const rights = group.map((i) => items[i]!.speakers[1]!);
        if (bars.has('zones') && zonesOf(lefts) > 1) continue;
        const other = new Map(lefts.map((id, i) => [id, rights[i]!]));
        for (const way of waysOf(source, lefts)) {
          const positions = Object.fromEntries(
            Object.entries(way.positions).flatMap(([id, position]) => [
              [id, position],
              [other.get(id)!, position],
            ]),
          );
          const wiring = renamed(way.load.wiring, (id) => other.get(id)!);
          const moved = Object.keys(positions).length ? withMoved(facts, positions) : facts;
          const load = loadOf(wiring, moved, (gear) => leadOhm(source, gear));
          if (barred(left, lefts, way.load, way.unlike) || barred(right, rights, load, way.unlike)) continue;
          push(
            group,
            s,
            3,
            [
              [left, way.load],
              [right, load],
            ],
            { positions, joints: way.joints },
            settingOf(lefts, facts),
          );
        }
      }
    // Sides let go: mates together on one output.
    if (!bars.has('sides'))
      for (const output of [...singles, ...(bridged ? [bridged] : [])])
        for (const group of groupsOf(mates, Math.min(mostMates, most >> 1))) {
          const ids = group.flatMap((i) => items[i]!.speakers);
          if (bars.has('zones') && zonesOf(ids) > 1) continue;
          for (const way of waysOf(source, ids))
            if (!barred(output, ids, way.load, way.unlike))
              push(
                group,
                s,
                output.bridged ? 3 : output === singles[0] ? 1 : 2,
                [[output, way.load]],
                way,
                settingOf(ids, facts),
              );
        }
    // One by one: on a channel, or on the bridged pair.
    for (const output of [...singles, ...(bridged ? [bridged] : [])]) {
      const takes = output.bridged ? 3 : output === singles[0] ? 1 : 2;
      for (const group of groupsOf(lone, mostLone)) {
        const ids = group.map((i) => items[i]!.speakers[0]!);
        if (bars.has('zones') && zonesOf(ids) > 1) continue;
        if (bars.has('sides') && ids.some((id) => sideOf(id) !== undefined && output.side !== sideOf(id))) continue;
        for (const way of waysOf(source, ids)) {
          if (barred(output, ids, way.load, way.unlike)) continue;
          push(group, s, takes, [[output, way.load]], way, settingOf(ids, facts));
        }
      }
    }
  });
  return { list, whole: mostMates >= Math.min(most, mates.length) && mostLone >= Math.min(most, lone.length) };
}

function withMoved(facts: Ground['facts'], positions: Readonly<Record<string, string | null>>): Ground['facts'] {
  const next = new Map(facts);
  for (const [id, position] of Object.entries(positions)) {
    const own = facts.get(id)!;
    next.set(id, { ...own, coils: own.item.positions.find((p) => p.name === position)?.coils ?? own.item.coils });
  }
  return next;
}

/** Groups of one to `most` of these. */
function groupsOf(of: readonly number[], most: number): number[][] {
  let groups: number[][] = of.map((i) => [i]);
  const all = [...groups];
  for (let size = 2; size <= most; size++) {
    groups = groups.flatMap((group) => of.filter((i) => i > group.at(-1)!).map((i) => [...group, i]));
    for (const group of groups) all.push(group);
  }
  return all;
}

/** Two wirings of one shape differ in the names of like speakers and alike slots alone. */
function shapeOf(job: Job, path: readonly Option[], slots: readonly Slot[]): string {
  const nameless = (wiring: Wiring): string =>
    JSON.stringify(renamed(wiring, (id) => job.gear[id]!.itemHash || job.gear[id]!.item.id));
  return path
    .map(
      ({ slot, wired }) =>
        `${slots[slot]!.alike} ${wired
          .map(([o, w]) => `${o.bridged ? 'b' : ''}${nameless(w)}`)
          .sort()
          .join()}`,
    )
    .sort()
    .join(';');
}
