import fc from 'fast-check';
import { bruteNeed } from '../../tests/support/joint-judge';
import type { Joint, TravellingJoint, TurningJoint } from '../craft/joint';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { polylineLength, type Vec3 } from '../units/vectors';
import { moved } from '../craft/joint';
import { axisDistance, jointNeed, jointPath } from './joint';

const upright = (r: number, range: [number, number] = [-38, 38]): TurningJoint => ({
  name: 'test neck',
  kind: 'steer',
  fixed: 'frame',
  moving: 'bars',
  axisPoint: [0, 0, 0],
  axisDirection: [0, 0, 1],
  rangeDeg: range,
  obstacleRadiusMm: r,
  bendAllowanceMm: 0,
});

test('need equals brute-force rotation with paths found by a graph library', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 60, noNaN: true }),
      fc.double({ min: 70, max: 220, noNaN: true }),
      fc.double({ min: 70, max: 220, noNaN: true }),
      fc.double({ min: -3.1, max: 3.1, noNaN: true }),
      fc.double({ min: -200, max: 200, noNaN: true }),
      (r, ra, rb, angle, rise) => {
        const joint = upright(r);
        const a: Vec3 = [ra, 0, 0];
        const b: Vec3 = [rb * Math.cos(angle), rb * Math.sin(angle), rise];
        const exact = jointNeed(joint, a, b).tautMaxMm;
        // 480 points on the arc are off the tangent by at most half a step either end.
        expect(Math.abs(bruteNeed(joint, a, b, 19)! - exact)).toBeLessThan(0.1);
      },
    ),
    { numRuns: 12, seed: 20261124 },
  );
});

/** Joints of every kind with ties about them, seeded. Their obstacle stands upright at 0, 0, as `brutePath` takes it. */
const anyJoint = fc
  .record({
    kind: fc.constantFrom('steer', 'hinge', 'fold', 'slide', 'liftOff'),
    r: fc.double({ min: 4, max: 60, noNaN: true }),
    low: fc.integer({ min: -60, max: 0 }),
    high: fc.integer({ min: 0, max: 120 }),
    heading: fc.double({ min: 0, max: 6.28, noNaN: true }),
    climb: fc.double({ min: -1, max: 1, noNaN: true }),
    ties: fc.tuple(
      fc.double({ min: 75, max: 240, noNaN: true }),
      fc.double({ min: 75, max: 240, noNaN: true }),
      fc.double({ min: -3.1, max: 3.1, noNaN: true }),
      fc.double({ min: -200, max: 200, noNaN: true }),
    ),
  })
  .map(({ kind, r, low, high, heading, climb, ties: [ra, rb, angle, rise] }) => {
    const common = { name: 'test', fixed: 'frame', moving: 'lid', bendAllowanceMm: 0 };
    const axis = { axisPoint: [0, 0, 0], axisDirection: [0, 0, 1], rangeDeg: [low, high], obstacleRadiusMm: r };
    const way = {
      direction: [Math.cos(heading), Math.sin(heading), climb],
      travelMm: [low * 3, high * 3],
      obstacle: { point: [0, 0, 30], direction: [0, 0, 1], radiusMm: r },
    };
    const plug = { name: 'plug', pins: 8, pinA: 10, w: 20, h: 12 };
    const joint = {
      ...common,
      kind,
      ...(kind === 'slide' || kind === 'liftOff' ? way : axis),
      ...(kind === 'liftOff' ? { plug } : {}),
    } as Joint;
    const fixed: Vec3 = [ra, 0, 0];
    const moving: Vec3 = [rb * Math.cos(angle), rb * Math.sin(angle), rise];
    return { joint, fixed, moving };
  });

test('need of every kind of joint equals brute-force motion, paths found by a graph library', () => {
  const kinds = new Set<string>();
  let clear = 0;
  fc.assert(
    fc.property(anyJoint, ({ joint, fixed, moving }) => {
      const brute = bruteNeed(joint, fixed, moving, 30);
      // A tie that would pass through the obstacle is tried by itself, below.
      if (brute === undefined) return;
      clear++;
      kinds.add(joint.kind);
      expect(Math.abs(brute - jointNeed(joint, fixed, moving).tautMaxMm)).toBeLessThan(0.1);
    }),
    { numRuns: 45, seed: 20261129 },
  );
  expect(kinds.size).toBe(5);
  expect(clear).toBeGreaterThan(20);
});

const slide = (over: Partial<TravellingJoint> = {}): Joint => ({
  name: 'slide-out',
  kind: 'slide',
  fixed: 'body',
  moving: 'room',
  direction: [0, 2, 0],
  travelMm: [0, 900],
  obstacle: null,
  bendAllowanceMm: 60,
  ...(over as object),
});

test('a slide with nothing in the way: longest run out, shortest where it passes, by hand', () => {
  // From 300 mm behind to 600 beyond, 400 aside: √(600² + 400²) = 721.1 out, 400 in passing, √(300² + 400²) = 500 in.
  const need = jointNeed(slide(), [0, 0, 0], [400, -300, 0]);
  expect(need.tautMaxMm).toBeCloseTo(Math.hypot(600, 400), 9);
  expect(need.tautMinMm).toBeCloseTo(400, 4);
  expect(need.worstAt).toBe(900);
  expect(need.needMm).toBeCloseTo(Math.hypot(600, 400) + 60, 9);
  expect(need.parkedMm).toBeCloseTo(Math.hypot(600, 400) + 60 - 400, 4);
  // Run out but in part, it is longest in.
  expect(jointNeed(slide({ travelMm: [0, 350] }), [0, 0, 0], [400, -300, 0]).worstAt).toBe(0);
});

test('a slide over a round edge: tangent, arc and tangent at the end of its travel, by hand', () => {
  // The edge lies along x at the middle; the tie goes from straight above to 200 mm beyond and below it.
  const edge = { point: [0, 0, 0] as [number, number, number], direction: [1, 0, 0] as [number, number, number] };
  const joint = slide({
    direction: [0, 0, -1],
    travelMm: [0, 200],
    obstacle: { ...edge, radiusMm: 20 },
    bendAllowanceMm: 0,
  });
  // Fixed 100 mm to the right of it, moving 100 to the left: over it needs more as it goes down.
  const need = jointNeed(joint, [0, -100, 0], [0, 100, 0]);
  const far = Math.hypot(100, 200);
  const windingOver = Math.PI + Math.atan2(200, 100);
  const windingUnder = Math.PI - Math.atan2(200, 100);
  const free = Math.acos(20 / 100) + Math.acos(20 / far);
  const over = Math.sqrt(100 ** 2 - 400) + Math.sqrt(far ** 2 - 400) + 20 * (windingOver - free);
  const under = windingUnder <= free ? Math.hypot(200, 200) : NaN;
  expect(under).toBeLessThan(over);
  // Below it lies straight at the end, but bent where it starts: half round is the same either way.
  expect(need.tautMaxMm).toBeCloseTo(under, 9);
});

test('a tie that travels into its obstacle lies on its surface: no sample of the travel needs more', () => {
  const post = { point: [0, 0, 0] as [number, number, number], direction: [0, 0, 1] as [number, number, number] };
  const joint = slide({ direction: [1, 0.1, 0], travelMm: [-300, 300], obstacle: { ...post, radiusMm: 60 } });
  const need = jointNeed(joint, [-20, -200, 0], [0, 10, 0]);
  for (let at = -300; at <= 300; at += 1) {
    const taut = polylineLength(jointPath(joint, [-20, -200, 0], [0, 10, 0], at, 400));
    if (Math.hypot(...moved(joint, [0, 10, 0], at)) > 60) expect(taut).toBeLessThan(need.tautMaxMm + 0.05);
  }
  expect(need.parkedMm).toBeGreaterThan(0);
});

test('a straight wire clear of the neck needs its straight length', () => {
  const need = jointNeed(upright(10, [0, 0]), [100, 0, 0], [100, 40, 30]);
  expect(need.tautMaxMm).toBeCloseTo(50, 9);
  expect(need.parkedMm).toBeCloseTo(0, 9);
});

test('half round the neck: two tangents and an arc, by hand', () => {
  // Ties 100 mm out on opposite sides, neck of 50 mm: tangents √(100²−50²), arc 50·(π − 2·60°).
  const by = 2 * Math.sqrt(7500) + 50 * (Math.PI - (2 * Math.PI) / 3);
  expect(jointNeed(upright(50, [0, 0]), [100, 0, 0], [-100, 0, 0]).tautMaxMm).toBeCloseTo(by, 9);
});

test('the wire keeps to its side and the parked slack is longest less shortest', () => {
  const joint = { ...upright(42), bendAllowanceMm: 40 };
  const a: Vec3 = [-95, 70, 0];
  const b: Vec3 = [60, 84, 110];
  const need = jointNeed(joint, a, b);
  const lengths = Array.from({ length: 77 }, (_, i) => polylineLength(jointPath(joint, a, b, i - 38, 400)));
  expect(Math.max(...lengths)).toBeCloseTo(need.tautMaxMm, 2);
  expect(need.parkedMm).toBeCloseTo(need.needMm - Math.min(...lengths), 1);
  expect([joint.rangeDeg[0], joint.rangeDeg[1]]).toContain(need.worstAt);
});

test('the drawn path never passes inside the neck', () => {
  const joint = ADVENTURE_TOURER.joints['neck'] as TurningJoint;
  const a = ADVENTURE_TOURER.junctions['headLeft']!.at;
  const b = ADVENTURE_TOURER.junctions['tieLeft']!.at;
  for (let deg = -38; deg <= 38; deg += 4)
    for (const point of jointPath(joint, a, b, deg, 40))
      expect(axisDistance(joint, point)).toBeGreaterThan(joint.obstacleRadiusMm - 0.01);
});

test('a fatter neck or wider lock never needs less', () => {
  const ties: [Vec3, Vec3] = [
    [-100, 60, 0],
    [80, 70, 60],
  ];
  let last = 0;
  for (const r of [5, 20, 40, 60, 90]) {
    const { tautMaxMm } = jointNeed(upright(r), ...ties);
    expect(tautMaxMm).toBeGreaterThanOrEqual(last - 1e-9);
    last = tautMaxMm;
  }
  expect(jointNeed(upright(40, [-45, 45]), ...ties).tautMaxMm).toBeGreaterThan(
    jointNeed(upright(40, [-20, 20]), ...ties).tautMaxMm,
  );
});
