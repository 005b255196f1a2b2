import type { Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { short } from '../units/figures';
import { gatherCircuits, heardOf, speakerFacts, type LeadOhm, type SpeakerPlan } from './circuits';
import { compareRanks, type Rank } from './rank';
import { BARS, barsOf, type Bar } from './bars';
import { searchWirings, type Found } from './search';

export interface WiringProposal {
  readonly circuits: Readonly<Record<string, Wiring>>;
  /** Load selectors to be moved: speaker → position, null for the one it came in. */
  readonly positions: Readonly<Record<string, string | null>>;
  readonly plan: SpeakerPlan;
  readonly rank: Rank;
  readonly reason: string;
}

/** A wiring that would rank better, and what bars it. */
export interface BarredWiring extends WiringProposal {
  readonly bar: Bar;
  /** The bar in words, with its figures. */
  readonly why: string;
}

export interface WiringProposals {
  readonly best: readonly WiringProposal[];
  readonly barred: readonly BarredWiring[];
  /** Whole wirings weighed, legal ones only. */
  readonly examined: number;
  /** Branches looked at, those cut off early among them. */
  readonly steps: number;
  /** The first is the best there is. */
  readonly proven: boolean;
  /** No wiring can rank better than this. */
  readonly bound: Rank;
}

/** What bars a better wiring is worth a second or so of looking, not minutes. */
const MOST_BARRED_STEPS = 12_000;

export interface ProposeOptions {
  readonly keep?: number;
  /** Branches to look at. */
  readonly budget?: number;
  readonly onProgress?: (part: number, examined: number) => void;
}

/**
 * The best wirings of the job's placed speakers, with reasons, and for each thing that bars wirings the best
 * one that it alone keeps from being better than the first.
 */
export function proposeWiring(job: Job, leadOhm: LeadOhm, options: ProposeOptions = {}): WiringProposals {
  const { keep = 10, budget = 2_000_000, onProgress } = options;
  const bars = barsOf(job);
  const share = bars.length / (bars.length + 1);
  /** Whole wirings weighed by the searches that are done: the count only ever rises. */
  let behind = 0;
  const told = (from: number, of: number) =>
    onProgress ? { onProgress: (part: number, weighed: number) => onProgress(from + part * of, behind + weighed) } : {};
  const { best, examined, steps, proven, bound } = searchWirings(job, leadOhm, {
    keep,
    budget,
    ...told(0, 1 - share),
  });
  const first = best[0]?.rank;
  behind += examined;
  const barred = bars.flatMap((bar, i): BarredWiring[] => {
    const other = searchWirings(job, leadOhm, {
      keep: 1,
      budget: Math.min(Math.ceil(budget / (4 * bars.length)), MOST_BARRED_STEPS),
      without: [bar],
      ...(first ? { better: first } : {}),
      ...told(1 - share + (share * i) / bars.length, share / bars.length),
    });
    behind += other.examined;
    const [found] = other.best;
    return found ? [{ ...proposalOf(job, found), bar, why: whyBarred(job, bar, found) }] : [];
  });
  return {
    best: best.map((found) => proposalOf(job, found)),
    barred: barred.sort((a, b) => compareRanks(a.rank, b.rank)),
    examined,
    steps,
    proven,
    bound,
  };
}

function proposalOf(job: Job, { circuits, positions, rank }: Found): WiringProposal {
  const wirings = circuits.map(({ wiring }) => wiring);
  const plan = gatherCircuits(heardOf(job, wirings, speakerFacts(job, positions)), circuits);
  return {
    circuits: Object.fromEntries(circuits.map((c) => [c.key, c.wiring])),
    positions,
    plan,
    rank,
    reason: reasonFor(plan),
  };
}

function reasonFor(plan: SpeakerPlan): string {
  const all = Object.values(plan.circuits);
  const shares = all.flatMap((circuit) => circuit.speakers);
  const low = Math.min(...shares.map((s) => s.rmsRatio)) * 100;
  const high = Math.max(...shares.map((s) => s.rmsRatio)) * 100;
  const worst = Math.min(...all.map((circuit) => circuit.nominalOhm));
  const channels = all.reduce((sum, { output }) => sum + output.channels.length, 0);
  const percent =
    Math.round(low) === Math.round(high) ? `${low.toFixed(0)} %` : `${low.toFixed(0)}–${high.toFixed(0)} %`;
  return `${channels} channel${channels === 1 ? '' : 's'}, lowest load ${worst.toFixed(1)} Ω, ${percent} of RMS, spread ${(plan.spreadDb ?? 0).toFixed(1)} dB`;
}

function whyBarred(job: Job, bar: Bar, { circuits }: Found): string {
  if (bar === 'minimum') {
    const [low] = [...circuits].filter((c) => c.refused).sort((a, b) => a.nominalOhm - b.nominalOhm);
    if (low)
      return `${low.output.name} would see ${short(low.nominalOhm)} Ω and allows no less than ${short(low.output.minOhm)} Ω`;
  }
  if (bar === 'reserved') {
    const kept = circuits.flatMap(({ output }) =>
      output.channels.flatMap((id) => {
        const what = job.reserved[`${output.source}/${id}`];
        return what === undefined ? [] : [`${output.name}, kept for ${what}`];
      }),
    );
    if (kept[0]) return kept[0];
  }
  return BARS[bar];
}
