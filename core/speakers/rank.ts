import type { Job } from '../job/job';
import { craftOf } from '../craft/own';
import type { RankId } from '../job/circuit';
import { heardOutputs, inputsOf, sourcesOf } from '../connections/signal';
import { netsOf } from '../connections/wiring';
import { matesOf, splitMates } from './mates';
import type { Circuit, SpeakerShare } from './circuits';

/** How good a wiring is: figures in the order the job ranks them, each the smaller the better. */
export type Rank = readonly number[];

export function compareRanks(a: Rank, b: Rank): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return 0;
}

/** What a wiring is ranked by. */
export interface Merits {
  /** Mates driven apart. */
  readonly pairs: number;
  /** Outputs of a head unit in use while as many of an amplifier are free. */
  readonly amplifiers: number;
  /** Farthest any speaker is from its RMS, dB. */
  readonly misfit: number;
  /** Widest spread of level in a zone, dB. */
  readonly spread: number;
  readonly joints: number;
  readonly channels: number;
  readonly sources: number;
  /** Outputs that have front speakers in a rear seat or the other way about. */
  readonly outOfSeat: number;
}

const EDGE = 1e-9;
/** Decibels that gains close for nothing. */
const STEP_DB = 3;
/** Whole steps; a figure on the edge of a step up to rounding counts as there. */
export const stepOf = (db: number): number => Math.floor(db / STEP_DB + EDGE);
const fine = (db: number) => Math.round(db * 100) / 100;

/** The rank of these merits: what the job puts first first, then seats, then spread and misfit to the hundredth. */
export function ranked(order: readonly RankId[], m: Merits): Rank {
  const rank: number[] = [];
  for (const id of order)
    if (id === 'pairs') rank.push(m.pairs);
    else if (id === 'amplifiers') rank.push(m.amplifiers);
    else if (id === 'power') rank.push(stepOf(m.misfit));
    else if (id === 'spread') rank.push(stepOf(m.spread));
    else if (id === 'joints') rank.push(m.joints);
    else rank.push(m.channels, m.sources);
  rank.push(m.outOfSeat, fine(m.spread), fine(m.misfit));
  return rank;
}

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

/** Channels of amplifiers that a wiring may use: not kept for later, and none that another listens to. */
export function amplifierChannels(job: Job): number {
  const heard = heardOutputs(inputsOf(job));
  return sourcesOf(job).reduce((sum, [id, item]) => {
    if (item.kind !== 'amplifier') return sum;
    return (
      sum +
      item.bank.channels.filter((c) => !heard.has(`${id}/${c.id}`) && !Object.hasOwn(job.reserved, `${id}/${c.id}`))
        .length
    );
  }, 0);
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
  const used = (kind: 'headUnit' | 'amplifier') =>
    circuits.reduce((sum, { output }) => sum + (output.item.kind === kind ? output.channels.length : 0), 0);
  return ranked(job.wiringRules.order, {
    pairs: splitMates(matesOf(job), circuits),
    amplifiers: Math.min(used('headUnit'), Math.max(0, amplifierChannels(job) - used('amplifier'))),
    misfit: Math.max(0, ...shares.map(misfitOf)),
    spread: Math.max(0, ...[...ends.values()].map(([low, high]) => high - low)),
    joints: circuits.reduce((sum, circuit) => sum + jointsOf(circuit), 0),
    channels: circuits.reduce((sum, { output }) => sum + output.channels.length, 0),
    sources: new Set(circuits.map(({ source }) => source)).size,
    outOfSeat: circuits.reduce(
      (sum, { output, speakers }) =>
        sum +
        swapped(
          output.front,
          speakers.map(({ gear }) => sitsFront(job, gear)),
        ),
      0,
    ),
  });
}

/** A rank in words, first things first. */
export function rankWords(order: readonly RankId[], rank: Rank): string[] {
  let at = 0;
  const next = () => rank[at++] ?? 0;
  const plural = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  const steps = (n: number) => (n === 0 ? `within ${STEP_DB} dB` : `${STEP_DB * n} to ${STEP_DB * (n + 1)} dB`);
  return order.map((id) => {
    const value = next();
    switch (id) {
      case 'pairs':
        return value === 0 ? 'pairs together' : plural(value, 'pair apart', 'pairs apart');
      case 'amplifiers':
        return value === 0
          ? 'no amplifier channel passed over'
          : plural(
              value,
              'head unit output in use while channels are free',
              'head unit outputs in use while channels are free',
            );
      case 'power':
        return `power ${steps(value)} of RMS`;
      case 'spread':
        return `levels ${steps(value)}`;
      case 'joints':
        return plural(value, 'joint', 'joints');
      case 'channels':
        return `${plural(value, 'channel', 'channels')} of ${plural(next(), 'source', 'sources')}`;
    }
  });
}
