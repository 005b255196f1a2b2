import { channelsOfOutput, speakersOf } from '../job/circuit';
import type { Job } from '../job/job';
import { controlOf } from '../connections/signal';
import type { Output } from './outputs';
import { sitsFront, swapped } from './rank';
import { splitMates, type Mates } from './mates';
import type { Option, Space } from './space';

/** Weighs less than any seat, however many are moved. */
const MOVED = 1e-3;

export interface Seated {
  /** One output for each of the chosen. */
  readonly outputs: readonly Output[];
  /** Mates driven apart, and outputs that hold speakers of another seat. */
  readonly pairs: number;
  readonly outOfSeat: number;
}

/** A pair of mates driven apart weighs more than all seats together. */
const APART = 1000;

/**
 * The outputs of each class given out: mates together first, then by the seat, and never one control over two, nor
 * two bands on one filter where `filters` holds. Undefined when they cannot be. `spend` is told how many outputs were
 * tried for it.
 */
export function labelled(
  job: Job,
  { classes, filters }: Pick<Space, 'classes' | 'filters'>,
  mates: readonly Mates[],
  chosen: readonly Option[],
  spend: (tried: number) => void = () => undefined,
): Seated | undefined {
  const heads = chosen.map(({ wiring }) => {
    const ids = speakersOf(wiring);
    return {
      ids,
      fronts: ids.map((id) => sitsFront(job, id)),
      by: [...new Set(ids.map((id) => controlOf(job, id, 'line') ?? ''))].join(),
    };
  });
  const pairOf = (channel: string) => {
    const [source, id] = channel.split('/') as [string, string];
    const item = job.gear[source]!.item;
    const at = 'bank' in item ? item.bank.channels.findIndex((c) => c.id === id) : 0;
    return `${source}/${at >> 1}`;
  };
  const seats = new Map(
    classes.flatMap((place) =>
      place.outputs.map((output) => {
        const channels = channelsOfOutput(output.key);
        const there = job.circuits[output.key];
        return [
          output,
          {
            channels,
            pairs: [...new Set(channels.map(pairOf))],
            there: new Set(there ? speakersOf(there) : []),
            // A line control stands ahead of an amplifier; a head unit has none to share.
            shares: output.item.kind === 'amplifier',
            filters: filters && output.item.bank.filters,
          },
        ] as const;
      }),
    ),
  );
  let best: { outputs: Output[]; cost: number } | undefined;
  let steps = 0;
  const busy = new Set<string>();
  const turned = new Map<string, { by: string; setting: string; count: number }>();
  const outputs: Output[] = [];
  const zones = Object.keys(job.zones);
  const choices = (i: number) => classes[chosen[i]!.class]!.outputs.length;
  const zone = (i: number) => zones.indexOf(job.speakers[heads[i]!.ids[0]!]?.zone ?? '');
  // What has the fewest outputs to choose from goes first; then zones in their order, so that the first has the front.
  const order = chosen.map((_, i) => i).sort((a, b) => choices(a) - choices(b) || zone(a) - zone(b));
  const give = (n: number, cost: number): void => {
    if (best && cost >= best.cost) return;
    const i = order[n];
    if (i === undefined) {
      const whole =
        cost +
        APART *
          splitMates(
            mates,
            chosen.map(({ wiring }, k) => ({ output: outputs[k]!, source: outputs[k]!.source, wiring })),
          );
      if (!best || whole < best.cost) best = { outputs: [...outputs], cost: whole };
      return;
    }
    const { setting, class: place } = chosen[i]!;
    const { ids, fronts, by } = heads[i]!;
    for (const output of classes[place]!.outputs) {
      steps++;
      const seat = seats.get(output)!;
      if (seat.channels.some((channel) => busy.has(channel))) continue;
      const clashes = seat.pairs.some((pair) => {
        const other = turned.get(pair);
        return other && ((seat.shares && other.by !== by) || (seat.filters && other.setting !== setting));
      });
      if (clashes) continue;
      for (const channel of seat.channels) busy.add(channel);
      for (const pair of seat.pairs) turned.set(pair, { by, setting, count: (turned.get(pair)?.count ?? 0) + 1 });
      outputs[i] = output;
      // Where all else is equal, what is connected already stays there.
      const stays = ids.some((id) => seat.there.has(id));
      give(n + 1, cost + swapped(output.front, fronts) + (stays ? 0 : MOVED));
      for (const channel of seat.channels) busy.delete(channel);
      for (const pair of seat.pairs) {
        const { count } = turned.get(pair)!;
        if (count > 1) turned.set(pair, { by, setting, count: count - 1 });
        else turned.delete(pair);
      }
    }
  };
  give(0, 0);
  spend(steps);
  return (
    best && {
      outputs: best.outputs,
      pairs: Math.floor(best.cost / APART),
      outOfSeat: Math.floor(best.cost % APART),
    }
  );
}
