import { channelsOfOutput, speakersOf } from '../job/circuit';
import type { Job } from '../job/job';
import { controlOf } from '../job/signal';
import type { Output } from './outputs';
import { sitsFront, swapped } from './rank';
import type { Class, Option } from './space';

/** Weighs less than any seat, however many are moved. */
const MOVED = 1e-3;

export interface Seated {
  /** One output for each of the chosen. */
  readonly outputs: readonly Output[];
  /** Outputs that hold speakers of another seat. */
  readonly outOfSeat: number;
}

/** The outputs of each class given out: by the seat where it can be, and never one control over two. */
export function labelled(job: Job, classes: readonly Class[], chosen: readonly Option[]): Seated | undefined {
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
  return best && { outputs: best.outputs, outOfSeat: Math.floor(best.cost) };
}
