import { own, same } from '../document/patches';
import { CAUTIONS } from '../tables/cautions';
import { DRIVES, REACHES } from '../tables/fasteners';
import { drawnFor, withChanges, type ChangedList, type OwnCraft } from './changes';
import { coverWays } from './covers';
import { EXPOSURE_NAMES, type Place } from './place';
import { HAZARDS, type Leg } from './leg';
import { nodeOf, type Pattern } from './pattern';
import type { Cover, CoverState, CoverWay, Fastener, Opened } from './cover';

/** How one thing on a craft differs from its pattern. */
export interface Difference {
  readonly of: ChangedList;
  readonly id: string;
  readonly name: string;
  readonly is: 'added' | 'changed' | 'gone';
  /** Of what is changed: each member in words, was → is. */
  readonly words: readonly string[];
}

export const CHANGED_NAMES: Record<ChangedList, string> = { covers: 'Cover', places: 'Place', legs: 'Leg' };
export const STATE_WORDS: Record<CoverState, string> = { loosened: 'loosened', aside: 'set aside', off: 'off' };
const OF = { added: 'not on its pattern', gone: 'not on this craft' } as const;

/** A fastener in words: “6 × M5 × 16, 4 mm hexagon socket, edge”. */
export const fastenerWords = ({ count, size, drive, where, torqueNm, single, reach }: Fastener): string =>
  [
    `${count} × ${size}`,
    DRIVES[drive].name,
    where,
    ...(reach ? [REACHES[reach]] : []),
    ...(torqueNm === null ? [] : [`${torqueNm} N·m`]),
    ...(single ? ['single use'] : []),
  ].join(', ');

/** How one kind of fastener differs: “three a side: 6 × M5 × 16 → 8 × M5 × 16”. */
function otherFasteners(before: Fastener, now: Fastener): string {
  const torque = ({ torqueNm }: Fastener) => (torqueNm === null ? 'no torque known' : `${torqueNm} N·m`);
  const reach = (one: Fastener) => (one.reach ? REACHES[one.reach] : 'straight on');
  const words = [
    ...was('', `${before.count} × ${before.size}`, `${now.count} × ${now.size}`),
    ...was('', DRIVES[before.drive].name, DRIVES[now.drive].name),
    ...was('at', before.where, now.where),
    ...was('', reach(before), reach(now)),
    ...was('', torque(before), torque(now)),
    ...was('single use', yes(before.single), yes(now.single)),
  ];
  return `${before.where}: ${words.join(', ')}`;
}

type Entries<T> = Readonly<Record<string, T>>;
const was = (what: string, before: string, now: string): string[] =>
  before === now ? [] : [`${what} ${before} → ${now}`.trim()];

/** Entries of a list that came, went or are another, each in words. */
function entries<T>(
  before: Entries<T>,
  now: Entries<T>,
  words: (one: T) => string,
  change = (then: T, one: T): string => `${words(one)}, not ${words(then)}`,
): string[] {
  return [...new Set([...Object.keys(before), ...Object.keys(now)])].flatMap((id) => {
    const [a, b] = [own(before, id), own(now, id)].map((one) => (one === undefined ? undefined : words(one)));
    if (a === b) return [];
    return [a === undefined ? `also ${b}` : b === undefined ? `no ${a}` : change(own(before, id)!, own(now, id)!)];
  });
}

const openedWords = (pattern: Pattern, before: Opened, now: Opened): string[] =>
  [...new Set([...Object.keys(before), ...Object.keys(now)])].flatMap((id) => {
    const [a, b] = [own(before, id), own(now, id)];
    const name = pattern.covers[id]?.name;
    // A cover that is not there says so itself.
    if (a === b || name === undefined) return [];
    return [b === undefined ? `not behind ${name}` : `behind ${name}, ${STATE_WORDS[b]}`];
  });

const listWords = (what: string, before: readonly string[], now: readonly string[]) =>
  was(what, [...before].sort().join(', ') || 'none', [...now].sort().join(', ') || 'none');
const yes = (value: boolean | undefined) => (value ? 'yes' : 'no');

function wayWords(pattern: Pattern, before: CoverWay, now: CoverWay): string[] {
  return [
    ...was('minutes', `${before.minutes.off} + ${before.minutes.on}`, `${now.minutes.off} + ${now.minutes.on}`),
    ...entries(before.fasteners, now.fasteners, fastenerWords, otherFasteners),
    ...entries(before.plugs, now.plugs, (name) => `plug: ${name}`),
    ...entries(before.hoses, now.hoses, (name) => `hose: ${name}`),
    ...openedWords(pattern, before.after, now.after).map((words) => words.replace('behind', 'after')),
    ...was('two people', yes(before.second), yes(now.second)),
    ...listWords(
      'cautions',
      before.cautions.map((id) => CAUTIONS[id]),
      now.cautions.map((id) => CAUTIONS[id]),
    ),
    ...(before.hint === now.hint ? [] : [now.hint || 'no hint']),
  ];
}

function coverWords(pattern: Pattern, before: Cover, now: Cover): string[] {
  const [a, b] = [coverWays(before), coverWays(now)];
  return [
    ...was('called', before.name, now.name),
    ...a.flatMap(({ state }) => (now.states[state] ? [] : [`not ${STATE_WORDS[state]}`])),
    ...b.flatMap(({ state, way }) => {
      const then = before.states[state];
      if (!then) return [`also ${STATE_WORDS[state]}`];
      const words = wayWords(pattern, then, way);
      return a.length > 1 || b.length > 1 ? words.map((one) => `${STATE_WORDS[state]}: ${one}`) : words;
    }),
  ];
}

const millimetres = (values: readonly number[]) => values.map((one) => Math.round(one)).join(' × ');
const placeWords = (pattern: Pattern, before: Place, now: Place): string[] => [
  ...was('called', before.name, now.name),
  ...was(
    'room',
    `${millimetres([before.room.w, before.room.h, before.room.d])} mm`,
    `${millimetres([now.room.w, now.room.h, now.room.d])} mm`,
  ),
  ...was('at', `${before.at.join(', ')} mm`, `${now.at.join(', ')} mm`),
  ...was('exposure', EXPOSURE_NAMES[before.exposure], EXPOSURE_NAMES[now.exposure]),
  ...was('spare length', `${before.allowanceMm} mm`, `${now.allowanceMm} mm`),
  ...listWords('takes', before.accepts, now.accepts),
  ...was('petrol', yes(before.petrol), yes(now.petrol)),
  ...was('dust', yes(before.dust), yes(now.dust)),
  ...openedWords(pattern, before.covers, now.covers),
];

const legWords = (pattern: Pattern, before: Leg, now: Leg): string[] => [
  ...was('called', before.name, now.name),
  ...was(
    'by tape',
    before.tapeMm === undefined ? 'not measured' : `${before.tapeMm} mm`,
    now.tapeMm === undefined ? 'not measured' : `${now.tapeMm} mm`,
  ),
  ...was('from', nodeOf(pattern, before.from)?.name ?? before.from, nodeOf(pattern, now.from)?.name ?? now.from),
  ...was('to', nodeOf(pattern, before.to)?.name ?? before.to, nodeOf(pattern, now.to)?.name ?? now.to),
  ...listWords(
    'passes',
    before.hazards.map((id) => HAZARDS[id].name),
    now.hazards.map((id) => HAZARDS[id].name),
  ),
  ...was('engine space', yes(before.engineSpace), yes(now.engineSpace)),
  ...openedWords(pattern, before.covers, now.covers),
];

const listed = <T extends { readonly name: string }>(
  of: ChangedList,
  ids: readonly string[],
  before: Entries<T>,
  now: Entries<T>,
  whole: { readonly added: string; readonly gone: string },
  words: (before: T, now: T) => string[],
) =>
  ids.map((id): Difference => {
    const [then, one] = [own(before, id), own(now, id)];
    if (!one) return { of, id, name: then?.name ?? id, is: 'gone', words: [whole.gone] };
    if (!then) return { of, id, name: one.name, is: 'added', words: [whole.added] };
    return { of, id, name: then.name, is: 'changed', words: words(then, one) };
  });

function between(
  before: Pattern,
  now: Pattern,
  ids: (of: ChangedList) => readonly string[],
  whole: { readonly added: string; readonly gone: string },
): Difference[] {
  return [
    ...listed<Cover>('covers', ids('covers'), before.covers, now.covers, whole, (a, b) => coverWords(now, a, b)),
    ...listed<Place>('places', ids('places'), before.places, now.places, whole, (a, b) => placeWords(now, a, b)),
    ...listed<Leg>('legs', ids('legs'), before.legs, now.legs, whole, (a, b) => legWords(now, a, b)),
  ];
}

/** Everything on a craft that differs from its pattern: covers, then places, then legs. */
export const differencesOf = (craft: OwnCraft): Difference[] =>
  between(drawnFor(craft), withChanges(craft), (of) => Object.keys(craft.changes[of]), OF);

/** Parts of a pattern that are told by name alone, and what one of them is called. */
const NAMED = {
  bodies: 'Body',
  junctions: 'Junction',
  joints: 'Joint',
  measures: 'Measure',
  keepFree: 'Room kept free',
  options: 'Variants',
  listeners: 'Listener',
  usualMemories: 'Setting it forgets',
  usualBatteries: 'Battery',
  usualCircuits: 'Circuit from the works',
} as const;

/** How a pattern that was drawn on differs from what it was, a line each; what is only drawn otherwise in one line. */
export function newerWords(before: Pattern, now: Pattern): string[] {
  const ids = (was: Entries<unknown>, is: Entries<unknown>) =>
    [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((id) => !same(own(was, id), own(is, id)));
  const lists = between(before, now, (of) => ids(before[of], now[of]), { added: 'new', gone: 'no longer there' });
  const named = (Object.keys(NAMED) as (keyof typeof NAMED)[]).flatMap((list) => {
    const [was, is] = [before[list] ?? {}, now[list] ?? {}] as const;
    return ids(was, is).map((id) => {
      const [then, one] = [own(was, id), own(is, id)] as ({ readonly name: string } | undefined)[];
      return `${NAMED[list]} ${(one ?? then)!.name}: ${!one ? 'no longer there' : then ? 'drawn otherwise' : 'new'}`;
    });
  });
  return [
    ...(before.name === now.name ? [] : [`Name: ${now.name}`]),
    ...lists.map(
      ({ of, name, words }) => `${CHANGED_NAMES[of]} ${name}: ${words.length ? words.join('; ') : 'drawn otherwise'}`,
    ),
    ...named,
    ...(same(before.usualGear, now.usualGear) ? [] : ['Gear from the works is another']),
    ...(same(before.drawing, now.drawing) ? [] : ['Lines of the drawing are other ones']),
  ];
}
