import fc from 'fast-check';
import { FACTS } from '#core/job/facts';
import { lengthUnit, shownLength, toggleUnits, typedLength } from './units';

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
