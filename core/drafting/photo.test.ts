import fc from 'fast-check';
import PerspT from 'perspective-transform';
import {
  inverse,
  isBeforeHorizon,
  projectiveOf,
  scaledBy,
  straightened,
  taken,
  type Flat,
  type Projective,
  type Raster,
} from './photo';

const mm = (r: fc.Arbitrary<number>) => fc.tuple(r, r) as fc.Arbitrary<Flat>;
const nearTo = (a: Flat, b: Flat, within: number) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= within;

test('two points and their distance, by hand: 100 px are 500 mm, level, the axle over the origin', () => {
  const to = scaledBy({
    px: [
      [200, 600],
      [300, 600],
    ],
    at: [0, 340],
    distanceMm: 500,
  })!;
  expect(taken(to, [0, 340])).toEqual([200, 600]);
  expect(taken(to, [500, 340])).toEqual([300, 600]);
  // Up on the craft is up on the picture, where pixels count downward: 100 mm are 20 px.
  expect(taken(to, [0, 440])).toEqual([200, 580]);
});

test('a picture held askew by 30°, and one of the other side, by hand', () => {
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  // A level metre climbs on the picture: its far end is 200 px along, turned 30° anticlockwise as seen.
  const askew = scaledBy({
    px: [
      [400, 400],
      [400 + 200 * c, 400 - 200 * s],
    ],
    at: [0, 0],
    distanceMm: 1000,
  })!;
  const up = taken(askew, [0, 1000]);
  expect(up[0]).toBeCloseTo(400 - 200 * s, 9);
  expect(up[1]).toBeCloseTo(400 - 200 * c, 9);
  // Bow to the left on the picture: forward on the view is left on it, up stays up.
  const other = scaledBy({
    px: [
      [800, 500],
      [300, 500],
    ],
    at: [0, 0],
    distanceMm: 1000,
    flipped: true,
  })!;
  expect(taken(other, [1000, 0])).toEqual([300, 500]);
  expect(taken(other, [0, 200])[1]).toBeCloseTo(400, 9);
});

test('four points give the projection that a general library gives, and take every corner where it is', () => {
  const tenths = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((n) => n / 10);
  const corner = tenths(-4000, 8000);
  const pixel = tenths(0, 4000);
  let tried = 0;
  fc.assert(
    fc.property(
      corner,
      corner,
      tenths(200, 6000),
      tenths(200, 3000),
      fc.array(mm(pixel), { minLength: 4, maxLength: 4 }),
      mm(corner),
      (x, y, w, h, px, probe) => {
        const rect: Flat[] = [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ];
        const ours = projectiveOf(rect, px);
        if (!ours) return;
        tried++;
        rect.forEach((at, i) => expect(nearTo(taken(ours, at), px[i]!, 1e-4)).toBe(true));
        const theirs = PerspT(rect.flat(), px.flat()).transform(...probe);
        const mine = taken(ours, probe);
        // Near the horizon a point goes far beyond any picture, where neither is of use.
        if (Math.hypot(...mine) < 1e5)
          expect(nearTo(mine, theirs as Flat, 1e-3 * Math.max(1, Math.hypot(...mine)))).toBe(true);
        const back = inverse(ours);
        expect(back && nearTo(taken(back, px[0]!), rect[0]!, 1e-2)).toBe(true);
      },
    ),
    { seed: 16, numRuns: 400 },
  );
  expect(tried).toBeGreaterThan(300);
});

test('points that say nothing give nothing: one twice, three on a line, no distance', () => {
  const square: Flat[] = [
    [0, 0],
    [1000, 0],
    [1000, 500],
    [0, 500],
  ];
  const line: Flat[] = [
    [0, 0],
    [100, 100],
    [200, 200],
    [0, 300],
  ];
  expect(projectiveOf(square, line)).toBeUndefined();
  expect(projectiveOf(line, square)).toBeUndefined();
  expect(projectiveOf(square, square.slice(0, 3))).toBeUndefined();
  expect(
    projectiveOf(square, [
      [5, 5],
      [5, 5],
      [90, 90],
      [0, 90],
    ]),
  ).toBeUndefined();
  expect(
    scaledBy({
      px: [
        [5, 5],
        [5, 5],
      ],
      at: [0, 0],
      distanceMm: 100,
    }),
  ).toBeUndefined();
  expect(
    scaledBy({
      px: [
        [5, 5],
        [9, 5],
      ],
      at: [0, 0],
      distanceMm: 0,
    }),
  ).toBeUndefined();
  expect(inverse([1, 2, 3, 2, 4, 6, 0, 0, 1])).toBeUndefined();
});

test('what lies past the horizon of a picture is known', () => {
  // w = 1 + x / 1000: nothing is seen from x = −1000 on.
  const to: Projective = [1, 0, 0, 0, 1, 0, 0.001, 0, 1];
  expect(isBeforeHorizon(to, [-999, 0, 500, 100])).toBe(true);
  expect(isBeforeHorizon(to, [-1001, 0, 500, 100])).toBe(false);
});

test('a picture taken askew is straightened: a board of squares has its corners where they are', () => {
  // A board of 8 × 6 squares of 100 mm, painted as a camera sees it from the side: exact, pixel by pixel.
  const corners: Flat[] = [
    [60, 420],
    [590, 380],
    [520, 90],
    [120, 40],
  ];
  const board: Flat[] = [
    [0, 0],
    [800, 0],
    [800, 600],
    [0, 600],
  ];
  const toPx = projectiveOf(board, corners)!;
  const toMm = inverse(toPx)!;
  const [width, height] = [640, 480];
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let row = 0; row < height; row++)
    for (let col = 0; col < width; col++) {
      const [x, y] = taken(toMm, [col + 0.5, row + 0.5]);
      const on = x >= 0 && y >= 0 && x < 800 && y < 600 && (Math.floor(x / 100) + Math.floor(y / 100)) % 2 === 0;
      for (let k = 0; k < 3; k++) data[(row * width + col) * 4 + k] = on ? 0 : 255;
    }
  const made: Raster = straightened({ width, height, data }, toPx, [0, 0, 800, 600], 400);
  expect([made.width, made.height]).toEqual([400, 300]);
  // In the middle of every square its colour, 2 mm a pixel, the upper left pixel at x = 0, y = 600.
  for (let i = 0; i < 8; i++)
    for (let j = 0; j < 6; j++) {
      const [col, row] = [Math.floor((100 * i + 50) / 2), Math.floor((600 - 100 * j - 50) / 2)];
      expect([i, j, made.data[(row * 400 + col) * 4]! > 127]).toEqual([i, j, (i + j) % 2 !== 0]);
    }
  // The line between two squares lies within a pixel of the straightened picture of where it is.
  const row = Math.floor((600 - 50) / 2);
  for (let i = 1; i < 8; i++) {
    const at = (col: number) => made.data[(row * 400 + col) * 4]!;
    const rises = at(i * 50 - 3) > 127 !== at(i * 50 + 2) > 127;
    expect([i, rises]).toEqual([i, true]);
  }
});

test('beyond its rim a straightened picture is clear', () => {
  const dot: Raster = { width: 1, height: 1, data: Uint8ClampedArray.of(10, 20, 30, 255) };
  const made = straightened(dot, [1, 0, 0, 0, -1, 1, 0, 0, 1], [-2, 0, 2, 1], 4);
  expect([made.data[3], made.data[15]]).toEqual([0, 0]);
  expect([...made.data.slice(8, 12)]).toEqual([10, 20, 30, 255]);
});
