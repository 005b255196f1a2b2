import { DEMO_JOBS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Panel } from '../craft/panel';
import type { Job } from '../job/job';
import { apply, applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { pieceOf } from '../panels/piece';
import { siteOf } from '../panels/site';
import { panelFor } from '../panels/fitted';
import { mountOf } from '../gear/usual-mount';
import { moved } from '../plane/contour';
import { roomBeside, roomWithin } from '../plane/gap';

const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const PLACE = 'consoleFoot';
const add = (id: string, item: string): Operation => ({ op: 'addGear', id, item: shelfItem(item), place: PLACE });
const four = applyAll(LAUNCH, [add('amp2', 'weir-2-80'), add('spread', 'delta-4'), add('switches', 'lapwing-4')]);
const FOUR = ['amp', 'amp2', 'spread', 'switches'];
const rules = (job: Job) =>
  planJob(job)
    .findings.filter(({ station, subject }) => station === 'mounting' && FOUR.includes(subject.id))
    .map(({ rule }) => rule);
const boardOf = (job: Job) => planJob(job).boards[PLACE]!;
/** Faces, bodies and plugs as they lie, by gear. */
const lying = (job: Job) => {
  const { mounts } = planJob(job);
  return FOUR.filter((id) => Object.hasOwn(job.gear, id)).map((id) => {
    const { at, lying: lies, material } = mounts[id]!;
    const { face, solids } = pieceOf(mountOf(job.gear[id]!.item), lies, material);
    return [face, ...solids.map(({ contour }) => contour)].map((contour) => moved(contour, ...at));
  });
};
const board = (part: Partial<NonNullable<Panel['board']>>): Operation => ({
  op: 'setPanel',
  place: PLACE,
  panel: { board: { gapMm: 12, low: 'bottom', thicknessMm: 18, material: 'ply', ...part } },
});

describe('two amplifiers, a block and a switch module in the console of the launch', () => {
  test('share a board 12 mm smaller all round, clear of the dip and of each other, and it is proven', () => {
    const { proven, wireMm, leastMm, gear, at } = boardOf(four);
    expect([proven, gear, Object.keys(at)]).toEqual([true, FOUR, FOUR]);
    expect(wireMm).toBe(leastMm);
    const { outline, openings } = siteOf(panelFor(four, PLACE).panel);
    expect([outline.right - outline.left, outline.top - outline.bottom]).toEqual([340 - 24, 290 - 24]);
    // The dip with 12 mm about it.
    expect(openings[0]!.contour).toMatchObject({ left: 110 - 57, right: 110 + 57, top: -122 + 35 });
    const pieces = lying(four);
    pieces.forEach((contours, i) =>
      contours.forEach((contour) => {
        expect(roomWithin(contour, outline)).toBeGreaterThanOrEqual(-1e-6);
        expect(roomBeside(contour, openings[0]!.contour)).toBeGreaterThanOrEqual(-1e-6);
        for (const others of pieces.slice(i + 1))
          for (const other of others) expect(roomBeside(contour, other)).toBeGreaterThanOrEqual(2 - 1e-6);
      }),
    );
    expect(rules(four)).toEqual([]);
  });
  test('no plug faces up: with another edge as the low one none faces away from it', () => {
    // Plugs leave below: turned so far they point away from the low edge.
    for (const [low, up] of [
      ['bottom', 180],
      ['left', 90],
      ['right', 270],
      ['top', 0],
    ] as const) {
      const { mounts } = planJob(apply(four, board({ low, gapMm: 0 })));
      for (const id of FOUR) expect(mounts[id]!.lying.turnDeg).not.toBe(up);
    }
  });
  test('put by hand one stays, the rest makes room; two over each other do not go', () => {
    const one = apply(four, { op: 'setMount', gear: 'amp2', mount: { at: [-80, 50], turnDeg: 0 } });
    const { mounts, boards } = planJob(one);
    expect([mounts['amp2']!.at, mounts['amp2']!.by, mounts['spread']!.by]).toEqual([[-80, 50], 'hand', 'search']);
    expect(boards[PLACE]!.wireMm!).toBeGreaterThanOrEqual(boardOf(four).wireMm!);
    const two = apply(one, { op: 'setMount', gear: 'amp', mount: { at: [-60, 40], turnDeg: 0 } });
    expect(rules(two)).toContain('board-full');
    const words = planJob(two).findings.find(({ rule }) => rule === 'board-full')!.reason;
    expect(words).toBe(
      'A1, A2, D1, M1 do not go on the board of “Inside the console, low” together with what was put by hand.',
    );
  });
  test('feet of 16 mm come through 9 mm of board and 2 mm of wall; the cure is a thicker board', () => {
    const thin = apply(four, board({ thicknessMm: 9 }));
    const found = planJob(thin).findings.find(({ rule }) => rule === 'fastener-long')!;
    expect(found.reason).toContain('come through the wall behind the board');
    expect(found.reason).toContain('board and wall are 11 mm, so take 9 mm at most');
    // 16 + 2 − 2 of wall.
    expect(found.cure!.label).toBe('Cut the board of “Inside the console, low” of 16 mm');
    expect(rules(applyAll(thin, found.cure!.operations))).toEqual([]);
    expect(rules(apply(four, board({ thicknessMm: 15.9 })))).toEqual(Array(4).fill('fastener-long'));
  });
  test('its own screws are clear of gear and dip, and end in the wall', () => {
    const { screws, screwMm } = boardOf(four);
    expect(screws.length).toBeGreaterThanOrEqual(2);
    // 18 + 2 − 2.
    expect(screwMm).toBe(18);
    for (const [x, y] of screws) {
      expect(Math.abs(x)).toBeLessThanOrEqual(158 - 6);
      for (const [face] of lying(four))
        expect(x > face!.left - 8 && x < face!.right + 8 && y > face!.bottom - 8 && y < face!.top + 8).toBe(false);
    }
  });
  test('holes of the wall are none of the board, and what is behind the wall stops no bit on the bench', () => {
    const [hole] = planJob(four).mounts['amp']!.schedule.holes;
    const old = apply(four, {
      op: 'setOldHole',
      place: PLACE,
      id: 'old',
      hole: { name: 'Old', at: [...hole!.at], mm: hole!.mm },
    });
    const now = planJob(old).mounts['amp']!.schedule.holes[0]!;
    expect([now.at, now.reused, now.behind]).toEqual([hole!.at, undefined, undefined]);
  });
  test('a polygon for a compartment: nothing leaves the board; a gap that leaves no board leaves no room', () => {
    const points: [number, number][] = [
      [-170, -145],
      [170, -145],
      [170, 60],
      [60, 145],
      [-170, 145],
    ];
    const cornered = apply(four, {
      op: 'setPanel',
      place: PLACE,
      panel: { outline: { shape: 'polygon', points, corner: 0 } },
    });
    const { outline } = siteOf(panelFor(cornered, PLACE).panel);
    if (boardOf(cornered).wireMm !== undefined)
      for (const contours of lying(cornered))
        for (const one of contours) expect(roomWithin(one, outline)).toBeGreaterThanOrEqual(-0.02);
    for (const job of [cornered, four]) {
      const none = boardOf(apply(job, board({ gapMm: 300 })));
      expect([none.wireMm, none.proven]).toEqual([undefined, true]);
    }
    const two = applyAll(cornered, [
      { op: 'removeGear', id: 'amp' },
      { op: 'removeGear', id: 'switches' },
    ]);
    expect(boardOf(two).wireMm).toBeDefined();
    for (const contours of lying(two))
      for (const one of contours) expect(roomWithin(one, outline)).toBeGreaterThanOrEqual(-0.02);
  });
  test('fitted the other way up its plugs leave by the other side, and the others keep clear of them there', () => {
    const over = apply(four, { op: 'setMount', gear: 'spread', mount: { over: true } });
    expect(boardOf(over).wireMm).toBeDefined();
    const pieces = lying(over);
    pieces.forEach((contours, i) =>
      pieces
        .slice(i + 1)
        .forEach((others) =>
          contours.forEach((one) =>
            others.forEach((other) => expect(roomBeside(one, other)).toBeGreaterThanOrEqual(2 - 1e-6)),
          ),
        ),
    );
    // Plugs that leave below leave above then: it is turned half round.
    expect(planJob(over).mounts['spread']!.lying.turnDeg).not.toBe(0);
  });
  test('more than twelve pieces are said not to be laid out, and what is larger than the board is not looked for', () => {
    const relays = (count: number) => Array.from({ length: count }, (_, i) => add(`r${i}`, 'latch-30'));
    const many = planJob(applyAll(LAUNCH, relays(12)));
    expect(many.findings.find(({ rule }) => rule === 'board-full')!.reason).toContain('more than 12 are not laid out');
    const large = boardOf(
      applyAll(
        LAUNCH,
        Array.from({ length: 8 }, (_, i) => add(`a${i}`, 'weir-4-100')),
      ),
    );
    expect([large.wireMm, large.proven]).toEqual([undefined, true]);
    expect(boardOf(applyAll(LAUNCH, relays(7))).wireMm).toBeDefined();
  });
  test('what is kept, or bypassed, is not moved about on it', () => {
    for (const there of ['kept', 'bypassed'] as const)
      expect(boardOf(apply(four, { op: 'setThere', id: 'amp2', there })).gear).toEqual(['amp', 'spread', 'switches']);
  });
  test('without its board it is a wall with gear on it, two in one place', () => {
    const bare = apply(four, { op: 'setPanel', place: PLACE, panel: { board: null } });
    expect(planJob(bare).boards).toEqual({});
    expect(planJob(bare).findings.filter(({ rule }) => rule === 'place-shared')).toHaveLength(3);
    expect(planJob(four).findings.filter(({ rule }) => rule === 'place-shared')).toEqual([]);
  });
});
