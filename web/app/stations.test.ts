import { finishedEvents, finishedJob } from '#demo/finished';
import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { SHELF } from '#demo/shelf';
import { buildState } from '#core/build/index';
import { STATIONS, type Station } from '#core/findings/finding';
import { newJob, type Job } from '#core/job/job';
import type { BayEvent } from '#core/job/events';
import { applyAll, type Operation } from '#core/job/operations';
import { overrule } from '#core/job/parts/overrules';
import { sealOf } from '#core/job/seal';
import { planJob } from '#core/plan';
import { FACES } from '../stations';
import { markOf, stationKey, type Seen } from './stations';

const seen = (job: Job, events: readonly BayEvent[] = []): Seen => {
  const plan = planJob(job);
  return { job, plan, bay: { events: events.length, state: buildState(plan.build, events) } };
};
const marks = (job: Job, events: readonly BayEvent[] = []) => {
  const at = seen(job, events);
  return Object.fromEntries(
    STATIONS.map((station) => [
      station,
      markOf(
        FACES[station],
        at,
        at.plan.findings.filter((finding) => finding.station === station),
      ),
    ]),
  ) as Record<Station, ReturnType<typeof markOf>>;
};
const fresh = () => newJob('fresh', 'Fresh', TOURER_JOB.craft.pattern, TOURER_JOB.craft.patternHash);
const edited = (...operations: Operation[]) => applyAll(fresh(), operations);
const speaker = SHELF.find(({ kind }) => kind === 'speaker')!;
const amplifier = SHELF.find(({ kind }) => kind === 'amplifier')!;

test('every station is in the registry, in the order of the work, each by a key of its own', () => {
  expect(Object.keys(FACES)).toEqual([...STATIONS]);
  const numbers = STATIONS.map((station) => FACES[station].number);
  expect(numbers).toEqual([...numbers].sort((a, b) => a - b));
  expect(STATIONS.map((station) => stationKey(FACES[station]))).toEqual(['1', '2', '3', '4', '5', '6', '7', '0']);
});

test('a new job is empty everywhere', () => {
  expect(new Set(Object.values(marks(fresh())))).toEqual(new Set(['empty']));
});

test.each<[string, Station, Operation[]]>([
  ['a wish', 'intake', [{ op: 'setWishes', wishes: 'loud' }]],
  ['a measure', 'intake', [{ op: 'setMeasure', measure: 'wheelbase', mm: 1500 }]],
  ['a choice', 'intake', [{ op: 'choose', choice: 'grounds', option: 'common' }]],
  ['gear without a place', 'gear', [{ op: 'addGear', id: 'a', item: speaker, place: null }]],
  [
    'a gauge set by hand, and nothing else of a feed',
    'power',
    [{ op: 'addGear', id: 'a', item: amplifier, place: null }, overrule('gauge', 'a', '4')],
  ],
  [
    'a fuse set by hand',
    'power',
    [{ op: 'addGear', id: 'a', item: amplifier, place: null }, overrule('fuse', 'a', 30)],
  ],
])('%s begins %s', (_, station, operations) => {
  const face = FACES[station];
  expect([face.isBegun(seen(edited(...operations))), face.isBegun(seen(fresh()))]).toEqual([true, false]);
});

test('what is found decides once a station is begun: stops, then cautions, then nothing', () => {
  const at = seen(TOURER_JOB);
  const face = FACES.gear;
  const found = (...severities: string[]) => severities.map((severity) => ({ severity }));
  expect(markOf(face, at, found('note', 'caution', 'stop'))).toBe('has stops');
  expect(markOf(face, at, found('note', 'caution'))).toBe('in progress');
  expect(markOf(face, at, found('note'))).toBe('settled');
  expect(markOf(face, at, [{ severity: 'caution', accepted: 'as the owner wants it' }])).toBe('settled');
  // A stop is told even where nothing is begun, and is not hidden by what is under way.
  expect(markOf(face, seen(fresh()), found('stop'))).toBe('has stops');
  expect(markOf(FACES.build, at, found('stop'))).toBe('has stops');
});

test('the tourer is settled up to its build; a job whose channel nobody wired is not', () => {
  expect(marks(TOURER_JOB)).toMatchObject({ gear: 'settled', routing: 'settled', build: 'empty', handover: 'empty' });
  expect(marks(HIRE_JOB).gear).not.toBe('empty');
});

test('build is under way from the first entry to the last step, hand-over is settled by the seal', () => {
  const events = finishedEvents((file) => file.padEnd(64, '0'));
  const job = { ...finishedJob(events.length), seal: null };
  expect(marks(job, events.slice(0, 1)).build).toBe('in progress');
  expect(marks(job, events).build).toBe('settled');
  const sealed = { ...job, seal: sealOf(planJob(job), '2026-11-25T08:00:00.000Z', 'x', events.length) };
  expect([marks(job, events).handover, marks(sealed, events).handover]).toEqual(['empty', 'settled']);
});
