import fc from 'fast-check';
import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { SHELF, shelfItem } from '#demo/shelf';
import { EXPOSURE_ASKS, patternFaults, type Pattern } from './craft/pattern';
import { ADVENTURE_TOURER } from './craft/patterns/adventure-tourer';
import { mirrored } from './craft/patterns/pen';
import { judge } from './findings/finding';
import type { FuseHolder } from './gear/gear';
import { contentHash } from './gear/hash';
import { newJob, type Job, type Wiring } from './job/job';
import { OperationError, applyAll, type Operation } from './job/operations';
import { fitOf, rankPlaces, seatOf } from './mounting';
import { planJob } from './plan';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const rules = (job: Job) => planJob(job).findings.map((f) => f.rule);
const after = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);
const swap = (id: string, item: string): Operation[] => [
  { op: 'removeGear', id },
  { op: 'addGear', id, item: shelfItem(item), place: TOURER_JOB.gear[id]!.place },
];

/** A pod on a tether: 3 m left at the right pocket, and an amplifier far away. */
function longLead(job: Job): Job {
  const { pattern } = job.craft;
  const fairingRight = { ...pattern.places['fairingRight']!, allowanceMm: 3000 };
  const places = { ...pattern.places, fairingRight, lampShelf: { ...pattern.places['lampShelf']!, allowanceMm: 3000 } };
  return { ...job, craft: { ...job.craft, pattern: { ...pattern, places } } };
}

/** Each rule: one job where it fires, and its cure where it has one. The complete demo job is where none of them does. */
const FIRES: Record<string, Job> = {
  'no-place': after({ op: 'placeGear', id: 'amp', place: null }),
  'does-not-fit': after(...swap('fairing-left', 'heron-165')),
  'wrong-kind': after({ op: 'placeGear', id: 'amp', place: 'dash' }),
  water: after(...swap('fairing-left', 'heron-165')),
  'place-shared': after({ op: 'placeGear', id: 'pannier-left', place: 'fairingLeft' }),
  'no-head-unit': after({ op: 'removeGear', id: 'head' }),
  'line-pairs-short': applyAll(TOURER_JOB, [
    { op: 'removeGear', id: 'head' },
    { op: 'addGear', id: 'head', item: shelfItem('kingcup-bar'), place: 'barClamp' },
  ]),
  'load-below-minimum': after(
    { op: 'addGear', id: 'c1', item: shelfItem('coot-165'), place: 'guardLeft' },
    { op: 'wireChannel', channel: 'amp/fl', wiring: { parallel: [leaf('fairing-left'), leaf('c1')] } },
  ),
  'speaker-unwired': after({ op: 'wireChannel', channel: 'amp/rr', wiring: null }),
  'over-rms': after(...swap('fairing-left', 'wren-100'), {
    op: 'wireChannel',
    channel: 'amp/fl',
    wiring: leaf('fairing-left'),
  }),
  'under-quarter-rms': after(
    { op: 'wireChannel', channel: 'amp/fl', wiring: null },
    { op: 'wireChannel', channel: 'amp/rl', wiring: { series: [leaf('fairing-left'), leaf('pannier-left')] } },
  ),
  'level-spread': after(...swap('fairing-left', 'wren-100'), {
    op: 'wireChannel',
    channel: 'amp/fl',
    wiring: leaf('fairing-left'),
  }),
  'sides-mixed': after(
    { op: 'wireChannel', channel: 'amp/fl', wiring: null },
    { op: 'wireChannel', channel: 'amp/fr', wiring: { series: [leaf('fairing-right'), leaf('fairing-left')] } },
  ),
  'lead-loss': longLead(
    after(
      ...swap('fairing-right', 'coot-165'),
      { op: 'wireChannel', channel: 'amp/fr', wiring: leaf('fairing-right') },
      { op: 'chooseLead', run: 'speaker:amp>fairing-right', gauge: '18' },
    ),
  ),
  'no-battery-fuse': after({ op: 'chooseHolder', gear: 'amp', holder: null }),
  'family-too-small': after(
    ...swap('amp', 'weir-4-100'),
    ...(['fl', 'fr', 'rl', 'rr'] as const).map((c, i): Operation => ({
      op: 'wireChannel',
      channel: `amp/${c}`,
      wiring: leaf(['fairing-left', 'fairing-right', 'pannier-left', 'pannier-right'][i]!),
    })),
    { op: 'chooseHolder', gear: 'amp', holder: shelfItem('holder-blade') as FuseHolder },
  ),
  'fuse-above-ampacity': after({ op: 'chooseGauge', gear: 'amp', gauge: '16' }),
  'fuse-above-maker': after({ op: 'chooseFuse', gear: 'amp', amps: 50 }),
  'fuse-below-need': after({ op: 'chooseFuse', gear: 'amp', amps: 20 }),
  'fuse-far-from-battery': after({ op: 'placeFuse', gear: 'amp', atMm: 900 }),
  'voltage-collapse': after({ op: 'setBattery', battery: { internalMilliohm: 300 } }),
  'drop-over-limit': after({ op: 'chooseGauge', gear: 'amp', gauge: '14' }),
  'charging-short': after({ op: 'setCharging', charging: { spareIdleA: 2 } }),
  'turn-on-overloaded': applyAll(TOURER_JOB, [
    { op: 'removeGear', id: 'head' },
    { op: 'addGear', id: 'head', item: { ...shelfItem('kingcup-3'), remoteOutA: 0.01 } as never, place: 'dash' },
  ]),
  'no-way': { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...ADVENTURE_TOURER, legs: {} } } },
  'pin-broken': after({ op: 'chooseWay', run: 'feed:battery>amp', legs: ['seatBack'] }),
  'banned-leg': after({
    op: 'chooseWay',
    run: 'feed:battery>amp',
    legs: ['batteryUp', 'header', 'shroudUpRight', 'neckRight', 'cowlRight', 'shelf'],
  }),
  'hazard-leg': after({
    op: 'chooseWay',
    run: 'feed:battery>amp',
    legs: ['batteryUp', 'flankLeft', 'shroudUpLeft', 'neckLeft', 'cowlLeft', 'shelf'],
  }),
  'joint-slack': TOURER_JOB,
};
/** Of the demo job, what is rightly said of it; no other rule may fire there. */
const SAID_OF_DEMO = ['hazard-leg', 'joint-slack'];

describe('findings', () => {
  test.each(Object.entries(FIRES))('%s fires, with its numbers and a source', (rule, job) => {
    const found = planJob(job).findings.find((f) => f.rule === rule);
    expect(found).toBeDefined();
    expect(found!.figures.length).toBeGreaterThan(0);
    expect(found!.figures.every((x) => Number.isFinite(x.value))).toBe(true);
    expect(found!.reason.length).toBeGreaterThan(10);
    expect(found!.source.text).not.toBe('');
  });

  test.each(Object.keys(FIRES).filter((rule) => !SAID_OF_DEMO.includes(rule)))(
    '%s is silent on the complete job',
    (rule) => {
      expect(rules(TOURER_JOB)).not.toContain(rule);
    },
  );

  test('notes are silent where there is nothing to note', () => {
    const bare = planJob(newJob('x', 'Bare', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER)));
    expect(bare.findings).toEqual([]);
    expect(bare.ledger).toEqual({
      worstLoadOhm: undefined,
      feedA: undefined,
      worstDropPct: undefined,
      wireM: 0,
      hours: 0,
      stops: 0,
    });
  });

  test('every cure does away with its finding', () => {
    let cured = 0;
    for (const [rule, job] of Object.entries(FIRES))
      for (const finding of planJob(job).findings.filter((f) => f.rule === rule && f.cure)) {
        const keys = planJob(applyAll(job, finding.cure!.operations)).findings.map((f) => f.key);
        expect(keys).not.toContain(finding.key);
        cured++;
      }
    expect(cured).toBeGreaterThan(7);
  });

  test('the stops no one may overrule are those of the trade', () => {
    const firm = Object.entries(FIRES)
      .map(([rule, job]) => planJob(job).findings.find((f) => f.rule === rule)!)
      .filter((f) => !f.overrulable)
      .map((f) => f.rule);
    expect(firm.sort()).toEqual(['fuse-above-ampacity', 'load-below-minimum', 'no-battery-fuse']);
  });

  test('stops come first', () => {
    const order = planJob(HIRE_JOB).findings.map((f) => ['stop', 'caution', 'note'].indexOf(f.severity));
    expect(order).toEqual([...order].sort());
    expect(judge([], {})).toEqual([]);
  });
});

describe('the plan', () => {
  const plan = planJob(TOURER_JOB);

  test('is a function of the job alone', () => {
    expect(planJob(structuredClone(TOURER_JOB))).toEqual(plan);
  });

  test('marks gear front to rear, left before right', () => {
    expect(plan.tags).toEqual({
      head: 'H1',
      amp: 'A1',
      'fairing-left': 'S1',
      'fairing-right': 'S2',
      'pannier-left': 'S3',
      'pannier-right': 'S4',
    });
  });

  test('lengths: legs, neck, both ends, terminals, rounded up to the step', () => {
    const run = plan.runs.find((r) => r.id === 'feed:battery>amp')!;
    expect(run.way!.legs.some((id) => id.startsWith('neck'))).toBe(true);
    expect(run.allowanceMm).toBe(150 + 250 + 2 * 30);
    expect(run.cutMm).toBe(Math.ceil((run.layMm + run.allowanceMm) / 50) * 50);
  });

  test('the cut list has every conductor once and adds up', () => {
    const conductors = plan.runs.reduce((sum, run) => sum + run.conductors.length, 0);
    expect(plan.cutList.cuts).toHaveLength(conductors);
    const total = plan.cutList.cuts.reduce((sum, cut) => sum + cut.lengthMm, 0);
    expect(plan.cutList.wireM * 1000).toBe(total);
    expect(plan.cutList.reels.reduce((sum, reel) => sum + reel.totalMm, 0)).toBe(total);
    expect(
      plan.cutList.cuts.filter((cut) => cut.run === 'speaker:amp>fairing-left').map((cut) => [cut.colour, cut.gauge]),
    ).toEqual([
      [{ body: 'white' }, '16'],
      [{ body: 'white', stripe: 'black' }, '16'],
    ]);
    expect(plan.cutList.cuts.find((cut) => cut.run === 'feed:battery>amp')!.gauge).toBe(plan.power.feeds['amp']!.gauge);
  });

  test('covers bring what must come off before them, once', () => {
    expect(plan.covers).toContain('screen');
    expect(plan.covers.indexOf('screen')).toBeLessThan(plan.covers.indexOf('cowl'));
    expect(new Set(plan.covers).size).toBe(plan.covers.length);
    const minutes = plan.covers.reduce(
      (sum, id) => sum + ADVENTURE_TOURER.covers[id]!.minutes.off + ADVENTURE_TOURER.covers[id]!.minutes.on,
      0,
    );
    expect(plan.minutes.covers).toBe(minutes);
    expect(plan.ledger.hours).toBeCloseTo((minutes + plan.minutes.fitting + plan.minutes.wiring) / 60, 9);
  });

  test('moving the amplifier behind the neck shortens its feed and follows through', () => {
    const moved = planJob(after({ op: 'placeGear', id: 'amp', place: 'underSeat' }));
    const length = (p: typeof plan) => p.runs.find((r) => r.id === 'feed:battery>amp')!.cutMm;
    expect(length(moved)).toBeLessThan(length(plan));
    expect(moved.ledger.worstDropPct).not.toBe(plan.ledger.worstDropPct);
    expect(moved.power.feeds['amp']!.states.restFull!.deviceVolts).toBeGreaterThan(
      plan.power.feeds['amp']!.states.restFull!.deviceVolts - 0.2,
    );
  });
});

describe('whatever is asked of it', () => {
  const places = [...Object.keys(ADVENTURE_TOURER.places), null];
  const gearIds = ['g0', 'g1', 'g2', 'g3', 'g4', 'g5'];
  const holders = SHELF.filter((item): item is FuseHolder => item.kind === 'fuseHolder');
  const oneOf = <const T>(...values: readonly T[]) => fc.constantFrom(...values);
  const coil = fc.record({ gear: oneOf(...gearIds), coil: oneOf(0, 1) }).map((c): Wiring => ({ coil: c }));
  const wiring = fc.oneof(
    coil,
    fc.array(coil, { minLength: 2, maxLength: 4 }).map((parallel): Wiring => ({ parallel })),
    fc.array(coil, { minLength: 2, maxLength: 4 }).map((series): Wiring => ({ series })),
  );
  const anything: fc.Arbitrary<Operation> = fc.oneof(
    fc.record({ op: oneOf('addGear'), id: oneOf(...gearIds), item: oneOf(...SHELF), place: oneOf(...places) }),
    fc.record({ op: oneOf('placeGear'), id: oneOf(...gearIds), place: oneOf(...places) }),
    fc.record({ op: oneOf('removeGear'), id: oneOf(...gearIds) }),
    fc.record({
      op: oneOf('wireChannel'),
      channel: fc.tuple(oneOf(...gearIds), oneOf('fl', 'fr', 'rl', 'rr')).map((parts) => parts.join('/')),
      wiring: fc.oneof(wiring, oneOf(null)),
    }),
    fc.record({ op: oneOf('chooseHolder'), gear: oneOf(...gearIds), holder: oneOf(...holders, null) }),
    fc.record({ op: oneOf('chooseFuse'), gear: oneOf(...gearIds), amps: oneOf(0.5, 5, 30, 400, null) }),
    fc.record({ op: oneOf('chooseGauge'), gear: oneOf(...gearIds), gauge: oneOf('18' as const, '2/0' as const, null) }),
    fc.record({ op: oneOf('placeFuse'), gear: oneOf(...gearIds), atMm: oneOf(0, 150, 20000) }),
    fc.record({
      op: oneOf('chooseWay'),
      run: fc.tuple(oneOf(...gearIds), oneOf(...gearIds)).map((ends) => `speaker:${ends.join('>')}`),
      legs: fc.constantFrom<string[]>(['batteryUp'], ['header', 'shroudUpRight'], []),
    }),
    fc.record({
      op: oneOf('setBattery'),
      battery: fc.record({ restVolts: oneOf(10, 15), internalMilliohm: oneOf(0.1, 500), capacityAh: oneOf(1, 2000) }),
    }),
    fc.record({
      op: oneOf('setSettings'),
      settings: fc.record({ dropLimitPct: oneOf(0.5, 15), conductorCelsius: oneOf(0, 105), cutStepMm: oneOf(1, 1000) }),
    }),
    fc.record({
      op: oneOf('setCharging'),
      charging: fc.record({ setVolts: oneOf(12, 16), spareIdleA: oneOf(0, 300) }),
    }),
  );

  test('a job that can be said can be planned, and every figure shown is a number', () => {
    fc.assert(
      fc.property(fc.array(anything, { minLength: 1, maxLength: 60 }), (operations) => {
        let job = newJob('x', 'Anything', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER));
        for (const operation of operations)
          try {
            job = applyAll(job, [operation]);
          } catch (error) {
            // What does not apply is refused by name and changes nothing.
            expect(error).toBeInstanceOf(OperationError);
          }
        const { findings, ledger, runs, power } = planJob(job);
        for (const finding of findings) {
          expect(finding.figures.every((x) => Number.isFinite(x.value))).toBe(true);
          expect(finding.reason).not.toMatch(/NaN|undefined|Infinity/);
          if (finding.cure) expect(() => planJob(applyAll(job, finding.cure!.operations))).not.toThrow();
        }
        expect(Object.values(ledger).every((x) => x === undefined || Number.isFinite(x))).toBe(true);
        expect(runs.every((run) => run.cutMm >= run.layMm)).toBe(true);
        // No planned fuse stands above the wire it protects.
        for (const feed of Object.values(power.feeds))
          if (
            feed.run &&
            !feed.gaugePinned &&
            !feed.fusePinned &&
            feed.gaugeReason !== 'thickest' &&
            feed.fuseA !== undefined
          )
            expect(feed.fuseA).toBeLessThanOrEqual(feed.ampacityA);
        expect(new Set(findings.map((f) => f.key)).size).toBe(findings.length);
      }),
      { numRuns: Number(process.env['FUZZ'] ?? 300), seed: 20261125 },
    );
  }, 600000);
});

describe('fit', () => {
  const place = ADVENTURE_TOURER.places['fairingLeft']!;
  test('tells by how many millimetres and in which direction', () => {
    const fit = fitOf(shelfItem('heron-165'), place);
    expect(fit.over).toEqual({ w: 0, h: 0, d: 79 - 66 });
    expect(fit.worstMm).toBe(13);
    expect(fit.good).toBe(false);
    expect(fitOf(shelfItem('bittern-165'), place).good).toBe(true);
  });
  test('an amplifier may lie any way round, a head unit may not', () => {
    const tall = { ...ADVENTURE_TOURER.places['lampShelf']!, room: { w: 50, h: 110, d: 190 } };
    expect(fitOf(shelfItem('weir-4-45'), tall).worstMm).toBe(0);
    const slot = { ...ADVENTURE_TOURER.places['dash']!, room: { w: 53, h: 182, d: 165 } };
    expect(fitOf(shelfItem('sallow-din'), slot).worstMm).toBe(129);
  });
  test('water digits are sets: IPX7 does not answer jets', () => {
    expect(EXPOSURE_ASKS.jet).not.toContain(7);
    expect(fitOf({ ...shelfItem('bittern-165'), water: [7] }, place).waterAsked).toEqual(EXPOSURE_ASKS.jet);
    expect(fitOf({ ...shelfItem('bittern-165'), water: [6] }, place).waterAsked).toEqual([]);
  });
  test('places are ranked: free before taken, fitting before not', () => {
    const ranked = rankPlaces(shelfItem('bittern-165'), ADVENTURE_TOURER.places, new Set(['fairingLeft']));
    expect(ranked.at(-1)!.id).toBe('fairingLeft');
    expect(ranked[0]!.fit.good).toBe(true);
    expect(ranked.every((r) => r.place.accepts.includes('speaker'))).toBe(true);
  });
});

describe('the seat', () => {
  const corner = (seat: ReturnType<typeof seatOf>, part: number) =>
    seat.centre.map((x, i) => x + (seat.out[i]! * seat.size.d * part) / 2);
  test('a speaker is flush with its wall; one too deep stands out at the back', () => {
    const place = ADVENTURE_TOURER.places['pannierLeft']!;
    for (const item of ['bittern-165', 'heron-165']) {
      const seat = seatOf(shelfItem(item), place);
      expect(seat.round).toBe(true);
      // The pannier's front wall is the plane x = 132.
      expect(corner(seat, 1)[0]).toBeCloseTo(132, 9);
      expect(corner(seat, -1)[0]).toBeCloseTo(132 - shelfItem(item).size.d, 9);
    }
  });
  test('an amplifier lies on the floor of its room, the way round that fits', () => {
    const place = ADVENTURE_TOURER.places['pannierFloorLeft']!;
    const seat = seatOf(shelfItem('weir-2-80'), place);
    expect(seat.centre[2] - seat.size.h / 2).toBeCloseTo(place.at[2] - place.room.h / 2, 9);
    expect([seat.size.w, seat.size.h, seat.size.d].sort()).toEqual(Object.values(shelfItem('weir-2-80').size).sort());
  });
  test('its axes are square to each other and of length one, also where the face is level', () => {
    for (const faces of [
      [-0.85, 0, 0.53],
      [0, 0, 2],
      [3, -1, 0.5],
    ] as [number, number, number][]) {
      const { across, up, out } = seatOf(shelfItem('kingcup-3'), { ...ADVENTURE_TOURER.places['dash']!, faces });
      for (const axis of [across, up, out]) expect(Math.hypot(...axis)).toBeCloseTo(1, 9);
      for (const [a, b] of [
        [across, up],
        [up, out],
        [out, across],
      ] as const)
        expect(a[0] * b[0] + a[1] * b[1] + a[2] * b[2]).toBeCloseTo(0, 9);
      expect(up[2]).toBeGreaterThanOrEqual(-1e-9);
    }
  });
});

describe('the pattern', () => {
  test('is whole', () => {
    expect(patternFaults(ADVENTURE_TOURER)).toEqual([]);
  });
  test.each<[string, (p: Pattern) => Pattern, string]>([
    ['a leg to nowhere', (p) => ({ ...p, legs: { x: { ...p.legs['tray']!, to: 'moon' } } }), 'legs.x.to'],
    [
      'bodies joined without a joint',
      (p) => ({ ...p, legs: { x: { ...p.legs['neckLeft']!, joint: undefined } } }),
      'legs.x',
    ],
    [
      'a joint run backwards',
      (p) => ({ ...p, legs: { x: { ...p.legs['neckLeft']!, from: 'tieLeft', to: 'headLeft' } } }),
      'legs.x',
    ],
    ['a cover unknown', (p) => ({ ...p, legs: { x: { ...p.legs['tray']!, covers: ['hat'] } } }), 'legs.x.covers'],
    ['no battery', (p) => ({ ...p, batteryPlace: 'none' }), 'batteryPlace'],
  ])('%s is told by its path', (_, spoil, path) => {
    expect(patternFaults(spoil(ADVENTURE_TOURER)).map((f) => f.path)).toContain(path);
  });
  test('the other side of the top view is its mirror image, arcs and all', () => {
    const d = 'M10 -5L20 0A6 6 0 1 0 30 7.5C1 2 3 -4 5 6Z';
    expect(mirrored(d)).toBe('M10 5L20 0A6 6 0 1 1 30 -7.5C1 -2 3 4 5 -6Z');
    expect(mirrored(mirrored(d))).toBe(d);
  });
  test('left places have their right counterparts at the mirrored point', () => {
    for (const id of ['fairing', 'pannier', 'guard']) {
      const [l, r] = [ADVENTURE_TOURER.places[`${id}Left`]!, ADVENTURE_TOURER.places[`${id}Right`]!];
      expect(r.at).toEqual([l.at[0], -l.at[1], l.at[2]]);
    }
  });
});
