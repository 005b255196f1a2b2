import type { FuseHolder } from '../gear/gear';
import { breaksAt, smallestFuse } from '../tables/fuses';
import type { Feed } from './feeds';

export interface HolderProposal {
  readonly holder: FuseHolder;
  readonly fuseA: number;
  readonly reason: string;
}

/**
 * Fuse holders that suit a feed, best first: those whose family has a size from the need up to the maker's
 * largest. Families that break `shortA`, the short-circuit current at the fuse, come first; then the smallest
 * fuse wins, then the lowest resistance.
 */
export function proposeHolders(
  feed: Feed,
  holders: readonly FuseHolder[],
  shortA = 0,
  nominalVolts = 12,
): HolderProposal[] {
  const breaks = ({ family }: FuseHolder) => breaksAt(family, nominalVolts) >= shortA;
  return holders
    .flatMap((holder) => {
      const fuseA = smallestFuse(holder.family, feed.fuseNeedA);
      return fuseA !== undefined && fuseA <= feed.item.makerMaxFuseA ? [{ holder, fuseA }] : [];
    })
    .sort(
      (a, b) =>
        Number(breaks(b.holder)) - Number(breaks(a.holder)) ||
        a.fuseA - b.fuseA ||
        a.holder.milliohm - b.holder.milliohm,
    )
    .map((found) => ({
      ...found,
      reason: `${found.fuseA} A is its smallest size at or above ${feed.fuseNeedA.toFixed(1)} A, and not above the maker's ${feed.item.makerMaxFuseA} A${shortA && breaks(found.holder) ? `; it breaks the ${Math.round(shortA)} A of a short` : ''}`,
    }));
}
