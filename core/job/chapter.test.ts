import { DEMO_JOBS } from '#demo/jobs';
import { keeper, made } from './chapter';
import { apply } from './operations';

const JOB = DEMO_JOBS[0]!;

describe('the keeper', () => {
  const told: number[] = [];
  const titled = made(['title', 'craft.charging'], ({ title, craft }, by: { n: number }) => {
    told.push(by.n);
    return { letters: title.length * by.n, of: [craft.charging.setVolts] };
  });
  const make = keeper();
  const given = { n: 2 };
  const first = make(titled, JOB, given);

  test('makes nothing again while what is read and given is the same', () => {
    expect(make(titled, { ...JOB, gear: {} }, given)).toBe(first);
    expect(told).toEqual([2]);
  });

  test('makes it again for another part that is read, or another thing given, and stays with what is equal', () => {
    const title = [...JOB.title].reverse().join('');
    expect(make(titled, apply(JOB, { op: 'setTitle', title }), given)).toBe(first);
    expect(make(titled, JOB, { n: 2 })).toBe(first);
    expect(told).toEqual([2, 2, 2]);
    const other = make(titled, JOB, { n: 3 });
    expect(other.letters).toBe(JOB.title.length * 3);
    expect(other.of).toBe(first.of);
  });

  test('compares nothing that is only handed on, and a part that is not read is missing', () => {
    const plain = made(['title'], (job) => ({ title: job.title, gear: job.gear }), false);
    const one = make(plain, JOB);
    const two = make(plain, { ...JOB, title: JOB.title + '' });
    expect(two).toBe(one);
    const other = make(plain, { ...JOB, title: 'Other' });
    expect(other).toEqual({ title: 'Other', gear: undefined });
    expect(make(plain, JOB)).not.toBe(one);
    expect(make(plain, JOB)).toEqual(one);
  });
});
