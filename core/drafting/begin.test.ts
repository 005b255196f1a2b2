import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import { shelfItem } from '#demo/shelf';
import * as v from 'valibot';
import { patternFaults } from '../craft/pattern-faults';
import { readPattern } from '../craft/read';
import { contentHash } from '../document/hash';
import { CRAFT_KINDS } from '../gear/gear';
import { applyAll } from '../job/operations';
import { newJob } from '../job/job';
import { planJob } from '../plan';
import { Id } from '../text/scalars';
import { blankPattern, freeKey, keyOf, likeOne } from './begin';
import { applyEdits } from './draft';

test('an empty sheet of every kind has no faults, is as large as the craft with room round it, and a job can be planned on it', () => {
  for (const kind of CRAFT_KINDS) {
    const blank = blankPattern({ id: 'mine', name: 'Mine', kind, lengthMm: 2400, widthMm: 900, heightMm: 1300 });
    expect(patternFaults(blank)).toEqual([]);
    expect(readPattern(JSON.parse(JSON.stringify(blank)))).toEqual(blank);
    expect(blank.drawing.side.bounds).toEqual([-150, -150, 2550, 1450]);
    expect(blank.drawing.top.bounds).toEqual([-150, -600, 2550, 600]);
    expect(blank.fuseWithinMm).toBe(kind === 'boat' ? 175 : 450);
    const withShelf = applyEdits(blank, [
      {
        op: 'setPlace',
        id: 'shelf',
        to: { ...blank.places['battery']!, name: 'Shelf', at: [400, 0, 500], accepts: ['amplifier'] },
      },
      {
        op: 'setLeg',
        id: 'way',
        to: { name: 'Way', from: 'battery', to: 'shelf', via: [], hazards: [], engineSpace: false, covers: {} },
      },
    ]);
    const job = applyAll(newJob('j', 'Job', withShelf, contentHash(withShelf)), [
      { op: 'addGear', id: 'amp', item: shelfItem('weir-4-45'), place: 'shelf' },
    ]);
    expect(planJob(job).runs.map(({ way }) => way?.legs)).toContainEqual(['way']);
  }
});

test('one like another has its own key and name, and not its pictures', () => {
  const laid = { photo: '0'.repeat(64), px: [10, 10] as [number, number], toPx: [1, 0, 0, 0, 1, 0, 0, 0, 1] };
  const [drawn] = [applyEdits(WIDE_TOURER, [{ op: 'setUnderlay', view: 'side', to: laid }])];
  expect(drawn.underlays).toEqual({ side: laid });
  expect(likeOne(drawn, 'mine', 'Mine')).toEqual({ ...WIDE_TOURER, id: 'mine', name: 'Mine' });
});

test.each([
  ['Pod, left', {}, 'podLeft'],
  ['Pod, left', { podLeft: 1, podLeft2: 1 }, 'podLeft3'],
  ['Fußraster Ölkühler 2', {}, 'olkuhler2'],
  ['東京', {}, 'one'],
  [' … ', {}, 'one'],
  ['toString', {}, 'tostring'],
  ['constructor', {}, 'constructor2'],
  ['2 × 4', {}, '24'],
])('a key for “%s”', (name, taken, key) => {
  expect(keyOf(name, taken)).toBe(key);
  expect(v.is(Id, keyOf(name, taken))).toBe(true);
});

test('keys keep within their length whatever they are made of, and are found when thousands are taken', () => {
  const long = freeKey('a'.repeat(64), { ['a'.repeat(58)]: 1 });
  expect(long).toBe(`${'a'.repeat(58)}2`);
  const taken: Record<string, number> = {};
  for (let i = 0; i < 2000; i++) taken[freeKey('line', taken)] = i;
  expect(Object.keys(taken)).toHaveLength(2000);
  expect(taken['line2000']).toBe(1999);
});
