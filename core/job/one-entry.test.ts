import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import type { Job } from './job';
import { applyAll, type Operation } from './operations';
import { OperationError } from '../document/fault';

const demo = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const launch = demo('river-launch');
const van = demo('narrow-van');
const lamps = applyAll(launch, [{ op: 'setLamp', id: 'oil', lamp: { name: 'Oil', by: null, answer: 'open' } }]);
const memories = applyAll(launch, [{ op: 'setMemory', id: 'clock', memory: { name: 'Clock', relearn: '' } }]);
const zones = applyAll(launch, [
  { op: 'setZone', id: 'aft', zone: { name: 'Aft', listener: null, mono: false, control: null } },
]);
const [circuit] = Object.keys(launch.craft.existing);
const [tie] = Object.keys(launch.craft.ties);

/** Two people's edits of one entry, and where each of them is read. */
const BOTH: readonly [string, Job, Operation, Operation, (job: Job) => readonly unknown[], readonly unknown[]][] = [
  [
    'a circuit',
    launch,
    { op: 'setExisting', id: circuit!, circuit: { offVolts: 0.2 } },
    { op: 'setExisting', id: circuit!, circuit: { runVolts: 12.9 } },
    ({ craft }) => [craft.existing[circuit!]!.offVolts, craft.existing[circuit!]!.runVolts],
    [0.2, 12.9],
  ],
  [
    'a lamp',
    lamps,
    { op: 'setLamp', id: 'oil', lamp: { by: 'head' } },
    { op: 'setLamp', id: 'oil', lamp: { answer: 'moved' } },
    ({ craft }) => Object.values(craft.lamps['oil']!),
    ['Oil', 'head', 'moved'],
  ],
  [
    'a panel',
    launch,
    { op: 'setPanel', place: 'console', panel: { thicknessMm: 4 } },
    { op: 'setPanel', place: 'console', panel: { behindMm: 200 } },
    ({ craft }) => [craft.panels['console']!.thicknessMm, craft.panels['console']!.behindMm],
    [4, 200],
  ],
  [
    'an opening of a panel',
    launch,
    { op: 'setOpening', place: 'console', id: 'fuel', opening: { at: [22, 44] } },
    { op: 'setOpening', place: 'console', id: 'fuel', opening: { taken: false } },
    ({ craft }) => Object.values(craft.panels['console']!.openings['fuel']!).slice(2),
    [[22, 44], 0, false],
  ],
  [
    'how gear lies on its panel',
    launch,
    { op: 'setMount', gear: 'head', mount: { at: [40, -30] } },
    { op: 'setMount', gear: 'head', mount: { plugs: 'angled' } },
    ({ mounts }) => [mounts['head']!.at, mounts['head']!.plugs],
    [[40, -30], 'angled'],
  ],
  [
    'what lies under gear, and how it is turned',
    launch,
    { op: 'setMount', gear: 'head', mount: { adapter: { kind: 'spacer', thicknessMm: 6, material: 'ply' } } },
    { op: 'setMount', gear: 'head', mount: { over: true } },
    ({ mounts }) => [mounts['head']!.adapter?.thicknessMm, mounts['head']!.over],
    [6, true],
  ],
  [
    'minutes of two kinds of work',
    launch,
    { op: 'setWorkMinutes', row: 'punch', minutes: 1 },
    { op: 'setWorkMinutes', row: 'pilot', minutes: 2 },
    ({ workMinutes }) => [workMinutes.punch, workMinutes.pilot],
    [1, 2],
  ],
  [
    'a setting that is lost',
    memories,
    { op: 'setMemory', id: 'clock', memory: { name: 'Clock, trip' } },
    { op: 'setMemory', id: 'clock', memory: { relearn: 'Hold both' } },
    ({ craft }) => Object.values(craft.memories['clock']!),
    ['Clock, trip', 'Hold both'],
  ],
  [
    'a tie',
    launch,
    { op: 'setTie', id: tie!, tie: { milliohm: 7 } },
    { op: 'setTie', id: tie!, tie: { kind: 'switch' } },
    ({ craft }) => [craft.ties[tie!]!.milliohm, craft.ties[tie!]!.kind],
    [7, 'switch'],
  ],
  [
    'the shore charger',
    van,
    { op: 'setShore', shore: { mostA: 11 } },
    { op: 'setShore', shore: { setVolts: 14.1 } },
    ({ craft }) => [craft.shore!.mostA, craft.shore!.setVolts],
    [11, 14.1],
  ],
  [
    'the solar panels',
    van,
    { op: 'setSolar', solar: { watts: 90 } },
    { op: 'setSolar', solar: { hours: 5 } },
    ({ craft }) => [craft.solar!.watts, craft.solar!.hours],
    [90, 5],
  ],
  [
    'the day',
    launch,
    { op: 'setDay', day: { celsius: 3 } },
    { op: 'setDay', day: { startPct: 71 } },
    ({ day }) => [day.celsius, day.startPct, day.segments],
    [3, 71, launch.day.segments],
  ],
  [
    'a zone',
    zones,
    { op: 'setZone', id: 'aft', zone: { name: 'Stern' } },
    { op: 'setZone', id: 'aft', zone: { mono: true } },
    ({ zones: { aft } }) => [aft!.name, aft!.mono],
    ['Stern', true],
  ],
];

describe('two people on one entry', () => {
  test.each(BOTH)('%s: both edits stand, in either order', (_, job, mine, theirs, read, both) => {
    expect(read(applyAll(job, [mine, theirs]))).toEqual(both);
    expect(read(applyAll(job, [theirs, mine]))).toEqual(both);
  });

  test('an edit of what somebody struck out is refused, and says what is gone', () => {
    const gone = applyAll(lamps, [{ op: 'setLamp', id: 'oil', lamp: null }]);
    expect(() => applyAll(gone, [{ op: 'setLamp', id: 'oil', lamp: { answer: 'moved' } }])).toThrow(
      new OperationError(
        'setLamp',
        'oil is not in the job (any more), and this does not say all of it: name: expected this member; it is missing',
      ),
    );
    expect(() => applyAll(TOURER_JOB, [{ op: 'setShore', shore: { mostA: 9 } }])).toThrow('the shore charger');
    expect(() => applyAll(TOURER_JOB, [{ op: 'setExisting', id: 'nav', circuit: { offVolts: 1 } }])).toThrow('nav');
  });

  test('a new circuit that says nothing of readings is not measured', () => {
    const job = applyAll(TOURER_JOB, [
      {
        op: 'setExisting',
        id: 'nav',
        circuit: { name: 'Plug', colour: { body: 'red' }, use: 'switched', metered: false },
      },
    ]);
    const { offVolts, runVolts, fuseA } = job.craft.existing['nav']!;
    expect([offVolts, runVolts, fuseA]).toEqual([null, null, null]);
  });
});
