import fc from 'fast-check';
import svgpath from 'svgpath';
import { PATTERNS } from '#demo/jobs';
import { cornered, linesOf, pathOf, pulled, smoothed, split, without, type Line, type Spot } from './knots';

/** Points along a path of lines and curves, reckoned by the well-kept library’s own segments: so many a piece. */
function along(d: string, each = 8): Spot[] {
  const spots: Spot[] = [];
  let start: Spot = [0, 0];
  svgpath(d)
    .abs()
    .unarc()
    .unshort()
    .iterate(([kind, ...n], _, x, y) => {
      const ends: Record<string, Spot[]> = {
        M: [],
        Z: [start],
        L: [[n[0]!, n[1]!]],
        H: [[n[0]!, y]],
        V: [[x, n[0]!]],
        C: [
          [n[0]!, n[1]!],
          [n[2]!, n[3]!],
          [n[4]!, n[5]!],
        ],
        Q: [
          [n[0]!, n[1]!],
          [n[2]!, n[3]!],
        ],
      };
      if (kind === 'M') start = [n[0]!, n[1]!];
      const rest = ends[kind]!;
      if (!rest.length) return;
      for (let k = 0; k <= each; k++) {
        // De Casteljau, whatever its degree.
        let points: Spot[] = [[x, y], ...rest];
        while (points.length > 1)
          points = points.slice(1).map((q, i): Spot => {
            const p = points[i]!;
            return [p[0] + ((q[0] - p[0]) * k) / each, p[1] + ((q[1] - p[1]) * k) / each];
          });
        spots.push(points[0]!);
      }
    });
  return spots;
}
const apart = (a: readonly Spot[], b: readonly Spot[]) =>
  Math.max(...a.map((p) => Math.min(...b.map((q) => Math.hypot(p[0] - q[0], p[1] - q[1])))));

test('every line of every pattern is taken up and drawn again where it was', () => {
  for (const { id, drawing } of PATTERNS)
    for (const view of [drawing.side, drawing.top])
      for (const [key, { d }] of Object.entries(view.strokes)) {
        const again = pathOf(linesOf(d));
        // A tenth of a millimetre is drawn: rounded, no point is farther off than half of it either way, and its handles.
        expect([id, key, apart(along(d, 4), along(again, 4)) < 0.5]).toEqual([id, key, true]);
      }
});

test('a box, a curve back to its start, a smooth and a quadratic piece, by hand', () => {
  expect(linesOf('M0 0H10V5H0Z')).toEqual([
    { closed: true, knots: [{ at: [0, 0] }, { at: [10, 0] }, { at: [10, 5] }, { at: [0, 5] }] },
  ]);
  expect(linesOf('M0 0C0 5 10 5 10 0C10 -5 0 -5 0 0Z')).toEqual([
    {
      closed: true,
      knots: [
        { at: [0, 0], in: [0, -5], out: [0, 5] },
        { at: [10, 0], in: [10, 5], out: [10, -5] },
      ],
    },
  ]);
  expect(pathOf(linesOf('M0 0Q3 6 6 0'))).toBe('M0 0C2 4 4 4 6 0');
  expect(linesOf('M0 0L5 5ZL9 9')).toHaveLength(2);
  expect(pathOf([])).toBe('');
  expect(pathOf(linesOf('M0 0L10 0M20 0L30 0'))).toBe('M0 0L10 0M20 0L30 0');
});

const ARCH: Line = { closed: false, knots: [{ at: [0, 0] }, { at: [30, 30] }, { at: [60, 0] }] };
test('a knot made smooth runs along the line of its neighbours, a third of each piece; a corner has none', () => {
  const third = Math.hypot(30, 30) / 3;
  const smooth = smoothed(ARCH, 1);
  expect(smooth.knots[1]).toEqual({ at: [30, 30], in: [30 - third, 30], out: [30 + third, 30] });
  expect(cornered(smooth, 1)).toEqual(ARCH);
  // Neighbours at 0, 0 and 60, 80: the line runs 3 : 4, the pieces are 50 and 50 long, a third is 16.67.
  const leant = smoothed({ closed: false, knots: [{ at: [0, 0] }, { at: [50, 0] }, { at: [60, 80] }] }, 1).knots[1]!;
  expect(leant.in![0]).toBeCloseTo(50 - (50 / 3) * 0.6, 9);
  expect(leant.in![1]).toBeCloseTo(0 - (50 / 3) * 0.8, 9);
  // An end of an open line has one handle.
  expect(Object.keys(smoothed(ARCH, 0).knots[0]!)).toEqual(['at', 'out']);
  expect(Object.keys(smoothed({ ...ARCH, closed: true }, 0).knots[0]!)).toEqual(['at', 'in', 'out']);
});

test('a knot is moved with its handles; a handle turns the other with it where the line runs on, and keeps its length', () => {
  const smooth = smoothed(ARCH, 1);
  const moved = pulled(smooth, 1, 'at', [40, 20]).knots[1]!;
  expect(moved.in![0] - smooth.knots[1]!.in![0]).toBeCloseTo(10, 12);
  expect(moved.out![1] - smooth.knots[1]!.out![1]).toBeCloseTo(-10, 12);
  const turned = pulled(smooth, 1, 'out', [30, 50]).knots[1]!;
  expect(turned.in![0]).toBeCloseTo(30, 9);
  expect(turned.in![1]).toBeCloseTo(30 - Math.hypot(30, 30) / 3, 9);
  // Where it made a corner, each goes for itself.
  const bent: Line = {
    closed: false,
    knots: [{ at: [0, 0] }, { at: [10, 0], in: [5, 5], out: [15, 5] }, { at: [20, 0] }],
  };
  expect(pulled(bent, 1, 'out', [12, 9]).knots[1]!.in).toEqual([5, 5]);
});

test('a knot put into a piece leaves its shape; one taken out leaves a line, or nothing', () => {
  const spot = fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }));
  fc.assert(
    fc.property(spot, spot, spot, spot, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (a, b, c, d, t) => {
      const line: Line = {
        closed: false,
        knots: [
          { at: a, out: b },
          { at: d, in: c },
        ],
      };
      const parted = split(line, 0, t);
      expect(parted.knots).toHaveLength(3);
      // Both ways: nothing of one is away from the other but what lies between the points looked at.
      const [one, two] = [along(pathOf([line]), 200), along(pathOf([parted]), 200)];
      expect(Math.max(apart(two, one), apart(one, two))).toBeLessThan(12);
    }),
    { seed: 5, numRuns: 60 },
  );
  expect(pathOf([split(ARCH, 1)])).toBe('M0 0L30 30L45 15L60 0');
  expect(without(ARCH, 1)!.knots).toHaveLength(2);
  expect(without({ closed: true, knots: ARCH.knots }, 1)).toBeUndefined();
  expect(without({ closed: false, knots: ARCH.knots.slice(1) }, 0)).toBeUndefined();
});
