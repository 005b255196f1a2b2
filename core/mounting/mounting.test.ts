import { shelfItem } from '#demo/shelf';
import { EXPOSURE_ASKS } from '../craft/place';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import type { Job } from '../job/job';
import { apply, applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { fitOf, rankPlaces } from './fit';
import { seatOf } from './seat';

describe('fit', () => {
  const place = ADVENTURE_TOURER.places['fairingLeft']!;
  test('tells by how many millimetres and in which direction', () => {
    const fit = fitOf(shelfItem('heron-165'), place);
    expect(fit.over).toEqual({ w: 0, h: 0, d: 79 - 66 });
    expect(fit.worstMm).toBe(13);
    expect(fit.good).toBe(false);
    expect(fitOf(shelfItem('bittern-165'), place).good).toBe(true);
  });
  test('an amplifier may lie any way round, a head unit may not', () => {
    const tall = { ...ADVENTURE_TOURER.places['lampShelf']!, room: { w: 50, h: 110, d: 190 } };
    expect(fitOf(shelfItem('weir-4-45'), tall).worstMm).toBe(0);
    const slot = { ...ADVENTURE_TOURER.places['dash']!, room: { w: 53, h: 182, d: 165 } };
    expect(fitOf(shelfItem('sallow-din'), slot).worstMm).toBe(129);
  });
  test('water digits are sets: IPX7 does not answer jets', () => {
    expect(EXPOSURE_ASKS.jet).not.toContain(7);
    expect(fitOf({ ...shelfItem('bittern-165'), water: [7] }, place).waterAsked).toEqual(EXPOSURE_ASKS.jet);
    expect(fitOf({ ...shelfItem('bittern-165'), water: [6] }, place).waterAsked).toEqual([]);
  });
  test('places are ranked: free before taken, fitting before not', () => {
    const ranked = rankPlaces(shelfItem('bittern-165'), ADVENTURE_TOURER.places, new Set(['fairingLeft']));
    expect(ranked.at(-1)!.id).toBe('fairingLeft');
    expect(ranked[0]!.fit.good).toBe(true);
    expect(ranked.every((r) => r.place.accepts.includes('speaker'))).toBe(true);
  });
});

describe('the seat', () => {
  const corner = (seat: ReturnType<typeof seatOf>, part: number) =>
    seat.centre.map((x, i) => x + (seat.out[i]! * seat.size.d * part) / 2);
  test('a speaker is flush with its wall; one too deep stands out at the back', () => {
    const place = ADVENTURE_TOURER.places['pannierLeft']!;
    for (const item of ['bittern-165', 'heron-165']) {
      const seat = seatOf(shelfItem(item), place);
      expect(seat.round).toBe(true);
      // The pannier's front wall is the plane x = 132.
      expect(corner(seat, 1)[0]).toBeCloseTo(132, 9);
      expect(corner(seat, -1)[0]).toBeCloseTo(132 - shelfItem(item).size.d, 9);
    }
  });
  test('an amplifier lies on the floor of its room, the way round that fits', () => {
    const place = ADVENTURE_TOURER.places['pannierFloorLeft']!;
    const seat = seatOf(shelfItem('weir-2-80'), place);
    expect(seat.centre[2] - seat.size.h / 2).toBeCloseTo(place.at[2] - place.room.h / 2, 9);
    expect([seat.size.w, seat.size.h, seat.size.d].sort()).toEqual(Object.values(shelfItem('weir-2-80').size).sort());
  });
  test('its axes are square to each other and of length one, also where the face is level', () => {
    for (const faces of [
      [-0.85, 0, 0.53],
      [0, 0, 2],
      [3, -1, 0.5],
    ] as [number, number, number][]) {
      const { across, up, out } = seatOf(shelfItem('kingcup-3'), { ...ADVENTURE_TOURER.places['dash']!, faces });
      for (const axis of [across, up, out]) expect(Math.hypot(...axis)).toBeCloseTo(1, 9);
      for (const [a, b] of [
        [across, up],
        [up, out],
        [out, across],
      ] as const)
        expect(a[0] * b[0] + a[1] * b[1] + a[2] * b[2]).toBeCloseTo(0, 9);
      expect(up[2]).toBeGreaterThanOrEqual(-1e-9);
    }
  });
});

describe('gear that has no place, or the wrong one', () => {
  const found = (rule: string, ...operations: Operation[]) => {
    const job = applyAll(TOURER_JOB, operations);
    return { job, finding: planJob(job).findings.find((f) => f.rule === rule)! };
  };
  const put = (id: string, item: string, place: string | null): Operation => ({
    op: 'addGear',
    id,
    item: shelfItem(item),
    place,
  });

  test.each([
    ['no-place', put('more', 'bittern-130', null)],
    ['does-not-fit', put('more', 'heron-165', 'guardLeft')],
    ['wrong-kind', put('more', 'bittern-130', 'underSeat')],
    ['place-shared', put('more', 'bittern-130', 'fairingLeft')],
  ] as const)('%s: its cure is a place that is free, takes it and has room', (rule, operation) => {
    const { job, finding } = found(rule, operation, ...(rule === 'does-not-fit' ? free : []));
    expect(finding.cure!.label).toMatch(/^Put S\d at “/);
    const after = applyAll(job, finding.cure!.operations);
    const { place } = after.gear['more']!;
    expect(Object.values(job.gear).some((g) => g.place === place)).toBe(false);
    expect(fitOf(after.gear['more']!.item, after.craft.pattern.places[place!]!)).toMatchObject({
      accepted: true,
      worstMm: 0,
    });
    expect(planJob(after).findings.map((f) => f.rule)).not.toContain(rule);
  });
  const free: Operation[] = [{ op: 'placeGear', id: 'pannier-left', place: null }];

  test('out of a petrol space: to a place that holds no vapour, and to none that dust gets into', () => {
    const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
    const { lockerWall, consoleFoot } = launch.craft.pattern.places;
    expect([lockerWall!.petrol, consoleFoot!.petrol]).toEqual([true, undefined]);
    const cure = (job: Job, rule: string) => planJob(job).findings.find((f) => f.rule === rule)!.cure;
    const astern = apply(launch, { op: 'placeGear', id: 'amp', place: 'lockerWall' });
    expect(cure(astern, 'petrol-space')!.operations).toEqual([{ op: 'placeGear', id: 'amp', place: 'consoleFoot' }]);
    // Its other place taken, all that is left holds vapour.
    const crowded = apply(astern, { op: 'addGear', id: 'more', item: shelfItem('weir-2-80'), place: 'consoleFoot' });
    expect(cure(crowded, 'petrol-space')).toBeUndefined();
    const homeless = apply(apply(launch, { op: 'placeGear', id: 'amp', place: null }), {
      op: 'addGear',
      id: 'more',
      item: shelfItem('weir-2-80'),
      place: 'consoleFoot',
    });
    expect(cure(homeless, 'no-place')).toBeUndefined();

    const item = { ...launch.gear['bow-left']!.item, dust: 4 as const };
    const dusty = (where: readonly string[]): Job => ({
      ...launch,
      gear: { ...launch.gear, 'bow-left': { ...launch.gear['bow-left']!, item } },
      craft: {
        ...launch.craft,
        pattern: {
          ...launch.craft.pattern,
          places: Object.fromEntries(
            Object.entries(launch.craft.pattern.places).map(([id, p]) => [
              id,
              where.includes(id) ? { ...p, dust: true } : p,
            ]),
          ),
        },
      },
    });
    const free = apply(dusty(['bowLeft']), { op: 'removeGear', id: 'coaming-left' });
    expect(cure(free, 'dust')!.operations).toEqual([{ op: 'placeGear', id: 'bow-left', place: 'coamingLeft' }]);
    const everywhere = apply(dusty(['bowLeft', 'coamingLeft']), { op: 'removeGear', id: 'coaming-left' });
    expect(cure(everywhere, 'dust')).toBeUndefined();
  });

  test('where no place has room there is no cure to press', () => {
    expect(found('no-place', put('more', 'pike-200', null)).finding.cure).toBeUndefined();
    // Nor where every one that has room is taken.
    const full = ['guardLeft', 'guardRight'].map((place, i) => put(`pod-${i}`, 'bittern-130', place));
    expect(found('no-place', ...full, put('more', 'bittern-130', null)).finding.cure).toBeUndefined();
  });
});
