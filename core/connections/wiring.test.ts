import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import type { Job } from '../job/job';
import type { Wiring } from '../job/circuit';
import { applyAll } from '../job/operations';
import { coilsNow, connect, jumperCoils, takeOff, wiringWith } from './wiring';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const twin = (gear: string, joining: 'series' | 'parallel'): Wiring =>
  ({ [joining]: [leaf(gear, 0), leaf(gear, 1)] }) as Wiring;
/** The woofer's two coils driven apart, one on each channel. */
const apart: Job = applyAll(HIRE_JOB, [
  { op: 'wireChannel', channel: 'amp/fl', wiring: leaf('pannier-left', 0) },
  { op: 'wireChannel', channel: 'amp/fr', wiring: leaf('pannier-left', 1) },
]);

test('a speaker connected on another channel leaves the one it was on', () => {
  const job = applyAll(TOURER_JOB, connect(TOURER_JOB, 'pannier-left', 'amp/fl', 'series'));
  expect(job.circuits['amp/fl']).toEqual({ series: [leaf('fairing-left'), leaf('pannier-left')] });
  expect(job.circuits['amp/rl']).toBeUndefined();
  const third = applyAll(job, connect(job, 'pannier-right', 'amp/fl', 'parallel'));
  expect(third.circuits['amp/fl']).toEqual({ parallel: [job.circuits['amp/fl'], leaf('pannier-right')] });
});

test('connected anew where it hangs already, only the joining changes', () => {
  const pair = applyAll(TOURER_JOB, connect(TOURER_JOB, 'pannier-left', 'amp/fl', 'series'));
  expect(connect(pair, 'pannier-left', 'amp/fl', 'parallel')).toHaveLength(1);
  expect(wiringWith(pair, 'pannier-left', 'amp/fl', 'parallel')).toEqual({
    parallel: [leaf('fairing-left'), leaf('pannier-left')],
  });
});

test('coils are jumpered where the speaker hangs, among others too', () => {
  expect(coilsNow(HIRE_JOB, 'pannier-left')).toBe('parallel');
  const series = applyAll(HIRE_JOB, jumperCoils(HIRE_JOB, 'pannier-left', 'series'));
  expect(series.circuits['amp/fl']).toEqual(twin('pannier-left', 'series'));
  const both = applyAll(series, connect(series, 'pannier-right', 'amp/fl', 'parallel'));
  const mixed = applyAll(both, jumperCoils(both, 'pannier-right', 'parallel'));
  expect(mixed.circuits['amp/fl']).toEqual({
    parallel: [twin('pannier-left', 'series'), twin('pannier-right', 'parallel')],
  });
  expect(jumperCoils(TOURER_JOB, 'nobody', 'series')).toEqual([]);
});

test('coils driven apart come together when the speaker is connected, jumpered or taken off', () => {
  for (const operations of [
    connect(apart, 'pannier-left', 'amp/fr', 'parallel'),
    jumperCoils(apart, 'pannier-left', 'series'),
  ]) {
    const wirings = Object.values(applyAll(apart, operations).circuits);
    expect(wirings).toEqual([twin('pannier-left', 'series')]);
  }
  expect(applyAll(apart, takeOff(apart, 'pannier-left')).circuits).toEqual({});
  expect(takeOff(TOURER_JOB, 'nobody')).toEqual([]);
});
