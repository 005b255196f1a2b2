import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { FuseHolder, GearItem } from '../gear/gear';
import { readGear } from '../gear/typing/index';
import { readPorts } from '../gear/typing/leads';
import { jobFaults, type Job } from '../job/job';
import type { Link } from '../job/parts/links';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { extensionFor } from '../tables/extensions';
import { freePorts } from './links';

const typed = (kind: 'accessory' | 'device', fields: Record<string, string>): GearItem => {
  const made = readGear(kind, { size: '60 x 40 x 30', ...fields }, 'metric', 'own');
  if (!('item' in made)) throw new Error(JSON.stringify(made.problems));
  return made.item;
};
const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const headOf = (job: Job) => Object.keys(job.gear).find((id) => job.gear[id]!.item.kind === 'headUnit')!;
const HEAD = headOf(LAUNCH);
const DASH = LAUNCH.gear[HEAD]!.place!;
const AMP = Object.keys(LAUNCH.gear).find((id) => LAUNCH.gear[id]!.item.kind === 'amplifier')!;
const BOW = LAUNCH.gear[Object.keys(LAUNCH.gear).find((id) => LAUNCH.gear[id]!.place?.startsWith('bow'))!]!.place!;
const withPorts = (job: Job, gear: string, ports: string): Job => ({
  ...job,
  gear: {
    ...job.gear,
    [gear]: { ...job.gear[gear]!, item: { ...job.gear[gear]!.item, ports: readPorts(ports, 'metric')! } },
  },
});
const base = withPorts(LAUNCH, HEAD, 'antenna, USB lead 600 mm, 2 x trigger out + 0.05 A, data bus, microphone');
const add = (id: string, item: GearItem, place: string | null): Operation => ({ op: 'addGear', id, item, place });
const link = (id: string, part: Partial<Link>): Operation => ({ op: 'setLink', id, link: part });
const end = (of: string, port: string | null = null) => ({ of, port });
const found = (job: Job, rule: string) => planJob(job).findings.filter((f) => f.rule === rule);
const linked = (job: Job, id: string) => planJob(job).links.find((one) => one.id === id)!;

test('a USB socket at the bow: its made lead is laid, not cut, and needs an extension that is bought', () => {
  const socket = typed('accessory', { name: 'Reed socket', form: 'socket', ports: 'USB lead 1 m' });
  const job = applyAll(base, [
    add('socket', socket, BOW),
    link('usb', { kind: 'usb', from: end(HEAD, 'usb-both'), to: end('socket', 'usb-both') }),
  ]);
  expect(jobFaults(job)).toEqual([]);
  const plan = planJob(job);
  const before = planJob(base);
  const run = plan.runs.find(({ id }) => id === `link:${HEAD}>socket`)!;
  // What is needed: along the legs, to the plugs, and what both places leave to work with; nothing for terminals.
  const needed = run.layMm + run.plugsMm + run.allowanceMm;
  const { places } = job.craft.pattern;
  expect(run.allowanceMm).toBe(places[DASH]!.allowanceMm + places[BOW]!.allowanceMm);
  expect(linked(job, 'usb')).toMatchObject({ neededMm: needed, haveMm: 1600, old: false });
  expect(plan.cutList).toEqual(before.cutList);
  const [short] = found(job, 'link-short');
  expect(short!.figures).toEqual([
    { name: 'needed', value: needed, unit: 'mm' },
    { name: 'there', value: 1600, unit: 'mm' },
  ]);
  const cured = applyAll(job, short!.cure!.operations);
  expect(found(cured, 'link-short')).toEqual([]);
  expect(cured.links['usb']!.extensionMm).toBe(extensionFor(needed - 1600));
  // To the millimetre: as long as is needed it reaches, a hair shorter it does not.
  expect(found(apply(job, link('usb', { leadMm: needed })), 'link-short')).toEqual([]);
  expect(found(apply(job, link('usb', { leadMm: needed - 0.01 })), 'link-short')).toHaveLength(1);
  // It is laid in a step, plugged at both ends, and tried.
  const steps = new Map(plan.build.steps.map((step) => [step.id, step]));
  expect(steps.get(`pull:run/${HEAD}-socket`)!.lines.join(' ')).toContain('made lead');
  expect(steps.get('connect:gear/socket')!.ends.map(({ with: what }) => what)).toEqual(['its plug']);
  expect(steps.get('test:sound')!.checks).toContainEqual({ id: 'link-usb', text: 'Plays from USB, and charges' });
  expect(steps.has('fit:gear/socket')).toBe(true);
});

test('what is left of a long lead is coiled where there is room for it, the largest coil first; else it is told', () => {
  const socket = typed('accessory', { name: 'Reed socket', form: 'socket', ports: 'USB' });
  const made = applyAll(base, [
    add('socket', socket, BOW),
    link('usb', { kind: 'usb', from: end(HEAD, 'usb-both'), to: end('socket'), leadMm: 1 }),
  ]);
  const needed = linked(made, 'usb').neededMm!;
  const room = (dash: number | undefined, bow: number | undefined, overMm: number): Job => {
    const { places } = made.craft.pattern;
    const park = (id: string, parkCm3: number | undefined) => {
      const { parkCm3: _, ...place } = places[id]!;
      return { [id]: parkCm3 === undefined ? place : { ...place, parkCm3 } };
    };
    const pattern = { ...made.craft.pattern, places: { ...places, ...park(DASH, dash), ...park(BOW, bow) } };
    const job = { ...made, craft: { ...made.craft, pattern } };
    return apply(job, link('usb', { leadMm: needed + overMm }));
  };
  // A metre of lead 4.5 mm thick is 15.9 cm³, and a coil of it two and a half times that.
  const coil = (1000 * Math.PI * 2.25 ** 2) / 0.4 / 1000;
  expect(coil).toBeCloseTo(39.76, 2);
  const told = (job: Job) => found(job, 'surplus-nowhere').length;
  expect(told(room(coil + 0.01, 1, 1000))).toBe(0);
  expect(told(room(1, coil + 0.01, 1000))).toBe(0);
  expect(told(room(coil - 0.01, 1, 1000))).toBe(1);
  // Of what nobody has said there is nothing to tell, and a hand’s breadth is no coil.
  expect(told(room(undefined, undefined, 1000))).toBe(0);
  expect([told(room(1, undefined, 99)), told(room(1, undefined, 100))]).toEqual([0, 1]);
  // A second one of the same takes what the first has left.
  const two = applyAll(room(coil + 1, 1, 1000), [
    add('other', typed('accessory', { name: 'Reed light', form: 'socket', ports: 'USB' }), BOW),
    link('more', { kind: 'usb', from: end(HEAD, 'usb-both'), to: end('other'), leadMm: needed + 900 }),
  ]);
  expect(found(two, 'surplus-nowhere').map(({ subject }) => subject.id)).toEqual(['more']);
});

test('what a link rests on goes, and it goes with it; undone it is back', () => {
  const socket = typed('accessory', { name: 'Reed socket', form: 'socket', ports: 'USB' });
  const job = applyAll(base, [
    add('socket', socket, BOW),
    link('usb', { kind: 'usb', from: end(HEAD, 'usb-both'), to: end('socket') }),
    link('mic', { kind: 'microphone', from: end(HEAD, 'microphone-in'), to: end(BOW) }),
  ]);
  const without = apply(job, { op: 'removeGear', id: 'socket' });
  expect(Object.keys(without.links)).toEqual(['mic']);
  expect(apply(without, undoOf(job, without)!)).toEqual(job);
  const out = apply(job, { op: 'setThere', id: HEAD, there: 'out' });
  expect([out.links, jobFaults(out)]).toEqual([{}, []]);
  for (const wrong of [
    link('x', { kind: 'usb', from: end(HEAD), to: end(HEAD) }),
    link('x', { kind: 'usb', from: end('nobody'), to: end(HEAD) }),
    link('x', { kind: 'usb', from: end(HEAD, 'toString'), to: end(BOW) }),
    link('x', { kind: 'usb', from: end(BOW, 'usb'), to: end(HEAD) }),
    link('x', { kind: 'usb', from: end(HEAD) }),
  ])
    expect(() => apply(base, wrong)).toThrow(/expected/);
});

test('nobody said how long: it tells what to order; kept at both ends it lies there', () => {
  const job = apply(base, link('mic', { kind: 'microphone', from: end(HEAD, 'microphone-in'), to: end(BOW) }));
  const [note] = found(job, 'link-length-unknown');
  expect(note).toMatchObject({ severity: 'note', figures: [{ value: linked(job, 'mic').neededMm }] });
  expect(found(apply(job, link('mic', { leadMm: 9000 })), 'link-length-unknown')).toEqual([]);
  const kept = applyAll(job, [
    { op: 'setThere', id: HEAD, there: 'kept' },
    { op: 'setThere', id: AMP, there: 'kept' },
    link('line', { kind: 'bus', from: end(HEAD, 'bus-both'), to: end(AMP) }),
  ]);
  expect(linked(kept, 'line')).toMatchObject({ old: true, neededMm: undefined });
});

test('an antenna lead beside an amplifier’s feed is told; alone on its way it is not', () => {
  const antenna = typed('accessory', { name: 'Sedge whip', form: 'antenna', ports: 'antenna out lead 9 m' });
  // The battery is astern: along the way to it the feed of the amplifier lies.
  const aft = LAUNCH.craft.pattern.batteryPlace;
  const beside = applyAll(base, [link('fm', { kind: 'antenna', from: end(HEAD, 'antenna-in'), to: end(aft) })]);
  const [caution] = found(beside, 'antenna-beside-feed');
  const plan = planJob(beside);
  const own = new Set(plan.runs.find(({ id }) => id.startsWith('link:'))!.way!.legs);
  const feed = plan.runs.filter(({ kind, to }) => (kind === 'feed' || kind === 'return') && to === AMP);
  const shared = new Set(feed.flatMap(({ way }) => way!.legs.filter((leg) => own.has(leg))));
  expect(caution!.figures).toEqual([{ name: 'legs shared', value: shared.size, unit: '' }]);
  const forward = applyAll(base, [
    add('whip', antenna, BOW),
    link('fm', { kind: 'antenna', from: end(HEAD, 'antenna-in'), to: end('whip', 'antenna-out') }),
  ]);
  expect(found(forward, 'antenna-beside-feed')).toEqual([]);
});

describe('a data bus', () => {
  const module = (ports: string) => typed('device', { name: 'Weir module', 'demand.idleA': '0.1', ports });
  const bus = (ports: string, more: Operation[] = []) =>
    applyAll(base, [
      add('module', module(ports), BOW),
      link('bus', { kind: 'bus', from: end('module', 'bus-both'), to: end(HEAD, 'bus-both') }),
      ...more,
    ]);
  test('with one terminator, or none, is not ended; moved to the new lead it is', () => {
    const one = bus('data bus terminated');
    expect(found(one, 'bus-not-ended')).toMatchObject([{ figures: [{ value: 1 }] }]);
    const cured = applyAll(one, found(one, 'bus-not-ended')[0]!.cure!.operations);
    expect(cured.links['bus']!.ended).toBe(true);
    expect(found(cured, 'bus-not-ended')).toEqual([]);
    expect(found(bus('data bus'), 'bus-not-ended')).toMatchObject([{ figures: [{ value: 0 }] }]);
  });
  test('with the craft’s own end on it counts that; three are one too many, and the cure takes one off', () => {
    const on = (ended: boolean) =>
      bus('data bus terminated', [link('craft', { kind: 'bus', from: end(HEAD, 'bus-both'), to: end(BOW), ended })]);
    expect(found(on(false), 'bus-not-ended')).toEqual([]);
    const [three] = found(on(true), 'bus-not-ended');
    expect(three!.figures).toEqual([{ name: 'terminators', value: 3, unit: '' }]);
    expect(found(applyAll(on(true), three!.cure!.operations as Operation[]), 'bus-not-ended')).toEqual([]);
  });
  test('two buses are told apart', () => {
    const two = bus('data bus terminated', [
      add('a', module('data bus terminated'), BOW),
      add('b', module('data bus terminated'), BOW),
      link('other', { kind: 'bus', from: end('a', 'bus-both'), to: end('b', 'bus-both') }),
    ]);
    expect(found(two, 'bus-not-ended').map(({ subject }) => subject.id)).toEqual(['bus']);
  });
});

describe('ports and triggers', () => {
  const relay = shelfItem('latch-30');
  const coil = relay.kind === 'relay' ? relay.coilA : 0;
  const to = (id: string, other: string): Operation =>
    link(id, { kind: 'trigger', from: end(HEAD, 'trigger-out'), to: end(other) });
  test('two alike take two links, a third is one too many', () => {
    const two = applyAll(base, [add('r1', relay, BOW), add('r2', relay, BOW), to('t1', 'r1'), to('t2', 'r2')]);
    expect(found(two, 'port-taken')).toEqual([]);
    expect(freePorts(two, HEAD).map(({ port, free }) => `${free} ${port.kind}`)).toEqual([
      '1 antenna',
      '1 usb',
      '1 bus',
      '1 microphone',
    ]);
    const three = applyAll(two, [add('r3', relay, BOW), to('t3', 'r3')]);
    expect(found(three, 'port-taken')).toMatchObject([
      { subject: { id: HEAD }, figures: [{ value: 3 }, { value: 2 }] },
    ]);
  });
  test('what is connected draws no more than the output gives, to a hair', () => {
    const gives = (amps: number) =>
      applyAll(withPorts(LAUNCH, HEAD, `trigger out + ${amps} A`), [add('r1', relay, BOW), to('t1', 'r1')]);
    expect(coil).toBeGreaterThan(0);
    expect(found(gives(coil), 'trigger-overloaded')).toEqual([]);
    expect(found(gives(coil - 0.001), 'trigger-overloaded')).toMatchObject([{ figures: [{ value: coil }, {}] }]);
  });
  test('a − trigger into a module that wants + is not understood', () => {
    const module = shelfItem('lapwing-4');
    if (module.kind !== 'switchModule') throw new Error('no module');
    const sense = (trigger: string, triggers: ('plus' | 'minus')[]) =>
      applyAll(withPorts(LAUNCH, HEAD, `trigger out ${trigger} 0.2 A`), [
        add('m1', { ...module, triggers }, BOW),
        to('t1', 'm1'),
      ]);
    expect(found(sense('−', ['plus']), 'trigger-sense')).toHaveLength(1);
    expect(found(sense('−', ['plus', 'minus']), 'trigger-sense')).toEqual([]);
    expect(found(sense('+', ['plus']), 'trigger-sense')).toEqual([]);
  });
  test('a link goes to ports of its kind, from an output to an input', () => {
    const screen = typed('device', {
      name: 'Pane',
      form: 'screen',
      'demand.idleA': '1',
      ports: 'television out, camera',
    });
    const job = (kind: Link['kind'], port: string) =>
      applyAll(withPorts(LAUNCH, HEAD, 'television, camera'), [
        add('screen', screen, BOW),
        link('v', { kind, from: end('screen', port), to: end(HEAD, `${kind}-in`) }),
      ]);
    expect(found(job('television', 'television-out'), 'link-unlike')).toEqual([]);
    expect(found(job('camera', 'camera-in'), 'link-unlike')[0]!.reason).toContain('both ports are inputs');
    expect(found(job('camera', 'television-out'), 'link-unlike')[0]!.reason).toContain('television sound port');
  });
});

describe('lamp rings', () => {
  const controller = (ports: string) =>
    typed('device', { name: 'Glow box', 'demand.idleA': '0.1', form: 'screen', ports });
  const speakers = Object.keys(LAUNCH.gear).filter((id) => LAUNCH.gear[id]!.item.kind === 'speaker');
  const ringed = speakers.reduce((job, id) => withPorts(job, id, 'lamp ring in 0.4 A'), LAUNCH);
  const onBoard = (ports: string) => apply(ringed, add('glow', controller(ports), BOW));
  const pressed = (job: Job) => {
    let now = job;
    for (let [one] = found(now, 'lamp-ring-dark').filter(({ cure }) => cure); one;) {
      now = applyAll(now, one.cure!.operations);
      [one] = found(now, 'lamp-ring-dark').filter(({ cure }) => cure);
    }
    return now;
  };
  test('with no controller they are capped; with one, each is lit by an output, and no more than it has', () => {
    expect(found(ringed, 'lamp-ring-dark')).toEqual([]);
    expect(speakers.length).toBeGreaterThan(2);
    const enough = onBoard(`${speakers.length} x lamp ring out 0.5 A`);
    expect(found(enough, 'lamp-ring-dark').map(({ subject }) => subject.id)).toEqual(speakers);
    const lit = pressed(enough);
    expect(found(lit, 'lamp-ring-dark')).toEqual([]);
    expect(Object.values(lit.links).map(({ kind, from, to }) => [kind, from, to.of])).toEqual(
      speakers.map((id) => ['lamps', end('glow', 'lamps-out'), id]),
    );
    expect(planJob(lit).findings.filter(({ rule }) => /^(port-|link-unlike|trigger-)/.test(rule))).toEqual([]);
    // Each is offered an output of its own, the last one none.
    const few = found(onBoard(`${speakers.length - 1} x lamp ring out 0.5 A`), 'lamp-ring-dark');
    expect(few.map(({ cure }) => cure !== undefined)).toEqual(speakers.map((_, i) => i < speakers.length - 1));
    const short = pressed(onBoard(`${speakers.length - 1} x lamp ring out 0.5 A`));
    const [dark, ...more] = found(short, 'lamp-ring-dark');
    expect(more).toEqual([]);
    expect(dark!.figures.map(({ value }) => value)).toEqual([1, 0]);
    expect(dark!.reason).toContain('no output left for it');
    // What comes out wants no light.
    const out = apply(short, { op: 'setThere', id: dark!.subject.id, there: 'out' });
    expect(found(out, 'lamp-ring-dark')).toEqual([]);
  });
  test('an output gives for each ring that hangs on it, and no more', () => {
    const lit = (amps: string) => pressed(onBoard(`${speakers.length} x lamp ring out ${amps} A`));
    expect(found(lit('0.4'), 'trigger-overloaded')).toEqual([]);
    expect(found(lit('0.39'), 'trigger-overloaded')).toHaveLength(1);
  });
  test('a repeater is lit by the controller, and lights the rest, never itself', () => {
    const both = applyAll(LAUNCH, [
      add('glow', controller('lamp ring out 1 A'), BOW),
      add('again', controller('lamp ring in 0.1 A, 2 x lamp ring out 1 A'), BOW),
    ]);
    const [one, ...more] = found(both, 'lamp-ring-dark');
    expect(more).toEqual([]);
    const lit = applyAll(both, one!.cure!.operations);
    expect(Object.values(lit.links).map(({ from, to }) => [from.of, to.of])).toEqual([['glow', 'again']]);
    const alone = apply(LAUNCH, add('again', controller('lamp ring in 0.1 A, 2 x lamp ring out 1 A'), BOW));
    expect(found(alone, 'lamp-ring-dark')[0]!.cure).toBeUndefined();
  });
  test('a piece with two rings is told of once, and its press joins both; a key that is used is not taken', () => {
    const [id] = speakers;
    const two = withPorts(onBoard('4 x lamp ring out 1 A'), id!, '2 x lamp ring in 0.4 A');
    const mine = () => found(two, 'lamp-ring-dark').filter(({ subject }) => subject.id === id);
    expect(mine()).toMatchObject([{ figures: [{ value: 2 }, { value: 4 }] }]);
    const taken = apply(two, link(`lamps-${id!}`, { kind: 'usb', from: end(HEAD), to: end(BOW) }));
    const [one] = found(taken, 'lamp-ring-dark').filter(({ subject }) => subject.id === id);
    const joined = applyAll(taken, one!.cure!.operations);
    expect(Object.values(joined.links).filter(({ kind, to }) => kind === 'lamps' && to.of === id)).toHaveLength(2);
    expect(joined.links[`lamps-${id!}`]!.kind).toBe('usb');
  });
});

test('two ports of one piece that are both asked for too much are one finding', () => {
  const relay = shelfItem('latch-30');
  const two = applyAll(withPorts(LAUNCH, HEAD, 'trigger out + 0.01 A, lamp ring out 0.2 A'), [
    add('r1', relay, BOW),
    add('r2', relay, BOW),
    ...['r1', 'r2'].map((id) => link(id, { kind: 'trigger', from: end(HEAD, 'trigger-out'), to: end(id) })),
    add('ring', typed('device', { name: 'Ring', 'demand.idleA': '0', ports: 'lamp ring in 0.3 A' }), BOW),
    add('ring2', typed('device', { name: 'Ring', 'demand.idleA': '0', ports: 'lamp ring in 0.3 A' }), BOW),
    ...['ring', 'ring2'].map((id) =>
      link(id, { kind: 'lamps', from: end(HEAD, 'lamps-out'), to: end(id, 'lamps-in') }),
    ),
  ]);
  expect(found(two, 'port-taken')).toMatchObject([
    { figures: [{ value: 2 }, { value: 1 }, { value: 2 }, { value: 1 }] },
  ]);
  const [over, ...more] = found(two, 'trigger-overloaded');
  expect(more).toEqual([]);
  expect(over!.figures.map(({ value }) => value)).toEqual([expect.any(Number), 0.01, 0.6, 0.2]);
});

test('a powered accessory has a feed, a fuse and a standby draw like other gear, and plays no sound', () => {
  const [head] = Object.keys(TOURER.gear);
  const screen = typed('device', { name: 'Pane', form: 'screen', 'demand.idleA': '1.5', 'demand.memoryA': '0.02' });
  const job = apply(TOURER, add('screen', screen, TOURER.gear[head!]!.place));
  const plan = planJob(job);
  const feed = plan.power.feeds['screen']!;
  // 1.5 A × 1.25 → the next size up, 2 A (ISO 8820-3 blade sizes 1, 2, 3, 5 … A).
  expect(feed.states.restFull!.amps).toBeCloseTo(1.5, 6);
  expect(feed.fuseNeedA).toBeCloseTo(1.875, 6);
  expect(
    planJob(apply(job, { op: 'chooseHolder', gear: 'screen', holder: shelfItem('holder-blade') as FuseHolder })).power
      .feeds['screen']!.fuseA,
  ).toBe(2);
  expect(plan.cutList.cuts.filter(({ to }) => to === 'screen').map(({ use }) => use)).toEqual([
    'constant +',
    'return −',
  ]);
  const before = planJob(TOURER).keyOff[0]!.amps;
  expect(plan.keyOff[0]!.amps - before).toBeCloseTo(0.02, 9);
  expect(Object.keys(plan.speakers.circuits)).toEqual(Object.keys(planJob(TOURER).speakers.circuits));
  expect(plan.tags['screen']).toBe('P1');
});
