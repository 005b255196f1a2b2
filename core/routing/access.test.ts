import fc from 'fast-check';
import { DEMO_JOBS } from '#demo/jobs';
import { anyJob } from '../../tests/support/any-job';
import { coverMinutes, coversFor } from '../craft/covers';
import type { Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { without } from '../document/edits';
import type { Job } from '../job/job';
import { cheapestRoute, costOf, layRoutes, type Route } from './access';
import { craftMap } from './graph';
import { neededRuns } from '../connections/runs';
import { accessOf, planRuns } from './runs';

/** What a route costs beside what is open anyway, added up here by itself. */
function costBeside(job: Job, open: readonly Opened[], { way, fished, opened }: Route, conductors: number): number {
  const access = accessOf(job);
  const minutes = (asked: readonly Opened[]) =>
    coverMinutes(access.pattern, coversFor(access.pattern, asked, access.school === 'off'));
  const fish = fished.reduce((sum, id) => sum + access.pattern.legs[id]!.fish!.minutes, 0);
  return costOf(access, minutes([...open, ...opened]) - minutes(open), fish, way.lengthMm, conductors);
}

/** No run that nobody pinned could go a cheaper way beside the covers that all others need. */
function settled(job: Job): void {
  const access = accessOf(job);
  const { places, legs } = access.pattern;
  const runs = planRuns(job, neededRuns(job), {}).filter((run) => run.way && !run.old);
  const anyway = [
    ...Object.values(job.gear).flatMap(({ place, there }) => (there === null && place !== null ? [place] : [])),
    ...runs.flatMap(({ fromPlace, toPlace }) => [fromPlace!, toPlace!]),
  ].map((id) => places[id]!.covers);
  const openedBy = ({ way, fished }: (typeof runs)[number]) =>
    way!.legs.map((id) => (fished.includes(id) ? legs[id]!.fish!.covers : legs[id]!.covers));
  for (const run of runs) {
    if (run.pinned) continue;
    const others = [...anyway, ...runs.filter((other) => other !== run).flatMap(openedBy)];
    const open = coversFor(access.pattern, others, access.school === 'off');
    const best = cheapestRoute(access, run.fromPlace!, run.toPlace!, run.conductors.length, open)!;
    const now = { way: run.way!, fished: run.fished, opened: openedBy(run) };
    const [mine, least] = [now, best].map((route) => costBeside(job, others, route, run.conductors.length));
    expect([run.id, mine! - least! < 1e-6]).toEqual([run.id, true]);
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
  const access = { pattern, map: craftMap(pattern), school: 'aside', minutesAMetre: 2 } as const;
  const wanted = ['a', 'c'].map((from) => ({ from, to: 'b', conductors: 1, pin: undefined }));
  // Alone the first goes by x: 10 min + 1.2 m · 2 against 10 min + 1.8 m · 2. The second must open the right cover:
  // then y costs 3.6 min and x still 12.4.
  expect(layRoutes(access, wanted.slice(0, 1), [])[0]!.way.legs).toEqual(['x']);
  expect(layRoutes(access, wanted, []).map((route) => route!.way.legs)).toEqual([['y'], ['z']]);
});
