import type { Vec3 } from '../units/vectors';
import { said } from '../document/edits';
import { isTurning } from './joint';
import { nodeOf, type Pattern } from './pattern';
import type { CoverWay } from './cover';

/** Front before rear, left before right, high before low; a stable order for what has a position. */
export function byPosition(a: Vec3, b: Vec3): number {
  return b[0] - a[0] || b[1] - a[1] || b[2] - a[2];
}

/** An object with some members changed; the very same one when none is another. */
function changed<T extends object>(item: T, part: Partial<T>): T {
  return (Object.keys(part) as (keyof T)[]).every((member) => part[member] === item[member])
    ? item
    : { ...item, ...part };
}
/** A map with members of its entries changed; the very same one when none is another. */
function each<T extends object>(map: Record<string, T>, change: (item: T) => Partial<T>): Record<string, T> {
  const entries = Object.entries(map).map(([id, item]) => [id, changed(item, change(item))] as const);
  return entries.every(([id, item]) => item === map[id]) ? map : Object.fromEntries(entries);
}

export const byText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** The map with its members in this order; the very same one when they are in it already. */
export function sortedMap<T>(
  map: Record<string, T>,
  compare: (a: readonly [string, NoInfer<T>], b: readonly [string, NoInfer<T>]) => number,
): Record<string, T> {
  const entries = Object.entries(map);
  return entries.every((entry, i) => i === 0 || compare(entries[i - 1]!, entry) <= 0)
    ? map
    : Object.fromEntries(entries.sort(compare));
}

const known = new WeakMap<Pattern, Pattern>();

/**
 * A pattern with its members in an order that follows from what they are, not from how a store or a file happened to
 * write them: by position on the craft, then name. A cover stands where the foremost thing behind it is. Keys decide
 * only between what is alike in all of that. The very same object when nothing moves.
 */
export function orderedPattern(pattern: Pattern): Pattern {
  let ordered = known.get(pattern);
  if (!ordered) {
    known.set(pattern, (ordered = order(pattern)));
    known.set(ordered, ordered);
  }
  return ordered;
}

function order(pattern: Pattern): Pattern {
  const { places, junctions, legs, covers, bodies, joints, measures } = pattern;
  const at = (node: string): Vec3 => nodeOf(pattern, node)?.at ?? [0, 0, 0];
  const middle = (leg: Pattern['legs'][string]): Vec3 => {
    const [a, b] = [at(leg.from), at(leg.to)];
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  };
  const behind = new Map<string, Vec3>();
  const hides = (opened: object, spot: Vec3) => {
    for (const cover of Object.keys(opened)) {
      const before = behind.get(cover);
      if (!before || byPosition(spot, before) < 0) behind.set(cover, spot);
    }
  };
  for (const place of Object.values(places)) hides(place.covers, place.at);
  for (const leg of Object.values(legs)) hides(leg.covers, middle(leg));
  const named = <T extends { readonly name: string }>(spot: (item: T, id: string) => Vec3) => {
    return (a: readonly [string, T], b: readonly [string, T]) =>
      byPosition(spot(a[1], a[0]), spot(b[1], b[0])) || byText(a[1].name, b[1].name) || byText(a[0], b[0]);
  };
  const nowhere = (): Vec3 => [0, 0, 0];
  const standing = sortedMap(
    covers,
    named((_, id) => behind.get(id) ?? nowhere()),
  );
  const rank = new Map(Object.keys(standing).map((id, i) => [id, i]));
  const opened = <S extends string>(map: Record<string, S>) =>
    sortedMap(map, ([a], [b]) => (rank.get(a) ?? 0) - (rank.get(b) ?? 0));
  const texts = (map: Record<string, string>) =>
    sortedMap(map, ([a, one], [b, two]) => byText(one, two) || byText(a, b));
  const next = said({
    places: each(
      sortedMap(
        places,
        named(({ at: spot }) => spot),
      ),
      (place) => ({ covers: opened(place.covers) }),
    ),
    junctions: sortedMap(
      junctions,
      named(({ at: spot }) => spot),
    ),
    legs: each(sortedMap(legs, named(middle)), ({ covers: open, fish, passes, ties }) =>
      said({
        covers: opened(open),
        fish: fish && changed(fish, { covers: opened(fish.covers) }),
        passes:
          passes &&
          sortedMap(
            passes,
            named(({ at: spot }) => spot),
          ),
        ties: ties && sortedMap(ties, ([a, one], [b, two]) => byPosition(one.at, two.at) || byText(a, b)),
      }),
    ),
    covers: each(standing, ({ states }) => ({
      states: each(states as Record<string, CoverWay>, (way) =>
        said({
          after: opened(way.after),
          fasteners: sortedMap(
            way.fasteners,
            ([a, one], [b, two]) => byText(one.where, two.where) || byText(one.size, two.size) || byText(a, b),
          ),
          plugs: texts(way.plugs),
          plugHints: way.plugHints && sortedMap(way.plugHints, ([a], [b]) => byText(a, b)),
          hoses: texts(way.hoses),
        }),
      ),
    })),
    bodies: sortedMap(bodies, named(nowhere)),
    joints: sortedMap(
      joints,
      named((joint) => (isTurning(joint) ? joint.axisPoint : (joint.obstacle?.point ?? nowhere()))),
    ),
    measures: sortedMap(measures, named(nowhere)),
    usualMemories: sortedMap(pattern.usualMemories, named(nowhere)),
    keepFree:
      pattern.keepFree &&
      sortedMap(
        pattern.keepFree,
        named(({ shape }) => (shape.is === 'box' ? shape.at : shape.from)),
      ),
    usualBatteries: pattern.usualBatteries && sortedMap(pattern.usualBatteries, named(nowhere)),
    usualCircuits: pattern.usualCircuits && sortedMap(pattern.usualCircuits, named(nowhere)),
    usualGear:
      pattern.usualGear &&
      sortedMap(pattern.usualGear, ([a, one], [b, two]) => byPosition(at(one.place), at(two.place)) || byText(a, b)),
    options: pattern.options && sortedMap(pattern.options, named(nowhere)),
    listeners:
      pattern.listeners &&
      sortedMap(
        pattern.listeners,
        named(({ at: spot }) => spot),
      ),
  });
  const same = (Object.keys(next) as (keyof typeof next)[]).every((member) => next[member] === pattern[member]);
  return same ? pattern : { ...pattern, ...next };
}
