import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { planJob } from '../plan';
import { besideTheirs, clashes, pathWords, valueWords } from './clash';
import type { Job } from './job';
import { apply, applyAll, type Operation } from './operations';
import { sealOf } from './seal';
import { OperationError } from '../document/fault';
import { changesBetween, same, valueAt } from '../document/patches';

const after = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);
const between = (mine: Operation[], theirs: Operation[]) => clashes(TOURER_JOB, after(...mine), after(...theirs));
const said = (mine: Operation[], theirs: Operation[]) =>
  between(mine, theirs).map(({ path, mine: a, theirs: b }) => [
    pathWords(TOURER_JOB, path),
    valueWords(TOURER_JOB, path, a),
    valueWords(TOURER_JOB, path, b),
  ]);

test.each<[string, Operation[], Operation[], string[][]]>([
  [
    'text',
    [{ op: 'setWishes', wishes: 'Loud' }],
    [{ op: 'setWishes', wishes: 'Quiet' }],
    [['Wishes', 'Loud', 'Quiet']],
  ],
  [
    'a place',
    [{ op: 'placeGear', id: 'head', place: null }],
    [{ op: 'placeGear', id: 'head', place: 'barClamp' }],
    [['Kingcup 3: place', 'not on the craft', 'Bar clamp']],
  ],
  [
    'a gauge, against the same feed’s fuse and gauge',
    [{ op: 'overrule', kind: 'gauge', subject: 'amp', value: '6' }],
    [
      { op: 'overrule', kind: 'gauge', subject: 'amp', value: '4' },
      { op: 'overrule', kind: 'fuse', subject: 'amp', value: 50 },
    ],
    [['Gauge: Weir 4×45', '6 AWG', '4 AWG']],
  ],
  [
    'minutes of one cover, against its screws and minutes',
    [{ op: 'setCoverWay', cover: 'cowl', state: 'off', way: { minutes: { off: 20, on: 16 } } }],
    [
      { op: 'setCoverWay', cover: 'cowl', state: 'off', way: { minutes: { off: 24, on: 16 } } },
      { op: 'setCoverFastener', cover: 'cowl', state: 'off', id: 'sides', fastener: { count: 8 } },
    ],
    [
      [
        'Cover: Fairing cowl',
        'minutes 14 + 16 → 20 + 16',
        'minutes 14 + 16 → 24 + 16; three a side: 6 × M5 × 16 → 8 × M5 × 16',
      ],
    ],
  ],
  [
    'a tape on one leg',
    [{ op: 'setLeg', leg: 'dashUp', part: { tapeMm: 400 } }],
    [{ op: 'setLeg', leg: 'dashUp', part: { tapeMm: 410 } }],
    [['Leg: Up to the dash', 'by tape not measured → 400 mm', 'by tape not measured → 410 mm']],
  ],
  [
    'a school',
    [{ op: 'choose', choice: 'access', option: 'off' }],
    [{ op: 'choose', choice: 'access', option: 'fished' }],
    [['Covers that can stand aside', 'Off, always', 'Fished past']],
  ],
  [
    'gear taken out, against its being kept',
    [{ op: 'removeGear', id: 'pannier-left' }],
    [{ op: 'setThere', id: 'pannier-left', there: 'kept' }],
    [['Bittern 165', 'taken out', 'Speaker Bittern 165']],
  ],
  [
    'where gear is fed from',
    [
      { op: 'addGear', id: 'bar', item: shelfItem('delta-bar'), place: null },
      { op: 'feedFrom', gear: 'amp', from: 'bar' },
    ],
    [{ op: 'feedFrom', gear: 'amp', from: 'battery' }],
    [['Feed: Weir 4×45: fed from', 'bar', 'Battery']],
  ],
  [
    'a battery',
    [{ op: 'setBattery', id: 'battery', battery: { capacityAh: 20 } }],
    [{ op: 'setBattery', id: 'battery', battery: { capacityAh: 30 } }],
    [['Batteries: Battery: capacity Ah', '20', '30']],
  ],
  [
    'a measure',
    [{ op: 'setMeasure', measure: 'wheelbase', mm: 1500 }],
    [{ op: 'setMeasure', measure: 'wheelbase', mm: 1510 }],
    [['Measures: Wheelbase', '1500 mm', '1510 mm']],
  ],
  [
    'where a battery stands, and a charger',
    [
      { op: 'setBattery', id: 'battery', battery: { place: 'underSeat' } },
      { op: 'setShore', shore: { at: 'battery', setVolts: 14.1, mostA: 5 } },
    ],
    [
      { op: 'setBattery', id: 'battery', battery: { place: 'batterySide' } },
      { op: 'setShore', shore: { at: 'battery', setVolts: 14.1, mostA: 10 } },
    ],
    [
      ['Shore', 'at battery, set volts 14.1, most A 5', 'at battery, set volts 14.1, most A 10'],
      ['Batteries: Battery: place', 'Tray under the pillion', 'Tray beside the battery'],
    ],
  ],
  [
    'a way',
    [{ op: 'overrule', kind: 'way', subject: 'feed:battery>head', value: ['batteryUp', 'header'] }],
    [{ op: 'overrule', kind: 'way', subject: 'feed:battery>head', value: ['batteryUp'] }],
    [['Route: feed Battery → Kingcup 3', 'Up from the battery, Down past the exhaust header', 'Up from the battery']],
  ],
])('%s', (_, mine, theirs, words) => {
  expect(said(mine, theirs)).toEqual(words);
  // Whoever comes second, it is the same.
  expect(said(theirs, mine)).toEqual(words.map(([what, a, b]) => [what, b, a]));
});

test('the wiring of one channel', () => {
  const wire = (channel: string, gear: string): Operation => ({
    op: 'wireChannel',
    channel,
    wiring: { coil: { gear, coil: 0 } },
  });
  const base = after({ op: 'wireChannel', channel: 'amp/fl', wiring: null });
  const mine = applyAll(base, [wire('amp/fl', 'fairing-left')]);
  const theirs = applyAll(base, [
    { op: 'wireChannel', channel: 'amp/rl', wiring: null },
    wire('amp/fl', 'pannier-left'),
  ]);
  expect(clashes(base, mine, theirs).map(({ path }) => pathWords(base, path))).toEqual([
    'Wiring: Weir 4×45 front left',
  ]);
  expect(valueWords(base, ['circuits', 'amp/fl'], theirs.circuits['amp/fl'])).toBe('Bittern 165');
});

test('other values, and the same value, are nobody’s clash', () => {
  expect(between([{ op: 'setWishes', wishes: 'Loud' }], [{ op: 'setCustomer', customer: 'B' }])).toEqual([]);
  const operations: Operation[] = [{ op: 'overrule', kind: 'gauge', subject: 'amp', value: '6' }];
  expect(between(operations, operations)).toEqual([]);
  // Two who add a thing each have both: that both are the sixth is no value of theirs.
  const add = (id: string): Operation => ({ op: 'addGear', id, item: shelfItem('bittern-165'), place: null });
  expect(between([add('one')], [add('two')])).toEqual([]);
  // Nor is it carried over: done on theirs, mine is numbered anew.
  const rest = besideTheirs(TOURER_JOB, after(add('one')), after(add('two')));
  const both = apply(after(add('two')), rest!);
  expect(both.added['gear/one']).toBeGreaterThan(both.added['gear/two']!);
});

test('a seal stands for the whole job', () => {
  const seal: Operation = { op: 'sealJob', seal: sealOf(planJob(TOURER_JOB), '2026-11-27T10:00:00.000Z', 'A', 0) };
  expect(said([seal], [{ op: 'setCustomer', customer: 'B' }])).toEqual([
    ['Seal', 'sealed', 'not sealed, with other changes'],
  ]);
  expect(said([{ op: 'setCustomer', customer: 'B' }], [seal])).toHaveLength(1);
  expect(between([seal], [])).toEqual([]);
});

/** Edits that meet each other often, on a job that has everything they name. */
const edit = fc.oneof(
  fc.record({ op: fc.constant('setWishes' as const), wishes: fc.constantFrom('', 'a', 'b') }),
  fc.record({ op: fc.constant('setCustomer' as const), customer: fc.constantFrom('a', 'b') }),
  fc.record({
    op: fc.constant('placeGear' as const),
    id: fc.constantFrom('head', 'amp', 'pannier-left'),
    place: fc.constantFrom(null, 'dash', 'underSeat', 'barClamp'),
  }),
  fc.record({ op: fc.constant('removeGear' as const), id: fc.constantFrom('head', 'amp', 'pannier-left') }),
  fc.record({
    op: fc.constant('overrule' as const),
    kind: fc.constant('gauge' as const),
    subject: fc.constantFrom('head', 'amp'),
    value: fc.constantFrom(null, '4' as const, '6' as const),
  }),
  fc.record({
    op: fc.constant('wireChannel' as const),
    channel: fc.constantFrom('amp/fl', 'amp/rl'),
    wiring: fc.constant(null),
  }),
  fc.record({
    op: fc.constant('setBattery' as const),
    id: fc.constant('battery'),
    battery: fc.record({ capacityAh: fc.constantFrom(10, 20), restVolts: fc.constantFrom(12.5, 12.8) }),
  }),
);

test('taking theirs where we clash keeps all of mine where we do not', () => {
  let merged = 0;
  let clashed = 0;
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 6 }), fc.array(edit, { maxLength: 6 }), (his, hers) => {
      const made = (operations: Operation[]) =>
        operations.reduce((job, operation) => {
          try {
            return apply(job, operation);
          } catch {
            return job;
          }
        }, TOURER_JOB);
      const [mine, theirs] = [made(his), made(hers)];
      const found = clashes(TOURER_JOB, mine, theirs);
      const rest = besideTheirs(TOURER_JOB, mine, theirs);
      let after: Job;
      try {
        after = rest ? apply(theirs, rest) : theirs;
      } catch (error) {
        // What of mine is left may name what they took out: then it is said, and nothing is done.
        expect(error).toBeInstanceOf(OperationError);
        return;
      }
      merged++;
      if (found.length) clashed++;
      const within = (path: readonly string[], start: readonly string[]) => start.every((key, i) => path[i] === key);
      for (const { path, to } of changesBetween(TOURER_JOB, mine)) {
        if (path[0] === 'added') continue;
        const taken = found.some((c) => within(path, c.path) || within(c.path, path));
        expect(same(valueAt(after, path), taken ? valueAt(theirs, path) : to)).toBe(true);
      }
      for (const { path, to } of changesBetween(TOURER_JOB, theirs))
        if (path[0] !== 'added') expect(same(valueAt(after, path), to)).toBe(true);
    }),
    { seed: 1127, numRuns: 800 },
  );
  expect(merged).toBeGreaterThan(700);
  expect(clashed).toBeGreaterThan(150);
});

test('every change of a demo job has words of its own', () => {
  for (const job of DEMO_JOBS)
    for (const { path } of changesBetween({ ...job, gear: {}, feeds: {}, circuits: {}, choices: {} }, job))
      expect(pathWords(job, path)).toMatch(/^[A-Z][^[\]{}]*$/);
});
