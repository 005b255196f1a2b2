import fc from 'fast-check';
import { keep, shared } from './keep';

describe('keeping what has not changed', () => {
  test('makes again only for another read, and gives the old answer where the new one is equal', () => {
    const made: string[] = [];
    const sum = keep((a: { n: number }, b: { n: number }) => {
      made.push(`${a.n}+${b.n}`);
      return { sum: a.n + b.n, of: [a.n > 0] };
    });
    const two = { n: 2 };
    const first = sum(two, two);
    expect(sum(two, two)).toBe(first);
    expect(made).toEqual(['2+2']);
    // Made again, as the reads are others; equal, so the same one.
    expect(sum({ n: 1 }, { n: 3 })).toBe(first);
    const other = sum({ n: 1 }, { n: 4 });
    expect(other).toEqual({ sum: 5, of: [true] });
    expect(other.of).toBe(first.of);
    expect(made).toEqual(['2+2', '1+3', '1+4']);
  });

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
    expect(Object.is(shared({ n: 0 }, { n: -0 }).n, -0)).toBe(true);
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
