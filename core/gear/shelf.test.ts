import { SHELF, shelfItem } from '#demo/shelf';
import { compared, fitsHole, isSought, readHole, sortedBy, type Sought } from './shelf';

const ALL: Sought = { words: '', kind: '', hole: undefined, ohm: undefined, water: undefined, retired: false };
const ids = (part: Partial<Sought>) => SHELF.filter((item) => isSought(item, { ...ALL, ...part })).map(({ id }) => id);

test('a hole is said across, or as two sides, in either unit', () => {
  expect(readHole('76', 'metric')).toEqual({ d: 76 });
  expect(readHole('3 in', 'metric')!).toEqual({ d: 76.2 });
  expect(readHole('3 1/8"', 'metric')).toEqual({ d: 79.375 });
  expect(readHole('3', 'inch')).toEqual({ d: 76.2 });
  expect(readHole('182 x 53', 'metric')).toEqual({ w: 182, h: 53 });
  expect(readHole('7 x 2 in', 'metric')).toEqual({ w: 177.8, h: 50.8 });
  for (const text of ['', 'big', '0', '182 x', '1 x 2 x 3 x 4']) expect(readHole(text, 'metric')).toBeUndefined();
});

test('into a 3 inch hole goes the gauge-hole unit, not one that is larger, nor one whose flange leaves a gap', () => {
  // Its opening is 76 mm, its flange 82.
  const unit = shelfItem('kingcup-3');
  expect(fitsHole(unit, { d: 76 })).toBe(true);
  expect(fitsHole(unit, { d: 75.9 })).toBe(false);
  expect(fitsHole(unit, { d: 82 })).toBe(true);
  expect(fitsHole(unit, { d: 82.1 })).toBe(false);
  expect(fitsHole(shelfItem('weir-4-45'), { d: 76 })).toBe(false);
  // ISO 7736: 182 × 53 takes a single unit.
  expect(fitsHole(shelfItem('sallow-din'), { w: 182, h: 53 })).toBe(true);
  expect(fitsHole(shelfItem('sallow-din'), { w: 181, h: 53 })).toBe(false);
});

test('found by words, kind, hole, load and water; what is retired only where it is asked for', () => {
  expect(ids({ words: 'kingcup' }).every((id) => id.startsWith('kingcup'))).toBe(true);
  expect(ids({ words: 'king gauge' })).toEqual(['kingcup-3']);
  expect(ids({ hole: { d: 76.2 }, kind: 'headUnit' })).toEqual(['kingcup-3']);
  expect(ids({ ohm: 2 }).length).toBeGreaterThan(0);
  expect(
    ids({ ohm: 2 }).every((id) => {
      const item = shelfItem(id);
      return 'bank' in item && item.bank.minOhm <= 2;
    }),
  ).toBe(true);
  expect(ids({ ohm: 2 })).not.toContain('kingcup-3');
  expect(ids({ water: 7 }).every((id) => shelfItem(id).water.includes(7))).toBe(true);
  const gone = { ...shelfItem('kingcup-3'), retired: true as const };
  expect([isSought(gone, ALL), isSought(gone, { ...ALL, retired: true })]).toEqual([false, true]);
});

test('sorted by what a person asks for, equal ones as they stand', () => {
  expect(sortedBy(SHELF, 'shelf')).toEqual(SHELF);
  const depths = sortedBy(SHELF, 'depth').map(({ size }) => size.d);
  expect(depths).toEqual([...depths].sort((a, b) => a - b));
  const watts = sortedBy(SHELF, 'watts')[0]!;
  expect(watts.kind === 'speaker' || watts.kind === 'amplifier').toBe(true);
  expect(sortedBy([shelfItem('weir-4-45'), shelfItem('bittern-165')], 'name').map(({ name }) => name)).toEqual([
    shelfItem('bittern-165').name,
    shelfItem('weir-4-45').name,
  ]);
});

test('held against each other line by line, and what differs is told', () => {
  const rows = compared([shelfItem('weir-4-45'), shelfItem('weir-2-80')], 'metric');
  const row = (label: string) => rows.find((r) => r.label === label)!;
  expect(row('Channels')).toEqual({ label: 'Channels', values: ['4', '2'], differ: true });
  expect(row('Watts are at').differ).toBe(false);
  expect(row('Watts are at').values).toEqual(['14.4 V', '14.4 V']);
  expect(row('RMS watts a channel, at each load').values[0]).toContain('W at');
  expect(compared([], 'metric')).toEqual([]);
  const usual = { ...shelfItem('weir-4-45'), assumed: ['massKg' as const] };
  expect(compared([usual], 'inch').find((r) => r.label === 'Weight')!.values).toEqual(['usual']);
});
