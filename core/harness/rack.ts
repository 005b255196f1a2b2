import * as v from 'valibot';
import type { WireEvent } from '../job/events';
import { colourText, type Insulated } from '../tables/colours';
import type { Gauge } from '../tables/conductors';
import { WireKind } from '../tables/wire';
import { Text, entriesOf, ranged } from '../text/scalars';

/** Most that is on one reel, mm. */
const REEL_MM = 1_000_000;
const Mm = ranged(1, REEL_MM, 'mm');

export const Reel = v.strictObject({ wire: WireKind, mm: Mm, note: Text });
export type Reel = v.InferOutput<typeof Reel>;

/** The reels of this workshop, and how new ones come. */
export const Rack = v.strictObject({
  reels: entriesOf(300, 'reels', Reel),
  /** Lengths that new reels are sold in, mm; none: wire is bought by the metre. */
  soldMm: v.pipe(v.array(Mm), v.maxLength(6, 'expected 6 lengths at most')),
  /** A shorter end is waste, mm. */
  keepMm: ranged(0, 10_000, 'mm'),
});
export type Rack = v.InferOutput<typeof Rack>;

/** A rack with nothing in it; new reels as they are commonly sold (common practice). */
export const EMPTY_RACK: Rack = { reels: {}, soldMm: [10_000, 30_000], keepMm: 300 };

/** Wire alike has one name. */
export const wireKey = (gauge: Gauge | null | undefined, colour: Insulated): string =>
  `${gauge ?? 'pair'} ${colourText(colour)}`;
export const reelKey = ({ wire }: Pick<Reel, 'wire'>): string => wireKey(wire.gauge, wire.colour);

const withReel = (rack: Rack, id: string, reel: Reel): Rack => ({ ...rack, reels: { ...rack.reels, [id]: reel } });
export function withoutReel(rack: Rack, id: string): Rack {
  return { ...rack, reels: Object.fromEntries(Object.entries(rack.reels).filter(([other]) => other !== id)) };
}

/**
 * The rack once wire has been cut off one of its reels, or off one bought for it; once more where that was entered by
 * mistake. What is left on it stays in the rack unless it is too short to keep. A reel that is gone stays gone.
 */
export function afterCutting(rack: Rack, { reel: id, wire, boughtMm, pieces, done, copied }: WireEvent): Rack {
  if (copied) return rack;
  const cutMm = pieces.reduce((sum, { mm }) => sum + mm, 0);
  const there = Object.hasOwn(rack.reels, id) ? rack.reels[id]! : undefined;
  if (!done) {
    // What was bought for it is in the rack all the same, whole again.
    const left = there?.mm ?? (boughtMm === undefined ? 0 : boughtMm - cutMm);
    return withReel(rack, id, { wire, note: '', ...there, mm: Math.min(REEL_MM, Math.max(0, left) + cutMm) });
  }
  const before = boughtMm ?? there?.mm;
  if (before === undefined) return rack;
  const left = before - cutMm;
  if (left <= 0 || left < rack.keepMm) return withoutReel(rack, id);
  return withReel(rack, id, { wire, note: '', ...there, mm: left });
}
