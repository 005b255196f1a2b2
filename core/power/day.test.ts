import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { SHELF, shelfItem } from '#demo/shelf';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { USUAL_DAY, type Segment } from '../job/supply';
import { planJob } from '../plan';
import { BEHAVIOUR, acceptance, coldFactor, sagAt } from '../tables/batteries';
import { planDay } from './day';
import { hoursToReserve, peukertFactor, reserveOf } from './endurance';
import { planKeyOff } from './keyoff';
import { planTurnOn, switchedSources, turnOnAmps } from './turn-on';
import { chargersAt } from './cases';
import { otherJob, standIns } from './versus';

/** The tourer on a day with four hours at rest. */
const TOURER_JOB: Job = { ...TOURER, day: USUAL_DAY };
const jobOf = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const after = (job: Job, ...operations: Operation[]) => applyAll(job, operations);
const day = (job: Job) => planDay(job, planJob(job).power);
const rest = (hours: number, part: Partial<Segment> = {}): Segment => ({
  name: 'Rest',
  hours,
  engine: 'off',
  listening: 'off',
  otherA: 0,
  ...part,
});
const bare = (segments: Segment[], ...operations: Operation[]): Job =>
  after(TOURER_JOB, { op: 'removeGear', id: 'amp' }, { op: 'removeGear', id: 'head' }, ...operations, {
    op: 'setDay',
    day: { celsius: 20, startPct: 100, segments },
  });

describe('a steady current', () => {
  test('by Peukert: 12 Ah AGM at 3 A empties in 20 h · (12 ÷ 60)^1.12 = 3.2976 h', () => {
    const plan = day(bare([rest(4, { otherA: 3 })]));
    const half = plan.batteries['battery']!.reserveAt!;
    expect(half).toBeCloseTo(3.2976 / 2, 1);
    const battery = TOURER_JOB.craft.batteries['battery']!;
    expect(half).toBeCloseTo(hoursToReserve(battery, 3)!, 1);
    // 3.2976 h to nothing.
    const spent = plan.points.find((p) => p.charge['battery']! <= 1e-9)!;
    expect(spent.hours).toBeCloseTo(3.2976, 1);
  });

  test('at the rated current it gives its rated capacity, and below no more', () => {
    const battery = TOURER_JOB.craft.batteries['battery']!;
    expect(peukertFactor(battery, 0.6)).toBe(1);
    expect(peukertFactor(battery, 0.1)).toBe(1);
    expect(day(bare([rest(10, { otherA: 0.6 })])).batteries['battery']!.end).toBeCloseTo(0.5, 3);
    expect(hoursToReserve(battery, 0.12)).toBeCloseTo(50, 6);
  });

  test('in the cold there is less of it: 0.8 % a kelvin', () => {
    const warm = bare([rest(5, { otherA: 0.6 })]);
    const cold = after(warm, { op: 'setDay', day: { ...warm.day, celsius: -5 } });
    expect(coldFactor('agm', -5)).toBeCloseTo(0.8, 9);
    expect(1 - day(cold).batteries['battery']!.end).toBeCloseTo((1 - day(warm).batteries['battery']!.end) / 0.8, 3);
  });

  test('the sun spares it: 120 W · 6 h ÷ 24 h is 30 W all day', () => {
    const dark = bare([rest(8, { otherA: 2 })], { op: 'setBattery', id: 'battery', battery: { capacityAh: 100 } });
    const sunny = after(dark, { op: 'setSolar', solar: { at: 'battery', watts: 120, hours: 6 } });
    // 2 A and 30 W ÷ 12.7 V against each other, both below the rated 5 A.
    expect(1 - day(dark).batteries['battery']!.end).toBeCloseTo(0.16, 3);
    expect(day(sunny).batteries['battery']!.lowest).toBeGreaterThan(0.999);
  });
});

describe('charging', () => {
  const low = (...operations: Operation[]) => {
    const job = bare([rest(2, { engine: 'cruise' })], ...operations);
    return after(job, { op: 'setDay', day: { ...job.day, startPct: 40 } });
  };

  test('as fast as it takes it, and no faster than the alternator spares', () => {
    const first = day(low()).points[0]!;
    // AGM takes 0.35 C: 4.2 A of the 16 there are.
    expect(first.amps['battery']).toBeCloseTo(-0.35 * 12, 6);
    const weak = day(low({ op: 'setCharging', charging: { spareCruiseA: 2 } })).points[0]!;
    expect(weak.amps['battery']).toBeCloseTo(-2, 6);
    // What goes in comes out again but for 8 %: two hours at 2 A.
    expect(day(low({ op: 'setCharging', charging: { spareCruiseA: 2 } })).batteries['battery']!.end).toBeCloseTo(
      0.4 + (2 * 2 * 0.92) / 12,
      2,
    );
  });

  test('less and less near full, never over, and not below freezing for lithium', () => {
    expect(acceptance('agm', 100, 0.5, 20)).toBe(35);
    expect(acceptance('agm', 100, 0.925, 20)).toBeCloseTo(17.5, 6);
    expect(acceptance('agm', 100, 1, 20)).toBe(0);
    expect(acceptance('lithium', 100, 0.5, -1)).toBe(0);
    const long = day(
      after(low(), { op: 'setDay', day: { celsius: 20, startPct: 40, segments: [rest(24, { engine: 'cruise' })] } }),
    );
    expect(long.batteries['battery']!.end).toBeLessThanOrEqual(1);
    expect(long.batteries['battery']!.end).toBeGreaterThan(0.99);
  });

  test('minutes to recover are those the simulation then needs', () => {
    const job = after(TOURER_JOB, {
      op: 'setDay',
      day: { celsius: 20, startPct: 100, segments: [rest(1, { listening: 'music' })] },
    });
    const { recoverMinutes, batteries } = day(job);
    expect(recoverMinutes).toBeGreaterThan(10);
    const back = after(job, {
      op: 'setDay',
      day: {
        celsius: 20,
        startPct: 100,
        segments: [
          rest(1, { listening: 'music' }),
          rest(recoverMinutes! / 60, { engine: 'cruise', listening: 'music' }),
        ],
      },
    });
    expect(batteries['battery']!.end).toBeLessThan(0.8);
    expect(day(back).batteries['battery']!.end).toBeCloseTo(1, 1);
    // Where music takes more than there is to spare it never does.
    expect(day(after(job, { op: 'setCharging', charging: { spareCruiseA: 1 } })).recoverMinutes).toBeUndefined();
  });

  test('through a charger the house takes its most, and the alternator gives that and what is lost', () => {
    const van = jobOf('narrow-van');
    const job = after(van, {
      op: 'setDay',
      day: { celsius: 20, startPct: 50, segments: [rest(1, { engine: 'cruise' })] },
    });
    const point = day(job).points[0]!;
    expect(point.amps['battery']).toBeCloseTo(-30, 0);
    // 70 A to spare, 33 of them for the charger: the starter battery takes its 0.35 C.
    expect(point.amps['starter']).toBeCloseTo(-0.35 * 80, 6);
  });
});

describe('the whole day', () => {
  test('charge stays between nothing and all, and moves by what flows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEMO_JOBS),
        fc.array(
          fc.record({
            name: fc.constant('p'),
            hours: fc.double({ min: 0.1, max: 6, noNaN: true }),
            engine: fc.constantFrom('off' as const, 'idle' as const, 'cruise' as const, 'shore' as const),
            listening: fc.constantFrom('off' as const, 'talk' as const, 'music' as const, 'hard' as const),
            otherA: fc.constantFrom(0, 1, 8),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.integer({ min: 10, max: 100 }),
        (job, segments, startPct) => {
          const plan = day(after(job, { op: 'setDay', day: { celsius: 15, startPct, segments } }));
          for (const [i, p] of plan.points.entries())
            for (const id of Object.keys(job.craft.batteries)) {
              expect(p.charge[id]).toBeGreaterThanOrEqual(0);
              expect(p.charge[id]).toBeLessThanOrEqual(1);
              const next = plan.points[i + 1];
              if (!next || next.segment !== p.segment) continue;
              if (p.amps[id]! > 0.001) expect(next.charge[id]).toBeLessThanOrEqual(p.charge[id]!);
              if (p.amps[id]! < -0.001) expect(next.charge[id]).toBeGreaterThanOrEqual(p.charge[id]!);
            }
        },
      ),
      { seed: 23, numRuns: 25 },
    );
  });

  test('more capacity never shortens it; a hungrier amplifier never lengthens it', () => {
    const at = (ah: number) => {
      const job = after(TOURER_JOB, { op: 'setBattery', id: 'battery', battery: { capacityAh: ah } });
      return day(job).noStartAt ?? 99;
    };
    const hours = [8, 12, 20, 30, 60].map(at);
    hours.slice(1).forEach((h, i) => expect(h).toBeGreaterThanOrEqual(hours[i]!));
    const hungry = {
      ...TOURER_JOB.gear['amp']!,
      item: {
        ...shelfItem('weir-4-45'),
        demand: { class: 'AB', efficiency: 0.5, idleA: 1.2, regulated: true, ratedVolts: 14.4, memoryA: 0 },
      } as never,
    };
    const worse = { ...TOURER_JOB, gear: { ...TOURER_JOB.gear, amp: hungry } };
    expect(day(worse).noStartAt!).toBeLessThan(day(TOURER_JOB).noStartAt!);
  });

  test('the table of charges is fine enough: volts of a resting battery as its chemistry has them, within 0.05 V', () => {
    const job = bare([rest(18, { otherA: 0.6 })]);
    for (const p of day(job).points) {
      const own = 12.7 - sagAt('agm', p.charge['battery']!) - 0.6 * 0.009;
      expect(Math.abs(p.volts['battery']! - own)).toBeLessThan(0.05);
    }
  });

  test('the launch: the house bank plays, the start battery still starts', () => {
    const plan = day(jobOf('river-launch'));
    expect(plan.noStartAt).toBeUndefined();
    expect(plan.batteries['battery']!.reserveAt).toBeGreaterThan(3);
    expect(plan.silentAt!.why).toBe('empty');
    // Both banks on one switch: it no longer does.
    const joined = after(jobOf('river-launch'), {
      op: 'setTie',
      id: 'combiner',
      tie: { ...jobOf('river-launch').craft.ties['combiner']!, kind: 'switch', joined: true },
    });
    expect(day(joined).noStartAt).toBeDefined();
  });

  test('a lithium house battery keeps a fifth back, one that starts keeps half', () => {
    const { battery } = jobOf('narrow-van').craft.batteries;
    expect(reserveOf(battery!)).toBe(0.2);
    expect(reserveOf({ ...battery!, role: 'both' })).toBe(0.5);
    expect(Object.keys(BEHAVIOUR)).toEqual(['flooded', 'agm', 'gel', 'lithium']);
  });
});

describe('held beside it', () => {
  const shelf = ['weir-2-80', 'weir-4-100', 'lock-4-30'].map((id) => shelfItem(id));
  test('another battery: its chemistry’s own volts, less resistance the larger it is; the job is left alone', () => {
    const other = otherJob(
      TOURER_JOB,
      { mode: 'battery', id: 'battery', chemistry: 'lithium', capacityAh: 24 },
      shelf,
    )!;
    expect(other.craft.batteries['battery']).toMatchObject({ restVolts: 13.3, capacityAh: 24, internalMilliohm: 4.5 });
    expect(day(other).noStartAt ?? 99).toBeGreaterThan(day(TOURER_JOB).noStartAt!);
    expect(TOURER_JOB.craft.batteries['battery']!.capacityAh).toBe(12);
    expect(
      otherJob(TOURER_JOB, { mode: 'battery', id: 'gone', chemistry: 'agm', capacityAh: 9 }, shelf),
    ).toBeUndefined();
  });
  test('another amplifier, where it has every channel that is used', () => {
    const by = (item: string) => otherJob(TOURER_JOB, { mode: 'amplifier', gear: 'amp', item }, shelf);
    expect(by('weir-2-80')).toBeUndefined();
    expect(by('not-there')).toBeUndefined();
    expect(day(by('lock-4-30')!).noStartAt).not.toBe(day(TOURER_JOB).noStartAt);
    expect(otherJob(TOURER_JOB, { mode: 'none' }, shelf)).toBeUndefined();
  });
});

describe('key off', () => {
  test('days by hand: 12 Ah · ½ ÷ (24 h · (7 mA + 3 % a month))', () => {
    const [own] = planKeyOff(TOURER_JOB);
    const selfA = (0.03 * 12) / 720;
    expect(own!.amps).toBeCloseTo(0.007, 9);
    expect(own!.days).toBeCloseTo(6 / (24 * (0.007 + selfA)), 6);
    expect(own!.leftOnHours).toBeUndefined();
  });
  test('an amplifier that is never switched off counts with its idle current: days, not weeks', () => {
    const [own] = planKeyOff(after(TOURER_JOB, { op: 'setSource', id: 'amp', choice: { turnedOnBy: 'constant' } }));
    expect(own!.drains).toContainEqual({ gear: 'amp', what: 'never switched off', amps: 0.6 });
    expect(own!.days).toBeLessThan(1);
  });
  test('joined leads: what is left on is the head unit and all it turns on', () => {
    const van = jobOf('narrow-van');
    const house = planKeyOff(van).find((k) => k.battery === 'battery')!;
    expect(house.leftOnHours).toBeCloseTo((200 * 0.8) / (1.1 + house.amps + house.selfA), 6);
    expect(planKeyOff(after(van, { op: 'setTurnOn', turnOn: { joined: false } }))[0]!.leftOnHours).toBeUndefined();
    expect(planJob(van).runs.some(({ kind }) => kind === 'switched')).toBe(false);
  });
  test('the craft’s own draw is the start battery’s', () => {
    const start = planKeyOff(jobOf('river-launch')).find((k) => k.battery === 'start')!;
    expect(start.drains).toEqual([{ gear: undefined, what: 'the craft itself', amps: 0.012 }]);
  });
});

describe('turn-on', () => {
  test('what the switched source carries: the head unit’s lead, and the amplifiers that it turns on itself', () => {
    // By hand: 50 mA of the head unit’s lead alone; with the amplifier’s 50 mA on it, 100 mA, and none on the turn-on lead.
    expect(planTurnOn(TOURER_JOB)).toMatchObject({ switchedA: 0.05, neededA: 0.05, turnedOnA: 0.05 });
    const job = after(TOURER_JOB, { op: 'setSource', id: 'amp', choice: { turnedOnBy: 'switched' } });
    expect(planTurnOn(job)).toMatchObject({ switchedA: 0.1, neededA: 0, turnedOn: [], turnedOnA: 0 });
  });
  test('a relay takes its coil from the head unit and turns the others on itself', () => {
    const job = after(
      TOURER_JOB,
      { op: 'addGear', id: 'relay', item: shelfItem('latch-30'), place: 'batterySide' },
      { op: 'setTurnOn', turnOn: { through: 'relay' } },
    );
    expect(planTurnOn(TOURER_JOB)).toMatchObject({ neededA: 0.05, turnedOn: ['amp'], through: undefined });
    expect(planTurnOn(job)).toMatchObject({ neededA: 0.15, turnedOnA: 0.05, through: { gear: 'relay', passesA: 30 } });
    const ids = planJob(job).runs.map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['turnOn:head>relay', 'turnOn:relay>amp']));
    expect(ids).not.toContain('turnOn:head>amp');
    const asks = (kind: 'switched' | 'turnOn', to: string) => turnOnAmps(job, planTurnOn(job), kind, to);
    expect([asks('turnOn', 'relay'), asks('turnOn', 'amp'), asks('switched', 'head')]).toEqual([0.15, 0.05, 0.05]);
  });

  test('sources ranked: live with the key before run only, enough to spare before more, always live last', () => {
    const circuit = (
      name: string,
      volts: [number, number, number],
      fuseA: number | null,
      drawsA: number | null,
    ): Operation => ({
      op: 'setExisting',
      id: name,
      circuit: {
        name,
        colour: { body: 'red' },
        use: 'switched',
        metered: true,
        offVolts: volts[0],
        accessoryVolts: volts[1],
        runVolts: volts[2],
        fuseA,
        drawsA,
      },
    });
    const job = after(
      TOURER_JOB,
      { op: 'setExisting', id: 'accessory', circuit: null },
      circuit('always', [12.6, 12.6, 12.6], 30, 0),
      circuit('run', [0, 0, 12.5], 20, 0),
      circuit('full', [0, 12.5, 12.5], 5, 4),
      circuit('key', [0, 12.5, 12.5], 10, 2),
      circuit('dead', [0, 0, 0.2], 10, 0),
    );
    const ranked = switchedSources(job, 0.05);
    expect(ranked.map(({ id, live }) => [id, live])).toEqual([
      ['key', 'key'],
      ['full', 'key'],
      ['run', 'run'],
      ['always', 'always'],
      ['dead', 'never'],
    ]);
    // 10 A ÷ 1.25 − 2 A.
    expect(ranked[0]!.spareA).toBeCloseTo(6, 9);
    expect(ranked[1]!.enough).toBe(false);
  });

  test('an amplifier turned on by the switched source has a lead from it, by the sound itself none', () => {
    const by = (turnedOnBy: 'switched' | 'signal') =>
      planJob(after(TOURER_JOB, { op: 'setSource', id: 'amp', choice: { turnedOnBy } })).runs.map(({ id }) => id);
    expect(by('switched')).toContain('switched:switched>amp');
    expect(by('switched')).not.toContain('turnOn:head>amp');
    expect(by('signal').filter((id) => id.endsWith('>amp') && /^(turnOn|switched)/.test(id))).toEqual([]);
  });
});

test('what charges a battery at its own posts, engine by engine', () => {
  const van = DEMO_JOBS.find(({ id }) => id === 'narrow-van')!;
  const { shore, charging } = van.craft;
  const house = shore!.at;
  const start = Object.keys(van.craft.batteries).find((id) => van.craft.batteries[id]!.role === 'start')!;
  expect(house).not.toBe(start);
  expect(chargersAt(van, 'shore', house)).toEqual([{ name: 'shore', mostA: shore!.mostA }]);
  expect(chargersAt(van, 'idle', start)).toEqual([{ name: 'alternator', mostA: charging.spareIdleA }]);
  expect(chargersAt(van, 'cruise', start)).toEqual([{ name: 'alternator', mostA: charging.spareCruiseA }]);
  for (const [engine, battery] of [
    ['off', start],
    ['off', house],
    ['shore', start],
    ['idle', house],
    ['cruise', house],
  ] as const)
    expect(chargersAt(van, engine, battery)).toEqual([]);
});

test('what could stand in for an amplifier has every output it uses, and is another one', () => {
  const ids = (job: Job) => standIns(job, 'amp', SHELF).map(({ id }) => id);
  const four = SHELF.filter((item) => item.kind === 'amplifier' && item.bank.channels.length >= 4).map(({ id }) => id);
  expect(ids(TOURER).sort()).toEqual(four.filter((id) => id !== TOURER.gear['amp']!.item.id).sort());
  const quiet = applyAll(
    TOURER,
    Object.keys(TOURER.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
  );
  expect(ids(quiet).length).toBeGreaterThan(ids(TOURER).length);
});
