import { readFileSync } from 'node:fs';
import { buildState, fastenerLedger, notReady } from '#core/build/index';
import { planJob } from '#core/plan';
import { FINISHED_PHOTOS, finishedEvents, finishedJob } from './finished';
import { DEMO_JOBS } from './jobs';
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
  const others = DEMO_JOBS.filter((job) => job.craft.pattern.kind !== 'motorcycle');
  expect(others.map((job) => job.craft.pattern.kind)).toEqual(['sideBySide', 'boat', 'recreationalVehicle']);
  for (const job of others) {
    expect(job.wishes).not.toBe('');
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    const { speakers } = planJob(job);
    expect(speakers.unwired).toEqual([]);
    expect(Object.values(speakers.circuits).some(({ refused }) => refused)).toBe(false);
  }
});
