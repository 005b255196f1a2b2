import fc from 'fast-check';
import { shelfItem } from '#demo/shelf';
import { TOURER_JOB } from '#demo/jobs';
import type { FuseHolder } from '../gear/gear';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { AWG_SIZES, ampacity, gaugeArea, ohmsPerMetre, sizesOf } from '../tables/conductors';
import { contactOhm } from './resistances';
import { currentPart, drawOf } from './demand';
import { hoursToReserve } from './endurance';
import { feedTree, lasting, planPower } from './feeds';
import { solveNetwork, type Network } from './network';
import { voltProfile, voltsAt } from './profile';
import { proposeHolders } from './propose';
import type { FeedRun } from '../connections/runs';

const RUN: FeedRun = { outMm: 1500, backMm: 1500, engineSpace: true, together: 2 };
const plan = (job: Job = TOURER_JOB, watts = 178, run: FeedRun | null = RUN) =>
  lasting(
    job,
    planPower(
      feedTree(job, (gear) => (gear === 'amp' && run ? run : undefined), { amp: watts }),
      job,
    ),
  );
const withOps = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);

describe('music with the engine off', () => {
  const battery = TOURER_JOB.craft.batteries['battery']!;
  test('Peukert by hand: 12 Ah AGM at 3 A', () => {
    // 20 h · (12 Ah ÷ 60 Ah)^1.12 = 20 h · 0.16488 = 3.2976 h; half is kept to start with.
    expect(hoursToReserve({ ...battery, chemistry: 'agm', capacityAh: 12 }, 3)).toBeCloseTo(3.2976 / 2, 3);
  });
  test('at the rated current a battery gives its rated capacity, whatever its chemistry', () => {
    for (const chemistry of ['flooded', 'agm', 'lithium'] as const)
      expect(hoursToReserve({ ...battery, chemistry, capacityAh: 100 }, 5)).toBeCloseTo(10, 9);
    expect(hoursToReserve(battery, 0)).toBeUndefined();
  });
  test('the plan computes it from what all feeds draw on music at rest', () => {
    const power = plan();
    const { restMusic, cruiseMusic, restFull } = power.totalAmps;
    expect(power.musicHours).toBeDefined();
    expect(power.musicHours).toBe(hoursToReserve(battery, restMusic!));
    // Constant power: fewer volts at rest, more amperes than riding, and far fewer than at full output.
    expect(restMusic!).toBeGreaterThan(cruiseMusic!);
    expect(restMusic!).toBeLessThan(restFull! / 4);
    expect(plan(TOURER_JOB, 178, null).musicHours).toBeUndefined();
    // What the solving leaves of no current, a microampere at most, is no music.
    const left = (amps: number) =>
      lasting(TOURER_JOB, { ...power, sources: { restMusic: { battery: { volts: 12.7, amps, state: 'gives' } } } });
    expect([left(1e-6).musicHours, left(2e-6).musicHours! > 0]).toEqual([undefined, true]);
  });
});

describe('the network', () => {
  const simple = (watts: number, ohm = 0.1): Network => ({
    ground: 'g',
    supplies: [{ name: 's', node: 'p', volts: 12, ohm: 0 }],
    resistors: [{ name: 'r', a: 'p', b: 'd', ohm }],
    loads: [{ name: 'load', plus: 'd', minus: 'g', watts, amps: 0, siemens: 0 }],
  });

  test('a constant-power load: the upper root of V² − E·V + P·R = 0', () => {
    const s = solveNetwork(simple(120));
    if (s.state !== 'solved') throw new Error('collapsed');
    expect(s.volts.get('d')).toBeCloseTo((12 + Math.sqrt(144 - 4 * 120 * 0.1)) / 2, 6);
    expect(s.amps.get('r')).toBeCloseTo(120 / s.volts.get('d')!, 6);
  });

  test('collapse comes at E²/4R and not before', () => {
    const most = 144 / 0.4;
    expect(solveNetwork(simple(most * 0.999)).state).toBe('solved');
    expect(solveNetwork(simple(most * 1.001)).state).toBe('collapsed');
    expect(solveNetwork(simple(most * 50)).state).toBe('collapsed');
  });

  test('beside a battery on one node an ideal source gives what is left of the load, or takes what is over', () => {
    const of = (amps: number) =>
      solveNetwork({
        ground: 'g',
        supplies: [
          { name: 'held', node: 'n', volts: 12, ohm: 0 },
          { name: 'battery', node: 'n', volts: 12.6, ohm: 0.1 },
        ],
        resistors: [{ name: 'r', a: 'n', b: 'm', ohm: 0.5 }],
        loads: [{ name: 'l', plus: 'm', minus: 'g', watts: 0, amps, siemens: 0 }],
      });
    // The battery brings (12.6 − 12) ÷ 0.1 = 6 A whatever is drawn.
    for (const [amps, left] of [
      [2, -4],
      [6, 0],
      [10, 4],
    ] as const) {
      const s = of(amps);
      if (s.state !== 'solved') throw new Error('collapsed');
      expect(s.supplies.get('battery')!.amps).toBeCloseTo(6, 9);
      expect(s.supplies.get('held')!.amps).toBeCloseTo(left, 9);
      expect(s.volts.get('m')).toBeCloseTo(12 - 0.5 * amps, 9);
    }
  });

  test('with one soft way back, beside joints of a microohm, what rounding leaves is no collapse', () => {
    // (5.41 − 3.95) A ÷ 0.1131 S = 12.909 V, below the alternator's 28.8 and above the battery's 12.7.
    const joints = Array.from({ length: 12 }, (_, i) => ({ name: `j${i}`, a: `n${i}`, b: `n${i + 1}`, ohm: 1e-6 }));
    const loads = joints.map(({ b }, i) => ({
      name: `l${i}`,
      plus: b,
      minus: 'g',
      watts: 0,
      amps: 3.95 / 12,
      siemens: 0.1131 / 12,
    }));
    for (const most of [5.41, 5.4107, 5.47, 5.6, 6.1, 6.9]) {
      const s = solveNetwork({
        ground: 'g',
        supplies: [
          { name: 'battery', node: 'n0', volts: 12.7, ohm: 0.007, oneWay: true, heldVolts: 28.8 },
          { name: 'alternator', node: 'n0', volts: 28.8, ohm: 0, mostA: most, oneWay: true },
        ],
        resistors: joints,
        loads,
      });
      if (s.state !== 'solved') throw new Error(`collapsed at ${most} A`);
      expect(s.supplies.get('alternator')!.state).toBe('limited');
      expect(s.supplies.get('battery')!.state).toBe('idle');
      expect(s.volts.get('n0')).toBeCloseTo((most - 3.95) / 0.1131, 3);
    }
  });

  test('constant current and conductance are Ohm’s law', () => {
    const s = solveNetwork({
      ...simple(0),
      loads: [{ name: 'load', plus: 'd', minus: 'g', watts: 0, amps: 3, siemens: 0.5 }],
    });
    if (s.state !== 'solved') throw new Error('collapsed');
    // (12 − V)/0.1 = 3 + 0.5·V
    expect(s.volts.get('d')).toBeCloseTo((120 - 3) / 10.5, 6);
  });

  test('two sources behind resistance share a load as superposition says', () => {
    const s = solveNetwork({
      ground: 'g',
      supplies: [
        { name: 'a', node: 'n', volts: 12.6, ohm: 0.02 },
        { name: 'b', node: 'n', volts: 13.8, ohm: 0.05 },
      ],
      resistors: [{ name: 'r', a: 'n', b: 'd', ohm: 0.01 }],
      loads: [{ name: 'load', plus: 'd', minus: 'g', watts: 0, amps: 20, siemens: 0 }],
    });
    if (s.state !== 'solved') throw new Error('collapsed');
    expect(s.volts.get('n')).toBeCloseTo((12.6 / 0.02 + 13.8 / 0.05 - 20) / (1 / 0.02 + 1 / 0.05), 6);
  });

  test('a part that hangs loose is named as such', () => {
    expect(() =>
      solveNetwork({
        ...simple(10),
        resistors: [],
        loads: [{ name: 'l', plus: 'x', minus: 'y', watts: 5, amps: 0, siemens: 0 }],
      }),
    ).toThrow(RangeError);
  });

  test('more load never raises the far voltage', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        (watts, more) => {
          const a = solveNetwork(simple(watts));
          const b = solveNetwork(simple(watts + more));
          if (a.state === 'collapsed') expect(b.state).toBe('collapsed');
          else if (b.state === 'solved') expect(b.volts.get('d')!).toBeLessThan(a.volts.get('d')!);
        },
      ),
      { seed: 11 },
    );
  });
});

describe('demand', () => {
  const d = {
    class: 'D',
    efficiency: 0.8,
    idleA: 0.6,
    regulated: true,
    ratedVolts: 14.4,
    memoryA: 0,
    socketA: 0,
  } as const;
  test('full sine is P/η; music is an eighth for class D and its root for class AB', () => {
    expect(drawOf(d, 160, 'full')).toEqual({ watts: 200, amps: 0.6, siemens: 0 });
    expect(drawOf(d, 160, 'music').watts).toBe(25);
    expect(drawOf(d, 160, 'idle').watts).toBe(0);
    expect(currentPart('AB', 1 / 8)).toBeCloseTo(0.3536, 4);
  });
  test('an unregulated supply is a conductance that draws its rated current at its rated volts', () => {
    const { siemens, watts } = drawOf({ ...d, regulated: false }, 144, 'full');
    expect(watts).toBe(0);
    expect(siemens * 14.4).toBeCloseTo(180 / 14.4, 9);
  });
});

describe('sizing', () => {
  test('the gauge is the thinnest that keeps the drop and carries the fuse', () => {
    const feed = plan().feeds['amp']!;
    expect(feed.states.restFull!.dropPct).toBeLessThanOrEqual(3);
    expect(feed.ampacityA).toBeGreaterThanOrEqual(feed.fuseA!);
    const thinner = AWG_SIZES[sizesOf('awg').indexOf(feed.gauge) - 1]!;
    const forced = plan(withOps({ op: 'overrule', kind: 'gauge', subject: 'amp', value: thinner })).feeds['amp']!;
    expect(forced.states.restFull!.dropPct > 3 || forced.ampacityA < forced.fuseA!).toBe(true);
    expect(forced.gaugeReason).toBe('pinned');
  });

  test('drop by hand: I·R of wire out and back, fuse and four contacts', () => {
    const feed = plan().feeds['amp']!;
    const { amps, dropVolts, dropPct } = feed.states.restFull!;
    const ohm = 3.0 * ohmsPerMetre(feed.gauge, 60) + 0.0013 + 4 * contactOhm(feed.gauge, 'awg');
    expect(dropVolts).toBeCloseTo(amps * ohm, 6);
    expect(dropPct).toBeCloseTo((dropVolts / 12) * 100, 9);
    expect(amps).toBeCloseTo(178 / 0.8 / feed.states.restFull!.deviceVolts + 0.6, 6);
    expect(feed.states.restFull!.postVolts).toBeCloseTo(12.7 - amps * 0.009, 6);
    expect(feed.stretches.reduce((sum, s) => sum + s.lostVolts, 0)).toBeCloseTo(dropVolts, 6);
  });

  test('the fuse is the smallest at or above 1.25 × design current', () => {
    const feed = plan().feeds['amp']!;
    // 1.25 × 18.72 A would be 25 A; the maker names 30.
    expect(1.25 * feed.states.restFull!.amps).toBeCloseTo(23.4, 1);
    expect([feed.fuseNeedA, feed.fuseA]).toEqual([30, 30]);
    const plain = { ...shelfItem('weir-4-45'), usualFuseA: null } as never;
    const unnamed = plan(
      withOps(
        { op: 'removeGear', id: 'amp' },
        { op: 'addGear', id: 'amp', item: plain, place: 'lampShelf' },
        { op: 'chooseHolder', gear: 'amp', holder: shelfItem('holder-maxi') as FuseHolder },
      ),
    ).feeds['amp']!;
    expect(unnamed.fuseNeedA).toBeCloseTo(1.25 * unnamed.states.restFull!.amps, 9);
    expect(unnamed.fuseA).toBe(30);
    expect(plan(withOps({ op: 'overrule', kind: 'fuse', subject: 'amp', value: 40 })).feeds['amp']!.fuseA).toBe(40);
  });

  test('ampacity binds when the wire is short, drop when it is long', () => {
    expect(plan(TOURER_JOB, 178, { ...RUN, outMm: 300, backMm: 300 }).feeds['amp']!.gaugeReason).toBe('ampacity');
    expect(plan(TOURER_JOB, 178, { ...RUN, outMm: 4000, backMm: 4000 }).feeds['amp']!.gaugeReason).toBe('drop');
  });

  test('what no wire can bring is called collapse; the wire is then sized by its current alone', () => {
    const feed = plan(TOURER_JOB, 5000, { ...RUN, outMm: 20000, backMm: 20000 }).feeds['amp']!;
    expect(feed.collapsed).toBe(true);
    expect(feed.collapsedAlone).toBe(true);
    expect(feed.gaugeReason).toBe('collapse');
    expect(feed.stretches).toEqual([]);
    const pinned = plan(withOps({ op: 'overrule', kind: 'gauge', subject: 'amp', value: '18' }), 900).feeds['amp']!;
    expect([pinned.gauge, pinned.collapsedAlone]).toEqual(['18', true]);
  });

  test('a drop limit no wire can keep ends at the thickest, and says so', () => {
    const strict = withOps({ op: 'setSettings', settings: { dropLimitPct: 0.5 } });
    const feed = plan(strict, 178, { ...RUN, outMm: 20000, backMm: 20000 }).feeds['amp']!;
    expect([feed.gauge, feed.gaugeReason, feed.collapsed]).toEqual(['4/0', 'thickest', false]);
  });

  test('a feed that collapses by itself takes nothing from the others: their sizes and volts stand', () => {
    const both = (watts: number) =>
      planPower(
        feedTree(TOURER_JOB, () => RUN, { amp: watts, head: 20 }),
        TOURER_JOB,
      );
    const alone = planPower(
      feedTree(TOURER_JOB, (gear) => (gear === 'head' ? RUN : undefined), { head: 20 }),
      TOURER_JOB,
    ).feeds['head']!;
    for (const watts of [170, 9000]) expect(both(watts).feeds['head']!.gauge).toBe(alone.gauge);
    const { feeds, totalAmps } = both(9000);
    expect(feeds['amp']!.collapsedAlone).toBe(true);
    expect(feeds['head']!.states.restFull!.deviceVolts).toBeCloseTo(alone.states.restFull!.deviceVolts, 9);
    // What the whole job would draw is not to be had.
    expect(totalAmps.restFull).toBeUndefined();
  });

  test('two feeds the battery could bring one by one, and not together', () => {
    const weak = withOps({ op: 'setBattery', id: 'battery', battery: { internalMilliohm: 80 } });
    // At best this battery gives 12.7² ÷ 0.32 = 504 W.
    const both = planPower(
      feedTree(weak, () => RUN, { amp: 240, head: 200 }),
      weak,
    );
    for (const id of ['amp', 'head']) {
      const only = planPower(
        feedTree(weak, (gear) => (gear === id ? RUN : undefined), { amp: 240, head: 200 }),
        weak,
      ).feeds[id]!;
      expect(only.collapsed).toBe(false);
      expect([both.feeds[id]!.collapsed, both.feeds[id]!.collapsedAlone]).toEqual([true, false]);
      expect(both.feeds[id]!.gauge).toBe(only.gauge);
    }
  });

  test('where all together collapse, what feeds only gear that is kept carries its fuse all the same', () => {
    const weak = withOps(
      { op: 'addGear', id: 'block', item: shelfItem('delta-4'), place: null },
      { op: 'addGear', id: 'old', item: shelfItem('weir-4-45'), place: null },
      { op: 'setThere', id: 'old', there: 'kept' },
      { op: 'feedFrom', gear: 'old', from: 'block' },
      { op: 'chooseHolder', gear: 'block', holder: TOURER_JOB.feeds['amp']!.holder },
      { op: 'setBattery', id: 'battery', battery: { internalMilliohm: 80 } },
    );
    const { feeds } = planPower(
      feedTree(weak, () => RUN, { amp: 160, head: 110, old: 150 }),
      weak,
    );
    // 150 W ÷ 0.8 ÷ 12.7 V is 14.8 A, and with what it draws at rest 15.3: a fuse of 20 A.
    const { collapsed, collapsedAlone, fuseA, ampacityA } = feeds['block']!;
    expect([collapsed, collapsedAlone, fuseA]).toEqual([true, false, 20]);
    expect(ampacityA).toBeGreaterThanOrEqual(20);
    // The thinnest that will do.
    expect(feeds['block']!.gauge).toBe('16');
  });

  test('no run: no length, no volts, and the other figures still stand', () => {
    const feed = plan(TOURER_JOB, 178, null).feeds['amp']!;
    expect(feed.states).toEqual({});
    expect(feed.collapsed).toBe(false);
    expect(feed.fuseNeedA).toBeGreaterThan(20);
  });

  test('thicker wire never raises the drop, and no planned fuse is above its wire', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 300, max: 6000 }),
        fc.constantFrom('unknown' as const, '80' as const, '105' as const),
        (watts, mm, insulation) => {
          const run = { outMm: mm, backMm: mm, engineSpace: watts % 2 === 0, together: 2 };
          const job = withOps(
            { op: 'setSettings', settings: { insulation } },
            { op: 'chooseHolder', gear: 'amp', holder: shelfItem('holder-strip') as FuseHolder },
          );
          const feed = plan(job, watts, run).feeds['amp']!;
          if (feed.gaugeReason !== 'thickest') {
            expect(feed.fuseA!).toBeLessThanOrEqual(ampacity(feed.gauge, insulation, run.engineSpace));
            expect(feed.states.restFull!.dropPct).toBeLessThanOrEqual(3);
          }
          const drops = AWG_SIZES.slice(4).map(
            (gauge) =>
              plan(applyAll(job, [{ op: 'overrule', kind: 'gauge', subject: 'amp', value: gauge }]), watts, run).feeds[
                'amp'
              ]!.states.restFull?.dropVolts ?? Number.MAX_VALUE,
          );
          drops.slice(1).forEach((drop, i) => expect(drop).toBeLessThanOrEqual(drops[i]!));
        },
      ),
      { seed: 5, numRuns: 40 },
    );
  });
});

test('vehicle cable has less copper: never a thinner size than full gauge, and more drop in the same one', () => {
  const sae = withOps({ op: 'setSettings', settings: { conductors: 'sae' } });
  for (const watts of [40, 120, 178, 300]) {
    const [full, thin] = [plan(TOURER_JOB, watts), plan(sae, watts)].map((p) => p.feeds['amp']!);
    expect(sizesOf('awg').indexOf(thin!.gauge)).toBeGreaterThanOrEqual(sizesOf('awg').indexOf(full!.gauge));
    expect(thin!.ampacityA).toBeLessThan(ampacity(thin!.gauge, TOURER_JOB.settings.insulation, false));
    if (thin!.gauge === full!.gauge)
      expect(thin!.states.restFull!.dropPct).toBeGreaterThan(full!.states.restFull!.dropPct);
  }
});

// ABYC form CM = 10.75·I·L/E (from memory), L feet out and back: the size it asks for against ours.
test.each([
  [10, 20, 0.03],
  [20, 20, 0.03],
  [15, 40, 0.03],
  [25, 30, 0.03],
  [25, 30, 0.1],
  [50, 20, 0.1],
  [40, 50, 0.1],
])('%d A over %d ft: the size by the CM form is ours, wire alone at 30 °C', (amps, feet, part) => {
  const circularMils = (10.75 * amps * feet) / (12 * part);
  const theirs = AWG_SIZES.find((gauge) => gaugeArea(gauge) / 5.067e-4 >= circularMils);
  const ours = AWG_SIZES.find((gauge) => amps * ohmsPerMetre(gauge, 30) * feet * 0.3048 <= 12 * part);
  expect(ours).toBe(theirs);
});

describe('the volts along a feed', () => {
  test('fall from the posts to the gear and end where the network says', () => {
    const feed = plan().feeds['amp']!;
    const profile = voltProfile(feed);
    expect(profile[0]).toEqual({ mm: 0, volts: feed.states.restFull!.postVolts });
    expect(profile.at(-1)!.volts).toBeCloseTo(feed.states.restFull!.deviceVolts, 9);
    profile.slice(1).forEach((p, i) => {
      expect(p.volts).toBeLessThanOrEqual(profile[i]!.volts);
      expect(p.mm).toBeGreaterThanOrEqual(profile[i]!.mm);
    });
    const half = voltsAt(profile, 750);
    expect(half).toBeLessThan(voltsAt(profile, 200));
    expect(voltsAt(profile, 1500)).toBe(profile.at(-1)!.volts);
    expect(voltProfile(plan(TOURER_JOB, 178, null).feeds['amp']!)).toEqual([]);
  });
});

describe('holders', () => {
  const holders = ['holder-blade', 'holder-maxi', 'holder-strip'].map((id) => shelfItem(id) as FuseHolder);
  test('the smallest fuse that will do, and never above what the gear allows', () => {
    const feed = plan().feeds['amp']!;
    const [first] = proposeHolders(feed, holders);
    expect(first!.fuseA).toBe(30);
    // Of two that take 30 A the one that loses less.
    expect(first!.holder.id).toBe('holder-strip');
    const greedy = plan(TOURER_JOB, 400).feeds['amp']!;
    expect(proposeHolders(greedy, holders)).toEqual([]);
  });
});
