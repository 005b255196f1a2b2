import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { applyAll } from '../job/operations';
import { endName, shownColour } from './runs';

const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const tags = { amp: 'A1', head: 'H1' };

test('an end of a run is named in full, within a sentence, and by its mark', () => {
  const named = applyAll(TOURER_JOB, [{ op: 'setBattery', id: 'battery', battery: { name: 'AGM by the seat' } }]);
  const amp = TOURER_JOB.gear['amp']!.item.name;
  for (const [end, full, within, mark] of [
    ['amp', `A1 ${amp}`, `A1 ${amp}`, 'A1'],
    ['frame', 'Frame', 'frame', 'frame'],
    ['ghost', 'ghost', 'ghost', 'ghost'],
  ] as const)
    expect([
      endName(TOURER_JOB, end, tags),
      endName(TOURER_JOB, end, tags, 'within'),
      endName(TOURER_JOB, end, tags, 'mark'),
    ]).toEqual([full, within, mark]);
  const { pattern } = TOURER_JOB.craft;
  const tapped = pattern.places[pattern.switchedPlace]!.name;
  expect(endName(TOURER_JOB, 'switched', tags)).toBe(tapped);
  expect(endName(TOURER_JOB, 'switched', tags, 'mark')).toBe('accessory');
  const bank = Object.keys(launch.craft.batteries).find((id) => launch.craft.batteries[id]!.role === 'house')!;
  expect(endName(launch, bank, tags, 'within')).toBe('house bank');
  expect(endName(launch, bank, tags)).toBe('House bank');
  // Letters that stand for words stay capitals; gear without a mark goes by its name.
  expect(endName(named, 'battery', tags, 'within')).toBe('AGM by the seat');
  expect(endName(TOURER_JOB, 'amp', {}, 'mark')).toBe(amp);
});

test('a run is drawn as one line: the body of its first conductor, the first stripe among them', () => {
  const wire = (body: 'green' | 'white', stripe?: 'black' | 'red') => ({ colour: { body, stripe }, use: '' });
  const shown = (...conductors: ReturnType<typeof wire>[]) => shownColour({ conductors });
  expect(shown(wire('green'), wire('green', 'black'))).toEqual({ body: 'green', stripe: 'black' });
  expect(shown(wire('white', 'red'), wire('green', 'black'))).toEqual({ body: 'white', stripe: 'red' });
  expect(shown(wire('white'))).toEqual({ body: 'white', stripe: undefined });
});
