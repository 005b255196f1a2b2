import { PATTERN_VERSION, type Pattern } from './pattern';
import type { CoverState, CoverWay } from './cover';

type Loose = Record<string, unknown>;
const off = (ids: unknown): Record<string, CoverState> =>
  Object.fromEntries((ids as string[]).map((id): [string, CoverState] => [id, 'off']));
const each = (map: unknown, change: (item: Loose) => Loose): Loose =>
  Object.fromEntries(Object.entries(map as Record<string, Loose>).map(([id, item]) => [id, change(item)]));

const upgraded = new WeakMap<object, Pattern>();

/**
 * A pattern of an earlier version as this one writes it; anything else comes back as it is, to be judged
 * by the schema. Version 1 knew covers as on or off, without fasteners, and no measures; version 2 one kind of joint,
 * a list of strokes, and nothing of holes, ties, rooms kept free, variants or what is there from the works.
 */
export function upgradePattern(input: unknown): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const known = upgraded.get(input);
  if (known) return known;
  try {
    const next = withKinds(withStates(input as Loose));
    if (next !== input) upgraded.set(input, next as unknown as Pattern);
    return next;
  } catch {
    return input;
  }
}

function withStates(old: Loose): Loose {
  if ('version' in old || !('covers' in old && 'places' in old && 'legs' in old)) return old;
  return {
    version: 2,
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
}

/** Strokes in the order they were listed, each with a key of its own and its rank. */
const keyed = (strokes: unknown): Loose =>
  Object.fromEntries((strokes as Loose[]).map((stroke, at) => [`s${at + 1}`, { at, ...stroke }]));

/** What of a joint was called turning moves: not every joint turns. */
function withKinds(old: Loose): Loose {
  if (old['version'] !== 2) return old;
  return {
    ...old,
    version: PATTERN_VERSION,
    joints: each(old['joints'] ?? {}, ({ turning, ...joint }) => ({ ...joint, moving: turning })),
    ...(old['drawing']
      ? { drawing: each(old['drawing'], (view) => ({ ...view, strokes: keyed(view['strokes']) })) }
      : {}),
  };
}
