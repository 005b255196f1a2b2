import { readFileSync } from 'node:fs';
import { buildState, fastenerLedger, notReady } from '#core/build/index';
import { planJob } from '#core/plan';
import { begunEvents, FINISHED_PHOTOS, finishedEvents, finishedJob } from './finished';
import { DEMO_JOBS, PATTERNS } from './jobs';
import { CRAFT_JOBS, DUNES } from './jobs-crafts';
import { planOf } from '#core/shown';
import { parseJob } from '#core/job/upgrade';

test('the finished job is whole: every step done, every fastener in, sealed with the plan it has', () => {
  const events = finishedEvents((file) => file.length.toString(16).padStart(64, '0'));
  const job = finishedJob(events.length);
  expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(JSON.parse(JSON.stringify(job)));
  const state = buildState(planOf(job).build, events);
  expect(notReady(state)).toEqual([]);
  expect(state.balances.find((b) => b.of === 'screen')).toMatchObject({ retired: 1, added: 1, state: 'balanced' });
  const washer = fastenerLedger(planOf(job).build, state.balances).find((line) => line.of.id === 'screen');
  expect(washer).toMatchObject({ out: 4, reused: 3, retired: 1, added: 1, in: 4 });
  expect(state.photos).toHaveLength(Object.keys(FINISHED_PHOTOS).length);
  expect(JSON.parse(JSON.stringify(planJob(job)))).toEqual(job.seal!.plan);
  for (const { file } of Object.values(FINISHED_PHOTOS))
    expect(readFileSync(`demo/photographs/${file}`).subarray(1, 4).toString()).toBe('PNG');
});

test('the other crafts have their wishes; every job is sound, and every speaker of launch and van hangs somewhere', () => {
  const others = DEMO_JOBS.filter((job) => job.craft.pattern.kind !== 'motorcycle' && !CRAFT_JOBS.includes(job));
  expect(others.map((job) => job.craft.pattern.kind)).toEqual(['sideBySide', 'boat', 'recreationalVehicle']);
  for (const job of others) {
    expect(job.wishes).not.toBe('');
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    const { speakers } = planJob(job);
    expect(speakers.unwired).toEqual([]);
    expect(Object.values(speakers.circuits).some(({ refused }) => refused)).toBe(false);
  }
});

test('every craft drawn has a job, at its own stage: arrived, chosen, in the bay', () => {
  expect(new Set(DEMO_JOBS.map(({ craft }) => craft.pattern.id))).toEqual(new Set(PATTERNS.map(({ id }) => id)));
  for (const job of CRAFT_JOBS) {
    expect(job.wishes).not.toBe('');
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    const { runs, speakers } = planJob(job);
    expect([job.id, runs.filter(({ way }) => !way).length]).toEqual([job.id, 0]);
    expect(Object.values(speakers.circuits).some(({ refused }) => refused)).toBe(false);
  }
  const stops = (id: string) =>
    planJob(CRAFT_JOBS.find((job) => job.id === id)!).findings.filter(({ severity }) => severity === 'stop').length;
  expect(['wide-tourer-lids', 'crossover-dunes', 'tow-boat-tower'].map(stops)).toEqual([0, 0, 0]);
  expect(['nose-tourer-arrived', 'pontoon-picnic', 'trailer-cabinet'].every((id) => stops(id) > 0)).toBe(true);
});

test('the crossover in the bay: all that comes off is off and counted, something is fitted, nothing is shut yet', () => {
  const { build } = planOf(DUNES);
  const state = buildState(build, begunEvents());
  const done = state.steps.filter((one) => one.is === 'done').map(({ step }) => step);
  expect(build.steps.filter(({ phase }) => phase === 'teardown').every((step) => done.includes(step))).toBe(true);
  expect(done.some(({ phase }) => phase === 'refit')).toBe(false);
  expect(done.length).toBeGreaterThan(build.steps.filter(({ phase }) => phase === 'teardown').length);
  expect(notReady(state).length).toBeGreaterThan(0);
});
