import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { planJob } from '../plan';
import { jobFaults } from './job';
import { jobLike } from './like';
import { readPins } from '../gear/typing/leads';
import { apply, applyAll } from './operations';

test('a job like another plans alike, under its own name, with nothing of the first craft’s metering', () => {
  for (const job of DEMO_JOBS) {
    const like = jobLike(job, 'second', 'The second one', 'Somebody else');
    expect(jobFaults(like)).toEqual([]);
    expect([like.id, like.title, like.customer, like.seal]).toEqual([
      'second',
      'The second one',
      'Somebody else',
      null,
    ]);
    expect(like.gear).toEqual(job.gear);
    expect(Object.values(like.craft.existing).some(({ metered, runVolts }) => metered || runVolts !== null)).toBe(
      false,
    );
    expect(planJob(like).cutList.cuts.length).toBe(planJob({ ...job, seal: null }).cutList.cuts.length);
  }
});

test('what was measured or accepted on the first is asked again on the second', () => {
  const gear = Object.entries(TOURER.gear).find(([, { item }]) => item.kind === 'speaker')![0];
  const first = apply(apply(TOURER, { op: 'setSpeaker', id: gear, choice: { oldLeadOhm: 0.4, zone: null } }), {
    op: 'setOldReturns',
    returns: 'own',
  });
  const head = Object.keys(first.gear).find((id) => first.gear[id]!.item.kind === 'headUnit')!;
  const counted = applyAll(first, [
    { op: 'setYear', year: 2016 },
    { op: 'setThere', id: head, there: 'out' },
    { op: 'setPinOut', gear: head, pins: readPins('plug: 1 red constant metered, 2 black ground')! },
    { op: 'setPart', part: 'made/y-lead', said: { arrived: 1 } },
    {
      op: 'setKit',
      id: 'k',
      kit: { name: 'Kit', fits: null, lines: { a: { name: 'Bolt', count: 4, item: null, option: false, has: 3 } } },
    },
  ]);
  const other = jobLike(counted, 'third', 'Three', '');
  expect([other.craft.year, other.parts, other.kits['k']!.lines['a']!.has]).toEqual([null, {}, null]);
  expect(other.gear[head]!.item.pins!.map(({ metered }) => metered)).toEqual([false, false]);
  const like = jobLike(first, 'second', 'Two', '');
  expect(like.speakers[gear]!.oldLeadOhm).toBeNull();
  expect(like.craft.oldReturns).toBe('notTested');
  expect(like.accepted).toEqual({});
  expect(like.craft.existing['accessory']).toMatchObject({ fuseA: 10, size: '18', metered: false, offVolts: null });
});
