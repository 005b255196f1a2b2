import * as v from 'valibot';
import type { BayEvent, WireEvent } from '../job/events';
import { colourText, type Insulated } from '../tables/colours';
import type { Gauge } from '../tables/conductors';
import { WireKind } from '../tables/wire';
import { Text, entriesOf, ranged } from '../text/scalars';
import { Cuttings, totalMm, type CutEntry } from './cuttings';

const MOST_REELS = 300;
/** Most that is on one reel, mm. */
const REEL_MM = 1_000_000;
const Mm = ranged(1, REEL_MM, 'mm');

export const Reel = v.strictObject({ wire: WireKind, mm: Mm, note: Text });
export type Reel = v.InferOutput<typeof Reel>;

/** The reels of this workshop, and how new ones come. */
export const Rack = v.strictObject({
  reels: entriesOf(MOST_REELS, 'reels', Reel),
  /** Lengths that new reels are sold in, mm; none: wire is bought by the metre. */
  soldMm: v.pipe(v.array(Mm), v.maxLength(6, 'expected 6 lengths at most')),
  /** A shorter end is waste, mm. */
  keepMm: ranged(0, 10_000, 'mm'),
  /** Ends of reels that were cut up, the last of them: there again where one was not cut after all. */
  thrownAway: entriesOf(MOST_REELS, 'reels', v.strictObject({ ...Reel.entries, mm: ranged(0, REEL_MM, 'mm') })),
});
export type Rack = v.InferOutput<typeof Rack>;

/** A rack with nothing in it; new reels as they are commonly sold (common practice). */
export const EMPTY_RACK: Rack = { reels: {}, soldMm: [10_000, 30_000], keepMm: 300, thrownAway: {} };

/** Wire alike has one name. */
export const wireKey = (gauge: Gauge | null | undefined, colour: Insulated): string =>
  `${gauge ?? 'pair'} ${colourText(colour)}`;
export const reelKey = ({ wire }: Pick<Reel, 'wire'>): string => wireKey(wire.gauge, wire.colour);

const without = <T>(entries: Readonly<Record<string, T>>, id: string): [T | undefined, Record<string, T>] => [
  Object.hasOwn(entries, id) ? entries[id] : undefined,
  Object.fromEntries(Object.entries(entries).filter(([other]) => other !== id)),
];

/**
 * The rack once wire has been cut off one of its reels, or off one bought for it; once more where that was entered by
 * mistake. What is left on it stays in the rack unless it is too short to keep; then it is remembered, to be there again
 * should it not have been cut after all. A reel that is gone stays gone. `counted`: the pieces that this entry adds to
 * what is cut, or gives back.
 */
function afterCutting(rack: Rack, { event, counted }: CutEntry): Rack {
  if (event.copied || !counted.length) return rack;
  const { reel: id, wire, boughtMm, done } = event;
  const cutMm = totalMm(counted);
  const [there, reels] = without(rack.reels, id);
  const [end, thrownAway] = without(rack.thrownAway, id);
  const full = (mm: number) => ({ wire, note: '', ...end, ...there, mm });
  if (!done) {
    // What was bought for it is in the rack all the same, whole again.
    const left = (there ?? end)?.mm ?? (boughtMm === undefined ? 0 : Math.max(0, boughtMm - cutMm));
    return { ...rack, reels: { ...reels, [id]: full(Math.min(REEL_MM, left + cutMm)) }, thrownAway };
  }
  const before = there?.mm ?? boughtMm;
  if (before === undefined) return rack;
  const left = full(Math.max(0, before - cutMm));
  if (left.mm > 0 && left.mm >= rack.keepMm) return { ...rack, reels: { ...reels, [id]: left }, thrownAway };
  const ends = Object.entries({ ...thrownAway, [id]: left }).slice(-MOST_REELS);
  return { ...rack, reels, thrownAway: Object.fromEntries(ends) };
}

/** The rack once these entries of a job have come after those that it had. */
export function afterEntries(rack: Rack, before: readonly BayEvent[], entries: readonly WireEvent[]): Rack {
  const cuttings = new Cuttings(before);
  return entries.reduce((now, event) => {
    const { event: of, counted } = cuttings.take(event);
    // A copy neither cuts nor gives back what it was copied with.
    return afterCutting(now, { event: { ...event, ...(of.copied && { copied: true }) }, counted });
  }, rack);
}
