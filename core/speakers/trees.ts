import type { Wiring } from '../job/circuit';
import { join } from '../job/wiring';

/** Every way to share out a list into two or more parts, each once. */
function partitions<T>(items: readonly T[]): T[][][] {
  const [first, ...rest] = items;
  if (first === undefined) return [[]];
  return partitions(rest).flatMap((parts) => [
    ...parts.map((part, i) => [...parts.slice(0, i), [first, ...part], ...parts.slice(i + 1)]),
    [[first], ...parts],
  ]);
}

const trees = (members: readonly Wiring[], top: 'series' | 'parallel'): Wiring[] => {
  if (members.length === 1) return [members[0]!];
  const below = top === 'series' ? 'parallel' : 'series';
  return partitions(members)
    .filter((parts) => parts.length > 1)
    .flatMap((parts) =>
      parts
        .map((part) => trees(part, below))
        .reduce<Wiring[][]>((all, ways) => all.flatMap((chosen) => ways.map((way) => [...chosen, way])), [[]])
        .map((chosen) => join(top, chosen)),
    );
};

/**
 * Every series-parallel wiring of `members`, each member once, the order of members being of no account:
 * 1, 2, 8 and 52 for one to four (the number of series-parallel networks with labelled edges, OEIS A006351).
 */
export function seriesParallel(members: readonly Wiring[]): Wiring[] {
  return members.length === 1 ? [members[0]!] : [...trees(members, 'parallel'), ...trees(members, 'series')];
}
