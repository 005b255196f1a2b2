import fc from 'fast-check';
import * as v from 'valibot';
import { ADVENTURE_TOURER as TOURER } from '#demo/patterns/adventure-tourer';
import { SHELF } from '#demo/shelf';
import { contentHash } from '../document/hash';
import { newJob, type Job } from '../job/job';
import { apply, applyAll } from '../job/operations';
import { planJob } from '../plan';
import { rotateAbout, unit, type Vec3 } from '../units/vectors';
import { movedBy } from './bodies';
import { drawnFor } from './changes';
import { liesIn, reachesInto, type KeepFree, type Standing } from './keep-free';
import type { TurningJoint } from './joint';
import { foundCraft } from './own';
import { Pattern, strokesOf, type VariantOption } from './pattern';
import { patternFaults } from './pattern-faults';
import { upgradePattern } from './upgrade';
import { variantOfYear, variantsOf, withVariant } from './variants';

const withPlace = (id: string, part: object): Pattern => ({
  ...TOURER,
  places: { ...TOURER.places, [id]: { ...TOURER.places[id]!, ...part } },
});
const withLeg = (id: string, part: object): Pattern => ({
  ...TOURER,
  legs: { ...TOURER.legs, [id]: { ...TOURER.legs[id]!, ...part } },
});
const hole = { name: 'Hole', at: [0, 0, 0], mm: 20, edge: 'bare', drillToMm: null };
const option = (over: Partial<VariantOption> = {}): VariantOption => ({
  name: 'Battery',
  usual: 'seat',
  choices: {
    seat: { name: 'under the seat', years: { from: null, to: 2020 }, change: {} },
    nose: { name: 'in the nose', years: { from: 2021, to: null }, change: { batteryPlace: 'lampShelf' } },
  },
  ...over,
});
const pathsOf = (pattern: Pattern) => patternFaults(pattern).map(({ path }) => path);

test.each<[path: string, Pattern]>([
  ['places.dash.through', withPlace('dash', { through: 'moon' })],
  ['places.dash.through', withPlace('dash', { through: 'dash' })],
  ['places.dash.body', withPlace('dash', { body: 'moon' })],
  ['legs.tray.through', withLeg('tray', { through: 'moon' })],
  ['legs.tray.to', withLeg('tray', { from: 'underSeat' })],
  ['legs.tray.passes.a.longMm', withLeg('tray', { passes: { a: { ...hole, longMm: 10 } } })],
  ['legs.tray.passes.a.drillToMm', withLeg('tray', { passes: { a: { ...hole, drillToMm: 20 } } })],
  ['legs.tray.passes.a.mm', withLeg('tray', { passes: { a: { ...hole, mm: 0 } } })],
  ['joints.neck.moving', { ...TOURER, joints: { neck: { ...TOURER.joints['neck']!, moving: 'moon' } } }],
  ['joints.neck.moving', { ...TOURER, joints: { neck: { ...TOURER.joints['neck']!, moving: 'frame' } } }],
  ['junctions.dash', { ...TOURER, junctions: { ...TOURER.junctions, dash: TOURER.junctions['tieLeft']! } }],
  [
    'keepFree.bowl.body',
    {
      ...TOURER,
      keepFree: {
        bowl: { name: 'Bowl', kind: 'lamp', body: 'moon', shape: { is: 'box', at: [0, 0, 0], size: [9, 9, 9] } },
      },
    },
  ],
  ['measures.wheelbase.range', measured({ range: [1550, 1620] })],
  // Its stretch is 92 mm: by more than that it cannot shrink.
  ['measures.wheelbase.range', measured({ range: [1448, 1620] })],
  ['options.battery.usual', { ...TOURER, options: { battery: option({ usual: 'moon' }) } }],
  [
    'drawing.side.strokes.s1.only.battery',
    { ...TOURER, drawing: { ...TOURER.drawing, side: withStroke({ only: { battery: 'seat' } }) } },
  ],
  ['drawing.side.strokes.s1.body', { ...TOURER, drawing: { ...TOURER.drawing, side: withStroke({ body: 'moon' }) } }],
  ['drawing.side.strokes.s1.cover', { ...TOURER, drawing: { ...TOURER.drawing, side: withStroke({ cover: 'moon' }) } }],
  ['usualCircuits.plug.place', { ...TOURER, usualCircuits: { plug: plugAt('moon') } }],
  ['usualGear.radio.place', { ...TOURER, usualGear: { radio: { item: SHELF[0]!, place: 'moon' } } }],
  [
    'covers.seat.states.off.plugHints.moon',
    {
      ...TOURER,
      covers: {
        ...TOURER.covers,
        seat: { name: 'Seat', states: { off: { ...TOURER.covers['seat']!.states.off!, plugHints: { moon: 'x' } } } },
      },
    },
  ],
])('%s is told by its path', (path, pattern) => {
  expect(v.safeParse(Pattern, pattern).issues).toBeUndefined();
  expect(pathsOf(pattern)).toContain(path);
});
function measured(part: object): Pattern {
  return { ...TOURER, measures: { wheelbase: { ...TOURER.measures['wheelbase']!, ...part } } };
}
function withStroke(part: object): Pattern['drawing']['side'] {
  const { side } = TOURER.drawing;
  return { ...side, strokes: { ...side.strokes, s1: { ...side.strokes['s1']!, ...part } } };
}
function plugAt(place: string) {
  return {
    name: 'Radio plug',
    colour: { body: 'yellow' as const },
    use: 'constant' as const,
    access: 'radioPlug' as const,
    place,
    fuseA: 15,
    drawsA: 0,
    size: '16' as const,
    lengthMm: 1200,
    negative: true,
    shares: '',
  };
}

describe('variants', () => {
  const pattern: Pattern = {
    ...TOURER,
    options: {
      battery: option(),
      screen: option({
        name: 'Screen',
        usual: 'high',
        choices: {
          high: { name: 'high', change: {} },
          none: {
            name: 'none',
            change: {
              covers: { screen: null, cowl: { name: 'Cowl', states: { off: bareWay() } } },
              places: { barClamp: null },
              legs: { clampLeft: null },
            },
          },
        },
      }),
    },
    drawing: { ...TOURER.drawing, side: withStroke({ only: { screen: 'high' } }) },
  };
  function bareWay() {
    return { ...TOURER.covers['cowl']!.states.off!, after: {} };
  }

  test('each choice switches what it says, and only that; the usual one is as drawn', () => {
    expect(patternFaults(pattern)).toEqual([]);
    expect(variantsOf(pattern)).toHaveLength(4);
    const usual = withVariant(pattern, {});
    expect([usual.batteryPlace, Object.keys(usual.places)]).toEqual(['battery', Object.keys(TOURER.places)]);
    expect(usual.drawing.side.strokes['s1']).toBeDefined();
    const bare = withVariant(pattern, { screen: 'none', battery: 'nose' });
    expect(bare.batteryPlace).toBe('lampShelf');
    expect(bare.covers['screen']).toBeUndefined();
    expect(bare.places['barClamp']).toBeUndefined();
    expect(bare.drawing.side.strokes['s1']).toBeUndefined();
    expect(Object.keys(bare.drawing.side.strokes)).toHaveLength(Object.keys(TOURER.drawing.side.strokes).length - 1);
    expect(withVariant(pattern, { screen: 'none', battery: 'nose' })).toBe(bare);
    expect(withVariant(TOURER, { screen: 'none' })).toBe(TOURER);
  });
  test('what is wrong in one variant alone is told with that variant', () => {
    const spoilt: Pattern = {
      ...TOURER,
      options: {
        battery: option({ choices: { ...option().choices, nose: { name: 'nose', change: { batteryPlace: 'moon' } } } }),
      },
    };
    expect(patternFaults(spoilt)).toEqual([
      { path: 'batteryPlace', expected: 'expected a place of this pattern (Battery: nose)' },
    ]);
  });
  test('a year tells its variant at both ends; a choice that is said is over it', () => {
    expect([2020, 2021].map((year) => variantOfYear(pattern, year)['battery'])).toEqual(['seat', 'nose']);
    const craft = { pattern, variant: {}, year: 2021 };
    expect(drawnFor(craft).batteryPlace).toBe('lampShelf');
    expect(drawnFor({ ...craft, variant: { battery: 'seat' } }).batteryPlace).toBe('battery');
    expect(drawnFor({ ...craft, year: null }).batteryPlace).toBe('battery');
  });

  const job = newJob('v', 'Variants', pattern, contentHash(pattern));
  const none = { op: 'setVariant', option: 'screen', choice: 'none' } as const;
  test('a job changes over, and back byte for byte; what was found otherwise of what is gone is forgotten', () => {
    const noted = apply(job, { op: 'setCover', cover: 'screen', name: 'Tall screen' });
    const over = apply(noted, none);
    expect(foundCraft(over).covers['screen']).toBeUndefined();
    expect(over.craft.changes.covers).toEqual({});
    expect(apply(over, { op: 'setVariant', option: 'screen', choice: null }).craft.variant).toEqual({});
    expect(() => apply(job, { ...none, choice: 'low' })).toThrow('craft.variant.screen');
    expect(() => apply(job, { ...none, option: 'toString' })).toThrow();
  });
  test('is refused while something is where a place would go, by its name', () => {
    const item = SHELF.find(({ kind }) => kind === 'headUnit')!;
    const placed = apply(job, { op: 'addGear', id: 'head', item, place: 'barClamp' });
    expect(() => apply(placed, none)).toThrow(`${item.name} is at “Bar clamp”`);
    const tapped = apply(job, {
      op: 'setExisting',
      id: 'c',
      circuit: { name: 'Plug', colour: { body: 'red' }, use: 'switched', metered: false, place: 'barClamp' },
    });
    expect(() => apply(tapped, none)).toThrow('Plug is at “Bar clamp”');
  });
  test('feeds begin where the battery of the variant is', () => {
    const amp = SHELF.find(({ kind }) => kind === 'amplifier')!;
    const fed = applyAll(job, [{ op: 'addGear', id: 'amp', item: amp, place: 'underSeat' }]);
    const from = (one: Job) => planJob(one).runs.find(({ id }) => id === 'feed:battery>amp')!.fromPlace;
    expect(from(fed)).toBe('battery');
    expect(from(apply(fed, { op: 'setVariant', option: 'battery', choice: 'nose' }))).toBe('lampShelf');
    expect(from(apply(fed, { op: 'setYear', year: 2024 }))).toBe('lampShelf');
  });
});

test('a pattern of version 2 comes up: its joint moves, its strokes are keyed in their order', () => {
  const strokes = strokesOf(TOURER.drawing.side).map(([, { at, ...stroke }]) => ({ ...stroke, was: at }));
  const { moving, ...joint } = TOURER.joints['neck']!;
  const old = {
    ...TOURER,
    version: 2,
    joints: { neck: { ...joint, turning: moving } },
    drawing: {
      side: { bounds: TOURER.drawing.side.bounds, strokes: strokes.map(({ was: _, ...stroke }) => stroke) },
      top: {
        bounds: TOURER.drawing.top.bounds,
        strokes: strokesOf(TOURER.drawing.top).map(([, { at: _, ...stroke }]) => stroke),
      },
    },
  };
  expect(upgradePattern(old)).toEqual(TOURER);
  expect(upgradePattern(old)).toBe(upgradePattern(old));
});

test('what hangs on a body that is steered is steered with it', () => {
  const joints = {
    ...TOURER.joints,
    lid: { ...(TOURER.joints['neck'] as TurningJoint), kind: 'hinge' as const, fixed: 'bars', moving: 'screen' },
    bag: { ...(TOURER.joints['neck'] as TurningJoint), kind: 'hinge' as const, fixed: 'frame', moving: 'bagLid' },
  };
  expect([...movedBy({ joints }, 'steer')].sort()).toEqual(['bars', 'screen']);
  expect([...movedBy({ joints }, 'hinge')].sort()).toEqual(['bagLid', 'screen']);
});

describe('rooms kept free', () => {
  const level: Standing = {
    centre: [0, 0, 0],
    across: [1, 0, 0],
    up: [0, 1, 0],
    out: [0, 0, 1],
    size: { w: 100, h: 60, d: 40 },
  };
  const box = (at: [number, number, number], size: [number, number, number]): KeepFree['shape'] => ({
    is: 'box',
    at,
    size,
  });

  test('by hand: side by side, a millimetre in, turned by 45°', () => {
    expect(reachesInto(box([100, 0, 0], [100, 100, 100]), level)).toBe(0);
    expect(reachesInto(box([99, 0, 0], [100, 100, 100]), level)).toBeCloseTo(1, 9);
    // Its corner comes 20·√2 = 28.28 mm from the middle: 1.72 into a box whose side is 26.56 away.
    const turned = {
      ...level,
      across: [Math.SQRT1_2, Math.SQRT1_2, 0],
      up: [-Math.SQRT1_2, Math.SQRT1_2, 0],
      size: { w: 40, h: 40, d: 40 },
    } as Standing;
    expect(reachesInto(box([76.56, 0, 0], [100, 100, 100]), turned)).toBeCloseTo(20 * Math.SQRT2 - 26.56, 9);
    const sight: KeepFree['shape'] = { is: 'round', from: [-500, 0, 50], to: [500, 0, 50], radiusMm: 31 };
    expect(reachesInto(sight, level)).toBeCloseTo(1, 5);
    expect(reachesInto({ ...sight, radiusMm: 29.9 }, level)).toBe(0);
  });
  test('wire in them, by hand: what lies between two sides, and a chord of a round one', () => {
    expect(liesIn(box([0, 0, 0], [100, 100, 100]), [-200, 0, 0], [200, 0, 0])).toBeCloseTo(100, 4);
    expect(liesIn(box([0, 0, 0], [100, 100, 100]), [-200, 50.1, 0], [200, 50.1, 0])).toBe(0);
    expect(liesIn(box([0, 0, 0], [100, 100, 100]), [0, 0, 0], [0, 0, 20])).toBeCloseTo(20, 4);
    // A chord 30 mm from the middle of a circle of 50: 2·40.
    const round: KeepFree['shape'] = { is: 'round', from: [0, 0, -500], to: [0, 0, 500], radiusMm: 50 };
    expect(liesIn(round, [-200, 30, 0], [200, 30, 0])).toBeCloseTo(80, 4);
    expect(liesIn(round, [0, 0, 0], [0, 0, 0])).toBe(0);
  });
  test('gear anywhere and any way round: clear where no point of it is in, in where one is', () => {
    const mm = fc.double({ min: -150, max: 150, noNaN: true });
    let both = 0;
    fc.assert(
      fc.property(
        fc.tuple(mm, mm, mm),
        fc.tuple(mm, mm, mm),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.boolean(),
        (at, axis, angle, isBox) => {
          fc.pre(Math.hypot(...axis) > 10);
          const turn = (p: Vec3) => rotateAbout(p, [0, 0, 0], unit(axis), angle);
          const stands: Standing = {
            ...level,
            centre: at,
            across: turn([1, 0, 0]),
            up: turn([0, 1, 0]),
            out: turn([0, 0, 1]),
          };
          const shape: KeepFree['shape'] = isBox
            ? box([10, -20, 5], [90, 70, 110])
            : { is: 'round', from: [-40, 0, 0], to: [60, 30, 20], radiusMm: 45 };
          let inside = false;
          for (let i = 0; i <= 12; i++)
            for (let j = 0; j <= 12; j++)
              for (let k = 0; k <= 12; k++) {
                const p = [0, 1, 2].map(
                  (n) =>
                    at[n]! +
                    stands.across[n]! * 100 * (i / 12 - 0.5) +
                    stands.up[n]! * 60 * (j / 12 - 0.5) +
                    stands.out[n]! * 40 * (k / 12 - 0.5),
                ) as [number, number, number];
                inside ||= isBox
                  ? Math.abs(p[0] - 10) < 45 && Math.abs(p[1] + 20) < 35 && Math.abs(p[2] - 5) < 55
                  : liesIn(shape, p, [p[0] + 1e-3, p[1], p[2]]) > 0;
              }
          const mmIn = reachesInto(shape, stands);
          if (inside) expect(mmIn).toBeGreaterThan(0);
          // Between two points that were tried a corner may be in by no more than a step.
          else expect(mmIn).toBeLessThan(9);
          if (mmIn > 0) both |= 1;
          else both |= 2;
        },
      ),
      { numRuns: 120, seed: 16 },
    );
    expect(both).toBe(3);
  });
});
