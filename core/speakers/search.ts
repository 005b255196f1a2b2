import { membersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { barsOf, type Bar } from './bars';
import { planCircuit, speakerFacts, type Circuit, type LeadOhm } from './circuits';
import { matesOf } from './mates';
import type { Output } from './outputs';
import { searchPaired } from './paired';
import { amplifierChannels, compareRanks, ranked, type Rank } from './rank';
import { labelled } from './seats';
import { FAR, groundOf, spaceOf, type Ground, type Option, type Space } from './space';

export interface Found {
  readonly circuits: readonly Circuit[];
  /** Impedance switch positions it wants, where they are not what the job has. */
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

const bits = (mask: number): number => {
  let count = 0;
  for (let m = mask; m; m &= m - 1) count++;
  return count;
};

/**
 * The best wirings of all placed speakers on all outputs: which speakers share an output, which output that is,
 * and how they are joined — every series-parallel tree of up to four speakers, each speaker's own coils in
 * series or in parallel, each position of its impedance switch, a passive crossover where a set brings one. Where the job
 * puts mates together before all else, and they can be, only such wirings are gone through: no other could rank
 * better. Else all of them are. The first one found is the best there is unless the budget ran out.
 */
export function searchWirings(job: Job, leadOhm: LeadOhm, options: SearchOptions): SearchResult {
  const bars = new Set(barsOf(job).filter((bar) => !(options.without ?? []).includes(bar)));
  const ground = groundOf(job, bars);
  const nothing: SearchResult = { best: [], examined: 0, steps: 0, proven: true, bound: [] };
  if (!ground.speakers.length || !ground.open.length) return nothing;
  let spent = { examined: 0, steps: 0 };
  const many = ground.speakers.length > MOST_APART;
  if (job.wiringRules.order[0] === 'pairs' && (bars.has('sides') || many)) {
    const paired = searchPaired(job, ground, bars, leadOhm, options);
    if (paired.best.length || (options.better && options.better[0]! <= 0 && paired.complete))
      return {
        best: paired.best.map(({ wired, positions, rank }) => ({ ...resolve(job, leadOhm, wired, positions), rank })),
        examined: paired.examined,
        steps: paired.steps,
        // With sides let go mates may also cross over, which is not gone through for so many.
        proven: paired.complete && bars.has('sides'),
        bound: paired.bound,
      };
    spent = { examined: paired.examined, steps: paired.steps };
  }
  const found = searchAll(job, ground, bars, leadOhm, {
    ...options,
    budget: Math.max(1, options.budget - spent.steps),
  });
  return { ...found, examined: found.examined + spent.examined, steps: found.steps + spent.steps };
}

/** Outputs tried in giving seats out, and branches passed over, that take as long as a branch looked at. */
const TRIED_A_STEP = 8;
const PASSED_A_STEP = 64;

/** With sides let go, every wiring of so many speakers is gone through; of more, those that keep mates together. */
const MOST_APART = 6;

/**
 * Outputs of one source and side are alike until the seats are given out, and are counted once. A branch is left when
 * the best it could become, taking the kindest figure for every speaker still to be put down, ranks no better than
 * what is held. Goes through the tree without recursion.
 */
function searchAll(
  job: Job,
  ground: Ground,
  bars: ReadonlySet<Bar>,
  leadOhm: LeadOhm,
  options: SearchOptions,
): SearchResult {
  const space = spaceOf(job, ground, bars, leadOhm);
  const { speakers, classes, byFirst, keys } = space;
  if (!classes.length) return { best: [], examined: 0, steps: 0, proven: true, bound: [] };
  const everyone = 2 ** speakers.length - 1;
  const mates = matesOf(job);
  const { order } = job.wiringRules;
  const amps = amplifierChannels(job);
  const isHead = classes.map(({ outputs }) => outputs[0]!.item.kind === 'headUnit');

  const found: { options: Option[]; rank: Rank; shape: string }[] = [];
  const used = classes.map(() => 0);
  const low = keys.map(() => FAR);
  const high = keys.map(() => -FAR);
  const sources = new Map<number, number>();
  const path: Option[] = [];
  const before: { misfit: number; ends: (readonly [number, number, number])[] }[] = [];
  const state = { misfit: 0, channels: 0, heads: 0, joints: 0, examined: 0, steps: 0, cut: false };

  const spreadSoFar = (): number => {
    let spread = 0;
    for (let k = 0; k < keys.length; k++) if (high[k]! > low[k]!) spread = Math.max(spread, high[k]! - low[k]!);
    return spread;
  };
  const bound = (left: number): Rank => {
    let { misfit } = state;
    let joints = 0;
    let spread = spreadSoFar();
    for (let m = left; m; m &= m - 1) {
      const { key, levels, least, joints: own } = space.kindest[31 - Math.clz32(m & -m)]!;
      misfit = Math.max(misfit, least);
      joints += own;
      if (key !== undefined && high[key]! >= low[key]!)
        spread = Math.max(spread, widened(levels, low[key]!, high[key]!));
    }
    return ranked(order, {
      pairs: 0,
      amplifiers: Math.min(state.heads, Math.max(0, amps - (state.channels - state.heads) - 2 * bits(left))),
      misfit,
      spread,
      joints: state.joints + Math.ceil(joints - 1e-9),
      channels: state.channels + Math.ceil(bits(left) / space.most),
      sources: Math.max(1, sources.size),
      outOfSeat: 0,
    });
  };
  const worst = (): Rank | undefined => (found.length === options.keep ? found.at(-1)!.rank : options.better);

  const weigh = (): void => {
    state.examined++;
    const limit = worst();
    // Seats and mates are given out last: what cannot come in without them need not be.
    if (limit && compareRanks(bound(0), limit) >= 0) return;
    const seated = labelled(job, space, mates, path, (tried) => (state.steps += tried / TRIED_A_STEP));
    if (!seated) return;
    const rank = ranked(order, {
      pairs: seated.pairs,
      amplifiers: Math.min(state.heads, Math.max(0, amps - (state.channels - state.heads))),
      misfit: state.misfit,
      spread: spreadSoFar(),
      joints: state.joints,
      channels: state.channels,
      sources: sources.size,
      outOfSeat: seated.outOfSeat,
    });
    if (limit && compareRanks(rank, limit) >= 0) return;
    const shape = shapeOf(space, path);
    if (found.some((one) => one.shape === shape && compareRanks(one.rank, rank) === 0)) return;
    found.push({ options: [...path], rank, shape });
    found.sort((a, b) => compareRanks(a.rank, b.rank));
    found.length = Math.min(found.length, options.keep);
  };
  const put = (option: Option): boolean => {
    const { takes, outputs, source, channels } = classes[option.class]!;
    used[option.class]!++;
    for (const { of } of takes) used[of]!++;
    path.push(option);
    before.push({
      misfit: state.misfit,
      ends: option.levels.map(({ key }) => [key, low[key]!, high[key]!] as const),
    });
    for (const { key, level } of option.levels) {
      low[key] = Math.min(low[key]!, level);
      high[key] = Math.max(high[key]!, level);
    }
    state.misfit = Math.max(state.misfit, option.misfit);
    state.channels += channels;
    if (isHead[option.class]) state.heads += channels;
    state.joints += option.joints;
    sources.set(source, (sources.get(source) ?? 0) + 1);
    return used[option.class]! <= outputs.length && takes.every(({ of }) => used[of]! <= classes[of]!.outputs.length);
  };
  const takeBack = (): void => {
    const option = path.pop()!;
    const { misfit, ends } = before.pop()!;
    const { takes, source, channels } = classes[option.class]!;
    used[option.class]!--;
    for (const { of } of takes) used[of]!--;
    for (const [key, l, h] of ends.reverse()) {
      low[key] = l;
      high[key] = h;
    }
    state.misfit = misfit;
    state.channels -= channels;
    if (isHead[option.class]) state.heads -= channels;
    state.joints -= option.joints;
    const others = sources.get(source)! - 1;
    if (others) sources.set(source, others);
    else sources.delete(source);
  };

  const root = bound(everyone);
  const frames: { left: number; choices: readonly Option[]; at: number; behind: number; weight: number }[] = [];
  const open = (left: number, behind: number, weight: number) =>
    frames.push({ left, choices: byFirst[31 - Math.clz32(left & -left)]!, at: 0, behind, weight });
  open(everyone, 0, 1);
  let told = 0;
  while (frames.length) {
    const frame = frames.at(-1)!;
    if (frame.at >= frame.choices.length) {
      frames.pop();
      if (path.length) takeBack();
      continue;
    }
    if (state.steps >= options.budget) {
      state.cut = true;
      break;
    }
    const i = frame.at++;
    const option = frame.choices[i]!;
    if ((option.mask & frame.left) !== option.mask) {
      state.steps += 1 / PASSED_A_STEP;
      continue;
    }
    state.steps++;
    const left = frame.left & ~option.mask;
    const share = frame.weight / frame.choices.length;
    const fits = put(option);
    if (fits && left === 0) weigh();
    const limit = worst();
    if (!fits || left === 0 || (limit && compareRanks(bound(left), limit) >= 0)) takeBack();
    else open(left, frame.behind + share * i, share);
    if (options.onProgress && state.steps >= told + 8192) {
      told = state.steps;
      options.onProgress(frame.behind + share * i, state.examined);
    }
  }
  return {
    best: found.map(({ options: chosen, rank }) => {
      const { outputs } = labelled(job, space, mates, chosen)!;
      const positions = Object.assign({}, ...chosen.map((option) => option.positions)) as Record<string, string | null>;
      const wired = chosen.map(({ wiring }, k) => [outputs[k]!, wiring] as const);
      return { ...resolve(job, leadOhm, wired, positions), rank };
    }),
    examined: state.examined,
    steps: Math.round(state.steps),
    proven: !state.cut && space.whole,
    bound: !state.cut && space.whole && found[0] ? found[0].rank : root,
  };
}

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
  return Math.min(above === undefined ? FAR : Math.max(high, above) - low, below === undefined ? FAR : high - below);
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

function resolve(
  job: Job,
  leadOhm: LeadOhm,
  wired: readonly (readonly [Output, Wiring])[],
  positions: Readonly<Record<string, string | null>>,
): Pick<Found, 'circuits' | 'positions'> {
  const facts = speakerFacts(job, positions);
  return {
    circuits: wired.map(([output, wiring]) => planCircuit(output, wiring, facts, leadOhm, () => undefined, true)),
    positions,
  };
}
