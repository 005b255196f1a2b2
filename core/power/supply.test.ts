import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { FuseHolder } from '../gear/gear';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { sealOf } from '../job/seal';
import type { Tie } from '../job/supply';
import { findingBasis } from '../findings/finding';
import { planJob } from '../plan';
import { planKeyOff } from './keyoff';
import { ampacity, isThinner, sizesOf, thinner } from '../tables/conductors';
import { leastSize } from './craft-rules';
import { powerRules } from './rules';
import { supplyRules } from './supply-rules';
import { turnOnRules } from './turn-on-rules';
import { solveNetwork, type Network, type Solution, type Supply } from './network';
import { gaugeAlternatives } from './alternatives';
import { planDay } from './day';
import { feedNetwork } from './feeds';
import { FEED_CASES } from './cases';
import { feedFormulas, stateFormula } from './formulas';
import { isolationOrder } from './isolation';
import { shortAtFuse, shortAtPost } from './short';
import { ringsOf } from './studs';
import { wholePlan } from '../shown';
import { contentHash } from '../document/hash';

const jobOf = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const LAUNCH = jobOf('river-launch');
const VAN = jobOf('narrow-van');
const SIDE = jobOf('vineyard-side-by-side');
const after = (job: Job, ...operations: Operation[]) => applyAll(job, operations);
const rulesOf = (job: Job) => planJob(job).findings.map((f) => f.rule);
const holder = (gear: string, item: string): Operation => ({
  op: 'chooseHolder',
  gear,
  holder: shelfItem(item) as FuseHolder,
});
const add = (id: string, item: string, place: string | null): Operation => ({
  op: 'addGear',
  id,
  item: shelfItem(item),
  place,
});
const TIE: Tie = {
  kind: 'switch',
  from: 'battery',
  to: 'house',
  milliohm: 3,
  joined: true,
  diodeVolts: 0.7,
  setVolts: 14.4,
  mostA: 20,
};
const solved = (s: Solution) => {
  if (s.state !== 'solved') throw new Error('collapsed');
  return s;
};

describe('which source gives', () => {
  const load = (amps: number) => [{ name: 'load', plus: 'post', minus: 'g', watts: 0, amps, siemens: 0 }];
  const charged = (amps: number, mostA: number): Network => ({
    ground: 'g',
    supplies: [
      { name: 'battery', node: 'post', volts: 12.6, ohm: 0.01, oneWay: true },
      { name: 'alternator', node: 'post', volts: 14.2, ohm: 0, mostA, oneWay: true },
    ],
    resistors: [],
    loads: load(amps),
  });

  test('the alternator holds while it can: the battery rests', () => {
    const s = solved(solveNetwork(charged(8, 10)));
    expect(s.volts.get('post')).toBe(14.2);
    expect(s.supplies.get('alternator')).toEqual({ amps: 8, state: 'gives' });
    expect(s.supplies.get('battery')).toEqual({ amps: 0, state: 'idle' });
  });

  test('asked for more it gives its most, and the battery the rest: 12.6 V − 15 A · 10 mΩ', () => {
    const s = solved(solveNetwork(charged(25, 10)));
    expect(s.volts.get('post')).toBeCloseTo(12.6 - 15 * 0.01, 9);
    expect(s.supplies.get('alternator')).toEqual({ amps: 10, state: 'limited' });
    expect(s.supplies.get('battery')!.amps).toBeCloseTo(15, 9);
  });

  test('a diode passes one way and loses its volts', () => {
    const net = (volts: number): Network => ({
      ground: 'g',
      supplies: [
        { name: 'a', node: 'p', volts, ohm: 0 },
        { name: 'b', node: 'q', volts: 12.8, ohm: 0.01, oneWay: true },
      ],
      resistors: [{ name: 'd', a: 'p', b: 'q', ohm: 0.002, diodeVolts: 0.7 }],
      loads: [{ name: 'load', plus: 'q', minus: 'g', watts: 0, amps: 5, siemens: 0 }],
    });
    const on = solved(solveNetwork(net(14.4)));
    expect(on.volts.get('q')).toBeCloseTo(14.4 - 0.7 - 5 * 0.002, 9);
    const off = solved(solveNetwork(net(12)));
    expect(off.amps.get('d')).toBe(0);
    expect(off.volts.get('q')).toBeCloseTo(12.8 - 0.05, 9);
  });

  test('a converter draws what it gives over its efficiency: 13.8 V · 10 A ÷ (0.9 · U)', () => {
    const s = solved(
      solveNetwork({
        ground: 'g',
        supplies: [{ name: 'bank', node: 'p', volts: 25, ohm: 0.02 }],
        resistors: [],
        loads: [],
        conversions: [
          {
            name: 'c',
            plus: 'p',
            minus: 'g',
            efficiency: 0.9,
            idleA: 0.05,
            output: {
              ground: 'home',
              supplies: [{ name: 'outlet', node: 'out', volts: 13.8, ohm: 0 }],
              resistors: [],
              loads: [{ name: 'load', plus: 'out', minus: 'home', watts: 0, amps: 10, siemens: 0 }],
            },
          },
        ],
      }),
    );
    const u = s.volts.get('p')!;
    expect(s.loadAmps.get('c')).toBeCloseTo((13.8 * 10) / (0.9 * u) + 0.05, 9);
    expect(u).toBeCloseTo(25 - 0.02 * s.loadAmps.get('c')!, 9);
  });

  test('of two that would hold one post the higher does, and the lower when that is spent', () => {
    const both = (amps: number): Network => ({
      ground: 'g',
      supplies: [
        { name: 'shore', node: 'post', volts: 13.6, ohm: 0, mostA: 30, oneWay: true },
        { name: 'alternator', node: 'post', volts: 14.2, ohm: 0, mostA: 10, oneWay: true },
      ],
      resistors: [],
      loads: load(amps),
    });
    expect(solved(solveNetwork(both(5))).supplies.get('shore')!.state).toBe('idle');
    const spent = solved(solveNetwork(both(25)));
    expect(spent.volts.get('post')).toBe(13.6);
    expect(spent.supplies.get('shore')!.amps).toBeCloseTo(15, 9);
    // Of two that would hold the same the first does; with the highest at its limit one holds, not both.
    const [shore, alternator] = both(25).supplies as [Supply, Supply];
    const equal = solved(solveNetwork({ ...both(25), supplies: [{ ...alternator, mostA: 30, volts: 13.6 }, shore] }));
    expect(equal.supplies.get('alternator')).toEqual({ amps: 25, state: 'gives' });
    expect(equal.supplies.get('shore')!.state).toBe('idle');
    const third = { ...shore, name: 'third', volts: 13.5 };
    const one = solved(solveNetwork({ ...both(25), supplies: [third, shore, alternator] }));
    expect(one.volts.get('post')).toBe(13.6);
    expect(one.supplies.all().map(({ amps }) => amps)).toEqual([0, 15, 10]);
  });
});

describe('two batteries', () => {
  const tied = (tie: Partial<Tie> | null) =>
    after(
      TOURER_JOB,
      { op: 'setBattery', id: 'house', battery: { name: 'House', role: 'house', capacityAh: 40, internalMilliohm: 5 } },
      ...(tie ? [{ op: 'setTie' as const, id: 't', tie: { ...TIE, ...tie } }] : []),
    );
  const source = (job: Job, state: 'restMusic' | 'idleMusic' | 'cruiseMusic', id: string) =>
    planJob(job).power.sources[state]![id]!;

  test('the sound moves to the house battery, and its runs with it', () => {
    const plan = planJob(tied(null));
    expect(plan.power.battery).toBe('house');
    expect(plan.runs.map(({ id }) => id)).toContain('feed:house>amp');
    expect(source(tied(null), 'restMusic', 'battery').amps).toBe(0);
    // Nothing charges it.
    expect(source(tied(null), 'cruiseMusic', 'house').amps).toBeGreaterThan(2);
  });

  test('a closed switch shares the load, an open one does not, a combining relay only on charge', () => {
    const joined = source(tied({}), 'restMusic', 'battery').amps;
    expect(joined).toBeGreaterThan(0.5);
    expect(source(tied({ joined: false }), 'restMusic', 'battery').amps).toBe(0);
    expect(source(tied({ kind: 'relay' }), 'restMusic', 'battery').amps).toBe(0);
    expect(source(tied({ kind: 'relay' }), 'idleMusic', 'house').amps).toBe(0);
    expect(source(tied({ kind: 'relay' }), 'idleMusic', 'alternator').amps).toBeGreaterThan(3);
  });

  test('hours of music are told where something draws, laid here or kept', () => {
    const joined = after(tied({ joined: true }), { op: 'setBattery', id: 'house', battery: { restVolts: 13.1 } });
    const hours = (job: Job) => planJob(job).power.musicHours;
    const bare = after(joined, { op: 'removeGear', id: 'amp' }, { op: 'removeGear', id: 'head' });
    expect(hours(bare)).toBeUndefined();
    expect(hours(joined)).toBeGreaterThan(0);
    const kept = after(joined, ...['amp', 'head'].map((id): Operation => ({ op: 'setThere', id, there: 'kept' })));
    expect(planJob(kept).power.feeds).toEqual({});
    expect(hours(kept)).toBeGreaterThan(0);
  });

  test('behind a diode the house is charged by its drop less; a charger holds its own volts', () => {
    expect(source(tied({ kind: 'diode' }), 'cruiseMusic', 'house').volts).toBeCloseTo(14.2 - 0.7, 1);
    expect(source(tied({ kind: 'charger' }), 'cruiseMusic', 'house').volts).toBe(14.4);
    const { alternator } = planJob(tied({ kind: 'charger' })).power.sources.cruiseMusic!;
    const feeds = Object.values(planJob(tied({ kind: 'charger' })).power.feeds);
    const amps = feeds.reduce((sum, f) => sum + f.states.cruiseMusic!.amps, 0);
    expect(alternator!.amps).toBeCloseTo((amps * 14.4) / 0.9 / 14.2, 2);
  });

  test('chargers in a ring bring nothing from nowhere', () => {
    const ring = after(tied({ kind: 'charger', from: 'battery', to: 'house' }), {
      op: 'setBattery',
      id: 'third',
      battery: { name: 'Third', role: 'both' },
    });
    const job = after(
      ring,
      { op: 'setTie', id: 'u', tie: { ...TIE, kind: 'charger', from: 'house', to: 'third' } },
      { op: 'setTie', id: 'w', tie: { ...TIE, kind: 'charger', from: 'third', to: 'battery' } },
      { op: 'setCharging', charging: { at: 'third' } },
    );
    expect(planJob(job).power.feeds['amp']!.states.cruiseMusic).toBeDefined();
  });

  test('a battery that is taken away takes its ties and feeds along', () => {
    const job = after(
      tied({}),
      { op: 'feedFrom', gear: 'head', from: 'battery' },
      { op: 'setBattery', id: 'house', battery: null },
    );
    expect(job.craft.ties).toEqual({});
    expect(planJob(job).power.battery).toBe('battery');
    expect(() => after(TOURER_JOB, { op: 'setBattery', id: 'battery', battery: null })).toThrow('craft.batteries');
    expect(() => after(TOURER_JOB, { op: 'setTie', id: 't', tie: TIE })).toThrow('ties.t.to');
  });
});

describe('distribution', () => {
  test('a block’s main fuse is above every branch’s, and the branches share its wire', () => {
    const { feeds } = planJob(LAUNCH).power;
    const [main, amp, head] = ['block', 'amp', 'head'].map((id) => feeds[id]!);
    expect(main!.fuseA).toBeGreaterThan(amp!.fuseA!);
    expect(main!.states.restFull!.amps).toBeCloseTo(amp!.states.restFull!.amps + head!.states.restFull!.amps, 6);
    expect(amp!.reachMm).toBe(main!.run!.outMm + amp!.run!.outMm);
    expect(amp!.states.restFull!.dropPct).toBeGreaterThan(main!.states.restFull!.dropPct);
    expect(head!.gaugeReason).toBe('least');
  });

  test('an unfused block leaves its branches to the main fuse: their wire must carry it', () => {
    const bare = after(
      LAUNCH,
      { op: 'removeGear', id: 'block' },
      add('bar', 'delta-bar', 'lockerPanel'),
      holder('bar', 'holder-post'),
      { op: 'feedFrom', gear: 'amp', from: 'bar' },
      { op: 'feedFrom', gear: 'head', from: 'bar' },
    );
    const { feeds } = planJob(bare).power;
    expect(feeds['head']!.above).toEqual({ gear: 'bar', amps: feeds['bar']!.fuseA });
    expect(feeds['head']!.ampacityA).toBeGreaterThanOrEqual(feeds['bar']!.fuseA!);
    // The head unit allows 15 A ahead of it: only a fuse of its own cures that.
    expect(rulesOf(bare)).toContain('fuse-above-maker');
    expect(rulesOf(after(bare, holder('head', 'holder-blade')))).not.toContain('fuse-above-maker');
  });

  test('24 V: the head unit is fed through a converter, and its drop is counted from there', () => {
    const bank: Operation = { op: 'setBattery', id: 'battery', battery: { restVolts: 25.4 } };
    const wrong = after(VAN, { op: 'setNominal', volts: 24 }, bank);
    expect(rulesOf(wrong)).toContain('wrong-volts');
    const job = after(wrong, add('dc', 'ford-24-12', 'bedShelf'), holder('dc', 'holder-blade'), {
      op: 'feedFrom',
      gear: 'head',
      from: 'dc',
    });
    expect(rulesOf(job)).not.toContain('wrong-volts');
    const { dc, head } = planJob(job).power.feeds;
    const full = head!.states.restFull!;
    expect(head!.nominalVolts).toBe(13.8);
    expect(full.postVolts).toBeCloseTo(13.8, 9);
    const expected = (13.8 * full.amps) / (0.9 * dc!.states.restFull!.deviceVolts) + 0.03;
    expect(dc!.states.restFull!.amps).toBeCloseTo(expected, 6);
    // Its supply keeps its volts whatever the bank does.
    expect(head!.states.restFull!.deviceVolts).toBeCloseTo(head!.states.cruiseFull!.deviceVolts, 9);
  });

  test('a feed that would come round to itself is refused by name', () => {
    const two = after(LAUNCH, add('bar', 'delta-bar', 'lockerPanel'), { op: 'feedFrom', gear: 'bar', from: 'block' });
    expect(() => after(two, { op: 'feedFrom', gear: 'block', from: 'bar' })).toThrow('feeds.block.from');
    expect(() => after(LAUNCH, { op: 'feedFrom', gear: 'head', from: 'amp' })).toThrow('feeds.head.from');
  });

  test('returns through the frame are short wires and one resistance', () => {
    const frame = after(TOURER_JOB, { op: 'choose', choice: 'grounds', option: 'frame' });
    const feed = planJob(frame).power.feeds['amp']!;
    expect(feed.run!.backMm).toBeLessThan(feed.run!.outMm);
    const worse = planJob(after(frame, { op: 'setFrame', milliohm: 40 })).power.feeds['amp']!;
    const lost = (f: typeof feed) => f.stretches.find(({ name }) => name === 'Frame')!.lostVolts;
    expect(lost(worse)).toBeGreaterThan(5 * lost(feed));
    expect(lost(feed)).toBeCloseTo(
      0.005 * (feed.states.restFull!.amps + planJob(frame).power.feeds['head']!.states.restFull!.amps),
      6,
    );
  });
});

describe('sizing', () => {
  const shape = fc.record({
    standard: fc.constantFrom('awg' as const, 'sae' as const, 'iec' as const, 'iso' as const, 'clad' as const),
    insulation: fc.constantFrom('unknown' as const, '60' as const, '90' as const, '125' as const),
    limit: fc.constantFrom(2, 3, 5, 10),
    through: fc.constantFrom('delta-4', 'delta-bar', null),
    grounds: fc.constantFrom('battery', 'common', 'frame'),
    watts: fc.constantFrom('weir-4-45', 'weir-2-80'),
  });
  const jobFrom = (s: typeof shape extends fc.Arbitrary<infer T> ? T : never): Job =>
    after(
      TOURER_JOB,
      { op: 'setSettings', settings: { conductors: s.standard, insulation: s.insulation, dropLimitPct: s.limit } },
      { op: 'choose', choice: 'grounds', option: s.grounds },
      holder('amp', 'holder-strip'),
      ...(s.through
        ? [
            add('block', s.through, 'batterySide'),
            holder('block', 'holder-post'),
            holder('amp', 'holder-strip'),
            { op: 'feedFrom' as const, gear: 'amp', from: 'block' },
            { op: 'feedFrom' as const, gear: 'head', from: 'block' },
          ]
        : []),
    );

  test('no fuse above what its wire may have, no drop above the limit, and no open size could be one less', () => {
    let drops = 0;
    fc.assert(
      fc.property(shape, (s) => {
        const job = jobFrom(s);
        const { power } = planJob(job);
        for (const feed of Object.values(power.feeds)) {
          const limit = feed.fuseA ?? feed.above?.amps ?? 0;
          if (feed.gaugeReason === 'thickest') continue;
          expect(limit).toBeLessThanOrEqual(feed.fuseLimitA + 1e-9);
          if ('demand' in feed.item) expect(feed.states.restFull!.dropPct).toBeLessThanOrEqual(s.limit + 1e-6);
          const less = thinner(feed.gauge);
          const least = leastSize('motorcycle', s.standard, null);
          if (!less || isThinner(less, least)) continue;
          const tried = planJob(after(job, { op: 'overrule', kind: 'gauge', subject: feed.gear, value: less })).power
            .feeds;
          const holds = Object.values(tried).every(
            (f) =>
              (f.fuseA ?? f.above?.amps ?? 0) <= f.fuseLimitA + 1e-9 &&
              (!('demand' in f.item) || (f.states.restFull?.dropPct ?? 100) <= s.limit),
          );
          // With one size pinned thinner the others may grow: then it is not this size that could be less.
          const grew = Object.values(tried).some(
            (f) => f.gear !== feed.gear && isThinner(power.feeds[f.gear]!.gauge, f.gauge),
          );
          // Nor is one taken that would leave a branch thicker than its main.
          const odd = Object.values(tried).some((f) => tried[f.feeder] && isThinner(tried[f.feeder]!.gauge, f.gauge));
          if (grew || odd || power.common) continue;
          expect(holds).toBe(false);
          drops++;
        }
      }),
      { seed: 17, numRuns: 80 },
    );
    expect(drops).toBeGreaterThan(10);
  });

  test('the alternatives are solved one by one: what is planned is among them and holds, the next thinner does not', () => {
    const { power } = planJob(TOURER_JOB);
    const feed = power.feeds['amp']!;
    const list = gaugeAlternatives(TOURER_JOB, power, feed);
    expect(list.map(({ gauge }) => gauge)).toEqual(sizesOf('awg'));
    const at = list.findIndex(({ gauge }) => gauge === feed.gauge);
    expect(list[at]!.dropPct).toBeCloseTo(feed.states.restFull!.dropPct, 9);
    expect(list[at]!.carries && list[at]!.holdsDrop).toBe(true);
    expect(list[at - 1]!.carries && list[at - 1]!.holdsDrop).toBe(false);
    list.slice(1).forEach((a, i) => {
      if (list[i]!.dropPct !== undefined) expect(a.dropPct).toBeLessThan(list[i]!.dropPct);
    });
  });

  test('every figure’s formula, worked out from its own numbers, is the figure', () => {
    const { power } = planJob(LAUNCH);
    for (const feed of Object.values(power.feeds)) {
      const formulas = feedFormulas(LAUNCH, power, feed);
      const worked = (text: string) => {
        const sides = text.split(' = ');
        const sum = sides[0]!
          .replace(/[^\d.+÷×·() −]/g, ' ')
          .replaceAll('−', '-')
          .replaceAll('÷', '/')
          .replace(/[×·]/g, '*');
        // Only digits and arithmetic are left: GNU units works it out.
        return { left: Number(execFileSync('units', ['-t', sum], { encoding: 'utf8' })), right: parseFloat(sides[1]!) };
      };
      if (formulas.fuseNeed!.formula.startsWith('fuse')) {
        const { left, right } = worked(formulas.fuseNeed!.numbers);
        expect(left).toBeCloseTo(right, 1);
      } else expect(parseFloat(formulas.fuseNeed!.numbers)).toBe(feed.item.usualFuseA);
      const carries = worked(formulas.ampacity!.numbers.replace(/\((?:[^\d]|\d+ t)[^)]*\)/g, ''));
      expect(carries.left).toBeCloseTo(carries.right, 0);
      const lost = worked(formulas.drop!.numbers.split(';')[0]!);
      expect(lost.left / 1000).toBeCloseTo(lost.right, 1);
      if (formulas.amps!.formula.startsWith('I = P ÷ (η')) {
        const drawn = worked(formulas.amps!.numbers);
        expect(drawn.left).toBeCloseTo(drawn.right, 1);
      }
    }
  });

  test('ABYC’s 150 % is offered on boats and only counts there when it is taken', () => {
    const pinned: Operation = { op: 'overrule', kind: 'fuse', subject: 'head', value: 15 };
    const thin = after(LAUNCH, { op: 'setSettings', settings: { insulation: '60' } }, pinned);
    const limit = (job: Job) =>
      planJob(job).power.feeds['head']!.fuseLimitA / planJob(job).power.feeds['head']!.ampacityA;
    expect(limit(thin)).toBe(1);
    expect(limit(after(thin, { op: 'allow150', gear: 'head', allow: true }))).toBe(1.5);
    expect(limit(after(TOURER_JOB, { op: 'allow150', gear: 'head', allow: true }))).toBe(1);
  });
});

describe('the posts', () => {
  test('short circuit: E ÷ R at the posts, less at the fuse, more with what is joined', () => {
    expect(shortAtPost(TOURER_JOB, 'battery').amps).toBeCloseTo(12.7 / 0.009, 6);
    const { feeds } = planJob(TOURER_JOB).power;
    const at = shortAtFuse(TOURER_JOB, { feeds, circuits: {} }, feeds['amp']!)!;
    expect(at.amps).toBeCloseTo(12.7 / (0.009 + at.ohm), 6);
    const launch = shortAtPost(LAUNCH, 'battery');
    expect(launch.batteries).toEqual(['battery', 'start']);
    expect(launch.amps).toBeCloseTo(12.8 * (1 / 0.004 + 1 / (0.005 + 0.003)), 6);
    // A switch that is off now may be on when the short comes.
    const open = after(LAUNCH, {
      op: 'setTie',
      id: 'combiner',
      tie: { ...TIE, from: 'start', to: 'battery', joined: false },
    });
    expect(shortAtPost(open, 'battery').amps).toBeCloseTo(launch.amps, 6);
    const stated = after(TOURER_JOB, { op: 'setBattery', id: 'battery', battery: { shortA: 650 } });
    expect(shortAtPost(stated, 'battery').amps).toBeCloseTo(650, 9);
    expect(shortAtPost(stated, 'battery').stated).toBe(true);
  });

  test('rings: one for each feed and return that ends there', () => {
    expect(ringsOf(TOURER_JOB, 'battery')).toEqual({ plus: 2, minus: 2 });
    expect(ringsOf(after(TOURER_JOB, { op: 'choose', choice: 'grounds', option: 'common' }), 'battery').minus).toBe(1);
    // All of the launch’s sound hangs on the block.
    expect(ringsOf(LAUNCH, 'battery')).toEqual({ plus: 2, minus: 3 });
  });

  test('made safe from the outside in, put back the other way round, memories last', () => {
    const { off, on } = isolationOrder(VAN);
    expect(off[0]).toMatch(/^Shore charger/);
    expect(off.findIndex((l) => /Solar/.test(l))).toBeLessThan(off.findIndex((l) => /negative off/.test(l)));
    expect(off.at(-1)).toMatch(/^Meter/);
    expect(on.findIndex((l) => /Starter battery: negative on/.test(l))).toBeLessThan(
      on.findIndex((l) => /House battery: negative on/.test(l)),
    );
    expect(on.at(-1)).toMatch(/^Shore charger/);
    // The fuses are in by the time the battery comes back: nothing says otherwise.
    expect(on.join()).not.toMatch(/fuse/);
    for (const [school, word] of [
      ['both', 'then positive'],
      ['switch', 'its switch off'],
      ['mainFuse', 'main fuse out'],
    ] as const)
      expect(isolationOrder(after(VAN, { op: 'choose', choice: 'isolation', option: school })).off.join()).toContain(
        word,
      );
    const plan = planJob(VAN);
    expect(plan.build.steps.find(({ id }) => id === 'isolate:battery')!.lines).toContain(off[0]);
  });

  test('ends are chosen by the wire, splices by both', () => {
    const { terminals } = planJob(
      after(SIDE, add('head', 'kingcup-3', 'dashCentre'), { op: 'setTurnOn', turnOn: { source: 'outlet' } }),
    );
    expect(terminals.find(({ run, at }) => run === 'switched:switched>head' && at === 'switched')!.with).toMatch(
      /^red butt/,
    );
    expect(terminals.find(({ run, at }) => run === 'feed:battery>head' && at === 'battery')!.with).toMatch(/ring/);
    const amp = planJob(TOURER_JOB).terminals.find(({ run, at }) => run === 'feed:battery>amp' && at === 'amp')!;
    expect(amp.with).toMatch(/^ferrule/);
  });
});

const ALWAYS_ON: Operation = { op: 'setSource', id: 'amp', choice: { turnedOnBy: 'constant' } };
const FIRES: Record<string, Job> = {
  'interrupt-rating': after(LAUNCH, holder('block', 'holder-maxi')),
  'interrupt-rating-light': TOURER_JOB,
  'not-selective': after(LAUNCH, { op: 'overrule', kind: 'fuse', subject: 'block', value: 30 }),
  'passes-too-much': after(
    LAUNCH,
    add('relay', 'latch-30', 'lockerPanel'),
    holder('relay', 'holder-maxi'),
    { op: 'feedFrom', gear: 'head', from: 'relay' },
    { op: 'feedFrom', gear: 'amp', from: 'relay' },
  ),
  'wrong-volts': after(VAN, { op: 'setNominal', volts: 24 }),
  'thinner-than-least': after(LAUNCH, { op: 'overrule', kind: 'gauge', subject: 'head', value: '18' }),
  'hull-return': after(LAUNCH, { op: 'choose', choice: 'grounds', option: 'frame' }),
  'clad-on-boat': after(LAUNCH, { op: 'setSettings', settings: { conductors: 'clad' } }),
  'rings-on-stud': after(LAUNCH, { op: 'setBattery', id: 'battery', battery: { ringsMinus: 4 } }),
  'lithium-straight': after(VAN, {
    op: 'setTie',
    id: 'charger',
    tie: { ...VAN.craft.ties['charger']!, kind: 'relay' },
  }),
  'turn-on-relay-overloaded': after(
    TOURER_JOB,
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: { ...shelfItem('weir-4-45'), remoteInA: 2 } as never, place: 'lampShelf' },
    { op: 'addGear', id: 'relay', item: { ...shelfItem('latch-30'), maxA: 1 } as never, place: 'batterySide' },
    { op: 'setTurnOn', turnOn: { through: 'relay' } },
  ),
  'switched-source': after(LAUNCH, { op: 'setTurnOn', turnOn: { source: 'bilge' } }),
  'switched-unchosen': after(LAUNCH, { op: 'setTurnOn', turnOn: { source: null } }),
  'always-on': after(TOURER_JOB, ALWAYS_ON),
  'stands-too-short': after(TOURER_JOB, ALWAYS_ON),
  'joined-leads': VAN,
  'house-for-sound': after(LAUNCH, { op: 'feedFrom', gear: 'block', from: 'start' }),
  'feeder-bypassed': after(LAUNCH, { op: 'setThere', id: 'block', there: 'bypassed' }),
  'kept-fuse-unknown': after(
    LAUNCH,
    add('bar', 'delta-bar', 'lockerPanel'),
    { op: 'setThere', id: 'bar', there: 'kept' },
    { op: 'feedFrom', gear: 'amp', from: 'bar' },
  ),
  'wire-too-thick': after(LAUNCH, { op: 'overrule', kind: 'gauge', subject: 'amp', value: '2' }),
  'not-charged': after(LAUNCH, { op: 'setTie', id: 'combiner', tie: null }),
  'volts-mismatch': after(TOURER_JOB, { op: 'setNominal', volts: 24 }),
  'never-switched-on': after(
    TOURER_JOB,
    add('relay', 'latch-30', 'batterySide'),
    holder('relay', 'holder-maxi'),
    { op: 'feedFrom', gear: 'head', from: 'relay' },
    { op: 'setTurnOn', turnOn: { through: 'relay' } },
  ),
  'battery-most': after(LAUNCH, { op: 'setBattery', id: 'battery', battery: { mostA: 20 } }),
  'isolation-no-switch': after(LAUNCH, { op: 'choose', choice: 'isolation', option: 'switch' }),
  'feeds-nothing': after(TOURER_JOB, add('relay', 'latch-30', 'batterySide')),
};
const SILENT: Record<string, Job> = {
  'interrupt-rating': LAUNCH,
  'interrupt-rating-light': after(TOURER_JOB, { op: 'setBattery', id: 'battery', battery: { shortA: 700 } }),
  'lithium-straight': VAN,
  'switched-source': after(LAUNCH, { op: 'setTurnOn', turnOn: { source: 'panelSpare' } }),
  'joined-leads': after(VAN, { op: 'setTurnOn', turnOn: { joined: false } }),
  'wrong-volts': VAN,
};

describe('findings of the supply', () => {
  test.each(Object.entries(FIRES))('%s fires, with its numbers', (rule, job) => {
    const found = planJob(job).findings.filter((f) => f.rule === rule);
    expect(found.length).toBeGreaterThan(0);
    for (const f of found) {
      expect(f.figures.every((x) => Number.isFinite(x.value))).toBe(true);
      expect(f.reason.length).toBeGreaterThan(20);
    }
  });
  test.each(Object.keys(FIRES))('%s is silent where it should be', (rule) => {
    expect(rulesOf(SILENT[rule] ?? LAUNCH)).not.toContain(rule);
  });
  test('every cure does away with its finding', () => {
    let cured = 0;
    for (const [rule, job] of Object.entries(FIRES))
      for (const f of planJob(job).findings.filter((g) => g.rule === rule && g.cure)) {
        expect(planJob(after(job, ...f.cure!.operations)).findings.map(({ key }) => key)).not.toContain(f.key);
        cured++;
      }
    expect(cured).toBeGreaterThan(6);
  });
  test('the hull as a return is a stop that nobody overrules', () => {
    const found = planJob(FIRES['hull-return']!).findings.find((f) => f.rule === 'hull-return')!;
    expect([found.severity, found.overrulable]).toEqual(['stop', false]);
  });
  test('no rule of the chapter goes untested', () => {
    const elsewhere = [
      'no-battery-fuse',
      'family-too-small',
      'fuse-above-ampacity',
      'common-return-thin',
      'fuse-above-maker',
      'fuse-below-need',
      'fuse-far-from-battery',
      'voltage-collapse',
      'drop-over-limit',
      'charging-short',
      'turn-on-overloaded',
    ];
    const all = [...powerRules, ...supplyRules, ...turnOnRules].map(({ id }) => id);
    expect(all.filter((id) => !Object.hasOwn(FIRES, id) && !elsewhere.includes(id))).toEqual([]);
  });
});

test('where the volts collapse with the engine off a fuse is sized without any drop, whatever a running engine holds', () => {
  const weak = after(
    TOURER_JOB,
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: { ...shelfItem('weir-4-45'), usualFuseA: null } as never, place: 'lampShelf' },
    ...Object.entries(TOURER_JOB.circuits).map(([channel, wiring]): Operation => ({
      op: 'wireChannel',
      channel,
      wiring,
    })),
    { op: 'setBattery', id: 'battery', battery: { internalMilliohm: 300, restVolts: 12.7 } },
    { op: 'setCharging', charging: { spareCruiseA: 60 } },
  );
  const amp = planJob(weak).power.feeds['amp']!;
  expect([amp.collapsed, 'cruiseFull' in amp.states]).toEqual([true, true]);
  // 177.8 W at 80 % off 12.7 V, and 0.6 A besides: 18.1 A, a quarter more is 22.6 A; at cruise it would be 21.1 A.
  expect(amp.fuseNeedA).toBeCloseTo(1.25 * (amp.audioWatts / 0.8 / 12.7 + 0.6), 9);
  expect(amp.fuseNeedA).toBeCloseTo(22.6, 1);
  expect(1.25 * amp.states.cruiseFull!.amps).toBeCloseTo(21.1, 1);
});

test('a workshop may be stricter than the craft, and only stricter', () => {
  const near = after(TOURER_JOB, { op: 'setSettings', settings: { fuseWithinMm: 100 } });
  expect(rulesOf(near)).toContain('fuse-far-from-battery');
  expect(rulesOf(after(TOURER_JOB, { op: 'setSettings', settings: { fuseWithinMm: 2000 } }))).toEqual(
    rulesOf(TOURER_JOB),
  );
  const thick = planJob(after(TOURER_JOB, { op: 'setSettings', settings: { leastSize: '12' } })).power.feeds['head']!;
  expect([thick.gauge, thick.gaugeReason]).toEqual(['12', 'least']);
  const margin = planJob(after(TOURER_JOB, { op: 'setSettings', settings: { fuseMarginPct: 200 } })).power.feeds[
    'amp'
  ]!;
  expect(margin.fuseNeedA).toBeCloseTo(2 * margin.states.restFull!.amps, 6);
});

test('what a battery may give: the worst of its states, to the ampere', () => {
  const { power } = planJob(TOURER_JOB);
  const worst = Math.max(...FEED_CASES.map((c) => power.sources[c.id]?.['battery']?.amps ?? 0));
  const most = (mostA: number) => rulesOf(after(TOURER_JOB, { op: 'setBattery', id: 'battery', battery: { mostA } }));
  expect(most(worst + 0.01)).not.toContain('battery-most');
  expect(most(worst - 0.01)).toContain('battery-most');
});

test('isolating by the switch wants a switch on every battery and nothing new ahead of it', () => {
  const by = after(LAUNCH, { op: 'choose', choice: 'isolation', option: 'switch' });
  const switched = after(
    by,
    { op: 'setBattery', id: 'battery', battery: { batterySwitch: true } },
    { op: 'setBattery', id: 'start', battery: { batterySwitch: true } },
  );
  expect(rulesOf(switched)).not.toContain('isolation-no-switch');
  const ahead = planJob(after(switched, { op: 'tapAhead', gear: 'block', ahead: true })).findings;
  expect(ahead.find(({ rule }) => rule === 'isolation-no-switch')!.reason).toMatch(/stays live: tapped ahead/);
});

test('a fuse on a boat may sit farther off in a sheath: 7 in, 40 in off a block, 72 in off the battery, from memory', () => {
  const far = (gear: string, atMm: number, sheathed: boolean) =>
    planJob(
      after(LAUNCH, holder(gear, 'holder-maxi'), { op: 'sheathe', gear, sheathed }, { op: 'placeFuse', gear, atMm }),
    ).findings.some(({ rule, subject }) => rule === 'fuse-far-from-battery' && subject.id === gear);
  expect([far('block', 175, false), far('block', 180, false)]).toEqual([false, true]);
  expect([far('block', 1830, true), far('block', 1831, true)]).toEqual([false, true]);
  expect([far('amp', 1016, true), far('amp', 1017, true)]).toEqual([false, true]);
  // On land nobody lets a sheath stand in for a fuse.
  const land = after(TOURER_JOB, { op: 'sheathe', gear: 'amp', sheathed: true });
  expect(rulesOf(after(land, { op: 'placeFuse', gear: 'amp', atMm: 900 }))).toContain('fuse-far-from-battery');
});

test('what else hangs on the turn-on lead counts: 0.25 A given, the amplifier and a lamp of 0.2 A asked', () => {
  const plan = planJob(TOURER_JOB).turnOn;
  const lamp = after(TOURER_JOB, { op: 'setTurnOn', turnOn: { otherA: 0.2 } });
  expect(planJob(lamp).turnOn.neededA).toBeCloseTo(plan.neededA + 0.2, 9);
  const spare = plan.availableA - plan.neededA;
  const asks = (otherA: number) => rulesOf(after(TOURER_JOB, { op: 'setTurnOn', turnOn: { otherA } }));
  expect(asks(spare - 0.001)).not.toContain('turn-on-overloaded');
  expect(asks(spare + 0.001)).toContain('turn-on-overloaded');
});

test('with the master switch off only what is ahead of it drains: 200 Ah · ⅘ ÷ 24 h by hand', () => {
  const switched = after(LAUNCH, { op: 'setBattery', id: 'battery', battery: { batterySwitch: true } });
  const of = (job: Job) => planKeyOff(job).find(({ battery }) => battery === 'battery')!;
  expect(of(LAUNCH).switchedOffDays).toBeUndefined();
  const own = of(switched);
  expect(own.switchedOffDays).toBeGreaterThan(own.days);
  expect(own.switchedOffDays! * own.selfA).toBeCloseTo(own.days * (own.amps + own.selfA), 6);
  const ahead = of(after(switched, { op: 'tapAhead', gear: 'block', ahead: true }));
  expect(ahead.switchedOffDays).toBeCloseTo(ahead.days, 6);
});

test('ahead of the switch is said by the feed that leaves the battery, not by one behind a block', () => {
  const switched = after(LAUNCH, { op: 'setBattery', id: 'battery', battery: { batterySwitch: true } });
  const of = (job: Job) => planKeyOff(job).find(({ battery }) => battery === 'battery')!;
  const behind = after(switched, { op: 'tapAhead', gear: 'amp', ahead: true });
  expect(of(behind).switchedOffDays).toBeCloseTo(of(switched).switchedOffDays!, 9);
  const said = (job: Job) =>
    planJob(after(job, { op: 'choose', choice: 'isolation', option: 'switch' })).findings.find(
      ({ rule }) => rule === 'isolation-no-switch',
    )!.reason;
  expect(said(behind)).not.toMatch(/stays live/);
  expect(said(after(switched, { op: 'tapAhead', gear: 'block', ahead: true }))).toMatch(/D1 stays live/);
  // Without a switch there is nothing to be ahead of.
  expect(said(after(LAUNCH, { op: 'tapAhead', gear: 'block', ahead: true }))).not.toMatch(/stays live/);
});

describe('the findings of a day', () => {
  const SHORT = after(TOURER_JOB, {
    op: 'setDay',
    day: {
      ...TOURER_JOB.day,
      segments: [{ ...TOURER_JOB.day.segments.find((s) => s.engine === 'off')!, hours: 10 }],
    },
  });
  const found = (job: Job) => wholePlan(job).findings.filter(({ rule }) => rule.startsWith('day-'));

  test('ten hours of music off one small battery: no start, and silence, with when', () => {
    const day = planDay(SHORT, planJob(SHORT).power);
    expect(found(SHORT).map(({ rule }) => rule)).toEqual(['day-no-start', 'day-silent']);
    expect(found(SHORT)[0]!.figures[0]!.value).toBe(day.noStartAt);
    expect(found(SHORT)[0]!.reason).toMatch(/^In this day /);
    // An edit shows the plan alone, a job shown whole its day too.
    expect(planJob(SHORT).findings.map(({ rule }) => rule)).not.toContain('day-no-start');
  });

  test('a day the battery stands, and a craft with no feed, say nothing', () => {
    const riding = {
      ...TOURER_JOB.day,
      segments: TOURER_JOB.day.segments.map((s) => ({ ...s, engine: 'cruise' as const })),
    };
    expect(found(after(TOURER_JOB, { op: 'setDay', day: riding }))).toEqual([]);
    expect(found({ ...SHORT, gear: {}, feeds: {}, circuits: {} })).toEqual([]);
  });

  test('what the craft keeps plays too, though no feed of this job goes to it', () => {
    const kept = after(
      SHORT,
      { op: 'setThere', id: 'amp', there: 'kept' },
      { op: 'setThere', id: 'head', there: 'kept' },
    );
    expect(planJob(kept).power.feeds).toEqual({});
    expect(found(kept).map(({ rule }) => rule)).toContain('day-no-start');
    const bypassed = after(
      SHORT,
      { op: 'setThere', id: 'amp', there: 'bypassed' },
      { op: 'setThere', id: 'head', there: 'bypassed' },
    );
    expect(found(bypassed)).toEqual([]);
  });

  test('what is sealed keeps the findings it was sealed with', () => {
    const seal = sealOf(planJob(TOURER_JOB), '2026-05-01T10:00:00.000Z', 'Bench one', 0);
    expect(found({ ...SHORT, seal })).toEqual([]);
  });
});

describe('a finding somebody accepted', () => {
  const job = after(LAUNCH, { op: 'setTurnOn', turnOn: { source: 'bilge' } });
  const finding = planJob(job).findings.find(({ rule }) => rule === 'switched-source')!;
  const accept = (key: string, basis: string): Operation => ({
    op: 'acceptFinding',
    key,
    why: { reason: 'The owner wants it so', then: null, basis },
  });

  test('is listed with its reason and counts as no stop', () => {
    const accepted = planJob(after(job, accept(finding.key, contentHash(findingBasis(finding)))));
    expect(accepted.findings.find(({ key }) => key === finding.key)!.accepted).toBe('The owner wants it so');
    expect(accepted.findings).toHaveLength(planJob(job).findings.length);
  });

  test('speaks again once its figures are others', () => {
    const accepted = planJob(after(job, accept(finding.key, contentHash(['other', 1, 'A']))));
    expect(accepted.findings.find(({ key }) => key === finding.key)!.accepted).toBeUndefined();
  });

  test('is no way past a stop that nobody may overrule', () => {
    const hull = FIRES['hull-return']!;
    const stop = planJob(hull).findings.find(({ rule }) => rule === 'hull-return')!;
    const after2 = planJob(after(hull, accept(stop.key, contentHash(findingBasis(stop)))));
    expect(after2.findings.find(({ key }) => key === stop.key)!.accepted).toBeUndefined();
    expect(after2.ledger.stops).toBe(planJob(hull).ledger.stops);
  });
});

test('wires that lie together carry less, unless the workshop does not count them', () => {
  const feed = planJob(TOURER_JOB).power.feeds['amp']!;
  expect(feed.run!.together).toBe(4);
  expect(feed.ampacity.factors).toContainEqual({ name: '4 together', value: 0.8 });
  const loose = planJob(after(TOURER_JOB, { op: 'setSettings', settings: { bundles: false } })).power.feeds['amp']!;
  expect(loose.ampacityA).toBeCloseTo(ampacity(loose.gauge, '105', true), 9);
});

test('a state’s formula says the part of full output it is computed at: ⅛ for class D, its root for class AB', () => {
  const { feeds } = planJob(TOURER_JOB).power;
  const [full, , , music] = FEED_CASES;
  expect(stateFormula(feeds['amp']!, full!)!.numbers).not.toContain('0.125');
  const said = stateFormula(feeds['amp']!, music!)!;
  expect(said.formula).toContain('part · P');
  const state = feeds['amp']!.states.idleMusic!;
  const amps = (0.125 * feeds['amp']!.audioWatts) / (0.8 * state.deviceVolts) + 0.6;
  expect(amps).toBeCloseTo(state.amps, 2);
  expect(said.numbers).toMatch(new RegExp(`0\\.125 · .* = ${state.amps.toFixed(2)} A$`));
  expect(stateFormula(feeds['head']!, music!)!.formula).toContain('√part');
  expect(stateFormula({ ...feeds['amp']!, states: {} }, music!)).toBeUndefined();
});

test('gear the craft keeps draws at the posts, in the plan, in its network and over a day alike', () => {
  const kept = after(TOURER_JOB, { op: 'setThere', id: 'amp', there: 'kept' });
  const { power } = planJob(kept);
  expect(power.feeds['amp']).toBeUndefined();
  expect(power.audioWatts['amp']).toBeGreaterThan(100);
  const solution = solved(solveNetwork(feedNetwork(kept, power, FEED_CASES[0]!)));
  const drawn = solution.loadAmps.all().reduce((a, b) => a + b, 0);
  expect(drawn).toBeCloseTo(power.totalAmps.restFull!, 9);
  expect(drawn).toBeGreaterThan(18);
  const music = planDay(after(kept, { op: 'setDay', day: { ...kept.day, segments: [kept.day.segments[1]!] } }), power);
  expect(music.points[0]!.amps['battery']).toBeCloseTo(power.totalAmps.restMusic!, 2);
});
