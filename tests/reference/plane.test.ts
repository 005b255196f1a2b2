import fc from 'fast-check';
import * as v from 'valibot';
import { innerBox, leastBeside, leastWithin } from '#core/plane/bounds';
import { contourArea, holds, laid, laidPoint, type Contour } from '#core/plane/contour';
import { gapBetween, roomBeside, roomWithin } from '#core/plane/gap';
import { Outline, contourOf } from '#core/plane/outline';
import { grown, joined, less, regionArea, regionOf } from '#core/plane/region';
import { anyContour, anyOutline } from '../support/any-contour';
import { judged, pointAt, type Judged } from '../support/jts';

const SEED = 14001;
const pairs = fc.sample(fc.tuple(anyContour(110), anyContour(110)), { seed: SEED, numRuns: 2000 });
/** A room and something small that may lie in it. */
const nested = fc.sample(
  fc.tuple(anyContour(0), anyContour(60)).map(([room, thing]): [Contour, Contour] => {
    const size = (c: Contour) => Math.max(c.right - c.left, c.top - c.bottom);
    return size(room) > size(thing) ? [thing, room] : [room, thing];
  }),
  { seed: SEED + 1, numRuns: 1000 },
);

/** How deep points of a line, half a millimetre apart, lie within something, or outside it. */
function deepest(line: Contour, of: Judged, into: boolean): number {
  const edge = of.getBoundary();
  let most = 0;
  for (const { ax, ay, bx, by, r, cx, cy, from, sweep } of line.edges) {
    const n = Math.ceil((r === 0 ? Math.hypot(bx - ax, by - ay) : r * Math.abs(sweep)) * 2);
    for (let i = 0; i < n; i++) {
      const angle = from + (sweep * i) / n;
      const at =
        r === 0
          ? pointAt(ax + ((bx - ax) * i) / n, ay + ((by - ay) * i) / n)
          : pointAt(cx + r * Math.cos(angle), cy + r * Math.sin(angle));
      if (of.covers(at) === into) most = Math.max(most, edge.distance(at));
    }
  }
  return most;
}

describe(`flat shapes against the JTS topology suite, seed ${SEED}`, () => {
  test('2000 pairs: the room between them is its distance, and none that it calls apart overlap', () => {
    let apart = 0;
    let bounded = 0;
    for (const [a, b] of pairs) {
      const [ja, jb] = [judged(a), judged(b)];
      const room = roomBeside(a, b);
      const distance = ja.distance(jb);
      if (room > 0.01) {
        apart++;
        expect(Math.abs(room - distance)).toBeLessThan(0.045);
        expect(ja.intersects(jb)).toBe(false);
      } else expect(distance).toBeLessThan(0.05);
      const least = leastBeside(a, 0, 0, b);
      if (least > -Infinity) bounded++;
      expect(least).toBeLessThan(distance + 0.045);
    }
    expect(bounded).toBeGreaterThan(500);
    // Both kinds are among them.
    expect(apart).toBeGreaterThan(600);
    expect(apart).toBeLessThan(1900);
  });

  test('1000 pairs of which one may lie within the other: the least distance of their lines, where it does', () => {
    let within = 0;
    let bounded = 0;
    for (const [a, b] of nested) {
      const [ja, jb] = [judged(a), judged(b)];
      const room = roomWithin(a, b);
      const least = leastWithin(a, 0, 0, innerBox(b));
      if (least > -Infinity) {
        bounded++;
        expect(jb.covers(ja)).toBe(true);
        expect(least).toBeLessThan(ja.getBoundary().distance(jb.getBoundary()) + 0.045);
      }
      if (room > 0.01) {
        within++;
        expect(jb.covers(ja)).toBe(true);
        expect(Math.abs(room - ja.getBoundary().distance(jb.getBoundary()))).toBeLessThan(0.045);
      } else if (room < -0.01) expect(jb.covers(ja)).toBe(false);
    }
    expect(bounded).toBeGreaterThan(40);
    expect(within).toBeGreaterThan(100);
    expect(within).toBeLessThan(950);
  });

  test('how far one reaches out of the other, or into it, against points half a millimetre apart', () => {
    let out = 0;
    for (const [a, b] of [...pairs.slice(0, 30), ...nested.slice(0, 30)]) {
      const [ja, jb] = [judged(a), judged(b)];
      const room = roomWithin(a, b);
      if (room < 0) {
        out++;
        const far = deepest(a, jb, false);
        // The points may miss the farthest by half their distance; the calculation stops 0.05 short of it.
        expect(-room).toBeGreaterThan(far - 0.06);
        expect(-room).toBeLessThan(far + 0.27);
      }
      const beside = roomBeside(a, b);
      if (beside < 0) {
        const deep = Math.max(deepest(a, jb, true), deepest(b, ja, true));
        expect(-beside).toBeGreaterThan(deep - 0.06);
        expect(-beside).toBeLessThan(deep + 0.27);
      }
    }
    expect(out).toBeGreaterThan(20);
  });

  test('moved by a millimetre, no room changes by more: what the search for the best position rests on', () => {
    for (const [a, b] of [...pairs.slice(0, 120), ...nested.slice(0, 120)])
      for (const angle of [0.3, 2.2, 4]) {
        const moved = laid(a, { x: Math.cos(angle), y: Math.sin(angle), turnDeg: 0 });
        for (const room of [roomWithin, roomBeside]) expect(Math.abs(room(moved, b) - room(a, b))).toBeLessThan(1.051);
      }
  });

  test('areas, what is left of one without the other, and both together', () => {
    for (const [a, b] of pairs.slice(0, 300)) {
      const [ja, jb] = [judged(a, 0.002), judged(b, 0.002)];
      expect(Math.abs(contourArea(a) / ja.getArea() - 1)).toBeLessThan(0.002);
      const [ra, rb] = [regionOf(a), regionOf(b)];
      expect(Math.abs(regionArea(ra) - ja.getArea())).toBeLessThan(10);
      expect(Math.abs(regionArea(less(ra, rb)) - ja.difference(jb).getArea())).toBeLessThan(10);
      expect(Math.abs(regionArea(joined(ra, rb)) - ja.union(jb).getArea())).toBeLessThan(10);
    }
  });

  test('grown and shrunk by some millimetres', () => {
    for (const [a] of pairs.slice(0, 60))
      for (const mm of [4, -3]) {
        const wanted = judged(a).buffer(mm, 64).getArea();
        expect(Math.abs(regionArea(grown(regionOf(a), mm)) - wanted)).toBeLessThan(2 + wanted * 0.002);
      }
  });

  test('every outline it can be told is a valid one, counter-clockwise, also turned and mirrored', () => {
    for (const outline of fc.sample(anyOutline, { seed: SEED + 2, numRuns: 120 })) {
      expect(v.is(Outline, outline)).toBe(true);
      for (const mirrored of [false, true]) {
        const contour = laid(contourOf(outline), { x: 3, y: -7, turnDeg: 37, mirrored });
        expect(judged(contour).isValid()).toBe(true);
        expect(contourArea(contour)).toBeCloseTo(contourArea(contourOf(outline)), 3);
        const box = { ...contour, edges: undefined };
        for (const { left, bottom, right, top } of contour.edges) {
          expect(left).toBeGreaterThanOrEqual(box.left);
          expect(bottom).toBeGreaterThanOrEqual(box.bottom);
          expect(right).toBeLessThanOrEqual(box.right);
          expect(top).toBeLessThanOrEqual(box.top);
        }
      }
    }
  });

  test('which points lie within', () => {
    for (const [a, b] of pairs.slice(0, 300)) {
      const ja = judged(a);
      for (const { ax, ay } of b.edges)
        if (ja.getBoundary().distance(pointAt(ax, ay)) > 0.01)
          expect(holds(a, ax, ay)).toBe(ja.covers(pointAt(ax, ay)));
    }
  });
});

describe('worked out by hand', () => {
  const rect = (w: number, h: number, corner = 0) => contourOf({ shape: 'rectangle', w, h, corner });
  const round = (d: number) => contourOf({ shape: 'round', d });

  test('a round hole of 76 in a rectangle of 182 × 53 stands out 11.5 above and below', () => {
    expect(roomWithin(round(76), rect(182, 53))).toBeCloseTo(-11.5, 1);
    expect(roomWithin(round(76), rect(182, 111))).toBeCloseTo(17.5, 9);
    expect(roomWithin(laid(round(76), { x: 40, y: 0, turnDeg: 0 }), rect(182, 111))).toBeCloseTo(13, 9);
  });
  test('two circles, one beside, in and across the other', () => {
    const beside = laid(round(30), { x: 40, y: 30, turnDeg: 0 });
    expect(roomBeside(round(60), beside)).toBeCloseTo(5, 9);
    expect(gapBetween(round(60), laid(round(30), { x: 5, y: 0, turnDeg: 0 }))).toBeCloseTo(10, 9);
    expect(roomBeside(round(60), laid(round(30), { x: 44, y: 0, turnDeg: 0 }))).toBeCloseTo(-1, 1);
  });
  test('a rounded corner is nearer the middle than a sharp one by (√2 − 1) of its radius', () => {
    const far = laid(round(10), { x: 60, y: 60, turnDeg: 0 });
    const sharp = roomBeside(rect(100, 100), far);
    expect(sharp).toBeCloseTo(10 * Math.SQRT2 - 5, 9);
    expect(roomBeside(rect(100, 100, 20), far)).toBeCloseTo(sharp + 20 * (Math.SQRT2 - 1), 9);
  });
  test('mirrored left for right, then turned, then moved', () => {
    const [x, y] = laidPoint([10, 2], { x: 100, y: 50, turnDeg: 90, mirrored: true });
    expect([x, y]).toEqual([98, 40]);
  });

  const corners = (text: string, corner = 0) => ({
    shape: 'polygon',
    points: text.split(' ').map((point) => point.split(',').map(Number)),
    corner,
  });
  test.each([
    ['a figure of eight', corners('0,0 10,10 10,0 0,10')],
    ['an edge that runs back', corners('0,0 10,0 5,0 5,5')],
    ['a corner that touches an edge', corners('0,0 10,0 10,10 5,0 0,10')],
    ['no more than a line', corners('0,0 10,0')],
    ['corners larger than its sides', corners('0,0 10,0 10,10 0,10', 6)],
    ['corners larger than half of it', { shape: 'rectangle', w: 30, h: 10, corner: 6 }],
  ])('no outline: %s', (_, outline) => {
    expect(v.safeParse(Outline, outline).success).toBe(false);
  });
  test('outlines that just do', () => {
    for (const outline of [
      corners('0,0 10,0 10,10 0,10', 5),
      corners('0,0 0,10 10,10 10,0'),
      corners('0,0 10,0 10,10 5,1 0,10'),
      { shape: 'rectangle', w: 30, h: 10, corner: 5 },
    ])
      expect(v.safeParse(Outline, outline).success).toBe(true);
  });
});
