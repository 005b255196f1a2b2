import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { GearItem } from '../gear/gear';
import { pinWords } from '../gear/pins';
import { readPins } from '../gear/typing/leads';
import { pinEnd } from '../connections/pins';
import { jobFaults, type Job } from '../job/job';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { buttFor } from '../tables/terminals';

const [HEAD] = Object.entries(TOURER.gear).flatMap(([id, { item }]) => (item.kind === 'headUnit' ? [id] : [])) as [
  string,
];
const PLACE = TOURER.gear[HEAD]!.place!;
const withPins = (item: GearItem, text: string): GearItem => ({ ...item, pins: readPins(text)! });
const OLD_PLUG =
  'radio plug: 1 red constant 18 metered, 2 yellow ground 18 metered, 3 orange illumination 20, 4 ?, 5 white FL + 22, 6 white/black FL −';
const NEXT =
  'yellow constant 16, red switched 18, black ground 16, orange illumination 20, white FL + 18, white/black FL − 18, brown mute';

/** The old radio comes out of its plug, all else stays, and a new one with a pigtail takes its place. */
const swap = (...more: Operation[]): Job =>
  applyAll(TOURER, [
    ...Object.keys(TOURER.gear).map((id): Operation => ({ op: 'setThere', id, there: id === HEAD ? 'out' : 'kept' })),
    { op: 'setPinOut', gear: HEAD, pins: readPins(OLD_PLUG)! },
    { op: 'addGear', id: 'next', item: withPins(shelfItem('kingcup-3'), NEXT), place: PLACE },
    ...more,
  ]);
const rowsOf = (job: Job, gear: string) => planJob(job).pins.find((table) => table.gear === gear)!.rows;
const rowOf = (job: Job, gear: string, words: string) => rowsOf(job, gear).find(({ pin }) => pinWords(pin) === words)!;
const found = (job: Job, rule: string) => planJob(job).findings.filter((f) => f.rule === rule);

describe('a pigtail joined to the plug the old radio leaves', () => {
  const job = swap();

  test('each lead by what it does: to new wire, to the old lead that does the same, or capped', () => {
    expect(jobFaults(job)).toEqual([]);
    expect(rowsOf(job, 'next').map(({ pin, fate, far }) => [pinWords(pin), fate, far?.run ?? far?.old?.pin])).toEqual([
      ['constant +', 'joined', 'feed:battery>next'],
      ['switched +', 'joined', 'switched:switched>next'],
      ['ground −', 'joined', 'return:battery>next'],
      // No wire of the plan: it goes to what did the same before.
      ['illumination', 'joined', 'radio-plug-3-illumination'],
      // The head unit of this job drives no speaker itself.
      ['FL +', 'capped', undefined],
      ['FL −', 'capped', undefined],
      ['mute', 'capped', undefined],
    ]);
    expect(rowsOf(job, HEAD).map(({ pin, fate, far }) => [pinWords(pin), fate, far?.old?.gear])).toEqual([
      ['constant +', 'capped', undefined],
      ['ground −', 'capped', undefined],
      ['illumination', 'joined', 'next'],
      ['not known', 'bare', undefined],
      ['FL +', 'capped', undefined],
      ['FL −', 'capped', undefined],
    ]);
  });

  test('ends by both sizes and the craft', () => {
    const end = (words: string, gauge?: '10' | '16', loom = false) =>
      pinEnd(job, rowOf(job, 'next', words), { gauge, loom });
    // Common practice: red 22–16, blue 16–14, yellow 12–10 AWG.
    expect(end('illumination')).toBe('red butt, 22–16 AWG');
    expect(end('constant +', '16')).toMatch(/^red butt/);
    expect(end('constant +', '10')).toMatch(/^step-down butt|^yellow butt, double/);
    expect(end('mute')).toBe('cap, shrink over it');
    expect(pinEnd(job, rowOf(job, HEAD, 'FL +'), undefined, true)).toBe('taped in its plug');
    expect(buttFor('26', '18')).toBe('solder, shrink over it: too thin to crimp');
    expect(buttFor('24', '18', true)).toBe('red butt, 22–16 AWG, the thin strands folded back');
    expect(buttFor('26', '10', true)).toBe('yellow butt, 12–10 AWG, the thin strands folded back');
    expect(buttFor('22', '18', true)).toBe('red butt, 22–16 AWG');
  });

  test('the step says what is joined, what is capped, and before first power nothing is bare', () => {
    const steps = new Map(planJob(job).build.steps.map((step) => [step.id, step]));
    const connect = steps.get('connect:gear/next')!;
    expect(connect.lines).toContainEqual(
      'orange illumination to 3 orange illumination of H2 Kingcup 3: red butt, 22–16 AWG.',
    );
    expect(connect.lines).toContainEqual('Cap one by one: white FL +, white/black FL −, brown mute.');
    expect(connect.ends.map(({ use, to }) => [use.split(' ')[0], to])).toContainEqual(['constant', 'its yellow lead']);
    expect(steps.get('test:shorts')!.checks).toContainEqual({
      id: 'bare',
      text: 'No bare end anywhere: 3 capped, one old plug taped',
    });
  });

  test('a lead nobody knows is a stop until it is capped or found out; the cure caps it', () => {
    const [stop] = found(job, 'bare-lead');
    expect(stop).toMatchObject({ severity: 'stop', subject: { id: HEAD }, figures: [{ value: 1 }] });
    expect(stop!.overrulable).toBe(true);
    const cured = applyAll(job, stop!.cure!.operations);
    expect(found(cured, 'bare-lead')).toEqual([]);
    const metered = apply(job, { op: 'meterPin', gear: HEAD, pin: 'radio-plug-4-unknown', metered: true });
    expect(found(metered, 'bare-lead')).toEqual([]);
    // A ground that is left bare is no live lead; a constant is.
    const bare = (pin: string) => apply(cured, { op: 'setPin', gear: HEAD, pin, choice: { fate: 'bare' } });
    expect(found(bare('radio-plug-2-ground'), 'bare-lead')).toEqual([]);
    expect(found(bare('radio-plug-1-constant'), 'bare-lead')).toHaveLength(1);
    // Speaker leads of the craft carry nothing any more; those of the new unit do.
    expect(found(bare('radio-plug-5-fl-plus'), 'bare-lead')).toEqual([]);
    const own = apply(cured, { op: 'setPin', gear: 'next', pin: 'fl-plus', choice: { fate: 'bare' } });
    expect(found(own, 'bare-lead').map(({ subject }) => subject.id)).toEqual(['next']);
  });

  test('joined by its label only is noted; metered it is not', () => {
    const [note] = found(job, 'old-lead-not-metered');
    expect(note).toMatchObject({ severity: 'note', subject: { id: HEAD }, figures: [{ value: 1 }] });
    const cured = applyAll(job, note!.cure!.operations);
    expect(found(cured, 'old-lead-not-metered')).toEqual([]);
    expect(rowOf(cured, 'next', 'illumination').far!.metered).toBe(true);
  });

  test('one colour with two meanings is told, by pin', () => {
    // Yellow is ground in the old plug and constant on the new pigtail; red is constant there and switched here.
    const [caution] = found(job, 'splice-colours');
    expect(caution).toMatchObject({ severity: 'caution', figures: [{ value: 2 }] });
    expect(caution!.reason).toMatch(/yellow is constant \+ on H1 and ground − on H2/);
    const like = apply(job, {
      op: 'setPinOut',
      gear: HEAD,
      pins: readPins('radio plug: 1 yellow constant, 2 black ground, 3 orange illumination')!,
    });
    expect(found(like, 'splice-colours')).toEqual([]);
  });
});

test('fed from the radio plug, the pigtail goes into the adapter and the old pins with it', () => {
  const radio = {
    name: 'Radio plug, constant',
    colour: { body: 'red' },
    use: 'constant',
    metered: true,
    offVolts: 12.6,
    accessoryVolts: 12.6,
    runVolts: 12.6,
    fuseA: 15,
    drawsA: 0,
    shares: '',
    size: '18',
    place: PLACE,
    access: 'radioPlug',
    battery: null,
    lengthMm: 1500,
    negative: true,
  } as const;
  const fedBy = (access: 'radioPlug' | 'bareWire') =>
    swap(
      { op: 'setExisting', id: 'radio', circuit: { ...radio, access } },
      { op: 'feedFrom', gear: 'next', from: 'radio' },
    );
  const job = fedBy('radioPlug');
  // A bare wire at the same place is spliced, whatever was there before.
  expect(rowOf(fedBy('bareWire'), 'next', 'constant +')).toMatchObject({
    fate: 'joined',
    far: { run: 'feed:radio>next' },
  });
  const fates = (gear: string) => Object.fromEntries(rowsOf(job, gear).map(({ pin, fate }) => [pinWords(pin), fate]));
  expect(fates('next')).toMatchObject({ 'constant +': 'adapter', 'ground −': 'adapter', 'switched +': 'joined' });
  expect(fates(HEAD)).toMatchObject({ 'constant +': 'adapter', 'ground −': 'adapter', 'FL +': 'capped' });
  const { lines } = planJob(job).build.steps.find(({ id }) => id === 'connect:gear/next')!;
  expect(lines).toContainEqual('By the adapter: yellow constant +, black ground −.');
});

test('speaker leads by seat and side; a bridged pair leaves two of four; joined leads share one feed', () => {
  const job = DEMO_JOBS.find(({ craft }) => craft.pattern.kind === 'recreationalVehicle')!;
  const head = Object.keys(job.gear).find((id) => job.gear[id]!.item.kind === 'headUnit')!;
  const wired = Object.keys(job.circuits).filter((key) => key.startsWith(`${head}/`));
  expect(wired.length).toBeGreaterThan(0);
  const { rows } = planJob(job).pins.find(({ gear }) => gear === head)!;
  // Two for every channel that has something connected are joined.
  const speakers = rows.filter(({ pin }) => typeof pin.does !== 'string');
  expect(speakers.filter(({ fate }) => fate === 'joined')).toHaveLength(2 * wired.length);
  expect(speakers.filter(({ fate }) => fate === 'capped')).toHaveLength(8 - 2 * wired.length);
  const joined = apply(job, { op: 'setTurnOn', turnOn: { joined: true } });
  const runs = planJob(joined)
    .pins.find(({ gear }) => gear === head)!
    .rows.flatMap(({ pin, far }) => (pin.does === 'constant' || pin.does === 'switched' ? [far?.run] : []));
  expect(runs[0]).toMatch(/^feed:/);
  expect(runs[1]).toBe(runs[0]);
});

test('a person’s word on a lead: joined elsewhere, cut, taken back; what it names goes with the gear', () => {
  const job = swap();
  const said = applyAll(job, [
    { op: 'setPin', gear: 'next', pin: 'mute', choice: { fate: 'joined', to: `${HEAD}/radio-plug-4-unknown` } },
    { op: 'setPin', gear: 'next', pin: 'illumination', choice: { fate: 'cut' } },
  ]);
  expect(rowOf(said, 'next', 'mute')).toMatchObject({ fate: 'joined', said: true, far: { old: { gear: HEAD } } });
  expect(rowOf(said, HEAD, 'not known')).toMatchObject({ fate: 'joined', far: { old: { gear: 'next', pin: 'mute' } } });
  expect(rowOf(said, HEAD, 'illumination').fate).toBe('capped');
  expect(planJob(said).build.steps.find(({ id }) => id === 'connect:gear/next')!.lines).toContainEqual(
    'Cut off and shrink over the end: orange illumination.',
  );
  expect(apply(said, undoOf(job, said)!)).toEqual(job);
  // The old unit goes out of the job, and what was joined to it falls back to what follows by itself.
  const without = apply(said, { op: 'removeGear', id: HEAD });
  expect(jobFaults(without)).toEqual([]);
  expect(without.pins['next']).toEqual({ illumination: { fate: 'cut', to: null } });
  // Its leads told otherwise, what named one that is no more is forgotten.
  const other = apply(said, { op: 'setPinOut', gear: HEAD, pins: readPins('1 red constant')! });
  expect(jobFaults(other)).toEqual([]);
  expect(other.pins['next']).toEqual({ illumination: { fate: 'cut', to: null } });
  const back = apply(said, { op: 'setPin', gear: 'next', pin: 'mute', choice: null });
  expect(rowOf(back, 'next', 'mute')).toMatchObject({ fate: 'capped', said: false });
  for (const wrong of [
    { op: 'setPin', gear: 'next', pin: 'toString', choice: { fate: 'cut' } },
    { op: 'setPin', gear: 'next', pin: 'mute', choice: { to: 'next/constant' } },
    { op: 'setPin', gear: 'next', pin: 'mute', choice: { fate: 'joined', to: 'nowhere' } },
    { op: 'meterPin', gear: 'next', pin: 'constructor', metered: true },
  ] as Operation[])
    expect(() => apply(job, wrong)).toThrow(/lead|expected/);
});

test('kept gear has no table, nor has what stands nowhere; an amplifier without told leads has terminals', () => {
  const job = swap({ op: 'addGear', id: 'spare', item: shelfItem('kingcup-3'), place: null });
  expect(planJob(job).pins.map(({ gear }) => gear)).toEqual(['next', HEAD]);
});
