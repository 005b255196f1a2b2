import { shelfItem } from '#demo/shelf';
import { SIDE_BY_SIDE } from '#demo/patterns/side-by-side';
import { contentHash } from '../document/hash';
import type { Enclosure, GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import { newJob, type Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { seatOf } from '../mounting/index';
import { planJob } from '../plan';
import type { Vec3 } from '../units/vectors';
import { freeSeats, insideOf } from './front';

const put = (id: string, item: string | GearItem, place: string | null): Operation => ({
  op: 'addGear',
  id,
  item: typeof item === 'string' ? shelfItem(item) : item,
  place,
});
const made = (...operations: Operation[]): Job =>
  applyAll(newJob('bed', 'Bed', SIDE_BY_SIDE, contentHash(SIDE_BY_SIDE)), operations);
const CAN = shelfItem('bulrush-can') as Enclosure;
const BOX = shelfItem('mere-box-8') as Enclosure;
const rulesOf = (job: Job, gear: string) =>
  planJob(job)
    .findings.filter(({ subject }) => subject.id === gear)
    .map(({ rule }) => rule);
const near = (a: Vec3, b: Vec3) => a.forEach((mm, axis) => expect(mm).toBeCloseTo(b[axis]!, 6));

describe('what is in what', () => {
  test('a speaker at the place of an enclosure is in it, as many as it has openings; bypassed ones take and give none', () => {
    const two = {
      ...CAN,
      front: { ...CAN.front, seats: [...CAN.front.seats, { ...CAN.front.seats[0]!, at: [0, 1] as [number, number] }] },
    };
    const speakers = ['a', 'b', 'c'].map((id) => put(id, 'wren-100', 'cageLeft'));
    const job = made(...speakers, put('e', two, 'cageLeft'), put('h', 'kingcup-3', 'cageLeft'));
    expect([...insideOf(job)]).toEqual([
      ['a', { gear: 'e', seat: 0 }],
      ['b', { gear: 'e', seat: 1 }],
    ]);
    const bypass = (id: string): Operation => ({ op: 'setThere', id, there: 'bypassed' });
    expect([...insideOf(applyAll(job, [bypass('a')])).keys()]).toEqual(['b', 'c']);
    expect(insideOf(applyAll(job, [bypass('e')])).size).toBe(0);
    expect(insideOf(applyAll(job, [{ op: 'setThere', id: 'e', there: 'kept' }])).size).toBe(2);
    expect(freeSeats(job).size).toBe(0);
    expect([...freeSeats(applyAll(job, [bypass('a'), bypass('b')]))]).toEqual([['cageLeft', { gear: 'e', seat: 1 }]]);
  });
  test('two to one opening are two in one place; what is in its enclosure is in nobody’s way, and no wrong kind', () => {
    const one = made(put('e', 'bulrush-can', 'cageLeft'), put('s', 'mire-165', 'cageLeft'));
    for (const rule of ['place-shared', 'wrong-kind', 'does-not-fit', 'panel-edge', 'tube-size'])
      for (const gear of ['e', 's']) expect(rulesOf(one, gear)).not.toContain(rule);
    const more = applyAll(one, [put('t', 'wren-100', 'cageLeft')]);
    expect(rulesOf(more, 't')).toContain('wrong-kind');
    expect(rulesOf(more, 'e')).toContain('place-shared');
    // Without its can it has no panel to be in.
    expect(rulesOf(made(put('s', 'mire-165', 'cageLeft')), 's')).toEqual(
      expect.arrayContaining(['wrong-kind', 'panel-edge']),
    );
  });
});

describe('a speaker on the front of its enclosure', () => {
  const job = made(put('e', 'bulrush-can', 'cageLeft'), put('s', 'mire-165', 'cageLeft'));
  test('goes into its opening: 130.5 mm for 130', () => {
    const { mounts } = planJob(job);
    expect(mounts['s']).toMatchObject({ inside: { gear: 'e', seat: 0 }, panel: 'gear', material: 'aluminium' });
    expect(mounts['s']!.opening).toMatchObject({ id: 'seat1', trim: undefined, gap: undefined });
    expect(Math.hypot(...mounts['s']!.at)).toBeLessThan(1);
    // 84 deep, 150 free: 66 to spare, and 2 of it for room.
    expect(mounts['s']!.deepMm).toBeCloseTo(150 - 84 - 2, 6);
    const shallow = { ...CAN, front: { ...CAN.front, behindMm: 85.9 } };
    expect(rulesOf(made(put('e', shallow, 'cageLeft'), put('s', 'mire-165', 'cageLeft')), 's')).toContain('too-deep');
    const deep = { ...CAN, front: { ...CAN.front, behindMm: 86 } };
    expect(rulesOf(made(put('e', deep, 'cageLeft'), put('s', 'mire-165', 'cageLeft')), 's')).not.toContain('too-deep');
  });
  test('a smaller one leaves a gap that a ring covers; a larger one has it opened: the words name the front', () => {
    const small = planJob(made(put('e', 'bulrush-can', 'cageLeft'), put('s', 'wren-100', 'cageLeft')));
    const gap = small.findings.find(({ rule, subject }) => rule === 'opening-large' && subject.id === 's')!;
    expect(gap.reason).toContain('leaves 14.8 mm at the left');
    expect(gap.cure!.label).toMatch(/^Cut a plate/);
    const large = planJob(made(put('e', 'bulrush-can', 'cageLeft'), put('s', 'pike-200', 'cageLeft')));
    expect(
      large.findings
        .filter(({ subject }) => subject.id === 's')
        .map(({ reason }) => reason)
        .join(),
    ).toContain('the front of E1');
  });
  test('it sits in the craft where the front is: on a tube 206 mm out, on a box at the side that its front is on', () => {
    const { mounts } = planJob(job);
    const { at, faces, room } = SIDE_BY_SIDE.places['cageLeft']!;
    const length = Math.hypot(...faces);
    const out = faces.map((part) => part / length) as unknown as Vec3;
    // The tube is at the back of the room, 120 behind its middle; the can is 206 long.
    near(mounts['s']!.frame.out, out);
    near(mounts['s']!.frame.at, at.map((mm, i) => mm + out[i]! * (206 - room.d / 2)) as unknown as Vec3);
    // A box on the bed that faces back: its front is 140 before its middle, level, and looks the way the place does.
    const bed = made(put('e', 'mere-box-8', 'bed'), put('s', 'pike-200', 'bed'), {
      op: 'setMount',
      gear: 'e',
      mount: { at: [10, -20], turnDeg: 0 },
    });
    const front = planJob(bed).mounts['s']!.frame;
    const place = SIDE_BY_SIDE.places['bed']!;
    near(front.out, [-1, 0, 0]);
    near(front.up, [0, 0, 1]);
    // Facing back, its right is the craft’s right: 10 that way, 20 and half of 280 back, half of 264 over the floor.
    expect(place.at).toEqual([440, 330, 1080]);
    near(front.at, [440 - 20 - 140, 330 - 10, 1080 - 150 + 132]);
    const seat = seatOf(BOX, place, planJob(bed).mounts['e']);
    near(front.at, seat.centre.map((mm, i) => mm + [-140, 0, 0][i]!) as unknown as Vec3);
    // Turned a quarter, the front goes with it.
    const turned = applyAll(bed, [{ op: 'setMount', gear: 'e', mount: { turnDeg: 90 } }]);
    near(planJob(turned).mounts['s']!.frame.out, [0, -1, 0]);
  });
  test('its leads are as far as it is, and it is drawn there', () => {
    const length = (item: Enclosure) =>
      planJob(
        made(put('h', 'kingcup-3', 'dashCentre'), put('e', item, 'cageLeft'), put('s', 'mire-165', 'cageLeft'), {
          op: 'wireChannel',
          channel: 'h/fl',
          wiring: { coil: { gear: 's', coil: 0 } },
        }),
      ).runs.find(({ to }) => to === 's')!.plugsMm;
    const longer = {
      ...CAN,
      mount: {
        ...mountOf(CAN),
        bodies: mountOf(CAN).bodies.map((body) => ({ ...body, fromMm: body.fromMm * 2, toMm: body.toMm * 2 })),
      },
    };
    expect(length(longer)).toBeGreaterThan(length(CAN) + 100);
  });
});

test('stops: a pod is pushed into the corner, and its mirror into the other', () => {
  const job = made(put('l', 'frond-pod', 'dashLeft'), put('r', 'frond-pod', 'dashRight'));
  const { mounts } = planJob(job);
  // 200 × 196 and 164 × 170: 18 left of the middle, 13 below it.
  expect(mounts['l']!.at).toEqual([-18, -13]);
  expect(mounts['r']!).toMatchObject({ by: { mirrors: 'l' }, at: [18, -13] });
  // Its corner is rounder than the panel’s: it lies on it whole.
  expect(rulesOf(job, 'l')).not.toContain('panel-edge');
  // Along an edge that is no stop it may be moved, off a stop it may not.
  const moved = applyAll(made(put('l', { ...(shelfItem('frond-pod') as Enclosure), stops: ['bottom'] }, 'dashLeft')), [
    { op: 'setMount', gear: 'l', mount: { at: [7, 30] } },
  ]);
  expect(planJob(moved).mounts['l']!.at).toEqual([7, -13]);
});

test('a pair of cans is one decision, and so are the speakers in them', () => {
  const sides = (['Left', 'Right'] as const).flatMap((side) => [
    put(`e${side}`, 'bulrush-can', `cage${side}`),
    put(`s${side}`, 'bittern-165', `cage${side}`),
  ]);
  const job = made(...sides, { op: 'setMount', gear: 'sLeft', mount: { at: [0.5, 0.25], turnDeg: 30 } });
  const { mounts } = planJob(job);
  expect(mounts['eRight']!.by).toEqual({ mirrors: 'eLeft' });
  expect(mounts['sRight']!).toMatchObject({ by: { mirrors: 'sLeft' }, at: [-0.5, 0.25], lying: { turnDeg: 330 } });
  // In another can it mirrors nothing.
  const unlike = applyAll(job, [
    { op: 'removeGear', id: 'eRight' },
    put('eRight', { ...CAN, id: 'other-can' }, 'cageRight'),
  ]);
  expect(planJob(unlike).mounts['sRight']!.by).toBe('search');
});

test('in Build it is fitted on the bench, before its enclosure is, and that says so', () => {
  const steps = (job: Job) => planJob(job).build.steps;
  const job = made(put('e', 'mere-box-8', 'bed'), put('s', 'pike-200', 'bed'));
  const of = (id: string) => steps(job).find((step) => step.id === id)!;
  expect(of('fit:gear/e').after).toContain('fit:gear/s');
  expect(of('fit:gear/s').title).toBe('Fit S1 Pike 200 twin coil: Front of E1');
  expect(of('fit:gear/e').lines.join(' ')).toContain('S1 Pike 200 twin coil in it first');
  // Into one that is kept it is fitted where that is: what covers it comes off first.
  const shut = {
    ...SIDE_BY_SIDE,
    places: { ...SIDE_BY_SIDE.places, bed: { ...SIDE_BY_SIDE.places['bed']!, covers: { frontSeat: 'off' as const } } },
  };
  const under = (there: 'kept' | null) =>
    steps(
      applyAll(newJob('shut', 'Shut', shut, contentHash(shut)), [
        put('e', 'mere-box-8', 'bed'),
        put('s', 'pike-200', 'bed'),
        ...(there ? [{ op: 'setThere' as const, id: 'e', there }] : []),
      ]),
    ).find(({ id }) => id.endsWith('gear/s'))!.after;
  expect(under('kept')).toContain('off:cover/frontSeat');
  expect(under(null)).not.toContain('off:cover/frontSeat');
  // Where nobody has measured the place, the order is the same.
  const { panel: _, ...unmeasured } = SIDE_BY_SIDE.places['bed']!;
  const bare = { ...SIDE_BY_SIDE, places: { ...SIDE_BY_SIDE.places, bed: unmeasured } };
  const plain = steps(
    applyAll(newJob('bare', 'Bare', bare, contentHash(bare)), [
      put('e', 'mere-box-8', 'bed'),
      put('s', 'pike-200', 'bed'),
    ]),
  ).find(({ id }) => id === 'fit:gear/e')!;
  expect(plain.after).toContain('fit:gear/s');
  expect(plain.lines.join(' ')).toContain('S1 Pike 200 twin coil in it first');
  // 6.4 and 3.1 kg: more than one lifts alone; the box by itself is not.
  expect(of('fit:gear/e').second).toBe(true);
  expect(steps(made(put('e', 'mere-box-8', 'bed'))).find(({ id }) => id === 'fit:gear/e')!.second).toBe(false);
});

test('a clamp drills nothing, and on a tube it does not go round it says so', () => {
  const onTube = (tubeMm: number | null) =>
    applyAll(made(put('e', 'bulrush-can', 'cageLeft')), [{ op: 'setPanel', place: 'cageLeft', panel: { tubeMm } }]);
  expect(planJob(onTube(50.8)).mounts['e']!.schedule).toMatchObject({ holes: [], sawn: [] });
  const fits = ([44, 54, 43.9, 54.1, null] as const).map((mm) => !rulesOf(onTube(mm), 'e').includes('tube-size'));
  expect(fits).toEqual([true, true, false, false, false]);
});
