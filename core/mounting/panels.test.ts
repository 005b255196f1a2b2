import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Panel } from '../craft/panel';
import type { GearItem } from '../gear/gear';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { OperationError } from '../document/fault';
import type { Job } from '../job/job';
import { apply, applyAll, readEdit, type Operation } from '../job/operations';
import { planJob, type Plan } from '../plan';
import { panelOf } from '../job/parts/mounting';
import { pairDiffers } from '../panels/fitted';
import { byBit } from '../panels/holes';
import { partsOf } from '../panels/parts';
import { pieceOf } from '../panels/piece';
import { siteOf } from '../panels/site';

const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const BARE = DEMO_JOBS.find(({ id }) => id === 'vineyard-side-by-side')!;
const VAN = DEMO_JOBS.find(({ id }) => id === 'narrow-van')!;

const put = (id: string, item: string | GearItem, place: string): Operation => ({
  op: 'addGear',
  id,
  item: typeof item === 'string' ? shelfItem(item) : item,
  place,
});
/** A plain sheet of some material at the launch's console. */
const sheet = (panel: Partial<Panel>, place = 'console'): Operation[] => [
  ...(['speed', 'fuel'] as const).map((id): Operation => ({ op: 'setOpening', place, id, opening: null })),
  ...(['helm', 'brace'] as const).map((id): Operation => ({ op: 'setObstacle', place, id, obstacle: null })),
  {
    op: 'setPanel',
    place,
    panel: { outline: { shape: 'rectangle', w: 300, h: 200, corner: 0 }, behindMm: null, ...panel },
  },
];
const empty = apply(LAUNCH, { op: 'removeGear', id: 'head' });
const planOf = (job: Job, ...operations: readonly Operation[]): Plan => planJob(applyAll(job, operations));
const found = (plan: Plan, rule: string) => plan.findings.filter((f) => f.rule === rule);
const rules = (plan: Plan, gear: string) =>
  plan.findings.filter((f) => f.station === 'mounting' && f.subject.id === gear).map((f) => f.rule);
const opening = (w: number, h: number, taken = false, id = 'old'): Operation => ({
  op: 'setOpening',
  place: 'console',
  id,
  opening: { name: 'Old radio', outline: { shape: 'rectangle', w, h, corner: 0 }, at: [0, 0], turnDeg: 0, taken },
});
const figure = (plan: Plan, rule: string, name: string) =>
  found(plan, rule)[0]!.figures.find((f) => f.name === name)?.value;

describe('an opening that is there', () => {
  test('a radio 182 × 53 into one 178 × 54: 2 mm off either side, 2 × 2 × 53 mm² of it, half a millimetre play above and below', () => {
    const plan = planOf(empty, ...sheet({}), opening(178, 54), put('r', 'sallow-din', 'console'));
    const { opening: work, at, by } = plan.mounts['r']!;
    expect([at, by]).toEqual([[0, 0], 'search']);
    expect(work).toMatchObject({ id: 'old', gap: undefined, playMm: undefined });
    expect(work!.trim).toMatchObject({ left: 2, right: 2, top: 0, bottom: 0, areaMm2: 212 });
    expect(found(plan, 'opening-small')[0]!.reason).toBe(
      '“Old radio” is too small for H1: take off 2 mm at the left, 2 mm at the right.',
    );
    expect(figure(plan, 'opening-small', 'area')).toBe(2.1);
    // Moved by hand 2 mm to the left, all of it comes off there.
    const moved = planOf(empty, ...sheet({}), opening(178, 54), put('r', 'sallow-din', 'console'), {
      op: 'setMount',
      gear: 'r',
      mount: { at: [-2, 0] },
    });
    expect(moved.mounts['r']!.opening!.trim).toMatchObject({ left: 4, right: 0 });
    expect(moved.mounts['r']!.by).toBe('hand');
  });
  test('sawn is what of the line lies outside the old opening; put down elsewhere it is a new one beside it', () => {
    const job = applyAll(empty, [...sheet({}), opening(178, 54), put('r', 'sallow-din', 'console')]);
    // Two sides of 53 and four ends of 2.
    expect(planJob(job).mounts['r']!.schedule.sawn.map(({ lineMm }) => lineMm)).toEqual([114]);
    const away = planOf(job, { op: 'setMount', gear: 'r', mount: { at: [0, 61] } }).mounts['r']!;
    expect(away.opening).toBeUndefined();
    expect(away.schedule.sawn.map(({ lineMm }) => lineMm)).toEqual([2 * (182 + 53)]);
    // Its cut-out begins at 34.5 and the opening ends at 27.
    expect(away.clearances.find(({ limit }) => limit === 'opening')!.mm).toBeCloseTo(7.5, 9);
  });
  test('into one of its own size: nothing to do, and no hole is made', () => {
    const plan = planOf(empty, ...sheet({}), opening(182.5, 53.5), put('r', 'sallow-din', 'console'));
    expect(plan.mounts['r']!.opening).toMatchObject({ trim: undefined, gap: undefined, playMm: 0.25 });
    expect(plan.mounts['r']!.schedule).toEqual({ holes: [], sawn: [] });
    expect(rules(plan, 'r')).toEqual(['lap-short']);
  });
  test('a round unit of 76 with a flange of 82 into 186 × 108: what stays open, and no new hole beside it', () => {
    const plan = planOf(empty, ...sheet({}), opening(186, 108), put('r', 'kingcup-3', 'console'));
    const { gap, trim } = plan.mounts['r']!.opening!;
    expect(trim).toBeUndefined();
    expect(gap).toMatchObject({ left: 52, right: 52, top: 13, bottom: 13 });
    // 186 × 108 less the flange: 20088 − π·41².
    expect(gap!.areaMm2).toBeGreaterThan(14806 - 3);
    expect(gap!.areaMm2).toBeLessThan(14808 + 3);
    // The farthest corner is √(93² + 54²) from the middle, 41 of it covered.
    expect(Math.abs(gap!.mostMm - (Math.hypot(93, 54) - 41))).toBeLessThan(0.06);
    expect(rules(plan, 'r')).toContain('opening-large');
  });
  test('one that something stays in is kept clear of; one far too small for it too', () => {
    const taken = planOf(empty, ...sheet({}), opening(60, 60, true), put('r', 'kingcup-3', 'console'));
    expect(taken.mounts['r']!.opening).toBeUndefined();
    expect(taken.mounts['r']!.at).not.toEqual([0, 0]);
    expect(rules(taken, 'r')).toEqual([]);
    const small = planOf(empty, ...sheet({}), opening(20, 20), put('r', 'kingcup-3', 'console'));
    expect(small.mounts['r']!.opening).toBeUndefined();
  });
});

describe('depth', () => {
  test('in the fairing a deep speaker goes in with the cowl off, and not with it on', () => {
    const plan = planOf(TOURER_JOB, { op: 'removeGear', id: 'fairing-left' }, put('deep', 'heron-165', 'fairingLeft'));
    // Over its magnet the cowl is 70 to 74 mm behind the face: 79 mm of speaker and 2 mm of room are too much.
    const [finding] = found(plan, 'hits-cover');
    expect(finding!.reason).toMatch(
      /^S1 goes in with “Fairing cowl” off, and is 9(\.\d)? mm too deep once it is on\.$/,
    );
    expect(found(plan, 'too-deep')).toEqual([]);
    expect(plan.mounts['deep']!.deepMm).toBeCloseTo(-9, 0);
  });
  test.each([
    [90, 'straight', []],
    [89.9, 'angled', []],
    [78, 'angled', []],
    [77.9, 'angled', ['too-deep']],
  ])(
    'a radio of 88 mm with straight plugs and 76 with angled ones, 2 mm to spare, in %d mm',
    (behindMm, plugs, expected) => {
      // 58 + 14 + 16 bend, and 58 + 18.
      const plan = planOf(empty, ...sheet({ behindMm }), put('r', 'kingcup-3', 'console'));
      expect(rules(plan, 'r')).toEqual(expected);
      expect(plan.mounts['r']!.lying.plugs).toBe(plugs);
    },
  );
  test('moved by hand it keeps the plugs that fit', () => {
    const job = applyAll(empty, [...sheet({ behindMm: 80 }), put('r', 'kingcup-3', 'console')]);
    const moved = planOf(job, { op: 'setMount', gear: 'r', mount: { at: [10, 0] } });
    expect([moved.mounts['r']!.lying.plugs, rules(moved, 'r')]).toEqual(['angled', []]);
  });
  test('too deep even so: by how much, and with straight plugs set by hand the angled ones are the cure', () => {
    const deep = planOf(empty, ...sheet({ behindMm: 77 }), put('r', 'kingcup-3', 'console'));
    expect(found(deep, 'too-deep')[0]!.reason).toContain('lacks 1 mm of depth');
    // A millimetre farther out it fits; where something stands that near in front there is no cure.
    const cured = found(deep, 'too-deep')[0]!.cure!;
    expect(cured.label).toBe('Set H1 out on a spacer of 1 mm');
    const set = [...sheet({ behindMm: 77 }), put('r', 'kingcup-3', 'console')];
    expect(rules(planOf(empty, ...set, ...cured.operations), 'r')).toEqual([]);
    const shut = planOf(empty, ...sheet({ behindMm: 77, frontMm: 0.9 }), put('r', 'kingcup-3', 'console'));
    expect(found(shut, 'too-deep')[0]!.cure).toBeUndefined();
    const job = applyAll(empty, [
      ...sheet({ behindMm: 80 }),
      put('r', 'kingcup-3', 'console'),
      { op: 'setMount', gear: 'r', mount: { plugs: 'straight' } },
    ]);
    const { cure } = found(planJob(job), 'too-deep')[0]!;
    expect(cure!.label).toBe('Take right-angle plugs for H1');
    expect(found(planJob(applyAll(job, cure!.operations)), 'too-deep')).toEqual([]);
  });
});

describe('what is cut to go between', () => {
  const put3 = [...sheet({}), opening(186, 108), put('r', 'kingcup-3', 'console')];
  const cured = (() => {
    const cure = found(planOf(empty, ...put3), 'opening-large')[0]!.cure!;
    return applyAll(applyAll(empty, put3), cure.operations);
  })();
  const partsIn = (job: Job, gear = 'r') =>
    partsOf(
      siteOf(panelOf(job, job.gear[gear]!.place!).panel),
      mountOf(job.gear[gear]!.item),
      planJob(job).mounts[gear]!,
    );

  test('a round unit in a rectangular opening: a plate 14 mm larger all round, screws in the middle of its rim', () => {
    const plan = planJob(cured);
    expect(rules(plan, 'r')).toEqual([]);
    const { plate, behindMm, schedule } = plan.mounts['r']!;
    expect([plate!.outline.right - plate!.outline.left, plate!.outline.top - plate!.outline.bottom]).toEqual([
      214, 136,
    ]);
    // In the corners 7 mm round about those of the opening, and once between along the longer edges.
    const corner = 7 * Math.SQRT1_2;
    const want = [93 + corner, 54 + corner];
    expect(plate!.screws.filter(({ at: [x, y] }) => x > 1 && y > 1).map(({ at }) => at)).toEqual([
      [expect.closeTo(want[0]!, 6), expect.closeTo(want[1]!, 6)],
    ]);
    expect(plate!.screws.filter(({ at: [x] }) => Math.abs(x) < 1).map(({ at }) => at[1])).toEqual([-61, 61]);
    expect(plate!.screws).toHaveLength(6);
    // Two millimetres of plate: 58 + 14 + 16 − 2.
    expect(behindMm).toBe(86);
    // In the panel its six screws are all there is to drill: 3.5 mm × 0.82 in aluminium.
    expect(schedule.holes.map(({ kind, mm }) => [kind, mm])).toEqual(Array(6).fill(['plate', 2.9]));
    expect(schedule.sawn).toEqual([]);
    const [part, ...rest] = partsIn(cured);
    expect(rest).toEqual([]);
    expect(part).toMatchObject({ kind: 'plate', name: 'Adapter plate', material: 'aluminium', thicknessMm: 2 });
    expect(part!.cuts.map(({ round, left }) => [round, left])).toEqual([[38, -38]]);
    expect(part!.holes.map(({ mm, countersunk }) => [mm, countersunk])).toEqual(Array(6).fill([3.9, false]));
  });
  test.each([
    [327, []],
    [328.1, ['panel-edge']],
  ])('a plate needs panel all round: with the opening %d mm from the edge on either side', (w, expected) => {
    // Of 328 mm that the plate is wide 300 mm are opening: the panel is 328 mm.
    const job = applyAll(empty, [
      ...sheet({ outline: { shape: 'rectangle', w: 328, h: 200, corner: 0 } }),
      opening(w - 28, 108),
      put('r', 'kingcup-3', 'console'),
      { op: 'setMount', gear: 'r', mount: { adapter: { kind: 'plate', thicknessMm: 2, material: 'aluminium' } } },
    ]);
    expect(rules(planJob(job), 'r')).toEqual(expected);
  });
  test('a speaker 130 mm in a round hole of 152: a ring, with its own bolts in it; names by what goes from what to what', () => {
    const small = { ...shelfItem('bittern-165') };
    const mount = mountOf(small);
    const ring: GearItem = {
      ...small,
      mount: {
        ...mount,
        face: { shape: 'round', d: 133 },
        cutout: { shape: 'round', d: 116 },
        bodies: [{ outline: { shape: 'round', d: 112 }, at: [0, 0], fromMm: 0, toMm: 50 }],
        groups: {
          screws: {
            ...mount.groups['screws']!,
            at: [
              [62, 0],
              [0, 62],
              [-62, 0],
              [0, -62],
            ],
          },
        },
      },
    };
    const job = applyAll(empty, [
      ...sheet({}),
      {
        op: 'setOpening',
        place: 'console',
        id: 'old',
        opening: { name: 'Old hole', outline: { shape: 'round', d: 152 }, at: [0, 0], turnDeg: 0, taken: false },
      },
      put('r', ring, 'console'),
      { op: 'setMount', gear: 'r', mount: { adapter: { kind: 'plate', thicknessMm: 12, material: 'ply' } } },
    ]);
    const [part] = partsIn(job);
    expect(part).toMatchObject({ name: 'Adapter ring', thicknessMm: 12, material: 'ply' });
    expect(part!.outline.round).toBe(90);
    // Four screws of its own in the rim at 83 mm, and the speaker’s four bolts at 62 mm, which the panel is not drilled for.
    expect(part!.holes.map(({ at: [x, y] }) => Math.round(Math.hypot(x, y)))).toEqual([83, 83, 83, 83, 62, 62, 62, 62]);
    expect(planJob(job).mounts['r']!.schedule.holes.map(({ kind }) => kind)).toEqual([
      'plate',
      'plate',
      'plate',
      'plate',
    ]);
  });
  test('a plate where there is no opening covers nothing, and says so', () => {
    const plated: Operation = {
      op: 'setMount',
      gear: 'r',
      mount: { adapter: { kind: 'plate', thicknessMm: 3, material: 'ply' } },
    };
    const job = applyAll(empty, [...sheet({}), put('r', 'kingcup-3', 'console'), plated]);
    const [finding] = found(planJob(job), 'plate-idle');
    expect(partsIn(job)).toEqual([]);
    expect(found(planJob(applyAll(job, finding!.cure!.operations)), 'plate-idle')).toEqual([]);
  });
  test.each([
    [null, 3, 13],
    [null, 3.1, 16],
    [9.9, 6, 13],
    [12, 6, 16],
  ])('screws of a plate, %p mm to what is behind and a plate of %d mm: %d mm', (behindMm, thicknessMm, long) => {
    const job = applyAll(empty, [
      ...sheet({ behindMm }),
      opening(186, 108),
      put('r', 'kingcup-3', 'console'),
      { op: 'setMount', gear: 'r', mount: { adapter: { kind: 'plate', thicknessMm, material: 'ply' } } },
    ]);
    expect(planJob(job).mounts['r']!.plate!.screwMm).toBe(long);
  });
  test('a single unit in a taller opening: packed from below, and bracketed at the sides', () => {
    // 185 × 56 about a unit of 182 × 53 whose face of 188 × 58 covers it, rounded corners too: 1.5 mm all round.
    const job = applyAll(empty, [...sheet({}), opening(185, 56), put('r', 'sallow-din', 'console')]);
    const [finding] = found(planJob(job), 'opening-loose');
    expect(finding!.reason).toBe(
      'H1 has 1.5 mm at the left, 1.5 mm at the right, 1.5 mm at the top, 1.5 mm at the bottom of play in “Old radio”: a shim of 1.5 mm under it, and two angle brackets, 1.5 mm at the left and 1.5 mm at the right.',
    );
    expect(partsIn(job)).toMatchObject([{ kind: 'shim', thicknessMm: 1.5 }]);
    for (const [w, loose] of [
      [183.9, 0],
      [184.1, 1],
    ] as const)
      expect(
        found(planOf(empty, ...sheet({}), opening(w, 54), put('r', 'sallow-din', 'console')), 'opening-loose'),
      ).toHaveLength(loose);
  });
  test('a spacer under a speaker is cut to its flange, and its bolts go through it into the panel', () => {
    const job = applyAll(empty, [
      ...sheet({}),
      put('r', 'bittern-165', 'console'),
      { op: 'setMount', gear: 'r', mount: { adapter: { kind: 'spacer', thicknessMm: 20, material: 'polyethylene' } } },
    ]);
    const { face, cutout } = mountOf(job.gear['r']!.item) as { face: { d: number }; cutout: { d: number } };
    const [part] = partsIn(job);
    expect([part!.name, part!.outline.round, part!.cuts[0]!.round]).toEqual(['Spacer ring', face.d / 2, cutout.d / 2]);
    const bare = planJob(apply(job, { op: 'setMount', gear: 'r', mount: { adapter: null } })).mounts['r']!;
    const out = planJob(job).mounts['r']!;
    expect([bare.behindMm - out.behindMm, out.beforeMm - bare.beforeMm]).toEqual([20, 20]);
    expect(out.schedule).toEqual(bare.schedule);
  });
});

describe('where gear may not be', () => {
  const at = (x: number, y: number, ...more: Operation[]) =>
    planOf(empty, ...sheet({}), ...more, put('r', 'kingcup-3', 'console'), {
      op: 'setMount',
      gear: 'r',
      mount: { at: [x, y] },
    });
  const block = (id: string, x: number, fromMm: number, toMm: number): Operation => ({
    op: 'setObstacle',
    place: 'console',
    id,
    obstacle: {
      name: 'Helm cable',
      kind: 'cable',
      outline: { shape: 'rectangle', w: 20, h: 200, corner: 0 },
      at: [x, 0],
      turnDeg: 0,
      fromMm,
      toMm,
    },
  });
  const near: Operation = {
    op: 'setOpening',
    place: 'console',
    id: 'x',
    opening: {
      name: 'Switch',
      outline: { shape: 'rectangle', w: 20, h: 20, corner: 0 },
      at: [-90, 0],
      turnDeg: 0,
      taken: false,
    },
  };
  test.each<[string, number, number, Operation[]]>([
    // Aluminium wants 6 mm of web: the panel ends at 150, the cut-out is 38 in radius.
    ['panel-edge', 106.1, 105.9, []],
    // The switch ends at −80: 6 mm of web to −74, and 38.
    ['web-thin', -36.1, -35.9, [near]],
  ])('%s at 0.1 mm', (rule, bad, good, more) => {
    const [one, other] = [at(bad, 0, ...more), at(good, 0, ...more)];
    expect(rules(one, 'r')).toEqual([rule]);
    expect(rules(other, 'r')).toEqual([]);
    const { cure } = found(one, rule)[0]!;
    expect(cure!.operations).toEqual([{ op: 'setMount', gear: 'r', mount: { at: null, turnDeg: null } }]);
  });
  test('what stands at another depth is no obstacle', () => {
    // The body ends 37 mm from its middle and 58 mm behind the face; the cable begins at 40.
    expect(rules(at(0, 0, block('c', 50, 20, 40)), 'r')).toEqual([]);
    expect(rules(at(1.1, 0, block('c', 50, 20, 40)), 'r')).toEqual(['hits-obstacle']);
    expect(rules(at(30, 0, block('c', 50, 90, 120)), 'r')).toEqual([]);
  });
  test('a fastener no nearer to an edge than twice its hole: 4.5 mm for M4 through and through', () => {
    const speaker = (x: number, y: number) =>
      planOf(empty, ...sheet({}), put('s', 'wren-100', 'console'), {
        op: 'setMount',
        gear: 's',
        mount: { at: [x, y], turnDeg: 0 },
      });
    // Its screws lie on a circle of 92 at the diagonals: 32.5 mm from the middle either way.
    expect(rules(speaker(99, 0), 's')).toEqual([]);
    expect(rules(speaker(108.6, 0), 's')).toContain('fastener-misplaced');
    expect(rules(speaker(108.4, 0), 's')).not.toContain('fastener-misplaced');
  });
  test('panel too thick, tube too thick, screws too long: each with its figures, each gone where it fits', () => {
    const thick = (thicknessMm: number) =>
      rules(planOf(empty, ...sheet({ thicknessMm }), put('r', 'sallow-din', 'console')), 'r');
    expect(thick(14)).toEqual([]);
    expect(thick(14.1)).toEqual(['panel-thickness']);
    const tourer = DEMO_JOBS.find(({ id }) => id === 'hire-tourer')!;
    const tube = (tubeMm: number | null) =>
      found(planOf(tourer, { op: 'setPanel', place: 'barClamp', panel: { tubeMm } }), 'tube-size');
    expect([32, 32.1, 22, 21.9, null].map((mm) => tube(mm).length)).toEqual([0, 1, 0, 1, 1]);
    const free = (behindMm: number) =>
      found(
        planOf(LAUNCH, { op: 'setPanel', place: 'consoleFoot', panel: { behindMm, board: null } }),
        'fastener-long',
      );
    // Feet of 16 mm into what is free 2 mm short of the deck pipe.
    expect([18, 17.9].map((mm) => free(mm).length)).toEqual([0, 1]);
  });
  test('the compass is √(90² + 280²) = 294.1 mm from the console’s dash; the craft stretched, it goes along', () => {
    const item = shelfItem('kingcup-3');
    const near = (compassMm: number, ...more: Operation[]) =>
      found(
        planOf(empty, put('r', { ...item, mount: { ...mountOf(item), compassMm } }, 'console'), ...more),
        'near-compass',
      );
    expect([294, 295].map((mm) => near(mm).length)).toEqual([0, 1]);
    expect(near(295)[0]!.reason).toContain('H1 is 294 mm from the compass');
    const [measure] = Object.keys(LAUNCH.craft.pattern.measures);
    const longest = LAUNCH.craft.pattern.measures[measure!]!.range[1];
    const stretched = planOf(
      empty,
      { op: 'setMeasure', measure: measure!, mm: longest },
      put('r', { ...item, mount: { ...mountOf(item), compassMm: 294 } }, 'console'),
    );
    expect(found(stretched, 'near-compass')).toEqual([]);
  });
  test('plugs that face up in spray', () => {
    const job = applyAll(LAUNCH, [{ op: 'setMount', gear: 'amp', mount: { turnDeg: 180 } }]);
    // Within 45° of straight up, on either side: plugs that leave below, on a wall.
    const wall = (turnDeg: number) =>
      found(
        planOf(
          LAUNCH,
          { op: 'setPanel', place: 'consoleFoot', panel: { board: null } },
          { op: 'setMount', gear: 'amp', mount: { turnDeg, at: [0, 0] } },
        ),
        'plugs-up',
      ).length;
    expect([135, 136, 224, 225].map(wall)).toEqual([0, 1, 1, 0]);
    expect(found(planJob(job), 'plugs-up')).toHaveLength(1);
    expect(found(planOf(LAUNCH, { op: 'setMount', gear: 'amp', mount: { turnDeg: 90 } }), 'plugs-up')).toEqual([]);
    // In the dry nothing runs down them.
    const dry = planOf(VAN, put('a', 'weir-4-45', 'galley'), { op: 'setMount', gear: 'a', mount: { turnDeg: 180 } });
    expect(found(dry, 'plugs-up')).toEqual([]);
  });
  test('stuck on: 60 × 40 mm of pads, three fifths of it at 0.083 N/mm², 119.5 N, against four times 10 g', () => {
    const stuck = (fixing: Mount['fixing'], massKg: number) => {
      const item = shelfItem('weir-4-45');
      const face = { shape: 'rectangle', w: 60, h: 40, corner: 0 } as const;
      const plan = planOf(
        LAUNCH,
        put('x', { ...item, massKg, mount: { ...mountOf(item), fixing, face } }, 'consoleFoot'),
      );
      return found(plan, 'stuck-weak').filter(({ subject }) => subject.id === 'x');
    };
    // 119.52 / (4 · 98.1) = 0.3046 kg.
    expect([0.304, 0.305].map((kg) => stuck('pads', kg).length)).toEqual([0, 1]);
    // 40.32 / 392.4 = 0.1028 kg.
    expect([0.102, 0.103].map((kg) => stuck('hookTape', kg).length)).toEqual([0, 1]);
    expect(stuck('feet', 20)).toEqual([]);
    expect(stuck('pads', 0.305)[0]!.reason).toMatch(
      /^The adhesive pads of A\d hold 119.5 N; 0.31 kg shaken with 10 g wants 4 times 29.9 N/,
    );
  });
  test('air: the amplifier’s own figure, in front of it', () => {
    const free = (frontMm: number) =>
      found(planOf(LAUNCH, { op: 'setPanel', place: 'consoleFoot', panel: { frontMm, board: null } }), 'no-air').length;
    // 42 mm high and 6 mm of air.
    expect([48, 47.9].map(free)).toEqual([0, 1]);
  });
});

describe('a pair', () => {
  test('left and right are one decision, mirrored; set apart, each is by itself', () => {
    const plan = planOf(TOURER_JOB, { op: 'setMount', gear: 'fairing-left', mount: { at: [-4, 3], turnDeg: 30 } });
    const [left, right] = [plan.mounts['fairing-left']!, plan.mounts['fairing-right']!];
    expect(right.by).toEqual({ mirrors: 'fairing-left' });
    expect(right.at[0]).toBeCloseTo(4, 9);
    expect(right.at[1]).toBeCloseTo(3, 9);
    expect(right.lying.turnDeg).toBe(330);
    expect(right.spareMm).toBeCloseTo(left.spareMm, 6);
    // The other one moved: this one follows.
    const other = planOf(TOURER_JOB, { op: 'setMount', gear: 'fairing-right', mount: { at: [6, 0] } });
    expect(other.mounts['fairing-left']!.by).toEqual({ mirrors: 'fairing-right' });
    expect(other.mounts['fairing-left']!.at[0]).toBeCloseTo(-6, 9);
    // Only turned, it decides as well.
    const turned = planOf(TOURER_JOB, { op: 'setMount', gear: 'fairing-right', mount: { turnDeg: 45 } });
    expect([turned.mounts['fairing-left']!.by, turned.mounts['fairing-left']!.lying.turnDeg]).toEqual([
      { mirrors: 'fairing-right' },
      315,
    ]);
    // What differs is told: nothing, until a loom is found behind the right pocket, 5 mm beside where it will be.
    expect(pairDiffers(right, left)).toEqual([]);
    const { solids } = pieceOf(mountOf(shelfItem('bittern-165')), right.lying, 'fibre');
    const edge = right.at[0] + Math.max(...solids.map(({ contour }) => contour.right));
    const measured = planOf(
      TOURER_JOB,
      { op: 'setMount', gear: 'fairing-left', mount: { at: [-4, 3], turnDeg: 30 } },
      {
        op: 'setObstacle',
        place: 'fairingRight',
        id: 'loom',
        obstacle: {
          name: 'Loom',
          kind: 'loom',
          outline: { shape: 'rectangle', w: 10, h: 160, corner: 0 },
          at: [edge + 10, 3],
          turnDeg: 0,
          fromMm: 5,
          toMm: 40,
        },
      },
    );
    const differs = pairDiffers(measured.mounts['fairing-right']!, measured.mounts['fairing-left']!);
    // The body and the nearest screw have less room to it than they had to nothing.
    expect(differs.map(({ clearance: { limit, id }, otherMm }) => [limit, id, otherMm])).toEqual([
      ['fastenerObstacle', 'loom', undefined],
      ['obstacle', 'loom', undefined],
    ]);
    expect(differs[1]!.clearance.mm).toBeCloseTo(5, 1);
    // Less room here than there is as much a difference as more: the cowl 6 mm nearer to the right one.
    const cowl = { side: 'behind', bottomLeft: 70, bottomRight: 70, topLeft: 70 } as const;
    const closer = planOf(TOURER_JOB, { op: 'setClosing', place: 'fairingRight', cover: 'cowl', closing: cowl });
    const [here, there] = [closer.mounts['fairing-right']!, closer.mounts['fairing-left']!];
    for (const [a, b] of [
      [here, there],
      [there, here],
    ] as const)
      expect(pairDiffers(a, b).map(({ clearance: { limit } }) => limit)).toContain('cover');
    const apart = planOf(TOURER_JOB, { op: 'setMount', gear: 'fairing-left', mount: { at: [-4, 3], mirrors: false } });
    expect(apart.mounts['fairing-right']!.by).toBe('search');
    // Another speaker there mirrors nothing.
    const unlike = planOf(TOURER_JOB, { op: 'removeGear', id: 'fairing-right' }, put('x', 'wren-100', 'fairingRight'));
    expect(unlike.mounts['x']!.by).toBe('search');
  });
});

describe('holes', () => {
  test('a speaker in bare fibre: four holes for M4, a line of 128 mm diameter to be sawn, and where the blade is let in', () => {
    const plan = planOf(TOURER_JOB, { op: 'setMount', gear: 'fairing-left', mount: { at: [0, 0], turnDeg: 0 } });
    const { holes, sawn } = plan.mounts['fairing-left']!.schedule;
    expect(holes.map(({ number, kind, mm }) => [number, kind, mm])).toEqual([
      [1, 'starter', 10],
      [2, 'starter', 10],
      [3, 'fastener', 4.5],
      [4, 'fastener', 4.5],
      [5, 'fastener', 4.5],
      [6, 'fastener', 4.5],
    ]);
    // On a circle of 146 at the diagonals: 73 / √2 = 51.6 from the middle.
    const [a, b] = [holes[2]!, holes[3]!];
    expect(b.x - a.x).toBeCloseTo(103.2, 1);
    expect(a.y).toBe(b.y);
    expect(a).toMatchObject({
      stopMm: 6,
      cutter: { metric: { name: '4.5 mm' }, inch: { name: 'number 16' } },
      pilot: undefined,
    });
    expect(sawn).toEqual([{ lineMm: Math.round(Math.PI * 128), bladeMm: 116 }]);
    expect(byBit(holes).map(({ cutter, holes: of }) => [cutter.metric.name, of.length])).toEqual([
      ['4.5 mm', 4],
      ['10 mm', 2],
    ]);
  });
  test('a gauge hole is one cut of a 3 inch saw, in front of what stands behind it', () => {
    const plan = planOf(empty, ...sheet({ behindMm: 100 }), put('r', 'kingcup-3', 'console'));
    const [hole, ...rest] = plan.mounts['r']!.schedule.holes;
    expect(rest).toEqual([]);
    expect(hole).toMatchObject({
      kind: 'opening',
      mm: 76,
      x: 150,
      y: 100,
      stopMm: 5,
      cutter: { kind: 'holeSaw', inch: { name: '3 in' } },
    });
    const near = planOf(empty, ...sheet({}), put('r', 'kingcup-3', 'console'), {
      op: 'setObstacle',
      place: 'console',
      id: 'tank',
      obstacle: {
        name: 'Tank',
        kind: 'tank',
        outline: { shape: 'rectangle', w: 300, h: 200, corner: 0 },
        at: [0, 0],
        turnDeg: 0,
        fromMm: 4.5,
        toMm: 200,
      },
    });
    // The tank is 1.5 mm behind a sheet of 3: the bit is stopped 1 mm short of it.
    expect(near.mounts['r']!.schedule.holes[0]).toMatchObject({ stopMm: 3.5, behind: 'Tank' });
  });
  test('what lies under the ring of a hole saw is behind it, though not under its middle', () => {
    const rib = (x: number): Operation => ({
      op: 'setObstacle',
      place: 'console',
      id: 'rib',
      obstacle: {
        name: 'Loom',
        kind: 'loom',
        outline: { shape: 'rectangle', w: 10, h: 10, corner: 0 },
        at: [x, 0],
        turnDeg: 0,
        fromMm: 4,
        toMm: 10,
      },
    });
    const behind = (x: number) =>
      planOf(empty, ...sheet({}), put('r', 'kingcup-3', 'console'), rib(x), {
        op: 'setMount',
        gear: 'r',
        mount: { at: [0, 0] },
      }).mounts['r']!.schedule.holes[0]!.behind;
    // The ring is 38 from the middle and wanders 2; the loom begins 5 nearer than its middle.
    expect([44.9, 45.1].map(behind)).toEqual(['Loom', undefined]);
  });
  test('a hole that is there and serves is not drilled again', () => {
    const at = planOf(empty, ...sheet({}), put('s', 'wren-100', 'console'), {
      op: 'setMount',
      gear: 's',
      mount: { at: [0, 0], turnDeg: 0 },
    });
    const [first] = at.mounts['s']!.schedule.holes.filter(({ kind }) => kind === 'fastener');
    const old = planOf(
      empty,
      ...sheet({}),
      put('s', 'wren-100', 'console'),
      { op: 'setMount', gear: 's', mount: { at: [0, 0], turnDeg: 0 } },
      {
        op: 'setOldHole',
        place: 'console',
        id: 'h',
        hole: { name: 'Old screw', at: [first!.at[0] + 0.4, first!.at[1]], mm: 4.6 },
      },
    );
    const again = old.mounts['s']!.schedule.holes.filter(({ reused }) => reused === 'Old screw');
    expect(again).toHaveLength(1);
    expect(again[0]!.cutter).toBeUndefined();
  });
  test('two pieces in one place are numbered through', () => {
    const plan = planOf(LAUNCH, put('b', 'lapwing-4', 'consoleFoot'));
    const numbers = ['amp', 'b'].flatMap((id) => plan.mounts[id]!.schedule.holes.map(({ number }) => number));
    expect(numbers.sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6]);
  });
});

test.each(['kept', 'bypassed'] as const)(
  'gear that is there, %s, is not fitted anew: nothing is drilled for it',
  (there) => {
    const plan = planOf(LAUNCH, { op: 'setThere', id: 'head', there });
    expect(Object.keys(plan.mounts)).not.toContain('head');
    expect(Object.keys(plan.mounts)).toContain('amp');
  },
);

test('a gelcoated hull: its holes are countersunk, and a wider web is left', () => {
  const hull = planOf(LAUNCH, { op: 'setHull', hull: 'gelcoat' });
  expect(hull.mounts['head']!.schedule.holes.every(({ countersink }) => countersink)).toBe(true);
  expect(hull.mounts['head']!.clearances.find(({ limit }) => limit === 'edge')!.needMm).toBe(12);
  expect(planJob(LAUNCH).mounts['head']!.schedule.holes.some(({ countersink }) => countersink)).toBe(false);
});

describe('edits of panels', () => {
  test('the pattern’s panel becomes the job’s own, entry by entry, and is taken back whole', () => {
    const one = apply(LAUNCH, { op: 'setPanel', place: 'console', panel: { thicknessMm: 5 } });
    expect(one.craft.panels['console']).toEqual({ ...LAUNCH.craft.pattern.places['console']!.panel, thicknessMm: 5 });
    const two = apply(one, { op: 'setOpening', place: 'console', id: 'fuel', opening: { name: 'Temperature' } });
    expect(two.craft.panels['console']!.openings['fuel']).toMatchObject({ name: 'Temperature', taken: true });
    expect(planJob(two).mounts['head']!.panel).toBe('job');
    expect(apply(two, { op: 'setPanel', place: 'console', panel: null }).craft.panels).toEqual({});
  });
  test('on a place that nobody has measured it begins with what is usual of it, and only then is it judged', () => {
    const bare = {
      ...BARE,
      craft: {
        ...BARE.craft,
        pattern: {
          ...BARE.craft.pattern,
          places: Object.fromEntries(
            Object.entries(BARE.craft.pattern.places).map(([id, { panel: _, ...place }]) => [id, place]),
          ),
        },
      },
    };
    const job = apply(bare, put('r', 'sallow-din', 'dashCentre'));
    expect(planJob(job).mounts['r']).toMatchObject({ panel: 'usual', place: 'dashCentre' });
    expect(rules(planJob(job), 'r')).toEqual([]);
    const measured = apply(job, { op: 'setPanel', place: 'dashCentre', panel: { behindMm: 160 } });
    expect(measured.craft.panels['dashCentre']).toMatchObject({ outline: { w: 190, h: 112 }, behindMm: 160 });
    expect(rules(planJob(measured), 'r')).toContain('too-deep');
  });
  test('gear that is gone, or elsewhere, is on its panel no longer', () => {
    const set = apply(LAUNCH, { op: 'setMount', gear: 'head', mount: { at: [1, 2] } });
    expect(set.mounts['head']).toEqual({
      at: [1, 2],
      turnDeg: null,
      plugs: null,
      over: false,
      adapter: null,
      mirrors: true,
    });
    expect(apply(set, { op: 'placeGear', id: 'head', place: null }).mounts).toEqual({});
    expect(apply(set, { op: 'removeGear', id: 'head' }).mounts).toEqual({});
    expect(apply(set, { op: 'setMount', gear: 'head', mount: null }).mounts).toEqual({});
  });
  test.each<[string, unknown, string]>([
    ['gear that is not there', { op: 'setMount', gear: 'ghost', mount: { at: [0, 0] } }, 'ghost'],
    ['a place that is none', { op: 'setPanel', place: 'attic', panel: { thicknessMm: 3 } }, 'attic'],
    ['no thickness', { op: 'setPanel', place: 'console', panel: { thicknessMm: 0 } }, 'expected 0.3 to 100 mm'],
    [
      'a new opening told in part',
      { op: 'setOpening', place: 'console', id: 'x', opening: { name: 'Half' } },
      'outline',
    ],
    [
      'an obstacle that ends before it begins',
      { op: 'setObstacle', place: 'console', id: 'helm', obstacle: { toMm: 30 } },
      'begin nearer',
    ],
    [
      'a cover that is none',
      {
        op: 'setClosing',
        place: 'console',
        cover: 'lid',
        closing: { side: 'front', bottomLeft: 1, bottomRight: 1, topLeft: 1 },
      },
      'cover of this craft',
    ],
    ['a partner that is itself', { op: 'setPanel', place: 'console', panel: { partner: 'console' } }, 'another place'],
    ['a key that every map has', { op: 'setOpening', place: 'console', id: 'toString', opening: null }, 'id'],
  ])('refused: %s', (_, edit, words) => {
    const act = () => apply(LAUNCH, readEdit(edit));
    expect(act).toThrow(OperationError);
    expect(act).toThrow(words);
  });
});

test('a table without mounts gets the usual ones, and says so', () => {
  const { mount: _, ...plain } = shelfItem('bittern-165');
  const usual = mountOf(plain);
  expect(usual.cutout).toEqual({ shape: 'round', d: 128 });
  expect(Object.values(usual.groups)[0]).toMatchObject({ thread: 'M4', lengthMm: 20, seat: 'nut' });
  const plan = planOf(LAUNCH, put('x', plain, 'consoleBass'));
  expect(plan.mounts['x']!.usualMount).toBe(true);
  expect(found(plan, 'usual-mount').map(({ subject }) => subject.id)).toContain('x');
  expect(found(planJob(LAUNCH), 'usual-mount')).toEqual([]);
});
