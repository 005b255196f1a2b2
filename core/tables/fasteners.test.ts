import { DRIVES, DRIVE_IDS, lookAlikes, notThose } from './fasteners';

test.each([
  // Across flats: 5/32 in = 3.969 mm, 3/16 in = 4.763, 1/8 in = 3.175. Corner to corner of 4 mm: 4.62, six-lobe 25: 4.50.
  ['hexSocket4', ['inchSocket532', 'sixLobe25']],
  ['inchSocket532', ['hexSocket4', 'sixLobe25']],
  ['hexSocket5', ['inchSocket316', 'sixLobe30']],
  ['hexSocket3', ['inchSocket18', 'sixLobe15']],
  ['hexSocket6', ['sixLobe40']],
  ['sixLobe25', ['hexSocket4', 'inchSocket532']],
  ['sixLobe27', []],
  // 1/2 in = 12.7 mm, 3/8 in = 9.525, 9/16 in = 14.29.
  ['hex13', ['inchHead12']],
  ['hex10', ['inchHead38']],
  ['hex14', ['inchHead916']],
  ['hex12', []],
  ['inchHead716', []],
  ['cross2', []],
  ['rivet', []],
] as const)('what seems to fit %s and strips it', (drive, others) =>
  expect([...lookAlikes(drive)].sort()).toEqual([...others].sort()),
);

test('what seems to fit one is seemed to be fitted by it, and it is said in words', () => {
  for (const a of DRIVE_IDS)
    for (const b of lookAlikes(a)) expect([a, b, lookAlikes(b).includes(a)]).toEqual([a, b, true]);
  expect(notThose('hexSocket4')).toBe('not the 5/32 in hexagon key nor the six-lobe driver 25');
  expect(notThose('rivet')).toBe('');
  expect(new Set(Object.values(DRIVES).map(({ name }) => name)).size).toBe(DRIVE_IDS.length);
});
