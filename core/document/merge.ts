import { changesBetween, same, valueAt, type Patch } from './patches';
import type { Restore } from './document';

/** One value that two people have changed since both saw the same, each to something else. */
export interface Clash {
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** How two people's documents of one kind are merged. */
export interface Merging {
  /** Members that follow from the others: nobody's values. */
  readonly derived: readonly string[];
  /** Members that stand for the whole document: whatever else the other changed clashes with one. */
  readonly whole: readonly string[];
}

const startsWith = (path: readonly string[], start: readonly string[]) => start.every((key, i) => path[i] === key);

export function merged<Doc>({ derived, whole }: Merging) {
  const isValue = ({ path }: Patch): boolean => !derived.includes(path[0]!);
  const isWhole = (path: readonly string[]): boolean => whole.includes(path[0]!);

  /** What two people have changed to different values since `base`. */
  function clashes(base: Doc, mine: Doc, theirs: Doc): Clash[] {
    const ours = changesBetween(base, mine).filter(isValue);
    const others = changesBetween(base, theirs).filter(isValue);
    const paths = ours.flatMap(({ path }) =>
      others.flatMap((other): (readonly string[])[] => {
        const one = [path, other.path].find(isWhole);
        if (one) return [[one[0]!]];
        return startsWith(path, other.path) ? [other.path] : startsWith(other.path, path) ? [path] : [];
      }),
    );
    const seen = new Set<string>();
    return paths.flatMap((path) => {
      const [my, their] = [valueAt(mine, path), valueAt(theirs, path)];
      const key = JSON.stringify(path);
      if (seen.has(key) || (!isWhole(path) && same(my, their))) return [];
      seen.add(key);
      return [{ path, mine: my, theirs: their }];
    });
  }

  /** What of mine does not clash, to be done on theirs; undefined when that is nothing. */
  function besideTheirs(base: Doc, mine: Doc, theirs: Doc): Restore | undefined {
    const found = clashes(base, mine, theirs);
    const patches = changesBetween(base, mine)
      .filter(isValue)
      .filter(({ path }) => !found.some((clash) => startsWith(path, clash.path) || startsWith(clash.path, path)))
      // What both changed alike stands in theirs already.
      .filter(({ path, to }) => !same(valueAt(theirs, path), to));
    return patches.length ? { op: 'restore', patches } : undefined;
  }

  return { clashes, besideTheirs };
}
