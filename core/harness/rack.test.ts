import fc from 'fast-check';
import * as v from 'valibot';
import { anyJob } from '../../tests/support/any-job';
import { DEMO_RACK } from '#demo/rack';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { BayEvent, type WireEvent } from '../job/events';
import { planJob } from '../plan';
import { Cuttings } from './cuttings';
import { buyList, planNests } from './nests';
import { EMPTY_RACK, type Rack, afterEntries } from './rack';

const wire = { gauge: '16', colour: { body: 'green' } } as const;
let count = 0;
const event = (more: Partial<WireEvent>): WireEvent =>
  v.parse(BayEvent, {
    id: `e${++count}`,
    at: '2026-12-01T08:00:00.000Z',
    by: 'Bench',
    kind: 'wire',
    reel: 'a',
    wire,
    pieces: [{ run: 'speaker:amp>left', use: 'rear left +', mm: 2700 }],
    done: true,
    ...more,
  }) as WireEvent;
const rack = (mm: number): Rack => ({ ...EMPTY_RACK, reels: { a: { wire, mm, note: 'Peg 6' } } });
const onIt = (of: Rack) => Object.fromEntries(Object.entries(of.reels).map(([id, { mm }]) => [id, mm]));

/** The rack after each of these entries, one after another, as the workshop's server has it. */
const after = (of: Rack, ...entries: WireEvent[]) => afterEntries(of, [], entries);

describe('the rack once wire is cut', () => {
  test('goes down by what was cut; an end shorter than is kept is gone, one just as long stays', () => {
    expect(onIt(after(rack(9100), event({})))).toEqual({ a: 6400 });
    expect(onIt(after(rack(3000), event({})))).toEqual({ a: 300 });
    expect(onIt(after(rack(2999), event({})))).toEqual({});
    expect(onIt(after(rack(100), event({})))).toEqual({});
  });

  test('what is bought for it is in the rack with what is left of it', () => {
    const bought = after(EMPTY_RACK, event({ reel: 'new', boughtMm: 10000 }));
    expect(bought.reels).toEqual({ new: { wire, mm: 7300, note: '' } });
  });

  test('entered by mistake it is as before, also where its end was thrown away or used up', () => {
    for (const mm of [9100, 3000, 2999, 2700]) {
      const back = after(rack(mm), event({}), event({ done: false }));
      expect(back).toEqual(rack(mm));
      // Taken back a second time it gives nothing.
      expect(after(rack(mm), event({}), event({ done: false }), event({ done: false }))).toEqual(rack(mm));
    }
    const bought = { reel: 'new', boughtMm: 10000 };
    const cut = after(EMPTY_RACK, event(bought));
    const back = (of: Rack) => onIt(afterEntries(of, [event(bought)], [event({ ...bought, done: false })]));
    expect(back(cut)).toEqual({ new: 10000 });
    // Taken off the rack by hand meanwhile, what was bought is there whole again, and of another what was cut.
    expect(back({ ...cut, reels: {} })).toEqual({ new: 10000 });
    expect(onIt(afterEntries(EMPTY_RACK, [event({})], [event({ done: false })]))).toEqual({ a: 2700 });
    // Put right by hand meanwhile, what was cut is added to that.
    expect(onIt(afterEntries(rack(5000), [event({})], [event({ done: false })]))).toEqual({ a: 7700 });
  });

  test('only so many ends are remembered, the last of them', () => {
    const reels = Object.fromEntries(Array.from({ length: 302 }, (_, i) => [`r${i}`, { wire, mm: 2800, note: '' }]));
    const cut = Array.from({ length: 302 }, (_, i) =>
      event({ reel: `r${i}`, pieces: [{ run: 'a', use: `${i}`, mm: 2700 }] }),
    );
    const { reels: left, thrownAway } = after({ ...EMPTY_RACK, reels }, ...cut);
    expect([left, Object.keys(thrownAway).length, thrownAway['r1'], thrownAway['r2']?.mm]).toEqual([
      {},
      300,
      undefined,
      100,
    ]);
  });

  test('a reel that is not there changes nothing, nor does the copy of a job, cut or taken back', () => {
    const copied = event({ copied: true });
    expect(after(rack(5000), event({ reel: 'gone' }))).toEqual(rack(5000));
    expect(after(rack(5000), copied)).toEqual(rack(5000));
    expect(after(rack(5000), copied, event({ done: false }))).toEqual(rack(5000));
  });
});

describe('two people at one job', () => {
  const [front, rear] = ['front left +', 'front left −'].map((use) => ({ run: 'speaker:amp>front', use, mm: 1000 }));
  const [fromA, fromB] = [
    event({ pieces: [front!, rear!] }),
    event({ reel: 'b', pieces: [front!, { ...rear!, use: 'rear left +' }], by: 'Bay' }),
  ];
  const two: Rack = { ...rack(5000), reels: { ...rack(5000).reels, b: { wire, mm: 4000, note: 'Peg 7' } } };

  test('the same reel cut by both goes down once, and comes back once', () => {
    const cut = [event({}), event({ by: 'Bay' })];
    expect(onIt(after(rack(9100), ...cut))).toEqual({ a: 6400 });
    expect(onIt(after(rack(9100), ...cut, event({ done: false })))).toEqual({ a: 9100 });
    expect(onIt(after(rack(9100), ...cut, event({ done: false }), event({ done: false })))).toEqual({ a: 9100 });
    expect(new Cuttings(cut).entries()).toHaveLength(1);
  });

  test('a piece cut off two reels counts on the first; what was bought for nothing is not in the rack', () => {
    // Off b only the one that nobody had cut: 4 m less 1 m.
    expect(onIt(after(two, fromA, fromB))).toEqual({ a: 3000, b: 3000 });
    expect(new Cuttings([fromA, fromB]).entries().map(({ counted }) => counted.length)).toEqual([2, 1]);
    const bought = event({ reel: 'new', boughtMm: 10000, pieces: [front!] });
    expect(onIt(after(two, fromA, bought))).toEqual({ a: 3000, b: 4000 });
  });

  test('each is taken back for what it counted, in either order', () => {
    const [backA, backB] = [fromA, fromB].map((one) => ({ ...one, id: `back-${one.id}`, done: false }));
    expect(onIt(after(two, fromA, fromB, backB!))).toEqual({ a: 3000, b: 4000 });
    expect(onIt(after(two, fromA, fromB, backA!))).toEqual({ a: 5000, b: 3000 });
    expect(onIt(after(two, fromA, fromB, backA!, backB!))).toEqual({ a: 5000, b: 4000 });
    // What the first had is to be cut again.
    expect([...new Cuttings([fromA, fromB, backA!]).pieces().keys()]).toEqual(['speaker:amp>front rear left +']);
  });

  test('cut too short and cut again longer, both count; the longer taken back, the short one stands', () => {
    const longer = event({ reel: 'b', pieces: [{ ...front!, mm: 1200 }] });
    expect(onIt(after(two, fromA, longer))).toEqual({ a: 3000, b: 2800 });
    expect(new Cuttings([fromA, longer]).pieces().get('speaker:amp>front front left +')).toBe(1200);
    // Off the same reel too: of its 5 m 2 go for the first entry and 2.4 for the longer one.
    const again = event({ pieces: [front!, rear!].map((piece) => ({ ...piece, mm: 1200 })) });
    const taken = { ...again, id: 'again-back', done: false };
    expect(onIt(after(two, fromA, again))).toEqual({ a: 600, b: 4000 });
    expect(onIt(after(two, fromA, again, taken))).toEqual({ a: 3000, b: 4000 });
    expect([...new Cuttings([fromA, again]).pieces().values()]).toEqual([1200, 1200]);
    expect([...new Cuttings([fromA, again, taken]).pieces().values()]).toEqual([1000, 1000]);
    const back = [fromA, longer, { ...longer, id: 'back', done: false }];
    expect(new Cuttings(back).pieces().get('speaker:amp>front front left +')).toBe(1000);
  });
});

describe('nests of a job', () => {
  const { cutList } = planJob(TOURER_JOB);
  const green = (nests: ReturnType<typeof planNests>) => nests.find(({ key }) => key === '16 green')!;

  test('every piece is cut once, from wire of its own size and colour', () => {
    for (const job of [...DEMO_JOBS, ...fc.sample(anyJob, { numRuns: 25, seed: 1218 }).map((one) => one.job)]) {
      const { cuts } = planJob(job).cutList;
      const nests = planNests(planJob(job).cutList, DEMO_RACK, new Map());
      const cut = nests.flatMap(({ pieces, nesting }) =>
        nesting.cuttings.flatMap((cutting) => cutting.pieces.map((i) => pieces[i]!)),
      );
      expect([job.id, cut.length, new Set(cut).size]).toEqual([job.id, cuts.length, cuts.length]);
      for (const { reels, gauge, colour } of nests)
        for (const reel of reels) expect(reel.wire).toEqual({ gauge: gauge ?? null, colour });
    }
  });

  test('the shorter of two reels is used up, and the longer not begun', () => {
    // Peg 6 has 3.05 m, peg 7 has 26 m; the lead to the left pannier takes 2.7 m.
    const { nesting, reels } = green(planNests(cutList, DEMO_RACK, new Map()));
    expect(nesting.cuttings.map(({ reel, leftMm }) => [reels[reel!]!.note, leftMm])).toEqual([['Peg 6', 350]]);
  });

  test('what is cut is cut no more, unless the plan wants it longer by now', () => {
    const [piece] = green(planNests(cutList, DEMO_RACK, new Map())).pieces;
    const cut = event({ pieces: [{ run: piece!.run, use: piece!.use, mm: piece!.lengthMm }] });
    const done = (events: readonly BayEvent[]) => {
      const nest = green(planNests(cutList, DEMO_RACK, new Cuttings(events).pieces()));
      return [nest.pieces.length, nest.done.length];
    };
    expect(done([cut])).toEqual([0, 1]);
    expect(done([cut, { ...cut, id: 'back', done: false }])).toEqual([1, 0]);
    expect(done([{ ...cut, pieces: [{ ...cut.pieces[0]!, mm: piece!.lengthMm - 1 }] }])).toEqual([1, 0]);
    const standing = (events: readonly BayEvent[]) => new Cuttings(events).entries().map(({ event }) => event.id);
    expect(standing([cut])).toEqual([cut.id]);
    expect(standing([cut, { ...cut, id: 'back', done: false }])).toEqual([]);
  });

  test('what to buy is counted by wire and length', () => {
    const nests = planNests(cutList, { ...EMPTY_RACK, soldMm: [2000, 3000] }, new Map());
    const bought = buyList(nests).filter(({ what }) => what.endsWith('green') || what.startsWith('screened'));
    // 2.7 m off one of 3 m; two of 0.85 m off one of 2 m.
    expect(bought).toEqual([
      { what: '16 AWG green', mm: 3000, count: 1 },
      { what: 'screened line-level pair brown', mm: 2000, count: 1 },
    ]);
  });
});
