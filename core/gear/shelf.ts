import { hasWords } from '../text/search';
import type { UnitSystem } from '../units/shown';
import { typedOf, blanksOf, unitOf } from './typing/index';
import { readSize } from './typing/reading';
import { readFigure } from '../units/typed';
import type { GearItem, GearKind } from './gear';
import { mountOf } from './usual-mount';

/** A hole that gear is looked for: round, or a rectangle; mm. */
export type Hole = { readonly d: number } | { readonly w: number; readonly h: number };

/** A hole as it is said: 3 in; 76; 182 x 53. Undefined: not understood. */
export function readHole(text: string, system: UnitSystem): Hole | undefined {
  const across = readFigure(system, text, 'mm');
  if (across > 0) return { d: Math.round(across * 1000) / 1000 };
  // As three sides, of which the first is none of it.
  const sides = readSize(`1 x ${text}`, system);
  return sides && sides.h > 0 && sides.d > 0 ? { w: sides.h, h: sides.d } : undefined;
}

/** Whether gear goes into a hole, and covers it: by what was measured of it, or is usual of its form. */
export function fitsHole(item: GearItem, hole: Hole): boolean {
  const { cutout, face } = mountOf(item);
  if (!cutout || cutout.shape === 'polygon' || face.shape === 'polygon') return false;
  const goesIn =
    'd' in hole
      ? cutout.shape === 'round'
        ? cutout.d <= hole.d
        : Math.hypot(cutout.w, cutout.h) <= hole.d
      : cutout.shape === 'round'
        ? cutout.d <= Math.min(hole.w, hole.h)
        : cutout.w <= hole.w && cutout.h <= hole.h;
  const [w, h] = 'd' in hole ? [hole.d, hole.d] : [hole.w, hole.h];
  const covers =
    face.shape === 'round' ? face.d >= ('d' in hole ? hole.d : Math.hypot(w, h)) : face.w >= w && face.h >= h;
  return goesIn && covers;
}

/** What is looked for on the shelf; what is empty asks nothing. */
export interface Sought {
  readonly words: string;
  readonly kind: GearKind | '';
  readonly hole: Hole | undefined;
  /** A load its channels must drive, Ω. */
  readonly ohm: number | undefined;
  /** An IEC 60529 second digit it must be proven for. */
  readonly water: number | undefined;
  readonly retired: boolean;
}

export function isSought(item: GearItem, { words, kind, hole, ohm, water, retired }: Sought): boolean {
  return (
    (retired || !item.retired) &&
    (kind === '' || item.kind === kind) &&
    hasWords(`${item.name} ${item.note} ${item.sheet?.from ?? ''}`, words) &&
    (hole === undefined || fitsHole(item, hole)) &&
    (ohm === undefined || ('bank' in item && item.bank.minOhm <= ohm)) &&
    (water === undefined || item.water.includes(water as never))
  );
}

const wattsOf = (item: GearItem): number =>
  'bank' in item
    ? item.bank.channels.length * Math.max(...item.bank.power.map(({ watts }) => watts))
    : item.kind === 'speaker'
      ? item.rmsWatts
      : 0;
/** What the shelf may be sorted by. */
export const SORTS = {
  shelf: 'as it stands',
  name: 'name',
  watts: 'watts, most first',
  depth: 'depth, least first',
  mass: 'weight, least first',
} as const;
export type Sort = keyof typeof SORTS;
const ORDERS: Record<Sort, (a: GearItem, b: GearItem) => number> = {
  shelf: () => 0,
  name: (a, b) => a.name.localeCompare(b.name),
  watts: (a, b) => wattsOf(b) - wattsOf(a),
  depth: (a, b) => a.size.d - b.size.d,
  mass: (a, b) => a.massKg - b.massKg,
};
export const sortedBy = (items: readonly GearItem[], sort: Sort): GearItem[] => [...items].sort(ORDERS[sort]);

/** Most items held against each other. */
export const MOST_COMPARED = 3;

/** Items of one kind beside each other, blank by blank as on their sheets; `differ` where they are not all the same. */
export function compared(
  items: readonly GearItem[],
  system: UnitSystem,
): { readonly label: string; readonly values: readonly string[]; readonly differ: boolean }[] {
  const [first] = items;
  if (!first) return [];
  const typed = items.map((item) => typedOf(item, system));
  return blanksOf(first.kind).flatMap((blank) => {
    const values = items.map((item, i) => {
      const text = typed[i]![blank.key];
      if (text === undefined || text === '') return item.assumed?.some((key) => key === blank.key) ? 'usual' : '–';
      const named = blank.options?.[text] ?? text;
      const unit = blank.options || /[a-zΩ%"″]\s*$/i.test(named) ? '' : unitOf(blank, system);
      return `${named}${unit ? ` ${unit}` : ''}`;
    });
    return values.every((value) => value === '–')
      ? []
      : [{ label: blank.label, values, differ: new Set(values).size > 1 }];
  });
}
