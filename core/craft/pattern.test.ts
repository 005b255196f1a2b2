import * as v from 'valibot';
import { PatternOnce, type Pattern } from './pattern';
import { patternFaults } from './pattern-faults';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { mirroredPath } from './mirror';

describe('the pattern', () => {
  test('is checked once: then it comes through as the same object, while another like it is checked again', () => {
    const first = v.parse(PatternOnce, structuredClone(ADVENTURE_TOURER));
    expect(first).toEqual(ADVENTURE_TOURER);
    expect(v.parse(PatternOnce, first)).toBe(first);
    for (const spoilt of [{ ...first, kind: 'kite' }, { ...first, batteryPlace: 7 }, null, 'tourer'])
      expect(v.safeParse(PatternOnce, spoilt).success).toBe(false);
    const level = { ...first.places['dash']!, faces: [0, 0, 0] };
    expect(v.safeParse(PatternOnce, { ...first, places: { ...first.places, dash: level } }).success).toBe(false);
  });
  test('is whole', () => {
    expect(patternFaults(ADVENTURE_TOURER)).toEqual([]);
  });
  test.each<[string, (p: Pattern) => Pattern, string]>([
    ['a leg to nowhere', (p) => ({ ...p, legs: { x: { ...p.legs['tray']!, to: 'moon' } } }), 'legs.x.to'],
    [
      'bodies joined without a joint',
      (p) => ({ ...p, legs: { x: { ...p.legs['neckLeft']!, joint: undefined } } }),
      'legs.x',
    ],
    [
      'a joint run backwards',
      (p) => ({ ...p, legs: { x: { ...p.legs['neckLeft']!, from: 'tieLeft', to: 'headLeft' } } }),
      'legs.x',
    ],
    [
      'a cover unknown',
      (p) => ({ ...p, legs: { x: { ...p.legs['tray']!, covers: { hat: 'off' } } } }),
      'legs.x.covers.hat',
    ],
    ['no battery', (p) => ({ ...p, batteryPlace: 'none' }), 'batteryPlace'],
  ])('%s is told by its path', (_, spoil, path) => {
    expect(patternFaults(spoil(ADVENTURE_TOURER)).map((f) => f.path)).toContain(path);
  });
  test('the other side of the top view is its mirror image, arcs and all', () => {
    const d = 'M10 -5L20 0A6 6 0 1 0 30 7.5C1 2 3 -4 5 6Z';
    expect(mirroredPath(d)).toBe('M10 5L20 0A6 6 0 1 1 30 -7.5C1 -2 3 4 5 -6Z');
    expect(mirroredPath(mirroredPath(d))).toBe(d);
  });
  test('left places have their right counterparts at the mirrored point', () => {
    for (const id of ['fairing', 'pannier', 'guard']) {
      const [l, r] = [ADVENTURE_TOURER.places[`${id}Left`]!, ADVENTURE_TOURER.places[`${id}Right`]!];
      expect(r.at).toEqual([l.at[0], -l.at[1], l.at[2]]);
    }
  });
});
