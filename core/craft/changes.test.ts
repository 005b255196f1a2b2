import { SIDE_BY_SIDE } from '#demo/patterns/side-by-side';
import { ADVENTURE_TOURER as TOURER } from '#demo/patterns/adventure-tourer';
import { NO_CHANGES, withChanges, type CraftChanges } from './changes';
import { craftOf } from './own';
import type { Pattern } from './pattern';
import { patternFaults } from './pattern-faults';

/** A craft of a pattern, of which nobody has said the year. */
const craft = (pattern: Pattern, changes: CraftChanges) => ({ pattern, changes, variant: {}, year: null });
const having = (changes: Partial<CraftChanges>) => ({ ...NO_CHANGES, ...changes });

test('where nothing differs it is the pattern itself; what differs is worked out once', () => {
  expect(withChanges(craft(TOURER, NO_CHANGES))).toBe(TOURER);
  const changes = having({ covers: { seat: null } });
  expect(withChanges(craft(TOURER, changes))).toBe(withChanges(craft(TOURER, changes)));
  expect(withChanges(craft(SIDE_BY_SIDE, having({ covers: {} })))).toBe(SIDE_BY_SIDE);
  // The same changes on another pattern are another craft.
  expect(withChanges(craft({ ...TOURER, name: 'Another' }, changes)).name).toBe('Another');
});

test('a cover that is not there hides nothing, whoever named it; the pattern stays as it was', () => {
  const before = JSON.stringify(TOURER);
  for (const id of Object.keys(TOURER.covers)) {
    const as = withChanges(craft(TOURER, having({ covers: { [id]: null } })));
    expect(Object.keys(as.covers)).not.toContain(id);
    expect(JSON.stringify([as.places, as.legs, as.covers])).not.toContain(`"${id}":`);
    expect(patternFaults(as)).toEqual([]);
  }
  expect(JSON.stringify(TOURER)).toBe(before);
});

test('where a place is not there wires still pass', () => {
  const used = new Set([TOURER.batteryPlace, TOURER.switchedPlace]);
  const place = Object.keys(TOURER.places).find(
    (id) => !used.has(id) && Object.values(TOURER.legs).some((leg) => [leg.from, leg.to].includes(id)),
  )!;
  const as = withChanges(craft(TOURER, having({ places: { [place]: null } })));
  expect(as.places[place]).toBeUndefined();
  expect(as.junctions[place]).toEqual({
    name: TOURER.places[place]!.name,
    body: TOURER.places[place]!.body,
    at: TOURER.places[place]!.at,
  });
  expect(Object.keys(as.legs).sort()).toEqual(Object.keys(TOURER.legs).sort());
  expect(patternFaults(as)).toEqual([]);
});

test('its own measures stretch what was added too', () => {
  const [id, measure] = Object.entries(TOURER.measures).find(([, { axis }]) => axis === 'x')!;
  const { places } = TOURER;
  const front = Object.values(places).find(({ at }) => at[0] > measure.grows[1])!;
  const changes = having({ places: { ahead: { ...front, name: 'Ahead of it', at: [front.at[0] + 10, 0, 900] } } });
  const own = { ...craft(TOURER, changes), measures: { [id]: measure.of[1] - measure.of[0] + 30 } };
  expect(craftOf({ craft: own }).places['ahead']!.at).toEqual([front.at[0] + 40, 0, 900]);
  expect(craftOf({ craft: { ...own, measures: {} } }).places['ahead']!.at).toEqual([front.at[0] + 10, 0, 900]);
});
