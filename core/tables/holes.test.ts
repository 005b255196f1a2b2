import { execFileSync } from 'node:child_process';
import { FRACTIONS, LETTERED, NUMBERED, OPENINGS, cutterOf, drillOf, fractionName } from './bits';
import { MATERIAL_IDS } from './materials';
import { THREADS, THREAD_IDS, clearanceHole, readScrew, threadHole } from './threads';

const units = (from: string, to: string) => Number(execFileSync('units', ['-t', from, to], { encoding: 'utf8' }));

test('number and letter drills are those GNU units knows', () => {
  expect(NUMBERED).toHaveLength(60);
  NUMBERED.forEach(({ mm }, i) => expect(mm).toBeCloseTo(units(`drillgauge(${i + 1})`, 'mm'), 6));
  expect(LETTERED).toHaveLength(26);
  for (const { name, mm } of LETTERED) expect(mm).toBeCloseTo(units(`drill${name.slice(-1)}`, 'mm'), 6);
});

test('fractions: 1/64 in is 0.396875 mm, and every name is a fraction in its lowest terms', () => {
  expect(FRACTIONS.map(({ name }) => name)).toContain('3/32 in');
  for (const { name, mm } of FRACTIONS) {
    expect(mm).toBeCloseTo(units(`(${name.replace(' in', '')}) in`, 'mm'), 9);
    const [over, under] = name.replace(' in', '').split('/').map(Number);
    if (under !== undefined) expect(over! % 2).toBe(1);
  }
  expect([3.125, 1, 2.5, 11 / 64, 4.9999].map((inches) => fractionName(inches))).toEqual([
    '3 1/8 in',
    '1 in',
    '2 1/2 in',
    '11/64 in',
    '5 in',
  ]);
});

test('screws by number: #8 is 0.164 in, as GNU units has it', () => {
  for (const [thread, n] of [
    ['no4-40', 4],
    ['no6-32', 6],
    ['no8-32', 8],
    ['no10-24', 10],
  ] as const)
    expect(THREADS[thread].mm).toBeCloseTo(units(`screwgauge(${n})`, 'mm'), 9);
  expect(THREADS['no8-32'].mm / 25.4).toBeCloseTo(0.164, 9);
});

test('a #8 screw passes what the trade drills for it: 11/64, or number 16 to 18', () => {
  const { close, free } = THREADS['no8-32'];
  expect([drillOf(close).inch.name, drillOf(free).inch.name]).toEqual(['11/64 in', 'number 16']);
  expect(close / 25.4).toBeCloseTo(0.1695, 9);
  // Common practice for bulkhead screws: 13/64 in, or number 7, which is as good as that.
  expect(drillOf(0.201 * 25.4).inch.name).toBe('13/64 in');
  expect(drillOf(0.199 * 25.4).inch.name).toBe('number 8');
});

// ISO 273, clearance holes fine and medium, and ISO 2306, tapping drills, mm (from memory).
test.each([
  ['M3', 3.2, 3.4, 2.5, 0.5],
  ['M4', 4.3, 4.5, 3.3, 0.7],
  ['M5', 5.3, 5.5, 4.2, 0.8],
  ['M6', 6.4, 6.6, 5, 1],
  ['M8', 8.4, 9, 6.8, 1.25],
] as const)('%s passes %d or %d and is tapped at %d', (thread, fine, medium, tap, pitch) => {
  expect(THREADS[thread]).toMatchObject({ close: fine, free: medium, tap });
  expect(clearanceHole(thread)).toBe(medium);
  // A tapping drill is the diameter less the pitch, to a tenth.
  expect(Math.abs(THREADS[thread].mm - pitch - tap)).toBeLessThan(0.051);
});

test('a screw that cuts its own thread: its pilot is thinner than it and wider in what is hard', () => {
  for (const thread of THREAD_IDS)
    for (const material of MATERIAL_IDS) {
      expect(threadHole(thread, material)).toBeLessThan(THREADS[thread].mm);
      expect(clearanceHole(thread)).toBeGreaterThan(THREADS[thread].mm);
    }
  expect(threadHole('st4.2', 'steel')).toBe(3.5);
  expect(threadHole('st4.2', 'ply')).toBe(2.9);
  // Common practice: 3/32 in for small dash screws.
  expect(drillOf(threadHole('st2.9', 'plastic')).inch.name).toBe('3/32 in');
});

test.each([
  ['M4 × 20', 'M4', 20],
  ['4.2 × 16', 'st4.2', 16],
  ['4,8 x 19', undefined, 0],
  ['#8-32 × ¾ in', 'no8-32', 19.05],
  ['#10 × 1 1/2"', 'no10-24', 38.1],
  ['1/4-20 × 1 in', 'quarter-20', 25.4],
  ['M7 × 20', undefined, 0],
  ['long ones', undefined, 0],
  ['M4 × long', undefined, 0],
])('%s is read as a screw', (size, thread, lengthMm) => {
  const screw = readScrew(size);
  expect(screw?.thread).toBe(thread);
  if (screw) expect(screw.lengthMm).toBeCloseTo(lengthMm, 9);
});

test('what makes a round hole: a drill, a step drill in what is thin, a hole saw, or nothing of its size', () => {
  expect(cutterOf(13, 20)?.kind).toBe('drill');
  expect(cutterOf(13.1, 4)).toMatchObject({ kind: 'step', metric: { name: '13 mm' } });
  expect(cutterOf(19, 4)).toMatchObject({ kind: 'step', inch: { name: '3/4 in' } });
  expect(cutterOf(19, 4.1)).toMatchObject({ kind: 'holeSaw', inch: { name: '3/4 in' } });
  expect(cutterOf(25.4, 12)).toMatchObject({ kind: 'holeSaw', inch: { name: '1 in' } });
  expect(cutterOf(63.5, 3)).toMatchObject({ kind: 'holeSaw', metric: { name: '64 mm' }, inch: { name: '2 1/2 in' } });
  expect(cutterOf(76, 3)).toMatchObject({ kind: 'holeSaw', metric: { name: '76 mm' }, inch: { name: '3 in' } });
  expect(cutterOf(136.6, 3)).toBeUndefined();
});

test('ISO 7736: a single opening is 182 × 53 mm', () => {
  expect(OPENINGS.singleDin).toMatchObject({ w: 182, h: 53 });
  expect(OPENINGS.gaugeHole.d).toBeCloseTo(3 * 25.4, 9);
});
