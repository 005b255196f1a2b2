import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { anyJob } from '../tests/support/any-job';
import type { Job } from './job/job';
import { applyAll, undoOf, type Operation } from './job/operations';
import type { Tie } from './job/supply';
import { planJob, planner } from './plan';

const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;

/** What is planned again when a job is edited, and the plan before and after. */
function edited(job: Job, operations: Operation[]) {
  const made: string[] = [];
  const plan = planner((chapter) => made.push(chapter));
  const before = plan(job);
  made.length = 0;
  const after = plan(applyAll(job, operations));
  return { made: [...made], before, after };
}

describe('a planner that is asked again', () => {
  test('plans what planJob does, whatever was edited before', () => {
    fc.assert(
      fc.property(anyJob, fc.infiniteStream(fc.nat()), ({ states, job }, dice) => {
        const plan = planner();
        const some = states.filter((_, i) => i % 4 === 0 || i > states.length - 8);
        // Forward as it was made, then back and forth between states far apart, as undo and another's edits do.
        const walk = [...some, job, ...[...dice.take(6)].map((n) => states[n % states.length]!)];
        for (const state of walk) {
          const [kept, anew] = [plan(state), planJob(state)];
          // Member by member only where they differ: said quickly, and to the order.
          if (JSON.stringify(kept) !== JSON.stringify(anew)) expect(kept).toEqual(anew);
          expect(JSON.stringify(kept)).toBe(JSON.stringify(anew));
        }
      }),
      { numRuns: 10, seed: 13 },
    );
  });

  test.each<[string, Operation]>([
    ['a title', { op: 'setTitle', title: 'Another' }],
    ['a customer', { op: 'setCustomer', customer: 'Another' }],
    ['wishes', { op: 'setWishes', wishes: 'Louder' }],
    ['a note of the craft', { op: 'setCraftNote', note: 'Scratched' }],
  ])('%s plans nothing again', (_, operation) => {
    const { made, before, after } = edited(launch, [operation]);
    expect(made).toEqual([]);
    for (const [part, now] of Object.entries(after)) expect(before[part as keyof typeof before]).toBe(now);
  });

  test('minutes touch the steps and what is told of them', () => {
    const { made, before, after } = edited(TOURER_JOB, [
      { op: 'overrule', kind: 'minutes', subject: 'off:cover/cowl', value: 7 },
    ]);
    expect(new Set(made)).toEqual(new Set('build minutes,build proposals,build findings,build ledger,plan'.split(',')));
    for (const part of ['runs', 'power', 'speakers', 'cutList', 'terminals', 'tags'] as const)
      expect(after[part]).toBe(before[part]);
    expect(after.minutes.teardown).not.toBe(before.minutes.teardown);
  });

  test.each(['off:cover/cowl', 'connect:gear/amp'])('the minutes of %s may be set again and taken back', (step) => {
    const plan = planner();
    const minutesOf = (job: Job) => plan(job).build.steps.find(({ id }) => id === step)!.minutes;
    const set = (value: number | null) =>
      applyAll(TOURER_JOB, [{ op: 'overrule', kind: 'minutes', subject: step, value }]);
    const planned = minutesOf(TOURER_JOB);
    expect([7, 8, null, 8].map((value) => minutesOf(set(value)))).toEqual([7, 8, planned, 8]);
  });

  test('a gauge moves no run, and feeds that it does not touch stay the same objects', () => {
    const set = (value: '2' | '4'): Operation[] => [{ op: 'overrule', kind: 'gauge', subject: 'amp', value }];
    const { made, before, after } = edited(applyAll(launch, set('4')), set('2'));
    expect(made).toContain('power plan');
    // Steps are the same work with other words in them, and what would be proposed rests on no gauge.
    for (const chapter of ['power turnOn', 'routing runs', 'build work', 'power sizes', 'power proposals'])
      expect(made).not.toContain(chapter);
    expect(after.runs).toBe(before.runs);
    expect(after.inputs).toBe(before.inputs);
    expect(after.power.feeds['amp']).not.toBe(before.power.feeds['amp']);
    expect(after.power.feeds['amp']!.run).toBe(before.power.feeds['amp']!.run);
  });

  test('volts of a battery size every feed anew, and turn no step about', () => {
    const { made, before, after } = edited(launch, [{ op: 'setBattery', id: 'battery', battery: { restVolts: 12.4 } }]);
    expect(made).toEqual(expect.arrayContaining(['power plan', 'power volts']));
    for (const chapter of [
      'routing runs',
      'build work',
      'power tree',
      'power isolation',
      'power turnOn',
      'power keyOff',
    ])
      expect(made).not.toContain(chapter);
    expect(after.power.postVolts).not.toEqual(before.power.postVolts);
    expect(after.runs).toBe(before.runs);
  });

  const made = fc.sample(anyJob, { numRuns: 12, seed: 41 }).map(({ job }, i) => [`made job ${i}`, job] as const);
  test.each([...DEMO_JOBS.map((job) => [job.id, job] as const), ...made])(
    '%s: whatever is said of a battery after it was laid out counts',
    (_, given) => {
      const job = { ...given, seal: null };
      // What lies behind a charger gives as well where that gives little.
      const weak = ([id, tie]: [string, Tie]): Operation[] => [{ op: 'setTie', id, tie: { ...tie, mostA: 1 } }];
      let at = applyAll(job, Object.entries(job.craft.ties).flatMap(weak));
      const plan = planner();
      plan(at);
      const figures = { capacityAh: 61, shortA: 700, mostA: 40, ringsPlus: 3 };
      for (const id of Object.keys(job.craft.batteries))
        for (const [part, value] of [
          ...[9, 11, 13, 10, 12].map((volts): [string, number] => ['restVolts', volts]),
          // So weak that it brings nothing, and well again.
          ...[150, 9].map((milliohm): [string, number] => ['internalMilliohm', milliohm]),
          ...Object.entries({ ...figures, batterySwitch: true, name: 'Renamed' }),
        ]) {
          at = applyAll(at, [{ op: 'setBattery', id, battery: { [part]: value } }]);
          expect(JSON.stringify(plan(at))).toBe(JSON.stringify(planJob(at)));
        }
    },
  );

  test('what a battery holds moves no wire and turns no step about', () => {
    const { made, before, after } = edited(launch, [{ op: 'setBattery', id: 'battery', battery: { capacityAh: 81 } }]);
    expect(made).toEqual(expect.arrayContaining(['power lasting', 'power keyOff', 'power findings']));
    for (const chapter of [
      ...[
        'power tree',
        'power plan',
        'power sizes',
        'routing runs',
        'build work',
        'harness cutList',
        'power isolation',
        'power turnOn',
        'routing findings',
      ],
    ])
      expect(made).not.toContain(chapter);
    expect(after.keyOff).not.toEqual(before.keyOff);
    expect(after.power.feeds).toBe(before.power.feeds);
    expect(after.build).toBe(before.build);
    // Its name is told in steps and findings, and they are told anew.
    const named = edited(launch, [{ op: 'setBattery', id: 'battery', battery: { name: 'Cranking' } }]);
    expect(named.made).toContain('build work');
    for (const chapter of ['routing runs', 'power plan', 'power sizes']) expect(named.made).not.toContain(chapter);
    expect(JSON.stringify(named.after.isolation)).toContain('Cranking');
  });

  test('undone, everything is what it was', () => {
    const plan = planner();
    const before = JSON.stringify(plan(launch));
    const other = applyAll(launch, [{ op: 'setBattery', id: 'battery', battery: { internalMilliohm: 31 } }]);
    expect(JSON.stringify(plan(other))).not.toBe(before);
    expect(JSON.stringify(plan(applyAll(other, [undoOf(launch, other)!])))).toBe(before);
  });

  test('sizes go down again as they went up, of a feed, of what feeds it and of a common return', () => {
    const common = applyAll(TOURER_JOB, [{ op: 'choose', choice: 'grounds', option: 'common' }]);
    for (const job of [TOURER_JOB, common, launch]) {
      const plan = planner();
      const gear = Object.keys(planJob(job).power.feeds);
      const set = (kind: 'fuse' | 'gauge', subject: string, value: number | string | null) =>
        applyAll(job, [{ op: 'overrule', kind, subject, value }]);
      for (const one of gear)
        for (const state of [job, set('fuse', one, 80), set('fuse', one, 10), set('gauge', one, '1/0'), job])
          expect(JSON.stringify(plan(state))).toBe(JSON.stringify(planJob(state)));
    }
  });

  test('whatever size is set, what is proposed is what would be planned without it', () => {
    const common = applyAll(TOURER_JOB, [{ op: 'choose', choice: 'grounds', option: 'common' }]);
    for (const job of [common, launch]) {
      const { proposals, power, runs } = planJob(job);
      const lead = power.common?.run ?? runs.find(({ kind, way }) => kind === 'speaker' && way)!.id;
      const sets: Operation[] = [
        { op: 'overrule', kind: 'gauge', subject: 'amp', value: '1/0' },
        { op: 'overrule', kind: 'fuse', subject: 'amp', value: 80 },
        { op: 'overrule', kind: 'lead', subject: lead, value: power.common ? '1/0' : '8' },
      ];
      for (const set of sets) expect(planJob(applyAll(job, [set])).proposals).toEqual(proposals);
    }
  });
});
