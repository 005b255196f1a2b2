import { TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { batteryOf, feederOf, feedersAbove, isAheadOfSwitch, mayFeed } from './feeding';
import { applyAll, type Operation } from '../job/operations';

/** Battery → main block → second block → head unit. */
const chained = (...more: Operation[]) =>
  applyAll(TOURER_JOB, [
    { op: 'addGear', id: 'main', item: shelfItem('delta-4'), place: 'batterySide' },
    { op: 'addGear', id: 'second', item: shelfItem('delta-bar'), place: null },
    { op: 'feedFrom', gear: 'second', from: 'main' },
    { op: 'feedFrom', gear: 'head', from: 'second' },
    { op: 'setBattery', id: 'battery', battery: { batterySwitch: true } },
    ...more,
  ]);
const ahead = (gear: string): Operation => ({ op: 'tapAhead', gear, ahead: true });

test('what is fed through others names them nearest first, and the battery at the root', () => {
  const job = chained();
  expect(feedersAbove(job, 'head')).toEqual(['second', 'main']);
  expect([feederOf(job, 'head'), batteryOf(job, 'head')]).toEqual(['second', 'battery']);
});

test('ahead of the switch is what the topmost feed of a chain is: a tap below cannot pass the switch by', () => {
  const of = (...more: Operation[]) => ['main', 'second', 'head'].map((id) => isAheadOfSwitch(chained(...more), id));
  expect(of()).toEqual([false, false, false]);
  expect(of(ahead('main'))).toEqual([true, true, true]);
  expect(of(ahead('second'))).toEqual([false, false, false]);
  expect(of(ahead('head'))).toEqual([false, false, false]);
  // Without a switch nothing is ahead of one.
  expect(of(ahead('main'), { op: 'setBattery', id: 'battery', battery: { batterySwitch: false } })).toEqual([
    false,
    false,
    false,
  ]);
});

test('gear that is bypassed passes nothing on: what names it is fed from the battery', () => {
  const job = chained({ op: 'setThere', id: 'second', there: 'bypassed' });
  expect([feederOf(job, 'head'), feedersAbove(job, 'head')]).toEqual(['battery', []]);
});

test('what may feed gear: batteries, what passes power on and circuits of the craft, but not itself nor what is fed through it', () => {
  const job = chained({ op: 'setThere', id: 'main', there: 'kept' });
  expect(mayFeed(job, 'head')).toEqual(['battery', 'main', 'second', 'accessory']);
  expect(mayFeed(job, 'second')).toEqual(['battery', 'main', 'accessory']);
  // The second hangs on the main block: feeding the main from it would close a ring.
  expect(mayFeed(job, 'main')).toEqual(['battery', 'accessory']);
  expect(mayFeed(chained({ op: 'setThere', id: 'second', there: 'bypassed' }), 'head')).toEqual([
    'battery',
    'main',
    'accessory',
  ]);
  // A wire that is negative, or a lamp’s, feeds nothing.
  for (const use of ['negative', 'lamp', 'speaker', 'dimmer'] as const)
    expect(mayFeed(chained({ op: 'setExisting', id: 'accessory', circuit: { use } }), 'main')).toEqual(['battery']);
});
