import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { decibels, figure, roundUpTo, short } from './figures';
import { figureShown, torqueShown, wordsShown } from './shown';
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
  expect([short(Infinity), short(figureShown('inch', Infinity, 'mm'))]).toEqual(['∞', '∞']);
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

describe('torques are read in the units of the person', () => {
  test('metric as the job has them', () => {
    expect([torqueShown('metric', 2.5), torqueShown('metric', 40)]).toEqual(['2.5 N·m', '40 N·m']);
  });
  test.each([
    [2.5, '22 in·lb'],
    [5, '44 in·lb'],
    [6.99, '62 in·lb'],
    [7, '5.2 ft·lb'],
    [10, '7.4 ft·lb'],
    [24, '17.7 ft·lb'],
    [135.5818, '100.0 ft·lb'],
  ])('%d N·m is %s', (nm, words) => {
    expect(torqueShown('inch', nm)).toBe(words);
    // GNU units, to half of the last figure told.
    const [figure, unit] = words.split(' ') as [string, string];
    const theirs = Number(
      execFileSync('units', ['-t', `${nm} N m`, unit === 'in·lb' ? 'in lbf' : 'ft lbf'], { encoding: 'utf8' }),
    );
    expect(Math.abs(theirs - Number(figure))).toBeLessThanOrEqual(unit === 'in·lb' ? 0.5 : 0.05);
  });
  test('wherever words name one', () => {
    expect(wordsShown('inch', 'Clamp: M8 × 60 mm to 24 N·m, then 5 N·m.', 70)).toBe(
      'Clamp: M8 × 60 mm to 17.7 ft·lb, then 44 in·lb.',
    );
    expect(wordsShown('metric', 'M8 to 24 N·m')).toBe('M8 to 24 N·m');
  });
});
