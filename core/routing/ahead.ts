import { COVER_STATES, type CoverState, type Opened } from '../craft/cover';
import { coversFor } from '../craft/covers';
import type { Pattern } from '../craft/pattern';
import { otherEnd, type CraftMap, type MapLeg } from './graph';

/** What every route from a node on to the end takes at least. */
export interface Ahead {
  readonly lengthMm: number;
  /** Covers that no route goes round, as far as the least of them opens them. */
  readonly covers: Opened;
}

const least = (a: CoverState, b: CoverState) => (COVER_STATES.indexOf(a) < COVER_STATES.indexOf(b) ? a : b);
/** What both have open, each so far as both do. */
const inBoth = (a: Opened, b: Opened): Opened =>
  Object.fromEntries(
    Object.entries(a).flatMap(([id, state]) => (b[id] === undefined ? [] : [[id, least(state, b[id])]])),
  );

/** How many entries there are, and how far: shrinks whenever an intersection takes something away. */
const weight = (open: Opened): number =>
  Object.values(open).reduce((sum, state) => sum + 1 + COVER_STATES.indexOf(state), 0);

/**
 * For each node that leads to `to` along legs that are not banned: the shortest length left, mm, and the covers that
 * must be opened whichever way it goes on. Both never overstate, nor fall by more over a leg than that leg takes: a
 * search that orders by cost so far and this still ends with the cheapest route (Hart, Nilsson and Raphael 1968).
 */
export function aheadOf(
  pattern: Pattern,
  map: CraftMap,
  to: string,
  school: 'aside' | 'off' | 'fished',
): ReadonlyMap<string, Ahead> {
  const alwaysOff = school === 'off';
  const needs = new Map<MapLeg, Opened>();
  const needOf = (leg: MapLeg): Opened => {
    let need = needs.get(leg);
    if (!need) {
      const { covers, fish } = leg.leg;
      need = coversFor(pattern, [covers], alwaysOff);
      if (school === 'fished' && fish) need = inBoth(need, coversFor(pattern, [fish.covers], alwaysOff));
      needs.set(leg, need);
    }
    return need;
  };
  const ahead = new Map<string, Ahead>([[to, { lengthMm: 0, covers: {} }]]);
  const queue = [to];
  while (queue.length) {
    const node = queue.shift()!;
    const here = ahead.get(node)!;
    for (const leg of map.legsAt(node)) {
      if (leg.banned) continue;
      const before = otherEnd(leg, node);
      if (before === to) continue;
      const over = {
        lengthMm: here.lengthMm + leg.lengthMm,
        covers: coversFor(pattern, [here.covers, needOf(leg)], false),
      };
      const known = ahead.get(before);
      const next = known
        ? { lengthMm: Math.min(known.lengthMm, over.lengthMm), covers: inBoth(known.covers, over.covers) }
        : over;
      if (known && next.lengthMm >= known.lengthMm && weight(next.covers) >= weight(known.covers)) continue;
      ahead.set(before, next);
      queue.push(before);
    }
  }
  return ahead;
}
