import type { Job } from '../job/job';
import { craftOf } from '../job/job';
import { netsOf } from '../job/wiring';
import type { Circuit, SpeakerShare } from './circuits';

/**
 * How good a wiring is, first thing first, each the smaller the better: spread of level within a zone in
 * 1 dB bands; power against RMS in 1 dB bands; channels driven; sources used; outputs that have front speakers
 * in a rear seat or the other way about; joints to make; then spread and misfit to the hundredth of a decibel.
 */
export type Rank = readonly number[];

export function compareRanks(a: Rank, b: Rank): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return 0;
}

const EDGE = 1e-9;
/** Whole decibels; a figure on the edge of a band up to rounding counts as there. */
export const bandOf = (db: number): number => Math.floor(db + EDGE);
const fine = (db: number) => Math.round(db * 100) / 100;

/** How far a speaker's power is from its RMS rating, dB either way. */
export const misfitOf = ({ rmsRatio }: Pick<SpeakerShare, 'rmsRatio'>): number =>
  Math.abs(10 * Math.log10(Math.max(rmsRatio, 1e-6)));

/** Levels are compared within a zone, and within it among speakers of one band. */
export const heardWith = ({ zone, item }: Pick<SpeakerShare, 'zone' | 'item'>): string => `${zone ?? ''}/${item.band}`;

/** Splices and jumpers a circuit takes, beyond each terminal's own end. */
export const jointsOf = ({ wiring }: Pick<Circuit, 'wiring'>): number =>
  netsOf(wiring).reduce((sum, net) => sum + net.terminals.length - 1, 0);

/** Whether a speaker of no zone sits ahead of the ears; undefined where front and rear mean nothing. */
export function sitsFront(job: Job, speaker: string): boolean | undefined {
  const place = job.gear[speaker]?.place ?? null;
  if (place === null || job.speakers[speaker]?.zone) return undefined;
  const { places, ears } = craftOf(job);
  return places[place]!.at[0] >= ears[0];
}

/** 1 when an output holds speakers of the other seat, or of both. */
export function swapped(front: boolean | undefined, seats: readonly (boolean | undefined)[]): number {
  const told = seats.filter((seat) => seat !== undefined);
  if (told.includes(true) && told.includes(false)) return 1;
  return front !== undefined && told.some((seat) => seat !== front) ? 1 : 0;
}

/** The rank of a set of circuits. */
export function rankOf(job: Job, circuits: readonly Circuit[]): Rank {
  const shares = circuits.flatMap(({ speakers }) => speakers);
  const ends = new Map<string, [number, number]>();
  for (const share of shares) {
    if (share.level === undefined) continue;
    const key = heardWith(share);
    const [low, high] = ends.get(key) ?? [share.level, share.level];
    ends.set(key, [Math.min(low, share.level), Math.max(high, share.level)]);
  }
  const spread = Math.max(0, ...[...ends.values()].map(([low, high]) => high - low));
  const misfit = Math.max(0, ...shares.map(misfitOf));
  return ranked(
    spread,
    misfit,
    circuits.reduce((sum, { output }) => sum + output.channels.length, 0),
    new Set(circuits.map(({ source }) => source)).size,
    circuits.reduce(
      (sum, { output, speakers }) =>
        sum +
        swapped(
          output.front,
          speakers.map(({ gear }) => sitsFront(job, gear)),
        ),
      0,
    ),
    circuits.reduce((sum, circuit) => sum + jointsOf(circuit), 0),
  );
}

/** The rank from its parts. */
export const ranked = (
  spread: number,
  misfit: number,
  channels: number,
  sources: number,
  outOfSeat: number,
  joints: number,
): Rank => [bandOf(spread), bandOf(misfit), channels, sources, outOfSeat, joints, fine(spread), fine(misfit)];
