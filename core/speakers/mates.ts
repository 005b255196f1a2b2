import { membersOf, speakersOf, type Wiring } from '../job/circuit';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Circuit } from './circuits';

/** A left speaker and the right one that mirrors it. */
export type Mates = readonly [left: string, right: string];

/** Places count as mirrored when they are this near to it, mm: a pod may sit a little off. */
const MIRRORED_MM = 80;

/**
 * Left and right of one kind: one model, in one zone, at mirrored places, where sides are heard at all. Each speaker
 * has one mate at most.
 */
export function matesOf(job: Job): Mates[] {
  const { places } = craftOf(job);
  const sided = Object.entries(job.gear).flatMap(([id, { item, place, there }]) => {
    if (item.kind !== 'speaker' || there === 'out' || item.band === 'bass' || place === null) return [];
    const zone = job.speakers[id]?.zone ?? null;
    if (zone !== null && job.zones[zone]?.mono) return [];
    return [{ id, model: item.id, zone, at: places[place]!.at }];
  });
  const taken = new Set<string>();
  return sided
    .filter(({ at }) => at[1] > 0)
    .flatMap((left): Mates[] => {
      const right = sided.find(
        (other) =>
          other.at[1] < 0 &&
          !taken.has(other.id) &&
          other.model === left.model &&
          other.zone === left.zone &&
          Math.abs(other.at[0] - left.at[0]) <= MIRRORED_MM &&
          Math.abs(other.at[1] + left.at[1]) <= MIRRORED_MM &&
          Math.abs(other.at[2] - left.at[2]) <= MIRRORED_MM,
      );
      if (!right) return [];
      taken.add(right.id);
      return [[left.id, right.id]];
    });
}

/** A wiring with its speakers exchanged by name. */
export function renamed(wiring: Wiring, nameOf: (speaker: string) => string): Wiring {
  if ('coil' in wiring) return { coil: { ...wiring.coil, gear: nameOf(wiring.coil.gear) } };
  const members = membersOf(wiring).map((member) => renamed(member, nameOf));
  return 'series' in wiring ? { series: members } : 'parallel' in wiring ? { parallel: members } : { split: members };
}

const shapeOf = (wiring: Wiring, nameOf: (speaker: string) => string): string =>
  'coil' in wiring
    ? `${nameOf(wiring.coil.gear)}.${wiring.coil.coil}`
    : `${'series' in wiring ? '+' : 'parallel' in wiring ? '|' : '/'}(${membersOf(wiring)
        .map((member) => shapeOf(member, nameOf))
        .sort()
        .join()})`;

/** The two channels of one gain and one filter, as a number: channels come in pairs. */
export const gainPair = ({ output }: Pick<Circuit, 'output'>): number =>
  output.item.bank.channels.findIndex(({ id }) => id === output.channels[0]) >> 1;

type Wired = Pick<Circuit, 'output' | 'source' | 'wiring'>;

/**
 * How far apart the mates of a job are driven: none where both are on one output, or alike on the two channels of
 * one gain; one for each pair on two gains or wired unlike, two for each on two sources. A mate on no output counts
 * as nothing.
 */
export function splitMates(mates: readonly Mates[], circuits: readonly Wired[]): number {
  if (!mates.length) return 0;
  const on = new Map<string, Wired>();
  for (const circuit of circuits) for (const speaker of speakersOf(circuit.wiring)) on.set(speaker, circuit);
  const mateOf = new Map(mates.flatMap(([left, right]) => [[right, left] as const]));
  const leftName = (id: string) => mateOf.get(id) ?? id;
  return mates.reduce((sum, [left, right]) => {
    const [a, b] = [on.get(left), on.get(right)];
    if (!a || !b || a === b) return sum;
    if (a.source !== b.source) return sum + 2;
    const alike = gainPair(a) === gainPair(b) && !a.output.bridged && !b.output.bridged;
    return sum + (alike && shapeOf(a.wiring, leftName) === shapeOf(b.wiring, leftName) ? 0 : 1);
  }, 0);
}
