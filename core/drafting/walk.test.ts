import { NOSE_TOURER } from '#demo/patterns/nose-tourer';
import { PATTERNS } from '#demo/jobs';
import type { CoverWay } from '../craft/cover';
import { NEW_WAY } from '../craft/usual-entry';
import type { Pattern } from '../craft/pattern';
import { walkTo } from './walk';

const way = (off: number, after: Record<string, string> = {}): CoverWay => ({
  ...NEW_WAY,
  minutes: { off, on: 2 * off },
  after: after as CoverWay['after'],
});
const withCovers = (ways: Record<string, CoverWay>, opens: string): Pattern => ({
  ...NOSE_TOURER,
  covers: Object.fromEntries(Object.entries(ways).map(([id, one]) => [id, { name: id, states: { off: one } }])),
  places: { one: { ...Object.values(NOSE_TOURER.places)[0]!, covers: { [opens]: 'off' } } },
  legs: {},
});

test('what comes off is told in the order it does, with the minutes off and on again, by hand', () => {
  const walk = walkTo(withCovers({ tank: way(5, { seat: 'off' }), seat: way(3), bag: way(9) }, 'tank'), 'one');
  expect(walk?.covers.map(({ cover }) => cover)).toEqual(['seat', 'tank']);
  expect(walk?.minutes).toBe(5 + 10 + 3 + 6);
  expect(walkTo(NOSE_TOURER, 'toString')).toBeUndefined();
});

test.each([3, 20])('of %i covers that wait for each other in a ring nothing is thrown while they are drawn', (n) => {
  const ring = Object.fromEntries(
    Array.from({ length: n }, (_, i) => [`c${i}`, way(1, { [`c${(i + 1) % n}`]: 'off' })]),
  );
  expect(() => walkTo(withCovers(ring, 'c0'), 'one')).not.toThrow();
});

test('every place and every leg of every craft can be walked to, each cover once and after those it waits for', () => {
  for (const pattern of PATTERNS)
    for (const id of [...Object.keys(pattern.places), ...Object.keys(pattern.legs)]) {
      const { covers } = walkTo(pattern, id)!;
      const names = covers.map(({ cover }) => cover);
      expect(new Set(names).size).toBe(names.length);
      for (const [i, { cover, state }] of covers.entries())
        for (const before of Object.keys(pattern.covers[cover]!.states[state]!.after))
          expect(names.indexOf(before)).toBeLessThan(i);
    }
});
