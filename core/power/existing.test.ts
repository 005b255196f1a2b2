import { RIVER_LAUNCH } from '#demo/patterns/river-launch';
import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { jobFaults, type Job } from '../job/job';
import { parseJob } from '../job/upgrade';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import type { Existing } from '../job/supply';
import { planJob } from '../plan';
import { foundOhmsPerMetre, ohmsPerMetre } from '../tables/conductors';
import { aheadOf, feedNetwork } from './feeds';
import { gaugeAlternatives } from './alternatives';
import { FEED_CASES } from './cases';
import { feedFormulas } from './formulas';
import { spareAmps } from './existing';
import { askedOf } from './existing-rules';
import { solveNetwork } from './network';

const LAUNCH_JOB = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const OTHER = Object.keys(LAUNCH_JOB.craft.batteries).find((id) => id !== 'battery')!;
const [HEAD] = Object.entries(TOURER.gear).flatMap(([id, { item }]) => (item.kind === 'headUnit' ? [id] : [])) as [
  string,
];
const RADIO: Existing = {
  name: 'Radio plug, constant',
  colour: { body: 'yellow' },
  use: 'constant',
  metered: true,
  offVolts: 12.6,
  accessoryVolts: 12.6,
  runVolts: 12.6,
  fuseA: 15,
  drawsA: 0.5,
  shares: '',
  size: '16',
  place: 'dash',
  access: 'radioPlug',
  battery: null,
  lengthMm: 2200,
  negative: true,
};
const circuit = (id: string, part: Partial<Existing> = {}): Operation => ({
  op: 'setExisting',
  id,
  circuit: { ...RADIO, ...part },
});
/** The commonest job: everything stays but the radio, and the new one is fed from the old one’s plug. */
const swap = (part: Partial<Existing> = {}, ...more: Operation[]): Job =>
  applyAll(TOURER, [
    ...Object.keys(TOURER.gear).map((id): Operation => ({ op: 'setThere', id, there: id === HEAD ? 'out' : 'kept' })),
    { op: 'addGear', id: 'next', item: shelfItem('kingcup-3'), place: 'dash' },
    circuit('radio', part),
    circuit('key', { name: 'Radio plug, switched', use: 'switched', offVolts: 0, colour: { body: 'red' } }),
    { op: 'feedFrom', gear: 'next', from: 'radio' },
    { op: 'setTurnOn', turnOn: { source: 'key' } },
    ...more,
  ]);
const found = (job: Job, rule: string) => planJob(job).findings.filter((f) => f.rule === rule);

describe('a radio swapped, fed from the plug of the old one', () => {
  const job = swap();
  const plan = planJob(job);

  test('no wire is cut, no tank comes off, and it is done in the hours such a swap takes', () => {
    expect(plan.cutList.wireM).toBe(0);
    expect(plan.runs.every(({ old }) => old)).toBe(true);
    expect(plan.build.teardown.covers.map(({ cover }) => cover)).toEqual(['screen', 'cowl']);
    // About 2.5 h (common practice).
    expect(plan.ledger.hours).toBeGreaterThan(2);
    expect(plan.ledger.hours).toBeLessThan(2.75);
    expect(plan.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  });

  test('the old wire’s drop by hand: what the radio takes, and what the circuit draws already, out and back', () => {
    // 16 AWG is 1.309 mm²; stranded copper at the job’s temperature, 2.2 m each way; 0.9 A and 0.5 A.
    const celsius = job.settings.conductorCelsius;
    const perMetre = (1.02 / 58 / 1.309) * (1 + 0.00393 * (celsius - 20));
    const byHand = 2 * 2.2 * perMetre * (0.9 + 0.5);
    const { stretches, states } = plan.power.feeds['next']!;
    const old = stretches.filter(({ gear }) => gear === 'radio');
    expect(old.map(({ name }) => name)).toEqual(['Existing wire out', 'Existing wire back']);
    expect(old.reduce((volts, { lostVolts }) => volts + lostVolts, 0)).toBeCloseTo(byHand, 4);
    const whole = stretches.reduce((volts, { lostVolts }) => volts + lostVolts, 0);
    expect(states.restFull!.dropVolts).toBeCloseTo(whole, 5);
  });

  test('what the circuit draws already is not the sound’s: the battery brings 0.9 A of it', () => {
    const without = planJob(swap({ drawsA: 0 }));
    const rest = (of: typeof plan) => of.power.totalAmps.restFull!;
    expect(rest(plan)).toBeCloseTo(rest(without), 6);
    expect(plan.power.circuits['radio']!.states.restFull!.amps).toBeCloseTo(1.4, 7);
    expect(askedOf(job, plan.power.circuits['radio']!).amps).toBeCloseTo(0.9, 7);
  });

  test('the adapter is one step for both wires of the plug, behind the covers, metered each by itself', () => {
    const taps = plan.build.steps.filter(({ id }) => id.startsWith('tap:'));
    expect(taps.map(({ id, title }) => [id, title])).toEqual([
      ['tap:existing/radio', 'Tap Radio plug, constant and Radio plug, switched'],
    ]);
    expect(taps[0]!.checks.map(({ text }) => text)).toEqual([
      'Radio plug, constant metered: live with the key off',
      'Radio plug, switched metered: dead with the key off, live at run',
    ]);
    expect(taps[0]!.after).toContain('off:cover/cowl');
    expect(taps[0]!.lines.join()).toContain('No wire of the craft is cut');
    expect(plan.terminals.filter(({ run }) => run.startsWith('feed:')).map(({ at }) => at)).toEqual(['next']);
  });

  test('its network is what the plan was solved by, and it says what is ahead', () => {
    for (const feedCase of FEED_CASES.filter(({ engine }) => engine !== 'shore')) {
      const solved = solveNetwork(feedNetwork(job, plan.power, feedCase));
      if (solved.state !== 'solved') throw new Error('collapsed');
      const at = (end: string) => solved.volts.get(`next/${end}`)!;
      expect(at('plus') - at('minus')).toBeCloseTo(plan.power.feeds['next']!.states[feedCase.id]!.deviceVolts, 6);
    }
    expect(aheadOf(plan.power, plan.power.feeds['next']!)!.item.name).toBe('Radio plug, constant');
    expect(plan.power.feeds['next']!.above).toEqual({ gear: 'radio', amps: 15 });
  });

  test('other sizes and every formula of the feed count the old wire', () => {
    const feed = plan.power.feeds['next']!;
    const others = gaugeAlternatives(job, plan.power, feed);
    const own = others.find(({ gauge }) => gauge === feed.gauge)!;
    expect(own.dropPct).toBeCloseTo(feed.states.restFull!.dropPct, 6);
    expect(feedFormulas(job, plan.power, feed).drop!.numbers).not.toMatch(/NaN|undefined/);
  });

  test('without a negative of its own it returns to the battery by a new wire', () => {
    const runs = planJob(swap({ negative: false })).runs.filter(({ old }) => !old);
    expect(runs.map(({ id }) => id)).toEqual(['return:battery>next']);
  });
});

test('spliced elsewhere the new tail is cut from there: the place of the circuit, nothing laid aside at the splice', () => {
  const at = (place: string) =>
    planJob(swap({ place, access: 'bareWire' })).runs.find(({ id }) => id === 'feed:radio>next')!;
  expect([at('dash').old, at('dash').layMm]).toEqual([false, 0]);
  expect(at('lampShelf').fromPlace).toBe('lampShelf');
  expect(at('lampShelf').cutMm).toBeGreaterThan(at('dash').cutMm);
  const { places } = TOURER.craft.pattern;
  const { terminalAllowanceMm } = TOURER.settings;
  expect(at('dash').allowanceMm).toBe(places['dash']!.allowanceMm + 2 * terminalAllowanceMm);
});

test.each([
  ['bareWire', 'step-down butt', 'join both its halves'],
  ['lighterSocket', 'T-lead', 'T-lead between'],
  ['stud', 'ring', 'four rings'],
  ['switchPanel', 'spade', 'never on the panel’s bus'],
  ['fuseTap', 'fuse tap', 'old fuse in its inner slot'],
] as const)('%s is ended and tapped as such', (access, end, line) => {
  const plan = planJob(swap({ access, place: 'lampShelf', size: '12' }));
  const step = plan.build.steps.find(({ id }) => id === 'tap:existing/radio')!;
  expect(step.ends.map((row) => row.with)[0]).toContain(access === 'bareWire' ? 'butt' : end);
  expect(step.lines.join(' ')).toContain(line);
  expect(step.after).toContain('pull:run/radio-next');
});

describe('what is asked of a circuit', () => {
  test('spare is fuse ÷ margin less what it draws; at it nothing is said, beyond it a stop, and the cure feeds from the battery', () => {
    // 0.9 A asked at most and 50 mA of its switched lead elsewhere: 5 ÷ 1.25 − 3.1 = 0.9.
    expect(spareAmps(TOURER, { ...RADIO, fuseA: 5, drawsA: 3.1 })).toBeCloseTo(0.9, 12);
    expect(found(swap({ fuseA: 5, drawsA: 3.1 }), 'existing-over-spare')).toEqual([]);
    const over = swap({ fuseA: 5, drawsA: 3.11 });
    const [finding] = found(over, 'existing-over-spare');
    expect(finding).toMatchObject({ severity: 'stop', subject: { kind: 'existing', id: 'radio' } });
    expect(finding!.figures.map(({ value }) => Math.round(value * 1000) / 1000)).toEqual([0.9, 0.89]);
    const cured = applyAll(over, finding!.cure!.operations);
    expect(cured.feeds['next']!.from).toBeNull();
    expect(found(cured, 'existing-over-spare')).toEqual([]);
  });

  test('two pieces on one circuit and the switched lead tapped from it add up', () => {
    const both = swap(
      { fuseA: 5, drawsA: 2 },
      { op: 'addGear', id: 'second', item: shelfItem('kingcup-3'), place: 'lampShelf' },
      { op: 'feedFrom', gear: 'second', from: 'radio' },
    );
    const plan = planJob(both);
    // Two radios idle at 0.9 A each: 1.8 of 5 ÷ 1.25 − 2 = 2 A.
    expect(askedOf(both, plan.power.circuits['radio']!).amps).toBeCloseTo(1.8, 7);
    expect(found(both, 'existing-over-spare')).toEqual([]);
    const tapped = applyAll(both, [
      { op: 'setTurnOn', turnOn: { source: 'radio' } },
      { op: 'setExisting', id: 'radio', circuit: { drawsA: 2.15 } },
    ]);
    // And each switched lead 50 mA.
    expect(askedOf(tapped, planJob(tapped).power.circuits['radio']!)).toMatchObject({ tapped: 0.1 });
    const [finding] = found(tapped, 'existing-over-spare');
    expect(finding!.reason).toContain('1.9 A');
    expect(finding!.cure!.operations).toHaveLength(2);
  });

  test('what is not known stays so, and is said', () => {
    expect(found(swap(), 'existing-unknown')).toEqual([]);
    const [finding] = found(swap({ fuseA: null, lengthMm: null }), 'existing-unknown');
    expect(finding!.reason).toBe(
      'Radio plug, constant: its fuse, its length back to the battery not known, so what it spares cannot be told, and its own drop counts as nothing.',
    );
    expect(found(swap({ fuseA: null }), 'existing-over-spare')).toEqual([]);
    expect(found(swap({ fuseA: null }), 'kept-fuse-unknown')[0]!.reason).toContain('ahead of Radio plug, constant');
  });

  test('a dead one, a fuse below what the maker names, and wire behind too large a fuse', () => {
    expect(found(swap(), 'existing-dead')).toEqual([]);
    const [dead] = found(swap({ runVolts: 9.59 }), 'existing-dead');
    expect(dead!.severity).toBe('stop');
    expect(found(swap({ runVolts: 9.6 }), 'existing-dead')).toEqual([]);
    expect(found(applyAll(swap({ runVolts: 0 }), dead!.cure!.operations), 'existing-dead')).toEqual([]);
    // The maker of this radio names 10 A.
    expect(found(swap({ fuseA: 10 }), 'existing-fuse-small')).toEqual([]);
    const [small] = found(swap({ fuseA: 7.5 }), 'existing-fuse-small');
    expect(small!.figures.map(({ value }) => value)).toEqual([7.5, 10]);
    expect(found(applyAll(swap({ fuseA: 7.5 }), small!.cure!.operations), 'existing-fuse-small')).toEqual([]);
    // 16 AWG of unknown insulation carries 20 A (from memory).
    const unknown: Operation = { op: 'setSettings', settings: { insulation: 'unknown' } };
    expect(found(swap({ fuseA: 20 }, unknown), 'existing-fuse-large')).toEqual([]);
    expect(found(swap({ fuseA: 25 }, unknown), 'existing-fuse-large')).toHaveLength(1);
    expect(found(swap({ fuseA: 25, size: '20' }, unknown), 'existing-fuse-large')).toEqual([]);
  });

  test('a switch that cuts the constant too: memory lost, and nothing drawn with the key off', () => {
    const standby = (job: Job) =>
      planJob(job).keyOff.flatMap(({ drains }) => drains.filter(({ gear }) => gear === 'next'));
    expect(standby(swap())).toMatchObject([{ what: 'standby draw', amps: 0.006 }]);
    expect(found(swap(), 'existing-cuts-memory')).toEqual([]);
    const cut = swap({ offVolts: 0 });
    expect(standby(cut)).toEqual([]);
    const [finding] = found(cut, 'existing-cuts-memory');
    expect(finding!.reason).toContain('H1 forgets clock and stations');
    expect(found(applyAll(cut, finding!.cure!.operations), 'existing-cuts-memory')).toEqual([]);
    // Not measured: by what it is said to be, and the drain counts all the same.
    expect(found(swap({ offVolts: null, use: 'switched' }), 'existing-cuts-memory')).toHaveLength(1);
    expect(standby(swap({ offVolts: null, use: 'switched' }))).toHaveLength(1);
    // Gear that keeps nothing loses nothing.
    const item = { ...shelfItem('kingcup-3') };
    if (item.kind !== 'headUnit') throw new Error('no radio');
    const plain = swap(
      { offVolts: 0 },
      { op: 'removeGear', id: 'next' },
      { op: 'addGear', id: 'next', item: { ...item, demand: { ...item.demand, memoryA: 0 } }, place: 'dash' },
      { op: 'feedFrom', gear: 'next', from: 'radio' },
    );
    expect(found(plain, 'existing-cuts-memory')).toEqual([]);
  });

  test('an old wire that loses more than the limit makes no new wire thicker', () => {
    const amp = (part: Partial<Existing>) =>
      applyAll(TOURER, [
        circuit('acc', { access: 'bareWire', place: 'underSeat', fuseA: 40, drawsA: 0, ...part }),
        { op: 'feedFrom', gear: 'amp', from: 'acc' },
        { op: 'chooseHolder', gear: 'amp', holder: null },
      ]);
    const thin = planJob(amp({ size: '16', lengthMm: 3000 }));
    const [drop] = thin.findings.filter(({ rule }) => rule === 'existing-drop');
    expect(drop!.subject).toEqual({ kind: 'existing', id: 'acc' });
    // Its fuse decides, not a drop that no new wire mends.
    expect(thin.power.feeds['amp']!.gaugeReason).toBe('ampacity');
    expect(thin.power.feeds['amp']!.ampacityA).toBeGreaterThanOrEqual(40);
    expect(['12', '10', '8']).toContain(thin.power.feeds['amp']!.gauge);
    const thick = planJob(amp({ size: '6', lengthMm: 600 }));
    expect(thick.findings.filter(({ rule }) => rule === 'existing-drop')).toEqual([]);
    expect(found(applyAll(amp({ size: '16', lengthMm: 3000 }), drop!.cure!.operations), 'existing-drop')).toEqual([]);
  });

  test('with two batteries one that comes from the other is told of', () => {
    const at = (battery: string | null) =>
      applyAll(LAUNCH_JOB, [
        circuit('spare', { place: RIVER_LAUNCH.switchedPlace, battery, access: 'switchPanel' }),
        {
          op: 'feedFrom',
          gear: Object.entries(LAUNCH_JOB.gear).find(([, { item }]) => item.kind === 'headUnit')![0],
          from: 'spare',
        },
      ]);
    expect(found(at(null), 'existing-other-battery')).toEqual([]);
    const [finding] = found(at('start'), 'existing-other-battery');
    expect(finding!.severity).toBe('note');
    expect(found(applyAll(at('start'), finding!.cure!.operations), 'existing-other-battery')).toEqual([]);
  });
});

describe('the job file', () => {
  test('names each thing about a circuit that does not hold, and keeps the job', () => {
    const refused = (operation: Operation) => {
      try {
        apply(swap(), operation);
        return 'taken';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused(circuit('radio', { place: 'nowhere' }))).toContain('a place of this craft');
    expect(refused(circuit('radio', { battery: 'gone' }))).toContain('a battery of this craft');
    expect(refused(circuit('radio', { use: 'negative' }))).toContain('a + to feed from');
    expect(refused(circuit('radio', { lengthMm: 30001 }))).toContain('30000');
    expect(refused({ op: 'feedFrom', gear: 'next', from: 'nothing' })).toContain('a circuit of the craft');
    expect(refused(circuit('radio', { lengthMm: 30000 }))).toBe('taken');
  });

  test('a circuit that is deleted feeds nothing any more, one edit undoes it, and what had its id as gear stays', () => {
    const job = swap();
    const struck: Operation = { op: 'setExisting', id: 'radio', circuit: null };
    const next = apply(job, struck);
    expect(next.feeds['next']!.from).toBeNull();
    expect(jobFaults(next)).toEqual([]);
    expect(apply(next, undoOf(job, next)!)).toEqual(job);
    const twin = apply(swap(), circuit(HEAD));
    expect(apply(twin, { op: 'setExisting', id: HEAD, circuit: null }).feeds[HEAD]).toEqual(twin.feeds[HEAD]);
  });

  test('a battery that is gone is forgotten by its circuits, and a circuit moved forgets the route from it', () => {
    const two = apply(LAUNCH_JOB, circuit('spare', { place: null, battery: OTHER }));
    expect(apply(two, { op: 'setBattery', id: OTHER, battery: null }).craft.existing['spare']!.battery).toBeNull();
    const bare = swap({ access: 'bareWire', place: 'lampShelf' });
    const run = planJob(bare).runs.find(({ id }) => id === 'feed:radio>next')!;
    const pinned = apply(bare, { op: 'overrule', kind: 'way', subject: run.id, value: [...run.way!.legs] });
    expect(planJob(pinned).runs.find(({ id }) => id === run.id)!.pinned).toBe(true);
    const moved = apply(pinned, { op: 'setExisting', id: 'radio', circuit: { place: 'dash' } });
    expect(moved.overrules.way).toEqual({});
  });

  test('a document of version 10 comes up with circuits that are got at where the pattern has them', () => {
    const job = TOURER;
    const { accessory } = job.craft.existing;
    const { place, access, battery, lengthMm, negative, ...then } = accessory!;
    expect([place, access, battery, lengthMm, negative]).toEqual([null, 'bareWire', null, null, false]);
    const old = { ...job, version: 10, craft: { ...job.craft, existing: { accessory: then } } };
    expect(parseJob(old)).toEqual(job);
    expect(planJob(parseJob(old))).toEqual(planJob(job));
  });
});

test('a wire found by its number has the resistance a run of that size has', () => {
  for (const size of ['18', '16', '14', '12', '10', '8', '6'] as const)
    expect(foundOhmsPerMetre(size, 35)).toBeCloseTo(ohmsPerMetre(size, 35, 'awg'), 12);
  // 20 AWG is 0.812 mm across (ASTM B258): 33.3 Ω/km solid, 2 % more as laid.
  expect(1000 * foundOhmsPerMetre('20', 20)).toBeCloseTo((1000 / 58 / ((Math.PI / 4) * 0.8118 ** 2)) * 1.02, 1);
});
