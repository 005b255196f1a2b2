import fc from 'fast-check';
import { FACTS } from '#core/job/facts';
import { readNumber } from '#core/units/typed';
import { inUnits, lengthUnit, shownFigure, shownLength, shownUnit, toggleUnits, typedFigure } from './units';

const typedLength = (shown: number) => typedFigure(String(shown), 'mm');
afterEach(() => {
  if (lengthUnit() === 'in') toggleUnits();
});

test('a length shown, typed back and shown again is the same figure, in either unit, and never far from what was stored', () => {
  for (const [unit, within] of [
    ['mm', 0.005],
    ['in', 25.4 * 0.0005],
  ] as const) {
    expect(lengthUnit()).toBe(unit);
    fc.assert(
      fc.property(fc.double({ min: FACTS.fuseAtMm[0], max: FACTS.fuseAtMm[1], noNaN: true }), (mm) => {
        expect(Math.abs(typedLength(shownLength(mm)) - mm)).toBeLessThanOrEqual(within + 1e-9);
        expect(shownLength(typedLength(shownLength(mm)))).toBe(shownLength(mm));
      }),
      { seed: 3 },
    );
    toggleUnits();
  }
});

test.each<[string, number]>([
  ['12', 12],
  ['12.5', 12.5],
  ['12,5', 12.5],
  ['.5', 0.5],
  ['-3', -3],
  ['−3', -3],
  ['1/2', 0.5],
  ['39 1/2', 39.5],
  ['39-1/2', 39.5],
  ['39½', 39.5],
  ['39 ½', 39.5],
  ['⅝', 0.625],
  ['-2 1/4', -2.25],
  ['7/64', 0.109375],
])('%s is a number', (text, value) => expect(readNumber(text)).toBe(value));

test.each([
  '',
  ' ',
  '0x10',
  '1e3',
  '∞',
  '1/0',
  '1 2',
  '1//2',
  '1/2/3',
  'abc',
  '12 mm',
  '1.5/2',
  '½½',
  '--1',
  '1,000.5',
])('“%s” is none', (text) => expect(readNumber(text)).toBeNaN());

test('a length takes any unit of length it names; another figure only its own', () => {
  expect(typedFigure('150', 'mm')).toBe(150);
  expect(typedFigure('15 cm', 'mm')).toBe(150);
  expect(typedFigure('39 1/2 in', 'mm')).toBeCloseTo(1003.3, 9);
  expect(typedFigure('12"', 'mm')).toBeCloseTo(304.8, 9);
  expect(typedFigure('1.6 m', 'mm')).toBe(1600);
  expect(typedFigure('12 in', 'A')).toBeNaN();
  expect(typedFigure('12 mm', 'V')).toBeNaN();
  toggleUnits();
  // 39 1/2 in by hand: 39.5 × 25.4 mm.
  expect(typedFigure('39 1/2', 'mm')).toBeCloseTo(1003.3, 9);
  expect(typedFigure('150 mm', 'mm')).toBe(150);
  expect(typedFigure('12', 'V')).toBe(12);
});

test('a price by the metre is a price by the foot: 4.00 a metre is 1.2192 a foot', () => {
  expect([shownFigure(4, 'a metre'), shownUnit('a metre')]).toEqual([4, 'a metre']);
  toggleUnits();
  expect([shownFigure(4, 'a metre'), shownUnit('a metre')]).toEqual([1.2192, 'a foot']);
  expect(typedFigure('1.2192', 'a metre')).toBeCloseTo(4, 9);
});

test('words have their lengths in the units of the screen; areas, minutes and what is no length stay', () => {
  const words = 'Sleeve 270 mm of 6.45 m, 82 × 82 × 88 mm, 5.26 mm², 5 min, 10 AWG, 3 mA, 9 m²';
  expect(inUnits(words)).toBe(words);
  toggleUnits();
  // 270 ÷ 25.4 = 10.63; 6.45 ÷ 0.3048 = 21.16; 82 ÷ 25.4 = 3.228; 88 ÷ 25.4 = 3.465.
  // A socket of 10 mm is a socket of 10 mm; a hole of 127 mm is one of 5 inches.
  expect(inUnits('10 mm socket, 4.2 × 16 mm screws, hole 127 mm, 150 × 46 mm', 50)).toBe(
    '10 mm socket, 4.2 × 16 mm screws, hole 5.0 in, 5.9 × 1.81 in',
  );
  expect(inUnits(words)).toBe('Sleeve 10.6 in of 21.2 ft, 3.23 × 3.23 × 3.46 in, 5.26 mm², 5 min, 10 AWG, 3 mA, 9 m²');
});
