import { movedPath } from './path';

const same = (at: number) => at;

test('every command keeps its numbers in their places', () => {
  const d = 'M1 2L3 4H5V6C1 2 3 4 5 6S1 2 3 4Q1 2 3 4T1 2A10 20 30 0 1 7 8Z';
  expect(movedPath(d, same, same)).toBe(d);
  expect(
    movedPath(
      d,
      (x) => x + 100,
      (y) => y + 1000,
    ),
  ).toBe(
    'M101 1002L103 1004H105V1006C101 1002 103 1004 105 1006S101 1002 103 1004Q101 1002 103 1004T101 1002A10 20 30 0 1 107 1008Z',
  );
});

test('what is said relative to the point before is moved as what it comes to', () => {
  expect(movedPath('m10 5l10 -5h-3v2q1 2 3 4z', (x) => 2 * x, same)).toBe('M20 5L40 0H34V2Q36 4 40 6Z');
});

test('turned over, an arc sweeps the other way and keeps its radii', () => {
  const over = (d: string) => movedPath(d, same, (y) => -y, { turned: true });
  expect(over('M0 0A6 8 15 1 0 30 7.5V3')).toBe('M0 0A6 8 15 1 1 30 -7.5V-3');
  expect(over(over('M10 -5L20 0A6 6 0 1 0 30 7.5Z'))).toBe('M10 -5L20 0A6 6 0 1 0 30 7.5Z');
});
