import fc from 'fast-check';
import { DEMO_JOBS, HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { FuseHolder } from '../gear/gear';
import { contentHash } from '../gear/hash';
import { JobError, coilsOf, jobFaults, newJob, parseJob, speakersOf, type Job, type Wiring } from './job';
import { OperationError, apply, applyAll, describe as words, undoOf, type Operation } from './operations';
import { join, joined, joiningOf, members, netsOf, ownWiring, partOf, withoutSpeaker } from './wiring';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const problemsOf = (input: unknown) => {
  try {
    parseJob(input);
    return [];
  } catch (error) {
    if (error instanceof JobError) return error.problems.map((p) => p.path);
    throw error;
  }
};

describe('the job document', () => {
  test('demo jobs pass their own schema and come back equal from JSON', () => {
    for (const job of DEMO_JOBS) expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  });

  test.each<[string, (job: Job) => unknown, string]>([
    ['a wrong format', (job) => ({ ...job, format: 'other' }), 'format'],
    ['an unknown member', (job) => ({ ...job, colour: 'red' }), 'colour'],
    ['an empty title', (job) => ({ ...job, title: '  ' }), 'title'],
    [
      'a battery out of range',
      (job) => ({ ...job, craft: { ...job.craft, battery: { ...job.craft.battery, restVolts: 40 } } }),
      'craft.battery.restVolts',
    ],
    [
      'a place that is not there',
      (job) => ({ ...job, gear: { ...job.gear, amp: { ...job.gear['amp'], place: 'attic' } } }),
      'gear.amp.place',
    ],
    [
      'a channel that is not there',
      (job) => ({ ...job, circuits: { 'amp/xx': leaf('fairing-left') } }),
      'circuits.amp/xx',
    ],
    [
      'a coil wired twice',
      (job) => ({ ...job, circuits: { 'amp/fl': { parallel: [leaf('fairing-left'), leaf('fairing-left')] } } }),
      'circuits.amp/fl',
    ],
    [
      'a coil the speaker lacks',
      (job) => ({ ...job, circuits: { 'amp/fl': leaf('fairing-left', 1) } }),
      'circuits.amp/fl',
    ],
    [
      'a feed of a speaker',
      (job) => ({ ...job, feeds: { 'fairing-left': { holder: null, fuseA: null, gauge: null, fuseAtMm: 0 } } }),
      'feeds.fairing-left',
    ],
    ['a way along no leg', (job) => ({ ...job, ways: { 'feed:battery>amp': ['tunnel'] } }), 'ways.feed:battery>amp'],
    [
      'zero ohms',
      (job) => ({
        ...job,
        gear: {
          ...job.gear,
          amp: {
            ...job.gear['amp'],
            item: { ...shelfItem('weir-4-45'), bank: { channels: [], power: [], minOhm: 0 } },
          },
        },
      }),
      'gear.amp.item.bank.channels',
    ],
    [
      'a parallel of one',
      (job) => ({ ...job, circuits: { 'amp/fl': { parallel: [leaf('fairing-left')] } } }),
      'circuits.amp/fl.parallel',
    ],
    [
      'script in a drawing',
      (job) => ({
        ...job,
        craft: {
          ...job.craft,
          pattern: {
            ...job.craft.pattern,
            drawing: {
              ...job.craft.pattern.drawing,
              top: {
                bounds: [0, 0, 1, 1],
                strokes: [{ body: 'frame', pen: 'line', fill: 'none', d: 'M0 0" onload="x' }],
              },
            },
          },
        },
      }),
      'craft.pattern.drawing.top.strokes.0.d',
    ],
  ])('%s is refused by its path', (_, spoil, path) => {
    expect(problemsOf(spoil(TOURER_JOB))).toContain(path);
  });

  test('nonsense is refused, not thrown on', () => {
    for (const input of [null, 7, 'text', [], {}]) expect(problemsOf(input).length).toBeGreaterThan(0);
  });

  test('coils and speakers of a wiring, each once', () => {
    const wiring = HIRE_JOB.circuits['amp/fl']!;
    expect(coilsOf(wiring)).toHaveLength(2);
    expect(speakersOf(wiring)).toEqual(['pannier-left']);
  });
});

describe('operations', () => {
  const fresh = newJob('j1', 'Test', TOURER_JOB.craft.pattern, 'h');

  test('leave the job they were given as it was', () => {
    const before = JSON.stringify(TOURER_JOB);
    apply(TOURER_JOB, { op: 'removeGear', id: 'amp' });
    expect(JSON.stringify(TOURER_JOB)).toBe(before);
  });

  test('gear keeps a hashed copy of what was on the shelf', () => {
    const job = apply(fresh, { op: 'addGear', id: 'a1', item: shelfItem('weir-4-45'), place: null });
    expect(job.gear['a1']!.itemHash).toBe(contentHash(shelfItem('weir-4-45')));
    expect(() => apply(job, { op: 'addGear', id: 'a1', item: shelfItem('weir-2-80'), place: null })).toThrow(
      OperationError,
    );
  });

  test('taking gear out takes its circuits, feed, ways and leads along', () => {
    const rich = applyAll(TOURER_JOB, [
      { op: 'chooseWay', run: 'speaker:amp>pannier-left', legs: ['batteryUp'] },
      { op: 'chooseLead', run: 'speaker:amp>pannier-left', gauge: '14' },
    ]);
    const noAmp = apply(rich, { op: 'removeGear', id: 'amp' });
    expect(noAmp.circuits).toEqual({});
    expect(Object.keys(noAmp.feeds)).toEqual(['head']);
    expect(noAmp.ways).toEqual({});
    expect(noAmp.leadGauges).toEqual({});
    const noSpeaker = apply(rich, { op: 'removeGear', id: 'pannier-left' });
    expect(Object.keys(noSpeaker.circuits)).toHaveLength(3);
  });

  test('moving gear drops the ways pinned to its old place', () => {
    const pinned = apply(TOURER_JOB, { op: 'chooseWay', run: 'feed:battery>amp', legs: ['batteryUp'] });
    expect(apply(pinned, { op: 'placeGear', id: 'amp', place: 'underSeat' }).ways).toEqual({});
    expect(apply(pinned, { op: 'placeGear', id: 'head', place: 'barClamp' }).ways).toEqual(pinned.ways);
  });

  test.each<[string, Operation]>([
    ['gear gone', { op: 'placeGear', id: 'ghost', place: null }],
    ['gear gone, removed', { op: 'removeGear', id: 'ghost' }],
    ['no such place', { op: 'placeGear', id: 'amp', place: 'attic' }],
    ['coil twice', { op: 'wireChannel', channel: 'amp/fr', wiring: leaf('fairing-left') }],
    ['feed of nothing', { op: 'chooseGauge', gear: 'ghost', gauge: '8' }],
    ['feed of a speaker', { op: 'chooseFuse', gear: 'fairing-left', amps: 5 }],
    ['something changed since', { op: 'restore', patches: [{ path: ['title'], from: 'x', to: 'y' }] }],
    ['out of the document', { op: 'restore', patches: [{ path: ['__proto__', 'x'], to: 1 }] }],
  ])('%s is refused', (_, operation) => {
    expect(() => apply(TOURER_JOB, operation)).toThrow(OperationError);
    expect(({} as Record<string, unknown>)['x']).toBeUndefined();
  });

  const someOperation: fc.Arbitrary<Operation> = fc.oneof(
    fc.record({ op: fc.constant('setTitle' as const), title: fc.constantFrom('A', 'B') }),
    fc.record({
      op: fc.constant('placeGear' as const),
      id: fc.constantFrom('amp', 'head', 'fairing-left'),
      place: fc.constantFrom('underSeat', 'dash', null),
    }),
    fc.record({ op: fc.constant('removeGear' as const), id: fc.constantFrom('amp', 'pannier-right', 'head') }),
    fc.record({
      op: fc.constant('wireChannel' as const),
      channel: fc.constantFrom('amp/fl', 'head/fr'),
      wiring: fc.constantFrom(null, leaf('fairing-right'), leaf('pannier-left')),
    }),
    fc.record({
      op: fc.constant('chooseGauge' as const),
      gear: fc.constantFrom('amp', 'head'),
      gauge: fc.constantFrom('8' as const, null),
    }),
    fc.record({
      op: fc.constant('chooseHolder' as const),
      gear: fc.constant('amp'),
      holder: fc.constantFrom(null, shelfItem('holder-strip') as FuseHolder),
    }),
    fc.record({ op: fc.constant('setBattery' as const), battery: fc.record({ restVolts: fc.constantFrom(12, 12.5) }) }),
    fc.record({
      op: fc.constant('setSettings' as const),
      settings: fc.record({ dropLimitPct: fc.constantFrom(2, 10) }),
    }),
    fc.record({ op: fc.constant('setCharging' as const), charging: fc.record({ spareIdleA: fc.constantFrom(0, 9) }) }),
    fc.record({
      op: fc.constant('chooseLead' as const),
      run: fc.constant('speaker:amp>fairing-left'),
      gauge: fc.constantFrom('14' as const, null),
    }),
  );

  test('whatever is done, undo gives back the very document and redo what was done', () => {
    fc.assert(
      fc.property(fc.array(someOperation, { minLength: 1, maxLength: 6 }), (operations) => {
        const states = [TOURER_JOB];
        const steps: { back: Operation; forward: Operation }[] = [];
        for (const operation of operations) {
          const before = states.at(-1)!;
          let after: Job;
          try {
            after = apply(before, operation);
          } catch (error) {
            expect(error).toBeInstanceOf(OperationError);
            continue;
          }
          expect(jobFaults(after)).toEqual([]);
          const back = undoOf(before, after);
          if (!back) continue;
          steps.push({ back, forward: undoOf(after, before)! });
          states.push(after);
        }
        let job = states.at(-1)!;
        for (let i = steps.length - 1; i >= 0; i--) {
          // Through JSON, as it goes over the wire.
          job = apply(job, JSON.parse(JSON.stringify(steps[i]!.back)) as Operation);
          expect(job).toEqual(states[i]);
        }
        for (const [i, step] of steps.entries()) {
          job = apply(job, step.forward);
          expect(job).toEqual(states[i + 1]);
        }
      }),
      { seed: 42, numRuns: 120 },
    );
  });

  test('an undo spares what somebody else has changed elsewhere', () => {
    const mine = apply(TOURER_JOB, { op: 'placeGear', id: 'amp', place: 'underSeat' });
    const theirs = apply(mine, { op: 'setTitle', title: 'Theirs' });
    const undone = apply(theirs, undoOf(TOURER_JOB, mine)!);
    expect(undone.title).toBe('Theirs');
    expect(undone.gear['amp']!.place).toBe('lampShelf');
  });

  test('each operation has words for the undo button', () => {
    expect(words({ op: 'addGear', id: 'x', item: shelfItem('wren-100'), place: null })).toBe('add Wren 100');
    expect(words({ op: 'chooseGauge', gear: 'amp', gauge: null })).toBe('choose gauge');
    expect(words({ op: 'restore', patches: [] })).toBe('restore');
  });
});

describe('wirings taken apart and put together', () => {
  const [a, b, c] = [leaf('a'), leaf('b'), leaf('c')];
  const twin: Wiring = { series: [leaf('t', 0), leaf('t', 1)] };

  test('a speaker with two coils is one member', () => {
    const item = shelfItem('mire-165');
    if (item.kind !== 'speaker') throw new Error('not a speaker');
    expect(ownWiring('t', item, 'series')).toEqual(twin);
    expect(members({ parallel: [twin, a] })).toEqual([twin, a]);
    expect(members(twin)).toEqual([twin]);
    expect(joiningOf(twin)).toBeUndefined();
    expect(joiningOf({ parallel: [twin, a] })).toBe('parallel');
    expect(partOf({ parallel: [twin, a] }, 't')).toEqual(twin);
    expect(partOf(a, 'b')).toBeUndefined();
  });

  test('joining adds to a level of the same kind and nests otherwise', () => {
    expect(joined(undefined, a, 'series')).toBe(a);
    expect(joined(a, b, 'parallel')).toEqual({ parallel: [a, b] });
    expect(joined({ parallel: [a, b] }, c, 'parallel')).toEqual({ parallel: [a, b, c] });
    expect(joined({ parallel: [a, b] }, c, 'series')).toEqual({ series: [{ parallel: [a, b] }, c] });
    expect(join('series', [a])).toBe(a);
  });

  test('taking a speaker off closes the level it leaves', () => {
    expect(withoutSpeaker({ parallel: [a, b] }, 'b')).toEqual(a);
    expect(withoutSpeaker({ series: [{ parallel: [a, b] }, c] }, 'c')).toEqual({ parallel: [a, b] });
    expect(withoutSpeaker(twin, 't')).toBeUndefined();
    expect(withoutSpeaker(a, 'z')).toBe(a);
  });

  test('nets: + of the first, a jumper between, − of the last', () => {
    const nets = netsOf({ series: [a, { parallel: [b, c] }] });
    expect(nets.map((n) => [n.kind, n.terminals.map((t) => t.gear + t.pole).join(' ')])).toEqual([
      ['plus', 'a+'],
      ['jumper', 'a− b+ c+'],
      ['minus', 'b− c−'],
    ]);
  });
});
