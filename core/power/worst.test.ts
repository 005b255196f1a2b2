import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { FuseHolder } from '../gear/gear';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { planDay } from './day';
import { mostDrawn, mostLost } from './feeds';
import { solveNetwork, type Network } from './network';
import { shortAtFuse } from './short';

const jobOf = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const LAUNCH = jobOf('river-launch');
const VAN = jobOf('narrow-van');
const after = (job: Job, ...operations: Operation[]) => applyAll(job, operations);
const add = (id: string, item: string, place: string | null): Operation => ({
  op: 'addGear',
  id,
  item: shelfItem(item),
  place,
});
const holder = (gear: string, item: string): Operation => ({
  op: 'chooseHolder',
  gear,
  holder: shelfItem(item) as FuseHolder,
});
const wire = (channel: string, gear: string): Operation => ({
  op: 'wireChannel',
  channel,
  wiring: { coil: { gear, coil: 0 } },
});
const rules = (job: Job) => planJob(job).findings.map((f) => f.rule);

/** The tourer on an amplifier whose supply is not regulated: it draws and gives most while something charges. */
const LOOSE = after(
  TOURER_JOB,
  { op: 'removeGear', id: 'amp' },
  add('amp', 'lock-4-30', 'underSeat'),
  holder('amp', 'holder-blade'),
  wire('amp/fl', 'fairing-left'),
  wire('amp/fr', 'fairing-right'),
  wire('amp/rl', 'pannier-left'),
  wire('amp/rr', 'pannier-right'),
);

describe('an alternator at its limit', () => {
  const charged = (siemens: number, amps: number): Network => ({
    ground: 'g',
    supplies: [
      { name: 'battery', node: 'post', volts: 12.6, ohm: 0.01, oneWay: true },
      { name: 'alternator', node: 'post', volts: 14.2, ohm: 0, mostA: 10, oneWay: true },
    ],
    resistors: [],
    loads: [{ name: 'load', plus: 'post', minus: 'g', watts: 0, amps, siemens }],
  });
  const solved = (network: Network) => {
    const s = solveNetwork(network);
    if (s.state !== 'solved') throw new Error('collapsed');
    return s;
  };

  test('with a battery that rests the volts stand between: 10 A ÷ 0.75 S = 13.33 V', () => {
    const s = solved(charged(0.75, 0));
    expect(s.volts.get('post')).toBeCloseTo(40 / 3, 9);
    expect(s.supplies.get('alternator')).toEqual({ amps: 10, state: 'limited' });
    expect(s.supplies.get('battery')).toEqual({ amps: 0, state: 'idle' });
  });

  test('a steady ampere besides takes them below the battery, which then gives: 1269 ÷ 100.75 V', () => {
    const s = solved(charged(0.75, 1));
    expect(s.volts.get('post')).toBeCloseTo(1269 / 100.75, 9);
    expect(s.supplies.get('battery')!.amps).toBeCloseTo((12.6 - 1269 / 100.75) / 0.01, 6);
  });

  test('the tourer with an unregulated amplifier, 16 A to spare: 16 A at some 14 V, the battery at rest', () => {
    const { sources, feeds } = planJob(LOOSE).power;
    expect(sources.cruiseFull!['alternator']).toMatchObject({ amps: 16, state: 'limited' });
    expect(sources.cruiseFull!['battery']).toMatchObject({ amps: 0, state: 'idle' });
    expect(sources.cruiseFull!['battery']!.volts).toBeGreaterThan(13.8);
    expect(sources.cruiseFull!['battery']!.volts).toBeLessThan(14.2);
    expect(Object.values(feeds).every(({ collapsed }) => !collapsed)).toBe(true);
    // At idle, music, just under what it asks: no collapse, and the day goes on.
    const idle = after(LOOSE, { op: 'setCharging', charging: { spareIdleA: 6.7 } });
    const { power } = planJob(idle);
    expect(power.sources.idleMusic).toBeDefined();
    const day = { ...idle.day, segments: [{ ...idle.day.segments[0]!, engine: 'idle' as const }] };
    expect(planDay(after(idle, { op: 'setDay', day }), power).silentAt).toBeUndefined();
  });
});

describe('the worst state', () => {
  test('unregulated gear is sized by what it draws while charging, and says so', () => {
    const { amp, head } = planJob(LOOSE).power.feeds;
    expect(amp!.worst).toEqual({ amps: 'cruiseFull', drop: 'cruiseFull' });
    expect(amp!.fuseNeedA).toBeCloseTo(1.25 * amp!.states.cruiseFull!.amps, 9);
    expect(amp!.states.cruiseFull!.amps).toBeGreaterThan(1.05 * amp!.states.restFull!.amps);
    expect(mostDrawn(amp!)).toBe(amp!.states.cruiseFull);
    // A head unit with no speaker draws its idle current in every state: the first is as good as any.
    expect(head!.worst).toEqual({ amps: 'restFull', drop: 'restFull' });
  });

  test('regulated gear is sized with the engine off, where it draws most', () => {
    const { amp } = planJob(TOURER_JOB).power.feeds;
    expect(amp!.worst).toEqual({ amps: 'restFull', drop: 'restFull' });
    expect(mostLost(amp!)!.dropPct).toBeGreaterThan(amp!.states.cruiseFull!.dropPct);
  });

  test('no state at full output loses more than the limit, though the engine-off state has room', () => {
    for (const limit of [1.5, 2, 2.4, 3]) {
      const { amp } = planJob(after(LOOSE, { op: 'setSettings', settings: { dropLimitPct: limit } })).power.feeds;
      expect(mostLost(amp!)!.dropPct).toBeLessThanOrEqual(limit);
    }
  });

  test('a size that holds the limit at rest and not while charging is a caution in words', () => {
    const free = planJob(LOOSE).power.feeds['amp']!;
    const [rest, cruise] = [free.states.restFull!.dropPct, free.states.cruiseFull!.dropPct];
    const between = after(
      LOOSE,
      { op: 'overrule', kind: 'gauge', subject: 'amp', value: free.gauge },
      { op: 'setSettings', settings: { dropLimitPct: (rest + cruise) / 2 } },
    );
    const found = planJob(between).findings.find((f) => f.rule === 'drop-over-limit')!;
    expect(found.reason).toContain('cruise, full output');
  });

  test('power against RMS: 30 W at 14.4 V by the square of the volts, 25 W speakers', () => {
    const small = { ...shelfItem('bittern-165'), rmsWatts: 25 } as never;
    const job = after(
      LOOSE,
      { op: 'removeGear', id: 'fairing-left' },
      { op: 'addGear', id: 'fairing-left', item: small, place: 'fairingLeft' },
      wire('amp/fl', 'fairing-left'),
    );
    const plan = planJob(job);
    const { states } = plan.power.feeds['amp']!;
    const share = plan.speakers.circuits['amp/fl']!.speakers[0]!;
    expect(share.watts).toBeLessThan(25);
    expect(share.mostWatts / share.watts).toBeCloseTo(
      (states.cruiseFull!.deviceVolts / states.restFull!.deviceVolts) ** 2,
      9,
    );
    expect(share.mostWatts).toBeGreaterThan(25);
    expect(plan.findings.find((f) => f.rule === 'over-rms')!.reason).toContain('cruise, full output');
    // A regulated amplifier gives the same in all states.
    const steady = planJob(TOURER_JOB).speakers.circuits['amp/fl']!;
    expect([steady.mostIn, steady.speakers[0]!.mostWatts]).toEqual([undefined, steady.speakers[0]!.watts]);
  });

  test('ashore on a charger counts too', () => {
    const job = after(LOOSE, { op: 'setShore', shore: { at: 'battery', setVolts: 14.8, mostA: 60 } });
    const { amp } = planJob(job).power.feeds;
    expect(amp!.worst.amps).toBe('shoreFull');
  });
});

describe('distribution that is there', () => {
  const kept = after(LAUNCH, { op: 'setThere', id: 'block', there: 'kept' });

  test('a kept block feeds like a new one; its own wires are not this job’s', () => {
    const plan = planJob(kept);
    const { block, amp, head } = plan.power.feeds;
    expect([block!.there, block!.run, amp!.there]).toEqual([true, undefined, false]);
    expect(block!.states.restFull!.amps).toBeCloseTo(amp!.states.restFull!.amps + head!.states.restFull!.amps, 6);
    // From the post to the amplifier: nothing on the block's own wire, its 1 mΩ or so, and what the branch loses.
    const own = amp!.stretches.filter((s) => s.gear === 'amp').reduce((sum, s) => sum + s.lostVolts, 0);
    const through = block!.states.restFull!.amps * ('milliohm' in block!.item ? block!.item.milliohm / 1000 : 0);
    expect(amp!.states.restFull!.dropVolts).toBeCloseTo(own + through, 3);
    expect(plan.runs.some(({ to }) => to === 'block')).toBe(false);
    expect(plan.build.steps.some(({ id }) => id === 'fit:gear/block' || id === 'fuse:gear/block')).toBe(false);
    expect(amp!.family).toBe('blade');
  });

  test('its fuse, once read off, is held against what hangs on it', () => {
    expect(rules(kept)).not.toContain('fuse-below-need');
    const found = after(kept, { op: 'overrule', kind: 'fuse', subject: 'block', value: 30 });
    expect(rules(found)).toContain('fuse-below-need');
    expect(rules(after(found, { op: 'overrule', kind: 'fuse', subject: 'block', value: 60 }))).not.toContain(
      'fuse-below-need',
    );
    // Found there, it is nobody's choice over the plan; of a new block it is.
    expect(planJob(found).overrules).toEqual([]);
    const fresh = after(LAUNCH, { op: 'overrule', kind: 'fuse', subject: 'block', value: 60 });
    expect(planJob(fresh).overrules.map(({ key }) => key)).toEqual(['fuse=block']);
  });

  test('bypassed it passes nothing on: what named it is planned from the battery, and says so', () => {
    const job = after(LAUNCH, { op: 'setThere', id: 'block', there: 'bypassed' });
    const { feeds } = planJob(job).power;
    expect([feeds['block'], feeds['amp']!.feeder]).toEqual([undefined, 'battery']);
  });

  test.each(['kept', 'bypassed'] as const)(
    'a %s converter, relay or module with gear behind it has a plan',
    (there) => {
      for (const item of ['ford-24-12', 'latch-30', 'lapwing-4', 'delta-4', 'delta-bar']) {
        const job = after(
          VAN,
          add('through', item, 'bedShelf'),
          { op: 'feedFrom', gear: 'head', from: 'through' },
          { op: 'setThere', id: 'through', there },
        );
        const { head } = planJob(job).power.feeds;
        expect(head!.states.restFull!.deviceVolts).toBeGreaterThan(11);
      }
    },
  );
});

describe('gear that is there and kept draws where it is fed from', () => {
  /** Nothing hangs on it: it draws its 0.9 A and no more, whatever the volts. */
  const idle = (job: Job, ...more: Operation[]) =>
    after(
      job,
      ...Object.keys(job.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
      { op: 'removeGear', id: 'head' },
      add('head', 'kingcup-3', null),
      { op: 'setThere', id: 'head', there: 'kept' },
      ...more,
    );
  const through = (job: Job, gear: string) => planJob(job).power.feeds[gear]!.states.restFull!.amps;

  test('a new block', () => {
    const on = idle(LAUNCH, { op: 'feedFrom', gear: 'head', from: 'block' });
    expect(through(on, 'block') - through(on, 'amp')).toBeCloseTo(0.9, 6);
    const off = idle(LAUNCH, { op: 'feedFrom', gear: 'head', from: null });
    expect(through(off, 'block') - through(off, 'amp')).toBeCloseTo(0, 6);
    // A block that carries only that feeds something; its fuse is for what it carries: 1.25 × 0.9 A.
    const only = idle(TOURER_JOB, add('only', 'delta-bar', 'batterySide'), holder('only', 'holder-blade'), {
      op: 'feedFrom',
      gear: 'head',
      from: 'only',
    });
    expect(planJob(only).power.feeds['only']!.fuseNeedA).toBeCloseTo(1.125, 6);
    expect(rules(only)).not.toContain('feeds-nothing');
    expect(rules(after(only, { op: 'setThere', id: 'head', there: 'bypassed' }))).toContain('feeds-nothing');
  });

  test('a converter: by its outlet’s volts and its efficiency', () => {
    const job = idle(
      TOURER_JOB,
      { op: 'setNominal', volts: 24 },
      { op: 'setBattery', id: 'battery', battery: { restVolts: 25 } },
      add('dc', 'ford-24-12', 'batterySide'),
      holder('dc', 'holder-blade'),
      { op: 'feedFrom', gear: 'head', from: 'dc' },
    );
    const { dc } = planJob(job).power.feeds;
    const { outVolts, efficiency, idleA } = dc!.item as { outVolts: number; efficiency: number; idleA: number };
    const state = dc!.states.restFull!;
    expect(state.amps).toBeCloseTo((outVolts * 0.9) / efficiency / state.deviceVolts + idleA, 6);
  });

  test('the battery it is fed from, at its own posts or through what is kept or has no place', () => {
    const job = (from: string, ...more: Operation[]) =>
      planJob(idle(VAN, ...more, { op: 'feedFrom', gear: 'head', from })).power.sources.restFull!;
    const other = Object.keys(VAN.craft.batteries).find((id) => id !== planJob(VAN).power.battery)!;
    const before = job(planJob(VAN).power.battery)[other]!.amps;
    expect(job(other)[other]!.amps - before).toBeCloseTo(0.9, 6);
    for (const more of [[{ op: 'setThere', id: 'mid', there: 'kept' } as const], []])
      expect(
        job('mid', add('mid', 'delta-bar', null), { op: 'feedFrom', gear: 'mid', from: other }, ...more)[other]!.amps,
      ).toBeCloseTo(before + 0.9, 6);
  });
});

describe('behind a converter', () => {
  const high = after(
    VAN,
    { op: 'setNominal', volts: 24 },
    { op: 'setBattery', id: 'battery', battery: { restVolts: 25.4, capacityAh: 100 } },
    ...Object.keys(VAN.craft.batteries)
      .filter((id) => id !== 'battery')
      .map((id): Operation => ({ op: 'setBattery', id, battery: null })),
    { op: 'setBattery', id: 'battery', battery: { role: 'both' } },
    add('dc', 'ford-24-12', 'bedShelf'),
    holder('dc', 'holder-blade'),
    holder('head', 'holder-blade'),
    { op: 'feedFrom', gear: 'head', from: 'dc' },
  );

  test('a day is held against the gear’s own volts: a full 100 Ah plays on, and 13.6 V is not too low for 12 V gear', () => {
    const { power } = planJob(high);
    const day = planDay(high, power);
    expect(day.silentAt).toBeUndefined();
    // As if in the craft's own system: 13.8 V of 13.8 V is 24 V of 24 V.
    expect(day.points[0]!.gearVolts).toBeGreaterThan(23);
  });

  test('fuses either side of it are not compared: the amperes are others', () => {
    const both = after(
      high,
      { op: 'overrule', kind: 'fuse', subject: 'head', value: 10 },
      { op: 'overrule', kind: 'fuse', subject: 'dc', value: 5 },
    );
    expect(rules(both)).not.toContain('not-selective');
  });

  test.each(['latch-30', 'lapwing-4', 'delta-bar', 'delta-4'])(
    '%s behind it has its minus there, not at the battery',
    (item) => {
      const job = after(
        high,
        add('behind', item, 'bedShelf'),
        { op: 'feedFrom', gear: 'behind', from: 'dc' },
        { op: 'feedFrom', gear: 'head', from: 'behind' },
      );
      const plan = planJob(job);
      const { head, dc, behind } = plan.power.feeds;
      expect(head!.states.restFull!.deviceVolts).toBeCloseTo(13.8, 0);
      expect(behind!.nominalVolts).toBe(13.8);
      const back = plan.runs.find(({ kind, to }) => kind === 'return' && to === 'head')!;
      expect(back.from).toBe(item === 'delta-4' ? 'behind' : 'dc');
      expect(dc!.states.restFull!.amps).toBeGreaterThan(0.3);
    },
  );
});

describe('a fuse must break the short that can come', () => {
  test('at a way of a block: the main’s wire, fuse and the block in series, cold', () => {
    const { feeds } = planJob(LAUNCH).power;
    const main = shortAtFuse(LAUNCH, { feeds, circuits: {} }, feeds['block']!)!;
    const way = shortAtFuse(LAUNCH, { feeds, circuits: {} }, feeds['amp']!)!;
    expect(way.amps).toBeLessThan(main.amps);
    const { item, choice } = feeds['block']!;
    expect(way.ohm).toBeGreaterThan(((item.kind === 'block' ? item.milliohm : 0) + choice.holder!.milliohm) / 1000);
    // What a blade fuse cannot break, the fuse on the post above it does: a note.
    expect(way.amps).toBeGreaterThan(1000);
    expect(way.backedBy).toBe('block');
    expect(planJob(LAUNCH).findings.find((f) => f.key === 'interrupt-rating-light@feed/amp')!.severity).toBe('note');
  });

  test('on 24 V a fuse on the post breaks half: 9.5 kA is too much for it', () => {
    const strong = after(LAUNCH, { op: 'setBattery', id: 'battery', battery: { shortA: 9500 } });
    const alone = after(strong, { op: 'setTie', id: 'combiner', tie: null });
    expect(rules(alone)).not.toContain('interrupt-rating');
    expect(rules(after(alone, { op: 'setNominal', volts: 24 }))).toContain('interrupt-rating');
  });
});

describe('what charges which battery', () => {
  test('a bank that nothing reaches is told; panels, shore or a tie silence it', () => {
    const lone = after(LAUNCH, { op: 'setTie', id: 'combiner', tie: null });
    expect(rules(lone)).toContain('not-charged');
    expect(rules(after(lone, { op: 'setSolar', solar: { at: 'battery', watts: 100, hours: 4 } }))).not.toContain(
      'not-charged',
    );
    expect(rules(after(lone, { op: 'setShore', shore: { at: 'battery', setVolts: 14.4, mostA: 20 } }))).not.toContain(
      'not-charged',
    );
  });

  test('what the alternator cannot reach it does not spare anything for', () => {
    // 60 A to spare, and the bank that plays is not joined: the music is not short of charging, the bank has none.
    const lone = after(
      LAUNCH,
      { op: 'setTie', id: 'combiner', tie: null },
      { op: 'setCharging', charging: { spareCruiseA: 60, spareIdleA: 60 } },
    );
    expect(rules(lone)).not.toContain('charging-short');
    // Joined, with less than the music takes: short at idle by what the bank then gives.
    const joined = after(LAUNCH, { op: 'setCharging', charging: { spareCruiseA: 60, spareIdleA: 1 } });
    const found = planJob(joined).findings.find((f) => f.rule === 'charging-short')!;
    const { alternator } = planJob(joined).power.sources.idleMusic!;
    expect(alternator!.amps).toBe(1);
    expect(found.reason).toContain('At idle');
    // Just enough, and a hair less.
    const need = planJob(after(LAUNCH, { op: 'setCharging', charging: { spareCruiseA: 60, spareIdleA: 60 } })).power
      .sources.idleMusic!['alternator']!.amps;
    const with_ = (amps: number) =>
      rules(after(LAUNCH, { op: 'setCharging', charging: { spareCruiseA: 60, spareIdleA: amps } }));
    expect(with_(need + 0.02)).not.toContain('charging-short');
    expect(with_(need * 0.8)).toContain('charging-short');
  });

  test('a charger from a bank that nothing charges charges nothing', () => {
    const ring = after(
      TOURER_JOB,
      { op: 'setBattery', id: 'a', battery: { name: 'A' } },
      { op: 'setBattery', id: 'b', battery: { name: 'B' } },
      {
        op: 'setTie',
        id: 't',
        tie: {
          kind: 'charger',
          from: 'a',
          to: 'b',
          milliohm: 3,
          joined: false,
          diodeVolts: 0.7,
          setVolts: 14.4,
          mostA: 20,
        },
      },
    );
    const bare = planJob(ring)
      .findings.filter((f) => f.rule === 'not-charged')
      .map((f) => f.subject.id);
    expect(bare.sort()).toEqual(['a', 'b']);
  });
});

describe('what switches a relay or module on', () => {
  const through = after(TOURER_JOB, add('relay', 'latch-30', 'batterySide'), holder('relay', 'holder-maxi'), {
    op: 'feedFrom',
    gear: 'head',
    from: 'relay',
  });

  test('nothing: the head unit behind it never comes on; by the switched source it does, with a lead and its coil', () => {
    expect(rules(through)).toContain('never-switched-on');
    const before = planJob(through).turnOn.switchedA;
    const job = after(through, { op: 'setSource', id: 'relay', choice: { turnedOnBy: 'switched' } });
    const plan = planJob(job);
    expect(plan.findings.map((f) => f.rule)).not.toContain('never-switched-on');
    expect(plan.runs.map(({ id }) => id)).toContain('switched:switched>relay');
    expect(plan.turnOn.switchedA - before).toBeCloseTo((shelfItem('latch-30') as { coilA: number }).coilA, 9);
  });

  test('by the head unit that it feeds: never', () => {
    const self = after(through, { op: 'setSource', id: 'relay', choice: { turnedOnBy: 'head' } });
    expect(planJob(self).findings.find((f) => f.rule === 'never-switched-on')!.reason).toContain('itself');
    expect(() => after(through, { op: 'setSource', id: 'relay', choice: { turnedOnBy: 'constant' } })).toThrow(
      'sources.relay.turnedOnBy',
    );
  });
});

test('two straight ties to lithium are two findings, each with a key of its own', () => {
  const tie = { kind: 'relay', milliohm: 3, joined: false, diodeVolts: 0.7, setVolts: 14.4, mostA: 20 } as const;
  const job = after(
    TOURER_JOB,
    { op: 'setBattery', id: 'house', battery: { name: 'House', role: 'house', chemistry: 'lithium', restVolts: 13.3 } },
    { op: 'setBattery', id: 'third', battery: { name: 'Third' } },
    { op: 'setTie', id: 't', tie: { ...tie, from: 'battery', to: 'house' } },
    { op: 'setTie', id: 'u', tie: { ...tie, from: 'third', to: 'house' } },
  );
  const keys = planJob(job).findings.map((f) => f.key);
  expect(keys.filter((key) => key.startsWith('lithium-straight')).sort()).toEqual([
    'lithium-straight@tie/t',
    'lithium-straight@tie/u',
  ]);
  expect(new Set(keys).size).toBe(keys.length);
});
