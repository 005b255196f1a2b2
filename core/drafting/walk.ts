import { orderCovers, type OpenedCover } from '../build/index';
import { coverMinutes, coversFor } from '../craft/covers';
import type { Pattern } from '../craft/pattern';
import { own } from '../document/patches';

/** What comes off to get at a place or a leg, in the order it does, and the minutes that takes, off and on again. */
export interface Walk {
  readonly covers: readonly OpenedCover[];
  readonly minutes: number;
}

/** The walk to a place or leg as the pattern is drawn so far; undefined where there is none of that key. */
export function walkTo(pattern: Pattern, id: string): Walk | undefined {
  const thing = own(pattern.places, id) ?? own(pattern.legs, id);
  if (!thing) return undefined;
  const open = coversFor(pattern, [thing.covers], false);
  return { covers: orderCovers(pattern, open).covers, minutes: coverMinutes(pattern, open) };
}
