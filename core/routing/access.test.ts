import fc from 'fast-check';
import { DEMO_JOBS } from '#demo/jobs';
import { accessTo } from '../../tests/support/any-craft';
import { anyJob } from '../../tests/support/any-job';
import { openedByEnds } from '../connections/opened';
import { pullSteps } from '../connections/pulled';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { without } from '../document/edits';
import type { Job } from '../job/job';
import { neededRuns } from '../connections/runs';
import { pullOf } from './pulls';
import { accessOf, planRuns } from './runs';
import { layOne, layTogether } from './together';

/** No run that nobody pinned could go a cheaper way beside the covers that all others need. */
function settled(job: Job): void {
  const access = accessOf(job);
  const runs = planRuns(job, neededRuns(job), {}).filter((run) => run.way && !run.old);
  const standing = openedByEnds(job, runs);
  const pulls = pullSteps(runs);
  for (const run of runs) {
    if (run.pinned) continue;
    const like = runs.filter(({ id }) => pulls.get(id) === pulls.get(run.id));
    const beside = runs.flatMap(({ id, way, fished }) =>
      pulls.get(id) === pulls.get(run.id) ? [] : [{ way: way!, fished }],
    );
    const pull = pullOf(job, like);
    const best = layOne(access, pull, { opened: standing, beside })!;
    const now = layOne(access, { ...pull, pin: run.way!.legs }, { opened: standing, beside })!;
    expect([run.id, now.cost - best.cost < 1e-6]).toEqual([run.id, true]);
  }
}

test.each(DEMO_JOBS.map((job) => [job.id, job] as const))('%s: no run could go cheaper beside the others', (_, job) =>
  settled(job),
);

test('nor in any job that people make', () => {
  fc.assert(
    fc.property(anyJob, ({ job }) => settled(job)),
    { numRuns: 150, endOnFailure: true },
  );
});

test('what a run opened itself is no reason to leave it there: by hand', () => {
  const [place] = Object.values(ADVENTURE_TOURER.places);
  const [leg] = Object.values(ADVENTURE_TOURER.legs);
  const cover = Object.values(ADVENTURE_TOURER.covers).find(({ states }) => states.off && !states.aside)!;
  const plain = without<unknown>(leg!, (member) => member === 'joint' || member === 'fish');
  const at = (x: number) => ({ ...place!, at: [x, 0, 0] as const, covers: {} });
  const between = (from: string, to: string, mm: number, behind: string) => ({
    ...plain,
    from,
    to,
    // Out to one side and back: as long as it is to be.
    via: [[500, Math.sqrt((mm / 2) ** 2 - 500 ** 2), 0]],
    hazards: [],
    covers: { [behind]: 'off' },
  });
  const off = { ...cover.states.off!, after: {}, minutes: { off: 5, on: 5 }, second: false };
  const pattern = {
    ...ADVENTURE_TOURER,
    places: { a: at(0), b: at(1000), c: at(2000) },
    junctions: {},
    legs: {
      x: between('a', 'b', 1200, 'left'),
      y: between('a', 'b', 1800, 'right'),
      z: { ...between('c', 'b', 1200, 'right'), via: [] },
    },
    covers: { left: { ...cover, states: { off } }, right: { ...cover, states: { off } } },
  } as unknown as Pattern;
  const access = accessTo(pattern, 'aside');
  const wanted = ['a', 'c'].map((from) => ({ from, to: 'b', conductors: 1 }));
  const laid = (of: typeof wanted) => layTogether(access, of, { opened: [] });
  // Alone the first goes by x: 10 min + 1.2 m · (2 + ½) = 13 against 10 min + 1.8 m · 2½ = 14.5. The second must open
  // the right cover: then y costs 4.5 min and x still 13; with z, whose 1 m of straight line is 2½ min, 17 in all.
  expect(laid(wanted.slice(0, 1))).toMatchObject({ cost: 13, bound: 13, proven: true });
  expect(laid(wanted.slice(0, 1)).routes[0]!.way.legs).toEqual(['x']);
  expect(laid(wanted).routes.map((route) => route!.way.legs)).toEqual([['y'], ['z']]);
  expect(laid(wanted).cost).toBeCloseTo(17, 9);
});
