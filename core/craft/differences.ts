import { own } from '../document/patches';
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

/** Everything on a craft that differs from its pattern: covers, then places, then legs. */
export function differencesOf(craft: OwnCraft): Difference[] {
  const { changes } = craft;
  const pattern = drawnFor(craft);
  const as = withChanges(craft);
  const list = <T extends { readonly name: string }>(
    of: ChangedList,
    before: Entries<T>,
    words: (before: T, now: T) => string[],
  ) =>
    Object.keys(changes[of]).map((id): Difference => {
      const [then, now] = [own(before, id), own(as[of] as unknown as Entries<T>, id)];
      if (!now) return { of, id, name: then?.name ?? id, is: 'gone', words: [OF.gone] };
      if (!then) return { of, id, name: now.name, is: 'added', words: [OF.added] };
      return { of, id, name: then.name, is: 'changed', words: words(then, now) };
    });
  return [
    ...list<Cover>('covers', pattern.covers, (before, now) => coverWords(as, before, now)),
    ...list<Place>('places', pattern.places, (before, now) => placeWords(as, before, now)),
    ...list<Leg>('legs', pattern.legs, (before, now) => legWords(as, before, now)),
  ];
}
