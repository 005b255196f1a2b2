import { oneOf, seeded, upTo, type Dice } from '../../tests/support/any-craft';
import { handRound, leastRound, packed } from './packing';

/** Nothing overlaps, and all lies within the round. */
function isSound(diameters: readonly number[], { at, mm }: ReturnType<typeof packed>): void {
  at.forEach(([x, y], i) => {
    expect(Math.hypot(x, y) + diameters[i]! / 2).toBeLessThanOrEqual(mm / 2 + 1e-6);
    for (let j = 0; j < i; j++)
      expect(Math.hypot(x - at[j]![0], y - at[j]![1])).toBeGreaterThanOrEqual(
        (diameters[i]! + diameters[j]!) / 2 - 1e-6,
      );
  });
}

// Diameters of the least round for n equal ones, in theirs, as tables of packings in a circle print them (Graham, Lubachevsky,
// Nurmela and Östergård 1998; from memory).
test.each([
  [1, 1],
  [2, 2],
  [3, 2.1547],
  [4, 2.4142],
  [5, 2.7013],
  [6, 3],
  [7, 3],
  [19, 4.8637],
])('%i equal wires fit in a round of %f of theirs, and in none smaller', (n, ratio) => {
  const diameters = Array.from({ length: n }, () => 2.5);
  const found = packed(diameters);
  isSound(diameters, found);
  expect(found.mm / 2.5).toBeCloseTo(ratio, 3);
  expect(found.leastMm).toBeCloseTo(found.mm, 4);
});

test('two and three by hand: beside each other; 6, 4 and 2 with the last in the gap; 3, 3 and 3 each touching', () => {
  expect(packed([5, 3]).mm).toBeCloseTo(8, 5);
  // A third of up to 6 · 4 · 10 ÷ (36 + 24 + 16) = 3.158 lies beside the two without widening them.
  expect(leastRound([6, 4, 2])).toBe(10);
  expect(leastRound([6, 4, 3.157])).toBe(10);
  expect(leastRound([6, 4, 3.16])).toBeGreaterThan(10);
  expect(packed([6, 4, 2]).mm).toBeCloseTo(10, 5);
  expect(leastRound([3, 3, 3])).toBeCloseTo(3 * (1 + 2 / Math.sqrt(3)), 9);
  // 1.2 · √(4 · 2.5²) = 6; two alone lie beside each other whatever the rule says.
  expect(handRound([2.5, 2.5, 2.5, 2.5])).toBeCloseTo(Math.max(6, 2.5 * (1 + Math.SQRT2)), 9);
  expect(handRound([2.5, 2.5])).toBe(5);
  expect([packed([]).mm, handRound([]), leastRound([])]).toEqual([0, 0, 0]);
});

/** Throws wires into a round and lets them push each other apart for a while; whether they come to lie in it. */
function thrown(dice: Dice, diameters: readonly number[], round: number): boolean {
  const at = diameters.map(() => [(dice() - 0.5) * round, (dice() - 0.5) * round] as [number, number]);
  for (let turn = 0; turn < 400; turn++) {
    let worst = 0;
    at.forEach((p, i) => {
      const room = (round - diameters[i]!) / 2;
      const out = Math.hypot(...p);
      if (out > room) {
        worst = Math.max(worst, out - room);
        [p[0], p[1]] = [(p[0] * room) / out, (p[1] * room) / out];
      }
      for (let j = 0; j < i; j++) {
        const q = at[j]!;
        const [dx, dy] = [p[0] - q[0], p[1] - q[1]];
        const apart = Math.hypot(dx, dy) || 1e-9;
        const over = (diameters[i]! + diameters[j]!) / 2 - apart;
        if (over <= 0) continue;
        worst = Math.max(worst, over);
        const push = over / 2 / apart;
        [p[0], p[1], q[0], q[1]] = [p[0] + dx * push, p[1] + dy * push, q[0] - dx * push, q[1] - dy * push];
      }
    });
    if (worst < 1e-6) return true;
  }
  return false;
}

test('no bundle thrown together at random ever lies in less than is said to be the least, and all that is laid is sound', () => {
  const dice = seeded(7);
  let tight = 0;
  for (let i = 0; i < 120; i++) {
    const sizes = [1.4, 2.1, 2.5, 3, 3.8, 4.7, 6.1, 9.3];
    const alike = dice() < 0.3 ? oneOf(dice, sizes) : undefined;
    const diameters = Array.from({ length: 2 + upTo(dice, 12) }, () => alike ?? oneOf(dice, sizes));
    const found = packed(diameters);
    isSound(diameters, found);
    expect(found.leastMm).toBeLessThanOrEqual(found.mm + 1e-9);
    expect(found.mm).toBeLessThanOrEqual(handRound(diameters) * 1.12);
    for (let turn = 0; turn < 6; turn++) expect(thrown(dice, diameters, found.leastMm * 0.999)).toBe(false);
    // The thrower is a judge: given room enough it lays them.
    if (thrown(dice, diameters, found.mm * 1.15)) tight++;
  }
  expect(tight).toBeGreaterThan(60);
});
