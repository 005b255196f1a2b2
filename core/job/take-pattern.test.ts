import { CRAFT_JOBS } from '#demo/jobs-crafts';
import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import { craftOf } from '../craft/own';
import { newerWords } from '../craft/differences';
import type { Pattern } from '../craft/pattern';
import { patternFaults } from '../craft/pattern-faults';
import { contentHash } from '../document/hash';
import { applyEdits } from '../drafting/draft';
import { planJob } from '../plan';
import type { Job } from './job';
import { applyAll, undoOf, type Operation } from './operations';

const [WIDE] = CRAFT_JOBS as [Job, ...Job[]];
const take = (pattern: Pattern): Operation => ({ op: 'takePattern', pattern, patternHash: contentHash(pattern) });
const made = applyAll(WIDE, [
  { op: 'setMeasure', measure: 'width', mm: WIDE_TOURER.measures['width']!.range[1] },
  { op: 'setVariant', option: 'plug', choice: 'old' },
]);
const standard = (id: string) => WIDE_TOURER.measures[id]!.of[1] - WIDE_TOURER.measures[id]!.of[0];

test('a newer pattern is taken with what this craft is found to be; what it no longer tells of is forgotten', () => {
  const measure = WIDE_TOURER.measures['width']!;
  const { plug, ...options } = WIDE_TOURER.options!;
  const { radio } = WIDE_TOURER.places;
  const newer: Pattern = {
    ...applyEdits(WIDE_TOURER, [
      { op: 'setMeasure', id: 'width', to: { ...measure, range: [measure.range[0], standard('width')] } },
      { op: 'setPlace', id: 'radio', to: { ...radio!, allowanceMm: radio!.allowanceMm + 110 } },
    ]),
    options,
  };
  expect(plug).toBeDefined();
  expect(patternFaults(newer)).toEqual([]);
  const after = applyAll(made, [take(newer)]);
  expect(after.craft.pattern).toEqual(newer);
  expect(after.craft.patternHash).toBe(contentHash(newer));
  // Wider than the newer one stretches, and of a choice it does not have.
  expect([after.craft.measures, after.craft.variant]).toEqual([{}, without(made.craft.variant, 'plug')]);
  expect(after.gear).toEqual(made.gear);
  expect(craftOf(after).places['radio']!.allowanceMm).toBe(radio!.allowanceMm + 110);
  expect(planJob(after).runs.map(({ id }) => id)).toEqual(planJob(WIDE).runs.map(({ id }) => id));
  const back = undoOf(made, after)!;
  expect(contentHash(applyAll(after, [back]))).toBe(contentHash(made));
});
const without = (map: Readonly<Record<string, string>>, key: string) =>
  Object.fromEntries(Object.entries(map).filter(([one]) => one !== key));

test('one whose place has gear in it, and another craft, are refused with the reason, and nothing is changed', () => {
  const [id, { item, place }] = Object.entries(made.gear)[0] as [string, { item: { name: string }; place: string }];
  expect(id).not.toBe('');
  const gone = applyEdits(WIDE_TOURER, [{ op: 'setPlace', id: place, to: null }]);
  expect(() => applyAll(made, [take(gone)])).toThrow(item.name);
  expect(() => applyAll(made, [take({ ...WIDE_TOURER, id: 'another' })])).toThrow('a newer one of the pattern');
  const broken = { ...WIDE_TOURER, batteryPlace: 'nowhere' };
  expect(() => applyAll(made, [take(broken)])).toThrow('batteryPlace');
});

test('what is other in it is told line by line, as it would be said', () => {
  const radio = WIDE_TOURER.places['radio']!;
  const stroke = Object.keys(WIDE_TOURER.drawing.side.strokes)[0]!;
  const newer = applyEdits(WIDE_TOURER, [
    { op: 'setPlace', id: 'radio', to: { ...radio, allowanceMm: 410 } },
    { op: 'setJunction', id: 'extra', to: { name: 'Behind the head', body: 'frame', at: [1, 2, 3] } },
    { op: 'setStroke', view: 'side', id: stroke, to: null },
    { op: 'setHead', part: { name: 'Tourer of 2027' } },
  ]);
  expect(newerWords(WIDE_TOURER, newer)).toEqual([
    'Name: Tourer of 2027',
    `Place ${radio.name}: spare length ${radio.allowanceMm} mm → 410 mm`,
    'Junction Behind the head: new',
    'Lines of the drawing are other ones',
  ]);
  expect(newerWords(newer, WIDE_TOURER)).toContain('Junction Behind the head: no longer there');
  expect(newerWords(WIDE_TOURER, { ...WIDE_TOURER })).toEqual([]);
});
