import fc from 'fast-check';
import { decibels, figure, roundUpTo, short } from './figures';
import { distance, dot, polylineLength, rotateAbout, sub, unit, type Vec3 } from './vectors';

test('rounding up reaches the next step and leaves multiples alone', () => {
  expect(roundUpTo(1401, 50)).toBe(1450);
  expect(roundUpTo(1450, 50)).toBe(1450);
  expect(roundUpTo(0.1 + 0.2, 0.1)).toBeCloseTo(0.3, 9);
});

test('figures are written as the trade writes them', () => {
  expect(figure(-0.04, 1)).toBe('0.0');
  expect(figure(-2.25, 1)).toBe('−2.3');
  expect(short(4)).toBe('4');
  expect(short(4.504)).toBe('4.5');
  expect(short(18.74)).toBe('18.7');
  expect(short(177.8)).toBe('178');
  expect(short(200)).toBe('200');
  expect(decibels(2)).toBeCloseTo(3.0103, 4);
});

const coordinate = fc.double({ min: -3000, max: 3000, noNaN: true });
const vec = fc.tuple(coordinate, coordinate, coordinate);

test('turning about an axis keeps the distance from it and the height along it', () => {
  fc.assert(
    fc.property(vec, vec, fc.double({ min: -3, max: 3, noNaN: true }), (point, origin, angle) => {
      const axis: Vec3 = unit([-0.4384, 0.1, 0.8988]);
      const turned = rotateAbout(point, origin, axis, angle);
      expect(distance(turned, origin)).toBeCloseTo(distance(point, origin), 5);
      expect(dot(sub(turned, origin), axis)).toBeCloseTo(dot(sub(point, origin), axis), 5);
    }),
  );
});

test('a quarter turn about z takes x to y', () => {
  const [x, y, z] = rotateAbout([100, 0, 7], [0, 0, 0], [0, 0, 1], Math.PI / 2);
  expect([x, y, z].map((n) => Math.round(n * 1e6) / 1e6)).toEqual([0, 100, 7]);
});

test('a polyline is as long as its pieces', () => {
  expect(
    polylineLength([
      [0, 0, 0],
      [3, 4, 0],
      [3, 4, 12],
    ]),
  ).toBe(17);
  expect(polylineLength([[1, 2, 3]])).toBe(0);
});
