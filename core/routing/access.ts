import { coverMinutes, coversFor, isOpenEnough, minutesBeside } from '../craft/covers';
import type { Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { aheadOf, type Ahead } from './ahead';
import { otherEnd, wayAlong, type CraftMap, type MapLeg } from './graph';
import type { Way } from '../connections/runs';

/** How the job gets at its legs: by the school of covers, and what time and wire are worth. */
export interface Access {
  readonly pattern: Pattern;
  readonly map: CraftMap;
  readonly school: 'aside' | 'off' | 'fished';
  /** Minutes of work that a metre of a run, and of each conductor in it, is worth. */
  readonly minutesAMetre: number;
}

/** A route, and the legs of it that are fished because their covers stay on. */
export interface Route {
  readonly way: Way;
  readonly fished: readonly string[];
  /** Everything it needs open. */
  readonly opened: readonly Opened[];
}

interface Label {
  readonly node: string;
  readonly open: Opened;
  /** What it has cost so far, minutes of work. */
  readonly cost: number;
  readonly lengthMm: number;
  /** What it will have cost and be as long as at the end, at least. */
  readonly atLeast: { readonly cost: number; readonly lengthMm: number };
  /** Legs walked. */
  readonly steps: number;
  readonly leg: MapLeg | undefined;
  readonly fished: boolean;
  readonly before: Label | undefined;
}

/** What a minute of covers weighs: who fishes past covers would rather pull three minutes than open one. */
const COVER_WEIGHT = { aside: 1, off: 1, fished: 3 } as const;

/** `open` and what it takes to open `asked` besides, prerequisites with it. */
const opening = ({ pattern, school }: Access, open: Opened, asked: Opened): Opened =>
  isOpenEnough(open, asked) ? open : coversFor(pattern, [open, asked], school === 'off');

const keyOf = (open: Opened): string =>
  Object.entries(open)
    .map(([id, state]) => `${id}:${state}`)
    .sort()
    .join();

/** What a route costs, minutes of work: covers, fishing, and metres for each conductor at what a metre is worth. */
export function costOf(
  access: Access,
  coverMins: number,
  fishMins: number,
  lengthMm: number,
  conductors: number,
): number {
  return COVER_WEIGHT[access.school] * coverMins + fishMins + (lengthMm / 1000) * access.minutesAMetre * conductors;
}

/**
 * The route that costs least: minutes of covers that are not `open` anyway, minutes of fishing, and its metres at
 * what a metre is worth; equal ones by length, then by the legs in the pattern's order. Banned legs are left out.
 * Exact: a cover is paid once however many legs lie behind it, so what a node was reached with counts, not only
 * how cheaply. Undefined when no route leads there.
 */
export function cheapestRoute(
  access: Access,
  from: string,
  to: string,
  conductors: number,
  open: Opened,
): Route | undefined {
  const ahead = knownAhead(access, to);
  return search(
    access,
    from,
    conductors,
    open,
    ({ node }) => node === to,
    ({ node }) => access.map.legsAt(node).filter((leg) => !leg.banned && ahead.has(otherEnd(leg, node))),
    (node) => ahead.get(node) ?? HERE,
  );
}

/** The same along legs that a person has chosen, banned or not; undefined when they do not lead there. */
export const chosenRoute = (
  access: Access,
  from: string,
  to: string,
  legs: readonly string[],
  conductors: number,
  open: Opened,
): Route | undefined =>
  wayAlong(access.map, from, to, legs) &&
  search(
    access,
    from,
    conductors,
    open,
    ({ steps }) => steps === legs.length,
    ({ steps }) => [access.map.legs[legs[steps]!]!],
    null,
  );

const HERE: Ahead = { lengthMm: 0, covers: {} };

function search(
  access: Access,
  from: string,
  conductors: number,
  open: Opened,
  isThere: (label: Label) => boolean,
  legsFrom: (label: Label) => readonly MapLeg[],
  /** What is ahead of a node at least; null: legs are walked in the order given. */
  ahead: ((node: string) => Ahead) | null,
): Route | undefined {
  const { pattern, school } = access;
  const labelled = (label: Omit<Label, 'atLeast'>): Label => {
    const rest = ahead ? ahead(label.node) : HERE;
    const covers = minutesBeside(pattern, label.open, rest.covers);
    const cost = label.cost + costOf(access, covers, 0, rest.lengthMm, conductors);
    return { ...label, atLeast: { cost, lengthMm: label.lengthMm + rest.lengthMm } };
  };
  const queue = [
    labelled({
      node: from,
      open,
      cost: 0,
      lengthMm: 0,
      steps: 0,
      leg: undefined,
      fished: false,
      before: undefined,
    }),
  ];
  const settled = new Map<string, Label[]>();
  while (queue.length) {
    let next = 0;
    for (let i = 1; i < queue.length; i++) {
      const [a, b] = [queue[i]!.atLeast, queue[next]!.atLeast];
      if (a.cost < b.cost - EVEN || (a.cost <= b.cost + EVEN && a.lengthMm < b.lengthMm - EVEN)) next = i;
    }
    const label = queue.splice(next, 1)[0]!;
    if (isThere(label)) return routeOf(label);
    const spot = ahead ? label.node : String(label.steps);
    const there = settled.get(spot) ?? [];
    if (there.some((other) => isNoDearer(access, other, label))) continue;
    settled.set(spot, [...there, label]);
    for (const leg of legsFrom(label)) {
      const { covers, fish } = leg.leg;
      const ways: [asked: Opened, fishMins: number][] = [[covers, 0]];
      if (school === 'fished' && fish && !isOpenEnough(label.open, covers)) ways.push([fish.covers, fish.minutes]);
      for (const [asked, fishMins] of ways) {
        const now = opening(access, label.open, asked);
        const coverMins = now === label.open ? 0 : coverMinutes(pattern, now) - coverMinutes(pattern, label.open);
        queue.push(
          labelled({
            node: otherEnd(leg, label.node),
            open: now,
            cost: label.cost + costOf(access, coverMins, fishMins, leg.lengthMm, conductors),
            lengthMm: label.lengthMm + leg.lengthMm,
            steps: label.steps + 1,
            leg,
            fished: asked !== covers,
            before: label,
          }),
        );
      }
    }
  }
  return undefined;
}
const EVEN = 1e-9;

/**
 * Whether the first, were it to open besides what the second has open, would have cost no more: what the second
 * can then do, the first can too, for a cover costs less the more is open already.
 */
function isNoDearer({ pattern, school }: Access, one: Label, other: Label): boolean {
  const spare = other.cost - one.cost - COVER_WEIGHT[school] * minutesBeside(pattern, one.open, other.open);
  return spare > EVEN || (spare >= -EVEN && one.lengthMm <= other.lengthMm + EVEN);
}

function routeOf(end: Label): Route {
  const labels: Label[] = [];
  for (let at: Label | undefined = end; at; at = at.before) labels.unshift(at);
  const walked = labels.slice(1).map(({ leg, fished }) => ({ leg: leg!, fished }));
  return {
    way: { legs: walked.map(({ leg }) => leg.id), nodes: labels.map(({ node }) => node), lengthMm: end.lengthMm },
    fished: walked.filter(({ fished }) => fished).map(({ leg }) => leg.id),
    opened: walked.map(({ leg, fished }) => (fished ? leg.leg.fish!.covers : leg.leg.covers)),
  };
}

/** A run that wants a route, from place to place. */
export interface Wanted {
  readonly from: string;
  readonly to: string;
  readonly conductors: number;
  readonly pin: readonly string[] | undefined;
}

/** As often as routes are laid anew beside the covers the others now need; they settle in two or three. */
const MOST_ROUNDS = 6;

/**
 * A route for every run: each the cheapest beside the covers that the others and the gear itself need anyway, laid
 * anew until none changes. No single run could then be cheaper; all together may be, which a search of its own finds.
 */
export function layRoutes(access: Access, wanted: readonly Wanted[], anyway: readonly Opened[]): (Route | undefined)[] {
  const routes: (Route | undefined)[] = wanted.map(() => undefined);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let changed = false;
    wanted.forEach(({ from, to, conductors, pin }, i) => {
      const asked = new Set(anyway);
      routes.forEach((route, j) => {
        if (j !== i && route) for (const opened of route.opened) asked.add(opened);
      });
      const next = known(access, from, to, conductors, pin, openedBy(access, asked));
      if (next?.way.legs.join() !== routes[i]?.way.legs.join() || next?.fished.join() !== routes[i]?.fished.join())
        changed = true;
      routes[i] = next;
    });
    if (!changed) break;
  }
  return routes;
}

/** What is open, and its name among what may be. */
interface OpenState {
  readonly open: Opened;
  readonly key: string;
}

/** What has been found so far on each map: most edits ask for the same. */
interface Found {
  readonly routes: Map<string, Route | undefined>;
  /** By the numbers of what is asked for, in the order it is. */
  readonly states: Map<string, OpenState>;
  readonly numbers: Map<Opened, number>;
  /** By school of covers, then the node it leads to. */
  readonly ahead: Map<string, ReadonlyMap<string, Ahead>>;
}
const found = new WeakMap<CraftMap, Found>();
const MOST_KNOWN = 4000;

function foundOn(map: CraftMap): Found {
  let known = found.get(map);
  if (!known) found.set(map, (known = { routes: new Map(), states: new Map(), numbers: new Map(), ahead: new Map() }));
  return known;
}

function knownAhead({ map, pattern, school }: Access, to: string): ReadonlyMap<string, Ahead> {
  const { ahead } = foundOn(map);
  const key = `${school}|${to}`;
  let found = ahead.get(key);
  if (!found) ahead.set(key, (found = aheadOf(pattern, map, to, school)));
  return found;
}

/** All that must be open for what is asked, what must be open before it with it. */
function openedBy({ map, pattern, school }: Access, asked: ReadonlySet<Opened>): OpenState {
  const { states, numbers } = foundOn(map);
  let key: string = school;
  for (const opened of asked) {
    let number = numbers.get(opened);
    if (number === undefined) numbers.set(opened, (number = numbers.size));
    key += `,${number}`;
  }
  let state = states.get(key);
  if (!state) {
    if (states.size >= MOST_KNOWN) states.clear();
    const open = coversFor(pattern, [...asked], school === 'off');
    states.set(key, (state = { open, key: keyOf(open) }));
  }
  return state;
}

function known(
  access: Access,
  from: string,
  to: string,
  conductors: number,
  pin: Wanted['pin'],
  { open, key: state }: OpenState,
): Route | undefined {
  const key = `${access.school}|${access.minutesAMetre}|${from}|${to}|${conductors}|${pin?.join() ?? '-'}|${state}`;
  const { routes } = foundOn(access.map);
  if (!routes.has(key)) {
    if (routes.size >= MOST_KNOWN) routes.clear();
    const chosen = pin && chosenRoute(access, from, to, pin, conductors, open);
    routes.set(key, chosen ?? cheapestRoute(access, from, to, conductors, open));
  }
  return routes.get(key);
}
