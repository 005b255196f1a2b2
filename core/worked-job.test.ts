import { shelfItem } from '#demo/shelf';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
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
  { op: 'setMount', gear: 'h', mount: { at: [-16, 0] } },
  { op: 'setMount', gear: 'l', mount: { at: [0, 0] } },
  { op: 'setSettings', settings: { dropLimitPct: 3.5 } },
];
const job = applyAll(newJob('small', 'Small', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER)), MADE);
const plan = planJob(job);
const run = (id: string) => plan.runs.find((r) => r.id === id)!;

/**
 * From a plug, `straight` out of it, to the last bend before it, `ahead` along the way the lead sets out and `aside` of
 * it: round a circle of its bend radius, and off along a tangent. Less the straight from the middle of the place.
 */
const toPlug = (straight: number, radius: number, ahead: number, aside: number, instead: number) => {
  const off = Math.hypot(ahead, aside - radius);
  const turn = Math.atan2(aside - radius, ahead) + Math.PI / 2 - Math.acos(radius / off);
  return straight + radius * turn + Math.sqrt(off ** 2 - radius ** 2) - instead;
};
// The dash faces (−0.85, 0, 0.53) / 1.0017; its face is 48 before the middle of its room, (1191.27, 0, 1221.40). The head
// unit is 16 to the left on it; its plug 58 deep, 14 straight and then bent by 16, from (1252.37, 16, 1183.30). The last
// bend of the wires is (1252, 0, 1150): off by (−0.37, −16, −33.30), 17.31 of it along (0.849, 0, −0.529), 32.64 aside.
const HEAD = toPlug(14, 16, 17.3098, 32.642, 50.1597);
// A pocket faces (−0.94, 0, 0.34) / 0.99960, its face 33 before its middle: (1234.97, 176, 1097.22). A speaker in the
// middle has its leads below, 28 down and 31 deep: (1254.60, 176, 1060.35), bent by 12 from there. The last bend is
// (1272, 90, 1080): off by (17.40, −86, 19.65), of which −24.40 along (−0.340, 0, −0.940), 86.54 aside.
const SPEAKER = toPlug(0, 12, -24.3986, 86.5434, 86.4176);

test('cuts: each stretch as √(Δx² + Δy² + Δz²), the neck at its need, both ends at their plugs, two terminals, up to the next 50 mm', () => {
  // Battery up √8324, along the spar √10004 + √33220 + √36680, to the head √23020, round the neck 240.46 (the need of
  // the joint, brute-forced in its own test), the yoke √2632 + √4640, up to the dash √3856 + √2516.
  const neck = 240.4617;
  const dash = 62.0967 + 50.1597;
  const yoke = 51.303 + 68.1175;
  const feed = 91.236 + 100.02 + 182.2636 + 191.5202 + 151.7235 + neck + yoke + dash;
  expect(feed).toBeCloseTo(1188.902, 2);
  expect(run('feed:battery>h').layMm).toBeCloseTo(feed, 2);
  // The plug is 5.7 farther than the middle of the dash.
  expect(HEAD).toBeCloseTo(5.665, 2);
  expect(run('feed:battery>h').plugsMm).toBeCloseTo(HEAD, 2);
  // Left at the battery 150, at the dash 300, two terminals of 30: 1188.9 + 5.7 + 510 = 1704.6.
  expect(run('feed:battery>h')).toMatchObject({ allowanceMm: 150 + 300 + 2 * 30, cutMm: 1750 });
  expect(run('return:battery>h').cutMm).toBe(1750);
  // From the accessory connector √2792, then the same: 525.0 + 5.7 + 100 + 300 + 60 = 990.7.
  expect(run('switched:switched>h').layMm).toBeCloseTo(52.8394 + neck + yoke + dash, 2);
  expect(run('switched:switched>h')).toMatchObject({ allowanceMm: 460, cutMm: 1000 });
  // Down from the dash, √8216 and √7468 to the pocket: 289.3 + 5.7 + 15.6 + 300 + 300 + 60 = 970.6.
  expect(SPEAKER).toBeCloseTo(15.582, 2);
  for (const side of ['l', 'r']) {
    expect(run(`speaker:h>${side}`).layMm).toBeCloseTo(dash + 90.6422 + 86.4176, 2);
    expect(run(`speaker:h>${side}`).plugsMm).toBeCloseTo(HEAD + SPEAKER, 2);
    expect(run(`speaker:h>${side}`).cutMm).toBe(1000);
  }
  // 2 × 1.75 + 1.0 + 4 × 1.0 m in seven pieces.
  expect(plan.ledger.wireM).toBeCloseTo(8.5, 9);
  expect(plan.cutList.cuts.map(({ lengthMm }) => lengthMm)).toEqual([1750, 1750, 1000, 1000, 1000, 1000, 1000]);
});

// 16 AWG: d = 0.127 · 92^(20/39) = 1.29083 mm (ASTM B258), 1.30868 mm²; 1/58 Ω·mm²/m at 20 °C (IEC 60028), 2 % for
// the lay, 0.393 % a kelvin over 40 K: 0.0131747 · 1.02 · 1.1572 = 0.0155508 Ω/m.
const METRE = (1 / 58 / (Math.PI * 0.645415 ** 2)) * 1.02 * 1.1572;

test('what each speaker gets: the volts of its label between 4 and 8 Ω, across coil and lead', () => {
  expect(METRE).toBeCloseTo(0.0155508, 5);
  // Lead out and back 2 m: 0.03110 Ω. √(18 · 4) = 8.48528 V at 4 Ω, √(11 · 8) = 9.38083 V at 8 Ω.
  const lead = 2 * METRE;
  const volts = 8.48528 + (lead / 4) * (9.38083 - 8.48528);
  const circuit = plan.speakers.circuits['h/fl']!;
  expect(circuit.loadOhm).toBeCloseTo(4 + lead, 4);
  expect(circuit.volts).toBeCloseTo(volts, 4);
  // 8.4922² / 4.03110 = 17.890 W out of it, 8.4922² · 4 / 4.03110² = 17.752 W in the coil, 59 % of 30 W.
  expect(circuit.watts).toBeCloseTo(17.89, 2);
  const [share] = circuit.speakers;
  expect(share!.watts).toBeCloseTo(17.752, 2);
  expect(share!.rmsRatio).toBeCloseTo(0.592, 3);
  // The rider's ears at 560, 0, 1540: √(706² + 176² + 454²) = 857.6 mm. 86 + 10 · lg 17.752 − 20 · lg 0.8576 =
  // 86 + 12.493 + 1.334 dB; two alike that are not in step 3.01 dB more.
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
  // 35.78 W of sound at 55 % is 65.06 W, and 0.9 A idle. Ring, block, block, ring 10 mV at 25 A = 0.4 mΩ each, the
  // fuse and its holder 2.6 mΩ, 2 × 1.75 m of 16 AWG; the battery 9 mΩ.
  const wire = 4 * 0.0004 + 0.0026 + 3.5 * METRE;
  const watts = (2 * 17.8904) / 0.55;
  const volts = upper(12.7, wire + 0.009, watts, 0.9);
  const amps = watts / volts + 0.9;
  expect(amps).toBeCloseTo(6.197, 3);
  const full = feed.states.restFull!;
  expect(full.deviceVolts).toBeCloseTo(volts, 3);
  expect(full.amps).toBeCloseTo(amps, 3);
  expect(full.dropVolts).toBeCloseTo(amps * wire, 3);
  expect(full.dropPct).toBeCloseTo(3.028, 2);
  expect(plan.ledger.feedA).toBeCloseTo(6.197, 3);
  expect(plan.ledger.worstDropPct).toBeCloseTo(3.028, 2);
  // On music class AB draws √⅛ of that: 0.35355 · 65.06 W, and its idle current.
  const quiet = upper(12.7, wire + 0.009, watts * Math.sqrt(1 / 8), 0.9);
  expect(feed.states.restMusic!.amps).toBeCloseTo((watts * Math.sqrt(1 / 8)) / quiet + 0.9, 3);
  // 18 AWG would lose 3.5 m · 0.02473 + 4 · 0.5 mΩ + 2.6 mΩ = 91.2 mΩ · 6.29 A = 0.57 V, 4.8 %; 3.5 % is allowed.
  expect(feed).toMatchObject({ gauge: '16', gaugeReason: 'drop' });
  // 1.25 · 6.197 = 7.75 A; its maker names 10 A. Insulation nobody knows counts as 80 °C, 20 A, 0.78 of it beside the
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
  // It loses 3.0278 %.
  expect(withSettings({ dropLimitPct: 3.03 }).gauge).toBe('16');
  expect(withSettings({ dropLimitPct: 3.02 }).gauge).toBe('14');
  // 6.1973 A · 1.61 = 9.98 A, and · 1.62 = 10.04 A: the next blade is 15 A, which its wire still carries.
  expect(withSettings({ fuseMarginPct: 161 })).toMatchObject({ fuseA: 10, gauge: '16' });
  expect(withSettings({ fuseMarginPct: 162 })).toMatchObject({ fuseA: 15, gauge: '16' });
  // 6.1973 A · 2.42 = 14.997 A; beyond it the next is 20 A, more than 15.6 A of wire: one size up, through which it draws
  // 6.14 A, and 14.9 A asks for 15 A again.
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
    // Two a run and half a minute a metre, one at the neck, one past the warm hose, to the nearest half: feed and return
    // 2 · 2 + 0.59 + 1 + 1, switched 2 + 0.26 + 1, speakers 2 + 0.14.
    'pull:run/battery-h': 6.5,
    'pull:run/switched-h': 3.5,
    'pull:run/h-l': 2,
    'pull:run/h-r': 2,
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
  // 2 + 23 + 91 + 14 + 19 + 15 + 26 + 16 = 206 minutes.
  expect(plan.minutes).toEqual({
    isolate: 2,
    teardown: 23,
    fit: 91,
    pull: 14,
    connect: 19,
    test: 15,
    tune: 0,
    refit: 26,
    close: 16,
  });
  expect(plan.ledger.hours).toBeCloseTo(206 / 60, 9);
  // The switched source is not chosen: the one stop.
  expect(plan.ledger.stops).toBe(1);
});
