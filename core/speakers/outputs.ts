import type { PoweredGear } from '../gear/gear';
import type { ChannelSeat } from '../tables/colours';
import type { Rating } from './load';

/** Something speakers connect to: a channel, or two bridged. */
export interface Output extends Rating {
  /** gear/channel, or gear/a+b. */
  readonly key: string;
  readonly source: string;
  readonly item: PoweredGear;
  /** Channel ids, one or two. */
  readonly channels: readonly string[];
  readonly name: string;
  /** Of its first channel: whose colours its leads have. */
  readonly seat: ChannelSeat;
  /** Undefined where both sides, or none, come out of it. */
  readonly side: 'left' | 'right' | undefined;
  readonly front: boolean | undefined;
  readonly bridged: boolean;
}

const sideOf = (seat: ChannelSeat) =>
  seat.endsWith('Left') ? ('left' as const) : seat.endsWith('Right') ? ('right' as const) : undefined;
const frontOf = (seat: ChannelSeat) => (seat === 'mono' ? undefined : seat.startsWith('front'));

/** Every output a source has: its channels, then the pairs it allows to be bridged. */
export function outputsOf(source: string, item: PoweredGear): Output[] {
  const { channels, power, minOhm, bridge } = item.bank;
  const single = channels.map(({ id, name, seat }): Output => ({
    key: `${source}/${id}`,
    source,
    item,
    channels: [id],
    name,
    seat,
    side: sideOf(seat),
    front: frontOf(seat),
    bridged: false,
    power,
    minOhm,
  }));
  if (!bridge) return single;
  const pairs = bridge.pairs.map(([a, b]): Output => {
    const [first, second] = [a, b].map((id) => single.find((output) => output.channels[0] === id)!) as [Output, Output];
    return {
      ...first,
      key: `${source}/${a}+${b}`,
      channels: [a, b],
      name: `${first.name} + ${second.name} bridged`,
      side: first.side === second.side ? first.side : undefined,
      front: first.front === second.front ? first.front : undefined,
      bridged: true,
      power: bridge.power,
      minOhm: bridge.minOhm,
    };
  });
  return [...single, ...pairs];
}
