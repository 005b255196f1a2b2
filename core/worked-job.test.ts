import { shelfItem } from '#demo/shelf';
import { ADVENTURE_TOURER } from './craft/patterns/adventure-tourer';
import type { FuseHolder } from './gear/gear';
import { newJob } from './job/job';
import { applyAll, type Operation } from './job/operations';
import { contentHash } from './document/hash';
import { planJob } from './plan';

// One small job worked out by hand, to the last figure: a round head unit in the dash and a speaker in either pocket
// of the fairing, on a craft that nobody has said more of. What the arithmetic rests on is what the pattern, the shelf
// and the tables say; every line of it can be followed with a pocket calculator.

const MADE: readonly Operation[] = [
  { op: 'addGear', id: 'h', item: shelfItem('kingcup-3'), place: 'dash' },
  { op: 'addGear', id: 'l', item: shelfItem('wren-100'), place: 'fairingLeft' },
  { op: 'addGear', id: 'r', item: shelfItem('wren-100'), place: 'fairingRight' },
  { op: 'wireChannel', channel: 'h/fl', wiring: { coil: { gear: 'l', coil: 0 } } },
  { op: 'wireChannel', channel: 'h/fr', wiring: { coil: { gear: 'r', coil: 0 } } },
  { op: 'chooseHolder', gear: 'h', holder: shelfItem('holder-blade') as FuseHolder },
];
const job = applyAll(newJob('small', 'Small', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER)), MADE);
const plan = planJob(job);
const run = (id: string) => plan.runs.find((r) => r.id === id)!;

test('cuts: each stretch as √(Δx² + Δy² + Δz²), the neck at its need, both ends, two terminals, up to the next 50 mm', () => {
  // Battery up √8324, along the spar √10004 + √33220 + √36680, to the head √23020, round the neck 240.46 (the need of
  // the joint, brute-forced in its own test), the yoke √2632 + √4640, up to the dash √3856 + √2516.
  const neck = 240.4617;
  const dash = 62.0967 + 50.1597;
  const yoke = 51.303 + 68.1175;
  const feed = 91.236 + 100.02 + 182.2636 + 191.5202 + 151.7235 + neck + yoke + dash;
  expect(feed).toBeCloseTo(1188.902, 2);
  expect(run('feed:battery>h').layMm).toBeCloseTo(feed, 2);
  // Left at the battery 150, at the dash 300, two terminals of 30: 1188.9 + 510 = 1698.9.
  expect(run('feed:battery>h')).toMatchObject({ allowanceMm: 150 + 300 + 2 * 30, cutMm: 1700 });
  expect(run('return:battery>h').cutMm).toBe(1700);
  // From the accessory connector √2792, then the same: 525.0 + 100 + 300 + 60 = 985.
  expect(run('switched:switched>h').layMm).toBeCloseTo(52.8394 + neck + yoke + dash, 2);
  expect(run('switched:switched>h')).toMatchObject({ allowanceMm: 460, cutMm: 1000 });
  // Down from the dash, √8216 and √7468 to the pocket: 289.3 + 300 + 300 + 60 = 949.3.
  for (const side of ['l', 'r']) {
    expect(run(`speaker:h>${side}`).layMm).toBeCloseTo(dash + 90.6422 + 86.4176, 2);
    expect(run(`speaker:h>${side}`).cutMm).toBe(950);
  }
  // 2 × 1.7 + 1.0 + 4 × 0.95 m in seven pieces.
  expect(plan.ledger.wireM).toBeCloseTo(8.2, 9);
  expect(plan.cutList.cuts.map(({ lengthMm }) => lengthMm)).toEqual([1700, 1700, 1000, 950, 950, 950, 950]);
});

// 16 AWG: d = 0.127 · 92^(20/39) = 1.29083 mm (ASTM B258), 1.30868 mm²; 1/58 Ω·mm²/m at 20 °C (IEC 60028), 2 % for
// the lay, 0.393 % a kelvin over 40 K: 0.0131747 · 1.02 · 1.1572 = 0.0155508 Ω/m.
const METRE = (1 / 58 / (Math.PI * 0.645415 ** 2)) * 1.02 * 1.1572;

test('what each speaker gets: the volts of its label between 4 and 8 Ω, across coil and lead', () => {
  expect(METRE).toBeCloseTo(0.0155508, 5);
  // Lead out and back 1.9 m: 0.02955 Ω. √(18 · 4) = 8.48528 V at 4 Ω, √(11 · 8) = 9.38083 V at 8 Ω.
  const lead = 1.9 * METRE;
  const volts = 8.48528 + (lead / 4) * (9.38083 - 8.48528);
  const circuit = plan.speakers.circuits['h/fl']!;
  expect(circuit.loadOhm).toBeCloseTo(4 + lead, 4);
  expect(circuit.volts).toBeCloseTo(volts, 4);
  // 8.4919² / 4.02955 = 17.896 W out of it, 8.4919² · 4 / 4.02955² = 17.765 W in the coil, 59 % of 30 W.
  expect(circuit.watts).toBeCloseTo(17.896, 2);
  const [share] = circuit.speakers;
  expect(share!.watts).toBeCloseTo(17.765, 2);
  expect(share!.rmsRatio).toBeCloseTo(0.592, 3);
  // The rider's ears at 560, 0, 1540: √(706² + 176² + 454²) = 857.6 mm. 86 + 10 · lg 17.765 − 20 · lg 0.8576 =
  // 86 + 12.496 + 1.334 dB; two alike that are not in step 3.01 dB more.
  expect(share!.metres).toBeCloseTo(0.8576, 4);
  expect(share!.level).toBeCloseTo(99.83, 2);
  expect(plan.speakers.zones[0]!.level).toBeCloseTo(102.84, 2);
  expect(plan.ledger.worstLoadOhm).toBe(4);
});

/** The head unit's volts at full output: x² − (U − idle · R) · x + W · R = 0, the upper of its two answers. */
const upper = (rest: number, ohms: number, watts: number, idle: number) => {
  const b = rest - idle * ohms;
  return (b + Math.sqrt(b * b - 4 * watts * ohms)) / 2;
};

test('the feed: amperes, drop, gauge and fuse', () => {
  const feed = plan.power.feeds['h']!;
  // 35.79 W of sound at 55 % is 65.08 W, and 0.9 A idle. Ring, block, block, ring 10 mV at 25 A = 0.4 mΩ each, the
  // fuse and its holder 2.6 mΩ, 2 × 1.7 m of 16 AWG; the battery 9 mΩ.
  const wire = 4 * 0.0004 + 0.0026 + 3.4 * METRE;
  const watts = (2 * 17.8959) / 0.55;
  const volts = upper(12.7, wire + 0.009, watts, 0.9);
  const amps = watts / volts + 0.9;
  expect(amps).toBeCloseTo(6.195, 3);
  const full = feed.states.restFull!;
  expect(full.deviceVolts).toBeCloseTo(volts, 3);
  expect(full.amps).toBeCloseTo(amps, 3);
  expect(full.dropVolts).toBeCloseTo(amps * wire, 3);
  expect(full.dropPct).toBeCloseTo(2.946, 2);
  expect(plan.ledger.feedA).toBeCloseTo(6.195, 3);
  expect(plan.ledger.worstDropPct).toBeCloseTo(2.946, 2);
  // On music class AB draws √⅛ of that: 0.35355 · 65.08 W, and its idle current.
  const quiet = upper(12.7, wire + 0.009, watts * Math.sqrt(1 / 8), 0.9);
  expect(feed.states.restMusic!.amps).toBeCloseTo((watts * Math.sqrt(1 / 8)) / quiet + 0.9, 3);
  // 18 AWG would lose 3.4 m · 0.02473 + 4 · 0.5 mΩ + 2.6 mΩ = 88.7 mΩ · 6.2 A = 0.55 V, 4.6 %.
  expect(feed).toMatchObject({ gauge: '16', gaugeReason: 'drop' });
  // 1.25 · 6.195 = 7.74 A; its maker names 10 A. Insulation nobody knows counts as 80 °C, 20 A, 0.78 of it beside the
  // engine (ABYC E-11, from memory): 15.6 A.
  expect(feed).toMatchObject({ fuseNeedA: 10, fuseA: 10 });
  expect(feed.ampacityA).toBeCloseTo(15.6, 9);
  expect(plan.keyOff).toMatchObject([{ amps: 0.006 }]);
  // 12 Ah to the half is 6 Ah; the head unit's 6 mA and 3 % a month of 12 Ah, 0.5 mA: 6 / 0.0065 h.
  expect(plan.keyOff[0]!.days).toBeCloseTo(6 / 0.0065 / 24, 3);
});

test('at the edges: the drop limit on either side of what is lost, the margin on either side of the next fuse', () => {
  const withSettings = (settings: object) =>
    planJob(applyAll(job, [{ op: 'setSettings', settings }])).power.feeds['h']!;
  // It loses 2.9462 %.
  expect(withSettings({ dropLimitPct: 2.95 }).gauge).toBe('16');
  expect(withSettings({ dropLimitPct: 2.94 }).gauge).toBe('14');
  // 6.1947 A · 1.61 = 9.97 A, and · 1.62 = 10.04 A: the next blade is 15 A, which its wire still carries.
  expect(withSettings({ fuseMarginPct: 161 })).toMatchObject({ fuseA: 10, gauge: '16' });
  expect(withSettings({ fuseMarginPct: 162 })).toMatchObject({ fuseA: 15, gauge: '16' });
  // 6.1947 A · 2.42 = 14.99 A; beyond it the next is 20 A, more than 15.6 A of wire: one size up, through which it draws
  // 6.08 A, and 14.8 A asks for 15 A again.
  expect(withSettings({ fuseMarginPct: 242 })).toMatchObject({ fuseA: 15, gauge: '16' });
  expect(withSettings({ fuseMarginPct: 243 })).toMatchObject({ fuseA: 15, gauge: '14' });
});

test('the work: every step and its minutes', () => {
  const steps = Object.fromEntries(plan.build.steps.map(({ id, minutes }) => [id, minutes]));
  expect(steps).toEqual({
    'isolate:battery': 2,
    // The screen, the cowl behind it, the left shroud held aside, the seat.
    'off:cover/screen': 5,
    'off:cover/cowl': 14,
    'off:cover/shroudLeft': 3,
    'off:cover/seat': 1,
    // A speaker: 3 to mark, 2 to mask, six punches of 0.2; six holes of 0.8 in fibre, two pilots of 0.3, three bits of
    // 0.5, six times 0.2 to deburr; 264 mm of line at 2.5 + 0.4 a hundred; 3 to try; 2 + 4 · 0.6 + 1.5 to fix and seal.
    'mark:gear/l': 6,
    'drill:gear/l': 8,
    'open:gear/l': 8,
    'try:gear/l': 3,
    'fit:gear/l': 6,
    'mark:gear/r': 6,
    'drill:gear/r': 8,
    'open:gear/r': 8,
    'try:gear/r': 3,
    'fit:gear/r': 6,
    // The head unit: one punch; a hole saw of 4, its pilot, two bits, 0.2; 3 to try; 2 + 3 for the ring + 1.5.
    'mark:gear/h': 5,
    'drill:gear/h': 6,
    'try:gear/h': 3,
    'fit:gear/h': 7,
    'fit:holder/h': 8,
    // Four a run: feed and return, switched, two speaker leads.
    'pull:run/battery-h': 8,
    'pull:run/switched-h': 4,
    'pull:run/h-l': 4,
    'pull:run/h-r': 4,
    // A minute a crimp: two at each speaker; feed, return, switched and four of the speakers at the head unit.
    'connect:gear/l': 2,
    'connect:gear/r': 2,
    'connect:gear/h': 7,
    'tap:switched': 5 + 1,
    'connect:battery/battery': 2,
    'test:shorts': 5,
    'test:live': 2,
    'fuse:gear/h': 1,
    'test:power': 2,
    'test:sound': 2,
    'test:travel': 3,
    'on:cover/seat': 1,
    'on:cover/shroudLeft': 3,
    'on:cover/cowl': 16,
    'on:cover/screen': 6,
    'close:lamps': 2,
    'close:memory/clock': 2,
    'close:memory/shifter': 2,
    'close:record': 10,
  });
  // 2 + 23 + 91 + 20 + 19 + 15 + 26 + 16 = 212 minutes.
  expect(plan.minutes).toEqual({
    isolate: 2,
    teardown: 23,
    fit: 91,
    pull: 20,
    connect: 19,
    test: 15,
    tune: 0,
    refit: 26,
    close: 16,
  });
  expect(plan.ledger.hours).toBeCloseTo(212 / 60, 9);
  // The switched source is not chosen: the one stop.
  expect(plan.ledger.stops).toBe(1);
});
