import fc from 'fast-check';
import { layOut, solveNetwork, type Network, type Resistor, type Solution } from './network';
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
      const x = solvePositive(plan, values.slice(), Float64Array.from(right))!;
      const back = multiply(plan, values, x, new Float64Array(x.length).fill(7));
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

const figures = (solution: Solution) =>
  solution.state === 'collapsed'
    ? solution.state
    : [solution.volts, solution.amps, solution.loadAmps, solution.supplies].map((each) => each.all());

describe('a network laid out once', () => {
  const ohm = fc.double({ min: 0.001, max: 0.4, noNaN: true });

  test('gives, with other ohms each time, what a fresh one gives, converters and diodes and all', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(ohm, ohm, ohm, ohm), { minLength: 2, maxLength: 6 }), (rounds) => {
        const far: Resistor = { name: 'far', a: 'outlet', b: 'lamp', ohm: 0.1 };
        const wires: Resistor[] = [
          { name: 'main', a: 'post', b: 'block', ohm: 0.01 },
          { name: 'branch', a: 'block', b: 'amp', ohm: 0.01 },
          { name: 'tie', a: 'post', b: 'other', ohm: 0.01, diodeVolts: 0.7 },
        ];
        const network: Network = {
          ground: 'g',
          supplies: [
            { name: 'battery', node: 'post', volts: 12.7, ohm: 0.01, oneWay: true },
            { name: 'alternator', node: 'post', volts: 14.2, ohm: 0, mostA: 8, oneWay: true },
            { name: 'house', node: 'other', volts: 12.2, ohm: 0.02, oneWay: true },
          ],
          resistors: wires,
          loads: [
            { name: 'amp', plus: 'amp', minus: 'g', watts: 60, amps: 0.4, siemens: 0 },
            { name: 'fan', plus: 'other', minus: 'g', watts: 0, amps: 2, siemens: 0.1 },
          ],
          conversions: [
            {
              name: 'converter',
              plus: 'block',
              minus: 'g',
              efficiency: 0.85,
              idleA: 0.05,
              output: {
                ground: 'home',
                supplies: [{ name: 'outlet', node: 'outlet', volts: 5, ohm: 0 }],
                resistors: [far],
                loads: [{ name: 'lamp', plus: 'lamp', minus: 'home', watts: 6, amps: 0, siemens: 0 }],
              },
            },
          ],
        };
        const solve = layOut(network);
        for (const [a, b, c, d] of rounds) {
          [wires[0], wires[1], wires[2], far].forEach((wire, i) => Object.assign(wire!, { ohm: [a, b, c, d][i] }));
          expect(figures(solve())).toEqual(figures(solveNetwork(structuredClone(network))));
        }
      }),
      { numRuns: 60 },
    );
  });

  test('networks that differ in nothing but what joins what, or in a name, are told apart, however many there were', () => {
    // 12 V behind 1 Ω into a chain of resistors of 1 Ω to ground, one node more each time: I = 12 / (1 + n).
    const chain = (n: number): Network => ({
      ground: 'g',
      supplies: [{ name: 'battery', node: 'n0', volts: 12, ohm: 1 }],
      resistors: Array.from({ length: n }, (_, i) => ({
        name: `r${i}`,
        a: `n${i}`,
        b: i === n - 1 ? 'g' : `n${i + 1}`,
        ohm: 1,
      })),
      loads: [],
    });
    const ampsOf = (network: Network, name: string) => {
      const solution = solveNetwork(network);
      return solution.state === 'solved' ? solution.amps.get(name) : undefined;
    };
    for (const n of [...Array.from({ length: 300 }, (_, i) => i + 1), 1, 2])
      expect(ampsOf(chain(n), 'r0')).toBeCloseTo(12 / (1 + n), 9);
    const { resistors, ...rest } = chain(3);
    // The last one crosses over: two in a row, and one beside the second.
    const crossed = {
      ...rest,
      resistors: resistors.map((r, i) => (i === 2 ? { ...r, a: 'n1' } : i === 1 ? { ...r, b: 'g' } : r)),
    };
    expect(ampsOf(crossed, 'r0')).toBeCloseTo(12 / 2.5, 9);
    expect(
      ampsOf({ ...rest, resistors: resistors.map((r) => ({ ...r, name: `other ${r.name}` })) }, 'other r0'),
    ).toBeCloseTo(3, 9);
    expect(ampsOf(chain(3), 'r0')).toBeCloseTo(3, 9);
    // The second ends at ground instead, and the third carries nothing: 12 / (1 + 2).
    const short = { ...rest, resistors: resistors.map((r, i) => (i === 1 ? { ...r, b: 'g' } : r)) };
    expect(ampsOf(short, 'r0')).toBeCloseTo(4, 9);
    // A load of 1 S from the battery to ground, 12 / (1 + ⅔) · ⅓ through the chain of two; across its first alone,
    // 12 / (1 + ½ + 1) · ½.
    const loaded = (minus: string): Network => ({
      ...chain(2),
      loads: [{ name: 'lamp', plus: 'n0', minus, watts: 0, amps: 0, siemens: 1 }],
    });
    expect(ampsOf(loaded('g'), 'r0')).toBeCloseTo(2.4, 9);
    expect(ampsOf(loaded('n1'), 'r0')).toBeCloseTo(2.4, 9);
    expect(ampsOf(loaded('n1'), 'r1')).toBeCloseTo(4.8, 9);
    expect(ampsOf(chain(3), 'other r0')).toBeUndefined();
  });
});
