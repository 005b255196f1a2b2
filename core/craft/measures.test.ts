import type { TurningJoint } from './joint';
import fc from 'fast-check';
import { PATTERNS, TOURER_JOB } from '#demo/jobs';
import { applyAll } from '../job/operations';
import { craftOf } from './own';
import { planJob } from '../plan';
import { fitCraft, standardOf } from './measures';
import { patternFaults } from './pattern-faults';
import type { Pattern } from './pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { upgradePattern } from './upgrade';

test('without measures, or with the pattern’s own, nothing moves, and it is one object', () => {
  const plain = fitCraft(ADVENTURE_TOURER, {});
  expect(plain).toEqual(ADVENTURE_TOURER);
  expect(fitCraft(ADVENTURE_TOURER, { wheelbase: 1540 })).toBe(plain);
  expect(fitCraft(plain, {})).toBe(plain);
});

test('the order of a pattern’s members follows from what they are, however they were written', () => {
  for (const pattern of PATTERNS) {
    const turned = JSON.parse(JSON.stringify(pattern), (_, value: unknown) =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ) as Pattern;
    const orderOf = (p: Pattern) =>
      [p.places, p.junctions, p.legs, p.covers, p.measures].map((map) => Object.keys(map).join());
    expect(orderOf(turned)).not.toEqual(orderOf(fitCraft(pattern, {})));
    expect(orderOf(fitCraft(turned, {}))).toEqual(orderOf(fitCraft(pattern, {})));
  }
});

test('a longer wheelbase moves what lies ahead of the stretch by just that, and nothing behind it', () => {
  const long = fitCraft(ADVENTURE_TOURER, { wheelbase: 1600 });
  expect(long.places['dash']!.at[0]).toBe(ADVENTURE_TOURER.places['dash']!.at[0] + 60);
  expect(long.places['pannierLeft']!.at).toEqual(ADVENTURE_TOURER.places['pannierLeft']!.at);
  const axisOf = ({ joints }: Pattern) => (joints['neck'] as TurningJoint).axisPoint[0];
  expect(axisOf(long)).toBe(axisOf(ADVENTURE_TOURER) + 60);
  expect(long.drawing.side.bounds[2]).toBe(ADVENTURE_TOURER.drawing.side.bounds[2] + 60);
  expect(patternFaults(long)).toEqual([]);
  expect(fitCraft(ADVENTURE_TOURER, { wheelbase: 1600 })).toBe(long);
});

test('across, both sides take half; left and right stay mirror images', () => {
  const wide = fitCraft(ADVENTURE_TOURER, { width: 1060 });
  const [l, r] = [wide.places['pannierLeft']!.at, wide.places['pannierRight']!.at];
  expect(l[1]).toBe(ADVENTURE_TOURER.places['pannierLeft']!.at[1] + 30);
  expect(r[1]).toBe(-l[1]);
});

test.each(PATTERNS.map((p) => [p.id, p] as const))(
  '%s: whole, and any measures in range keep order along each axis and every wheel round',
  (_, pattern) => {
    expect(patternFaults(pattern)).toEqual([]);
    const measures = fc.record(
      Object.fromEntries(
        Object.entries(pattern.measures).map(([id, m]) => [id, fc.integer({ min: m.range[0], max: m.range[1] })]),
      ),
    );
    fc.assert(
      fc.property(measures, (own) => {
        const fitted = fitCraft(pattern, own);
        expect(patternFaults(fitted)).toEqual([]);
        for (const axis of [0, 1, 2] as const) {
          const along = (p: Pattern) => Object.keys(pattern.junctions).map((id) => p.junctions[id]!.at[axis]);
          const [was, is] = [along(pattern), along(fitted)];
          was.forEach((c, i) => was.forEach((other, j) => void (c < other && expect(is[i]!).toBeLessThan(is[j]!))));
        }
        // An arc's ends move alike, or its radii would no longer fit them.
        for (const view of ['side', 'top'] as const)
          Object.entries(pattern.drawing[view].strokes).forEach(([i, stroke]) => {
            const before = chords(stroke.d);
            chords(fitted.drawing[view].strokes[i]!.d).forEach((chord, k) =>
              expect(Math.abs(chord - before[k]!)).toBeLessThan(0.25),
            );
          });
      }),
      { seed: 3, numRuns: 12 },
    );
  },
);

/** Length of the chord of every arc of a path. */
function chords(d: string): number[] {
  const found: number[] = [];
  let last = [0, 0];
  for (const [, command, rest] of d.matchAll(/([A-Z])([^A-Z]*)/g)) {
    const n = (rest!.match(/-?\d+(?:\.\d+)?/g) ?? []).map(Number);
    const size = command === 'A' ? 7 : 2;
    for (let i = 0; i + size <= n.length; i += size) {
      const end = n.slice(i + size - 2, i + size);
      if (command === 'A') found.push(Math.hypot(end[0]! - last[0]!, end[1]! - last[1]!));
      last = end;
    }
  }
  return found;
}

test('a stretched craft asks for more wire; the job keeps the pattern as it was', () => {
  const job = applyAll(TOURER_JOB, [{ op: 'setMeasure', measure: 'wheelbase', mm: 1620 }]);
  expect(job.craft.pattern).toBe(TOURER_JOB.craft.pattern);
  expect(craftOf(job)).not.toBe(job.craft.pattern);
  expect(planJob(job).ledger.wireM).toBeGreaterThan(planJob(TOURER_JOB).ledger.wireM);
  expect(() => applyAll(TOURER_JOB, [{ op: 'setMeasure', measure: 'wheelbase', mm: 9000 }])).toThrow(/1490 to 1620 mm/);
  expect(() => applyAll(TOURER_JOB, [{ op: 'setMeasure', measure: 'height', mm: 900 }])).toThrow(
    /measure of this craft/,
  );
  expect(standardOf(ADVENTURE_TOURER.measures['wheelbase']!)).toBe(1540);
});

test.each<[string, (p: Pattern) => Pattern, string]>([
  [
    'a cover that waits for itself',
    (p) => ({
      ...p,
      covers: {
        ...p.covers,
        screen: { name: 's', states: { off: { ...p.covers['screen']!.states.off!, after: { cowl: 'off' } } } },
      },
    }),
    'covers.',
  ],
  [
    'a cover asked to a state it has not',
    (p) => ({
      ...p,
      covers: { ...p.covers, tank: { name: 't', states: { loosened: p.covers['tank']!.states.aside! } } },
    }),
    'legs.',
  ],
  [
    'measures that stretch the same part',
    (p) => ({ ...p, measures: { ...p.measures, again: p.measures['wheelbase']! } }),
    'measures.',
  ],
  [
    'a stretch outside its measure',
    (p) => ({ ...p, measures: { w: { ...p.measures['wheelbase']!, grows: [1500, 1700] } } }),
    'measures.w',
  ],
])('%s is a fault', (_, spoil, path) => {
  expect(
    patternFaults(spoil(structuredClone(ADVENTURE_TOURER)))
      .map((f) => f.path)
      .join(),
  ).toContain(path);
});

test('a pattern of version 1 comes up: covers off, no fasteners known', () => {
  const old = {
    id: 'x',
    places: { a: { covers: ['seat'] } },
    legs: { l: { covers: [] } },
    covers: { seat: { name: 'Seat', minutes: { off: 1, on: 2 }, after: ['tank'] } },
  };
  expect(upgradePattern(old)).toMatchObject({
    version: 3,
    places: { a: { covers: { seat: 'off' } } },
    covers: { seat: { states: { off: { minutes: { off: 1, on: 2 }, after: { tank: 'off' }, fasteners: {} } } } },
    measures: {},
  });
  expect(upgradePattern(old)).toBe(upgradePattern(old));
  for (const other of [null, 7, { covers: 3 }, ADVENTURE_TOURER]) expect(upgradePattern(other)).toBe(other);
});
