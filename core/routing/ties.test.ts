import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { PATTERNS } from '#demo/jobs';
import { craftMap } from './graph';
import { tiesAlong } from './secure';
import { bestTies } from './ties';
import type { Vec3 } from '../units/vectors';

describe('ties of a leg', () => {
  const line: Vec3[] = [
    [0, 0, 0],
    [1000, 0, 0],
  ];
  test('at both ends and as the spacing asks, by hand', () => {
    expect(tiesAlong(1000, line, [], 300)).toBe(5);
    expect(tiesAlong(900, line, [], 300)).toBe(4);
    expect(tiesAlong(901, line, [], 300)).toBe(5);
  });
  test('at every point there is to tie to; gaps too wide are filled, one at an end counts once', () => {
    // 0–500 and 500–1000 want one between each: 0, 250, 500, 750, 1000.
    expect(tiesAlong(1000, line, [{ at: [500, 20, 0] }], 300)).toBe(5);
    // At 100, 200, …, 900: nine and both ends.
    const many = Array.from({ length: 9 }, (_, i) => ({ at: [100 + 100 * i, 0, 5] as Vec3 }));
    expect(tiesAlong(1000, line, many, 300)).toBe(11);
    expect(tiesAlong(1000, line, [{ at: [0, 0, 0] }], 2000)).toBe(2);
    // Taped at twice what is drawn, the point stands at half of that too.
    expect(tiesAlong(2000, line, [{ at: [500, 0, 0] }], 1000)).toBe(3);
  });
});

test('the best ties leave no more hanging than those drawn, and none tried leaves less', () => {
  let saved = 0;
  for (const pattern of PATTERNS) {
    const map = craftMap(pattern);
    for (const id of Object.keys(pattern.legs)) {
      const best = bestTies(pattern, map, id);
      expect(best === undefined).toBe(map.legs[id]!.need === undefined);
      if (!best) continue;
      expect(best.savesMm).toBeGreaterThanOrEqual(0);
      expect(best.need.parkedMm).toBeCloseTo(map.legs[id]!.need!.parkedMm - best.savesMm, 9);
      if (best.savesMm > 1) saved++;
    }
  }
  expect(saved).toBeGreaterThan(0);
  // On the neck’s own axis nothing would hang free but the bends: the ties move towards it.
  const map = craftMap(ADVENTURE_TOURER);
  expect(bestTies(ADVENTURE_TOURER, map, 'neckLeft')!.need.parkedMm).toBeLessThan(map.legs['neckLeft']!.need!.parkedMm);
});
