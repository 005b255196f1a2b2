import { membersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import type { Bar } from './bars';
import { planCircuit, speakerFacts, type Circuit, type LeadOhm } from './circuits';
import { bandOf, compareRanks, ranked, type Rank } from './rank';
import { labelled } from './seats';
import { FAR, spaceOf, type Class, type Option, type Space } from './space';

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
  const low = keys.map(() => FAR);
  const high = keys.map(() => -FAR);
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
    // With a control over pairs of channels not every seat can be had, and some wirings not at all.
    const seated = space.controlled ? labelled(job, classes, path) : undefined;
    if (space.controlled && !seated) return;
    const rank = ranked(
      spreadSoFar(),
      state.misfit,
      state.channels,
      sources.size,
      seated?.outOfSeat ?? outOfSeat(),
      state.joints,
    );
    const limit = worst();
    if (limit && compareRanks(rank, limit) >= 0) return;
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
  classes: readonly Class[],
  chosen: readonly Option[],
): Pick<Found, 'circuits' | 'positions'> {
  const { outputs } = labelled(job, classes, chosen)!;
  const positions = Object.assign({}, ...chosen.map((option) => option.positions)) as Record<string, string | null>;
  const facts = speakerFacts(job, positions);
  return {
    circuits: chosen.map(({ wiring }, i) => planCircuit(outputs[i]!, wiring, facts, leadOhm, () => undefined, true)),
    positions,
  };
}
