import type { Insulated } from '../tables/colours';
import type { Gauge } from '../tables/conductors';
import type { Cut, CutList } from './cuts';
import { pieceKey } from './cuttings';
import { nested, type Nesting } from './nesting';
import { reelKey, wireKey, type Rack, type Reel } from './rack';

/** Pieces of one wire, and the reels they are cut from. */
export interface WireNest {
  readonly key: string;
  readonly what: string;
  readonly gauge: Gauge | undefined;
  readonly colour: Insulated;
  /** Still to be cut, and cut already. */
  readonly pieces: readonly Cut[];
  readonly done: readonly Cut[];
  /** Reels of the rack that have this wire; `nesting` speaks of them and of `pieces` by their places in these lists. */
  readonly reels: readonly (Reel & { readonly id: string })[];
  readonly nesting: Nesting;
}

/** All wire that is still to be cut, nested on the rack and on what has to be bought. */
export function planNests({ cuts, reels }: CutList, rack: Rack, cut: ReadonlyMap<string, number>): WireNest[] {
  return reels.map(({ what, gauge, colour }) => {
    const key = wireKey(gauge, colour);
    const ours = cuts.filter((one) => wireKey(one.gauge, one.colour) === key);
    // One that was cut too short for what is planned by now has to be cut again.
    const isDone = (one: Cut) => (cut.get(pieceKey(one)) ?? 0) >= one.lengthMm;
    const pieces = ours.filter((one) => !isDone(one));
    const racked = Object.entries(rack.reels)
      .flatMap(([id, reel]) => (reelKey(reel) === key ? [{ id, ...reel }] : []))
      .sort((a, b) => a.mm - b.mm || a.id.localeCompare(b.id));
    const nesting = nested(
      pieces.map(({ lengthMm }) => lengthMm),
      { reels: racked.map(({ mm }) => mm), sold: rack.soldMm, keepMm: rack.keepMm },
    );
    return { key, what, gauge, colour, pieces, done: ours.filter(isDone), reels: racked, nesting };
  });
}

/** What has to be bought, wire by wire: how many reels of which length, mm. */
export const buyList = (
  nests: readonly WireNest[],
): readonly { readonly what: string; readonly count: number; readonly mm: number }[] =>
  nests.flatMap(({ what, nesting }) => {
    const lengths = nesting.cuttings.flatMap(({ reel, mm }) => (reel === undefined ? [mm] : []));
    return [...new Set(lengths)].map((mm) => ({ what, mm, count: lengths.filter((one) => one === mm).length }));
  });
