import { PATTERN_VERSION, type CoverState, type CoverWay, type Pattern } from './pattern';

type Loose = Record<string, unknown>;
const off = (ids: unknown): Record<string, CoverState> =>
  Object.fromEntries((ids as string[]).map((id): [string, CoverState] => [id, 'off']));
const each = (map: unknown, change: (item: Loose) => Loose): Loose =>
  Object.fromEntries(Object.entries(map as Record<string, Loose>).map(([id, item]) => [id, change(item)]));

const upgraded = new WeakMap<object, Pattern>();

/**
 * A pattern of an earlier version as this one writes it; anything else comes back as it is, to be judged
 * by the schema. Version 1 knew covers as on or off, without fasteners, and no measures.
 */
export function upgradePattern(input: unknown): unknown {
  if (typeof input !== 'object' || input === null || 'version' in input) return input;
  const known = upgraded.get(input);
  if (known) return known;
  const old = input as Loose;
  if (!('covers' in old && 'places' in old && 'legs' in old)) return input;
  try {
    const next = {
      version: PATTERN_VERSION,
      ...old,
      places: each(old['places'], (place) => ({ ...place, covers: off(place['covers']) })),
      legs: each(old['legs'], (leg) => ({ ...leg, covers: off(leg['covers']) })),
      covers: each(old['covers'], ({ name, minutes, after }) => {
        const way: CoverWay = {
          minutes: minutes as CoverWay['minutes'],
          after: off(after),
          fasteners: {},
          plugs: {},
          hoses: {},
          second: false,
          cautions: [],
          hint: '',
        };
        return { name, states: { off: way } };
      }),
      measures: {},
      usualMemories: {},
    };
    upgraded.set(input, next as unknown as Pattern);
    return next;
  } catch {
    return input;
  }
}
