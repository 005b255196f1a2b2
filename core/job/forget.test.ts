import fc from 'fast-check';
import { DEMO_JOBS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { anyJob } from '../../tests/support/any-job';
import type { Job } from './job';
import { OperationError } from '../document/fault';
import { apply, applyAll, type Operation } from './operations';
import { overrule } from './parts/overrules';

/** Every key and text of what people say in a job; the craft's pattern and the gear's own sheets say none of it. */
function saidIn(job: Job): string[] {
  const said: string[] = [];
  const walk = (value: unknown): void => {
    if (typeof value === 'string') said.push(value);
    else if (Array.isArray(value)) value.forEach(walk);
    else if (typeof value === 'object' && value !== null)
      for (const [key, member] of Object.entries(value)) {
        said.push(key);
        if (key !== 'item' && key !== 'holder' && key !== 'pattern') walk(member);
      }
  };
  walk({ ...job, id: '', title: '', customer: '', wishes: '' });
  return said;
}
const naming = (job: Job, id: string) =>
  saidIn(job).filter((text) =>
    new RegExp(`(^|[^A-Za-z0-9-])(run/)?(${id}|${id}-[a-z]+|[a-z]+-${id})($|[^A-Za-z0-9-])`).test(text),
  );

const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const why = { reason: 'so', then: null, basis: 'b' };
const add = (id: string, item: string): Operation => ({ op: 'addGear', id, item: shelfItem(item), place: null });
const accept = (key: string): Operation => ({ op: 'acceptFinding', key, why });

/** Everything that can name gear names this: the gear is of a kind that may be there. */
function rich(id: string, item: string, more: readonly Operation[]): Job {
  return applyAll(launch, [
    add(id, item),
    { op: 'setLamp', id: 'oil', lamp: { name: 'Oil', by: id, answer: 'open' } },
    overrule('way', `feed:battery>${id}`, []),
    overrule('way', `return:${id}>amp`, []),
    overrule('lead', `speaker:amp>${id}`, '14'),
    overrule('minutes', `fit:gear/${id}`, 9, why),
    overrule('minutes', `connect:gear/${id}`, 9),
    overrule('minutes', `pull:run/${id}-amp`, 9),
    overrule('minutes', `pull:run/battery-${id}`, 9),
    accept(`no-place@gear/${id}`),
    accept(`drop-over-limit@feed/${id}`),
    accept(`hazard-leg@run/feed:battery>${id}`),
    accept(`overrule-stale@overrule/gauge=${id}`),
    accept(`overrule-stale@overrule/way=feed:battery>${id}`),
    accept(`load-low@circuit/${id}/fl`),
    ...more,
  ]);
}

test.each<[string, Job, Operation]>([
  [
    'a block that others are fed from',
    rich('gone', 'delta-bar', [
      { op: 'feedFrom', gear: 'amp', from: 'gone' },
      { op: 'placeFuse', gear: 'gone', atMm: 90 },
      overrule('gauge', 'gone', '4', why),
      overrule('fuse', 'gone', 40),
    ]),
    { op: 'removeGear', id: 'gone' },
  ],
  [
    'an amplifier',
    rich('gone', 'weir-4-45', [
      { op: 'reserveChannel', channel: 'gone/rl', what: 'Later' },
      { op: 'setSource', id: 'gone', choice: { turnedOnBy: 'switched' } },
      add('twin', 'bittern-165'),
      { op: 'setSpeaker', id: 'twin', choice: { pin: 'gone/fl' } },
      { op: 'wireChannel', channel: 'gone/fl', wiring: { coil: { gear: 'twin', coil: 0 } } },
    ]),
    { op: 'removeGear', id: 'gone' },
  ],
  [
    'a relay between head unit and amplifiers',
    rich('gone', 'latch-30', [{ op: 'setTurnOn', turnOn: { through: 'gone' } }]),
    { op: 'removeGear', id: 'gone' },
  ],
  [
    'a battery',
    applyAll(launch, [
      { op: 'setBattery', id: 'gone', battery: { name: 'Spare' } },
      { op: 'setTie', id: 'tie', tie: { ...Object.values(launch.craft.ties)[0]!, from: 'battery', to: 'gone' } },
      { op: 'setShore', shore: { at: 'gone', setVolts: 14.1, mostA: 10 } },
      { op: 'setSolar', solar: { at: 'gone', watts: 50, hours: 4 } },
      { op: 'setCharging', charging: { at: 'gone' } },
      { op: 'feedFrom', gear: 'amp', from: 'gone' },
      overrule('way', 'feed:gone>amp', []),
      overrule('minutes', 'connect:battery/gone', 4),
      accept('short-unbroken@battery/gone'),
    ]),
    { op: 'setBattery', id: 'gone', battery: null },
  ],
  [
    'a zone',
    applyAll(launch, [
      { op: 'setZone', id: 'gone', zone: { name: 'Aft', listener: null, mono: false, control: null } },
      add('twin', 'bittern-165'),
      { op: 'setSpeaker', id: 'twin', choice: { zone: 'gone' } },
      accept('zone-levels@zone/gone'),
    ]),
    { op: 'setZone', id: 'gone', zone: null },
  ],
  [
    'a circuit',
    applyAll(launch, [
      {
        op: 'setExisting',
        id: 'gone',
        circuit: { name: 'Plug', colour: { body: 'red' }, use: 'switched', metered: true },
      },
      { op: 'setTurnOn', turnOn: { source: 'gone' } },
      accept('unmeasured@existing/gone'),
    ]),
    { op: 'setExisting', id: 'gone', circuit: null },
  ],
  [
    'a lamp',
    applyAll(launch, [
      { op: 'setLamp', id: 'gone', lamp: { name: 'Oil', by: null, answer: 'open' } },
      accept('lamp-hidden@lamp/gone'),
    ]),
    { op: 'setLamp', id: 'gone', lamp: null },
  ],
  [
    'a setting that is lost',
    applyAll(launch, [
      { op: 'setMemory', id: 'gone', memory: { name: 'Clock', relearn: '' } },
      overrule('minutes', 'close:memory/gone', 3),
    ]),
    { op: 'setMemory', id: 'gone', memory: null },
  ],
])('no string of the document names %s once it is taken out', (_, job, take) => {
  expect(naming(job, 'gone').length).toBeGreaterThan(1);
  const left = apply(job, take);
  expect(naming(left, 'gone')).toEqual([]);
  // What named others still does.
  const others = saidIn(job).filter((text) => !text.includes('gone'));
  for (const text of ['amp', 'head', ...Object.keys(launch.circuits)])
    if (others.includes(text)) expect(saidIn(left)).toContain(text);
});

test('gear with a dash in its name is not taken for another that begins with it', () => {
  const job = applyAll(launch, [
    add('g', 'bittern-165'),
    add('g-7f', 'bittern-165'),
    overrule('minutes', 'pull:run/g-7f-amp', 5),
    overrule('minutes', 'pull:run/amp-g', 6),
    overrule('minutes', 'off:cover/g', 7),
  ]);
  expect(Object.keys(apply(job, { op: 'removeGear', id: 'g' }).overrules.minutes).sort()).toEqual([
    'off:cover/g',
    'pull:run/g-7f-amp',
  ]);
  expect(Object.keys(apply(job, { op: 'removeGear', id: 'g-7f' }).overrules.minutes).sort()).toEqual([
    'off:cover/g',
    'pull:run/amp-g',
  ]);
});

test('whatever a job is, what is taken out of it is named nowhere', () => {
  fc.assert(
    fc.property(anyJob, ({ job }) => {
      const takes: [string, Operation][] = [
        ...Object.keys(job.gear).map((id): [string, Operation] => [id, { op: 'removeGear', id }]),
        ...Object.keys(job.craft.batteries).map((id): [string, Operation] => [
          id,
          { op: 'setBattery', id, battery: null },
        ]),
        ...Object.keys(job.zones).map((id): [string, Operation] => [id, { op: 'setZone', id, zone: null }]),
      ];
      for (const [id, take] of takes) {
        let left: Job;
        try {
          left = apply(job, take);
        } catch (error) {
          // The first battery stays.
          if (error instanceof OperationError) continue;
          throw error;
        }
        // Some ids are words of other things too: members, roles, coils.
        if (/\d/.test(id)) expect([id, naming(left, id)]).toEqual([id, []]);
      }
    }),
    { numRuns: 60 },
  );
});
