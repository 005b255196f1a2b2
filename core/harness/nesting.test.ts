import highs, { type Highs } from 'highs';
import { oneOf, seeded, upTo, type Dice } from '../../tests/support/any-craft';
import { nested, type Nesting, type Stock } from './nesting';

type Cost = readonly [number, number, number];
const less = (a: Cost, b: Cost): boolean => {
  const at = a.findIndex((x, i) => Math.abs(x - b[i]!) > 0.01);
  return at >= 0 && a[at]! < b[at]!;
};
const plus = (a: Cost, b: Cost): Cost => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const NEVER: Cost = [1e12, 1e12, 1e12];

/** Every way of sharing the pieces out among reels: a table over sets of pieces, one reel of the rack after another. */
function bruteForce(pieces: readonly number[], { reels, sold, keepMm }: Stock): Cost {
  const sets = 1 << pieces.length;
  const sum = Array.from({ length: sets }, (_, set) =>
    pieces.reduce((mm, piece, i) => mm + (set & (1 << i) ? piece : 0), 0),
  );
  const off = (mm: number, set: number, buying: boolean): Cost => {
    const left = mm - sum[set]!;
    return left < 0 ? NEVER : [buying ? mm : 0, left < keepMm ? left : 0, 1];
  };
  const part = (set: number, least: (of: number) => Cost, table: readonly Cost[]): Cost => {
    let best = NEVER;
    for (let of = set; of > 0; of = (of - 1) & set) {
      const cost = plus(least(of), table[set ^ of]!);
      if (less(cost, best)) best = cost;
    }
    return best;
  };
  let table: Cost[] = [[0, 0, 0]];
  for (let set = 1; set < sets; set++)
    table[set] = sold.length
      ? part(set, (of) => sold.map((mm) => off(mm, of, true)).reduce((a, b) => (less(b, a) ? b : a), NEVER), table)
      : [sum[set]!, 0, 0];
  for (const mm of reels)
    table = table.map((without, set) => {
      const within = part(set, (of) => off(mm, of, false), table);
      return less(within, without) ? within : without;
    });
  return table[sets - 1]!;
}

/** What a nesting comes to, added up from what is cut; fails where a piece is cut twice, or more than there is. */
function judged(pieces: readonly number[], { reels, sold, keepMm }: Stock, { cuttings, tooLong }: Nesting): Cost {
  expect([...tooLong, ...cuttings.flatMap((cutting) => cutting.pieces)].sort((a, b) => a - b)).toEqual([
    ...pieces.keys(),
  ]);
  const ours = cuttings.flatMap(({ reel }) => (reel === undefined ? [] : [reel]));
  expect(new Set(ours).size).toBe(ours.length);
  let cost: Cost = [0, 0, 0];
  for (const { reel, mm, pieces: cut, leftMm } of cuttings) {
    if (reel !== undefined) expect(mm).toBe(reels[reel]);
    else if (sold.length) expect(sold).toContain(mm);
    expect(leftMm).toBeGreaterThanOrEqual(-0.001);
    expect(leftMm).toBeCloseTo(mm - cut.reduce((sum, i) => sum + pieces[i]!, 0), 6);
    cost = plus(cost, [
      reel === undefined ? mm : 0,
      leftMm < keepMm - 0.001 ? leftMm : 0,
      reel !== undefined || sold.length ? 1 : 0,
    ]);
  }
  return cost;
}

function anyStock(dice: Dice): Stock {
  const reels = Array.from({ length: upTo(dice, 4) }, () => 50 * (1 + upTo(dice, 200)));
  const sold = oneOf(dice, [[10000], [5000, 10000], [7500, 25000], [3000, 7000, 10000], []]);
  return { reels, sold, keepMm: oneOf(dice, [0, 300, 1000]) };
}
const anyPieces = (dice: Dice, count: number) => Array.from({ length: count }, () => 50 * (2 + upTo(dice, 58)));

/** The same as a whole-number program: which piece off which reel, which reels are bought, as little as can be. */
function leastBought(solver: Highs, pieces: readonly number[], { reels, sold }: Stock): number {
  const total = pieces.reduce((sum, mm) => sum + mm, 0);
  const bins = [
    ...reels.map((mm) => ({ mm, price: 0 })),
    ...sold.flatMap((mm) =>
      Array.from({ length: Math.min(pieces.length, Math.ceil((2 * total) / mm) + 1) }, () => ({ mm, price: mm })),
    ),
  ];
  const x = (i: number, b: number) => `x${i}_${b}`;
  const result = solver.solve(
    [
      'Minimize',
      ` cost: ${bins.map(({ price }, b) => `${price} y${b}`).join(' + ')}`,
      'Subject To',
      ...pieces.map((_, i) => ` p${i}: ${bins.map((__, b) => x(i, b)).join(' + ')} = 1`),
      ...bins.map(
        ({ mm }, b) => ` b${b}: ${pieces.map((piece, i) => `${piece} ${x(i, b)}`).join(' + ')} - ${mm} y${b} <= 0`,
      ),
      // Of new reels alike the earlier is bought first.
      ...bins.flatMap(({ mm, price }, b) =>
        price && bins[b - 1]?.price && bins[b - 1]!.mm === mm ? [` o${b}: y${b} - y${b - 1} <= 0`] : [],
      ),
      'Binary',
      ` ${bins.map((_, b) => `y${b}`).join(' ')} ${pieces.flatMap((_, i) => bins.map((__, b) => x(i, b))).join(' ')}`,
      'End',
    ].join('\n'),
    { time_limit: 60 },
  );
  expect(result.Status).toBe('Optimal');
  return result.ObjectiveValue;
}

/** Longest first, off the first reel that has it, else off a new one of the largest length sold. */
function firstFitDecreasing(pieces: readonly number[], { reels, sold, keepMm }: Stock): Cost {
  const bins = reels.map((mm) => ({ mm, left: mm, bought: false }));
  for (const piece of [...pieces].sort((a, b) => b - a)) {
    let bin = bins.find(({ left }) => left >= piece);
    if (!bin) bins.push((bin = { mm: Math.max(...sold), left: Math.max(...sold), bought: true }));
    bin.left -= piece;
  }
  return bins
    .filter(({ mm, left }) => left < mm)
    .map(({ mm, left, bought }): Cost => [bought ? mm : 0, left < keepMm ? left : 0, 1])
    .reduce(plus, [0, 0, 0]);
}

test('up to ten pieces: as good as the best of every way there is', () => {
  for (let seed = 1; seed <= 250; seed++) {
    const dice = seeded(seed);
    const stock = anyStock(dice);
    const pieces = anyPieces(dice, 1 + (seed % (seed % 10 ? 8 : 10)));
    const ours = nested(pieces, stock);
    const cost = judged(pieces, stock, ours);
    expect([seed, ours.proven, ours.tooLong, ...cost]).toEqual([seed, true, [], ...bruteForce(pieces, stock)]);
    expect([ours.boughtMm, ours.wasteMm, ours.leastBoughtMm]).toEqual([cost[0], cost[1], cost[0]]);
  }
});

test('50 cases of 12 to 17 pieces: no less can be bought, says a solver of mixed-integer programs', async () => {
  const solver = await highs();
  let proven = 0;
  for (let seed = 301; seed <= 350; seed++) {
    const dice = seeded(seed);
    const stock = { ...anyStock(dice), sold: oneOf(dice, [[10000], [5000, 10000], [3000, 7000]]) };
    const pieces = anyPieces(dice, 12 + (seed % 6));
    const ours = nested(pieces, stock);
    judged(pieces, stock, ours);
    const theirs = leastBought(solver, pieces, stock);
    expect([seed, ours.leastBoughtMm <= theirs + 0.01, ours.boughtMm >= theirs - 0.01]).toEqual([seed, true, true]);
    if (ours.boughtMm - ours.leastBoughtMm < 0.01) proven++;
    if (ours.proven) expect([seed, Math.round(ours.boughtMm)]).toEqual([seed, Math.round(theirs)]);
  }
  expect(proven).toBeGreaterThan(40);
});

test('150 cases of up to 60 pieces: never worse than first fit, longest first', () => {
  let better = 0;
  for (let seed = 401; seed <= 550; seed++) {
    const dice = seeded(seed);
    const stock = { ...anyStock(dice), sold: oneOf(dice, [[10000], [5000, 10000], [3000, 25000]]) };
    const pieces = anyPieces(dice, 10 + upTo(dice, 50));
    const cost = judged(pieces, stock, nested(pieces, stock));
    const theirs = firstFitDecreasing(pieces, stock);
    expect([seed, less(theirs, cost)]).toEqual([seed, false]);
    if (less(cost, theirs)) better++;
  }
  expect(better).toBeGreaterThan(50);
});

describe('by hand', () => {
  const stock = (reels: number[], sold: number[] = [10000], keepMm = 300): Stock => ({ reels, sold, keepMm });

  test('what the rack has is used to its end before anything is bought', () => {
    // 4 + 3 m fill 7 m; 2.6 m leave 0.3 m of 2.9 m, which is kept.
    const { cuttings, ...rest } = nested([3000, 4000, 2600], stock([7000, 2900]));
    expect(cuttings).toEqual([
      { reel: 0, mm: 7000, pieces: [1, 0], leftMm: 0 },
      { reel: 1, mm: 2900, pieces: [2], leftMm: 300 },
    ]);
    expect(rest).toEqual({ tooLong: [], boughtMm: 0, wasteMm: 0, leastBoughtMm: 0, proven: true });
  });

  test('an end as long as is kept is no waste; a millimetre less is', () => {
    expect(nested([2700], stock([3000])).wasteMm).toBe(0);
    expect(nested([2701], stock([3000])).wasteMm).toBe(299);
  });

  test('rather two small reels than a large one, where that is less to buy; else fewer', () => {
    expect(nested([4000, 4000], stock([], [5000, 25000])).cuttings.map(({ mm }) => mm)).toEqual([5000, 5000]);
    expect(nested([4000, 4000], stock([], [5000, 10000])).cuttings.map(({ mm }) => mm)).toEqual([10000]);
  });

  test('a piece that no reel is long enough for is told, and the rest is cut', () => {
    expect(nested([12000, 3000], stock([4000]))).toMatchObject({ tooLong: [0], boughtMm: 0 });
    // The rack has one of 12 m: one of two is cut from it, the other cannot be.
    expect(nested([11000, 11500, 3000], stock([12000]))).toMatchObject({ tooLong: [1], boughtMm: 10000 });
  });

  test('by the metre: just what is missing, in one length', () => {
    expect(nested([3000, 2000, 1500], stock([3200], []))).toMatchObject({
      cuttings: [
        { reel: 0, pieces: [0], leftMm: 200 },
        { reel: undefined, mm: 3500, pieces: [1, 2], leftMm: 0 },
      ],
      boughtMm: 3500,
      wasteMm: 200,
    });
  });

  test('nothing to cut takes nothing', () => {
    expect(nested([], stock([5000]))).toEqual({
      cuttings: [],
      tooLong: [],
      boughtMm: 0,
      wasteMm: 0,
      leastBoughtMm: 0,
      proven: true,
    });
  });
});
