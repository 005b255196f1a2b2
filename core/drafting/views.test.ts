import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { project } from '../drawing/projection';
import { polylineLength } from '../units/vectors';
import { blankPattern } from './begin';
import { scaledBy, taken, type Flat } from './photo';
import { bentAt, legIn, loosely, movedIn, nearestOn, onSheet, seenIn } from './views';

test('a point in one view gives two coordinates, in the other the third', () => {
  expect([seenIn('side', [1, 2, 3]), seenIn('top', [1, 2, 3])]).toEqual([
    [1, 3],
    [1, 2],
  ]);
  expect(movedIn('top', movedIn('side', [0, 2, 0], [10, 30]), [11, 22])).toEqual([11, 22, 30]);
});

test('a bend is put into the nearest piece of a leg as a view shows it, by hand', () => {
  const { places } = blankPattern({ id: 'm', name: 'M', kind: 'boat', lengthMm: 2000, widthMm: 900, heightMm: 1000 });
  const pattern = {
    ...TOW_BOAT,
    places: {
      a: { ...places['battery']!, at: [0, 0, 0] as [number, number, number] },
      b: { ...places['battery']!, at: [1000, 400, 200] as [number, number, number] },
    },
    junctions: {},
  };
  const leg = {
    name: 'L',
    from: 'a',
    to: 'b',
    via: [[500, 0, 0] as [number, number, number]],
    hazards: [],
    engineSpace: false,
    covers: {},
  };
  // The second piece goes 500 forward, 400 to the left and 200 up.
  expect(bentAt(pattern, leg, 'side', [750.4, 130]).via).toEqual([
    [500, 0, 0],
    // The nearest spot of the piece is (500 · 250.4 + 200 · 130) ÷ (500² + 200²) = 0.521 of it along: 209 to the left.
    [750, 209, 130],
  ]);
  expect(bentAt(pattern, leg, 'top', [200, -50]).via).toEqual([
    [200, -50, 0],
    [500, 0, 0],
  ]);
  // Beyond either end the third coordinate is that of the end.
  for (const [to, y] of [
    [[1500, 300], 400],
    [[-300, -40], 0],
  ] as const)
    expect(bentAt(pattern, { ...leg, via: [] }, 'side', to).via).toEqual([[to[0], y, to[1]]]);
  expect(bentAt(pattern, { ...leg, from: 'nowhere', via: [] }, 'top', [1, 1]).via).toEqual([]);
  expect(nearestOn(pattern, leg, 'side', [750.4, 130])).toEqual({ piece: 1, at: [750, 209, 130] });
  expect(nearestOn(pattern, { ...leg, to: 'nowhere', via: [] }, 'top', [1, 1])).toBeUndefined();
  expect(legIn(pattern, leg, 'top')).toEqual([
    [0, 0],
    [500, 0],
    [1000, 400],
  ]);
});

test('a bend laid on the line itself makes no leg of a craft longer by more than its rounding', () => {
  for (const leg of Object.values(TOW_BOAT.legs))
    for (const view of ['side', 'top'] as const) {
      const points = legIn(TOW_BOAT, leg, view);
      const [p, q] = [points[0]!, points[1]!];
      const middle: Flat = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
      const bent = bentAt(TOW_BOAT, leg, view, middle);
      expect(bent.via).toHaveLength(leg.via.length + 1);
      const long = (one: typeof leg) =>
        polylineLength([
          (TOW_BOAT.places[one.from] ?? TOW_BOAT.junctions[one.from])!.at,
          ...one.via,
          (TOW_BOAT.places[one.to] ?? TOW_BOAT.junctions[one.to])!.at,
        ]);
      expect(Math.abs(long(bent) - long(leg))).toBeLessThan(2.5);
    }
});

test('a picture lies on the sheet where the view says it is: turned, flipped or as it was laid at first', () => {
  const p = project(TOW_BOAT, 'side', { x: 20, y: 30, w: 800, h: 300 });
  const scaled = [false, true].map((flipped) =>
    scaledBy({
      px: [
        [300, 610],
        [980, 655],
      ],
      at: [420, 150],
      distanceMm: 4100,
      flipped,
    })!,
  );
  const first = loosely([1200, 800], TOW_BOAT.drawing.side.bounds) as unknown as (typeof scaled)[0];
  for (const toPx of [...scaled, first])
    for (const at of [
      [0, 0],
      [1234, 567],
      [-300, 2000],
    ] as const) {
      const [u, v] = taken(toPx, at);
      const [a, b, c, d, e, f] = onSheet(toPx, p)! as [number, number, number, number, number, number];
      const [x, y] = p.to([at[0], 0, at[1]]);
      expect(Math.hypot(a * u + c * v + e - x, b * u + d * v + f - y)).toBeLessThan(1e-6);
    }
  // Laid at first: its lower corners in those of the view.
  const [left, bottom, right] = TOW_BOAT.drawing.side.bounds;
  expect(taken(first, [left, bottom])).toEqual([0, 800]);
  expect(taken(first, [right, bottom])[0]).toBeCloseTo(1200, 9);
  expect(onSheet([1, 0, 0, 0, 1, 0, 0.001, 0, 1], p)).toBeUndefined();
});
