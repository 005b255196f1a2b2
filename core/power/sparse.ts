/**
 * A symmetric matrix whose pattern of entries is known before its values: the pattern is eliminated once,
 * on paper, into a list of steps; each set of values then runs down that list. Entries are kept in one
 * array: the n diagonal ones first, then those above it, fill-in among them.
 */
export interface Elimination {
  readonly n: number;
  /** Length of the array of entries. */
  readonly entries: number;
  /** Where the entry of row i and column j stands, either way round; both below n and joined, or the same. */
  readonly at: (i: number, j: number) => number;
  /** Rows in the order they are eliminated. */
  readonly order: Int32Array;
  /** Of the k-th row eliminated, the columns still left and where their entries stand: [first[k], first[k + 1]). */
  readonly first: Int32Array;
  readonly column: Int32Array;
  readonly entry: Int32Array;
  /** Entries that eliminating changes, in the order it does: pair after pair of the columns left of each row. */
  readonly changed: Int32Array;
}

/**
 * Eliminates a pattern, rows with the fewest neighbours first: a harness is nearly a tree, and a tree so
 * taken fills nothing in. `pairs` are the joined rows, in any order, repeated or not; a row may not join itself.
 */
export function eliminate(n: number, pairs: readonly (readonly [number, number])[]): Elimination {
  const near = Array.from({ length: n }, () => new Set<number>());
  for (const [i, j] of pairs) {
    near[i]!.add(j);
    near[j]!.add(i);
  }
  // Rows by their number of neighbours. A row is put in anew when it loses or gains some; stale ones are skipped.
  const waiting: number[][] = [];
  const wait = (i: number) => (waiting[near[i]!.size] ??= []).push(i);
  for (let i = n - 1; i >= 0; i--) wait(i);

  const places = new Map<number, number>();
  const done = new Uint8Array(n);
  const order = new Int32Array(n);
  const first = new Int32Array(n + 1);
  const column: number[] = [];
  const entry: number[] = [];
  let entries = n;
  for (let k = 0, degree = 0; k < n;) {
    const i = waiting[degree]?.pop();
    if (i === undefined) {
      degree++;
      continue;
    }
    if (done[i] || near[i]!.size !== degree) continue;
    done[i] = 1;
    order[k] = i;
    const left = [...near[i]!];
    for (const j of left) {
      near[j]!.delete(i);
      for (const other of left) if (other !== j) near[j]!.add(other);
      column.push(j);
      entry.push(entries);
      places.set(i * n + j, entries);
      places.set(j * n + i, entries);
      entries++;
      wait(j);
    }
    first[++k] = column.length;
    degree = Math.max(0, degree - 1);
  }
  const at = (i: number, j: number) => (i === j ? i : places.get(i * n + j)!);
  const changed: number[] = [];
  for (let k = 0; k < n; k++)
    for (let a = first[k]!; a < first[k + 1]!; a++)
      for (let b = first[k]!; b < a; b++) changed.push(at(column[a]!, column[b]!));
  return {
    n,
    entries,
    at,
    order,
    first,
    column: Int32Array.from(column),
    entry: Int32Array.from(entry),
    changed: Int32Array.from(changed),
  };
}

/** The matrix times a vector, put into another. */
export function multiply(
  { n, order, first, column, entry }: Elimination,
  values: Float64Array,
  x: Float64Array,
  y: Float64Array,
): Float64Array {
  y.fill(0);
  for (let k = 0; k < n; k++) {
    const i = order[k]!;
    y[i]! += values[i]! * x[i]!;
    for (let a = first[k]!; a < first[k + 1]!; a++) {
      const j = column[a]!;
      y[i]! += values[entry[a]!]! * x[j]!;
      y[j]! += values[entry[a]!]! * x[i]!;
    }
  }
  return y;
}

/**
 * Solves for one right-hand side, which becomes the answer, or tells by undefined that a pivot is not positive, so
 * that the matrix is not positive definite. Both are used up.
 */
export function solvePositive(
  { n, order, first, column, entry, changed }: Elimination,
  m: Float64Array,
  x: Float64Array,
): Float64Array | undefined {
  let change = 0;
  for (let k = 0; k < n; k++) {
    const i = order[k]!;
    const pivot = m[i]!;
    if (!(pivot > 1e-12)) return undefined;
    for (let a = first[k]!; a < first[k + 1]!; a++) {
      const j = column[a]!;
      const factor = m[entry[a]!]! / pivot;
      x[j]! -= factor * x[i]!;
      m[j]! -= factor * m[entry[a]!]!;
      for (let b = first[k]!; b < a; b++) m[changed[change++]!]! -= factor * m[entry[b]!]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    const i = order[k]!;
    let left = x[i]!;
    for (let a = first[k]!; a < first[k + 1]!; a++) left -= m[entry[a]!]! * x[column[a]!]!;
    x[i] = left / m[i]!;
  }
  return x;
}
