import type { Px } from './projection';

/** A box on the sheet by its middle, px. */
export interface Spot {
  readonly at: Px;
  readonly w: number;
  readonly h: number;
}
/** A label that wants a place: where its middle may be, the best first. */
export interface Wanted {
  readonly w: number;
  readonly h: number;
  readonly spots: readonly Px[];
}

const GAP = 2;
const overlap = (a: Spot, b: Spot): number => {
  const part = (i: 0 | 1, size: 'w' | 'h') => (a[size] + b[size]) / 2 + GAP - Math.abs(a.at[i] - b.at[i]);
  const [x, y] = [part(0, 'w'), part(1, 'h')];
  return x > 0 && y > 0 ? x * y : 0;
};

/**
 * Where labels go so that none lies over another or over what is there already: each, in its turn, at the first of
 * its spots that is free, else where it covers least. Undefined for a label that has no spot.
 */
export function freeSpots(wanted: readonly Wanted[], there: readonly Spot[]): (Px | undefined)[] {
  const taken = [...there];
  return wanted.map(({ w, h, spots }) => {
    let best: { at: Px; covers: number } | undefined;
    for (const at of spots) {
      const covers = taken.reduce((sum, other) => sum + overlap({ at, w, h }, other), 0);
      if (!best || covers < best.covers) best = { at, covers };
      if (covers === 0) break;
    }
    if (best) taken.push({ at: best.at, w, h });
    return best?.at;
  });
}
