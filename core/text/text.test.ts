import * as v from 'valibot';
import { borderFault } from './border';
import { cleaned, cleanedAll, folded, line, lines, name } from './text';

const takes = (schema: v.GenericSchema, text: unknown) => v.safeParse(schema, text).success;

test.each([
  ['nothing', ''],
  ['letters of any script, figures and signs', 'Łódź, 東京, עברית, 4 Ω ≤ ½'],
  ['signs beyond the first plane, and ones joined', '🛥 👩‍🔧'],
])('a line takes %s', (_, text) => expect(takes(line(400), text)).toBe(true));

test.each([
  ['a line end', 'a\nb'],
  ['a return', 'a\rb'],
  ['a tab', 'a\tb'],
  ['the zero character', 'a\u0000'],
  ['an escape', '\u001b[2J'],
  ['a delete', '\u007f'],
  ['a next-line of the upper controls', 'a\u0085b'],
  ['a line separator', 'a\u2028b'],
  ['half of a surrogate pair', 'a\ud83d'],
  ['the other half', '\udea5b'],
  ['what is no character', 'a\uffff'],
  ['more than it may hold', 'x'.repeat(401)],
  ['a number', 4],
])('a line does not take %s', (_, text) => expect(takes(line(400), text)).toBe(false));

test('several lines take line ends and nothing else of the kind', () => {
  expect(takes(lines(400), 'a\n\nb\n')).toBe(true);
  for (const text of ['a\r\nb', 'a\tb', 'a\u0000', 'a\u2029b', '\udea5']) expect(takes(lines(400), text)).toBe(false);
});

test('a name is trimmed, and must be left with something', () => {
  expect(v.parse(name(10), '  Weir ')).toBe('Weir');
  expect(takes(name(10), '   ')).toBe(false);
});

test('cleaned text is taken; what was fit already is the same', () => {
  expect(cleaned('a\r\nb\rc\u2028d\te\u0000f\ud83dg\ufffe')).toBe('a\nb\nc\nd efg');
  expect(cleaned('a 🛥\nb')).toBe('a 🛥\nb');
  const unfit = Array.from({ length: 0x10000 }, (_, code) => code).filter(
    (code) => !takes(lines(9), cleaned(`x${String.fromCharCode(code)}`)),
  );
  expect(unfit).toEqual([]);
});

test('every text of a document is cleaned; what needs nothing stays the very same object', () => {
  const doc = { a: 'x', b: [{ c: 'y\u0000\nz' }, { d: 1 }], e: null, note: '1\r\n2', d: 'M0 0\nL1 1' };
  const clean = cleanedAll(doc);
  expect(clean).toEqual({ a: 'x', b: [{ c: 'y z' }, { d: 1 }], e: null, note: '1\n2', d: 'M0 0 L1 1' });
  expect(clean.b[1]).toBe(doc.b[1]);
  expect(cleanedAll(clean)).toBe(clean);
});

test('folded text is one line whatever it was', () => {
  expect(folded('x\n.control\r\nshell\u0000 touch\u2028y\u202e')).toBe('x .control shell touch y');
});

describe('at the border', () => {
  test('names that are every object’s own are told by their path; as words they are nothing', () => {
    expect(borderFault(JSON.parse('{"a":{"__proto__":{"b":1}}}'))!.path).toBe('a.__proto__');
    expect(borderFault({ gear: { constructor: {} } })!.path).toBe('gear.constructor');
    expect(borderFault({ name: 'constructor', list: ['__proto__'] })).toBeUndefined();
  });
  test('nesting deeper than any document goes is refused, however deep, and 64 is not', () => {
    const nested = (depth: number): unknown => {
      let value: unknown = 1;
      for (let i = 0; i < depth; i++) value = i % 2 ? [value] : { a: value };
      return value;
    };
    expect(borderFault(nested(64))).toBeUndefined();
    expect(borderFault(nested(65))).toMatchObject({ expected: 'expected members at most 64 deep' });
    expect(borderFault(nested(200_000))).toBeDefined();
  });
});
