import type { Fitted } from '../panels/fitted';
import type { Draft } from './draft';

/** New speakers in an enclosure. */
export const heldIn = (d: Draft, gear: string): string[] =>
  d.fresh.flatMap(([id]) => (d.seen.mounts[id]?.inside?.gear === gear ? [id] : []));

/** Whether gear is fitted on the bench, into an enclosure that is not on the craft yet; into one that is kept it is not. */
export const onBench = (d: Draft, { inside }: Pick<Fitted, 'inside'>): boolean =>
  inside !== null && d.job.gear[inside.gear]!.there === null;

/** What an enclosure asks for before it is on: nothing in it is reached afterwards. */
export function enclosureLines(d: Draft, gear: string): string[] {
  const { item } = d.job.gear[gear]!;
  if (item.kind !== 'enclosure') return [];
  const inIt = heldIn(d, gear)
    .map((id) => d.nameOf(id))
    .join(', ');
  return [
    ...(inIt
      ? [`${inIt} in it first: coils joined as planned, leads out, and tried with a cell before it is closed.`]
      : []),
    ...(item.form === 'can' ? ['Turn its flange so that the lead leaves low, before the clamp is tightened.'] : []),
    ...(item.stops.length
      ? [`Push it to its stop at the ${item.stops.join(' and the ')}; mark its holes through it.`]
      : []),
  ];
}
