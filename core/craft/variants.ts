import { without } from '../document/edits';
import { own } from '../document/patches';
import type { Pattern, VariantChange } from './pattern';

/** Which choice a craft has of each of its pattern's options; one that is missing is the usual one. */
export type Variant = Readonly<Record<string, string>>;

/** The choice taken of an option: the one said, or the usual one. */
export function chosenOf(pattern: Pattern, variant: Variant, option: string): string {
  const { usual, choices } = pattern.options![option]!;
  const said = own(variant, option);
  return said !== undefined && Object.hasOwn(choices, said) ? said : usual;
}

const LISTS = [
  'places',
  'junctions',
  'legs',
  'covers',
  'keepFree',
  'usualBatteries',
  'usualCircuits',
  'usualGear',
] as const;

function withChoice(pattern: Pattern, change: VariantChange): Pattern {
  const next: Record<string, unknown> = { ...pattern };
  for (const list of LISTS) {
    const entries = change[list];
    if (!entries) continue;
    const now: Record<string, unknown> = { ...pattern[list] };
    for (const [id, entry] of Object.entries(entries))
      if (entry === null) delete now[id];
      else now[id] = entry;
    next[list] = now;
  }
  if (change.batteryPlace !== undefined) next['batteryPlace'] = change.batteryPlace;
  if (change.switchedPlace !== undefined) next['switchedPlace'] = change.switchedPlace;
  return next as Pattern;
}

const known = new WeakMap<Pattern, Map<string, Pattern>>();

/**
 * A pattern as it is on a craft of this variant: entries of each choice over those of the pattern, in the pattern's
 * order of options, and only the strokes of what is chosen. The very same object where it has no options.
 */
export function withVariant(pattern: Pattern, variant: Variant): Pattern {
  const options = Object.keys(pattern.options ?? {});
  if (!options.length) return pattern;
  const chosen = options.map((option) => [option, chosenOf(pattern, variant, option)] as const);
  let made = known.get(pattern);
  if (!made) known.set(pattern, (made = new Map<string, Pattern>()));
  const key = chosen.join('|');
  let now = made.get(key);
  if (!now) {
    const changed = chosen.reduce(
      (so, [option, choice]) => withChoice(so, pattern.options![option]!.choices[choice]!.change),
      pattern,
    );
    const taken = Object.fromEntries(chosen);
    const view = (one: Pattern['drawing']['side']) => ({
      ...one,
      strokes: without(one.strokes, (_, { only }) =>
        Object.entries(only ?? {}).some(([option, choice]) => own(taken, option) !== choice),
      ),
    });
    now = { ...changed, drawing: { side: view(pattern.drawing.side), top: view(pattern.drawing.top) } };
    made.set(key, now);
  }
  return now;
}

/** Most variants of one pattern that are looked through one by one. */
const MOST_VARIANTS = 64;

/** Every variant a pattern has; where that is too many, each choice by itself. */
export function variantsOf({ options = {} }: Pick<Pattern, 'options'>): Variant[] {
  const entries = Object.entries(options);
  const all = entries.reduce<Variant[]>(
    (sofar, [option, { choices }]) =>
      sofar.length > MOST_VARIANTS
        ? sofar
        : sofar.flatMap((one) => Object.keys(choices).map((choice) => ({ ...one, [option]: choice }))),
    [{}],
  );
  return all.length <= MOST_VARIANTS
    ? all
    : entries.flatMap(([option, { choices }]) => Object.keys(choices).map((choice) => ({ [option]: choice })));
}

/** The choice of each option that a model year says by itself. */
export function variantOfYear({ options = {} }: Pick<Pattern, 'options'>, year: number): Variant {
  const said: Record<string, string> = {};
  for (const [option, { choices }] of Object.entries(options)) {
    const fits = Object.entries(choices).filter(
      ([, { years }]) =>
        years && (years.from === null || years.from <= year) && (years.to === null || year <= years.to),
    );
    if (fits.length === 1) said[option] = fits[0]![0];
  }
  return said;
}
