import fc from 'fast-check';
import { shared } from './keep';

describe('keeping what has not changed', () => {
  test('what comes out is always what was made, and nothing equal is another object', () => {
    const tree = fc.jsonValue({ maxDepth: 4 });
    fc.assert(
      fc.property(tree, tree, (old, made) => {
        const before = JSON.stringify(old);
        const out = shared(old, made);
        expect(JSON.stringify(out)).toBe(JSON.stringify(made));
        expect(JSON.stringify(old)).toBe(before);
        if (JSON.stringify(old) === JSON.stringify(made) && typeof old === 'object') expect(out).toBe(old);
      }),
      { numRuns: 500 },
    );
  });

  test('the order of members counts, a list is no record, and undefined is not missing', () => {
    expect(Object.keys(shared({ a: 1, b: 2 }, { b: 2, a: 1 }))).toEqual(['b', 'a']);
    expect(shared<unknown>([1], { 0: 1 })).toEqual({ 0: 1 });
    expect(Object.keys(shared<object>({}, { a: undefined }))).toEqual(['a']);
    expect(shared<object>({ a: undefined, b: 1 }, { b: 1 })).toEqual({ b: 1 });
    const deep = (n: number) => ({ a: [[{ b: { c: [n] } }]] });
    for (const n of [0, -0]) expect(Object.is(shared(deep(-n), deep(n)).a[0]![0]!.b.c[0], n)).toBe(true);
  });

  test('only plain data is looked into: a map or a set is the new one, whatever is in it', () => {
    const [old, made] = [
      { map: new Map([['a', 1]]), list: [1] },
      { map: new Map([['a', 2]]), list: [1] },
    ];
    const now = shared(old, made);
    expect(now.map).toBe(made.map);
    expect(now.list).toBe(old.list);
  });
});
