import { upgradePlan } from './plan-upgrade';
import { readFileSync } from 'node:fs';
import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Place } from './craft/place';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { judge } from './findings/finding';
import type { FuseHolder, GearItem } from './gear/gear';
import { newJob, type Job } from './job/job';
import { type Wiring } from './job/circuit';
import { applyAll, type Operation } from './job/operations';
import { sealOf } from './job/seal';
import { mostLost, voltProfile } from './power/index';
import { craftMap } from './routing/index';
import { planJob, type Plan } from './plan';
import { planOf } from './shown';
import { contentHash } from './document/hash';
import { whyNot } from './document/overrule';
import { parseJob } from './job/upgrade';
import { JOB_VERSION } from './job/parts/sheet';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const rules = (job: Job) => planJob(job).findings.map((f) => f.rule);
const after = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);
const zone = (id: string, control: string | null, mono = false): Operation => ({
  op: 'setZone',
  id,
  zone: { name: id, listener: null, mono, control },
});
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

/** The tourer with one place told more of. */
function at(place: string, facts: Partial<Place>, ...operations: Operation[]): Job {
  const { pattern } = TOURER_JOB.craft;
  const places = { ...pattern.places, [place]: { ...pattern.places[place]!, ...facts } };
  return applyAll({ ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, places } } }, operations);
}

/** Sixteen covers over the shelf, more than all orders of which are tried. */
function manyCovers(job: Job): Job {
  const { pattern } = job.craft;
  const panel = { name: 'Panel', states: pattern.covers['seat']!.states };
  const ids = Array.from({ length: 16 }, (_, i) => `extra${i}`);
  const covers = Object.fromEntries(ids.map((id) => [id, 'off' as const]));
  const lampShelf = { ...pattern.places['lampShelf']!, covers };
  const next = {
    ...pattern,
    covers: { ...pattern.covers, ...Object.fromEntries(ids.map((id) => [id, panel])) },
    places: { ...pattern.places, lampShelf },
  };
  return { ...job, craft: { ...job.craft, pattern: next } };
}

function bareCover(job: Job): Job {
  const { pattern } = job.craft;
  const seat = { name: 'Seat', states: { off: { ...pattern.covers['seat']!.states.off!, hint: '' } } };
  return { ...job, craft: { ...job.craft, pattern: { ...pattern, covers: { ...pattern.covers, seat } } } };
}

/** A compass 100 mm above the dash, whose head unit wants 150. */
function nearCompass(): Job {
  const { pattern } = TOURER_JOB.craft;
  const [x, y, z] = pattern.places['dash']!.at;
  return { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, compass: [x, y, z + 100] } } };
}

/** The tourer with a room kept free where its dash is, and another that the way to its left pocket passes. */
function keptFree(at: 'dash' | 'leg'): Job {
  const { pattern } = TOURER_JOB.craft;
  const spot: [number, number, number] = at === 'dash' ? pattern.places['dash']!.at : [1272, 90, 1080];
  const shape = { is: 'box' as const, at: spot, size: [40, 40, 40] as [number, number, number] };
  const keepFree = { bowl: { name: 'Lamp bowl', kind: 'lamp' as const, body: 'bars', shape } };
  return { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, keepFree } } };
}

/** A fairing that lifts off at a plug with fewer pins than wires cross it. */
function liftsOff(pins: number, pinA = 40): Job {
  const { pattern } = TOURER_JOB.craft;
  const { name, fixed, moving, bendAllowanceMm } = pattern.joints['neck']!;
  const plug = { name: 'the fairing plug', pins, pinA, w: 30, h: 20 };
  const way = { direction: [0, 0, 1] as [number, number, number], travelMm: [0, 60] as [number, number] };
  const neck = { name, fixed, moving, bendAllowanceMm, kind: 'liftOff' as const, ...way, obstacle: null, plug };
  return { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, joints: { neck } } } };
}
/** The legs round the neck measured so much longer than it needs. */
function taped(moreMm: number): Job {
  const { pattern } = TOURER_JOB.craft;
  const { legs } = craftMap(pattern);
  const longer: typeof pattern.legs = Object.fromEntries(
    Object.entries(pattern.legs).map(([id, leg]) => {
      const need = legs[id]!.need;
      return [id, need ? { ...leg, tapeMm: need.needMm + moreMm } : leg];
    }),
  );
  return { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, legs: longer } } };
}
const CROSSING = planJob(TOURER_JOB).runs.reduce(
  (sum, { way, conductors }) => sum + (way?.legs.some((leg) => leg.startsWith('neck')) ? conductors.length : 0),
  0,
);

/** Each rule: one job where it fires, and its cure where it has one. The complete demo job is where none of them does. */
const FIRES: Record<string, Job> = {
  'no-place': after({ op: 'placeGear', id: 'amp', place: null }),
  'does-not-fit': after(...swap('fairing-left', 'heron-165')),
  'wrong-kind': after({ op: 'placeGear', id: 'amp', place: 'dash' }),
  water: after(...swap('fairing-left', 'heron-165')),
  'place-shared': after({ op: 'placeGear', id: 'pannier-left', place: 'fairingLeft' }),
  'near-compass': nearCompass(),
  'keep-free-filled': keptFree('dash'),
  'keep-free-wire': keptFree('leg'),
  'plug-pins': liftsOff(CROSSING - 1),
  'pin-shared': liftsOff(100, 10),
  'tape-short': taped(-1),
  'end-short': at('fairingLeft', { exposure: 'splash', allowanceMm: 100 }),
  'in-the-sun': at('dash', { sun: true }),
  'petrol-space': at('lampShelf', { petrol: true }),
  dust: at(
    'dash',
    { dust: true },
    { op: 'removeGear', id: 'head' },
    { op: 'addGear', id: 'head', item: { ...shelfItem('kingcup-3'), dust: 4 } as GearItem, place: 'dash' },
  ),
  'dust-unknown': at(
    'lampShelf',
    { dust: true },
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: { ...shelfItem('weir-4-45'), dust: null } as GearItem, place: 'lampShelf' },
  ),
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
  'filter-shared': after(
    { op: 'removeGear', id: 'pannier-left' },
    { op: 'addGear', id: 'woofer', item: shelfItem('pike-200'), place: 'pannierLeft' },
    {
      op: 'wireChannel',
      channel: 'amp/rl',
      wiring: { series: [leaf('woofer'), { coil: { gear: 'woofer', coil: 1 } }] },
    },
  ),
  'pair-apart': after(
    { op: 'wireChannel', channel: 'amp/fl', wiring: null },
    { op: 'wireChannel', channel: 'head/fl', wiring: leaf('fairing-left') },
  ),
  'sides-mixed': after(
    { op: 'wireChannel', channel: 'amp/fl', wiring: null },
    { op: 'wireChannel', channel: 'amp/fr', wiring: { series: [leaf('fairing-right'), leaf('fairing-left')] } },
  ),
  'lead-loss': longLead(
    after(
      ...swap('fairing-right', 'coot-165'),
      { op: 'wireChannel', channel: 'amp/fr', wiring: leaf('fairing-right') },
      { op: 'overrule', kind: 'lead', subject: 'speaker:amp>fairing-right', value: '18' },
    ),
  ),
  'load-dips': after(
    { op: 'removeGear', id: 'fairing-left' },
    {
      op: 'addGear',
      id: 'fairing-left',
      item: { ...shelfItem('coot-165'), coils: [{ ohm: 2, minOhm: 1.5 }] } as GearItem,
      place: 'fairingLeft',
    },
    { op: 'wireChannel', channel: 'amp/fl', wiring: leaf('fairing-left') },
  ),
  'zones-mixed': after(
    zone('all', null),
    { op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'all' } },
    { op: 'wireChannel', channel: 'amp/rl', wiring: null },
    { op: 'wireChannel', channel: 'amp/fl', wiring: { parallel: [leaf('fairing-left'), leaf('pannier-left')] } },
  ),
  'zone-control-shared': after(
    { op: 'addGear', id: 'dial', item: shelfItem('dial-line'), place: null },
    zone('front', 'dial'),
    { op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'front' } },
  ),
  'zone-control-overloaded': after(
    { op: 'addGear', id: 'dial', item: { ...shelfItem('dial-speaker'), maxWatts: 20 } as GearItem, place: null },
    zone('front', 'dial'),
    { op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'front' } },
  ),
  'unlike-in-series': after(...swap('pannier-left', 'bittern-130'), {
    op: 'wireChannel',
    channel: 'amp/fl',
    wiring: { series: [leaf('fairing-left'), leaf('pannier-left')] },
  }),
  'tweeter-unprotected': after(...swap('fairing-left', 'sedge-165'), ...swap('pannier-left', 'sedge-25'), {
    op: 'wireChannel',
    channel: 'amp/fl',
    wiring: { parallel: [leaf('fairing-left'), leaf('pannier-left')] },
  }),
  'band-astray': after(
    ...swap('head', 'sallow-din'),
    { op: 'setSource', id: 'head', choice: { bass: true } },
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: shelfItem('sluice-5'), place: 'lampShelf' },
    { op: 'wireChannel', channel: 'amp/sub', wiring: leaf('fairing-left') },
  ),
  'mono-wanted': after(zone('all', null, true), { op: 'setSpeaker', id: 'fairing-left', choice: { zone: 'all' } }),
  'output-heard': after(
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: shelfItem('leat-4-25'), place: 'lampShelf' },
    { op: 'setSource', id: 'amp', choice: { input: 'speaker' } },
    { op: 'wireChannel', channel: 'head/fl', wiring: leaf('fairing-left') },
  ),
  'input-not-there': after({ op: 'setSource', id: 'amp', choice: { input: 'speaker' } }),
  'reserved-used': after({ op: 'reserveChannel', channel: 'amp/rl', what: 'a pair to come' }),
  'pin-left': after({ op: 'setSpeaker', id: 'fairing-left', choice: { pin: 'amp/rl' } }),
  'old-return-untested': after({ op: 'setSpeaker', id: 'fairing-left', choice: { oldLeadOhm: 0.3 } }),
  'old-return-common': after(
    { op: 'setSpeaker', id: 'fairing-left', choice: { oldLeadOhm: 0.3 } },
    { op: 'setOldReturns', returns: 'common' },
  ),
  'colours-clash': after(
    { op: 'removeGear', id: 'fairing-left' },
    {
      op: 'addGear',
      id: 'fairing-left',
      item: { ...shelfItem('bittern-165'), leads: { plus: { body: 'black' }, minus: { body: 'white' } } } as GearItem,
      place: 'fairingLeft',
    },
    { op: 'wireChannel', channel: 'amp/fl', wiring: leaf('fairing-left') },
  ),
  'configure-first': after(
    { op: 'removeGear', id: 'amp' },
    { op: 'addGear', id: 'amp', item: shelfItem('sluice-5'), place: 'lampShelf' },
    { op: 'wireChannel', channel: 'amp/fl', wiring: leaf('fairing-left') },
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
  'common-return-thin': after(
    { op: 'choose', choice: 'grounds', option: 'common' },
    { op: 'overrule', kind: 'lead', subject: 'return:battery>amp', value: '16' },
  ),
  'fuse-above-ampacity': after({ op: 'overrule', kind: 'gauge', subject: 'amp', value: '16' }),
  'fuse-above-maker': after({ op: 'overrule', kind: 'fuse', subject: 'amp', value: 50 }),
  'fuse-below-need': after({ op: 'overrule', kind: 'fuse', subject: 'amp', value: 20 }),
  'fuse-far-from-battery': after({ op: 'placeFuse', gear: 'amp', atMm: 900 }),
  'voltage-collapse': after({ op: 'setBattery', id: 'battery', battery: { internalMilliohm: 300 } }),
  'drop-over-limit': after({ op: 'overrule', kind: 'gauge', subject: 'amp', value: '14' }),
  'charging-short': after({ op: 'setCharging', charging: { spareIdleA: 2 } }),
  'turn-on-overloaded': applyAll(TOURER_JOB, [
    { op: 'removeGear', id: 'head' },
    { op: 'addGear', id: 'head', item: { ...shelfItem('kingcup-3'), remoteOutA: 0.01 } as never, place: 'dash' },
  ]),
  'no-way': { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...ADVENTURE_TOURER, legs: {} } } },
  'pin-broken': after({ op: 'overrule', kind: 'way', subject: 'feed:battery>amp', value: ['seatBack'] }),
  'banned-leg': after({
    op: 'overrule',
    kind: 'way',
    subject: 'feed:battery>amp',
    value: ['batteryUp', 'header', 'shroudUpRight', 'neckRight', 'cowlRight', 'shelf'],
  }),
  'hazard-leg': after({
    op: 'overrule',
    kind: 'way',
    subject: 'feed:battery>amp',
    value: ['batteryUp', 'flankLeft', 'shroudUpLeft', 'neckLeft', 'cowlLeft', 'shelf'],
  }),
  'joint-slack': TOURER_JOB,
  'water-accepted': after(...swap('fairing-left', 'heron-165'), { op: 'choose', choice: 'rating', option: 'accepted' }),
  'lamp-hidden': after({ op: 'setLamp', id: 'oil', lamp: { name: 'Oil lamp', by: 'head', answer: 'open' } }),
  'colour-clash': after({
    op: 'setExisting',
    id: 'w1',
    circuit: { name: 'Old radio', colour: { body: 'yellow' }, use: 'negative', metered: true },
  }),
  'existing-not-metered': after({
    op: 'setExisting',
    id: 'w1',
    circuit: { name: 'Old horn', colour: { body: 'orange' }, use: 'other', metered: false },
  }),
  'order-not-proven': manyCovers(TOURER_JOB),
  'cover-unknown': bareCover(TOURER_JOB),
  'overrule-stale': applyAll(TOURER_JOB, [
    {
      op: 'overrule',
      kind: 'gauge',
      subject: 'amp',
      value: '4',
      why: whyNot(planJob(TOURER_JOB).proposals['gauge=amp']!, 'It is what I had'),
    },
    { op: 'placeGear', id: 'amp', place: 'underSeat' },
  ]),
  'overrule-orphaned': after(
    { op: 'overrule', kind: 'lead', subject: 'speaker:amp>fairing-left', value: '14' },
    { op: 'wireChannel', channel: 'amp/fl', wiring: null },
  ),
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

  test('a plug with a pin for every wire is enough', () => {
    expect(CROSSING).toBeGreaterThan(4);
    expect(rules(liftsOff(CROSSING))).not.toContain('plug-pins');
  });

  test('a knot takes 150 mm of what is left at a speaker that is got at, a loop 100 mm more where its lead comes from above', () => {
    const short = (facts: Partial<Place>) => rules(at('fairingLeft', facts)).includes('end-short');
    const { places, junctions, legs } = TOURER_JOB.craft.pattern;
    const last = Object.values(legs).find(({ to }) => to === 'fairingLeft')!.from;
    const above = junctions[last]!.at[2] - places['fairingLeft']!.at[2];
    const [x, y, z] = places['fairingLeft']!.at;
    const lower = (mm: number): Partial<Place> => ({ exposure: 'splash', at: [x, y, z + above - mm] });
    expect([149, 150].map((allowanceMm) => short({ ...lower(50), allowanceMm }))).toEqual([true, false]);
    expect([249, 250].map((allowanceMm) => short({ ...lower(51), allowanceMm }))).toEqual([true, false]);
    expect(short({ ...lower(51), exposure: 'sheltered', allowanceMm: 0 })).toBe(false);
  });

  test('a tape that has all that a joint needs, or half a millimetre less, is enough', () => {
    for (const more of [0, -0.4]) expect(rules(taped(more))).not.toContain('tape-short');
    expect(rules(taped(-0.6))).toContain('tape-short');
  });

  test('where only the back gets wet it is the body that has to be proven; where only the face, the body is not asked', () => {
    const wet = (side: 'face' | 'back' | undefined, bodyWater: (5 | 6 | 7)[]) => {
      const job = at('dash', side ? { wet: side } : {});
      const head = job.gear['head']!;
      return rules({
        ...job,
        gear: { ...job.gear, head: { ...head, item: { ...head.item, bodyWater } } },
      });
    };
    expect(wet(undefined, [7])).toContain('body-not-proven');
    expect(wet('face', [7])).not.toContain('body-not-proven');
    expect(wet('back', [7])).toContain('water');
    expect(wet('back', [5])).not.toContain('water');
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
    expect(firm.sort()).toEqual([
      'common-return-thin',
      'fuse-above-ampacity',
      'load-below-minimum',
      'no-battery-fuse',
      'petrol-space',
    ]);
  });

  test('a holder in a petrol space is one where its feed begins: at the battery, at a block, and past a bypassed one', () => {
    const { pattern } = TOURER_JOB.craft;
    const petrol = (place: string, job: Job): Job => {
      const places = { ...pattern.places, [place]: { ...pattern.places[place]!, petrol: true } };
      return { ...job, craft: { ...job.craft, pattern: { ...pattern, places } } };
    };
    const said = (job: Job) =>
      planJob(job).findings.flatMap(({ rule, subject }) =>
        rule === 'petrol-space' && subject.kind === 'feed' ? [subject.id] : [],
      );
    const block = after(
      { op: 'addGear', id: 'block', item: shelfItem('delta-bar'), place: 'underSeat' },
      { op: 'feedFrom', gear: 'head', from: 'block' },
    );
    expect(said(petrol(pattern.batteryPlace, block))).toEqual(['amp']);
    expect(said(petrol('underSeat', block))).toEqual(['head']);
    const bypassed = applyAll(block, [{ op: 'setThere', id: 'block', there: 'bypassed' }]);
    expect(said(petrol(pattern.batteryPlace, bypassed)).sort()).toEqual(['amp', 'head']);
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
    expect(run.cutMm).toBe(Math.ceil((run.layMm + run.plugsMm + run.allowanceMm) / 50) * 50);
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

  test('grounds at a common point: returns meet at the amplifier and one conductor carries all of them', () => {
    const job = after({ op: 'choose', choice: 'grounds', option: 'common' });
    const common = planJob(job);
    const returns = common.runs.filter((run) => run.kind === 'return').map((run) => run.id);
    expect(returns.sort()).toEqual(['return:amp>head', 'return:battery>amp']);
    const { power } = common;
    const fuses = Object.values(power.feeds).reduce((sum, feed) => sum + feed.fuseA!, 0);
    expect(power.common).toMatchObject({ run: 'return:battery>amp', gear: 'amp', carriesA: fuses });
    expect(power.common!.ampacityA).toBeGreaterThanOrEqual(fuses);
    for (const feed of Object.values(power.feeds)) {
      expect(feed.states.restFull!.dropPct).toBeLessThanOrEqual(job.settings.dropLimitPct);
      // Kirchhoff along the feed: what is lost on the stretches is what is missing at the gear.
      const lost = feed.stretches.reduce((sum, s) => sum + s.lostVolts, 0);
      expect(lost).toBeCloseTo(feed.states.restFull!.dropVolts, 7);
      const profile = voltProfile(feed);
      expect(profile.at(-1)!.volts).toBeCloseTo(feed.states.restFull!.deviceVolts, 7);
      profile.slice(1).forEach((point, i) => expect(point.mm).toBeGreaterThanOrEqual(profile[i]!.mm));
    }
    expect(common.cutList.cuts.find((cut) => cut.run === 'return:battery>amp')!.gauge).toBe(power.common!.gauge);
    // A person's gauge stands, with what would have been planned.
    const set = planJob(applyAll(job, [{ op: 'overrule', kind: 'lead', subject: 'return:battery>amp', value: '2' }]));
    expect(set.power.common!.gauge).toBe('2');
    expect(set.proposals['lead=return:battery>amp']!.words).toBe(`${power.common!.gauge} AWG`);
    expect(set.power.feeds['amp']!.states.restFull!.dropPct).toBeLessThan(power.feeds['amp']!.states.restFull!.dropPct);
    // One feed alone has nothing to share.
    expect(planJob(applyAll(job, [{ op: 'removeGear', id: 'head' }])).power.common).toBeUndefined();
  });

  test('covers bring what must come off before them, once', () => {
    const covers = plan.build.teardown.covers.map(({ cover }) => cover);
    expect(covers.indexOf('screen')).toBeLessThan(covers.indexOf('cowl'));
    expect(new Set(covers).size).toBe(covers.length);
    const minutes = plan.build.teardown.covers.reduce((sum, { way }) => sum + way.minutes.off + way.minutes.on, 0);
    expect(plan.minutes.teardown + plan.minutes.refit).toBe(minutes);
    const all = plan.build.steps.reduce((sum, step) => sum + step.minutes, 0);
    expect(plan.ledger.hours).toBeCloseTo(all / 60, 9);
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

test('a plan sealed by an older planner shows what it showed that day', () => {
  const plan = planJob(TOURER_JOB);
  // As 0.2.0 wrote it: channels by name, one level for all, no zones, inputs or splices.
  const { inputs, splices, ...rest } = plan;
  expect(inputs.length + splices.length).toBeGreaterThan(0);
  const { zones, ...speakers } = rest.speakers;
  const old = {
    ...rest,
    planner: '0.2.0',
    chapters: undefined,
    speakers: {
      ...speakers,
      level: zones[0]!.level,
      circuits: Object.fromEntries(
        Object.entries(speakers.circuits).map(([key, { output, ...circuit }]) => [
          key,
          {
            ...circuit,
            watts: 12.34,
            sourceItem: output.item,
            channel: { id: output.channels[0], name: output.name, seat: output.seat },
            speakers: circuit.speakers.map((share) => ({ ...share, zone: undefined })),
          },
        ]),
      ),
    },
  };
  const stored = JSON.parse(JSON.stringify(old)) as unknown as typeof plan;
  const seal = { ...sealOf(stored, '2026-11-24T16:00:00.000Z', 'Bench one', 0) };
  const job = parseJob(JSON.parse(JSON.stringify({ ...TOURER_JOB, seal })));
  const shown = planOf(job);
  expect(shown.speakers.circuits['amp/fl']).toMatchObject({
    watts: 12.34,
    output: { key: 'amp/fl', name: 'front left', bridged: false, side: 'left' },
  });
  expect(shown.speakers.zones).toMatchObject([{ level: zones[0]!.level, spreadDb: speakers.spreadDb }]);
  expect(shown.inputs).toEqual([]);
  expect(job.seal!.plan).toEqual(stored);
});

test('feeds sealed by planner 0.3.0 are shown as they were: one battery, states named for riding', () => {
  const plan = planJob(TOURER_JOB);
  const { turnOn, keyOff, terminals, isolation, ...rest } = plan;
  expect([turnOn.head, keyOff.length, terminals.length > 4, isolation.off.length]).toEqual(['head', 1, true, 2]);
  const feed = plan.power.feeds['amp']!;
  const { restFull, cruiseMusic } = feed.states;
  const old = {
    ...rest,
    planner: '0.3.0',
    chapters: undefined,
    power: {
      common: undefined,
      totalAmps: { restFull: 19.6, rideMusic: 3.4 },
      postVolts: { restFull: 12.5, rideMusic: 14.2 },
      musicHours: 1.3,
      feeds: {
        amp: {
          gear: 'amp',
          item: feed.item,
          choice: { holder: feed.choice.holder, fuseA: null, gauge: null, fuseAtMm: 150 },
          audioWatts: feed.audioWatts,
          run: { outMm: 1450, backMm: 1450, engineSpace: true },
          gauge: '10',
          gaugePinned: false,
          gaugeReason: 'drop',
          ampacityA: 51,
          fuseA: 30,
          fusePinned: false,
          fuseNeedA: 23.4,
          states: { restFull, rideMusic: cruiseMusic },
          collapsed: false,
          collapsedAlone: false,
          stretches: [
            { name: 'Fuse and holder', ohm: 0.0013, lostVolts: 0.0243, fromMm: 150, toMm: 150 },
            { name: 'Conductor out', ohm: 0.006, lostVolts: 0.112, fromMm: 150, toMm: 1450 },
          ],
        },
      },
    },
  };
  const stored = JSON.parse(JSON.stringify(old)) as unknown as typeof plan;
  const seal = { ...sealOf(stored, '2026-11-25T16:00:00.000Z', 'Bench one', 0) };
  const shown = planOf(parseJob(JSON.parse(JSON.stringify({ ...TOURER_JOB, seal })))).power;
  expect(shown.totalAmps).toEqual({ restFull: 19.6, cruiseMusic: 3.4 });
  const amp = shown.feeds['amp']!;
  expect(amp.states.cruiseMusic).toEqual(cruiseMusic);
  expect(amp).toMatchObject({ feeder: 'battery', battery: 'battery', reachMm: 1450, fuseLimitA: 51, family: 'maxi' });
  expect(amp.stretches[0]).toMatchObject({ part: 'fuse', gear: 'amp' });
  expect(amp.stretches[1]!.amps).toBeCloseTo(18.67, 1);
});

test('a tourer really sealed by planner 0.6.0 keeps every figure, in the words of this one', () => {
  const file = JSON.parse(readFileSync('tests/sealed/tourer-0.6.0.json', 'utf8')) as Job;
  const kept = file.seal!.plan as unknown as Plan;
  const shown = planOf(parseJob(file));
  expect([shown.turnOn.turnedOn, shown.turnOn.turnedOnA]).toEqual([['amp'], 0.05]);
  expect(shown.turnOn).not.toHaveProperty('woken');
  const parts = (plan: Plan) => Object.values(plan.power.feeds).flatMap((feed) => feed.stretches.map((s) => s.part));
  expect(parts(kept).filter((part) => /ring-(home|common)/.test(part))).toEqual(['ring-home']);
  expect(parts(shown)).toEqual(parts(kept).map((part) => (part === 'ring-home' ? 'ring-common' : part)));
  // Version 3 had the states a feed is sized in, and what is there already: they are not put back to what version 2 knew.
  for (const [id, feed] of Object.entries(kept.power.feeds))
    expect(shown.power.feeds[id]).toMatchObject({
      worst: feed.worst,
      there: feed.there,
      gauge: feed.gauge,
      fuseA: feed.fuseA,
    });
  expect(shown.overrules).toEqual(kept.overrules);
  expect(shown.ledger).toEqual(kept.ledger);
  const worst = { amps: 'idleFull', drop: 'cruiseFull' } as const;
  const power = {
    ...kept.power,
    feeds: { ...kept.power.feeds, amp: { ...kept.power.feeds['amp']!, there: true, worst } },
  };
  expect(upgradePlan({ ...kept, power }).power.feeds['amp']).toMatchObject({ there: true, worst });
});

test('a launch really sealed by planner 0.4.0 shows what it showed that day', () => {
  const file = JSON.parse(readFileSync('tests/sealed/launch-0.4.0.json', 'utf8')) as Job;
  const kept = file.seal!.plan as unknown as Plan;
  const job = parseJob(file);
  expect([job.version, job.seal!.planner]).toEqual([JOB_VERSION, '0.4.0']);
  const shown = planOf(job);
  expect(shown.ledger).toEqual(kept.ledger);
  expect(shown.power.feeds['amp']).toMatchObject({ gauge: '2', fuseA: 35, there: false });
  expect(mostLost(shown.power.feeds['amp']!)!.dropPct).toBeCloseTo(2.46, 2);
  expect(shown.build.steps.map(({ id, minutes }) => [id, minutes])).toEqual(
    kept.build.steps.map(({ id, minutes }) => [id, minutes]),
  );
  expect(shown.build.steps.every((step) => Array.isArray(step.ends))).toBe(true);
  expect(Object.keys(shown.power.feeds)).toEqual(
    Object.keys(job.gear).filter((id) => Object.hasOwn(kept.power.feeds, id)),
  );
  // What a chapter's version already had is as it was sealed.
  expect([shown.power.battery, shown.power.sources]).toEqual([kept.power.battery, kept.power.sources]);
  for (const part of ['keyOff', 'terminals', 'isolation'] as const) expect(shown[part]).toEqual(kept[part]);
  const { woken, wokenA, ...turnOn } = kept.turnOn as Plan['turnOn'] & { woken: string[]; wokenA: number };
  expect(shown.turnOn).toEqual({ ...turnOn, turnedOn: woken, turnedOnA: wokenA });
  // Everything this version's plan has, the raised one has too.
  for (const part of ['runs', 'turnOn', 'keyOff', 'terminals', 'isolation', 'cutList', 'findings'] as const)
    expect(shown[part]).toBeDefined();
  expect(() => applyAll(job, [{ op: 'setWishes', wishes: 'x' }])).toThrow('sealed');
});
