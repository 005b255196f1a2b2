import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import type { GearItem } from '../gear/gear';
import { planJob } from '../plan';
import { jobFaults, type Job } from './job';
import { apply, applyAll, undoOf, type Operation } from './operations';
import { replacedAt, successorOf } from './parts/there';
import { parseJob } from './upgrade';

const demo = (id: string): Job => DEMO_JOBS.find((job) => job.id === id)!;
const VAN = demo('narrow-van');
const LAUNCH = demo('river-launch');
const add = (id: string, item: GearItem, place: string | null): Operation => ({ op: 'addGear', id, item, place });
const there = (id: string, is: Job['gear'][string]['there']): Operation => ({ op: 'setThere', id, there: is });
const over = (of: string, by: string): Operation => ({ op: 'takeOver', of, by });
const of = (job: Job, kind: GearItem['kind']) => Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === kind);
const told = (job: Job) => planJob(job).findings.filter(({ rule }) => rule === 'not-taken-over');
const NOTHING = { circuits: {}, sources: {}, speakers: {}, controls: {}, links: {} };
const whole = (job: Job): Job => {
  expect(jobFaults(job)).toEqual([]);
  return parseJob(JSON.parse(JSON.stringify(job)));
};

describe('a head unit that drives seven speakers comes out', () => {
  const [HEAD] = of(VAN, 'headUnit');
  const item = VAN.gear[HEAD!]!.item;
  const out = applyAll(VAN, [
    ...[...of(VAN, 'speaker'), ...of(VAN, 'zoneControl')].map((id) => there(id, 'kept')),
    there(HEAD!, 'out'),
  ]);
  const renamed = Object.fromEntries(
    Object.entries(VAN.circuits).map(([key, wiring]) => [key.replace(`${HEAD!}/`, 'new/'), wiring]),
  );

  test('it drives nothing any more, and what it drove is remembered', () => {
    expect(out.circuits).toEqual({});
    expect(out.was.circuits).toEqual(VAN.circuits);
    expect(Object.keys(VAN.circuits)).toHaveLength(4);
    whole(out);
    // Nothing of its kind has come: nobody can be told to take it over.
    expect(told(out)).toEqual([]);
  });
  test('what comes into its place is told, and takes over all of it by one press', () => {
    const placed = apply(out, add('new', { ...item, id: 'other', name: 'Other' }, VAN.gear[HEAD!]!.place));
    const [finding, ...more] = told(placed);
    expect(more).toEqual([]);
    expect(finding!.subject.id).toBe(HEAD);
    expect(finding!.figures.map(({ value }) => value)).toEqual([4, 0, 0]);
    const cured = whole(applyAll(placed, finding!.cure!.operations));
    expect(cured.circuits).toEqual(renamed);
    expect(cured.was).toEqual(NOTHING);
    expect(told(cured)).toEqual([]);
    const plan = planJob(cured);
    expect(plan.findings.filter(({ rule }) => rule === 'speaker-unwired')).toEqual([]);
    // The old leads are spliced to it: none is pulled or cut.
    expect(plan.runs.filter(({ kind, old }) => kind === 'speaker' && !old)).toEqual([]);
    expect(plan.runs.filter(({ kind }) => kind === 'speaker').length).toBeGreaterThan(6);
    // Undone, it waits again.
    expect(apply(cured, undoOf(placed, cured)!)).toEqual(placed);
  });
  test('stays after all: it does again what it did', () => {
    const back = whole(apply(out, there(HEAD!, 'kept')));
    expect(back.circuits).toEqual(VAN.circuits);
    expect(back.zones).toEqual(VAN.zones);
    expect(back.was).toEqual(NOTHING);
  });
  test('a speaker that stays after all keeps its marks, its switch and its output, where that is still there', () => {
    const [first] = of(VAN, 'speaker');
    const [output] = Object.keys(VAN.circuits);
    const said = applyAll(VAN, [
      { op: 'setSpeaker', id: first!, choice: { cue: 'stripeMinus', pin: output!, oldLeadOhm: 0.3 } },
    ]);
    const back = whole(applyAll(said, [there(first!, 'out'), there(first!, null)]));
    expect(back.speakers).toEqual(said.speakers);
    expect(back.circuits).toEqual(said.circuits);
    const without = applyAll(said, [there(first!, 'out'), { op: 'removeGear', id: HEAD! }, there(first!, null)]);
    expect(whole(without).speakers[first!]).toEqual({ ...said.speakers[first!], pin: null });
  });
  test('two of a kind come out of one place: each new one takes over from one, the first that is left', () => {
    const place = VAN.gear[HEAD!]!.place;
    const both = applyAll(out, [
      add('second', item, place),
      { op: 'wireChannel', channel: 'second/fl', wiring: { coil: { gear: of(VAN, 'speaker')[0]!, coil: 0 } } },
      there('second', 'out'),
      add('new', item, place),
    ]);
    expect(replacedAt(both, 'headUnit', place!)).toBe(HEAD);
    const one = apply(both, over(HEAD!, 'new'));
    expect(replacedAt(one, 'headUnit', place!)).toBe('second');
    expect(replacedAt(one, 'amplifier', place!)).toBeUndefined();
    expect(Object.keys(one.was.circuits)).toEqual(['second/fl']);
  });
  test('what one person wires while another takes over: the first stands, and no coil is wired twice', () => {
    const placed = apply(out, add('new', item, VAN.gear[HEAD!]!.place));
    const [first] = of(VAN, 'speaker');
    const wired: Operation = { op: 'wireChannel', channel: 'new/rr', wiring: { coil: { gear: first!, coil: 0 } } };
    const after = whole(applyAll(placed, [wired, over(HEAD!, 'new')]));
    expect(after.circuits['new/rr']).toEqual({ coil: { gear: first, coil: 0 } });
    // The other way round the one who comes later is refused: no coil is wired twice.
    const later = apply(placed, over(HEAD!, 'new'));
    expect(() => apply(later, wired)).toThrow('expected each coil on one channel only');
  });
  test('the new one has channels of other names, or fewer: by their order, and no more than there are', () => {
    if (!('bank' in item)) throw new Error('no bank');
    const channels = (count: number) => ({
      ...item,
      id: 'other',
      bank: { ...item.bank, channels: item.bank.channels.slice(0, count).map((c, i) => ({ ...c, id: `ch${i + 1}` })) },
    });
    const with4 = whole(applyAll(out, [add('new', channels(4), null), over(HEAD!, 'new')]));
    const order = item.bank.channels.map(({ id }) => id);
    expect(with4.circuits).toEqual(
      Object.fromEntries(
        Object.entries(VAN.circuits).map(([key, wiring]) => [`new/ch${order.indexOf(key.split('/')[1]!) + 1}`, wiring]),
      ),
    );
    const with2 = whole(applyAll(out, [add('new', channels(2), null), over(HEAD!, 'new')]));
    expect(Object.keys(with2.circuits).sort()).toEqual(['new/ch1', 'new/ch2']);
    expect(with2.was).toEqual(NOTHING);
    expect(planJob(with2).findings.some(({ rule }) => rule === 'speaker-unwired')).toBe(true);
  });
  test('what has been wired anew meanwhile stands', () => {
    const [first] = of(VAN, 'speaker');
    const anew = applyAll(out, [
      add('new', item, VAN.gear[HEAD!]!.place),
      { op: 'wireChannel', channel: 'new/rr', wiring: { coil: { gear: first!, coil: 0 } } },
    ]);
    const then = whole(apply(anew, over(HEAD!, 'new')));
    expect(then.circuits['new/rr']).toEqual({ coil: { gear: first, coil: 0 } });
    for (const [key, wiring] of Object.entries(then.circuits))
      if (key !== 'new/rr') expect(wiring).toEqual(renamed[key]);
  });
  test('a speaker that is deleted meanwhile is in no circuit that is taken over', () => {
    const [first] = of(VAN, 'speaker');
    const gone = whole(apply(out, { op: 'removeGear', id: first! }));
    expect(JSON.stringify(gone.was)).not.toContain(`"${first!}"`);
    expect(whole(apply(out, { op: 'removeGear', id: HEAD! })).was).toEqual(NOTHING);
  });
  test('only gear of its kind that stays takes over, from what comes out', () => {
    const ready = apply(out, add('new', item, null));
    expect(() => apply(ready, over('new', HEAD!))).toThrow('expected gear that comes out');
    expect(() => apply(ready, over(HEAD!, of(VAN, 'speaker')[0]!))).toThrow('of the kind of what comes out');
    expect(() => apply(ready, over(HEAD!, HEAD!))).toThrow('expected gear in use');
    expect(() => apply(ready, over(HEAD!, 'toString'))).toThrow('no longer in the job');
  });
});

test.each([
  ['the amplifier first', ['amp', 'a', 'b']],
  ['the speakers first', ['b', 'a', 'amp']],
])(
  'amplifier and two speakers of one channel all swapped, %s: in whatever order, the circuit is the same',
  (_, order) => {
    const [amp] = of(TOURER, 'amplifier');
    const [a, b] = of(TOURER, 'speaker');
    const pair = { parallel: [{ coil: { gear: a!, coil: 0 } }, { coil: { gear: b!, coil: 0 } }] };
    const job = applyAll(TOURER, [
      ...Object.keys(TOURER.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
      { op: 'wireChannel', channel: `${amp!}/fl`, wiring: pair },
      { op: 'setSpeaker', id: a!, choice: { oldLeadOhm: 0.2, pin: `${amp!}/fl`, cue: 'wideTabPlus' } },
      { op: 'setSource', id: amp!, choice: { turnedOnBy: 'switched' } },
    ]);
    const ids: Record<string, string> = { amp: amp!, a: a!, b: b! };
    const swapped = applyAll(
      job,
      order.flatMap((name) => {
        const old = ids[name]!;
        const { item, place } = job.gear[old]!;
        return [there(old, 'out'), add(`new-${name}`, item, place), over(old, `new-${name}`)];
      }),
    );
    whole(swapped);
    expect(swapped.circuits).toEqual({
      'new-amp/fl': { parallel: [{ coil: { gear: 'new-a', coil: 0 } }, { coil: { gear: 'new-b', coil: 0 } }] },
    });
    expect(swapped.was).toEqual(NOTHING);
    expect(swapped.sources['new-amp']).toMatchObject({ turnedOnBy: 'switched' });
    // Its old lead is still there; the output it was kept on is not.
    expect(swapped.speakers['new-a']).toMatchObject({ oldLeadOhm: 0.2, pin: null, cue: null });
  },
);

test('a woofer of two coils on a bridged pair goes over as it is wired, where the new amplifier bridges', () => {
  const [amp] = of(LAUNCH, 'amplifier');
  const bridged = Object.keys(LAUNCH.circuits).find((key) => key.includes('+'))!;
  expect(bridged).toBeDefined();
  const item = LAUNCH.gear[amp!]!.item;
  const out = apply(LAUNCH, there(amp!, 'out'));
  const like = whole(applyAll(out, [add('new', item, null), over(amp!, 'new')]));
  expect(like.circuits[bridged.replace(`${amp!}/`, 'new/')]).toEqual(LAUNCH.circuits[bridged]);
  if (item.kind !== 'amplifier') throw new Error('no amplifier');
  const unbridged: GearItem = { ...item, bank: { ...item.bank, bridge: null } };
  const not = whole(applyAll(out, [add('new', unbridged, null), over(amp!, 'new')]));
  expect(Object.keys(not.circuits).filter((key) => key.includes('+'))).toEqual([]);
});

test('a zone control and the links of what comes out go over; a port of the same kind and way is found', () => {
  const [dial] = of(VAN, 'zoneControl');
  const { item, place } = VAN.gear[dial!]!;
  const out = apply(VAN, there(dial!, 'out'));
  const [zone] = Object.keys(VAN.zones).filter((id) => VAN.zones[id]!.control === dial);
  expect(out.zones[zone!]!.control).toBeNull();
  const placed = apply(out, add('new', item, place));
  expect(told(placed)[0]!.figures.map(({ value }) => value)).toEqual([0, 0, 1]);
  expect(apply(placed, over(dial!, 'new')).zones[zone!]!.control).toBe('new');

  const [head] = of(LAUNCH, 'headUnit');
  const AT = LAUNCH.craft.pattern.batteryPlace;
  const ports = (id: string) => [
    { id, kind: 'antenna' as const, way: 'in' as const, count: 1, leadMm: null, amps: null, sense: null, ends: false },
  ];
  const linked = applyAll(LAUNCH, [
    { op: 'setPorts', gear: head!, ports: ports('whip') },
    {
      op: 'setLink',
      id: 'fm',
      link: { kind: 'antenna', from: { of: AT, port: null }, to: { of: head!, port: 'whip' } },
    },
    there(head!, 'out'),
  ]);
  expect(linked.links).toEqual({});
  const fresh = {
    ...LAUNCH.gear[head!]!.item,
    ports: [{ ...ports('usb')[0]!, kind: 'usb' as const }, ...ports('antenna-in')],
  };
  const then = whole(applyAll(linked, [add('new', fresh, LAUNCH.gear[head!]!.place), over(head!, 'new')]));
  expect(then.links['fm']).toMatchObject({ from: { of: AT }, to: { of: 'new', port: 'antenna-in' } });
});

test('what comes into whose place: the new one there; elsewhere only one that is nobody else’s, and never a speaker', () => {
  const [head] = of(VAN, 'headUnit');
  const [a, b] = of(VAN, 'speaker');
  const out = applyAll(VAN, [
    ...of(VAN, 'speaker').map((id) => there(id, 'kept')),
    there(head!, 'out'),
    there(a!, 'out'),
    there(b!, 'out'),
  ]);
  const { item, place } = VAN.gear[head!]!;
  expect(successorOf(out, head!)).toBeUndefined();
  expect(successorOf(apply(out, add('new', item, null)), head!)).toBe('new');
  const two = applyAll(out, [add('new', item, null), add('here', item, place)]);
  expect(successorOf(two, head!)).toBe('here');
  const speaker = VAN.gear[a!]!;
  const fresh = apply(out, add('s', speaker.item, speaker.place));
  expect(successorOf(fresh, a!)).toBe('s');
  expect(successorOf(fresh, b!)).toBeUndefined();
  const elsewhere = Object.keys(VAN.craft.pattern.places).find(
    (id) => !Object.values(out.gear).some((one) => one.place === id),
  )!;
  expect(successorOf(apply(out, add('new', item, elsewhere)), head!)).toBe('new');
  expect(successorOf(apply(out, add('s', speaker.item, elsewhere)), b!)).toBeUndefined();
  // Two units out, one new one in the place of the first: it is not the second’s.
  const both = applyAll(out, [add('h2', item, elsewhere), there('h2', 'out'), add('new', item, place)]);
  expect([successorOf(both, head!), successorOf(both, 'h2')]).toEqual(['new', undefined]);
  const kept = applyAll(out, [add('k', item, place), there('k', 'kept')]);
  expect(successorOf(kept, head!)).toBeUndefined();
});
