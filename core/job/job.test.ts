import fc from 'fast-check';
import { DEMO_JOBS, HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Amplifier, Bank, FuseHolder, GearItem } from '../gear/gear';
import { USUAL_DAY } from './supply';
import { planJob } from '../plan';
import { DocumentError, OperationError } from '../document/fault';
import { jobFaults, newJob, type Job } from './job';
import { USUAL_WIRING_RULES, coilsOf, speakersOf, type Wiring } from './circuit';
import { apply, applyAll, describe as words, readEdit, undoOf, type Operation } from './operations';
import { sealOf } from './seal';
import {
  bridge,
  unbridge,
  join,
  joined,
  joiningOf,
  members,
  netsOf,
  ownWiring,
  partOf,
  withoutSpeaker,
} from '../connections/wiring';
import { contentHash } from '../document/hash';
import { whyNot } from '../document/overrule';
import { parseJob } from './upgrade';

import { JOB_VERSION } from './parts/sheet';
import { NO_FEED_CHOICE } from './parts/feeds';
import { asVersion6 } from '../../tests/support/older-job';
import { NONE_SET, overrule } from './parts/overrules';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const problemsOf = (input: unknown) => {
  try {
    parseJob(input);
    return [];
  } catch (error) {
    if (error instanceof DocumentError) return error.problems.map((p) => p.path);
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
      (job) => ({
        ...job,
        craft: { ...job.craft, batteries: { battery: { ...job.craft.batteries['battery']!, restVolts: 40 } } },
      }),
      'craft.batteries.battery.restVolts',
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
    ['a feed of a speaker', (job) => ({ ...job, feeds: { 'fairing-left': NO_FEED_CHOICE } }), 'feeds.fairing-left'],
    [
      'a way along no leg',
      (job) => ({
        ...job,
        overrules: { ...job.overrules, way: { 'feed:battery>amp': { value: ['tunnel'], why: null } } },
      }),
      'overrules.way.feed:battery>amp',
    ],
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
                strokes: { s0: { at: 0, body: 'frame', pen: 'line', fill: 'none', d: 'M0 0" onload="x' } },
              },
            },
          },
        },
      }),
      'craft.pattern.drawing.top.strokes.s0.d',
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
      { op: 'overrule', kind: 'way', subject: 'speaker:amp>pannier-left', value: ['batteryUp'] },
      { op: 'overrule', kind: 'lead', subject: 'speaker:amp>pannier-left', value: '14' },
    ]);
    const noAmp = apply(rich, { op: 'removeGear', id: 'amp' });
    expect(noAmp.circuits).toEqual({});
    expect(Object.keys(noAmp.feeds)).toEqual(['head']);
    expect(noAmp.overrules).toEqual(NONE_SET);
    const noSpeaker = apply(rich, { op: 'removeGear', id: 'pannier-left' });
    expect(Object.keys(noSpeaker.circuits)).toHaveLength(3);
  });

  test('moving gear drops the ways pinned to its old place', () => {
    const pinned = apply(TOURER_JOB, {
      op: 'overrule',
      kind: 'way',
      subject: 'feed:battery>amp',
      value: ['batteryUp'],
    });
    expect(apply(pinned, { op: 'placeGear', id: 'amp', place: 'underSeat' }).overrules).toEqual(NONE_SET);
    expect(apply(pinned, { op: 'placeGear', id: 'head', place: 'barClamp' }).overrules).toEqual(pinned.overrules);
  });

  test('a feed that begins elsewhere drops the way pinned to its old beginning, and no other', () => {
    const way = { value: ['batteryUp'], why: null };
    const through = applyAll(TOURER_JOB, [
      { op: 'addGear', id: 'bar', item: shelfItem('delta-bar'), place: null },
      { op: 'feedFrom', gear: 'amp', from: 'bar' },
      ...['feed:battery>bar', 'return:bar>battery', 'feed:bar>amp', 'speaker:amp>bar'].map((run) =>
        overrule('way', run, way.value),
      ),
    ]);
    const moved = apply(through, { op: 'feedFrom', gear: 'bar', from: 'battery' });
    expect(Object.keys(moved.overrules.way).sort()).toEqual(['feed:bar>amp', 'return:bar>battery', 'speaker:amp>bar']);
    expect(Object.keys(apply(through, { op: 'feedFrom', gear: 'amp', from: null }).overrules.way).sort()).toEqual([
      'feed:battery>bar',
      'return:bar>battery',
      'speaker:amp>bar',
    ]);
  });

  test.each<[string, Operation]>([
    ['gear gone', { op: 'placeGear', id: 'ghost', place: null }],
    ['gear gone, removed', { op: 'removeGear', id: 'ghost' }],
    ['no such place', { op: 'placeGear', id: 'amp', place: 'attic' }],
    ['coil twice', { op: 'wireChannel', channel: 'amp/fr', wiring: leaf('fairing-left') }],
    ['feed of nothing', { op: 'overrule', kind: 'gauge', subject: 'ghost', value: '8' }],
    ['feed of a speaker', { op: 'overrule', kind: 'fuse', subject: 'fairing-left', value: 5 }],
    ['something changed since', { op: 'restore', patches: [{ path: ['title'], from: 'x', to: 'y' }] }],
    ['out of the document', { op: 'restore', patches: [{ path: ['__proto__', 'x'], to: 1 }] }],
    ['another id', { op: 'restore', patches: [{ path: ['id'], from: TOURER_JOB.id, to: 'other' }] }],
    ['another version', { op: 'restore', patches: [{ path: ['version'], from: JOB_VERSION, to: 1 }] }],
    ['another format', { op: 'restore', patches: [{ path: ['format'], from: 'haltrik-job', to: 'x' }] }],
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
      op: fc.constant('overrule' as const),
      kind: fc.constant('gauge' as const),
      subject: fc.constantFrom('amp', 'head'),
      value: fc.constantFrom('8' as const, null),
    }),
    fc.record({
      op: fc.constant('chooseHolder' as const),
      gear: fc.constant('amp'),
      holder: fc.constantFrom(null, shelfItem('holder-strip') as FuseHolder),
    }),
    fc.record({
      op: fc.constant('setBattery' as const),
      id: fc.constant('battery'),
      battery: fc.record({ restVolts: fc.constantFrom(12, 12.5) }),
    }),
    fc.record({
      op: fc.constant('setSettings' as const),
      settings: fc.record({ dropLimitPct: fc.constantFrom(2, 10) }),
    }),
    fc.record({ op: fc.constant('setCharging' as const), charging: fc.record({ spareIdleA: fc.constantFrom(0, 9) }) }),
    fc.record({
      op: fc.constant('overrule' as const),
      kind: fc.constant('lead' as const),
      subject: fc.constant('speaker:amp>fairing-left'),
      value: fc.constantFrom('14' as const, null),
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
    expect(words({ op: 'overrule', kind: 'gauge', subject: 'amp', value: '4' })).toBe('choose gauge');
    expect(words({ op: 'overrule', kind: 'gauge', subject: 'amp', value: null })).toBe('take the proposal');
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

describe('intake, choices, overrules and the seal', () => {
  const edit = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);
  /** Without what the older versions could not say. */
  // Old documents said no day: they come up with the one every job had.
  const PLAIN = { ...edit({ op: 'setExisting', id: 'accessory', circuit: null }), day: USUAL_DAY };

  test('a document of version 1 comes up with nothing of what it said lost', () => {
    const { wishes, choices, minutes, overrules, seal, accepted, added, ...rest } = asVersion6(PLAIN);
    expect([accepted, Object.keys(added).length]).toEqual([{}, 9]);
    const { measures, existing, lamps, memories, ...craft } = PLAIN.craft;
    expect([wishes, choices, minutes, overrules, seal, measures, existing, lamps]).toEqual([
      '',
      {},
      {},
      {},
      null,
      {},
      {},
      {},
    ]);
    const raised = parseJob({ ...rest, version: 1, craft });
    expect(raised).toEqual({ ...PLAIN, added: raised.added, craft: { ...PLAIN.craft, memories: {} } });
    // What it could not say is when each was added: they count as they stood.
    expect(Object.values(raised.added).sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(Object.keys(memories).length).toBeGreaterThan(0);
    for (const version of [5, 6, 7]) expect(() => parseJob({ ...rest, version, craft })).toThrow(DocumentError);
  });

  test('a document of version 3 comes up: its one battery keeps its figures and its key, its circuits are not measured', () => {
    const { turnOn, day, sources, accepted, added, ...rest } = asVersion6(PLAIN);
    expect([accepted, Object.keys(added).length]).toEqual([{}, 9]);
    expect([turnOn.source, sources]).toEqual([null, {}]);
    expect(day.segments).toHaveLength(3);
    const { batteries, ties, shore, solar, nominalVolts, keyOffMilliamp, frameMilliohm, charging, hull, ...craft } =
      PLAIN.craft;
    expect(hull).toBeNull();
    expect([ties, shore, solar, nominalVolts, keyOffMilliamp, frameMilliohm]).toEqual([{}, null, null, 12, 0, 5]);
    const { chemistry, capacityAh, restVolts, internalMilliohm } = batteries['battery']!;
    const { at, ...charged } = charging;
    expect(at).toBeNull();
    const old = {
      ...rest,
      version: 3,
      sources: { amp: { input: 'line', bass: false } },
      feeds: Object.fromEntries(
        Object.entries(rest.feeds).map(([id, { from, allow150, sheathed, ahead, ...feed }]) => {
          expect([from, allow150, sheathed, ahead]).toEqual([null, false, false, false]);
          return [id, feed];
        }),
      ),
      settings: {
        ...rest.settings,
        bundles: undefined,
        fuseMarginPct: undefined,
        leastSize: undefined,
        fuseWithinMm: undefined,
      },
      craft: {
        ...craft,
        battery: { chemistry, capacityAh, restVolts, internalMilliohm },
        charging: charged,
        existing: { horn: { name: 'Horn', colour: { body: 'black' }, use: 'other', metered: true } },
      },
    };
    const raised = parseJob(JSON.parse(JSON.stringify(old)));
    expect(raised.craft.batteries).toEqual(batteries);
    expect(raised.craft.existing['horn']).toMatchObject({ offVolts: null, fuseA: null, shares: '', metered: true });
    expect(raised.sources['amp']).toEqual({ input: 'line', bass: false, turnedOnBy: null });
    expect({ ...raised, added, sources: {}, craft: { ...raised.craft, existing: {} } }).toEqual(PLAIN);
    // Edits recorded then still apply.
    const edited = applyAll(raised, [
      { op: 'setBattery', id: 'battery', battery: { capacityAh: 20 } },
      {
        op: 'setExisting',
        id: 'w',
        circuit: { name: 'Wire', colour: { body: 'red' }, use: 'switched', metered: false },
      },
    ]);
    expect(edited.craft.batteries['battery']!.capacityAh).toBe(20);
    expect(edited.craft.existing['w']!.runVolts).toBeNull();
  });

  test('a document of version 2 comes up: gear says what it always was, and the same item is still the same', () => {
    const bareItem = ({ item, itemHash, place }: Job['gear'][string]) => {
      const old = structuredClone(item) as unknown as Record<string, unknown>;
      for (const key of [
        'bassPair',
        'inputs',
        'configureFirst',
        'positions',
        'band',
        'splitHz',
        'cue',
        'leads',
        'keyed',
      ])
        delete old[key];
      const bank = old['bank'] as Record<string, unknown> | undefined;
      for (const key of ['bridge', 'filters', 'marks', 'keyed']) delete bank?.[key];
      return { item: old, itemHash: itemHash === 'other' ? itemHash : contentHash(old), place };
    };
    const { zones, speakers, sources, reserved, wiringRules, ...rest } = asVersion6(TOURER_JOB);
    expect([zones, speakers, sources, reserved]).toEqual([{}, {}, {}, {}]);
    expect(wiringRules).toEqual(USUAL_WIRING_RULES);
    const { oldReturns, ...craft } = TOURER_JOB.craft;
    expect(oldReturns).toBe('notTested');
    const gear = Object.fromEntries(Object.entries(TOURER_JOB.gear).map(([id, placed]) => [id, bareItem(placed)]));
    const raised = parseJob({ ...rest, version: 2, craft, gear });
    const amp = raised.gear['amp']!;
    // What the maker allows was not known then: bridging has to be declared.
    expect(amp.item).toMatchObject({ inputs: 'line', configureFirst: false, bank: { bridge: null, filters: false } });
    expect(amp.itemHash).toBe(contentHash(amp.item));
    expect(raised.gear['fairing-left']).toEqual(TOURER_JOB.gear['fairing-left']);
    expect(raised.circuits).toEqual(TOURER_JOB.circuits);
    // An edit recorded then brings such an item too.
    const added = applyAll(raised, [
      readEdit({ op: 'addGear', id: 'late', item: gear['fairing-left']!.item, place: null }),
    ]);
    expect(added.gear['late']!.item).toEqual(TOURER_JOB.gear['fairing-left']!.item);
  });

  test.each<[string, Operation[], RegExp]>([
    [
      'a bridge the maker does not allow',
      [{ op: 'wireChannel', channel: 'head/fl+fr', wiring: leaf('fairing-left') }],
      /allows to be bridged/,
    ],
    [
      'a channel alone and bridged at once',
      [
        { op: 'wireChannel', channel: 'amp/rl', wiring: null },
        { op: 'wireChannel', channel: 'amp/fl+fr', wiring: leaf('pannier-left') },
      ],
      /alone or in a bridged pair, not both/,
    ],
    [
      'a coil the speaker does not have',
      [{ op: 'wireChannel', channel: 'amp/fl', wiring: leaf('fairing-left', 1) }],
      /expected a coil of a speaker in this job, not fairing-left coil 1/,
    ],
    [
      'a crossover deeper than the output',
      [
        { op: 'wireChannel', channel: 'amp/rl', wiring: null },
        { op: 'wireChannel', channel: 'amp/rr', wiring: null },
        {
          op: 'wireChannel',
          channel: 'amp/fl',
          wiring: { parallel: [leaf('fairing-left'), { split: [leaf('pannier-left'), leaf('pannier-right')] }] },
        },
      ],
      /circuits.*passive crossover only straight at the output/,
    ],
    [
      'a listener the craft does not have',
      [{ op: 'setZone', id: 'z', zone: { name: 'Aft', listener: 'nobody', mono: false, control: null } }],
      /zones.z.listener: expected a listener/,
    ],
    [
      'a control that is none',
      [{ op: 'setZone', id: 'z', zone: { name: 'Aft', listener: null, mono: false, control: 'amp' } }],
      /zones.z.control: expected a zone control/,
    ],
    [
      'a zone that is not there',
      [{ op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'nowhere' } }],
      /speakers.fairing-left.zone/,
    ],
    [
      'a selector position it has not',
      [{ op: 'setSpeaker', id: 'fairing-left', choice: { position: '2 Ω' } }],
      /it has none/,
    ],
    [
      'a pin to nothing',
      [{ op: 'setSpeaker', id: 'fairing-left', choice: { pin: 'amp/xx' } }],
      /speakers.fairing-left.pin/,
    ],
    [
      'a channel kept that is not there',
      [{ op: 'reserveChannel', channel: 'amp/xx', what: 'later' }],
      /reserved.amp\/xx/,
    ],
  ])('%s is refused, the field named', (_, operations, reason) => {
    expect(() => applyAll(TOURER_JOB, operations)).toThrow(reason);
  });

  test.each<[string, (item: GearItem) => unknown, RegExp]>([
    ['zero ohms', (item) => ({ ...item, coils: [{ ohm: 0, minOhm: 0 }] }), /coils.0.ohm: expected 0.5 to 64 Ω/],
    [
      'three coils',
      (item) => ({ ...item, coils: Array.from({ length: 3 }, () => ({ ohm: 4, minOhm: 3 })) }),
      /coils: expected one or two coils/,
    ],
    [
      'a selector with another number of coils',
      (item) => ({
        ...item,
        positions: [
          {
            name: '2 Ω',
            coils: [
              { ohm: 2, minOhm: 2 },
              { ohm: 2, minOhm: 2 },
            ],
          },
        ],
      }),
      /as many coils in every position/,
    ],
  ])('a speaker with %s is refused', (_, spoil, reason) => {
    const placed = TOURER_JOB.gear['fairing-left']!;
    const job = {
      ...TOURER_JOB,
      gear: { ...TOURER_JOB.gear, 'fairing-left': { ...placed, item: spoil(placed.item) } },
    };
    expect(() => parseJob(JSON.parse(JSON.stringify(job)))).toThrow(reason);
  });

  test.each<[string, (bank: Bank) => unknown, RegExp]>([
    ['no row of watts', (bank) => ({ ...bank, power: [] }), /power: expected at least one row/],
    [
      'a bridge over a channel it has not',
      (bank) => ({ ...bank, bridge: { ...bank.bridge, pairs: [['fl', 'xx']] } }),
      /bridged pairs of this gear/,
    ],
    [
      'a channel in two bridges',
      (bank) => ({
        ...bank,
        bridge: {
          ...bank.bridge,
          pairs: [
            ['fl', 'fr'],
            ['fr', 'rl'],
          ],
        },
      }),
      /each channel once/,
    ],
  ])('an amplifier with %s is refused', (_, spoil, reason) => {
    const placed = TOURER_JOB.gear['amp']!;
    const item = { ...placed.item, bank: spoil((placed.item as Amplifier).bank) };
    const job = { ...TOURER_JOB, gear: { ...TOURER_JOB.gear, amp: { ...placed, item } } };
    expect(() => parseJob(JSON.parse(JSON.stringify(job)))).toThrow(reason);
  });

  test('gear that goes takes its pins, kept channels and zone control along', () => {
    const set = edit(
      { op: 'addGear', id: 'dial', item: shelfItem('dial-line'), place: null },
      { op: 'setZone', id: 'z', zone: { name: 'Front', listener: null, mono: false, control: 'dial' } },
      { op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'z', pin: 'amp/fl' } },
      { op: 'reserveChannel', channel: 'amp/rr', what: 'later' },
      { op: 'setSource', id: 'amp', choice: { input: 'line' } },
    );
    const gone = applyAll(set, [
      { op: 'removeGear', id: 'amp' },
      { op: 'removeGear', id: 'dial' },
    ]);
    expect(gone.speakers['fairing-left']).toMatchObject({ zone: 'z', pin: null });
    expect(gone.reserved).toEqual({});
    expect(gone.sources).toEqual({});
    expect(gone.zones['z']!.control).toBeNull();
    const struck = applyAll(gone, [{ op: 'setZone', id: 'z', zone: null }]);
    expect(struck.speakers['fairing-left']!.zone).toBeNull();
    expect(applyAll(gone, [{ op: 'removeGear', id: 'fairing-left' }]).speakers).toEqual({});
  });

  test('a pair is bridged with what hangs on it, and back', () => {
    const bridged = applyAll(TOURER_JOB, bridge(TOURER_JOB, 'amp/fl+fr'));
    expect(bridged.circuits['amp/fl+fr']).toEqual({ parallel: [leaf('fairing-left'), leaf('fairing-right')] });
    expect(bridged.circuits['amp/fl']).toBeUndefined();
    const back = applyAll(bridged, unbridge(bridged, 'amp/fl+fr'));
    expect(back.circuits['amp/fl']).toEqual({ parallel: [leaf('fairing-left'), leaf('fairing-right')] });
    expect(unbridge(TOURER_JOB, 'amp/fl+fr')).toEqual([]);
  });

  test.each<[string, Operation, RegExp]>([
    ['an option nobody knows', { op: 'choose', choice: 'joint', option: 'knot' }, /expected crimp, solder, sleeve/],
    [
      'a lamp behind gear that is not there',
      { op: 'setLamp', id: 'a', lamp: { name: 'Oil', by: 'ghost', answer: 'open' } },
      /gear of this job/,
    ],
  ])('%s is refused', (_, operation, reason) => {
    expect(() => apply(TOURER_JOB, operation)).toThrow(reason);
  });

  test('what is set by intake is struck out again, and undone to the letter', () => {
    const set = edit(
      { op: 'setWishes', wishes: 'Loud enough at a standstill' },
      { op: 'setCraftNote', note: 'Scratched left pannier' },
      { op: 'setMeasure', measure: 'width', mm: 1040 },
      { op: 'setMemory', id: 'clock', memory: null },
      { op: 'setLamp', id: 'oil', lamp: { name: 'Oil lamp', by: 'head', answer: 'moved' } },
      { op: 'choose', choice: 'gain', option: 'meter' },
    );
    expect(set.craft.memories['clock']).toBeUndefined();
    expect(apply(set, { op: 'removeGear', id: 'head' }).craft.lamps['oil']!.by).toBeNull();
    expect(apply(set, undoOf(TOURER_JOB, set)!)).toEqual(TOURER_JOB);
    expect(apply(set, { op: 'choose', choice: 'gain', option: null }).choices).toEqual({});
  });

  test('an overrule is live, stale when what it rested on changes, orphaned when its subject goes', () => {
    const proposal = (job: Job, key: string) => planJob(job).proposals[key]!;
    const why = whyNot(proposal(TOURER_JOB, 'gauge=amp'), 'Reel at hand');
    const set = edit({ op: 'overrule', kind: 'gauge', subject: 'amp', value: '4', why });
    const state = (job: Job) => planJob(job).overrules.find((o) => o.key === 'gauge=amp')?.state;
    expect(planJob(set).overrules).toEqual([
      expect.objectContaining({ value: '4 AWG', proposedNow: why.then, state: 'live', why }),
    ]);
    // The proposal is what it would be without the overrule, not with it.
    expect(proposal(set, 'gauge=amp')).toEqual(proposal(TOURER_JOB, 'gauge=amp'));
    expect(state(apply(set, { op: 'setTitle', title: 'Other' }))).toBe('live');
    const moved = apply(set, { op: 'setSettings', settings: { dropLimitPct: 1 } });
    expect(state(moved)).toBe('stale');
    const kept = whyNot(proposal(moved, 'gauge=amp'), 'Still at hand');
    expect(state(apply(moved, { op: 'giveReason', kind: 'gauge', subject: 'amp', why: kept }))).toBe('live');
    expect(state(apply(set, { op: 'placeGear', id: 'amp', place: null }))).toBe('orphaned');
    const dropped = apply(set, { op: 'overrule', kind: 'gauge', subject: 'amp', value: null });
    expect(dropped).toEqual(TOURER_JOB);
    expect(apply(set, { op: 'overrule', kind: 'gauge', subject: 'amp', value: null })).toEqual(TOURER_JOB);
    // A value set anew does not go on under the old reason.
    expect(apply(set, { op: 'overrule', kind: 'gauge', subject: 'amp', value: '2' }).overrules.gauge).toEqual({
      amp: { value: '2', why: null },
    });
  });

  test.each([
    ['fuse=amp', { op: 'overrule', kind: 'fuse', subject: 'amp', value: 25 }],
    [
      'lead=speaker:amp>fairing-left',
      { op: 'overrule', kind: 'lead', subject: 'speaker:amp>fairing-left', value: '14' },
    ],
    ['minutes=off:cover/cowl', { op: 'overrule', kind: 'minutes', subject: 'off:cover/cowl', value: 9 }],
    ['way=feed:battery>amp', { op: 'overrule', kind: 'way', subject: 'feed:battery>amp', value: ['batteryUp'] }],
  ] as [string, Operation][])('%s is listed and dropped whole', (key, operation) => {
    const set = edit(operation);
    expect(planJob(set).overrules.map((o) => o.key)).toEqual([key]);
    const { kind, subject } = planJob(set).overrules[0]!;
    expect(apply(set, overrule(kind, subject, null))).toEqual(TOURER_JOB);
  });

  test('a sealed job takes no edit until the seal is opened, and shows when its plan was touched', () => {
    const seal = sealOf(planJob(TOURER_JOB), '2026-11-25T16:00:00.000Z', 'Bench two', 5);
    const sealed = edit({ op: 'sealJob', seal });
    expect(parseJob(JSON.parse(JSON.stringify(sealed)))).toEqual(sealed);
    expect(() => apply(sealed, { op: 'setTitle', title: 'x' })).toThrow(/sealed/);
    expect(() => apply(sealed, undoOf(TOURER_JOB, edit({ op: 'setTitle', title: 'x' }))!)).toThrow();
    expect(apply(sealed, { op: 'openSeal' })).toEqual(TOURER_JOB);
    expect(apply(sealed, undoOf(TOURER_JOB, sealed)!)).toEqual(TOURER_JOB);
    const spoilt = { ...sealed, seal: { ...seal, plan: { ...seal.plan, planner: 'other' } } };
    expect(() => parseJob(spoilt)).toThrow(/seal.hash: expected the hash of the sealed plan/);
  });
});

test('a document of version 5 comes up with its texts fit for every format, and its seal as it was', () => {
  const { amp } = TOURER_JOB.gear;
  const item = { ...amp!.item, name: 'Weir\n.control' };
  const sealed = sealOf(planJob(TOURER_JOB), '2026-11-25T10:00:00.000Z', 'Bench', 0);
  const old = {
    ...asVersion6(TOURER_JOB),
    version: 5,
    wishes: 'loud\r\nand\tclear\u0000',
    gear: { ...TOURER_JOB.gear, amp: { ...amp, item, itemHash: contentHash(item) } },
    seal: sealed,
  };
  const job = parseJob(old);
  expect(job.version).toBe(JOB_VERSION);
  expect(job.wishes).toBe('loud\nand clear');
  expect(job.seal).toEqual(sealed);
  expect(JSON.stringify(job.gear['amp'])).not.toContain('\\n.control');
  // Untouched on the shelf, it is still the same item here.
  expect(job.gear['amp']!.itemHash).toBe(contentHash(job.gear['amp']!.item));
  // This version itself is asked to keep to it.
  expect(() => parseJob({ ...TOURER_JOB, wishes: old.wishes })).toThrow(
    /wishes: expected text without control characters/,
  );
});

test('a document of a newer version says what wrote it and what to do', () => {
  expect(() => parseJob({ ...TOURER_JOB, version: JOB_VERSION + 1 })).toThrow(
    new RegExp(`version: .*written by a newer Haltrik \\(job version ${JOB_VERSION + 1}\\)`),
  );
});

test('what no schema would be asked about is refused by its path', () => {
  const read = (text: string) => () => parseJob(JSON.parse(text));
  const text = JSON.stringify(TOURER_JOB);
  for (const name of ['__proto__', 'constructor', 'prototype'])
    expect(read(text.replace('"gear":{', `"gear":{"${name}":{},`))).toThrow(`gear.${name}: expected another name`);
  expect(read(`{"gear":${'['.repeat(50_000)}${']'.repeat(50_000)}}`)).toThrow(/expected members at most 64 deep/);
  for (const gear of ['{"a":null}', '{"a":5}', '{"a":{}}', '{"a":{"item":7}}'])
    expect(read(`{"version":1,"craft":{},"gear":${gear}}`)).toThrow(DocumentError);
});

test('an id that every record has anyway is refused by its path', () => {
  const [id, placed] = Object.entries(TOURER_JOB.gear)[0]!;
  // (Of "constructor" and "__proto__" the schema's own library makes nothing.)
  for (const name of ['toString', 'valueOf', 'hasOwnProperty', 'isPrototypeOf', 'toLocaleString'])
    expect(() => parseJob({ ...TOURER_JOB, gear: { ...TOURER_JOB.gear, [name]: placed } })).toThrow(
      new RegExp(`gear\\.${name}.*expected letters, digits and dashes`),
    );
  // Names that only begin so, and names of anything else, are as good as any.
  for (const name of ['toStrings', 'length', 'name', 'constructor-2'])
    expect(
      parseJob({ ...TOURER_JOB, gear: { ...TOURER_JOB.gear, [name]: { ...placed, place: null } } }).gear[name]!.item,
    ).toEqual(TOURER_JOB.gear[id]!.item);
});

test('a document with a key that is malformed is refused by its path, and nothing is asked of what refers to it', () => {
  const wiring = { coil: { gear: 'fairing-left', coil: 0 } };
  const paths = (input: unknown) => {
    try {
      parseJob(input);
      return [];
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      return error.problems.map(({ path }) => path);
    }
  };
  expect(paths({ ...TOURER_JOB, circuits: { amp: wiring } })).toEqual(['circuits.amp']);
  expect(
    paths({ ...TOURER_JOB, overrules: { ...NONE_SET, way: { 'feed:': { value: ['x'], why: null } } }, circuits: {} }),
  ).toEqual(['overrules.way.feed:']);
});
