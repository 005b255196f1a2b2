import fc from 'fast-check';
import * as v from 'valibot';
import { anyJob } from '../../tests/support/any-job';
import { DEMO_RACK } from '#demo/rack';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { BayEvent, type WireEvent } from '../job/events';
import { planJob } from '../plan';
import { buyList, cutPieces, cuttingsDone, planNests } from './nests';
import { EMPTY_RACK, type Rack, afterCutting, withoutReel } from './rack';

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

describe('the rack once wire is cut', () => {
  test('goes down by what was cut; an end shorter than is kept is gone, one just as long stays', () => {
    expect(onIt(afterCutting(rack(9100), event({})))).toEqual({ a: 6400 });
    expect(onIt(afterCutting(rack(3000), event({})))).toEqual({ a: 300 });
    expect(onIt(afterCutting(rack(2999), event({})))).toEqual({});
    expect(onIt(afterCutting(rack(100), event({})))).toEqual({});
  });

  test('what is bought for it is in the rack with what is left of it', () => {
    const after = afterCutting(EMPTY_RACK, event({ reel: 'new', boughtMm: 10000 }));
    expect(after.reels).toEqual({ new: { wire, mm: 7300, note: '' } });
  });

  test('entered by mistake it is as before, also where the reel was taken off meanwhile', () => {
    for (const mm of [9100, 3000, 2999]) {
      const cut = afterCutting(rack(mm), event({}));
      const back = afterCutting(cut, event({ done: false }));
      // The end that went into the bin is not there again.
      expect(onIt(back)).toEqual({ a: mm === 2999 ? 2700 : mm });
    }
    const bought = { reel: 'new', boughtMm: 10000 };
    const cut = afterCutting(EMPTY_RACK, event(bought));
    expect(onIt(afterCutting(cut, event({ ...bought, done: false })))).toEqual({ new: 10000 });
    expect(onIt(afterCutting(withoutReel(cut, 'new'), event({ ...bought, done: false })))).toEqual({ new: 10000 });
  });

  test('a reel that is not there changes nothing, nor does the copy of a job', () => {
    for (const other of [{ reel: 'gone' }, { copied: true as const }])
      expect(afterCutting(rack(5000), event(other))).toEqual(rack(5000));
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
      const nest = green(planNests(cutList, DEMO_RACK, cutPieces(events)));
      return [nest.pieces.length, nest.done.length];
    };
    expect(done([cut])).toEqual([0, 1]);
    expect(done([cut, { ...cut, id: 'back', done: false }])).toEqual([1, 0]);
    expect(done([{ ...cut, pieces: [{ ...cut.pieces[0]!, mm: piece!.lengthMm - 1 }] }])).toEqual([1, 0]);
    expect(cuttingsDone([cut]).map(({ id }) => id)).toEqual([cut.id]);
    expect(cuttingsDone([cut, { ...cut, id: 'back', done: false }])).toEqual([]);
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
