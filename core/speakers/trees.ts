import type { Wiring } from '../job/circuit';
import { join } from '../connections/wiring';

/** Every way to share out a list into two or more parts, each once. */
function partitions<T>(items: readonly T[]): T[][][] {
  const [first, ...rest] = items;
  if (first === undefined) return [[]];
  return partitions(rest).flatMap((parts) => [
    ...parts.map((part, i) => [...parts.slice(0, i), [first, ...part], ...parts.slice(i + 1)]),
    [[first], ...parts],
  ]);
}

/** One way to join so many members, which stand at their places in a list. */
export interface Tree {
  readonly wire: (members: readonly Wiring[]) => Wiring;
  /** Places that carry one current, or lie in one branch with others: bit by bit, a mask for each series join. */
  readonly serial: readonly number[];
}

const trees = (places: readonly number[], top: 'series' | 'parallel'): Tree[] => {
  const [only] = places;
  if (places.length === 1) return [{ wire: (members) => members[only!]!, serial: [] }];
  const below = top === 'series' ? 'parallel' : 'series';
  const own = top === 'series' ? [places.reduce((mask, place) => mask | (1 << place), 0)] : [];
  return partitions(places)
    .filter((parts) => parts.length > 1)
    .flatMap((parts) =>
      parts
        .map((part) => trees(part, below))
        .reduce<Tree[][]>((all, ways) => all.flatMap((chosen) => ways.map((way) => [...chosen, way])), [[]])
        .map((chosen): Tree => ({
          wire: (members) =>
            join(
              top,
              chosen.map((part) => part.wire(members)),
            ),
          serial: [...own, ...chosen.flatMap(({ serial }) => serial)],
        })),
    );
};

const known = new Map<number, readonly Tree[]>();

/** Every series-parallel tree of so many members, worked out once. */
export function treesOf(count: number): readonly Tree[] {
  let all = known.get(count);
  if (!all) {
    const places = Array.from({ length: count }, (_, i) => i);
    all = count === 1 ? trees(places, 'series') : [...trees(places, 'parallel'), ...trees(places, 'series')];
    known.set(count, all);
  }
  return all;
}

/**
 * Every series-parallel wiring of `members`, each member once, the order of members being of no account:
 * 1, 2, 8 and 52 for one to four (the number of series-parallel networks with labelled edges, OEIS A006351).
 */
export const seriesParallel = (members: readonly Wiring[]): Wiring[] =>
  treesOf(members.length).map((tree) => tree.wire(members));
