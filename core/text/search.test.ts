import { hasWords, searchWords } from './search';

test('words are looked for without case, marks and punctuation, each once', () => {
  expect(searchWords('River launch, music at anchor', 'MÚSICA at Łódź / Straße 12-V (amp’s)')).toEqual([
    'river',
    'launch',
    'music',
    'at',
    'anchor',
    'musica',
    'łodz',
    'straße',
    '12',
    'v',
    'amp',
    's',
  ]);
  expect(searchWords('İzmir ﬁtting ½', '東京 toString __proto__')).toEqual([
    'izmir',
    'fitting',
    '1',
    '2',
    '東京',
    'tostring',
    'proto',
  ]);
});

test('nothing but marks has no words, and the longest are cut between characters', () => {
  expect(searchWords('', ' … & ! ’ ', '\u0301')).toEqual([]);
  expect(searchWords('a'.repeat(70))).toEqual(['a'.repeat(60)]);
  expect(searchWords('𝟠'.repeat(70) + '𐐨'.repeat(10))).toEqual(['8'.repeat(60)]);
});

test('what is sought may stand anywhere in a text, in any order, with or without its marks', () => {
  const name = 'Tow boat, Ångström 6½ in';
  for (const found of ['', '  ', 'TOW', 'boat tow', 'angst', '6½', 'strom, ow'])
    expect([found, hasWords(name, found)]).toEqual([found, found !== 'strom, ow']);
  expect(hasWords('', 'toString')).toBe(false);
});
