import { each, type Sighting } from './finding';

const said = (reason: string) => ({ reason, figures: [] });
const told = (found: readonly Sighting<never>[]) =>
  found.map(({ subject, reason }) => [subject.kind, subject.id, reason]);

test('each of a map, of pairs, of what knows its id, and of ids: nothing is told of what nothing is said of', () => {
  const thick = (mm: number, id: string) => (mm > 3 ? said(`${id} is ${mm}`) : undefined);
  const map = { thin: 1, toString: 4, constructor: 9 } as Record<string, number>;
  const all = [
    ['gear', 'toString', 'toString is 4'],
    ['gear', 'constructor', 'constructor is 9'],
  ];
  expect(told(each('gear', map, thick))).toEqual(all);
  expect(told(each('gear', Object.entries(map), thick))).toEqual(all);
  expect(told(each('gear', new Map(Object.entries(map)), thick))).toEqual(all);
  const things = Object.entries(map).map(([id, mm]) => ({ id, mm }));
  expect(told(each('gear', things, ({ mm }, id) => thick(mm, id)))).toEqual(all);
  expect(told(each('run', ['a', 'bc'], (id) => (id.length > 1 ? said(id) : undefined)))).toEqual([['run', 'bc', 'bc']]);
  expect(each('leg', {}, () => said('never'))).toEqual([]);
});
