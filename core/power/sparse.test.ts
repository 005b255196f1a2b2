import fc from 'fast-check';
import { eliminate, multiply, solvePositive } from './sparse';

/** Random joins with weights and a little to ground everywhere: positive definite, as conductances are. */
const network = fc.integer({ min: 1, max: 14 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    joins: fc.array(
      fc.record({
        i: fc.integer({ min: 0, max: n - 1 }),
        j: fc.integer({ min: 0, max: n - 1 }),
        siemens: fc.double({ min: 0.01, max: 500, noNaN: true }),
      }),
      { maxLength: 40 },
    ),
    right: fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: n, maxLength: n }),
  }),
);

test('what is solved gives back its right-hand side, by plain rows and by our own product', () => {
  fc.assert(
    fc.property(network, ({ n, joins, right }) => {
      const real = joins.filter(({ i, j }) => i !== j);
      const plan = eliminate(
        n,
        real.map(({ i, j }) => [i, j] as const),
      );
      const values = new Float64Array(plan.entries);
      const plain = Array.from({ length: n }, (_, i) =>
        Array.from({ length: n }, (_, j): number => (i === j ? 0.5 : 0)),
      );
      for (let i = 0; i < n; i++) values[i] = 0.5;
      for (const { i, j, siemens } of real) {
        values[i]! += siemens;
        values[j]! += siemens;
        values[plan.at(j, i)]! -= siemens;
        plain[i]![i]! += siemens;
        plain[j]![j]! += siemens;
        plain[i]![j]! -= siemens;
        plain[j]![i]! -= siemens;
      }
      const x = solvePositive(plan, values, Float64Array.from(right))!;
      const back = multiply(plan, values, x);
      plain.forEach((row, i) => {
        const sum = row.reduce((total, a, j) => total + a * x[j]!, 0);
        expect(Math.abs(sum - right[i]!)).toBeLessThan(1e-6);
        expect(Math.abs(back[i]! - sum)).toBeLessThan(1e-6);
      });
    }),
    { numRuns: 300, seed: 251126 },
  );
});

test('a tree fills nothing in; a ring fills in what it must', () => {
  const star = [1, 2, 3, 4, 5].map((j) => [0, j] as const);
  expect(eliminate(6, star).entries).toBe(6 + 5);
  expect(eliminate(6, [...star, ...star]).entries).toBe(6 + 5);
  const ring = [0, 1, 2, 3].map((i) => [i, (i + 1) % 4] as const);
  expect(eliminate(4, ring).entries).toBe(4 + 4 + 1);
});

test('a matrix that is not positive definite has no answer', () => {
  const plan = eliminate(2, [[0, 1]]);
  const values = new Float64Array(plan.entries);
  values[0] = values[1] = 1;
  values[plan.at(0, 1)] = -2;
  expect(solvePositive(plan, values, Float64Array.from([1, 1]))).toBeUndefined();
});
