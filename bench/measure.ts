export interface Row {
  readonly what: string;
  readonly median: number;
  readonly p95: number;
  readonly unit: string;
  /** Largest allowed, and which of the two it is held against. */
  readonly budget: number | undefined;
  readonly against: 'median' | 'p95';
}

/** Milliseconds of warming up: what is measured is a program that has been at work for a while. */
const WARM_MS = 500;

/** Median and 95th percentile of `times` runs after half a second of them to warm up, ms. */
export async function measure(
  what: string,
  times: number,
  work: () => unknown,
  budget?: number,
  against: Row['against'] = 'median',
): Promise<Row> {
  const warm = performance.now() + WARM_MS;
  while (performance.now() < warm) await work();
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const begun = performance.now();
    await work();
    took.push(performance.now() - begun);
  }
  return row(what, took, 'ms', budget, against);
}

/** A row from figures already taken. */
export function row(
  what: string,
  figures: readonly number[],
  unit: string,
  budget?: number,
  against: Row['against'] = 'median',
): Row {
  const sorted = [...figures].sort((a, b) => a - b);
  const at = (part: number) => sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))]!;
  return { what, median: at(0.5), p95: at(0.95), unit, budget, against };
}

/** A row that does not keep its budget. */
export const isMissed = (r: Row): boolean => r.budget !== undefined && !(r[r.against] <= r.budget);

/** The rows as one table; says of each whether it keeps its budget. */
export function table(rows: readonly Row[]): string {
  const text = (x: number) => (x >= 100 ? x.toFixed(0) : x.toPrecision(3));
  const lines = rows.map((r) => [
    r.what,
    `${text(r.median)} ${r.unit}`,
    `${text(r.p95)} ${r.unit}`,
    r.budget === undefined ? '–' : `${r.against} ≤ ${r.budget} ${r.unit}`,
    r.budget === undefined ? '' : isMissed(r) ? 'MISSED' : 'kept',
  ]);
  const all = [['what', 'median', 'p95', 'budget', ''], ...lines];
  const widths = all[0]!.map((_, c) => Math.max(...all.map((l) => l[c]!.length)));
  return all
    .map((l) =>
      l
        .map((cell, c) => cell.padEnd(widths[c]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}
